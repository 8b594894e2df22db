/**
 * LU factors of a small dense matrix, in place, with row exchanges; row by row in one array.
 *
 * @param a the matrix, n × n values; receives the factors
 * @param pivots receives n row numbers
 */
export function luFactor(a: Float64Array, n: number, pivots: Int32Array): void {
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k + 1; i < n; i++) {
      if (Math.abs(a[i * n + k]!) > Math.abs(a[best * n + k]!)) best = i;
    }
    pivots[k] = best;
    if (best !== k) {
      for (let j = 0; j < n; j++) {
        const t = a[k * n + j]!;
        a[k * n + j] = a[best * n + j]!;
        a[best * n + j] = t;
      }
    }
    const d = 1 / a[k * n + k]!;
    for (let i = k + 1; i < n; i++) {
      const l = a[i * n + k]! * d;
      a[i * n + k] = l;
      if (l === 0) continue;
      for (let j = k + 1; j < n; j++) a[i * n + j] = a[i * n + j]! - l * a[k * n + j]!;
    }
  }
}

/**
 * Solves with the factors of {@link luFactor}, overwriting the right-hand side.
 *
 * @param b n values; receives the solution
 */
export function luSolve(lu: Float64Array, n: number, pivots: Int32Array, b: Float64Array): void {
  for (let k = 0; k < n; k++) {
    const p = pivots[k]!;
    if (p !== k) {
      const t = b[k]!;
      b[k] = b[p]!;
      b[p] = t;
    }
  }
  for (let i = 1; i < n; i++) {
    let s = b[i]!;
    for (let j = 0; j < i; j++) s -= lu[i * n + j]! * b[j]!;
    b[i] = s;
  }
  for (let i = n - 1; i >= 0; i--) {
    let s = b[i]!;
    for (let j = i + 1; j < n; j++) s -= lu[i * n + j]! * b[j]!;
    b[i] = s / lu[i * n + i]!;
  }
}
