import type { FishKind } from '../catalogue/index.ts';
import type { Celsius, GramsPerDay, Kilograms, Share } from '../quantity/si.ts';
import { fishKindOf, type Fish, type SystemDocument } from '../system/index.ts';
import { feedOf, proteinOf } from './feed.ts';
import { tanFromFeed } from './nitrogen.ts';
import { OXYGEN_PER_FEED, restingUse } from './oxygen.ts';

/** A group of fish with what follows from its kind, mass and the water's temperature. */
export interface Group {
  readonly id: string;
  readonly vessel: string;
  readonly kind: FishKind;
  /** Whether the grower named the kind; else the figures of a middling fish stand for it. */
  readonly named: boolean;
  readonly count: number;
  readonly meanMass: Kilograms;
  readonly mass: Kilograms;
  readonly feed: GramsPerDay;
  readonly protein: Share;
  readonly tan: GramsPerDay;
  /** Oxygen that it uses on the day's mean, g/h. */
  readonly oxygen: number;
}

/** Kind that stands for fish that are not named: nothing of it is out of the ordinary. */
export const UNNAMED = 'bluegill';

/** Oxygen of a group, g/h: what its feed asks for over the day, and no less than at rest. */
export const oxygenUse = (mass: Kilograms, feed: GramsPerDay, t: Celsius): number =>
  Math.max(restingUse(mass, t), (OXYGEN_PER_FEED * feed) / 24);

const groupOf = (s: SystemDocument, fish: Fish, t: Celsius): Group => {
  const named = fishKindOf(s, fish.kind);
  const kind = named ?? fishKindOf(s, UNNAMED)!;
  const mass = fish.count * fish.meanMass;
  const feed = feedOf(fish, kind, t);
  const protein = proteinOf(fish, kind);
  return {
    id: fish.id,
    vessel: fish.vessel,
    kind,
    named: named !== undefined,
    count: fish.count,
    meanMass: fish.meanMass,
    mass,
    feed,
    protein,
    tan: tanFromFeed(feed, protein),
    oxygen: oxygenUse(mass, feed, t),
  };
};

/** The groups of fish of a system, in water of a temperature. */
export const fishGroups = (s: SystemDocument, t: Celsius = s.site.waterTemperature): Group[] =>
  s.fish.map((f) => groupOf(s, f, t));

/** Sum of a figure over groups. */
export const total = (groups: readonly Group[], of: (g: Group) => number): number =>
  groups.reduce((sum, g) => sum + of(g), 0);
