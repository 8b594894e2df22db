import { PIPES } from '../../catalogue/index.ts';
import { mm, say } from '../../quantity/index.ts';
import {
  drains,
  isDrain,
  isStore,
  rangeOf,
  vesselOf,
  type Edit,
  type SystemDocument,
} from '../../system/index.ts';
import type { Assessment } from '../../assess/assess.ts';
import { once, adjustNumber, type Adjustment } from './adjustment.ts';

/** Changes at the crests: standpipes cut or raised, overflows levelled or added. */

const CREST_STEP = 0.005;

/**
 * Moves the lowest standpipe of a bed in steps of 5 mm.
 *
 * @param dir 1: higher, −1: lower
 */
export const adjustCrest = (s: SystemDocument, bed: string, dir: 1 | -1): Adjustment[] =>
  drains(s)
    .filter((p) => p.from === bed)
    .sort((a, b) => a.crest - b.crest)
    .slice(0, 1)
    .flatMap((p) =>
      adjustNumber(s, `${p.id}-crest`, `paths.${p.id}.crest`, dir * CREST_STEP, (from, to) =>
        dir < 0
          ? say`Cut the standpipe of “${p.name}” ${mm(from - to)} shorter, to ${mm(to)}`
          : say`Raise the standpipe of “${p.name}” by ${mm(to - from)}, to ${mm(to)}`,
      ),
    );

/** Crests of several beds moved together, the lowest drain of each with what stands over it. */
export function adjustCrests(
  s: SystemDocument,
  vessels: readonly string[],
  dir: 1 | -1,
): Adjustment[] {
  const sets = vessels.map((v) => drains(s).filter((p) => p.from === v)).filter((x) => x.length);
  if (sets.length < 2) return vessels.flatMap((v) => adjustCrest(s, v, dir));
  const all = sets.flat();
  const room = Math.min(
    ...all.map((p) => {
      const { min, max } = rangeOf(s, `paths.${p.id}.crest`);
      return dir < 0 ? p.crest - min : max - p.crest;
    }),
  );
  const count = Math.min(100, Math.floor(room / CREST_STEP + 1e-6));
  const by = (k: number) => CREST_STEP * (k + 1);
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
export function levelOverflows(s: SystemDocument, store: string): Adjustment[] {
  const v = vesselOf(s, store);
  const own = drains(s).filter((p) => p.from === store && !isStore(vesselOf(s, p.to)));
  const low = Math.min(...own.map((p) => p.crest));
  const off = own.filter((p) => p.crest > low + 1e-6);
  return once(
    `${store}-level`,
    off.map((p): Edit => ({ at: `paths.${p.id}.crest`, to: low })),
    say`Cut the ${String(own.length)} overflows of “${v.name}” level, at ${mm(low)}`,
  );
}

/** A second overflow beside the main drain, in the path's own units. */
export function addSecondOverflow(s: SystemDocument, a: Assessment, bed: string): Adjustment[] {
  const v = vesselOf(s, bed);
  const figures = a.beds.find((b) => b.id === bed);
  const main = s.paths.find((p) => p.id === figures?.mainDrain);
  if (!main || !isDrain(main) || !figures) return [];
  const list = PIPES.filter((p) => p.family === 'schedule-40' && p.bore > 0.02);
  let id = 'spare';
  for (let i = 2; s.paths.some((p) => p.id === id); i++) id = `spare-${i}`;
  const crest = Math.min(
    v.shape.height - 0.02,
    Math.ceil((Math.max(figures.highest, main.crest) + 0.015) / 0.005) * 0.005,
  );
  const round = Math.round(crest * 1e4) / 1e4;
  return [
    {
      id: `${bed}-second`,
      count: list.length,
      graded: false,
      edits: (k) => [
        {
          at: `paths.${id}`,
          to: {
            id,
            name: 'Second overflow',
            kind: 'standpipe',
            from: bed,
            to: main.to,
            pipe: list[k]!.id,
            bore: list[k]!.bore,
            run: 0.05,
            crest: round,
            mouth: list[k]!.bore,
            drop: main.drop,
            elbows: 0,
            vented: true,
            fromBottom: false,
            weep: null,
          },
        },
      ],
      label: (k) =>
        say`Add a second overflow of ${list[k]!.name}, with a vent, its top edge at ${mm(round)}`,
    },
  ];
}
