import type { Celsius, CubicMetresPerSecond, Metres, Share } from '../quantity/si.ts';
import { headLoss, type PipeRun } from './pipe.ts';
import { root } from '../numerics/root.ts';
import { pchip } from '../numerics/pchip.ts';

/** A pump as its box tells it, with wear. */
export interface PumpFigures {
  /** Greatest head, at no flow. */
  readonly maxHead: Metres;
  /** Greatest flow, at no head. */
  readonly maxFlow: CubicMetresPerSecond;
  /** Points read from the curve on the box, [flow, head]; they replace the two figures. */
  readonly points?: readonly (readonly [CubicMetresPerSecond, Metres])[];
  /** Lost to age and clogging, share of the flow; 0 new, 0.2 after a season. */
  readonly wear: Share;
}

/** Head that a pump gives at a flow, m, falling with flow; and its greatest head and flow. */
export interface PumpCurve {
  readonly maxHead: Metres;
  readonly maxFlow: CubicMetresPerSecond;
  readonly headAt: (flow: CubicMetresPerSecond) => Metres;
}

/** Exponent of the curve through two box figures. */
export const CURVE_EXPONENT = 2;

const known = new WeakMap<PumpFigures, PumpCurve>();

/**
 * Curve of a pump, worked out once for its figures: H(Q) = H₀·(1 − (Q/Q₀)ⁿ) with n = 2 through the two box figures, or a monotone
 * curve through points read from the box. Wear shrinks the flow: Q₀·(1 − d).
 */
export function pumpCurve(pump: PumpFigures): PumpCurve {
  let curve = known.get(pump);
  if (!curve) {
    curve = curveOf(pump);
    known.set(pump, curve);
  }
  return curve;
}

function curveOf(pump: PumpFigures): PumpCurve {
  const left = 1 - pump.wear;
  const points = pump.points;
  if (points && points.length >= 2) {
    const sorted = [...points].sort((a, b) => a[0] - b[0]);
    const curve = pchip(
      sorted.map((p) => p[0] * left),
      sorted.map((p) => p[1]),
    );
    const maxHead = curve(0);
    let high = sorted[sorted.length - 1]![0] * left;
    for (let i = 0; i < 40 && curve(high) > 0; i++) high *= 1.5;
    const maxFlow = root((q) => -curve(q), 0, high, 1e-10 * high);
    return { maxHead, maxFlow, headAt: curve };
  }
  const q0 = pump.maxFlow * left;
  return {
    maxHead: pump.maxHead,
    maxFlow: q0,
    headAt: (q) => pump.maxHead * (1 - (q / q0) ** CURVE_EXPONENT),
  };
}

/**
 * Duty point: the flow at which the pump's head equals static head plus losses.
 *
 * @param staticHead water surface to delivery, m; may be negative where the tank stands higher
 * @param line its ΣK includes entrance and exit
 * @returns m³/s, 0 where the pump cannot lift that high
 */
export function dutyFlow(
  curve: PumpCurve,
  staticHead: Metres,
  line: PipeRun,
  temperature: Celsius,
): CubicMetresPerSecond {
  if (staticHead >= curve.maxHead || line.sumK === Infinity) return 0;
  const short = (q: number) => staticHead + headLoss(q, line, temperature) - curve.headAt(q);
  let high = curve.maxFlow;
  for (let i = 0; i < 40 && short(high) < 0; i++) high *= 1.5;
  return root(short, 0, high, 1e-9 * high);
}

/**
 * The pump whose duty point meets a bucket test: the flow axis is scaled until the curve passes
 * through the measured flow at the head this line needs.
 *
 * Where that head is above the box's greatest head, no scaling of the flow can meet it: the head
 * axis is then stretched to 1.05 times the head needed, since the water did flow.
 */
export function calibratedPump(
  pump: PumpFigures,
  measured: CubicMetresPerSecond,
  staticHead: Metres,
  line: PipeRun,
  temperature: Celsius,
): PumpFigures {
  const needed = staticHead + headLoss(measured, line, temperature);
  const stretch = (p: PumpFigures, s: number): PumpFigures => ({
    ...p,
    maxHead: p.maxHead * s,
    ...(p.points ? { points: p.points.map(([q, h]) => [q, h * s] as const) } : {}),
  });
  let base = pump;
  const top = pumpCurve(pump).maxHead;
  if (needed >= top * 0.999) base = stretch(pump, (needed * 1.05) / top);
  const curve = pumpCurve(base);
  let high = curve.maxFlow;
  for (let i = 0; i < 40 && curve.headAt(high) > needed; i++) high *= 1.5;
  const scale = measured / root((q) => needed - curve.headAt(q), 0, high, 1e-10 * high);
  return {
    ...base,
    maxFlow: base.maxFlow * scale,
    ...(base.points ? { points: base.points.map(([q, h]) => [q * scale, h] as const) } : {}),
  };
}
