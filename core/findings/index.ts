/** DayTrace and assessment → Findings: sentence, measure, limit, why, fixes. One rule a file, in `rules/`. */
export * from './types.ts';
export * from './stages.ts';
export type { VerdictContext, Context, DaySummary, Level, Verdict } from './rule.ts';
export { RULES, ruleOf, type FindingId } from './rules/index.ts';
export * from './judge.ts';
export * from './alike.ts';
export * from './derivation.ts';
export * from './fixes.ts';
export * from './reminders.ts';
export { geometryChecks, GUARD_CLEAR } from './rules/siphon-geometry.ts';
export { DUTY_RANGE } from './rules/duty-range.ts';
export * from './solve.ts';
