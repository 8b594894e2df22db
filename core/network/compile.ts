import type { Seconds } from '../quantity/si.ts';
import { controlOf, isDrain, measured, pumpedLines } from '../system/find.ts';
import type { Control, SystemDocument, Vessel } from '../system/types.ts';
import { rimLength } from '../water/shape.ts';
import { floodLevelOf, groupsOf } from './joined.ts';
import { lossOf } from './losses.ts';
import { jointVolume, residueLevel } from './settle.ts';
import { atRest, drainTime, fillTime, floodMark } from './statics.ts';
import {
  DAY,
  type Manifold,
  type NetControl,
  type Network,
  type NetPath,
  type NetVessel,
} from './types.ts';
import { voidsNow, roomOf } from './room.ts';
import { drainOf, openOf } from './ways.ts';
import { type Places, pumpOf } from './lines.ts';

/** On-spans of a day, merged and in order; what runs over midnight is cut there and goes on at 00:00. */
export function spansOf(control: Control): NetControl['spans'] {
  if (control.kind === 'always-on') return null;
  const raw: [Seconds, Seconds][] = [];
  if (control.kind === 'interval') {
    for (let t = 0; t < DAY; t += control.on + control.off)
      raw.push([t, Math.min(DAY, t + control.on)]);
  } else {
    for (const { start, on } of control.rows) {
      const from = start % DAY;
      const till = from + Math.min(on, DAY);
      raw.push([from, Math.min(DAY, till)]);
      if (till > DAY) raw.push([0, till - DAY]);
    }
  }
  raw.sort((a, b) => a[0] - b[0]);
  const out: [Seconds, Seconds][] = [];
  for (const span of raw) {
    const last = out[out.length - 1];
    if (last && span[0] <= last[1]) last[1] = Math.max(last[1], span[1]);
    else out.push([...span]);
  }
  return out;
}

/** A siphon's share of the full pipe can be no less and no more than this. */
const EFFICIENCY = [0.1, 1] as const;

/** A drain, or a way back through a stopped pump, that takes a multiple of what was reckoned. */
function drainingAt(p: NetPath, factor: number): NetPath {
  if (factor === 1) return p;
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

function assemble(s: SystemDocument, corrections: Corrections): Network {
  const index = new Map(s.vessels.map((v, i) => [v.id, i]));
  const correction = (v: Vessel) => corrections.voids.get(v.id) ?? 1;
  const rooms = s.vessels.map((v) => roomOf(s, v, correction(v)));
  const lines = pumpedLines(s);
  const controls = [...new Set(lines.map((l) => l.control))].map((id): NetControl => ({
    id,
    spans:
      s.service === 'flooded'
        ? null
        : s.service === 'drained'
          ? []
          : spansOf(
              controlOf(
                s,
                lines.find((l) => l.control === id)!,
              ),
            ),
  }));
  const at: Places = {
    vessel: (id) => index.get(id)!,
    control: (id) => controls.findIndex((c) => c.id === id),
    rooms,
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
    room: rooms[i]!,
    voids: voidsNow(v, correction(v)),
    initial: v.fill,
    rimWidth: v.count * rimLength(v.shape),
    rimTo: v.rimTo === null ? -1 : (index.get(v.rimTo) ?? -1),
    bed: v.role === 'bed',
    floodLevel: floodLevelOf(s, v, joined[i]!),
    joined: joined[i]!,
    loss: 0,
  }));
  const net: Network = {
    temperature: s.site.waterTemperature,
    vessels,
    paths,
    controls,
    manifolds,
  };
  // What has no way back is used up where it is; elsewhere a day's loss is in the accounts only.
  return {
    ...net,
    paths: paths.map((p) => drainingAt(p, corrections.drains.get(vessels[p.from]!.id) ?? 1)),
    vessels: vessels.map((v, i) =>
      s.vessels[i]!.role === 'tray' ? { ...v, loss: lossOf(s, net, i, v.initial) / DAY } : v,
    ),
  };
}

/** What stopwatches correct, by vessel: voids by the fill, and how fast it drains. */
interface Corrections {
  readonly voids: Map<string, number>;
  readonly drains: Map<string, number>;
}

/** A drain that never ends is first let go by so much more. */
const LET_GO = 1.3;
const CREEP = 0.7;

/** By how much more a bed must drain than reckoned to take a time: (V/t + Q_in) for each of the two. */
function drainFactor(net: Network, vessel: number, predicted: Seconds, time: Seconds): number {
  if (!Number.isFinite(predicted) || predicted <= 0) return LET_GO;
  const { at, steady } = atRest(net);
  const v = net.vessels[vessel]!;
  const siphon = net.paths.some((p) => p.kind === 'drain' && p.prime && v.joined.includes(p.from));
  const inflow = siphon ? steady.inflow[vessel]! : 0;
  const top = jointVolume(net, v, v.floorZ + floodMark(net, vessel, at));
  const low = jointVolume(net, v, v.floorZ + residueLevel(net, vessel, true));
  const factor = ((top - low) / time + inflow) / ((top - low) / predicted + inflow);
  // Through a stopped pump some of it creeps: there the flow goes with more than the factor.
  return siphon ? factor : factor ** CREEP;
}

/**
 * Network of a system: measurements put in the place of tables, coefficients solved.
 *
 * A fill time by stopwatch corrects the bed's voids, a drain time the share of the full pipe that its
 * siphon takes, or the way back through the stopped pump. The times are all but proportional to them,
 * so a few corrections by measured ÷ predicted settle it.
 */
export function compile(s: SystemDocument): Network {
  const corrections: Corrections = { voids: new Map(), drains: new Map() };
  let net = assemble(s, corrections);
  const timed = s.vessels.flatMap((v) => [
    ...((v.media ?? v.pots) && measured(s, 'fill-time', v.id)
      ? [{ v, by: corrections.voids, time: measured(s, 'fill-time', v.id)!.time, of: fillTime }]
      : []),
    ...(measured(s, 'drain-time', v.id)
      ? [{ v, by: corrections.drains, time: measured(s, 'drain-time', v.id)!.time, of: drainTime }]
      : []),
  ]);
  if (timed.length === 0) return net;
  for (let turn = 0; turn < 12; turn++) {
    let worst = 0;
    for (const { v, by, time, of } of timed) {
      const predicted: Seconds = of(net, s.vessels.indexOf(v));
      const drains = by === corrections.drains;
      if (!drains && (!Number.isFinite(predicted) || predicted <= 0)) continue;
      // Voids grow with the time; what drains must take what comes in as well.
      const factor = drains
        ? drainFactor(net, s.vessels.indexOf(v), predicted, time)
        : time / predicted;
      worst = Math.max(worst, Math.abs(factor - 1));
      by.set(v.id, (by.get(v.id) ?? 1) * factor);
    }
    if (worst < 1e-4) break;
    net = assemble(s, corrections);
  }
  return net;
}
