import type { CropKind } from '../catalogue/index.ts';

/** Crops that are cut once, of which heads can be wanted. */
export const headKinds = (kinds: readonly CropKind[]): CropKind[] =>
  kinds.filter((k) => k.harvest === 'once' && k.edible && k.daysToHarvest > 0);
/** Crops of which kilograms can be wanted. */
export const massKinds = (kinds: readonly CropKind[]): CropKind[] =>
  kinds.filter((k) => k.harvest !== 'none' && k.edible && k.daysToHarvest > 0);
