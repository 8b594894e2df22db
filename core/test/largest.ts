import { applyEdits, type SystemDocument } from '../system/index.ts';
import { addBed } from '../system/makeup/beds.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { makePump, makePumpedLine } from '../system/layouts/parts.ts';

/** The largest home system: eight siphon beds under a tank's overflow, a sump, and two pumps in it. */
export function largest(id: string, name: string): SystemDocument {
  let s = applyEdits(sumpLoop.make(id, name), [
    { at: 'vessels.tank.shape', to: { kind: 'cylinder', diameter: 2, height: 0.85 } },
    { at: 'vessels.tank.fill', to: 2.2 },
    { at: 'vessels.sump.shape', to: { kind: 'box', length: 2.4, width: 1.2, height: 0.6 } },
    { at: 'vessels.sump.fill', to: 1.35 },
    { at: 'paths.lift.pump', to: makePump(0.03, 3.4, 7000, 110) },
    { at: 'paths.lift.pipe', to: 'hose-38' },
    { at: 'paths.lift.bore', to: 0.038 },
    { at: 'paths.lift.valve', to: 0.85 },
  ]);
  while (s.vessels.filter((v) => v.role === 'bed').length < 8) {
    const more = addBed(s);
    if (!more.ok) throw new Error(more.why);
    s = applyEdits(s, more.edits);
  }
  return applyEdits(s, [
    {
      at: 'paths.lift-b',
      to: makePumpedLine({
        id: 'lift-b',
        name: 'Second lift',
        from: 'sump',
        to: 'tank',
        pipe: 'hose-25',
        run: 2,
        pump: makePump(0.1, 3, 2600, 40),
        end: 0.8,
        control: 'mains',
      }),
    },
  ]);
}
