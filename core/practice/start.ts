import { Simulation } from '../day/index.ts';
import { saturation, waterOn } from '../life/index.ts';
import { DAY } from '../network/types.ts';
import { AMMONIA_OXIDISERS, NITRITE_OXIDISERS, temperatureFactor } from '../season/index.ts';
import {
  ALKALINITY,
  CARBON,
  NITRATE,
  NITRITE,
  OXYGEN,
  TAN,
  X1,
  X2,
  carbonOf,
} from '../season/model.ts';
import type { Seconds } from '../quantity/si.ts';
import { SOLUTION } from './stress.ts';
import type { PracticeBasis } from './basis.ts';
import type { Hidden, State } from './types.ts';
import { AMOUNTS, CHLORIDE, SALTS } from './waters.ts';

/** A running system at the midnight before its practice: grown bacteria, water as it was read or as is usual. */

const USUAL = { tan: 0.06, nitrite: 0.04, nitrate: 25, alkalinity: 70, chloride: 15, salts: 0.08 };
const SOLUTION_ALKALINITY = 15;
const SOLUTION_PH = 6;
/** pH that a running bed keeps, where none was read. */
const RUN_IN_PH = 6.9;

/**
 * @param day of the year of the first midnight
 * @param hidden faults, by the moment at which they strike
 */
export function startState(g: PracticeBasis, day: number, hidden: readonly Hidden[]): State {
  const { system } = g;
  const { water } = system;
  const temperature = waterOn(system, g.c.a, day);
  const net = g.network([]);
  // From the second day on the rhythm is that of a running system.
  const state = new Simulation(net).runTo(0).state();
  const bodies: [Float64Array, Float64Array] = [
    new Float64Array(AMOUNTS),
    new Float64Array(AMOUNTS),
  ];
  const volumes = [0, 0];
  g.rest.forEach((v, i) => (volumes[g.home.includes(i) ? 0 : 1]! += v));
  const alkalinity = g.hasFish
    ? Math.max(30, water.alkalinity ?? USUAL.alkalinity)
    : (water.alkalinity ?? SOLUTION_ALKALINITY);
  const ph = Math.min(8, Math.max(5.5, water.ph ?? (g.hasFish ? RUN_IN_PH : SOLUTION_PH)));
  const oxygen = 0.85 * saturation(temperature, system.site.altitude);
  bodies.forEach((body, k) => {
    const v = volumes[k]!;
    const put = (i: number, level: number) => (body[i] = level * v);
    if (g.hasFish) {
      put(TAN, Math.min(0.4, water.tan ?? USUAL.tan));
      put(NITRITE, Math.min(0.3, water.nitrite ?? USUAL.nitrite));
      put(NITRATE, water.nitrate ?? USUAL.nitrate);
    }
    put(ALKALINITY, alkalinity);
    put(CARBON, carbonOf(ph, alkalinity, temperature));
    put(OXYGEN, oxygen);
    put(SALTS, water.conductivity ?? (g.hasFish ? USUAL.salts : SOLUTION));
    put(CHLORIDE, water.chloride ?? USUAL.chloride);
  });
  // As many bacteria as live on what the fish give off: growth makes up for decay.
  const warm = temperatureFactor(temperature);
  const x1 = (AMMONIA_OXIDISERS.yield * g.life.tan) / (AMMONIA_OXIDISERS.decay * warm);
  const x2 = (NITRITE_OXIDISERS.yield * g.life.tan) / (NITRITE_OXIDISERS.decay * warm);
  const onWalls = g.walls / Math.max(1e-9, g.walls + g.surface);
  [onWalls, 1 - onWalls].forEach((share, k) => {
    bodies[k]![X1] = x1 * share;
    bodies[k]![X2] = x2 * share;
  });
  return {
    t: 0,
    water: state,
    bodies,
    temperature,
    gut: g.life.feed / 4,
    rot: 0,
    deadNitrogen: 0,
    shoals: g.groups.map((x) => ({ id: x.id, alive: x.count })),
    planted: g.plants.map((p) => ({
      vessel: system.vessels[p.vessel]!.id,
      sound: 1,
      dry: 0,
      wet: 0,
    })),
    pests: 0,
    circulation: 1,
    usedTo: ph,
    salty: 0,
    hidden: [...hidden],
    set: { edits: [], feeding: 1, air: 0, shaded: false, tub: [], unheated: false },
    tally: {
      lost: 0,
      stress: 0,
      died: 0,
      withered: 0,
      minutes: 0,
      tests: 0,
      money: 0,
    },
  };
}

/** The morning on which a practice begins, s after the first midnight: a day has gone by before. */
export const FIRST_MORNING: Seconds = DAY + 8 * 3600;
