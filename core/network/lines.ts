import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { EXIT_K, ballValveK } from '../catalogue/index.ts';
import { measured, vesselOf } from '../system/find.ts';
import type { PumpedLine, SystemDocument } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { headLoss } from '../water/pipe.ts';
import { calibratedPump, type PumpFigures } from '../water/pump.ts';
import { liftedTo } from './flow.ts';
import { totalAtHead } from './manifold.ts';
import { coveredSurface } from './steady.ts';
import {
  AIR_MARGIN,
  STANDING_IMPELLER_K,
  type Manifold,
  type NetPath,
  type Network,
  type PumpPath,
} from './types.ts';
import { lineRun, manifoldOf } from './pipes.ts';

/** Index of a control in a network, and of the vessels by id. */
export interface Places {
  readonly vessel: (id: string) => number;
  readonly control: (id: string) => number;
}

/** The deliveries of a pumped line and the ways back through its stopped pump; its first index is `first`. */
export function pumpOf(
  s: SystemDocument,
  p: PumpedLine,
  first: number,
  manifold: number,
  at: Places,
): { paths: NetPath[]; manifold: Manifold | null } {
  const source = vesselOf(s, p.from);
  const target = vesselOf(s, p.to);
  const from = at.vessel(p.from);
  const line = lineRun(s, p);
  const branched = p.branches.length > 0;
  const m = branched
    ? manifoldOf(
        s,
        p,
        [p, ...p.branches].map((_, k) => first + k),
      )
    : null;
  const endZ = target.floor + p.end;
  const peakZ = Math.max(endZ, target.floor + (p.peak?.height ?? 0));
  const overVent = p.peak?.vented === true && peakZ > endZ;
  const common = {
    kind: 'pump' as const,
    from,
    control: at.control(p.control),
    figures: boxOf(p),
    intake: p.pump.intake,
    cover: p.pump.intake + AIR_MARGIN,
    lead: first,
    manifold: branched ? manifold : -1,
    loose: false,
    tapK: p.valve === null ? 0 : ballValveK(p.valve),
    steady: p.pump.airLift ? (measured(s, 'flow', p.id)?.flow ?? p.pump.maxFlow) : null,
    startZ: p.peak && !p.peak.vented && peakZ > endZ ? peakZ : null,
    float: p.float && {
      vessel: at.vessel(p.float.vessel),
      on: p.float.on,
      off: p.float.off,
    },
  };
  const paths: PumpPath[] = [
    {
      ...common,
      id: p.id,
      name: p.name,
      to: at.vessel(p.to),
      line,
      endZ,
      topZ: overVent ? peakZ : endZ,
      // An air-lift's pipe stands open; its water falls back to the source's level and is not counted.
      lineVolume: p.checkValve || p.pump.airLift ? 0 : boreArea(line.bore) * line.length,
      power: p.pump.power,
    },
    ...p.branches.map((b, k): PumpPath => {
      const own = m!.outlets[k + 1]!.own;
      const end = vesselOf(s, b.to).floor + b.end;
      return {
        ...common,
        id: b.id,
        name: `${p.name} to ${vesselOf(s, b.to).name}`,
        to: at.vessel(b.to),
        line: own,
        endZ: end,
        topZ: overVent ? Math.max(end, peakZ) : end,
        lineVolume: 0,
        power: 0,
      };
    }),
  ];
  // Over a vented peak nothing runs back but the line's own water: air breaks the pull.
  if (p.checkValve || overVent || p.pump.airLift) return { paths, manifold: m };
  const intakeZ = source.floor + p.pump.intake;
  const backs = paths.map((_, k) => backOf(paths, k, first, intakeZ, m));
  return { paths: [...paths, ...backs], manifold: m };
}

/** The way back through a stopped pump from one of its deliveries, whose first path has the index `first`. */
function backOf(
  deliveries: readonly PumpPath[],
  k: number,
  first: number,
  intakeZ: Metres,
  m: Manifold | null,
): NetPath {
  const { id, name, to, from, endZ } = deliveries[k]!;
  const { line } = deliveries[0]!;
  const own = m && m.outlets[k]!.own;
  // Ends that run back together share the trunk: each sees it with the square of their number.
  const share = deliveries.length ** 2;
  return {
    kind: 'back',
    id: `${id}-back`,
    name: `${name}, running back`,
    from: to,
    to: from,
    pump: first + k,
    endZ,
    intakeZ,
    line: own
      ? {
          ...line,
          length: share * line.length + own.length * (line.bore / own.bore) ** 5,
          sumK:
            share * (m.trunk.sumK + STANDING_IMPELLER_K) +
            (own.sumK - EXIT_K) * (line.bore / own.bore) ** 4,
        }
      : { ...line, sumK: line.sumK - EXIT_K + STANDING_IMPELLER_K },
  };
}

/** Pump figures as the box tells them. */
const boxOf = (p: PumpedLine): PumpFigures => ({
  maxHead: p.pump.maxHead,
  maxFlow: p.pump.maxFlow,
  wear: p.pump.wear,
  ...(p.pump.points ? { points: p.pump.points } : {}),
});

/**
 * Pump figures whose duty point, at given surfaces, is a flow measured at the first end of a line.
 *
 * @param lead the pump's path with the box's figures
 * @param flow as by bucket and stopwatch, m³/s
 * @param at surface of every vessel above the ground when it was measured
 */
export function calibratedFigures(
  net: Network,
  lead: PumpPath,
  flow: CubicMetresPerSecond,
  at: readonly Metres[],
): PumpFigures {
  const source = coveredSurface(net, lead, at);
  const end = (p: PumpPath) => liftedTo(p, at[p.to]!);
  const t = net.temperature;
  if (lead.manifold < 0)
    return calibratedPump(lead.figures, flow, end(lead) - source, lead.line, t);
  // At the first delivery the bucket tells the head at its tee; the whole flow follows from the branches.
  const m = net.manifolds[lead.manifold]!;
  const head = end(lead) + headLoss(flow, m.outlets[0]!.own, t);
  const ends = m.outlets.map((o) => end(net.paths[o.path] as PumpPath));
  return calibratedPump(lead.figures, totalAtHead(m, head, ends, t), head - source, m.trunk, t);
}
