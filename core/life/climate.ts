import type { Assessment } from '../assess/assess.ts';
import type { Celsius, Share, SquareMetres, Watts } from '../quantity/si.ts';
import type { DeviceOf, Monthly, SystemDocument } from '../system/index.ts';
import { rimLength, shapeArea } from '../water/shape.ts';
import { areaAt } from '../water/vessel.ts';
import { heatLoss, type HeatedVessel as Warm } from './heat.ts';

/** Air and water through the year. */

const MONTH = 365.25 / 12;

/** A monthly mean on a day of the year, along straight lines from the middle of one month to that of the next. */
export function onDay(monthly: Monthly, day: number): Celsius {
  const x = (((day / MONTH - 0.5) % 12) + 12) % 12;
  const i = Math.floor(x);
  return monthly[i]! + (monthly[(i + 1) % 12]! - monthly[i]!) * (x - i);
}

/** Air about the system on a day: by day, by night, and its mean. */
export interface Air {
  readonly day: Celsius;
  readonly night: Celsius;
  readonly mean: Celsius;
}

/** Whether the grower has noted temperatures through the year, so that seasons can be told. */
export const knowsYear = ({ site }: SystemDocument): boolean =>
  site.kind === 'indoor' ? site.room !== null : site.outside !== null || site.room !== null;

/** Air about the system on a day of the year: of the room indoors, of the open elsewhere; as it is now where the year is not known. */
export function airOn({ site }: Pick<SystemDocument, 'site'>, day: number): Air {
  const inside = site.kind === 'indoor' || site.kind === 'glasshouse';
  if (inside && site.room) {
    const t = onDay(site.room, day);
    return { day: t, night: t, mean: t };
  }
  if (site.kind !== 'indoor' && site.outside) {
    const warm = onDay(site.outside.day, day);
    const cold = onDay(site.outside.night, day);
    return { day: warm, night: cold, mean: (warm + cold) / 2 };
  }
  const t = site.airTemperature;
  return { day: t, night: t, mean: t };
}

/** The heaters of a system. */
export const heatersOf = (s: SystemDocument): DeviceOf<'heater'>[] =>
  s.devices.filter((d): d is DeviceOf<'heater'> => d.kind === 'heater');

/** Share of a bed that its water wets, where heat is concerned. */
const BED_SHARE: Share = 0.5;

/** Everything that holds the system's water, as heat leaves it. */
function warmVessels(s: SystemDocument, a: Assessment): Warm[] {
  return s.vessels.flatMap((v, i): Warm[] => {
    const store = v.role === 'tank' || v.role === 'sump' || v.role === 'reservoir';
    const level = store ? a.balance.rest[i]!.level : a.balance.deepest[i]!.level * BED_SHARE;
    if (!(level > 0)) return [];
    const surface = areaAt(a.net.vessels[i]!.storage, level);
    const floor: SquareMetres = v.count * shapeArea(v.shape, Math.min(level, v.shape.height));
    return [
      {
        walls: v.count * rimLength(v.shape) * level + floor,
        surface: store ? surface : floor,
        lid: v.lid || v.media !== null,
        insulated: v.floor < 0,
      },
    ];
  });
}

/** Heat that leaves the whole system, W. */
export function systemHeatLoss(
  s: SystemDocument,
  a: Assessment,
  water: Celsius,
  air: Celsius,
): Watts {
  const { humidity, airSpeed } = s.site;
  return warmVessels(s, a).reduce((sum, v) => sum + heatLoss(v, water, air, humidity, airSpeed), 0);
}

/**
 * Water on a day of the year: as warm as the air, or what heaters keep it at. Where the year is not known, as it
 * is now.
 *
 * @param heated false while the heaters are off
 */
export function waterOn(s: SystemDocument, a: Assessment, day: number, heated = true): Celsius {
  const free = knowsYear(s) ? Math.max(0.5, airOn(s, day).mean) : s.site.waterTemperature;
  if (!heated || !knowsYear(s)) return free;
  const heaters = heatersOf(s);
  const wanted = Math.max(...heaters.map((h) => h.setpoint), free);
  if (wanted <= free) return free;
  const power = heaters.reduce((sum, h) => sum + h.power, 0);
  const need = systemHeatLoss(s, a, wanted, free);
  return need <= power ? wanted : free + ((wanted - free) * power) / need;
}

/** The coldest and the warmest month of the year: middle days, and the water then. */
export function extremes(
  s: SystemDocument,
  a: Assessment,
): { cold: { day: number; water: Celsius }; warm: { day: number; water: Celsius } } {
  const months = Array.from({ length: 12 }, (_, m) => {
    const day = Math.round((m + 0.5) * MONTH);
    return { day, water: waterOn(s, a, day) };
  });
  return {
    cold: months.reduce((x, y) => (y.water < x.water ? y : x)),
    warm: months.reduce((x, y) => (y.water > x.water ? y : x)),
  };
}
