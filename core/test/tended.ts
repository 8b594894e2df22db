import { readFileSync } from 'node:fs';
import { readSystem } from '../formats/file.ts';
import { judgeWhole } from '../findings/judge.ts';
import { asKnown, tended, type Tended } from '../readings/tended.ts';
import type { Entry, EntryValues } from '../entries/types.ts';
import type { WeatherDay } from '../readings/weather.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';

/** Wednesday morning, in summer. */
export const NOW = Date.parse('2026-06-10T08:00:00Z');
const HOUR = 3_600_000;

/** An entry so many hours before {@link NOW}; a reading where nothing else is said. */
export type TestEntry = Partial<Omit<EntryValues, 'at' | 'zone'>> & { readonly h?: number };

export const entriesOf = (noted: readonly TestEntry[]): Entry[] =>
  noted.map(({ h = 1, ...values }, i) => ({
    kind: 'reading',
    ...values,
    id: `e${i}`,
    at: NOW - h * HOUR,
    zone: 'Europe/Vienna',
    written: NOW - h * HOUR,
  }));

const documents = new Map<string, SystemDocument>();
export function demoDocument(name: string): SystemDocument {
  const there = documents.get(name);
  if (there) return there;
  const read = readSystem(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.message);
  documents.set(name, read.system);
  return read.system;
}

/** A demo system that is tended: as it is known at {@link NOW}. */
export function tendedDemo(
  name: string,
  noted: readonly TestEntry[],
  edits: readonly Edit[] = [],
  weather: readonly WeatherDay[] = [],
): Tended {
  const entries = entriesOf(noted);
  return tendedOf(applyEdits(demoDocument(name), edits), entries, weather);
}

const whole = new WeakMap<SystemDocument, ReturnType<typeof judgeWhole>>();
const wholeOf = (s: SystemDocument) => {
  const there = whole.get(s) ?? judgeWhole(s);
  whole.set(s, there);
  return there;
};
/** A system that is tended: as it is known at a moment. */
export function tendedOf(
  document: SystemDocument,
  entries: readonly Entry[],
  weather: readonly WeatherDay[] = [],
  now = NOW,
  zone = 'Europe/Vienna',
): Tended {
  const { a } = wholeOf(document);
  const system = asKnown({ system: document, a }, entries, now, zone);
  const known = wholeOf(system);
  return tended({ system, a: known.a, day: known.day }, entries, now, zone, weather, document);
}
