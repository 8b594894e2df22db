import { appetite } from '../../life/index.ts';
import {
  CHANGE_LIMITS,
  FEED_LIMITS,
  HEAT_WAIT,
  SOLUTION_WARMTH,
  TEMPERATURE_LIMITS,
} from '../../limits/index.ts';
import { say, temperature as degreesAt } from '../../quantity/index.ts';
import { bandsOf, bestTemperature, tankOf, type Tended } from '../../readings/index.ts';
import { coolStep, lookStep, warmStep, treatmentBasis } from '../../treatment/index.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** Water too warm or too cold for fish, or for roots in solution. */

const SOURCE = 'Ranges of the species that live here; common practice.';

function hot(t: Tended, now: number): Hazard[] {
  const band = bandsOf(t).temperature!;
  const [, most] = band.edge;
  const [, wish] = band.good;
  if (now <= wish) return [];
  const grave = now >= most - TEMPERATURE_LIMITS.hotMargin;
  const about = tankOf(t);
  const tap = t.system.site.tap.temperature;
  const down = Math.min(TEMPERATURE_LIMITS.coolPerHour, now - wish);
  const cooling: Want[] =
    grave && tap !== null && tap <= now - TEMPERATURE_LIMITS.coolerTap
      ? [
          {
            kind: 'change',
            pace: 'calm',
            cooling: true,
            share: () => Math.min(CHANGE_LIMITS.atOnce, down / (now - tap)),
          },
        ]
      : [];
  return [
    hazardOf(
      'temperature',
      grave ? 'now' : 'today',
      say`The water is at ${degreesAt(now)}. These fish do best up to ${degreesAt(bestTemperature(t)[1])} and live up to ${degreesAt(most)}. Warm water holds less oxygen.`,
      {
        about,
        rests: ['temperature'],
        source: SOURCE,
        feed: grave ? 0 : 'half',
        air: 'usual',
        wants: [...cooling, { kind: 'step', step: coolStep(about, grave) }],
        readsAfter: ['temperature', 'oxygen'],
        again: grave ? HEAT_WAIT.hot : HEAT_WAIT.warm,
        unless: say`Under ${degreesAt(wish)} by the evening.`,
      },
    ),
  ];
}

function cold(t: Tended, now: number): Hazard[] {
  const [least] = bandsOf(t).temperature!.edge;
  const { groups } = t.life;
  const about = tankOf(t);
  const shared = {
    about,
    rests: ['temperature'] as const,
    source: SOURCE,
    readsAfter: ['temperature'] as const,
  };
  if (now < least + TEMPERATURE_LIMITS.coldMargin)
    return [
      hazardOf(
        'temperature',
        'now',
        say`The water is at ${degreesAt(now)}. These fish live from ${degreesAt(least)} up.`,
        {
          ...shared,
          feed: 0,
          wants: [{ kind: 'step', step: warmStep(treatmentBasis(t), about) }],
          again: HEAT_WAIT.cold,
          unless: say`Above ${degreesAt(least + TEMPERATURE_LIMITS.coldMargin)} and steady.`,
        },
      ),
    ];
  const stops = Math.max(...groups.map((g) => g.kind.stopsFeeding));
  const slowed = groups.some(
    (g) => now < g.kind.best[0] && appetite(g.kind, now) < FEED_LIMITS.slowed,
  );
  if (now > stops && !slowed) return [];
  const none = now <= stops;
  return [
    hazardOf(
      'temperature',
      none ? 'today' : 'week',
      none
        ? say`At ${degreesAt(now)} these fish do not eat: feed would lie on the floor and rot. They eat again above ${degreesAt(stops)}.`
        : say`At ${degreesAt(now)} these fish eat less than in their best range, from ${degreesAt(bestTemperature(t)[0])}. The ration allows for it.`,
      { ...shared, feed: none ? 0 : 'full', again: HEAT_WAIT.warm * 2 },
    ),
  ];
}

/** Too warm or too cold. */
export function temperatureHazards(t: Tended): Hazard[] {
  const read = t.known.temperature;
  if (!read || read.from !== 'read' || read.doubted || !read.fresh) return [];
  const now = read.best;
  if (t.hasFish) return [...hot(t, now), ...cold(t, now)];
  if (!t.isSolution || now <= SOLUTION_WARMTH.most) return [];
  return [
    hazardOf(
      'temperature',
      'today',
      say`The solution is at ${degreesAt(now)}. Above ${degreesAt(SOLUTION_WARMTH.most)} roots lack oxygen and rot; ${degreesAt(SOLUTION_WARMTH.best[0])} to ${degreesAt(SOLUTION_WARMTH.best[1])} is best.`,
      {
        rests: ['temperature'],
        source: 'Common practice of solution growing.',
        wants: [
          { kind: 'step', step: coolStep('', false) },
          {
            kind: 'step',
            step: lookStep(
              say`Look at the roots`,
              [say`Look at the roots: white is healthy, brown and soft is rot.`],
              '',
            ),
          },
        ],
        readsAfter: ['temperature'],
        again: HEAT_WAIT.warm * 2,
      },
    ),
  ];
}
