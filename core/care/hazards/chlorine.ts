import { CHLORINE_LIMITS, CHLORINE_WAIT } from '../../limits/index.ts';
import { concentration, say } from '../../quantity/index.ts';
import { tankOf, type Tended } from '../../readings/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** Total chlorine in water that fish live in or are to live in. */
export function chlorineHazards(t: Tended): Hazard[] {
  const read = t.known.chlorine;
  if (!read || t.isSolution || read.band[1] <= CHLORINE_LIMITS.target) return [];
  const chloramine = t.system.site.tap.chlorine === 'chloramine';
  const about = tankOf(t);
  return [
    hazardOf(
      'chlorine',
      t.hasFish ? 'now' : 'today',
      say`The water holds ${concentration(read.band[1])} of total chlorine. Fish need less than ${concentration(CHLORINE_LIMITS.target)}, and bacteria die of it too.`,
      {
        about,
        rests: ['chlorine'],
        feed: t.hasFish ? 0 : 'full',
        air: t.hasFish ? 'usual' : null,
        wants: read.fresh ? [{ kind: 'dechlorinate', level: read.band[1] }] : [],
        readsNow: read.fresh ? [] : ['chlorine'],
        readsAfter: chloramine ? ['chlorine', 'tan'] : ['chlorine'],
        again: CHLORINE_WAIT.test,
        unless: say`A test that reads to ${concentration(CHLORINE_LIMITS.proof)} or better and shows none. A free chlorine strip does not show chloramine.`,
        source: 'Criteria of total chlorine, acute and chronic, cited from memory.',
        call: t.hasFish ? say`If the fish gasp, move them to clean water.` : null,
      },
    ),
  ];
}
