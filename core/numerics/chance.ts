/**
 * Numbers that only look like chance: the same for the same seed, on every machine.
 *
 * @param seed a whole number; its lowest 32 bits count
 * @returns evenly spread over 0 to below 1 with each call
 * Source: T. Ettinger’s 32-bit generator “mulberry32”, in the public domain.
 */
export function chance(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
