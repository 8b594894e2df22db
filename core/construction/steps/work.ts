import type { Figures } from '../../assess/figures.ts';
import type { Coil, Cutting } from '../cutting.ts';
import type { MediaFill } from '../media.ts';
import type { PartLine } from '../parts/index.ts';
import type { VesselSupport } from '../support.ts';
import type { Hole, Joint, Piece } from '../types.ts';

/** What the steps follow from. */
export interface Work {
  readonly c: Figures;
  readonly pieces: readonly Piece[];
  readonly joints: readonly Joint[];
  readonly holes: readonly Hole[];
  readonly cuttings: readonly Cutting[];
  readonly coils: readonly Coil[];
  readonly stands: readonly VesselSupport[];
  readonly media: readonly MediaFill[];
  readonly parts: readonly PartLine[];
}
