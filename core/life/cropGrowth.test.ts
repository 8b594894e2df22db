import { describe, expect, it, test } from 'vitest';
import { CROPS } from '../catalogue/index.ts';
import { applyEdits, standsOf, type Edit } from '../system/index.ts';
import { demo } from '../test/demo.ts';
import {
  GrowthYear,
  cropPlaces,
  daysToReady,
  grownShare,
  growthLimit,
  harvestedShare,
  lightGrowth,
  lightOn,
  plantingUptake,
  sowing,
  temperatureGrowth,
} from './index.ts';

const crop = (id: string) => CROPS.find((k) => k.id === id)!;
const lettuce = crop('lettuce');
const basil = crop('basil');

describe('growth of a crop by the day', () => {
  it('is in proportion to its light, up to what it makes good use of', () => {
    const [, good] = lettuce.light;
    expect(lightGrowth(lettuce, good / 4)).toBeCloseTo(0.25, 9);
    expect(lightGrowth(lettuce, good)).toBe(1);
    expect(lightGrowth(lettuce, 3 * good)).toBe(1);
    expect(lightGrowth(lettuce, 0)).toBe(0);
    expect(lightGrowth(lettuce, null)).toBe(1);
  });
  test.each([lettuce, basil, crop('tomato')])(
    '$name goes by warmth: none 4 °C under its range, half way in between, whole from the middle to the top',
    (kind) => {
      const [low, high] = kind.growth;
      const middle = (low + high) / 2;
      expect(temperatureGrowth(kind, low - 4)).toBe(0);
      expect(temperatureGrowth(kind, (low - 4 + middle) / 2)).toBeCloseTo(0.5, 9);
      expect(temperatureGrowth(kind, middle)).toBe(1);
      expect(temperatureGrowth(kind, high)).toBe(1);
      expect(temperatureGrowth(kind, high + 2)).toBeCloseTo(0.5, 9);
      expect(temperatureGrowth(kind, high + 4)).toBe(0);
    },
  );
  it('names what is shorter, and nothing where nothing is', () => {
    const [, good] = lettuce.light;
    const [low, high] = lettuce.growth;
    const middle = (low + high) / 2;
    expect(growthLimit(lettuce, good, middle)).toBeNull();
    expect(growthLimit(lettuce, null, middle)).toBeNull();
    expect(growthLimit(lettuce, good / 2, middle)).toBe('light');
    expect(growthLimit(lettuce, good, low - 2)).toBe('cold');
    expect(growthLimit(lettuce, good, high + 3)).toBe('heat');
    expect(growthLimit(lettuce, good / 10, low)).toBe('light');
  });
});

describe('a year of growth', () => {
  const half = new GrowthYear((day) => (day <= 183 ? 1 : 0.5));
  it('adds up over the new year', () => {
    expect(half.over(1, 10)).toBe(10);
    expect(half.over(183, 3)).toBe(1 + 0.5 + 0.5);
    expect(half.over(366, 2)).toBe(0.5 + 1);
    expect(half.over(1, 366)).toBe(183 + 183 / 2);
  });
  it('tells the days until so much growth is there: the first day that is enough', () => {
    expect(half.until(1, 40)).toBe(40);
    expect(half.until(184, 40)).toBe(80);
    expect(half.until(173, 21)).toBe(31);
    expect(half.until(1, 0)).toBe(0);
    expect(half.until(1, 400)).toBe(Infinity);
    for (const from of [1, 100, 180, 300, 366])
      for (const growth of [1, 7.5, 60, 200]) {
        const days = half.until(from, growth);
        expect(half.over(from, days)).toBeGreaterThanOrEqual(growth);
        expect(half.over(from, days - 1)).toBeLessThan(growth);
      }
  });
});

describe('a stand', () => {
  /** A room at one temperature, its place not known, so that light does not count. */
  const room = (t: number): Edit[] => [
    { at: 'site.kind', to: 'indoor' },
    { at: 'site.room', to: Array.from({ length: 12 }, () => t) },
    { at: 'site.latitude', to: null },
    { at: 'crops.lettuce.from', to: 340 },
    { at: 'crops.lettuce.to', to: 60 },
  ];
  const pair = demo('potting-shed-pair');
  const known = standsOf(pair).find((x) => x.kind.harvest === 'once')!;
  const inRoom = (t: number) => {
    const edits = room(t).map((e) => ({
      ...e,
      at: e.at.replace('crops.lettuce', `crops.${known.planting.id}`),
    }));
    const s = applyEdits(pair, edits);
    return { s, x: standsOf(s).find((y) => y.planting.id === known.planting.id)! };
  };
  const [low, high] = known.kind.growth;
  const middle = (low + high) / 2;

  it('is ready after the published days in good warmth, and after twice as many at half of it', () => {
    const good = inRoom(middle);
    expect(daysToReady(good.s, { vessel: 'bed', from: 340 }, good.x.kind)).toBe(
      good.x.kind.daysToHarvest,
    );
    const cool = inRoom((low - 4 + middle) / 2);
    expect(daysToReady(cool.s, { vessel: 'bed', from: 340 }, cool.x.kind)).toBe(
      2 * cool.x.kind.daysToHarvest,
    );
    const ready = (340 + good.x.kind.daysToHarvest - 1) % 366;
    expect(sowing(good.s, good.x)).toMatchObject({
      days: good.x.kind.daysToHarvest,
      ready: ready + 1,
    });
    const cold = inRoom(low - 5);
    expect(sowing(cold.s, cold.x)).toMatchObject({ days: null, ready: null });
    expect(plantingUptake(cold.s, cold.x, 350)).toBe(0);
  });
  it('grows from a seventh to whole over these days, and takes nitrogen so', () => {
    const { s, x } = inRoom(middle);
    const { daysToHarvest, nitrogen } = x.kind;
    expect(grownShare(s, x, 340)).toBeCloseTo(0.15, 9);
    const day = 340 + Math.floor(daysToHarvest / 2);
    const hand = 0.15 + (0.85 * Math.floor(daysToHarvest / 2)) / daysToHarvest;
    expect(grownShare(s, x, day > 366 ? day - 366 : day)).toBeCloseTo(hand, 9);
    expect(plantingUptake(s, x, day > 366 ? day - 366 : day)).toBeCloseTo(
      x.area * nitrogen * hand,
      9,
    );
    expect(grownShare(s, x, 59)).toBe(1);
    expect(grownShare(s, x, 61)).toBe(0);
  });
  it('has the light of its bed, day by day', () => {
    const places = cropPlaces(pair);
    const bed = pair.vessels.find((v) => v.id === 'bed')!;
    for (const day of [1, 90, 200, 366])
      expect(places.light('bed', day)).toBeCloseTo(lightOn(pair, bed, day)!, 9);
    const mean = [100, 101, 102].reduce((sum, d) => sum + lightOn(pair, bed, d)!, 0) / 3;
    expect(places.meanLight('bed', 100, 3)).toBeCloseTo(mean, 9);
  });
});

it('of a fruit crop part is harvested, of a leaf crop all, of what is grown for its looks nothing', () => {
  expect(harvestedShare(crop('tomato'))).toBe(0.6);
  expect(harvestedShare(lettuce)).toBe(1);
  expect(harvestedShare(crop('pothos'))).toBe(0);
  expect(harvestedShare(crop('marigold'))).toBe(0);
});
