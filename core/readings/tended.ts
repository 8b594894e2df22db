import type { Figures } from '../assess/index.ts';
import { ACIDS, BUFFERS } from '../catalogue/index.ts';
import { saltAgainstNitrite, lifeOf, type LifeBalance } from '../life/index.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';
import { READINGS, type ReadingId, type SystemDocument, type WaterState } from '../system/index.ts';
import { waterOf } from '../sums/sum.ts';
import { middle } from '../entries/fields.ts';
import { living, ordered } from '../entries/entries.ts';
import type { Entry, Moment } from '../entries/types.ts';
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

export interface Tended {
  readonly c: Figures;
  readonly system: SystemDocument;
  readonly life: LifeBalance;
  readonly now: Moment;
  readonly zone: string;
  /** Entries that count, up to now, in order of time. */
  readonly entries: readonly Entry[];
  readonly latest: Readonly<Partial<Record<ReadingId, Latest>>>;
  /** Water really in the system. */
  readonly volume: CubicMetres;
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
/** What was not read or done for so long is not known any more, ms. */
export const FORGOTTEN = 400 * 86_400_000;

type Found = Partial<Record<ReadingId, Latest>>;
/** Takes from an entry what was not read later. */
function takeFrom(e: Entry, into: Found): number {
  let taken = 0;
  for (const key in e) {
    if (!IS_READING.has(key) || into[key as ReadingId]) continue;
    into[key as ReadingId] = latestOfEntry(e, key as ReadingId)!;
    taken++;
  }
  return taken;
}
/** Readings from the newest back, until all is found or forgotten. @param entries in order of time */
function* readingsBack(entries: readonly Entry[]): Generator<Entry> {
  const oldest = (entries.at(-1)?.at ?? 0) - FORGOTTEN;
  for (let i = entries.length - 1; i >= 0; i--) {
    const e = entries[i]!;
    if (e.at < oldest) return;
    if (e.kind === 'reading') yield e;
  }
}

const ofAll = new WeakMap<readonly Entry[], Found>();
/** The last reading of each kind; of what is read at several parts, the last of any. */
export function latestReadings(entries: readonly Entry[]): Found {
  const there = ofAll.get(entries);
  if (there) return there;
  const out: Found = {};
  let missing = READINGS.length;
  for (const e of readingsBack(entries)) {
    missing -= takeFrom(e, out);
    if (missing === 0) break;
  }
  ofAll.set(entries, out);
  return out;
}

const byPart = new WeakMap<readonly Entry[], Map<string, Found>>();
/** The last reading of each kind on one part; of one log all parts are looked up at once. */
export function latestOn(entries: readonly Entry[], about: string): Found {
  let parts = byPart.get(entries);
  if (!parts) {
    parts = new Map();
    for (const e of readingsBack(entries)) {
      const at = e.about ?? '';
      const there = parts.get(at) ?? {};
      takeFrom(e, there);
      parts.set(at, there);
    }
    byPart.set(entries, parts);
  }
  return parts.get(about) ?? {};
}

/** Index of the first entry that is not before a moment. @param entries in order of time */
export function firstFrom(entries: readonly Entry[], at: Moment): number {
  let [low, high] = [0, entries.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (entries[mid]!.at < at) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** Readings of the water that the design holds, by their field in it. */
export const IN_DESIGN: readonly (keyof WaterState & ReadingId)[] = [
  'ph',
  'alkalinity',
  'tan',
  'nitrite',
  'nitrate',
  'chloride',
  'conductivity',
];

/** What the design holds as the water’s state, as readings without a date. */
function designed(s: SystemDocument): Found {
  const out: Found = {};
  const put = (id: ReadingId, value: number | null) => {
    if (value !== null) out[id] = { value, low: value, high: value, at: null, about: '' };
  };
  put('temperature', s.site.waterTemperature);
  for (const id of IN_DESIGN) put(id, s.water[id]);
  return out;
}

/** A system with its water as it was last read, and its fish as they are in the log. */
export function asRead(s: SystemDocument, entries: readonly Entry[]): SystemDocument {
  const latest = latestReadings(entries);
  const water = { ...s.water };
  for (const id of IN_DESIGN) {
    const read = latest[id];
    if (read) water[id] = id === 'tan' || id === 'nitrite' ? read.high : read.value;
  }
  const t = latest.temperature;
  return { ...s, water, site: t ? { ...s.site, waterTemperature: t.value } : s.site };
}

/**
 * What is known at a moment.
 *
 * @param c figures of the system {@link asRead}
 * @param entries of its log, in any order
 * @param now milliseconds since 1970
 */
export function tended(
  c: Figures,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
  weather: readonly WeatherDay[] = [],
): Tended {
  const counted = ordered(living(entries, now));
  const life = lifeOf(c);
  const { system } = c;
  const hasFish = system.care.stocked && life.groups.some((g) => g.count > 0);
  return {
    c,
    system,
    life,
    now,
    zone,
    entries: counted,
    latest: { ...designed(system), ...latestReadings(counted) },
    volume: waterOf(c),
    hasFish,
    hasPlants: life.plantedArea > 0,
    isSolution: !hasFish && system.solution !== null,
    weather,
  };
}

/** Tank of the first group of fish, where what concerns all fish is told. @param t a system with fish */
export const tankOf = (t: Tended): string => t.life.groups[0]!.vessel;

/** Entries of the last so many seconds, the newest first. */
export function recent(t: Tended, span: Seconds, wanted: (e: Entry) => boolean): Entry[] {
  const from = t.now - span * 1000;
  const out: Entry[] = [];
  for (let i = t.entries.length - 1; i >= 0 && t.entries[i]!.at >= from; i--) {
    if (wanted(t.entries[i]!)) out.push(t.entries[i]!);
  }
  return out;
}

/** The newest entry that is wanted. */
export function newest(t: Tended, wanted: (e: Entry) => boolean): Entry | null {
  for (let i = t.entries.length - 1; i >= 0; i--) if (wanted(t.entries[i]!)) return t.entries[i]!;
  return null;
}

/** Whether there is a reading that was taken, and does not only stand in the design. */
export const isDated = (l: Latest | undefined): l is Latest & { readonly at: Moment } =>
  l !== undefined && l.at !== null;

/** Age of a reading; nothing where it has no date. */
export const ageOf = (t: Tended, l: Latest | undefined): Seconds | null =>
  isDated(l) ? (t.now - l.at) / 1000 : null;

/** Whether an entry is a dose that moves pH or alkalinity. */
export const movesPh = (e: Entry): boolean =>
  e.kind === 'dose' && (BUFFERS.some((b) => b.id === e.what) || ACIDS.some((a) => a.id === e.what));

export const SALT = 'salt';
/** Salt by its chloride, g/g. */
const CHLORIDE_OF_SALT = 1 / saltAgainstNitrite(1, 0, 1);

/** Chloride of the water: as last read, and what salt was dissolved since. */
export function chlorideOf(t: Tended): number {
  const read = t.latest.chloride;
  const since = read?.at ?? -Infinity;
  const salt = t.entries.reduce(
    (sum, e) => (e.kind === 'dose' && e.what === SALT && e.at > since ? sum + (e.mass ?? 0) : sum),
    0,
  );
  return (read?.value ?? 0) + (salt * 1000 * CHLORIDE_OF_SALT) / Math.max(1e-6, t.volume);
}

/** Days that the water has been in; null where that is not noted and nothing was entered. */
export function daysRunning(t: Tended): number | null {
  const from = t.system.care.filled ?? t.entries[0]?.at ?? null;
  return from === null ? null : Math.max(0, (t.now - from) / 86_400_000);
}
