import {
  ALKALINITY_RANGE,
  NITRATE_RANGE,
  UNIONISED_LIMITS,
  CHLORINE_LIMITS,
  AQUAPONIC_PH,
  FLOW_LIMITS,
  SOLUTION_STRAY,
  SOLUTION_STRAY_PH,
  SOLUTION_WARMTH,
} from '../limits/index.ts';
import { KIT_SCALES, cropRange, tanAt } from '../life/index.ts';
import { pumpDutyFlow, fillTime } from '../derived/index.ts';
import type { ReadingId } from '../system/index.ts';
import type { Tended } from './tended.ts';

/** The safe bands of this system: what suits its fish, crops and bacteria, and beyond what it does harm. */

export interface Band {
  /** As it should be; ends without a limit are infinite. */
  readonly good: readonly [number, number];
  /** Outside this it does harm. */
  readonly edge: readonly [number, number];
}

type Pair = readonly [number, number];

/** What suits all of several ranges; the widest that every one touches where they have nothing in common. */
const common = (ranges: readonly Pair[]): Pair => {
  const low = Math.max(...ranges.map((r) => r[0]));
  const high = Math.min(...ranges.map((r) => r[1]));
  return low <= high ? [low, high] : [high, low];
};
/** The part of a range within limits; the limits where it lies outside them. */
const within = ([low, high]: Pair, [least, most]: Pair): Pair => {
  const cut: Pair = [Math.max(low, least), Math.min(high, most)];
  return cut[0] <= cut[1] ? cut : [least, most];
};

const asN = (nitrate: number): number => nitrate * KIT_SCALES.no3.factor;

/** Warmth in which every kind of fish thrives. */
export const bestTemperature = (t: Tended): Pair => {
  const kinds = t.life.groups.map((g) => g.kind);
  return within(common(kinds.map((k) => k.best)), common(kinds.map((k) => k.survives)));
};
/** Warmth that all of them bear well: half way from where they thrive to where they die. */
const borne = (t: Tended): Pair => {
  const survives = common(t.life.groups.map((g) => g.kind.survives));
  const best = bestTemperature(t);
  return [(survives[0] + best[0]) / 2, (survives[1] + best[1]) / 2];
};

/** pH in which all of the species live, those that are still to come among them. */
export const fishPhRange = (t: Tended): Pair => common(t.life.groups.map((g) => g.kind.ph));

function fishBands(t: Tended): Partial<Record<ReadingId, Band>> {
  const kinds = t.life.groups.map((g) => g.kind);
  const survives = common(kinds.map((k) => k.survives));
  const ph = fishPhRange(t);
  const temperature = t.latest.temperature?.value ?? t.system.site.waterTemperature;
  const acidity = t.latest.ph?.value ?? t.life.ph;
  const farmed = Math.min(...kinds.map((k) => k.tan));
  const tan = (limit: number) => Math.min(farmed, tanAt(limit, temperature, acidity));
  const stress = Math.max(...kinds.map((k) => k.oxygen.stress));
  return {
    temperature: { good: borne(t), edge: survives },
    ph: { good: within(AQUAPONIC_PH.good, ph), edge: ph },
    tan: { good: [0, tan(UNIONISED_LIMITS.caution)], edge: [0, tan(UNIONISED_LIMITS.act)] },
    nitrite: {
      good: [0, Math.min(...kinds.map((k) => k.nitrite[0]))],
      edge: [0, Math.min(...kinds.map((k) => k.nitrite[1]))],
    },
    nitrate: {
      good: [t.hasPlants ? asN(NITRATE_RANGE.low) : 0, asN(NITRATE_RANGE.high)],
      edge: [0, asN(NITRATE_RANGE.most)],
    },
    oxygen: {
      good: [Math.max(...kinds.map((k) => k.oxygen.comfort)), Infinity],
      edge: [stress, Infinity],
    },
    alkalinity: {
      good: [ALKALINITY_RANGE.low, ALKALINITY_RANGE.high],
      edge: [ALKALINITY_RANGE.floor, Infinity],
    },
    chlorine: {
      good: [0, CHLORINE_LIMITS.target],
      edge: [0, CHLORINE_LIMITS.acute],
    },
  };
}

function solutionBands(t: Tended): Partial<Record<ReadingId, Band>> {
  const ec = cropRange(t.life.plantings, (k) => k.conductivity);
  const ph = cropRange(t.life.plantings, (k) => k.ph);
  const strength = t.system.solution?.strength ?? 1;
  return {
    temperature: { good: SOLUTION_WARMTH.best, edge: SOLUTION_WARMTH.edge },
    ...(ec
      ? {
          conductivity: {
            good: [ec.low * strength, ec.high * strength] as const,
            edge: [
              ec.low * strength * (1 - SOLUTION_STRAY.strength),
              ec.high * strength * (1 + SOLUTION_STRAY.strength),
            ] as const,
          },
        }
      : {}),
    ...(ph
      ? {
          ph: {
            good: [ph.low, ph.high] as const,
            edge: [ph.low - SOLUTION_STRAY_PH.ph, ph.high + SOLUTION_STRAY_PH.ph] as const,
          },
        }
      : {}),
  };
}

/** The safe bands of what is read here; what has none is not there. */
export const bandsOf = (t: Tended): Partial<Record<ReadingId, Band>> =>
  t.hasFish ? fishBands(t) : t.isSolution ? solutionBands(t) : {};

/** What a part should read by this design: a line its flow, a bed its time to fill. */
export function partBand(t: Tended, id: ReadingId, about: string): Band | undefined {
  if (id === 'flow') {
    const flow = pumpDutyFlow.value(t.c, about);
    return flow === null
      ? undefined
      : { good: [FLOW_LIMITS.weak * flow, Infinity], edge: [FLOW_LIMITS.failing * flow, Infinity] };
  }
  if (id !== 'fillTime') return undefined;
  const fill = fillTime.value(t.c, about);
  if (fill === null || !Number.isFinite(fill)) return undefined;
  return {
    good: [fill / FLOW_LIMITS.slowFill, fill * FLOW_LIMITS.slowFill],
    edge: [fill / FLOW_LIMITS.slowFill ** 2, fill * FLOW_LIMITS.slowFill ** 2],
  };
}

export type BandLevel = 'good' | 'watch' | 'bad';
/** How a value stands to its band; without one it is good. */
export function standing(band: Band | undefined, value: number): BandLevel {
  if (!band) return 'good';
  const slack = 1e-9;
  if (value < band.edge[0] - slack || value > band.edge[1] + slack) return 'bad';
  return value < band.good[0] - slack || value > band.good[1] + slack ? 'watch' : 'good';
}
