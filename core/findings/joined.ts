import { flow, litres, mm, say } from '../quantity/index.ts';
import type { Assessment } from '../assess/assess.ts';
import { atRest } from '../network/statics.ts';
import type { LinkPath, Network } from '../network/types.ts';
import { vesselOf } from '../system/index.ts';
import { fullPipeNeeds } from '../water/pipe.ts';
import { areaAt } from '../water/vessel.ts';
import { PRACTICE, within } from './grade.ts';
import type { Finding, Rule } from './types.ts';

/** Findings on beds that share: one siphon, one manifold, one pump. */

const LAG_WISH = 0.02;
/** A siphon that lags this much breaks while the far bed is still half full: our own number. */
const LAG_MOST = 0.05;

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
  const area = (i: number) => areaAt(net.vessels[i]!.room, 0.5 * (net.vessels[i]!.floodLevel ?? 0));
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

const index = (a: Assessment, id: string) => a.net.vessels.findIndex((v) => v.id === id);

/** The joining pipes must pass what the siphon takes, or it breaks while the far bed is still full. */
export const joinedLag: Rule = ({ system, a }) =>
  a.siphons.flatMap((s): Finding[] => {
    const from = index(a, s.bed);
    if (a.net.vessels[from]!.joined.length < 2) return [];
    const p = system.paths.find((x) => x.id === s.id)!;
    const { lag, far } = lagOf(a.net, from, s.flowAtCrest);
    const level = lag > LAG_MOST ? 'stop' : lag > LAG_WISH ? 'watch' : 'fine';
    const name = a.net.vessels[far]!.name;
    return [
      {
        id: 'joined-lag',
        about: s.id,
        level,
        measured: lag,
        limit: level === 'stop' ? LAG_MOST : LAG_WISH,
        kind: 'length',
        sentence:
          level === 'fine'
            ? say`“${name}” follows ${mm(lag)} behind while “${p.name}” runs.`
            : say`“${name}” lags ${mm(lag)} behind while “${p.name}” takes ${flow(s.flowAtCrest)}: the siphon breaks while it still holds water.`,
        why: say`What the siphon takes must come through the joining pipes, and each loses head to it: bore, bends and half-clogged guards. Behind wide pipes joined beds fall together; ${mm(LAG_WISH)} is little beside the flood. The lines between are our own.`,
        source: 'Head lost in the joining pipes, Darcy–Weisbach with Churchill (1977).',
      },
    ];
  });

const ROW_WISH = 0.03;

/** Buckets of a row fill as evenly as their manifold is wide. */
export const rowFilling: Rule = ({ system, a }) =>
  a.net.paths.flatMap((p): Finding[] => {
    if (p.kind !== 'link') return [];
    const row = system.vessels[p.to]!;
    const other = system.vessels[p.from]!;
    const many = row.count > 1 ? row : other.count > 1 ? other : null;
    if (!many) return [];
    const figures = a.beds.find((b) => b.id === many.id);
    if (!figures || figures.inflow <= 0) return [];
    // Along a manifold that gives off evenly the flow fades, and a third of the full loss is left.
    const lag = fullPipeNeeds(figures.inflow, p.pipe, a.net.temperature) / 3;
    const level = within(lag, 0, ROW_WISH);
    return [
      {
        id: 'row-filling',
        about: p.id,
        level,
        measured: lag,
        limit: ROW_WISH,
        kind: 'length',
        sentence:
          level === 'fine'
            ? say`The last bucket of “${many.name}” follows ${mm(lag)} behind the first.`
            : say`The last bucket of “${many.name}” lags ${mm(lag)} behind the first as they fill; a wider manifold evens them out.`,
        why: say`All buckets hang on one pipe. ${flow(figures.inflow)} enter it and fade along it, so that about a third of the whole loss lies between the first bucket and the last. ${mm(ROW_WISH)} is our own line.`,
        source: 'Head lost in a pipe that gives off evenly: a third of the loss at full flow.',
      },
    ];
  });

/** In a chain the supply must bring more than is drawn on average. */
export const chainSupply: Rule = ({ system, a }) =>
  system.vessels.flatMap((v): Finding[] => {
    const into = a.duties.filter((d) => !d.empties && d.branches.some((b) => b.to === v.id));
    const out = a.duties.filter((d) => d.from === v.id && !d.empties);
    if (!into.length || !out.length || v.role === 'bed') return [];
    const supply = into.reduce(
      (t, d) =>
        t + d.onShare * d.branches.filter((b) => b.to === v.id).reduce((x, b) => x + b.flow, 0),
      0,
    );
    const draw = out.reduce((t, d) => t + d.onShare * d.flow, 0);
    const level = supply <= draw ? 'stop' : supply < 1.2 * draw ? 'watch' : 'fine';
    return [
      {
        id: 'chain-supply',
        about: v.id,
        level,
        measured: supply,
        limit: level === 'stop' ? draw : 1.2 * draw,
        kind: 'flow',
        sentence:
          level === 'stop'
            ? say`“${v.name}” runs empty: ${flow(supply)} come in on average and ${flow(draw)} are drawn.`
            : level === 'watch'
              ? say`“${v.name}” gets ${flow(supply)} on average for the ${flow(draw)} that are drawn; a filter that clogs will starve it.`
              : say`“${v.name}” gets ${flow(supply)} on average for the ${flow(draw)} that are drawn; the rest runs over.`,
        why: say`Pumps in a chain are never equal. The first must bring more than the second takes over the day, and what is too much runs back over an overflow. A fifth to spare is our own number.`,
        source: PRACTICE,
      },
    ];
  });

/** What is gravity fed without a return lasts as long as its supply. */
export const supplyLasts: Rule = ({ system, a }) =>
  system.paths.flatMap((p): Finding[] => {
    if (p.kind !== 'float-valve') return [];
    const from = a.accounts.rest[index(a, p.from)]!;
    const loss = a.net.vessels[index(a, p.to)]!.loss * 86400;
    if (loss <= 0) return [];
    const days = from.volume / loss;
    const level = days < 1 ? 'stop' : days < 3 ? 'watch' : 'fine';
    const whole = Math.round(days * 10) / 10;
    return [
      {
        id: 'supply-lasts',
        about: p.from,
        level,
        measured: days * 86400,
        limit: level === 'stop' ? 86400 : 3 * 86400,
        kind: 'time',
        sentence: say`“${vesselOf(system, p.from).name}” waters “${vesselOf(system, p.to).name}” for ${String(whole)} days: ${litres(from.volume)} for ${litres(loss)} a day.`,
        why: say`Nothing runs back: plants and air take all of it. Three days bridge a weekend. Salts stay behind in the pots; rinse them from above now and then, and keep the tray covered or moving against mosquitoes.`,
        source: PRACTICE,
      },
    ];
  });
