import type { CubicMetres } from '../quantity/si.ts';
import { plantUse } from '../system/planting.ts';
import { siteArea } from '../system/plantings.ts';
import type { SystemDocument } from '../system/types.ts';
import { COVERED_SHARE, openWaterEvaporation } from '../water/evaporation.ts';
import { shapeArea } from '../water/shape.ts';
import { areaAt, levelAt } from '../water/vessel.ts';
import { DAY, type Network } from './types.ts';

/** What goes into the air and into plants. */

/** Share of open-water evaporation that a raft's boards leave. */
const UNDER_RAFT = 0.1;

/** Water use of one vessel in a day, m³: open water by its surface and lid, dry media at a tenth, plants by their use. */
export function waterUseOf(
  s: SystemDocument,
  net: Network,
  index: number,
  volume: CubicMetres,
): CubicMetres {
  const v = s.vessels[index]!;
  const { waterTemperature, airTemperature, humidity, airSpeed } = s.site;
  const open = openWaterEvaporation(waterTemperature, airTemperature, humidity, airSpeed);
  const perDay = (open / 1000 / 3600) * DAY;
  const use = plantUse(s, v);
  switch (v.role) {
    case 'bed':
    case 'tray': {
      const area = v.count * shapeArea(v.shape, v.media?.top ?? v.shape.height);
      return area * (use + (v.media ? COVERED_SHARE : 1) * perDay);
    }
    case 'raft':
    case 'channel': {
      const area = v.count * shapeArea(v.shape, v.shape.height);
      return area * (use + UNDER_RAFT * perDay);
    }
    case 'felt': {
      // A wall is planted and wet on its face, not on its narrow footprint.
      return siteArea(v) * (use + perDay);
    }
    default: {
      const storage = net.vessels[index]!.storage;
      return areaAt(storage, levelAt(storage, volume)) * (v.lid ? COVERED_SHARE : 1) * perDay;
    }
  }
}

/** Water use of the whole system in a day, m³. */
export const dailyWaterUse = (
  s: SystemDocument,
  net: Network,
  volumes: readonly CubicMetres[],
): CubicMetres => s.vessels.reduce((sum, _, i) => sum + waterUseOf(s, net, i, volumes[i]!), 0);
