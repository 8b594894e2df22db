import type { Phrase } from '../../quantity/index.ts';

/** Where a part is bought. */
export const SHOPS = [
  { id: 'vessels', name: 'Tubs, tanks and liners' },
  { id: 'plumbing', name: 'Plumbing and irrigation counter' },
  { id: 'electrics', name: 'Pumps and electrics' },
  { id: 'timber', name: 'Timber yard' },
  { id: 'stones', name: 'Grow media' },
  { id: 'water', name: 'Pond and aquarium counter' },
  { id: 'plants', name: 'Nursery' },
  { id: 'tools', name: 'Tools to own or borrow' },
] as const;
export type Shop = (typeof SHOPS)[number]['id'];

/** A line of the parts list. */
export interface PartLine {
  /** Key of its note in the document. */
  readonly id: string;
  readonly shop: Shop;
  readonly what: string;
  readonly size: Phrase;
  /** How many are bought, spares among them; metres of hose. */
  readonly count: number;
  readonly unit: 'piece' | 'metre';
  readonly spare: number;
  /** Why so many, or what to look for. */
  readonly note: Phrase;
}

/** A line with what its grower noted of it. */
export interface NotedPart extends PartLine {
  readonly price: number | null;
  readonly have: boolean;
  readonly source: string;
}
