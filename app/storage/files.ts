import { useFileDialog } from '@vueuse/core';
import type { OpenedFile } from '../../core/formats/file';
import { LARGEST_BACKUP, LARGEST_PHOTOS } from '../../core/formats/limits';
import type { BackedUp } from '../../core/formats/write';
import { proxy } from 'comlink';
import { plainText } from '../../core/system/plainName';
import type { SystemDocument } from '../../core/system';
import { fileReader } from '../workers/client';
import type { FiledPhoto } from '../../core/formats/write';
import { store, type StoredPhoto } from './db';
import { partOf } from './held';
import { logStore } from './log';

/** A file under way. */
export interface Reading {
  readonly what: string;
  /** How far it is, 0–1. */
  readonly progress: number;
  /** The reading that it belongs to. */
  readonly of: object;
  readonly stop: () => void;
}

/** The answer of a reading, and what ends it before; then the answer is nothing. */
export interface UnderWay {
  readonly answer: Promise<OpenedFile | null>;
  readonly stop: () => void;
}

/**
 * Reads a chosen or dropped file in a worker of its own, which ends with it: however large or odd the file, the
 * page goes on.
 *
 * @param onProgress how far it is, 0–1
 */
export function readFile(file: File, onProgress: (progress: number) => void): UnderWay {
  const named = (message: string): OpenedFile => ({
    ok: false,
    message: `${plainText(file.name)}: ${message}`,
  });
  if (file.size > LARGEST_BACKUP)
    return {
      answer: Promise.resolve(named('The file is far larger than any system. It was not opened.')),
      stop: () => undefined,
    };
  const reader = fileReader();
  let stop: () => void = () => undefined;
  const stopped = new Promise<null>((resolve) => {
    stop = () => resolve(null);
  });
  const read = reader
    .ask<OpenedFile>((worker) => worker.read(file, proxy(onProgress)) as Promise<OpenedFile>)
    .then((r): OpenedFile => (r.ok ? r : named(r.message)))
    .catch(() => named('The file could not be read through.'));
  const answer = Promise.race([read, stopped]).finally(() => reader.end());
  return { answer, stop };
}

/** A name as part of a file's name. */
export const fileStem = (name: string): string =>
  name
    .replace(/[^\p{L}\p{N} _-]+/gu, '')
    .trim()
    .replace(/\s+/g, '-') || 'system';

/** Offers a text as a file. */
export const offerFile = (text: string, name: string, type: string): void =>
  offerParts([text], name, type);

const filed = ({ step, taken, image }: StoredPhoto): FiledPhoto => ({ step, taken, image });

/** What is not in a file, in sentences. */
interface Missing {
  photos: number;
  entries: number;
  /** The store did not tell everything. */
  untold: boolean;
}
const some = (n: number, one: string, many: string) =>
  n === 1 ? `The oldest ${one}` : `The ${n} oldest ${many}`;
function missingWords({ photos, entries, untold }: Missing): string | null {
  const out = [
    ...(untold
      ? [
          'This browser’s store did not tell everything. The file holds what this page has; entries and photos of before may be missing. Save it again later.',
        ]
      : []),
    ...(photos
      ? [`${some(photos, 'photo', 'photos')} did not fit into the file and stayed in this browser.`]
      : []),
    ...(entries
      ? [`${some(entries, 'entry', 'entries')} of the log did not fit and stayed in this browser.`]
      : []),
  ];
  return out.length ? out.join(' ') : null;
}

/** What goes with a system in a file that can be opened again: its log before its photographs. */
async function besideOf(
  id: string,
  room: number,
  missing: Missing,
): Promise<Pick<BackedUp, 'log' | 'photos'>> {
  const { logWithin, photosWithin, sizeOf } = await import('../../core/formats/write');
  const [kept, pictures] = await Promise.all([logStore.log(id), store.photos(id)]);
  const told = partOf(kept, { entries: [], damaged: [] });
  const seen = partOf(pictures, []);
  const log = logWithin(told.value.entries, room);
  const size = sizeOf(JSON.stringify(log.taken)) + 4 * log.taken.length;
  const photos = photosWithin(seen.value.map(filed), Math.min(LARGEST_PHOTOS, room - size));
  missing.entries += log.left;
  missing.photos += photos.left;
  missing.untold ||= !told.whole || !seen.whole;
  return { log: log.taken, photos: photos.taken };
}
/** Bytes of a file that are left for what stands around its parts. */
const MARGIN = 200_000;

/** Offers a system with runs of its practice for a class, as one file; its log and photographs stay here. */
export async function saveRuns(system: SystemDocument, runs: readonly number[]): Promise<void> {
  const { writeWith } = await import('../../core/formats/write');
  const name = `${fileStem(system.name)}-class.mizuna.json`;
  offerFile(writeWith(system, { runs }), name, 'application/json');
}

/**
 * Offers a system with its log and its photographs as a file named after it.
 *
 * @returns what is not in it, or nothing
 */
export async function saveFile(system: SystemDocument): Promise<string | null> {
  const { sizeOf, writeSystem, writeWith } = await import('../../core/formats/write');
  const missing: Missing = { photos: 0, entries: 0, untold: false };
  const alone = writeSystem(system);
  const beside = await besideOf(system.id, LARGEST_BACKUP - sizeOf(alone) - MARGIN, missing);
  const text = beside.log?.length || beside.photos?.length ? writeWith(system, beside) : alone;
  offerFile(text, `${fileStem(system.name)}.mizuna.json`, 'application/json');
  return missingWords(missing);
}

/** Offers a file that is put together of parts, so that no text has to hold it all. */
function offerParts(parts: readonly (string | Blob)[], name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([...parts], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** What became of a backup. */
export interface SavedBackup {
  /** Files that it is in, each of which can be opened by itself. */
  readonly files: number;
  /** What is not in it; nothing where all is. */
  readonly missing: string | null;
}

/**
 * Offers systems with their histories, logs and photographs, and the settings, as one file, or as several where one
 * would be too large to be opened.
 */
export async function saveBackup(
  ids: readonly string[],
  settings: Readonly<Record<string, unknown>>,
): Promise<SavedBackup> {
  const { backupHead, backupRow, sizeOf, BACKUP_TAIL } = await import('../../core/formats/write');
  const made = new Date().toISOString();
  const head = backupHead(settings, made);
  const around = sizeOf(head) + MARGIN;
  const files: Blob[][] = [[]];
  const missing: Missing = { photos: 0, entries: 0, untold: false };
  const unread: string[] = [];
  let size = around;
  for (const id of ids) {
    const kept = await store.get(id);
    if (!kept.ok) unread.push(kept.message);
    if (!kept.ok || !kept.value) continue;
    const { document, past, future } = kept.value;
    const alone = sizeOf(backupRow({ document, past, future }));
    const beside = await besideOf(id, LARGEST_BACKUP - around - alone, missing);
    const row = new Blob([backupRow({ document, past, future, ...beside })]);
    if (size + row.size > LARGEST_BACKUP && files.at(-1)!.length) {
      files.push([]);
      size = around;
    }
    files.at(-1)!.push(row);
    size += row.size;
  }
  const day = made.slice(0, 10);
  files.forEach((rows, i) => {
    const parts: (string | Blob)[] = rows.flatMap((row, k) => (k ? [',', row] : [row]));
    const part = files.length > 1 ? `-${i + 1}-of-${files.length}` : '';
    offerParts(
      [head, ...parts, BACKUP_TAIL],
      `mizuna-backup-${day}${part}.json`,
      'application/json',
    );
  });
  const words = [...new Set([...unread, missingWords(missing) ?? ''])].filter(Boolean).join(' ');
  return { files: files.length, missing: words || null };
}

/** Lets the person choose a file; nothing where they think better of it. */
export function chooseFile(): Promise<File | null> {
  const dialog = useFileDialog({ accept: '.json,application/json', multiple: false });
  return new Promise((resolve) => {
    dialog.onChange((files) => resolve(files?.[0] ?? null));
    dialog.onCancel(() => resolve(null));
    dialog.open();
  });
}
