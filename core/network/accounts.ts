import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds } from '../quantity/si.ts';
import { fishIn } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { footprint, shapeArea } from '../water/shape.ts';
import { levelAt, storage, volumeAt } from '../water/vessel.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { mediumById } from '../catalogue/media.ts';
import { reachesPeak } from './flow.ts';
import { dailyLoss } from './losses.ts';
import { jointSurface, jointVolume, settle } from './settle.ts';
import { atRest, highestLevel, surfaces } from './statics.ts';
import { deliveriesOf, empties, pumpsOf, steadyFlows, waysOut, type Steady } from './steady.ts';
import type { Network } from './types.ts';

/** One vessel in one of the accounts. */
export interface Standing {
  readonly vessel: string;
  readonly volume: CubicMetres;
  /** Above the floor; above the rim where there is more water than room. */
  readonly level: Metres;
  /** Rim less level; negative is water on the floor. */
  readonly freeboard: Metres;
  /** Level less the height of the pump's intake; null where no pump stands. */
  readonly aboveIntake: Metres | null;
}

/** What keeps a pump covered when every bed that can be full at once is full. */
export interface Reserve {
  readonly pump: string;
  readonly vessel: string;
  /** Water above the intake and 25 mm against drawing air; negative is what is missing. */
  readonly volume: CubicMetres;
  readonly wanted: CubicMetres;
  /** Water the beds and pipes took out of this vessel. */
  readonly swing: CubicMetres;
  readonly rest: CubicMetres;
}

/** The water accounts of a system: where the water stands, without time. */
export interface Accounts {
  readonly rest: readonly Standing[];
  readonly deepest: readonly Standing[];
  readonly afterPowerCut: readonly Standing[];
  readonly reserves: readonly Reserve[];
  /** Water lost in a day by evaporation and plants. */
  readonly dailyLoss: CubicMetres;
  /** Inflow of each vessel at its highest level. */
  readonly inflowWhenFull: readonly CubicMetresPerSecond[];
}

/** Wanted reserve as a share of the vessel, and as days of losses: the greater counts. */
export const RESERVE_SHARE = 0.15;
export const RESERVE_DAYS = 3;
function standings(net: Network, volumes: readonly CubicMetres[]): Standing[] {
  const intake = new Map<number, Metres>();
  for (const p of pumpsOf(net)) intake.set(p.from, Math.max(intake.get(p.from) ?? 0, p.intake));
  return net.vessels.map((v, i) => {
    const volume = Math.max(0, volumes[i]!);
    const level = levelAt(v.room, volume);
    const low = intake.get(i);
    return {
      vessel: v.id,
      volume,
      level,
      freeboard: v.height - level,
      aboveIntake: low === undefined ? null : level - low,
    };
  });
}

/** Shares of what a vessel takes that come from each vessel that gives to it. */
interface Giver {
  readonly from: number;
  readonly share: number;
  /** Flow of the pump that gives, or of the way that passes on. */
  readonly flow: CubicMetresPerSecond;
}

function giversOf(net: Network, vessel: number, steady: Steady): Giver[] {
  const group = net.vessels[vessel]!.joined;
  const list = net.paths.flatMap((p, i) => {
    const flow = p.kind === 'back' ? 0 : steady.flows[i]!;
    return flow > 0 && group.includes(p.to) && !group.includes(p.from)
      ? [{ from: p.from, flow }]
      : [];
  });
  const sum = list.reduce((t, g) => t + g.flow, 0);
  return list.map((g) => ({ ...g, share: g.flow / sum }));
}

/**
 * Takes an amount out of the vessels that it came from: one that keeps its level passes the bill on to
 * its own givers, one that a pump refills while another draws passes on what is refilled.
 */
function charge(
  net: Network,
  steady: Steady,
  keeps: ReadonlySet<number>,
  vessel: number,
  amount: CubicMetres,
  volumes: CubicMetres[],
  depth: number,
): void {
  if (amount === 0 || depth > 2 * net.vessels.length) return;
  for (const g of giversOf(net, vessel, steady)) {
    const part = amount * g.share;
    const head = net.vessels[g.from]!.joined[0]!;
    const supplied = steady.inflow[g.from]!;
    const drawn = steady.drawn[g.from]!;
    const fed = pumpsInto(net, g.from);
    const passed = keeps.has(head) ? 1 : fed && drawn > 0 ? Math.min(1, supplied / drawn) : 0;
    volumes[g.from]! -= part * (1 - passed);
    charge(net, steady, keeps, g.from, part * passed, volumes, depth + 1);
  }
}

/** Whether a pump that is always on refills a vessel. */
const pumpsInto = (net: Network, vessel: number): boolean =>
  deliveriesOf(net).some(
    (p) =>
      net.vessels[vessel]!.joined.includes(p.to) &&
      net.controls[p.control]!.spans === null &&
      !empties(p),
  );

/**
 * Accounts at rest, at deepest flood and after a power cut.
 *
 * Deepest flood: every vessel that passes water on stands at the highest level its inflow can hold
 * there, drain pipes dry, delivery lines full. Power cut: taken with all of them full; running siphons
 * finish, lines run back.
 */
export function accountsOf(s: SystemDocument, net: Network): Accounts {
  const rest = atRest(net).rest;
  const pumps = pumpsOf(net);

  let deep = [...rest];
  let inflowWhenFull: readonly CubicMetresPerSecond[] = net.vessels.map(() => 0);
  for (let turn = 0; turn < 4; turn++) {
    const at = surfaces(net, deep);
    const steady = turn === 0 ? atRest(net).steady : steadyFlows(net, at);
    inflowWhenFull = steady.inflow;
    const next = [...rest];
    const keeps = new Set<number>();
    const took = new Map<number, CubicMetres>();
    net.vessels.forEach((v, i) => {
      const passes = steady.inflow[i]! - steady.drawn[i]!;
      if (v.joined[0] !== i || !(passes > 1e-9) || isSink(net, i)) return;
      const was = v.joined.reduce((sum, j) => sum + rest[j]!, 0);
      const z = v.floorZ + highestLevel(net, i, passes, at);
      const held = Math.max(was, jointVolume(net, v, z));
      const stands = jointSurface(net, v, held);
      for (const j of v.joined) {
        const m = net.vessels[j]!;
        next[j] = volumeAt(m.room, stands - m.floorZ);
      }
      keeps.add(i);
      took.set(i, held - was);
    });
    for (const [i, amount] of took) charge(net, steady, keeps, i, amount, next, 0);
    const settled = next.every((x, i) => Math.abs(x - deep[i]!) < 1e-6);
    deep = next;
    if (settled) break;
  }
  const pipes = net.vessels.map(() => 0);
  for (const p of pumps) {
    if (inflowWhenFull[p.to]! > 0) pipes[p.from]! += p.lineVolume;
  }
  const withPipes = deep.map((x, i) => x - pipes[i]!);

  // After the cut all water is where gravity takes it, the lines' own water back in the source.
  const cut = [...deep];
  settle(net, cut, true);

  const loss = dailyLoss(s, net, rest);
  const reserves = pumps.flatMap((p): Reserve[] => {
    // A pump that is there to empty its vessel needs no reserve in it.
    if (empties(p)) return [];
    const v = net.vessels[p.from]!;
    const size = volumeAt(v.room, v.height);
    return [
      {
        pump: p.id,
        vessel: v.id,
        volume: withPipes[p.from]! - volumeAt(v.room, p.cover),
        wanted: Math.max(RESERVE_SHARE * size, RESERVE_DAYS * loss),
        swing: rest[p.from]! - withPipes[p.from]!,
        rest: rest[p.from]!,
      },
    ];
  });
  return {
    rest: standings(net, rest),
    deepest: standings(net, withPipes),
    afterPowerCut: standings(net, cut),
    reserves,
    dailyLoss: loss,
    inflowWhenFull,
  };
}

/** Whether a vessel has no way out at all but over its rim onto the floor, and is no bed. */
const isSink = (net: Network, vessel: number): boolean =>
  !net.vessels[vessel]!.bed && waysOut(net, vessel).length === 0;

/** Weight of a vessel as it stands at its fullest, kg, and spread over its footprint, kg/m². */
export interface Weight {
  readonly vessel: string;
  readonly mass: number;
  readonly load: number;
  /** On each of its legs, kg, where it stands on legs. */
  readonly perLeg: number | null;
}

/** Wet drained density of a medium, kg/L; of stones where it is not in the table. */
const wetDensity = (medium: string): number => mediumById(medium)?.wetDensity ?? 1.5;

/** Plants in leaf, kg per m² of bed (practice). */
const PLANT_MASS = 10;

/** Weight of each vessel at its fullest: water, vessel, wet media, plants, fish; over its own footprint. */
export function weightsOf(s: SystemDocument, accounts: Accounts): Weight[] {
  return s.vessels.map((v, i) => {
    const fullest = Math.max(
      accounts.rest[i]!.volume,
      accounts.deepest[i]!.volume,
      accounts.afterPowerCut[i]!.volume,
    );
    let mass = fullest * 1000 + v.count * v.emptyMass + fishIn(s, v.id).mass;
    if (v.media) {
      let below = 0;
      for (const layer of [...v.media.layers, v.media]) {
        const gross = grossTo(s, i, layer.top);
        mass += (gross - below) * 1000 * wetDensity(layer.medium);
        below = gross;
      }
    }
    if (v.pots) {
      const held = v.count * v.pots.count * boreArea(v.pots.diameter) * v.pots.height;
      mass += held * 1000 * wetDensity(v.pots.medium);
    }
    if (v.role === 'bed') mass += v.count * PLANT_MASS * shapeArea(v.shape, v.shape.height);
    return {
      vessel: v.id,
      mass,
      load: mass / (v.count * footprint(v.shape)),
      perLeg: v.legs > 0 ? mass / v.legs : null,
    };
  });
}

/** Gross volume of a vessel up to a height, media or not, m³. */
export function grossTo(s: SystemDocument, index: number, height: Metres): CubicMetres {
  const v = s.vessels[index]!;
  return v.count * volumeAt(storage(v.shape, null), Math.min(height, v.shape.height));
}
/** Time a loose delivery takes to throw out everything above the intake, and what then stays. */
export interface LooseDelivery {
  readonly pump: string;
  readonly vessel: string;
  readonly lost: CubicMetres;
  readonly left: CubicMetres;
  readonly shareLeft: number;
  readonly time: Seconds;
}

const LOOSE_SLICES = 12;

/** The delivery off at its highest point and the pump left on: what it throws out until it draws air. */
export function looseDeliveries(net: Network, rest: readonly CubicMetres[]): LooseDelivery[] {
  return pumpsOf(net).flatMap((p): LooseDelivery[] => {
    if (empties(p) || p.steady !== null) return [];
    const v = net.vessels[p.from]!;
    const highest = Math.max(p.endZ, p.topZ, p.startZ ?? p.endZ);
    const pipe = p.manifold < 0 ? p.line : { ...net.manifolds[p.manifold]!.trunk };
    const curve = pumpCurve(p.figures);
    const least = Math.min(rest[p.from]!, volumeAt(v.room, p.intake));
    const slice = (rest[p.from]! - least) / LOOSE_SLICES;
    let left = rest[p.from]!;
    let time = 0;
    // From the top down, until the intake draws air or the falling tank is too low for the pump.
    for (let i = 0; i < LOOSE_SLICES && slice > 0; i++) {
      const source = v.floorZ + levelAt(v.room, left - slice / 2);
      const q = reachesPeak(p, curve.maxHead, source)
        ? dutyFlow(curve, highest - source, pipe, net.temperature)
        : 0;
      if (q <= 0) break;
      time += slice / q;
      left -= slice;
    }
    const lost = rest[p.from]! - left;
    return [
      {
        pump: p.id,
        vessel: v.id,
        lost,
        left,
        shareLeft: rest[p.from]! > 0 ? left / rest[p.from]! : 1,
        time,
      },
    ];
  });
}
