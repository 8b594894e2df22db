import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds } from '../quantity/si.ts';
import { fishIn } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { footprint, shapeArea } from '../water/shape.ts';
import { levelAt, stageStorage, volumeAt } from '../water/vessel.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { mediumById } from '../catalogue/media.ts';
import { highestPoint, reachesPeak } from '../network/flow.ts';
import { dailyWaterUse } from '../network/waterUse.ts';
import {
  among,
  jointSurface,
  jointVolume,
  equilibrate,
  spreadOut,
} from '../network/equilibrium.ts';
import { atRest, highestLevel, surfaces } from '../network/statics.ts';
import {
  drawing,
  empties,
  pumpsOf,
  steadyFlows,
  gravityOutlets,
  type Steady,
} from '../network/steady.ts';
import { refilled, supplyOf, type Uptake } from './supply.ts';
import type { Network, NetVessel } from '../network/types.ts';

/** One vessel in one state of the water balance. */
export interface VesselState {
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

/** The water balance of a system: where the water stands, without time. */
export interface WaterBalance {
  readonly rest: readonly VesselState[];
  readonly deepest: readonly VesselState[];
  /** Of the water at the deepest flood, what stands in the pumps' lines. */
  readonly inLines: CubicMetres;
  readonly afterPowerCut: readonly VesselState[];
  readonly reserves: readonly Reserve[];
  /** Water lost in a day by evaporation and plants. */
  readonly dailyWaterUse: CubicMetres;
  /**
   * Surfaces above the ground at the deepest flood, and what flows there with every pump on; and the levels that
   * the vessels are built for, were there water enough for all of them to fill.
   */
  readonly full: {
    readonly at: readonly Metres[];
    readonly steady: Steady;
    readonly levels: readonly Metres[];
  };
}

/** Wanted reserve as a share of the vessel, and as days of losses: the greater counts. */
export const RESERVE_SHARE = 0.15;
export const RESERVE_DAYS = 3;

function standings(net: Network, volumes: readonly CubicMetres[]): VesselState[] {
  const intake = new Map<number, Metres>();
  for (const p of pumpsOf(net)) intake.set(p.from, Math.max(intake.get(p.from) ?? 0, p.intake));
  return net.vessels.map((v, i) => {
    const volume = volumes[i]!;
    const level = levelAt(v.storage, Math.max(0, volume));
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

/** Deepest flood: where the water stands with every pump on for long, and what flows then. */
interface Deepest {
  readonly volumes: CubicMetres[];
  readonly inflow: readonly CubicMetresPerSecond[];
  /** Level of each vessel were there water enough for all to fill. */
  readonly levels: readonly Metres[];
  /** By the first vessel of a group: what its pumps draw for all to fill, whether it has it or not. */
  readonly wanted: Float64Array;
}

/** Water that the lines of the pumps in a vessel take up, where they give anything. */
function inLines(net: Network, inflow: readonly CubicMetresPerSecond[]): CubicMetres[] {
  const out = net.vessels.map(() => 0);
  for (const p of pumpsOf(net)) if (inflow[p.to]! > 0) out[p.from]! += p.lineVolume;
  return out;
}

/** What the pumps in a vessel, and in those it is joined with, can draw before they suck air. */
function drawable(
  net: Network,
  v: NetVessel,
  rest: readonly CubicMetres[],
  lines: readonly CubicMetres[],
): CubicMetres {
  let intake = Infinity;
  for (const p of drawing(net)) {
    if (v.joined.includes(p.from)) {
      intake = Math.min(intake, net.vessels[p.from]!.floorZ + p.intake);
    }
  }
  const has = among(v, rest) - among(v, lines);
  return Math.max(0, has - (intake < Infinity ? jointVolume(net, v, intake) : 0));
}

/**
 * Every vessel that passes water on stands at the highest level its inflow can hold there, as far as the
 * water goes: a source gives down to its pump's intake and no further.
 */
function deepestFlood(net: Network, rest: readonly CubicMetres[]): Deepest {
  let deep: CubicMetres[] = [...rest];
  let steady = atRest(net).steady;
  let wanted: Float64Array = new Float64Array(net.vessels.length);
  let levels: Metres[] = [];
  for (let turn = 0; turn < 4; turn++) {
    const at = surfaces(net, deep);
    if (turn > 0) steady = steadyFlows(net, at);
    const lines = inLines(net, steady.inflow);
    const restIn = net.vessels.map((v) => among(v, rest));
    const uptakes = net.vessels.map((v, i): Uptake => {
      if (v.joined[0] !== i) return { takes: 0, gives: 0, passedOn: 0 };
      const passes = steady.inflow[i]! - steady.drawn[i]!;
      const gives = drawable(net, v, rest, lines);
      if (!(passes > 1e-9) || isSink(net, i))
        return { takes: 0, gives, passedOn: refilled(net, i, steady) };
      const held = jointVolume(net, v, v.floorZ + highestLevel(net, i, passes, at));
      return { takes: Math.max(0, held - restIn[i]!), gives, passedOn: 1 };
    });
    const supply = supplyOf(net, steady, uptakes);
    wanted = supply.wanted;
    levels = net.vessels.map((v, i) => levelAt(v.storage, Math.max(0, deep[i]!)));
    net.vessels.forEach((v, i) => {
      const takes = uptakes[i]!.takes;
      if (v.joined[0] !== i || !(takes > 0)) return;
      const z = jointSurface(net, v, restIn[i]! + takes);
      for (const j of v.joined) levels[j] = Math.max(0, z - net.vessels[j]!.floorZ);
    });
    const next = [...rest];
    net.vessels.forEach((v, i) => {
      if (v.joined[0] !== i) return;
      const moves = supply.taken[i]! - supply.given[i]!;
      if (moves !== 0) spreadOut(net, v, restIn[i]! + moves, next);
    });
    const settled = next.every((x, i) => Math.abs(x - deep[i]!) < 1e-6);
    deep = next;
    if (settled) break;
  }
  return { volumes: deep, inflow: steady.inflow, levels, wanted };
}

/**
 * The water balance at rest, at deepest flood and after a power cut. Each holds what was poured in, to the drop;
 * at the deepest flood some of it stands in the pumps' lines.
 *
 * Deepest flood: every vessel that passes water on stands at the highest level its inflow can hold
 * there, drain pipes dry, delivery lines full, as far as the water goes. Power cut: taken with all of
 * them full; running siphons finish, lines run back.
 */
export function waterBalanceOf(s: SystemDocument, net: Network): WaterBalance {
  const { rest } = atRest(net);
  const { volumes: deep, inflow, levels, wanted } = deepestFlood(net, rest);
  const lines = inLines(net, inflow);
  // A line takes no more than there is.
  const held = lines.map((x, i) => Math.min(x, Math.max(0, deep[i]!)));
  const withPipes = deep.map((x, i) => x - held[i]!);
  const at = surfaces(net, withPipes);

  // After the cut all water is where gravity takes it, the lines' own water back in the source.
  const cut = [...deep];
  equilibrate(net, cut, true);

  const use = dailyWaterUse(s, net, rest);
  const reserves = pumpsOf(net).flatMap((p): Reserve[] => {
    // A pump that is there to empty its vessel needs no reserve in it.
    if (empties(p)) return [];
    const v = net.vessels[p.from]!;
    const size = v.joined.reduce((sum, i) => {
      const m = net.vessels[i]!;
      return sum + volumeAt(m.storage, m.height);
    }, 0);
    const has = among(v, rest);
    const swing = wanted[v.joined[0]!]! + among(v, lines);
    return [
      {
        pump: p.id,
        vessel: v.id,
        volume: has - swing - jointVolume(net, v, v.floorZ + p.cover),
        wanted: Math.max(RESERVE_SHARE * size, RESERVE_DAYS * use),
        swing,
        rest: has,
      },
    ];
  });
  return {
    rest: standings(net, rest),
    deepest: standings(net, withPipes),
    inLines: held.reduce((sum, x) => sum + x, 0),
    afterPowerCut: standings(net, cut),
    reserves,
    dailyWaterUse: use,
    full: { at, steady: steadyFlows(net, at), levels },
  };
}

/** Whether a vessel has no outlet at all but over its rim onto the floor, and is no bed. */
const isSink = (net: Network, vessel: number): boolean =>
  !net.vessels[vessel]!.bed && gravityOutlets(net, vessel).length === 0;

/** Weight of a vessel as it stands at its fullest, kg, and spread over its footprint, kg/m². */
export interface VesselWeight {
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
export function weightsOf(s: SystemDocument, balance: WaterBalance): VesselWeight[] {
  return s.vessels.map((v, i) => {
    const fullest = Math.max(
      balance.rest[i]!.volume,
      balance.deepest[i]!.volume,
      balance.afterPowerCut[i]!.volume,
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
  return v.count * volumeAt(stageStorage(v.shape, null), Math.min(height, v.shape.height));
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
    const highest = highestPoint(p);
    const pipe = p.manifold < 0 ? p.line : { ...net.manifolds[p.manifold]!.trunk };
    const curve = pumpCurve(p.figures);
    const least = Math.min(rest[p.from]!, volumeAt(v.storage, p.intake));
    const slice = (rest[p.from]! - least) / LOOSE_SLICES;
    let left = rest[p.from]!;
    let time = 0;
    // From the top down, until the intake draws air or the falling tank is too low for the pump.
    for (let i = 0; i < LOOSE_SLICES && slice > 0; i++) {
      const source = v.floorZ + levelAt(v.storage, left - slice / 2);
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
