import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fillTime, pumpDutyFlow } from '../derived/index.ts';
import { assess } from '../assess/index.ts';
import { applyEdits, type SystemDocument } from '../system/index.ts';
import { demoDocument, NOW, tendedDemo, type TestEntry } from '../test/tended.ts';
import { carePlan } from '../care/index.ts';
import {
  accountOf,
  crossingOf,
  crossingsOf,
  fillEvidence,
  seriesOf,
  slopeOf,
  thinned,
  type ReadingPoint,
} from './trends.ts';

const DAY = 86_400_000;
const points = (values: readonly (readonly [daysAgo: number, value: number])[]): ReadingPoint[] =>
  values.map(([d, value]) => ({ at: NOW - d * DAY, low: value, value, high: value }));
const pair = demoDocument('potting-shed-pair');
const filled = (s: SystemDocument) =>
  fillTime.value({ system: s, a: assess(s), day: null }, 'bed')!;

describe('a slope', () => {
  it('is the least squares line of its readings', () => {
    // 7.2, 7.0, 6.8, 6.6 at 21, 14, 7 and 0 days ago: 0.2 in seven days, 6.6 now, no scatter.
    const s = slopeOf(
      points([
        [21, 7.2],
        [14, 7.0],
        [7, 6.8],
        [0, 6.6],
      ]),
      NOW,
    )!;
    expect(s.perDay).toBeCloseTo(-0.2 / 7, 9);
    expect(s.now).toBeCloseTo(6.6, 9);
    expect(s.error).toBeCloseTo(0, 9);
    // 0.1 above 6.5 is crossed in three and a half days.
    const c = crossingOf('ph', s, { good: [6.5, 7.4], edge: [6, 8.5] })!;
    expect(c).toMatchObject({ limit: 6.5, side: 'below' });
    expect(c.days).toBeCloseTo(3.5, 6);
  });

  it('is none of three readings, or of four on one day', () => {
    expect(
      slopeOf(
        points([
          [3, 7],
          [2, 7],
          [1, 7],
        ]),
        NOW,
      ),
    ).toBeNull();
    expect(
      slopeOf(
        points([
          [0.3, 7],
          [0.2, 6],
          [0.1, 7],
          [0, 6],
        ]),
        NOW,
      ),
    ).toBeNull();
  });

  it('that is no more than scatter crosses nothing', () => {
    const s = slopeOf(
      points([
        [28, 7.1],
        [21, 6.7],
        [14, 7.2],
        [7, 6.6],
        [0, 6.8],
      ]),
      NOW,
    )!;
    expect(crossingOf('ph', s, { good: [6.7, 7.4], edge: [6, 8.5] })).toBeNull();
  });

  it('warns before the limit, and is silent where all is steady', () => {
    const falling: TestEntry[] = [28, 21, 14, 7, 0].map((d) => ({
      h: d * 24 + 1,
      ph: 6.6 + 0.02 * d,
      temperature: 20,
      alkalinity: 60,
    }));
    const t = tendedDemo('potting-shed-pair', falling);
    expect(crossingsOf(t).map((c) => [c.id, c.side])).toEqual([['ph', 'below']]);
    expect(carePlan(t).hazards.some((h) => h.id === 'trend')).toBe(true);
    const steady = falling.map((x) => ({ ...x, ph: 7 }));
    expect(crossingsOf(tendedDemo('potting-shed-pair', steady))).toEqual([]);
  });
});

describe('a timed fill', () => {
  it('that is shorter tells the share of clogged voids, and the design then fills as timed', () => {
    const clogged = applyEdits(pair, [{ at: 'vessels.bed.media.clogging', to: 0.25 }]);
    const told = fillEvidence(pair, 'bed', filled(clogged))!;
    expect(told.clogging).toBeCloseTo(0.25, 2);
    expect(filled(applyEdits(pair, told.edits)) / filled(clogged)).toBeCloseTo(1, 2);
  });

  it('that is longer tells the share of the flow that is left', () => {
    const flow = pumpDutyFlow.value({ system: pair, a: assess(pair), day: null }, 'lift')!;
    const weak = applyEdits(pair, [
      {
        at: 'measurements.flow-lift',
        to: { id: 'flow-lift', kind: 'flow', path: 'lift', flow: 0.8 * flow },
      },
    ]);
    const told = fillEvidence(pair, 'bed', filled(weak))!;
    expect(told.clogging).toBeNull();
    expect(told.flowLeft).toBeCloseTo(0.8, 2);
  });

  it('as expected tells nothing', () => {
    expect(fillEvidence(pair, 'bed', filled(pair) * 1.03)).toBeNull();
  });
});

it('calculators what went in and out over the days that there are', () => {
  const t = tendedDemo('potting-shed-pair', [
    { h: 20 * 24, kind: 'feed', mass: 0.016 },
    { h: 10 * 24, kind: 'feed', mass: 0.016 },
    { h: 5 * 24, kind: 'harvest', mass: 0.4 },
    { h: 4 * 24, kind: 'top-up', volume: 0.03 },
  ]);
  const account = accountOf(t, 30);
  expect(account.days).toBeCloseTo(20, 3);
  expect(account).toMatchObject({ harvest: 0.4, toppedUp: 0.03 });
  expect(account.feed).toBeCloseTo(0.032, 9);
  expect(account.feeding).toBeCloseTo(0.032 / 20 / t.life.plantedArea, 9);
  expect(seriesOf(t.entries, 'ph')).toEqual([]);
});

describe('a line of very many points', () => {
  const anyPoints = fc.array(
    fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 0, max: 9 })),
    { maxLength: 400 },
  );

  it('is drawn with few, its lowest and highest among them, in order', () => {
    fc.assert(
      fc.property(anyPoints, fc.constantFrom(2, 10, 50, 400), (raw, most) => {
        const points = raw.map(([low, width], i) => ({
          at: i,
          low,
          value: low + width / 2,
          high: low + width,
        }));
        const few = thinned(points, most);
        expect(few.length).toBeLessThanOrEqual(Math.min(most, points.length));
        if (!points.length) return;
        const ends = (all: readonly ReadingPoint[]) => [
          Math.min(...all.map((p) => p.low)),
          Math.max(...all.map((p) => p.high)),
        ];
        expect(ends(few)).toEqual(ends(points));
        expect(few.every((p, i) => i === 0 || few[i - 1]!.at < p.at)).toBe(true);
        expect(few.every((p) => points.includes(p))).toBe(true);
      }),
    );
  });
});
