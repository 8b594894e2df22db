import { judgeWhole } from '../../findings/judge.ts';
import { readingsOf, startCourse } from '../../log/index.ts';
import { chance } from '../../numerics/chance.ts';
import { asKnown, tended } from '../../readings/index.ts';
import {
  seasonSetupOf,
  fitSeason,
  runSeason,
  seasonBasis,
  withParameters,
  type Fit,
  type Parameters,
} from '../../season/index.ts';
import { demo } from '../../test/demo.ts';
import { applyEdits } from '../../system/index.ts';
import { runTended } from '../index.ts';

/** A start without fish with bacteria drawn by lot, its log as a grower's kits read it, and the forecast from it. */

export interface NoisyStart {
  readonly fit: Fit;
  /** The day on which it is cycled by the parameters that it was made with. */
  readonly truth: number;
  /** Day of the last entry. */
  readonly day: number;
  readonly parameters: Parameters;
}

const DAY = 86_400_000;
const ZONE = 'UTC';
const START = Date.parse('2026-03-01T08:00:00Z');

/** @returns null where it is not cycled within the days that are looked ahead */
export function noisyStart(seed: number): NoisyStart | null {
  const random = chance(seed * 7919 + 5);
  const normal = () =>
    Math.sqrt(-2 * Math.log(random() || 1e-12)) * Math.cos(2 * Math.PI * random());
  const parameters: Parameters = [0.6 * normal(), 0.6 * normal(), 0.12 * normal()];
  const t = 18 + Math.round(16 * random()) / 2;
  const system = applyEdits(demo('spring-start'), [
    { at: 'site.waterTemperature', to: t },
    { at: 'site.airTemperature', to: t },
    { at: 'care.filled', to: START },
    { at: 'care.stocked', to: false },
  ]);
  const { a, day } = judgeWhole(system);
  const ground = seasonBasis({ system, a, day });
  const course = { ...seasonSetupOf(system), events: [], start: 'fishless' as const, begins: 61 };
  const whole = withParameters({ ...course, days: 120 }, parameters);
  const likely = runTended(ground, whole, { seed, start: START, zone: ZONE }).season.cycledDay;
  if (likely === null) return null;
  // A grower looks at the forecast somewhere between half the way and nearly there.
  const days = Math.max(8, Math.round(likely * (0.5 + 0.4 * random())));
  const { entries } = runTended(ground, { ...whole, days }, { seed, start: START, zone: ZONE });
  const now = START + days * DAY + 3_600_000;
  const c = { system, a: { ...a }, day };
  const known = asKnown(c, entries, now, ZONE);
  const log = tended({ ...c, system: known, a: { ...a } }, entries, now, ZONE, [], system);
  const asked = startCourse(log);
  const truth = runSeason(ground, withParameters(asked, parameters)).cycledDay;
  if (truth === null) return null;
  return { fit: fitSeason(ground, asked, readingsOf(log))!, truth, day: days, parameters };
}
