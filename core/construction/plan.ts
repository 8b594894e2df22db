import type { Figures } from '../assess/figures.ts';
import type { Metres } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { boughtQuestions } from './bought.ts';
import { coilsOf, cuttingsOf, type Coil, type Cutting } from './cutting.ts';
import { costOf, type Cost } from './cost.ts';
import { holeQuestions, spreadHoles, underWater } from './holes.ts';
import { mediaOf, type MediaFill } from './media.ts';
import { notedParts, partsOf, type NotedPart } from './parts/index.ts';
import { runOf } from './runs.ts';
import { carcassPieces, supportOf, type VesselSupport } from './support.ts';
import { stepsOf, type BuildStep } from './steps/index.ts';
import { stockLengthOf } from './stocks.ts';
import type { DrilledHole, Joint, Piece, BuildQuestion, BuiltPipe } from './types.ts';

/** Everything that is built of a system, from its figures: plain data. */

/** A piece that was cut and what the design now says of it. */
export interface CutState {
  readonly id: string;
  readonly was: Metres;
  /** Null where the design has no such piece any more. */
  readonly is: Metres | null;
  readonly state: 'fits' | 'long' | 'short' | 'gone';
}

export interface BuildPlan {
  readonly runs: readonly BuiltPipe[];
  readonly pieces: readonly Piece[];
  readonly joints: readonly Joint[];
  readonly holes: readonly DrilledHole[];
  readonly questions: readonly BuildQuestion[];
  readonly cuttings: readonly Cutting[];
  readonly coils: readonly Coil[];
  readonly stands: readonly VesselSupport[];
  readonly media: readonly MediaFill[];
  readonly parts: readonly NotedPart[];
  readonly steps: readonly BuildStep[];
  readonly cost: Cost;
  readonly cut: readonly CutState[];
  /** Of everything, full, kg. */
  readonly weight: number;
}

/** A piece within this of its length still fits: what a socket forgives. */
const FITS: Metres = 0.002;

/** What was cut, against what the design says now. */
export function cutStates(s: SystemDocument, pieces: readonly Piece[]): CutState[] {
  const now = new Map(pieces.map((p) => [p.id, p.cut]));
  return s.build.cut.map(({ id, length }): CutState => {
    const is = now.get(id) ?? null;
    const state =
      is === null
        ? 'gone'
        : Math.abs(length - is) <= FITS
          ? 'fits'
          : length > is
            ? 'long'
            : 'short';
    return { id, was: length, is, state };
  });
}

/** What a system is built of, in what order, and what it costs. */
export function buildPlan(c: Figures): BuildPlan {
  const { system: s } = c;
  const runs = s.paths.map((p) => runOf(s, p, (stock) => stockLengthOf(s, stock)));
  const holes = spreadHoles(
    s,
    runs.flatMap((r) => r.holes),
  ).map((h): DrilledHole => ({ ...h, under: underWater(c, h) }));
  const stands = s.vessels.flatMap((v): VesselSupport[] => {
    const x = supportOf(c, v.id, holes);
    return x ? [x] : [];
  });
  const pieces = [
    ...runs.flatMap((r) => r.pieces),
    ...stands.flatMap((x) => x.pieces),
    ...s.vessels.flatMap((v) => carcassPieces(s, v)),
  ];
  const joints = runs.flatMap((r) => r.joints);
  const made = {
    pieces,
    joints,
    holes,
    stands,
    cuttings: cuttingsOf(s, pieces),
    coils: coilsOf(pieces),
    media: mediaOf(s),
  };
  const lines = partsOf(c, made);
  const parts = notedParts(s, lines);
  return {
    runs,
    ...made,
    questions: [
      ...runs.flatMap((r) => r.questions),
      ...stands.flatMap((x) => x.questions),
      ...holeQuestions(s, holes),
      ...boughtQuestions(s, pieces),
    ],
    parts,
    steps: stepsOf({ c, ...made, parts: lines }),
    cost: costOf(c, parts),
    cut: cutStates(s, pieces),
    weight: c.a.weights.reduce((sum, w) => sum + w.mass, 0),
  };
}
