import type { SystemDocument } from '../../core/system';
import { LARGEST_FILE } from '../../core/formats/limits';

/** A read file: the system, or a sentence that says why not. */
export type Opened = { ok: true; system: SystemDocument } | { ok: false; message: string };

/** Reads a chosen or dropped file. The schema is loaded only now. */
export async function readFile(file: File): Promise<Opened> {
  const named = (message: string): Opened => ({ ok: false, message: `${file.name}: ${message}` });
  if (file.size > LARGEST_FILE)
    return named('The file is far larger than any system. It was not opened.');
  let text: string;
  try {
    text = await file.text();
  } catch {
    return named('The file cannot be read.');
  }
  const { readSystem } = await import('../../core/formats/file');
  const read = readSystem(text);
  return read.ok ? read : named(read.message);
}

/** Offers a system as a file named after it. */
export async function saveFile(system: SystemDocument): Promise<void> {
  const { writeSystem } = await import('../../core/formats/write');
  const url = URL.createObjectURL(new Blob([writeSystem(system)], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = url;
  const name = system.name
    .replace(/[^\p{L}\p{N} _-]+/gu, '')
    .trim()
    .replace(/\s+/g, '-');
  link.download = `${name || 'system'}.mizuna.json`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
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
