import { useFileDialog } from '@vueuse/core';
import type { OpenedFile } from '../../core/formats/file';
import { LARGEST_BACKUP, LARGEST_PHOTOS } from '../../core/formats/limits';
import { proxy } from 'comlink';
import { plainText } from '../../core/system/plainName';
import type { SystemDocument } from '../../core/system';
import { fileReader } from '../workers/client';
import type { FiledPhoto } from '../../core/formats/write';
import { store, type StoredPhoto } from './db';
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
const leftOut = (n: number): string =>
  `${n === 1 ? 'The oldest photo' : `The ${n} oldest photos`} did not fit into the file and ${n === 1 ? 'stays' : 'stay'} in this browser only.`;

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
  const { photosWithin, writeSystem, writeWith } = await import('../../core/formats/write');
  const [kept, pictures] = await Promise.all([
    logStore.entries(system.id),
    store.photos(system.id),
  ]);
  const log = kept.ok ? kept.value : [];
  const { taken: photos, left } = photosWithin(pictures.ok ? pictures.value.map(filed) : []);
  const text =
    log.length || photos.length ? writeWith(system, { log, photos }) : writeSystem(system);
  offerFile(text, `${fileStem(system.name)}.mizuna.json`, 'application/json');
  return left ? leftOut(left) : null;
}

/** Offers a file that is put together of parts, so that no text has to hold it all. */
function offerParts(parts: readonly string[], name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([...parts], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/**
 * Offers systems with their histories, and the settings, as one file.
 *
 * @returns why not all of them are in it, or nothing
 */
export async function saveBackup(
  ids: readonly string[],
  settings: Readonly<Record<string, unknown>>,
): Promise<string | null> {
  const { backupHead, backupRow, photosWithin, BACKUP_TAIL } =
    await import('../../core/formats/write');
  const made = new Date().toISOString();
  const parts = [backupHead(settings, made)];
  let problem: string | null = null;
  let room = LARGEST_PHOTOS;
  let left = 0;
  for (const id of ids) {
    const kept = await store.get(id);
    if (!kept.ok) problem = kept.message;
    else if (kept.value) {
      const log = await logStore.entries(id);
      if (!log.ok) problem = log.message;
      const pictures = await store.photos(id);
      const photos = photosWithin(pictures.ok ? pictures.value.map(filed) : [], room);
      room -= photos.size;
      left += photos.left;
      const row = { ...kept.value, log: log.ok ? log.value : [], photos: photos.taken };
      parts.push((parts.length > 1 ? ',' : '') + backupRow(row));
    }
  }
  offerParts(
    [...parts, BACKUP_TAIL],
    `mizuna-backup-${made.slice(0, 10)}.json`,
    'application/json',
  );
  return problem ?? (left ? leftOut(left) : null);
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
