/** Network, and a cycle of it → what a system is worth without its whole day: balance, duties, windows, beds. */
export * from './compile.ts';
export * from './waterBalance.ts';
export * from './supply.ts';
export * from './cycle.ts';
export * from './assess.ts';
export * from './dutyCurve.ts';
export * from './split.ts';
export * from './turnover.ts';
export * from './figures.ts';
