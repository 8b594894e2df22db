import { targetsOf } from './find.ts';
import type { SystemDocument, Vessel, WaterPath } from './types.ts';

/** A vessel or a path of a system, with its place in the document. */
export type Part =
  | { readonly at: string; readonly what: 'vessel'; readonly part: Vessel }
  | { readonly at: string; readonly what: 'path'; readonly part: WaterPath };

/** Place of a vessel in the document. */
export const vesselAt = (id: string): string => `vessels.${id}`;
/** Place of a path in the document. */
export const pathAt = (id: string): string => `paths.${id}`;

/** The vessel or path that a place of the document lies in: `paths.siphon` of `paths.siphon.crest`. */
export const partAt = (place: string): string => place.split('.', 2).join('.');

/**
 * Every vessel and path once, in the order in which the water passes them: from the store that the first pump
 * draws from (without a pump, from the first vessel that nothing runs into) along each path to its end and on.
 * Pumped lines come before what runs by gravity.
 */
export function flowOrder(s: SystemDocument): Part[] {
  const out: Part[] = [];
  const seen = new Set<string>();
  const add = (p: Part) => {
    if (seen.has(p.at)) return false;
    seen.add(p.at);
    out.push(p);
    return true;
  };
  const follow = (id: string) => {
    const part = s.vessels.find((v) => v.id === id);
    if (!part || !add({ at: vesselAt(id), what: 'vessel', part })) return;
    const leaving = s.paths.filter((p) => p.from === id);
    for (const pumped of [true, false])
      for (const p of leaving) {
        if ((p.kind === 'pumped-line') !== pumped) continue;
        add({ at: pathAt(p.id), what: 'path', part: p });
        targetsOf(p).forEach(follow);
      }
  };
  const entered = new Set(s.paths.flatMap(targetsOf));
  const first =
    s.paths.find((p) => p.kind === 'pumped-line')?.from ??
    s.vessels.find((v) => !entered.has(v.id))?.id;
  if (first !== undefined) follow(first);
  s.vessels.forEach((v) => follow(v.id));
  return out;
}
