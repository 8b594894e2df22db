import { isSocketed, jointName, pipeById, type JointKind } from '../../catalogue/index.ts';
import { distance, say } from '../../quantity/index.ts';
import type { Share } from '../../quantity/si.ts';
import { bellSiphons, pumpedLines, type SystemDocument } from '../../system/index.ts';
import { buildOf } from '../support.ts';
import { pipeOfBore } from '../around.ts';
import { stockName } from '../stocks.ts';
import type { Coil, Cutting } from '../cutting.ts';
import type { Hole, Joint, Piece } from '../types.ts';
import { partLine } from './line.ts';
import type { PartLine } from './types.ts';

/** Pipe, hose and what joins them. */

/** One fitting in ten is cracked, lost or glued askew. Practice. */
const SPARES: Share = 0.1;
/** Kinds of which a spare is cheap. */
const SPARED: readonly JointKind[] = [
  'elbow-90',
  'elbow-45',
  'tee',
  'coupling',
  'cap',
  'rubber-seal',
];
/** Ends of a pipe that are no part of their own. */
const NO_PART: readonly JointKind[] = ['open', 'pump'];

const spares = (kind: JointKind, n: number): number =>
  SPARED.includes(kind) ? Math.ceil(n * SPARES) : 0;

function fittings(joints: readonly Joint[]): PartLine[] {
  const counts = new Map<string, { kind: JointKind; pipe: string; n: number }>();
  for (const j of joints) {
    if (NO_PART.includes(j.kind)) continue;
    const key = `${j.kind} ${j.pipe}`;
    const row = counts.get(key) ?? { kind: j.kind, pipe: j.pipe, n: 0 };
    counts.set(key, { ...row, n: row.n + 1 });
  }
  return [...counts.values()].map(({ kind, pipe, n }) => {
    const spare = spares(kind, n);
    return partLine('plumbing', [kind, pipe], jointName(kind), {
      size: say`${stockName(pipe)}`,
      count: n + spare,
      spare,
      note:
        kind === 'bulkhead' || kind === 'rubber-seal'
          ? say`Enter the hole size printed on its packet before you drill.`
          : spare
            ? say`${String(n)} in the design.`
            : say``,
    });
  });
}

/** Everything of the plumbing counter. */
export function plumbingParts(
  s: SystemDocument,
  made: {
    readonly pieces: readonly Piece[];
    readonly joints: readonly Joint[];
    readonly holes: readonly Hole[];
    readonly cuttings: readonly Cutting[];
    readonly coils: readonly Coil[];
  },
): PartLine[] {
  const { joints, holes, pieces } = made;
  const out: PartLine[] = [];
  for (const c of made.cuttings) {
    if (c.kind !== 'pipe' || !c.nesting.bought) continue;
    out.push(
      partLine('plumbing', ['length', c.stock], c.name, {
        size: say`${distance(c.length)} long`,
        count: c.nesting.bought,
        note: pipeById(c.stock)
          ? say`Food-grade or drinking-water pipe.`
          : say`No common pipe has this bore. A drain tube or a pot without its bottom may fit.`,
      }),
    );
  }
  for (const c of made.coils) {
    out.push(
      partLine('plumbing', ['coil', c.stock], c.name, {
        count: c.bought,
        unit: 'metre',
        note: say`${distance(c.length)} by the cut list, with slack. Buy a dark hose, so that no algae grow in it.`,
      }),
    );
  }
  out.push(...fittings(joints));
  for (const [bore, n] of countBy(bellSiphons(s), (b) => String(b.bellBore)))
    out.push(
      partLine('plumbing', ['bell-cap', bore], 'Cap of the bell', {
        size: say`${pipeOfBore(Number(bore))?.name ?? 'as its tube'}`,
        count: n,
        note: say`It must be airtight, or the siphon does not start.`,
      }),
    );
  const hoses = pieces.filter((p) => p.coil);
  for (const [pipe, n] of countBy(hoses, (p) => p.stock)) {
    const spare = Math.ceil(2 * n * SPARES);
    out.push(
      partLine('plumbing', ['clip', pipe], 'Hose clip, stainless', {
        size: say`for ${stockName(pipe)}`,
        count: 2 * n + spare,
        spare,
        note: say`One at each end of a piece.`,
      }),
    );
  }
  const lines = pumpedLines(s).length;
  if (lines)
    out.push(
      partLine('plumbing', ['bracket'], 'Pipe bracket', {
        count: 2 * lines,
        note: say`Fix a delivery pipe at both ends. If it comes off, the pump empties the tank onto the floor.`,
      }),
    );
  const screened = s.paths.filter((p) => p.kind === 'link' && p.screen !== null);
  if (screened.length)
    out.push(
      partLine('plumbing', ['screen'], 'Screen before a joining pipe', {
        count: screened.length,
        note: say`Slotted or plastic mesh, wider than the pipe, so that you can lift it out and clean it.`,
      }),
    );
  const glued = joints.some((j) => isSocketed(j.kind) && pipeById(j.pipe)?.outside !== undefined);
  if (glued)
    out.push(
      partLine('plumbing', ['cement'], 'Solvent cement and cleaner', {
        note: say`Use it for pressure pipes and for joints under a floor. Drain pipes pushed together dry come apart again. Work in fresh air, away from flames.`,
      }),
    );
  if (holes.some((h) => h.seal === 'bulkhead'))
    out.push(
      partLine('plumbing', ['tape'], 'Thread tape', {
        note: say`Use it on threads only, never under a flat washer.`,
      }),
    );
  const lined = holes.filter(
    (h) =>
      buildOf(s, h.vessel).make === 'lined-frame' ||
      s.vessels.find((v) => v.id === h.vessel)?.shape.kind === 'pond',
  );
  if (lined.length)
    out.push(
      partLine('plumbing', ['backing'], 'Rot-free backing plate', {
        count: lined.reduce((sum, h) => sum + h.count, 0),
        note: say`Put one behind every hole in a liner. The flange clamps the liner and the plate, not the board.`,
      }),
      partLine('plumbing', ['sealant'], 'Sealant, aquarium grade', {
        note: say`Buy it without fungicide. Let it cure before it gets wet.`,
      }),
    );
  return out;
}

/** How many of each, in the order of the first. */
export function countBy<T>(list: readonly T[], key: (x: T) => string): Map<string, number> {
  const out = new Map<string, number>();
  for (const x of list) out.set(key(x), (out.get(key(x)) ?? 0) + 1);
  return out;
}
