import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { CROPS } from '../catalogue/crops.ts';
import { TIMERS } from '../catalogue/timers.ts';
import { assess } from '../assess/assess.ts';
import { applyEdits, plantUse, siteArea, vesselOf } from '../system/index.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { bedsInSeries } from '../system/layouts/beds-in-series.ts';
import { pumpChain } from '../system/layouts/pump-chain.ts';
import { judgeWhole } from '../findings/judge.ts';
import {
  lightOf,
  irrigationFor,
  irrigationOfTimer,
  thirstInterval,
  turnoverInterval,
  wantedOf,
} from './irrigation.ts';
import { dayOfMonthYear } from '../calendar/dayOfYear.ts';
import { daylight } from './sun.ts';
import { deviceOf, pinsOf, settingsFor, type TimerRequest } from './timer.ts';

const HOUR = 3600;

describe('the length of the day', () => {
  // Almanac values, upper edge of the sun, to the minute; the plain formula keeps within five.
  test.each([
    [51.5, [6, 21], 16 + 38 / 60],
    [51.5, [12, 21], 7 + 50 / 60],
    [40.7, [6, 21], 15 + 5 / 60],
    [0, [3, 20], 12 + 7 / 60],
    [-33.9, [12, 21], 14 + 25 / 60],
  ] as const)('at %d° is as in the almanac', (latitude, [m, d], hours) => {
    const { rise, set } = daylight(latitude, dayOfMonthYear(m, d));
    expect(Math.abs((set - rise) / HOUR - hours)).toBeLessThan(5.1 / 60);
    expect(rise + set).toBeCloseTo(86400, 6);
  });
});

describe('needs', () => {
  const tray = applyEdits(trayOverReservoir.make('t', 'T'), [{ at: 'crops', to: [] }]);

  it('thirst is that of the crops planned, each with its roots in the stones, on their thirstiest day', () => {
    const stand = (id: string, crop: string, days: [number, number]) => ({
      id,
      vessel: 'tray',
      crop,
      x: 0,
      y: 0,
      columns: 2,
      rows: 2,
      from: days[0],
      to: days[1],
    });
    const crops = [
      stand('a', 'rocket', [60, 150]),
      stand('b', 'kohlrabi', [100, 200]),
      stand('c', 'chives', [250, 300]),
    ];
    const s = applyEdits(tray, [{ at: 'crops', to: crops }]);
    const v = vesselOf(s, 'tray');
    const row = (id: string) => CROPS.find((c) => c.id === id)!;
    // Rocket and kohlrabi share the ground for a while and drink most together; chives come later, alone.
    const together = [row('rocket'), row('kohlrabi')];
    const drunk = together.reduce((sum, c) => sum + 4 * c.spacing ** 2 * c.waterUse, 0);
    expect(plantUse(s, v) * siteArea(v)).toBeCloseTo(drunk, 9);
    // 0.04 of water held, half of it free to the roots, which end at the stones’ foot at the latest.
    const soonest = Math.min(
      ...together.map((c) => (0.02 * Math.min(c.roots, v.media!.top)) / (c.waterUse / 12)),
    );
    expect(thirstInterval(s, v, 12 * HOUR, true) / HOUR).toBeCloseTo(soonest, 6);
  });

  it('thirst by hand: shale holds 0.04, half of it, 100 mm deep, at 3 mm in twelve hours of sun', () => {
    const v = vesselOf(tray, 'tray');
    const held = 0.04;
    // 0.04 · 0.5 · 0.1 m = 2 mm at 1.5 · 3 mm/12 h = 0.375 mm/h: five hours and twenty minutes.
    const t = thirstInterval(tray, v, 12 * HOUR, false);
    expect(t / HOUR).toBeCloseTo((held * 0.5 * 0.1) / (1.5 * (0.003 / 12)), 1);
    expect(thirstInterval(tray, v, 12 * HOUR, true)).toBeCloseTo(1.5 * t, 6);
    const seedling = applyEdits(tray, [
      { at: 'vessels.tray.plants', to: { dailyUse: 0.006, rooting: 0.04, rootShare: 0.2 } },
    ]);
    expect(thirstInterval(seedling, vesselOf(seedling, 'tray'), 12 * HOUR, false)).toBeCloseTo(
      (t * 0.4 * 0.2) / 2,
      6,
    );
  });

  it('fish by hand: 600 L once an hour, 1000 L/h for 15 min is 250 L a flood: every 25 min', () => {
    expect(turnoverInterval(0.6, 1 / 3600, 900) / 60).toBeCloseTo(25, 9);
  });

  it('the most demanding governs, and a wish that leaves no time to drain is told', () => {
    const s = pumpChain.make('c', 'C');
    const a = assess(s);
    const fishy = applyEdits(s, [
      { at: 'fish.clear', to: { id: 'clear', vessel: 'clear', count: 10, meanMass: 0.1 } },
      // A small weep hole drains for half an hour.
      { at: 'paths.over-1.weep.diameter', to: 0.005 },
    ]);
    const r = irrigationFor(s, a, a.beds[0]!, a.duties[1]!, { rise: 6 * HOUR, set: 20 * HOUR });
    expect(r.needs.map((n) => n.id)).toEqual(['thirst', 'air', 'night']);
    expect(r.governs).toBe('thirst');
    expect(r.day).toBeGreaterThanOrEqual(r.on + r.drain + 900 - 1e-9);
    const b = assess(fishy);
    const q = irrigationFor(fishy, b, b.beds[0]!, b.duties[1]!, { rise: 6 * HOUR, set: 20 * HOUR });
    expect(q.governs).toBe('air');
    expect(q.conflict).toMatch(/Fish need a flood every/);
    expect(q.night).toBe(q.day);
  });

  it('a timer that feeds a chain runs until the last bed is flooded, and rests until it is drained', () => {
    const series = bedsInSeries.make('s', 'S');
    const a = assess(series);
    const light = { rise: 6 * HOUR, set: 20 * HOUR };
    const r = irrigationOfTimer(series, a, 'timer', light)!;
    // As the day has it: from each pump-on to the lower bed's flood mark.
    const day = judgeWhole(series).day.metrics.beds.find((b) => b.id === 'bed-3')!;
    expect(Math.abs(r.fill / day.fromOn! - 1)).toBeLessThan(0.03);
    expect(Math.abs(r.drain / day.fromOff! - 1)).toBeLessThan(0.03);
    const wanted = wantedOf(r);
    const { control } = settingsFor('timer', 'repeat-cycle', null, wanted);
    const set = applyEdits(series, [{ at: 'controls.timer', to: control }]);
    const beds = judgeWhole(set).day.metrics.beds;
    for (const b of beds) {
      expect(b.fromOn, b.id).not.toBeNull();
      expect(b.fromOff, b.id).not.toBeNull();
    }
  });

  it('a timer that floods nothing asks for nothing', () => {
    const a = assess(tray);
    expect(irrigationOfTimer(tray, a, 'no-such', { rise: 0, set: 12 * HOUR })).toBeNull();
  });

  it('light is that of lamps, else of the sun, else half the day', () => {
    const sun = () => ({ rise: 5 * HOUR, set: 19 * HOUR });
    const dark = applyEdits(tray, [
      { at: 'site.lampTime', to: null },
      { at: 'site.latitude', to: null },
    ]);
    expect(lightOf(dark, sun)).toEqual({ rise: 6 * HOUR, set: 18 * HOUR });
    expect(lightOf(applyEdits(dark, [{ at: 'site.latitude', to: 50 }]), sun)).toEqual(sun());
    expect(lightOf(applyEdits(tray, [{ at: 'site.lampTime', to: 16 * HOUR }]), sun)).toEqual({
      rise: 4 * HOUR,
      set: 20 * HOUR,
    });
  });
});

const wanted: fc.Arbitrary<TimerRequest> = fc
  .record({
    fill: fc.integer({ min: 20, max: 3000 }),
    spare: fc.double({ min: 1, max: 1.5, noNaN: true }),
    drain: fc.integer({ min: 30, max: 3600 }),
    day: fc.integer({ min: 1200, max: 43200 }),
    night: fc.double({ min: 1, max: 8, noNaN: true }),
    rise: fc.integer({ min: 3 * HOUR, max: 9 * HOUR }),
    light: fc.integer({ min: 6 * HOUR, max: 14 * HOUR }),
  })
  .map((r) => ({
    fill: r.fill,
    on: r.fill * r.spare,
    pause: r.drain + 900,
    day: r.day,
    night: r.day * r.night,
    light: { rise: r.rise, set: r.rise + r.light },
  }));

describe('settings of the timer in hand', () => {
  test.each(TIMERS.map((t) => t.id))('%s: safe, on its steps, within its programs', (id) => {
    fc.assert(
      fc.property(wanted, (w) => {
        const { step, programs } = deviceOf(id, null);
        const { control, given, lost } = settingsFor('c', id, null, w);
        if (control.kind === 'interval') {
          expect(control.on).toBeGreaterThanOrEqual(w.fill);
          expect(control.off).toBeGreaterThanOrEqual(w.pause - 1e-6);
          expect(control.on % step).toBeCloseTo(0, 6);
          return;
        }
        if (control.kind !== 'programs') throw new Error('no programs');
        expect(control.rows.length).toBe(given);
        expect(given).toBeGreaterThan(0);
        if (programs !== null) expect(given).toBeLessThanOrEqual(programs);
        control.rows.forEach((r, i) => {
          expect(r.on).toBeGreaterThanOrEqual(w.fill);
          expect(r.start % step).toBe(0);
          expect(r.start).toBeLessThan(86400);
          const next = control.rows[i + 1]?.start ?? control.rows[0]!.start + 86400;
          if (control.rows.length > 1)
            expect(next - r.start - r.on).toBeGreaterThanOrEqual(w.pause - 1e-6);
        });
        for (const sentence of lost) expect(sentence).toMatch(/\.$/);
      }),
      { numRuns: 150 },
    );
  });

  it('a dial of quarter hours: eight floods of 12 min by day become pins of 15', () => {
    const { control, lost } = settingsFor('c', 'dial-15', null, {
      fill: 600,
      on: 720,
      pause: 1800,
      day: 5400,
      night: 12 * HOUR,
      light: { rise: 6 * HOUR, set: 18 * HOUR },
    });
    if (control.kind !== 'programs') throw new Error('no programs');
    expect(control.rows.map((r) => r.start / HOUR)).toEqual([6, 7.5, 9, 10.5, 12, 13.5, 15, 16.5]);
    expect(pinsOf(control.rows, 900)).toEqual([24, 30, 36, 42, 48, 54, 60, 66]);
    expect(lost).toEqual([
      '12 min are needed, and the steps of this timer allow 15 min. Each time, water returns over the overflow for 3 min more.',
    ]);
  });

  it('too few programs are told, with what they leave', () => {
    const w = {
      fill: 300,
      on: 360,
      pause: 1200,
      day: 3600,
      night: 3 * HOUR,
      light: { rise: 6 * HOUR, set: 20 * HOUR },
    };
    const few = settingsFor('c', 'digital-8', null, w);
    expect(few.wanted).toBe(17);
    expect(few.given).toBe(8);
    expect(few.lost[0]).toMatch(/^It has 8 programs, but 17 floods are wanted/);
    expect(settingsFor('c', 'clock-plug', null, w).lost).toEqual([]);
    const own = settingsFor('c', 'clock-plug', { step: 300, programs: 20 }, w);
    expect(own.given).toBe(17);
  });

  it('a pin that runs past midnight goes on at the top', () => {
    expect(pinsOf([{ start: 86400 - 900, on: 1800 }], 900)).toEqual([0, 95]);
  });
});
