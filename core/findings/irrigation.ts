import type { BedFigures, Duty } from '../assess/assess.ts';
import { feedingPumps } from '../network/steady.ts';
import type { Seconds } from '../quantity/si.ts';
import type { Context } from './rule.ts';

/** What the rules on the times of a timer share. */

/** Air that roots are wished between two floods, s. */
export const ROOT_AIR: Seconds = 900;

/** A flooded bed on a timer, with the times that its pump's runs and pauses have to cover. */
export interface Fed {
  readonly duty: Duty;
  readonly bed: BedFigures;
  /** Other beds fill before it. */
  readonly behind: boolean;
  /** From the pump's start until it is flooded: as in the day, else as it would be were the run long enough. */
  readonly floods: Seconds;
  /** From the pump's stop until it is drained, likewise. */
  readonly drains: Seconds;
}

/** Every flooded bed with the pump whose timer floods it, straight or through the vessels before it. */
export function floodedBeds({ a, day }: Context): Fed[] {
  const { net } = a;
  return a.beds.flatMap((bed): Fed[] => {
    if (!bed.floods || bed.inflow <= 0) return [];
    const i = net.vessels.findIndex((v) => v.id === bed.id);
    const ids = feedingPumps(net, i).map((k) => net.paths[k]!.id);
    const duty = a.duties.find((d) => ids.includes(d.id));
    // A pump that is always on has no runs and pauses to judge.
    if (!duty || !Number.isFinite(duty.shortestOn) || duty.flow <= 0) return [];
    const group = net.vessels[i]!.joined.map((j) => net.vessels[j]!.id);
    const own = day?.metrics.beds.find((b) => b.id === bed.id);
    // What a pump empties waits for that pump's timer; only its emptying is counted.
    const emptied = a.duties.some((d) => d.empties && group.includes(d.from));
    return [
      {
        duty,
        bed,
        behind: !duty.branches.some((x) => group.includes(x.to)),
        floods: own?.fromOn ?? bed.fromOn,
        drains: emptied ? (own?.drain ?? bed.drain) : (own?.fromOff ?? bed.fromOff),
      },
    ];
  });
}

/** The bed of a timer that is worst off: one finding a pump. */
export function worstFed(feds: readonly Fed[], need: (f: Fed) => number): Fed[] {
  const out = new Map<string, Fed>();
  for (const f of feds) {
    const was = out.get(f.duty.id);
    if (!was || need(f) > need(was)) out.set(f.duty.id, f);
  }
  return [...out.values()];
}
