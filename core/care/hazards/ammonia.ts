import { tanAt, unionisedShare } from '../../life/index.ts';
import { CHANGE_WAIT, MEMORY, PLAUSIBLE_PH, UNIONISED_LIMITS } from '../../limits/index.ts';
import { concentration, ph, say } from '../../quantity/index.ts';
import { bandsOf, levelWords, tankOf, type Tended } from '../../readings/index.ts';
import { afterRenewal, endAfter, smallestShare } from '../../treatment/index.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** Un-ionised ammonia, by total ammonia, pH and temperature. */

const SOURCE =
  'Emerson and others (1975); limits of un-ionised ammonia nitrogen for fish in common use.';

/** Un-ionised ammonia at the worse end of what was read, mg/L; null where total ammonia was never read. */
export function unionisedNow(t: Tended): number | null {
  const { tan, temperature, ph: acidity } = t.known;
  if (!tan || !temperature || !acidity) return null;
  const worstPh = acidity.from === 'plausible' ? PLAUSIBLE_PH.unread[1] : acidity.band[1];
  return tan.band[1] * unionisedShare(temperature.band[1], worstPh);
}

/** The same by the last reading, not widened by the days since; null where nothing was read. */
function unionisedAsRead(t: Tended): number | null {
  const { tan, temperature, ph: acidity } = t.known;
  if (!tan || !temperature || !acidity || acidity.from === 'plausible') return null;
  return tan.read[1] * unionisedShare(temperature.read[1], acidity.read[1]);
}

const NO_BASE = {
  treatment: 'base',
  because: say`Raising the pH would turn more of the ammonia poisonous.`,
} as const;

/** Ammonia that burns gills, or would at another pH. */
export function ammoniaHazards(t: Tended): Hazard[] {
  const { tan } = t.known;
  const now = unionisedNow(t);
  if (!t.hasFish || !tan || now === null || tan.band[1] <= 0) return [];
  const { caution, act, deadly } = UNIONISED_LIMITS;
  const about = tankOf(t);
  const rests = ['tan', 'ph', 'temperature'] as const;
  const acidity = t.known.ph!;
  const warm = t.known.temperature!;
  const level = levelWords('Total ammonia', tan, 'concentration');
  const unread = acidity.from === 'plausible';
  const again = tan.fresh && !tan.doubted ? [] : (['tan'] as const);
  const shared = {
    about,
    rests,
    source: SOURCE,
    readsAfter: ['tan', 'ph', 'temperature'] as const,
  };

  if (now < caution) {
    const farmed = bandsOf(t).tan!.good[1];
    if (tan.band[1] <= farmed + 1e-9 || unread) return [];
    return [
      hazardOf(
        'ammonia',
        'today',
        [
          ...level,
          ...say` These fish should live in up to ${concentration(farmed)}. At pH ${ph(acidity.best)} only ${concentration(now)} of it is poisonous.`,
        ],
        {
          ...shared,
          feed: 'half',
          readsNow: again,
          again: CHANGE_WAIT.span,
          avoid: [NO_BASE],
          unless: say`Less than ${concentration(farmed)} at the next test.`,
        },
      ),
    ];
  }
  const grave = now >= act;
  const asRead = unionisedAsRead(t);
  // What only time has made uncertain is read before anything is done about it.
  if (asRead !== null && asRead < caution && !tan.doubted)
    return [
      hazardOf(
        'ammonia',
        'today',
        [
          ...level,
          ...say` It was last read safe. If it has risen since, up to ${concentration(now)} of it is un-ionised: read it before you do anything.`,
        ],
        {
          ...shared,
          feed: grave ? 'half' : 'full',
          readsNow: ['tan', 'ph'],
          unless: say`A reading like the last one.`,
        },
      ),
    ];
  if (unread)
    return [
      hazardOf(
        'ammonia',
        grave ? 'now' : 'today',
        [
          ...level,
          ...say` It is harmless at low pH and dangerous at pH ${ph(PLAUSIBLE_PH.unread[1])}, and nobody has read the pH lately.`,
        ],
        {
          ...shared,
          feed: grave ? 0 : 'half',
          air: grave ? 'usual' : null,
          readsNow: ['ph', 'temperature', ...again],
          avoid: [NO_BASE],
          unless: say`A pH of ${ph(PLAUSIBLE_PH.unread[0] + 1)} or less.`,
        },
      ),
    ];
  // The lowest colour of a kit is not told from none: it is watched, and read again, before water is changed for it.
  const middle = ((tan.read[0] + tan.read[1]) / 2) * unionisedShare(warm.read[1], acidity.read[1]);
  if (tan.read[0] === 0 && tan.read[1] > 0 && middle < act && !tan.doubted)
    return [
      hazardOf(
        'ammonia',
        grave ? 'today' : 'week',
        [
          ...level,
          ...say` The lowest colour can mean none. At pH ${ph(acidity.best)} up to ${concentration(now)} of it would be un-ionised; up to ${concentration(caution)} is safe.`,
        ],
        {
          ...shared,
          feed: grave ? 'half' : 'full',
          avoid: [NO_BASE],
          again: grave ? CHANGE_WAIT.span : MEMORY.topUps,
          unless: say`No colour at the next test.`,
        },
      ),
    ];
  const safe = tanAt(caution, warm.best, acidity.best);
  const change: Want = {
    kind: 'change',
    pace: grave ? 'grave' : 'calm',
    share: (g) =>
      smallestShare(
        (s) =>
          endAfter(g.heavy, afterRenewal(g, s)(g.heavy.water)).states.settled.unionised <= caution,
      ),
  };
  return [
    hazardOf(
      'ammonia',
      grave ? 'now' : 'today',
      grave
        ? [
            ...level,
            ...say` At pH ${ph(acidity.best)}, ${concentration(now)} of it is un-ionised. ${concentration(caution)} is safe, ${concentration(act)} burns gills.`,
          ]
        : [
            ...level,
            ...say` At pH ${ph(acidity.best)}, ${concentration(now)} of it is un-ionised. Up to ${concentration(caution)} is safe.`,
          ],
      {
        ...shared,
        feed: grave ? 0 : 'half',
        air: grave ? 'usual' : null,
        wants: tan.fresh && !(tan.doubted && tan.band[0] === 0) ? [change] : [],
        readsNow: again,
        again: grave ? CHANGE_WAIT.grave : CHANGE_WAIT.calm,
        avoid: [NO_BASE],
        unless: say`Total ammonia under ${concentration(safe)} at this pH and temperature, or a lower pH.`,
        call:
          now >= deadly
            ? say`This much ammonia kills many fish. Ask an experienced grower or a vet for fish for help now.`
            : null,
      },
    ),
  ];
}
