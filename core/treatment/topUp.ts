import { CHANGE_WAIT } from '../limits/index.ts';
import { litres, say } from '../quantity/index.ts';
import type { CubicMetres, Share } from '../quantity/si.ts';
import { largestRenewal, newWater } from './change.ts';
import type { TreatmentBasis } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Top up what is missing. New water is a dose: it dilutes, and it moves the pH. */

/** Share that new water has of the water after a top-up. */
export const shareOfTopUp = (added: CubicMetres, there: CubicMetres): Share =>
  added / (there + added);
/** Volume of new water that gives a share. */
export const topUpOfShare = (share: Share, there: CubicMetres): CubicMetres =>
  (share / (1 - share)) * there;

/** As much of what is missing as may be poured in now. */
export function safeTopUp(
  g: TreatmentBasis,
  missing: CubicMetres,
): {
  readonly volume: CubicMetres;
  readonly refused: ReturnType<typeof largestRenewal>['refused'];
} {
  const wanted = shareOfTopUp(missing, g.volume);
  const found = largestRenewal(g, wanted, 'calm', { least: 0.01 });
  return {
    volume: found.share >= wanted - 1e-9 ? missing : topUpOfShare(found.share, g.volume),
    refused: found.refused,
  };
}

/** The step of a top-up. @param missing in all */
export function topUpStep(
  volume: CubicMetres,
  missing: CubicMetres,
  about: string,
  name: string,
): TreatmentStep {
  const part = volume < missing * 0.99;
  return stepOf(
    'top-up',
    [
      ...newWater(),
      say`Pour ${litres(volume)} slowly into “${name}”.`,
      ...(part
        ? [
            say`${litres(missing - volume)} are still missing after it. Read pH and ammonia before you add more.`,
          ]
        : []),
    ],
    {
      title: say`Top up ${litres(volume)} in “${name}”`,
      amount: volume,
      measure: 'volume',
      about,
      wait: part ? CHANGE_WAIT.calm : null,
      books: { kind: 'top-up', volume, ...(about ? { about } : {}) },
    },
  );
}
