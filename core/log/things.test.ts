import { describe, expect, it } from 'vitest';
import { tell } from '../quantity/index.ts';
import { tendedDemo } from '../test/tended.ts';
import { carePlan } from '../care/index.ts';
import { signOf } from '../entries/signs.ts';
import { wellSigns } from './things.ts';

/** What is noted where all is well, and words for what is to be read. */

describe('all is well', () => {
  it('says of fish, leaves, drain and pump only what there is', () => {
    expect(wellSigns(tendedDemo('potting-shed-pair', []))).toEqual([
      'fish-well',
      'leaves-well',
      'water-clear',
      'drain-well',
      'pump-well',
    ]);
    expect(wellSigns(tendedDemo('bean-buckets', []))).not.toContain('fish-well');
    const empty = [{ at: 'care.stocked', to: false }];
    expect(wellSigns(tendedDemo('potting-shed-pair', [], empty))).not.toContain('fish-well');
    const bare = { ...tendedDemo('potting-shed-pair', []), hasPlants: false };
    expect(wellSigns(bare)).not.toContain('leaves-well');
  });

  it('is made of signs that mean well', () => {
    for (const id of wellSigns(tendedDemo('potting-shed-pair', [])))
      expect(signOf(id)?.well).toBe(true);
  });
});

it('names what is to be read as the lid of a kit does', () => {
  const t = tendedDemo('potting-shed-pair', [
    { h: 5, kind: 'fish-dead', count: 1 },
    { h: 6, ph: 7.2, temperature: 18 },
  ]);
  const read = carePlan(t).steps.find((s) => s.treatment === 'read')!;
  expect(tell(read.title, 'metric')).toBe('Read oxygen, ammonia, nitrite and alkalinity');
});
