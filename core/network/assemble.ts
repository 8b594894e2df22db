import type { Seconds } from '../quantity/si.ts';
import { controlOf, isDrain, measured, pumpedLines } from '../system/find.ts';
import type { Control, SystemDocument, Vessel } from '../system/types.ts';
import type { PumpFigures } from '../water/pump.ts';
import { rimLength } from '../water/shape.ts';
import { floodLevelOf, groupsOf } from './joined.ts';
import { waterUseOf } from './waterUse.ts';
import { restVolumes } from './equilibrium.ts';
import { surfaces } from './statics.ts';
import { empties } from './steady.ts';
import {
  DAY,
  type Manifold,
  type NetControl,
  type Network,
  type NetPath,
  type NetVessel,
  type PumpPath,
} from './types.ts';
import { voidsNow, stageStorageOf } from './stageStorage.ts';
import { drainOf, openOf } from './gravityPaths.ts';
import { figuresFor, type Places, pumpOf } from './lines.ts';

/**
 * On-spans of a control's period, merged and in order. Programs repeat by the day; what runs over midnight is
 * cut there and goes on at 00:00. An interval timer counts on through the nights from when it was plugged in.
 */
export function spansOf(control: Control): Pick<NetControl, 'spans' | 'period'> {
  if (control.kind === 'always-on') return { spans: null, period: DAY };
  if (control.kind === 'interval')
    return { spans: [[0, control.on]], period: control.on + control.off };
  const raw: [Seconds, Seconds][] = [];
  for (const { start, on } of control.rows) {
    const from = start % DAY;
    const till = from + Math.min(on, DAY);
    raw.push([from, Math.min(DAY, till)]);
    if (till > DAY) raw.push([0, till - DAY]);
  }
  raw.sort((a, b) => a[0] - b[0]);
  const out: [Seconds, Seconds][] = [];
  for (const span of raw) {
    const last = out[out.length - 1];
    if (last && span[0] <= last[1]) last[1] = Math.max(last[1], span[1]);
    else out.push([...span]);
  }
  return { spans: out, period: DAY };
}

/** A siphon's share of the full pipe can be no less and no more than this. */
const EFFICIENCY = [0.1, 1] as const;

/**
 * A way by which a bed drains that takes a multiple of what was reckoned: a siphon, a hole, the way back through
 * a stopped pump, or a pump that empties it.
 */
function drainingAt(p: NetPath, factor: number): NetPath {
  if (factor === 1) return p;
  if (p.kind === 'hole') return { ...p, diameter: p.diameter * Math.sqrt(factor) };
  if (p.kind === 'pump' && empties(p)) {
    const { figures } = p;
    const points = figures.points?.map(([q, h]) => [q * factor, h] as const);
    const maxFlow = figures.maxFlow * factor;
    return { ...p, figures: { ...figures, maxFlow, ...(points ? { points } : {}) } };
  }
  if (p.kind === 'drain' && p.siphon && p.prime) {
    const efficiency = Math.min(
      EFFICIENCY[1],
      Math.max(EFFICIENCY[0], p.prime.efficiency * factor),
    );
    return { ...p, prime: { ...p.prime, efficiency } };
  }
  if (p.kind === 'back') {
    const { line } = p;
    // The flow goes with the root of the losses.
    const k = (line.sumK + 1) / factor ** 2 - 1;
    return {
      ...p,
      line: { ...line, length: line.length / factor ** 2, sumK: Math.max(0, k) },
    };
  }
  return p;
}

/**
 * Network of a system: measurements of sizes and flows put in the place of tables, coefficients solved. What
 * stopwatches say of fills and drains comes in as corrections.
 */
export function assemble(s: SystemDocument, corrections: Corrections): Network {
  const index = new Map(s.vessels.map((v, i) => [v.id, i]));
  const correction = (v: Vessel) => corrections.voids.get(v.id) ?? 1;
  const storages = s.vessels.map((v) => stageStorageOf(s, v, correction(v)));
  const lines = pumpedLines(s);
  const controls = [...new Set(lines.map((l) => l.control))].map((id): NetControl => ({
    id,
    ...(s.service === 'flooded'
      ? { spans: null, period: DAY }
      : s.service === 'drained'
        ? { spans: [], period: DAY }
        : spansOf(
            controlOf(
              s,
              lines.find((l) => l.control === id)!,
            ),
          )),
  }));
  const at: Places = {
    vessel: (id) => index.get(id)!,
    control: (id) => controls.findIndex((c) => c.id === id),
  };
  const paths: NetPath[] = [];
  const manifolds: Manifold[] = [];
  for (const p of s.paths) {
    const from = at.vessel(p.from);
    const to = at.vessel(p.to);
    if (p.kind === 'pumped-line') {
      const made = pumpOf(s, p, paths.length, manifolds.length, at);
      paths.push(...made.paths);
      if (made.manifold) manifolds.push(made.manifold);
    } else if (isDrain(p)) paths.push(...drainOf(s, p, from, to));
    else paths.push(openOf(s, p, from, to));
  }
  const joined = groupsOf(s, index);
  const vessels = s.vessels.map((v, i): NetVessel => ({
    id: v.id,
    name: v.name,
    floorZ: v.floor,
    height: v.shape.height,
    storage: storages[i]!,
    voids: voidsNow(v, correction(v)),
    initial: v.fill,
    rimWidth: v.count * rimLength(v.shape),
    rimTo: v.rimTo === null ? -1 : (index.get(v.rimTo) ?? -1),
    bed: v.role === 'bed',
    floodLevel: floodLevelOf(s, v, joined[i]!),
    joined: joined[i]!,
    waterUse: 0,
  }));
  const net: Network = {
    temperature: s.site.waterTemperature,
    vessels,
    paths,
    controls,
    manifolds,
  };
  const calibrated = calibratedPumps(s, net);
  // What has no way back is used up where it is; elsewhere a day's water use is in the water balance only.
  return {
    ...net,
    // Joined beds drain by the ways of all of them.
    paths: calibrated.map((p) =>
      vessels[p.from]!.joined.reduce(
        (way, i) => drainingAt(way, corrections.drains.get(vessels[i]!.id) ?? 1),
        p,
      ),
    ),
    vessels: vessels.map((v, i) =>
      s.vessels[i]!.role === 'tray'
        ? { ...v, waterUse: waterUseOf(s, net, i, v.initial) / DAY }
        : v,
    ),
  };
}

/**
 * Paths with the curves of pumps that were bucket-tested fitted to it. The test is made at rest, as the
 * system was filled; where the water then stands hangs on no pump.
 */
function calibratedPumps(s: SystemDocument, net: Network): NetPath[] {
  const tests = new Map(
    net.paths.flatMap((p, i) => {
      const bucket = p.kind === 'pump' && p.lead === i ? measured(s, 'flow', p.id) : undefined;
      return bucket ? [[i, bucket.flow] as const] : [];
    }),
  );
  if (!tests.size) return [...net.paths];
  const at = surfaces(net, restVolumes(net));
  const fitted = new Map<number, PumpFigures>();
  for (const [i, flow] of tests) {
    const lead = net.paths[i] as PumpPath;
    const pipe = lead.manifold < 0 ? lead.line : net.manifolds[lead.manifold]!.outlets[0]!.own;
    // An air-lift has no curve, and no curve gives anything through a shut tap.
    if (lead.steady !== null || !Number.isFinite(pipe.sumK)) continue;
    fitted.set(i, figuresFor(net, lead, flow, at));
  }
  return net.paths.map((p) => {
    const figures = p.kind === 'pump' ? fitted.get(p.lead) : undefined;
    return figures ? { ...p, figures } : p;
  });
}

/** What stopwatches correct, by vessel: voids by the fill, and how fast it drains. */
export interface Corrections {
  readonly voids: Map<string, number>;
  readonly drains: Map<string, number>;
}
