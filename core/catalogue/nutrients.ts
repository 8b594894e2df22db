import type { SiemensPerMetre } from '../quantity/si.ts';

/** One part of a nutrient programme: a liquid by millilitres, a salt by grams, per litre of water. */
export interface ProgrammePart {
  readonly name: string;
  readonly unit: 'mL' | 'g';
  /** Per litre of water at full strength, by stage: seedling, leaf, fruit. */
  readonly perLitre: Readonly<Record<GrowthStage, number>>;
}
export type GrowthStage = 'seedling' | 'leaf' | 'fruit';
export const GROWTH_STAGES: readonly GrowthStage[] = ['seedling', 'leaf', 'fruit'];

/** A nutrient programme by its label: parts in the order of adding. */
export interface Programme {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly ProgrammePart[];
  /** Conductivity it adds at full strength, by stage, S/m (1 mS/cm is 0.1 S/m). */
  readonly conductivity: Readonly<Record<GrowthStage, SiemensPerMetre>>;
  readonly note: string;
  readonly source: string;
}

const TYPICAL =
  'Typical figures of its type. Enter the figures of your own label as your own programme.';
const byStage = (seedling: number, leaf: number, fruit: number) => ({ seedling, leaf, fruit });

export const PROGRAMMES: readonly Programme[] = [
  {
    id: 'two-part',
    name: 'Two-part liquid',
    parts: [
      { name: 'Part A', unit: 'mL', perLitre: byStage(1, 2, 3) },
      { name: 'Part B', unit: 'mL', perLitre: byStage(1, 2, 3) },
    ],
    conductivity: byStage(0.06, 0.12, 0.18),
    note: 'A contains calcium, B phosphate and sulphate. Never mix them undiluted.',
    source: TYPICAL,
  },
  {
    id: 'three-part',
    name: 'Three-part liquid',
    parts: [
      { name: 'Trace elements', unit: 'mL', perLitre: byStage(0.6, 1.2, 1.6) },
      { name: 'Growth', unit: 'mL', perLitre: byStage(0.6, 1.6, 0.8) },
      { name: 'Bloom', unit: 'mL', perLitre: byStage(0.6, 0.6, 2.4) },
    ],
    conductivity: byStage(0.07, 0.13, 0.19),
    note: 'Stir in the trace elements first, then the others.',
    source: TYPICAL,
  },
  {
    id: 'granular',
    name: 'Granular, calcium nitrate apart',
    parts: [
      { name: 'Base salts', unit: 'g', perLitre: byStage(0.3, 0.6, 0.8) },
      { name: 'Magnesium sulphate', unit: 'g', perLitre: byStage(0.15, 0.3, 0.4) },
      { name: 'Calcium nitrate', unit: 'g', perLitre: byStage(0.3, 0.6, 0.8) },
    ],
    conductivity: byStage(0.08, 0.16, 0.22),
    note: 'Dissolve each salt separately. Add calcium nitrate last, to the full volume.',
    source: TYPICAL,
  },
];
