import { describe, expect, it, test } from 'vitest';
import { assess } from '../assess/assess.ts';
import {
  applyEdits,
  isSiphon,
  type Edit,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';
import { pair as pairOf } from '../test/pair.ts';
import { joinedBeds } from '../system/layouts/joined-beds.ts';
import { loopOverTank } from '../system/layouts/loop-over-tank.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { simulate } from '../day/simulate.ts';
import { siphonCycle } from './cycle.ts';
import { suggestionsFor, valveFor } from './siphon.ts';
import { stockChoices } from './stockSearch.ts';
import {
  centreOf,
  inflowBand,
  linesFeedingSiphon,
  marginsOfWindow,
  openingInWords,
} from './window.ts';

const pair = (...edits: Edit[]) => applyEdits(pairOf('p', 'P'), edits);
const siphonOf = (s: SystemDocument): Siphon => s.paths.find(isSiphon)!;
const windowOf = (s: SystemDocument) => assess(s).siphons[0]!;
const LH = 1 / 3.6e6;

describe('margins and middle', () => {
  it('are those of the window: inflow over the start, stop over inflow', () => {
    const w = windowOf(pair());
    const m = marginsOfWindow(w);
    // 769.2 L/h start a 26.64 mm pipe with a wide mouth for sure.
    expect(m.start).toBeCloseTo(w.reaches / (769.2 * LH), 3);
    // Three fifths of what runs as it breaks, over what comes in then, both taken from the day.
    const { net } = assess(pair());
    const day = simulate(net, 7200);
    const breaks = day.events.find((e) => e.kind === 'siphon-stops')!;
    const r = day.times.findIndex((t) => t >= breaks.t);
    const width = net.paths.length + net.vessels.length;
    const flow = (id: string) => day.flows[r * width + net.paths.findIndex((p) => p.id === id)]!;
    expect(flow('siphon')).toBeGreaterThan(0);
    expect(Math.abs(m.stop / ((0.6 * flow('siphon')) / flow('lift')) - 1)).toBeLessThan(0.01);
    // In the middle it has as much to spare for starting as for stopping.
    const middle = centreOf(w)!;
    expect(middle / w.start.high).toBeCloseTo(w.stopsBelow / middle, 9);
    expect(middle).toBeGreaterThan(w.start.high);
    expect(centreOf({ ...w, stopsBelow: w.start.high / 2 })).toBeNull();
  });

  it('an unmeasured pump gives a band, a measured one a line', () => {
    const s = pair();
    const [low, high] = inflowBand(s, siphonOf(s));
    expect(low).toBeLessThan(windowOf(s).inflow);
    expect(high).toBeGreaterThan(windowOf(s).inflow);
    const known = pair({
      at: 'measurements.bucket',
      to: { id: 'bucket', kind: 'flow', path: 'lift', flow: 1000 * LH },
    });
    const [a, b] = inflowBand(known, siphonOf(known));
    expect(a).toBe(b);
    // A curve by points wears as a box figure does.
    const points = pair({
      at: 'paths.lift.pump.points',
      to: [0, 0.25, 0.5, 0.75, 1].map((x) => [1800 * LH * x, 1.9 * (1 - x * x)]),
    });
    const band = inflowBand(points, siphonOf(points));
    expect(Math.abs(band[0] / low - 1)).toBeLessThan(0.03);
    expect(Math.abs(band[1] / high - 1)).toBeLessThan(0.03);
  });

  it.each([
    [1 / 3, 'a third open'],
    [0.5, 'half open'],
    [0.98, 'open'],
    [0.02, 'shut'],
  ])('a tap at %d is %s', (open, words) => expect(openingInWords(open)).toBe(words));

  it('finds the lines that feed a bed, through joined beds and overflows too', () => {
    for (const s of [joinedBeds.make('j', 'J'), sumpLoop.make('s', 'S'), pair()]) {
      expect(linesFeedingSiphon(s, siphonOf(s)).map((l) => l.id)).toEqual(['lift']);
    }
  });
});

describe('suggestions', () => {
  const strong = pair(
    { at: 'paths.lift.valve', to: 1 },
    { at: 'paths.lift.pump.maxFlow', to: 3600 * LH },
  );

  it('the tap that centres the inflow brings it there', () => {
    const open = valveFor(strong, siphonOf(strong), 'lift')!;
    expect(open).toBeLessThan(0.9);
    const w = windowOf(applyEdits(strong, [{ at: 'paths.lift.valve', to: open }]));
    expect(Math.abs(w.inflow / centreOf(w)! - 1)).toBeLessThan(0.04);
  });

  it.each([
    ['too strong a pump', strong],
    [
      'too wide a pipe',
      pair({ at: 'paths.siphon.bore', to: 0.0525 }, { at: 'paths.siphon.mouth', to: 0.0525 }),
    ],
    ['too short a drop', pair({ at: 'paths.siphon.drop', to: 0.05 })],
    ['a loop', applyEdits(loopOverTank.make('l', 'L'), [{ at: 'paths.lift.valve', to: 1 }])],
  ])('%s: each gives more to spare, as it says', (_, s) => {
    const before = marginsOfWindow(windowOf(s)).least;
    const list = suggestionsFor(s, siphonOf(s));
    expect(list.length).toBeGreaterThan(0);
    for (const x of list) {
      const after = marginsOfWindow(windowOf(applyEdits(s, x.edits)));
      expect(after.least).toBeGreaterThan(before);
      expect(after.least).toBeCloseTo(x.margins.least, 9);
    }
  });
});

describe('stock sizes', () => {
  test.each([
    ['bell', pair()],
    ['loop', loopOverTank.make('l', 'L')],
  ])('%s: what is listed works, and the whole system says the same', (_, s) => {
    const list = stockChoices(s, siphonOf(s));
    expect(list.length).toBeGreaterThan(3);
    list.forEach((c, i) => {
      if (i) expect(c.margins.least).toBeLessThanOrEqual(list[i - 1]!.margins.least);
      expect(c.margins.least).toBeGreaterThanOrEqual(1);
    });
    for (const c of [list[0]!, list[Math.floor(list.length / 2)]!, list[list.length - 1]!]) {
      const made = applyEdits(s, c.edits);
      const w = windowOf(made);
      expect(w.stopsBelow).toBeCloseTo(c.stopsBelow, 12);
      expect(w.inflow).toBeCloseTo(c.inflow, 12);
      expect(marginsOfWindow(w).least).toBeCloseTo(c.margins.least, 9);
      const day = simulate(assess(made).net, 7200);
      const starts = day.events.filter((e) => e.kind === 'siphon-starts').length;
      const stops = day.events.filter((e) => e.kind === 'siphon-stops').length;
      expect(starts).toBeGreaterThan(1);
      expect(stops).toBeGreaterThanOrEqual(starts - 1);
    }
  });
});

it('a cycle goes up to its start and down to its break', () => {
  const s = pair();
  const levels = siphonCycle(siphonOf(s), 0.244).map((m) => m.level);
  expect(Math.max(...levels)).toBe(0.244);
  expect(levels[levels.length - 1]).toBe(0.03);
});
