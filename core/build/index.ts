/** From the judged design to what is cut, drilled, bought, done and paid: all of it derived. */
export { buildPlan, cutStates, type BuildPlan, type CutState } from './plan.ts';
export { buildKey } from './keys.ts';
export { stockKind, stockLengthOf, stockName } from './stocks.ts';
export { buildOf, isRaised, linerOf, type Stand } from './stand.ts';
export { BARROW, RINSE_LOSS, type MediaFill } from './media.ts';
export { isRound, reachOfHole } from './holes.ts';
export { HOSE_SLACK, sizeOf } from './course.ts';
export type { Cutting, Coil } from './cutting.ts';
export type { Bar, Nesting } from './nesting.ts';
export type { Cost, RunningCost } from './cost.ts';
export { notedParts, SHOPS, type NotedPart, type Shop } from './parts/index.ts';
export * from './steps/index.ts';
export type * from './types.ts';
