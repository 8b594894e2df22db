import type { CarePlan } from '../types.ts';
import {
  TEST_WATER_STATES,
  closed,
  mixed,
  tank,
  unionised,
  withBicarbonate,
  withPhosphoric,
  withSalt,
  type StateName,
  type Tank,
} from './chemistry.ts';

/** Follows a plan to the letter in the second chemistry, and says what it breaks. */

export interface Followed {
  readonly broken: readonly string[];
  readonly after: Tank;
}

const NAMES = Object.keys(TEST_WATER_STATES) as StateName[];
/** What two chemistries may differ by: a hundredth of the value, and of a pH. */
const SLACK = 1.01;
const CAUTION = 0.02;

/**
 * Follows the steps of a plan.
 *
 * @param start the water; its tan and nitrite at the upper end of the kit's band
 * @param tap of the place; the tank's own water where nobody read it
 * @param litres that are there
 * @param edge pH that the species live in
 */
export function follow(
  plan: CarePlan,
  start: Tank,
  tap: Tank,
  litres: number,
  edge: readonly [number, number],
  rescued = false,
): Followed {
  const broken: string[] = [];
  let x = start;
  let volume = litres;
  let renewals = 0;
  for (const s of plan.steps) {
    const before = x;
    const amount = s.amount ?? 0;
    switch (s.treatment) {
      case 'change': {
        renewals++;
        const share = (amount * 1000) / volume;
        if (share > 0.5 + 1e-9) broken.push(`changes ${share} of the water`);
        x = mixed(x, tap, share);
        break;
      }
      case 'top-up':
        renewals++;
        x = mixed(x, tap, (amount * 1000) / (volume + amount * 1000));
        volume += amount * 1000;
        break;
      case 'base':
        x = withBicarbonate(x, amount * 1000, volume);
        break;
      case 'acid':
        x = withPhosphoric(x, amount * 1e6, volume);
        break;
      case 'salt':
        x = withSalt(x, amount * 1000, volume);
        break;
      default:
        continue;
    }
    for (const name of NAMES) {
      const was = TEST_WATER_STATES[name](before);
      const is = TEST_WATER_STATES[name](x);
      const [u0, u1] = [unionised(before, was), unionised(x, is)];
      if (u1 > CAUTION * SLACK && u1 > u0 * SLACK)
        broken.push(`${s.treatment}: un-ionised ${u0} → ${u1} ${name}`);
      const beyond = (ph: number) => Math.max(0, edge[0] - ph, ph - edge[1]);
      const slack = plan.urgency === 'now' && name === 'air' ? 0.2 : 0.02;
      if (beyond(is) > beyond(was) + slack + 0.01)
        broken.push(`${s.treatment}: pH ${was} → ${is} ${name}, outside ${edge.join('–')}`);
    }
    const ratio = (t: Tank) => t.nitrite / Math.max(1e-9, t.chloride);
    if (x.nitrite > 0 && x.chloride < before.chloride && ratio(x) > ratio(before) * SLACK)
      broken.push(`${s.treatment}: nitrite to chloride rises`);
    const dose = s.treatment === 'base' || s.treatment === 'acid';
    const of = dose || rescued ? closed : TEST_WATER_STATES.settled;
    const moved = Math.abs(of(x) - of(before));
    const most = rescued || plan.urgency === 'now' ? 0.5 : 0.2;
    if (moved > (dose && !rescued ? 0.2 : most) + 0.011)
      broken.push(`${s.treatment}: moves the pH by ${moved}`);
  }
  if (renewals > 1) broken.push(`${renewals} renewals at once`);
  return { broken, after: x };
}

export { tank };
