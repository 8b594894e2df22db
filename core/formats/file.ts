import { checkSystem, type Checked } from '../system/schema.ts';
import { migrate } from '../system/migrate.ts';
import { DOCUMENT_KIND } from '../system/types.ts';
import { LARGEST_FILE } from './limits.ts';

export { LARGEST_FILE } from './limits.ts';
export { writeSystem } from './write.ts';

/**
 * Reads a system file. Never throws: what cannot be used comes back as one sentence.
 *
 * @param text whole content of the file
 */
export function readSystem(text: string): Checked {
  if (text.length > LARGEST_FILE) {
    return { ok: false, message: 'The file is far larger than any system. It was not opened.' };
  }
  if (text.trim() === '') return { ok: false, message: 'The file is empty.' };
  let parsed: unknown;
  try {
    // A key named __proto__ would be set as a plain own property by JSON.parse and copied on by spreads; drop it.
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''), (key, value: unknown) =>
      key === '__proto__' ? undefined : value,
    );
  } catch {
    return {
      ok: false,
      message: 'The file is not a whole system file: it breaks off or is not JSON text.',
    };
  }
  if (parsed === null || typeof parsed !== 'object' || Array.isArray(parsed)) {
    return { ok: false, message: 'The file is JSON, but no system of this program.' };
  }
  const document = parsed as Record<string, unknown>;
  if (document.kind !== DOCUMENT_KIND) {
    return { ok: false, message: 'The file is JSON, but no system of this program.' };
  }
  const migrated = migrate(document);
  if (!migrated.ok) return migrated;
  return checkSystem(migrated.document);
}
