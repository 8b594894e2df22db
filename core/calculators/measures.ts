import { MEASURED_DOSE } from '../limits/index.ts';
import { litres, say, type Phrase } from '../quantity/index.ts';

/** Doses in measures that people own. */

const TEASPOON_ML = 5;

/** Quarters of a spoon in words. */
function spoons(count: number): string {
  const quarters = Math.round(count * 4);
  const whole = Math.floor(quarters / 4);
  const part = ['', '¼', '½', '¾'][quarters % 4]!;
  return whole === 0 ? part : `${whole}${part ? ` ${part}` : ''}`;
}

/**
 * A powder in level metric teaspoons.
 *
 * @param kilograms of it
 * @param perSpoon g in a level teaspoon; null where it is not known
 */
export function powder(kilograms: number, perSpoon: number | null): Phrase {
  const grams = kilograms * 1000;
  if (perSpoon === null || grams < perSpoon / 8) return say`weigh it`;
  const count = grams / perSpoon;
  if (count > 40)
    return say`about ${litres(Math.round((count * TEASPOON_ML) / 100) / 10_000)} of it`;
  return count > 1.1
    ? say`about ${spoons(count)} level metric teaspoons`
    : say`about ${spoons(count)} level metric teaspoon`;
}

/** A liquid in teaspoons, or in drops where it is little. @param cubicMetres of it @param dropsPerMl of this bottle */
export function liquidMeasures(cubicMetres: number, dropsPerMl = 1 / MEASURED_DOSE.dropMl): Phrase {
  const ml = cubicMetres * 1e6;
  const drops = Math.round(ml * dropsPerMl);
  // A drop that is too much is no measure: the steps say how a weaker solution is made up.
  if (ml * dropsPerMl < MEASURED_DOSE.leastDrops) return say`as a weaker solution`;
  if (ml < 2.5) return say`${String(drops)} drops of this bottle`;
  if (ml < 100)
    return say`${String(Math.round(ml * 10) / 10)} cc, ${spoons(ml / TEASPOON_ML)} metric teaspoons`;
  return say`${String(Math.round(ml))} cc`;
}
