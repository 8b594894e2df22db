/**
 * Root of a continuous function between two ends at which its signs differ.
 *
 * @param f function; only its sign change is relied on
 * @param a end where f is not above zero, @param b end where it is
 * @param tolerance wanted width of the bracket
 * @returns a point within the tolerance of the root, on the side of `b`
 * @source Chandrupatla (1997), Advances in Engineering Software 28, 145–149
 */
export function root(
  f: (x: number) => number,
  a: number,
  b: number,
  tolerance: number,
  fa = f(a),
  fb = f(b),
): number {
  if (fa > 0) return a;
  if (!(fb > 0)) return b;
  const end = b;
  let x1 = b;
  let f1 = fb;
  let x2 = a;
  let f2 = fa;
  let x3 = a;
  let f3 = fa;
  let t = 0.5;
  for (let i = 0; i < 100; i++) {
    const x = x1 + t * (x2 - x1);
    const y = f(x);
    if (y > 0 === f1 > 0) {
      x3 = x1;
      f3 = f1;
    } else {
      x3 = x2;
      f3 = f2;
      x2 = x1;
      f2 = f1;
    }
    x1 = x;
    f1 = y;
    const width = Math.abs(x2 - x1);
    if (width <= tolerance || f1 === 0) break;
    const xi = (x1 - x2) / (x3 - x2);
    const phi = (f1 - f2) / (f3 - f2);
    if (phi * phi < xi && (1 - phi) * (1 - phi) < 1 - xi) {
      t =
        (f1 / (f2 - f1)) * (f3 / (f2 - f3)) +
        ((x3 - x1) / (x2 - x1)) * (f1 / (f3 - f1)) * (f2 / (f3 - f2));
    } else t = 0.5;
    const edge = Math.min(0.5, tolerance / (2 * width));
    t = Math.min(1 - edge, Math.max(edge, t));
  }
  if (f1 >= 0) return x1;
  return Math.abs(x2 - x1) <= tolerance * 2 ? x2 : end;
}
