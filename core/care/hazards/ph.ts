import {
  alkalinityAtPressure,
  carbonDioxidePressure,
  carbonateConstants,
  changeToPh,
  freeCarbonDioxide,
} from '../../life/index.ts';
import {
  ALKALINITY_AIM,
  ALKALINITY_RANGE,
  AQUAPONIC_PH,
  CHANGE_LIMITS,
  CHANGE_WAIT,
  CYCLING_PH,
  IRON_PH,
  MEMORY,
  PH_RESCUE_WAIT,
  TEST_EVERY,
  carbonDioxideLimit,
  phSurvived,
} from '../../limits/index.ts';
import { concentration, hardness, ph as acidity, say } from '../../quantity/index.ts';
import {
  alkalinityUse,
  bandsOf,
  fishPhRange,
  isAcid,
  isBase,
  recent,
  standing,
  tankOf,
  type Tended,
} from '../../readings/index.ts';
import {
  BASE,
  lookStep,
  rainWords,
  softeningShare,
  topUpSource,
  type TreatmentBasis,
} from '../../treatment/index.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** pH, alkalinity and free carbon dioxide. */

const SOURCE =
  'Plummer & Busenberg (1982), closed water; small steps with fish by common practice.';

/** Change of alkalinity that brings the middle of what is known to a pH; none where the substance cannot. */
const toPh =
  (target: number, carbon: number) =>
  (g: TreatmentBasis): number => {
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
const SOFT_WATER = () =>
  lookStep(
    say`Use rain water for new water`,
    [
      say`Top up and change with rain water, or with water of a reverse osmosis filter, until the alkalinity has fallen to ${hardness(ALKALINITY_RANGE.aim)}.`,
      ...rainWords(),
    ],
    '',
  );
const softWater = (t: Tended): Want[] =>
  topUpSource(t) === 'rain' ? [{ kind: 'step', step: SOFT_WATER() }] : [];
const ACID_SOURCE = () =>
  lookStep(
    say`Find what made the water acidic`,
    [
      say`Look for the cause: acid or fertiliser that was spilled, a new substance, alkalinity used up.`,
    ],
    '',
  );

/** pH that is high again after acid: carbon dioxide has left, and the alkalinity holds it up. */
function cameBack(t: Tended, now: number, beyond: boolean): Hazard {
  const [, high] = bandsOf(t).ph!.good;
  const alk = t.known.alkalinity;
  const least = Math.max(high, IRON_PH.fallsOut);
  const soften: Want = {
    kind: 'change',
    pace: 'calm',
    // As much as brings the settled pH there; the step rule makes it less.
    share: (g) => softeningShare(g, least),
  };
  return hazardOf(
    'ph',
    beyond ? 'today' : 'week',
    say`The pH is ${acidity(now)} again after acid. ${hardness(alk?.best ?? 0)} of alkalinity holds it up: acid lowers it only until the carbon dioxide has left.`,
    {
      about: tankOf(t),
      rests: ['ph', 'alkalinity', 'temperature'],
      source: SOURCE,
      readsAfter: ['ph', 'alkalinity'],
      again: beyond ? CHANGE_WAIT.calm : MEMORY.topUps,
      wants: [{ kind: 'step', step: LIMESTONE() }, ...softWater(t), ...(beyond ? [soften] : [])],
      unless: say`A pH in its range at the next reading. Bacteria lower it by themselves.`,
    },
  );
}

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
  if (now < low || (hasBegun(t) && now < Math.min(low + AQUAPONIC_PH.into, high))) {
    const grave = now < Math.max(CYCLING_PH.hardly, least);
    return [
      hazardOf('ph', grave ? 'today' : 'week', because, {
        ...shared,
        // What is fed turns to acid, while the bacteria that would clear it hardly work.
        feed: now < CYCLING_PH.hardly ? 0 : 'full',
        wants: [raiseTo(Math.min(low + AQUAPONIC_PH.into, high))],
        readsNow: read.fresh ? [] : ['ph'],
        unless: say`A pH in its range at the next reading. A dose shows in the alkalinity before it shows in the pH.`,
      }),
    ];
  }
  const beyond = now > most;
  // Alkalinity that was given of late is no surplus: the bacteria use it up.
  const given = recent(t, MEMORY.acid, isBase).length > 0;
  const surplus = !given && (t.known.alkalinity?.best ?? 0) > ALKALINITY_RANGE.high;
  const acids = recent(t, MEMORY.acid, isAcid);
  if (acids.length && now > Math.max(high, IRON_PH.fallsOut)) return [cameBack(t, now, beyond)];
  if (beyond || (now > IRON_PH.fallsOut && t.hasPlants && now > high))
    return [
      hazardOf(
        'ph',
        beyond ? 'today' : 'week',
        [...because, ' At high pH iron falls out and ammonia turns poisonous.'],
        {
          ...shared,
          // Alkalinity that is not in surplus is left to the bacteria: they lower the pH by themselves.
          wants:
            beyond || surplus
              ? [
                  { kind: 'step', step: LIMESTONE() },
                  ...softWater(t),
                  lowerTo(Math.max(high, least)),
                ]
              : [],
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
export const phHazards = (t: Tended): Hazard[] =>
  t.hasFish ? fishPh(t) : t.isSolution ? solutionPh(t) : [];

/** Whether a base was given of late: then it goes on until its aim is reached. */
const hasBegun = (t: Tended): boolean => recent(t, MEMORY.sign, isBase).length > 0;

/** Alkalinity that holds the pH over the lower edge of the species, at the carbon dioxide that the water has now, mg/L CaCO₃. */
function holdingAlkalinity(t: Tended): number {
  const { ph: read, alkalinity: alk, temperature: warm } = t.known;
  if (!read || !alk || !read.fresh || read.from === 'plausible') return 0;
  const c = carbonateConstants(warm!.best);
  const pressure = carbonDioxidePressure(read.best, alk.best, c);
  return alkalinityAtPressure(fishPhRange(t)[0] + AQUAPONIC_PH.into, pressure, c);
}

/** Alkalinity that no longer keeps the pH from crashing. */
export function alkalinityHazards(t: Tended): Hazard[] {
  const read = t.known.alkalinity;
  if (!t.hasFish || !read || read.from === 'plausible') return [];
  const { floor, low, high, aim } = ALKALINITY_RANGE;
  const now = read.best;
  const use = alkalinityUse(t.life, t.volume);
  // Given before it is short: it is used up between two tests.
  const held = holdingAlkalinity(t);
  // Alkalinity would hold a high pH up: then only what must not be short counts.
  const isHigh = (t.known.ph?.best ?? 0) > bandsOf(t).ph!.good[1];
  // Enough for a week, so that it need not be dosed every day.
  const wanted = Math.max(
    Math.min(ALKALINITY_AIM.most, held * ALKALINITY_AIM.over),
    Math.min(high, Math.max(aim, low + (use * TEST_EVERY.running) / 86400)),
  );
  // What was begun is finished: one step is seldom enough.
  const least = isHigh
    ? low
    : hasBegun(t)
      ? ALKALINITY_AIM.finished * wanted
      : Math.max(Math.min(aim, low + use), Math.min(high, held));
  if (now >= least) {
    if (read.band[0] >= floor || !(use > 0)) return [];
    return [
      hazardOf(
        'alkalinity',
        'today',
        say`Bacteria use up to ${hardness(use)} of alkalinity a day. It can be at ${hardness(read.band[0])} by now.`,
        {
          about: tankOf(t),
          rests: ['alkalinity'],
          readsNow: ['alkalinity', 'ph'],
          source: SOURCE,
          unless: say`Shell or chalk in a bed that makes up for it.`,
        },
      ),
    ];
  }
  return [
    hazardOf(
      'alkalinity',
      now < floor ? 'today' : 'week',
      now < floor
        ? say`Alkalinity is at ${hardness(now)}. Under ${hardness(floor)} the pH can crash within days, and every gram of feed uses up more of it.`
        : say`Alkalinity is at ${hardness(now)}. ${hardness(low)} to ${hardness(high)} is usual, and bacteria use it up every day.`,
      {
        about: tankOf(t),
        rests: ['alkalinity', 'ph', 'temperature'],
        source: SOURCE,
        feed: now < ALKALINITY_RANGE.crash ? 0 : now < floor ? 'half' : 'full',
        readsAfter: ['ph', 'alkalinity'],
        wants: [{ kind: 'dose', whole: (g) => wanted - g.middle.water.alkalinity, rescue: false }],
        unless: say`A higher reading with a fresh test.`,
      },
    ),
  ];
}

/** Free carbon dioxide: air before any dose. */
export function carbonDioxideHazards(t: Tended): Hazard[] {
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
