import { mediumById } from '../catalogue/index.ts';
import {
  assess,
  type Assessment,
  type BedFigures,
  type Duty,
  type SiphonWindow,
} from '../assess/assess.ts';
import {
  applyEdits,
  measured,
  vesselOf,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';

/** The part of a system that a number belongs to. */
export interface Subject {
  readonly s: SystemDocument;
  readonly a: Assessment;
  readonly id: string;
  readonly duty: Duty | undefined;
  readonly line: PumpedLine | undefined;
  readonly bed: BedFigures | undefined;
  readonly siphon: SiphonWindow | undefined;
  readonly index: number;
}

/** The system with a bed's voids at their low and at their high end, where they are not measured. */
export function endsOfVoids(
  s: SystemDocument,
  bed: string,
): readonly [SystemDocument, SystemDocument] | undefined {
  const v = vesselOf(s, bed);
  if (!v.media || v.media.voids !== null || measured(s, 'fill-time', bed)) return undefined;
  const medium = mediumById(v.media.medium);
  if (!medium) return undefined;
  const at = `vessels.${bed}.media.voids`;
  const [low, , high] = medium.voids;
  return [applyEdits(s, [{ at, to: low }]), applyEdits(s, [{ at, to: high }])];
}

/** A figure at the low and high end of a bed's voids, where they are not measured. */
export function overVoids(
  s: SystemDocument,
  bed: string,
  figure: (a: Assessment) => number,
): readonly [number, number] | undefined {
  const ends = endsOfVoids(s, bed)?.map((x) => figure(assess(x)));
  return ends && [Math.min(...ends), Math.max(...ends)];
}

/** Id of the first bed of a system, by which ranges over voids are shown. */
export const firstBed = (s: SystemDocument): string | undefined =>
  s.vessels.find((v) => v.role === 'bed')?.id;

/** A range where both its ends are finite. */
export const withRange = (
  range: readonly [number, number] | undefined,
): { range?: readonly [number, number] } =>
  range && Number.isFinite(range[0]) && Number.isFinite(range[1]) ? { range } : {};
