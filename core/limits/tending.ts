import { defineLimits } from './limits.ts';

/** Limits of what is done: changes, temperature, waits, feed, and how long a reading counts. */

const COMMON = 'Common practice of fish keepers and growers.';
const HOUR = 3600;
const DAY = 86400;

export const CHANGE_LIMITS = defineLimits(
  'share of the water that is changed',
  'share',
  { depends: 'fish', source: COMMON },
  { atOnce: 0.5, usual: 0.4, routine: 0.25, least: 0.03, counts: 0.1, small: 0.02 },
);
export const CHANGE_WAIT = defineLimits(
  'waits after a change of water',
  'time',
  { depends: 'hazard', source: COMMON },
  { calm: 12 * HOUR, grave: 6 * HOUR, span: DAY, mixed: HOUR, standing: DAY },
);
export const TEMPERATURE_LIMITS = defineLimits(
  'differences of temperature',
  'factor',
  { depends: 'fish; °C', source: COMMON },
  {
    within: 2,
    coolPerHour: 2,
    warmPerDay: 2,
    coldMargin: 2,
    hotMargin: 1,
    coolerTap: 3,
    hot: 26,
    colderThanSeason: 12,
    warmerThanSeason: 20,
    unread: 4,
    place: 2,
    jump: 8,
  },
);
export const HEAT_WAIT = defineLimits(
  'waits where temperature or oxygen are the problem',
  'time',
  { source: COMMON },
  { oxygen: HOUR, hot: 3 * HOUR, warm: 12 * HOUR, cold: 6 * HOUR },
);
export const SALT_PARTS = defineLimits(
  'parts of a salt dose',
  'count',
  { source: COMMON },
  { parts: 3 },
);
export const SALT_WAIT = defineLimits(
  'waits of a salt dose: between parts, and until nitrite is read again',
  'time',
  { source: COMMON },
  { part: 4 * HOUR, test: 12 * HOUR },
);
export const CHLORINE_WAIT = defineLimits(
  'wait after dechlorinating, and half-life of standing water by depth and stirring',
  'time',
  { source: COMMON },
  { test: HOUR / 2, halfLife: [6 * HOUR, 24 * HOUR] },
);
export const FEED_LIMITS = defineLimits(
  'shares of the ration, and of an appetite that the cold has slowed',
  'share',
  { depends: 'species, mass, temperature', source: COMMON },
  { half: 0.5, overfed: 1.5, slowed: 0.7 },
);
/** Age at which a reading says too little about today to act on by amount. */
export const READING_AGE = defineLimits(
  'age at which a reading no longer counts',
  'time',
  { depends: 'what is read', source: COMMON },
  {
    temperature: 3 * DAY,
    ph: 10 * DAY,
    tan: 10 * DAY,
    nitrite: 10 * DAY,
    oxygen: DAY,
    nitrate: 30 * DAY,
    alkalinity: 21 * DAY,
    hardness: 90 * DAY,
    chlorine: 2 * DAY,
    chloride: 90 * DAY,
    conductivity: 7 * DAY,
    level: 2 * DAY,
    flow: 30 * DAY,
    fillTime: 30 * DAY,
  },
);
/** No acid or base on readings that are older. */
export const DOSE_AGE = defineLimits(
  'age of readings that a dose of acid or base needs',
  'time',
  { depends: 'what is read', source: COMMON },
  { ph: DAY, alkalinity: 14 * DAY },
);
/** What was not read for so long is forgotten; what was seen counts for so long. */
export const MEMORY = defineLimits(
  'how long entries count',
  'time',
  { depends: 'kind of entry', source: COMMON },
  {
    forgotten: 400 * DAY,
    sign: 2 * DAY,
    gasping: 12 * HOUR,
    deaths: 3 * DAY,
    acid: 14 * DAY,
    newFish: 7 * DAY,
    cut: DAY,
    topUps: 7 * DAY,
    sameTime: 2 * HOUR,
    clock: 10 * 60,
    recentRead: 12 * HOUR,
    steady: 6 * HOUR,
    judged: 60 * DAY,
  },
);
/** How wide a value becomes with each day that it is not read. */
export const DRIFT = defineLimits(
  'widening of what is known with each day',
  'factor',
  {
    depends: 'what is read; in its own unit a day',
    source: 'Scatter of logged systems; practice.',
  },
  {
    temperature: 0.7,
    ph: 0.03,
    alkalinity: 1,
    tan: 0.03,
    nitrite: 0.03,
    nitrate: 1,
    oxygen: 2,
    chlorine: 0,
    chloride: 0.02,
    conductivity: 0.005,
    hardness: 1,
    level: 0.002,
  },
);
/** Errors of kits and pens, in the unit of what is read. */
export const KIT_ERROR = defineLimits(
  'error of a kit or pen',
  'factor',
  { depends: 'what is read; in its own unit', source: 'Makers’ figures of common kits and pens.' },
  {
    temperature: 0.5,
    ph: 0.1,
    alkalinity: 5,
    alkalinityShare: 0.2,
    tan: 0.05,
    nitrite: 0.05,
    nitrate: 2,
    oxygen: 0.3,
    chlorine: 0.02,
    chloride: 5,
    conductivity: 0.005,
    hardness: 10,
    level: 0.005,
  },
);
/** Two readings that differ by more than this, a factor and an amount, cannot both be right. */
export const JUMP = defineLimits(
  'difference without a cause that is doubted, in the unit of what is read',
  'factor',
  { depends: 'what is read', source: COMMON },
  {
    ph: 1.2,
    alkalinity: 100,
    tan: 1,
    nitrite: 2,
    nitrate: 80,
    oxygen: 4,
    chloride: 200,
    times: 3,
    samePh: 0.5,
    sameTemperature: 3,
  },
);
/** How often each reading is wanted: young and run-in systems, and solutions. */
export const WANTED_YOUNG = defineLimits(
  'longest time between readings in the first weeks',
  'time',
  { depends: 'fish or none', source: COMMON },
  { temperature: 2 * DAY, ph: 2 * DAY, tan: 2 * DAY, nitrite: 2 * DAY, alkalinity: 10 * DAY },
);
export const WANTED = defineLimits(
  'longest time between readings of a run-in system with fish',
  'time',
  { source: COMMON },
  {
    temperature: 7 * DAY,
    ph: 10 * DAY,
    tan: 10 * DAY,
    nitrite: 10 * DAY,
    nitrate: 21 * DAY,
    alkalinity: 21 * DAY,
  },
);
export const WANTED_CYCLING = defineLimits(
  'longest time between readings of a start without fish',
  'time',
  { source: COMMON },
  { tan: 4 * DAY, nitrite: 4 * DAY, ph: 4 * DAY, alkalinity: 10 * DAY },
);
export const WANTED_SOLUTION = defineLimits(
  'longest time between readings of a solution',
  'time',
  { depends: 'nutrient solution', source: COMMON },
  { conductivity: 4 * DAY, ph: 4 * DAY },
);
export const YOUNG = defineLimits(
  'age up to which a system is young',
  'time',
  { source: COMMON },
  { age: 42 * DAY },
);
export const SOLUTION_WAIT = defineLimits(
  'waits of a solution: mixing, and from one change to the next',
  'time',
  { source: 'Schools of solution growers: by weeks, by top-ups, by drift.' },
  { mixed: HOUR / 2, change: [7 * DAY, 28 * DAY] },
);
export const SOLUTION_ANEW = defineLimits(
  'share of the water whose change makes a new solution',
  'share',
  { source: COMMON },
  { share: 0.7 },
);
export const FLOW_LIMITS = defineLimits(
  'flow against the expected flow of a pipe, fill time against its own, top-ups against evaporation',
  'factor',
  { source: COMMON },
  { weak: 0.75, failing: 0.4, slowFill: 1.3, thirsty: 1.6, leakShare: 0.01 },
);
export const LEVEL_LIMITS = defineLimits(
  'level below the lowest of the balance',
  'length',
  { source: 'Reading of a ruler.' },
  { below: 0.01 },
);
export const DEATH_LIMITS = defineLimits(
  'deaths within the days that count',
  'factor',
  { depends: 'number of fish', source: COMMON },
  { grave: 3, graveShare: 0.05 },
);
/** Doses that can be measured out. */
export const MEASURED_DOSE = defineLimits(
  'smallest liquid that drops measure: under so many drops a weaker solution is made up',
  'factor',
  { depends: 'drops of 0.05 mL', source: COMMON },
  { leastDrops: 10, dropMl: 0.05, weaker: 10, leastGrams: 0.3, solutionGrams: 10 },
);
/** The water ahead that a plan is tried on. */
export const HORIZON = defineLimits(
  'time over which a plan is simulated',
  'time',
  { source: 'The longest wait of any treatment, and a day more.' },
  { plan: 2 * DAY },
);
/** Warmth of a nutrient solution: above the most, oxygen is short and roots rot. */
export const SOLUTION_WARMTH = defineLimits(
  'temperature of a nutrient solution',
  'temperature',
  { depends: 'nutrient solution', source: 'Common practice of solution growing.' },
  { best: [18, 22], edge: [10, 24], most: 24 },
);
/** Nights from which leaves and pipes freeze: air two metres up is warmer than the ground, glass keeps a little. */
export const FROST_LIMITS = defineLimits(
  'air of a night in which leaves and pipes freeze',
  'temperature',
  { depends: 'place: in the open, under glass', source: 'Practice of gardeners.' },
  { open: 2, glass: -3 },
);
/** Tests of ammonia and nitrite after new fish. */
export const AFTER_NEW_FISH = defineLimits(
  'time from new fish to the first, second and third test of ammonia and nitrite',
  'time',
  { source: 'Common practice: more feed than the bacteria are used to shows within days.' },
  { first: 2 * DAY, second: 4 * DAY, third: 7 * DAY },
);
/** How often the water is tested as a matter of course. */
export const TEST_EVERY = defineLimits(
  'time from one test to the next: cycling, young, run-in; nitrate and alkalinity young and run-in; weighing',
  'time',
  { depends: 'age of the system', source: 'Common practice: daily while cycling, then weekly.' },
  {
    cycling: 2 * DAY,
    young: DAY,
    running: 7 * DAY,
    slowYoung: 10 * DAY,
    slow: 14 * DAY,
    weighed: 30 * DAY,
  },
);
/** Time that work takes. */
export const WORK_TIME = defineLimits(
  'time that a piece of work takes',
  'time',
  { source: 'Practice.' },
  {
    feed: 3 * 60,
    look: 3 * 60,
    topUp: 5 * 60,
    test: 10 * 60,
    slowTest: 8 * 60,
    dose: 5 * 60,
    change: 30 * 60,
    weigh: 20 * 60,
    fish: 30 * 60,
    harvest: 10 * 60,
    plant: 20 * 60,
    task: 10 * 60,
  },
);
/** Air that is brought in when fish are short of it. */
export const MORE_AIR = defineLimits(
  'air that can be added at once, a share of what the design exchanges',
  'share',
  { source: 'Practice: a spare stone, the return from higher, a jug.' },
  { share: 0.5 },
);
/** Stocking. */
export const STOCKING_STEPS = defineLimits(
  'time between the steps of the first stocking',
  'time',
  { source: COMMON },
  { between: 14 * DAY },
);
