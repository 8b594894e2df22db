import { describe, expect, it, test } from 'vitest';
import { compile } from '../assess/compile.ts';
import { assess } from '../assess/assess.ts';
import { judge, judgeWhole } from '../findings/judge.ts';
import { applyEdits, type Edit } from '../system/index.ts';
import { pair as pairOf } from '../test/pair.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { testBlockedDrain, metricsOf, simulate, simulateDay } from './index.ts';

const tray = (...edits: Edit[]) => applyEdits(trayOverReservoir.make('t', 'T'), edits);
const pair = (...edits: Edit[]) => applyEdits(pairOf('p', 'P'), edits);
const program = (...rows: { start: number; on: number }[]): Edit => ({
  at: 'controls.timer',
  to: { id: 'timer', kind: 'programs', device: 'digital-8', own: null, rows },
});

describe('the water in a pumped line', () => {
  // 20 m of 25 mm hose and the rise hold some 10 L.
  const long: Edit[] = [
    { at: 'paths.lift.run', to: 20 },
    { at: 'paths.lift.bore', to: 0.025 },
    { at: 'paths.lift.end', to: 0.3 },
    program({ start: 3600, on: 900 }),
  ];
  const net = compile(tray(...long));
  const pump = net.paths.find((p) => p.kind === 'pump')!;
  const volume = pump.kind === 'pump' ? pump.lineVolume : 0;
  const day = simulate(net, 7200);
  const at = (t: number) => day.times.findLastIndex((x) => x <= t);
  const stored = (r: number) => day.volumes[r * 2]! + day.volumes[r * 2 + 1]!;

  it('is its bore times its length', () => {
    const rise = net.vessels[1]!.floorZ + 0.3 - net.vessels[0]!.floorZ - 0.03;
    const length = pump.kind === 'pump' ? pump.line.length : 0;
    expect(Math.abs(length - 20 - rise)).toBeLessThan(0.2);
    expect(volume).toBeCloseTo((Math.PI / 4) * 0.025 ** 2 * length, 9);
  });

  it('is taken up before any arrives: after volume ÷ flow', () => {
    const first = day.times.findIndex((_, r) => day.levels[r * 2 + 1]! > 1e-5);
    const flow = assess(tray(...long)).duties[0]!.flow;
    expect(day.times[first]! - 3600).toBeGreaterThan((0.97 * volume) / flow);
    const arrived = day.times.findIndex((_, r) => day.flows[r * (net.paths.length + 2)]! > 0);
    expect((day.times[arrived]! - 3600) / (volume / flow)).toBeCloseTo(1, 1);
  });

  it('is in neither vessel while the pump runs, and back when it stands', () => {
    expect(stored(at(3599)) - stored(at(4400))).toBeCloseTo(volume, 6);
    expect(stored(at(7100))).toBeCloseTo(stored(0), 6);
    expect(Math.abs(day.balanceError)).toBeLessThan(1e-12);
  });

  it('stays there behind a check valve', () => {
    const held = simulate(compile(tray(...long, { at: 'paths.lift.checkValve', to: true })), 7200);
    for (const r of [1, held.rows >> 1, held.rows - 1]) {
      expect(held.volumes[r * 2]! + held.volumes[r * 2 + 1]!).toBeCloseTo(stored(0), 9);
    }
  });

  it('a stop and a start within seconds lose nothing', () => {
    const rows = Array.from({ length: 30 }, (_, i) => ({ start: 600 + 25 * i, on: 13 }));
    const busy = simulate(compile(tray(...long, program(...rows))), 3600);
    expect(Math.abs(busy.balanceError)).toBeLessThan(1e-9);
    expect(busy.truncated).toBe(false);
  });
});

describe('a line that peaks above its end', () => {
  const peak = (height: number, vented: boolean): Edit => ({
    at: 'paths.lift.peak',
    to: { height, vented },
  });
  const duty = (...edits: Edit[]) => assess(pair(...edits)).duties[0]!;
  const plain = duty();

  it('with a vent lifts to the peak for good', () => {
    const d = duty(peak(0.52, true));
    expect(d.staticHead - plain.staticHead).toBeCloseTo(0.2, 9);
    expect(d.flow).toBeLessThan(plain.flow);
  });

  it('without one the down leg helps: only the longer pipe costs flow', () => {
    const d = duty(peak(0.52, false));
    expect(d.staticHead).toBeCloseTo(plain.staticHead, 9);
    expect(d.length - plain.length).toBeCloseTo(0.4, 9);
    expect(d.flow).toBeLessThan(plain.flow);
    expect(d.flow).toBeGreaterThan(duty(peak(0.52, true)).flow);
  });

  test.each([true, false])('higher than the pump reaches gives nothing (vented %s)', (vented) => {
    // 1.9 m of head from some 0.65 m of water: 2.55 m is the most; the bed's floor is at 0.95 m.
    const s = pair(peak(1.7, vented));
    expect(assess(s).duties[0]!.flow).toBe(0);
    const { findings, trace } = judgeWhole(s);
    expect(findings.find((f) => f.id === 'static-head')!.level).toBe('stop');
    expect(Math.max(...trace.flows.filter((_, i) => i % (trace.paths.length + 2) === 0))).toBe(0);
  });

  it('starts while the tank is full, and not again once the tank has fallen', () => {
    const { maxHead } = plain;
    const surface = assess(pair()).balance.rest[0]!.level;
    // 5 mm to spare over the water at rest.
    const height = maxHead + surface - 0.95 - 0.005;
    const s = pair(peak(height, false));
    expect(judge(s).find((f) => f.id === 'static-head')!.level).not.toBe('stop');
    const lower = applyEdits(s, [{ at: 'vessels.tank.fill', to: 0.6 }]);
    expect(
      judge(lower)
        .find((f) => f.id === 'static-head')!
        .sentence.join(''),
    ).toContain('No water gets over the top');
    expect(simulate(compile(s)).events.some((e) => e.kind === 'siphon-starts')).toBe(true);
    expect(simulate(compile(lower)).events.some((e) => e.kind === 'siphon-starts')).toBe(false);
  });
});

describe('a blocked drain, tried for a day', () => {
  const alone = pair({ at: 'paths.spare', to: undefined });

  it('puts on the floor what is over the pump, less what the bed holds to its rim', () => {
    const net = compile(alone);
    const r = testBlockedDrain(net, 'siphon')!;
    const tank = Math.PI * 0.55 ** 2;
    // From 620 L down to the intake at 0.27 m.
    expect(r.left).toBeCloseTo(tank * 0.27, 3);
    const bed = 0.28 * (0.437 * 0.84 + 0.563 * Math.PI * 0.055 ** 2) + 0.05 * 0.84;
    const line = net.paths[0]!.kind === 'pump' ? net.paths[0]!.lineVolume : 0;
    expect(r.spilled).toBeCloseTo(0.62 - r.left - bed - line, 2);
    expect(r.overAt).toBeGreaterThan(300);
    expect(r.untilDry).toBeGreaterThan(0);
  });

  it('is told in the finding, with what is left', () => {
    const f = judgeWhole(alone).findings.find((x) => x.id === 'second-outlet')!;
    expect(f.level).toBe('stop');
    expect(f.sentence.filter((p) => typeof p === 'string').join('')).toContain('on the floor');
  });

  it('half open carries half, and nothing happens with a second way out', () => {
    expect(testBlockedDrain(compile(pair()), 'siphon')!.spilled).toBe(0);
    expect(testBlockedDrain(compile(pair()), 'nothing')).toBeNull();
  });
});

describe('a bed that runs back to the raised end of its line', () => {
  test.each([0.01, 0.02, 0.03, 0.045, 0.06])('stops at %f m, not below', (end) => {
    const net = compile(
      tray(
        { at: 'paths.lift.end', to: end },
        { at: 'paths.overflow.weep', to: null },
        program({ start: 3600, on: 900 }, { start: 10_800, on: 900 }),
      ),
    );
    const day = simulate(net, 18_000);
    const first = day.times.findIndex((t) => t >= 4500);
    let low = Infinity;
    for (let r = first; r < day.rows; r++) low = Math.min(low, day.levels[r * 2 + 1]!);
    expect(low).toBeGreaterThan(end - 5e-5);
    expect(low).toBeLessThan(end + 3e-3);
  });
});

describe('an interval timer', () => {
  it('counts on through midnight: 50 min on and off are switched at every multiple, the second day too', () => {
    const net = compile(
      tray({
        at: 'controls.timer',
        to: {
          id: 'timer',
          kind: 'interval',
          device: 'repeat-cycle',
          own: null,
          on: 600,
          off: 2401,
        },
      }),
    );
    const first = simulate(net);
    const second = simulateDay(net, 1);
    const ons = (d: typeof first) => d.events.filter((e) => e.kind === 'pump-on').map((e) => e.t);
    ons(first).forEach((t, k) => expect(t).toBeCloseTo(k * 3001, 6));
    // 28 turns of 3,001 s end 2,372 s before midnight, the next begins 629 s after it.
    expect(ons(second)[0]).toBeCloseTo(29 * 3001 - 86400, 6);
    for (const t of ons(second)) expect((t + 86400) % 3001).toBeCloseTo(0, 5);
    expect(Math.abs(second.balanceError)).toBeLessThan(1e-9);
  });

  it('shows a day that begins while the pump runs with the pump running', () => {
    // 24 h are 28 turns of 3,000 s and 2,400 s more: of 2,700 s on, 300 s are left at midnight.
    const net = compile(
      tray({
        at: 'controls.timer',
        to: {
          id: 'timer',
          kind: 'interval',
          device: 'repeat-cycle',
          own: null,
          on: 2700,
          off: 300,
        },
      }),
    );
    const day = simulateDay(net, 1);
    const off = day.events.find((e) => e.kind === 'pump-off')!;
    expect(off.t).toBeCloseTo(300, 6);
    const pump = metricsOf(net, day).pumps[0]!;
    // 300 s, then 28 turns whole, and 300 s less than a turn: 86,400 s less 29 pauses.
    expect(pump.running).toBeCloseTo(86400 - 29 * 300, 3);
  });
});
