import { inSentence } from '../../quantity/index.ts';
import type { Edit } from '../edit.ts';
import { beds, isDrain, isStore, pumpedLines, targetsOf, vesselOf } from '../find.ts';
import { makeBranch } from '../layouts/parts.ts';
import type { Drain, Link, OpenHole, PumpedLine, SystemDocument, Vessel } from '../types.ts';
import { change, not, withinMost, type MakeUp } from './change.ts';
import { freshIds, nextName } from './names.ts';

/** Beds added and vessels taken away, with all that belongs to them. */

/** More beds than this are no home system, and the drawing would not hold them. */
export const MOST_BEDS = 8;
/** Buckets of one row. */
const MOST_BUCKETS = 24;

const feeding = (s: SystemDocument, vessel: string): PumpedLine | undefined =>
  pumpedLines(s).find((l) => targetsOf(l).includes(vessel));

/** The pipe that passes water into a vessel from another bed or overflow. */
const passing = (s: SystemDocument, vessel: string) =>
  s.paths.find(
    (p): p is Link | Drain =>
      p.to === vessel &&
      (p.kind === 'link' || isDrain(p)) &&
      !targetsOf(p).some((t) => isStore(vesselOf(s, t))),
  );

/**
 * One more bed like the last: fed by a branch of the same line, or by the pipe that passes water on,
 * drained the same way.
 */
export const addBed = (s: SystemDocument): MakeUp => withinMost(s, madeBed(s));

function madeBed(s: SystemDocument): MakeUp {
  const all = beds(s);
  const last = all[all.length - 1];
  if (!last) return not('There is no bed to copy the size from.');
  if (last.count > 1) return addBucket(last);
  if (all.length >= MOST_BEDS) return not(`The maximum is ${MOST_BEDS} beds.`);
  const fresh = freshIds(s);
  const id = fresh(`bed-${all.length + 1}`);
  const name = nextName(s, 'bed');
  const bed: Vessel = { ...last, id, name, fill: 0 };
  const edits: Edit[] = [{ at: `vessels.${id}`, to: bed }];
  const line = feeding(s, last.id);
  const pass = passing(s, last.id);
  const outs = s.paths.filter((p) => p.kind !== 'pumped-line' && p.from === last.id);
  const joined = outs.find((p) => p.kind === 'link');
  if (line) {
    const of = line.branches.find((b) => b.to === last.id);
    const next = makeBranch({
      id: fresh(`${line.id}-${all.length + 1}`),
      to: id,
      pipe: of?.pipe ?? line.pipe,
      bore: of?.bore ?? line.bore,
      along: of?.along ?? 0.8,
      run: of?.run ?? 0.3,
      end: of?.end ?? line.end,
      valve: 1,
      pinholes: of?.pinholes ?? line.pinholes,
    });
    edits.push({ at: `paths.${line.id}.branches.${next.id}`, to: next });
    if (line.valve === null) edits.push({ at: `paths.${line.id}.valve`, to: 1 });
    if (joined && joined.kind === 'link') {
      const to = fresh(`join-${all.length + 1}`);
      const link: Link = {
        ...joined,
        id: to,
        name: `Joining pipe, ${inSentence(name)}`,
        from: id,
        to: last.id,
      };
      edits.push({ at: `paths.${to}`, to: link });
    } else edits.push(...copies(outs, id, name, fresh));
  } else if (pass && pass.kind === 'link') {
    // In a series the new bed comes last: it takes over the return and is fed by the one before it.
    const down: Vessel = { ...bed, floor: round(last.floor - stepBefore(s, last, pass)) };
    edits[0] = { at: `vessels.${id}`, to: down };
    const feeds = s.paths.filter(
      (p): p is Link | OpenHole =>
        (p.kind === 'link' || p.kind === 'hole') && p.to === last.id && p.from === pass.from,
    );
    for (const p of feeds) {
      const to = fresh(p.id);
      edits.push({
        at: `paths.${to}`,
        to: {
          ...p,
          id: to,
          name: `${kindOf(p)} to the ${inSentence(name)}`,
          from: last.id,
          to: id,
        },
      });
    }
    for (const p of outs) edits.push({ at: `paths.${p.id}.from`, to: id });
  } else if (pass) {
    const to = fresh(pass.id);
    edits.push({
      at: `paths.${to}`,
      to: { ...pass, id: to, name: `Tank overflow, ${inSentence(name)}`, to: id },
    });
    edits.push(...copies(outs, id, name, fresh));
  } else return not(`“${last.name}” has no feed pipe that another bed could share.`);
  return change(`Add ${inSentence(name)}`, edits);
}

const round = (x: number) => Math.round(x * 1e4) / 1e4;
const kindOf = (p: Link | OpenHole) => (p.kind === 'link' ? 'Pipe' : 'Floor drain');

/** How much lower a bed of a series stands than the one before it. */
const stepBefore = (s: SystemDocument, last: Vessel, pass: Link): number =>
  Math.max(0.02, vesselOf(s, pass.from).floor - last.floor);

/** The drains of a bed for another that is like it. */
function copies(
  outs: readonly SystemDocument['paths'][number][],
  bed: string,
  name: string,
  fresh: (base: string) => string,
): Edit[] {
  return outs.map((p) => {
    const id = fresh(p.id);
    const plain = p.name.replace(/, .*$/, '');
    return {
      at: `paths.${id}`,
      to: { ...p, id, name: `${plain}, ${inSentence(name)}`, from: bed },
    };
  });
}

function addBucket(row: Vessel): MakeUp {
  if (row.count >= MOST_BUCKETS) return not(`The maximum is ${MOST_BUCKETS} buckets in a row.`);
  return change(`Add a bucket: ${row.count + 1}`, [
    { at: `vessels.${row.id}.count`, to: row.count + 1 },
  ]);
}

/** Takes a vessel away, with its fish, its drains and what feeds it; what hung on it is led past it. */
export function removeVessel(s: SystemDocument, id: string): MakeUp {
  const v = vesselOf(s, id);
  if (v.count > 1)
    return change(`Remove a bucket: ${v.count - 1}`, [
      { at: `vessels.${id}.count`, to: v.count - 1 },
    ]);
  if (isStore(v) && s.vessels.filter(isStore).length === 1)
    return not(`“${v.name}” holds the system’s water.`);
  if (v.role === 'bed' && beds(s).length === 1) return not('A system needs at least one bed.');
  if (isStore(v) && s.paths.some((p) => p.kind === 'pumped-line' && p.from === id))
    return not(`A pump draws from “${v.name}”. Connect it to another vessel first.`);
  const edits: Edit[] = [];
  const heir = heirOf(s, id);
  for (const p of s.paths) {
    if (p.kind === 'pumped-line') {
      if (p.from === id) edits.push({ at: `paths.${p.id}`, to: undefined });
      else edits.push(...withoutDelivery(p, id));
      continue;
    }
    if (p.from === id) edits.push({ at: `paths.${p.id}`, to: undefined });
    else if (p.to === id) {
      // What passed it on leads past it; an overflow that fed it alone ends with it, unless it is the last.
      const last = !s.paths.some((x) => x !== p && x.from === p.from && isDrain(x));
      const passes = p.kind === 'link' || p.kind === 'hole' || last;
      if (passes && heir && heir !== p.from) edits.push({ at: `paths.${p.id}.to`, to: heir });
      else edits.push({ at: `paths.${p.id}`, to: undefined });
    }
  }
  for (const w of s.vessels)
    if (w.rimTo === id) edits.push({ at: `vessels.${w.id}.rimTo`, to: null });
  for (const group of ['fish', 'crops', 'devices'] as const) {
    for (const x of s[group])
      if (x.vessel === id) edits.push({ at: `${group}.${x.id}`, to: undefined });
  }
  const gone = new Set(
    edits.flatMap((e) => (e.to === undefined && e.at.startsWith('paths.') ? [e.at.slice(6)] : [])),
  );
  for (const m of s.measurements) {
    const on = 'path' in m ? gone.has(m.path) : m.vessel === id;
    if (on) edits.push({ at: `measurements.${m.id}`, to: undefined });
  }
  edits.push({ at: `vessels.${id}`, to: undefined });
  return change(`Remove “${v.name}”`, edits);
}

/** Where the water of a vessel goes on to by itself. */
const heirOf = (s: SystemDocument, id: string): string | undefined =>
  s.paths.find((p) => p.kind !== 'pumped-line' && p.from === id)?.to;

/** A line without its delivery into a vessel; gone with it where that was the only one. */
function withoutDelivery(p: PumpedLine, id: string): Edit[] {
  const at = `paths.${p.id}`;
  const others = p.branches.filter((b) => b.to !== id);
  const out: Edit[] = [];
  if (p.float?.vessel === id) out.push({ at: `${at}.float`, to: null });
  if (p.to !== id) {
    if (others.length !== p.branches.length) out.push({ at: `${at}.branches`, to: others });
    return out;
  }
  const first = others[0];
  if (!first) return [{ at, to: undefined }];
  return [
    ...out,
    { at: `${at}.to`, to: first.to },
    { at: `${at}.end`, to: first.end },
    { at: `${at}.valve`, to: first.valve },
    { at: `${at}.pinholes`, to: first.pinholes },
    { at: `${at}.branches`, to: others.slice(1) },
  ];
}
