import { expect, it } from 'vitest';
import { crossCheck } from './crossCheck.ts';
import { applyEdits } from './index.ts';
import { bedOverTank } from './layouts/bed-over-tank.ts';

it('a float switch starts and stops 20 mm apart or more: 20 are allowed, 19.9 are not', () => {
  const switched = (off: number) =>
    crossCheck(
      applyEdits(bedOverTank.make('x', 'X'), [
        { at: 'paths.lift.float', to: { vessel: 'tank', on: 0.3, off } },
      ]),
    );
  expect(switched(0.32)).toBeNull();
  expect(switched(0.28)).toBeNull();
  expect(switched(0.3199)).toContain('less than 20 mm apart');
  expect(switched(0.2801)).toContain('less than 20 mm apart');
});
