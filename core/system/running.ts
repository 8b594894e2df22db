import type { Kilograms, Metres } from '../quantity/si.ts';
import { scaledTo } from '../water/shape.ts';
import { applyEdits, type Edit } from './edit.ts';
import { LAYOUTS } from './layouts/index.ts';
import { checkSystem, type Checked } from './schema/index.ts';
import type { SystemDocument } from './types.ts';

/** A system that runs already, from the few figures that its owner knows. */
export interface RunningAnswers {
  readonly name: string;
  /** Id of the layout that is most like it. */
  readonly layout: string;
  /** Water in the fish tank or reservoir, m³. */
  readonly water: number;
  /** Inside of one bed; nothing where the layout has no box for it. */
  readonly bed: { readonly length: Metres; readonly width: Metres } | null;
  /** Of the pump, as on its box; nothing where it has none. */
  readonly pump: { readonly maxFlow: number; readonly maxHead: Metres } | null;
  /** Nothing without fish. */
  readonly fish: {
    readonly kind: string;
    readonly count: number;
    readonly meanMass: Kilograms;
  } | null;
  /** When water went in, milliseconds since 1970. */
  readonly filled: number;
}

/** The vessel whose water is asked for: that of the fish, else the reservoir. */
export const mainVessel = (s: SystemDocument): SystemDocument['vessels'][number] | undefined =>
  s.vessels.find((v) => v.role === 'tank') ?? s.vessels.find((v) => v.role === 'reservoir');

/**
 * The layout in the owner’s sizes: heights stay as the layout has them, so that pump and siphon still fit.
 *
 * @returns what keeps the figures from being a system, in a sentence
 * @throws RangeError on a layout that there is none of
 */
export function runningSystem(id: string, x: RunningAnswers): Checked {
  const layout = LAYOUTS.find((l) => l.id === x.layout);
  if (!layout) throw new RangeError(`No layout ${x.layout}`);
  const made = layout.make(id, x.name);
  const edits: Edit[] = [{ at: 'care.filled', to: x.filled }];
  const main = mainVessel(made);
  if (main && main.fill > 0) {
    edits.push(
      { at: `vessels.${main.id}.shape`, to: scaledTo(main.shape, x.water / main.fill) },
      { at: `vessels.${main.id}.fill`, to: x.water },
    );
  }
  for (const v of made.vessels)
    if (x.bed && v.role === 'bed' && v.shape.kind === 'box')
      edits.push({ at: `vessels.${v.id}.shape`, to: { ...v.shape, ...x.bed } });
  for (const p of made.paths)
    if (x.pump && p.kind === 'pumped-line' && 'maxFlow' in p.pump)
      edits.push(
        { at: `paths.${p.id}.pump.maxFlow`, to: x.pump.maxFlow },
        { at: `paths.${p.id}.pump.maxHead`, to: x.pump.maxHead },
      );
  for (const f of made.fish)
    edits.push(
      x.fish
        ? { at: `fish.${f.id}`, to: { ...f, ...x.fish } }
        : { at: `fish.${f.id}`, to: undefined },
    );
  edits.push({ at: 'care.stocked', to: x.fish !== null });
  return checkSystem(applyEdits(made, edits));
}
