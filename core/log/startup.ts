import type { FishKind } from '../catalogue/index.ts';
import { carePlan } from '../care/index.ts';
import { concentration, say, type Phrase } from '../quantity/index.ts';
import {
  CHLORINE_LIMITS,
  CHLORINE_WAIT,
  CYCLING_LIMITS,
  PH_USUAL,
  STOCKING_STEPS,
} from '../limits/index.ts';
import { dechlorinate, doseHold, doseNow, standingTime, total } from '../life/index.ts';
import type { CubicMetres, Kilograms, Seconds } from '../quantity/si.ts';
import { seasonSetupOf, type SeasonSetup } from '../season/index.ts';
import { dechlorinators, type Reading, type SeasonEvent, type StartKind } from '../system/index.ts';
import { newest, type Tended } from '../readings/tended.ts';
import { AMMONIA, alkalinityOf, changedShare, movesPh } from '../readings/water.ts';
import type { Known } from '../readings/types.ts';
import { addDays, dayOfYear, localDay, type LocalDay } from '../calendar/index.ts';
import type { Entry, Moment } from '../entries/types.ts';

/** The start of a system by its log: first water and its proof, cycling, first fish, first plants. */

const DAY = 86_400_000;
const HOUR = 3_600_000;

/** When the water went in; null where that is not noted. */
export const filledAt = (t: Tended): Moment | null => t.system.care.filled;

// --- The first water ----------------------------------------------------------------------------------------

export interface Treatment {
  /** Chlorine of the tap as it is known; null where it was not read. */
  readonly level: number | null;
  /** What takes it out, kg of the pure substance; null where the level is not known. */
  readonly dose: Kilograms | null;
  readonly by: string;
  readonly byName: string;
  /** It may stand aerated instead, so long; null for chloramine. */
  readonly standingTimes: readonly [Seconds, Seconds] | null;
  /** None in the tap; shown to be out; to be waited for; still in; not tested. */
  readonly state: 'none' | 'proved' | 'waits' | 'in' | 'open';
  /** Until when four more half-lives have gone by since a coarse test showed none. */
  readonly until: Moment | null;
}

/** Tick of a grower whose test reads total chlorine to 0.05 mg/L or better. */
export const FINE_TEST = 'fine-chlorine-test';

/**
 * The treatment of the first fill and its proof: a fine test that shows none, a coarse one that shows none after a
 * dose for all that the tap may bring, or after four more half-lives.
 */
export function treatmentOf(t: Tended): Treatment {
  const { tap } = t.system.site;
  const kind = tap.chlorine ?? 'chlorine';
  const by = dechlorinators(t.system)[0]!;
  const since = filledAt(t) ?? -Infinity;
  const readings = t.entries.filter((e) => e.at >= since && e.chlorine !== undefined);
  const first = readings[0]?.chlorine;
  const level = tap.chlorineLevel ?? (first !== undefined && first > 0 ? first : null);
  const base = {
    level,
    dose: level === null ? null : dechlorinate(by, level, t.volume) / 1000,
    by: by.id,
    byName: by.name,
    standingTimes: level === null ? null : standingTime(kind, level),
    until: null,
  };
  if (kind === 'none') return { ...base, state: 'none' };
  const last = readings.at(-1);
  if (!last) return { ...base, state: 'open' };
  if (last.chlorine! > CHLORINE_LIMITS.target) return { ...base, state: 'in' };
  const fine = t.entries.some(
    (e) => e.kind === 'task' && e.what === FINE_TEST && e.outcome === 'done',
  );
  const dosed = t.entries.some(
    (e) =>
      e.kind === 'dose' && e.at >= since && dechlorinators(t.system).some((d) => d.id === e.what),
  );
  if (fine || dosed) return { ...base, state: 'proved' };
  // Chloramine does not leave by standing: without a dose only a fine test proves it.
  if (kind === 'chloramine') return { ...base, state: 'open' };
  const until = last.at + 4 * CHLORINE_WAIT.halfLife[1] * 1000;
  return t.now >= until ? { ...base, state: 'proved' } : { ...base, state: 'waits', until };
}

// --- Cycling ------------------------------------------------------------------------------------------------

/** Ammonium chloride and household ammonia of 10 %, by the nitrogen they hold. */
const SALAMMONIAC_PER_N = 53.491 / 14.007;
const AMMONIA_N_PER_LITRE = 0.1 * 957 * (14.007 / 17.031);

export interface TodaysDose {
  /** As nitrogen, as ammonium chloride, and as household ammonia of 10 %. */
  readonly nitrogen: Kilograms;
  readonly salammoniac: Kilograms;
  readonly ammonia: CubicMetres;
  /** Given today already, held back since there is plenty, or due. */
  readonly state: 'given' | 'held' | 'due';
  /** Why it is held back. */
  readonly because: Phrase | null;
}

/** Today’s ammonia of a start without fish; null where the start is with fish. */
export function todaysDose(t: Tended): TodaysDose | null {
  const { plan } = t.system;
  if (plan.start === 'fish' || t.hasFish) return null;
  const { tan, nitrite, ph } = t.known;
  // What was read or carried from a reading; what was only guessed holds nothing back.
  const read = (x: Known | undefined) => (x && x.fresh && x.from !== 'plausible' ? x.best : null);
  const now = { tan: read(tan), nitrite: read(nitrite), ph: read(ph) };
  const hold = doseHold(plan.dose, now);
  const grams = (hold ? plan.dose.target : doseNow(plan.dose, now)) * t.volume;
  const today = localDay(t.now, t.zone);
  const given = t.entries.some(
    (e) => e.kind === 'dose' && e.what === AMMONIA && localDay(e.at, t.zone) === today,
  );
  const last = newest(t, 'dose', (e) => e.what === AMMONIA);
  const unread = last !== null && now.tan === null;
  const held = carePlan(t).avoid.find((a) => a.treatment === 'nutrient');
  const enough = unread
    ? say`Test ammonia first: there is no test since the last dose.`
    : hold === 'enough'
      ? say`There is ${concentration(now.tan!)} of ammonia in the water. Add more when it has fallen below ${concentration(plan.dose.again)}.`
      : null;
  return {
    nitrogen: grams / 1000,
    salammoniac: (grams * SALAMMONIAC_PER_N) / 1000,
    ammonia: grams / AMMONIA_N_PER_LITRE / 1000,
    state: given ? 'given' : held || hold || unread ? 'held' : 'due',
    because: held?.because ?? enough,
  };
}

/** Readings of the log as the forecast takes them: by days and hours since the water went in, those of the plan among them. */
export function readingsOf(t: Tended): Reading[] {
  const from = filledAt(t);
  const out: Reading[] = [...t.system.plan.readings];
  if (from === null) return out;
  for (const e of t.entries) {
    if (e.tan === undefined && e.nitrite === undefined && e.nitrate === undefined) continue;
    const day = (e.at - from) / DAY;
    if (day < 0) continue;
    out.push({
      id: e.id,
      // Water is tested before it is dosed, where both were noted in one minute.
      day: day - JUST_BEFORE,
      tan: e.tan ?? null,
      nitrite: e.nitrite ?? null,
      nitrate: e.nitrate ?? null,
    });
  }
  return out.sort((a, b) => a.day - b.day);
}

/** So long before what was noted at the same time, days. */
const JUST_BEFORE = 1e-4;
/** Readings nearer to each other than this are one, so that a kit's scatter does not shake the course. */
const SAME_READING = HOUR;

/** What the log says was given, changed and buffered since the water went in, and what it read of temperature and pH. */
function loggedCourse(
  t: Tended,
  from: Moment,
): Pick<SeasonSetup, 'events' | 'dosingFrom' | 'logged'> {
  const events: SeasonEvent[] = [];
  const warm: [number, number][] = [];
  const acid: [number, number][] = [];
  const note = (list: [number, number][], day: number, value: number) => {
    const last = list.at(-1);
    if (last && (day - last[0]) * DAY < SAME_READING) last[1] = (last[1] + value) / 2;
    else list.push([day, value]);
  };
  const volume = t.rest;
  for (const e of t.entries) {
    const day = (e.at - from) / DAY;
    if (day < 0) continue;
    const id = e.id;
    if (e.kind === 'water-change')
      events.push({ id, day, kind: 'water-change', share: changedShare(e, volume) });
    else if (e.kind === 'dose' && e.what === AMMONIA)
      events.push({ id, day, kind: 'ammonia', amount: ((e.mass ?? 0) * 1000) / volume });
    else if (movesPh(e)) {
      const { change } = alkalinityOf(e, volume, acid.at(-1)?.[1] ?? PH_USUAL.design);
      events.push({ id, day, kind: 'alkalinity', amount: change });
    }
    if (e.temperature !== undefined) note(warm, day, e.temperature);
    if (e.ph !== undefined) note(acid, day, e.ph);
  }
  const now = (t.now - from) / DAY;
  // What is planned for days that have gone by did happen as the log has it, or not at all.
  const ahead = t.system.plan.events.filter((e) => e.day > now);
  return {
    events: [...events, ...ahead],
    dosingFrom: t.entries.some((e) => e.at >= from) ? Math.ceil(now) : 0,
    logged: { t: warm, ph: acid },
  };
}

/** Course of the start for the forecast: from the day on which the water went in, ten weeks at least. */
export function startCourse(t: Tended): SeasonSetup {
  const planned = seasonSetupOf(t.system);
  const from = filledAt(t);
  const running = from === null ? 0 : Math.ceil((t.now - from) / DAY);
  const log = from === null ? null : loggedCourse(t, from);
  return {
    ...planned,
    ...log,
    days: Math.min(365, Math.max(70, running + 42)),
    begins: from === null ? planned.begins : dayOfYear(localDay(from, t.zone)),
  };
}

/** A dose of so much on top must be gone within a day, both below the mark, mg N/L. */
const { test: TEST_DOSE, gone: GONE } = CYCLING_LIMITS;

/**
 * The day on which the log shows it cycled: a dose of 1 mg/L and more, and a day later neither ammonia nor nitrite;
 * or, where there is no such dose, three readings in a row of neither while nitrate has come.
 */
export function cycledOn(t: Tended): LocalDay | null {
  const clear = (e: Entry) =>
    e.tan !== undefined && e.nitrite !== undefined && e.tan[1] <= GONE && e.nitrite[1] <= GONE;
  for (const e of t.entries) {
    const strength =
      e.kind === 'dose' && e.what === 'ammonia' ? ((e.mass ?? 0) * 1000) / t.volume : 0;
    if (strength < TEST_DOSE * 0.95) continue;
    const proof = t.entries.find(
      (x) => x.at > e.at + 12 * HOUR && x.at < e.at + 30 * HOUR && clear(x),
    );
    if (proof) return localDay(proof.at, t.zone);
  }
  let run: Entry[] = [];
  let nitrate = false;
  for (const e of t.entries) {
    if ((e.nitrate?.[0] ?? 0) > 1) nitrate = true;
    if (e.tan === undefined || e.nitrite === undefined) continue;
    run = clear(e) ? [...run, e] : [];
    const fed =
      t.hasFish ||
      t.entries.some(
        (x) => x.kind === 'dose' && x.what === 'ammonia' && x.at < e.at && x.at > e.at - 3 * DAY,
      );
    if (run.length >= 3 && nitrate && fed && run.at(-1)!.at - run[0]!.at > 3 * DAY)
      return localDay(e.at, t.zone);
  }
  return null;
}

// --- First fish ---------------------------------------------------------------------------------------------

export interface Stocking {
  /** Fish in all, and of each step. */
  readonly count: number;
  readonly steps: readonly number[];
  /** Mass of one when it is put in. */
  readonly each: Kilograms;
  readonly kindName: string | null;
}

/** Weeks between the steps of the first stocking. */
export const STOCK_WEEKS = STOCKING_STEPS.between / (7 * 86400);

/** Fish of a stocking, step by step: a third each time, and a shoal together. */
export function stockingSteps(count: number, kind: FishKind | undefined): number[] {
  const least = Math.max(1, kind?.temper === 'shoal' ? kind.shoal : 1);
  const third = Math.max(least, Math.ceil(count / 3));
  const steps: number[] = [];
  for (let left = count; left > 0;) {
    const next = left - third < least / 2 ? left : Math.min(left, third);
    steps.push(next);
    left -= next;
  }
  return steps;
}

/** Days between the steps of a stocking. */
const STEP_DAYS = 7 * STOCK_WEEKS;
/**
 * The steps of a stocking among the groups of a design, the first group first.
 *
 * @param counts fish of each group
 * @param kind of the first group
 * @returns days after the first step, place of the group and its fish, in order
 */
export function stockingByGroup(
  counts: readonly number[],
  kind: FishKind | undefined,
): { readonly wait: number; readonly group: number; readonly count: number }[] {
  const left = [...counts];
  const all = counts.reduce((sum, n) => sum + n, 0);
  return stockingSteps(all, kind).flatMap((n, i) => {
    let more = n;
    return left.flatMap((there, group) => {
      const count = Math.min(more, there);
      if (!(count > 0)) return [];
      left[group] = there - count;
      more -= count;
      return [{ wait: i * STEP_DAYS, group, count }];
    });
  });
}

/**
 * The first stocking of the fish of the design in thirds, two weeks apart, so that the bacteria grow with the feed;
 * a shoal comes together.
 *
 * @returns null where the design has no fish
 */
export function stockingOf(t: Tended): Stocking | null {
  if (t.isSolution || !t.system.vessels.some((v) => v.role === 'tank')) return null;
  const [group] = t.life.groups;
  const each = group?.kind.stockMass ?? 0.01;
  const count = total(t.life.groups, (g) => g.count);
  if (!(count > 0)) return null;
  return {
    count,
    steps: stockingSteps(count, group?.kind),
    each,
    kindName: group?.named ? group.kind.name : null,
  };
}

/** What the start is like: which of its works is done, and which is at hand. */
export type StartWork = 'water' | 'treat' | 'cycle' | 'stock' | 'run';

/** The work at hand. */
export function workOf(t: Tended): StartWork {
  if (filledAt(t) === null) return 'water';
  const treated = treatmentOf(t).state;
  if (treated !== 'proved' && treated !== 'none' && !t.hasFish) return 'treat';
  if (t.isSolution) return 'run';
  if (cycledOn(t) === null) return 'cycle';
  return t.hasFish ? 'run' : 'stock';
}

/** Fish that live in water that is not cycled yet: what it asks of the grower. */
export const fishBeforeSafe = (t: Tended): boolean =>
  t.hasFish && filledAt(t) !== null && cycledOn(t) === null && (t.now - filledAt(t)!) / DAY < 90;

/** A plan of a start as the words have it. */
export const START_WORDS: Readonly<Record<StartKind, string>> = {
  fishless: 'Without fish: dose ammonia, add fish when the bacteria are there',
  fish: 'With a few fish: little feed, tests every day, water changes',
  seeded: 'Seeded: media or sponge from a running tank, then as without fish',
};

/** The day of a step of the stocking. @param first day of the first */
export const stepDay = (first: LocalDay, i: number): LocalDay => addDays(first, i * STEP_DAYS);
