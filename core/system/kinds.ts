import {
  AIR_PUMPS,
  CROPS,
  DECHLORINATORS,
  FISH,
  HEATERS,
  LAMPS,
  PROGRAMMES,
  type AirPump,
  type CropKind,
  type Dechlorinator,
  type FishKind,
  type Heater,
  type Lamp,
  type Programme,
} from '../catalogue/index.ts';
import type { SystemDocument } from './types.ts';

/** Kinds to choose from: the grower's own entries, then the catalogue's; an own entry wins over one of its id. */

type Row = { readonly id: string };
type HasOwn = Pick<SystemDocument, 'own'>;

const both = <T extends Row>(own: readonly T[], rows: readonly T[]): readonly T[] =>
  own.length ? [...own, ...rows.filter((r) => !own.some((o) => o.id === r.id))] : rows;

/** Kinds of fish and shrimp. */
export const fishKinds = (s: HasOwn): readonly FishKind[] => both(s.own.fish, FISH);
/** Crops. */
export const cropKinds = (s: HasOwn): readonly CropKind[] => both(s.own.crops, CROPS);
/** What takes chlorine out. */
export const dechlorinators = (s: HasOwn): readonly Dechlorinator[] =>
  both(s.own.dechlorinators, DECHLORINATORS);
/** Nutrient programmes. */
export const programmes = (s: HasOwn): readonly Programme[] => both(s.own.programmes, PROGRAMMES);
/** Air pumps with their stones. */
export const airPumps = (s: HasOwn): readonly AirPump[] => both(s.own.airPumps, AIR_PUMPS);
/** Heaters. */
export const heaters = (s: HasOwn): readonly Heater[] => both(s.own.heaters, HEATERS);
/** Lamps. */
export const lamps = (s: HasOwn): readonly Lamp[] => both(s.own.lamps, LAMPS);

const FISH_BY_ID = new Map(FISH.map((k) => [k.id, k]));
const CROP_BY_ID = new Map(CROPS.map((k) => [k.id, k]));

/** The kind of some fish; nothing where it is not named or not known. */
export const fishKindOf = (s: HasOwn, id: string | null): FishKind | undefined =>
  id === null ? undefined : (s.own.fish.find((k) => k.id === id) ?? FISH_BY_ID.get(id));
/** The kind of a crop; nothing where it is not known. */
export const cropKindOf = (s: HasOwn, id: string): CropKind | undefined =>
  s.own.crops.find((k) => k.id === id) ?? CROP_BY_ID.get(id);
