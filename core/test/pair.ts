import { applyEdits, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';

/**
 * The pair that the check values of many tests were worked out for: the layout with a bed of 330 mm and a pump of
 * 1800 L/h, whose hose of 19 mm eats more head than it should and whose bed is small for its tank.
 */
export const pair = (id: string, name: string): SystemDocument =>
  applyEdits(bedOverTank.make(id, name), [
    { at: 'vessels.bed.shape.height', to: 0.33 },
    { at: 'paths.lift.pump.maxFlow', to: 0.0005 },
    { at: 'paths.lift.pump.power', to: 22 },
  ]);
