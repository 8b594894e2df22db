import { PH_SURVIVED } from './ph.ts';
import { CARBON_DIOXIDE_LIMITS, SENSITIVE_FROM } from './water.ts';

/** Limits that depend on the species: the strictest of those that live together. */

/** What of a species they depend on. */
interface Breathes {
  readonly oxygen: { readonly comfort: number };
}
const anySensitive = (species: readonly Breathes[]): boolean =>
  species.some((k) => k.oxygen.comfort >= SENSITIVE_FROM.oxygen);

/** Free carbon dioxide above which fish breathe hard, mg/L. */
export const carbonDioxideLimit = (species: readonly Breathes[]): number =>
  anySensitive(species) ? CARBON_DIOXIDE_LIMITS.sensitive : CARBON_DIOXIDE_LIMITS.usual;

/** pH that they survive for a day, [low, high]. */
export const phSurvived = (species: readonly Breathes[]): readonly [number, number] =>
  anySensitive(species) ? PH_SURVIVED.sensitive : PH_SURVIVED.usual;
