/** From the judged design to what is cut, drilled, bought, done and paid: all of it derived. */
export { buildPlan, type BuildPlan } from './plan.ts';
export { buildKey } from './keys.ts';
export { isTimber } from './types.ts';
export { stockKind, stockLengthOf, stockName } from './stocks.ts';
export { buildOf, type VesselSupport } from './support.ts';
export { faceOf, isRound, reachOfHole } from './holes.ts';
export { fittingSize } from './course.ts';
export type { StockBar } from './nesting.ts';
export { notedParts, SHOPS, type NotedPart } from './parts/index.ts';
export * from './steps/index.ts';
export type * from './types.ts';
