import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { judgeWhole } from '../findings/judge.ts';
import { demo } from '../test/demo.ts';
import { fitSeason, withParameters, type Parameters } from './fit.ts';
import { cases } from '../test/cases.ts';
import { seasonSetupOf, dailyDose, leftAlone, type SeasonSetup } from './setup.ts';
import { seasonBasis } from './basis.ts';
import { runSeason, type Season } from './season.ts';

const { cycling } = JSON.parse(readFileSync('core/test/life-values.json', 'utf8')) as {
  cycling: {
    case: string;
    tan_peak_day: number;
    tan_peak: number;
    no2_peak_day: number;
    no2_peak: number;
    cycled_day: number;
  }[];
};

const groundOf = (name: string) => {
  const system = demo(name);
  const { a, day } = judgeWhole(system);
  return { system, ground: seasonBasis({ system, a, day }) };
};
const { system, ground } = groundOf('north-wall-lean-to');
const bare: SeasonSetup = {
  ...seasonSetupOf(system),
  start: 'fishless',
  dosing: null,
  seed: 1,
  days: 100,
  events: dailyDose(0.3, 100),
  held: { t: 24, ph: 7.6, do: 7 },
};
const peak = (xs: Float64Array) => {
  let at = 0;
  xs.forEach((x, i) => x > xs[at]! && (at = i));
  return { day: at, value: xs[at]! };
};
const run = (more: Partial<SeasonSetup>): Season => runSeason(ground, { ...bare, ...more });

describe('cycling without fish', () => {
  test.each(cycling)('$case', (row) => {
    const t = Number(/^(\d+)/.exec(row.case)![1]);
    const seed = Number(/x(\d+)/.exec(row.case)?.[1] ?? 1);
    const s = run({ held: { ...bare.held, t }, seed });
    const tan = peak(s.tan);
    const nitrite = peak(s.nitrite);
    expect(Math.abs(tan.day - row.tan_peak_day)).toBeLessThanOrEqual(1);
    expect(Math.abs(tan.value / row.tan_peak - 1)).toBeLessThan(0.05);
    expect(Math.abs(nitrite.day - row.no2_peak_day)).toBeLessThanOrEqual(1);
    expect(Math.abs(nitrite.value / row.no2_peak - 1)).toBeLessThan(0.05);
    expect(Math.abs(s.cycledDay! - row.cycled_day)).toBeLessThanOrEqual(1);
  });
});

describe('a season', () => {
  it('closes its nitrogen to a millionth of what was dosed or fed', () => {
    for (const name of ['north-wall-lean-to', 'under-stairs-tray', 'terrace-steps']) {
      const { system: s, ground: g } = groundOf(name);
      for (const start of ['fish', 'fishless'] as const) {
        const events = [
          { id: 'a', day: 20, kind: 'water-change' as const, share: 0.3 },
          { id: 'b', day: 30, kind: 'death' as const, count: 2 },
          { id: 'c', day: 40, kind: 'treatment' as const, kills: 0.7 },
        ];
        const season = runSeason(g, { ...seasonSetupOf(s), start, days: 120, events });
        expect(season.balanceError).toBeLessThan(1e-6);
      }
    }
  });

  it('does not depend on the steps that it is followed in', () => {
    const coarse = run({ days: 60, tolerance: 1e-3 });
    const fine = run({ days: 60, tolerance: 1e-7 });
    expect(coarse.cycledDay).toBe(fine.cycledDay);
    for (const key of ['tan', 'nitrite', 'nitrate'] as const) {
      const most = Math.max(...fine[key]);
      fine[key].forEach((x, i) => expect(Math.abs(coarse[key][i]! - x) / most).toBeLessThan(0.01));
    }
  });

  it('agrees with a plain solver of small steps', () => {
    // Explicit Euler steps of the same equations, written out here for the held case.
    let [tan, no2, x1, x2] = [0, 0, 2e-4, 5e-6];
    const warm = 1.1 ** 4;
    const share = 1 / (1 + 10 ** (0.09018 + 2729.92 / 297.15 - 7.6));
    const steps = 20000;
    for (let day = 0; day < 20; day++) {
      tan += 0.3;
      for (let i = 0; i < steps; i++) {
        const r1 = ((0.6 * warm * (tan / (0.5 + tan)) * (7 / 7.5)) / 0.2) * x1;
        const inhibited = 1 / (1 + (tan * share * 17.031) / 14.007);
        const r2 = ((0.6 * warm * (no2 / (0.5 + no2)) * (7 / 8) * inhibited) / 0.06) * x2;
        tan -= r1 / steps;
        no2 += (r1 - r2) / steps;
        x1 += (0.2 * r1 - 0.05 * warm * x1) / steps;
        x2 += (0.06 * r2 - 0.05 * warm * x2) / steps;
      }
    }
    const s = run({ days: 21 });
    expect(s.nitrite[20]! / no2).toBeCloseTo(1, 3);
    expect((s.tan[20]! - 0.3) / tan).toBeCloseTo(1, 2);
  });

  it('is cycled sooner with more seed, later in the cold', () => {
    const days = (more: Partial<SeasonSetup>) => run(more).cycledDay ?? Infinity;
    const seeds = [1, 5, 30, 200].map((seed) => days({ seed }));
    expect([...seeds].sort((x, y) => y - x)).toEqual(seeds);
    const warmths = [26, 22, 18, 15].map((t) => days({ held: { t, ph: 7.6, do: 7 } }));
    expect([...warmths].sort((x, y) => x - y)).toEqual(warmths);
    expect(new Set(seeds).size).toBe(4);
  });

  it('is cycled later or never with less alkalinity: soft water goes sour', () => {
    const days = (alkalinity: number) => {
      const soft = { ...ground.c.system };
      soft.water = { ...soft.water, alkalinity, ph: 7.6 };
      soft.site = { ...soft.site, tap: { ...soft.site.tap, alkalinity: 0 } };
      const g = { ...ground, c: { ...ground.c, system: soft } };
      const s = runSeason(g, { ...bare, held: { t: 24 }, days: 90 });
      return { day: s.cycledDay ?? Infinity, ph: Math.min(...s.ph.slice(0, 90)) };
    };
    const hard = days(250);
    const soft = days(30);
    expect(hard.day).toBeLessThan(45);
    expect(soft.day).toBe(Infinity);
    expect(soft.ph).toBeLessThan(5.6);
    expect(hard.ph).toBeGreaterThan(6.5);
  });

  it('keeps what is held', () => {
    const s = run({ days: 30 });
    expect(new Set(s.ph)).toEqual(new Set([7.6]));
    expect(new Set(s.oxygen)).toEqual(new Set([7]));
    expect(new Set(s.t)).toEqual(new Set([24]));
  });

  it('feeds nobody’s fish where it starts without them', () => {
    const s = run({ days: 10 });
    expect(Math.max(...s.feed)).toBe(0);
    expect(Math.max(...s.fish)).toBe(0);
  });

  it('stops when it is told to', () => {
    const s = runSeason(ground, bare, (day) => day < 7);
    expect(s.days).toBe(7);
  });

  it('goes by its events: a change of water, a death, fish sold', () => {
    const with_ = (events: SeasonSetup['events']) =>
      runSeason(ground, {
        ...bare,
        start: 'fish',
        held: { t: 20, ph: 7.4, do: 7 },
        seed: 1e4,
        days: 20,
        events,
      });
    const plain = with_([]);
    const changed = with_([{ id: 'e', day: 10, kind: 'water-change', share: 0.4 }]);
    // Chloramine of the tap brings 0.2 mg of ammonia nitrogen per mg of chlorine.
    const { tap } = ground.c.system.site;
    const brought = tap.chlorine === 'chloramine' ? 0.2 * tap.chlorineLevel! : 0;
    expect(changed.tan[10]!).toBeCloseTo(0.6 * plain.tan[10]! + 0.4 * brought, 2);
    const dead = with_([{ id: 'e', day: 10, kind: 'death', count: 1 }]);
    // One fish of its mass on day 10, 27 g N/kg, in the whole water.
    const one = (plain.fish[10]! / 20) * 27;
    expect(dead.tan[10]! - plain.tan[10]!).toBeCloseTo(one / ground.volume, 6);
    const sold = with_([{ id: 'e', day: 5, kind: 'fish-out', share: 0.5 }]);
    expect(sold.fish[20]! / plain.fish[20]!).toBeCloseTo(0.5, 2);
  });

  it('grows fish by what they eat over feed conversion, no more', () => {
    const s = runSeason(ground, {
      ...bare,
      start: 'fish',
      held: { t: 22, ph: 7.4, do: 7 },
      seed: 1e4,
      events: [],
      days: 60,
    });
    let eaten = 0;
    for (let d = 0; d < 60; d++) eaten += s.feed[d]!;
    expect(s.fish[60]! - s.fish[0]!).toBeLessThanOrEqual(eaten / 1000 / 1.4 + 1e-9);
    expect(s.fish[60]!).toBeGreaterThan(s.fish[0]!);
  });
});

describe('fish in a season that nobody tends', () => {
  const { system: pair, ground: pairGround } = groundOf('potting-shed-pair');
  const alone = (more: Partial<SeasonSetup> = {}) =>
    runSeason(pairGround, {
      ...seasonSetupOf(pair),
      start: 'fish',
      seed: 1,
      days: 180,
      events: [],
      ...more,
    });

  it('stop eating in the ammonia of a bare start, and die in it, in number and mass', () => {
    const s = alone();
    const [first] = pair.fish;
    expect(s.tally.deaths).toBe(first!.count);
    expect(s.count[180]).toBe(0);
    expect(s.fish[180]).toBe(0);
    const days = [...s.deaths].flatMap((x, d) => (x > 0 ? [d] : []));
    expect([...s.deaths].reduce((x, y) => x + y)).toBe(first!.count);
    // The count falls by those that died on each day.
    for (const d of days) expect(s.count[d]! - s.count[d + 1]!).toBe(s.deaths[d]);
  });

  it('give their nitrogen to the water as they die', () => {
    const s = alone();
    expect(s.balanceError).toBeLessThan(1e-6);
    const last = [...s.deaths].findLastIndex((x) => x > 0);
    // 27 g/kg of each that died, within days: more than their feed gave in the week before.
    const mass = s.deaths.reduce(
      (sum, n, d) => (n > 0 ? sum + (n * s.fish[d]!) / s.count[d]! : sum),
      0,
    );
    const risen = s.tan[Math.min(180, last + 5)]! - s.tan[last - 5]!;
    expect(risen).toBeGreaterThan((0.3 * 27 * mass) / pairGround.volume);
  });

  it('live and grow where the bacteria are there and the pH is held', () => {
    const s = alone({ seed: 1e4, held: { ph: 7.2 } });
    expect(s.tally.deaths).toBe(0);
    expect(s.fish[180]!).toBeGreaterThan(s.fish[0]!);
    expect(s.feed[30]!).toBeCloseTo(s.ration[30]!, 6);
  });

  it('are fed by the last day’s own warmth, and keep the alkalinity that is held with the pH', () => {
    const s = alone({ seed: 1e4, held: { ph: 7.2 }, days: 60 });
    expect(s.feed[60]).not.toBe(s.feed[59]);
    const alk = pair.water.alkalinity ?? pair.site.tap.alkalinity!;
    expect(s.alkalinity[60]).toBeCloseTo(alk, 6);
    expect(new Set(s.ph)).toEqual(new Set([7.2]));
  });
});

describe('a start that is dosed to a target', () => {
  it('never stands over its target, and is held while nitrite is very high', () => {
    const held = { t: 24, ph: 7.6, do: 7 };
    const s = run({ dosing: { target: 2, again: 0.5 }, events: [], held, days: 70 });
    for (let d = 0; d <= 70; d++) {
      expect(s.tan[d]!).toBeLessThanOrEqual(2 + 1e-9);
      if (d > 0 && s.tan[d]! > s.tan[d - 1]! + 0.1) expect(s.nitrite[d]!).toBeLessThanOrEqual(5);
    }
    // Once it is cycled a dose a week keeps the bacteria alive.
    const later = [...s.tan].flatMap((x, d) =>
      d > s.cycledDay! && x > s.tan[d - 1]! + 0.1 ? [d] : [],
    );
    for (let i = 1; i < later.length; i++)
      expect(later[i]! - later[i - 1]!).toBeGreaterThanOrEqual(7);
    expect(later.length).toBeGreaterThan(1);
    expect(s.cycledDay!).toBeGreaterThan(15);
    expect(s.cycledDay!).toBeLessThan(50);
  });

  it('is given once where it is left alone', () => {
    const s = runSeason(ground, leftAlone({ ...seasonSetupOf(system), days: 30 }));
    expect(s.tan[0]).toBe(system.plan.dose.target);
    for (let d = 1; d <= 30; d++) expect(s.tan[d]!).toBeLessThanOrEqual(s.tan[d - 1]! + 1e-9);
  });
});

it('a bag of shell keeps soft water from going sour', () => {
  const acid = (kg: number) => {
    const soft = { ...ground.c.system };
    soft.water = { ...soft.water, alkalinity: 20, ph: 7 };
    soft.site = { ...soft.site, tap: { ...soft.site.tap, alkalinity: 5, hardness: 10 } };
    const g = { ...ground, c: { ...ground.c, system: soft } };
    const events = [
      ...dailyDose(0.3, 60),
      ...(kg > 0 ? [{ id: 'shell', day: 0, kind: 'shell' as const, mass: kg }] : []),
    ];
    return runSeason(g, { ...bare, held: { t: 22 }, seed: 100, days: 60, events });
  };
  expect(acid(0).ph[60]!).toBeLessThan(6);
  expect(acid(5).ph[60]!).toBeGreaterThan(6.4);
  expect(acid(5).ph[60]!).toBeLessThan(8.4);
});

describe('a forecast from readings', () => {
  const course: SeasonSetup = { ...bare, days: 45 };
  /** Reproducible normal numbers. */
  const noise = (seed: number) => {
    let x = seed * 2654435761;
    const uniform = () => {
      x = (Math.imul(x ^ (x >>> 15), 2246822519) + 3266489917) | 0;
      return ((x >>> 0) + 0.5) / 4294967296;
    };
    return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  };
  const trial = (seed: number) => {
    const normal = noise(seed);
    for (let i = 0; i < 5; i++) normal();
    const truth: Parameters = [0.6 * normal(), 0.6 * normal(), 0.12 * normal()];
    const s = runSeason(ground, withParameters(course, truth));
    const read = (x: number) => {
      const y = Math.max(0, (x + 0.1) * Math.exp(0.2 * normal()) - 0.1);
      return [y, y] as const;
    };
    const readings = [4, 8, 12, 16, 20, 24, 28, 32].map((day) => ({
      id: `r${day}`,
      day,
      tan: read(s.tan[day]!),
      nitrite: read(s.nitrite[day]!),
      nitrate: null,
    }));
    return { truth, s, fit: fitSeason(ground, course, readings)! };
  };

  it('finds the parameters of noisy readings within its band in nine of ten trials', () => {
    const trials = Array.from({ length: cases(10, 100) }, (_, i) => trial(i + 1));
    let within = 0;
    for (const { truth, fit } of trials) {
      const all = [0, 1, 2].every((i) => Math.abs(fit.at[i]! - truth[i]!) <= 2.5 * fit.spread[i]!);
      if (all) within++;
    }
    expect(trials.filter((x) => x.fit.enough).length).toBeGreaterThan(trials.length / 2);
    expect(within / trials.length).toBeGreaterThanOrEqual(0.9);
  });

  it('takes a colour band as an interval: any curve within it is as good', () => {
    const wide = [5, 10, 15].map((day) => ({
      id: `r${day}`,
      day,
      tan: [0, 20] as const,
      nitrite: [0, 50] as const,
      nitrate: null,
    }));
    const fit = fitSeason(ground, course, wide)!;
    expect(fit.at.map((x) => Math.abs(x))).toEqual([0, 0, 0]);
    expect(fit.enough).toBe(false);
    expect(fit.spread[0]).toBeGreaterThan(0.8);
  });

  it('says when there are too few', () => {
    const few = [{ id: 'r', day: 4, tan: [1, 1] as const, nitrite: null, nitrate: null }];
    expect(fitSeason(ground, course, few)!.enough).toBe(false);
  });

  it('can be stopped', () => {
    expect(fitSeason(ground, course, [], () => false)).toBeNull();
  });
});
