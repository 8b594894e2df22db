/** The longest name that a file may hold. */
export const LONGEST_NAME = 120;

/** Text on one line: control signs, line ends, and signs that turn the direction of what follows are spaces. */
export const plainText = (text: string): string =>
  text
    .replace(/[\p{Cc}\u2028\u2029\u200e\u200f\u202a-\u202e\u2066-\u2069]+/gu, ' ')
    // Half a sign, and two that no document of marks may hold.
    .replace(/[\p{Surrogate}\ufffe\uffff]/gu, '');

/**
 * A name as one line of text, which no terminal, table or drawing takes as a command. Nothing but such signs
 * leaves nothing.
 */
export const plainName = (name: string): string =>
  plainText(name).replace(/ {2,}/g, ' ').trim().slice(0, LONGEST_NAME);
