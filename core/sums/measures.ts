import { say, type Phrase } from '../quantity/index.ts';

/** Doses in measures that people own. */

const TEASPOON_ML = 5;
const DROP_ML = 0.05;

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
  return count > 40
    ? say`about ${String(Math.round((count * TEASPOON_ML) / 100) / 10)} L of it`
    : say`about ${spoons(count)} level teaspoon${count > 1.1 ? 's' : ''} (5 mL)`;
}

/** A liquid in teaspoons, or in drops where it is little. @param cubicMetres of it @param dropsPerMl of this bottle */
export function liquidMeasures(cubicMetres: number, dropsPerMl = 1 / DROP_ML): Phrase {
  const ml = cubicMetres * 1e6;
  if (ml < 2.5)
    return say`${String(Math.max(1, Math.round(ml * dropsPerMl)))} drops of this bottle`;
  if (ml < 100)
    return say`${String(Math.round(ml * 10) / 10)} cc, ${spoons(ml / TEASPOON_ML)} metric teaspoons`;
  return say`${String(Math.round(ml))} cc`;
}
