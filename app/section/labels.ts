/** A small text in the drawing, by where it starts on its line, px. */
export interface Label {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/** Width of a letter and height of a line of the small labels, px. */
export const LETTER = 6.6;
const LINE = 13;

/** Whether two labels would cover each other. */
export const covers = (
  a: Pick<Label, 'x' | 'y' | 'text'>,
  b: Pick<Label, 'x' | 'y' | 'text'>,
): boolean =>
  Math.abs(a.y - b.y) < LINE &&
  a.x < b.x + b.text.length * LETTER &&
  b.x < a.x + a.text.length * LETTER;

/**
 * Keys of the labels that there is room for, the first come first: one that would cover another is left
 * out, since its number stands in the panel too.
 */
export function roomFor(labels: readonly Label[]): ReadonlySet<string> {
  const kept: Label[] = [];
  for (const l of labels) {
    if (kept.some((k) => covers(k, l))) continue;
    kept.push(l);
  }
  return new Set(kept.map((l) => l.key));
}

/** A word cut to a width. @param letter of its letters, px */
export function cutTo(word: string, width: number, letter = LETTER): string {
  const most = Math.max(1, Math.floor(width / letter));
  return word.length <= most ? word : `${word.slice(0, most - 1).trimEnd()}…`;
}
