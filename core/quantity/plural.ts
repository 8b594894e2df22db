/** The language of all texts: rules of another are added with its texts. */
const RULES = new Intl.PluralRules('en');

/**
 * A text in the form that a count needs.
 *
 * @param one form for the singular; # stands for the number
 * @param other form for every other number; # stands for the number
 * @source Unicode CLDR plural rules, by Intl.PluralRules
 */
export const plural = (n: number, one: string, other: string): string =>
  (RULES.select(n) === 'one' ? one : other).replaceAll('#', String(n));
