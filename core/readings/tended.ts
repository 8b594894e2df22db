import type { Figures } from '../assess/index.ts';
import { lifeOf, type LifeBalance } from '../life/index.ts';
import { MEMORY } from '../limits/index.ts';
import type { Seconds } from '../quantity/si.ts';
import { READINGS, type ReadingId, type SystemDocument } from '../system/index.ts';
import { middle } from '../entries/fields.ts';
import type { Entry, EntryKind, Moment } from '../entries/types.ts';
import { extendedState } from '../entries/grown.ts';
import { counted } from './counted.ts';
import { STARTING_WATER, knowledgeOf } from './known.ts';
import { runningSince } from './running.ts';
import type { Knowledge } from './types.ts';
import type { WeatherDay } from './weather.ts';

/** What is known of the running system at a moment: the last readings, what was done since, what lives in it. */

/** The last reading of something. */
export interface Latest {
  /** Middle of a band. */
  readonly value: number;
  readonly low: number;
  readonly high: number;
  /** When it was read; null where it only stands in the design. */
  readonly at: Moment | null;
  readonly about: string;
}

export interface Tended extends Knowledge {
  readonly c: Figures;
  readonly system: SystemDocument;
  readonly life: LifeBalance;
  readonly now: Moment;
  readonly zone: string;
  /** Entries that count, up to now, in order of time. */
  readonly entries: readonly Entry[];
  /** The last readings as they were written. */
  readonly latest: Readonly<Partial<Record<ReadingId, Latest>>>;
  readonly hasFish: boolean;
  readonly hasPlants: boolean;
  /** Nutrient solution without fish. */
  readonly isSolution: boolean;
  /** Days of weather that a gateway told, in order; none where none did. */
  readonly weather: readonly WeatherDay[];
}

const latestOfEntry = (e: Entry, id: ReadingId): Latest | null => {
  const v = e[id];
  if (v === undefined) return null;
  const [low, high] = typeof v === 'number' ? [v, v] : v;
  return { value: middle(v), low, high, at: e.at, about: e.about ?? '' };
};

const IS_READING: ReadonlySet<string> = new Set(READINGS);

type Found = Partial<Record<ReadingId, Latest>>;
/** The last readings of all parts together, and of each. */
interface LastRead {
  readonly all: Found;
  readonly parts: ReadonlyMap<string, Found>;
}
const lastRead = extendedState<LastRead>({ all: {}, parts: new Map() }, (before, log, from) => {
  const all = { ...before.all };
  const parts = new Map([...before.parts].map(([at, found]) => [at, { ...found }]));
  for (let i = from; i < log.length; i++) {
    const e = log[i]!;
    if (e.kind !== 'reading') continue;
    const at = e.about ?? '';
    const part = parts.get(at) ?? {};
    parts.set(at, part);
    for (const key in e) {
      if (!IS_READING.has(key)) continue;
      const id = key as ReadingId;
      const read = latestOfEntry(e, id);
      if (read) all[id] = part[id] = read;
    }
  }
  return { all, parts };
});

/** What of a log is not forgotten. @param entries in order of time */
function remembered(found: Found | undefined, entries: readonly Entry[]): Found {
  const oldest = (entries.at(-1)?.at ?? 0) - MEMORY.forgotten * 1000;
  return Object.fromEntries(Object.entries(found ?? {}).filter(([, l]) => l.at! >= oldest));
}
/** The last reading of each kind; of what is read at several parts, the last of any. @param entries in order of time */
export const latestReadings = (entries: readonly Entry[]): Found =>
  remembered(lastRead(entries).all, entries);
/** The last reading of each kind on one part. @param entries in order of time */
export const latestOn = (entries: readonly Entry[], about: string): Found =>
  remembered(lastRead(entries).parts.get(about), entries);

/** Readings of the design’s starting water, without a date. */
function designed(s: SystemDocument): Found {
  const out: Found = {};
  const put = (id: ReadingId, value: number | null) => {
    if (value !== null) out[id] = { value, low: value, high: value, at: null, about: '' };
  };
  put('temperature', s.site.waterTemperature);
  for (const id of STARTING_WATER) put(id, s.water[id]);
  return out;
}

/**
 * A system with its water as it is known at a moment: what findings, season and practice judge. The document itself
 * never holds a reading.
 *
 * @param c figures of the document
 * @param entries of its log, in any order
 */
export function asKnown(
  c: Judged,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
): SystemDocument {
  const { system: s } = c;
  const { known, entries: counted } = knownAt(c, entries, now, zone);
  if (!counted.length || runningSince(s, counted) === null) return s;
  const water = { ...s.water };
  for (const id of STARTING_WATER) {
    const x = known[id];
    if (!x) continue;
    // What poisons counts by its worse end; what was only guessed is not known.
    water[id] =
      x.from === 'plausible' || !x.fresh
        ? null
        : id === 'tan' || id === 'nitrite'
          ? x.band[1]
          : x.best;
  }
  const t = known.temperature;
  const warm = t && t.from !== 'start' ? t.best : s.site.waterTemperature;
  return { ...s, water, site: { ...s.site, waterTemperature: Math.round(warm * 10) / 10 } };
}

/** What is known of a log, so that a system as it is known and what is tended of it are worked out once. */
interface Kept {
  readonly document: SystemDocument;
  readonly now: Moment;
  readonly zone: string;
  readonly known: KnownOf;
}
type KnownOf = Knowledge & {
  readonly life: LifeBalance;
  readonly hasFish: boolean;
  readonly entries: readonly Entry[];
};
const keptOf = new WeakMap<readonly Entry[], Kept>();

/** Figures of a document, with its day where that is there. */
type Judged = Pick<Figures, 'system' | 'a'> & Partial<Pick<Figures, 'day'>>;

/** @param log entries of the log, in any order, as they are kept; those taken out among them or not */
function knownAt(c: Judged, log: readonly Entry[], now: Moment, zone: string): KnownOf {
  const there = keptOf.get(log);
  if (there && there.document === c.system && there.now === now && there.zone === zone)
    return there.known;
  const { entries, undated } = counted(log, now);
  const life = lifeOf({ ...c, day: c.day ?? null });
  const hasFish = c.system.care.stocked && life.groups.some((g) => g.count > 0);
  const since = runningSince(c.system, entries);
  const known: KnownOf = {
    life,
    hasFish,
    entries,
    ...knowledgeOf(
      { c, life, hasFish, now, zone },
      entries,
      undated.length,
      since === null ? null : (now - since) / 1000,
    ),
  };
  keptOf.set(log, { document: c.system, now, zone, known });
  return known;
}

/**
 * What is known at a moment.
 *
 * @param c figures of the system {@link asKnown}
 * @param entries of its log, in any order
 * @param now milliseconds since 1970
 * @param document whose starting water counts, where that is not the system of the figures
 */
export function tended(
  c: Figures,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
  weather: readonly WeatherDay[] = [],
  document: SystemDocument = c.system,
): Tended {
  const { system } = c;
  const known = knownAt({ system: document, a: c.a, day: c.day }, entries, now, zone);
  return {
    ...known,
    life: lifeOf(c),
    c,
    system,
    now,
    zone,
    latest: { ...designed(document), ...latestReadings(known.entries) },
    hasPlants: known.life.plantedArea > 0,
    isSolution: !known.hasFish && system.solution !== null,
    weather,
  };
}

/** Tank of the first group of fish, where what concerns all fish is told. @param t a system with fish */
export const tankOf = (t: Tended): string => t.life.groups[0]?.vessel ?? '';

/** Entries of the last so many seconds, the newest first. */
export function recent(t: Tended, span: Seconds, wanted: (e: Entry) => boolean): Entry[] {
  const from = t.now - span * 1000;
  const out: Entry[] = [];
  for (let i = t.entries.length - 1; i >= 0 && t.entries[i]!.at >= from; i--) {
    if (wanted(t.entries[i]!)) out.push(t.entries[i]!);
  }
  return out;
}

const byKind = extendedState<ReadonlyMap<EntryKind, readonly Entry[]>>(
  new Map(),
  (before, log, from) => {
    const fresh = new Map<EntryKind, Entry[]>();
    for (let i = from; i < log.length; i++) {
      const e = log[i]!;
      const there = fresh.get(e.kind);
      if (there) there.push(e);
      else fresh.set(e.kind, [e]);
    }
    const kinds = new Map(before);
    for (const [kind, own] of fresh) kinds.set(kind, [...(before.get(kind) ?? []), ...own]);
    return kinds;
  },
);
/** Entries of one kind, in order of time. */
export const entriesOfKind = (entries: readonly Entry[], kind: EntryKind): readonly Entry[] =>
  byKind(entries).get(kind) ?? [];

/** The newest entry of a kind that is wanted. */
export function newest(
  t: Pick<Tended, 'entries'>,
  kind: EntryKind,
  wanted: (e: Entry) => boolean = () => true,
): Entry | null {
  return entriesOfKind(t.entries, kind).findLast(wanted) ?? null;
}

/** Whether there is a reading that was taken, and does not only stand in the design. */
export const isDated = (l: Latest | undefined): l is Latest & { readonly at: Moment } =>
  l !== undefined && l.at !== null;

/** Age of a reading; nothing where it has no date. */
export const ageOf = (t: Tended, l: Latest | undefined): Seconds | null =>
  isDated(l) ? (t.now - l.at) / 1000 : null;

/** Days that the water has been in; null where that is not noted and nothing was entered. */
export function daysRunning(t: Tended): number | null {
  const from = runningSince(t.system, t.entries);
  return from === null ? null : Math.max(0, (t.now - from) / 86_400_000);
}
