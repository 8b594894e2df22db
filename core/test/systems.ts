import fc from 'fast-check';
import { PIPES } from '../catalogue/pipes.ts';
import { applyEdits, type Edit, type SystemDocument, type Vessel } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { grossVolume } from '../water/vessel.ts';

/** Generated systems: both layouts with sizes, pipes, pumps, media, timers and odd vessels drawn at random. */

const L_H = 1e-3 / 3600;
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const bores = PIPES.filter((p) => p.family === 'schedule-40' && p.bore < 0.06);

const pair = fc
  .record({
    diameter: between(0.5, 1.6),
    fill: between(0.05, 0.6),
    length: between(0.3, 1.8),
    width: between(0.3, 1.2),
    floor: between(0.3, 1.4),
    crest: between(0.12, 0.3),
    voids: between(0.3, 0.55),
    maxFlow: between(300, 4000),
    maxHead: between(0.8, 4),
    pipe: fc.constantFrom(...bores),
    intake: between(0, 0.3),
    drop: between(0.05, 0.3),
    spare: fc.boolean(),
    tapered: fc.boolean(),
    check: fc.boolean(),
  })
  .map((r): SystemDocument => {
    const edits: Edit[] = [
      { at: 'vessels.tank.shape.diameter', to: r.diameter },
      { at: 'vessels.tank.fill', to: r.fill },
      {
        at: 'vessels.bed.shape',
        to: r.tapered
          ? {
              kind: 'tapered-box',
              bottomLength: r.length,
              bottomWidth: r.width,
              topLength: r.length * 1.2,
              topWidth: r.width * 1.1,
              height: 0.36,
            }
          : { kind: 'box', length: r.length, width: r.width, height: 0.36 },
      },
      { at: 'vessels.bed.floor', to: r.floor },
      { at: 'vessels.bed.media.voids', to: r.voids },
      { at: 'vessels.bed.media.top', to: Math.min(0.36, r.crest + 0.04) },
      { at: 'paths.lift.pump.maxFlow', to: r.maxFlow * L_H },
      { at: 'paths.lift.pump.maxHead', to: r.maxHead },
      { at: 'paths.lift.pump.intake', to: r.intake },
      { at: 'paths.lift.checkValve', to: r.check },
      { at: 'paths.siphon.bore', to: r.pipe.bore },
      { at: 'paths.siphon.mouth', to: r.pipe.bore * 1.4 },
      { at: 'paths.siphon.crest', to: r.crest },
      { at: 'paths.siphon.drop', to: r.drop },
    ];
    if (!r.spare) edits.push({ at: 'paths.spare', to: undefined });
    return applyEdits(bedOverTank.make('random', 'Random'), edits);
  });

const tray = fc
  .record({
    length: between(0.4, 2.5),
    width: between(0.3, 1),
    floor: between(0.1, 1.2),
    fill: between(0.02, 0.2),
    crest: between(0.05, 0.15),
    voids: between(0.3, 0.6),
    maxFlow: between(300, 2500),
    pipe: fc.constantFrom(...bores),
    vented: fc.boolean(),
    on: between(60, 3600),
    off: between(120, 14400),
    weep: fc.boolean(),
    check: fc.boolean(),
  })
  .map((r): SystemDocument =>
    applyEdits(trayOverReservoir.make('random', 'Random'), [
      { at: 'vessels.tray.shape.length', to: r.length },
      { at: 'vessels.tray.shape.width', to: r.width },
      { at: 'vessels.tray.floor', to: r.floor },
      { at: 'vessels.reservoir.fill', to: r.fill },
      { at: 'vessels.tray.media.voids', to: r.voids },
      { at: 'paths.lift.pump.maxFlow', to: r.maxFlow * L_H },
      { at: 'paths.lift.checkValve', to: r.check },
      { at: 'paths.overflow.crest', to: r.crest },
      { at: 'paths.overflow.bore', to: r.pipe.bore },
      { at: 'paths.overflow.mouth', to: r.pipe.bore },
      { at: 'paths.overflow.vented', to: r.vented },
      {
        at: 'paths.overflow.weep',
        to: r.weep || r.check ? { height: 0.005, diameter: 0.008 } : null,
      },
      {
        at: 'controls.timer',
        to: {
          id: 'timer',
          kind: 'interval',
          device: 'repeat-cycle',
          own: null,
          on: r.on,
          off: r.off,
        },
      },
    ]),
  );

const rises = fc.array(fc.tuple(between(0.02, 0.15), between(0.01, 0.08)), {
  minLength: 2,
  maxLength: 5,
});

/** Shapes that only some vessels have, beside those that the layouts start from. */
const oddShape = fc.oneof(
  fc.record({
    kind: fc.constant('tapered-round'),
    bottomDiameter: between(0.4, 0.9),
    topDiameter: between(0.5, 1.2),
    height: between(0.5, 0.8),
  }),
  fc.record({
    kind: fc.constant('half-barrel'),
    diameter: between(0.55, 0.7),
    length: between(0.8, 1.4),
    height: between(0.36, 0.7),
  }),
  fc.record({
    kind: fc.constant('pond'),
    length: between(0.8, 3),
    width: between(0.6, 2),
    height: between(0.5, 0.9),
    factor: between(0.6, 0.9),
  }),
  fc.record({ width: between(0.4, 0.9), rises }).map(({ width, rises: steps }) => {
    let level = 0;
    let poured = 0;
    const points = steps.map(([h, v]) => [(level += h), (poured += v)]);
    return { kind: 'measured', width, height: Math.max(0.4, level + 0.05), points };
  }),
);

/** A system with some of what is less common: odd vessels, layers, pots, a line over a peak, legs. */
const odd = fc
  .record({
    system: fc.oneof(pair, tray),
    below: fc.option(oddShape),
    bed: fc.option(oddShape),
    layer: fc.boolean(),
    pots: fc.boolean(),
    peak: fc.option(fc.record({ height: between(0.4, 0.7), vented: fc.boolean() })),
    legs: fc.constantFrom(0, 4),
  })
  .map((r): SystemDocument => {
    const [lower, upper] = r.system.vessels as [Vessel, Vessel];
    const edits: Edit[] = [
      { at: `vessels.${upper.id}.legs`, to: r.legs },
      { at: 'paths.lift.peak', to: r.peak },
    ];
    if (r.below) edits.push({ at: `vessels.${lower.id}.shape`, to: r.below });
    if (r.bed) edits.push({ at: `vessels.${upper.id}.shape`, to: r.bed });
    if (r.layer && upper.media) {
      const layer = { id: 'coarse', medium: 'gravel', top: 0.04, voids: null };
      edits.push({ at: `vessels.${upper.id}.media.layers`, to: [layer] });
    }
    if (r.pots) {
      const pots = { medium: 'perlite', count: 6, diameter: 0.1, height: 0.1, voids: 0.5 };
      edits.push({ at: `vessels.${upper.id}.pots`, to: pots });
    }
    const made = applyEdits(r.system, edits);
    // Filled with what it holds: a vessel metres over its rim is no system.
    const fill = Math.min(lower.fill, 0.85 * grossVolume(made.vessels[0]!.shape));
    return applyEdits(made, [{ at: `vessels.${lower.id}.fill`, to: fill }]);
  });

/** Any of them. */
export const anySystem: fc.Arbitrary<SystemDocument> = fc.oneof(pair, tray, odd);
