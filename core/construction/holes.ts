import { pipeById } from '../catalogue/index.ts';
import { bore, mm, say, type Phrase, plural } from '../quantity/index.ts';
import type { Metres } from '../quantity/si.ts';
import {
  vesselOf,
  type Drain,
  type Link,
  type SealKind,
  type SystemDocument,
  type Vessel,
  type Wall,
  type WaterPath,
} from '../system/index.ts';
import { floorOutline, outlineAt, type Outline } from '../water/shape.ts';
import { ALLOWANCE, DOWNTURN } from './course.ts';
import { buildKey } from './keys.ts';
import type { Figures } from '../assess/figures.ts';
import type { DrilledHole, Hole, BuildQuestion } from './types.ts';

/** The holes of a system: where each is measured from two edges, and what has to be asked. */

/** A flange or seal reaches so far beyond the pipe all round, where its maker’s figure is not known. Practice. */
const FLANGE: Readonly<Record<SealKind, Metres>> = { bulkhead: 0.02, 'rubber-seal': 0.008 };
/** Floor between two flanges, and between a flange and a wall. */
const APART: Metres = 0.015;
/** A pipe through a wall over the floor: its centre. */
const STUB_DROP: Metres = 0.02;
/** A pipe this close under a rim is laid over it. */
const OVER: Metres = 0.03;

/** How wide a wall is at a height over the floor, m: of a round vessel the square around it. */
const across = (v: Vessel, on: Wall, height: Metres): Metres => {
  const { length, width } = outlineAt(v.shape, height);
  return on === 'left' || on === 'right' ? width : length;
};
/** A face of a vessel, inside, as holes in it are measured: its floor, or a wall at a height, m. */
export function faceOf(v: Vessel, on: Hole['on'], height: Metres): Outline {
  if (on === 'floor') return floorOutline(v.shape);
  return { round: false, length: across(v, on, height), width: v.shape.height };
}

/** Where a hole in the floor is, from the left and the front wall: as chosen, else spread over the floor. */
function floorPlace(
  s: SystemDocument,
  v: Vessel,
  path: string,
  nth: number,
): { x: Metres; y: Metres } {
  const { length, width } = floorOutline(v.shape);
  const own = s.build.routes.find((r) => r.id === path);
  const usual = { x: length * (0.72 - 0.24 * nth), y: width / 2 };
  if (usual.x < 0.08 * length) usual.x = length / 2;
  if (!own) return usual;
  const { along, inset } = own;
  switch (own.side ?? 'left') {
    case 'left':
      return { x: inset ?? usual.x, y: along ?? usual.y };
    case 'right':
      return { x: inset === null ? usual.x : length - inset, y: along ?? usual.y };
    case 'front':
      return { x: along ?? usual.x, y: inset ?? usual.y };
    case 'back':
      return { x: along ?? usual.x, y: inset === null ? usual.y : width - inset };
  }
}

/** A joining pipe under the floors leaves one vessel near the front and enters the next near the back. */
function linkPlace(s: SystemDocument, v: Vessel, key: string, leaves: boolean) {
  const at = floorPlace(s, v, key, 2);
  const chosen = s.build.routes.some((r) => r.id === key);
  return chosen ? at : { ...at, y: floorOutline(v.shape).width * (leaves ? 0.3 : 0.7) };
}

/** A sealed hole for a pipe: its diameter as the maker of what sits in it asks, nothing where it was not noted. */
function sealed(s: SystemDocument, seal: SealKind, pipe: string, fitting: string = seal) {
  const key = buildKey(fitting, pipe);
  return {
    seal,
    pipe,
    diameter: s.build.holes.find((h) => h.id === key)?.diameter ?? null,
    asked: `build.holes.${key}`,
    count: 1,
  };
}

/** How many floor holes of a vessel stand in the document before a path’s own. */
const nthInFloor = (s: SystemDocument, path: WaterPath, vessel: string): number =>
  s.paths
    .slice(0, s.paths.indexOf(path))
    .filter(
      (p) =>
        (p.from === vessel && 'drop' in p && p.drop >= 0) ||
        (p.to === vessel && p.kind === 'pumped-line' && p.end < 0.02),
    ).length;

/** Whether a joining pipe ends over the rim of the lower vessel, which then needs no hole. */
export function overRim(s: SystemDocument, p: Link): boolean {
  const [from, to] = [vesselOf(s, p.from), vesselOf(s, p.to)];
  return p.height >= 0 && from.floor + p.height > to.floor + to.shape.height - OVER;
}

/** A level return that comes in lower than the rim of what it runs to passes its wall. */
export function entryHole(s: SystemDocument, p: Drain): Hole[] {
  const [from, to] = [vesselOf(s, p.from), vesselOf(s, p.to)];
  const z = from.floor - p.drop + (p.elbows >= 2 ? DOWNTURN : 0) - to.floor;
  if (p.run <= ALLOWANCE || z > to.shape.height - OVER || z <= 0) return [];
  return [
    {
      id: `${p.id}-entry`,
      vessel: to.id,
      path: p.id,
      what: `inlet of “${p.name}”`,
      on: 'left',
      x: across(to, 'left', z) / 2,
      y: z,
      ...sealed(s, 'rubber-seal', p.pipe),
    },
  ];
}

/** The holes that a path asks for. */
export function holesOf(s: SystemDocument, p: WaterPath): Hole[] {
  const from = vesselOf(s, p.from);
  const to = vesselOf(s, p.to);
  const route = s.build.routes.find((r) => r.id === p.id);
  const wall = (v: Vessel, usual: Wall, height: Metres): Pick<Hole, 'on' | 'x' | 'y'> => {
    const on = route?.side ?? usual;
    return { on, x: route?.along ?? across(v, on, height) / 2, y: height };
  };
  const seal = (usual: SealKind): SealKind => route?.seal ?? usual;
  switch (p.kind) {
    case 'standpipe':
    case 'bell-siphon':
    case 'loop-siphon': {
      const what = p.kind === 'standpipe' ? 'standpipe' : 'siphon';
      const entry = entryHole(s, p);
      if (p.drop < 0)
        return [
          {
            id: `${p.id}-hole`,
            vessel: from.id,
            path: p.id,
            what: `outlet of “${p.name}”`,
            ...wall(
              from,
              'right',
              -p.drop + (p.kind !== 'loop-siphon' && p.elbows >= 2 ? DOWNTURN : 0),
            ),
            ...sealed(s, seal('bulkhead'), p.pipe),
          },
          ...entry,
        ];
      return [
        {
          id: `${p.id}-hole`,
          vessel: from.id,
          path: p.id,
          what: `${what} of “${p.name}”`,
          on: 'floor',
          ...floorPlace(s, from, p.id, nthInFloor(s, p, from.id)),
          ...sealed(s, seal('bulkhead'), p.pipe),
        },
        ...entry,
      ];
    }
    case 'pumped-line': {
      const ends = [
        { id: p.id, to: p.to, end: p.end, pipe: p.pipe },
        ...p.branches.map((b) => ({ id: b.id, to: b.to, end: b.end, pipe: b.pipe })),
      ];
      return ends.flatMap((e): Hole[] =>
        e.end >= 0.02 || p.peak
          ? []
          : [
              {
                id: `${e.id}-hole`,
                vessel: e.to,
                path: p.id,
                what: `feed of “${p.name}”`,
                on: 'floor',
                ...floorPlace(s, vesselOf(s, e.to), e.id, nthInFloor(s, p, e.to)),
                ...sealed(s, seal('bulkhead'), e.pipe),
              },
            ],
      );
    }
    case 'link': {
      if (p.height < 0)
        return [from, to].map((v, i) => ({
          id: `${p.id}-hole-${i + 1}`,
          vessel: v.id,
          path: p.id,
          what: `joining pipe “${p.name}”`,
          on: 'floor' as const,
          ...linkPlace(s, v, `${p.id}-${v.id}`, i === 0),
          ...sealed(s, seal('bulkhead'), p.pipe),
        }));
      const half = (pipeById(p.pipe)?.outside ?? p.bore) / 2;
      const usual = seal('rubber-seal');
      const z = from.floor + p.height;
      return [
        {
          id: `${p.id}-hole-1`,
          vessel: from.id,
          path: p.id,
          what: `joining pipe “${p.name}”`,
          ...wall(from, 'right', p.height + half),
          ...sealed(s, usual, p.pipe),
        },
        ...(overRim(s, p)
          ? []
          : [
              {
                id: `${p.id}-hole-2`,
                vessel: to.id,
                path: p.id,
                what:
                  to.count > 1
                    ? `joining pipe “${p.name}”, one in each of ${to.count}`
                    : `joining pipe “${p.name}”`,
                ...wall(to, 'left', Math.max(half, z - to.floor + half)),
                ...sealed(s, usual, p.pipe),
                count: to.count,
              },
            ]),
      ];
    }
    case 'float-valve':
      return [
        {
          id: `${p.id}-hole-1`,
          vessel: from.id,
          path: p.id,
          what: `outlet to “${p.name}”`,
          ...wall(from, 'right', STUB_DROP + p.bore / 2),
          ...sealed(s, seal('bulkhead'), p.pipe),
        },
        {
          id: `${p.id}-hole-2`,
          vessel: to.id,
          path: p.id,
          what: `thread of “${p.name}”`,
          ...wall(to, 'left', p.level),
          ...sealed(s, 'bulkhead', p.pipe, 'float-valve'),
        },
      ];
    case 'hole':
      return [
        {
          id: `${p.id}-hole`,
          vessel: from.id,
          path: p.id,
          what: `“${p.name}”`,
          ...(p.height > 0
            ? wall(from, 'right', p.height + p.diameter / 2)
            : { on: 'floor' as const, ...floorPlace(s, from, p.id, 3) }),
          seal: null,
          pipe: null,
          diameter: p.diameter,
          asked: null,
          count: 1,
        },
      ];
    case 'open-end':
    case 'seep':
      return [];
  }
}

/** Whether a hole lies under water at rest, in the deepest flood only, or never. */
export function underWater({ a }: Pick<Figures, 'a'>, h: Hole): DrilledHole['under'] {
  const level = (list: Figures['a']['balance']['rest']) =>
    list.find((r) => r.vessel === h.vessel)?.level ?? 0;
  const foot = h.on === 'floor' ? 0 : h.y - reachOfHole(h);
  if (level(a.balance.rest) > foot + DRY) return 'rest';
  return level(a.balance.deepest) > foot + DRY ? 'flood' : 'dry';
}
/** Less than this over a floor is what stays in the stones. */
const DRY: Metres = 0.005;

/** Where a hole is and what it wants, as it is told to whom drills it. */
export function holeSentence(h: Hole): Phrase {
  const size = h.diameter === null ? say`Enter its hole size.` : say`Drill ${bore(h.diameter)}.`;
  const where =
    h.on === 'floor'
      ? say`in the floor, ${mm(h.x)} from the left and ${mm(h.y)} from the front`
      : say`in the ${h.on} wall, ${mm(h.x)} from its left end and ${mm(h.y)} above the floor`;
  return [...size, ...say` Centre for the ${h.what}: `, ...where, '.'];
}

/** How far a hole’s flange reaches from its centre, m. */
export function reachOfHole(h: Hole): Metres {
  const pipe = pipeById(h.pipe ?? '');
  const through = h.diameter ?? pipe?.outside ?? pipe?.bore ?? 0.02;
  return through / 2 + (h.seal ? FLANGE[h.seal] : 0);
}

/** Walls of a round vessel in turn: its holes are spread around it. */
const AROUND: readonly Wall[] = ['right', 'front', 'left', 'back'];

/**
 * Wall holes whose place was not chosen, spread: beside each other along their wall, around a round vessel.
 *
 * @param holes of the whole system
 */
export function spreadHoles(s: SystemDocument, holes: readonly Hole[]): Hole[] {
  const chosen = (h: Hole) => {
    const r = s.build.routes.find((x) => x.id === h.path);
    return r !== undefined && (r.along !== null || r.side !== null);
  };
  const groups = new Map<string, Hole[]>();
  const keyOf = (h: Hole) => (h.on === 'floor' || chosen(h) ? null : `${h.vessel} ${h.on}`);
  for (const h of holes) {
    const key = keyOf(h);
    if (key) groups.set(key, [...(groups.get(key) ?? []), h]);
  }
  return holes.map((h) => {
    const key = keyOf(h);
    const group = key ? groups.get(key)! : [];
    if (group.length < 2) return h;
    const v = vesselOf(s, h.vessel);
    const k = group.indexOf(h);
    if (!isRound(v))
      return { ...h, x: (across(v, h.on as Wall, h.y) * (k + 1)) / (group.length + 1) };
    const first = AROUND.indexOf(h.on as Wall);
    const on = AROUND[(first + k) % AROUND.length]!;
    const turns = Math.ceil(group.length / AROUND.length);
    const turn = Math.floor(k / AROUND.length);
    return { ...h, on, x: (across(v, on, h.y) * (turn + 1)) / (turns + 1) };
  });
}

/** Whether a vessel is round in plan: edges are those of the square around it. */
export const isRound = (v: Vessel): boolean => floorOutline(v.shape).round;

/** What is asked and what is wrong about the holes of a system. */
export function holeQuestions(s: SystemDocument, holes: readonly Hole[]): BuildQuestion[] {
  const out: BuildQuestion[] = [];
  const asked = new Map<string, Hole[]>();
  for (const h of holes)
    if (h.asked && h.diameter === null) asked.set(h.asked, [...(asked.get(h.asked) ?? []), h]);
  for (const [at, list] of asked) {
    const h = list[0]!;
    const pipe = pipeById(h.pipe!)!.name;
    const what = at.includes('.float-valve--')
      ? 'the float valve’s thread'
      : h.seal === 'bulkhead'
        ? `a bulkhead for ${pipe}`
        : `a rubber seal for ${pipe}`;
    out.push({
      id: at,
      about: h.vessel,
      level: 'ask',
      sentence: say`Which hole size does ${what} need? Enter the size printed on its packet. ${plural(list.length, 'One hole depends', '# holes depend')} on it.`,
      fix: null,
    });
  }
  const wrong = (h: Hole, sentence: BuildQuestion['sentence'], key: string) =>
    out.push({ id: `${h.id}-${key}`, about: h.vessel, level: 'wrong', sentence, fix: null });
  holes.forEach((h, i) => {
    const v = vesselOf(s, h.vessel);
    const reach = reachOfHole(h);
    const { round, length, width } = faceOf(v, h.on, h.y);
    const free = round
      ? length / 2 - Math.hypot(h.x - length / 2, h.y - width / 2)
      : Math.min(h.x, length - h.x, h.y, width - h.y);
    if (free < reach)
      wrong(
        h,
        say`The hole for the ${h.what} is ${mm(Math.max(0, free))} from an edge of “${v.name}”. Its flange needs ${mm(reach)}.`,
        'edge',
      );
    for (const other of holes.slice(i + 1)) {
      if (other.vessel !== h.vessel || other.on !== h.on) continue;
      const gap = Math.hypot(h.x - other.x, h.y - other.y) - reach - reachOfHole(other);
      if (gap < APART)
        wrong(
          h,
          say`The holes for the ${h.what} and the ${other.what} are too close: ${mm(Math.hypot(h.x - other.x, h.y - other.y))} between centres. Their flanges need ${bore(reach + reachOfHole(other) + APART)}.`,
          other.id,
        );
    }
  });
  return out;
}
