import type { QuantityKind } from '../quantity/index.ts';
import type { ReadValues } from './types.ts';

/** What is read: its name, its kind of quantity, what may be entered. One row a field. */

export type ReadField = keyof ReadValues;

export interface FieldOfLog {
  readonly id: ReadField;
  readonly label: string;
  /** As growers write it over a column. */
  readonly short: string;
  readonly kind: QuantityKind;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** A kit shows it as a colour between two: kept as the band. */
  readonly banded: boolean;
}

const field = (
  id: ReadField,
  label: string,
  short: string,
  kind: QuantityKind,
  [min, max]: readonly [number, number],
  step: number,
  banded = false,
): FieldOfLog => ({ id, label, short, kind, min, max, step, banded });

// prettier-ignore
export const READ_FIELDS: readonly FieldOfLog[] = [
  field('temperature', 'Water temperature', 'temperature', 'temperature', [-2, 50], 0.5),
  field('ph', 'pH', 'pH', 'ph', [2, 12], 0.1),
  field('tan', 'Total ammonia (TAN), as N', 'TAN', 'concentration', [0, 500], 0.25, true),
  field('nitrite', 'Nitrite, as N', 'NO₂-N', 'concentration', [0, 500], 0.25, true),
  field('nitrate', 'Nitrate, as N', 'NO₃-N', 'concentration', [0, 2000], 5, true),
  field('oxygen', 'Dissolved oxygen', 'oxygen', 'concentration', [0, 40], 0.1),
  field('conductivity', 'EC at 25 °C', 'EC', 'conductivity', [0, 2], 0.01),
  field('alkalinity', 'Alkalinity (KH)', 'alkalinity', 'hardness', [0, 2000], 5),
  field('hardness', 'Hardness (GH)', 'hardness', 'hardness', [0, 5000], 10),
  field('chlorine', 'Total chlorine', 'chlorine', 'concentration', [0, 50], 0.05),
  field('chloride', 'Chloride', 'chloride', 'concentration', [0, 20000], 10),
  field('level', 'Water level', 'level', 'length', [0, 20], 0.01),
  field('flow', 'Flow', 'flow', 'flow', [0, 0.1], 1e-6),
  field('fillTime', 'Time to fill', 'fill time', 'time', [0, 864000], 5),
];

/** Read at a place of its own: one part says nothing of another. */
export const PART_FIELDS: ReadonlySet<ReadField> = new Set<ReadField>([
  'level',
  'flow',
  'fillTime',
]);

const BY_ID = new Map(READ_FIELDS.map((f) => [f.id, f]));
/** The row of a field. */
export const readField = (id: ReadField): FieldOfLog => BY_ID.get(id)!;

/** Most that one entry gives or counts: kg, m³, pieces. */
export const MOST_GIVEN = { mass: 10_000, volume: 1000, count: 1_000_000 } as const;

/** What a kit’s lid calls a reading whose value is told as nitrogen. */
const PLAIN: Partial<Record<ReadField, string>> = {
  tan: 'ammonia',
  nitrite: 'nitrite',
  nitrate: 'nitrate',
};
/** Names of fields as one list in a sentence: “pH, ammonia and nitrite”. @param ids one at least */
export function listedFields(ids: readonly ReadField[]): string {
  const names = ids.map((id) => PLAIN[id] ?? readField(id).short);
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!;
}

/** The middle of a reading, whether number or band. */
export const middle = (v: number | readonly [number, number]): number =>
  typeof v === 'number' ? v : (v[0] + v[1]) / 2;
/** The upper end of a reading: what is reckoned with where too much does harm. */
export const most = (v: number | readonly [number, number]): number =>
  typeof v === 'number' ? v : v[1];
