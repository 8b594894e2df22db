import type { SystemDocument } from '../types.ts';
import {
  MAINS,
  bellSiphon,
  branch,
  link,
  loopSiphon,
  media,
  pump,
  pumpedLine,
  standpipe,
  systemOf,
  vessel,
  secondOverflow,
} from './parts.ts';

/** Beds that a siphon drains, with the pump always on. */

/** L5: a bed over a tank with a pipe that rises out of it and falls again. */
export const loopOverTank = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'loop-over-tank', {
    vessels: [
      vessel(
        'tank',
        'Fish tank',
        'tank',
        { kind: 'box', length: 1.1, width: 0.65, height: 0.6 },
        {
          fill: 0.36,
          lid: true,
          emptyMass: 18,
        },
      ),
      vessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 0.9, width: 0.5, height: 0.3 },
        {
          floor: 0.8,
          emptyMass: 10,
          media: media('lava-rock', 0.26),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'tank',
        to: 'bed',
        pipe: 'hose-19',
        run: 0.6,
        pump: pump(0.21, 1.6, 850, 14),
        valve: 0.68,
        end: 0.28,
        control: 'mains',
      }),
      loopSiphon({
        id: 'loop',
        name: 'Loop siphon',
        from: 'bed',
        to: 'tank',
        pipe: 'sch40-3/4',
        crest: 0.195,
        drop: 0.25,
      }),
      secondOverflow('bed', 'tank', 'sch40-1-1/4', 0.235, 0.2),
    ],
    controls: [MAINS],
    fish: [{ id: 'fish', vessel: 'tank', count: 8, meanMass: 0.04 }],
  });

/** L6: a planter over a reservoir of nutrient solution, fed from below, with a small siphon. */
export const planter = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'planter', {
    vessels: [
      vessel(
        'reservoir',
        'Reservoir',
        'reservoir',
        { kind: 'box', length: 0.75, width: 0.36, height: 0.3 },
        { fill: 0.06, lid: true, emptyMass: 7 },
      ),
      vessel(
        'planter',
        'Planter',
        'bed',
        { kind: 'box', length: 0.72, width: 0.32, height: 0.26 },
        {
          floor: 0.42,
          emptyMass: 9,
          media: media('expanded-clay', 0.225),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Feed from below',
        from: 'reservoir',
        to: 'planter',
        pipe: 'hose-16',
        run: 0.3,
        pump: pump(0.015, 1.1, 400, 7),
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        valve: 0.72,
        end: 0,
        control: 'mains',
      }),
      bellSiphon({
        id: 'siphon',
        name: 'Bell siphon',
        from: 'planter',
        to: 'reservoir',
        pipe: 'sch40-1/2',
        crest: 0.18,
        mouth: 0.02093,
        mouthOutside: 0.02667,
        bellBore: 0.0525,
        gap: 0.02,
        notches: { count: 5, width: 0.01 },
        breakHeight: 0.02,
        guard: { diameter: 0.085, slotArea: 0.003 },
        drop: 0.16,
      }),
      secondOverflow('planter', 'reservoir', 'sch40-3/4', 0.2, 0.14),
    ],
    controls: [MAINS],
    site: { waterTemperature: 20, airTemperature: 21, humidity: 0.5 },
  });

/** L8: beds connected under their floors rise and fall together; one siphon in a box of its own drains them. */
export const joinedBeds = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'joined-beds', {
    vessels: [
      vessel(
        'tank',
        'Fish tank',
        'tank',
        { kind: 'cylinder', diameter: 1.4, height: 0.8 },
        {
          fill: 1.05,
          lid: true,
          emptyMass: 30,
        },
      ),
      vessel(
        'box',
        'Siphon box',
        'box',
        { kind: 'cylinder', diameter: 0.3, height: 0.34 },
        {
          floor: 0.95,
          emptyMass: 2,
        },
      ),
      vessel(
        'bed-1',
        'Near bed',
        'bed',
        { kind: 'box', length: 0.9, width: 0.6, height: 0.32 },
        {
          floor: 0.95,
          emptyMass: 14,
          media: media('lava-rock', 0.275),
        },
      ),
      vessel(
        'bed-2',
        'Far bed',
        'bed',
        { kind: 'box', length: 0.9, width: 0.6, height: 0.32 },
        {
          floor: 0.95,
          emptyMass: 14,
          media: media('lava-rock', 0.275),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'tank',
        to: 'bed-1',
        pipe: 'hose-25',
        run: 1.2,
        pump: pump(0.29, 1.6, 1000, 16),
        valve: 0.57,
        end: 0.3,
        control: 'mains',
        branches: [
          branch({
            id: 'lift-2',
            to: 'bed-2',
            pipe: 'hose-25',
            along: 1,
            run: 0.3,
            end: 0.3,
            valve: 0.6,
          }),
        ],
      }),
      link({
        id: 'join-1',
        name: 'Joining pipe, near bed',
        from: 'bed-1',
        to: 'box',
        pipe: 'sch40-2',
        height: -0.06,
        run: 0.5,
        elbows: 2,
        screen: 0.6,
      }),
      link({
        id: 'join-2',
        name: 'Joining pipe, far bed',
        from: 'bed-2',
        to: 'bed-1',
        pipe: 'sch40-2',
        height: -0.06,
        run: 1,
        elbows: 2,
        screen: 0.6,
      }),
      bellSiphon({
        id: 'siphon',
        name: 'Shared siphon',
        from: 'box',
        to: 'tank',
        pipe: 'sch40-3/4',
        crest: 0.235,
        mouth: 0.03505,
        mouthOutside: 0.04216,
        bellBore: 0.07793,
        guard: null,
        drop: 0.22,
      }),
      secondOverflow('bed-1', 'tank', 'sch40-2', 0.272, 0.25),
    ],
    controls: [MAINS],
    fish: [{ id: 'fish', vessel: 'tank', count: 16, meanMass: 0.06 }],
  });

/** L9: the pump stands in a sump and lifts to the tank, whose level never moves; the sump takes the swing. */
export const sumpLoop = (id: string, name: string): SystemDocument =>
  systemOf(id, name, 'sump-loop', {
    vessels: [
      vessel(
        'tank',
        'Fish tank',
        'tank',
        { kind: 'cylinder', diameter: 1.2, height: 0.85 },
        {
          floor: 0.75,
          fill: 0.8,
          lid: true,
          emptyMass: 28,
        },
      ),
      vessel(
        'sump',
        'Sump',
        'sump',
        { kind: 'box', length: 1.2, width: 0.7, height: 0.55 },
        {
          floor: -0.2,
          fill: 0.34,
          lid: true,
          emptyMass: 16,
        },
      ),
      vessel(
        'bed-1',
        'First bed',
        'bed',
        { kind: 'box', length: 1.1, width: 0.6, height: 0.32 },
        {
          floor: 0.7,
          emptyMass: 16,
          media: media('lava-rock', 0.275),
        },
      ),
      vessel(
        'bed-2',
        'Second bed',
        'bed',
        { kind: 'box', length: 1.1, width: 0.6, height: 0.32 },
        {
          floor: 0.7,
          emptyMass: 16,
          media: media('lava-rock', 0.275),
        },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Lift to the tank',
        from: 'sump',
        to: 'tank',
        pipe: 'hose-25',
        run: 2,
        pump: pump(0.03, 2.8, 2600, 42),
        valve: 0.85,
        end: 0.8,
        control: 'mains',
      }),
      standpipe({
        id: 'over-1',
        name: 'Tank overflow, first bed',
        from: 'tank',
        to: 'bed-1',
        pipe: 'sch40-2',
        crest: 0.71,
        drop: -0.28,
        run: 0.8,
        elbows: 2,
        fromBottom: true,
      }),
      standpipe({
        id: 'over-2',
        name: 'Tank overflow, second bed',
        from: 'tank',
        to: 'bed-2',
        pipe: 'sch40-2',
        crest: 0.71,
        drop: -0.28,
        run: 1.4,
        elbows: 2,
        fromBottom: true,
      }),
      ...[1, 2].flatMap((n) => [
        bellSiphon({
          id: `siphon-${n}`,
          name: n === 1 ? 'Siphon, first bed' : 'Siphon, second bed',
          from: `bed-${n}`,
          to: 'sump',
          pipe: 'sch40-1',
          crest: 0.235,
          mouth: 0.04089,
          mouthOutside: 0.04826,
          bellBore: 0.07793,
          guard: { diameter: 0.11, slotArea: 0.006 },
          drop: 0.4,
        }),
        standpipe({
          id: `spare-${n}`,
          name: n === 1 ? 'Second overflow, first bed' : 'Second overflow, second bed',
          from: `bed-${n}`,
          to: 'sump',
          pipe: 'sch40-1-1/2',
          crest: 0.26,
          drop: 0.35,
        }),
      ]),
    ],
    controls: [MAINS],
    fish: [{ id: 'fish', vessel: 'tank', count: 18, meanMass: 0.06 }],
  });
