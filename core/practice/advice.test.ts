import { describe, expect, it } from 'vitest';
import { carePlan } from '../care/index.ts';
import { newEntry } from '../entries/entries.ts';
import { middle } from '../entries/fields.ts';
import { tell } from '../quantity/index.ts';
import { tended } from '../readings/index.ts';
import { applyEdits, type ReadingId } from '../system/index.ts';
import type { TreatmentId } from '../treatment/index.ts';
import { NIGHTLY, allOrFew, cases } from '../test/cases.ts';
import { demo } from '../test/demo.ts';
import { Coupled } from './coupled.ts';
import { homeWater, shockOf } from './stress.ts';
import {
  actionOf,
  actionsFor,
  begin,
  waterHistory,
  firstSign,
  practiceBasis,
  lessonSystem,
  LESSONS,
  livesIn,
  lookAtFish,
  lookAtPump,
  looksOf,
  mendFirst,
  missingFor,
  perform,
  practiceFaultOf,
  scenarioOf,
  scenariosFor,
  setupOf,
  type Action,
  type PracticeBasis,
  type Setup,
} from './index.ts';
import { volumeAt } from '../water/vessel.ts';
import { startState } from './start.ts';

/** What practice must never teach: to do worse than nothing, to see what is not there, to keep fish that die anyway. */

const grounds = new Map<string, PracticeBasis>();
const ground = (name: string): PracticeBasis => {
  const there = grounds.get(name) ?? practiceBasis(demo(name));
  grounds.set(name, there);
  return there;
};

describe('a run', () => {
  it('needs a system whose fish live in it; else it says what to mend first', () => {
    for (const name of ['potting-shed-pair', 'north-wall-lean-to', 'under-stairs-tray'])
      expect(mendFirst(ground(name)), name).toBeNull();
    for (const name of ['the-first-attempt', 'warm-balcony'])
      expect(tell(mendFirst(ground(name))!, 'metric'), name).toMatch(
        /^The fish in this system die within two days even without a fault\. Solve its problems first, then practise\. .+\./,
      );
    // Fewer fish live.
    const few = applyEdits(demo('warm-balcony'), [
      { at: 'fish.fish.count', to: 4 },
      { at: 'site.waterTemperature', to: 20 },
    ]);
    expect(mendFirst(practiceBasis(few))).toBeNull();
  });
  it('loses no fish in any season that it is set in, where nothing happens', () => {
    for (const name of ['potting-shed-pair', 'north-wall-lean-to', 'work-bench-bowl']) {
      const g = ground(name);
      for (const s of scenariosFor(g)) {
        expect(livesIn(g, s.season), `${s.id} in ${name}`).toBe(true);
        expect(missingFor(g, s)).toEqual([]);
      }
    }
  });
  it('says that no fish is alive, and not that they are lively', () => {
    const g = ground('potting-shed-pair');
    const w = new Coupled(g, startState(g, 150, []), 150).advance(3600);
    for (const x of w.state.shoals) x.alive = 0;
    expect(lookAtFish(w).signs).toEqual([]);
    expect(tell(lookAtFish(w).words, 'metric')).toBe('No fish of 14 is alive.');
  });
});

describe('a pump at rest', () => {
  const g = ground('bean-buckets');
  const line = g.system.paths.find((p) => p.kind === 'pumped-line' && p.float)!;
  const net = g.network([]);
  const pump = net.paths.find((p) => p.id === line.id && p.kind === 'pump')!;
  if (pump.kind !== 'pump' || !pump.float) throw new Error('no float');
  const { lead, float } = pump;
  /** Stands still with its float so, the water at a share of the way from the level that stops it to the one that starts it. */
  const look = (held: 0 | 1, share: number) => {
    const w = new Coupled(g, startState(g, 150, []), 150);
    const { state } = w;
    // Its timer has had it on for a minute.
    state.t = (net.controls[pump.control]?.spans?.[0]?.[0] ?? 0) + 60;
    const volumes = state.water.volumes.slice();
    const level = float.off + share * (float.on - float.off);
    volumes[float.vessel] = volumeAt(net.vessels[float.vessel]!.storage, level);
    const modes = { ...state.water.modes, held: Uint8Array.from(state.water.modes.held) };
    modes.held[lead] = held;
    state.water = { ...state.water, volumes, modes };
    w.pieces = [{ ...w.over(60), carried: net.paths.map(() => 0), time: 60 }];
    return lookAtPump(w, line.id);
  };
  it('waits where its float holds it until the water comes, and stands still where nothing does', () => {
    expect(tell(look(1, 0.5).words, 'metric')).toMatch(
      /^The pump is off, because its float is down. The float switches it on at \d+ mm\.$/,
    );
    // Its float lets it run, and it does not; or it holds on where the water has long come: it hangs.
    expect(look(0, 0.5).signs).toEqual(['pump-still']);
    expect(look(1, 1.2).signs).toEqual(['pump-still']);
  });
});

describe('a timer after a power cut', () => {
  it('is late by the length of the cut until its clock is set, and only where that changes its day', () => {
    const g = ground('attic-frame');
    const scenario = scenarioOf('dark-evening');
    const setup = setupOf(g, scenario, 3);
    const [cut, timer] = setup.hidden;
    expect(setup.hidden.map((h) => h.kind)).toEqual(['power-cut', 'timer-late']);
    expect(timer!.from).toBe(cut!.from + cut!.lasts!);
    const w = new Coupled(g, startState(g, setup.day, setup.hidden), setup.day);
    const spans = (t: number) => w.network(t).controls[0]!.spans!.map(([a]) => a / 3600);
    const [usual, after] = [spans(0), spans(timer!.from + 1)];
    expect(usual).toEqual([7, 10, 13, 16, 19]);
    // 20 h late: 19 + 20 − 24 = 15, and so on.
    expect(after).toEqual([3, 6, 9, 12, 15]);
    w.advance(timer!.from + 60);
    perform(w, { act: 'set-timer', about: timer!.about }, 0.5);
    expect(w.state.hidden[1]!.cured).toBe(w.state.t);
    expect(spans(w.state.t + 1)).toEqual(usual);
    expect(practiceFaultOf('timer-late').name(g, 'timer')).toBe('The timer runs 20 hours late');
  });
  it('is left out where the programme repeats within the cut, and where the run ends before it', () => {
    // Hourly, and every two hours.
    for (const name of ['polytunnel-three', 'terrace-steps'])
      expect(practiceFaultOf('timer-late').places(ground(name)), name).toEqual([]);
    const g = ground('attic-frame');
    const brief = { ...scenarioOf('dark-evening'), hours: 8 };
    expect(setupOf(g, brief, 3).hidden.map((h) => h.kind)).toEqual(['power-cut']);
    expect(missingFor(ground('potting-shed-pair'), scenarioOf('cut-and-clock'))).toEqual([
      'a timer with a programme by the clock',
    ]);
  });
});

describe('a sudden change of pH', () => {
  it('strains fish from what a day may move on, all of it from one unit, and kills beyond', () => {
    expect(shockOf(0.3)).toEqual({ strain: 0, dying: 0 });
    // (0.65 − 0.3) / 0.7 = 0.5.
    expect(shockOf(-0.65).strain).toBeCloseTo(0.5, 12);
    expect(shockOf(1)).toEqual({ strain: 1, dying: 0 });
    expect(shockOf(1.9).dying).toBeCloseTo(0.05 * 0.2, 12);
  });
  it('counts in what a run costs, for as long as the fish are not used to it', () => {
    const g = ground('potting-shed-pair');
    const calm = begin(g, setupOf(g, scenarioOf('still-morning'), 3));
    const shaken = calm.fork();
    const { ph } = homeWater(g, shaken.state, shaken.state.water.volumes);
    shaken.state.usedTo = ph - 0.65;
    const till = calm.state.t + 3600;
    const stress = shaken.advance(till).state.tally.stress - calm.advance(till).state.tally.stress;
    // 14 fish for an hour at half of their strain, a little less as they get used to it.
    expect(stress).toBeGreaterThan(0.5 * 7);
    expect(stress).toBeLessThanOrEqual(7);
  });
});

/** What is done in a run where the plan of care asks for a treatment; what no act of a run does is left. */
const ACT: Partial<Record<TreatmentId, string>> = {
  aerate: 'battery-air',
  change: 'change-water',
  base: 'bicarbonate',
  'stop-feeding': 'stop-feeding',
  cool: 'cool',
  dechlorinate: 'thiosulphate',
  'top-up': 'top-up',
};
/** Acts that the plan of care advises on what is read when the player comes. */
function advised(g: PracticeBasis, setup: Setup): Action[] {
  const w = begin(g, setup);
  const at = Date.UTC(2026, 0, setup.day) + setup.begins * 1000;
  const values: Record<string, unknown> = {};
  for (const a of looksOf(g).filter((x) => actionOf(x.act).group === 'measure')) {
    const { reading } = actionOf(a.act).does(w, '', 0.5);
    if (!reading) continue;
    const banded =
      reading.low !== reading.high || ['tan', 'nitrite', 'nitrate'].includes(reading.id);
    values[reading.id satisfies ReadingId] = banded
      ? [reading.low, reading.high]
      : middle([reading.low, reading.high]);
  }
  const entry = newEntry('r', { kind: 'reading', at, zone: 'UTC', ...values }, at);
  const t = tended(g.c, [entry], at + 60_000, 'UTC');
  const can = actionsFor(g);
  return carePlan(t)
    .steps.filter((s) => s.at <= 3600)
    .flatMap((s) => can.filter((a) => a.act === ACT[s.treatment] && a.about === '').slice(0, 1));
}

describe('the plan of care in a run', () => {
  const names = allOrFew(
    [
      'potting-shed-pair',
      'north-wall-lean-to',
      'slow-line',
      'spring-start',
      'work-bench-bowl',
      'under-stairs-tray',
    ],
    ['potting-shed-pair', 'north-wall-lean-to'],
  );
  it.each(names)(
    'never loses more than doing nothing, in %s',
    (name) => {
      const g = ground(name);
      let done = 0;
      for (const s of scenariosFor(g))
        for (let seed = 1; seed <= cases(1, 4); seed++) {
          const setup = setupOf(g, s, seed);
          const acts = advised(g, setup);
          if (!acts.length) continue;
          done++;
          const from = begin(g, setup);
          const idle = waterHistory(from, setup, []).loss;
          const mine = waterHistory(from, setup, acts);
          // The minutes and parts that it takes are the grower’s own, and no harm.
          const harm = (x: typeof mine) =>
            x.tally.died * 100 + x.tally.stress + x.tally.withered * 10;
          const nothing = waterHistory(from, setup, []);
          expect(
            harm(mine),
            `${s.id} ${acts.map((a) => a.act).join()} (idle ${idle})`,
          ).toBeLessThanOrEqual(harm(nothing) + 0.5);
        }
      if (g.hasFish) expect(done).toBeGreaterThan(2);
    },
    600_000,
  );
});

describe('a first sign', () => {
  const names = allOrFew(
    [
      'potting-shed-pair',
      'north-wall-lean-to',
      'slow-line',
      'work-bench-bowl',
      'under-stairs-tray',
    ],
    ['under-stairs-tray', 'work-bench-bowl'],
  );
  it.each(names)(
    'is a difference from the same system without the fault, the earliest, in %s',
    (name) => {
      const g = ground(name);
      let told = 0;
      const all = scenariosFor(g).filter((s, i) => s.strikes.length && (NIGHTLY || i % 2));
      for (const s of all) {
        const setup = setupOf(g, s, 2);
        const sign = firstSign(g, setup, setup.ends);
        if (!sign) continue;
        told++;
        // Played anew by the same steps, with the fault and without.
        const keyOf = (w: Coupled) => {
          const x = actionOf(sign.act).does(w, sign.about, 0.5);
          return x.key ?? JSON.stringify([x.signs, x.words]);
        };
        const sound = new Coupled(g, startState(g, setup.day, []), setup.day);
        const struck = new Coupled(g, startState(g, setup.day, setup.hidden), setup.day);
        const strikes = setup.hidden.map((h) => Math.max(7200, h.from) + 60);
        const clock = Array.from({ length: Math.floor(sign.at / 1800) }, (_, i) => (i + 1) * 1800);
        for (const t of [...clock, ...strikes].sort((x, y) => x - y))
          if (t >= Math.min(...strikes) - 60 && t <= sign.at) {
            struck.advance(t);
            sound.advance(t);
          }
        expect(struck.state.t).toBeCloseTo(sign.at, 6);
        expect(actionOf(sign.act).does(struck, sign.about, 0.5).words).toEqual(sign.words);
        expect(keyOf(struck), s.id).not.toBe(keyOf(sound));
        // And no other hour of the sound day looks like it.
        const usual = new Coupled(g, startState(g, setup.day, []), setup.day);
        if (actionOf(sign.act).group === 'look')
          for (let t = 3600; t <= sign.at; t += 3600)
            expect(keyOf(usual.advance(t)), `${s.id} at ${t}`).not.toBe(keyOf(struck));
        expect(sign.at).toBeGreaterThanOrEqual(
          Math.min(...setup.hidden.map((h) => Math.max(0, h.from))),
        );
        const onClock = sign.at % 1800 === 0;
        const atStrike = setup.hidden.some(
          (h) => Math.abs(sign.at - Math.max(7200, h.from) - 60) < 1e-6,
        );
        expect(onClock || atStrike, `${s.id} at ${sign.at}`).toBe(true);
      }
      expect(told).toBeGreaterThan(all.length / 2);
    },
    600_000,
  );
});

describe('a lesson', () => {
  it.each(LESSONS)('$id sends to a trouble that what it taught can cure, or that passes', (l) => {
    const g = practiceBasis(lessonSystem(l, demo(l.demo)));
    for (const x of scenarioOf(l.find).strikes) {
      const f = practiceFaultOf(x.kind);
      const can = actionsFor(practiceBasis(demo(l.demo)));
      if (f.cures.length)
        expect(
          can.some((a) => f.cures.includes(a.act)),
          x.kind,
        ).toBe(true);
    }
    expect(g.system.name).toContain(l.title);
  });
  it('of the tap sends to a tap that was turned down, and says so', () => {
    const tap = LESSONS.find((l) => l.id === 'siphon-window')!;
    expect(scenarioOf(tap.find).strikes.map((x) => x.kind)).toEqual(['valve-shut']);
    const g = ground(tap.demo);
    const setup = setupOf(g, scenarioOf(tap.find), 5);
    const w = begin(g, setup);
    const said = perform(w, { act: 'open-tap', about: setup.hidden[0]!.about }, 0.5);
    expect(tell(said.words, 'metric')).toBe('One valve was turned down. It is back at its mark.');
    expect(w.state.hidden[0]!.cured).not.toBeNull();
  });
});
