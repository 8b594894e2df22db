import { AFTER_NEW_FISH, IRON_LIMITS, TEST_EVERY, WORK_TIME, YOUNG } from '../../limits/index.ts';
import { DAYS_OF_YEAR, dateIn, dayAfter } from '../../calendar/dayOfYear.ts';
import { lastsWithoutTopUp } from '../../derived/index.ts';
import { airOn, extremes, knowsYear, sowing, waterOn } from '../../life/index.ts';
import {
  inSentence,
  concentration,
  days,
  dose,
  feed,
  litres,
  mass,
  say,
  share,
} from '../../quantity/index.ts';
import { chelateFor, type TreatmentId } from '../../treatment/index.ts';
import { CHELATES } from '../../catalogue/index.ts';
import {
  fishKindOf,
  isDrain,
  isSiphon,
  isStore,
  type ReadingId,
  type SeasonEvent,
} from '../../system/index.ts';
import { carePlan, wantedEvery } from '../../care/index.ts';
import { bandsOf } from '../../readings/bands.ts';
import { isAnew, sinceChange } from '../../readings/solution.ts';
import { daysRunning, newest, runningSince, type Tended } from '../../readings/index.ts';
import { addDays, ahead, localDay, momentOf, type LocalDay } from '../../calendar/time.ts';
import type { Entry, EntryKind } from '../../entries/types.ts';
import type { Schedule, TaskRule } from './types.ts';
import { WEATHER_TASKS } from './weather.ts';

/** Tasks that are proposed: what fish, beds, pump and season of this system ask for. One task is one row. */

const every = (n: number, unit: 'day' | 'week' | 'month' = 'day'): Schedule => ({
  kind: 'every',
  every: { every: n, unit },
});
/** First due so many days after the water went in. */
const from =
  (n: number, after: number): ((t: Tended) => Schedule) =>
  () => ({
    kind: 'every',
    every: { every: n, unit: 'day' },
    first: (t) => addDays(startDay(t), after),
  });
/** The day that it is where the system stands. */
export const today = (t: Tended): LocalDay => localDay(t.now, t.zone);
/** Day on which the water went in; today where nothing says so. */
export const startDay = (t: Tended): LocalDay =>
  localDay(runningSince(t.system, t.entries) ?? t.now, t.zone);

const DAYS_AFTER_FISH = Object.values(AFTER_NEW_FISH).map((x) => x / 86400);
const fish = (t: Tended) => t.hasFish;
const hasBeds = (t: Tended) => t.system.vessels.some((v) => v.media !== null);
const pumps = (t: Tended) => t.system.paths.filter((p) => p.kind === 'pumped-line');
const tanks = (t: Tended) => [...new Set(t.life.groups.map((g) => g.vessel))];
const stores = (t: Tended) => t.system.vessels.filter(isStore).map((v) => v.id);
const drained = (t: Tended) => t.system.paths.filter(isDrain).map((p) => p.id);
const reads = (...ids: ReadingId[]) => ({
  reads: ids,
  records: 'reading' as const,
  doneBy: done('reading', (e) => ids.every((id) => e[id] !== undefined)),
});
/** Entries of a kind count as having done it. */
const done = (
  kind: EntryKind,
  is: (e: Entry, t: Tended) => boolean = () => true,
): NonNullable<TaskRule['doneBy']> => ({ kind, is });
/** Whether the plan of care does a treatment, or says not to. */
const plans = (t: Tended, id: TreatmentId) => carePlan(t).steps.some((s) => s.treatment === id);
const avoids = (t: Tended, id: TreatmentId) => carePlan(t).avoid.some((a) => a.treatment === id);
const young = (t: Tended) => (daysRunning(t) ?? 0) * 86400 < YOUNG.age;

/** A day of the year as a date in this year or the next, whichever is to come or not long gone. */
function datesOf(t: Tended, dayOfTheYear: number): LocalDay[] {
  const year = Number(today(t).slice(0, 4));
  return [year - 1, year, year + 1].map((y) => dateIn(y, dayOfTheYear));
}

/** First day of the year, from a day on, on which something of the season’s warmth becomes true; null where it never does. */
function firstDayFrom(start: number, holds: (day: number) => boolean): number | null {
  for (let n = 1; n < DAYS_OF_YEAR; n++)
    if (holds(dayAfter(start, n)) && !holds(dayAfter(start, n - 1))) return dayAfter(start, n);
  return null;
}

/** Top-ups come often enough that the reserve never falls by half. */
function topUpDays(t: Tended): number {
  const least = Math.min(lastsWithoutTopUp(t.c), 14 * 86400) / 86400;
  return Math.max(1, Math.min(7, Math.floor(least / 2)));
}

/** Wall clocks of timers go wrong when daylight saving comes and goes. */
function clockChanges(t: Tended): LocalDay[] {
  const first = addDays(today(t), -14);
  const at = (day: LocalDay) => ahead(t.zone, momentOf(day, 720, t.zone));
  return Array.from({ length: 380 }, (_, i) => addDays(first, i + 1)).filter(
    (day) => at(day) !== at(addDays(day, -1)),
  );
}

export const TASKS: readonly TaskRule[] = [
  {
    id: 'feed',
    title: (t) =>
      say`Feed ${feed(carePlan(t).feed ?? 0)} in two or three meals, only what is eaten in five minutes`,
    why: say`The amount depends on the mass of the fish, the temperature and the plan of care. Leftover feed rots.`,
    minutes: WORK_TIME.feed / 60,
    records: 'feed',
    about: tanks,
    applies: (t) => t.hasFish && (carePlan(t).feed ?? 0) > 0,
    schedule: () => every(1),
    doneBy: done('feed'),
  },
  {
    id: 'look',
    title: () => say`Check fish, leaves, level, drains and pump`,
    why: say`You can see or hear most problems a day before they do harm.`,
    minutes: WORK_TIME.look / 60,
    records: 'look',
    about: stores,
    applies: () => true,
    schedule: () => every(1),
    doneBy: done('look'),
  },
  {
    id: 'top-up',
    title: (t) => say`Top up, about ${litres(t.c.a.balance.dailyWaterUse * topUpDays(t))}`,
    why: say`Water evaporates and plants use it. The pump must stay under water when every bed is full.`,
    minutes: WORK_TIME.topUp / 60,
    records: 'top-up',
    about: (t) => [...new Set(pumps(t).map((p) => p.from))],
    applies: (t) => t.c.a.balance.dailyWaterUse > 0 && !plans(t, 'top-up') && !avoids(t, 'top-up'),
    schedule: (t) => every(topUpDays(t)),
    doneBy: done('top-up'),
  },
  {
    id: 'test-water',
    title: () => say`Test ammonia, nitrite, pH and temperature`,
    why: say`While the bacteria grow, these change from day to day. Later, once a week is enough.`,
    minutes: WORK_TIME.test / 60,
    ...reads('tan', 'nitrite', 'ph', 'temperature'),
    about: tanks,
    applies: fish,
    schedule: (t) => every((young(t) ? TEST_EVERY.young : TEST_EVERY.running) / 86400),
  },
  {
    id: 'test-cycling',
    title: () => say`Test ammonia, nitrite and nitrate`,
    why: say`The expected day of the end of cycling depends on these readings.`,
    minutes: WORK_TIME.test / 60,
    ...reads('tan', 'nitrite', 'nitrate'),
    about: stores,
    applies: (t) =>
      !t.hasFish &&
      !t.isSolution &&
      t.system.vessels.some((v) => v.role === 'tank') &&
      young(t) &&
      daysRunning(t) !== null,
    schedule: () => every(TEST_EVERY.cycling / 86400),
  },
  {
    id: 'test-nitrate',
    title: () => say`Test nitrate and alkalinity`,
    why: say`Nitrate shows whether feed and plants match. Alkalinity prevents a pH crash.`,
    minutes: WORK_TIME.slowTest / 60,
    ...reads('nitrate', 'alkalinity'),
    about: tanks,
    applies: fish,
    schedule: (t) => every((young(t) ? TEST_EVERY.slowYoung : TEST_EVERY.slow) / 86400),
  },
  {
    id: 'test-solution',
    title: () => say`Read EC, pH and temperature of the solution`,
    why: say`A solution changes within days. Top-ups and doses depend on its readings.`,
    minutes: 5,
    ...reads('conductivity', 'ph', 'temperature'),
    about: stores,
    applies: (t) => t.isSolution,
    schedule: (t) =>
      every(Math.max(1, Math.floor((wantedEvery(t).conductivity ?? 4 * 86400) / 86400) - 1)),
  },
  {
    id: 'change-solution',
    title: (t) => say`Change the solution, ${litres(t.volume)}`,
    why: say`Salts that plants do not use build up. Change it after one to four weeks, or when top-ups have reached its volume.`,
    minutes: 45,
    records: 'water-change',
    about: stores,
    applies: (t) => t.isSolution && daysRunning(t) !== null,
    schedule: (t) => {
      const age = sinceChange(t);
      const rate = age && age.days > 3 ? age.toppedUp / age.days : t.c.a.balance.dailyWaterUse;
      const byTopUps = rate > 0 ? Math.floor(t.volume / rate) : 28;
      const wait = Math.max(7, Math.min(28, byTopUps));
      return {
        kind: 'every',
        every: { every: wait, unit: 'day' },
        first: (x) => addDays(startDay(x), wait),
      };
    },
    doneBy: done('water-change', (e, t) => isAnew(t, e)),
  },
  {
    id: 'time-fill',
    title: () => say`Time one fill of each bed`,
    why: say`A fill that gets longer or shorter shows a weak pump or a clogged bed.`,
    minutes: 10,
    records: 'reading',
    reads: ['fillTime'],
    about: (t) => t.c.a.beds.filter((b) => b.floods).map((b) => b.id),
    applies: (t) => t.c.a.beds.some((b) => b.floods && Number.isFinite(b.fill)),
    schedule: from(30, 14),
    doneBy: done('reading', (e) => e.fillTime !== undefined),
  },
  {
    id: 'guards',
    title: () => say`Lift and rinse the guards and clear roots from the drains`,
    why: say`Roots and sludge clog the slots first. A slow drain floods the bed.`,
    minutes: 15,
    about: drained,
    applies: (t) => drained(t).length > 0,
    schedule: from(30, 14),
  },
  {
    id: 'pump-rinse',
    title: () => say`Unplug and rinse the pump and check its pipe`,
    why: say`Slime and scale reduce the flow a little every week.`,
    minutes: 20,
    about: (t) => pumps(t).map((p) => p.id),
    applies: (t) => pumps(t).length > 0,
    schedule: from(30, 21),
  },
  {
    id: 'drain-pipes',
    title: () => say`Check the drain pipes and brush out slime`,
    why: say`A film of slime can reduce the flow of a drain by a fifth before you see it.`,
    minutes: 20,
    about: (t) => t.system.paths.filter(isSiphon).map((p) => p.id),
    applies: (t) => drained(t).length > 0,
    schedule: from(60, 45),
  },
  {
    id: 'filter',
    title: () => say`Empty and rinse the solids filter`,
    why: say`Solids in the filter rot, use oxygen and produce ammonia.`,
    minutes: 15,
    about: (t) =>
      pumps(t)
        .filter((p) => p.filter)
        .map((p) => p.id),
    applies: (t) => pumps(t).some((p) => p.filter),
    schedule: from(7, 7),
  },
  {
    id: 'after-cut',
    title: () => say`After the power cut: set the timer’s clock and check every pump and drain`,
    why: say`A dial timer is late by the length of the power cut.`,
    minutes: 5,
    records: 'look',
    about: (t) => pumps(t).map((p) => p.id),
    applies: (t) => newest(t, 'power-cut') !== null,
    schedule: () => ({ kind: 'after', event: 'power-cut', days: [0] }),
    doneBy: done('look', (e) => e.seen?.includes('pump-well') ?? false),
  },
  {
    id: 'clocks',
    title: () => say`The clocks change: set the timers`,
    why: say`A timer does not change its clock. Lamps and floods would be one hour off.`,
    minutes: 5,
    about: (t) => pumps(t).map((p) => p.id),
    applies: (t) => t.system.controls.some((c) => c.kind === 'programs'),
    schedule: () => ({ kind: 'dates', dates: clockChanges }),
  },
  {
    id: 'residual-current',
    title: () => say`Press the test button of the residual-current device`,
    why: say`It protects wet hands from the mains. If it does not trip, have an electrician replace it.`,
    minutes: 1,
    applies: (t) => pumps(t).length > 0 && t.system.site.power.lowVoltage !== true,
    schedule: from(30, 1),
  },
  {
    id: 'new-fish',
    title: () => say`Check the new fish: gills, fins, feeding`,
    why: say`Diseases show in the first two weeks. Keep new fish in quarantine for that time if you can.`,
    minutes: 5,
    records: 'look',
    about: tanks,
    applies: (t) => newest(t, 'fish-in') !== null,
    schedule: () => ({ kind: 'after', event: 'fish-in', days: [1, 3, 7, 14] }),
    doneBy: done('look', (e) => e.seen?.some((x) => x.startsWith('fish-')) ?? false),
  },
  {
    id: 'new-fish-test',
    title: () => say`Test ammonia and nitrite after adding fish`,
    why: say`If the bacteria cannot process the extra feed, the tests show it within days.`,
    minutes: WORK_TIME.slowTest / 60,
    ...reads('tan', 'nitrite'),
    about: tanks,
    applies: (t) => newest(t, 'fish-in') !== null,
    schedule: () => ({ kind: 'after', event: 'fish-in', days: DAYS_AFTER_FISH }),
  },
  {
    id: 'new-crop',
    title: () => say`Check the new plants: wet roots, firm leaves, no pests`,
    why: say`A plug that does not reach the flood dries out in two days. Bought plants can bring pests.`,
    minutes: 5,
    records: 'look',
    applies: (t) => newest(t, 'planting') !== null,
    schedule: () => ({ kind: 'after', event: 'planting', days: [2, 7] }),
    doneBy: done('look', (e) => e.seen?.some((x) => /leaves|pests|roots/.test(x)) ?? false),
  },
  {
    id: 'weigh-fish',
    title: () => say`Weigh a few fish`,
    why: say`Feed, oxygen and stocking all depend on their mass.`,
    minutes: WORK_TIME.weigh / 60,
    records: 'fish-weighed',
    about: tanks,
    applies: (t) => t.life.groups.some((g) => g.kind.use !== 'ornamental' && g.count > 0),
    schedule: from(30, 30),
    doneBy: done('fish-weighed'),
  },
  {
    id: 'iron',
    title: (t) =>
      say`Iron chelate for ${litres(t.volume)}: ${dose(chelateFor(IRON_LIMITS.dose, t.volume, CHELATES[0]!.iron))} of ${CHELATES[0]!.name}`,
    why: say`A new system lacks iron. Add ${concentration(IRON_LIMITS.dose)} every three weeks, as EDDHA at high pH.`,
    minutes: WORK_TIME.dose / 60,
    records: 'dose',
    applies: (t) =>
      t.hasFish && t.hasPlants && (daysRunning(t) ?? 0) > 20 && (daysRunning(t) ?? 0) < 365,
    schedule: from(21, 21),
    doneBy: done('dose', (e) => e.what === 'iron'),
  },
  {
    id: 'buffer',
    title: () => say`Check the shell or chalk and replace what has dissolved`,
    why: say`Bacteria use alkalinity every day. Shell replaces it as it dissolves.`,
    minutes: 10,
    applies: (t) => t.hasFish && t.hasPlants && !avoids(t, 'base'),
    schedule: from(60, 60),
  },
  {
    id: 'worms',
    title: () => say`Put composting worms into the media`,
    why: say`In a cycled bed they eat the solids and prevent the media from clogging.`,
    minutes: 10,
    applies: (t) =>
      t.hasFish && hasBeds(t) && daysRunning(t) !== null && (daysRunning(t) ?? 0) < 120,
    schedule: () => ({ kind: 'dates', dates: (t) => [addDays(startDay(t), 42)] }),
  },
  {
    id: 'shade',
    title: () => say`Shade the tank and the glass for the summer`,
    why: say`At this time of year the water gets nearly too warm for the fish or roots.`,
    minutes: 30,
    about: stores,
    applies: (t) => knowsYear(t.system) && shadeDay(t) !== null,
    schedule: () => ({
      kind: 'dates',
      dates: (t) => datesOf(t, dayAfter(shadeDay(t) ?? 1, -14)),
    }),
  },
  {
    id: 'winter-ready',
    title: () => say`Prepare for frost: pipes outside, covers, heater test`,
    why: say`The first frost that you entered is three weeks away. A pump that freezes bursts.`,
    minutes: 60,
    applies: (t) => t.system.site.frost.first !== null && t.system.site.kind !== 'indoor',
    schedule: () => ({
      kind: 'dates',
      dates: (t) => datesOf(t, dayAfter(t.system.site.frost.first!, -21)),
    }),
  },
  {
    id: 'heater',
    title: (t) =>
      t.life.heater && t.life.heater.power > 0
        ? say`Test the heater and its guard`
        : say`Plan for the winter: fewer fish, or a heater`,
    why: say`The water gets too cold for these fish to grow.`,
    minutes: 15,
    about: tanks,
    applies: (t) => t.hasFish && knowsYear(t.system) && coldDay(t) !== null,
    schedule: () => ({
      kind: 'dates',
      dates: (t) => datesOf(t, dayAfter(coldDay(t) ?? 1, -14)),
    }),
  },
  ...WEATHER_TASKS,
];

/** Day of the year on which the water first passes what is good for fish or roots. */
function shadeDay(t: Tended): number | null {
  const band = bandsOf(t).temperature;
  if (!band) return null;
  const wish = t.hasFish ? band.good[1] : band.edge[1];
  const from = extremes(t.system, t.c.a).cold.day;
  return firstDayFrom(from, (d) => waterOn(t.system, t.c.a, d, false) > wish - 1);
}
function coldDay(t: Tended): number | null {
  const band = bandsOf(t).temperature;
  if (!band) return null;
  // The year cools from its warmest month on, whichever side of the equator it is on.
  const from = extremes(t.system, t.c.a).warm.day;
  return firstDayFrom(from, (d) => airOn(t.system, d).mean < band.good[0]);
}

/** What the planting plan asks for: sowing, planting out, harvest and clearing of each stand. */
function plantingTasks(t: Tended): TaskRule[] {
  return t.life.plantings.flatMap((x): TaskRule[] => {
    const { planting, kind, plants } = x;
    if (planting.from === null) return [];
    const { seeds, day, days: wait, ready } = sowing(t.system, x);
    const name = inSentence(kind.name);
    const at = (d: number): Schedule => ({
      kind: 'dates',
      dates: (y) => datesOf(y, d),
      early: 20,
    });
    const shared = { about: () => [planting.vessel], applies: () => true };
    return [
      ...(day !== null && kind.nurseryDays > 0
        ? [
            {
              ...shared,
              id: `sow-${planting.id}`,
              title: () => say`Sow ${String(seeds)} seeds of ${name}`,
              why: say`Plant them out in ${days(kind.nurseryDays)}.`,
              minutes: 15,
              schedule: () => at(day),
            },
          ]
        : []),
      {
        ...shared,
        id: `plant-${planting.id}`,
        title: () => say`Plant ${String(plants)} ${name}`,
        why: say`Set the roots where the flood reaches them.`,
        minutes: 20,
        records: 'planting',
        schedule: () => at(planting.from!),
        doneBy: done(
          'planting',
          (e) => e.about === planting.id || (e.about === planting.vessel && e.what === kind.id),
        ),
      },
      ...(ready !== null && kind.harvest !== 'none'
        ? [
            {
              ...shared,
              id: `harvest-${planting.id}`,
              title: () => say`First harvest of ${name}`,
              why: say`It is ready about ${days(wait!)} after planting out. Plants left in the bed take up little more nitrogen.`,
              minutes: 20,
              records: 'harvest' as const,
              schedule: () => at(ready),
              doneBy: done('harvest', (e) => e.what === kind.id),
            },
          ]
        : []),
      ...(planting.to !== null
        ? [
            {
              ...shared,
              id: `clear-${planting.id}`,
              title: () => say`Remove ${name} and clear roots from the drain`,
              why: say`The next crop needs its area.`,
              minutes: 20,
              schedule: () => at(planting.to!),
            },
          ]
        : []),
    ];
  });
}

/** Day on which the planned season begins: that on which the water went in, else the next of its days of the year. */
function seasonStart(t: Tended): LocalDay {
  if (runningSince(t.system, t.entries) !== null) return startDay(t);
  const from = addDays(today(t), -1);
  return datesOf(t, t.system.plan.begins).find((d) => d > from) ?? today(t);
}
/** What a planned event asks for; null where it asks for nothing. */
function eventWork(
  t: Tended,
  e: SeasonEvent,
): Pick<TaskRule, 'title' | 'why' | 'minutes' | 'records'> | null {
  const fish = (id: string | null) => t.system.fish.find((f) => f.id === id) ?? t.system.fish[0];
  switch (e.kind) {
    case 'stock': {
      const group = fish(e.fish);
      const kind = group && fishKindOf(t.system, group.kind);
      const each = e.mass ?? group?.meanMass ?? 0;
      return {
        title: () =>
          kind
            ? say`Add ${String(e.count)} fish: ${kind.name} of about ${mass(each)} each`
            : say`Add ${String(e.count)} fish, about ${mass(each)} each`,
        why: say`You planned this. Test ammonia and nitrite first. Add fish when both are at zero.`,
        minutes: WORK_TIME.fish / 60,
        records: 'fish-in',
      };
    }
    case 'fish-out':
      return {
        title: () => say`Remove ${share(e.share)} of the fish`,
        why: say`You planned this for the time when they have grown.`,
        minutes: WORK_TIME.fish / 60,
        records: 'fish-out',
      };
    case 'water-change':
      return {
        title: () => say`Change ${share(e.share)} of the water`,
        why: say`You planned this.`,
        minutes: WORK_TIME.change / 60,
        records: 'water-change',
      };
    case 'ammonia':
    case 'alkalinity':
      return {
        title: () =>
          e.kind === 'ammonia'
            ? say`Dose ammonia: ${concentration(e.amount)} as nitrogen`
            : say`Raise the alkalinity by ${concentration(e.amount)}`,
        why: say`You planned this. Test the water first.`,
        minutes: WORK_TIME.dose / 60,
        records: 'dose',
      };
    case 'shell':
      return {
        title: () => say`Hang a bag with ${mass(e.mass)} of shell where the water flows`,
        why: say`You planned this. Shell dissolves as the pH falls and raises the alkalinity.`,
        minutes: WORK_TIME.task / 60,
      };
    case 'harvest':
      return {
        title: () => say`Harvest ${share(e.share)} of the crop`,
        why: say`You planned this.`,
        minutes: WORK_TIME.harvest / 60,
        records: 'harvest',
      };
    case 'death':
    case 'treatment':
    case 'heater-off':
      return null;
  }
}
/** What the planned season asks for: one task for each event, on its day. */
function seasonTasks(t: Tended): TaskRule[] {
  const { events } = t.system.plan;
  if (!events.length) return [];
  const start = seasonStart(t);
  const tank = tanks(t);
  const begin: TaskRule = {
    id: 'season-start',
    title: () =>
      t.system.plan.start === 'fish'
        ? say`Fill the system: the planned season starts`
        : say`Fill the system and start cycling it without fish`,
    why: say`The season plan counts its days from this day.`,
    minutes: WORK_TIME.task / 60,
    applies: (now) => runningSince(now.system, now.entries) === null,
    schedule: () => ({ kind: 'dates', dates: () => [start] }),
  };
  const planned = events.flatMap((e): TaskRule[] => {
    const work = eventWork(t, e);
    if (!work) return [];
    return [
      {
        ...work,
        id: `season-${e.id}`,
        about: () => tank,
        applies: () => true,
        schedule: () => ({ kind: 'dates', dates: () => [addDays(start, Math.round(e.day))] }),
      },
    ];
  });
  return [begin, ...planned];
}

/** Every task that is proposed for a system, whether it applies or not. */
export const rulesOf = (t: Tended): TaskRule[] => [
  ...TASKS,
  ...plantingTasks(t),
  ...seasonTasks(t),
];
