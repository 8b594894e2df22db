import { PIPES, ENTRANCE_K, ELBOW_K, type PipeSize } from '../catalogue/index.ts';
import { boreOf, notchArea } from '../network/pipes.ts';
import { assess, type SiphonWindow } from '../network/assess.ts';
import type { CubicMetresPerSecond, Metres, Share } from '../quantity/si.ts';
import {
  applyEdits,
  measured,
  pumpedLines,
  targetsOf,
  vesselOf,
  type Edit,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { root } from '../water/root.ts';
import {
  STOPS_SHARE,
  WIDE_MOUTH_RATIO,
  siphonK,
  startKind,
  startRange,
  type StartRange,
} from '../water/siphon.ts';

/** The siphon's workshop: where the inflow sits in its window, what would centre it, which stock sizes work. */

/** How far the inflow is from both edges of the sure window; above 1 on both sides it works. */
export interface Margins {
  /** Inflow ÷ the flow from which it is sure to start. */
  readonly start: number;
  /** The flow below which it is sure to stop ÷ inflow. */
  readonly stop: number;
  /** The lesser of the two: 1.2 means a fifth to spare on either side. */
  readonly least: number;
}

export function marginsOf(
  start: StartRange,
  reaches: CubicMetresPerSecond,
  stopsBelow: CubicMetresPerSecond,
  inflowAtBreak: CubicMetresPerSecond,
): Margins {
  const a = start.high > 0 ? reaches / start.high : 0;
  const b = inflowAtBreak > 0 ? stopsBelow / inflowAtBreak : Infinity;
  return { start: a, stop: b, least: Math.min(a, b) };
}

export const marginsOfWindow = (w: SiphonWindow): Margins =>
  marginsOf(w.start, w.reaches, w.stopsBelow, w.inflowAtBreak);

/** The inflow that sits in the middle of a window, by ratio; nothing where nothing both starts and stops it. */
export function centreOf(
  w: Pick<SiphonWindow, 'start' | 'stopsBelow'>,
): CubicMetresPerSecond | null {
  return w.start.high < w.stopsBelow ? Math.sqrt(w.start.high * w.stopsBelow) : null;
}

/** Wear and scatter of box figures that an unmeasured pump may have: lower and upper share of its flow. */
const PUMP_BAND = [0.8, 1.05] as const;

/** What the inflow may really be: a tired pump, or a good one; as measured where it was. */
export function inflowBand(s: SystemDocument, siphon: Siphon): readonly [number, number] {
  const lines = pumpedLines(s).filter((l) => feeds(s, l.id, siphon));
  const known = lines.every((l) => measured(s, 'flow', l.id));
  const at = (share: number) => {
    const edits: Edit[] = lines
      .filter((l) => !measured(s, 'flow', l.id))
      .map((l) => ({ at: `paths.${l.id}.pump.maxFlow`, to: l.pump.maxFlow * share }));
    return assess(applyEdits(s, edits)).siphons.find((w) => w.id === siphon.id)!.inflow;
  };
  if (known) {
    const q = at(1);
    return [q, q];
  }
  return [at(PUMP_BAND[0]), at(PUMP_BAND[1])];
}

/** Whether a line brings water to the bed of a siphon, straight or through what it is joined with. */
function feeds(s: SystemDocument, line: string, siphon: Siphon): boolean {
  const l = pumpedLines(s).find((x) => x.id === line)!;
  const reach = new Set(targetsOf(l));
  for (let more = true; more;) {
    more = false;
    for (const p of s.paths) {
      if (p.kind === 'pumped-line') continue;
      for (const [a, b] of p.kind === 'link'
        ? [
            [p.from, p.to],
            [p.to, p.from],
          ]
        : [[p.from, p.to]]) {
        if (reach.has(a!) && !reach.has(b!) && b !== l.from) {
          reach.add(b!);
          more = true;
        }
      }
    }
  }
  return reach.has(siphon.from);
}

/** Lines that feed a siphon's bed. */
export const linesFeeding = (s: SystemDocument, siphon: Siphon) =>
  pumpedLines(s).filter((l) => feeds(s, l.id, siphon));

/** A tap's opening in the words of a hand: “a third open”. */
export function openingInWords(open: Share): string {
  const steps: readonly (readonly [number, string])[] = [
    [0.05, 'shut'],
    [0.15, 'a crack open'],
    [0.25, 'a quarter open'],
    [1 / 3, 'a third open'],
    [0.5, 'half open'],
    [2 / 3, 'two thirds open'],
    [0.75, 'three quarters open'],
    [0.9, 'almost open'],
    [1, 'open'],
  ];
  return steps.reduce((best, step) =>
    Math.abs(step[0] - open) < Math.abs(best[0] - open) ? step : best,
  )[1];
}

/** A change that brings the inflow nearer to the middle of the window. */
export interface Suggestion {
  readonly id: 'valve' | 'bore' | 'drop' | 'mouth';
  readonly label: string;
  readonly edits: readonly Edit[];
  readonly margins: Margins;
  readonly pipe?: PipeSize;
  readonly open?: Share;
  readonly drop?: Metres;
}

const DROPS: readonly Metres[] = [0.15, 0.2, 0.25, 0.3, 0.4, 0.5, 0.6, 0.8, 1];
const rigid = PIPES.filter((p) => p.family === 'schedule-40' || p.family === 'metric').sort(
  (a, b) => a.bore - b.bore,
);

/** The pipe that fits around another as a bell: its ring passes the bore's square, and no more than it must. */
const bellFor = (bore: Metres, mouthOutside: Metres): PipeSize | undefined =>
  rigid.find((p) => p.bore ** 2 - mouthOutside ** 2 >= bore ** 2 * 1.02);

/** Edits that make a siphon's standpipe of a size, with mouth, bell, gap, notches and guard to match. */
export function madeOf(p: Siphon, size: PipeSize, mouth: PipeSize): Edit[] | null {
  const at = `paths.${p.id}`;
  const edits: Edit[] = [
    { at: `${at}.pipe`, to: size.id },
    { at: `${at}.bore`, to: size.bore },
  ];
  if (p.kind === 'loop-siphon') return edits;
  const bell = bellFor(size.bore, mouth.outside!);
  if (!bell) return null;
  const area = (Math.PI * size.bore ** 2) / 4;
  const gap = Math.max(0.02, Math.ceil((mouth.bore / 4) * 200) / 200);
  const width = 0.012;
  const count = Math.max(4, Math.ceil((1.15 * area) / (width * p.breakHeight)));
  edits.push(
    { at: `${at}.mouth`, to: mouth.bore },
    { at: `${at}.mouthOutside`, to: mouth.outside },
    { at: `${at}.bellBore`, to: bell.bore },
    { at: `${at}.gap`, to: gap },
    { at: `${at}.notches`, to: { count, width } },
  );
  if (p.guard) {
    edits.push({
      at: `${at}.guard`,
      to: {
        diameter: Math.ceil((bell.bore + 0.034) * 200) / 200,
        slotArea: Math.max(p.guard.slotArea, Math.ceil(3 * area * 1e4) / 1e4),
      },
    });
  }
  return edits;
}

/** Computed changes, one of each kind, that centre the inflow; the best first, none that makes it worse. */
export function suggestionsFor(s: SystemDocument, siphon: Siphon): Suggestion[] {
  const now = assess(s).siphons.find((w) => w.id === siphon.id);
  if (!now) return [];
  const before = marginsOfWindow(now);
  const tried = (edits: readonly Edit[]): Margins | null => {
    try {
      const w = assess(applyEdits(s, edits)).siphons.find((x) => x.id === siphon.id);
      return w ? marginsOfWindow(w) : null;
    } catch {
      return null;
    }
  };
  const out: Suggestion[] = [];
  const offer = (x: Omit<Suggestion, 'margins'>) => {
    const margins = tried(x.edits);
    if (margins && margins.least > before.least * 1.01) out.push({ ...x, margins });
  };
  const line = linesFeeding(s, siphon)[0];
  if (line && !line.branches.length) {
    const open = valveFor(s, siphon, line.id);
    if (open !== null)
      offer({
        id: 'valve',
        label: `Set the tap of “${line.name}” to ${Math.round(open * 100)} %: ${openingInWords(open)}`,
        edits: [{ at: `paths.${line.id}.valve`, to: open }],
        open,
      });
  }
  const best = <T>(list: readonly T[], edits: (x: T) => readonly Edit[] | null) =>
    list
      .flatMap((x) => {
        const e = edits(x);
        const m = e && tried(e);
        return e && m ? [{ x, e, m }] : [];
      })
      .sort((a, b) => b.m.least - a.m.least)[0];
  const bore = best(rigid, (size) => {
    const mouth =
      siphon.kind === 'loop-siphon'
        ? size
        : (rigid.find((m) => m.bore >= WIDE_MOUTH_RATIO * size.bore) ?? size);
    return madeOf(siphon, size, mouth);
  });
  if (bore)
    offer({
      id: 'bore',
      label: `Make the standpipe of ${bore.x.name}`,
      edits: bore.e,
      pipe: bore.x,
    });
  const drop = best(
    DROPS.filter((d) => d <= roomBelow(s, siphon)),
    (d) => [{ at: `paths.${siphon.id}.drop`, to: d }],
  );
  if (drop)
    offer({
      id: 'drop',
      label: `Let the pipe fall ${Math.round(drop.x * 1000)} mm under the floor`,
      edits: drop.e,
      drop: drop.x,
    });
  if (siphon.kind === 'bell-siphon') {
    const size = rigid.find((p) => p.id === siphon.pipe);
    const mouth =
      size &&
      best(
        rigid.filter((m) => m.bore >= size.bore && m.bore <= 2.2 * size.bore),
        (m) => madeOf(siphon, size, m),
      );
    if (mouth)
      offer({
        id: 'mouth',
        label: `Widen the mouth with a reducer to ${mouth.x.name}`,
        edits: mouth.e,
        pipe: mouth.x,
      });
  }
  return out.sort((a, b) => b.margins.least - a.margins.least);
}

/** How far the pipe can fall before it stands in the receiving vessel's floor, m. */
function roomBelow(s: SystemDocument, p: Siphon): Metres {
  const to = vesselOf(s, p.to);
  return vesselOf(s, p.from).floor - to.floor - 0.03;
}

const VALVE_STEP = 0.01;

/** Opening of a line's tap at which the inflow is at the middle of the window; nothing where none is. */
export function valveFor(s: SystemDocument, siphon: Siphon, line: string): Share | null {
  const windowAt = (open: Share): SiphonWindow | undefined =>
    assess(applyEdits(s, [{ at: `paths.${line}.valve`, to: open }])).siphons.find(
      (w) => w.id === siphon.id,
    );
  const wide = windowAt(1);
  if (!wide) return null;
  const centre = centreOf(wide);
  if (centre === null) return null;
  if (wide.inflow <= centre) return 1;
  const excess = (open: Share) => (windowAt(open)?.inflow ?? 0) - centre;
  const open = root(excess, 0.06, 1, 1e-3);
  return Math.round(open / VALVE_STEP) * VALVE_STEP;
}

/** A combination of stock sizes that works for a bed and its pump. */
export interface StockChoice {
  readonly pipe: PipeSize;
  readonly mouth: PipeSize;
  readonly bell: PipeSize | null;
  readonly drop: Metres;
  readonly open: Share | null;
  readonly inflow: CubicMetresPerSecond;
  readonly start: StartRange;
  readonly stopsBelow: CubicMetresPerSecond;
  readonly margins: Margins;
  readonly edits: readonly Edit[];
}

/** Openings that are tried where the line has a tap. */
const OPENINGS: readonly Share[] = [1, 0.9, 0.8, 0.75, 0.7, 0.65, 0.6, 0.55, 0.5, 0.45, 0.4, 1 / 3];

/**
 * Every combination of standpipe, mouth, bell, drop and tap that starts and stops for sure with this bed
 * and pump, best margin first.
 *
 * @param most that are returned
 */
export function stockChoices(s: SystemDocument, siphon: Siphon, most = 60): StockChoice[] {
  const line = linesFeeding(s, siphon)[0];
  const taps: (Share | null)[] =
    line && line.valve !== null && !line.branches.length ? [...OPENINGS] : [null];
  const bed = vesselOf(s, siphon.from);
  const widest = Math.min(...footRoom(bed.shape));
  const temperature = s.site.waterTemperature;
  const below = roomBelow(s, siphon);
  const kept = measured(s, 'starting-flow', siphon.id)?.flow;
  const mouths = (size: PipeSize): PipeSize[] =>
    siphon.kind === 'loop-siphon'
      ? [size]
      : rigid.filter((m) => m.bore >= size.bore && m.bore <= 2.2 * size.bore);
  const out: StockChoice[] = [];
  for (const open of taps) {
    const edits: Edit[] =
      open === null || !line ? [] : [{ at: `paths.${line.id}.valve`, to: open }];
    const base = edits.length ? applyEdits(s, edits) : s;
    const a = assess(base);
    const now = a.siphons.find((w) => w.id === siphon.id);
    if (!now || now.inflow <= 0) continue;
    // A pipe that ends under the tank's water falls only as far as that.
    const to = base.vessels.findIndex((v) => v.id === siphon.to);
    const fall = bed.floor - (base.vessels[to]!.floor + a.accounts.rest[to]!.level);
    for (const size of rigid) {
      if (size.bore > 0.06) continue;
      for (const mouth of mouths(size)) {
        const made = madeOf(siphon, size, mouth);
        if (!made) continue;
        const bell =
          siphon.kind === 'bell-siphon' ? (bellFor(size.bore, mouth.outside!) ?? null) : null;
        if (bell && bell.outside! > 0.4 * widest) continue;
        const parts = applyEdits(base, made);
        const p = parts.paths.find((x) => x.id === siphon.id) as Siphon;
        const kind =
          p.kind === 'loop-siphon'
            ? ('loop' as const)
            : startKind(mouth.bore, size.bore, p.waterLock);
        // A measured starting flow belongs to the pipe it was measured on.
        const own = size.bore === boreOf(s, siphon) ? kept : undefined;
        const start = startRange(kind, size.bore, own);
        for (const drop of DROPS) {
          if (drop > below) break;
          const length = p.crest + drop + p.run;
          const sumK = lossOf(p, size.bore);
          const flow =
            p.efficiency *
            fullPipeFlow(
              p.breakHeight + Math.min(drop, fall),
              { bore: size.bore, length, roughness: size.roughness, sumK },
              temperature,
            );
          const stopsBelow = STOPS_SHARE * flow;
          const margins = marginsOf(start, now.inflow, stopsBelow, now.inflowAtBreak);
          if (margins.least < 1) continue;
          out.push({
            pipe: size,
            mouth,
            bell,
            drop,
            open,
            inflow: now.inflow,
            start,
            stopsBelow,
            margins,
            edits: [...edits, ...made, { at: `paths.${siphon.id}.drop`, to: drop }],
          });
        }
      }
    }
  }
  return exactly(s, siphon.id, out.sort(bestFirst), most);
}

const bestFirst = (a: StockChoice, b: StockChoice) => b.margins.least - a.margins.least;
/** So many times more combinations than are wanted are worked out whole. */
const TRIES = 3;

/** The best of them worked out with the whole system: other ways out may take from what would start it. */
function exactly(
  s: SystemDocument,
  siphon: string,
  sorted: readonly StockChoice[],
  most: number,
): StockChoice[] {
  const out: StockChoice[] = [];
  for (const c of sorted.slice(0, TRIES * most)) {
    const w = assess(applyEdits(s, c.edits)).siphons.find((x) => x.id === siphon);
    if (!w) continue;
    const margins = marginsOfWindow(w);
    if (margins.least < 1) continue;
    out.push({ ...c, inflow: w.inflow, start: w.start, stopsBelow: w.stopsBelow, margins });
    if (out.length === most) break;
  }
  return out.sort(bestFirst);
}

function lossOf(p: Siphon, bore: Metres): number {
  if (p.kind === 'loop-siphon') return ENTRANCE_K + ELBOW_K * (p.elbows + 2);
  return siphonK({
    bore,
    mouth: p.mouth,
    mouthOutside: p.mouthOutside,
    bellBore: p.bellBore,
    gap: p.gap,
    notchArea: notchArea(p),
    elbows: p.elbows,
  });
}

/** Length and breadth of a bed's floor, m. */
function footRoom(shape: ReturnType<typeof vesselOf>['shape']): number[] {
  switch (shape.kind) {
    case 'box':
    case 'pond':
      return [shape.length, shape.width];
    case 'cylinder':
      return [shape.diameter];
    case 'tapered-box':
      return [shape.bottomLength, shape.bottomWidth];
    case 'tapered-round':
      return [shape.bottomDiameter];
    case 'half-barrel':
      return [shape.diameter, shape.length];
    case 'measured':
      return [shape.width];
  }
}

/** One moment of a cycle, as it is seen and heard. */
export interface CycleMoment {
  readonly id: 'fills' | 'spills' | 'primes' | 'runs' | 'draws-air' | 'breaks';
  readonly name: string;
  readonly level: Metres;
  readonly seen: string;
  readonly heard: string;
}

/** The moments of a cycle in order, with the level in the bed at each. */
export function cycleOf(p: Siphon, primesAt: Metres): CycleMoment[] {
  const bell = p.kind === 'bell-siphon';
  const half = (p.crest + p.breakHeight) / 2;
  return [
    {
      id: 'fills',
      name: 'It fills',
      level: half,
      seen: bell
        ? 'Water climbs alike in the bed and under the bell. Nothing leaves.'
        : 'Water climbs in the bed and in the loop’s rising leg. Nothing leaves.',
      heard: 'Only the inlet.',
    },
    {
      id: 'spills',
      name: 'It spills',
      level: p.crest + 0.4 * (primesAt - p.crest),
      seen: 'A thin film runs over the mouth and down the pipe’s wall; the outlet drips, then trickles.',
      heard: 'A light patter in the pipe.',
    },
    {
      id: 'primes',
      name: 'It starts',
      level: primesAt,
      seen: bell
        ? 'The mouth drowns; the water falls in as a plug and pulls the bell’s air down with it.'
        : 'The top of the loop fills; the falling leg runs full to its end.',
      heard: 'A gulp, then a rush. If it gurgles on and off, too little comes in.',
    },
    {
      id: 'runs',
      name: 'It runs',
      level: half,
      seen: 'A full, clear jet at the outlet; the bed falls faster than it filled.',
      heard: 'A steady pour.',
    },
    {
      id: 'draws-air',
      name: 'It draws air',
      level: p.breakHeight + 0.004,
      seen: bell
        ? 'The level reaches the notches; a swirl forms, bubbles go up under the bell.'
        : 'The level reaches the inlet; a swirl forms, bubbles run up the leg.',
      heard: 'Slurping. If it goes on for minutes, too much comes in.',
    },
    {
      id: 'breaks',
      name: 'It stops',
      level: p.breakHeight,
      seen: 'The jet breaks off; the pipe empties. The bed rises again from here.',
      heard: 'A last gasp of air, then quiet.',
    },
  ];
}
