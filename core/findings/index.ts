/** DayTrace and accounts → Findings: sentence, measure, limit, why, fixes. One file a subject. */
export * from './types.ts';
export * from './stages.ts';
export * from './judge.ts';
export * from './fixes.ts';
export * from './reminders.ts';
export { geometryChecks } from './siphon.ts';
export * from './drills.ts';
export * from './drillFixes.ts';
