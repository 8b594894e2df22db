import fc from 'fast-check';
import { PIPES } from '../catalogue/pipes.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/pair.ts';
import { trayOverReservoir } from '../system/layouts/tray.ts';

/** Generated systems: both layouts with sizes, pipes, pumps, media and timers drawn at random. */

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
    return applyEdits(bedOverTank('random', 'Random'), edits);
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
    applyEdits(trayOverReservoir('random', 'Random'), [
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
        to: { id: 'timer', kind: 'interval', device: 'repeat-cycle', on: r.on, off: r.off },
      },
    ]),
  );

/** Any of both. */
export const anySystem: fc.Arbitrary<SystemDocument> = fc.oneof(pair, tray);
