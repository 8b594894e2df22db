import type { Seconds } from '../quantity/si.ts';
import { controlOf, isDrain, pumpedLines } from '../system/find.ts';
import type { Control, SystemDocument, Vessel } from '../system/types.ts';
import { rimLength } from '../water/shape.ts';
import { floodLevelOf, joinedGroups } from './joined.ts';
import { waterUseOf } from './waterUse.ts';
import {
  DAY,
  type Manifold,
  type NetControl,
  type Network,
  type NetPath,
  type NetVessel,
} from './types.ts';
import { voidsNow, stageStorageOf } from './stageStorage.ts';
import { drainOf, openOf } from './gravityPaths.ts';
import { type Places, pumpOf } from './lines.ts';

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

/**
 * Network of a system as tables and boxes have it, coefficients solved. A measured bore, and the flow from which
 * a siphon was seen to start, stand in the place of the table's.
 *
 * @param voids by vessel id, factor on the voids of its stones; 1 where there is none
 */
export function assemble(
  s: SystemDocument,
  voids: ReadonlyMap<string, number> = new Map(),
): Network {
  const index = new Map(s.vessels.map((v, i) => [v.id, i]));
  const correction = (v: Vessel) => voids.get(v.id) ?? 1;
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
  const joined = joinedGroups(s, index);
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
  // What has no way back is used up where it is; elsewhere a day's water use is in the water balance only.
  return {
    ...net,
    vessels: vessels.map((v, i) =>
      s.vessels[i]!.role === 'tray'
        ? { ...v, waterUse: waterUseOf(s, net, i, v.initial) / DAY }
        : v,
    ),
  };
}
