import { bendRadius, pipeById, socketDepth, type JointKind } from '../catalogue/index.ts';
import { lineLength } from '../network/pipes.ts';
import { distance, mm, say, plural } from '../quantity/index.ts';
import type { Metres } from '../quantity/si.ts';
import {
  vesselOf,
  type BellSiphon,
  type FloatValve,
  type Link,
  type LoopSiphon,
  type PumpedLine,
  type Standpipe,
  type SystemDocument,
  type WaterPath,
} from '../system/index.ts';
import { aroundDrain, pipeOfBore } from './around.ts';
import {
  ALLOWANCE,
  DOWNTURN,
  coursePieces,
  fittingSize,
  splitLong,
  type PipeCourse,
  type Station,
} from './course.ts';
import { entryHole, holesOf, overRim } from './holes.ts';
import type { Joint, Leg, Piece, BuildQuestion, BuiltPipe } from './types.ts';

/**
 * The pipework of each path. Upright lengths are those of the design’s heights, level ones its runs: the
 * pipe that is cut is the pipe that the flow was reckoned with.
 */

/** A delivery passes this far over the rims in its way, and comes in under a floor that it feeds from below. */
const OVER_RIM: Metres = 0.05;
const UNDER_FLOOR: Metres = 0.07;
/** A rigid line comes apart so far over its pump, which is lifted out to be cleaned. */
const OVER_PUMP: Metres = 0.15;
/** From an upright pipe inside to the wall that its way out passes. */
const TO_WALL: Metres = 0.1;
/** From a manifold’s tee to the inside of what it joins. */
const STUB: Metres = 0.1;

const isHose = (pipe: string): boolean => pipeById(pipe)?.outside === undefined;
const leg = (length: Metres, way: Leg['way']): Leg => ({ length: Math.max(0, length), way });

interface Drafted {
  readonly legs: readonly Leg[];
  readonly courses: readonly PipeCourse[];
  readonly extra?: readonly Piece[];
  /** Fittings at the end of a leg that are pushed onto another, with no pipe between. */
  readonly besides?: readonly { readonly kind: JointKind; readonly leg: number }[];
  readonly questions?: readonly BuildQuestion[];
  readonly allowance: Metres;
}

/** A path of one course. */
const whole = (
  p: { readonly id: string; readonly pipe: string },
  legs: readonly Leg[],
  stations: readonly Station[],
  more: Partial<PipeCourse> = {},
): Pick<Drafted, 'legs' | 'courses'> => ({
  legs,
  courses: [{ id: p.id, about: p.id, pipe: p.pipe, legs, stations, ...more }],
});

/** Elbows that the way needs and the design does not count: each takes head. */
function missingElbows(p: WaterPath, needs: number): BuildQuestion[] {
  const counted =
    p.kind === 'pumped-line'
      ? p.fittings
          .filter((f) => f.fitting === 'elbow-90' || f.fitting === 'swept-bend')
          .reduce((sum, f) => sum + f.count, 0)
      : 'elbows' in p
        ? p.elbows
        : needs;
  if (counted >= needs) return [];
  const at = `paths.${p.id}`;
  const edit =
    p.kind === 'pumped-line'
      ? {
          at: `${at}.fittings`,
          to: [
            ...p.fittings.filter((f) => f.fitting !== 'elbow-90'),
            { fitting: 'elbow-90', count: needs },
          ],
        }
      : { at: `${at}.elbows`, to: needs };
  return [
    {
      id: `${p.id}-elbows`,
      about: p.id,
      level: 'wrong',
      sentence: counted
        ? say`“${p.name}” needs ${plural(needs, 'one elbow', '# elbows')} and the design counts one. Each elbow reduces the flow.`
        : say`“${p.name}” needs ${plural(needs, 'one elbow', '# elbows')} and the design counts none. Each elbow reduces the flow.`,
      fix: { label: needs === 1 ? say`Count one elbow` : say`Count two elbows`, edits: [edit] },
    },
  ];
}

/** Fittings in the middle of a line, spread over its longest leg. */
function inline(p: PumpedLine, corners: number): JointKind[] {
  const out: JointKind[] = [];
  if (p.checkValve) out.push('check-valve');
  if (p.filter) out.push('filter');
  let elbows = 0;
  for (const f of p.fittings) {
    if (f.fitting === 'elbow-90') elbows += f.count;
    if (f.fitting === 'elbow-45' || f.fitting === 'swept-bend')
      for (let i = 0; i < f.count; i++) out.push(f.fitting);
  }
  for (let i = corners; i < elbows; i++) out.push('elbow-90');
  if (p.valve !== null) out.push('valve');
  return out;
}

/** Highest rim or ceiling of a peak that a line has to pass, above the ground. */
function turnOf(s: SystemDocument, p: PumpedLine): Metres {
  const to = vesselOf(s, p.to);
  const ends = [to, ...p.branches.map((b) => vesselOf(s, b.to))];
  const end = Math.max(to.floor + p.end, ...p.branches.map((b) => vesselOf(s, b.to).floor + b.end));
  if (p.peak) return Math.max(end, to.floor + p.peak.height);
  // A header with holes lies at its height and is not turned down.
  if (p.pinholes) return end;
  const from = vesselOf(s, p.from);
  const rims = [from, ...ends].map((v) => v.floor + v.shape.height);
  return Math.max(end + 0.04, ...rims.map((z) => z + OVER_RIM));
}

/**
 * Corners of a line that are elbows: all of a rigid one; of a hose those that it cannot be bent around, since it has not
 * its radius on both sides.
 *
 * @param corners between its first three legs
 */
function elbowsAt(pipe: string, legs: readonly Leg[], corners: number): boolean[] {
  const radius = bendRadius(pipe);
  const left = legs.map((l) => l.length);
  return Array.from({ length: corners }, (_, i) => {
    const [a, b] = [left[i]!, left[i + 1]!];
    if (radius === null || Math.min(a, b) < radius - 1e-9) return true;
    left[i + 1] = b - radius;
    return false;
  });
}

function draftLine(s: SystemDocument, p: PumpedLine): Drafted {
  const from = vesselOf(s, p.from);
  const to = vesselOf(s, p.to);
  const intake = from.floor + p.pump.intake;
  const end = to.floor + p.end;
  const below = p.end < 0.02 && !p.peak;
  const hose = isHose(p.pipe);
  const branched = p.branches.length > 0;
  const total = lineLength(s, p);
  const way = (turn: Metres) => {
    const up = turn - intake;
    const last = Math.abs(end - turn);
    const level = total - Math.abs(up) - last;
    const legs = [
      leg(Math.abs(up), up < 0 ? 'down' : 'up'),
      leg(level, 'level'),
      leg(last, below ? 'up' : 'down'),
    ];
    // Where a line branches its first tee is the second corner.
    const corners = level > 0.02 || (!hose && last > 1e-6) ? (last < 1e-6 || branched ? 1 : 2) : 0;
    return { turn, up, level, legs, corners, turns: elbowsAt(p.pipe, legs, corners) };
  };
  const least = way(below ? to.floor - UNDER_FLOOR : turnOf(s, p));
  // A hose goes over in a bow, where it is long enough: higher, and in one piece.
  const radius = bendRadius(p.pipe);
  const bow =
    radius !== null && !below && !p.peak && !p.pinholes
      ? way(Math.max(least.turn, end + radius))
      : least;
  const { turn, up, level, legs, corners, turns } = bow.turns.includes(true) ? least : bow;
  const atCorners = turns.filter(Boolean).length;
  const where = legs[1]!.length >= legs[0]!.length / 2 ? 1 : 0;
  const middle = inline(p, corners + (branched ? 1 : 0));
  const inside: JointKind[] = p.venturi ? ['venturi'] : p.pinholes ? ['cap'] : [];
  const endKind: JointKind = below ? 'bulkhead' : (inside[0] ?? 'open');
  const stations: Station[] = [
    { kind: 'pump', leg: 0, at: 0 },
    // A hose is pushed over the pump's own barb.
    ...(p.barb === null ? [] : [{ kind: 'reducing-barb' as const, leg: 0, at: hose ? 0 : 0.02 }]),
    ...(hose || p.pump.airLift || Math.abs(up) < 2 * OVER_PUMP
      ? []
      : [{ kind: 'union' as const, leg: 0, at: OVER_PUMP / Math.abs(up) }]),
    ...(turns[0] ? [{ kind: 'elbow-90' as const, leg: 0, at: 1 }] : []),
    ...middle.map((kind, i): Station => ({ kind, leg: where, at: (i + 1) / (middle.length + 1) })),
    ...(turns[1] ? [{ kind: 'elbow-90' as const, leg: 1, at: 1 }] : []),
    ...(p.peak?.vented ? [{ kind: 'tee' as const, leg: 1, at: 0.5 }] : []),
    ...(branched ? [{ kind: 'tee' as const, leg: 2, at: 0 }] : []),
    { kind: endKind, leg: 2, at: 1, insideFirst: false },
  ];
  const courses: PipeCourse[] = [{ id: p.id, about: p.id, pipe: p.pipe, legs, stations }];
  const branchLegs: Leg[] = [];
  p.branches.forEach((b, k) => {
    const z = vesselOf(s, b.to).floor + b.end;
    const rise = Math.max(0, z - end);
    const fall = Math.abs(turn - z);
    const own = [
      leg(b.along, 'level'),
      leg(b.run + rise - fall, 'level'),
      leg(Math.min(fall, b.run + rise), turn < z ? 'up' : 'down'),
    ];
    const firstLeg = legs.length + branchLegs.length;
    branchLegs.push(...own);
    const more = k + 1 < p.branches.length;
    const header: PipeCourse = {
      id: `${b.id}-header`,
      about: p.id,
      pipe: p.pipe,
      legs: [own[0]!],
      firstLeg,
      sharesFirst: true,
      stations: [
        { kind: 'tee', leg: 0, at: 0 },
        { kind: more ? 'tee' : 'elbow-90', leg: 0, at: 1, pipe: p.pipe },
      ],
    };
    const drop: PipeCourse = {
      id: b.id,
      about: p.id,
      pipe: b.pipe,
      legs: own.slice(1),
      firstLeg: firstLeg + 1,
      sharesFirst: true,
      stations: [
        { kind: 'tee', leg: 0, at: 0 },
        ...(b.valve === null ? [] : [{ kind: 'valve' as const, leg: 1, at: 0.3 }]),
        {
          kind: b.end < 0.02 && !p.peak ? 'bulkhead' : b.pinholes ? 'cap' : 'open',
          leg: 1,
          at: 1,
          insideFirst: false,
        },
      ],
    };
    courses.push(header, drop);
  });
  const short = level < -1e-6;
  return {
    legs: [...legs, ...branchLegs],
    courses,
    besides: below ? inside.map((kind) => ({ kind, leg: 2 })) : [],
    allowance: 0,
    questions: [
      ...missingElbows(p, atCorners),
      ...(short
        ? [
            {
              id: `${p.id}-short`,
              about: p.id,
              level: 'wrong' as const,
              sentence: say`“${p.name}” goes over the rim and down again. The design counts ${distance(p.run)} besides its rise, which is at least ${distance(-level)} too short.`,
              fix: {
                label: say`Count ${distance(Math.ceil((p.run - level + 0.1) * 20) / 20)}`,
                edits: [
                  { at: `paths.${p.id}.run`, to: Math.ceil((p.run - level + 0.1) * 20) / 20 },
                ],
              },
            },
          ]
        : []),
    ],
  };
}

/** Room that a standpipe wants over the fitting that it stands in. */
const SPARE: Metres = 0.01;
/** A way out through a wall led lower, as long as it stays above the floor. */
const lower =
  (p: Standpipe | BellSiphon) =>
  (by: Metres): BuildQuestion['fix'] => {
    const drop = Math.ceil((p.drop + by + SPARE) * 200) / 200;
    return drop > -SPARE
      ? null
      : {
          label: say`Lower it by ${mm(drop - p.drop)}`,
          edits: [{ at: `paths.${p.id}.drop`, to: drop }],
        };
  };

/** The way of a drain’s pipe: straight down, down and along, or out through the wall. */
function draftDrain(s: SystemDocument, p: Standpipe | BellSiphon): Drafted {
  const mouth = p.kind === 'bell-siphon' && p.mouth > p.bore * 1.05;
  // A wide mouth is the large socket of a reducer, its rim the crest.
  const wide = mouth ? pipeOfBore(p.mouth) : undefined;
  const top: Station = mouth
    ? {
        kind: 'reducer',
        leg: 0,
        at: 0,
        face: (wide ? socketDepth(wide.id)! : p.mouth / 2) + fittingSize(s, 'reducer', p.pipe).face,
      }
    : { kind: 'open', leg: 0, at: 0 };
  const role = { role: 'standpipe' as const, name: 'Standpipe' };
  const around = aroundDrain(s, p);
  // A return that comes in under a rim passes that wall by a seal.
  const entry = entryHole(s, p).map((h) => ({ kind: h.seal!, leg: 1 }));
  if (p.drop < 0) {
    // Through the wall: an upright pipe inside, an elbow, and out.
    const down = p.elbows >= 2 ? DOWNTURN : 0;
    const upright = p.crest + p.drop - down;
    const legs = [leg(upright, 'down'), leg(p.run, 'level'), leg(down, 'down')];
    const wall = Math.min(0.5, p.run > 0 ? TO_WALL / p.run : 0.5);
    const stations: Station[] = [
      top,
      { kind: 'elbow-90', leg: 1, at: 0 },
      { kind: sealOf(s, p.id, 'bulkhead'), leg: 1, at: wall },
      ...spareElbows(p.elbows - 2, 1),
      ...(down ? [{ kind: 'elbow-90' as const, leg: 1, at: 1 }] : []),
      { kind: 'open', leg: 2, at: 1 },
    ];
    return {
      ...whole(p, legs, stations, { names: { 0: role }, lower: lower(p) }),
      extra: around,
      besides: entry,
      questions: missingElbows(p, 1),
      allowance: 0,
    };
  }
  const straight = p.elbows === 0 && p.run <= ALLOWANCE;
  // Under the floor there has to be room for the bulkhead, the elbow, and one that turns down again.
  const { face: elbow } = fittingSize(s, 'elbow-90', p.pipe);
  const under = fittingSize(s, 'bulkhead', p.pipe, false).face + elbow;
  const needs = p.drop >= under + elbow + 0.005 ? 2 : 1;
  const turns = straight ? 0 : p.elbows === 0 ? needs : p.elbows;
  const down = turns >= 2 ? Math.max(0, Math.min(DOWNTURN, p.drop - under)) : 0;
  const inside = p.crest;
  const legs = straight
    ? [leg(p.crest + p.drop, 'down')]
    : [leg(p.crest + p.drop - down, 'down'), leg(p.run, 'level'), leg(down, 'down')];
  const first = legs[0]!.length;
  const stations: Station[] = [
    top,
    { kind: sealOf(s, p.id, 'bulkhead'), leg: 0, at: first > 0 ? inside / first : 0 },
    ...(straight
      ? [{ kind: 'open' as const, leg: 0, at: 1 }]
      : [
          { kind: 'elbow-90' as const, leg: 1, at: 0 },
          ...spareElbows(turns - 2, 1),
          ...(turns >= 2 ? [{ kind: 'elbow-90' as const, leg: 1, at: 1 }] : []),
          { kind: 'open' as const, leg: 2, at: 1 },
        ]),
  ];
  return {
    ...whole(p, legs, stations, { names: { 0: role, 1: { role: 'pipe', name: 'Drop pipe' } } }),
    extra: around,
    besides: entry,
    questions: p.elbows === 0 && !straight ? missingElbows(p, needs) : [],
    allowance: straight ? p.run : 0,
  };
}

/** Elbows beyond those that the way needs, along a leg. */
const spareElbows = (n: number, on: number): Station[] =>
  Array.from({ length: Math.max(0, n) }, (_, i) => ({
    kind: 'elbow-90' as const,
    leg: on,
    at: (i + 1) / (n + 1),
  }));

/** How a path passes wall or floor: as chosen, else as is usual there. */
export const sealOf = (
  s: SystemDocument,
  path: string,
  usual: 'bulkhead' | 'rubber-seal',
): 'bulkhead' | 'rubber-seal' => s.build.routes.find((r) => r.id === path)?.seal ?? usual;

/** A pipe that rises in the bed, turns over twice and goes down through the floor. */
function draftLoop(s: SystemDocument, p: LoopSiphon): Drafted {
  const { face } = fittingSize(s, 'elbow-90', p.pipe);
  const least = 2 * face + 0.01;
  const over = Math.min(Math.max(p.run, least), Math.max(least, p.run / 2));
  const stub = p.elbows >= 1 ? Math.max(0, p.run - over) : 0;
  const legs = [
    leg(p.crest - p.breakHeight, 'up'),
    leg(over, 'level'),
    leg(p.crest + p.drop, 'down'),
    leg(stub, 'level'),
  ];
  const stations: Station[] = [
    { kind: 'open', leg: 0, at: 0 },
    { kind: 'elbow-90', leg: 1, at: 0 },
    { kind: 'elbow-90', leg: 1, at: 1 },
    { kind: sealOf(s, p.id, 'bulkhead'), leg: 2, at: p.crest / Math.max(1e-6, p.crest + p.drop) },
    ...(p.elbows >= 1 ? [{ kind: 'elbow-90' as const, leg: 2, at: 1 }] : []),
    { kind: 'open', leg: 3, at: 1 },
  ];
  return {
    ...whole(p, legs, stations, {
      names: {
        0: { role: 'standpipe', name: 'Rising leg' },
        1: { role: 'pipe', name: 'Top of the loop' },
        2: { role: 'standpipe', name: 'Falling leg' },
        3: { role: 'pipe', name: 'Drop pipe' },
      },
    }),
    allowance: p.run - over - stub,
  };
}

/** A joining pipe: through walls that face each other, under floors, or a manifold along a row. */
function draftLink(s: SystemDocument, p: Link): Drafted {
  const from = vesselOf(s, p.from);
  const to = vesselOf(s, p.to);
  if (p.height < 0) {
    const z = from.floor + p.height;
    const legs = [
      leg(from.floor - z, 'down'),
      leg(p.run, 'level'),
      leg(Math.max(0, to.floor - z), 'up'),
    ];
    const stations: Station[] = [
      { kind: 'open', leg: 0, at: 0 },
      { kind: sealOf(s, p.id, 'bulkhead'), leg: 0, at: 0 },
      { kind: 'elbow-90', leg: 1, at: 0 },
      ...spareElbows(p.elbows - 2, 1),
      { kind: 'elbow-90', leg: 1, at: 1 },
      { kind: sealOf(s, p.id, 'bulkhead'), leg: 2, at: 1, insideFirst: false },
    ];
    return {
      ...whole(p, legs, stations),
      questions: missingElbows(p, 2),
      allowance: -(legs[0]!.length + legs[2]!.length),
    };
  }
  const cells = to.count;
  if (cells === 1) {
    const legs = [leg(p.run, 'level')];
    const ends = Math.min(0.25, 0.05 / Math.max(0.05, p.run));
    const seal = sealOf(s, p.id, 'rubber-seal');
    const stations: Station[] = [
      { kind: 'open', leg: 0, at: 0 },
      { kind: seal, leg: 0, at: ends },
      ...spareElbows(p.elbows, 0),
      ...(overRim(s, p) ? [] : [{ kind: seal, leg: 0, at: 1 - ends, insideFirst: false }]),
      { kind: 'open', leg: 0, at: 1 },
    ];
    return {
      ...whole(p, legs, stations),
      allowance: 0,
    };
  }
  // A row: the pipe runs along it, a tee at each vessel and an elbow at the last.
  const main = [leg(p.run, 'level')];
  const pitch = 1 / cells;
  const seal = sealOf(s, p.id, 'rubber-seal');
  const stations: Station[] = [
    { kind: 'open', leg: 0, at: 0 },
    { kind: seal, leg: 0, at: Math.min(0.5 * pitch, 0.05 / p.run) },
    ...Array.from({ length: cells }, (_, i): Station => ({
      kind: i + 1 < cells ? 'tee' : 'elbow-90',
      leg: 0,
      at: (i + 1) * pitch,
    })),
  ];
  const stubs = Array.from({ length: cells }, (_, i): PipeCourse => ({
    id: `${p.id}-stub-${i + 1}`,
    about: p.id,
    pipe: p.pipe,
    legs: [leg(STUB, 'level')],
    firstLeg: 1 + i,
    sharesFirst: true,
    stations: [
      { kind: i + 1 < cells ? 'tee' : 'elbow-90', leg: 0, at: 0 },
      { kind: seal, leg: 0, at: 0.7, insideFirst: false },
      { kind: 'open', leg: 0, at: 1 },
    ],
    names: { 0: { role: 'stub', name: `Stub ${i + 1}` } },
  }));
  return {
    legs: [...main, ...stubs.map((x) => x.legs[0]!)],
    courses: [{ id: p.id, about: p.id, pipe: p.pipe, legs: main, stations }, ...stubs],
    allowance: -cells * STUB,
  };
}

function draftFloat(p: FloatValve): Drafted {
  const legs = [leg(p.run, 'level')];
  return {
    legs,
    courses: [
      {
        id: p.id,
        about: p.id,
        pipe: p.pipe,
        legs,
        stations: [
          { kind: 'bulkhead', leg: 0, at: 0 },
          { kind: 'float-valve', leg: 0, at: 1 },
        ],
      },
    ],
    allowance: 0,
  };
}

/** A pipe that would lie in the ground beside vessels that stand on it. */
function underGround(s: SystemDocument, p: WaterPath): BuildQuestion[] {
  const from = vesselOf(s, p.from);
  const to = vesselOf(s, p.to);
  const half = 'pipe' in p ? (pipeById(p.pipe)?.outside ?? pipeById(p.pipe)?.bore ?? 0) / 2 : 0;
  const low =
    p.kind === 'link'
      ? p.height < 0 && Math.min(from.floor, to.floor) >= 0
        ? from.floor + p.height - half
        : 0
      : 'drop' in p && to.floor >= 0
        ? from.floor - p.drop
        : 0;
  if (low > -1e-9) return [];
  return [
    {
      id: `${p.id}-ground`,
      about: p.id,
      level: 'wrong',
      sentence: say`“${p.name}” reaches ${mm(-low)} below the ground. Raise “${from.name}”, or move the pipe higher.`,
      fix: {
        label: say`Raise “${from.name}” by ${mm(-low)}`,
        edits: [
          { at: `vessels.${from.id}.floor`, to: Math.ceil((from.floor - low) * 200) / 200 },
          ...(p.kind === 'link'
            ? [{ at: `vessels.${to.id}.floor`, to: Math.ceil((to.floor - low) * 200) / 200 }]
            : []),
        ],
      },
    },
  ];
}

function draft(s: SystemDocument, p: WaterPath): Drafted | null {
  switch (p.kind) {
    case 'pumped-line':
      return draftLine(s, p);
    case 'standpipe':
    case 'bell-siphon':
      return draftDrain(s, p);
    case 'loop-siphon':
      return draftLoop(s, p);
    case 'link':
      return draftLink(s, p);
    case 'float-valve':
      return draftFloat(p);
    case 'hole':
    case 'open-end':
    case 'seep':
      return null;
  }
}

/**
 * The pipework of one path.
 *
 * @param stockLength length in which a pipe or section is sold, m
 * @returns a run without pieces for what has no pipe, such as a hole
 */
export function runOf(
  s: SystemDocument,
  p: WaterPath,
  stockLength: (stock: string) => Metres,
): BuiltPipe {
  const d = draft(s, p);
  if (!d)
    return {
      path: p.id,
      legs: [],
      joints: [],
      pieces: [],
      holes: holesOf(s, p),
      questions: [],
      allowance: 0,
    };
  const made = d.courses.map((c) => coursePieces(s, c));
  const joints: Joint[] = [
    ...made.flatMap((m) => m.joints),
    ...(d.besides ?? []).map(({ kind, leg }, i): Joint => ({
      id: `${p.id}-beside-${i + 1}`,
      path: p.id,
      kind,
      pipe: 'pipe' in p ? p.pipe : '',
      at: { leg, a: 1, b: 1 },
    })),
  ];
  const pieces: Piece[] = [...made.flatMap((m) => m.pieces), ...(d.extra ?? [])];
  const whole = splitLong(s, { joints, pieces }, stockLength);
  return {
    path: p.id,
    legs: d.legs,
    joints: whole.joints,
    pieces: whole.pieces,
    holes: holesOf(s, p),
    questions: [...made.flatMap((m) => m.questions), ...(d.questions ?? []), ...underGround(s, p)],
    allowance: d.allowance,
  };
}
