import { DAY_MS, addDays, dayOfYear, localDay, momentOf, type Moment } from '../calendar/index.ts';
import type { Entry, EntryValues } from '../entries/types.ts';
import { pumpDutyFlow, fillTime } from '../derived/index.ts';
import type { Figures } from '../assess/index.ts';
import { dechlorinate } from '../life/index.ts';
import { chance } from '../numerics/chance.ts';
import { seasonSetupOf, seasonBasis, type SeasonSetup } from '../season/index.ts';
import { dechlorinators, type SystemDocument } from '../system/index.ts';
import { DEMO_DAYS, FIRST_ROUND, demoFilled } from './demoDays.ts';
import { runTended } from './tended.ts';

/**
 * Invented logs of the demo systems: seasons that are tended, at the dates that they show, and what else a grower notes
 * between the tests.
 */

const round = (x: number, to: number) => Math.round(Math.round(x / to) * to * 1e9) / 1e9;

/** A log under way: entries by days before its end, at an hour of the morning or the evening. */
class Notebook {
  readonly entries: Entry[] = [];
  private readonly random: () => number;
  constructor(
    seed: number,
    private readonly end: Moment,
    private readonly zone: string,
  ) {
    this.random = chance(seed);
  }
  add(daysAgo: number, hour: number, values: Omit<EntryValues, 'at' | 'zone'>) {
    const at = this.end - daysAgo * DAY_MS + Math.round((hour + 0.4 * this.random()) * 60) * 60_000;
    this.entries.push({ ...values, id: '', at, zone: this.zone, written: at });
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
/** What is done everywhere. */
const CHORES = ['residual-current', 'buffer'];

/** A demo's figures and the midnight on which its log ends. */
interface Scene {
  readonly c: Figures;
  readonly end: Moment;
  readonly zone: string;
}

/** What a grower noted who tended the system for so many days. */
function tendedEntries(
  { c, end, zone }: Scene,
  days: number,
  course: Partial<SeasonSetup>,
  seed: number,
  age = 0,
): readonly Entry[] {
  const first = addDays(localDay(end, zone), -days);
  const begins = dayOfYear(first);
  const whole: SeasonSetup = { ...seasonSetupOf(c.system), events: [], ...course, begins, days };
  const start = momentOf(first, FIRST_ROUND, zone);
  return runTended(seasonBasis(c), whole, { seed, start, zone, age }).entries;
}

/** Bacteria of a system that has run for months, a factor on a bare start. */
const RUN_IN = 1e4;

/** Four calm months with fish: tests by the week, feed and top-ups, harvests. */
function healthyLog(scene: Scene): Entry[] {
  const { c, end, zone } = scene;
  const s = c.system;
  const n = new Notebook(11, end, zone);
  const tank = s.fish[0]!.vessel;
  const bed = c.a.beds.find((b) => b.floods);
  const DAYS = 122;
  n.entries.push(...tendedEntries(scene, DAYS, { start: 'fish', seed: RUN_IN }, 11, 78));
  n.add(DAYS, 7, {
    kind: 'fish-in',
    about: tank,
    count: s.fish[0]!.count,
    note: 'From a keeper two villages away. One week in quarantine first.',
  });
  for (let d = DAYS; d >= 0; d--) {
    if (d % 2 === 0)
      n.add(d, 18, {
        kind: 'look',
        seen: ['fish-well', 'leaves-well', 'water-clear', 'drain-well', 'pump-well'],
      });
    if (d % 28 === 15 && bed)
      n.add(d, 10, {
        kind: 'reading',
        about: bed.id,
        fillTime: round(n.near(fillTime.value(c, bed.id) ?? 900, 12), 5),
      });
    n.chores(d, [...CHORES, 'guards', 'pump-rinse', 'drain-pipes']);
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
    if (d === 70)
      n.add(d, 7, { kind: 'power-cut', note: 'Storm. Power back after forty minutes.' });
    if (d === 70) n.add(d, 8.4, { kind: 'look', seen: ['pump-well', 'fish-well'] });
  }
  return n.entries;
}

/** A start without fish, three weeks in: ammonia over its peak, nitrite high. */
function cyclingLog(scene: Scene, days: number): Entry[] {
  const { c, end, zone } = scene;
  const s = c.system;
  const n = new Notebook(23, end, zone);
  const tank = s.vessels.find((v) => v.role === 'tank')!.id;
  const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  const fitted = { x1: 0.3, x2: 0.2, rate: 1.05 };
  n.entries.push(...tendedEntries(scene, days, { start: 'fishless', fitted }, 23));
  const by = dechlorinators(s)[0]!;
  n.add(days, 7, {
    kind: 'reading',
    about: tank,
    chlorine: 0.3,
    note: 'Straight from the garden hose.',
  });
  n.add(days, 7.4, {
    kind: 'dose',
    about: tank,
    what: by.id,
    mass: round(dechlorinate(by, 0.3, volume) / 1000, 0.00001),
  });
  n.add(days, 7.9, { kind: 'reading', about: tank, chlorine: 0 });
  n.add(days - 1, 10, { kind: 'task', what: 'residual-current', outcome: 'done' });
  n.add(days - 12, 18, { kind: 'look', seen: ['leaves-well'] });
  n.add(days - 5, 18, {
    kind: 'planting',
    about: s.vessels.find((v) => v.media)?.id ?? tank,
    what: s.crops[0]?.crop ?? 'mizuna',
    count: 6,
  });
  return n.entries;
}

/** Five months in which the line slowly clogs: flow falls, fills take longer. */
function cloggingLog(scene: Scene): Entry[] {
  const { c, end, zone } = scene;
  const s = c.system;
  const n = new Notebook(37, end, zone);
  const line = s.paths.find((p) => p.kind === 'pumped-line')!.id;
  const bed = c.a.beds.find((b) => b.floods)!;
  const flow = pumpDutyFlow.value(c, line)!;
  const fill = fillTime.value(c, bed.id)!;
  const DAYS = 150;
  n.entries.push(...tendedEntries(scene, DAYS, { start: 'fish', seed: RUN_IN }, 37, 90));
  for (let d = DAYS; d >= 0; d--) {
    const gone = 1 - d / DAYS;
    const left = 1 - 0.36 * gone ** 1.6;
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
    n.chores(d, [...CHORES, 'iron']);
    if (d % 3 === 0)
      n.add(d, 18.2, {
        kind: 'look',
        seen: gone > 0.8 ? ['fish-well', 'flow-weak'] : ['fish-well', 'drain-well'],
      });
  }
  n.add(1, 18.6, { kind: 'note', note: 'The siphon has been slow for some weeks.' });
  return n.entries;
}

/** Eleven weeks of solution: EC and pH, top-ups, doses and what they did, two changes. */
function solutionLog({ c, end, zone }: Scene): Entry[] {
  const s = c.system;
  const n = new Notebook(53, end, zone);
  const { temperature } = seasonBasis(c);
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
        temperature: round(
          n.near(temperature(dayOfYear(addDays(localDay(end, zone), -d)), true), 0.6),
          0.5,
        ),
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
  return n.entries;
}

/** Logs by the demo's file. */
const LOGS: Readonly<Record<string, (scene: Scene) => Entry[]>> = {
  'north-wall-lean-to': healthyLog,
  'spring-start': (scene) => cyclingLog(scene, DEMO_DAYS['spring-start']!),
  'slow-line': cloggingLog,
  'under-stairs-tray': solutionLog,
};

/** A demo as it is kept: its document with the date of its first water, and its log. */
export interface DemoLog {
  readonly document: SystemDocument;
  readonly log: readonly Entry[];
}

/**
 * A demo with its log.
 *
 * @param file name of its file
 * @param c figures of its document
 * @param end midnight after the last day that is noted
 */
export function demoWithLog(file: string, c: Figures, end: Moment, zone: string): DemoLog {
  const kept = LOGS[file];
  if (!kept) return { document: c.system, log: [] };
  const log = kept({ c, end, zone })
    .filter((e) => e.at < end)
    .sort((a, b) => a.at - b.at)
    .map((e, i): Entry => ({ ...e, id: `demo-${i}` }));
  const care = { ...c.system.care, filled: demoFilled(file, end, zone) };
  return { document: { ...c.system, care }, log };
}
