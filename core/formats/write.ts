import type { Kept } from '../system/history.ts';
import type { SystemDocument } from '../system/types.ts';

/** The text of a system file: JSON, indented so that it can be read and compared. */
export const writeSystem = (system: SystemDocument): string =>
  `${JSON.stringify(system, null, 2)}\n`;

/** A photograph of a step, as it goes with a system in a file. */
export interface FiledPhoto {
  readonly step: string;
  /** Milliseconds since 1970. */
  readonly taken: number;
  /** A JPEG as a data address. */
  readonly image: string;
}

/** The text of a system file that its photographs go with. */
export const writeWithPhotos = (system: SystemDocument, photos: readonly FiledPhoto[]): string =>
  `${JSON.stringify({ ...system, photos }, null, 1)}\n`;

export const BACKUP_KIND = 'mizuna-backup';
/** Version of the wrapping; each document in it has its own. */
export const BACKUP_VERSION = 1;

/**
 * The text of a backup: every system with its history, and how the person likes to see things.
 *
 * @param made when, as ISO 8601
 */
export const writeBackup = (
  systems: readonly Kept[],
  settings: Readonly<Record<string, unknown>>,
  made: string,
): string => `${backupHead(settings, made)}${systems.map(backupRow).join(',')}${BACKUP_TAIL}`;

/** A backup's text up to its first system, one system of it, and what closes it. */
export const backupHead = (settings: Readonly<Record<string, unknown>>, made: string): string =>
  `${JSON.stringify({ kind: BACKUP_KIND, version: BACKUP_VERSION, made, settings }).slice(0, -1)},"systems":[`;
/** One system of a backup, with its history. */
export const backupRow = ({ document, past, future }: Kept): string =>
  JSON.stringify({ document, past, future });
export const BACKUP_TAIL = ']}\n';
