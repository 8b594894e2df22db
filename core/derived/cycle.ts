import type { BedFigures } from '../assess/assess.ts';
import { MEDIA_SOURCE } from '../catalogue/index.ts';
import { given, ORIGIN } from '../quantity/derivation.ts';
import { measured, vesselOf } from '../system/index.ts';
import { derived, type Figures } from './quantity.ts';

/** Quantities of a bed's cycle, from the system without its day. */

interface Flooded extends Figures {
  readonly bed: BedFigures;
}

const flooded = (c: Figures, part: string): Flooded | null => {
  const bed = c.a.beds.find((b) => b.id === part);
  return bed ? { ...c, bed } : null;
};
const itself = (_: Figures, part: string) => part;

export const fillTime = derived({
  id: 'fill',
  title: 'Fill time',
  label: 'Fill',
  kind: 'time',
  of: flooded,
  value: ({ bed }) => bed.fill,
  formula: String.raw`t = \int_{h_0}^{h_1} \frac{\varphi\,A\,dh}{Q_\mathrm{in} - Q_\mathrm{out}(h)}`,
  given: ({ system, a, bed }) => [
    given(
      String.raw`Q_\mathrm{in}`,
      'inflow when full',
      bed.inflow,
      'flow',
      'duty point at that level',
    ),
    given('h_0', 'from', bed.residue, 'length', 'what stays in the bed'),
    given(
      'h_1',
      'to the flood level',
      bed.flood,
      'length',
      'start of the siphon, or 95 % of the overflow height',
    ),
    given(
      String.raw`\varphi`,
      'voids now',
      a.net.vessels.find((v) => v.id === bed.id)!.voids,
      'share',
      measured(system, 'fill-time', bed.id) ? 'calibrated to your stopwatch' : MEDIA_SOURCE,
    ),
  ],
  source: 'Water balance, followed through a cycle by the day’s solver.',
  overVoidsOf: itself,
});

export const drainTime = derived({
  id: 'drain',
  title: 'Drain time',
  label: 'Drain',
  kind: 'time',
  of: flooded,
  value: ({ bed }) => bed.drain,
  formula: String.raw`t = \int_{h_0}^{h_1} \frac{\varphi\,A\,dh}{Q_\mathrm{drain}(h) - Q_\mathrm{in}}`,
  given: ({ a, bed }) => [
    given('h_1', 'from', bed.flood, 'length', 'flood level'),
    given(
      'h_0',
      'to',
      bed.residue,
      'length',
      'height at which the siphon stops, or the end of the pipe',
    ),
    given(
      String.raw`Q_\mathrm{in}`,
      'inflow meanwhile',
      a.siphons.some((x) => x.bed === bed.id) ? bed.inflow : 0,
      'flow',
      'pump on or off',
    ),
  ],
  source:
    'Water balance, followed through a cycle by the day’s solver; full pipe flow by Darcy–Weisbach and Churchill (1977).',
  overVoidsOf: itself,
});

export const deepestFlood = derived({
  id: 'highest',
  title: 'Deepest flood',
  kind: 'length',
  of: flooded,
  value: ({ bed }) => bed.highest,
  formula: String.raw`Q_\mathrm{out}(h) = \min\left(Q_\mathrm{in},\, Q_\mathrm{start}\right)`,
  given: ({ bed }) => [
    given(String.raw`Q_\mathrm{in}`, 'inflow', bed.inflow, 'flow', ORIGIN.duty),
    given('C', 'weir and orifice', 0.6, 'plain', 'ring weir ⅔·C·√2g·πD·h^1.5, orifice C·A·√2gh'),
  ],
  source: 'The least of ring weir, orifice and full pipe.',
});

export const dryDepth = derived({
  id: 'dry',
  title: 'Media above the water',
  kind: 'length',
  of: (c, part) => {
    const bed = flooded(c, part)?.bed;
    const top = bed && vesselOf(c.system, part).media?.top;
    return bed && top !== undefined ? { bed, top } : null;
  },
  value: ({ bed, top }) => top - bed.highest,
  formula: String.raw`h_\mathrm{dry} = h_\mathrm{media} - h_\mathrm{flood}`,
  given: ({ bed, top }) => [
    given(String.raw`h_\mathrm{media}`, 'top of the media', top, 'length', ORIGIN.entered),
    given(
      String.raw`h_\mathrm{flood}`,
      'deepest flood, with the head above the overflow height',
      bed.highest,
      'length',
      'ring weir, orifice, full pipe',
    ),
  ],
  source: 'Difference of two heights.',
});
