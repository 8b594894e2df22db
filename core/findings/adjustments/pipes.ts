import { PIPES, pipeById, type PipeSize } from '../../catalogue/index.ts';
import { bore, say } from '../../quantity/index.ts';
import type { Edit, SystemDocument } from '../../system/index.ts';
import type { Adjustment } from './adjustment.ts';

/** Pipes of another size. */

/** Sizes of the same family as a path's pipe, smaller or larger than its bore, nearest first. */
function sizes(current: string, d: number, direction: 1 | -1): PipeSize[] {
  const family = pipeById(current)?.family ?? 'schedule-40';
  return PIPES.filter((p) => p.family === family && (p.bore - d) * direction > 1e-6).sort(
    (a, b) => (a.bore - b.bore) * direction,
  );
}

/**
 * Another size of the same family of pipes, the nearest first. What was measured of the old pipe is taken back.
 *
 * @param direction 1: wider, −1: narrower
 * @param what is made of it, in words: “the overflow”
 */
export function adjustPipeSize(
  s: SystemDocument,
  path: string,
  direction: 1 | -1,
  what: string,
): Adjustment[] {
  const p = s.paths.find((x) => x.id === path);
  if (!p || !('bore' in p)) return [];
  const list = sizes(p.pipe, p.bore, direction);
  const edits = (k: number): Edit[] => {
    const size = list[k]!;
    const out: Edit[] = [
      { at: `paths.${path}.pipe`, to: size.id },
      { at: `paths.${path}.bore`, to: size.bore },
    ];
    if (p.kind === 'standpipe' && (p.mouth < size.bore || p.mouth === p.bore)) {
      out.push({ at: `paths.${path}.mouth`, to: size.bore });
    }
    if (p.kind === 'bell-siphon' && p.mouth < size.bore) {
      out.push({ at: `paths.${path}.mouth`, to: size.bore });
      out.push({ at: `paths.${path}.mouthOutside`, to: size.outside ?? size.bore });
    }
    for (const m of s.measurements) {
      if (
        (m.kind === 'bore' || m.kind === 'flow' || m.kind === 'starting-flow') &&
        m.path === path
      ) {
        out.push({ at: `measurements.${m.id}`, to: undefined });
      }
    }
    return out;
  };
  return list.length
    ? [
        {
          id: `${path}-pipe-${direction > 0 ? 'wider' : 'narrower'}`,
          count: list.length,
          graded: false,
          edits,
          label: (k) => say`Make ${what} of ${list[k]!.name}, ${bore(list[k]!.bore)} bore`,
        },
      ]
    : [];
}
