import { expect, test } from 'vitest';
import { SMALL_PHOTO } from '../../../core/formats/limits';
import { fitting } from './photos';

// A picture of noise grows with its area; one of a wall hardly.
test.each([
  [0.5, 1280, 0.8],
  [1, 1280, 0.6],
  [2, 800, 0.5],
  [10, 480, 0.3],
])('a picture %d times as rich as usual is kept at %i px', (rich, side, quality) => {
  const tried: [number, number][] = [];
  const image = fitting((s, q) => {
    tried.push([s, q]);
    return 'x'.repeat(Math.round(rich * s * s * q * 0.8));
  });
  expect(tried.at(-1)).toEqual([side, quality]);
  expect(image!.length).toBeLessThanOrEqual(SMALL_PHOTO);
});

test('one that no making makes small enough is not kept', () => {
  expect(fitting(() => 'x'.repeat(SMALL_PHOTO + 1))).toBeNull();
});
