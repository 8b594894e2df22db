import type { SystemDocument } from '../system/types.ts';

/** The text of a system file: JSON, indented so that it can be read and compared. */
export const writeSystem = (system: SystemDocument): string =>
  `${JSON.stringify(system, null, 2)}\n`;
