import type { Figures } from '../assess/figures.ts';
import { waterOf } from '../assess/figures.ts';
import { DAYS_OF_YEAR } from '../calendar/dayOfYear.ts';
import { hasMedia, lifeOf, meanExchange, uptakeOn, waterOn } from '../life/index.ts';
import type { Celsius, CubicMetres, GramsPerDay, SquareMetres } from '../quantity/si.ts';
import { standsOf, type CropPlanting } from '../system/index.ts';

/** What a season is worked out from, none of which changes with its days. */
export interface SeasonBasis {
  readonly c: Figures;
  readonly surface: SquareMetres;
  readonly volume: CubicMetres;
  /** Exchange with the air, m³ a day. */
  readonly exchange: number;
  readonly plantings: readonly CropPlanting[];
  readonly media: boolean;
  /** Water of a day of the year, with its heaters and without. */
  temperature(day: number, heated: boolean): Celsius;
  /** Nitrogen that the plants take on a day of the year. */
  uptake(day: number): GramsPerDay;
}

/** Values by day of the year, each worked out once. */
function yearly(of: (day: number) => number): (day: number) => number {
  const there = new Float64Array(DAYS_OF_YEAR + 1).fill(NaN);
  return (day) => {
    const x = there[day]!;
    return x === x ? x : (there[day] = of(day));
  };
}

/** Figures of a system that a season needs; once for all its seasons. */
export function seasonBasis(c: Figures): SeasonBasis {
  const plantings = standsOf(c.system);
  const heated = yearly((day) => waterOn(c.system, c.a, day, true));
  const unheated = yearly((day) => waterOn(c.system, c.a, day, false));
  return {
    c,
    surface: lifeOf(c).surface,
    volume: waterOf(c),
    exchange: 24 * meanExchange(c),
    plantings,
    media: hasMedia(c.system),
    temperature: (day, on) => (on ? heated : unheated)(day),
    uptake: yearly((day) => uptakeOn(c.system, day, plantings)),
  };
}
