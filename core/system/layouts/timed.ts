import type { SystemDocument } from '../types.ts';
import {
  floatValve,
  programs,
  pump,
  pumpedLine,
  seep,
  standpipe,
  systemOf,
  vessel,
  secondOverflow,
} from './parts.ts';

/** Systems that a timer, a float or gravity rules; no siphon. */

/** L11: a shallow frame lined with sheet over a basin; net pots stand in it. */
export const linedFrame = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'lined-frame', {
    vessels: [
      vessel(
        'basin',
        'Basin',
        'reservoir',
        {
          kind: 'tapered-box',
          bottomLength: 0.8,
          bottomWidth: 0.5,
          topLength: 0.95,
          topWidth: 0.62,
          height: 0.4,
        },
        { fill: 0.15, lid: true, emptyMass: 6 },
      ),
      vessel(
        'frame',
        'Lined frame',
        'bed',
        { kind: 'box', length: 1.1, width: 0.7, height: 0.14 },
        {
          floor: 0.6,
          emptyMass: 11,
          pots: { medium: 'expanded-shale', count: 18, diameter: 0.1, height: 0.12, voids: null },
          plants: { dailyUse: 0.003, rooting: 0.08, rootShare: 0.2 },
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'basin',
        to: 'frame',
        pipe: 'hose-19',
        run: 0.3,
        pump: pump(0.02, 1.2, 900, 12),
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        end: 0,
        control: 'timer',
      }),
      standpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'frame',
        to: 'basin',
        pipe: 'metric-50',
        crest: 0.07,
        drop: 0.25,
      }),
      secondOverflow('frame', 'basin', 'metric-40', 0.09, 0.25),
    ],
    controls: [programs('timer', 'digital-8', [7, 10, 13, 16, 19], 15)],
    site: { waterTemperature: 20, airTemperature: 22, humidity: 0.5 },
  });

/** L14: a header pipe wets felt on a wall by timer; the water runs down and back. */
export const feltWall = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'felt-wall', {
    vessels: [
      vessel(
        'tank',
        'Trough',
        'tank',
        { kind: 'box', length: 1.5, width: 0.45, height: 0.45 },
        {
          fill: 0.22,
          emptyMass: 16,
        },
      ),
      vessel(
        'wall',
        'Felt wall',
        'felt',
        { kind: 'box', length: 1.4, width: 0.02, height: 1.3 },
        {
          floor: 0.5,
          emptyMass: 8,
          rimTo: 'tank',
          plants: { dailyUse: 0.003, rooting: 0.05, rootShare: 0.3 },
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Header pipe',
        from: 'tank',
        to: 'wall',
        pipe: 'hose-16',
        run: 1.6,
        pump: pump(0.16, 2.8, 1000, 22),
        fittings: [
          { fitting: 'elbow-90', count: 2 },
          { fitting: 'foam-prefilter', count: 1 },
        ],
        pinholes: { count: 28, diameter: 0.0018 },
        end: 1.3,
        control: 'timer',
      }),
      seep('drip', 'Drip edge', 'wall', 'tank', 0.006, 420),
    ],
    controls: [
      programs(
        'timer',
        'digital-20',
        Array.from({ length: 15 }, (_, k) => 7 + k),
        10,
      ),
    ],
    fish: [{ id: 'fish', vessel: 'tank', count: 14, meanMass: 0.003 }],
  });

/** L15: pots of compost in a tray kept shallowly wet by a float valve, gravity fed; nothing returns. */
export const wetTray = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'wet-tray', {
    vessels: [
      vessel(
        'bucket',
        'Supply bucket',
        'reservoir',
        { kind: 'tapered-round', bottomDiameter: 0.26, topDiameter: 0.3, height: 0.36 },
        { floor: 0.95, fill: 0.02, lid: true, emptyMass: 1 },
      ),
      vessel(
        'tray',
        'Tray',
        'tray',
        { kind: 'box', length: 1, width: 0.5, height: 0.08 },
        {
          floor: 0.75,
          fill: 0.006,
          emptyMass: 3,
          pots: { medium: 'coir', count: 12, diameter: 0.14, height: 0.13, voids: null },
          plants: { dailyUse: 0.004, rooting: 0.1, rootShare: 0.4 },
        },
      ),
    ],
    paths: [
      floatValve({
        id: 'valve',
        name: 'Float valve',
        from: 'bucket',
        to: 'tray',
        pipe: 'hose-8',
        level: 0.025,
        run: 0.8,
      }),
    ],
    controls: [],
    site: { waterTemperature: 20, airTemperature: 23, humidity: 0.5 },
  });
