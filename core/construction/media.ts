import { mediumById } from '../catalogue/index.ts';
import { grossTo } from '../assess/waterBalance.ts';
import { boreArea } from '../water/constants.ts';
import type { CubicMetres, Kilograms, Share } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';

/** What fills beds and pots: how much is bought, and how it is carried. */

/** Dust and broken pieces that go out with the rinsing water, share of what is bought. Practice. */
export const RINSE_LOSS: Share = 0.05;
/** A builder’s barrow carries so much before it tips. */
export const BARROW: { readonly volume: CubicMetres; readonly mass: Kilograms } = {
  volume: 0.06,
  mass: 80,
};
/** Density of what is not in the table, kg/L. */
const STONE = { dry: 1.5, wet: 1.55 } as const;

/** A medium in its place, from the floor up. */
export interface MediaFill {
  readonly vessel: string;
  readonly medium: string;
  readonly name: string;
  /** Gross volume that it fills. */
  readonly volume: CubicMetres;
  /** With what is lost in rinsing. */
  readonly bought: CubicMetres;
  readonly bags: number;
  readonly dry: Kilograms;
  readonly wet: Kilograms;
  readonly barrows: number;
  readonly inPots: boolean;
}

function fill(
  s: SystemDocument,
  vessel: string,
  medium: string,
  volume: CubicMetres,
  inPots: boolean,
): MediaFill {
  const m = mediumById(medium);
  const bought = volume / (1 - RINSE_LOSS);
  const wet = volume * 1000 * (m?.wetDensity ?? STONE.wet);
  return {
    vessel,
    medium,
    name: m?.name ?? medium,
    volume,
    bought,
    bags: Math.ceil(bought / s.build.bag - 1e-9),
    dry: bought * 1000 * (m?.dryDensity ?? STONE.dry),
    wet,
    barrows: Math.max(Math.ceil(bought / BARROW.volume), Math.ceil(wet / BARROW.mass)),
    inPots,
  };
}

/** The media of a system: layers from the floor up, then what its pots hold. */
export function mediaOf(s: SystemDocument): MediaFill[] {
  return s.vessels.flatMap((v, i): MediaFill[] => {
    const out: MediaFill[] = [];
    if (v.media) {
      let below = 0;
      for (const layer of [...v.media.layers, v.media]) {
        const gross = grossTo(s, i, layer.top);
        if (gross - below > 1e-9) out.push(fill(s, v.id, layer.medium, gross - below, false));
        below = gross;
      }
    }
    if (v.pots) {
      const held = v.count * v.pots.count * boreArea(v.pots.diameter) * v.pots.height;
      out.push(fill(s, v.id, v.pots.medium, held, true));
    }
    return out;
  });
}
