import { ACIDS, BUFFERS, DECHLORINATORS } from '../catalogue/index.ts';
import { waterOf, type Figures } from '../assess/index.ts';
import {
  ALKALINITY_PER_N,
  CACO3_PER_EQUIVALENT,
  CHLORIDE_IN_SALT,
  TAN_PER_CHLORAMINE,
  TAN_PER_PROTEIN,
  acidStrength,
  carbonateConstants,
  closedPh,
  dosed,
  phAtPressure,
  phInAir,
  pressureOf,
  renewed,
  total,
  waterByPh,
  type LifeBalance,
  type Water,
} from '../life/index.ts';
import { CHANGE_LIMITS } from '../limits/index.ts';
import type { Entry, Moment } from '../entries/types.ts';
import type { CubicMetres, Share } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { volumeAt } from '../water/vessel.ts';

/** What entries of a log do to the water: changes, top-ups, doses, feed. */

/** Id under which plain salt and ammonia for cycling are noted. */
export const SALT = 'salt';
export const AMMONIA = 'ammonia';

/** Tap water as it goes in, treated for its chlorine. What nobody read of it is as the water that it goes into. */
export function tapWater(s: SystemDocument, into: Water): Water {
  const { tap } = s.site;
  const t = tap.temperature ?? into.t;
  const ph = tap.ph ?? closedPh(into);
  const alkalinity = tap.alkalinity ?? into.alkalinity;
  return waterByPh(ph, alkalinity, t, {
    tan: tap.chlorine === 'chloramine' ? TAN_PER_CHLORAMINE * (tap.chlorineLevel ?? 0) : 0,
  });
}

/** Id under which rain water, or water of a reverse osmosis filter, is noted as new water. */
export const RAIN = 'rain';
/** Where new water comes from. */
export type NewWaterSource = 'tap' | 'rain';

/** Rain as it has met the air: hardly any alkalinity. @source rain in equilibrium with the air's carbon dioxide */
export function rainWater(into: Water): Water {
  const alkalinity = 2;
  return waterByPh(phInAir(alkalinity, carbonateConstants(into.t)), alkalinity, into.t);
}
/** New water of a source. */
export const newWaterOf = (s: SystemDocument, into: Water, source: NewWaterSource): Water =>
  source === 'rain' ? rainWater(into) : tapWater(s, into);

/** Whether an entry is a dose of a base. */
export const isBase = (e: Entry): boolean =>
  e.kind === 'dose' && BUFFERS.some((b) => b.id === e.what);
/** Whether an entry is a dose of acid. */
export const isAcid = (e: Entry): boolean =>
  e.kind === 'dose' && ACIDS.some((a) => a.id === e.what);
/** Whether an entry is a dose that moves pH or alkalinity. */
export const movesPh = (e: Entry): boolean => isBase(e) || isAcid(e);

/** Alkalinity that a dose brings, mg/L CaCO₃, and its carbon per equivalent; below 0 of an acid. @param volume of the water */
export function alkalinityOf(
  e: Pick<Entry, 'what' | 'mass' | 'volume'>,
  volume: CubicMetres,
  ph: number,
): { readonly change: number; readonly carbon: number } {
  const per = 1 / Math.max(1e-6, volume);
  const buffer = BUFFERS.find((b) => b.id === e.what);
  if (buffer)
    return {
      change: (((e.mass ?? 0) * 1000) / buffer.gramsPerEquivalent) * per * CACO3_PER_EQUIVALENT,
      carbon: buffer.carbonPerEquivalent,
    };
  const acid = ACIDS.find((a) => a.id === e.what);
  if (!acid) return { change: 0, carbon: 0 };
  return {
    change: -(e.volume ?? 0) * 1000 * acidStrength(acid, ph) * per * CACO3_PER_EQUIVALENT,
    carbon: 0,
  };
}

/** Water with what a dose adds to it; as it was where the dose is of something else. */
export function afterDose(w: Water, e: Entry, volume: CubicMetres): Water {
  const grams = ((e.mass ?? 0) * 1000) / Math.max(1e-6, volume);
  if (movesPh(e)) {
    const { change, carbon } = alkalinityOf(e, volume, closedPh(w));
    return dosed(w, change, carbon);
  }
  if (e.what === SALT) return { ...w, chloride: w.chloride + grams * CHLORIDE_IN_SALT };
  if (e.what === AMMONIA) return { ...w, tan: w.tan + grams };
  const by = DECHLORINATORS.find((d) => d.id === e.what);
  if (by) return { ...w, chlorine: Math.max(0, w.chlorine - grams / by.perChlorine) };
  return w;
}

/** Share of the water that a change replaces; one without a volume replaced all of it. */
export const changedShare = (e: Entry, volume: CubicMetres): Share =>
  e.volume === undefined ? 1 : Math.min(1, e.volume / Math.max(1e-6, volume));

/** Alkalinity that bacteria use up in a day, where they process all that the fish give off, mg/L CaCO₃. */
export const alkalinityUse = (life: LifeBalance, volume: CubicMetres): number =>
  (ALKALINITY_PER_N * life.tan) / volume;

/** Ammonia nitrogen that a gram of this system's feed gives, g. */
export function tanPerFeed(life: LifeBalance): number {
  const feed = total(life.groups, (g) => g.feed);
  const protein = feed > 0 ? total(life.groups, (g) => g.feed * g.protein) / feed : 0.4;
  return TAN_PER_PROTEIN * protein;
}

/** pH of water when it has settled at the partial pressure of carbon dioxide that it had before. */
export function settledPh(before: Water, after: Water): number {
  return phAtPressure(after.alkalinity, pressureOf(before), carbonateConstants(after.t));
}

/** What was done to the water within the log, in order of time. */
export interface Renewal {
  readonly at: Moment;
  readonly share: Share;
}
export interface Movement {
  readonly at: Moment;
  /** pH moved, above 0 up. */
  readonly by: number;
  readonly dose: boolean;
}

/** The water's volume through a log. */
export class VolumeTrack {
  readonly rest: CubicMetres;
  now: CubicMetres;
  /** When a level was last read; null where it stands at rest as far as is known. */
  readAt: Moment | null = null;
  private readonly figures: Pick<Figures, 'system' | 'a'>;
  constructor(c: Pick<Figures, 'system' | 'a'>) {
    this.figures = c;
    this.rest = waterOf(c);
    this.now = this.rest;
  }
  /** A level read in a vessel; what stands in the others is as at rest. */
  level(vessel: string, level: number, at: Moment): void {
    const { system, a } = this.figures;
    const i = system.vessels.findIndex((v) => v.id === vessel);
    if (i < 0) return;
    const there = volumeAt(a.net.vessels[i]!.storage, level);
    this.now = Math.max(1e-6, this.rest - a.balance.rest[i]!.volume + there);
    this.readAt = at;
  }
  topUp(volume: CubicMetres): void {
    this.now = Math.min(this.rest, this.now + volume);
  }
}

/** Water renewed by a change or top-up, at its temperature: new water is brought near the old before it goes in. */
export const renewedAlike = (w: Water, fresh: Water, share: Share): Water =>
  renewed(w, { ...fresh, t: w.t }, share);

/** Whether a change is large enough that an alkalinity from before it no longer counts for a dose. */
export const isLargeChange = (share: Share): boolean => share > CHANGE_LIMITS.counts;
