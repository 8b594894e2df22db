import { plural } from '../../core/quantity';
import { LARGEST_BACKUP, LARGEST_PHOTOS } from '../../core/formats/limits';
import {
  BACKUP_TAIL,
  backupHead,
  backupRow,
  logWithin,
  photosWithin,
  byteSize,
  writeSystem,
  writeWith,
  type BackedUp,
  type FiledPhoto,
} from '../../core/formats/write';
import type { SystemDocument } from '../../core/system';
import { store, type StoredPhoto } from './db';
import { fileStem, offerFile, offerParts } from './files';
import { storePart } from './held';
import { logStore } from './log';
import { runStore } from './runs';

/** Files that are made of what is kept. Apart from those that are opened, since the shelf needs them only at a press. */

const filed = ({ step, taken, image }: StoredPhoto): FiledPhoto => ({ step, taken, image });

/** What is not in a file, in sentences. */
interface Missing {
  photos: number;
  entries: number;
  /** The store did not tell everything. */
  untold: boolean;
}
function missingWords({ photos, entries, untold }: Missing): string | null {
  const out = [
    ...(untold
      ? [
          'This browser’s storage did not answer completely. The file has the data of this page. Older entries and photos may be missing. Save it again later.',
        ]
      : []),
    ...(photos
      ? [
          plural(
            photos,
            'The oldest photo did not fit into the file. It is still in this browser.',
            'The # oldest photos did not fit into the file. They are still in this browser.',
          ),
        ]
      : []),
    ...(entries
      ? [
          plural(
            entries,
            'The oldest entry of the log did not fit. It is still in this browser.',
            'The # oldest entries of the log did not fit. They are still in this browser.',
          ),
        ]
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
  const [kept, pictures] = await Promise.all([logStore.log(id), store.photos(id)]);
  const told = storePart(kept, { entries: [], damaged: [] });
  const seen = storePart(pictures, []);
  const log = logWithin(told.value.entries, room);
  const size = byteSize(JSON.stringify(log.taken)) + 4 * log.taken.length;
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
  const name = `${fileStem(system.name)}-class.mizuna.json`;
  offerFile(writeWith(system, { runs }), name, 'application/json');
}

/**
 * Offers a system with its log and its photographs as a file named after it.
 *
 * @returns what is not in it, or nothing
 */
export async function saveFile(system: SystemDocument): Promise<string | null> {
  const missing: Missing = { photos: 0, entries: 0, untold: false };
  const alone = writeSystem(system);
  const beside = await besideOf(system.id, LARGEST_BACKUP - byteSize(alone) - MARGIN, missing);
  const text = beside.log?.length || beside.photos?.length ? writeWith(system, beside) : alone;
  offerFile(text, `${fileStem(system.name)}.mizuna.json`, 'application/json');
  return missingWords(missing);
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
  const made = new Date().toISOString();
  const head = backupHead(settings, made);
  const around = byteSize(head) + MARGIN;
  const files: Blob[][] = [[]];
  const missing: Missing = { photos: 0, entries: 0, untold: false };
  const unread: string[] = [];
  let size = around;
  for (const id of ids) {
    const kept = await store.get(id);
    if (!kept.ok) unread.push(kept.message);
    if (!kept.ok || !kept.value) continue;
    const { document, past, future } = kept.value;
    const run = storePart(await runStore.filed(id), null);
    missing.untold ||= !run.whole;
    const bare = { document, past, future, underWay: run.value };
    const alone = byteSize(backupRow(bare));
    const beside = await besideOf(id, LARGEST_BACKUP - around - alone, missing);
    const row = new Blob([backupRow({ ...bare, ...beside })]);
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

/**
 * Offers the row of a system as it lies in the store, whatever is in it.
 *
 * @returns why there is none, or nothing
 */
export async function saveRaw(id: string, name = id): Promise<string | null> {
  const raw = await store.raw(id);
  if (!raw.ok) return raw.message;
  offerFile(JSON.stringify(raw.value, null, 2), `${fileStem(name)}-raw.json`, 'application/json');
  return null;
}
