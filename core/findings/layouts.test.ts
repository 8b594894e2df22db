import { describe, expect, it, test } from 'vitest';
import { tell } from '../quantity/index.ts';
import { assess } from '../assess/assess.ts';
import { metricsOf } from '../day/metrics.ts';
import { simulate } from '../day/simulate.ts';
import { applyEdits, LAYOUTS, type Edit, type SystemDocument } from '../system/index.ts';
import { judge, judgeWhole, type Finding, type Level } from './index.ts';

/** What findings say of joined beds, rows, chains and single devices; numbers worked by hand beside them. */

const G = 9.80665;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);
const make = (layout: string, ...edits: Edit[]): SystemDocument =>
  applyEdits(LAYOUTS.find((l) => l.id === layout)!.make('x', 'X'), edits);
const statics = (s: SystemDocument, id: string): Finding[] => judge(s).filter((f) => f.id === id);
const one = (s: SystemDocument, id: string): Finding => {
  const found = statics(s, id);
  expect(
    found.map((f) => f.about),
    id,
  ).toHaveLength(1);
  return found[0]!;
};

describe('each speaks where it should', () => {
  const cases: [string, string, string, Edit[], Level][] = [
    [
      'joined-lag',
      'thin joining pipes',
      'joined-beds',
      [
        { at: 'paths.join-1.bore', to: 0.035 },
        { at: 'paths.join-2.bore', to: 0.03 },
      ],
      'stop',
    ],
    [
      'joined-lag',
      'clogged screens',
      'joined-beds',
      [
        { at: 'paths.join-1.screen', to: 0.25 },
        { at: 'paths.join-2.screen', to: 0.25 },
      ],
      'watch',
    ],
    [
      'row-filling',
      'a thin manifold',
      'bucket-row',
      [{ at: 'paths.manifold.bore', to: 0.02 }],
      'watch',
    ],
    ['even-split', 'a tap half shut', 'pump-chain', [{ at: 'paths.feed.valve', to: 0.3 }], 'watch'],
    [
      'even-split',
      'an end out of reach',
      'pump-chain',
      [{ at: 'paths.feed.branches.feed-3.end', to: 3 }],
      'stop',
    ],
    [
      'chain-supply',
      'a choked supply',
      'pump-chain',
      [{ at: 'paths.supply.bore', to: 0.011 }],
      'stop',
    ],
    [
      'supply-lasts',
      'a small bucket',
      'wet-tray',
      [{ at: 'vessels.bucket.fill', to: 0.003 }],
      'stop',
    ],
    [
      'supply-lasts',
      'half a bucket',
      'wet-tray',
      [{ at: 'vessels.bucket.fill', to: 0.008 }],
      'watch',
    ],
    [
      'venturi',
      'a wide throat',
      'counter-tank',
      [{ at: 'paths.lift.venturi.throat', to: 0.009 }],
      'watch',
    ],
    [
      'air-lift',
      'a tube hardly in water',
      'air-lift',
      [{ at: 'paths.lift.pump.intake', to: 0.2 }],
      'watch',
    ],
    ['air-lift', 'a tube out of it', 'air-lift', [{ at: 'vessels.tank.fill', to: 0.005 }], 'stop'],
    [
      'pinholes',
      'wide holes',
      'felt-wall',
      [{ at: 'paths.lift.pinholes.diameter', to: 0.003 }],
      'watch',
    ],
    [
      'filter',
      'a full filter',
      'pump-chain',
      [{ at: 'paths.supply.filter.clogging', to: 0.7 }],
      'watch',
    ],
    [
      'pots-stand',
      'light stones',
      'lined-frame',
      [{ at: 'vessels.frame.pots.medium', to: 'expanded-clay' }],
      'watch',
    ],
    [
      'pots-stand',
      'light stones in deep water',
      'lined-frame',
      [
        { at: 'vessels.frame.pots.medium', to: 'expanded-clay' },
        { at: 'paths.overflow.crest', to: 0.11 },
      ],
      'stop',
    ],
  ];

  test.each(cases)('%s: %s (%s)', (id, _, layout, edits, level) => {
    expect(new Set(statics(make(layout), id).map((f) => f.level))).toEqual(new Set(['fine']));
    const found = statics(make(layout, ...edits), id);
    const worst = found.find((f) => f.level === 'stop') ?? found.find((f) => f.level === 'watch');
    expect(worst?.level).toBe(level);
    // A sentence in either unit, and the measure on the wrong side of its line.
    for (const units of ['metric', 'us'] as const)
      expect(tell(worst!.sentence, units)).toMatch(/^[“A-Z].*[.!]$/);
    expect(worst!.measured).not.toBe(worst!.limit);
  });
});

describe('their numbers by hand', () => {
  it('a row: a third of what the manifold loses at full flow', () => {
    const s = make('bucket-row', { at: 'paths.manifold.bore', to: 0.02 });
    const [findings, a] = [judge(s), assess(s)];
    const f = findings.find((x) => x.id === 'row-filling')!;
    const q = a.beds.find((b) => b.id === 'buckets')!.inflow;
    const v = q / (Math.PI * 0.01 ** 2);
    // Smooth pipe of 2.4 m, by Blasius; entrance and exit 1.5, two elbows 1.8, the screen 0.5 ÷ 0.7²
    const re = (v * 0.02) / 0.98e-6;
    const k = (0.316 / re ** 0.25) * (2.4 / 0.02) + 1.5 + 1.8 + 0.5 / 0.49;
    near(f.measured, (k * v * v) / (2 * G) / 3, 0.05);
  });

  it('the supply of a gravity-fed tray: litres over what plants and air take', () => {
    const s = make('wet-tray', { at: 'crops', to: [] });
    const [findings, a] = [judge(s), assess(s)];
    const f = findings.find((x) => x.id === 'supply-lasts')!;
    const i = s.vessels.findIndex((v) => v.id === 'tray');
    const tray = s.vessels[i]!;
    const area = tray.shape.kind === 'box' ? tray.shape.length * tray.shape.width : NaN;
    // What the air takes over and above what the plants drink is little, but there.
    const perDay = a.net.vessels[i]!.waterUse * 86400;
    expect(perDay).toBeGreaterThan(area * tray.plants!.dailyUse!);
    // What already stands in the tray at rest is no longer in the bucket.
    const left = s.vessels[0]!.fill + tray.fill - a.balance.rest[i]!.volume;
    near(f.measured / 86400, left / perDay, 1e-9);
    expect(
      one(
        make(
          'wet-tray',
          { at: 'crops', to: [] },
          { at: 'vessels.tray.plants.dailyUse', to: 0.012 },
        ),
        'supply-lasts',
      ).measured,
    ).toBeLessThan(f.measured);
  });

  it('an air-lift: depth of the tube over depth and lift', () => {
    const s = make('air-lift');
    const level = 0.118 / (0.8 * 0.4);
    const lift = 0.44 + 0.145 - level;
    near(one(s, 'air-lift').measured, (level - 0.02) / (level - 0.02 + lift), 1e-6);
  });

  it('a venturi of 5.5 mm in a 13 mm hose: Bernoulli, a fifth lost, less the water over it', () => {
    const s = make('counter-tank');
    const [findings, a] = [judge(s), assess(s)];
    const f = findings.find((x) => x.id === 'venturi')!;
    const v = a.duties[0]!.flow / ((Math.PI * 0.013 ** 2) / 4);
    const deepest = a.balance.deepest[1]!.level;
    near(f.measured, (0.8 * ((13 / 5.5) ** 4 - 1) * v * v) / (2 * G) - deepest, 1e-3);
  });

  it('28 holes of 1.8 mm are 35 % of a 16 mm bore', () =>
    near(one(make('felt-wall'), 'pinholes').measured, (28 * 1.8 ** 2) / 16 ** 2, 1e-9));

  it('pots: dry bulk weight over the water that their solids push aside at the flood', () => {
    const s = make(
      'lined-frame',
      { at: 'vessels.frame.pots.medium', to: 'expanded-clay' },
      { at: 'paths.overflow.crest', to: 0.1 },
    );
    const [findings, a] = [judge(s), assess(s)];
    const f = findings.find((x) => x.id === 'pots-stand')!;
    const depth = Math.min(0.12, a.balance.deepest[1]!.level);
    near(f.measured, (0.12 * 0.38) / (depth * (1 - 0.42)), 1e-6);
  });

  it('a chain: the second pump’s flow by the share of the day it runs', () => {
    const s = make('pump-chain');
    const [findings, a] = [judge(s), assess(s)];
    const f = findings.find((x) => x.id === 'chain-supply')!;
    // What the day’s solver lifts with either pump, a fifth to spare; its levels sway about those at rest.
    const lifted = (id: string) =>
      metricsOf(a.net, simulate(a.net)).pumps.find((p) => p.id === id)!;
    near(f.limit, (1.2 * lifted('feed').delivered) / 86400, 0.04);
    near(f.measured, lifted('supply').delivered / lifted('supply').running, 0.04);
  });

  it('an even split: how far the farthest is off the mean', () => {
    const s = make('pump-chain', { at: 'paths.feed.valve', to: 0.3 });
    const [findings, a] = [judge(s), assess(s)];
    const f = findings.find((x) => x.id === 'even-split')!;
    // From the flows of the simulated day, while the pump runs.
    const on = simulate(a.net).events.find((e) => e.kind === 'pump-on' && e.where === 'feed')!;
    const day = simulate(a.net, on.t + 60);
    const width = a.net.paths.length + a.net.vessels.length;
    const flows = a.net.paths.flatMap((p, k) =>
      p.kind === 'pump' && p.id.startsWith('feed') ? [day.flows[(day.rows - 1) * width + k]!] : [],
    );
    expect(flows).toHaveLength(3);
    const mean = flows.reduce((x, q) => x + q, 0) / 3;
    near(f.measured, Math.max(...flows.map((q) => Math.abs(q - mean))) / mean, 0.02);
  });
});

describe('those that need the day', () => {
  it('a trickled bed stands part deep all day: its depth over its stones', () => {
    const f = judgeWhole(make('counter-bowl')).findings.find((x) => x.id === 'root-air')!;
    expect(f.level).toBe('fine');
    const high = judgeWhole(
      make('counter-bowl', { at: 'paths.overflow.crest', to: 0.1 }),
    ).findings.find((x) => x.id === 'root-air')!;
    expect(high.level).toBe('watch');
    // Crest and the weir head over it, of 115 mm of stones.
    expect(high.measured).toBeGreaterThan(0.1 / 0.115);
    expect(high.measured).toBeLessThan(0.11 / 0.115);
  });

  it('a timed bed whose pump is never switched off is judged as one that stands part deep', () => {
    const { findings, a } = judgeWhole(
      make('tray-over-reservoir', { at: 'controls.timer', to: { id: 'timer', kind: 'always-on' } }),
    );
    const f = findings.find((x) => x.id === 'root-air')!;
    expect(f.level).toBe('watch');
    near(f.measured, a.beds[0]!.highest / 0.165, 1e-9);
  });

  it('a timed bed whose timer is on for thirteen hours on end stands flooded for all of them', () => {
    const long = make('tray-over-reservoir', {
      at: 'controls.timer.rows',
      to: [{ start: 8 * 3600, on: 13 * 3600 }],
    });
    const f = judgeWhole(long).findings.find((x) => x.id === 'root-air')!;
    expect(f.level).toBe('watch');
    near(f.measured, 13 / 24, 0.02);
  });
});

describe('a fresh system', () => {
  /** Turnover: the smallest pump that is sold moves more than a bowl needs, and a timer’s pauses count in one school. */
  const DECIDES: Record<string, readonly string[]> = {
    'beds-in-series': ['turnover'],
    'pump-chain': ['turnover'],
    'counter-bowl': ['turnover'],
    'counter-tank': ['turnover'],
    // Fish in a trough cannot feed a wall: most of it lives on what is given by hand.
    'felt-wall': ['feed-on-planting', 'turnover'],
  };

  it.each(LAYOUTS.map((l) => l.id))('%s leaves to its grower only what he must decide', (id) => {
    const open = judgeWhole(make(id)).findings.filter((f) => f.level !== 'fine');
    expect(open.map((f) => f.id).sort()).toEqual(['floor-load', ...(DECIDES[id] ?? [])].sort());
  });
});
