import { describe, expect, it, test } from 'vitest';
import { compile } from '../assess/compile.ts';
import type { Network, PumpPath } from '../network/types.ts';
import { applyEdits, LAYOUTS, type Edit, type SystemDocument } from '../system/index.ts';
import { largest } from '../test/largest.ts';
import { simulate } from '../day/simulate.ts';
import type { DayTrace } from '../day/types.ts';
import { faultsOf, USUAL_SEVERITY, type KnownFault, type Severity } from './index.ts';

const HOUR = 3600;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);
const make = (layout: string, ...edits: Edit[]): SystemDocument =>
  applyEdits(LAYOUTS.find((l) => l.id === layout)!.make('x', 'X'), edits);

function struck(s: SystemDocument, id: string) {
  const usual = compile(s);
  const faults = faultsOf(s, usual);
  const fault = faults.find((f) => f.id === id);
  if (!fault) throw new Error(`no ${id} among ${faults.map((f) => f.id).join(', ')}`);
  return { usual, net: fault.inject(usual), fault };
}
/** Level of a vessel and flow of a path at a moment: the last row up to it. */
function at(net: Network, day: DayTrace, t: number) {
  const r = day.times.findLastIndex((x) => x <= t);
  const v = (id: string) => net.vessels.findIndex((x) => x.id === id);
  const p = (id: string) => net.paths.findIndex((x) => x.id === id);
  return {
    level: (id: string) => day.levels[r * net.vessels.length + v(id)]!,
    volume: (id: string) => day.volumes[r * net.vessels.length + v(id)]!,
    flow: (id: string) => day.flows[r * (day.paths.length + day.vessels.length) + p(id)]!,
  };
}

describe('which faults a system can have', () => {
  const kinds = (s: SystemDocument) => new Set(faultsOf(s, compile(s)).map((f) => f.kind));

  it('a siphon bed with its pump always on: no timer to stick, a siphon to fail', () => {
    const k = kinds(make('bed-over-tank'));
    for (const kind of ['siphon-never-starts', 'siphon-never-stops', 'guard-clogged', 'valve-shut'])
      expect(k, kind).toContain(kind);
    for (const kind of ['timer-stuck-on', 'timer-stuck-off', 'float-stuck'])
      expect(k, kind).not.toContain(kind);
  });

  it('a flood tray: a timer that sticks either way, no siphon', () => {
    const k = kinds(make('tray-over-reservoir'));
    expect(k).toContain('timer-stuck-on');
    expect(k).toContain('timer-stuck-off');
    expect(k).not.toContain('siphon-never-starts');
    // It has no tap to be knocked shut, until one is put in.
    expect(k).not.toContain('valve-shut');
    expect(kinds(make('tray-over-reservoir', { at: 'paths.lift.valve', to: 0.8 }))).toContain(
      'valve-shut',
    );
  });

  it('an air-lift has no impeller to clog, and a tray without a pump none to fail', () => {
    expect(kinds(make('air-lift'))).not.toContain('pump-clogged');
    const gravity = kinds(make('wet-tray'));
    for (const kind of ['power-cut', 'pump-fails', 'delivery-off'])
      expect(gravity).not.toContain(kind);
    expect(gravity).toContain('float-stuck');
  });

  it('only the lowest way out is worth blocking', () => {
    const blocked = faultsOf(make('bed-over-tank'), compile(make('bed-over-tank'))).filter(
      (f) => f.kind === 'drain-blocked',
    );
    expect(blocked.map((f) => f.about)).toEqual(['siphon']);
  });

  it('the fish’s tank leaks, else the fullest', () => {
    const leak = (s: SystemDocument) => faultsOf(s, compile(s)).find((f) => f.kind === 'leak')!;
    expect(leak(make('sump-loop')).about).toBe('tank');
    expect(leak(make('tray-over-reservoir')).about).toBe('reservoir');
  });

  it('of eight beds that are alike one stands for all', () => {
    const s = largest('x', 'X');
    const net = compile(s);
    const faults = faultsOf(s, net);
    const siphons = faults.filter((f) => f.kind === 'siphon-never-starts');
    const all = net.paths.filter((p) => p.kind === 'drain' && p.siphon).length;
    expect(siphons.reduce((t, f) => t + 1 + (f.alike ?? 0), 0)).toBe(all);
    expect(siphons.length).toBeLessThan(all);
  });
});

describe('any fault', () => {
  const all: [string, KnownFault, Network][] = LAYOUTS.flatMap((l) => {
    const s = l.make('x', 'X');
    const net = compile(s);
    return faultsOf(s, net).map((f): [string, KnownFault, Network] => [`${l.id}: ${f.id}`, f, net]);
  });

  test.each(all)('%s changes its network, and not the one it is given', (_, fault, net) => {
    const before = JSON.stringify(net);
    const after = fault.inject(net);
    expect(JSON.stringify(net)).toBe(before);
    expect(JSON.stringify(after)).not.toBe(before);
    // Vessels and paths keep their places: the day goes on from where it stood.
    expect(after.paths.map((p) => p.id)).toEqual(net.paths.map((p) => p.id));
    expect(after.vessels.map((v) => v.id)).toEqual(net.vessels.map((v) => v.id));
  });
});

describe('pumps', () => {
  it('a cut leaves all without power, a dead pump only its own', () => {
    const s = make('pump-chain');
    const cut = struck(s, 'power-cut/system').net;
    expect(cut.controls.every((c) => c.spans?.length === 0)).toBe(true);
    const { net } = struck(s, 'pump-fails/supply');
    const day = simulate(net, 8 * HOUR);
    expect(day.events.some((e) => e.kind === 'pump-on' && e.where === 'feed')).toBe(true);
    const state = at(net, day, 7 * HOUR);
    expect(state.flow('supply')).toBe(0);
    // The clear tank is drawn down by the other pump, and nothing runs back over its overflow.
    expect(state.level('clear')).toBeLessThan(at(net, day, 0).level('clear'));
  });

  it('clogged to 40 % of its box it gives a little more than that of its flow: less is lost on the way', () => {
    const { net, usual } = struck(make('bed-over-tank'), 'pump-clogged/lift');
    const flow = (n: Network) => at(n, simulate(n, 400), 300).flow('lift');
    const kept = flow(net) / flow(usual);
    expect(kept).toBeGreaterThan(1 - USUAL_SEVERITY.pumpClogged);
    expect(kept).toBeLessThan(0.55);
  });

  it('a knocked tap shuts its own branch; the others get more', () => {
    const { net, usual } = struck(make('pump-chain'), 'valve-shut/feed-2');
    const during = (n: Network) => {
      const day = simulate(n, 12 * HOUR);
      const on = day.events.find((e) => e.kind === 'pump-on' && e.where === 'feed')!;
      return at(n, day, on.t + 120);
    };
    const shut = during(net);
    const open = during(usual);
    expect(shut.flow('feed-2')).toBe(0);
    expect(shut.flow('feed')).toBeGreaterThan(1.05 * open.flow('feed'));
    expect(shut.flow('feed-3')).toBeGreaterThan(1.05 * open.flow('feed-3'));
  });

  it('a delivery that comes off throws out what its trunk gives; nothing runs back through it', () => {
    const { net } = struck(make('pump-chain'), 'delivery-off/feed');
    const lead = net.paths.find((p) => p.id === 'feed') as PumpPath;
    expect(lead.loose).toBe(true);
    expect(lead.manifold).toBe(-1);
    const day = simulate(net, 9 * HOUR);
    const on = day.events.find((e) => e.kind === 'pump-on' && e.where === 'feed')!;
    const state = at(net, day, on.t + 120);
    expect(state.flow('feed-2')).toBe(0);
    expect(state.level('bed-1')).toBe(0);
    expect(day.spilled).toBeGreaterThan(0.9 * state.flow('feed') * 120);
  });
});

describe('siphons and drains', () => {
  it('one that never starts stands at its crest and the head that the flow needs', () => {
    const { net } = struck(make('bed-over-tank'), 'siphon-never-starts/siphon');
    const day = simulate(net, 3 * HOUR);
    const state = at(net, day, 3 * HOUR - 1);
    expect(day.events.some((e) => e.kind === 'siphon-starts')).toBe(false);
    expect(state.level('bed')).toBeGreaterThan(0.235);
    near(state.flow('siphon') + state.flow('spare'), state.flow('lift'), 1e-3);
  });

  it('a clogged guard lengthens the drain', () => {
    const { net, usual } = struck(make('bed-over-tank'), 'guard-clogged/siphon');
    const drain = (n: Network) => {
      const { events } = simulate(n, 2 * HOUR);
      const start = events.find((e) => e.kind === 'siphon-starts')!;
      const stop = events.find((e) => e.kind === 'siphon-stops' && e.t > start.t);
      return (stop?.t ?? Infinity) - start.t;
    };
    expect(drain(net)).toBeGreaterThan(1.5 * drain(usual));
  });

  it('clogged screens between joined beds: the far one lags while the siphon runs', () => {
    const s = make('joined-beds');
    const usual = compile(s);
    const clogged = faultsOf(s, usual)
      .filter((f) => f.kind === 'guard-clogged' && f.about.startsWith('join'))
      .reduce((n, f) => f.inject(n), usual);
    const lag = (n: Network) => {
      const day = simulate(n, 2 * HOUR);
      const start = day.events.find((e) => e.kind === 'siphon-starts')!;
      const state = at(n, day, start.t + 60);
      return state.level('bed-2') - state.level('box');
    };
    expect(lag(clogged)).toBeGreaterThan(lag(usual) + 0.02);
  });
});

describe('floats', () => {
  it('of a bucket row stuck on: it fills to the emergency overflow and no higher', () => {
    const { net } = struck(make('bucket-row'), 'float-stuck/fill');
    const day = simulate(net, 6 * HOUR + 1190);
    const level = at(net, day, 6 * HOUR + 1180).level('control');
    expect(level).toBeGreaterThan(0.285);
    expect(level).toBeLessThan(0.315);
    expect(day.spilled).toBe(0);
  });

  it('of the emptying pump stuck off: the buckets stand full past the time they should drain', () => {
    const { net, usual } = struck(make('bucket-row'), 'float-stuck/empty-off');
    const late = (n: Network) => at(n, simulate(n, 8 * HOUR), 7.6 * HOUR).level('buckets');
    expect(late(usual)).toBeLessThan(0.05);
    expect(late(net)).toBeGreaterThan(0.2);
  });

  it('a valve stuck open lets its whole bucket down: over the tray’s rim and onto the floor', () => {
    const s = make('wet-tray');
    const { net } = struck(s, 'float-stuck/valve');
    const day = simulate(net, 24 * HOUR);
    const end = at(net, day, 24 * HOUR);
    expect(end.volume('bucket')).toBeLessThan(0.001);
    const filled = s.vessels.reduce((t, v) => t + v.fill, 0);
    near(day.spilled + end.volume('tray') + end.volume('bucket') + day.used, filled, 1e-6);
  });

  it('stuck shut the tray is drunk dry: it falls by what plants and air take', () => {
    const { net } = struck(make('wet-tray'), 'float-stuck/valve-shut');
    const day = simulate(net, 6 * HOUR);
    const fell = at(net, day, 0).volume('tray') - at(net, day, 6 * HOUR).volume('tray');
    const loss = net.vessels.find((v) => v.id === 'tray')!.waterUse;
    near(fell, loss * 6 * HOUR, 1e-3);
    expect(at(net, day, 6 * HOUR).flow('valve')).toBe(0);
  });
});

describe('what creeps', () => {
  it('a week without topping up takes seven days’ loss, and nothing else', () => {
    const s = make('tray-over-reservoir');
    const { net, fault } = struck(s, 'top-up-forgotten/system');
    expect(fault.follow).toBe(7 * 86400);
    const week = simulate(net, 7 * 86400);
    const end = at(net, week, 7 * 86400);
    const left = s.vessels.reduce((t, v) => t + end.volume(v.id), 0);
    const filled = s.vessels.reduce((t, v) => t + v.fill, 0);
    near(filled - left, week.used, 1e-7);
    // The reservoir is wet all week and loses all of its; the tray only while it stands in water.
    const [reservoir, tray] = net.vessels.map((v) => v.waterUse * 7 * 86400) as [number, number];
    expect(week.used).toBeGreaterThan(reservoir);
    expect(week.used).toBeLessThan(reservoir + tray);
    // Seven equal days, as nothing else changes.
    near(week.used, 7 * simulate(net, 86400).used, 0.02);
    expect(week.spilled).toBe(0);
  });
});

describe('how hard they strike', () => {
  const s = make('bed-over-tank');
  const net = compile(s);
  const withHow = (how: Partial<Severity>) => faultsOf(s, net, { ...USUAL_SEVERITY, ...how });
  const fault = (how: Partial<Severity>, id: string) => withHow(how).find((f) => f.id === id)!;

  it('is told in their names, and the ids stay', () => {
    const how: Severity = {
      powerCut: 30 * HOUR,
      pumpClogged: 0.25,
      drainBlocked: 0.7,
      forgotten: 3 * 86400,
      leak: 12e-3 / HOUR,
    };
    expect(withHow(how).map((f) => f.id)).toEqual(withHow({}).map((f) => f.id));
    const names = withHow(how).map((f) => f.name);
    expect(names).toContain('Power cut of 30 h');
    expect(names).toContain('The pump of “Fill line” clogs to 75 %');
    expect(names).toContain('“Bell siphon” is blocked to 70 %');
    expect(names).toContain('No top-up for 3 d');
    expect(names).toContain('“Fish tank” leaks 12 L an hour');
    expect(withHow({}).map((f) => f.name)).toContain('“Bell siphon” is blocked');
  });

  it('a drain that is blocked in part carries its open share', () => {
    const run = (drainBlocked: number) => {
      const part = fault({ drainBlocked }, 'drain-blocked/siphon').inject(net);
      const day = simulate(part, 2 * HOUR);
      return day.events.filter((e) => e.kind === 'siphon-starts').length;
    };
    // Half open it still runs; shut but for a crack it never starts.
    expect(run(0.2)).toBeGreaterThan(3);
    expect(run(0.98)).toBe(0);
  });

  it('a leak of n litres an hour takes them', () => {
    const leaking = fault({ leak: 20e-3 / HOUR }, 'leak/tank').inject(net);
    const dry = fault({ leak: 1e-3 / HOUR }, 'leak/tank').inject(net);
    const used = (n: Network) => simulate(n, 6 * HOUR).used;
    near(used(leaking) - used(dry), 6 * 19e-3, 1e-6);
  });

  it('a longer cut lasts longer and is followed past its end', () => {
    const f = fault({ powerCut: 24 * HOUR }, 'power-cut/system');
    expect(f.lasts).toBe(24 * HOUR);
    expect(f.follow).toBeGreaterThan(24 * HOUR);
  });
});
