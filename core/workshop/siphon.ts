import { mm, say, share, type Phrase } from '../quantity/index.ts';
import { PIPES, type PipeSize } from '../catalogue/index.ts';
import { assess, type SiphonWindow } from '../assess/assess.ts';
import type { Metres, Share } from '../quantity/si.ts';
import {
  applyEdits,
  vesselOf,
  type Edit,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';
import { root } from '../numerics/root.ts';
import { WIDE_MOUTH_RATIO } from '../water/siphon.ts';
import {
  type Margins,
  marginsOfWindow,
  centreOf,
  linesFeedingSiphon,
  openingInWords,
} from './window.ts';

/** A change that brings the inflow nearer to the middle of the window. */
export interface Suggestion {
  readonly id: 'valve' | 'bore' | 'drop' | 'mouth';
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  readonly margins: Margins;
  readonly pipe?: PipeSize;
  readonly open?: Share;
  readonly drop?: Metres;
}

export const DROPS: readonly Metres[] = [0.15, 0.2, 0.25, 0.3, 0.4, 0.5, 0.6, 0.8, 1];
export const rigid = PIPES.filter((p) => p.family === 'schedule-40' || p.family === 'metric').sort(
  (a, b) => a.bore - b.bore,
);

/** The pipe that fits around another as a bell: its ring passes the bore's square, and no more than it must. */
export const bellFor = (bore: Metres, mouthOutside: Metres): PipeSize | undefined =>
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
  const line = linesFeedingSiphon(s, siphon)[0];
  if (line && !line.branches.length) {
    const open = valveFor(s, siphon, line.id);
    if (open !== null)
      offer({
        id: 'valve',
        label: say`Set the valve of “${line.name}” to ${share(open)}: ${openingInWords(open)}`,
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
      label: say`Make the standpipe of ${bore.x.name}`,
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
      label: say`Extend the pipe to ${mm(drop.x)} below the floor`,
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
        label: say`Widen the mouth with a reducer to ${mouth.x.name}`,
        edits: mouth.e,
        pipe: mouth.x,
      });
  }
  return out.sort((a, b) => b.margins.least - a.margins.least);
}

/** How far the pipe can fall before it stands in the receiving vessel's floor, m. */
export function roomBelow(s: SystemDocument, p: Siphon): Metres {
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
