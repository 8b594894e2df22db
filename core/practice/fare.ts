import { CHLORINE_LIMITS, CHLORIDE_RATIO, UNIONISED_LIMITS } from '../limits/index.ts';
import { NITROGEN_IN_FISH, carbonateConstants, phOf, unionisedShare } from '../life/index.ts';
import type { Network } from '../network/types.ts';
import type { CubicMetres, Seconds, Share } from '../quantity/si.ts';
import { ALKALINITY, CARBON, NITRATE, NITRITE, OXYGEN, TAN, X1, X2 } from '../season/model.ts';
import { levelAt } from '../water/vessel.ts';
import type { Ground } from './ground.ts';
import type { State } from './types.ts';
import { CHLORIDE, CHLORINE, SALTS, WET } from './waters.ts';

/** How fish and plants fare in the water as it is. */

const HOUR: Seconds = 3600;
/** Of the fish so many die in an hour: without air, in poison, out of the warmth that they bear, on the floor. Practice. */
const DIE = {
  air: 0.35,
  ammonia: 0.08,
  nitrite: 0.02,
  chlorine: 0.1,
  warmth: 0.1,
  ph: 0.05,
  water: 0.5,
};
/** So far beyond what a kind is kept in pH alone is stress: alkaline water harms by its ammonia, which counts apart. Practice. */
const TOO_SOUR = 0.5;
const TOO_ALKALINE = 0.75;
/** Water of the fish below this share of its usual leaves them on their sides. */
const STRANDED = 0.1;
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
export const homeVolume = (g: Ground, s: State): CubicMetres =>
  g.home.reduce((sum, i) => sum + s.water.volumes[i]!, 0);
/** Water in all vessels, m³. */
export const allVolume = (g: Ground, s: State): CubicMetres =>
  g.rest.reduce((sum, _, i) => sum + s.water.volumes[i]!, 0);

/** What the fish’s water is like. */
export interface HomeWater {
  readonly volume: number;
  /** On its usual volume. */
  readonly share: number;
  readonly oxygen: number;
  readonly ph: number;
  readonly tan: number;
  readonly ammonia: number;
  readonly nitrite: number;
  readonly nitrate: number;
  readonly salts: number;
  readonly alkalinity: number;
  readonly chlorine: number;
  readonly chloride: number;
}

/** The fish’s water at a moment. @param volumes of the vessels, m³ */
export function homeWater(g: Ground, s: State, volumes: ArrayLike<number>): HomeWater {
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
    oxygen: is(OXYGEN),
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

/** How a kind fares in its water. */
export interface Trouble {
  /** Under stress; and by how much, 0–1: oxygen below what it is at ease with and ammonia above caution weigh in part. */
  readonly stress: boolean;
  readonly strain: Share;
  /** So much of it dies in an hour. */
  readonly dying: number;
  /** It is short of air. */
  readonly air: boolean;
}

/** How far something is from one limit to the next, 0–1. */
const between = (x: number, from: number, to: number): Share =>
  Math.min(1, Math.max(0, (x - from) / (to - from)));

/** What troubles a kind in its water. */
export function troubleOf(
  kind: Ground['groups'][number]['kind'],
  w: HomeWater,
  temperature: number,
): Trouble {
  const { comfort, stress, lethal } = kind.oxygen;
  const shielded = w.chloride >= CHLORIDE_RATIO.least * w.nitrite;
  const nitrite = shielded ? 0 : w.nitrite;
  const dying =
    (w.oxygen < lethal ? DIE.air * (1 - w.oxygen / lethal) + 0.05 : 0) +
    (w.ammonia > UNIONISED_LIMITS.deadly
      ? DIE.ammonia * Math.min(4, w.ammonia / UNIONISED_LIMITS.deadly)
      : 0) +
    (nitrite > 5 * kind.nitrite[1] ? DIE.nitrite * Math.min(4, nitrite / kind.nitrite[1] / 5) : 0) +
    (w.chlorine > CHLORINE_LIMITS.acute * 5
      ? DIE.chlorine * Math.min(3, w.chlorine / CHLORINE_LIMITS.acute / 5)
      : 0) +
    (temperature < kind.survives[0] || temperature > kind.survives[1] ? DIE.warmth : 0) +
    (w.ph < kind.ph[0] - 1 || w.ph > kind.ph[1] + 1 ? DIE.ph : 0) +
    (w.share < STRANDED ? DIE.water : 0);
  const air = w.oxygen < stress;
  const under =
    air ||
    w.ammonia > UNIONISED_LIMITS.act ||
    nitrite > kind.nitrite[1] ||
    w.chlorine > CHLORINE_LIMITS.acute ||
    temperature < (kind.survives[0] + kind.stopsFeeding) / 2 ||
    temperature > (kind.survives[1] + kind.best[1]) / 2 ||
    w.ph < kind.ph[0] - TOO_SOUR ||
    w.ph > kind.ph[1] + TOO_ALKALINE ||
    w.share < 3 * STRANDED;
  const strained = under || dying > 0;
  const strain = strained
    ? 1
    : Math.max(
        between(w.oxygen, comfort, stress),
        between(w.ammonia, UNIONISED_LIMITS.caution, UNIONISED_LIMITS.act),
      );
  return { stress: strained, strain, dying, air };
}

/** Takes the fish through a step. */
export function fareFish(g: Ground, s: State, volumes: ArrayLike<number>, dt: Seconds): void {
  const hours = dt / HOUR;
  const w = homeWater(g, s, volumes);
  for (const group of g.groups) {
    const shoal = s.shoals.find((x) => x.id === group.id);
    if (!shoal || !(shoal.alive > 1e-6)) continue;
    const { strain, dying } = troubleOf(group.kind, w, s.temperature);
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
export function saltsShare(g: Ground, s: State): number {
  const usual = g.system.water.conductivity ?? SOLUTION;
  if (g.hasFish || !g.system.solution) return 1;
  const all = allVolume(g, s);
  return all > WET ? (s.bodies[0][SALTS]! + s.bodies[1][SALTS]!) / all / usual : 1;
}

/** Takes the plants through a step. @param carried by each path in it, m³ */
export function farePlants(
  g: Ground,
  s: State,
  net: Network,
  volumes: ArrayLike<number>,
  carried: ArrayLike<number>,
  dt: Seconds,
): void {
  const hours = dt / HOUR;
  const salty = saltsShare(g, s) > SALTY;
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
