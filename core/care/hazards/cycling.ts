import {
  ALKALINITY_RANGE,
  AQUAPONIC_PH,
  CHANGE_WAIT,
  CYCLING_LIMITS,
  CYCLING_PH,
  HEAT_WAIT,
} from '../../limits/index.ts';
import { doseHold, nitrifyingPh } from '../../life/index.ts';
import { concentration, hardness, ph as acidity, say, share } from '../../quantity/index.ts';
import { daysRunning, fishPhRange, type Known, type Tended } from '../../readings/index.ts';
import { middleAfter, softeningShare, type Avoided } from '../../treatment/index.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** A start without fish: what stalls its bacteria. */

const isStart = (t: Tended): boolean =>
  !t.hasFish &&
  !t.isSolution &&
  t.system.vessels.some((v) => v.role === 'tank') &&
  daysRunning(t) !== null;

/** Whether the tests show the bacteria there: no ammonia, no nitrite, and nitrate that came of them. */
function isThere({ known }: Tended): boolean {
  const { tan, nitrite, nitrate } = known;
  if (!tan?.fresh || !nitrite?.fresh || !nitrate) return false;
  const { gone } = CYCLING_LIMITS;
  return tan.best <= gone && nitrite.best <= gone && nitrate.best > gone;
}

/** Alkalinity in surplus that would hold the pH too high for the fish of the design, before they come. */
function beforeFish(t: Tended): Hazard[] {
  const { ph, alkalinity: alk } = t.known;
  if (!t.life.groups.length || !ph?.fresh || !alk?.fresh || !isThere(t)) return [];
  if (ph.from === 'plausible' || alk.from === 'plausible') return [];
  const [low, high] = fishPhRange(t);
  const most = high - AQUAPONIC_PH.into;
  if (ph.best <= most || alk.best <= ALKALINITY_RANGE.cycling) return [];
  const soften: Want = {
    kind: 'change',
    pace: 'calm',
    share: (g) => {
      const now = g.middle.water.alkalinity;
      const fresh = middleAfter(g, 1).water.alkalinity;
      // No further down than fish and bacteria need.
      const room = fresh < now ? (now - ALKALINITY_RANGE.aim) / (now - fresh) : 0;
      return room > 0 ? Math.min(room, softeningShare(g, most)) : 0;
    },
  };
  return [
    hazardOf(
      'cycling',
      'week',
      say`The pH is ${acidity(ph.best)}, and ${hardness(alk.best)} of alkalinity holds it there. The fish of this design live at pH ${acidity(low)} to ${acidity(high)}.`,
      {
        rests: ['ph', 'alkalinity'],
        source: 'Ranges of the species; Plummer & Busenberg (1982).',
        wants: [soften],
        readsAfter: ['ph', 'alkalinity'],
        again: CHANGE_WAIT.span,
        unless: say`A pH in their range at the next reading.`,
      },
    ),
  ];
}

/** pH and alkalinity that bacteria need, ammonia and nitrite that stop them. */
export function cyclingHazards(t: Tended): Hazard[] {
  if (!isStart(t)) return [];
  const out: Hazard[] = [];
  const { ph, alkalinity: alk, tan, nitrite } = t.known;
  const source = 'Season’s model of the bacteria; practice of starts without fish.';
  const acid = ph && ph.from !== 'plausible' && ph.best < CYCLING_PH.slow;
  // With the bacteria there, what fish need is enough.
  const there = isThere(t);
  const wanted = there ? ALKALINITY_RANGE.aim : ALKALINITY_RANGE.cycling;
  const soft =
    alk &&
    alk.from !== 'plausible' &&
    alk.best < (there ? ALKALINITY_RANGE.low : ALKALINITY_RANGE.cycling);
  if (acid || soft) {
    const raise: Want = {
      kind: 'dose',
      rescue: false,
      whole: (g) => wanted - g.middle.water.alkalinity,
    };
    const grave = (acid ?? false) || alk!.best < ALKALINITY_RANGE.floor;
    out.push(
      hazardOf(
        'cycling',
        grave ? 'today' : 'week',
        acid
          ? say`At pH ${acidity(ph.best)} the bacteria work at ${share(nitrifyingPh(ph.best))} of their rate. They use up alkalinity with every dose of ammonia.`
          : say`Alkalinity is at ${hardness(alk!.best)}. A start needs ${hardness(wanted)}: the bacteria use it up with every dose of ammonia.`,
        {
          rests: ['ph', 'alkalinity'],
          source,
          wants: soft || !alk || alk.from === 'plausible' ? [raise] : [],
          readsNow: !alk || alk.from === 'plausible' ? ['alkalinity'] : [],
          readsAfter: ['ph', 'alkalinity'],
          avoid: acid
            ? [
                {
                  treatment: 'nutrient',
                  because: say`Give no ammonia under pH ${acidity(CYCLING_PH.hold)}: the bacteria cannot use it.`,
                },
              ]
            : [],
        },
      ),
    );
  }
  // Each dose uses some up, unseen: it is read before it can have run out.
  if (!acid && !soft && alk && alk.from !== 'plausible' && alk.band[0] < ALKALINITY_RANGE.low)
    out.push(
      hazardOf(
        'cycling',
        'today',
        say`Alkalinity can be at ${hardness(alk.band[0])} by now: the ammonia that was given since it was read uses it up.`,
        { rests: ['alkalinity'], source, readsNow: ['alkalinity', 'ph'] },
      ),
    );
  out.push(...beforeFish(t));
  const read = (x: Known | undefined) => (x?.fresh ? x.best : null);
  const why = doseHold(t.system.plan.dose, {
    tan: read(tan),
    nitrite: read(nitrite),
    ph: null,
  });
  const hold: Avoided[] =
    why === 'nitrite'
      ? [
          {
            treatment: 'nutrient',
            because: say`Give no ammonia while nitrite is over ${concentration(CYCLING_LIMITS.holdNitrite)}.`,
          },
        ]
      : why === 'tan'
        ? [
            {
              treatment: 'nutrient',
              because: say`Give no ammonia: ${concentration(CYCLING_LIMITS.mostTan)} and more stalls the bacteria that it is for.`,
            },
          ]
        : [];
  if (hold.length)
    out.push(
      hazardOf(
        'cycling',
        'today',
        say`There is more ammonia or nitrite than the young bacteria can use.`,
        {
          rests: ['tan', 'nitrite'],
          source,
          readsAfter: ['tan', 'nitrite'],
          again: HEAT_WAIT.warm * 2,
          avoid: hold,
        },
      ),
    );
  return out;
}
