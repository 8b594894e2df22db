import { describe, expect, it, test } from 'vitest';
import { Simulation } from '../day/simulate.ts';
import { faultsOf, USUAL_SEVERITY, type KnownFault } from './index.ts';
import {
  severityScore,
  momentsOf,
  FaultDay,
  worstMoment,
  type FaultOutcome,
} from '../day/faults/run.ts';
import { simulate } from '../day/simulate.ts';
import { fixedSteps } from '../day/test/fixedStep.ts';
import { compile } from '../assess/compile.ts';
import { assess } from '../assess/assess.ts';
import { applyEdits, LAYOUTS, type Edit, type SystemDocument } from '../system/index.ts';
import { pair as pairOf } from '../test/pair.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { fixesForFaultTest } from './fixes.ts';
import { FaultTests } from './faultTests.ts';
import { allOrFew } from '../test/cases.ts';

const pair = (...edits: Edit[]) => applyEdits(pairOf('p', 'P'), edits);
const tray = (...edits: Edit[]) => applyEdits(trayOverReservoir.make('t', 'T'), edits);
const faultOf = (s: SystemDocument, id: string): KnownFault =>
  faultsOf(s, compile(s)).find((f) => f.id === id)!;
const stageOf = (s: SystemDocument) => {
  const net = compile(s);
  return new FaultDay(net, momentsOf(net, simulate(net)));
};
const run = (s: SystemDocument, id: string) => {
  const d = new FaultTests(s);
  return d.run(d.faults.find((f) => f.id === id)!);
};
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);

describe('what a fault does, against the hand', () => {
  it('a loose delivery throws out the tank down to the intake', () => {
    const d = run(pair(), 'delivery-off/lift');
    // π·0.55² m² from 652 mm of 620 L down to 270 mm.
    near(d.outcome.lost, 0.62 - Math.PI * 0.55 ** 2 * 0.27, 0.002);
    near(d.fish!.share, (Math.PI * 0.55 ** 2 * 0.27) / 0.62, 0.002);
    expect(d.grade).toBe('loss');
    expect(run(pair({ at: 'paths.lift.pump.intake', to: 0.05 }), 'delivery-off/lift').grade).toBe(
      'failed',
    );
  });

  it('a leak of five litres an hour takes 120 L in a day', () => {
    near(run(pair(), 'leak/tank').outcome.lost, 0.12, 0.001);
  });

  it('a siphon that does not stop hangs at its break and passes what comes in', () => {
    const s = pair();
    const net = faultOf(s, 'siphon-never-stops/siphon').inject(compile(s));
    const day = simulate(net, 7200);
    const last = day.rows - 1;
    const width = net.paths.length + 2;
    expect(Math.abs(day.levels[last * 2 + 1]! - 0.03)).toBeLessThan(0.003);
    const lift = day.flows[last * width]!;
    const siphon = day.flows[last * width + net.paths.findIndex((p) => p.id === 'siphon')]!;
    near(siphon, lift, 1e-3);
  });

  it('a blocked drain without a second way out spills what the plain solver spills', () => {
    const s = pair({ at: 'paths.spare', to: undefined });
    const net = faultOf(s, 'drain-blocked/siphon').inject(compile(s));
    const plain = fixedSteps(net, 3 * 3600, 1);
    near(simulate(net, 3 * 3600).spilled, plain.spilled, 0.005);
    const d = run(s, 'drain-blocked/siphon');
    expect(d.grade).toBe('failed');
    expect(d.outcome.where).toBe('bed');
    // With the bed at its fullest it takes the room above it over the flow until the first drop.
    const a = assess(s);
    expect(d.outcome.overAfter!).toBeLessThan(1.3 * a.beds[0]!.toRim);
  });

  it('a tap shut, a pump dead, a timer stuck off: nothing comes any more', () => {
    for (const id of ['pump-fails/lift', 'timer-stuck-off/timer']) {
      const d = run(tray(), id);
      expect(d.outcome.lost).toBeLessThan(1e-9);
      near(d.outcome.beds[0]!.dry, 86400, 0.02);
    }
    expect(run(tray(), 'timer-stuck-on/timer').outcome.beds[0]!.wet).toBeGreaterThan(86000);
  });

  it('a power cut ends: the day goes on where it stood', () => {
    const s = tray();
    const stage = stageOf(s);
    const { trace, start } = stage.replay(faultOf(s, 'power-cut/system'), 7 * 3600);
    expect(start).toBe(7 * 3600 - 1800);
    const on = trace.events.filter((e) => e.kind === 'pump-on').map((e) => e.t + start);
    // The programs from 08:00 to 14:00 fall into it, those of 16:00 and later and of the next morning do not.
    expect(on).toEqual([16, 18, 21, 30].map((h) => h * 3600));
    expect(USUAL_SEVERITY.powerCut).toBe(8 * 3600);
    expect(Math.abs(trace.balanceError)).toBeLessThan(1e-12);
  });
});

describe('how bad an outcome is', () => {
  const net = stageOf(pair()).net;
  const [tank, bed] = net.vessels.map((v) => v.id) as [string, string];
  const none: FaultOutcome = {
    at: 0,
    lost: 0,
    overAfter: null,
    where: null,
    dryAfter: null,
    dryPump: null,
    left: [
      { vessel: tank, volume: 0.6, share: 1, depth: 0.6 },
      { vessel: bed, volume: 0, share: 1, depth: 0 },
    ],
    lowAfter: [null, null],
    beds: [{ bed, wet: 0, dry: 0 }],
    truncated: false,
  };
  const tankAt = (share: number): Partial<FaultOutcome> => ({
    left: [{ vessel: tank, volume: 0.6 * share, share, depth: 0.6 * share }, none.left[1]!],
  });
  // As one would choose by hand, the least bad first: what happens, and how it ranks.
  const ranked: [string, Partial<FaultOutcome>][] = [
    ['nothing', {}],
    ['roots under water for an hour', { beds: [{ bed, wet: 3600, dry: 0 }] }],
    ['roots under water for ten', { beds: [{ bed, wet: 36_000, dry: 0 }] }],
    ['a bed without water for a week', { beds: [{ bed, wet: 0, dry: 7 * 86_400 }] }],
    ['a pump that draws air', { dryAfter: 60, dryPump: 'lift' }],
    ['half the fish’s water gone', tankAt(0.5)],
    ['all of it gone', tankAt(0)],
    ['all of it gone and the pump dry', { ...tankAt(0), dryAfter: 60, dryPump: 'lift' }],
    ['ten litres on the floor', { lost: 0.01, overAfter: 60, where: bed }],
    ['the tank on the floor', { lost: 0.6, overAfter: 60, where: bed, ...tankAt(0) }],
  ];
  test.each(ranked.slice(1).map(([name, o], i) => [name, o, ranked[i]!] as const))(
    '%s is worse than what stands before it',
    (_, worse, [before, better]) =>
      expect(severityScore(net, { ...none, ...worse }), before).toBeGreaterThan(
        severityScore(net, { ...none, ...better }),
      ),
  );
});

describe('the worst moment', () => {
  test.each([
    ['pair', pair({ at: 'paths.spare', to: undefined })],
    ['tray', tray({ at: 'vessels.reservoir.fill', to: 0.15 })],
  ])('of every fault of the %s is as bad as the worst of forty tried ones', (_, s) => {
    const stage = stageOf(s);
    for (const fault of faultsOf(s, stage.net)) {
      if (fault.creeps) continue;
      const found = severityScore(stage.net, worstMoment(stage, fault));
      let worst = 0;
      for (let i = 0; i < 40; i++) {
        const t = ((i + 0.37) / 40) * 86000;
        worst = Math.max(worst, severityScore(stage.net, stage.strike(fault, t)));
      }
      // The same spill to a twentieth and half a litre; which drop falls first is no matter.
      expect(found, fault.id).toBeGreaterThan(0.93 * worst - 0.5);
    }
  });

  it('a day that is stopped and taken up again is the day that was not', () => {
    const net = compile(pair());
    const whole = new Simulation(net).runTo(9000);
    const first = new Simulation(net).runTo(4321);
    const rest = new Simulation(net, first.state()).runTo(9000);
    whole
      .state()
      .volumes.forEach((v, i) => expect(Math.abs(v - rest.state().volumes[i]!)).toBeLessThan(5e-4));
  });
});

/** Those with many beds are told in the golden reports too. */
const QUICK = LAYOUTS.map((l) => l.id).filter(
  (id) => !['joined-beds', 'pump-chain', 'beds-in-series', 'sump-loop'].includes(id),
);

describe('every layout', () => {
  test.each(
    allOrFew(
      LAYOUTS.map((l) => l.id),
      QUICK,
    ),
  )('%s is tested: each fault named, followed, told', (id) => {
    const s = LAYOUTS.find((l) => l.id === id)!.make('x', 'X');
    const faultTests = new FaultTests(s);
    expect(new Set(faultTests.faults.map((f) => f.id)).size).toBe(faultTests.faults.length);
    expect(faultTests.faults.length).toBeGreaterThan(3);
    for (const f of faultTests.faults) {
      const d = faultTests.run(f);
      expect(d.sentence.length, f.id).toBeGreaterThan(0);
      expect(d.outcome.truncated, f.id).toBe(false);
      expect(d.outcome.lost).toBeGreaterThanOrEqual(0);
    }
  });
});

describe('what would have stopped it', () => {
  it.each([
    ['drain-blocked/siphon', pair({ at: 'paths.spare', to: undefined }), 'failed'],
    ['delivery-off/lift', pair({ at: 'paths.lift.pump.intake', to: 0.05 }), 'failed'],
  ])('%s: each fix keeps its word', (id, s, grade) => {
    const d = run(s, id);
    expect(d.grade).toBe(grade);
    const fixes = fixesForFaultTest(s, d);
    expect(fixes.length).toBeGreaterThan(0);
    for (const f of fixes) {
      const edited = applyEdits(s, f.edits);
      const again = new FaultTests(edited, [d.at ?? 0]);
      const fault = again.faults.find((x) => x.id === id)!;
      expect(again.runAt(fault, d.at ?? 0).grade).toBe(f.leaves);
      expect(f.leaves).not.toBe('failed');
    }
  });
});
