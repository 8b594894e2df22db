import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { readSystem } from '../formats/file.ts';
import { reportOf } from '../formats/report.ts';
import { judgeWhole } from '../findings/judge.ts';
import { lagOf } from '../findings/rules/joined-lag.ts';
import { compile } from '../assess/compile.ts';
import { assess } from '../assess/assess.ts';
import { LAYOUTS, applyEdits, type SystemDocument } from '../system/index.ts';
import { levelAt } from '../water/vessel.ts';
import { prepare } from './flows.ts';
import { metricsOf } from './metrics.ts';
import { simulate } from './simulate.ts';
import { fixedSteps } from './test/fixedStep.ts';
import { allOrFew } from '../test/cases.ts';

/** Every layout's demo: it holds together, and behaves as an independent calculation says. */

const names = readdirSync('demo').map((n) => n.replace('.json', ''));
const open = (name: string): SystemDocument => {
  const r = readSystem(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!r.ok) throw new Error(r.message);
  return r.system;
};
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);
const G = 9.80665;
const LH = 1 / 3.6e6;

describe('the demo of every layout', () => {
  it('is there', () => {
    const layouts = new Set(names.map((n) => open(n).layout));
    expect([...layouts].sort()).toEqual(LAYOUTS.map((l) => l.id).sort());
  });

  /** Demos that are there to be mended. */
  const MISTAKES = ['the-first-attempt', 'warm-balcony'];
  test.each(names)('%s keeps its water, says at most two things to watch, and reports', (name) => {
    const s = open(name);
    const { trace, findings } = judgeWhole(s);
    expect(Math.abs(trace.balanceError)).toBeLessThan(1e-9);
    expect(trace.truncated).toBe(false);
    expect(trace.volumes.reduce((a, b) => Math.min(a, b), 0)).toBeGreaterThan(-1e-9);
    if (!MISTAKES.includes(name)) {
      expect(findings.filter((f) => f.level === 'stop')).toEqual([]);
      expect(trace.spilled).toBeLessThan(1e-9);
    }
    expect(reportOf(s)).toMatchObject({ accounts: { rest: expect.any(Array) } });
  });

  /** By day without the two in which plain steps take longest. */
  const QUICK = names.filter((n) => n !== 'polytunnel-three' && n !== 'twin-beds');
  // The plain solver steps through the first hours in which something happens.
  test.each(allOrFew(names, QUICK))('%s goes as by plain fixed steps', (name) => {
    const net = compile(open(name));
    const first = Math.min(
      ...net.controls.map((c) => (c.spans?.length ? c.spans[0]![0] : Infinity)),
      8 * 3600,
    );
    const always = net.controls.some((c) => c.spans === null);
    const end = always ? 1500 : first + 2400;
    const fast = simulate(net, end);
    const big = net.vessels.length > 5;
    const plain = fixedSteps(net, end, always ? 0.1 : 0.5, big ? prepare(net) : undefined);
    // Beds that are alike switch at the same moment, in whatever order.
    const times = (events: readonly { t: number; kind: string; where: string }[]) => {
      const out = new Map<string, number[]>();
      for (const e of events) {
        if (e.kind.startsWith('rim') || e.kind === 'overflow-gulps') continue;
        const key = `${e.kind} ${e.where}`;
        out.set(key, [...(out.get(key) ?? []), e.t]);
      }
      return out;
    };
    const [ours, theirs] = [times(fast.events), times(plain.events)];
    expect([...ours.keys()].sort()).toEqual([...theirs.keys()].sort());
    for (const [key, list] of theirs) {
      expect(ours.get(key), key).toHaveLength(list.length);
      list.forEach((t, i) =>
        expect(Math.abs(ours.get(key)![i]! - t), `${key} at ${t}`).toBeLessThan(0.01 * t + 1),
      );
    }
    const n = net.vessels.length;
    net.vessels.forEach((v, i) => {
      const last = fast.levels[(fast.rows - 1) * n + i]!;
      expect(Math.abs(last - levelAt(v.storage, plain.volumes[i]!))).toBeLessThan(0.003);
    });
  });
});

/** Levels and flows of a day at a time. */
function at(s: SystemDocument, t: number) {
  const net = compile(s);
  const day = simulate(net, t);
  const r = day.rows - 1;
  const n = net.vessels.length;
  const width = net.paths.length + n;
  const vessel = (id: string) => net.vessels.findIndex((v) => v.id === id);
  return {
    net,
    day,
    level: (id: string) => day.levels[r * n + vessel(id)]!,
    volume: (id: string) => day.volumes[r * n + vessel(id)]!,
    flow: (id: string) => day.flows[r * width + net.paths.findIndex((p) => p.id === id)]!,
  };
}
const ringHead = (q: number, d: number) =>
  (q / ((2 / 3) * 0.6 * Math.sqrt(2 * G) * Math.PI * d)) ** (2 / 3);
const roundHead = (q: number, d: number) =>
  d * (q / (0.46 * Math.sqrt(G) * d ** 2.5)) ** (1 / 1.82);

describe('what is particular', () => {
  it('counter bowl: stands at its overflow and the head that a ring weir needs', () => {
    const s = at(open('work-bench-bowl'), 3600);
    const q = s.flow('lift');
    expect(q).toBeGreaterThan(60 * LH);
    expect(Math.abs(s.level('bowl') - 0.06 - ringHead(q, 0.0212))).toBeLessThan(2e-4);
  });

  it('counter tank: a power cut empties the bed backwards, all of it into the tank', () => {
    const s = open('window-sill-tank');
    const a = assess(s);
    expect(a.balance.afterPowerCut[1]!.volume).toBeLessThan(1e-6);
    expect(a.balance.afterPowerCut[0]!.volume).toBeCloseTo(0.055, 6);
    // In time as well: the pump stops at 00:10 and the bed is in the tank again an hour later.
    const cut = applyEdits(s, [
      {
        at: 'controls.mains',
        to: {
          id: 'mains',
          kind: 'programs',
          device: 'clock-plug',
          own: null,
          rows: [{ start: 0, on: 600 }],
        },
      },
    ]);
    expect(at(cut, 4200).volume('bed')).toBeLessThan(1e-4);
    expect(at(cut, 599).volume('bed')).toBeGreaterThan(4e-3);
  });

  it('air-lift: gives what was measured, whatever the level does', () => {
    const s = open('bubble-lift');
    const day = simulate(compile(s));
    near(metricsOf(compile(s), day).pumps[0]!.delivered, 170 * LH * 86400, 1e-9);
  });

  it('loop siphon: starts where critical flow over its top reaches Froude 0.6', () => {
    const s = open('wash-house-loop');
    const start = simulate(compile(s), 3600).events.find((e) => e.kind === 'siphon-starts')!;
    const d = 0.02093;
    const q = 0.6 * ((Math.PI * d * d) / 4) * Math.sqrt(G * d);
    expect(Math.abs(start.level - 0.195 - roundHead(q, d))).toBeLessThan(3e-4);
  });

  it('planter: its period is what the swing needs in and out', () => {
    const s = open('hallway-planter');
    const { day, a } = judgeWhole(s);
    const bed = day.metrics.beds[0]!;
    const w = a.siphons[0]!;
    // By hand: voids 0.44 of 0.2304 m² and the guard's free area, from break to start.
    const free = Math.PI * 0.25 * 0.085 ** 2;
    const phi = a.net.vessels[1]!.voids;
    const swing = (phi * 0.72 * 0.32 + (1 - phi) * free) * (a.beds[0]!.flood - 0.02);
    const inflow = (w.inflow + w.inflowAtBreak) / 2;
    const out = (w.flowAtCrest + w.flowAtBreak) / 2;
    near(bed.period!, swing / inflow + swing / (out - inflow), 0.03);
  });

  it('beds in series: in the end each passes on what comes in, at the head critical flow needs', () => {
    const s = at(open('terrace-steps'), 1790);
    const q = s.flow('lift');
    const drip = s.flow('drip-1');
    near(s.flow('pass-1') + drip, q, 0.002);
    near(s.flow('pass-2') + s.flow('drip-2'), q, 0.002);
    // A 10 mm hole in the floor takes C·a·√(2gh) of it.
    near(drip, 0.61 * 0.25 * Math.PI * 1e-4 * Math.sqrt(2 * G * s.level('bed-1')), 1e-6);
    expect(Math.abs(s.level('bed-1') - 0.15 - roundHead(q - drip, 0.0525))).toBeLessThan(5e-4);
  });

  it('joined beds: one level but for the head lost in the joining pipes', () => {
    const demo = open('twin-beds');
    const net = compile(demo);
    const day = simulate(net, 7200);
    const start = day.events.find((e) => e.kind === 'siphon-starts')!.t;
    const s = at(demo, start + 120);
    const lag = s.level('bed-2') - s.level('box');
    const w = assess(demo).siphons[0]!;
    const told = lagOf(net, 1, w.flowAtCrest);
    expect(net.vessels[told.far]!.id).toBe('bed-2');
    expect(Math.abs(lag - told.lag)).toBeLessThan(0.003);
    // By hand for the near pipe: it carries all but the box's share; K 0.5 + 0.5/0.36 + 2 × 0.9 + 1.
    const q = s.flow('join-1');
    const v = q / (0.25 * Math.PI * 0.0525 ** 2);
    const f = 0.316 / ((v * 0.0525) / 1e-6) ** 0.25;
    const head = ((0.5 + 0.5 / 0.36 + 1.8 + 1 + (f * 0.5) / 0.0525) * (v * v)) / (2 * G);
    expect(Math.abs(s.level('bed-1') - s.level('box') - head)).toBeLessThan(0.1 * head + 2e-4);
  });

  it('sump loop: the tank’s level does not move, the sump takes the swing, both beds get the same', () => {
    const s = open('north-wall-lean-to');
    const net = compile(s);
    const day = simulate(net);
    const n = net.vessels.length;
    const hour = day.times.findIndex((t) => t > 3600);
    const range = (i: number) => {
      let [low, high] = [Infinity, -Infinity];
      for (let r = hour; r < day.rows; r++) {
        low = Math.min(low, day.levels[r * n + i]!);
        high = Math.max(high, day.levels[r * n + i]!);
      }
      return high - low;
    };
    expect(range(0)).toBeLessThan(0.003);
    expect(range(1)).toBeGreaterThan(0.1);
    const { beds } = metricsOf(net, day);
    near(beds[0]!.cyclesPerDay, beds[1]!.cyclesPerDay, 1e-9);
    // Each overflow holds half the lift at its ring weir.
    const late = at(s, 7000);
    const q = (late.flow('over-1') + late.flow('over-2')) / 2;
    near(2 * q, late.flow('lift'), 0.02);
    expect(Math.abs(late.level('tank') - 0.71 - ringHead(q, 0.0525))).toBeLessThan(3e-4);
  });

  it('lined frame: stands at the crest and its weir head, pots and all', () => {
    const s = at(open('attic-frame'), 7 * 3600 + 880);
    const q = s.flow('lift');
    expect(Math.abs(s.level('frame') - 0.07 - ringHead(q, 0.0452))).toBeLessThan(5e-4);
    // Eighteen pots of 100 mm push aside the solids of their shale.
    const open18 = 1.1 * 0.7 - (18 * Math.PI * 0.01 * (1 - 0.42)) / 4;
    near(s.volume('frame'), open18 * s.level('frame'), 0.02);
  });

  it('bucket row: what the reservoir loses stands in nine cones, eight of them full of stones', () => {
    const s = at(open('bean-buckets'), 6 * 3600 + 1100);
    const h = s.level('buckets');
    expect(h).toBeGreaterThan(0.22);
    const top = 0.26 + (0.04 * h) / 0.36;
    const cone = ((Math.PI * h) / 12) * (0.26 ** 2 + 0.26 * top + top ** 2);
    const phi = s.net.vessels[2]!.voids;
    near(s.volume('buckets'), 8 * phi * cone, 1e-6);
    // The float holds the control bucket between its marks, the manifold the row within 10 mm of it.
    expect(s.level('control')).toBeGreaterThan(0.224);
    expect(Math.abs(s.level('control') - h)).toBeLessThan(0.01);
    near(0.19 - s.volume('reservoir'), s.volume('buckets') + s.volume('control'), 0.02);
  });

  it('pump chain: supply less draw runs over, the branches get the same', () => {
    const demo = open('polytunnel-three');
    const net = compile(demo);
    const day = simulate(net);
    const { pumps } = metricsOf(net, day);
    const width = net.paths.length + net.vessels.length;
    const back = net.paths.findIndex((p) => p.id === 'back');
    let over = 0;
    for (let r = 0; r + 1 < day.rows; r++) {
      const dt = day.times[r + 1]! - day.times[r]!;
      over += (dt * (day.flows[r * width + back]! + day.flows[(r + 1) * width + back]!)) / 2;
    }
    near(pumps[0]!.delivered, pumps[1]!.delivered + over, 0.005);
    const flows = assess(demo).duties[1]!.branches.map((b) => b.flow);
    near(Math.max(...flows), Math.min(...flows), 0.03);
    // The filter’s loss by hand: K = 6/(1 − 0.2)² on the line’s velocity head.
    const supply = assess(demo).duties[0]!;
    const open0 = assess(applyEdits(demo, [{ at: 'paths.supply.filter', to: null }])).duties[0]!;
    near(supply.sumK - open0.sumK, 6 / 0.64, 1e-9);
  });

  it('felt wall: holds what stays and the flow times its time constant, then drips out', () => {
    const on = 7 * 3600;
    const run = at(open('courtyard-wall'), on + 599);
    const q = run.flow('lift');
    // A twentieth is left after 420 s, so the time constant is 140 s; ten minutes are four of them.
    const steady = 0.006 + q * 140 * (1 - Math.exp(-590 / 140));
    near(run.volume('wall'), steady, 0.03);
    const after = at(open('courtyard-wall'), on + 600 + 420);
    near(after.volume('wall') - 0.006, (run.volume('wall') - 0.006) * Math.exp(-3), 0.03);
  });

  it('wet tray: nothing returns; the bucket falls by what is drunk and dried', () => {
    const s = open('seedling-shelf');
    const net = compile(s);
    const day = simulate(net);
    // Half a square metre: 4 mm drunk, and open water at 23 °C and half humidity dries 8.4 mm.
    near(day.used, net.vessels[1]!.waterUse * 86400, 1e-6);
    expect(net.vessels[1]!.waterUse * 86400).toBeGreaterThan(0.5 * 0.004);
    const n = 2;
    const fell = day.volumes[0]! - day.volumes[(day.rows - 1) * n]!;
    near(fell, day.used, 0.05);
    const tray = Array.from({ length: day.rows }, (_, r) => day.levels[r * n + 1]!);
    expect(Math.max(...tray) - Math.min(...tray)).toBeLessThan(0.002);
  });

  it('add-ons: a raft of steady depth, a film by Manning, a box that drains freely', () => {
    const s = at(open('pair-and-more'), 7 * 3600 + 200);
    const raft = s.flow('raft-feed');
    expect(Math.abs(s.level('raft') - 0.2 - ringHead(raft, 0.03505))).toBeLessThan(3e-4);
    const film = s.flow('channel-feed');
    near(s.level('channel'), ((0.013 * film) / (0.1 * Math.sqrt(0.025))) ** 0.6, 0.002);
    const drip = s.flow('seed-box-feed');
    near(s.flow('seed-box-return'), drip, 0.02);
  });
});
