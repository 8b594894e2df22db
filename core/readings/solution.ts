import type { GrowthStage, Programme } from '../catalogue/index.ts';
import { SOLUTION_ANEW, SOLUTION_WAIT } from '../limits/index.ts';
import type { CubicMetres, SiemensPerMetre } from '../quantity/si.ts';
import { programmes } from '../system/index.ts';
import { runningSince } from './running.ts';
import type { Tended } from './tended.ts';
import type { Entry, Moment } from '../entries/types.ts';

/** The nutrient solution by its log: its age, its top-ups, its drift, and what a dose does to it. */

/** The programme that the solution is mixed by. */
export const programmeOf = (t: Tended): Programme | null =>
  programmes(t.system).find((p) => p.id === t.system.solution?.programme) ?? null;

/** Stage that most of what grows is in: fruit where there is any. */
export const stageOf = (t: Tended): GrowthStage =>
  t.life.plantings.some((x) => x.kind.group === 'fruit') ? 'fruit' : 'leaf';

/** A change of at least so much of the water is a new solution. */
const ANEW = SOLUTION_ANEW.share;
/** Whether an entry is a solution mixed anew; one without a volume is taken as all of it. */
export const isAnew = (t: Tended, e: Entry): boolean =>
  e.kind === 'water-change' && (e.volume === undefined || e.volume >= ANEW * t.volume);

/** Solution since it was last mixed anew. */
export interface SolutionAge {
  readonly since: Moment;
  readonly days: number;
  /** After how many days the latest school changes it. */
  readonly mostDays: number;
  readonly toppedUp: CubicMetres;
  /** EC and pH: the first and the last reading of it. */
  readonly ec: readonly [SiemensPerMetre, SiemensPerMetre] | null;
  readonly ph: readonly [number, number] | null;
}

/** Age, top-ups and drift of the solution; null where nothing says when it was mixed. */
export function sinceChange(t: Tended): SolutionAge | null {
  let since: Moment | null = runningSince(t.system, t.entries);
  for (const e of t.entries) if (isAnew(t, e)) since = e.at;
  if (since === null) return null;
  const after = t.entries.filter((e) => e.at >= since);
  const drift = (of: (e: Entry) => number | undefined): readonly [number, number] | null => {
    const all = after.flatMap((e) => of(e) ?? []);
    return all.length ? [all[0]!, all.at(-1)!] : null;
  };
  return {
    since,
    days: (t.now - since) / 86_400_000,
    mostDays: SOLUTION_WAIT.change[1] / 86400,
    toppedUp: after.reduce((sum, e) => sum + (e.kind === 'top-up' ? (e.volume ?? 0) : 0), 0),
    ec: drift((e) => e.conductivity),
    ph: drift((e) => e.ph),
  };
}

/**
 * What a full dose raises the conductivity by: as the last dose did that was read before and after with no water
 * between, else by the label.
 */
export function responseOf(t: Tended): {
  readonly perDose: SiemensPerMetre;
  readonly learnt: boolean;
} {
  const programme = programmeOf(t);
  const label = programme?.conductivity[stageOf(t)] ?? 0.1;
  for (let i = t.entries.length - 1; i >= 0; i--) {
    const e = t.entries[i]!;
    const part = e.count ?? 0;
    if (e.kind !== 'dose' || e.what !== programme?.id || !(part > 0)) continue;
    let before: number | null = null;
    for (let k = i - 1; k >= 0 && before === null; k--) {
      const x = t.entries[k]!;
      if (x.kind === 'top-up' || x.kind === 'water-change' || x.kind === 'dose') break;
      before = x.conductivity ?? null;
    }
    let then: number | null = null;
    for (let k = i + 1; k < t.entries.length && then === null; k++) {
      const x = t.entries[k]!;
      if (x.kind === 'top-up' || x.kind === 'water-change' || x.kind === 'dose') break;
      then = x.conductivity ?? null;
    }
    if (before !== null && then !== null && then > before)
      return { perDose: (then - before) / part, learnt: true };
  }
  return { perDose: label, learnt: false };
}
