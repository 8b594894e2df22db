import type { Entry, EntryKind, EntryValues } from '../entries/types.ts';
import type { Edit, SystemDocument } from '../system/index.ts';

/** Fish of the design follow what is noted of them: feed, oxygen and stocking follow from their number and mass. */

const SIGN: Partial<Record<EntryKind, 1 | -1>> = { 'fish-in': 1, 'fish-out': -1, 'fish-dead': -1 };
/** Fish that an entry brings, less those that it takes. */
const brought = (e: EntryValues | null): number =>
  e && !e.deleted ? (SIGN[e.kind] ?? 0) * (e.count ?? 0) : 0;

/**
 * What an entry about fish changes in the design.
 *
 * @param before the entry as it was; null where it is new
 * @param after the entry as it is
 * @returns nothing where it is about no group of fish of this system
 */
export function fishEdits(
  s: SystemDocument,
  before: Entry | EntryValues | null,
  after: Entry | EntryValues,
): Edit[] {
  const fish = s.fish.find((f) => f.id === after.what);
  if (!fish) return [];
  if (after.kind === 'fish-weighed')
    return !after.deleted &&
      after.mass !== undefined &&
      after.mass > 0 &&
      after.mass !== before?.mass
      ? [{ at: `fish.${fish.id}.meanMass`, to: after.mass }]
      : [];
  const count = Math.max(0, Math.round(fish.count + brought(after) - brought(before)));
  return count === fish.count ? [] : [{ at: `fish.${fish.id}.count`, to: count }];
}

/** Fields of an entry that a step of a history may set, each of the kind that it has. */
export function notedValues(raw: Readonly<Record<string, unknown>>): Partial<EntryValues> {
  const out: Record<string, unknown> = {};
  const amount = (x: unknown) => typeof x === 'number' && Number.isFinite(x) && x >= 0;
  if (raw.deleted === true || raw.deleted === null) out.deleted = raw.deleted ?? undefined;
  for (const f of ['count', 'mass']) if (amount(raw[f])) out[f] = raw[f];
  return out;
}
