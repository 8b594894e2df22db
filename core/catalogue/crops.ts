import type {
  Celsius,
  Metres,
  MolesPerSquareMetreDay,
  Share,
  SiemensPerMetre,
} from '../quantity/si.ts';

export type CropGroup = 'herb' | 'leaf' | 'fruit' | 'root' | 'flower' | 'foliage' | 'wet-footed';
export type RootType = 'fibrous' | 'tap' | 'tuber' | 'rhizome' | 'invasive';
export type Start = 'seed' | 'plug' | 'cutting' | 'division';
export type Nutrient = 'iron' | 'potassium' | 'calcium';

type Range<T> = readonly [T, T];

/** A crop, as seed houses and hydroponic tables publish it. */
export interface CropKind {
  readonly id: string;
  readonly name: string;
  readonly scientific: string;
  readonly group: CropGroup;
  /** Between plants, in a bed of its own. */
  readonly spacing: Metres;
  /** How deep the roots go in a bed of stones. */
  readonly roots: Metres;
  readonly rootType: RootType;
  readonly height: Metres;
  readonly support: 'none' | 'canes' | 'string' | 'mesh';
  readonly pruning: string;
  readonly pollination: 'none' | 'self' | 'hand' | 'wind';
  /** From planting out to the first harvest, and how long it then crops. */
  readonly daysToHarvest: number;
  readonly daysOfHarvest: number;
  /** From sowing to planting out, where it is started in plugs. */
  readonly nurseryDays: number;
  readonly germination: Range<Celsius>;
  readonly growth: Range<Celsius>;
  /** Nights outside which it sets no fruit; null where it does not matter. */
  readonly nights: Range<Celsius> | null;
  readonly ph: Range<number>;
  readonly conductivity: Range<SiemensPerMetre>;
  /** Least light for a fair crop, and what it makes good use of. */
  readonly light: Range<MolesPerSquareMetreDay>;
  /** Hours of light: fewest it wants, and beyond which it bolts or will not flower. */
  readonly dayLength: Range<number>;
  /** Water use of a day over its area, full grown. */
  readonly waterUse: Metres;
  /** Nitrogen that it takes, g N/m²·day full grown. */
  readonly nitrogen: number;
  /** What fish water often lacks for it. */
  readonly short: readonly Nutrient[];
  readonly start: Start;
  readonly seedsPerSite: number;
  readonly germinates: Share;
  readonly frost: 'tender' | 'half-hardy' | 'hardy';
  readonly harvest: 'once' | 'again' | 'picked' | 'none';
  readonly edible: boolean;
}

export const CROP_SOURCE =
  'Commonly published range: seed houses’ tables for spacing, days and temperatures; hydroponic tables for pH and EC; light by greenhouse practice. Nitrogen by leaf 0.3–0.8 and fruit 0.5–1.2 g/m²·day.';

const mS = (low: number, high: number): Range<SiemensPerMetre> => [low / 10, high / 10];

type Habits = Pick<
  CropKind,
  | 'rootType'
  | 'support'
  | 'pruning'
  | 'pollination'
  | 'nights'
  | 'dayLength'
  | 'short'
  | 'seedsPerSite'
  | 'germinates'
  | 'edible'
>;
/** What most crops of a group have in common; a row says only where it differs. */
const LEAFY: Habits & Pick<CropKind, 'nitrogen'> = {
  rootType: 'fibrous',
  support: 'none',
  pruning: 'pick outer leaves first',
  pollination: 'none',
  nights: null,
  dayLength: [10, 16],
  short: ['iron'],
  seedsPerSite: 2,
  germinates: 0.85,
  edible: true,
  nitrogen: 0.5,
};
const HERB: typeof LEAFY = {
  ...LEAFY,
  pruning: 'cut above a pair of leaves',
  dayLength: [10, 24],
  nitrogen: 0.45,
  seedsPerSite: 4,
  germinates: 0.7,
};
const FRUIT: typeof LEAFY = {
  ...LEAFY,
  pruning: 'remove old leaves',
  pollination: 'hand',
  dayLength: [12, 18],
  short: ['potassium', 'calcium', 'iron'],
  nitrogen: 0.9,
  seedsPerSite: 1,
  germinates: 0.85,
};
const ROOT: typeof LEAFY = {
  ...LEAFY,
  rootType: 'tap',
  pruning: 'none',
  short: ['potassium'],
  nitrogen: 0.5,
  germinates: 0.75,
  seedsPerSite: 3,
};
const FLOWER: typeof LEAFY = {
  ...LEAFY,
  pruning: 'remove spent flowers',
  pollination: 'self',
  dayLength: [10, 16],
  nitrogen: 0.4,
  germinates: 0.7,
};
const FOLIAGE: typeof LEAFY = {
  ...LEAFY,
  pruning: 'cut long shoots',
  dayLength: [8, 18],
  short: ['iron'],
  nitrogen: 0.25,
  seedsPerSite: 1,
  germinates: 0.9,
  edible: false,
};

// prettier-ignore
export const CROPS: readonly CropKind[] = [
  // Leaves
  { ...LEAFY, id: 'lettuce', name: 'Lettuce', scientific: 'Lactuca sativa', group: 'leaf', spacing: 0.22, roots: 0.12, height: 0.25, daysToHarvest: 35, daysOfHarvest: 14, nurseryDays: 18, germination: [4, 22], growth: [12, 22], ph: [5.5, 6.5], conductivity: mS(0.8, 1.2), light: [10, 17], waterUse: 0.003, start: 'plug', frost: 'half-hardy', harvest: 'once' },
  { ...LEAFY, id: 'loose-lettuce', name: 'Cut-and-come lettuce', scientific: 'Lactuca sativa var. crispa', group: 'leaf', spacing: 0.18, roots: 0.12, height: 0.22, daysToHarvest: 25, daysOfHarvest: 35, nurseryDays: 18, germination: [4, 22], growth: [12, 23], ph: [5.5, 6.5], conductivity: mS(0.8, 1.2), light: [10, 17], waterUse: 0.003, start: 'plug', frost: 'half-hardy', harvest: 'again' },
  { ...LEAFY, id: 'mizuna', name: 'Mizuna', scientific: 'Brassica rapa var. nipposinica', group: 'leaf', spacing: 0.18, roots: 0.12, height: 0.3, daysToHarvest: 25, daysOfHarvest: 40, nurseryDays: 16, germination: [8, 30], growth: [8, 22], ph: [6, 7], conductivity: mS(1.2, 2), light: [10, 16], waterUse: 0.003, start: 'plug', frost: 'hardy', harvest: 'again' },
  { ...LEAFY, id: 'pak-choi', name: 'Pak choi', scientific: 'Brassica rapa var. chinensis', group: 'leaf', spacing: 0.2, roots: 0.15, height: 0.3, daysToHarvest: 32, daysOfHarvest: 12, nurseryDays: 18, germination: [8, 30], growth: [12, 22], ph: [6, 7], conductivity: mS(1.5, 2), light: [12, 17], waterUse: 0.0035, start: 'plug', frost: 'half-hardy', harvest: 'once', short: ['calcium', 'iron'] },
  { ...LEAFY, id: 'rocket', name: 'Rocket', scientific: 'Eruca vesicaria', group: 'leaf', spacing: 0.12, roots: 0.12, height: 0.25, daysToHarvest: 25, daysOfHarvest: 30, nurseryDays: 14, germination: [6, 28], growth: [10, 22], ph: [6, 7], conductivity: mS(0.8, 1.8), light: [10, 16], waterUse: 0.003, start: 'seed', frost: 'hardy', harvest: 'again', seedsPerSite: 4 },
  { ...LEAFY, id: 'chard', name: 'Chard', scientific: 'Beta vulgaris var. cicla', group: 'leaf', spacing: 0.3, roots: 0.25, height: 0.5, daysToHarvest: 40, daysOfHarvest: 120, nurseryDays: 25, germination: [10, 28], growth: [12, 25], ph: [6, 7], conductivity: mS(1.8, 2.3), light: [12, 20], waterUse: 0.004, start: 'plug', frost: 'half-hardy', harvest: 'picked', nitrogen: 0.6 },
  { ...LEAFY, id: 'spinach', name: 'Spinach', scientific: 'Spinacia oleracea', group: 'leaf', spacing: 0.12, roots: 0.2, height: 0.25, daysToHarvest: 35, daysOfHarvest: 25, nurseryDays: 20, germination: [5, 22], growth: [8, 20], ph: [6, 7], conductivity: mS(1.8, 2.3), light: [10, 17], waterUse: 0.003, start: 'seed', frost: 'hardy', harvest: 'again', dayLength: [8, 13], germinates: 0.7 },
  { ...LEAFY, id: 'kale', name: 'Kale', scientific: 'Brassica oleracea var. sabellica', group: 'leaf', spacing: 0.4, roots: 0.3, height: 0.7, daysToHarvest: 50, daysOfHarvest: 120, nurseryDays: 28, germination: [7, 30], growth: [8, 22], ph: [6, 7], conductivity: mS(1.6, 2.5), light: [12, 20], waterUse: 0.004, start: 'plug', frost: 'hardy', harvest: 'picked', nitrogen: 0.7, short: ['calcium', 'iron'] },
  { ...LEAFY, id: 'mustard', name: 'Leaf mustard', scientific: 'Brassica juncea', group: 'leaf', spacing: 0.2, roots: 0.15, height: 0.35, daysToHarvest: 28, daysOfHarvest: 30, nurseryDays: 16, germination: [8, 30], growth: [8, 24], ph: [6, 7], conductivity: mS(1.2, 2.4), light: [10, 16], waterUse: 0.003, start: 'plug', frost: 'hardy', harvest: 'again' },
  { ...LEAFY, id: 'tatsoi', name: 'Tatsoi', scientific: 'Brassica rapa var. rosularis', group: 'leaf', spacing: 0.2, roots: 0.12, height: 0.15, daysToHarvest: 35, daysOfHarvest: 25, nurseryDays: 18, germination: [8, 30], growth: [8, 22], ph: [6, 7], conductivity: mS(1.5, 2), light: [10, 16], waterUse: 0.003, start: 'plug', frost: 'hardy', harvest: 'again' },
  { ...LEAFY, id: 'sorrel', name: 'Sorrel', scientific: 'Rumex acetosa', group: 'leaf', spacing: 0.25, roots: 0.15, height: 0.35, daysToHarvest: 50, daysOfHarvest: 200, nurseryDays: 25, germination: [8, 25], growth: [8, 24], ph: [5.5, 6.8], conductivity: mS(1.2, 2), light: [8, 15], waterUse: 0.003, start: 'plug', frost: 'hardy', harvest: 'picked' },
  { ...LEAFY, id: 'lambs-lettuce', name: 'Lamb’s lettuce', scientific: 'Valerianella locusta', group: 'leaf', spacing: 0.1, roots: 0.1, height: 0.1, daysToHarvest: 50, daysOfHarvest: 20, nurseryDays: 20, germination: [5, 18], growth: [5, 18], ph: [6, 7], conductivity: mS(0.8, 1.4), light: [6, 12], waterUse: 0.002, start: 'seed', frost: 'hardy', harvest: 'once', nitrogen: 0.3 },
  { ...LEAFY, id: 'endive', name: 'Endive', scientific: 'Cichorium endivia', group: 'leaf', spacing: 0.28, roots: 0.2, height: 0.25, daysToHarvest: 50, daysOfHarvest: 15, nurseryDays: 22, germination: [12, 28], growth: [10, 22], ph: [5.5, 6.5], conductivity: mS(1.5, 2), light: [10, 17], waterUse: 0.003, start: 'plug', frost: 'half-hardy', harvest: 'once' },
  // Herbs
  { ...HERB, id: 'basil', name: 'Basil', scientific: 'Ocimum basilicum', group: 'herb', spacing: 0.2, roots: 0.15, height: 0.4, daysToHarvest: 35, daysOfHarvest: 60, nurseryDays: 25, germination: [18, 30], growth: [18, 30], ph: [5.5, 6.5], conductivity: mS(1, 1.6), light: [12, 20], waterUse: 0.0035, start: 'plug', frost: 'tender', harvest: 'again' },
  { ...HERB, id: 'chives', name: 'Chives', scientific: 'Allium schoenoprasum', group: 'herb', spacing: 0.15, roots: 0.12, height: 0.3, daysToHarvest: 45, daysOfHarvest: 200, nurseryDays: 40, germination: [10, 24], growth: [8, 25], ph: [6, 6.8], conductivity: mS(1.8, 2.4), light: [9, 16], waterUse: 0.0025, start: 'division', frost: 'hardy', harvest: 'again' },
  { ...HERB, id: 'parsley', name: 'Parsley', scientific: 'Petroselinum crispum', group: 'herb', spacing: 0.2, roots: 0.25, height: 0.35, daysToHarvest: 60, daysOfHarvest: 150, nurseryDays: 45, germination: [10, 28], growth: [10, 24], ph: [6, 7], conductivity: mS(0.8, 1.8), light: [10, 16], waterUse: 0.003, start: 'plug', frost: 'hardy', harvest: 'picked', rootType: 'tap' },
  { ...HERB, id: 'coriander', name: 'Coriander', scientific: 'Coriandrum sativum', group: 'herb', spacing: 0.12, roots: 0.2, height: 0.4, daysToHarvest: 40, daysOfHarvest: 25, nurseryDays: 20, germination: [12, 24], growth: [10, 23], ph: [6, 6.8], conductivity: mS(1.2, 1.8), light: [10, 16], waterUse: 0.003, start: 'seed', frost: 'half-hardy', harvest: 'again', dayLength: [8, 13], rootType: 'tap' },
  { ...HERB, id: 'mint', name: 'Mint', scientific: 'Mentha spicata', group: 'herb', spacing: 0.3, roots: 0.2, height: 0.5, daysToHarvest: 40, daysOfHarvest: 200, nurseryDays: 25, germination: [15, 25], growth: [12, 26], ph: [5.5, 6.8], conductivity: mS(2, 2.4), light: [9, 16], waterUse: 0.004, start: 'cutting', frost: 'hardy', harvest: 'again', rootType: 'invasive', nitrogen: 0.6 },
  { ...HERB, id: 'oregano', name: 'Oregano', scientific: 'Origanum vulgare', group: 'herb', spacing: 0.25, roots: 0.15, height: 0.35, daysToHarvest: 50, daysOfHarvest: 200, nurseryDays: 35, germination: [15, 25], growth: [12, 28], ph: [6, 7], conductivity: mS(1.4, 2), light: [12, 20], waterUse: 0.002, start: 'cutting', frost: 'hardy', harvest: 'again', nitrogen: 0.3 },
  { ...HERB, id: 'thyme', name: 'Thyme', scientific: 'Thymus vulgaris', group: 'herb', spacing: 0.2, roots: 0.15, height: 0.25, daysToHarvest: 60, daysOfHarvest: 200, nurseryDays: 40, germination: [15, 24], growth: [10, 28], ph: [5.5, 7], conductivity: mS(0.8, 1.6), light: [12, 20], waterUse: 0.0015, start: 'cutting', frost: 'hardy', harvest: 'again', nitrogen: 0.25 },
  { ...HERB, id: 'dill', name: 'Dill', scientific: 'Anethum graveolens', group: 'herb', spacing: 0.15, roots: 0.25, height: 0.7, daysToHarvest: 40, daysOfHarvest: 25, nurseryDays: 20, germination: [10, 24], growth: [12, 25], ph: [5.5, 6.5], conductivity: mS(1, 1.6), light: [12, 18], waterUse: 0.003, start: 'seed', frost: 'half-hardy', harvest: 'again', rootType: 'tap' },
  { ...HERB, id: 'lemon-balm', name: 'Lemon balm', scientific: 'Melissa officinalis', group: 'herb', spacing: 0.3, roots: 0.2, height: 0.5, daysToHarvest: 50, daysOfHarvest: 160, nurseryDays: 35, germination: [15, 24], growth: [12, 26], ph: [5.5, 6.5], conductivity: mS(1, 1.6), light: [9, 16], waterUse: 0.003, start: 'cutting', frost: 'hardy', harvest: 'again', rootType: 'invasive' },
  { ...HERB, id: 'perilla', name: 'Perilla', scientific: 'Perilla frutescens', group: 'herb', spacing: 0.25, roots: 0.2, height: 0.6, daysToHarvest: 45, daysOfHarvest: 80, nurseryDays: 25, germination: [18, 28], growth: [16, 30], ph: [5.8, 6.8], conductivity: mS(1, 1.8), light: [12, 20], waterUse: 0.0035, start: 'plug', frost: 'tender', harvest: 'again' },
  { ...HERB, id: 'lemongrass', name: 'Lemongrass', scientific: 'Cymbopogon citratus', group: 'herb', spacing: 0.4, roots: 0.3, height: 1, daysToHarvest: 90, daysOfHarvest: 200, nurseryDays: 40, germination: [20, 30], growth: [18, 32], ph: [5.5, 7], conductivity: mS(1.2, 2), light: [15, 25], waterUse: 0.0045, start: 'division', frost: 'tender', harvest: 'picked', nitrogen: 0.6 },
  // Fruits
  { ...FRUIT, id: 'tomato', name: 'Tomato', scientific: 'Solanum lycopersicum', group: 'fruit', spacing: 0.5, roots: 0.3, height: 1.8, support: 'string', pruning: 'remove side shoots, stop the top', daysToHarvest: 70, daysOfHarvest: 90, nurseryDays: 45, germination: [15, 30], growth: [18, 28], nights: [13, 22], ph: [5.5, 6.5], conductivity: mS(2, 3.5), light: [20, 30], waterUse: 0.006, start: 'plug', frost: 'tender', harvest: 'picked', nitrogen: 1.1 },
  { ...FRUIT, id: 'bush-tomato', name: 'Bush tomato', scientific: 'Solanum lycopersicum (determinate)', group: 'fruit', spacing: 0.4, roots: 0.25, height: 0.6, support: 'canes', daysToHarvest: 60, daysOfHarvest: 45, nurseryDays: 42, germination: [15, 30], growth: [17, 28], nights: [13, 22], ph: [5.5, 6.5], conductivity: mS(2, 3.5), light: [18, 28], waterUse: 0.005, start: 'plug', frost: 'tender', harvest: 'picked', nitrogen: 0.9 },
  { ...FRUIT, id: 'chilli', name: 'Chilli pepper', scientific: 'Capsicum annuum', group: 'fruit', spacing: 0.4, roots: 0.25, height: 0.7, support: 'canes', daysToHarvest: 80, daysOfHarvest: 90, nurseryDays: 60, germination: [20, 32], growth: [20, 30], nights: [15, 24], ph: [5.5, 6.5], conductivity: mS(1.8, 2.8), light: [18, 30], waterUse: 0.0045, start: 'plug', frost: 'tender', harvest: 'picked', nitrogen: 0.8 },
  { ...FRUIT, id: 'sweet-pepper', name: 'Sweet pepper', scientific: 'Capsicum annuum (grossum)', group: 'fruit', spacing: 0.45, roots: 0.3, height: 0.9, support: 'string', daysToHarvest: 75, daysOfHarvest: 90, nurseryDays: 55, germination: [20, 32], growth: [20, 28], nights: [16, 22], ph: [5.5, 6.5], conductivity: mS(1.8, 2.8), light: [20, 30], waterUse: 0.005, start: 'plug', frost: 'tender', harvest: 'picked' },
  { ...FRUIT, id: 'cucumber', name: 'Cucumber', scientific: 'Cucumis sativus', group: 'fruit', spacing: 0.5, roots: 0.3, height: 2, support: 'string', pruning: 'stop side shoots at two leaves', pollination: 'none', daysToHarvest: 50, daysOfHarvest: 60, nurseryDays: 25, germination: [18, 32], growth: [20, 30], nights: [17, 24], ph: [5.5, 6.5], conductivity: mS(1.7, 2.5), light: [20, 30], waterUse: 0.007, start: 'plug', frost: 'tender', harvest: 'picked', nitrogen: 1.2 },
  { ...FRUIT, id: 'courgette', name: 'Courgette', scientific: 'Cucurbita pepo', group: 'fruit', spacing: 0.8, roots: 0.35, height: 0.7, daysToHarvest: 50, daysOfHarvest: 60, nurseryDays: 25, germination: [15, 32], growth: [18, 28], nights: [12, 24], ph: [6, 6.8], conductivity: mS(1.8, 2.4), light: [18, 28], waterUse: 0.006, start: 'plug', frost: 'tender', harvest: 'picked', nitrogen: 1.1, pollination: 'hand' },
  { ...FRUIT, id: 'dwarf-bean', name: 'Dwarf bean', scientific: 'Phaseolus vulgaris', group: 'fruit', spacing: 0.15, roots: 0.25, height: 0.4, pollination: 'self', daysToHarvest: 55, daysOfHarvest: 25, nurseryDays: 14, germination: [12, 30], growth: [16, 28], nights: [12, 24], ph: [6, 6.8], conductivity: mS(1.5, 2.5), light: [14, 22], waterUse: 0.004, start: 'seed', frost: 'tender', harvest: 'picked', nitrogen: 0.5 },
  { ...FRUIT, id: 'climbing-bean', name: 'Climbing bean', scientific: 'Phaseolus vulgaris (climbing)', group: 'fruit', spacing: 0.25, roots: 0.3, height: 2, support: 'canes', pollination: 'self', daysToHarvest: 65, daysOfHarvest: 50, nurseryDays: 14, germination: [12, 30], growth: [16, 28], nights: [12, 24], ph: [6, 6.8], conductivity: mS(1.5, 2.5), light: [16, 25], waterUse: 0.005, start: 'seed', frost: 'tender', harvest: 'picked', nitrogen: 0.6 },
  { ...FRUIT, id: 'pea', name: 'Pea', scientific: 'Pisum sativum', group: 'fruit', spacing: 0.08, roots: 0.25, height: 0.9, support: 'mesh', pollination: 'self', daysToHarvest: 60, daysOfHarvest: 25, nurseryDays: 18, germination: [5, 24], growth: [10, 22], ph: [6, 7], conductivity: mS(0.8, 1.8), light: [12, 20], waterUse: 0.004, start: 'seed', frost: 'hardy', harvest: 'picked', nitrogen: 0.5 },
  { ...FRUIT, id: 'strawberry', name: 'Strawberry', scientific: 'Fragaria × ananassa', group: 'fruit', spacing: 0.25, roots: 0.15, height: 0.25, pruning: 'remove runners and old leaves', daysToHarvest: 60, daysOfHarvest: 60, nurseryDays: 0, germination: [15, 24], growth: [12, 26], nights: [5, 18], ph: [5.5, 6.5], conductivity: mS(1, 1.4), light: [14, 22], waterUse: 0.0035, start: 'division', frost: 'hardy', harvest: 'picked', nitrogen: 0.5 },
  { ...FRUIT, id: 'aubergine', name: 'Aubergine', scientific: 'Solanum melongena', group: 'fruit', spacing: 0.5, roots: 0.3, height: 1, support: 'canes', daysToHarvest: 80, daysOfHarvest: 70, nurseryDays: 55, germination: [20, 32], growth: [20, 30], nights: [16, 24], ph: [5.8, 6.8], conductivity: mS(2.5, 3.5), light: [20, 30], waterUse: 0.0055, start: 'plug', frost: 'tender', harvest: 'picked' },
  { ...FRUIT, id: 'okra', name: 'Okra', scientific: 'Abelmoschus esculentus', group: 'fruit', spacing: 0.4, roots: 0.3, height: 1.2, support: 'canes', pollination: 'self', daysToHarvest: 55, daysOfHarvest: 60, nurseryDays: 25, germination: [20, 35], growth: [22, 32], nights: [18, 26], ph: [6, 6.8], conductivity: mS(2, 2.4), light: [20, 30], waterUse: 0.005, start: 'plug', frost: 'tender', harvest: 'picked' },
  // Roots and rhizomes
  { ...ROOT, id: 'radish', name: 'Radish', scientific: 'Raphanus sativus', group: 'root', spacing: 0.06, roots: 0.15, height: 0.18, daysToHarvest: 28, daysOfHarvest: 8, nurseryDays: 0, germination: [8, 30], growth: [8, 22], ph: [6, 7], conductivity: mS(1.6, 2.2), light: [10, 18], waterUse: 0.003, start: 'seed', frost: 'hardy', harvest: 'once', nitrogen: 0.4 },
  { ...ROOT, id: 'kohlrabi', name: 'Kohlrabi', scientific: 'Brassica oleracea var. gongylodes', group: 'root', spacing: 0.22, roots: 0.2, height: 0.35, daysToHarvest: 50, daysOfHarvest: 15, nurseryDays: 28, germination: [8, 30], growth: [10, 22], ph: [6, 7], conductivity: mS(1.8, 2.2), light: [12, 18], waterUse: 0.0035, start: 'plug', frost: 'half-hardy', harvest: 'once', rootType: 'fibrous', nitrogen: 0.6 },
  { ...ROOT, id: 'beetroot', name: 'Beetroot', scientific: 'Beta vulgaris', group: 'root', spacing: 0.12, roots: 0.25, height: 0.35, daysToHarvest: 60, daysOfHarvest: 20, nurseryDays: 25, germination: [8, 28], growth: [10, 24], ph: [6, 7], conductivity: mS(1.8, 2.4), light: [12, 18], waterUse: 0.0035, start: 'seed', frost: 'half-hardy', harvest: 'once' },
  { ...ROOT, id: 'carrot', name: 'Carrot, short', scientific: 'Daucus carota', group: 'root', spacing: 0.05, roots: 0.25, height: 0.3, daysToHarvest: 80, daysOfHarvest: 25, nurseryDays: 0, germination: [8, 28], growth: [10, 24], ph: [6, 6.8], conductivity: mS(1.6, 2), light: [12, 18], waterUse: 0.003, start: 'seed', frost: 'hardy', harvest: 'once', nitrogen: 0.35 },
  { ...ROOT, id: 'turnip', name: 'Turnip, small', scientific: 'Brassica rapa', group: 'root', spacing: 0.12, roots: 0.2, height: 0.3, daysToHarvest: 42, daysOfHarvest: 14, nurseryDays: 18, germination: [8, 30], growth: [8, 22], ph: [6, 7], conductivity: mS(1.8, 2.4), light: [12, 18], waterUse: 0.003, start: 'seed', frost: 'hardy', harvest: 'once' },
  { ...ROOT, id: 'spring-onion', name: 'Spring onion', scientific: 'Allium fistulosum', group: 'root', spacing: 0.05, roots: 0.12, height: 0.35, daysToHarvest: 60, daysOfHarvest: 25, nurseryDays: 35, germination: [8, 28], growth: [8, 25], ph: [6, 7], conductivity: mS(1.4, 1.8), light: [12, 18], waterUse: 0.0025, start: 'seed', frost: 'hardy', harvest: 'once', rootType: 'fibrous', nitrogen: 0.35 },
  { ...ROOT, id: 'celery', name: 'Celery', scientific: 'Apium graveolens', group: 'root', spacing: 0.22, roots: 0.2, height: 0.5, daysToHarvest: 90, daysOfHarvest: 25, nurseryDays: 60, germination: [10, 24], growth: [12, 22], ph: [6, 7], conductivity: mS(1.8, 2.4), light: [12, 18], waterUse: 0.0045, start: 'plug', frost: 'half-hardy', harvest: 'once', rootType: 'fibrous', short: ['calcium', 'potassium'], nitrogen: 0.7 },
  { ...ROOT, id: 'ginger', name: 'Ginger', scientific: 'Zingiber officinale', group: 'root', spacing: 0.3, roots: 0.2, height: 0.9, daysToHarvest: 240, daysOfHarvest: 20, nurseryDays: 30, germination: [22, 30], growth: [20, 30], ph: [5.5, 6.5], conductivity: mS(2, 2.5), light: [10, 18], waterUse: 0.004, start: 'division', frost: 'tender', harvest: 'once', rootType: 'rhizome', seedsPerSite: 1 },
  { ...ROOT, id: 'turmeric', name: 'Turmeric', scientific: 'Curcuma longa', group: 'root', spacing: 0.3, roots: 0.2, height: 0.9, daysToHarvest: 270, daysOfHarvest: 20, nurseryDays: 30, germination: [22, 32], growth: [20, 32], ph: [5.5, 6.8], conductivity: mS(2, 2.5), light: [10, 18], waterUse: 0.004, start: 'division', frost: 'tender', harvest: 'once', rootType: 'rhizome', seedsPerSite: 1 },
  // Flowers
  { ...FLOWER, id: 'nasturtium', name: 'Nasturtium', scientific: 'Tropaeolum majus', group: 'flower', spacing: 0.3, roots: 0.2, height: 0.3, daysToHarvest: 45, daysOfHarvest: 90, nurseryDays: 21, germination: [12, 22], growth: [12, 25], ph: [6, 6.8], conductivity: mS(1, 1.6), light: [12, 20], waterUse: 0.003, start: 'seed', frost: 'tender', harvest: 'picked' },
  { ...FLOWER, id: 'marigold', name: 'French marigold', scientific: 'Tagetes patula', group: 'flower', spacing: 0.2, roots: 0.15, height: 0.3, daysToHarvest: 50, daysOfHarvest: 100, nurseryDays: 28, germination: [18, 26], growth: [15, 28], ph: [6, 6.8], conductivity: mS(1.2, 2), light: [12, 20], waterUse: 0.003, start: 'plug', frost: 'tender', harvest: 'picked', edible: false },
  { ...FLOWER, id: 'viola', name: 'Viola', scientific: 'Viola cornuta', group: 'flower', spacing: 0.15, roots: 0.12, height: 0.18, daysToHarvest: 45, daysOfHarvest: 90, nurseryDays: 50, germination: [15, 20], growth: [8, 20], ph: [5.5, 6.5], conductivity: mS(1, 1.6), light: [8, 14], waterUse: 0.0025, start: 'plug', frost: 'hardy', harvest: 'picked' },
  { ...FLOWER, id: 'pot-marigold', name: 'Pot marigold', scientific: 'Calendula officinalis', group: 'flower', spacing: 0.25, roots: 0.2, height: 0.4, daysToHarvest: 55, daysOfHarvest: 80, nurseryDays: 28, germination: [12, 24], growth: [10, 22], ph: [6, 6.8], conductivity: mS(1.2, 2), light: [12, 18], waterUse: 0.003, start: 'seed', frost: 'half-hardy', harvest: 'picked' },
  { ...FLOWER, id: 'borage', name: 'Borage', scientific: 'Borago officinalis', group: 'flower', spacing: 0.4, roots: 0.3, height: 0.7, daysToHarvest: 50, daysOfHarvest: 60, nurseryDays: 21, germination: [12, 24], growth: [12, 25], ph: [6, 6.8], conductivity: mS(1.2, 2), light: [12, 20], waterUse: 0.0035, start: 'seed', frost: 'half-hardy', harvest: 'picked', rootType: 'tap' },
  // Foliage for walls
  { ...FOLIAGE, id: 'pothos', name: 'Pothos', scientific: 'Epipremnum aureum', group: 'foliage', spacing: 0.2, roots: 0.12, height: 0.3, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [20, 28], growth: [16, 30], ph: [5.5, 6.8], conductivity: mS(1, 1.8), light: [3, 8], waterUse: 0.002, start: 'cutting', frost: 'tender', harvest: 'none' },
  { ...FOLIAGE, id: 'philodendron', name: 'Heart-leaf philodendron', scientific: 'Philodendron hederaceum', group: 'foliage', spacing: 0.2, roots: 0.12, height: 0.3, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [20, 28], growth: [16, 30], ph: [5.5, 6.5], conductivity: mS(1, 1.8), light: [3, 8], waterUse: 0.002, start: 'cutting', frost: 'tender', harvest: 'none' },
  { ...FOLIAGE, id: 'spider-plant', name: 'Spider plant', scientific: 'Chlorophytum comosum', group: 'foliage', spacing: 0.2, roots: 0.12, height: 0.25, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 20, germination: [18, 26], growth: [12, 28], ph: [5.5, 6.8], conductivity: mS(1, 1.8), light: [4, 10], waterUse: 0.002, start: 'division', frost: 'tender', harvest: 'none' },
  { ...FOLIAGE, id: 'boston-fern', name: 'Sword fern', scientific: 'Nephrolepis exaltata', group: 'foliage', spacing: 0.25, roots: 0.12, height: 0.35, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [18, 26], growth: [14, 26], ph: [5, 6.5], conductivity: mS(0.8, 1.4), light: [3, 8], waterUse: 0.0025, start: 'division', frost: 'tender', harvest: 'none' },
  { ...FOLIAGE, id: 'peace-lily', name: 'Peace lily', scientific: 'Spathiphyllum wallisii', group: 'foliage', spacing: 0.25, roots: 0.15, height: 0.4, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [20, 28], growth: [16, 28], ph: [5.5, 6.5], conductivity: mS(0.8, 1.4), light: [3, 8], waterUse: 0.0025, start: 'division', frost: 'tender', harvest: 'none' },
  { ...FOLIAGE, id: 'ivy', name: 'Ivy', scientific: 'Hedera helix', group: 'foliage', spacing: 0.2, roots: 0.12, height: 0.2, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [15, 22], growth: [5, 28], ph: [6, 7], conductivity: mS(0.8, 1.6), light: [3, 8], waterUse: 0.002, start: 'cutting', frost: 'hardy', harvest: 'none' },
  // Plants that like wet feet
  { ...LEAFY, id: 'watercress', name: 'Watercress', scientific: 'Nasturtium officinale', group: 'wet-footed', spacing: 0.1, roots: 0.08, height: 0.2, daysToHarvest: 35, daysOfHarvest: 90, nurseryDays: 20, germination: [10, 24], growth: [8, 22], ph: [6.5, 7.5], conductivity: mS(0.4, 1.8), light: [8, 15], waterUse: 0.004, start: 'cutting', frost: 'hardy', harvest: 'again' },
  { ...LEAFY, id: 'water-spinach', name: 'Water spinach', scientific: 'Ipomoea aquatica', group: 'wet-footed', spacing: 0.15, roots: 0.15, height: 0.4, daysToHarvest: 30, daysOfHarvest: 120, nurseryDays: 16, germination: [20, 35], growth: [20, 34], ph: [5.5, 7], conductivity: mS(1.4, 2.2), light: [14, 22], waterUse: 0.005, start: 'cutting', frost: 'tender', harvest: 'again', nitrogen: 0.8, dayLength: [10, 24] },
  { ...LEAFY, id: 'taro', name: 'Taro', scientific: 'Colocasia esculenta', group: 'wet-footed', spacing: 0.6, roots: 0.3, height: 1.2, daysToHarvest: 240, daysOfHarvest: 30, nurseryDays: 30, germination: [20, 30], growth: [20, 32], ph: [5.5, 7], conductivity: mS(1.5, 2.5), light: [12, 22], waterUse: 0.006, start: 'division', frost: 'tender', harvest: 'once', rootType: 'tuber', nitrogen: 0.7, short: ['potassium'] },
  { ...FOLIAGE, id: 'papyrus', name: 'Dwarf papyrus', scientific: 'Cyperus haspan', group: 'wet-footed', spacing: 0.3, roots: 0.2, height: 0.6, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [20, 28], growth: [15, 30], ph: [6, 7], conductivity: mS(0.8, 1.6), light: [8, 16], waterUse: 0.005, start: 'division', frost: 'tender', harvest: 'none', rootType: 'rhizome' },
  { ...FOLIAGE, id: 'canna', name: 'Water canna', scientific: 'Canna glauca', group: 'wet-footed', spacing: 0.5, roots: 0.3, height: 1.4, daysToHarvest: 0, daysOfHarvest: 0, nurseryDays: 30, germination: [20, 28], growth: [16, 30], ph: [6, 7], conductivity: mS(1.2, 2), light: [14, 24], waterUse: 0.006, start: 'division', frost: 'tender', harvest: 'none', rootType: 'rhizome', nitrogen: 0.6 },
];
