import type { Figures } from '../assess/figures.ts';
import { sectionById, SECTIONS, type Section } from '../catalogue/index.ts';
import { mass, mm, say, share, type Phrase } from '../quantity/index.ts';
import type { Kilograms, Metres, Share, SquareMetres } from '../quantity/si.ts';
import {
  drains,
  vesselOf,
  type SystemDocument,
  type Vessel,
  type VesselBuild,
} from '../system/index.ts';
import { floorOutline, outlineAt } from '../water/shape.ts';
import {
  bendingUse,
  bucklingUse,
  channelSpacing,
  DECK,
  joistsApart,
  joistSpacing,
  sag,
  SAG_SHARE,
} from './beams.ts';
import { reachOfHole } from './holes.ts';
import type { Hole, Piece, BuildQuestion } from './types.ts';

/** What a vessel stands on, and the frame of a lined one: members, checks, boards to cut. */

/** Lower than this a vessel stands on the ground or on a sheet. */
const RAISED: Metres = 0.08;
/** Joists no farther apart than this under any deck. */
const MOST_JOIST: Metres = 0.45;
/** Most pairs of legs that are tried. */
const MOST_PAIRS = 8;
/** Braces run this share of the height down the legs. */
const BRACE = 0.6;
/** Shortest leg and joist that can be fixed. */
const LEAST_LEG: Metres = 0.05;
const LEAST_JOIST: Metres = 0.05;
/** A liner hangs so far over the rim all round, before it is fixed and trimmed. */
export const LINER_OVERLAP: Metres = 0.15;
/** Room around what passes a deck: for a hand at the bulkhead's nut, and between a leg and what stands beside it. */
const ROOM: Metres = 0.01;
const BESIDE: Metres = 0.02;
/** A vessel smaller than this stands on a deck that is larger than it. */
const SMALL: Metres = 0.6;
/** Joists closer than this are called too weak: a stronger section is meant. */
const CLOSEST_JOISTS: Metres = 0.12;
/** A frame is made longer than its vessel by no more, to clear what stands under it. */
const MOST_LONGER: Metres = 0.6;
/** From so much on a structural engineer is asked. */
const HEAVY: Kilograms = 500;
const TALL: Metres = 1.2;

export interface Check {
  readonly id: 'bending' | 'sag' | 'buckling' | 'joist';
  /** Share of what it bears; above 1 it is too weak. */
  readonly use: Share;
  readonly sentence: Phrase;
}

/** A hole in a deck for what passes the floor of its vessel, m from the deck’s left and front edge. */
export interface CutOut {
  readonly hole: string;
  readonly what: string;
  readonly x: Metres;
  readonly y: Metres;
  readonly diameter: Metres;
}

export interface VesselSupport {
  readonly vessel: string;
  readonly kind: VesselBuild['stand'];
  /** Frames side by side that carry it, and what each carries. */
  readonly frames: number;
  readonly load: Kilograms;
  readonly legs: number;
  readonly perLeg: Kilograms;
  readonly span: Metres;
  /** Widest spacing of the joists under its deck. */
  readonly joists: Metres;
  /** Plan of its deck: under the whole of what it carries, beyond it where that is small. */
  readonly deck: { readonly length: Metres; readonly width: Metres };
  /** Bearers are so long: as the deck, or longer to clear what stands under it. */
  readonly bearers: Metres;
  /** Middles of the joists, m along the bearers from the deck’s left end, or its front where they run across. */
  readonly joistsAt: readonly Metres[];
  readonly cutOuts: readonly CutOut[];
  readonly checks: readonly Check[];
  readonly pieces: readonly Piece[];
  /** Why an engineer is asked; null where it is an ordinary shelf. */
  readonly engineer: Phrase | null;
  readonly questions: readonly BuildQuestion[];
  /** Blocks to lay, where it stands on blocks, and slabs or planks that make up the height above them. */
  readonly blocks: number;
  readonly packed: Metres;
}

/** Up to here blocks carry it; higher it wants a frame. */
const ON_BLOCKS: Metres = 0.25;
/** A longer frame is made of several. */
const LONGEST_FRAME: Metres = 2.4;
/** Height of a concrete block, and how far apart pairs of them are laid. */
const BLOCK: Metres = 0.19;
const BLOCKS_APART: Metres = 0.6;
/** Less sag is not to be seen. */
const VISIBLE_SAG: Metres = 0.0005;
/** The board on top makes up for so much. */
const BOARD: Metres = 0.02;

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
      sentence:
        drop < VISIBLE_SAG
          ? say`They stay straight over the years. A sag of at most ${mm(span * SAG_SHARE)} is recommended, so that the bed stays level.`
          : say`Over the years they sag ${mm(drop)}. At most ${mm(span * SAG_SHARE)} is recommended, so that the bed stays level.`,
    },
    {
      id: 'buckling',
      use: post,
      sentence: say`Legs of ${leg.name}, ${mm(height)} tall, carry ${mass(perLeg)} each, ${share(post)} of their buckling strength.`,
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

/** Plan of what stands on a stand, m: a row by its whole length, a lying barrel in its cradle at its widest. */
export function footOf(v: Vessel): { length: Metres; width: Metres; area: SquareMetres } {
  const lies = v.shape.kind === 'half-barrel' || v.shape.kind === 'measured';
  const { round, length, width } = lies
    ? outlineAt(v.shape, v.shape.height)
    : floorOutline(v.shape);
  const area = (round ? Math.PI / 4 : 1) * length * width * v.count;
  return { length: length * v.count, width, area };
}

/** What stands under a vessel's frame: what its drains fall into, lower than its deck. */
function underneath(s: SystemDocument, v: Vessel): Vessel | null {
  const into = (x: Vessel) => {
    const half = footOf(x).length / 2;
    return drains(s)
      .filter((d) => d.from === x.id && d.drop > 0 && d.run <= half)
      .map((d) => d.to);
  };
  const below = s.vessels.find((u) => into(v).includes(u.id) && u.floor + u.shape.height > 0);
  if (!below) return null;
  // Several over one, or a small one over a large: how they stand in plan is not in the design.
  const alone = s.vessels.every((x) => x.id === v.id || !into(x).includes(below.id));
  return alone && 2 * footOf(v).length >= footOf(below).length ? below : null;
}

/**
 * Middles of joists between two ends, no farther apart than they may be, beside what passes between them.
 *
 * @param passing what passes the deck: its middle along the bearers and how far from it no joist may be
 * @returns the joists, and what is wider than the room between two of them
 */
export function layJoists(
  from: Metres,
  to: Metres,
  apart: Metres,
  passing: readonly { readonly id: string; readonly at: Metres; readonly half: Metres }[],
): { readonly at: Metres[]; readonly wide: string[] } {
  const at = [from];
  const meeting = (x: Metres) => passing.filter((p) => Math.abs(p.at - x) < p.half - 1e-9);
  const wide = new Set([...meeting(from), ...meeting(to)].map((p) => p.id));
  let last = from;
  while (to - last > 1e-9) {
    const left = to - last;
    let next = last + left / Math.ceil(left / apart - 1e-9);
    if (next < to - 1e-9 && meeting(next).length) {
      const beside = passing
        .flatMap((p) => [p.at - p.half, p.at + p.half])
        .filter((x) => x > last + 1e-6 && x <= last + apart + 1e-9 && x < to && !meeting(x).length);
      if (beside.length) next = Math.max(...beside);
      else {
        for (const p of meeting(next)) wide.add(p.id);
        next = Math.min(to, Math.max(...meeting(next).map((p) => p.at + p.half)));
      }
    }
    at.push(next);
    last = next;
  }
  return { at, wide: [...wide] };
}

/**
 * What a raised vessel stands on.
 *
 * @param holes of the whole system: what passes a floor passes its deck
 * @returns nothing for what stands on the ground, hangs on a wall or is dug in
 */
export function supportOf(
  c: Pick<Figures, 'system' | 'a'>,
  vessel: string,
  holes: readonly Hole[],
): VesselSupport | null {
  const { system: s, a } = c;
  const v = vesselOf(s, vessel);
  if (!isRaised(v)) return null;
  const own = buildOf(s, vessel);
  const whole = a.weights.find((w) => w.vessel === vessel)!.mass;
  const foot = footOf(v);
  const across = foot.width > foot.length;
  const bearer = sectionById(own.bearer) ?? sectionById(USUAL.bearer)!;
  const leg = sectionById(own.leg) ?? sectionById(USUAL.leg)!;
  const frame = own.stand === 'frame';
  // Under a small vessel the timbers stand outside it, where no outlet comes down.
  const margin = frame && Math.max(foot.length, foot.width) < SMALL ? bearer.breadth : 0;
  const deck = { length: foot.length + 2 * margin, width: foot.width + 2 * margin };
  const longest = Math.max(deck.length, deck.width);
  const width = Math.min(deck.length, deck.width);
  const below = frame ? underneath(s, v) : null;
  const rim = below && outlineAt(below.shape, below.shape.height);
  const beneath = rim ? (across ? rim.width : rim.length * below.count) : 0;
  const wanted = beneath > 0 ? beneath + 2 * (leg.breadth + BESIDE) : 0;
  const bearers = wanted <= longest + MOST_LONGER ? Math.max(longest, wanted) : longest;
  const frames = frame ? Math.ceil(bearers / LONGEST_FRAME - 1e-9) : 1;
  const load = whole / frames;
  const length = bearers / frames;
  const height = Math.max(LEAST_LEG, v.floor - DECK - bearer.depth);
  const clears = (n: number) =>
    beneath === 0 || length / (n - 1) - leg.breadth >= beneath + 2 * BESIDE - 1e-9;
  let pairs = 2;
  // Legs are added until the bearers pass; their own buckling asks for a thicker leg.
  while (
    pairs < MOST_PAIRS &&
    clears(pairs + 1) &&
    checksOf(bearer, leg, load, length, height, pairs).some((x) => x.id !== 'buckling' && x.use > 1)
  )
    pairs++;
  if (clears(Math.ceil(v.legs / 2))) pairs = Math.max(pairs, Math.ceil(v.legs / 2));
  const pressure = whole / Math.max(0.01, foot.area);
  const between = Math.max(LEAST_JOIST, width - 2 * bearer.breadth);
  const strong = joistsApart(bearer, pressure, between);
  const joists = Math.min(
    MOST_JOIST,
    Math.max(CLOSEST_JOISTS, strong),
    v.role === 'channel'
      ? channelSpacing(width, v.shape.height, whole / longest)
      : joistSpacing(pressure),
  );
  const cutOuts = frame ? cutOutsOf(v, holes, margin) : [];
  const laid = frame
    ? joistsOf(longest, frames, joists, bearer, across, cutOuts)
    : { at: [], wide: [] };
  const gap = Math.max(0, ...laid.at.slice(1).map((x, i) => x - laid.at[i]!));
  const checks = [
    ...checksOf(bearer, leg, load, length, height, pairs),
    joistCheck(bearer, between, gap, strong),
  ];
  const { span, perLeg } = membersOf(load, length, pairs);
  const where = s.site.floor;
  const engineer =
    whole > HEAVY || v.floor > TALL || where === 'balcony' || where === 'roof'
      ? [
          ...(where === 'balcony'
            ? say`${mass(whole)} at ${mm(v.floor)} on a balcony`
            : where === 'roof'
              ? say`${mass(whole)} at ${mm(v.floor)} on a roof`
              : say`${mass(whole)} at ${mm(v.floor)}`),
          ': these are simple checks of beams and posts. Ask a structural engineer.',
        ]
      : null;
  const courses = Math.floor(v.floor / BLOCK + 1e-9);
  const rest = v.floor - courses * BLOCK;
  const size = { length, width, height, pairs, joists, bearer, leg };
  return {
    vessel,
    kind: own.stand,
    frames,
    load,
    legs: 2 * pairs,
    perLeg,
    span,
    joists,
    deck,
    bearers,
    joistsAt: laid.at,
    cutOuts,
    checks: frame ? checks : [],
    pieces: frame ? framePieces(v, frames, size, { count: laid.at.length, between, longest }) : [],
    engineer,
    questions: frame
      ? [
          ...(passes(checks) ? [] : tooWeak(v, own, checks, { ...size, load, pressure, between })),
          ...standQuestions(v, own, {
            ...{ cutOuts, wide: laid.wide, bearer, across, width, below, beneath },
            clears: clears(pairs),
          }),
        ]
      : [],
    blocks: own.stand === 'blocks' ? 2 * (Math.ceil(longest / BLOCKS_APART) + 1) * courses : 0,
    packed: own.stand === 'blocks' && rest > BOARD + 1e-9 ? rest : 0,
  };
}

/** Holes in a deck under the holes of a vessel’s floor; the same under each of a row. */
function cutOutsOf(v: Vessel, holes: readonly Hole[], margin: Metres): CutOut[] {
  const floor = floorOutline(v.shape);
  const foot = footOf(v);
  // A floor that is narrower than its vessel stands in the middle of the deck.
  const [dx, dy] = [(foot.length / v.count - floor.length) / 2, (foot.width - floor.width) / 2];
  return holes
    .filter((h) => h.vessel === v.id && h.on === 'floor')
    .flatMap((h) =>
      Array.from({ length: v.count }, (_, k): CutOut => ({
        hole: h.id,
        what: h.what,
        x: margin + dx + h.x + (k * foot.length) / v.count,
        y: margin + dy + h.y,
        diameter: 2 * (reachOfHole(h) + ROOM),
      })),
    );
}

/** Joists of all frames of a deck, each frame with its own at both ends. */
function joistsOf(
  longest: Metres,
  frames: number,
  apart: Metres,
  bearer: Section,
  across: boolean,
  cutOuts: readonly CutOut[],
): { readonly at: Metres[]; readonly wide: string[] } {
  const half = bearer.breadth / 2;
  const passing = cutOuts.map((x) => ({
    id: x.hole,
    at: across ? x.y : x.x,
    half: x.diameter / 2 + half,
  }));
  const each = Array.from({ length: frames }, (_, i) =>
    layJoists((i * longest) / frames + half, ((i + 1) * longest) / frames - half, apart, passing),
  );
  return { at: each.flatMap((x) => x.at), wide: [...new Set(each.flatMap((x) => x.wide))] };
}

/** @param most that joists may lie apart by their own strength, to which their load and so their use is in proportion */
function joistCheck(x: Section, span: Metres, apart: Metres, most: Metres): Check {
  const use = apart / most;
  return {
    id: 'joist',
    use,
    sentence: say`Joists of ${x.name} over ${mm(span)}, ${mm(apart)} apart, use ${share(use)} of their strength.`,
  };
}

/** What keeps a stand from being built as it is drawn. */
function standQuestions(
  v: Vessel,
  own: VesselBuild,
  x: {
    cutOuts: readonly CutOut[];
    wide: readonly string[];
    bearer: Section;
    across: boolean;
    width: Metres;
    below: Vessel | null;
    beneath: Metres;
    clears: boolean;
  },
): BuildQuestion[] {
  const wrong = (
    key: string,
    sentence: Phrase,
    fix: BuildQuestion['fix'] = null,
  ): BuildQuestion => ({
    id: `${v.id}-${key}`,
    about: v.id,
    level: 'wrong',
    sentence,
    fix,
  });
  const out: BuildQuestion[] = [];
  const least = DECK + x.bearer.depth + LEAST_LEG;
  if (v.floor < least - 1e-9)
    out.push(
      wrong(
        'stand-low',
        say`A frame with bearers of ${x.bearer.name}, a deck and the shortest legs is ${mm(least)} high. The floor of “${v.name}” is at ${mm(v.floor)}.`,
        {
          label: say`Put it on blocks`,
          edits: [{ at: `build.vessels.${v.id}`, to: { ...own, stand: 'blocks' } }],
        },
      ),
    );
  for (const c of x.cutOuts) {
    const y = x.across ? c.x : c.y;
    const free = Math.min(y, x.width - y) - c.diameter / 2 - x.bearer.breadth;
    if (free < 0)
      out.push(
        wrong(
          `stand-${c.hole}`,
          say`The ${c.what} hits a bearer of the stand. Move its hole ${mm(-free)} towards the middle of “${v.name}”.`,
        ),
      );
    else if (x.wide.includes(c.hole))
      out.push(
        wrong(
          `stand-${c.hole}`,
          say`The ${c.what} does not fit between two joists of the stand. Move its hole along “${v.name}”.`,
        ),
      );
  }
  if (x.below && !x.clears)
    out.push(
      wrong(
        'stand-below',
        say`“${x.below.name}” is ${mm(x.beneath)} long and is under “${v.name}”, where the legs of the stand would be. Use stronger bearers with legs at their ends only, or put “${v.name}” beside it.`,
      ),
    );
  return out;
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
    pressure: number;
    between: Metres;
  },
): BuildQuestion[] {
  const worst = checks.reduce((a, b) => (b.use > a.use ? b : a));
  const isLeg = worst.id === 'buckling';
  const better = passing(isLeg ? 'leg' : 'bearer', isLeg ? x.leg : x.bearer, (section) =>
    isLeg
      ? bucklingUse(section, membersOf(x.load, x.length, x.pairs).perLeg, x.height) <= 1
      : joistsApart(section, x.pressure, x.between) >= CLOSEST_JOISTS &&
        checksOf(section, x.leg, x.load, x.length, x.height, x.pairs).every(
          (k) => k.id === 'buckling' || k.use <= 1,
        ),
  );
  return [
    {
      id: `${v.id}-stand`,
      about: v.id,
      level: 'wrong',
      sentence: [...say`The stand of “${v.name}” is too weak. `, ...worst.sentence],
      fix: better
        ? {
            label: say`Use ${better.name}`,
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

function framePieces(
  v: Vessel,
  frames: number,
  f: FrameSize,
  joists: { readonly count: number; readonly between: Metres; readonly longest: Metres },
): Piece[] {
  const board = (
    key: string,
    n: number,
    section: Section,
    cut: Metres,
    name: string,
    why: Phrase,
  ): Piece[] =>
    Array.from({ length: n }, (_, i): Piece => ({
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
  const longer = f.length * frames - joists.longest;
  const drop = Math.min(BRACE * f.height, f.length / f.pairs);
  return [
    ...board(
      'bearer',
      2 * frames,
      f.bearer,
      f.length,
      'Bearer',
      frames > 1
        ? say`Two for each of ${String(frames)} frames side by side.`
        : longer > 1e-9
          ? say`Two, ${mm(longer / 2)} longer than the vessel at both ends, so that the legs fit beside the vessel below.`
          : say`Two, as long as the vessel, under its edges.`,
    ),
    ...board(
      'joist',
      joists.count,
      f.bearer,
      joists.between,
      'Joist',
      say`Between the bearers, at most ${mm(f.joists)} apart, so that deck and joists can carry a full bed.`,
    ),
    ...board(
      'leg',
      2 * f.pairs * frames,
      f.leg,
      f.height,
      'Leg',
      say`From the ground to the underside of the bearers: the height of the vessel’s floor less deck and bearer.`,
    ),
    ...board(
      'stretcher',
      f.pairs * frames,
      f.leg,
      f.width,
      'Stretcher',
      say`Low between each pair of legs.`,
    ),
    ...(f.height > 0.3
      ? board(
          'brace',
          4 * frames,
          f.leg,
          Math.SQRT2 * drop,
          'Brace',
          say`Diagonally from leg to bearer, along and across. Without them a full stand folds sideways.`,
        )
      : []),
  ];
}

/** Liner of a vessel that is lined: length and width as it is bought; nothing for a tub. */
export function linerOf(s: SystemDocument, v: Vessel): { length: Metres; width: Metres } | null {
  const lined = buildOf(s, v.id).make === 'lined-frame' || v.shape.kind === 'pond';
  if (!lined) return null;
  const { length, width } = outlineAt(v.shape, v.shape.height);
  const round = 2 * (v.shape.height + LINER_OVERLAP);
  return { length: length + round, width: width + round };
}

/** Boards of a lined frame: its walls; its deck is the sheet under it. */
export function carcassPieces(s: SystemDocument, v: Vessel): Piece[] {
  if (buildOf(s, v.id).make !== 'lined-frame') return [];
  const { length, width } = outlineAt(v.shape, v.shape.height);
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
      say`Inside length plus the thickness of both short walls, ${String(rows)} boards high.`,
    ),
    ...wall('short', width, say`Inside width, between the long walls.`),
  ];
}
