import { CHLORINE_LIMITS, PH_DAY, PH_SHOCK } from '../limits/index.ts';
import {
  NITROGEN_IN_FISH,
  carbonateConstants,
  fishState,
  phOf,
  saturation,
  unionisedShare,
  type FishWater,
} from '../life/index.ts';
import { DAY, type Network } from '../network/types.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';
import { ALKALINITY, CARBON, NITRATE, NITRITE, OXYGEN, TAN, X1, X2 } from '../season/model.ts';
import { levelAt } from '../water/vessel.ts';
import type { PracticeBasis } from './basis.ts';
import type { State } from './types.ts';
import { CHLORIDE, CHLORINE, SALTS, WET } from './waters.ts';

/** How fish and plants fare in the water as it is. */

const HOUR: Seconds = 3600;
/** Chlorine at which half of the bacteria are gone in an hour, mg/L. Practice. */
const CHLORINE_HALVES = 0.5;
/** Roots bear so long without water beyond their usual pause, in stones and elsewhere, and so long under it; then so much of the plants is lost in an hour. Practice. */
const ROOTS_DRY: Seconds = 12 * HOUR;
const ROOTS_BARE: Seconds = 4 * HOUR;
const ROOTS_WET: Seconds = 36 * HOUR;
const WITHER = 0.04;
const DROWN = 0.01;
const BURN = 0.004;
/** Solution where none was read, S/m. */
export const SOLUTION = 0.16;

/** Water with the fish, m³. */
export const homeVolume = (g: PracticeBasis, s: State): CubicMetres =>
  g.home.reduce((sum, i) => sum + s.water.volumes[i]!, 0);
/** Water in all vessels, m³. */
export const allVolume = (g: PracticeBasis, s: State): CubicMetres =>
  g.rest.reduce((sum, _, i) => sum + s.water.volumes[i]!, 0);

/** What the fish’s water is like. */
export interface HomeWater extends FishWater {
  readonly volume: number;
  readonly tan: number;
  readonly nitrate: number;
  readonly salts: number;
  readonly alkalinity: number;
}

/** The fish’s water at a moment. @param volumes of the vessels, m³ */
export function homeWater(g: PracticeBasis, s: State, volumes: ArrayLike<number>): HomeWater {
  const [home] = s.bodies;
  let volume = 0;
  let usual = 0;
  for (const i of g.home) {
    volume += volumes[i]!;
    usual += g.rest[i]!;
  }
  const v = Math.max(10 * WET, volume);
  const is = (i: number) => home[i]! / v;
  const ph = phOf(is(ALKALINITY), Math.max(1e-6, is(CARBON)), carbonateConstants(s.temperature));
  return {
    volume,
    share: usual > 0 ? volume / usual : 1,
    t: s.temperature,
    oxygen: is(OXYGEN),
    saturation: saturation(s.temperature, g.system.site.altitude),
    ph,
    tan: is(TAN),
    ammonia: is(TAN) * unionisedShare(s.temperature, ph),
    nitrite: is(NITRITE),
    nitrate: is(NITRATE),
    salts: is(SALTS),
    alkalinity: is(ALKALINITY),
    chlorine: is(CHLORINE),
    chloride: is(CHLORIDE),
  };
}

/** Fish get used to another pH in so long. Practice. */
const USED_TO: Seconds = 12 * HOUR;
/** Share of the fish that a sudden change of pH kills in an hour, once it is deadly. Practice. */
const SHOCK = 0.05;
/** What a sudden change of pH does: strain, 0–1, and the share that dies in an hour. @param off from what they are used to */
export function shockOf(off: number): { readonly strain: number; readonly dying: number } {
  const x = Math.abs(off);
  const strain = (x - PH_DAY.fish) / (PH_SHOCK.strain - PH_DAY.fish);
  return {
    strain: Math.min(1, Math.max(0, strain)),
    dying: x > PH_SHOCK.deadly ? SHOCK * (x - PH_SHOCK.deadly) : 0,
  };
}

/** Takes the fish through a step. */
export function stressFish(
  g: PracticeBasis,
  s: State,
  volumes: ArrayLike<number>,
  dt: Seconds,
): void {
  const hours = dt / HOUR;
  const w = homeWater(g, s, volumes);
  // On the first day the water settles into its rhythm; nobody is there yet.
  if (s.t < DAY) s.usedTo = w.ph;
  const shock = shockOf(w.ph - s.usedTo);
  s.usedTo += (w.ph - s.usedTo) * (1 - Math.exp(-dt / USED_TO));
  for (const group of g.groups) {
    const shoal = s.shoals.find((x) => x.id === group.id);
    if (!shoal || !(shoal.alive > 1e-6)) continue;
    const is = fishState(group.kind, w);
    const strain = Math.max(is.strain, shock.strain);
    const dying = is.dying + shock.dying;
    s.tally.stress += strain * shoal.alive * hours;
    if (!(dying > 0)) continue;
    const dead = shoal.alive * (1 - Math.exp(-dying * hours));
    shoal.alive -= dead;
    s.tally.died += dead;
    s.deadNitrogen += dead * group.meanMass * NITROGEN_IN_FISH;
  }
  // Chlorine kills what it meets on the stones, too.
  for (const body of s.bodies) {
    const level = w.chlorine;
    if (!(level > CHLORINE_LIMITS.acute)) continue;
    const left = 2 ** (-hours * (level / CHLORINE_HALVES));
    body[X1]! *= left;
    body[X2]! *= left;
  }
}

/** From so much of what it was mixed to on a solution browns the leaves’ edges. */
export const SALTY = 1.35;
/** What a solution conducts on what it was mixed to; 1 where there is none. */
export function saltsShare(g: PracticeBasis, s: State): number {
  const usual = g.system.water.conductivity ?? SOLUTION;
  if (g.hasFish || !g.system.solution) return 1;
  const all = allVolume(g, s);
  return all > WET ? (s.bodies[0][SALTS]! + s.bodies[1][SALTS]!) / all / usual : 1;
}

/** Takes the plants through a step. @param carried by each path in it, m³ */
export function stressPlants(
  g: PracticeBasis,
  s: State,
  net: Network,
  volumes: ArrayLike<number>,
  carried: ArrayLike<number>,
  dt: Seconds,
): void {
  const hours = dt / HOUR;
  const salty = saltsShare(g, s) > SALTY;
  if (salty) s.salty += dt;
  for (const { vessel, count, flooded } of g.plants) {
    const v = net.vessels[vessel]!;
    const p = s.planted.find((x) => x.vessel === v.id);
    if (!p) continue;
    const level = levelAt(v.storage, volumes[vessel]!);
    const gets = net.paths.some(
      (x, k) => x.to === vessel && x.kind !== 'back' && carried[k]! > 1e-6,
    );
    const covered = v.bed && v.floodLevel !== null ? level > v.floodLevel / 2 : level > 0.002;
    p.dry = gets || covered ? 0 : p.dry + dt;
    p.wet = covered && v.bed && !flooded ? p.wet + dt : 0;
    const lost =
      (salty ? BURN : 0) +
      (p.dry > (v.bed ? ROOTS_DRY : ROOTS_BARE) + g.pause ? WITHER : 0) +
      (p.wet > ROOTS_WET ? DROWN : 0) +
      0.02 * Math.max(0, s.pests - 0.3);
    if (!(lost > 0)) continue;
    const gone = p.sound * (1 - Math.exp(-lost * hours));
    p.sound -= gone;
    s.tally.withered += gone * count;
  }
}
