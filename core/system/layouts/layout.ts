import type { Edit } from '../edit.ts';
import type { SystemDocument } from '../types.ts';

/** A family of systems that growers build: a name, what is particular, a sensible start, and the demo made of it. */
export interface Layout {
  readonly id: string;
  readonly name: string;
  readonly particular: string;
  readonly make: (id: string, name: string) => SystemDocument;
  /** The demo system made from it: its file's name and its own, and what a grower has changed there. */
  readonly demo: { readonly file: string; readonly name: string; readonly edits?: readonly Edit[] };
}
