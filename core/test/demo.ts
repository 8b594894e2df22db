import { readFileSync } from 'node:fs';
import { readSystem } from '../formats/file.ts';
import type { SystemDocument } from '../system/index.ts';

/** A demo system by the name of its file. @throws Error where it does not open */
export function demo(name: string): SystemDocument {
  const r = readSystem(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!r.ok) throw new Error(r.message);
  return r.system;
}
