/**
 * Units at the edges: what a person may type, and what is shown to whom.
 * Factors: BIPM SI brochure; NIST SP 811 (US and imperial gallon, pound, inch).
 */

/** The three families of display units. Stored values never change with it. */
export type UnitSystem = 'metric' | 'us' | 'imperial';

export const UNIT_SYSTEMS: readonly UnitSystem[] = ['metric', 'us', 'imperial'];

export const INCH = 0.0254;
const FOOT = 0.3048;
const US_GALLON = 3.785411784e-3;
const IMPERIAL_GALLON = 4.54609e-3;
const POUND = 0.45359237;
const HOUR = 3600;
/** Standard acceleration of free fall, m/s². */
export const GRAVITY = 9.80665;
/** Metres of water column per pascal, g = 9.80665 m/s² and 1000 kg/m³. */
const HEAD_PER_PA = 1 / (1000 * GRAVITY);

/** A unit as data: SI value = typed × factor + offset. */
export interface Unit {
  readonly symbol: string;
  readonly factor: number;
  readonly offset?: number;
  readonly decimals: number;
}

const u = (symbol: string, factor: number, decimals: number, offset = 0): Unit => ({
  symbol,
  factor,
  decimals,
  offset,
});

/** Names that may be typed, each with its SI value. */
type Names = Readonly<Record<string, number>>;

/** One kind of quantity: how it is shown to whom, and what may be typed for it. */
interface Kind {
  /** Where there are several units the largest that the value reaches is used. */
  readonly shown: Record<UnitSystem, readonly Unit[]>;
  /** A bare gallon, given as an argument, is imperial for imperial users, US otherwise. */
  readonly typed: (gallon: number) => Names;
  /** What is asked for where nothing sensible was typed. */
  readonly asked: string;
}

/** Shown alike to everyone. */
const same = (...units: readonly Unit[]) => ({ metric: units, us: units, imperial: units });
/** Shown in metric units, and alike in the US and in Britain. */
const metricOr = (metric: readonly Unit[], other: readonly Unit[]) => ({
  metric,
  us: other,
  imperial: other,
});
const only = (names: Names) => () => names;

const LENGTHS: Names = {
  mm: 1e-3,
  millimetre: 1e-3,
  millimetres: 1e-3,
  millimeters: 1e-3,
  cm: 1e-2,
  centimetres: 1e-2,
  centimeters: 1e-2,
  m: 1,
  metre: 1,
  metres: 1,
  meter: 1,
  meters: 1,
  in: INCH,
  '"': INCH,
  '″': INCH,
  '”': INCH,
  inch: INCH,
  inches: INCH,
  ft: FOOT,
  "'": FOOT,
  '′': FOOT,
  '’': FOOT,
  foot: FOOT,
  feet: FOOT,
  yd: 0.9144,
};

const TIMES: Names = {
  s: 1,
  sec: 1,
  secs: 1,
  second: 1,
  seconds: 1,
  min: 60,
  mins: 60,
  minute: 60,
  minutes: 60,
  h: HOUR,
  hr: HOUR,
  hrs: HOUR,
  hour: HOUR,
  hours: HOUR,
  d: 86400,
  day: 86400,
  days: 86400,
};

const AREAS: Names = {
  mm2: 1e-6,
  'mm²': 1e-6,
  in2: INCH ** 2,
  'in²': INCH ** 2,
  'sq in': INCH ** 2,
  m2: 1,
  'm²': 1,
  'sq m': 1,
  cm2: 1e-4,
  'cm²': 1e-4,
  ft2: FOOT ** 2,
  'ft²': FOOT ** 2,
  'sq ft': FOOT ** 2,
};

/** Every kind of quantity that a grower meets; a new one is one row. */
const KINDS = {
  length: {
    shown: metricOr([u('mm', 1e-3, 0)], [u('in', INCH, 2)]),
    typed: only(LENGTHS),
    asked: 'a length: mm, cm, m, in, ft',
  },
  bore: {
    shown: metricOr([u('mm', 1e-3, 1)], [u('in', INCH, 3)]),
    typed: only(LENGTHS),
    asked: 'a bore: mm or in, as in 26.6 mm or 3/4 in',
  },
  run: {
    shown: metricOr([u('m', 1, 2)], [u('ft', FOOT, 2)]),
    typed: only(LENGTHS),
    asked: 'a length: m, cm, ft, in',
  },
  head: {
    shown: metricOr([u('m', 1, 2)], [u('ft', FOOT, 2)]),
    typed: only({
      ...LENGTHS,
      kpa: 1e3 * HEAD_PER_PA,
      bar: 1e5 * HEAD_PER_PA,
      mbar: 1e2 * HEAD_PER_PA,
      psi: 6894.757293168 * HEAD_PER_PA,
    }),
    asked: 'a head: m, ft, kPa, psi',
  },
  area: {
    shown: metricOr([u('m²', 1, 2)], [u('ft²', FOOT ** 2, 1)]),
    typed: only(AREAS),
    asked: 'an area: m² or ft²',
  },
  /** Small openings, such as a guard's slots. */
  opening: {
    shown: metricOr([u('cm²', 1e-4, 1)], [u('in²', INCH ** 2, 2)]),
    typed: only(AREAS),
    asked: 'an area: cm² or in²',
  },
  volume: {
    shown: {
      metric: [u('L', 1e-3, 1)],
      us: [u('US gal', US_GALLON, 1)],
      imperial: [u('imp gal', IMPERIAL_GALLON, 1)],
    },
    typed: (gal) => ({
      ml: 1e-6,
      cl: 1e-5,
      l: 1e-3,
      litre: 1e-3,
      litres: 1e-3,
      liter: 1e-3,
      liters: 1e-3,
      m3: 1,
      'm³': 1,
      gal,
      gallon: gal,
      gallons: gal,
      'us gal': US_GALLON,
      'us gallons': US_GALLON,
      'imp gal': IMPERIAL_GALLON,
      'uk gal': IMPERIAL_GALLON,
      'imp gallons': IMPERIAL_GALLON,
      qt: gal / 4,
      quart: gal / 4,
      quarts: gal / 4,
      pt: gal / 8,
      pint: gal / 8,
      pints: gal / 8,
    }),
    asked: 'a volume: L, mL, m³, gal, US gal, imp gal',
  },
  flow: {
    shown: {
      metric: [u('L/h', 1e-3 / HOUR, 0)],
      us: [u('US gal/h', US_GALLON / HOUR, 0)],
      imperial: [u('imp gal/h', IMPERIAL_GALLON / HOUR, 0)],
    },
    typed: (gal) => ({
      'l/h': 1e-3 / HOUR,
      lph: 1e-3 / HOUR,
      'l/hr': 1e-3 / HOUR,
      'l/min': 1e-3 / 60,
      lpm: 1e-3 / 60,
      'l/s': 1e-3,
      'm3/h': 1 / HOUR,
      'm³/h': 1 / HOUR,
      'm3/s': 1,
      'm³/s': 1,
      gph: gal / HOUR,
      'gal/h': gal / HOUR,
      'gal/hr': gal / HOUR,
      gpm: gal / 60,
      'gal/min': gal / 60,
      'us gal/h': US_GALLON / HOUR,
      'us gph': US_GALLON / HOUR,
      'imp gal/h': IMPERIAL_GALLON / HOUR,
      'imp gph': IMPERIAL_GALLON / HOUR,
      'us gal/min': US_GALLON / 60,
      'imp gal/min': IMPERIAL_GALLON / 60,
    }),
    asked: 'a flow: L/h, L/min, gph',
  },
  mass: {
    shown: metricOr([u('g', 1e-3, 0), u('kg', 1, 2)], [u('oz', POUND / 16, 1), u('lb', POUND, 1)]),
    typed: only({
      mg: 1e-6,
      g: 1e-3,
      gram: 1e-3,
      grams: 1e-3,
      kg: 1,
      t: 1000,
      oz: POUND / 16,
      ounce: POUND / 16,
      ounces: POUND / 16,
      lb: POUND,
      lbs: POUND,
      pound: POUND,
      pounds: POUND,
    }),
    asked: 'a mass: g, kg, oz, lb',
  },
  load: {
    shown: metricOr([u('kg/m²', 1, 0)], [u('lb/ft²', POUND / FOOT ** 2, 0)]),
    typed: only({
      'kg/m2': 1,
      'kg/m²': 1,
      'kn/m2': 1000 / GRAVITY,
      'kn/m²': 1000 / GRAVITY,
      kpa: 1000 / GRAVITY,
      'lb/ft2': POUND / FOOT ** 2,
      'lb/ft²': POUND / FOOT ** 2,
      psf: POUND / FOOT ** 2,
    }),
    asked: 'a floor load: kg/m², kPa, lb/ft²',
  },
  /** A difference of two temperatures, which has no zero point to be moved. */
  temperatureDifference: {
    shown: {
      metric: [u('°C', 1, 1)],
      us: [u('°F', 5 / 9, 1)],
      imperial: [u('°C', 1, 1)],
    },
    typed: only({ '°c': 1, '°f': 5 / 9 }),
    asked: 'a difference of temperature: °C or °F',
  },
  temperature: {
    shown: {
      metric: [u('°C', 1, 1)],
      us: [u('°F', 5 / 9, 1, -160 / 9)],
      imperial: [u('°C', 1, 1)],
    },
    typed: only({}),
    asked: 'a temperature: °C or °F',
  },
  time: { shown: same(u('s', 1, 0)), typed: only(TIMES), asked: 'a time: s, min, h' },
  clock: {
    shown: same(u('', 1, 0)),
    typed: only({}),
    asked: 'a time of day, such as 07:30 or 7 pm',
  },
  power: {
    shown: same(u('W', 1, 1)),
    typed: only({ w: 1, watt: 1, watts: 1, kw: 1000 }),
    asked: 'a power: W',
  },
  energy: {
    shown: same(u('kWh', 3.6e6, 2)),
    typed: only({ wh: HOUR, kwh: 3.6e6, j: 1 }),
    asked: 'an energy: kWh, Wh',
  },
  share: {
    shown: same(u('%', 0.01, 1)),
    typed: only({ '%': 0.01, percent: 0.01 }),
    asked: 'a share in %',
  },
  ratio: {
    shown: same(u(': 1', 1, 2)),
    typed: only({ ':1': 1, ': 1': 1, '× ': 1 }),
    asked: 'a ratio, such as 1.5 : 1',
  },
  rate: {
    shown: same(u('× an hour', 1 / HOUR, 2)),
    typed: only({ '× an hour': 1 / HOUR, '/h': 1 / HOUR, 'an hour': 1 / HOUR }),
    asked: 'times an hour, such as 1.5',
  },
  count: { shown: same(u('', 1, 0)), typed: only({}), asked: 'a whole number' },
  velocity: {
    shown: metricOr([u('m/s', 1, 2)], [u('ft/s', FOOT, 2)]),
    typed: only({ 'm/s': 1, 'ft/s': FOOT }),
    asked: 'a speed: m/s, ft/s',
  },
  angle: {
    shown: same(u('°', 1, 0)),
    typed: only({ '°': 1, deg: 1, degrees: 1 }),
    asked: 'an angle in degrees',
  },
  /** What is weighed out: a dose. */
  dose: {
    shown: same(u('mg', 1e-6, 0), u('g', 1e-3, 2), u('kg', 1, 3)),
    typed: only({ mg: 1e-6, g: 1e-3, gram: 1e-3, grams: 1e-3, kg: 1, oz: POUND / 16, lb: POUND }),
    asked: 'a dose: mg, g, kg, oz',
  },
  /** What is measured out: a liquid dose. */
  liquid: {
    shown: same(u('mL', 1e-6, 2), u('L', 1e-3, 2)),
    typed: (gal) => ({
      ml: 1e-6,
      cc: 1e-6,
      l: 1e-3,
      tsp: 5e-6,
      teaspoon: 5e-6,
      teaspoons: 5e-6,
      tbsp: 14.787e-6,
      tablespoon: 14.787e-6,
      cup: 236.588e-6,
      cups: 236.588e-6,
      'fl oz': gal / (gal > 4e-3 ? 160 : 128),
      drop: 0.05e-6,
      drops: 0.05e-6,
      gal,
    }),
    asked: 'a liquid measure: mL, cc, tsp, tbsp, drops',
  },
  /** What is dissolved: mg/L is g/m³. */
  concentration: {
    shown: same(u('mg/L', 1, 3)),
    typed: only({ 'mg/l': 1, ppm: 1, 'g/m3': 1, 'g/m³': 1, 'µg/l': 1e-3, 'ug/l': 1e-3 }),
    asked: 'a concentration: mg/L',
  },
  /** Alkalinity and hardness as CaCO₃; degrees German, French and English (Clark). */
  hardness: {
    shown: same(u('mg/L CaCO₃', 1, 0)),
    typed: only({
      'mg/l caco₃': 1,
      'mg/l caco3': 1,
      'mg/l': 1,
      ppm: 1,
      '°dh': 17.848,
      dh: 17.848,
      dkh: 17.848,
      '°dkh': 17.848,
      '°f': 10,
      '°e': 14.254,
      'mmol/l': 100.087,
      'meq/l': 50.043,
    }),
    asked: 'an alkalinity or hardness: mg/L CaCO₃, °dH, °e, meq/L',
  },
  ph: { shown: same(u('', 1, 2)), typed: only({ ph: 1 }), asked: 'a pH, such as 7.2' },
  conductivity: {
    shown: same(u('mS/cm', 0.1, 2)),
    typed: only({ 'ms/cm': 0.1, 'µs/cm': 1e-4, 'us/cm': 1e-4, 's/m': 1 }),
    asked: 'a conductivity: mS/cm, µS/cm',
  },
  /** Feed and what follows from it, kg a day. */
  feed: {
    shown: metricOr([u('g a day', 1e-3, 1)], [u('oz a day', POUND / 16, 2)]),
    typed: only({
      'g a day': 1e-3,
      'oz a day': POUND / 16,
      g: 1e-3,
      mg: 1e-6,
      kg: 1,
      oz: POUND / 16,
    }),
    asked: 'an amount a day: g, oz',
  },
  /** Feed on an area, kg/m² a day. */
  feeding: {
    shown: metricOr([u('g/m² a day', 1e-3, 1)], [u('oz/ft² a day', POUND / 16 / FOOT ** 2, 3)]),
    typed: only({ 'g/m² a day': 1e-3, 'g/m2': 1e-3 }),
    asked: 'feed on an area: g/m² a day',
  },
  /** Mass in water, kg/m³. */
  stocking: {
    shown: {
      metric: [u('kg/m³', 1, 1)],
      us: [u('lb per 100 US gal', POUND / (100 * US_GALLON), 2)],
      imperial: [u('lb per 100 imp gal', POUND / (100 * IMPERIAL_GALLON), 2)],
    },
    typed: only({ 'kg/m³': 1, 'kg/m3': 1, 'g/l': 1 }),
    asked: 'a mass in water: kg/m³',
  },
  light: {
    shown: same(u('mol/m² a day', 1, 1)),
    typed: only({ 'mol/m² a day': 1, mol: 1 }),
    asked: 'light of a day: mol/m²',
  },
  efficacy: {
    shown: same(u('µmol/J', 1e-6, 2)),
    typed: only({ 'µmol/j': 1e-6, 'umol/j': 1e-6 }),
    asked: 'light per power: µmol/J',
  },
  days: {
    shown: same(u('d', 1, 0)),
    typed: only({ d: 1, day: 1, days: 1, week: 7, weeks: 7, month: 30, months: 30 }),
    asked: 'a number of days',
  },
  /** A day of the year, 1 to 366. */
  day: {
    shown: same(u('', 1, 0)),
    typed: only({}),
    asked: 'a day of the year, such as 12 May',
  },
  times: { shown: same(u('×', 1, 0)), typed: only({ '×': 1, x: 1, times: 1 }), asked: 'a factor' },
  /** Of a liquid or a salt in a litre of water, mL or g. */
  perLitre: {
    shown: same(u('per L', 1, 2)),
    typed: only({ 'per l': 1, 'ml/l': 1, 'g/l': 1, 'ml/gal': 1 / (US_GALLON * 1000) }),
    asked: 'an amount per litre: mL/L, g/L, mL/gal',
  },
  /** In the grower’s own currency. */
  money: { shown: same(u('', 1, 2)), typed: only({}), asked: 'a price, such as 12.50' },
  /** Losses of fittings, in velocity heads. */
  heads: {
    shown: same(u('× v²/2g', 1, 1)),
    typed: only({ '× v²/2g': 1 }),
    asked: 'a loss in velocity heads, such as 0.9',
  },
} as const satisfies Readonly<Record<string, Kind>>;

/** Kinds of quantity a grower meets. A kind decides which units make sense and how it is rounded. */
export type QuantityKind = keyof typeof KINDS;

export const QUANTITY_KINDS = Object.keys(KINDS) as readonly QuantityKind[];

/** Display units of a kind; where there are several the largest that the value reaches is used. */
export const displayUnits = (kind: QuantityKind, system: UnitSystem): readonly Unit[] =>
  KINDS[kind].shown[system];

/** What is asked for where nothing sensible was typed. */
export const askedFor = (kind: QuantityKind): string => KINDS[kind].asked;

/** Names of units as they are shown to anybody: what a field shows can be typed into it. */
const shownNames = (kind: QuantityKind): Names =>
  Object.fromEntries(
    UNIT_SYSTEMS.flatMap((system) => displayUnits(kind, system))
      .filter((unit) => unit.symbol !== '' && !unit.offset)
      .map((unit) => [unit.symbol.toLowerCase(), unit.factor]),
  );
/** Unit names that may be typed for a kind. A bare gallon is imperial for imperial users, US otherwise. */
export const typedUnits = (kind: QuantityKind, system: UnitSystem): Names => ({
  ...shownNames(kind),
  ...KINDS[kind].typed(system === 'imperial' ? IMPERIAL_GALLON : US_GALLON),
});
