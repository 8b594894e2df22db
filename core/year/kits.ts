import type { EntryValues, ReadValues } from '../entries/types.ts';
import { KIT_ERROR } from '../limits/index.ts';
import { chance } from '../numerics/chance.ts';
import type { Interval, ReadingId } from '../system/index.ts';

/** What kits and pens show of water whose values are known: bands of colours, and errors within what they are good for. */

/** Colours of common kits, mg/L as N. */
export const KIT_COLOURS = {
  tan: [0, 0.25, 0.5, 1, 2, 4, 8],
  nitrite: [0, 0.25, 0.5, 1, 2, 5, 10],
  nitrate: [0, 5, 10, 20, 40, 80],
} as const;
type Coloured = keyof typeof KIT_COLOURS;
/** Share of a step between two colours within which the nearer one alone is seen. */
const ON_COLOUR = 0.08;
/** A colour is read off by so much of its value. */
const COLOUR_ERROR = 0.08;
/** Smallest step of what is not a colour. */
const STEP = { temperature: 0.5, ph: 0.1, alkalinity: 5, oxygen: 0.1, chloride: 10 } as const;
type Stepped = keyof typeof STEP;

/** The colours between which a value lies, or the one that it lies on. */
export function colourBand(value: number, colours: readonly number[]): Interval {
  for (let i = 1; i < colours.length; i++) {
    const [low, high] = [colours[i - 1]!, colours[i]!];
    if (value > high) continue;
    if (value - low < ON_COLOUR * (high - low)) return [low, low];
    return high - value < ON_COLOUR * (high - low) ? [high, high] : [low, high];
  }
  return [colours.at(-1)!, colours.at(-1)!];
}

const toStep = (x: number, step: number) =>
  Math.round(Math.max(0, Math.round(x / step) * step) * 1e6) / 1e6;

/** Values that a test may be asked for. */
export type Tested = Readonly<Record<Coloured | Stepped, number>>;

/** The kits of a grower. @param seed the same gives the same errors */
export class Kits {
  private readonly random: () => number;
  constructor(seed: number) {
    this.random = chance(seed);
  }
  private error(size: number): number {
    return size * (2 * this.random() - 1);
  }
  /** What is read of some values; what no kit of the house tells is left out. */
  read(ids: readonly ReadingId[], now: Tested): ReadValues {
    const out: Record<string, unknown> = {};
    for (const id of ids) {
      if (id in KIT_COLOURS) {
        const key = id as Coloured;
        out[key] = colourBand(now[key] * (1 + this.error(COLOUR_ERROR)), KIT_COLOURS[key]);
      } else if (id in STEP) {
        const key = id as Stepped;
        const error =
          key === 'alkalinity'
            ? Math.min(KIT_ERROR.alkalinity, KIT_ERROR.alkalinityShare * now.alkalinity)
            : KIT_ERROR[key];
        // Half of the error is the kit's, the other half its smallest step.
        out[key] = toStep(now[key] + this.error(error / 2), STEP[key]);
      }
    }
    return out as Partial<EntryValues>;
  }
}
