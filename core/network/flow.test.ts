import { describe, expect, it } from 'vitest';
import { linkFlow } from './flow.ts';
import type { LinkPath } from './types.ts';
import { linkEnds } from './gravityPaths.ts';

/** A joining pipe whose full bore is no hindrance, so that its entry alone rules. */
const link = (invert: number): LinkPath => ({
  kind: 'link',
  id: 'join',
  name: 'Joining pipe',
  from: 0,
  to: 1,
  ...linkEnds(invert, 1, 1),
  bore: 0.0525,
  pipe: { bore: 0.0525, length: 1, roughness: 1.5e-6, sumK: 2 },
});
const free = () => 1;

describe('a joining pipe under the floors', () => {
  it('takes water as a ring weir in the floor: ⅔·0.6·√2g·π·52.5 mm·(5 mm)^1.5 = 1.033e-4 m³/s', () => {
    const q = linkFlow(link(0.94), 1.005, 0.5, free);
    expect(q).toBeCloseTo((2 / 3) * 0.6 * Math.sqrt(19.6133) * Math.PI * 0.0525 * 0.005 ** 1.5, 9);
    expect(q).toBeCloseTo(1.033e-4, 6);
  });

  it('and from where it is covered as an orifice: 0.6·A·√(2g·0.1)', () => {
    const area = (Math.PI / 4) * 0.0525 ** 2;
    const q = linkFlow(link(0.94), 1.1, 0.5, free);
    expect(q).toBeCloseTo(0.6 * area * Math.sqrt(19.6133 * 0.1), 9);
  });

  it('either way alike; one that lies on the floor is entered from the side and takes less', () => {
    const under = link(0.94);
    expect(linkFlow(under, 0.5, 1.02, free)).toBeCloseTo(-linkFlow(under, 1.02, 0.5, free), 12);
    expect(linkFlow(link(1), 1.02, 0.5, free)).toBeLessThan(linkFlow(under, 1.02, 0.5, free));
  });
});
