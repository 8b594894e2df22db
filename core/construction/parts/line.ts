import { say, type Phrase } from '../../quantity/index.ts';
import { buildKey } from '../keys.ts';
import type { PartLine, Shop } from './types.ts';

/** A line of the parts list; its key is made of where it is bought and what it is. */
export function partLine(
  shop: Shop,
  key: readonly string[],
  what: string,
  more: Partial<Pick<PartLine, 'size' | 'count' | 'unit' | 'spare'>> & { note?: Phrase } = {},
): PartLine {
  return {
    id: buildKey(shop, ...key),
    shop,
    what,
    size: more.size ?? [],
    count: more.count ?? 1,
    unit: more.unit ?? 'piece',
    spare: more.spare ?? 0,
    note: more.note ?? say``,
  };
}
