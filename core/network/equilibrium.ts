import type { CubicMetres, Metres } from '../quantity/si.ts';
import { levelAt, volumeAt } from '../water/vessel.ts';
import { root } from '../numerics/root.ts';
import { empties, pumpsOf } from './steady.ts';
import type { LinkPath, NetVessel, Network, PumpPath } from './types.ts';

/** Where water comes to rest when no pump runs. */

/** Sum over a vessel and those that it is joined with. */
export const among = (v: NetVessel, xs: readonly CubicMetres[]): CubicMetres =>
  v.joined.reduce((sum, i) => sum + xs[i]!, 0);

/** Volume of a vessel and those it is joined with up to a surface above the ground. */
export const jointVolume = (net: Network, v: NetVessel, z: Metres): CubicMetres =>
  v.joined.reduce((sum, i) => {
    const m = net.vessels[i]!;
    return sum + volumeAt(m.storage, z - m.floorZ);
  }, 0);

/** Surface above the ground at which joined vessels hold a volume together. */
export function jointSurface(net: Network, v: NetVessel, volume: CubicMetres): Metres {
  if (v.joined.length === 1) return v.floorZ + levelAt(v.storage, Math.max(0, volume));
  const floor = Math.min(...v.joined.map((i) => net.vessels[i]!.floorZ));
  let high = floor + 1;
  while (jointVolume(net, v, high) < volume) high += 1;
  return root((z) => jointVolume(net, v, z) - volume, floor, high, 1e-9);
}

/** Puts a volume into joined vessels so that they stand at one level; to the drop. */
export function spreadOut(
  net: Network,
  v: NetVessel,
  volume: CubicMetres,
  into: CubicMetres[],
): void {
  if (v.joined.length === 1) {
    into[v.joined[0]!] = volume;
    return;
  }
  const z = jointSurface(net, v, volume);
  const shares = v.joined.map((i) => volumeAt(net.vessels[i]!.storage, z - net.vessels[i]!.floorZ));
  const sum = shares.reduce((t, x) => t + x, 0);
  // The level is found to a tolerance; what it is off by is shared as the water is.
  v.joined.forEach((i, k) => {
    into[i] = sum > 0 ? (shares[k]! / sum) * volume : volume / v.joined.length;
  });
}

/** An outlet by gravity: water above its sill leaves to another vessel, or until that stands as high. */
interface Outlet {
  readonly to: number;
  readonly sillZ: Metres;
  /** The other side can rise against it. */
  readonly both: boolean;
}

/**
 * Outlets of a vessel and those joined with it, the lowest first.
 *
 * @param stopped every pump stands still, those too that are always on
 */
function outletsDown(net: Network, v: NetVessel, siphons: boolean, stopped: boolean): Outlet[] {
  const out: Outlet[] = [];
  const inside = (i: number) => v.joined.includes(i);
  for (const p of net.paths) {
    if (inside(p.from) && inside(p.to)) continue;
    if (p.kind === 'link') {
      out.push(...linkOutlets(p, inside));
      continue;
    }
    if (!inside(p.from)) continue;
    const floorZ = net.vessels[p.from]!.floorZ;
    const add = (level: Metres) =>
      out.push({ to: p.to, sillZ: floorZ + Math.max(0, level), both: false });
    if (p.kind === 'drain') add(siphons && p.siphon && p.prime ? p.prime.breakLevel : p.crest);
    if (p.kind === 'hole') add(p.inFloor ? 0 : p.level);
    if (p.kind === 'film') add(0);
    if (p.kind === 'seep') add(p.level);
    if (p.kind === 'back' && Number.isFinite(p.line.sumK)) {
      const pump = net.paths[p.pump] as PumpPath;
      if (stopped || net.controls[pump.control]!.spans !== null) add(p.endZ - floorZ);
    }
  }
  return out.sort((a, b) => a.sillZ - b.sillZ);
}

function linkOutlets(p: LinkPath, inside: (i: number) => boolean): Outlet[] {
  if (inside(p.from)) return [{ to: p.to, sillZ: p.sillFrom, both: true }];
  if (inside(p.to)) return [{ to: p.from, sillZ: p.sillTo, both: true }];
  return [];
}

/**
 * Lowest level to which a vessel drains by itself, or by the pump that empties it; `siphons`: they run.
 *
 * @param vessel its index
 * @returns above its floor, m
 */
export function residueLevel(net: Network, vessel: number, siphons: boolean): Metres {
  const v = net.vessels[vessel]!;
  // A joining pipe to a higher vessel lets nothing down, nor does the line of a pump that never stops.
  const outlets = outletsDown(net, v, siphons, false).filter(
    (w) => !w.both || net.vessels[w.to]!.floorZ < w.sillZ,
  );
  let z = v.floorZ + v.height;
  if (outlets.length) z = Math.min(z, outlets[0]!.sillZ);
  for (const p of pumpsOf(net)) {
    if (empties(p) && v.joined.includes(p.from)) {
      z = Math.min(z, net.vessels[p.from]!.floorZ + Math.max(p.intake, p.float!.off));
    }
  }
  return Math.max(0, z - v.floorZ);
}

/** Less than this is not moved, m³. */
const NOTHING = 1e-12;

/** Lets every vessel run down to where it stays, the highest surface first. */
export function equilibrate(net: Network, volumes: CubicMetres[], siphons: boolean): void {
  const heads = net.vessels.flatMap((v, i) => (v.joined[0] === i ? [i] : []));
  const sum = (v: NetVessel) => v.joined.reduce((t, i) => t + Math.max(0, volumes[i]!), 0);
  const surface = (v: NetVessel) => jointSurface(net, v, sum(v));
  for (const i of heads) {
    const v = net.vessels[i]!;
    if (v.joined.length > 1) spreadOut(net, v, sum(v), volumes);
  }
  const outlets = new Map(heads.map((i) => [i, outletsDown(net, net.vessels[i]!, siphons, true)]));
  for (let turn = 0; turn < 4 * heads.length; turn++) {
    let moved = false;
    const order = heads.map((i) => ({ i, z: surface(net.vessels[i]!) })).sort((a, b) => b.z - a.z);
    for (const { i } of order) {
      const v = net.vessels[i]!;
      const z = surface(v);
      const open = outlets
        .get(i)!
        .find((w) => z > w.sillZ + 1e-9 && (!w.both || z > surface(net.vessels[w.to]!) + 1e-7));
      if (!open) continue;
      const u = net.vessels[open.to]!;
      const here = sum(v);
      const there = sum(u);
      let goes = here - jointVolume(net, v, open.sillZ);
      if (open.both) {
        // The other side rises against it: stop where both stand alike.
        const after = (x: number) =>
          jointSurface(net, u, there + x) - jointSurface(net, v, here - x);
        if (after(goes) > 0) goes = root(after, 0, goes, 1e-10);
      }
      if (!(goes > NOTHING)) continue;
      spreadOut(net, v, here - goes, volumes);
      spreadOut(net, u, there + goes, volumes);
      moved = true;
    }
    if (!moved) break;
  }
  fillByFloats(net, volumes);
}

/** A float valve lets down what is missing to its mark, as far as its supply goes. */
function fillByFloats(net: Network, volumes: CubicMetres[]): void {
  for (const p of net.paths) {
    if (p.kind !== 'float' || p.stuck === 0) continue;
    const missing = volumeAt(net.vessels[p.to]!.storage, p.level) - volumes[p.to]!;
    const goes = Math.min(missing, Math.max(0, volumes[p.from]!));
    if (goes <= 0) continue;
    volumes[p.to]! += goes;
    volumes[p.from]! -= goes;
  }
}

/** Rest volumes as filled, with what stands above a free outlet run on to where it goes. */
export function restVolumes(net: Network): CubicMetres[] {
  const volumes = net.vessels.map((v) => v.initial);
  equilibrate(net, volumes, false);
  return volumes;
}
