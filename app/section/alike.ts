import {
  isStore,
  type SystemDocument,
  type Vessel,
  type WaterPath as Path,
} from '../../core/system';

/** Beds that are built alike and stand side by side: a long row of them is drawn as one with their number. */

/** From so many on a row is drawn as one. */
export const MANY_ALIKE = 4;

export interface Alike {
  /** The one that is drawn. */
  readonly first: string;
  /** All of them, the drawn one first. */
  readonly all: readonly string[];
}

/** A path as one end of it sees it: what it is, and where its other end lies; without names, ids and the run that is not drawn. */
function seen(path: Path, vessel: string): string {
  if (path.kind === 'pumped-line') return `line ${path.id}`;
  const {
    id: _id,
    name: _name,
    run: _run,
    from,
    to,
    ...rest
  } = path as Path & { to?: string; run?: number };
  return JSON.stringify({ ...rest, from: from === vessel || from, to: to === vessel || to });
}
const touches = (path: Path, vessel: string): boolean =>
  path.from === vessel ||
  ('to' in path && path.to === vessel) ||
  (path.kind === 'pumped-line' && path.branches.some((b) => b.to === vessel));

/** What a vessel is and is joined to, so that two with the same text are built alike. */
function makeOf(s: SystemDocument, v: Vessel): string {
  const { id, name: _name, ...rest } = v;
  const joined = s.paths.filter((p) => touches(p, id)).map((p) => seen(p, id));
  return JSON.stringify([rest, joined.sort()]);
}

/** Rows of alike plant sites of a system, each of {@link MANY_ALIKE} and more. */
export function alikeIn(s: SystemDocument): Alike[] {
  const sites = s.vessels.filter((v) => !isStore(v) && v.count === 1);
  // Asked with every move of a handle: most systems have too few for a row.
  if (sites.length < MANY_ALIKE) return [];
  const rows = new Map<string, string[]>();
  for (const v of sites) {
    const make = makeOf(s, v);
    const row = rows.get(make);
    if (row) row.push(v.id);
    else rows.set(make, [v.id]);
  }
  return [...rows.values()]
    .filter((all) => all.length >= MANY_ALIKE)
    .map((all) => ({ first: all[0]!, all }));
}

/** The first of its row for each further one; nothing where no row is drawn as one. */
export function standIns(rows: readonly Alike[]): Map<string, string> {
  return new Map(rows.flatMap((r) => r.all.slice(1).map((id) => [id, r.first] as const)));
}

/** A system with the first of each row alone, for drawing. */
export function firstsOf(s: SystemDocument, rows: readonly Alike[]): SystemDocument {
  const by = standIns(rows);
  if (!by.size) return s;
  return {
    ...s,
    vessels: s.vessels.filter((v) => !by.has(v.id)),
    paths: s.paths.flatMap((p): Path[] => {
      if (p.kind !== 'pumped-line') return by.has(p.from) || ('to' in p && by.has(p.to)) ? [] : [p];
      const to = by.get(p.to) ?? p.to;
      const branches = p.branches.filter((b) => !by.has(b.to) && b.to !== to);
      return [{ ...p, to, branches }];
    }),
  };
}
