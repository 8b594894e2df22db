import { DAYS_OF_YEAR, dayAfter, daysAcross } from '../calendar/dayOfYear.ts';
import type { CropGroup, CropKind } from '../catalogue/index.ts';
import { CROP_LIMITS } from '../limits/index.ts';
import type { Celsius, MolesPerSquareMetreDay, Share } from '../quantity/si.ts';
import { isPlanted, type CropPlanting, type SystemDocument } from '../system/index.ts';
import { airOn } from './climate.ts';
import { lightOn } from './light.ts';

/**
 * Growth of crops by the light and the temperature of their place, as a share of the growth for which their days to harvest
 * are published. Whichever of the two is shorter sets it.
 *
 * Source: law of limiting factors, Blackman (1905), Ann. Bot. 19, 281–295; yield in proportion to light, Monteith (1977),
 * Phil. Trans. R. Soc. B 281, 277–294.
 */

export type GrowthLimit = 'light' | 'cold' | 'heat';

/** Share of the growth that the light of a day allows: in proportion, up to what the crop makes good use of; 1 where it is not known. */
export const lightGrowth = (kind: CropKind, light: MolesPerSquareMetreDay | null): Share =>
  light === null || !(kind.light[1] > 0) ? 1 : Math.min(1, light / kind.light[1]);

/** Share of the growth that the temperature allows: along a line up to the middle of its range, 1 to the top, none some degrees outside. */
export function temperatureGrowth(kind: CropKind, t: Celsius): Share {
  const [low, high] = kind.growth;
  const none = low - CROP_LIMITS.degrees;
  const middle = (low + high) / 2;
  if (t <= high) return Math.min(1, Math.max(0, (t - none) / (middle - none)));
  return Math.max(0, 1 - (t - high) / CROP_LIMITS.degrees);
}

/** What limits growth on a day; null where nothing does. */
export function growthLimit(
  kind: CropKind,
  light: MolesPerSquareMetreDay | null,
  t: Celsius,
): GrowthLimit | null {
  const warm = temperatureGrowth(kind, t);
  const lit = lightGrowth(kind, light);
  if (Math.min(warm, lit) >= 1) return null;
  if (lit < warm) return 'light';
  return t > kind.growth[1] ? 'heat' : 'cold';
}

/** Growth of a kind in one place through the year. */
export class GrowthYear {
  private readonly daily: Float64Array;
  /** Calculators of two years, so that a span over the new year is one difference. */
  private readonly calculators: Float64Array;

  /** @param of share of the growth on a day of the year */
  constructor(of: (day: number) => Share) {
    const n = DAYS_OF_YEAR;
    this.daily = Float64Array.from({ length: n }, (_, i) => of(i + 1));
    this.calculators = new Float64Array(2 * n + 1);
    for (let i = 0; i < 2 * n; i++)
      this.calculators[i + 1] = this.calculators[i]! + this.daily[i % n]!;
  }
  /** Share of the growth on a day of the year. */
  on(day: number): Share {
    return this.daily[dayAfter(day, 0) - 1]!;
  }
  /** Days of full growth in so many days, at most a year, from a day of the year on. */
  over(from: number, days: number): number {
    const i = dayAfter(from, 0) - 1;
    return this.calculators[i + Math.min(DAYS_OF_YEAR, Math.max(0, days))]! - this.calculators[i]!;
  }
  /** Days from a day of the year until so many days of full growth are there; Infinity where a year does not give them. */
  until(from: number, growth: number): number {
    if (!(growth > 0)) return 0;
    if (this.over(from, DAYS_OF_YEAR) < growth) return Infinity;
    let low = 0;
    let high = DAYS_OF_YEAR;
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if (this.over(from, mid) < growth) low = mid;
      else high = mid;
    }
    return high;
  }
}

/** What the light and the temperature of a place follow from. */
type Place = Pick<SystemDocument, 'site' | 'devices' | 'vessels'>;

/** Light and growth of a system's plant sites through the year. */
export class CropPlaces {
  private readonly lights = new Map<string, Float64Array | null>();
  private readonly years = new Map<string, GrowthYear>();
  private readonly air: Float64Array;

  constructor(private readonly place: Place) {
    this.air = Float64Array.from({ length: DAYS_OF_YEAR }, (_, i) => airOn(place, i + 1).mean);
  }
  /** Sites without lamps have the sun of the place alike. */
  private under(vessel: string): string {
    return this.place.devices.some((d) => d.kind === 'lamp' && d.vessel === vessel) ? vessel : '';
  }
  private lightsOf(vessel: string): Float64Array | null {
    const key = this.under(vessel);
    const was = this.lights.get(key);
    if (was !== undefined) return was;
    const v = this.place.vessels.find((x) => x.id === vessel);
    const known = v !== undefined && lightOn(this.place, v, 1) !== null;
    const made = known
      ? Float64Array.from({ length: DAYS_OF_YEAR }, (_, i) => lightOn(this.place, v, i + 1)!)
      : null;
    this.lights.set(key, made);
    return made;
  }
  /** Light of a site on a day of the year; null where the place is not known. */
  light(vessel: string, day: number): MolesPerSquareMetreDay | null {
    return this.lightsOf(vessel)?.[dayAfter(day, 0) - 1] ?? null;
  }
  /** Mean light over so many days; null where the place is not known. */
  meanLight(vessel: string, from: number, days: number): MolesPerSquareMetreDay | null {
    const all = this.lightsOf(vessel);
    if (!all) return null;
    let sum = 0;
    const n = Math.max(1, Math.round(days));
    for (let i = 0; i < n; i++) sum += all[dayAfter(from, i) - 1]!;
    return sum / n;
  }
  /** Mean air of a day of the year. */
  temperature(day: number): Celsius {
    return this.air[dayAfter(day, 0) - 1]!;
  }
  /** Growth of a kind in a site. */
  growth(vessel: string, kind: CropKind): GrowthYear {
    const key = `${this.under(vessel)}/${kind.id}`;
    const was = this.years.get(key);
    if (was) return was;
    const made = new GrowthYear((day) =>
      Math.min(
        lightGrowth(kind, this.light(vessel, day)),
        temperatureGrowth(kind, this.temperature(day)),
      ),
    );
    this.years.set(key, made);
    return made;
  }
}

const kept = new WeakMap<
  SystemDocument['site'],
  {
    devices: SystemDocument['devices'];
    vessels: SystemDocument['vessels'];
    own: unknown;
    places: CropPlaces;
  }
>();
/** Light and growth of a system's plant sites; worked out once for a place, its lamps and what stands under them. */
export function cropPlaces(s: Place & Pick<SystemDocument, 'own'>): CropPlaces {
  const was = kept.get(s.site);
  const same =
    was?.devices === s.devices &&
    was.own === s.own.crops &&
    (was.vessels === s.vessels || !s.devices.some((d) => d.kind === 'lamp'));
  if (was && same) return was.places;
  const places = new CropPlaces(s);
  kept.set(s.site, { devices: s.devices, vessels: s.vessels, own: s.own.crops, places });
  return places;
}

/** A seedling takes this share of what a grown plant takes. */
const SEEDLING = 0.15;

/** How far a planting is grown on a day, 0 … 1: from planting out to its harvest by its days of growth; as grown where no day is set. */
export function grownShare(s: SystemDocument, x: CropPlanting, day: number): Share {
  const { planting, kind } = x;
  if (!isPlanted(planting, day)) return 0;
  if (planting.from === null || kind.daysToHarvest === 0) return 1;
  const growth = cropPlaces(s).growth(planting.vessel, kind);
  const had = growth.over(planting.from, daysAcross(planting.from, day));
  return Math.min(1, SEEDLING + ((1 - SEEDLING) * had) / kind.daysToHarvest);
}

/** Nitrogen that a planting takes on a day, g N: by how far it is grown, and by the light and temperature of the day. */
export const plantingUptake = (s: SystemDocument, x: CropPlanting, day: number): number =>
  x.area *
  x.kind.nitrogen *
  grownShare(s, x, day) *
  cropPlaces(s).growth(x.planting.vessel, x.kind).on(day);

/** Days from planting out to the first harvest; Infinity where a year does not bring it. */
export const daysToReady = (
  s: SystemDocument,
  { vessel, from }: { readonly vessel: string; readonly from: number },
  kind: CropKind,
): number => cropPlaces(s).growth(vessel, kind).until(from, kind.daysToHarvest);

/** Share of the fresh mass that is harvested: of fruit crops and roots the leaves stay behind. Practice: half to two thirds. */
const HARVESTED: Partial<Record<CropGroup, Share>> = { fruit: 0.6, root: 0.6 };
/** Share of what a crop grows that is harvested; none of what is grown for its looks. */
export const harvestedShare = (kind: CropKind): Share =>
  kind.harvest === 'none' || !kind.edible ? 0 : (HARVESTED[kind.group] ?? 1);
