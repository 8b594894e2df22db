/** An id with a prefix that none of some entries has. */
export function freshId(prefix: string, taken: readonly { readonly id: string }[]): string {
  let i = taken.length + 1;
  while (taken.some((x) => x.id === `${prefix}${i}`)) i++;
  return `${prefix}${i}`;
}
