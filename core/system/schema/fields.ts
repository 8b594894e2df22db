import Joi from 'joi';
import { FIELDS } from '../fields.ts';
import { ID, RESERVED } from '../loose.ts';
import { LONGEST_NAME } from '../plainName.ts';

/** Pieces of the schema: numbers in the range of their field, ids, names, pairs. */

/** A number within the range of a field. @param at the field, parts of lists as `*` */
export const num = (at: keyof typeof FIELDS & string): Joi.NumberSchema => {
  const field = FIELDS[at]!;
  return Joi.number().strict().min(field.min).max(field.max).required().label(field.label);
};
export const id = Joi.string()
  .pattern(ID)
  .invalid(...RESERVED)
  .required();
/** One line of text: no control signs, which other programs would take as commands. */
export const name = Joi.string()
  .min(1)
  .max(LONGEST_NAME)
  .pattern(/^[^\u0000-\u001f\u007f-\u009f\u2028\u2029]*$/)
  .required();
/** One line of text of the grower’s, or none. */
export const oneLine = (most: number) =>
  Joi.string()
    .allow('')
    .max(most)
    .pattern(/^[^\u0000-\u001f\u007f-\u009f\u2028\u2029]*$/)
    .required();
/** One of the ids of a catalogue’s rows. */
export const oneOfRows = (rows: readonly { id: string }[]) =>
  Joi.string()
    .valid(...rows.map((r) => r.id))
    .required();

/**
 * A list of number pairs, each within its limits.
 *
 * @param first least and greatest of each first number, in SI
 * @param second likewise of each second number
 * @param least fewest pairs
 * @param most most pairs
 */
export const pairs = (
  first: readonly [number, number],
  second: readonly [number, number],
  least: number,
  most: number,
) =>
  Joi.array()
    .items(
      Joi.array().ordered(
        Joi.number().strict().min(first[0]).max(first[1]).required(),
        Joi.number().strict().min(second[0]).max(second[1]).required(),
      ),
    )
    .min(least)
    .max(most);
/** A share of voids, or nothing where the table’s counts. @param at the field whose range counts */
export const voids = (at: keyof typeof FIELDS & string) => num(at).allow(null);
