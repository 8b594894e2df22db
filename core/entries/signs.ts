/** What is seen on a round without any instrument. One row a sign. */

export type SignPlace = 'fish' | 'plants' | 'water' | 'drain' | 'pump';

export interface Sign {
  readonly id: string;
  readonly where: SignPlace;
  /** As it stands on a button. */
  readonly words: string;
  /** All is well; the others ask for a look. */
  readonly well?: true;
}

// prettier-ignore
export const SIGNS = [
  { id: 'fish-well', where: 'fish', words: 'Fish lively, eating well', well: true },
  { id: 'fish-gasp', where: 'fish', words: 'Gasping at the surface' },
  { id: 'fish-hide', where: 'fish', words: 'Hiding, not eating' },
  { id: 'fish-dart', where: 'fish', words: 'Darting or rubbing' },
  { id: 'fish-marks', where: 'fish', words: 'Spots, sores, torn fins' },
  { id: 'feed-left', where: 'fish', words: 'Feed left over' },
  { id: 'leaves-well', where: 'plants', words: 'Leaves green and firm', well: true },
  { id: 'leaves-pale-veins', where: 'plants', words: 'Young leaves pale between veins' },
  { id: 'leaves-pale-old', where: 'plants', words: 'Old leaves yellow' },
  { id: 'leaf-edges-brown', where: 'plants', words: 'Leaf edges brown' },
  { id: 'leaves-wilt', where: 'plants', words: 'Wilting' },
  { id: 'roots-brown', where: 'plants', words: 'Roots brown and soft' },
  { id: 'pests', where: 'plants', words: 'Insects, holes, webs' },
  { id: 'water-clear', where: 'water', words: 'Water clear', well: true },
  { id: 'water-cloudy', where: 'water', words: 'Water cloudy' },
  { id: 'water-green', where: 'water', words: 'Water green' },
  { id: 'water-smells', where: 'water', words: 'Smells of rot or eggs' },
  { id: 'level-falls', where: 'water', words: 'Level falls faster than usual' },
  { id: 'drain-well', where: 'drain', words: 'Fills and drains', well: true },
  { id: 'siphon-hangs', where: 'drain', words: 'Drain never stops' },
  { id: 'siphon-sleeps', where: 'drain', words: 'Bed full, drain does not start' },
  { id: 'bed-slow', where: 'drain', words: 'Bed drains slowly' },
  { id: 'bed-spills', where: 'drain', words: 'Water over the rim' },
  { id: 'media-floats', where: 'drain', words: 'Media or pots float' },
  { id: 'pump-well', where: 'pump', words: 'Pump runs', well: true },
  { id: 'flow-weak', where: 'pump', words: 'Weak flow' },
  { id: 'pump-still', where: 'pump', words: 'Pump does not run' },
  { id: 'pump-noise', where: 'pump', words: 'Rattles or sucks air' },
] as const satisfies readonly Sign[];

export type SignId = (typeof SIGNS)[number]['id'];
const BY_ID = new Map<string, Sign>(SIGNS.map((x) => [x.id, x]));
/** The row of a sign; nothing where there is none of that id. */
export const signOf = (id: string): Sign | undefined => BY_ID.get(id);
