import { CHANGE_LIMITS, MEMORY } from '../../limits/index.ts';
import { concentration, say } from '../../quantity/index.ts';
import { bandsOf, type Tended } from '../../readings/index.ts';
import { lookStep, shareTo } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** Nitrate that starves the plants, or that nothing takes up. */
export function nitrateHazards(t: Tended): Hazard[] {
  const read = t.known.nitrate;
  const band = bandsOf(t).nitrate;
  if (!t.hasFish || !read || !band || !read.fresh || read.from === 'plausible') return [];
  const [low, high] = band.good;
  const shared = {
    rests: ['nitrate'] as const,
    readsAfter: ['nitrate'] as const,
    again: MEMORY.topUps,
    source: 'Working range of aquaponic growers, as nitrogen.',
  };
  if (read.band[1] < low)
    return [
      hazardOf(
        'nitrate',
        'week',
        say`Nitrate is at ${concentration(read.band[1])} as N. Plants starve below ${concentration(low)}.`,
        {
          ...shared,
          wants: [
            {
              kind: 'step',
              fullFeed: true,
              step: lookStep(
                say`Feed the full ration`,
                [say`Feed the fish their full ration, and plant no more for now.`],
                '',
              ),
            },
          ],
          unless: say`A young system: nitrate comes when the bacteria do.`,
        },
      ),
    ];
  if (read.band[0] <= high) return [];
  return [
    hazardOf(
      'nitrate',
      read.band[0] > band.edge[1] ? 'today' : 'week',
      say`Nitrate is at ${concentration(read.best)} as N. Up to ${concentration(high)} is the working range.`,
      {
        ...shared,
        wants: [
          {
            kind: 'change',
            pace: 'calm',
            share: () => Math.min(CHANGE_LIMITS.atOnce, shareTo(read.best, high, 0) ?? 1),
          },
          {
            kind: 'step',
            step: lookStep(
              say`Plant more`,
              [
                say`Plant more. A water change only clears what is there; pour the old water onto garden beds.`,
              ],
              '',
            ),
          },
        ],
        unless: say`Healthy fish, and plants that will use it when they grow.`,
      },
    ),
  ];
}
