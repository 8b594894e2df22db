import type { SystemDocument } from '../types.ts';
import {
  MAINS,
  media,
  pump,
  pumpedLine,
  standpipe,
  systemOf,
  vessel,
  secondOverflow,
} from './parts.ts';

/** Small systems for a counter or a bench: constant flow, no siphon. */

/** L1: a shallow bowl of stones on a small tank; water leaves by a fixed overflow, the rim stays dry. */
export const counterBowl = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'counter-bowl', {
    vessels: [
      vessel(
        'tank',
        'Tank',
        'tank',
        { kind: 'box', length: 0.5, width: 0.3, height: 0.29 },
        {
          fill: 0.035,
          emptyMass: 6,
        },
      ),
      vessel(
        'bowl',
        'Bowl',
        'bed',
        { kind: 'tapered-round', bottomDiameter: 0.26, topDiameter: 0.4, height: 0.14 },
        {
          floor: 0.34,
          emptyMass: 1.5,
          rimTo: 'tank',
          media: media('expanded-clay', 0.115),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Riser',
        from: 'tank',
        to: 'bowl',
        pipe: 'hose-13',
        run: 0.1,
        pump: pump(0.1, 0.7, 200, 3),
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        valve: 0.6,
        end: 0.13,
        control: 'mains',
      }),
      standpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'bowl',
        to: 'tank',
        pipe: 'metric-25',
        crest: 0.06,
        drop: 0.08,
        run: 0,
      }),
    ],
    controls: [MAINS],
    fish: [{ id: 'fish', vessel: 'tank', count: 8, meanMass: 0.0006 }],
  });

/** L2: a bed on a tank, fed through its floor; a venturi draws air in, a power cut empties the bed backwards. */
export const counterTank = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'counter-tank', {
    vessels: [
      vessel(
        'tank',
        'Tank',
        'tank',
        { kind: 'box', length: 0.6, width: 0.32, height: 0.36 },
        {
          fill: 0.055,
          emptyMass: 9,
        },
      ),
      vessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 0.56, width: 0.28, height: 0.18 },
        {
          floor: 0.4,
          emptyMass: 3,
          media: media('lava-rock', 0.15),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Feed through the floor',
        from: 'tank',
        to: 'bed',
        pipe: 'hose-13',
        run: 0.15,
        pump: pump(0.13, 0.9, 230, 4),
        fittings: [{ fitting: 'elbow-90', count: 1 }],
        valve: 0.9,
        venturi: { throat: 0.005 },
        end: 0,
        control: 'mains',
      }),
      standpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'bed',
        to: 'tank',
        pipe: 'metric-32',
        crest: 0.075,
        drop: 0.1,
        run: 0,
      }),
      secondOverflow('bed', 'tank', 'metric-25', 0.1, 0.1, { run: 0 }),
    ],
    controls: [MAINS],
    fish: [{ id: 'fish', vessel: 'tank', count: 12, meanMass: 0.0008 }],
  });

/** L3: an air pump's bubbles lift the water; its flow is measured, not read from a box. */
export const airLift = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'air-lift', {
    vessels: [
      vessel(
        'tank',
        'Tank',
        'tank',
        { kind: 'box', length: 0.8, width: 0.4, height: 0.5 },
        {
          fill: 0.136,
          emptyMass: 22,
        },
      ),
      vessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 0.5, width: 0.36, height: 0.16 },
        {
          floor: 0.44,
          emptyMass: 3,
          media: media('pumice', 0.13),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Air-lift tube',
        from: 'tank',
        to: 'bed',
        pipe: 'metric-25',
        run: 0.1,
        pump: pump(0.02, 0.5, 170, 5, { airLift: true }),
        fittings: [],
        end: 0.145,
        control: 'mains',
      }),
      standpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'bed',
        to: 'tank',
        pipe: 'metric-32',
        crest: 0.065,
        drop: 0.01,
        run: 0.1,
      }),
      secondOverflow('bed', 'tank', 'metric-25', 0.095, 0.01, { run: 0.1 }),
    ],
    controls: [MAINS],
    fish: [{ id: 'fish', vessel: 'tank', count: 6, meanMass: 0.004 }],
  });
