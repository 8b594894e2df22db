import {
  backFlow,
  drainHead,
  openFlow,
  pumpFlow,
  reachesPeak,
  runningFlow,
  spillingFlow,
} from '../../network/flow.ts';
import { restVolumes } from '../../network/equilibrium.ts';
import type { Network, PumpPath } from '../../network/types.ts';
import { fullPipeFlow } from '../../water/pipe.ts';
import { pumpCurve } from '../../water/pump.ts';
import { rimFlow } from '../../water/drain.ts';
import { levelAt } from '../../water/vessel.ts';
import type { Runner } from '../runner.ts';

/** An event of the plain solver, at the end of the step in which it was noticed. */
export interface PlainEvent {
  readonly t: number;
  readonly kind: string;
  readonly where: string;
}

export interface PlainDay {
  readonly events: PlainEvent[];
  readonly highest: number[];
  readonly lowest: number[];
  readonly volumes: number[];
  readonly spilled: number;
  readonly steps: number;
}

/**
 * The second method for the day: plain fixed steps, every flow solved afresh from the relations,
 * modes looked at only between steps. Slow and simple; what the fast solver is compared with.
 *
 * @param runner gives the flows from the fast solver's tables instead, to compare stepping alone
 * @param from water in the vessels at the beginning; at rest unless said otherwise
 */
export function fixedSteps(
  net: Network,
  end: number,
  dt: number,
  runner?: Runner,
  from: readonly number[] = restVolumes(net),
): PlainDay {
  const n = net.vessels.length;
  const volumes = from.slice(0, n);
  const primed = net.paths.map(() => false);
  const dry = net.paths.map(() => false);
  let on = net.controls.map(() => false);
  let spilled = 0;
  const events: PlainEvent[] = [];
  const highest = new Array<number>(n).fill(0);
  const lowest = new Array<number>(n).fill(Infinity);
  const levels = new Float64Array(n);
  const rates = new Array<number>(n + 1).fill(0);
  /** Water in each pump's line, where it empties when the pump stops. */
  const inLine = net.paths.map(() => 0);
  const lineRates = net.paths.map(() => 0);
  const held = net.paths.map(() => false);
  const lead = (k: number): number => {
    const p = net.paths[k]!;
    return p.kind === 'pump' ? p.lead : k;
  };
  const runs = (k: number): boolean => {
    const p = net.paths[k]!;
    return p.kind === 'pump' && on[p.control]! && !held[lead(k)] && !dry[lead(k)];
  };
  const gives = (k: number): boolean => {
    const p = net.paths[k]!;
    return p.kind === 'pump' && runs(k) && (p.startZ === null || primed[lead(k)]!);
  };

  const tabled = new Float64Array(net.paths.length);
  const look = (v: readonly number[]) => {
    for (let i = 0; i < n; i++) levels[i] = levelAt(net.vessels[i]!.storage, v[i]!);
  };
  const z = (i: number) => net.vessels[i]!.floorZ + levels[i]!;
  const flowOf = (k: number): number => {
    const p = net.paths[k]!;
    if (runner) {
      runner.flows[k]!(levels, tabled);
      return tabled[k]!;
    }
    switch (p.kind) {
      case 'pump':
        return gives(k)
          ? pumpFlow(
              net,
              p,
              net.vessels.map((_, i) => z(i)),
            )
          : 0;
      case 'drain': {
        const head = drainHead(p, z(p.from), z(p.to));
        return primed[k]
          ? runningFlow(net, p, head)
          : spillingFlow(net, p, levels[p.from]! - p.crest, head);
      }
      case 'back':
        return runs(p.pump) ? 0 : backFlow(net, p, z(p.from), z(p.to));
      default:
        return openFlow(net, p, levels[p.from]!, levels[p.to]!);
    }
  };
  const rate = (v: readonly number[]) => {
    look(v);
    rates.fill(0);
    lineRates.fill(0);
    net.paths.forEach((p, k) => {
      const q = flowOf(k);
      rates[p.from]! -= q;
      if (p.kind !== 'pump') {
        rates[p.to]! += q;
        return;
      }
      const first = net.paths[p.lead] as PumpPath;
      const sink = p.loose ? n : p.to;
      if (!(first.lineVolume > 0)) {
        rates[sink]! += q;
        return;
      }
      // What the branches give comes through the line of their pump.
      if (gives(k)) {
        if (inLine[p.lead]! < first.lineVolume) lineRates[p.lead]! += q;
        else rates[sink]! += q;
      } else if (p.lead === k && inLine[k]! > 0) {
        const head = Math.max(0.05, p.endZ - net.vessels[p.from]!.floorZ - p.intake);
        const covered = Math.min(1, Math.max(0, (z(p.to) - p.endZ) / 0.002));
        const back = (1 - covered) * fullPipeFlow(head, { ...p.line, sumK: 11 }, net.temperature);
        lineRates[k] = -back;
        rates[p.from]! += back;
      }
    });
    net.vessels.forEach((vessel, i) => {
      const q = rimFlow(levels[i]! - vessel.height, vessel.rimWidth);
      rates[i]! -= q;
      rates[vessel.rimTo < 0 ? n : vessel.rimTo]! += q;
      rates[i]! -= vessel.waterUse * Math.min(1, Math.max(0, levels[i]! / 0.002));
    });
  };
  const sync = (k: number) => {
    if (!runner) return;
    runner.modes.primed[k] = primed[k] ? 1 : 0;
    runner.modes.dry[k] = dry[k] ? 1 : 0;
    runner.modes.held[k] = held[k] ? 1 : 0;
  };
  const modes = (t: number) => {
    const now = net.controls.map(
      (c) =>
        c.spans === null ||
        c.spans.some(([a, b]) => {
          const time = (t + 1e-9) % c.period;
          return time >= a && time < b;
        }),
    );
    net.paths.forEach((p, k) => {
      const level = levels[p.from]!;
      if (p.kind === 'pump' && p.lead === k) {
        const was = on[p.control]! && !held[k];
        if (p.float) {
          const { on: starts, off: stops, vessel } = p.float;
          const sign = stops > starts ? 1 : -1;
          const h = levels[vessel]!;
          if (t === 0) held[k] = sign > 0 ? h >= stops : h < starts;
          else if (sign * (h - stops) > 0) held[k] = true;
          else if (sign * (starts - h) > 0) held[k] = false;
        }
        const is = now[p.control]! && !held[k];
        if (is !== was) {
          events.push({ t, kind: is ? 'pump-on' : 'pump-off', where: p.id });
          if (!is) dry[k] = primed[k] = false;
        }
        if (is && !dry[k] && level < Math.max(p.intake, 0.002)) {
          dry[k] = true;
          primed[k] = false;
          events.push({ t, kind: 'pump-dry', where: p.id });
        } else if (dry[k] && level > Math.max(p.cover, 0.007)) {
          dry[k] = false;
          events.push({ t, kind: 'pump-wet', where: p.id });
        }
        if (p.startZ !== null && is && !dry[k]) {
          primed[k] ||= reachesPeak(p, pumpCurve(p.figures).maxHead, z(p.from));
        }
      }
      if (p.kind === 'drain' && p.prime) {
        const spill = spillingFlow(net, p, level - p.crest, drainHead(p, z(p.from), z(p.to)));
        if (!primed[k] && spill > p.prime.start.expected) {
          primed[k] = true;
          if (p.siphon) events.push({ t, kind: 'siphon-starts', where: p.id });
        } else if (primed[k] && level < p.prime.breakLevel) {
          primed[k] = false;
          if (p.siphon) events.push({ t, kind: 'siphon-stops', where: p.id });
        }
      }
      sync(k);
    });
    on = now;
    if (runner) now.forEach((x, i) => (runner.modes.on[i] = x ? 1 : 0));
  };

  const steps = Math.round(end / dt);
  const mid = new Array<number>(n).fill(0);
  look(volumes);
  levels.forEach((h, i) => {
    highest[i] = h;
    lowest[i] = h;
  });
  for (let s = 0; s < steps; s++) {
    modes(s * dt);
    rate(volumes);
    for (let i = 0; i < n; i++) mid[i] = volumes[i]! + (dt / 2) * rates[i]!;
    rate(mid);
    for (let i = 0; i < n; i++) volumes[i] = volumes[i]! + dt * rates[i]!;
    spilled += dt * rates[n]!;
    for (let k = 0; k < inLine.length; k++) inLine[k]! += dt * lineRates[k]!;
    look(volumes);
    for (let i = 0; i < n; i++) {
      if (levels[i]! > highest[i]!) highest[i] = levels[i]!;
      if (levels[i]! < lowest[i]!) lowest[i] = levels[i]!;
    }
  }
  return { events, highest, lowest, volumes, spilled, steps };
}
