import {
  CHANGE_WAIT,
  CHANGE_LIMITS,
  CHLORIDE_RATIO,
  MEMORY,
  NITRITE_AIM,
} from '../../limits/index.ts';
import { concentration, say } from '../../quantity/index.ts';
import { bandsOf, levelWords, tankOf, type Tended } from '../../readings/index.ts';
import { shareTo } from '../../treatment/index.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** Nitrite, for the most sensitive species, and the chloride that shields it. */
export function nitriteHazards(t: Tended): Hazard[] {
  const read = t.known.nitrite;
  const band = bandsOf(t).nitrite;
  if (!t.hasFish || !read || !band) return [];
  const [, caution] = band.good;
  const [, act] = band.edge;
  const now = read.band[1];
  if (now < caution) return [];
  const chloride = t.known.chloride?.band[0] ?? 0;
  if (chloride >= CHLORIDE_RATIO.least * now) return [];
  const grave = now >= act;
  if (read.read[1] < caution && !read.doubted)
    return [
      hazardOf(
        'nitrite',
        'today',
        [
          ...levelWords('Nitrite', read, 'concentration'),
          ...say` It was last read safe. These fish tolerate ${concentration(caution)}: read it before you do anything.`,
        ],
        {
          about: tankOf(t),
          rests: ['nitrite', 'chloride'],
          readsNow: ['nitrite'],
          source: 'Limits by species.',
          unless: say`A reading like the last one.`,
        },
      ),
    ];
  const middle = (read.read[0] + read.read[1]) / 2;
  if (read.read[0] === 0 && middle < act && !read.doubted)
    return [
      hazardOf(
        'nitrite',
        grave ? 'today' : 'week',
        [
          ...levelWords('Nitrite', read, 'concentration'),
          ...say` The lowest colour can mean none. These fish tolerate ${concentration(caution)}.`,
        ],
        {
          about: tankOf(t),
          rests: ['nitrite', 'chloride'],
          feed: grave ? 'half' : 'full',
          readsAfter: ['nitrite'],
          again: grave ? CHANGE_WAIT.span : MEMORY.topUps,
          source: 'Limits by species.',
          unless: say`No colour at the next test.`,
        },
      ),
    ];
  const target = NITRITE_AIM.share * caution;
  const share = shareTo(now, target, 0) ?? 1;
  const oneChange = share <= CHANGE_LIMITS.atOnce;
  const usable = read.fresh;
  const change: Want = {
    kind: 'change',
    pace: grave ? 'grave' : 'calm',
    share: () => Math.min(share, CHANGE_LIMITS.atOnce),
  };
  const salt: Want = { kind: 'salt' };
  return [
    hazardOf(
      'nitrite',
      grave ? 'now' : 'today',
      [
        ...levelWords('Nitrite', read, 'concentration'),
        ...say` These fish tolerate ${concentration(caution)}; from ${concentration(act)} their blood no longer carries oxygen. Chloride of ${concentration(chloride)} does not protect them.`,
      ],
      {
        about: tankOf(t),
        rests: ['nitrite', 'chloride'],
        feed: grave ? 0 : 'half',
        air: 'usual',
        // One change does not reach far where there is much; salt shields at once.
        wants: !usable ? [] : oneChange && !grave ? [change] : [change, salt],
        readsNow: read.fresh && !read.doubted ? [] : ['nitrite'],
        readsAfter: ['nitrite', 'tan'],
        again: CHANGE_WAIT.calm,
        unless: say`Nitrite under ${concentration(caution)}, or chloride of ${concentration(CHLORIDE_RATIO.least * now)} or more.`,
        source:
          'Limits by species; chloride to nitrite nitrogen after SRAC 462, cited from memory.',
      },
    ),
  ];
}
