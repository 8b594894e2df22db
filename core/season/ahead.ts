import type { Figures } from '../assess/index.ts';
import {
  DENITRIFIED,
  carbonDioxidePressure,
  carbonateConstants,
  OXYGEN_PER_FEED,
  SOLIDS,
  hasMedia,
  lifeOf,
  meanExchange,
  phAtPressure,
  saturation,
  total,
  unionisedShare,
} from '../life/index.ts';
import type { Celsius, CubicMetres, GramsPerCubicMetre, Seconds } from '../quantity/si.ts';
import {
  ALKALINITY,
  CARBON,
  NITRATE,
  NITRITE,
  OXYGEN,
  STATE_COUNT,
  TAN,
  X1,
  X2,
  carbonOf,
  seasonModel,
} from './model.ts';

/** The water of the coming days, by the season's rates. */

/** Water from which it is followed; nitrogen as N, alkalinity as CaCO₃, mg/L. */
export interface WaterFrom {
  readonly t: Celsius;
  readonly ph: number;
  readonly alkalinity: GramsPerCubicMetre;
  readonly tan: GramsPerCubicMetre;
  readonly nitrite: GramsPerCubicMetre;
  readonly nitrate: GramsPerCubicMetre;
}

export interface WaterAhead {
  readonly tan: GramsPerCubicMetre;
  readonly nitrite: GramsPerCubicMetre;
  readonly alkalinity: GramsPerCubicMetre;
  readonly ph: number;
  readonly unionised: GramsPerCubicMetre;
}

/** Bacteria enough that their surface alone limits them, mg/L. */
const MANY = 5;

/**
 * Water after some time, fed a share of the ration.
 *
 * @param c figures of the system, its day among them
 * @param fed share of the ration, 0 … 1
 * @param bacteria whether they keep up with the feed, or do nothing yet
 * @param volume that is there
 */
export function waterAhead(
  c: Figures,
  from: WaterFrom,
  fed: number,
  bacteria: boolean,
  volume: CubicMetres,
  span: Seconds,
): WaterAhead {
  const life = lifeOf(c);
  // Fish and air stay as they are: the carbon dioxide that the reading shows.
  const constants = carbonateConstants(from.t);
  const pressure = carbonDioxidePressure(from.ph, from.alkalinity, constants);
  const model = seasonModel();
  const feed = fed * life.feed;
  // Fish use oxygen for their feed, and no less than at rest.
  const breath = Math.max(
    24 * total(life.groups, (g) => g.oxygen) * (fed > 0 ? 1 : 0.5),
    OXYGEN_PER_FEED * feed,
  );
  const exchange = 24 * meanExchange(c);
  model.set({
    t: from.t,
    altitude: c.system.site.altitude,
    volume,
    surface: bacteria ? life.surface : 0,
    tan: fed * life.tan,
    uptake: 0,
    denitrified: hasMedia(c.system) ? DENITRIFIED : 0,
    breath: breath * (1 + SOLIDS),
    exchange,
    topUp: 0,
    tapAlkalinity: 0,
    tapCarbon: 0,
    ph: from.ph,
    oxygen: null,
    shell: 0,
    calcium: 0,
  });
  const y = new Float64Array(STATE_COUNT);
  y[TAN] = from.tan;
  y[NITRITE] = from.nitrite;
  y[NITRATE] = from.nitrate;
  y[ALKALINITY] = from.alkalinity;
  y[CARBON] = carbonOf(from.ph, from.alkalinity, from.t);
  y[X1] = bacteria ? MANY : 0;
  y[X2] = bacteria ? MANY : 0;
  y[OXYGEN] = saturation(from.t, c.system.site.altitude) / 2;
  model.advance(0, span / 86400, y);
  const ph = phAtPressure(y[ALKALINITY]!, pressure, constants);
  const tan = Math.max(0, y[TAN]!);
  return {
    tan,
    nitrite: Math.max(0, y[NITRITE]!),
    alkalinity: y[ALKALINITY]!,
    ph,
    unionised: tan * unionisedShare(from.t, ph),
  };
}
