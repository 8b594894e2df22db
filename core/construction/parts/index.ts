import type { Figures } from '../../assess/figures.ts';
import { pipeById } from '../../catalogue/index.ts';
import type { SystemDocument } from '../../system/index.ts';
import type { Coil, Cutting } from '../cutting.ts';
import type { MediaFill } from '../media.ts';
import type { VesselSupport } from '../support.ts';
import type { Hole, Joint, Piece } from '../types.ts';
import { livingParts } from './living.ts';
import { plumbingParts } from './plumbing.ts';
import { electricParts, stoneParts, timberParts, toolParts, vesselParts } from './structure.ts';
import { SHOPS, type NotedPart, type PartLine } from './types.ts';

/** The parts list: what is bought, where, how many, and what is noted of it. */

export * from './types.ts';

/** What the parts follow from, beside the system. */
export interface Made {
  readonly pieces: readonly Piece[];
  readonly joints: readonly Joint[];
  readonly holes: readonly Hole[];
  readonly cuttings: readonly Cutting[];
  readonly coils: readonly Coil[];
  readonly stands: readonly VesselSupport[];
  readonly media: readonly MediaFill[];
}

/** Every line of the parts list, by where it is bought. */
export function partsOf(c: Figures, made: Made): PartLine[] {
  const { system: s } = c;
  const lines = [
    ...vesselParts(s),
    ...plumbingParts(s, made),
    ...electricParts(s, c.a),
    ...timberParts(s, made.stands, made.cuttings),
    ...stoneParts(s, made.media),
    ...livingParts(c),
    ...toolParts(s, {
      holes: made.holes,
      rigid: made.pieces.some((p) => pipeById(p.stock)?.outside !== undefined),
      timber: made.cuttings.some((x) => x.kind === 'timber'),
    }),
  ];
  const order = SHOPS.map((x) => x.id);
  return lines.sort((a, b) => order.indexOf(a.shop) - order.indexOf(b.shop));
}

/** Lines with their price, source and whether they are there, as the document notes them. */
export function notedParts(s: SystemDocument, lines: readonly PartLine[]): NotedPart[] {
  const notes = new Map(s.build.parts.map((p) => [p.id, p]));
  return lines.map((l) => {
    const note = notes.get(l.id);
    return {
      ...l,
      price: note?.price ?? null,
      have: note?.have ?? false,
      source: note?.source ?? '',
    };
  });
}
