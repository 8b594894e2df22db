import type { FishKind } from '../catalogue/index.ts';
import type { Celsius, GramsPerDay, Kilograms, Share } from '../quantity/si.ts';
import type { Fish } from '../system/index.ts';

/** Feed of a day, from mass, kind and temperature. */

/**
 * Ration by mass in the best range, share of body mass a day: fry 5–10 %, 5–50 g 3–5 %, over 50 g 1–2 %.
 * Between the points along the logarithm of the mass, kg.
 */
const RATIONS: readonly (readonly [mass: Kilograms, share: Share])[] = [
  [0.0005, 0.1],
  [0.005, 0.05],
  [0.045, 0.03],
  [0.055, 0.02],
  [0.5, 0.01],
];
/** A grown fish of a small kind eats like one of this mass; its young like younger ones. */
const SMALL_GROWN: Kilograms = 0.06;

/** Mass by which a fish is fed: its own, or for small kinds its share of the way to being grown. */
const rationMass = (kind: FishKind, mass: Kilograms): Kilograms =>
  kind.growth.to < SMALL_GROWN ? (mass / kind.growth.to) * SMALL_GROWN : mass;

function rationAtBest(mass: Kilograms): Share {
  const first = RATIONS[0]!;
  if (mass <= first[0]) return first[1];
  for (let i = 1; i < RATIONS.length; i++) {
    const [m1, r1] = RATIONS[i]!;
    if (mass > m1) continue;
    const [m0, r0] = RATIONS[i - 1]!;
    return r0 + ((r1 - r0) * Math.log(mass / m0)) / Math.log(m1 / m0);
  }
  return RATIONS.at(-1)![1];
}

/**
 * Appetite by temperature: 1 within the best range, falling to 0 at the stop temperature below it and at the
 * survival limit above.
 */
export function appetite(kind: FishKind, t: Celsius): Share {
  const [low, high] = kind.best;
  if (t < low) return Math.max(0, (t - kind.stopsFeeding) / (low - kind.stopsFeeding));
  if (t <= high) return 1;
  return Math.max(0, (kind.survives[1] - t) / (kind.survives[1] - high));
}

/**
 * Feed of a day as a share of body mass.
 *
 * @param mass of one fish, kg
 * @param t of the water
 * @source ranges of farming practice: fry 5–10 %, 5–50 g 3–5 %, over 50 g 1–2 %, less in the cold
 */
export const rationShare = (kind: FishKind, mass: Kilograms, t: Celsius): Share =>
  rationAtBest(rationMass(kind, mass)) * appetite(kind, t);

/** Feed of a group of fish, g a day: its own ration where one is entered, else by {@link rationShare}. */
export const feedOf = (group: Fish, kind: FishKind, t: Celsius): GramsPerDay =>
  group.count * group.meanMass * 1000 * (group.ration ?? rationShare(kind, group.meanMass, t));

/** Protein of a group's feed: as entered, else the middle of what its kind needs. */
export const proteinOf = (group: Fish, kind: FishKind): Share =>
  group.protein ?? (kind.protein[0] + kind.protein[1]) / 2;

/** What feed that is left gives while it rots: nitrogen of its protein, g/g, and the oxygen that it uses, g/g. Practice. */
export const NITROGEN_OF_PROTEIN = 0.16;
export const ROT_OXYGEN = 0.9;

/** A pellet that a fish can take whole, mm across, and its mass, g: about a fortieth of its length. */
export function pelletFor(mass: Kilograms): { diameter: number; grams: number } {
  const length = 100 * Math.cbrt((mass * 1000) / 12.5) * 0.464;
  const diameter = Math.min(9, Math.max(0.3, Math.round((length / 4) * 2) / 20));
  return { diameter, grams: (Math.PI / 6) * (diameter / 10) ** 3 * 1.1 };
}
