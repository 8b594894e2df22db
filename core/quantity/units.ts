/**
 * Units at the edges: what a person may type, and what is shown to whom.
 * Factors: BIPM SI brochure; NIST SP 811 (US and imperial gallon, pound, inch).
 */

/** Kinds of quantity a grower meets. A kind decides which units make sense and how it is rounded. */
export type QuantityKind =
  | 'length'
  | 'bore'
  | 'run'
  | 'head'
  | 'area'
  | 'opening'
  | 'volume'
  | 'flow'
  | 'mass'
  | 'load'
  | 'temperature'
  | 'time'
  | 'clock'
  | 'power'
  | 'energy'
  | 'share'
  | 'ratio'
  | 'rate'
  | 'count'
  | 'velocity'
  | 'angle'
  | 'heads';

/** The three families of display units. Stored values never change with it. */
export type UnitSystem = 'metric' | 'us' | 'imperial';

export const UNIT_SYSTEMS: readonly UnitSystem[] = ['metric', 'us', 'imperial'];

const INCH = 0.0254;
const FOOT = 0.3048;
export const US_GALLON = 3.785411784e-3;
export const IMPERIAL_GALLON = 4.54609e-3;
const POUND = 0.45359237;
const HOUR = 3600;
/** Metres of water column per pascal, g = 9.80665 m/s² and 1000 kg/m³. */
const HEAD_PER_PA = 1 / 9806.65;

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

const MM = u('mm', 1e-3, 0);
const IN = u('in', INCH, 2);

/** Display units of each kind; where there are several the largest that the value reaches is used. */
export const DISPLAY: Record<QuantityKind, Record<UnitSystem, readonly Unit[]>> = {
  length: { metric: [MM], us: [IN], imperial: [IN] },
  bore: { metric: [u('mm', 1e-3, 1)], us: [u('in', INCH, 3)], imperial: [u('in', INCH, 3)] },
  run: { metric: [u('m', 1, 2)], us: [u('ft', FOOT, 2)], imperial: [u('ft', FOOT, 2)] },
  head: { metric: [u('m', 1, 2)], us: [u('ft', FOOT, 2)], imperial: [u('ft', FOOT, 2)] },
  area: {
    metric: [u('m²', 1, 2)],
    us: [u('ft²', FOOT ** 2, 1)],
    imperial: [u('ft²', FOOT ** 2, 1)],
  },
  // Small openings, such as a guard's slots.
  opening: {
    metric: [u('cm²', 1e-4, 1)],
    us: [u('in²', INCH ** 2, 2)],
    imperial: [u('in²', INCH ** 2, 2)],
  },
  volume: {
    metric: [u('L', 1e-3, 1)],
    us: [u('US gal', US_GALLON, 1)],
    imperial: [u('imp gal', IMPERIAL_GALLON, 1)],
  },
  flow: {
    metric: [u('L/h', 1e-3 / HOUR, 0)],
    us: [u('US gal/h', US_GALLON / HOUR, 0)],
    imperial: [u('imp gal/h', IMPERIAL_GALLON / HOUR, 0)],
  },
  mass: {
    metric: [u('g', 1e-3, 0), u('kg', 1, 2)],
    us: [u('oz', POUND / 16, 1), u('lb', POUND, 1)],
    imperial: [u('oz', POUND / 16, 1), u('lb', POUND, 1)],
  },
  load: {
    metric: [u('kg/m²', 1, 0)],
    us: [u('lb/ft²', POUND / FOOT ** 2, 0)],
    imperial: [u('lb/ft²', POUND / FOOT ** 2, 0)],
  },
  temperature: {
    metric: [u('°C', 1, 1)],
    us: [u('°F', 5 / 9, 1, -160 / 9)],
    imperial: [u('°C', 1, 1)],
  },
  time: {
    metric: [u('s', 1, 0)],
    us: [u('s', 1, 0)],
    imperial: [u('s', 1, 0)],
  },
  clock: { metric: [u('', 1, 0)], us: [u('', 1, 0)], imperial: [u('', 1, 0)] },
  power: { metric: [u('W', 1, 1)], us: [u('W', 1, 1)], imperial: [u('W', 1, 1)] },
  energy: {
    metric: [u('kWh', 3.6e6, 2)],
    us: [u('kWh', 3.6e6, 2)],
    imperial: [u('kWh', 3.6e6, 2)],
  },
  share: { metric: [u('%', 0.01, 1)], us: [u('%', 0.01, 1)], imperial: [u('%', 0.01, 1)] },
  ratio: { metric: [u(': 1', 1, 2)], us: [u(': 1', 1, 2)], imperial: [u(': 1', 1, 2)] },
  rate: {
    metric: [u('× an hour', 1 / HOUR, 2)],
    us: [u('× an hour', 1 / HOUR, 2)],
    imperial: [u('× an hour', 1 / HOUR, 2)],
  },
  count: { metric: [u('', 1, 0)], us: [u('', 1, 0)], imperial: [u('', 1, 0)] },
  velocity: {
    metric: [u('m/s', 1, 2)],
    us: [u('ft/s', FOOT, 2)],
    imperial: [u('ft/s', FOOT, 2)],
  },
  angle: { metric: [u('°', 1, 0)], us: [u('°', 1, 0)], imperial: [u('°', 1, 0)] },
  heads: {
    metric: [u('× v²/2g', 1, 1)],
    us: [u('× v²/2g', 1, 1)],
    imperial: [u('× v²/2g', 1, 1)],
  },
};

type Names = Record<string, number>;

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

const gallon = (system: UnitSystem) => (system === 'imperial' ? IMPERIAL_GALLON : US_GALLON);

/** Unit names that may be typed for a kind. A bare gallon is imperial for imperial users, US otherwise. */
export function typedUnits(kind: QuantityKind, system: UnitSystem): Names {
  switch (kind) {
    case 'length':
    case 'bore':
    case 'run':
      return LENGTHS;
    case 'head':
      return {
        ...LENGTHS,
        kpa: 1e3 * HEAD_PER_PA,
        bar: 1e5 * HEAD_PER_PA,
        mbar: 1e2 * HEAD_PER_PA,
        psi: 6894.757293168 * HEAD_PER_PA,
      };
    case 'area':
    case 'opening':
      return {
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
    case 'volume': {
      const g = gallon(system);
      return {
        ml: 1e-6,
        cl: 1e-5,
        l: 1e-3,
        litre: 1e-3,
        litres: 1e-3,
        liter: 1e-3,
        liters: 1e-3,
        m3: 1,
        'm³': 1,
        gal: g,
        gallon: g,
        gallons: g,
        'us gal': US_GALLON,
        'us gallons': US_GALLON,
        'imp gal': IMPERIAL_GALLON,
        'uk gal': IMPERIAL_GALLON,
        'imp gallons': IMPERIAL_GALLON,
        qt: g / 4,
        quart: g / 4,
        quarts: g / 4,
        pt: g / 8,
        pint: g / 8,
        pints: g / 8,
      };
    }
    case 'flow': {
      const g = gallon(system);
      return {
        'l/h': 1e-3 / HOUR,
        lph: 1e-3 / HOUR,
        'l/hr': 1e-3 / HOUR,
        'l/min': 1e-3 / 60,
        lpm: 1e-3 / 60,
        'l/s': 1e-3,
        'm3/h': 1 / HOUR,
        'm³/h': 1 / HOUR,
        gph: g / HOUR,
        'gal/h': g / HOUR,
        'gal/hr': g / HOUR,
        gpm: g / 60,
        'gal/min': g / 60,
        'us gal/h': US_GALLON / HOUR,
        'us gph': US_GALLON / HOUR,
        'imp gal/h': IMPERIAL_GALLON / HOUR,
        'imp gph': IMPERIAL_GALLON / HOUR,
      };
    }
    case 'mass':
      return {
        mg: 1e-6,
        g: 1e-3,
        gram: 1e-3,
        grams: 1e-3,
        kg: 1,
        t: 1000,
        oz: POUND / 16,
        lb: POUND,
        lbs: POUND,
      };
    case 'load':
      return {
        'kg/m2': 1,
        'kg/m²': 1,
        'kn/m2': 1000 / 9.80665,
        'kn/m²': 1000 / 9.80665,
        kpa: 1000 / 9.80665,
        'lb/ft2': POUND / FOOT ** 2,
        'lb/ft²': POUND / FOOT ** 2,
        psf: POUND / FOOT ** 2,
      };
    case 'time':
      return TIMES;
    case 'power':
      return { w: 1, watt: 1, watts: 1, kw: 1000 };
    case 'energy':
      return { wh: HOUR, kwh: 3.6e6, j: 1 };
    case 'share':
      return { '%': 0.01, percent: 0.01 };
    case 'ratio':
      return { ':1': 1, ': 1': 1, '× ': 1 };
    case 'rate':
      return { '× an hour': 1 / HOUR, '/h': 1 / HOUR, 'an hour': 1 / HOUR };
    case 'velocity':
      return { 'm/s': 1, 'ft/s': FOOT };
    case 'angle':
      return { '°': 1, deg: 1, degrees: 1 };
    case 'heads':
      return { '× v²/2g': 1 };
    case 'temperature':
    case 'clock':
    case 'count':
      return {};
  }
}
