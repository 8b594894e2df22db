import { daysAcross } from '../calendar/dayOfYear.ts';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { AIR_PUMPS, CROPS, FISH, HEATERS, LAMPS, PROGRAMMES } from '../catalogue/index.ts';
import { fixesFor, judgeWhole, keyOf } from '../findings/index.ts';
import { applyEdits, standsOf, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { demo } from '../test/demo.ts';
import {
  appetite,
  daysToGrow,
  fallsOf,
  gain,
  cropPlaces,
  grownShare,
  lifeOf,
  onDay,
  outside,
  overlap,
  pelletFor,
  rationShare,
  reachOf,
  sowing,
  tanCapacity,
  thermalGrowth,
  total,
  uptakeOn,
  waterOn,
  wetShare,
} from './index.ts';

const kind = (id: string) => FISH.find((k) => k.id === id)!;
const crop = (id: string) => CROPS.find((c) => c.id === id)!;
const whole = (s: SystemDocument) => {
  const { a, day, findings } = judgeWhole(s);
  return { c: { system: s, a, day }, life: lifeOf({ system: s, a, day }), findings };
};
const guide = (
  JSON.parse(readFileSync('core/test/small-unit-guide.json', 'utf8')) as {
    rows: { tank_l: number; max_fish_kg: number; feed_g_day: number; planting_m2: number }[];
  }
).rows;

describe('the catalogues', () => {
  it('hold at least twenty kinds of fish and shrimp and fifty crops of every group', () => {
    expect(FISH.length).toBeGreaterThanOrEqual(20);
    expect(CROPS.length).toBeGreaterThanOrEqual(50);
    expect(new Set(CROPS.map((c) => c.group)).size).toBe(7);
    for (const rows of [FISH, CROPS, AIR_PUMPS, HEATERS, LAMPS, PROGRAMMES])
      expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length);
  });
  test.each(FISH)('$name: ranges lie within each other, levels in order, with a source', (k) => {
    expect(k.best[0]).toBeGreaterThanOrEqual(k.survives[0]);
    expect(k.best[1]).toBeLessThanOrEqual(k.survives[1]);
    expect(k.stopsFeeding).toBeLessThan(k.best[0]);
    expect(k.oxygen.lethal).toBeLessThan(k.oxygen.stress);
    expect(k.oxygen.stress).toBeLessThan(k.oxygen.comfort);
    expect(k.nitrite[0]).toBeLessThan(k.nitrite[1]);
    expect(k.growth.from).toBeLessThan(k.growth.to);
    expect(k.law).toMatch(/allowed where you live/);
    expect(k.source.length).toBeGreaterThan(10);
  });
  test.each(CROPS)('$name: every range is in order, every number of a plant’s size', (c) => {
    for (const [low, high] of [c.germination, c.growth, c.ph, c.conductivity, c.light, c.dayLength])
      expect(low).toBeLessThanOrEqual(high);
    expect(c.spacing).toBeGreaterThanOrEqual(0.03);
    expect(c.roots).toBeLessThanOrEqual(0.4);
    expect(c.nitrogen).toBeGreaterThanOrEqual(0.2);
    expect(c.nitrogen).toBeLessThanOrEqual(1.2);
    expect(c.germinates).toBeLessThanOrEqual(1);
  });
  it('agree with the published EC of lettuce, basil, tomato, cucumber, strawberry, mint, chard, rocket, pak choi, kohlrabi', () => {
    const ec = {
      lettuce: [0.8, 1.2],
      basil: [1, 1.6],
      tomato: [2, 3.5],
      cucumber: [1.7, 2.5],
      strawberry: [1, 1.4],
      mint: [2, 2.4],
      chard: [1.8, 2.3],
      rocket: [0.8, 1.8],
      'pak-choi': [1.5, 2],
      kohlrabi: [1.8, 2.2],
    };
    for (const [id, range] of Object.entries(ec))
      expect(crop(id).conductivity.map((x) => Math.round(x * 100) / 10)).toEqual(range);
  });
});

describe('feed and growth', () => {
  it('is 5–10 % of fry, 3–5 % of fingerlings, 1–2 % of larger fish, at their best', () => {
    const k = kind('nile-tilapia');
    const at = (g: number) => rationShare(k, g / 1000, 28);
    for (const g of [0.5, 1, 3, 5]) expect(at(g)).toBeGreaterThanOrEqual(0.05 - 1e-9);
    for (const g of [6, 20, 45]) expect(at(g)).toBeLessThanOrEqual(0.05);
    for (const g of [6, 20, 45]) expect(at(g)).toBeGreaterThanOrEqual(0.03 - 1e-9);
    for (const g of [55, 100, 500, 900]) expect(at(g)).toBeLessThanOrEqual(0.02 + 1e-9);
    for (const g of [55, 100, 500, 900]) expect(at(g)).toBeGreaterThanOrEqual(0.01);
  });
  it('is nothing below the stop temperature and at the survival limit', () => {
    for (const k of FISH) {
      expect(appetite(k, k.stopsFeeding - 0.01)).toBe(0);
      expect(appetite(k, k.survives[1])).toBeLessThan(1e-9);
      expect(appetite(k, k.best[0])).toBe(1);
    }
  });
  it('has the growth coefficients that the published months imply', () => {
    const implied = {
      'nile-tilapia': 0.79,
      'common-carp': 0.82,
      'channel-catfish': 0.74,
      'rainbow-trout': 1.23,
      barramundi: 0.72,
    };
    for (const [id, tgc] of Object.entries(implied))
      expect(thermalGrowth(kind(id))).toBeCloseTo(tgc, 1);
  });
  test.each(['nile-tilapia', 'common-carp', 'channel-catfish', 'rainbow-trout', 'barramundi'])(
    '%s reaches its market mass within its published months, warm and fed',
    (id) => {
      const k = kind(id);
      const { from, to, months } = k.growth;
      const days = daysToGrow(k, from, to, (k.best[0] + k.best[1]) / 2);
      expect(days / 30).toBeGreaterThan(months[0] - 0.5);
      expect(days / 30).toBeLessThan(months[1] + 0.5);
    },
  );
  it('gains no more than the feed allows, and nothing without it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FISH),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (k, part, ration) => {
          const mass = part * k.growth.to;
          const g = gain(k, mass, k.best[0], ration * mass);
          expect(g).toBeLessThanOrEqual((ration * mass) / k.feedConversion + 1e-12);
          expect(g).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
  it('has pellets that rise with the fish', () => {
    expect(pelletFor(0.5).diameter).toBeGreaterThan(pelletFor(0.01).diameter);
    expect(pelletFor(0.0005).diameter).toBeLessThan(1);
  });
});

describe('the small-unit guide beside our answers', () => {
  /** A bed over a tank of the guide's size, planted with leaves as the guide has it. */
  test.each(guide)('$tank_l L: $max_fish_kg kg, $feed_g_day g a day, $planting_m2 m²', (row) => {
    const s = applyEdits(bedOverTank.make('x', 'X'), [
      {
        at: 'vessels.tank.shape',
        to: { kind: 'box', length: 2, width: row.tank_l / 1000 / 2 / 0.7, height: 1 },
      },
      { at: 'vessels.tank.fill', to: row.tank_l / 1000 },
      { at: 'vessels.bed.shape.length', to: 2 },
      { at: 'vessels.bed.shape.width', to: row.planting_m2 / 2 },
      { at: 'crops', to: [] },
      // The guide’s assumptions: one percent of the body mass a day, 20 kg/m³, 50 g/m².
      { at: 'fish.fish.meanMass', to: 0.5 },
      { at: 'fish.fish.count', to: row.max_fish_kg / 0.5 },
      { at: 'fish.fish.ration', to: 0.01 },
    ]);
    const { life } = whole(s);
    const school = (id: string) => life.schools.find((x) => x.id === id)!;
    expect(Math.abs(life.feed / row.feed_g_day - 1)).toBeLessThan(0.25);
    expect(Math.abs(life.plantedArea / row.planting_m2 - 1)).toBeLessThan(0.01);
    const byPlanting = school('feed-to-planting');
    expect(Math.abs(byPlanting.range[1] / row.max_fish_kg - 1)).toBeLessThan(0.25);
    const byWater = school('mass-per-water').mass;
    // The first row implies 25 kg/m³.
    expect(Math.abs(byWater / row.max_fish_kg - 1)).toBeLessThan(row.tank_l === 200 ? 0.25 : 0.01);
  });
});

describe('the schools', () => {
  const { life, c } = whole(demo('potting-shed-pair'));
  const school = (id: string) => life.schools.find((x) => x.id === id)!;

  it('give the feed of the UVI range back: mass × ration ÷ ground is 45 g/m² for leaves', () => {
    const x = school('feed-to-planting');
    const ration = life.feed / total(life.groups, (g) => g.mass);
    expect((x.mass * ration) / life.plantedArea).toBeCloseTo(45, 6);
    expect((x.range[0] * ration) / life.plantedArea).toBeCloseTo(40, 6);
  });
  it('have one that governs, the strictest, or the one that the grower goes by', () => {
    const governing = life.schools.filter((x) => x.governs);
    expect(governing).toHaveLength(1);
    expect(governing[0]!.mass).toBe(
      Math.min(...life.schools.filter((x) => x.id !== 'fish-per-plant').map((x) => x.mass)),
    );
    const own = whole(applyEdits(c.system, [{ at: 'school', to: 'mass-per-water' }]));
    expect(own.life.schools.find((x) => x.governs)!.id).toBe('mass-per-water');
  });
  it('by bacteria: at that mass the fish give off what the bacteria process', () => {
    const x = school('bacteria');
    const perKg = life.tan / total(life.groups, (g) => g.mass);
    expect(x.mass * perKg).toBeCloseTo(tanCapacity(life.surface, 18, 7, life.oxygen!.comfort), 6);
  });
  it('by oxygen: stocked to it, the day’s lowest is the comfortable level', () => {
    const none = applyEdits(c.system, [{ at: 'site.power.longestCut', to: null }]);
    const x = whole(none).life.schools.find((y) => y.id === 'oxygen')!;
    const count = Math.floor(x.mass / 0.06);
    const at = whole(applyEdits(none, [{ at: 'fish.fish.count', to: count }])).life.oxygen!;
    const over = whole(applyEdits(none, [{ at: 'fish.fish.count', to: count + 2 }])).life.oxygen!;
    expect(at.lowest).toBeGreaterThanOrEqual(at.comfort - 0.01);
    expect(over.lowest).toBeLessThan(at.comfort);
  });
  it('ask nothing of a system without fish', () => {
    const { life: tray } = whole(demo('under-stairs-tray'));
    expect(tray.schools).toEqual([]);
    expect(tray.groups).toEqual([]);
    expect(tray.heater).toBeNull();
  });
});

describe('what the day says of life', () => {
  it('wetted surface grows with the flood, shrinks with clogging', () => {
    const at = (edits: Parameters<typeof applyEdits>[1]) =>
      whole(applyEdits(demo('potting-shed-pair'), edits)).life.surface;
    const base = at([]);
    expect(at([{ at: 'vessels.bed.media.clogging', to: 0.2 }])).toBeLessThan(base);
    expect(at([{ at: 'paths.siphon.crest', to: 0.18 }])).toBeLessThan(base);
    // 0.235 m of 1.2 × 0.7 m of lava rock with 350 m²/m³, 5 % clogged, always wet.
    expect(base).toBeGreaterThan(0.9 * 0.235 * 0.84 * 350 * 0.95);
  });
  it('stones that are flooded twice a day are wet for little more than an hour', () => {
    const bed = { floodedShare: 0.01, cyclesPerDay: 2 } as Parameters<typeof wetShare>[0];
    expect(wetShare(bed, false)).toBeCloseTo(0.01 + 3600 / 86400, 9);
    expect(wetShare(bed, true)).toBe(1);
  });
  it('water falls from where the pipe ends to the water below', () => {
    const { c } = whole(demo('potting-shed-pair'));
    const fall = fallsOf(c).find((f) => f?.path === 'siphon')!;
    const rest = c.a.balance.rest[0]!.level;
    expect(fall.height).toBeCloseTo(0.95 - 0.25 - rest, 6);
  });
  it('carried by the hour adds up to the day', () => {
    const { c } = whole(demo('under-stairs-tray'));
    const { hourly, carried } = c.day!.metrics;
    hourly.forEach((h, k) => expect(h.reduce((x, y) => x + y, 0)).toBeCloseTo(carried[k]!, 9));
    // The timer runs at 6, 8, 10 … o’clock and never between.
    expect(hourly[0]![6]).toBeGreaterThan(0);
    expect(hourly[0]![7]).toBe(0);
  });
});

describe('the year', () => {
  const monthly = [0, 2, 5, 9, 14, 18, 20, 19, 15, 10, 5, 1];
  it('passes through the middle of its months and closes on itself', () => {
    expect(onDay(monthly, 365.25 / 24)).toBeCloseTo(0, 6);
    expect(onDay(monthly, (365.25 / 12) * 6.5)).toBeCloseTo(20, 6);
    expect(onDay(monthly, 365.25)).toBeCloseTo(onDay(monthly, 0), 6);
  });
  it('a heater keeps what it can: full power carries it part of the way', () => {
    const s = applyEdits(demo('potting-shed-pair'), [
      { at: 'devices.h', to: { id: 'h', kind: 'heater', vessel: 'tank', power: 40, setpoint: 22 } },
    ]);
    const { c } = whole(s);
    const free = waterOn(s, c.a, 15, false);
    const part = waterOn(s, c.a, 15);
    expect(part).toBeGreaterThan(free);
    expect(part).toBeLessThan(22);
    const strong = applyEdits(s, [{ at: 'devices.h.power', to: 2000 }]);
    expect(waterOn(strong, c.a, 15)).toBe(22);
  });
});

describe('planting', () => {
  const s = demo('potting-shed-pair');
  const plantings = standsOf(s);
  it('takes the ground of its spacing', () => {
    const mizuna = plantings.find((x) => x.kind.id === 'mizuna')!;
    expect(mizuna.plants).toBe(9);
    expect(mizuna.area).toBeCloseTo(9 * 0.18 ** 2, 9);
  });
  it('grows from planting out to harvest, and is nothing outside its days', () => {
    const x = { ...plantings[0]!, planting: { ...plantings[0]!.planting, from: 350, to: 40 } };
    expect(grownShare(s, x, 200)).toBe(0);
    expect(grownShare(s, x, 351)).toBeGreaterThan(0.1);
    expect(grownShare(s, x, 20)).toBeGreaterThan(grownShare(s, x, 351));
    expect(daysAcross(350, 40)).toBe(56);
  });
  it('takes nitrogen by its crops', () => {
    const day = 200;
    const places = cropPlaces(s);
    const hand = plantings.reduce(
      (sum, x) => sum + x.area * x.kind.nitrogen * places.growth('bed', x.kind).on(day),
      0,
    );
    expect(uptakeOn(s, day)).toBeCloseTo(hand, 9);
    // In the dark and cold of the year they take little.
    expect(uptakeOn(s, 15)).toBeLessThan(0.4 * uptakeOn(s, 200));
  });
  it('sees what hangs out of the bed and what lies over another', () => {
    const bed = s.vessels.find((v) => v.id === 'bed')!;
    const moved = { ...plantings[0]!, planting: { ...plantings[0]!.planting, x: 1.1 } };
    expect(outside(bed, moved)).toBeGreaterThan(0.5);
    expect(outside(bed, plantings[0]!)).toBe(0);
    const twin = {
      ...plantings[1]!,
      planting: {
        ...plantings[1]!.planting,
        x: plantings[0]!.planting.x,
        y: plantings[0]!.planting.y,
      },
    };
    expect(overlap(plantings[0]!, twin)).toBeGreaterThan(0.1);
    expect(overlap(plantings[0]!, plantings[1]!)).toBe(0);
  });
  it('knows how far a seed lies over the wet zone', () => {
    const zone = { top: 0.28, flood: 0.235, low: 0.03, dry: 0.045, depth: 0.28 };
    const r = reachOf(zone, crop('radish'));
    expect(r.seed).toBeCloseTo(0.035, 9);
    expect(r.plug).toBe(0);
    expect(r.grown).toBe(0);
  });
  it('is sown some weeks before, with seeds to spare', () => {
    const x = { ...plantings.find((y) => y.kind.id === 'pak-choi')! };
    const plan = sowing(s, { ...x, planting: { ...x.planting, from: 110 } });
    expect(plan.day).toBe(110 - x.kind.nurseryDays);
    expect(plan.seeds).toBeGreaterThan(x.plants);
  });
});

describe('too many fish on a warm balcony', () => {
  it('shows oxygen and ammonia at stop, and is mended by fixes alone', { timeout: 120_000 }, () => {
    let s = demo('warm-balcony');
    let findings = judgeWhole(s).findings;
    const stops = () => findings.filter((f) => f.level === 'stop');
    expect(stops().map((f) => f.id)).toEqual(
      expect.arrayContaining(['oxygen', 'ammonia', 'bacteria']),
    );
    for (let i = 0; i < 20 && stops().length; i++) {
      const f = stops()[0]!;
      const [fix] = fixesFor(s, f, findings);
      expect(fix, keyOf(f)).toBeDefined();
      s = applyEdits(s, fix!.edits);
      findings = judgeWhole(s).findings;
    }
    expect(stops()).toEqual([]);
  });
});
