import type { OpenedFile } from '../../core/formats/file';
import { LARGEST_BACKUP } from '../../core/formats/limits';
import type { Kept, SystemDocument } from '../../core/system';

/** Reads a chosen or dropped file. The schema is loaded only now. */
export async function readFile(file: File): Promise<OpenedFile> {
  const named = (message: string): OpenedFile => ({
    ok: false,
    message: `${file.name}: ${message}`,
  });
  if (file.size > LARGEST_BACKUP)
    return named('The file is far larger than any system. It was not opened.');
  let text: string;
  try {
    text = await file.text();
  } catch {
    return named('The file cannot be read.');
  }
  const { readAnyFile } = await import('../../core/formats/file');
  const read = readAnyFile(text);
  return read.ok ? read : named(read.message);
}

/** A name as part of a file's name. */
export const fileStem = (name: string): string =>
  name
    .replace(/[^\p{L}\p{N} _-]+/gu, '')
    .trim()
    .replace(/\s+/g, '-') || 'system';

/** Offers a text as a file. */
export function offerFile(text: string, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Offers a system as a file named after it. */
export async function saveFile(system: SystemDocument): Promise<void> {
  const { writeSystem } = await import('../../core/formats/write');
  offerFile(writeSystem(system), `${fileStem(system.name)}.mizuna.json`, 'application/json');
}

/** Offers every system with its history, and the settings, as one file. */
export async function saveBackup(
  systems: readonly Kept[],
  settings: Readonly<Record<string, unknown>>,
): Promise<void> {
  const { writeBackup } = await import('../../core/formats/write');
  const made = new Date().toISOString();
  offerFile(
    writeBackup(systems, settings, made),
    `mizuna-backup-${made.slice(0, 10)}.json`,
    'application/json',
  );
}

/** Lets the person choose a file; nothing where they think better of it. */
export function chooseFile(): Promise<File | null> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = '.json,application/json';
    input.addEventListener('change', () => resolve(input.files?.[0] ?? null));
    input.addEventListener('cancel', () => resolve(null));
    input.click();
  });
}
