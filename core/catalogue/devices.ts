import type { CubicMetresPerSecond, Metres, Watts } from '../quantity/si.ts';

const L_MIN = 1e-3 / 60;
const TYPICAL = 'Typical figures of its type. The figures on your own box come first.';

/** An air pump with its stones. */
export interface AirPump {
  readonly id: string;
  readonly name: string;
  readonly flow: CubicMetresPerSecond;
  readonly power: Watts;
  /** Deepest that it still blows. */
  readonly deepest: Metres;
  readonly source: string;
}

export const AIR_PUMPS: readonly AirPump[] = [
  {
    id: 'air-1',
    name: 'Counter air pump, one air stone',
    flow: 1.5 * L_MIN,
    power: 2,
    deepest: 0.4,
    source: TYPICAL,
  },
  {
    id: 'air-4',
    name: 'Small air pump, two air stones',
    flow: 4 * L_MIN,
    power: 4,
    deepest: 0.8,
    source: TYPICAL,
  },
  {
    id: 'air-10',
    name: 'Air pump, four air stones',
    flow: 10 * L_MIN,
    power: 9,
    deepest: 1.2,
    source: TYPICAL,
  },
  {
    id: 'air-25',
    name: 'Diaphragm air pump',
    flow: 25 * L_MIN,
    power: 20,
    deepest: 1.8,
    source: TYPICAL,
  },
  {
    id: 'air-60',
    name: 'Large diaphragm air pump',
    flow: 60 * L_MIN,
    power: 45,
    deepest: 2.2,
    source: TYPICAL,
  },
];

/** An immersion heater with a thermostat. */
export interface Heater {
  readonly id: string;
  readonly name: string;
  readonly power: Watts;
  readonly source: string;
}

export const HEATERS: readonly Heater[] = [25, 50, 100, 150, 200, 300, 500, 1000, 2000].map(
  (power) => ({ id: `heater-${power}`, name: `Heater ${power} W`, power, source: TYPICAL }),
);

/** A lamp over plants. */
export interface Lamp {
  readonly id: string;
  readonly name: string;
  readonly power: Watts;
  /** Photons that plants use per energy, mol/J. */
  readonly efficacy: number;
  readonly source: string;
}

const lamp = (id: string, name: string, power: Watts, perJoule: number): Lamp => ({
  id,
  name,
  power,
  efficacy: perJoule * 1e-6,
  source: TYPICAL,
});

export const LAMPS: readonly Lamp[] = [
  lamp('led-bar', 'LED bar', 20, 2.2),
  lamp('led-panel', 'LED panel', 100, 2.5),
  lamp('led-panel-large', 'Large LED panel', 240, 2.7),
  lamp('led-bulb', 'Household LED bulb', 12, 1.4),
  lamp('fluorescent', 'Fluorescent tube T5', 54, 1.0),
  lamp('sodium', 'High-pressure sodium lamp', 400, 1.5),
];
