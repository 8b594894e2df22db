import { pipeById, RIGID_PIPES } from '../catalogue/index.ts';
import { geometryChecks } from '../findings/index.ts';
import { bore, say } from '../quantity/index.ts';
import { boreOf } from '../network/index.ts';
import { bellSiphons, type SystemDocument } from '../system/index.ts';
import type { Piece, BuildQuestion } from './types.ts';

/** Bell siphons with the pipes that are bought for them: a pipe of the shelf is seldom as wide as the design asks. */

/**
 * What is wrong with the bells of a system as their pipes are bought; guards are chosen to clear them.
 *
 * @param pieces of the system
 */
export function boughtQuestions(s: SystemDocument, pieces: readonly Piece[]): BuildQuestion[] {
  return bellSiphons(s).flatMap((p): BuildQuestion[] => {
    const bell = pipeById(pieces.find((x) => x.about === p.id && x.role === 'bell')?.stock ?? '');
    if (!bell) return [];
    const checks = geometryChecks({ ...p, bellBore: bell.bore }, boreOf(s, p));
    const ring = checks.find((c) => c.part === 'ring');
    if (!ring || ring.ok) return [];
    const wider = RIGID_PIPES.find((x) => x.bore >= ring.limit && x.bore > bell.bore);
    return [
      {
        id: `${p.id}-bell-bought`,
        about: p.id,
        level: 'wrong',
        sentence: say`${bell.name} is ${bore(bell.bore)} wide inside. That is too narrow a bell for “${p.name}”, which needs ${bore(ring.limit)} around its mouth.`,
        fix: wider
          ? {
              label: say`Make the bell of ${wider.name}`,
              edits: [{ at: `paths.${p.id}.bellBore`, to: wider.bore }],
            }
          : null,
      },
    ];
  });
}
