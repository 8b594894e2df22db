import type { Metres } from '../quantity/si.ts';
import { isDrain, vesselOf } from '../system/find.ts';
import type { Link, SystemDocument, Vessel } from '../system/types.ts';

/** Vessels that are joined under their floors, so that they rise and fall together. */

/** A joining pipe this low over a floor counts as under it, m. */
const AT_FLOOR: Metres = 0.03;

/** Whether a link joins its vessels at the floor of both, so that neither keeps water from the other. */
function joinsFloors(s: SystemDocument, p: Link): boolean {
  const from = vesselOf(s, p.from);
  const to = vesselOf(s, p.to);
  const z = from.floor + p.height;
  return z <= from.floor + AT_FLOOR && z <= to.floor + AT_FLOOR && to.floor <= from.floor + 0.5;
}

/**
 * For every vessel the indices of those that it is joined with, itself among them.
 *
 * @param index of a vessel by its id
 */
export function joinedGroups(s: SystemDocument, index: ReadonlyMap<string, number>): number[][] {
  const group = s.vessels.map((_, i) => i);
  const find = (i: number): number => (group[i] === i ? i : find(group[i]!));
  for (const p of s.paths) {
    if (p.kind !== 'link' || !joinsFloors(s, p)) continue;
    group[find(index.get(p.from)!)] = find(index.get(p.to)!);
  }
  const members = new Map<number, number[]>();
  s.vessels.forEach((_, i) => {
    const g = find(i);
    members.set(g, [...(members.get(g) ?? []), i]);
  });
  return s.vessels.map((_, i) => members.get(find(i))!);
}

/** Where a link's lower edge leaves a vessel, above its floor; nothing where it does not leave it. */
function sillIn(s: SystemDocument, p: Link, v: Vessel): Metres | null {
  if (p.from !== v.id && p.to !== v.id) return null;
  return vesselOf(s, p.from).floor + p.height - v.floor;
}

/**
 * The height to which a vessel is flooded, above its floor: the lowest of the crests of its own drains
 * and those of the vessels that it is joined with, the pipe through which it passes water on, and
 * where a float starts its pump again.
 */
export function floodLevelOf(
  s: SystemDocument,
  v: Vessel,
  joined: readonly number[],
): Metres | null {
  const group = joined.map((i) => s.vessels[i]!);
  const inGroup = new Set(group.map((g) => g.id));
  const crests = s.paths.flatMap((p) =>
    isDrain(p) && inGroup.has(p.from) ? [vesselOf(s, p.from).floor + p.crest - v.floor] : [],
  );
  const passes = s.paths.flatMap((p) => {
    if (p.kind !== 'link' || (inGroup.has(p.from) && inGroup.has(p.to))) return [];
    if (!inGroup.has(p.from)) return [];
    const sill = sillIn(s, p, vesselOf(s, p.from));
    return sill !== null && sill > AT_FLOOR ? [vesselOf(s, p.from).floor + sill - v.floor] : [];
  });
  // A row that a float stops lower than its emergency overflow is flooded to the float.
  const floats = s.paths.flatMap((p) =>
    p.kind === 'pumped-line' && p.float && p.float.off > p.float.on && inGroup.has(p.float.vessel)
      ? [vesselOf(s, p.float.vessel).floor + p.float.on - v.floor]
      : [],
  );
  const marks = [...crests, ...passes, ...floats];
  return marks.length ? Math.min(...marks) : null;
}
