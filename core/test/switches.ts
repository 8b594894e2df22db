/** The order of switches as one word, to compare two solvers. */
export const switchesInOrder = (events: readonly { kind: string; where: string }[]): string =>
  events
    .filter((e) => !e.kind.startsWith('rim') && e.kind !== 'overflow-gulps')
    .map((e) => `${e.kind}@${e.where}`)
    .join(' ');
