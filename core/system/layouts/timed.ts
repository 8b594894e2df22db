import type { SystemDocument } from '../types.ts';
import {
  MAINS,
  branch,
  floatValve,
  hole,
  link,
  media,
  programs,
  pump,
  pumpedLine,
  seep,
  standpipe,
  systemOf,
  vessel,
} from './parts.ts';

/** Systems that a timer, a float or gravity rules; no siphon. */

/** L7: beds in series at a distance from an outdoor pond, each passing its water on, back by gravity. */
export const bedsInSeries = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'beds-in-series', {
    vessels: [
      vessel(
        'pond',
        'Pond',
        'tank',
        { kind: 'pond', length: 2.6, width: 1.6, height: 0.8, factor: 0.75 },
        { floor: -0.75, fill: 1.75, emptyMass: 15 },
      ),
      ...[1, 2, 3].map((n) =>
        vessel(
          `bed-${n}`,
          ['Upper bed', 'Middle bed', 'Lower bed'][n - 1]!,
          'bed',
          { kind: 'box', length: 1, width: 0.6, height: 0.3 },
          {
            floor: 0.75 - 0.15 * n,
            emptyMass: 20,
            media: media('gravel', 0.22),
          },
        ),
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Line from the pond',
        from: 'pond',
        to: 'bed-1',
        pipe: 'hose-32',
        run: 7,
        pump: pump(0.3, 2.4, 2600, 32),
        fittings: [
          { fitting: 'elbow-90', count: 3 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        end: 0.28,
        control: 'timer',
      }),
      ...[1, 2].flatMap((n) => [
        link({
          id: `pass-${n}`,
          name: n === 1 ? 'Pipe to the middle bed' : 'Pipe to the lower bed',
          from: `bed-${n}`,
          to: `bed-${n + 1}`,
          pipe: 'sch40-2',
          height: 0.15,
          run: 0.3,
          screen: 0.6,
        }),
        link({
          id: `spare-${n}`,
          name: n === 1 ? 'Spare pipe to the middle bed' : 'Spare pipe to the lower bed',
          from: `bed-${n}`,
          to: `bed-${n + 1}`,
          pipe: 'sch40-2',
          height: 0.195,
          run: 0.3,
        }),
        hole(
          `drip-${n}`,
          n === 1 ? 'Floor drain to the middle bed' : 'Floor drain to the lower bed',
          `bed-${n}`,
          `bed-${n + 1}`,
          0,
          0.01,
        ),
      ]),
      standpipe({
        id: 'return',
        name: 'Return to the pond',
        from: 'bed-3',
        to: 'pond',
        pipe: 'sch40-2',
        crest: 0.17,
        drop: 0.25,
        run: 5,
        elbows: 2,
        weep: { height: 0.005, diameter: 0.012 },
      }),
      standpipe({
        id: 'spare',
        name: 'Second return',
        from: 'bed-3',
        to: 'pond',
        pipe: 'sch40-2',
        crest: 0.21,
        drop: 0.25,
        run: 5,
      }),
    ],
    controls: [programs('timer', 'dial-30', [0, 2, 4, 6, 8, 10, 12, 14, 16, 18, 20, 22], 30)],
    fish: [{ id: 'fish', vessel: 'pond', count: 30, meanMass: 0.08 }],
    site: { waterTemperature: 17, airTemperature: 18, humidity: 0.65, airSpeed: 1 },
  });

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
      standpipe({
        id: 'spare',
        name: 'Second overflow',
        from: 'frame',
        to: 'basin',
        pipe: 'metric-40',
        crest: 0.09,
        drop: 0.25,
      }),
    ],
    controls: [programs('timer', 'digital-8', [7, 10, 13, 16, 19], 15)],
    site: { waterTemperature: 20, airTemperature: 22, humidity: 0.5 },
  });

/** L12: buckets at one level, joined to a control bucket; one pump fills, a float and a second pump empty. */
export const bucketRow = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'bucket-row', {
    vessels: [
      vessel(
        'reservoir',
        'Reservoir',
        'reservoir',
        { kind: 'box', length: 0.9, width: 0.6, height: 0.45 },
        { fill: 0.19, lid: true, emptyMass: 12 },
      ),
      vessel(
        'control',
        'Control bucket',
        'box',
        { kind: 'tapered-round', bottomDiameter: 0.26, topDiameter: 0.3, height: 0.36 },
        { floor: 0.15, lid: true, emptyMass: 1 },
      ),
      vessel(
        'buckets',
        'Plant buckets',
        'bed',
        { kind: 'tapered-round', bottomDiameter: 0.26, topDiameter: 0.3, height: 0.36 },
        {
          floor: 0.15,
          count: 8,
          emptyMass: 1,
          media: media('expanded-clay', 0.3),
          plants: { dailyUse: 0.006, rooting: 0.18, rootShare: 0.3 },
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'fill',
        name: 'Fill line',
        from: 'reservoir',
        to: 'control',
        pipe: 'hose-25',
        run: 1.2,
        pump: pump(0.02, 1.4, 1000, 14),
        valve: 0.65,
        end: 0.34,
        control: 'fill-timer',
        float: { vessel: 'control', on: 0.225, off: 0.255 },
      }),
      pumpedLine({
        id: 'empty',
        name: 'Drain line',
        from: 'control',
        to: 'reservoir',
        pipe: 'hose-25',
        run: 1.2,
        pump: pump(0.01, 1.4, 1000, 14),
        end: 0.42,
        control: 'drain-timer',
        checkValve: true,
        float: { vessel: 'control', on: 0.05, off: 0.02 },
      }),
      link({
        id: 'manifold',
        name: 'Manifold',
        from: 'control',
        to: 'buckets',
        pipe: 'sch40-1-1/4',
        height: 0,
        run: 2.4,
        elbows: 2,
        screen: 0.7,
      }),
      standpipe({
        id: 'overflow',
        name: 'Emergency overflow',
        from: 'control',
        to: 'reservoir',
        pipe: 'sch40-1-1/2',
        crest: 0.285,
        drop: -0.27,
        run: 1,
      }),
    ],
    controls: [
      programs('fill-timer', 'digital-8', [6, 10, 14, 18, 22], 20),
      programs('drain-timer', 'digital-8', [6.5, 10.5, 14.5, 18.5, 22.5], 45),
    ],
    site: { waterTemperature: 21, airTemperature: 22, humidity: 0.55 },
  });

/** L13: a pump lifts through a solids filter into a clear tank, a second one feeds the beds through taps. */
export const pumpChain = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'pump-chain', {
    vessels: [
      vessel(
        'tank',
        'Fish tank',
        'tank',
        { kind: 'cylinder', diameter: 1.4, height: 0.85 },
        {
          fill: 1.1,
          lid: true,
          emptyMass: 32,
        },
      ),
      vessel(
        'clear',
        'Clear tank',
        'reservoir',
        { kind: 'cylinder', diameter: 0.58, height: 0.9 },
        {
          floor: 0.45,
          fill: 0.19,
          lid: true,
          emptyMass: 9,
        },
      ),
      ...[1, 2, 3].map((n) =>
        vessel(
          `bed-${n}`,
          ['First bed', 'Second bed', 'Third bed'][n - 1]!,
          'bed',
          { kind: 'box', length: 0.8, width: 0.5, height: 0.28 },
          { floor: 1.05, emptyMass: 11, media: media('crushed-basalt', 0.215) },
        ),
      ),
    ],
    paths: [
      pumpedLine({
        id: 'supply',
        name: 'Supply through the filter',
        from: 'tank',
        to: 'clear',
        pipe: 'hose-32',
        run: 2,
        pump: pump(0.4, 1.8, 2700, 36),
        filter: { k: 6, clogging: 0.2 },
        end: 0.85,
        control: 'mains',
      }),
      standpipe({
        id: 'back',
        name: 'Overflow to the fish tank',
        from: 'clear',
        to: 'tank',
        pipe: 'sch40-2',
        crest: 0.76,
        drop: -0.4,
        run: 0.8,
        elbows: 1,
      }),
      pumpedLine({
        id: 'feed',
        name: 'Feed to the beds',
        from: 'clear',
        to: 'bed-1',
        pipe: 'hose-32',
        run: 1.5,
        pump: pump(0.03, 1.6, 2400, 24),
        valve: 0.495,
        end: 0.26,
        control: 'timer',
        branches: [2, 3].map((n) =>
          branch({
            id: `feed-${n}`,
            to: `bed-${n}`,
            pipe: 'hose-19',
            along: 1,
            run: 0.3,
            end: 0.26,
            valve: n === 2 ? 0.905 : 1,
          }),
        ),
      }),
      ...[1, 2, 3].flatMap((n) => [
        standpipe({
          id: `over-${n}`,
          name: `Overflow, ${['first', 'second', 'third'][n - 1]} bed`,
          from: `bed-${n}`,
          to: 'tank',
          pipe: 'sch40-1-1/2',
          crest: 0.165,
          drop: 0.15,
          run: 0.6,
          weep: { height: 0.005, diameter: 0.008 },
        }),
        standpipe({
          id: `spare-${n}`,
          name: `Second overflow, ${['first', 'second', 'third'][n - 1]} bed`,
          from: `bed-${n}`,
          to: 'tank',
          pipe: 'sch40-1-1/2',
          crest: 0.2,
          drop: 0.15,
          run: 0.6,
        }),
      ]),
    ],
    controls: [
      MAINS,
      programs(
        'timer',
        'dial-15',
        Array.from({ length: 24 }, (_, h) => h),
        15,
      ),
    ],
    fish: [{ id: 'fish', vessel: 'tank', count: 24, meanMass: 0.07 }],
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
