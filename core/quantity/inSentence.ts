/** First words of names that stay as they are within a sentence: places, people and letters. */
const PROPER = new Set([
  'African',
  'Asian',
  'Boston',
  'Chinese',
  'European',
  'French',
  'Japanese',
  'Malabar',
  'Nile',
  'Siamese',
  'Swiss',
  'Thai',
]);

/**
 * A name within a sentence: with a small first letter, unless its first word is a name of its own or an abbreviation.
 *
 * @example inSentence('Vitamin C') === 'vitamin C'; inSentence('European perch') === 'European perch'
 */
export function inSentence(name: string): string {
  const first = name.split(/[\s-]/, 1)[0]!;
  if (PROPER.has(first) || /^.[A-Z0-9]/.test(first) || first.length === 1) return name;
  return name.charAt(0).toLowerCase() + name.slice(1);
}
