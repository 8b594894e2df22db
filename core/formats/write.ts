import type { Entry } from '../entries/types.ts';
import type { SavedHistory } from '../system/history.ts';
import type { SystemDocument } from '../system/types.ts';
import type { RunUnderWay } from './underWay.ts';
import { LARGEST_PHOTO, LARGEST_PHOTOS, MOST_PHOTOS } from './limits.ts';

/** The text of a system file: JSON, indented so that it can be read and compared. */
export const writeSystem = (system: SystemDocument): string =>
  `${JSON.stringify(system, null, 2)}\n`;

/** A photograph of a step or of an entry of the log, as it goes with a system in a file. */
export interface FiledPhoto {
  /** Id of the step, or what the entry says of it. */
  readonly step: string;
  /** Milliseconds since 1970. */
  readonly taken: number;
  /** A JPEG as a data address. */
  readonly image: string;
}

/**
 * Photographs that a file can carry and be opened again, the newest first; and how many are left.
 *
 * @param room characters left for them in the file
 */
export function photosWithin(
  photos: readonly FiledPhoto[],
  room = LARGEST_PHOTOS,
): { readonly taken: readonly FiledPhoto[]; readonly left: number; readonly size: number } {
  const taken: FiledPhoto[] = [];
  let size = 0;
  for (const p of [...photos].sort((a, b) => b.taken - a.taken)) {
    if (p.image.length > LARGEST_PHOTO) continue;
    if (taken.length === MOST_PHOTOS || size + p.image.length > room) break;
    taken.push(p);
    size += p.image.length;
  }
  return { taken, left: photos.length - taken.length, size };
}

const bytes = new TextEncoder();
/** Bytes of a text in a file. */
export const byteSize = (text: string): number => bytes.encode(text).length;

/**
 * Entries that a file can carry and be opened again, the newest; and how many are left.
 *
 * @param log in order of time
 * @param room bytes left for them in the file
 */
export function logWithin(
  log: readonly Entry[],
  room: number,
): { readonly taken: readonly Entry[]; readonly left: number } {
  let size = 0;
  for (let i = log.length - 1; i >= 0; i--) {
    size += byteSize(JSON.stringify(log[i])) + 4;
    if (size > room) return { taken: log.slice(i + 1), left: i + 1 };
  }
  return { taken: log, left: 0 };
}

/** What goes with a system in its file. */
export interface Beside {
  readonly log?: readonly Entry[];
  readonly photos?: readonly FiledPhoto[];
  /** Runs of its practice that a teacher set, by their numbers. */
  readonly runs?: readonly number[];
}

/** The text of a system file with its log, its photographs and its runs for a class, an entry a line. */
export function writeWith(
  system: SystemDocument,
  { log = [], photos = [], runs = [] }: Beside,
): string {
  const text = JSON.stringify(system, null, 1).replace(/\n\}$/, '');
  const list = (key: string, all: readonly unknown[]) =>
    all.length
      ? `,\n "${key}": [\n${all.map((x) => `  ${JSON.stringify(x)}`).join(',\n')}\n ]`
      : '';
  return `${text}${list('log', log)}${list('photos', photos)}${list('runs', runs)}\n}\n`;
}

/** A system of a backup, with what goes with it. */
export type BackedUp = SavedHistory &
  Omit<Beside, 'runs'> & { readonly underWay?: RunUnderWay | null };

export const BACKUP_KIND = 'mizuna-backup';
/** Version of the wrapping; each document in it has its own. */
export const BACKUP_VERSION = 1;

/**
 * The text of a backup: every system with its history, and how the person likes to see things.
 *
 * @param made when, as ISO 8601
 */
export const writeBackup = (
  systems: readonly BackedUp[],
  settings: Readonly<Record<string, unknown>>,
  made: string,
): string =>
  `${backupHead(settings, made)}${systems.map((k) => backupRow(k)).join(',')}${BACKUP_TAIL}`;

/** A backup's text up to its first system, one system of it, and what closes it. */
export const backupHead = (settings: Readonly<Record<string, unknown>>, made: string): string =>
  `${JSON.stringify({ kind: BACKUP_KIND, version: BACKUP_VERSION, made, settings }).slice(0, -1)},"systems":[`;
/** One system of a backup, with its history, its log, its photographs and its run under way. */
export const backupRow = ({
  document,
  past,
  future,
  log = [],
  photos = [],
  underWay = null,
}: BackedUp): string =>
  JSON.stringify({
    document,
    past,
    future,
    ...(log.length ? { log } : {}),
    ...(photos.length ? { photos } : {}),
    ...(underWay ? { underWay } : {}),
  });
export const BACKUP_TAIL = ']}\n';
