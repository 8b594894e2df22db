/** Zone of this browser. */
export const hereZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';
