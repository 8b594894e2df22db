import { HEIGHT_LIMITS } from '../../limits/index.ts';
import { atRest } from '../../network/statics.ts';
import type { LinkPath, Network } from '../../network/types.ts';
import { flow, given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { fullPipeNeeds } from '../../water/pipe.ts';
import { areaAt } from '../../water/vessel.ts';
import { adjustPipeSize } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

const LAG_WISH = HEIGHT_LIMITS.joinedLag;

/** A siphon that lags this much breaks while the far bed is still half full: our own number. */
const LAG_MOST = HEIGHT_LIMITS.joinedLagMost;

/**
 * How much higher the furthest of joined vessels stands than the one that is drawn from, m.
 *
 * @param taken what the siphon takes, m³/s; what pumps bring meanwhile comes through the pipes as well
 */
export function lagOf(net: Network, from: number, taken: number): { lag: number; far: number } {
  const group = net.vessels[from]!.joined;
  const links = net.paths.filter(
    (p): p is LinkPath => p.kind === 'link' && group.includes(p.from) && group.includes(p.to),
  );
  const area = (i: number) =>
    areaAt(net.vessels[i]!.storage, 0.5 * (net.vessels[i]!.floodLevel ?? 0));
  const whole = group.reduce((t, i) => t + area(i), 0);
  const { flows } = atRest(net).steady;
  const fed = (i: number) =>
    net.paths.reduce((t, p, k) => (p.kind === 'pump' && p.to === i ? t + flows[k]! : t), 0);
  const inflow = group.reduce((t, i) => t + fed(i), 0);
  const seen = new Set([from]);
  let worst = { lag: 0, far: from };
  /** Sum over a vessel and those behind it, seen from the one that is drawn from. */
  const behind = (i: number, came: number, of: (i: number) => number): number =>
    of(i) +
    links.reduce((t, p) => {
      const other = p.from === i ? p.to : p.to === i ? p.from : -1;
      return other < 0 || other === came ? t : t + behind(other, i, of);
    }, 0);
  const walk = (i: number, lag: number) => {
    if (lag > worst.lag) worst = { lag, far: i };
    for (const p of links) {
      const other = p.from === i ? p.to : p.to === i ? p.from : -1;
      if (other < 0 || seen.has(other)) continue;
      seen.add(other);
      // Each falls alike, so it gives in proportion to its surface, and what is pumped into it besides.
      const q =
        (Math.max(0, taken - inflow) * behind(other, i, area)) / whole + behind(other, i, fed);
      walk(other, lag + fullPipeNeeds(q, p.pipe, net.temperature));
    }
  };
  walk(from, 0);
  return worst;
}

/** The joining pipes must pass what the siphon takes, or it breaks while the far bed is still full. */
export const joinedLagRule = defineRule({
  id: 'joined-lag',
  title: 'lag of joined beds',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    a.siphons.flatMap((s): Verdict[] => {
      const from = a.net.vessels.findIndex((v) => v.id === s.bed);
      if (a.net.vessels[from]!.joined.length < 2) return [];
      const p = system.paths.find((x) => x.id === s.id)!;
      const { lag, far } = lagOf(a.net, from, s.flowAtCrest);
      const level = lag > LAG_MOST ? 'stop' : lag > LAG_WISH ? 'watch' : 'fine';
      const name = a.net.vessels[far]!.name;
      return [
        {
          about: s.id,
          level,
          measured: lag,
          limit: level === 'stop' ? LAG_MOST : LAG_WISH,
          kind: 'length',
          sentence:
            level === 'fine'
              ? say`The level in “${name}” lags ${mm(lag)} behind while “${p.name}” runs.`
              : say`The level in “${name}” lags ${mm(lag)} behind while “${p.name}” takes ${flow(s.flowAtCrest)}. The siphon stops while the bed still holds water.`,
          why: say`The siphon draws its water through the joining pipes. Each pipe loses head in its bore, bends and guards. With wide pipes joined beds drain together. A lag of ${mm(LAG_WISH)} is small beside the flood. The limits are our own.`,
          source: 'Head lost in the joining pipes, Darcy–Weisbach with Churchill (1977).',
        },
      ];
    }),

  adjustments: ({ system: s }) =>
    s.paths.flatMap((p) => (p.kind === 'link' ? adjustPipeSize(s, p.id, 1, `“${p.name}”`) : [])),

  explain: ({ a, f }) => {
    const w = a.siphons.find((x) => x.id === f.about);
    return w
      ? {
          title: 'Lag of the furthest bed',
          formula: String.raw`\Delta h = \sum_i \left(1 + \Sigma K + \tfrac{f L}{d}\right) \frac{v_i^2}{2g}`,
          given: [
            given(
              'Q_s',
              'flow of the siphon at its standpipe height',
              w.flowAtCrest,
              'flow',
              ORIGIN.duty,
            ),
            given(String.raw`Q_\mathrm{in}`, 'inflow', w.inflow, 'flow', ORIGIN.duty),
          ],
          note: 'Each joining pipe carries the water of the beds behind it. That is their share of Qₛ − Q by surface, and the flow that is pumped into them.',
        }
      : null;
  },
});
