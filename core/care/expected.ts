import { saturation } from '../life/index.ts';
import type { TreatmentBasis } from '../treatment/index.ts';
import type { Expected, ExpectedQuantity, Hazard } from './types.ts';

/** Fresh water holds some chloride, mg/L: a ratio to none would say nothing. */
const LEAST_CHLORIDE = 1;

/** What a plan is expected to do: the range of what is known before, and after, its steps. */

type Pair = readonly [number, number];
const span = (values: readonly number[]): Pair => [Math.min(...values), Math.max(...values)];

/**
 * Expected ranges.
 *
 * @param before the ground as it is
 * @param after the ground after all steps
 */
export function expectedOf(
  before: TreatmentBasis,
  after: TreatmentBasis,
  hazards: readonly Hazard[],
): Readonly<Partial<Record<ExpectedQuantity, Expected>>> {
  const out: Partial<Record<ExpectedQuantity, Expected>> = {};
  const { known } = before.t;
  // Hours after a treatment the water is between what was mixed and what it settles at.
  const afterStates = (
    of: (e: TreatmentBasis['ends'][number], s: 'closed' | 'settled') => number,
  ) => span(after.ends.flatMap((e) => [of(e, 'closed'), of(e, 'settled')]));
  if (known.tan && before.t.hasFish)
    out.unionised = {
      before: span(before.ends.map((e) => e.states.closed.unionised)),
      after: afterStates((e, s) => e.states[s].unionised),
      inAir: {
        before: span(before.ends.map((e) => e.states.air.unionised)),
        after: span(after.ends.map((e) => e.states.air.unionised)),
      },
    };
  if (known.ph)
    out.ph = {
      before: span(before.ends.map((e) => e.states.closed.ph)),
      after: afterStates((e, s) => e.states[s].ph),
      inAir: {
        before: span(before.ends.map((e) => e.states.air.ph)),
        after: span(after.ends.map((e) => e.states.air.ph)),
      },
    };
  const plain = (id: ExpectedQuantity, of: (e: TreatmentBasis['ends'][number]) => number) => {
    out[id] = {
      before: span(before.ends.map(of)),
      after: span(after.ends.map(of)),
      inAir: null,
    };
  };
  if (known.alkalinity) plain('alkalinity', (e) => e.water.alkalinity);
  if (known.temperature) plain('temperature', (e) => e.water.t);
  if (known.chlorine) plain('chlorine', (e) => e.water.chlorine);
  if (known.nitrite && before.ends.some((e) => e.water.nitrite > 0))
    plain(
      'nitrite_to_chloride',
      (e) => e.water.nitrite / Math.max(LEAST_CHLORIDE, e.water.chloride),
    );
  const oxygen = known.oxygen;
  if (oxygen && oxygen.from !== 'plausible') {
    const t = known.temperature?.best ?? 20;
    const most = saturation(t, before.t.system.site.altitude);
    const aired = hazards.some((h) => h.air === 'breath');
    out.oxygen = {
      before: oxygen.band,
      after: aired ? [oxygen.band[0], Math.max(most, oxygen.band[1])] : oxygen.band,
      inAir: null,
    };
  }
  return out;
}
