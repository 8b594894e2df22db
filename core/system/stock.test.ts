import { describe, expect, it } from 'vitest';
import { nextStock, stockAt, stockSizes } from './index.ts';

describe('stock sizes', () => {
  const bells = stockSizes('paths.siphon.bellBore');

  it('rise, and are there only for what is cut from pipe', () => {
    expect(bells.length).toBeGreaterThan(10);
    for (let i = 1; i < bells.length; i++)
      expect(bells[i]!.value).toBeGreaterThan(bells[i - 1]!.value);
    expect(stockSizes('paths.siphon.crest')).toEqual([]);
    expect(stockSizes('vessels.bed.shape.height')).toEqual([]);
  });

  it('a 3 inch pipe is followed by a 4 inch one, and 2 inch comes before it', () => {
    expect(stockAt(bells, 0.07793)?.name).toBe('3 in schedule 40');
    expect(nextStock(bells, 0.07793, 1)?.name).toBe('4 in schedule 40');
    expect(nextStock(bells, 0.08, 1)?.name).toBe('4 in schedule 40');
    expect(nextStock(bells, 0.08, -1)?.name).toBe('3 in schedule 40');
    expect(nextStock(bells, 0.2, 1)).toBeUndefined();
    expect(stockAt(bells, 0.08)).toBeUndefined();
  });

  it('outside diameters for what is slid over', () => {
    expect(stockAt(stockSizes('paths.siphon.mouthOutside'), 0.04826)?.name).toBe(
      '1½ in schedule 40',
    );
  });
});
