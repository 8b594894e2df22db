import {
  ALKALINITY_BACK_PER_N,
  ALKALINITY_PER_N,
  CACO3_PER_EQUIVALENT,
  CO2_IN_AIR,
  carbonateConstants,
  inorganicCarbon,
  nitrifyingPh,
  phNear,
  saturation,
  shellConstants,
  shellDissolved,
  tanCapacity,
  unionisedShare,
  type CarbonateConstants,
  type ShellConstants,
} from '../life/index.ts';
import type { Celsius, CubicMetres, Metres, SquareMetres } from '../quantity/si.ts';
import {
  AMMONIA_OXIDISERS,
  INHIBITION,
  NH3_PER_N,
  NITRITE_OXIDISERS,
  temperatureFactor,
  type Nitrifiers,
} from './parameters.ts';
import { rosenbrock, type Stepper } from './rosenbrock.ts';

/** The water of a system over days: nitrogen, its bacteria, alkalinity, inorganic carbon, oxygen. */

/** States by their place: mg/L, alkalinity as CaCO₃, carbon in mmol/L, nitrogen in and out since the start in mg/L. */
export const TAN = 0;
export const NITRITE = 1;
export const NITRATE = 2;
export const X1 = 3;
export const X2 = 4;
export const ALKALINITY = 5;
export const CARBON = 6;
export const OXYGEN = 7;
export const N_IN = 8;
export const N_OUT = 9;
/** Taken up by plants since the start, part of what is out. */
export const N_TAKEN = 10;
/** Shell dissolved since the start, mg/L CaCO₃. */
export const SHELL = 11;
export const STATE_COUNT = 12;
/** States that the rates depend on come first. */
const COUPLED = OXYGEN + 1;

/** Oxygen used by each step of nitrification, g/g N. */
const OXYGEN_1 = 3.43;
const OXYGEN_2 = 1.14;
/** Carbon dioxide breathed out per oxygen, mmol/mg. */
const CARBON_PER_OXYGEN = 1 / 32;
/** Carbon dioxide leaves and enters this much slower than oxygen. */
const CO2_TO_O2 = 0.9;
/** Nitrate and oxygen at which uptake and breathing are halved, mg/L. */
const HALF_NITRATE = 1;
const HALF_BREATH = 0.3;

/** What is held at a value and not worked out. */
export interface Held {
  readonly t?: Celsius;
  readonly ph?: number;
  readonly do?: number;
}

/** What is steady within a day. */
export interface Conditions {
  readonly t: Celsius;
  readonly altitude: Metres;
  readonly volume: CubicMetres;
  readonly surface: SquareMetres;
  /** Given off by fish, and what plants would take, g N a day. */
  readonly tan: number;
  readonly uptake: number;
  /** Share of what is nitrified that is denitrified. */
  readonly denitrified: number;
  /** Oxygen that fish and solids use, g a day, and the exchange, m³ a day. */
  readonly breath: number;
  readonly exchange: number;
  /** Water topped up, m³ a day, and its alkalinity and carbon. */
  readonly topUp: CubicMetres;
  readonly tapAlkalinity: number;
  readonly tapCarbon: number;
  /** pH and oxygen that are held; null where they follow. */
  readonly ph: number | null;
  readonly oxygen: number | null;
  /** Shell that the water reaches, and calcium in the water, mg/L as CaCO₃. */
  readonly shell: SquareMetres;
  readonly calcium: number;
}

/** The model with its conditions, which are set anew for each day. */
export interface Model {
  set(conditions: Conditions): void;
  advance(from: number, till: number, y: Float64Array): number;
}

/** Factor on growth by what a kind lives on and breathes. */
const fed = (b: Nitrifiers, nitrogen: number, oxygen: number): number =>
  (nitrogen / (b.halfNitrogen + nitrogen)) * (oxygen / (b.halfOxygen + oxygen));

/**
 * The model of a system's water.
 *
 * @param rate factor on the growth of both kinds of bacteria, fitted to readings
 * @param tolerance error of a step, relative
 */
export function seasonModel(rate = 1, tolerance = 1e-4): Model {
  let c: Conditions;
  let constants: CarbonateConstants = carbonateConstants(20);
  let warm = 1;
  let saturated = 9;
  let guess = 7;
  let shell: ShellConstants = shellConstants(20);

  function acidity(y: Float64Array): number {
    if (c.ph !== null) return c.ph;
    guess = phNear(y[ALKALINITY]!, Math.max(1e-6, y[CARBON]!), constants, guess);
    return guess;
  }

  function rates(_: number, y: Float64Array, d: Float64Array): void {
    const tan = Math.max(0, y[TAN]!);
    const nitrite = Math.max(0, y[NITRITE]!);
    const nitrate = Math.max(0, y[NITRATE]!);
    const oxygen = Math.max(0, y[OXYGEN]!);
    const ph = acidity(y);
    const sour = nitrifyingPh(ph);
    const ammonia = tan * unionisedShare(c.t, ph) * NH3_PER_N;
    const cap = tanCapacity(c.surface, c.t, ph, oxygen) / c.volume;

    const growth1 =
      rate * AMMONIA_OXIDISERS.growth * warm * sour * fed(AMMONIA_OXIDISERS, tan, oxygen);
    const growth2 =
      rate *
      NITRITE_OXIDISERS.growth *
      warm *
      sour *
      fed(NITRITE_OXIDISERS, nitrite, oxygen) *
      (INHIBITION / (INHIBITION + ammonia));
    const r1 = Math.min(cap, (growth1 * y[X1]!) / AMMONIA_OXIDISERS.yield);
    const r2 = Math.min(cap, (growth2 * y[X2]!) / NITRITE_OXIDISERS.yield);

    const made = c.tan / c.volume;
    const free = nitrate / (HALF_NITRATE + nitrate);
    const taken = (c.uptake / c.volume) * free;
    const denitrified = c.denitrified * r2 * free;
    const breath = ((c.breath / c.volume) * oxygen) / (HALF_BREATH + oxygen);
    const k = c.exchange / c.volume;
    const fresh = c.topUp / c.volume;

    d[TAN] = made - r1;
    d[NITRITE] = r1 - r2;
    d[NITRATE] = r2 - taken - denitrified;
    d[X1] = AMMONIA_OXIDISERS.yield * r1 - AMMONIA_OXIDISERS.decay * warm * y[X1]!;
    d[X2] = NITRITE_OXIDISERS.yield * r2 - NITRITE_OXIDISERS.decay * warm * y[X2]!;
    const back = ALKALINITY_BACK_PER_N * (taken + denitrified);
    const used = ALKALINITY_PER_N * r1;
    const dissolving =
      c.shell > 0
        ? shellDissolved(c.shell, ph, Math.max(0, y[CARBON]!), c.calcium, constants, shell) /
          c.volume
        : 0;
    // Who holds the pH gives what the bacteria use up.
    if (c.ph !== null) d[ALKALINITY] = d[CARBON] = 0;
    else {
      d[ALKALINITY] = back - used + fresh * c.tapAlkalinity + dissolving;
      const h = 10 ** -ph;
      const { k1, k2, kh } = constants;
      const dissolved = (y[CARBON]! * h * h) / (h * h + k1 * h + k1 * k2);
      d[CARBON] =
        CO2_TO_O2 * k * (1000 * kh * CO2_IN_AIR - dissolved) +
        CARBON_PER_OXYGEN * breath +
        fresh * c.tapCarbon +
        dissolving / (2 * CACO3_PER_EQUIVALENT);
    }
    d[OXYGEN] =
      c.oxygen === null ? k * (saturated - oxygen) - breath - OXYGEN_1 * r1 - OXYGEN_2 * r2 : 0;
    d[N_IN] = made;
    d[N_OUT] = taken + denitrified;
    d[N_TAKEN] = taken;
    d[SHELL] = dissolving;
  }

  const floor = Float64Array.from([0.05, 0.05, 0.5, 1e-6, 1e-7, 2, 0.02, 0.5, 1, 1, 1, 1]);
  const stepper: Stepper = rosenbrock(STATE_COUNT, rates, floor, COUPLED);
  return {
    set(conditions) {
      c = conditions;
      constants = carbonateConstants(c.t);
      if (c.shell > 0) shell = shellConstants(c.t);
      warm = temperatureFactor(c.t);
      saturated = saturation(c.t, c.altitude);
    },
    advance: (from, till, y) => stepper.advance(from, till, y, tolerance),
  };
}

/** Inorganic carbon of water, mmol/L. */
export const carbonOf = (ph: number, alkalinity: number, t: Celsius): number =>
  inorganicCarbon(ph, alkalinity, carbonateConstants(t));

/** Inorganic carbon of a bicarbonate dose, mmol/L. */
export const bicarbonate = (alkalinity: number): number => alkalinity / CACO3_PER_EQUIVALENT;
