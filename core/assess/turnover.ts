import type { DayMetrics } from '../day/metrics.ts';
import { among } from '../network/equilibrium.ts';
import { atRest } from '../network/statics.ts';
import { feedingPumps } from '../network/steady.ts';
import { DAY, type Network } from '../network/types.ts';
import type { CubicMetres, CubicMetresPerSecond, PerSecond, Share } from '../quantity/si.ts';
import { PLANT_ROLES, STORE_ROLES, fishIn } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { rhythmOf } from './assess.ts';

/** How often a store's water passes what grows on it. */
export interface Turnover {
  readonly vessel: string;
  /** Water of the store, and of those it is joined with, at rest. */
  readonly volume: CubicMetres;
  /** Flow past the plants while every pump runs, and the share of the time that their pumps are on. */
  readonly flow: CubicMetresPerSecond;
  readonly onShare: Share;
  /** Passed in the simulated day; null before there is one. */
  readonly passed: CubicMetres | null;
  /** Over the whole day: what the first school counts. */
  readonly average: PerSecond;
  /** While the pumps run: what the second counts. */
  readonly whileRunning: PerSecond;
}

/** Turnover of a volume by a flow that runs for a share of the time. */
export const turnoverBy = (
  flow: CubicMetresPerSecond,
  onShare: Share,
  volume: CubicMetres,
): PerSecond => (flow * onShare) / volume;

/** The nearest of some vessels that water comes from, upstream of a vessel; itself counts. */
function nearestAbove(net: Network, vessel: number, wanted: ReadonlySet<number>): number | null {
  const seen = new Set<number>();
  let layer = [...net.vessels[vessel]!.joined];
  while (layer.length) {
    const found = layer.find((i) => wanted.has(i));
    if (found !== undefined) return found;
    for (const i of layer) seen.add(i);
    const above = net.paths.flatMap((p) =>
      p.kind !== 'back' && layer.includes(p.to) ? net.vessels[p.from]!.joined : [],
    );
    layer = [...new Set(above)].filter((i) => !seen.has(i));
  }
  return null;
}

/**
 * Turnover of every store whose water passes plants: of those with fish where there are any, else of all. Water
 * counts where it comes to the plants from what is not planted itself, once for beds in series; what circulates
 * over their overflows counts, what runs past them does not.
 *
 * @param metrics of the simulated day; without it flows at rest and timers stand for it
 */
export function turnoversOf(
  s: SystemDocument,
  net: Network,
  metrics: DayMetrics | null,
): Turnover[] {
  const has = (roles: readonly string[], i: number) => roles.includes(s.vessels[i]!.role);
  const all = s.vessels.map((_, i) => i);
  const withFish = all.filter((i) => fishIn(s, s.vessels[i]!.id).count > 0);
  const holders = new Set(withFish.length ? withFish : all.filter((i) => has(STORE_ROLES, i)));
  const { steady, rest } = atRest(net);
  const calculators = new Map<number, { flow: number; timed: number; passed: number }>();
  net.paths.forEach((p, k) => {
    if (p.kind === 'back' || !has(PLANT_ROLES, p.to) || has(PLANT_ROLES, p.from)) return;
    const holder = nearestAbove(net, p.from, holders);
    if (holder === null) return;
    const pump = p.kind === 'pump' ? p.lead : feedingPumps(net, p.to)[0];
    const lead = pump === undefined ? undefined : net.paths[pump]!;
    const on = lead?.kind === 'pump' ? rhythmOf(net.controls[lead.control]!).onShare : 1;
    const sum = calculators.get(holder) ?? { flow: 0, timed: 0, passed: 0 };
    const flow = steady.flows[k]!;
    calculators.set(holder, {
      flow: sum.flow + flow,
      timed: sum.timed + flow * on,
      passed: sum.passed + (metrics?.carried[k] ?? 0),
    });
  });
  return [...calculators].flatMap(([i, { flow, timed, passed }]): Turnover[] => {
    const volume = among(net.vessels[i]!, rest);
    if (!(volume > 0)) return [];
    const onShare = flow > 0 ? timed / flow : 0;
    return [
      {
        vessel: s.vessels[i]!.id,
        volume,
        flow,
        onShare,
        passed: metrics ? passed : null,
        average: metrics ? turnoverBy(passed / DAY, 1, volume) : turnoverBy(flow, onShare, volume),
        whileRunning: turnoverBy(flow, 1, volume),
      },
    ];
  });
}
