import {
  EXIT_K,
  ELBOW_K,
  ENTRANCE_K,
  ballValveK,
  fittingById,
  pipeById,
  SMOOTH_ROUGHNESS,
  CORRUGATED_SHARE,
} from '../catalogue/index.ts';
import type { Metres, Share } from '../quantity/si.ts';
import { measured, vesselOf } from '../system/find.ts';
import type {
  BellSiphon,
  Branch,
  Drain,
  Pinholes,
  PumpedLine,
  SystemDocument,
  WaterPath,
} from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { barbK, type PipeRun } from '../water/pipe.ts';
import { orificeK, venturiK } from '../water/passage.ts';
import { UNKNOWN_SIPHON_K, siphonK } from '../water/siphon.ts';
import type { Manifold } from './types.ts';

type Piped = Extract<WaterPath, { pipe: string }>;

/** Bore of a path: as measured, else as the document says. */
export const boreOf = (s: SystemDocument, p: Piped): Metres =>
  measured(s, 'bore', p.id)?.bore ?? p.bore;

/** Roughness of a pipe's wall; of corrugated hose a share of its bore. */
export function roughnessOf(p: Pick<Piped, 'pipe' | 'bore'>): Metres {
  const size = pipeById(p.pipe);
  if (size?.family === 'corrugated') return CORRUGATED_SHARE * p.bore;
  return size?.roughness ?? SMOOTH_ROUGHNESS;
}

/** Loss of an end: open, or closed and giving through its holes; on the velocity head before it. */
const endK = (bore: Metres, holes: Pinholes | null): number =>
  holes ? orificeK(bore, holes.count * boreArea(holes.diameter)) : EXIT_K;

/** Losses of a pumped line up to its first tee, or its end, in velocity heads; its entrance included. */
function trunkK(s: SystemDocument, p: PumpedLine): number {
  let k = ENTRANCE_K;
  for (const f of p.fittings) k += (fittingById(f.fitting)?.k ?? 0) * f.count;
  if (p.checkValve) k += fittingById('check-valve')!.k;
  if (p.barb !== null) k += barbK(p.barb, boreOf(s, p));
  if (p.filter) k += p.filter.k / (1 - p.filter.clogging) ** 2;
  return k;
}

/** Losses of a pumped line at its own end: tap, venturi, exit. */
function deliveryK(s: SystemDocument, p: PumpedLine): number {
  const bore = boreOf(s, p);
  let k = endK(bore, p.pinholes);
  if (p.valve !== null) k += ballValveK(p.valve);
  if (p.venturi) k += venturiK(p.venturi.throat, bore);
  return k;
}

/**
 * Losses of a pumped line in velocity heads, entrance and exit included; Infinity where its tap is shut.
 *
 * @returns dimensionless, of the line’s own velocity
 */
export const lineK = (s: SystemDocument, p: PumpedLine): number => trunkK(s, p) + deliveryK(s, p);

/** Length of a pumped line: its rise and its level run. */
export function lineLength(s: SystemDocument, p: PumpedLine): Metres {
  const rise = vesselOf(s, p.to).floor + p.end - (vesselOf(s, p.from).floor + p.pump.intake);
  // Over a peak the pipe goes up to it and down again.
  const over = p.peak ? 2 * Math.max(0, p.peak.height - p.end) : 0;
  return Math.max(0, rise) + over + p.run;
}

/** A pumped line as one pipe, for the head its flow takes. */
export function lineRun(s: SystemDocument, p: PumpedLine): PipeRun {
  return {
    bore: boreOf(s, p),
    length: lineLength(s, p),
    roughness: roughnessOf(p),
    sumK: lineK(s, p),
  };
}

const branchPipe = (s: SystemDocument, p: PumpedLine, b: Branch): PipeRun => ({
  bore: b.bore,
  length:
    b.run +
    // What a branch rises above the line's own end is pipe as well.
    Math.max(0, vesselOf(s, b.to).floor + b.end - (vesselOf(s, p.to).floor + p.end)),
  roughness: roughnessOf(b),
  sumK:
    fittingById('tee-branch')!.k +
    (b.valve === null ? 0 : ballValveK(b.valve)) +
    endK(b.bore, b.pinholes),
});

/** Common pipe, tees and branches of a line with several ends; paths by index in the order of the document. */
export function manifoldOf(s: SystemDocument, p: PumpedLine, paths: readonly number[]): Manifold {
  const line = lineRun(s, p);
  const through = fittingById('tee-through')!.k;
  return {
    lead: paths[0]!,
    trunk: { ...line, sumK: trunkK(s, p) },
    outlets: [
      { path: paths[0]!, header: null, own: { ...line, length: 0, sumK: deliveryK(s, p) } },
      ...p.branches.map((b, k) => ({
        path: paths[k + 1]!,
        header: {
          bore: line.bore,
          length: b.along,
          roughness: line.roughness,
          sumK: through,
        },
        own: branchPipe(s, p, b),
      })),
    ],
  };
}

/**
 * Notch area at the foot of a bell: each notch is as high as the break height.
 *
 * @returns m²
 */
export const notchArea = (p: BellSiphon): number =>
  p.notches.count * p.notches.width * p.breakHeight;

/** Losses of a drain's pipe in velocity heads, without the 1 of its velocity head. */
export function drainK(s: SystemDocument, p: Drain): number {
  if (p.kind === 'standpipe') return ENTRANCE_K + ELBOW_K * (p.elbows + (p.fromBottom ? 2 : 0));
  // A loop turns twice at its top, whatever other bends it has.
  if (p.kind === 'loop-siphon') return ENTRANCE_K + ELBOW_K * (p.elbows + 2);
  const k = siphonK({
    bore: boreOf(s, p),
    mouth: p.mouth,
    mouthOutside: p.mouthOutside,
    bellBore: p.bellBore,
    gap: p.gap,
    notchArea: notchArea(p),
    elbows: p.elbows,
  });
  return Number.isFinite(k) ? k : UNKNOWN_SIPHON_K;
}

/** A drain's pipe from its crest to its outlet, for the head its full flow takes. */
export function drainRun(s: SystemDocument, p: Drain): PipeRun {
  const rise = p.kind === 'loop-siphon' ? p.crest - p.breakHeight : 0;
  return {
    bore: boreOf(s, p),
    length: rise + p.crest + p.drop + p.run,
    roughness: roughnessOf(p),
    sumK: drainK(s, p),
  };
}

/** Loss of a coarse guard or screen of which a share is still open. */
export const screenK = (open: Share): number => fittingById('coarse-guard')!.k / open ** 2;
