import { useFileDialog } from '@vueuse/core';
import type { OpenedFile } from '../../core/formats/file';
import { LARGEST_BACKUP } from '../../core/formats/limits';
import { proxy } from 'comlink';
import { plainText } from '../../core/system/plainName';
import { fileReader } from '../workers/client';

/** A file under way. */
export interface FileReading {
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

/** Offers a file that is put together of parts, so that no text has to hold it all. */
export function offerParts(parts: readonly (string | Blob)[], name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([...parts], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
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
