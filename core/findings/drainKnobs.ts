import type { Assessment } from '../assess/assess.ts';
import { PIPES } from '../catalogue/index.ts';
import { mm, say } from '../quantity/index.ts';
import {
  drains,
  isStore,
  rangeOf,
  vesselOf,
  type Edit,
  type PumpedLine,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';
import { WIDE_MOUTH_RATIO } from '../water/siphon.ts';
import { ONCE, crestKnob, timerKnobs, type Knob } from './knobs.ts';

/** What may be turned at crests and mouths: of several beds at once, of a tank's overflows, for air at the roots. */

const STEP = 0.005;

/** Crests of several beds moved together, the lowest drain of each with what stands over it. */
export function crestsKnob(s: SystemDocument, vessels: readonly string[], dir: 1 | -1): Knob[] {
  const sets = vessels.map((v) => drains(s).filter((p) => p.from === v)).filter((x) => x.length);
  if (sets.length < 2) return vessels.flatMap((v) => crestKnob(s, v, dir));
  const all = sets.flat();
  const room = Math.min(
    ...all.map((p) => {
      const { min, max } = rangeOf(s, `paths.${p.id}.crest`);
      return dir < 0 ? p.crest - min : max - p.crest;
    }),
  );
  const count = Math.min(100, Math.floor(room / STEP + 1e-6));
  const by = (k: number) => STEP * (k + 1);
  const to = (crest: number, k: number) => Math.round((crest + dir * by(k)) * 1e4) / 1e4;
  return count < 1
    ? []
    : [
        {
          id: `crests-${dir < 0 ? 'lower' : 'higher'}`,
          count,
          graded: true,
          edits: (k) => all.map((p): Edit => ({ at: `paths.${p.id}.crest`, to: to(p.crest, k) })),
          label: (k) =>
            dir < 0
              ? say`Cut the standpipes of all ${String(sets.length)} beds ${mm(by(k))} shorter`
              : say`Raise the standpipes of all ${String(sets.length)} beds by ${mm(by(k))}`,
        },
      ];
}

/** The overflows of a store that leads to several beds, brought to the height of the lowest. */
export function levelKnob(s: SystemDocument, store: string): Knob[] {
  const v = vesselOf(s, store);
  const own = drains(s).filter((p) => p.from === store && !isStore(vesselOf(s, p.to)));
  const low = Math.min(...own.map((p) => p.crest));
  const off = own.filter((p) => p.crest > low + 1e-6);
  return off.length === 0
    ? []
    : [
        {
          id: `${store}-level`,
          ...ONCE,
          edits: () => off.map((p): Edit => ({ at: `paths.${p.id}.crest`, to: low })),
          label: () =>
            say`Cut the ${String(own.length)} overflows of “${v.name}” level, at ${mm(low)}`,
        },
      ];
}

/** A reducer on a bell siphon's standpipe: with a wide mouth the water falls in as a plug. */
export function wideMouth(p: Siphon): Knob[] {
  if (p.kind !== 'bell-siphon' || p.mouth >= WIDE_MOUTH_RATIO * p.bore) return [];
  const rigid = PIPES.filter((x) => x.family === 'schedule-40' && x.outside !== undefined);
  const mouth = rigid.find((x) => x.bore >= WIDE_MOUTH_RATIO * p.bore);
  const bell = mouth && rigid.find((x) => x.bore ** 2 - mouth.outside! ** 2 >= 1.02 * p.bore ** 2);
  if (!mouth || !bell) return [];
  const wide = Math.max(p.bellBore, bell.bore);
  const guard = Math.ceil((wide + 0.035) * 200) / 200;
  return [
    {
      id: `${p.id}-mouth`,
      ...ONCE,
      edits: () => [
        { at: `paths.${p.id}.mouth`, to: mouth.bore },
        { at: `paths.${p.id}.mouthOutside`, to: mouth.outside },
        { at: `paths.${p.id}.bellBore`, to: wide },
        { at: `paths.${p.id}.gap`, to: Math.max(p.gap, Math.ceil((mouth.bore / 4) * 200) / 200) },
        ...(p.guard && p.guard.diameter < guard
          ? [{ at: `paths.${p.id}.guard.diameter`, to: guard }]
          : []),
      ],
      label: () => say`Widen the mouth of “${p.name}” with a reducer to ${mouth.name}`,
    },
  ];
}

/** Air for the roots: a timer gives longer pauses or shorter runs; a trickled bed stands lower. */
export const rootAirKnobs = (
  s: SystemDocument,
  a: Assessment,
  bed: string,
  lines: readonly PumpedLine[],
): Knob[] => [
  ...lines.flatMap((l) => [...timerKnobs(s, l, 'off', 1), ...timerKnobs(s, l, 'on', -1)]),
  ...(a.beds.find((b) => b.id === bed)?.trickle ? crestsKnob(s, [bed], -1) : []),
];
