/** Short name of a month, 1 … 12, in the person's language. */
export const monthName = (month: number): string =>
  new Date(Date.UTC(2001, month - 1, 15)).toLocaleDateString(undefined, {
    month: 'short',
    timeZone: 'UTC',
  });
