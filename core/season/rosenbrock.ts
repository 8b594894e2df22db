import { luFactor, luSolve } from '../numerics/linear.ts';

/** A system of ordinary differential equations: writes dy/dt. Time in days. */
export type Rates = (t: number, y: Float64Array, dydt: Float64Array) => void;

/** Coefficients of Shampine's choice. */
const GAMMA = 1 / 2;
const A = { a21: 2, a31: 48 / 25, a32: 6 / 25 } as const;
const C = {
  c21: -8,
  c31: 372 / 25,
  c32: 12 / 5,
  c41: -112 / 125,
  c42: -54 / 125,
  c43: -2 / 5,
} as const;
const B = [19 / 9, 1 / 2, 25 / 108, 125 / 108] as const;
const E = [17 / 54, 7 / 36, 0, 125 / 108] as const;

/** A stepper for stiff systems; its arrays are made once. */
export interface Stepper {
  /**
   * Advances y from `from` to `till`.
   *
   * @param tolerance error of a step, relative, and of values near `floor` absolute
   * @returns steps taken
   * @throws RangeError where the step falls below what can be told apart
   */
  advance(from: number, till: number, y: Float64Array, tolerance: number): number;
}

/**
 * Rosenbrock formula of order 4 with an error estimate of order 3, of a system whose rates do not depend on time
 * within an interval. It is stable on stiff systems; linear relations between the states are kept to rounding.
 *
 * @param n number of states
 * @param floor size below which a state's error counts absolutely
 * @param coupled states that the rates depend on; those after them only add up
 * @source Kaps & Rentrop (1979), Numer. Math. 33, 55–68; coefficients of Shampine (1982), ACM Trans. Math. Softw. 8, 93–113
 */
export function rosenbrock(
  n: number,
  rates: Rates,
  floor: Float64Array,
  coupled: number = n,
): Stepper {
  const f0 = new Float64Array(n);
  const f = new Float64Array(n);
  const g1 = new Float64Array(n);
  const g2 = new Float64Array(n);
  const g3 = new Float64Array(n);
  const g4 = new Float64Array(n);
  const at = new Float64Array(n);
  const next = new Float64Array(n);
  const jacobian = new Float64Array(n * n);
  const lu = new Float64Array(n * n);
  const pivots = new Int32Array(n);
  let size = 0.01;

  function differentiate(t: number, y: Float64Array): void {
    at.set(y);
    for (let j = 0; j < coupled; j++) {
      const step = 1e-7 * Math.max(Math.abs(y[j]!), floor[j]!);
      at[j] = y[j]! + step;
      rates(t, at, f);
      at[j] = y[j]!;
      for (let i = 0; i < n; i++) jacobian[i * n + j] = (f[i]! - f0[i]!) / step;
    }
  }

  return {
    advance(from, till, y, tolerance) {
      let t = from;
      let steps = 0;
      let fresh = false;
      rates(t, y, f0);
      while (t < till - 1e-12) {
        let h = Math.min(size, till - t);
        if (till - t - h < 1e-9) h = till - t;
        if (!fresh) {
          differentiate(t, y);
          fresh = true;
        }
        for (let i = 0; i < n * n; i++) lu[i] = -jacobian[i]!;
        for (let i = 0; i < n; i++) lu[i * n + i]! += 1 / (GAMMA * h);
        luFactor(lu, n, pivots);
        g1.set(f0);
        luSolve(lu, n, pivots, g1);
        for (let i = 0; i < n; i++) at[i] = y[i]! + A.a21 * g1[i]!;
        rates(t + h, at, f);
        for (let i = 0; i < n; i++) g2[i] = f[i]! + (C.c21 * g1[i]!) / h;
        luSolve(lu, n, pivots, g2);
        for (let i = 0; i < n; i++) at[i] = y[i]! + A.a31 * g1[i]! + A.a32 * g2[i]!;
        rates(t + 0.6 * h, at, f);
        for (let i = 0; i < n; i++) g3[i] = f[i]! + (C.c31 * g1[i]! + C.c32 * g2[i]!) / h;
        luSolve(lu, n, pivots, g3);
        for (let i = 0; i < n; i++)
          g4[i] = f[i]! + (C.c41 * g1[i]! + C.c42 * g2[i]! + C.c43 * g3[i]!) / h;
        luSolve(lu, n, pivots, g4);
        let error = 0;
        for (let i = 0; i < n; i++) {
          next[i] = y[i]! + B[0] * g1[i]! + B[1] * g2[i]! + B[2] * g3[i]! + B[3] * g4[i]!;
          const scale = Math.max(Math.abs(y[i]!), Math.abs(next[i]!), floor[i]!);
          error = Math.max(error, Math.abs(E[0] * g1[i]! + E[1] * g2[i]! + E[3] * g4[i]!) / scale);
        }
        const ratio = error / tolerance;
        if (ratio <= 1) {
          t += h;
          y.set(next);
          rates(t, y, f0);
          fresh = false;
          steps++;
          const better = h * Math.min(4, Math.max(0.3, 0.85 * Math.max(ratio, 1e-6) ** (-1 / 4)));
          // A step cut short by the end says nothing against the size before it.
          size = t >= till - 1e-12 ? Math.max(size, better) : better;
        } else {
          size = Number.isFinite(ratio) ? h * Math.max(0.15, 0.85 * ratio ** (-1 / 4)) : h / 8;
          if (size < 1e-10) throw new RangeError(`The season cannot be simulated past day ${t}.`);
        }
      }
      return steps;
    },
  };
}
