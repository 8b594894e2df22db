import { chance } from '../core/numerics/chance.ts';
import { courseOf, runSeason, seasonGround } from '../core/season/index.ts';
import { judgeWhole } from '../core/findings/judge.ts';
import { dutyFlow, fillTime } from '../core/derived/index.ts';
import { lifeOf } from '../core/life/index.ts';
import type { Entry, EntryValues } from '../core/log/index.ts';
import type { Interval, SystemDocument } from '../core/system/index.ts';

/** Invented logs for the demo systems: what a grower may have noted over some months. */

/** Midnight of the day on which they end, where they were written; the shelf moves them to the present. */
const END = Date.parse('2026-06-09T22:00:00Z');
const DAY = 86_400_000;
const ZONE = 'Europe/Vienna';

const round = (x: number, to: number) => Math.round(Math.round(x / to) * to * 1e9) / 1e9;

/** A log under way: entries by days before its end, at an hour of the morning or the evening. */
class Notebook {
  readonly entries: Entry[] = [];
  readonly random: () => number;
  constructor(seed: number) {
    this.random = chance(seed);
  }
  add(daysAgo: number, hour: number, values: Omit<EntryValues, 'at' | 'zone'>) {
    const at = END - daysAgo * DAY + Math.round((hour + 0.4 * this.random()) * 60) * 60_000;
    this.entries.push({
      ...values,
      id: `demo-${this.entries.length}`,
      at,
      zone: ZONE,
      written: at,
    });
  }
  /** Tasks ticked off about once a month. */
  chores(daysAgo: number, tasks: readonly string[]) {
    if (daysAgo % 30 !== 12) return;
    tasks.forEach((what, i) =>
      this.add(daysAgo, 10 + i / 4, { kind: 'task', what, outcome: 'done' }),
    );
  }
  near(x: number, spread: number) {
    return x + spread * (2 * this.random() - 1);
  }
}

/** The colours of a kit between which a value lies. */
function band(value: number, steps: readonly number[]): Interval {
  for (let i = 1; i < steps.length; i++) {
    const [low, high] = [steps[i - 1]!, steps[i]!];
    if (value <= high) {
      if (value - low < 0.08 * (high - low)) return [low, low];
      return high - value < 0.08 * (high - low) ? [high, high] : [low, high];
    }
  }
  return [steps.at(-1)!, steps.at(-1)!];
}
/** What is done everywhere. */
const CHORES = ['residual-current', 'buffer', 'weigh-fish'];
const TAN = [0, 0.25, 0.5, 1, 2, 4, 8];
const NITRITE = [0, 0.25, 0.5, 1, 2, 5, 10];
const NITRATE = [0, 5, 10, 20, 40, 80];

const figuresOf = (s: SystemDocument) => {
  const { a, day } = judgeWhole(s);
  return { system: s, a, day };
};
const sorted = (n: Notebook) => n.entries.sort((a, b) => a.at - b.at);

/** Four calm months with fish: tests by the week, feed and top-ups, harvests. */
export function healthyLog(s: SystemDocument): Entry[] {
  const n = new Notebook(11);
  const c = figuresOf(s);
  const tank = s.fish[0]!.vessel;
  const sump = s.vessels.find((v) => v.role === 'sump')?.id ?? tank;
  const bed = c.a.beds.find((b) => b.floods);
  const feed = lifeOf(c).feed / 1000;
  const use = c.a.balance.dailyWaterUse;
  const DAYS = 122;
  n.add(DAYS, 9, {
    kind: 'fish-in',
    about: tank,
    count: s.fish[0]!.count,
    note: 'From a keeper two villages on; a week apart first.',
  });
  for (let d = DAYS; d >= 0; d--) {
    const warm = 13 + 5 * (1 - d / DAYS);
    n.add(d, 8, {
      kind: 'feed',
      about: tank,
      mass: round(n.near(feed * (0.8 + 0.2 * (1 - d / DAYS)), 0.002), 0.0005),
    });
    if (d % 3 === 0)
      n.add(d, 8.2, {
        kind: 'top-up',
        about: sump,
        volume: round(n.near(3 * use, use / 2), 0.001),
      });
    if (d % 2 === 0)
      n.add(d, 18, {
        kind: 'look',
        seen: ['fish-well', 'leaves-well', 'water-clear', 'drain-well', 'pump-well'],
      });
    if (d % 7 === 1)
      n.add(d, 9, {
        kind: 'reading',
        about: tank,
        temperature: round(n.near(warm, 0.7), 0.5),
        ph: round(n.near(6.9 - 0.1 * (1 - d / DAYS), 0.08), 0.1),
        tan: band(Math.max(0, n.near(0.1, 0.12)), TAN),
        nitrite: band(Math.max(0, n.near(0.03, 0.06)), NITRITE),
        nitrate: band(n.near(16, 6), NITRATE),
      });
    if (d % 14 === 1)
      n.add(d, 9.3, { kind: 'reading', about: tank, alkalinity: round(n.near(52, 8), 2) });
    if (d % 28 === 15 && bed)
      n.add(d, 10, {
        kind: 'reading',
        about: bed.id,
        fillTime: round(n.near(fillTime.value(c, bed.id) ?? 900, 12), 5),
      });
    n.chores(d, [...CHORES, 'guards', 'pump-rinse', 'drain-pipes']);
    if (d % 30 === 12) {
      n.add(d, 12, {
        kind: 'fish-weighed',
        about: tank,
        mass: round(0.045 + 0.00013 * (DAYS - d), 0.001),
        count: 5,
      });
    }
    if (d % 21 === 4)
      n.add(d, 9.5, {
        kind: 'dose',
        about: tank,
        what: 'iron',
        mass: round((2 * 0.9) / 0.11 / 1000, 0.001),
      });
    if (d < 60 && d % 9 === 3 && s.crops[0])
      n.add(d, 17, {
        kind: 'harvest',
        about: s.crops[0].vessel,
        what: s.crops[0].crop,
        mass: round(n.near(0.35, 0.1), 0.01),
      });
    if (d === 70) n.add(d, 7, { kind: 'power-cut', note: 'Storm; back after forty minutes.' });
    if (d === 70) n.add(d, 8.4, { kind: 'look', seen: ['pump-well', 'fish-well'] });
  }
  return sorted(n);
}

/** A start without fish, three weeks in: ammonia over its peak, nitrite high. */
export function cyclingLog(s: SystemDocument, days: number): Entry[] {
  const n = new Notebook(23);
  const c = figuresOf(s);
  const tank = s.vessels.find((v) => v.role === 'tank')!.id;
  const season = runSeason(seasonGround(c), {
    ...courseOf(s),
    days: days + 1,
    fitted: { x1: 0.3, x2: 0.2, rate: 1.05 },
  });
  const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  n.add(days, 7, { kind: 'reading', about: tank, chlorine: 0.3, note: 'Straight from the hose.' });
  n.add(days, 7.5, {
    kind: 'dose',
    about: tank,
    what: 'sodium-ascorbate',
    mass: round((2.8 * 0.3 * volume) / 1000, 0.00001),
  });
  n.add(days, 8.2, { kind: 'reading', about: tank, chlorine: 0 });
  for (let k = 0; k <= days; k++) {
    const d = days - k;
    n.add(d, 8.5, {
      kind: 'dose',
      about: tank,
      what: 'ammonia',
      mass: round((s.plan.dose * volume) / 1000, 0.000001),
    });
    if (k > 0 && k % 2 === 0)
      n.add(d, 9, {
        kind: 'reading',
        about: tank,
        temperature: round(n.near(season.t[k]!, 0.5), 0.5),
        ph: round(n.near(season.ph[k]!, 0.05), 0.1),
        tan: band(season.tan[k]! * n.near(1, 0.08), TAN),
        nitrite: band(season.nitrite[k]! * n.near(1, 0.08), NITRITE),
        nitrate: band(season.nitrate[k]! * n.near(1, 0.08), NITRATE),
      });
    if (k % 7 === 3)
      n.add(d, 9.4, { kind: 'reading', about: tank, alkalinity: round(season.alkalinity[k]!, 5) });
  }
  n.add(days - 1, 10, { kind: 'task', what: 'residual-current', outcome: 'done' });
  n.add(days - 12, 18, { kind: 'look', seen: ['leaves-well'] });
  n.add(days - 5, 18, {
    kind: 'planting',
    about: s.vessels.find((v) => v.media)?.id ?? tank,
    what: s.crops[0]?.crop ?? 'mizuna',
    count: 6,
  });
  return sorted(n);
}

/** Five months in which the line slowly clogs: flow falls, fills take longer, nitrite begins to show. */
export function cloggingLog(s: SystemDocument): Entry[] {
  const n = new Notebook(37);
  const c = figuresOf(s);
  const tank = s.fish[0]!.vessel;
  const line = s.paths.find((p) => p.kind === 'pumped-line')!.id;
  const bed = c.a.beds.find((b) => b.floods)!;
  const flow = dutyFlow.value(c, line)!;
  const fill = fillTime.value(c, bed.id)!;
  const feed = lifeOf(c).feed / 1000;
  const use = c.a.balance.dailyWaterUse;
  const DAYS = 150;
  for (let d = DAYS; d >= 0; d--) {
    const gone = 1 - d / DAYS;
    const left = 1 - 0.36 * gone ** 1.6;
    n.add(d, 7.8, {
      kind: 'feed',
      about: tank,
      mass: round(n.near(feed * (0.7 + 0.45 * gone), 0.001), 0.0005),
    });
    if (d % 4 === 2)
      n.add(d, 8, { kind: 'top-up', about: tank, volume: round(n.near(4 * use, use / 2), 0.001) });
    if (d % 14 === 6) {
      n.add(d, 10, {
        kind: 'reading',
        about: line,
        flow: round(n.near(flow * left, 0.01 * flow), 1e-7),
      });
      n.add(d, 10.3, {
        kind: 'reading',
        about: bed.id,
        fillTime: round(n.near(fill / left, 0.01 * fill), 5),
      });
    }
    if (d % 7 === 2)
      n.add(d, 9, {
        kind: 'reading',
        about: tank,
        temperature: round(n.near(17 + 3 * gone, 0.6), 0.5),
        ph: round(n.near(7.1 - 0.5 * gone, 0.06), 0.1),
        tan: band(Math.max(0, n.near(0.1 + 0.25 * gone ** 3, 0.06)), TAN),
        nitrite: band(Math.max(0, n.near(0.02 + 0.4 * gone ** 4, 0.05)), NITRITE),
        nitrate: band(n.near(14 + 20 * gone, 3), NITRATE),
      });
    n.chores(d, [...CHORES, 'iron']);
    if (d % 21 === 9)
      n.add(d, 9.3, {
        kind: 'reading',
        about: tank,
        alkalinity: round(n.near(70 - 42 * gone, 3), 2),
      });
    if (d % 3 === 0)
      n.add(d, 18.2, {
        kind: 'look',
        seen: gone > 0.8 ? ['fish-well', 'flow-weak'] : ['fish-well', 'drain-well'],
      });
  }
  n.add(1, 18.6, { kind: 'note', note: 'The siphon takes its time these weeks.' });
  return sorted(n);
}

/** Eleven weeks of solution: EC and pH, top-ups, doses and what they did, two changes. */
export function solutionLog(s: SystemDocument): Entry[] {
  const n = new Notebook(53);
  const c = figuresOf(s);
  const store = s.vessels.find((v) => v.role === 'reservoir')!.id;
  const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  const use = c.a.balance.dailyWaterUse;
  const programme = s.solution!.programme;
  const DAYS = 78;
  let ec = 0.165;
  let ph = 6.2;
  for (let d = DAYS; d >= 0; d--) {
    if (d === 78 || d === 50 || d === 22) {
      n.add(d, 8, { kind: 'water-change', about: store, volume: round(volume, 0.001) });
      ec = 0.165;
      ph = 6.2;
    }
    // Plants take salts and water in about the same measure, a little more of the water.
    ec += n.near(0.0012, 0.0008);
    ph += n.near(0.035, 0.02);
    if (d % 4 === 1) {
      n.add(d, 8.2, {
        kind: 'reading',
        about: store,
        conductivity: round(ec, 0.001),
        ph: round(ph, 0.1),
        temperature: round(n.near(19.5 + 0.02 * (DAYS - d), 0.6), 0.5),
      });
      n.add(d, 8.5, { kind: 'top-up', about: store, volume: round(4 * use, 0.001) });
      ec = (ec * volume + 0.04 * 4 * use) / (volume + 4 * use);
      if (ec < 0.15) {
        n.add(d, 8.8, { kind: 'reading', about: store, conductivity: round(ec, 0.001) });
        n.add(d, 9, { kind: 'dose', about: store, what: programme, count: 0.1 });
        ec += 0.0165;
        n.add(d, 9.7, { kind: 'reading', about: store, conductivity: round(ec, 0.001) });
      }
      if (ph > 6.8) {
        n.add(d, 10, { kind: 'dose', about: store, what: 'phosphoric-10', volume: 8e-6 });
        ph -= 0.4;
      }
    }
    n.chores(d, [...CHORES, 'guards', 'pump-rinse', 'drain-pipes', 'time-fill']);
    if (d < 50 && d % 6 === 2)
      n.add(d, 18, {
        kind: 'harvest',
        about: s.crops[0]!.vessel,
        what: s.crops[0]!.crop,
        mass: round(n.near(0.18, 0.05), 0.01),
      });
    if (d % 2 === 0)
      n.add(d, 18.5, { kind: 'look', seen: ['leaves-well', 'drain-well', 'pump-well'] });
  }
  return sorted(n);
}

export const filledBefore = (days: number): number => END - days * DAY;
