import { describe, expect, it, test } from 'vitest';
import { assess, compile, turnoversOf, weightsOf } from '../assess/index.ts';
import { Simulation, metricsOf, simulate } from '../day/index.ts';
import { applyEdits, LAYOUTS, merge, type Edit } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { bucketRow } from '../system/layouts/bucket-row.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { settingsFor } from '../workshop/timer.ts';
import { waterUseOf } from '../network/waterUse.ts';
import { shapeArea } from '../water/shape.ts';
import { headLoss } from '../water/pipe.ts';
import { volumeAt } from '../water/vessel.ts';
import { parse } from '../quantity/index.ts';
import { addSite } from '../system/makeup/index.ts';
import { fixesFor } from './fixes.ts';
import { judge, judgeWhole } from './judge.ts';
import { allowedLoss } from './rules/hose-bore.ts';
import { geometryChecks } from './rules/siphon-geometry.ts';

/** Facts that an error of the hand in a formula, a sign or a bound would break; each worked out by hand. */

const pair = (...edits: Edit[]) => applyEdits(bedOverTank.make('x', 'X'), edits);
const tray = (...edits: Edit[]) => applyEdits(trayOverReservoir.make('x', 'X'), edits);

describe('stones', () => {
  it('roots and solids clog the lower layers as they do the upper: gravel 0.36, a fifth lost, is 0.288', () => {
    const s = tray(
      { at: 'vessels.tray.shape', to: { kind: 'box', length: 1, width: 0.5, height: 0.2 } },
      {
        at: 'vessels.tray.media',
        to: {
          medium: 'expanded-clay',
          top: 0.15,
          voids: null,
          clogging: 0.2,
          layers: [{ id: 'low', medium: 'gravel', top: 0.05, voids: null }],
        },
      },
    );
    const { storage } = compile(s).vessels[1]!;
    expect(volumeAt(storage, 0.05)).toBeCloseTo(0.5 * 0.05 * 0.36 * 0.8, 9);
    expect(volumeAt(storage, 0.15) - volumeAt(storage, 0.05)).toBeCloseTo(
      0.5 * 0.1 * 0.42 * 0.8,
      9,
    );
  });

  it('two siphons stand in guards of their own: both keep stones out of what the bed holds', () => {
    const siphon = pair().paths.find((p) => p.kind === 'bell-siphon')!;
    const s = pair(
      { at: 'vessels.bed.shape', to: { kind: 'box', length: 1, width: 0.5, height: 0.33 } },
      { at: 'vessels.bed.media.voids', to: 0.4 },
      { at: 'vessels.bed.media.clogging', to: 0 },
      { at: 'paths.siphon.guard.diameter', to: 0.1 },
      {
        at: 'paths.other',
        to: { ...siphon, id: 'other', guard: { diameter: 0.16, slotArea: 0.005 } },
      },
    );
    const guards = (Math.PI / 4) * (0.1 ** 2 + 0.16 ** 2);
    expect(volumeAt(compile(s).vessels[1]!.storage, 0.2)).toBeCloseTo(
      0.2 * (0.4 * (0.5 - guards) + guards),
      9,
    );
  });

  it('a bed weighs its water, itself, each layer once, and 10 kg of plants a square metre', () => {
    const s = tray(
      { at: 'vessels.tray.shape', to: { kind: 'box', length: 1, width: 0.5, height: 0.2 } },
      { at: 'vessels.tray.emptyMass', to: 7 },
      {
        at: 'vessels.tray.media',
        to: {
          medium: 'expanded-clay',
          top: 0.15,
          voids: null,
          clogging: 0,
          layers: [{ id: 'low', medium: 'gravel', top: 0.05, voids: null }],
        },
      },
    );
    const a = assess(s);
    const water = 1000 * a.balance.deepest[1]!.volume;
    // 25 L of gravel at 1.65 kg/L, 50 L of expanded clay at 0.50 kg/L, both wet and drained.
    expect(weightsOf(s, a.balance)[1]!.mass).toBeCloseTo(water + 7 + 25 * 1.65 + 50 * 0.5 + 5, 6);
  });
});

describe('what is lost to the air and to plants', () => {
  it('of a row of eight is eight times that of one', () => {
    const row = (count: number) => {
      const s = applyEdits(bucketRow.make('r', 'Row'), [
        { at: 'vessels.buckets.count', to: count },
        { at: 'crops', to: [] },
      ]);
      return waterUseOf(
        s,
        compile(s),
        s.vessels.findIndex((v) => v.id === 'buckets'),
        0.1,
      );
    };
    expect(row(1)).toBeGreaterThan(1e-4);
    expect(row(8) / row(1)).toBeCloseTo(8, 9);
  });

  it('under a raft a tenth of what open water loses, beside the 3 mm a day that plants drink', () => {
    const s = pair({ at: 'site.airSpeed', to: 0.3 }, { at: 'crops', to: [] });
    const bed = s.vessels.findIndex((v) => v.id === 'bed');
    const as = (edits: Edit[]) => {
      const t = applyEdits(s, edits);
      return waterUseOf(t, compile(t), bed, 0.1);
    };
    const { shape } = s.vessels[bed]!;
    const drunk = 0.003 * shapeArea(shape, shape.height);
    const open = as([{ at: 'vessels.bed.media', to: null }]) - drunk;
    const raft = as([
      { at: 'vessels.bed.media', to: null },
      { at: 'vessels.bed.role', to: 'raft' },
    ]);
    expect(open).toBeGreaterThan(5e-4);
    expect((raft - drunk) / open).toBeCloseTo(0.1, 9);
  });
});

describe('what runs back through a standing pump', () => {
  it('over two ends cut from the very end of a line is what it is over one: each sees the trunk at twice its flow', () => {
    const s = applyEdits(LAYOUTS.find((l) => l.id === 'joined-beds')!.make('x', 'X'), [
      { at: 'paths.lift.branches.lift-2.run', to: 1e-4 },
      { at: 'paths.lift.branches.lift-2.along', to: 1 },
      { at: 'paths.lift.valve', to: null },
      { at: 'paths.lift.branches.lift-2.valve', to: null },
      { at: 'paths.lift.branches.lift-2.fittings', to: [] },
    ]);
    const back = (x: typeof s) => compile(x).paths.filter((p) => p.kind === 'back');
    const [, two] = back(s);
    const [one] = back(applyEdits(s, [{ at: 'paths.lift.branches', to: [] }]));
    const q = 1e-4;
    const ratio = headLoss(q, two!.line, 18) / headLoss(2 * q, one!.line, 18);
    // Half the flow rubs a little harder: 7 % here, by the friction factor of a smooth hose.
    expect(ratio).toBeGreaterThan(1);
    expect(ratio).toBeLessThan(1.1);
  });
});

describe('a flood that lasts to midnight', () => {
  it('counts to the end of the day: a tray pumped without a pause from one on is flooded 23 hours of it', () => {
    const s = tray({ at: 'controls.timer.rows', to: [{ start: 3600, on: 23 * 3600 }] });
    const net = compile(s);
    const bed = metricsOf(net, simulate(net)).beds[0]!;
    // Filling to half its flood takes a few minutes.
    expect(bed.floodedShare).toBeGreaterThan(22.7 / 24);
    expect(bed.floodedShare).toBeLessThan(23 / 24);
  });
});

describe('a line that ends below the water it comes from', () => {
  const lift = assess(pair()).duties[0]!.staticHead;
  const told = (below: number) =>
    judge(pair({ at: 'vessels.bed.floor', to: 0.95 - lift - below })).find(
      (f) => f.id === 'runs-on',
    );

  it('runs on through the stopped pump, be it by ten millimetres; above the water it does not', () => {
    expect(told(0.01)).toMatchObject({ level: 'stop', about: 'lift' });
    expect(told(0.01)!.measured).toBeCloseTo(0.01, 6);
    expect(told(-0.01)).toBeUndefined();
  });
});

describe('turnover of a timed pump', () => {
  it('over the day is that while it runs, times its share of the day: eight runs of six minutes are 1/30', () => {
    const s = tray();
    const rows = s.controls.flatMap((c) => (c.kind === 'programs' ? c.rows : []));
    expect(rows.map((r) => r.on)).toEqual(new Array(8).fill(360));
    const t = turnoversOf(s, compile(s), null)[0]!;
    expect(t.whileRunning).toBeGreaterThan(0);
    expect(t.average / t.whileRunning).toBeCloseTo(1 / 30, 9);
  });
});

describe('how much a pipe may take', () => {
  test.each([
    ['of no lift at all a tenth of a metre, for nothing is won below it', 0, 0.1],
    ['of a metre half of it', 1, 0.5],
    ['of four metres no more than one: it is paid every hour', 4, 1],
  ])('%s', (_, lift, most) => expect(allowedLoss(lift)).toBeCloseTo(most, 12));
});

describe('a pump that runs dry', () => {
  const s = pair({ at: 'vessels.tank.fill', to: 0.3 }, { at: 'paths.lift.pump.power', to: 20 });
  const net = compile(s);
  const day = simulate(net, 6 * 3600);
  const pump = metricsOf(net, day).pumps[0]!;

  it('goes on drawing its power: 20 W for six hours are 432 kJ, wet or dry', () => {
    expect(pump.dry).toBeGreaterThan(600);
    expect(pump.running + pump.dry).toBeCloseTo(6 * 3600, 3);
    expect(pump.energy).toBeCloseTo(20 * 6 * 3600, 3);
  });

  it('stops at its intake and starts again 25 mm above it, once it is covered', () => {
    const twice = tray(
      { at: 'vessels.reservoir.fill', to: 0.032 },
      { at: 'paths.lift.pump.intake', to: 0.04 },
      { at: 'paths.overflow.crest', to: 0.1 },
      { at: 'controls.timer', to: { id: 'timer', kind: 'always-on' } },
    );
    const run = simulate(compile(twice), 3 * 3600);
    const dry = run.events.find((e) => e.kind === 'pump-dry')!;
    const wet = run.events.find((e) => e.kind === 'pump-wet');
    expect(dry.level).toBeCloseTo(0.04, 6);
    // The tray runs back through the pump that stands in air.
    expect(wet?.level).toBeCloseTo(0.065, 6);
    expect(wet!.t).toBeGreaterThan(dry.t);
  });
});

describe('two windows', () => {
  const base = bedOverTank.make('x', 'X');
  const edit = (at: string, to: unknown) => applyEdits(base, [{ at, to }]);

  it('a shape put in place of another, and a side changed in the old one, are asked about', () => {
    const round = edit('vessels.bed.shape', { kind: 'cylinder', diameter: 1, height: 0.33 });
    const longer = edit('vessels.bed.shape.length', 1.5);
    const m = merge(base, longer, round);
    expect(m.conflicts.map((c) => c.at)).toEqual(['vessels.bed.shape.length']);
    expect(m.document.vessels[1]!.shape).toEqual(round.vessels[1]!.shape);
    const n = merge(base, round, longer);
    expect(n.conflicts.map((c) => c.at)).toEqual(['vessels.bed.shape']);
    expect(n.document.vessels[1]!.shape).toEqual(longer.vessels[1]!.shape);
  });
});

describe('thresholds', () => {
  it('a guard clears the bell by 10 mm less nothing: 9.9 mm are too little, 10 mm enough', () => {
    const p = bedOverTank.make('x', 'X').paths.find((x) => x.kind === 'bell-siphon')!;
    if (p.kind !== 'bell-siphon' || !p.guard) throw new Error('no guard');
    const guard = p.guard;
    // The bell's wall is taken as 5 mm.
    const clear = (gap: number) =>
      geometryChecks(
        { ...p, guard: { ...guard, diameter: p.bellBore + 2 * (0.005 + gap) } },
        p.bore,
      ).find((c) => c.part === 'guard')!;
    expect(clear(0.0099).ok).toBe(false);
    expect(clear(0.01).ok).toBe(true);
    expect(clear(0.01).measured).toBeCloseTo(0.01, 9);
  });

  it('programs up to midnight leave the first of the morning its pause, whatever is asked', () => {
    for (let rise = 0; rise < 86400; rise += 7200)
      for (const day of [3600, 5400, 9000]) {
        const w = {
          fill: 500,
          on: 600,
          pause: 1700,
          day,
          night: day,
          light: { rise, set: rise + 43_200 },
        };
        const { control } = settingsFor('c', 'digital-20', null, w);
        if (control.kind !== 'programs') throw new Error('no programs');
        const starts = control.rows.map((r) => r.start);
        starts.forEach((t, i) => {
          const next = starts[i + 1] ?? starts[0]! + 86_400;
          expect(next - t - control.rows[i]!.on).toBeGreaterThanOrEqual(w.pause);
          expect(t).toBeLessThan(86_400);
        });
      }
  });

  it('a timer with too few programs shares them as day and night share what is wanted: ten to two of eight', () => {
    const w = {
      on: 300,
      fill: 230,
      pause: 900,
      day: (14 * 3600) / 10,
      night: (10 * 3600) / 3,
      light: { rise: 6 * 3600, set: 20 * 3600 },
    };
    const { control, wanted } = settingsFor('c', 'digital-8', null, w);
    if (control.kind !== 'programs') throw new Error('no programs');
    expect(wanted).toBe(12);
    const dark = control.rows.filter((r) => r.start < w.light.rise || r.start >= w.light.set);
    // A sixth of eight is one and a third.
    expect([control.rows.length, dark.length]).toEqual([8, 1]);
  });

  it('a bed that takes longer to fill than its roots need wet is given its fill: four minutes, not one', () => {
    const w = {
      on: 60,
      fill: 230,
      pause: 900,
      day: 7200,
      night: 14_400,
      light: { rise: 6 * 3600, set: 20 * 3600 },
    };
    const programs = settingsFor('c', 'digital-20', null, w).control;
    expect(programs.kind === 'programs' && programs.rows.every((r) => r.on === 240)).toBe(true);
    // One that is set to the second needs no rounding up.
    expect(settingsFor('c', 'repeat-cycle', null, w).control).toMatchObject({ on: 230 });
  });

  it('a bare number is of the unit that is shown: 12 is 12 mm, 12 in, 12 US gallons', () => {
    const typed = (kind: 'length' | 'volume', system: 'metric' | 'us' | 'imperial') => {
      const r = parse('12', kind, system, 0);
      return r.ok ? r.value : NaN;
    };
    expect(typed('length', 'metric')).toBeCloseTo(0.012, 9);
    expect(typed('length', 'us')).toBeCloseTo(0.3048, 9);
    expect(typed('volume', 'us')).toBeCloseTo(12 * 3.785411784e-3, 9);
    expect(typed('volume', 'imperial')).toBeCloseTo(12 * 4.54609e-3, 9);
  });
});

describe('work is limited', () => {
  it('a day that costs too much is given up, says up to when, and keeps its water', () => {
    const net = compile(pair());
    const whole = simulate(net);
    const cut = new Simulation(net, undefined, undefined, whole.work / 10)
      .runTo(86_400)
      .trace(86_400);
    expect(whole.truncated).toBe(false);
    expect(cut.truncated).toBe(true);
    expect(cut.end).toBeGreaterThan(3600);
    expect(cut.end).toBeLessThan(20_000);
    expect(cut.work).toBeLessThan(0.11 * whole.work);
    expect(Math.abs(cut.balanceError)).toBeLessThan(1e-9);
  });

  it('fixes are looked for as long as the budget lasts, and not at all without one', () => {
    const s = pair({ at: 'vessels.tank.fill', to: 0.3 });
    const { findings } = judgeWhole(s);
    const f = findings.find((x) => x.level === 'stop')!;
    expect(fixesFor(s, f, findings, { left: 0 })).toEqual([]);
    const budget = { left: 1e9 };
    expect(fixesFor(s, f, findings, budget).length).toBeGreaterThan(0);
    expect(budget.left).toBeLessThan(1e9);
  });

  it('the make-up stops at what a home holds, with a word', () => {
    let s = pair();
    let why = '';
    for (let k = 0; k < 60 && !why; k++) {
      const more = addSite(s, 'raft');
      if (more.ok) s = applyEdits(s, more.edits);
      else why = more.why;
    }
    expect(why).toBe('The maximum is 32 vessels.');
    expect(s.vessels).toHaveLength(32);
    expect(assess(s).beds.length).toBeGreaterThan(0);
  });
});
