import type { Share } from '../quantity/si.ts';

/** Chemicals that move alkalinity and pH. Equivalent masses from the atomic masses of IUPAC (2021). */

/** A salt or lime that raises alkalinity, or an acid that lowers it. */
export interface Buffer {
  readonly id: string;
  readonly name: string;
  readonly formula: string;
  readonly does: 'raises' | 'lowers';
  /** Grams of the pure substance per equivalent of alkalinity. */
  readonly gramsPerEquivalent: number;
  /** Moles of inorganic carbon it brings per equivalent. */
  readonly carbonPerEquivalent: number;
  /** What else it brings, that plants take. */
  readonly brings: string;
  readonly note: string;
  /** Grams in a level metric teaspoon, about; null for liquids. */
  readonly gramsPerTeaspoon: number | null;
}

// prettier-ignore
export const BUFFERS: readonly Buffer[] = [
  { id: 'sodium-bicarbonate', name: 'Baking soda', formula: 'NaHCO₃', does: 'raises', gramsPerEquivalent: 84.007, carbonPerEquivalent: 1, brings: 'sodium, which builds up', note: 'Gentle. Use it rarely, because sodium builds up and harms plants.', gramsPerTeaspoon: 4.6 },
  { id: 'potassium-bicarbonate', name: 'Potassium bicarbonate', formula: 'KHCO₃', does: 'raises', gramsPerEquivalent: 100.115, carbonPerEquivalent: 1, brings: 'potassium', note: 'Gentle, and it feeds the plants. Alternate it with a calcium buffer.', gramsPerTeaspoon: 4.5 },
  { id: 'potassium-carbonate', name: 'Potassium carbonate', formula: 'K₂CO₃', does: 'raises', gramsPerEquivalent: 69.103, carbonPerEquivalent: 0.5, brings: 'potassium', note: 'Strong. Use small steps.', gramsPerTeaspoon: 4.4 },
  { id: 'calcium-carbonate', name: 'Calcium carbonate (shell, chalk)', formula: 'CaCO₃', does: 'raises', gramsPerEquivalent: 50.043, carbonPerEquivalent: 0.5, brings: 'calcium', note: 'Slow above about pH 7.5. With air the pH ends near 8.2, or lower where a bed produces carbon dioxide.', gramsPerTeaspoon: 4 },
  { id: 'calcium-hydroxide', name: 'Hydrated lime', formula: 'Ca(OH)₂', does: 'raises', gramsPerEquivalent: 37.046, carbonPerEquivalent: 0, brings: 'calcium', note: 'Strong and caustic. Wear gloves and eye protection, stir it in a bucket first, use small steps.', gramsPerTeaspoon: 2.5 },
];

/** An acid by its concentration: equivalents per litre = 10 · % · density · n ÷ molar mass. */
export interface Acid {
  readonly id: string;
  readonly name: string;
  /** % by mass. */
  readonly strength: number;
  /** kg/L. */
  readonly density: number;
  /** g/mol. */
  readonly molarMass: number;
  /** pK of each proton: what it gives depends on the pH that it is used at. One that is given off in any fish water is 0. */
  readonly pK: readonly number[];
  readonly note: string;
}

// prettier-ignore
export const ACIDS: readonly Acid[] = [
  { id: 'phosphoric-85', name: 'Phosphoric acid 85 %', strength: 85, density: 1.685, molarMass: 97.995, pK: [0, 7.2], note: 'Adds phosphate. Always dilute it first, acid into water.' },
  { id: 'phosphoric-10', name: 'Phosphoric acid 10 %', strength: 10, density: 1.053, molarMass: 97.995, pK: [0, 7.2], note: 'Adds phosphate.' },
  { id: 'nitric-38', name: 'Nitric acid 38 %', strength: 38, density: 1.234, molarMass: 63.013, pK: [0], note: 'Adds nitrate. Strongly corrosive, in many places sold to trained users only.' },
  { id: 'citric-10', name: 'Citric acid, 100 g made up to 1 L', strength: 9.65, density: 1.036, molarMass: 192.124, pK: [3.13, 4.76, 6.4], note: 'Bacteria consume it and the pH rises again. It also uses oxygen.' },
  { id: 'vinegar-5', name: 'Household vinegar 5 %', strength: 5, density: 1, molarMass: 60.052, pK: [0], note: 'Bacteria consume the acetate and the pH rises again. It also uses oxygen.' },
];

/** What takes chlorine out of tap water. */
export interface Dechlorinator {
  readonly id: string;
  readonly name: string;
  /** Grams per gram of chlorine. */
  readonly perChlorine: number;
  /** It also binds the ammonia that a broken chloramine frees. */
  readonly bindsAmmonia: boolean;
  readonly note: string;
  readonly source: string;
}

// prettier-ignore
export const DECHLORINATORS: readonly Dechlorinator[] = [
  { id: 'ascorbic-acid', name: 'Vitamin C (ascorbic acid)', perChlorine: 2.5, bindsAmmonia: false, note: 'Lowers pH a little in soft water.', source: 'USDA Forest Service (2005), Using vitamin C to neutralize chlorine in water systems; 2.48 by molar masses.' },
  { id: 'sodium-ascorbate', name: 'Sodium ascorbate', perChlorine: 2.8, bindsAmmonia: false, note: 'Does not change the pH.', source: 'USDA Forest Service (2005), Using vitamin C to neutralize chlorine in water systems; 2.79 by molar masses.' },
  { id: 'sodium-thiosulphate', name: 'Sodium thiosulphate 5-hydrate', perChlorine: 7, bindsAmmonia: false, note: 'Works within a minute. Releases the ammonia of chloramine.', source: 'Two moles per mole of chlorine, 248.18 and 70.90 g/mol.' },
];

/** An iron chelate: its iron by mass, and up to which pH it holds. */
export interface Chelate {
  readonly id: string;
  readonly name: string;
  readonly iron: Share;
  readonly holds: number;
}

export const CHELATES: readonly Chelate[] = [
  { id: 'dtpa', name: 'DTPA iron chelate, 11 %', iron: 0.11, holds: 7 },
  { id: 'eddha', name: 'EDDHA iron chelate, 6 %', iron: 0.06, holds: 9 },
  { id: 'edta', name: 'EDTA iron chelate, 13 %', iron: 0.13, holds: 6.3 },
];
