/** What the bench uses of the package, which brings no declarations of its own. */
export declare class Solver {
  constructor(size: number);
  denseOutput: boolean;
  absoluteTolerance: number | number[];
  relativeTolerance: number | number[];
  maxSteps: number;
  solve(
    rates: (x: number, y: number[]) => number[],
    x: number,
    y0: number[],
    xEnd: number,
    /** Answering false halts. */
    after?: (
      step: number,
      xOld: number,
      x: number,
      y: number[],
      dense?: (component: number, x: number) => number,
    ) => boolean,
  ): { y: number[]; xEnd: number };
}
