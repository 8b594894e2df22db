/** Whether a text has every one of the words that are looked for, in any order; all texts have none. */
export function hasWords(text: string, looked: string): boolean {
  const low = text.toLocaleLowerCase();
  return looked
    .toLocaleLowerCase()
    .split(/\s+/)
    .every((word) => low.includes(word));
}
