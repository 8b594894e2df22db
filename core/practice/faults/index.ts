import { PRACTICE_LIFE_FAULTS } from './life.ts';
import { WATER_FAULTS } from './water.ts';
import type { PracticeBasis } from '../basis.ts';
import type { Hidden } from '../types.ts';
import type { PracticeFault } from './definition.ts';

/** Every fault that is practised. */
export const PRACTICE_FAULTS: readonly PracticeFault[] = [...WATER_FAULTS, ...PRACTICE_LIFE_FAULTS];
const BY_ID = new Map(PRACTICE_FAULTS.map((f) => [f.id, f]));
/** @throws RangeError where there is no such fault */
export function practiceFaultOf(id: string): PracticeFault {
  const f = BY_ID.get(id);
  if (!f) throw new RangeError(`No fault ${id}`);
  return f;
}
/** The part of a system at which hands put a hidden fault right. */
export const repairPart = (
  g: PracticeBasis,
  { kind, about }: Pick<Hidden, 'kind' | 'about'>,
): string => practiceFaultOf(kind).partAt?.(g, about) ?? about;

export { NO_EFFECT, type Effects, type PracticeFault } from './definition.ts';
export { TESTED_FAULT_KINDS, severity } from './water.ts';
