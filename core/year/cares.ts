/** Who looks after a season: a grower who tests and follows the plan of care, nobody but what is planned, or nobody. */
export const CARES = ['tended', 'planned', 'none'] as const;
export type CareOfSeason = (typeof CARES)[number];
