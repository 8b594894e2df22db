import type { Celsius, CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { GRAVITY, boreArea } from './constants.ts';
import { kinematicViscosity } from './fluid.ts';

/** A run of full pipe. `sumK` is in velocity heads of this bore. */
export interface PipeRun {
  readonly bore: Metres;
  readonly length: Metres;
  readonly roughness: Metres;
  readonly sumK: number;
}

/** x¹⁶ by squaring; called millions of times, where a general power is slow. */
function sixteenth(x: number): number {
  const x2 = x * x;
  const x4 = x2 * x2;
  const x8 = x4 * x4;
  return x8 * x8;
}

/**
 * Darcy friction factor of a full pipe, for every flow regime.
 *
 * @param reynolds Reynolds number, dimensionless, > 0
 * @param relativeRoughness wall roughness ÷ bore, dimensionless
 * @returns Darcy factor, dimensionless
 * @source Churchill, S. W. (1977), Chemical Engineering 84(24), 91–92
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  const a = sixteenth(2.457 * Math.log((7 / reynolds) ** 0.9 + 0.27 * relativeRoughness));
  const b = sixteenth(37530 / reynolds);
  const x = 8 / reynolds;
  const x4 = x * x * x * x;
  const s = a + b;
  return 8 * (x4 * x4 * x4 + 1 / (s * Math.sqrt(s))) ** (1 / 12);
}

/**
 * Head lost in a full pipe.
 *
 * @param flow m³/s, ≥ 0
 * @returns m of water
 * @source Darcy–Weisbach with minor losses, (f·L/D + ΣK)·v²/2g
 */
export function headLoss(flow: CubicMetresPerSecond, pipe: PipeRun, temperature: Celsius): Metres {
  if (flow <= 0) return 0;
  if (pipe.sumK === Infinity) return Infinity;
  const v = flow / boreArea(pipe.bore);
  const re = (v * pipe.bore) / kinematicViscosity(temperature);
  const f = frictionFactor(re, pipe.roughness / pipe.bore);
  return (((f * pipe.length) / pipe.bore + pipe.sumK) * v * v) / (2 * GRAVITY);
}

/**
 * Flow of a full pipe under a head, all of which is spent on friction, losses and the velocity head
 * it leaves with: H = (1 + ΣK + f·L/d)·v²/2g.
 *
 * @param head m; nothing flows at or below 0
 * @param pipe its ΣK excludes the 1 of the velocity head
 * @returns m³/s
 */
export function fullPipeFlow(
  head: Metres,
  pipe: PipeRun,
  temperature: Celsius,
): CubicMetresPerSecond {
  if (head <= 0 || pipe.sumK === Infinity) return 0;
  const nu = kinematicViscosity(temperature);
  const rough = pipe.roughness / pipe.bore;
  const drive = 2 * GRAVITY * head;
  const spent = (v: number) =>
    (1 + pipe.sumK + (frictionFactor((v * pipe.bore) / nu, rough) * pipe.length) / pipe.bore) *
    v *
    v;
  // The head spent rises with velocity, so the root is bracketed by rest and the frictionless jet.
  let low = 0;
  let high = Math.sqrt(drive / (1 + pipe.sumK));
  let v = high / 1.3;
  for (let i = 0; i < 80; i++) {
    const used = spent(v);
    if (Math.abs(used - drive) < 1e-10 * drive) break;
    if (used > drive) high = v;
    else low = v;
    // Friction changes slowly, so scaling by the square root converges in a few turns; bisect if it leaves the bracket.
    let next = v * Math.sqrt(drive / used);
    if (!(next > low && next < high)) next = (low + high) / 2;
    v = next;
  }
  return v * boreArea(pipe.bore);
}

/** Head that a full pipe needs to pass a flow, m: the inverse of {@link fullPipeFlow}. */
export function fullPipeNeeds(
  flow: CubicMetresPerSecond,
  pipe: PipeRun,
  temperature: Celsius,
): Metres {
  if (flow <= 0) return 0;
  return headLoss(flow, pipe, temperature) + (flow / boreArea(pipe.bore)) ** 2 / (2 * GRAVITY);
}

/**
 * Loss of a barb narrower than its hose, on the hose's velocity head.
 *
 * @param barbBore inner diameter of the barb, m
 * @param hoseBore bore of the hose, m
 * @source contraction and sudden enlargement: K = [0.5(1−β²) + (1−β²)²]/β⁴
 */
export function barbK(barbBore: Metres, hoseBore: Metres): number {
  const b2 = Math.min(1, barbBore / hoseBore) ** 2;
  return (0.5 * (1 - b2) + (1 - b2) ** 2) / (b2 * b2);
}
