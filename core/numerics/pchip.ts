/**
 * Slopes at the points of a monotone piecewise cubic.
 *
 * @param xs strictly rising abscissae, at least two
 * @param ys ordinates
 * @throws RangeError where the abscissae do not rise
 * @source Fritsch & Butland (1984), SIAM J. Sci. Stat. Comput. 5, 300–304
 */
export function pchipSlopes(xs: readonly number[], ys: readonly number[]): number[] {
  const n = xs.length;
  if (n < 2 || ys.length !== n) throw new RangeError('pchip needs two points or more');
  const h: number[] = [];
  const d: number[] = [];
  for (let i = 0; i < n - 1; i++) {
    h.push(xs[i + 1]! - xs[i]!);
    if (!(h[i]! > 0)) throw new RangeError('pchip needs rising abscissae');
    d.push((ys[i + 1]! - ys[i]!) / h[i]!);
  }
  const m: number[] = new Array<number>(n).fill(0);
  m[0] = d[0]!;
  m[n - 1] = d[n - 2]!;
  for (let i = 1; i < n - 1; i++) {
    const a = d[i - 1]!;
    const b = d[i]!;
    if (a * b > 0) {
      const w1 = 2 * h[i]! + h[i - 1]!;
      const w2 = h[i]! + 2 * h[i - 1]!;
      m[i] = (w1 + w2) / (w1 / a + w2 / b);
    }
  }
  return m;
}

/**
 * Monotone piecewise cubic through points; arguments as for {@link pchipSlopes}.
 *
 * @returns the interpolant; beyond the ends it goes on along the end slope
 */
export function pchip(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const m = pchipSlopes(xs, ys);
  const n = xs.length;
  return (x) => {
    if (x <= xs[0]!) return ys[0]! + m[0]! * (x - xs[0]!);
    if (x >= xs[n - 1]!) return ys[n - 1]! + m[n - 1]! * (x - xs[n - 1]!);
    let i = 0;
    while (x > xs[i + 1]!) i++;
    const h = xs[i + 1]! - xs[i]!;
    const t = (x - xs[i]!) / h;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * ys[i]! +
      (t3 - 2 * t2 + t) * h * m[i]! +
      (3 * t2 - 2 * t3) * ys[i + 1]! +
      (t3 - t2) * h * m[i + 1]!
    );
  };
}
