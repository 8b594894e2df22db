import type { Celsius, CubicMetres, GramsPerCubicMetre, Kilograms, Share } from '../quantity/si.ts';

/** How a kind keeps company: alone, in pairs, in a shoal, at peace with others, or as a hunter. */
export type Temper = 'single' | 'pair' | 'shoal' | 'peaceful' | 'hunter';

/** A kind of fish or shrimp, as keepers and farmers publish it. */
export interface FishKind {
  readonly id: string;
  readonly name: string;
  readonly scientific: string;
  /** Water in which it lives, and in which it thrives, [low, high]. */
  readonly survives: readonly [Celsius, Celsius];
  readonly best: readonly [Celsius, Celsius];
  /** Below this it takes no feed. */
  readonly stopsFeeding: Celsius;
  readonly ph: readonly [number, number];
  /** Dissolved oxygen: above the first it is at ease, below the second under stress, at the third it dies. */
  readonly oxygen: {
    readonly comfort: GramsPerCubicMetre;
    readonly stress: GramsPerCubicMetre;
    readonly lethal: GramsPerCubicMetre;
  };
  /** Total ammonia nitrogen that farming tolerates. */
  readonly tan: GramsPerCubicMetre;
  /** Nitrite nitrogen: caution, and act now. */
  readonly nitrite: readonly [GramsPerCubicMetre, GramsPerCubicMetre];
  /** Crude protein of its feed, [low, high]. */
  readonly protein: readonly [Share, Share];
  /** Feed per gain of mass. */
  readonly feedConversion: number;
  /** Mass when it is bought or put in. */
  readonly stockMass: Kilograms;
  /** Published growth in the middle of its best range: from, to, in so many months of 30 days. */
  readonly growth: {
    readonly from: Kilograms;
    readonly to: Kilograms;
    readonly months: readonly [number, number];
  };
  readonly temper: Temper;
  /** Fewest that should live together. */
  readonly shoal: number;
  /** It eats what fits its mouth. */
  readonly eatsSmaller: boolean;
  readonly use: 'food' | 'ornamental' | 'both';
  /** It can breathe at the surface for a while. */
  readonly gulpsAir: boolean;
  readonly smallestTank: CubicMetres;
  readonly law: string;
  readonly source: string;
}

export const FISH_LAW = 'Check whether this species is allowed where you live. Never release it.';
const FAO =
  'FAO Fisheries and Aquaculture Technical Paper 589 (2014), table of water quality, feed and growth; the mass at stocking is an assumption.';
const COMMON = 'Commonly published range.';

type Oxygen = FishKind['oxygen'];
const TROUT_LIKE: Oxygen = { comfort: 6, stress: 5, lethal: 3 };
const MOST_FISH: Oxygen = { comfort: 5, stress: 3, lethal: 1.5 };
const TILAPIA_LIKE: Oxygen = { comfort: 4, stress: 2, lethal: 1 };
const USUAL_NITRITE = [0.5, 1] as const;
const SENSITIVE_NITRITE = [0.1, 0.3] as const;

// prettier-ignore
export const FISH: readonly FishKind[] = [
  { id: 'nile-tilapia', name: 'Nile tilapia', scientific: 'Oreochromis niloticus', survives: [14, 36], best: [27, 30], stopsFeeding: 16, ph: [6, 8.5],
    oxygen: TILAPIA_LIKE, tan: 2, nitrite: USUAL_NITRITE, protein: [0.28, 0.32], feedConversion: 1.25, stockMass: 0.05, growth: { from: 0.05, to: 0.6, months: [6, 8] },
    temper: 'peaceful', shoal: 6, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 0.2, law: `${FISH_LAW} Restricted in many countries.`, source: FAO },
  { id: 'common-carp', name: 'Common carp', scientific: 'Cyprinus carpio', survives: [4, 34], best: [25, 30], stopsFeeding: 8, ph: [6.5, 8.5],
    oxygen: TILAPIA_LIKE, tan: 1, nitrite: USUAL_NITRITE, protein: [0.3, 0.38], feedConversion: 1.35, stockMass: 0.005, growth: { from: 0.005, to: 0.6, months: [9, 11] },
    temper: 'peaceful', shoal: 3, eatsSmaller: false, use: 'food', gulpsAir: true, smallestTank: 0.5, law: FISH_LAW, source: FAO },
  { id: 'channel-catfish', name: 'Channel catfish', scientific: 'Ictalurus punctatus', survives: [5, 34], best: [24, 30], stopsFeeding: 10, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.25, 0.36], feedConversion: 1.45, stockMass: 0.005, growth: { from: 0.005, to: 0.4, months: [9, 10] },
    temper: 'peaceful', shoal: 3, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 0.5, law: FISH_LAW, source: FAO },
  { id: 'rainbow-trout', name: 'Rainbow trout', scientific: 'Oncorhynchus mykiss', survives: [1, 21], best: [14, 16], stopsFeeding: 4, ph: [6.5, 8],
    oxygen: TROUT_LIKE, tan: 0.5, nitrite: SENSITIVE_NITRITE, protein: [0.42, 0.42], feedConversion: 1.2, stockMass: 0.005, growth: { from: 0.005, to: 1, months: [14, 16] },
    temper: 'hunter', shoal: 3, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 1, law: FISH_LAW, source: FAO },
  { id: 'barramundi', name: 'Barramundi', scientific: 'Lates calcarifer', survives: [18, 34], best: [26, 29], stopsFeeding: 20, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.38, 0.45], feedConversion: 1.4, stockMass: 0.005, growth: { from: 0.005, to: 0.4, months: [9, 10] },
    temper: 'hunter', shoal: 3, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 1, law: FISH_LAW, source: FAO },
  { id: 'giant-river-prawn', name: 'Giant river prawn', scientific: 'Macrobrachium rosenbergii', survives: [17, 34], best: [26, 32], stopsFeeding: 18, ph: [7, 8.5],
    oxygen: MOST_FISH, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.35, 0.35], feedConversion: 1.7, stockMass: 0.001, growth: { from: 0.001, to: 0.03, months: [4, 5] },
    temper: 'peaceful', shoal: 5, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 0.2, law: FISH_LAW, source: FAO },
  { id: 'goldfish', name: 'Goldfish', scientific: 'Carassius auratus', survives: [1, 32], best: [18, 24], stopsFeeding: 8, ph: [6.5, 8.3],
    oxygen: TILAPIA_LIKE, tan: 1, nitrite: USUAL_NITRITE, protein: [0.3, 0.38], feedConversion: 1.8, stockMass: 0.005, growth: { from: 0.005, to: 0.1, months: [18, 24] },
    temper: 'peaceful', shoal: 2, eatsSmaller: true, use: 'ornamental', gulpsAir: true, smallestTank: 0.1, law: FISH_LAW, source: COMMON },
  { id: 'koi', name: 'Koi', scientific: 'Cyprinus rubrofuscus', survives: [1, 32], best: [20, 26], stopsFeeding: 8, ph: [6.8, 8.3],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.32, 0.4], feedConversion: 1.6, stockMass: 0.02, growth: { from: 0.02, to: 1, months: [24, 36] },
    temper: 'peaceful', shoal: 2, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 2, law: FISH_LAW, source: COMMON },
  { id: 'jade-perch', name: 'Jade perch', scientific: 'Scortum barcoo', survives: [16, 32], best: [24, 28], stopsFeeding: 17, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.35, 0.45], feedConversion: 1.4, stockMass: 0.01, growth: { from: 0.01, to: 0.5, months: [10, 14] },
    temper: 'peaceful', shoal: 4, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 0.4, law: FISH_LAW, source: COMMON },
  { id: 'silver-perch', name: 'Silver perch', scientific: 'Bidyanus bidyanus', survives: [4, 34], best: [22, 28], stopsFeeding: 10, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.32, 0.4], feedConversion: 1.6, stockMass: 0.01, growth: { from: 0.01, to: 0.45, months: [12, 18] },
    temper: 'peaceful', shoal: 5, eatsSmaller: false, use: 'food', gulpsAir: false, smallestTank: 0.5, law: FISH_LAW, source: COMMON },
  { id: 'bluegill', name: 'Bluegill', scientific: 'Lepomis macrochirus', survives: [3, 33], best: [22, 28], stopsFeeding: 10, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.36, 0.44], feedConversion: 1.7, stockMass: 0.01, growth: { from: 0.01, to: 0.2, months: [14, 18] },
    temper: 'peaceful', shoal: 4, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 0.3, law: FISH_LAW, source: COMMON },
  { id: 'european-perch', name: 'European perch', scientific: 'Perca fluviatilis', survives: [2, 30], best: [20, 24], stopsFeeding: 6, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.42, 0.46], feedConversion: 1.4, stockMass: 0.01, growth: { from: 0.01, to: 0.2, months: [10, 14] },
    temper: 'hunter', shoal: 5, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 0.3, law: FISH_LAW, source: COMMON },
  { id: 'largemouth-bass', name: 'Largemouth bass', scientific: 'Micropterus nigricans', survives: [4, 34], best: [24, 28], stopsFeeding: 10, ph: [6.5, 8.5],
    oxygen: MOST_FISH, tan: 1, nitrite: USUAL_NITRITE, protein: [0.42, 0.48], feedConversion: 1.5, stockMass: 0.01, growth: { from: 0.01, to: 0.6, months: [14, 18] },
    temper: 'hunter', shoal: 1, eatsSmaller: true, use: 'food', gulpsAir: false, smallestTank: 1, law: FISH_LAW, source: COMMON },
  { id: 'tench', name: 'Tench', scientific: 'Tinca tinca', survives: [2, 33], best: [20, 26], stopsFeeding: 10, ph: [6.5, 8.5],
    oxygen: TILAPIA_LIKE, tan: 1, nitrite: USUAL_NITRITE, protein: [0.32, 0.4], feedConversion: 1.8, stockMass: 0.01, growth: { from: 0.01, to: 0.25, months: [18, 24] },
    temper: 'peaceful', shoal: 3, eatsSmaller: false, use: 'both', gulpsAir: false, smallestTank: 0.5, law: FISH_LAW, source: COMMON },
  { id: 'ide', name: 'Golden ide', scientific: 'Leuciscus idus', survives: [2, 28], best: [15, 22], stopsFeeding: 6, ph: [6.8, 8.3],
    oxygen: MOST_FISH, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.32, 0.4], feedConversion: 1.7, stockMass: 0.01, growth: { from: 0.01, to: 0.3, months: [20, 28] },
    temper: 'shoal', shoal: 6, eatsSmaller: true, use: 'ornamental', gulpsAir: false, smallestTank: 1.5, law: FISH_LAW, source: COMMON },
  { id: 'guppy', name: 'Guppy', scientific: 'Poecilia reticulata', survives: [18, 32], best: [23, 27], stopsFeeding: 16, ph: [6.8, 8.2],
    oxygen: TILAPIA_LIKE, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.35, 0.45], feedConversion: 1.8, stockMass: 0.0004, growth: { from: 0.0001, to: 0.0008, months: [4, 6] },
    temper: 'peaceful', shoal: 5, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 0.02, law: FISH_LAW, source: COMMON },
  { id: 'platy', name: 'Platy', scientific: 'Xiphophorus maculatus', survives: [16, 30], best: [21, 26], stopsFeeding: 15, ph: [7, 8.2],
    oxygen: TILAPIA_LIKE, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.35, 0.42], feedConversion: 1.8, stockMass: 0.0008, growth: { from: 0.0002, to: 0.002, months: [5, 7] },
    temper: 'peaceful', shoal: 5, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 0.04, law: FISH_LAW, source: COMMON },
  { id: 'molly', name: 'Molly', scientific: 'Poecilia sphenops', survives: [18, 31], best: [23, 28], stopsFeeding: 17, ph: [7.2, 8.5],
    oxygen: TILAPIA_LIKE, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.32, 0.4], feedConversion: 1.8, stockMass: 0.001, growth: { from: 0.0003, to: 0.004, months: [6, 8] },
    temper: 'peaceful', shoal: 4, eatsSmaller: false, use: 'ornamental', gulpsAir: true, smallestTank: 0.07, law: FISH_LAW, source: COMMON },
  { id: 'small-tetra', name: 'Small tetra', scientific: 'Hyphessobrycon and Paracheirodon species', survives: [19, 29], best: [21, 27], stopsFeeding: 17, ph: [5.5, 7.5],
    oxygen: MOST_FISH, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.35, 0.45], feedConversion: 1.8, stockMass: 0.0003, growth: { from: 0.0001, to: 0.0006, months: [6, 8] },
    temper: 'shoal', shoal: 8, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 0.05, law: FISH_LAW, source: COMMON },
  { id: 'white-cloud-minnow', name: 'White cloud minnow', scientific: 'Tanichthys albonubes', survives: [6, 28], best: [14, 22], stopsFeeding: 8, ph: [6, 8],
    oxygen: MOST_FISH, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.35, 0.45], feedConversion: 1.8, stockMass: 0.0004, growth: { from: 0.0001, to: 0.0009, months: [6, 9] },
    temper: 'shoal', shoal: 8, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 0.03, law: FISH_LAW, source: COMMON },
  { id: 'zebra-danio', name: 'Zebra danio', scientific: 'Danio rerio', survives: [14, 33], best: [20, 28.5], stopsFeeding: 13, ph: [6.5, 8],
    oxygen: MOST_FISH, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.35, 0.45], feedConversion: 1.8, stockMass: 0.0003, growth: { from: 0.0001, to: 0.0007, months: [4, 6] },
    temper: 'shoal', shoal: 8, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 0.04, law: FISH_LAW, source: COMMON },
  { id: 'siamese-fighter', name: 'Siamese fighter', scientific: 'Betta splendens', survives: [20, 32], best: [24, 30], stopsFeeding: 18, ph: [6, 8],
    oxygen: TILAPIA_LIKE, tan: 0.5, nitrite: USUAL_NITRITE, protein: [0.4, 0.5], feedConversion: 1.8, stockMass: 0.0015, growth: { from: 0.0003, to: 0.003, months: [5, 8] },
    temper: 'single', shoal: 1, eatsSmaller: true, use: 'ornamental', gulpsAir: true, smallestTank: 0.02, law: FISH_LAW, source: COMMON },
  { id: 'cherry-shrimp', name: 'Cherry shrimp', scientific: 'Neocaridina davidi', survives: [8, 30], best: [20, 25], stopsFeeding: 9, ph: [6.5, 8],
    oxygen: MOST_FISH, tan: 0.5, nitrite: SENSITIVE_NITRITE, protein: [0.3, 0.4], feedConversion: 1.8, stockMass: 0.0001, growth: { from: 0.00003, to: 0.0003, months: [4, 6] },
    temper: 'peaceful', shoal: 10, eatsSmaller: false, use: 'ornamental', gulpsAir: false, smallestTank: 0.02, law: `${FISH_LAW} Copper and zinc kill shrimp first.`, source: COMMON },
];
