import {
  bendRadius,
  isSocketed,
  jointName,
  jointSize,
  pipeById,
  type JointKind,
  type JointSize,
} from '../catalogue/index.ts';
import {
  inSentence,
  bore,
  distance,
  mm,
  say,
  share,
  type Phrase,
  plural,
} from '../quantity/index.ts';
import type { Metres } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { buildKey } from './keys.ts';
import type { Joint, Leg, Piece, PieceRole, BuildQuestion, Span } from './types.ts';

/** The course of a pipe: legs between corners, fittings on them, and the pieces that lie between the fittings. */

/** A return that turns down at its end does so by this. */
export const DOWNTURN: Metres = 0.1;
/** A run as short as this is what the flow loses at an outlet, no pipe. */
export const ALLOWANCE: Metres = 0.1;
/** Hose is cut so much longer than its way: it never lies quite straight. Practice. */
const HOSE_SLACK = 0.05;
/** Hose is cut to the next centimetre. */
const HOSE_STEP: Metres = 0.01;

const PIECE_NAMES = { up: 'Rising piece', level: 'Level piece', down: 'Falling piece' } as const;

/** A fitting on a course, before it has an id. */
export interface Station {
  readonly kind: JointKind;
  readonly leg: number;
  /** Share of the leg. */
  readonly at: number;
  /** Other pipe of the fitting, where it joins two. */
  readonly pipe?: string;
  /** A bulkhead’s two ends: the one before it lies inside the vessel. */
  readonly insideFirst?: boolean;
  /** From its place to its face, where the table knows it not: a wide mouth over its pipe. */
  readonly face?: Metres;
}

export interface PipeCourse {
  /** Id of the path, or of a branch of it; the ids of its pieces begin with it. */
  readonly id: string;
  readonly about: string;
  readonly pipe: string;
  readonly legs: readonly Leg[];
  readonly stations: readonly Station[];
  readonly names?: Readonly<Record<number, { role: PieceRole; name: string }>>;
  /** Offset of its legs in those of the whole run. */
  readonly firstLeg?: number;
  /** The change that leads its way out so much lower, where there is one. */
  readonly lower?: (by: Metres) => BuildQuestion['fix'];
  /** Its first station is drawn with another course and is not counted again. */
  readonly sharesFirst?: boolean;
}

/** A fitting of a pipe as it was measured, else by the table. */
export function fittingSize(
  s: SystemDocument,
  kind: JointKind,
  pipe: string,
  inside = true,
  face?: Metres,
): JointSize & { readonly measured: boolean } {
  const usual = jointSize(kind, pipe, inside);
  const table = face === undefined ? usual : { ...usual, face };
  const own = s.build.fittings.find((f) => f.id === buildKey(kind, pipe));
  if (!own || !isSocketed(kind)) return { ...table, measured: false };
  const socket = own.socket ?? table.socket;
  return { socket, face: own.face ?? table.face, measured: own.socket !== null };
}

/** Whether a fitting lets the pipe through without cutting it. */
const passesThrough = (kind: JointKind): boolean => kind === 'rubber-seal';

const position = (legs: readonly Leg[], st: Station): Metres =>
  legs.slice(0, st.leg).reduce((sum, l) => sum + l.length, 0) + st.at * (legs[st.leg]?.length ?? 0);

/** Parts of the legs between two positions of a course. */
function spansBetween(legs: readonly Leg[], from: Metres, to: Metres, first: number): Span[] {
  const out: Span[] = [];
  let start = 0;
  legs.forEach((l, i) => {
    const end = start + l.length;
    if (l.length > 0 && to > start + 1e-9 && from < end - 1e-9)
      out.push({
        leg: first + i,
        a: Math.max(0, (from - start) / l.length),
        b: Math.min(1, (to - start) / l.length),
      });
    start = end;
  });
  return out;
}

function whyOfPipe(
  centres: Metres,
  ends: readonly { kind: JointKind; size: JointSize }[],
  gaps: Metres,
): Phrase {
  const faces = centres - ends.reduce((sum, e) => sum + e.size.face, 0);
  const into = ends.filter((e) => e.size.socket > 0);
  if (!into.length) return say`Open at both ends: ${mm(centres)} long.`;
  const sockets = into.flatMap((e, i) => [
    ...(i ? say` and ` : []),
    ...say`${bore(e.size.socket)} into the ${inSentence(jointName(e.kind))}`,
  ]);
  const start =
    into.length === 2
      ? say`${mm(centres)} from centre to centre, ${mm(faces)} between the faces. Add `
      : say`${mm(centres)} from the centre to the open end, ${mm(faces)} from the face. Add `;
  return [
    ...start,
    ...sockets,
    ...say`, then subtract ${bore(gaps)} for the ${plural(into.length, 'gap', 'gaps')} at the ${plural(into.length, 'stop', 'stops')}.`,
  ];
}

/** Joints and pieces of a course. */
export function coursePieces(
  s: SystemDocument,
  c: PipeCourse,
): { joints: Joint[]; pieces: Piece[]; questions: BuildQuestion[] } {
  const size = pipeById(c.pipe);
  const coil = size?.outside === undefined;
  const first = c.firstLeg ?? 0;
  const stations = [...c.stations].sort((a, b) => position(c.legs, a) - position(c.legs, b));
  const joints = stations
    .map((st, i): Joint => ({
      id: `${c.id}-joint-${i + 1}`,
      path: c.about,
      kind: st.kind,
      pipe: st.pipe ?? c.pipe,
      at: { leg: first + st.leg, a: st.at, b: st.at },
    }))
    .filter((_, i) => !(i === 0 && c.sharesFirst));
  const cuts = stations.filter((st) => !passesThrough(st.kind));
  const pieces: Piece[] = [];
  const questions: BuildQuestion[] = [];
  for (let i = 0; i + 1 < cuts.length; i++) {
    const [a, b] = [cuts[i]!, cuts[i + 1]!];
    const [from, to] = [position(c.legs, a), position(c.legs, b)];
    const named = c.names?.[i];
    const id = `${c.id}-${i + 1}`;
    const spans = spansBetween(c.legs, from, to, first);
    const way = c.legs[(spans[0]?.leg ?? first) - first]?.way ?? 'level';
    const name = named?.name ?? (coil ? 'Hose' : PIECE_NAMES[way]);
    if (coil) {
      const length = to - from;
      if (length < 1e-6) continue;
      const cut = Math.ceil((length * (1 + HOSE_SLACK)) / HOSE_STEP - 1e-9) * HOSE_STEP;
      pieces.push({
        id,
        about: c.about,
        role: named?.role ?? 'hose',
        name,
        stock: c.pipe,
        cut,
        coil,
        why: [
          ...say`Route of ${distance(length)} plus ${share(HOSE_SLACK)} of slack, rounded up to a centimetre. `,
          ...(spans.length > 1
            ? say`Bend it to a radius of at least ${mm(bendRadius(c.pipe) ?? 0)}, or it kinks. `
            : []),
          ...say`Warm it in hot water to push it over a barb.`,
        ],
        fittings: [],
        spans,
        around: null,
      });
      continue;
    }
    const ends = [
      { kind: a.kind, size: fittingSize(s, a.kind, c.pipe, a.insideFirst === false, a.face) },
      { kind: b.kind, size: fittingSize(s, b.kind, c.pipe, b.insideFirst !== false, b.face) },
    ];
    const glued = ends.filter((e) => e.size.socket > 0);
    const gaps = glued.length * s.build.stopGap;
    const faces = to - from - ends.reduce((sum, e) => sum + e.size.face, 0);
    // A fitting’s own socket is the open end where the pipe would not come out of it.
    const ownEnd = ends.some((e) => e.kind === 'open') && faces <= 0;
    if (ownEnd) {
      if (a.kind === 'open' && named?.role === 'standpipe' && faces < -0.001)
        questions.push({
          id: `${id}-mouth`,
          about: c.about,
          level: 'wrong',
          sentence: say`The overflow height is ${mm(to - from)} above the centre of the ${inSentence(jointName(b.kind))}, but the fitting itself is ${mm(-faces)} taller. Place the outlet lower.`,
          fix: c.lower?.(-faces) ?? null,
        });
      continue;
    }
    if (faces < -1e-9) {
      questions.push({
        id: `${id}-close`,
        about: c.about,
        level: 'wrong',
        sentence: say`${jointName(a.kind)} and ${inSentence(jointName(b.kind))} of ${size!.name} are ${mm(to - from)} apart. Their sockets need ${mm(to - from - faces)}.`,
        fix: null,
      });
    }
    pieces.push({
      id,
      about: c.about,
      role: named?.role ?? 'pipe',
      name,
      stock: c.pipe,
      cut: Math.max(0, faces + glued.reduce((sum, e) => sum + e.size.socket, 0) - gaps),
      coil,
      why: whyOfPipe(to - from, ends, gaps),
      fittings: [...new Set(glued.map((e) => e.kind))],
      spans,
      around: null,
    });
  }
  return { joints, pieces, questions };
}

/** Pieces longer than what is sold are joined of several, with a coupling between. */
export function splitLong(
  s: SystemDocument,
  made: { joints: Joint[]; pieces: Piece[] },
  stockLength: (stock: string) => Metres,
): { joints: Joint[]; pieces: Piece[] } {
  const joints = [...made.joints];
  const pieces = made.pieces.flatMap((p): Piece[] => {
    const most = stockLength(p.stock);
    if (p.coil || p.cut <= most || p.around) return [p];
    const { face, socket } = fittingSize(s, 'coupling', p.stock);
    const lost = 2 * (face - socket) + 2 * s.build.stopGap;
    const n = Math.ceil((p.cut + lost) / (most + lost));
    const each = (p.cut - (n - 1) * lost) / n;
    // A rigid piece lies on one leg.
    const on = p.spans[0] ?? { leg: 0, a: 0, b: 1 };
    const joint = (k: number) => on.a + ((on.b - on.a) * k) / n;
    return Array.from({ length: n }, (_, k): Piece => {
      if (k)
        joints.push({
          id: `${p.id}-coupling-${k}`,
          path: p.about,
          kind: 'coupling',
          pipe: p.stock,
          at: { leg: on.leg, a: joint(k), b: joint(k) },
        });
      return {
        ...p,
        id: `${p.id}-${String.fromCharCode(97 + k)}`,
        cut: each,
        why: say`The whole length of ${distance(p.cut)} is longer than the ${distance(most)} that shops sell. Use ${String(n)} pieces with a coupling between them, which takes up ${bore(lost)}.`,
        spans: [{ leg: on.leg, a: joint(k), b: joint(k + 1) }],
      };
    });
  });
  return { joints, pieces };
}
