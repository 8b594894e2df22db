import { MEMORY } from '../../limits/index.ts';
import { say } from '../../quantity/index.ts';
import { recent, type Tended } from '../../readings/index.ts';
import { treatmentBasis, ironStep } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** Young leaves that are pale between green veins: iron, which young systems lack. */
export function plantHazards(t: Tended): Hazard[] {
  if (!t.hasFish || !t.hasPlants) return [];
  const [seen] = recent(t, MEMORY.topUps, (e) => e.seen?.includes('leaves-pale-veins') ?? false);
  const given = recent(t, 2 * MEMORY.topUps, (e) => e.kind === 'dose' && e.what === 'iron');
  if (!seen || given.some((e) => e.at > seen.at - MEMORY.topUps * 1000)) return [];
  return [
    hazardOf(
      'plants',
      'week',
      say`Young leaves were seen pale between green veins. Young systems lack iron, and at high pH it falls out.`,
      {
        rests: ['ph'],
        wants: [{ kind: 'step', step: ironStep(treatmentBasis(t)) }],
        readsAfter: ['ph'],
        again: MEMORY.topUps,
        source: 'Iron doses of the University of the Virgin Islands, from memory.',
      },
    ),
  ];
}
