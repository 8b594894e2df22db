import { carbonateConstants, changeToPh, freeCarbonDioxide } from '../../life/index.ts';
import {
  ALKALINITY_RANGE,
  AQUAPONIC_PH,
  CHANGE_LIMITS,
  CHANGE_WAIT,
  CYCLING_PH,
  IRON_PH,
  PH_RESCUE_WAIT,
  carbonDioxideLimit,
  phSurvived,
} from '../../limits/index.ts';
import { concentration, hardness, ph as acidity, say } from '../../quantity/index.ts';
import { bandsOf, standing, tankOf, type Tended } from '../../readings/index.ts';
import { BASE, lookStep, type Ground } from '../../treatment/index.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** pH, alkalinity and free carbon dioxide. */

const SOURCE =
  'Plummer & Busenberg (1982), closed water; small steps with fish by common practice.';

/** Change of alkalinity that brings the middle of what is known to a pH; none where the substance cannot. */
const toPh =
  (target: number, carbon: number) =>
  (g: Ground): number => {
    const { water, states } = g.middle;
    const before = { ph: states.closed.ph, alkalinity: water.alkalinity, temperature: water.t };
    return changeToPh(before, target, carbon) ?? 0;
  };
const raiseTo = (target: number): Want => ({
  kind: 'dose',
  whole: toPh(target, BASE.carbonPerEquivalent),
  rescue: false,
});
const lowerTo = (target: number): Want => ({ kind: 'dose', whole: toPh(target, 0), rescue: false });

const LIMESTONE = () =>
  lookStep(
    say`Find what holds the pH up`,
    [
      say`Look for what holds the pH up: limestone or shell among the media, fresh mortar, too much lime, algae in the sun.`,
      say`Put a drop of vinegar on the media. What fizzes is limestone: take it out first.`,
    ],
    '',
  );
const ACID_SOURCE = () =>
  lookStep(
    say`Find what made the water acidic`,
    [
      say`Look for the cause: acid or fertiliser that was spilled, a new substance, alkalinity used up.`,
    ],
    '',
  );

function fishPh(t: Tended): Hazard[] {
  const read = t.known.ph;
  const band = bandsOf(t).ph;
  if (!read || !band || read.at === null) {
    if (!read || !band || read.from !== 'start') return [];
  }
  const about = tankOf(t);
  const now = read.from === 'plausible' ? read.best : (read.band[0] + read.band[1]) / 2;
  const [low, high] = band.good;
  const [least, most] = band.edge;
  const species = t.life.groups.map((g) => g.kind);
  const [dies, diesHigh] = phSurvived(species);
  const because = say`The pH is ${acidity(now)}. ${acidity(low)} to ${acidity(high)} suits fish, bacteria and plants together.`;
  const shared = {
    about,
    rests: ['ph', 'alkalinity', 'temperature'] as const,
    source: SOURCE,
    readsAfter: ['ph', 'alkalinity'] as const,
    readsNow: read.fresh ? [] : (['ph'] as const),
  };
  if (now < dies || now > diesHigh) {
    const rescue: Want[] = [
      { kind: 'change', pace: 'rescue', share: () => CHANGE_LIMITS.atOnce },
      {
        kind: 'dose',
        rescue: true,
        whole: toPh(now < dies ? dies : diesHigh, now < dies ? BASE.carbonPerEquivalent : 0),
      },
    ];
    return [
      hazardOf(
        'ph',
        'now',
        now < dies
          ? say`The pH is ${acidity(now)}. These fish survive a day down to pH ${acidity(dies)}.`
          : say`The pH is ${acidity(now)}. These fish survive a day up to pH ${acidity(diesHigh)}.`,
        {
          ...shared,
          feed: 0,
          air: 'usual',
          wants: [
            { kind: 'step', step: now < dies ? ACID_SOURCE() : LIMESTONE() },
            ...(read.fresh ? rescue : []),
          ],
          again: PH_RESCUE_WAIT.wait,
          call: say`Ask an experienced grower or a vet for fish for help now. Have clean water of a calm pH ready for the fish.`,
        },
      ),
    ];
  }
  if (now < low) {
    const grave = now < Math.max(CYCLING_PH.hardly, least);
    return [
      hazardOf('ph', grave ? 'today' : 'week', because, {
        ...shared,
        wants: [raiseTo(Math.min(low + AQUAPONIC_PH.into, high))],
        readsNow: read.fresh ? [] : ['ph'],
        unless: say`A pH in its range at the next reading. A dose shows in the alkalinity before it shows in the pH.`,
      }),
    ];
  }
  const beyond = now > most;
  if (beyond || (now > IRON_PH.fallsOut && t.hasPlants && now > high))
    return [
      hazardOf(
        'ph',
        beyond ? 'today' : 'week',
        [...because, ' At high pH iron falls out and ammonia turns poisonous.'],
        {
          ...shared,
          wants: [{ kind: 'step', step: LIMESTONE() }, lowerTo(Math.max(high, least))],
          unless: say`A pH in its range at the next reading. Bacteria lower it by themselves.`,
        },
      ),
    ];
  return [];
}

function solutionPh(t: Tended): Hazard[] {
  const read = t.known.ph;
  const band = bandsOf(t).ph;
  const ec = t.known.conductivity;
  if (!read || !band || !read.fresh || read.from === 'plausible') return [];
  // Nutrients move the pH: strength comes first.
  if (ec && ec.fresh && standing(bandsOf(t).conductivity, ec.best) === 'bad') return [];
  const [low, high] = band.good;
  const now = read.best;
  if (now >= band.edge[0] && now <= band.edge[1]) return [];
  const aim = (low + high) / 2;
  return [
    hazardOf(
      'ph',
      'today',
      now < low
        ? say`The solution is at pH ${acidity(now)}. Its crops take up nutrients from pH ${acidity(low)} to ${acidity(high)}.`
        : say`The solution is at pH ${acidity(now)}. Its crops take up nutrients from pH ${acidity(low)} to ${acidity(high)}; above it iron and phosphate fall out.`,
      {
        rests: ['ph', 'alkalinity'],
        source: SOURCE,
        readsAfter: ['ph'],
        wants: [now < low ? raiseTo(aim) : lowerTo(aim)],
      },
    ),
  ];
}

/** pH outside what suits fish, bacteria and plants, or the crops of a solution. */
export const ph = (t: Tended): Hazard[] =>
  t.hasFish ? fishPh(t) : t.isSolution ? solutionPh(t) : [];

/** Alkalinity that no longer keeps the pH from crashing. */
export function alkalinity(t: Tended): Hazard[] {
  const read = t.known.alkalinity;
  if (!t.hasFish || !read || read.from === 'plausible') return [];
  const { floor, low, high, aim } = ALKALINITY_RANGE;
  const now = read.best;
  if (now >= low) return [];
  return [
    hazardOf(
      'alkalinity',
      now < floor ? 'today' : 'week',
      now < floor
        ? say`Alkalinity is at ${hardness(now)}. Under ${hardness(floor)} the pH can crash within days.`
        : say`Alkalinity is at ${hardness(now)}. ${hardness(low)} to ${hardness(high)} is usual, and bacteria use it up every day.`,
      {
        about: tankOf(t),
        rests: ['alkalinity', 'ph', 'temperature'],
        source: SOURCE,
        readsAfter: ['ph', 'alkalinity'],
        wants: [{ kind: 'dose', whole: (g) => aim - g.middle.water.alkalinity, rescue: false }],
        unless: say`A higher reading with a fresh test.`,
      },
    ),
  ];
}

/** Free carbon dioxide: air before any dose. */
export function carbonDioxide(t: Tended): Hazard[] {
  const { ph: read, alkalinity: alk, temperature: warm } = t.known;
  if (!t.hasFish || !read || !alk || !read.fresh || read.from === 'plausible') return [];
  if (alk.from === 'plausible' || alk.best < ALKALINITY_RANGE.floor) return [];
  const now = freeCarbonDioxide(read.best, alk.best, carbonateConstants(warm!.best));
  const limit = carbonDioxideLimit(t.life.groups.map((g) => g.kind));
  if (now <= limit) return [];
  return [
    hazardOf(
      'carbon-dioxide',
      'today',
      say`The water holds ${concentration(now)} of free carbon dioxide. Above ${concentration(limit)} fish breathe hard. A dose against the low pH would be too much once it has left.`,
      {
        about: tankOf(t),
        rests: ['ph', 'alkalinity'],
        source: SOURCE,
        air: 'usual',
        readsAfter: ['ph', 'alkalinity'],
        again: CHANGE_WAIT.span,
        avoid: [
          {
            treatment: 'base',
            because: say`Carbon dioxide makes the water acidic. Air carries it off, and a dose would be too much then.`,
          },
        ],
        unless: say`Carbon dioxide under ${concentration(limit)}.`,
      },
    ),
  ];
}
