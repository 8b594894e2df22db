import { applyEdits, invertEdits, type Edit } from '../system/edit.ts';
import { upToDate, type EntryChange, type HistoryStep } from '../system/history.ts';
import { checkSystem, type Checked } from '../system/schema/index.ts';
import { migrate } from '../system/migrate.ts';
import { DOCUMENT_KIND, DOCUMENT_VERSION, type SystemDocument } from '../system/types.ts';
import { LONGEST_HISTORY } from '../system/history.ts';
import { isId, isLoose, listOf, type Loose } from '../system/loose.ts';
import { LONGEST_NAME, plainName, plainText } from '../system/plainName.ts';
import {
  DEEPEST,
  LARGEST_BACKUP,
  LARGEST_FILE,
  LARGEST_PHOTO,
  MOST_PHOTOS,
  MOST_SYSTEMS,
} from './limits.ts';
import { readLog } from '../entries/schema.ts';
import type { Entry, LeftOut } from '../entries/types.ts';
import { runsOf } from '../practice/classList.ts';
import { runUnderWayOf } from './underWay.ts';
import { BACKUP_KIND, BACKUP_VERSION, type BackedUp, type FiledPhoto } from './write.ts';

export { LARGEST_BACKUP, LARGEST_FILE } from './limits.ts';
export { writeBackup, writeSystem, writeWith, type Beside, type FiledPhoto } from './write.ts';

type Refused = { readonly ok: false; readonly message: string };
const refuse = (message: string): Refused => ({ ok: false, message });
const NO_SYSTEM = 'The file is JSON, but it is not a Mizuna system.';

/** A JSON object, or why there is none. */
function parseObject(text: string, largest: number): { ok: true; object: Loose } | Refused {
  if (text.length > largest)
    return refuse('The file is far larger than any system. It was not opened.');
  if (text.trim() === '') return refuse('The file is empty.');
  let parsed: unknown;
  try {
    // A key named __proto__ would be set as a plain own property by JSON.parse and copied on by spreads; drop it.
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''), (key, value: unknown) =>
      key === '__proto__' ? undefined : value,
    );
  } catch {
    return refuse('The file is not a complete system file. It is cut off or is not JSON text.');
  }
  return isLoose(parsed) ? { ok: true, object: parsed } : refuse(NO_SYSTEM);
}

function readDocument(document: Loose): Checked {
  if (document.kind !== DOCUMENT_KIND) return refuse(NO_SYSTEM);
  if (deeperThan(document, DEEPEST))
    return refuse('The file is nested deeper than any system. It was not opened.');
  const migrated = migrate(document);
  return migrated.ok ? checkSystem(plainNames(migrated.document)) : migrated;
}

/** Whether anything lies deeper than so many levels; it does not go deeper itself to find out. */
function deeperThan(value: unknown, levels: number): boolean {
  if (value === null || typeof value !== 'object') return false;
  return levels === 0 || Object.values(value).some((x) => deeperThan(x, levels - 1));
}

/** A document whose names are plain lines of text; one that has nothing else is called by its id. */
function plainNames(document: Loose): Loose {
  const named = (x: unknown): unknown => {
    if (!isLoose(x) || typeof x.name !== 'string') return x;
    const name = plainName(x.name);
    return name === x.name ? x : { ...x, name: name || String(x.id).slice(0, LONGEST_NAME) };
  };
  const all = (x: unknown) => (Array.isArray(x) ? x.map(named) : x);
  return {
    ...(named(document) as Loose),
    vessels: all(document.vessels),
    paths: all(document.paths),
  };
}

/** A system file with its log, read at once; for the command line. */
export function readWithLog(
  text: string,
): Extract<OpenedFile, { ok: true; what: 'system' }> | Refused {
  const opened = readAnyFile(text);
  if (!opened.ok) return opened;
  if (opened.what === 'backup') return refuse('The file is a backup. Open it on the shelf.');
  return opened;
}

/**
 * Reads a system file. Never throws: what cannot be used comes back as one sentence.
 *
 * @param text whole content of the file
 */
export function readSystem(text: string): Checked {
  if (tooLarge(text)) return TOO_LARGE;
  const parsed = parseObject(text, LARGEST_BACKUP);
  if (!parsed.ok) return parsed;
  return readDocument(parted(parsed.object).document);
}

const TOO_LARGE = refuse('The file is far larger than any system. It was not opened.');
/** Only a log and photographs make a system’s file so large. */
const tooLarge = (text: string): boolean =>
  text.length > LARGEST_FILE && !text.includes('"photos"') && !text.includes('"log"');
const IMAGE = /^data:image\/jpeg;base64,[A-Za-z0-9+/]+={0,2}$/;

/** A photograph of a file, or why it is none. */
function photoOf(x: unknown, i: number): FiledPhoto | string {
  if (i >= MOST_PHOTOS) return `A system can have at most ${MOST_PHOTOS}.`;
  if (!isLoose(x) || typeof x.image !== 'string' || !IMAGE.test(x.image))
    return 'It is not a picture.';
  if (x.image.length > LARGEST_PHOTO) return 'It is too large.';
  if (typeof x.step !== 'string' || !/^\w[\w.-]{0,127}$/.test(x.step))
    return 'It does not say what it shows.';
  const taken = typeof x.taken === 'number' && Number.isFinite(x.taken) ? x.taken : 0;
  return { step: x.step, taken, image: x.image };
}
/** Photographs of a file, and what of them could not be taken. */
function photosOf(raw: unknown): { photos: FiledPhoto[]; refused: LeftOut[] } {
  const photos: FiledPhoto[] = [];
  const refused: LeftOut[] = [];
  listOf(raw).forEach((x, i) => {
    const p = photoOf(x, i);
    if (typeof p === 'string') refused.push({ why: `Photo ${i + 1}: ${p}`, raw: x });
    else photos.push(p);
  });
  return { photos, refused };
}

/** A file’s document, and what goes with it. */
function parted(object: Loose): {
  document: Loose;
  log: unknown;
  photos: unknown;
  runs: number[];
} {
  const { photos, log, runs, ...document } = object;
  return { document, log, photos, runs: runsOf(listOf(runs)) };
}

/** What a backup held: the systems that can be used, and what of it could not be taken. */
export interface Backup {
  readonly made: string;
  readonly settings: Readonly<Loose>;
  readonly systems: readonly BackedUp[];
  readonly refused: readonly LeftOut[];
  /** How many of those are whole systems. */
  readonly unread: number;
}

/** A file that was opened: one system, or everything that a backup held. */
export type OpenedFile =
  | {
      readonly ok: true;
      readonly what: 'system';
      readonly system: SystemDocument;
      readonly photos: readonly FiledPhoto[];
      readonly log: readonly Entry[];
      /** What of its log and photographs could not be taken. */
      readonly refused: readonly LeftOut[];
      /** Runs of its practice for a class. */
      readonly runs: readonly number[];
    }
  | { readonly ok: true; readonly what: 'backup'; readonly backup: Backup }
  | Refused;

function editsOf(x: unknown): Edit[] | null {
  if (!Array.isArray(x)) return null;
  const edits = x.map((e: unknown) =>
    isLoose(e) && typeof e.at === 'string' && e.at.length < 300 ? { at: e.at, to: e.to } : null,
  );
  return edits.every((e) => e !== null) ? edits : null;
}

/** Entries of the log that a step goes with; what they may be set to is judged where it is done. */
function notedOf(x: unknown): Pick<HistoryStep, 'noted'> {
  const noted = listOf(x).flatMap((n): EntryChange[] =>
    isLoose(n) && isId(n.id) && isLoose(n.undo) && isLoose(n.redo)
      ? [{ id: n.id, undo: n.undo, redo: n.redo }]
      : [],
  );
  return noted.length ? { noted } : {};
}

/**
 * Steps that can be walked from a document and come back to it; the first that cannot ends them.
 * Every state on the way is checked as a file would be.
 */
function stepsOf(from: SystemDocument, x: unknown, direction: 'edits' | 'inverse'): HistoryStep[] {
  const out: HistoryStep[] = [];
  let state = from;
  for (const step of listOf(x).slice(0, LONGEST_HISTORY)) {
    const edits = isLoose(step) ? editsOf(step.edits) : null;
    const inverse = isLoose(step) ? editsOf(step.inverse) : null;
    if (!isLoose(step) || !edits || !inverse || typeof step.label !== 'string') break;
    try {
      const next = applyEdits(state, direction === 'edits' ? edits : inverse);
      if (!checkSystem(next).ok) break;
      // The way back is worked out here, so that a doctored file cannot lead astray.
      const back = invertEdits(state, direction === 'edits' ? edits : inverse);
      out.push({
        label: plainText(step.label).slice(0, 200),
        edits: direction === 'edits' ? edits : back,
        inverse: direction === 'edits' ? back : inverse,
        ...notedOf(step.noted),
      });
      state = next;
    } catch {
      break;
    }
  }
  return out;
}

/** Told how far a backup has been read. */
export type ReadProgress = (done: number, of: number) => void;

function readBackupOf(object: Loose, progress: ReadProgress): OpenedFile {
  const { version } = object;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return refuse('The backup does not say which version it is.');
  if (version > BACKUP_VERSION) {
    return refuse('The backup was written by a newer version of Mizuna. It was not changed.');
  }
  const systems: BackedUp[] = [];
  const refused: LeftOut[] = [];
  let unread = 0;
  const rows = listOf(object.systems);
  if (rows.length > MOST_SYSTEMS)
    return refuse(`The backup holds ${rows.length} systems. The maximum is ${MOST_SYSTEMS}.`);
  rows.forEach((row, i) => {
    progress(i, rows.length);
    const raw = isLoose(row) && isLoose(row.document) ? row.document : null;
    const name =
      typeof raw?.name === 'string' ? `“${plainName(raw.name).slice(0, 60)}”` : `System ${i + 1}`;
    const read = raw ? readDocument(raw) : refuse('It is not there.');
    if (!read.ok) {
      unread++;
      refused.push({ why: `${name}: ${read.message}`, raw: row });
      return;
    }
    const beside = besideOf(row as Loose);
    for (const r of beside.refused) refused.push({ ...r, why: `${name}. ${r.why}` });
    const { underWay } = row as Loose;
    const run = underWay === undefined ? null : runUnderWayOf(underWay, readDocument);
    if (underWay !== undefined && !run)
      refused.push({ why: `${name}. Its practice cannot be read.`, raw: underWay });
    // Steps of an older version are walked in their own version first.
    const old = raw!.version !== DOCUMENT_VERSION;
    const kept = old ? raisedHistory(raw!, row as Loose) : (row as Loose);
    systems.push({
      document: read.system,
      past: stepsOf(
        read.system,
        listOf(kept.past).slice(-LONGEST_HISTORY).reverse(),
        'inverse',
      ).reverse(),
      future: stepsOf(read.system, kept.future, 'edits'),
      ...(beside.log.length ? { log: beside.log } : {}),
      ...(beside.photos.length ? { photos: beside.photos } : {}),
      ...(run ? { underWay: run } : {}),
    });
  });
  return {
    ok: true,
    what: 'backup',
    backup: {
      made: typeof object.made === 'string' ? object.made.slice(0, 40) : '',
      settings: isLoose(object.settings) ? object.settings : {},
      systems,
      refused,
      unread,
    },
  };
}

/** The log and the photographs that go with a system. */
function besideOf({ log, photos }: { log?: unknown; photos?: unknown }) {
  const read = readLog(log);
  const seen = photosOf(photos);
  return {
    log: read.entries,
    photos: seen.photos,
    refused: [...read.refused, ...seen.refused],
  };
}

function raisedHistory(document: Loose, row: Loose): { past: unknown; future: unknown } {
  const steps = (x: unknown): HistoryStep[] =>
    listOf(x).flatMap((s) => {
      const edits = isLoose(s) ? editsOf(s.edits) : null;
      const inverse = isLoose(s) ? editsOf(s.inverse) : null;
      return isLoose(s) && edits && inverse ? [{ label: String(s.label), edits, inverse }] : [];
    });
  const raised = upToDate({
    document: document as unknown as SystemDocument,
    past: steps(row.past),
    future: steps(row.future),
  });
  return raised ?? { past: [], future: [] };
}

/**
 * Reads any file of this program. Never throws.
 *
 * @param progress how far a backup has been read, between its systems
 */
export function readAnyFile(text: string, progress: ReadProgress = () => undefined): OpenedFile {
  const parsed = parseObject(text, LARGEST_BACKUP);
  if (!parsed.ok) return parsed;
  if (parsed.object.kind === BACKUP_KIND) return readBackupOf(parsed.object, progress);
  if (tooLarge(text)) return TOO_LARGE;
  const { document, photos, log, runs } = parted(parsed.object);
  const read = readDocument(document);
  return read.ok
    ? { ok: true, what: 'system', system: read.system, ...besideOf({ log, photos }), runs }
    : read;
}
