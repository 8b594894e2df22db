import { headForTotal } from '../network/manifold.ts';
import { atRest } from '../network/statics.ts';
import { coveredSurface, pumpsOf } from '../network/steady.ts';
import type { Network } from '../network/types.ts';
import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { headLoss } from '../water/pipe.ts';
import { pumpCurve } from '../water/pump.ts';
import { liftEnds } from './assess.ts';

/** A pump's curve and its line's system curve at one flow. */
export interface DutyPoint {
  readonly flow: CubicMetresPerSecond;
  /** Head that the pump gives. */
  readonly pump: Metres;
  /** Head that the line asks for: lift and losses. */
  readonly line: Metres;
}

const POINTS = 40;

/**
 * Pump curve and system curve of a pumped line at rest, from no flow to the pump's greatest; they cross at the
 * duty point. Of a branched line the lowest end runs first, and the others join in as the head comes to them.
 *
 * @param line id of the pumped line
 * @returns nothing for an air-lift, which has no curve, and for what is no pumped line
 */
export function dutyCurve(net: Network, line: string): readonly DutyPoint[] {
  const p = pumpsOf(net).find((x) => x.id === line);
  if (!p || p.steady !== null) return [];
  const { at } = atRest(net);
  const curve = pumpCurve(p.figures);
  const source = coveredSurface(net, p, at);
  const ends = liftEnds(net, p, at);
  const m = p.manifold < 0 ? null : net.manifolds[p.manifold]!;
  const asked = (flow: CubicMetresPerSecond): Metres => {
    if (flow === 0) return Math.min(...ends) - source;
    return m
      ? headForTotal(m, flow, ends, net.temperature) - source
      : ends[0]! - source + headLoss(flow, p.line, net.temperature);
  };
  return Array.from({ length: POINTS + 1 }, (_, i) => {
    const flow = (curve.maxFlow * i) / POINTS;
    return { flow, pump: Math.max(0, curve.headAt(flow)), line: asked(flow) };
  });
}
