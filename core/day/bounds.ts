import { atRest, drainedMark, floodMark } from '../network/statics.ts';
import { UNCOVER, type Network } from '../network/types.ts';
import type { LevelCrossing } from './types.ts';

/**
 * What a step should not run far over: a spill begins with a kink at its crest, and what runs back through a
 * line ends with one as its end is uncovered; just past a kink a step ends; beyond the level at which a siphon starts or breaks, it would only be tried again.
 */
export interface Bound {
  readonly vessel: number;
  readonly level: number;
  readonly rising: boolean;
  readonly kink: boolean;
}

export interface CountedLevel {
  readonly vessel: number;
  readonly level: number;
  readonly mark: LevelCrossing['mark'];
}

/** A level this close to a bound counts as at it, m. */
export const AT_BOUND = 1e-6;

/** Levels at which something of a network begins or turns, as a step should know them. */
export function boundsOf(net: Network, marks: readonly CountedLevel[]): Bound[] {
  const crest = (vessel: number, level: number): Bound => ({
    vessel,
    level,
    rising: true,
    kink: true,
  });
  const turn = (vessel: number, level: number, rising: boolean): Bound => ({
    vessel,
    level,
    rising,
    kink: false,
  });
  return net.paths.flatMap((p): Bound[] => {
    if (p.kind === 'link') {
      return [
        crest(p.from, p.sillFrom - net.vessels[p.from]!.floorZ),
        crest(p.to, p.sillTo - net.vessels[p.to]!.floorZ),
      ];
    }
    if (p.kind === 'back') {
      const end = p.endZ - net.vessels[p.from]!.floorZ;
      const falling = (level: number): Bound => ({ ...turn(p.from, level, false), kink: true });
      return [crest(p.from, end), falling(end + UNCOVER), falling(end)];
    }
    if (p.kind !== 'drain') return [];
    if (!p.prime) return [crest(p.from, p.crest)];
    const flood = marks.find((m) => m.vessel === p.from && m.mark === 'flood');
    return [
      crest(p.from, p.crest),
      turn(p.from, p.prime.breakLevel, false),
      ...(flood && p.siphon ? [turn(p.from, flood.level, true)] : []),
    ];
  });
}

/** Marks whose crossings the metrics count: of every vessel that is flooded and drained. */
export function countedLevels(net: Network): CountedLevel[] {
  const { at } = atRest(net);
  return net.vessels.flatMap((v, vessel): CountedLevel[] => {
    if (v.floodLevel === null) return [];
    const flood = floodMark(net, vessel, at);
    return [
      { vessel, level: flood, mark: 'flood' },
      { vessel, level: v.floodLevel / 2, mark: 'half' },
      { vessel, level: drainedMark(net, vessel, flood), mark: 'low' },
    ];
  });
}
