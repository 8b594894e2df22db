import type { Figures } from '../../assess/figures.ts';
import { lifeOf } from '../../life/index.ts';
import { USUAL_SEVERITY, type Severity } from '../severity.ts';
import { noAir, noPower, noPump } from './breath.ts';
import {
  deadFish,
  heaterOff,
  heaterStuck,
  overfeeding,
  phCrash,
  untreatedTap,
} from './chemistry.ts';
import type { LifeFaultTest, LifeFault } from './definition.ts';

export type { LifeFaultTest } from './definition.ts';

/** All faults of the living side, in the order of urgency. */
export const LIFE_FAULTS = [
  noPower,
  noPump,
  noAir,
  overfeeding,
  deadFish,
  untreatedTap,
  phCrash,
  heaterOff,
  heaterStuck,
] as const;

export type LifeFaultId = (typeof LIFE_FAULTS)[number]['id'];
/** A fault of the living side. @throws RangeError where there is none of that id */
export function lifeFaultOf(id: string): LifeFault {
  const fault = LIFE_FAULTS.find((f) => f.id === id);
  if (!fault) throw new RangeError(`No fault of the living side ${id}`);
  return fault;
}

/**
 * Every fault of the living side that this system can have, struck at the day’s worst.
 *
 * @returns none without fish, and none until the day is simulated
 */
export function lifeFaultTests(c: Figures, how: Severity = USUAL_SEVERITY): LifeFaultTest[] {
  const life = lifeOf(c);
  const { oxygen } = life;
  if (!oxygen || !life.groups.some((g) => g.count > 0)) return [];
  return LIFE_FAULTS.flatMap((fault) => {
    const found = fault.strike({ c, life, oxygen, how });
    return found ? [{ id: fault.id, advice: fault.advice, ...found }] : [];
  });
}
