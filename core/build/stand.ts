import type { Figures } from '../assess/figures.ts';
import { sectionById, SECTIONS, type Section } from '../catalogue/index.ts';
import { mass, mm, say, share, type Phrase } from '../quantity/index.ts';
import type { Kilograms, Metres, Share } from '../quantity/si.ts';
import {
  planOf,
  planOfOne,
  vesselOf,
  type SystemDocument,
  type Vessel,
  type VesselBuild,
} from '../system/index.ts';
import {
  bendingUse,
  bucklingUse,
  channelSpacing,
  DECK,
  joistSpacing,
  sag,
  SAG_SHARE,
} from './beams.ts';
import type { Piece, Question } from './types.ts';

/** What a vessel stands on, and the frame of a lined one: members, checks, boards to cut. */

/** Lower than this a vessel stands on the ground or on a sheet. */
const RAISED: Metres = 0.08;
/** Joists no farther apart than this under any deck. */
const MOST_JOIST: Metres = 0.45;
/** Most pairs of legs that are tried. */
const MOST_PAIRS = 8;
/** Braces run this share of the height down the legs. */
const BRACE = 0.6;
/** A liner hangs so far over the rim all round, before it is fixed and trimmed. */
export const LINER_OVERLAP: Metres = 0.15;
/** From so much on a structural engineer is asked. */
const HEAVY: Kilograms = 500;
const TALL: Metres = 1.2;

export interface Check {
  readonly id: 'bending' | 'sag' | 'buckling';
  /** Share of what it bears; above 1 it is too weak. */
  readonly use: Share;
  readonly sentence: Phrase;
}

export interface Stand {
  readonly vessel: string;
  readonly kind: VesselBuild['stand'];
  /** Frames side by side that carry it, and what each carries. */
  readonly frames: number;
  readonly load: Kilograms;
  readonly legs: number;
  readonly perLeg: Kilograms;
  readonly span: Metres;
  /** Spacing of the joists under its deck. */
  readonly joists: Metres;
  readonly checks: readonly Check[];
  readonly pieces: readonly Piece[];
  /** Why an engineer is asked; null where it is an ordinary shelf. */
  readonly engineer: Phrase | null;
  readonly questions: readonly Question[];
  /** Blocks to lay, where it stands on blocks. */
  readonly blocks: number;
}

/** Up to here blocks carry it; higher it wants a frame. */
const ON_BLOCKS: Metres = 0.25;
/** A longer frame is made of several. */
const LONGEST_FRAME: Metres = 2.4;
/** Height of a concrete block, and how far apart pairs of them are laid. */
const BLOCK: Metres = 0.19;
const BLOCKS_APART: Metres = 0.6;

const USUAL: Omit<VesselBuild, 'id' | 'stand'> = {
  make: 'tub',
  bearer: 'timber-45x95',
  leg: 'timber-70x70',
};

/** How a vessel is built: as chosen, else a tub on blocks where it stands low, on a frame of softwood above. */
export const buildOf = (s: SystemDocument, vessel: string): VesselBuild =>
  s.build.vessels.find((v) => v.id === vessel) ?? {
    id: vessel,
    ...USUAL,
    stand: vesselOf(s, vessel).floor > ON_BLOCKS ? 'frame' : 'blocks',
  };

/** Whether a vessel is raised on something that is built. */
export const isRaised = (v: Vessel): boolean => v.floor > RAISED && v.role !== 'felt';

/** What one bearer and its legs carry, by pairs of legs. */
const membersOf = (load: Kilograms, length: Metres, pairs: number) => ({
  span: length / (pairs - 1),
  // An inner leg takes the load of half a span on either side.
  perLeg: load / 2 / (pairs - 1) / (pairs > 2 ? 1 : 2),
  perSpan: load / 2 / (pairs - 1),
});

function checksOf(
  bearer: Section,
  leg: Section,
  load: Kilograms,
  length: Metres,
  height: Metres,
  pairs: number,
): Check[] {
  const { span, perLeg, perSpan } = membersOf(load, length, pairs);
  const bend = bendingUse(bearer, perSpan, span);
  const drop = sag(bearer, perSpan, span);
  const post = bucklingUse(leg, perLeg, height);
  return [
    {
      id: 'bending',
      use: bend,
      sentence: say`Bearers of ${bearer.name} over ${mm(span)} use ${share(bend)} of their strength.`,
    },
    {
      id: 'sag',
      use: drop / (span * SAG_SHARE),
      sentence: say`They sag ${mm(drop)} in the years; ${mm(span * SAG_SHARE)} still looks straight and keeps the water level.`,
    },
    {
      id: 'buckling',
      use: post,
      sentence: say`Legs of ${leg.name}, ${mm(height)} tall, carry ${mass(perLeg)} each: ${share(post)} of what makes them buckle.`,
    },
  ];
}

const passes = (checks: readonly Check[]) => checks.every((c) => c.use <= 1);

/** The lightest section of a use and material with which a stand passes. */
function passing(
  use: 'bearer' | 'leg',
  like: Section,
  works: (x: Section) => boolean,
): Section | undefined {
  return SECTIONS.filter((x) => x.use.includes(use) && x.material === like.material).find(works);
}

/**
 * What a raised vessel stands on.
 *
 * @returns nothing for what stands on the ground, hangs on a wall or is dug in
 */
export function standOf(c: Pick<Figures, 'system' | 'a'>, vessel: string): Stand | null {
  const { system: s, a } = c;
  const v = vesselOf(s, vessel);
  if (!isRaised(v)) return null;
  const own = buildOf(s, vessel);
  const whole = a.weights.find((w) => w.vessel === vessel)!.mass;
  const plan = planOf(v);
  const longest = Math.max(plan.length, plan.width);
  const frames = own.stand === 'frame' ? Math.ceil(longest / LONGEST_FRAME - 1e-9) : 1;
  const load = whole / frames;
  const length = longest / frames;
  const width = Math.min(plan.length, plan.width);
  const bearer = sectionById(own.bearer) ?? sectionById(USUAL.bearer)!;
  const leg = sectionById(own.leg) ?? sectionById(USUAL.leg)!;
  const height = Math.max(0.05, v.floor - DECK - bearer.depth);
  let pairs = 2;
  // Legs are added until the bearers pass; their own buckling asks for a thicker leg.
  while (
    pairs < MOST_PAIRS &&
    checksOf(bearer, leg, load, length, height, pairs).some((x) => x.id !== 'buckling' && x.use > 1)
  )
    pairs++;
  pairs = Math.max(pairs, Math.ceil(v.legs / 2));
  const pressure = load / Math.max(0.01, length * width);
  const joists = Math.min(
    MOST_JOIST,
    v.role === 'channel'
      ? channelSpacing(width, v.shape.height, load / length)
      : joistSpacing(pressure),
  );
  const checks = checksOf(bearer, leg, load, length, height, pairs);
  const { span, perLeg } = membersOf(load, length, pairs);
  const where = s.site.floor;
  const engineer =
    whole > HEAVY || v.floor > TALL || where === 'balcony' || where === 'roof'
      ? say`${mass(whole)} at ${mm(v.floor)}${where === 'balcony' || where === 'roof' ? ` on a ${where}` : ''}: these are simple checks of beams and posts. A structural engineer says whether it stands.`
      : null;
  const frame = own.stand === 'frame';
  return {
    vessel,
    kind: own.stand,
    frames,
    load,
    legs: 2 * pairs,
    perLeg,
    span,
    joists,
    checks: frame ? checks : [],
    pieces: frame
      ? framePieces(v, frames, { length, width, height, pairs, joists, bearer, leg })
      : [],
    engineer,
    questions:
      frame && !passes(checks)
        ? tooWeak(v, own, checks, { bearer, leg, load, length, height, pairs })
        : [],
    blocks:
      own.stand === 'blocks'
        ? 2 * (Math.ceil(longest / BLOCKS_APART) + 1) * Math.ceil(v.floor / BLOCK - 1e-9)
        : 0,
  };
}

function tooWeak(
  v: Vessel,
  own: VesselBuild,
  checks: readonly Check[],
  x: {
    bearer: Section;
    leg: Section;
    load: Kilograms;
    length: Metres;
    height: Metres;
    pairs: number;
  },
): Question[] {
  const worst = checks.reduce((a, b) => (b.use > a.use ? b : a));
  const isLeg = worst.id === 'buckling';
  const better = passing(isLeg ? 'leg' : 'bearer', isLeg ? x.leg : x.bearer, (section) =>
    checksOf(
      isLeg ? x.bearer : section,
      isLeg ? section : x.leg,
      x.load,
      x.length,
      x.height,
      x.pairs,
    ).every((k) => (k.id === 'buckling') !== isLeg || k.use <= 1),
  );
  return [
    {
      id: `${v.id}-stand`,
      about: v.id,
      level: 'wrong',
      sentence: [...say`The stand of “${v.name}” is too weak. `, ...worst.sentence],
      fix: better
        ? {
            label: say`Take ${better.name}`,
            edits: [
              {
                at: `build.vessels.${v.id}`,
                to: { ...own, [isLeg ? 'leg' : 'bearer']: better.id },
              },
            ],
          }
        : null,
    },
  ];
}

interface FrameSize {
  readonly length: Metres;
  readonly width: Metres;
  readonly height: Metres;
  readonly pairs: number;
  readonly joists: Metres;
  readonly bearer: Section;
  readonly leg: Section;
}

function framePieces(v: Vessel, frames: number, f: FrameSize): Piece[] {
  const board = (
    key: string,
    n: number,
    section: Section,
    cut: Metres,
    name: string,
    why: Phrase,
  ): Piece[] =>
    Array.from({ length: n * frames }, (_, i): Piece => ({
      id: `${v.id}-${key}-${i + 1}`,
      about: v.id,
      role: 'timber',
      name,
      stock: section.id,
      cut,
      coil: false,
      why,
      fittings: [],
      spans: [],
      around: null,
    }));
  const between = f.width - 2 * f.bearer.breadth;
  const joists = Math.max(2, Math.ceil(f.length / f.joists) + 1);
  const drop = Math.min(BRACE * f.height, f.length / f.pairs);
  return [
    ...board(
      'bearer',
      2,
      f.bearer,
      f.length,
      'Bearer',
      frames > 1
        ? say`One of ${String(frames)} frames side by side; two bearers each.`
        : say`As long as the vessel; two, with its edges over them.`,
    ),
    ...board(
      'joist',
      joists,
      f.bearer,
      Math.max(0.05, between),
      'Joist',
      say`Between the bearers, ${mm(f.joists)} apart at the most: so far the deck under a full bed sags no more than it may.`,
    ),
    ...board(
      'leg',
      2 * f.pairs,
      f.leg,
      f.height,
      'Leg',
      say`From the ground to under the bearers: the vessel’s floor less deck and bearer.`,
    ),
    ...board(
      'stretcher',
      f.pairs,
      f.leg,
      f.width,
      'Stretcher',
      say`Low between each pair of legs.`,
    ),
    ...(f.height > 0.3
      ? board(
          'brace',
          4,
          f.leg,
          Math.SQRT2 * drop,
          'Brace',
          say`Diagonally from leg to bearer on the long sides and across: without them a full stand folds sideways.`,
        )
      : []),
  ];
}

/** Liner of a vessel that is lined: length and width as it is bought; nothing for a tub. */
export function linerOf(s: SystemDocument, v: Vessel): { length: Metres; width: Metres } | null {
  const lined = buildOf(s, v.id).make === 'lined-frame' || v.shape.kind === 'pond';
  if (!lined) return null;
  const { length, width } = planOfOne(v);
  const round = 2 * (v.shape.height + LINER_OVERLAP);
  return { length: length + round, width: width + round };
}

/** Boards of a lined frame: its walls; its deck is the sheet under it. */
export function carcassPieces(s: SystemDocument, v: Vessel): Piece[] {
  if (buildOf(s, v.id).make !== 'lined-frame') return [];
  const { length, width } = planOfOne(v);
  const boards = SECTIONS.filter((x) => x.use.includes('board'));
  const board = boards.find((x) => x.depth >= v.shape.height) ?? boards[boards.length - 1]!;
  const rows = Math.ceil(v.shape.height / board.depth - 1e-9);
  const wall = (key: string, cut: Metres, why: Phrase): Piece[] =>
    Array.from({ length: 2 * rows }, (_, i): Piece => ({
      id: `${v.id}-${key}-${i + 1}`,
      about: v.id,
      role: 'wall',
      name: key === 'long' ? 'Long wall' : 'Short wall',
      stock: board.id,
      cut,
      coil: false,
      why,
      fittings: [],
      spans: [],
      around: null,
    }));
  return [
    ...wall(
      'long',
      length + 2 * board.breadth,
      say`Inside length and the thickness of both short walls; ${String(rows)} high.`,
    ),
    ...wall('short', width, say`Inside width, between the long walls.`),
  ];
}
