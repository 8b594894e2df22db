import { pipeById, RIGID_PIPES, type RigidPipe } from '../catalogue/index.ts';
import { GUARD_CLEAR } from '../findings/index.ts';
import { bore, mm, say, type Phrase } from '../quantity/index.ts';
import type { Metres } from '../quantity/si.ts';
import { vesselOf, type BellSiphon, type Standpipe, type SystemDocument } from '../system/index.ts';
import { DOWNTURN } from './course.ts';
import type { Piece } from './types.ts';

/** What stands around a drain in its bed: bell, guard, sleeve. */

/** A guard stands so far out of the stones, a sleeve so far over the crest: no stone falls in. */
const GUARD_OVER: Metres = 0.03;
const SLEEVE_OVER: Metres = 0.05;
/** A sleeve leaves room for the water between it and the standpipe. */
const SLEEVE_BORE = 1.3;

/** Rigid pipe whose bore is nearest to a width; nothing where none is within a tenth of it. */
export function pipeOfBore(width: Metres): RigidPipe | undefined {
  const best = RIGID_PIPES.reduce((x, p) =>
    Math.abs(p.bore - width) < Math.abs(x.bore - width) ? p : x,
  );
  return Math.abs(best.bore - width) <= 0.1 * width ? best : undefined;
}

/** A guard is made of a pipe wider than the design by no more than this share, where the next narrower one binds. */
const WIDER = 0.25;
/** Pipe of a guard that lets the bell out; nothing where no pipe of the table does. @param bell outside width of the bell */
function pipeOfGuard(width: Metres, bell: Metres): RigidPipe | undefined {
  const clears = (p: RigidPipe) => p.bore - bell >= 2 * GUARD_CLEAR;
  const near = pipeOfBore(width);
  if (near && clears(near)) return near;
  return RIGID_PIPES.find((p) => clears(p) && p.bore >= width && p.bore <= (1 + WIDER) * width);
}

/** Stock of a piece that no pipe of the table fits: its width says what to look for. */
const special = (width: Metres): string => `tube-${Math.ceil(width * 1000 - 1e-6)}`;

/** An opening is so much wider than the pipe that passes it. */
const PASSES: Metres = 0.004;
/** Where a way out through the wall leaves what stands around its pipe. */
function sideOpening(p: Standpipe | BellSiphon): Phrase {
  if (p.drop >= 0) return [];
  const outside = pipeById(p.pipe)?.outside ?? p.bore;
  const height = -p.drop + (p.elbows >= 2 ? DOWNTURN : 0);
  return say` Cut an opening of ${bore(outside + PASSES)} into its side for the pipe, centred ${mm(height)} above the floor.`;
}

/** Pieces around a drain: cut lengths from its heights. */
export function aroundDrain(s: SystemDocument, p: Standpipe | BellSiphon): Piece[] {
  const bed = vesselOf(s, p.from);
  const top = Math.max(bed.media?.top ?? 0, p.crest) + GUARD_OVER;
  if (p.kind === 'standpipe') {
    if (!p.fromBottom) return [];
    const outside = pipeById(p.pipe)?.outside ?? p.bore;
    const pipe = RIGID_PIPES.find((x) => x.bore >= SLEEVE_BORE * outside);
    const cut = Math.min(bed.shape.height, p.crest + SLEEVE_OVER);
    return [
      {
        id: `${p.id}-sleeve`,
        about: p.id,
        role: 'sleeve',
        name: 'Sleeve',
        stock: pipe?.id ?? special(SLEEVE_BORE * outside),
        cut,
        coil: false,
        why: [
          ...say`Place it on the floor. It ends ${mm(cut - p.crest)} above the overflow height. Cut notches into its foot with at least three times the area of the bore, so that water enters at the bottom.`,
          ...sideOpening(p),
        ],
        fittings: [],
        spans: [],
        around: { from: 0, to: cut, wide: pipe?.outside ?? SLEEVE_BORE * outside },
      },
    ];
  }
  const bell = pipeOfBore(p.bellBore);
  const height = p.crest + p.gap;
  const out: Piece[] = [
    {
      id: `${p.id}-bell`,
      about: p.id,
      role: 'bell',
      name: 'Bell',
      stock: bell?.id ?? special(p.bellBore),
      cut: height - s.build.stopGap,
      coil: false,
      why: [
        ...say`Standpipe height ${mm(p.crest)} + gap ${mm(p.gap)} to the inside of its cap − ${bore(s.build.stopGap)} left at the stop. Cut ${String(p.notches.count)} notches of ${mm(p.notches.width)}, ${mm(p.breakHeight)} high, into its foot.`,
        ...sideOpening(p),
      ],
      fittings: [],
      spans: [],
      around: { from: 0, to: height, wide: bell?.outside ?? p.bellBore },
    },
  ];
  if (p.guard) {
    const inner = bell?.outside ?? p.bellBore;
    const pipe = pipeOfGuard(p.guard.diameter, inner);
    const tube = Math.max(p.guard.diameter, inner + 2 * GUARD_CLEAR);
    out.push({
      id: `${p.id}-guard`,
      about: p.id,
      role: 'guard',
      name: 'Guard',
      stock: pipe?.id ?? special(tube),
      cut: top,
      coil: false,
      why: [
        ...say`It reaches from the floor to ${mm(GUARD_OVER)} above the media, so that no media fall in. Cut slots near its foot, ${{ value: p.guard.slotArea, kind: 'opening' }} open in total.`,
        ...sideOpening(p),
      ],
      fittings: [],
      spans: [],
      around: { from: 0, to: top, wide: pipe?.outside ?? tube },
    });
  }
  return out;
}
