import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds } from '../quantity/si.ts';
import { fishIn } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { COVERED_SHARE, openWaterEvaporation } from '../water/evaporation.ts';
import { footprint, shapeArea } from '../water/shape.ts';
import { areaAt, levelAt, storage, volumeAt } from '../water/vessel.ts';
import { mediumById } from '../catalogue/media.ts';
import { pumpFlow } from './flow.ts';
import { highestLevel, inflowOf, pumpsOf, restVolumes, settle, surfaces } from './statics.ts';
import { DAY, type Network } from './types.ts';

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
/** Water use of leafy planting, m/day: the middle of 2–4 mm. */
const PLANT_USE: Metres = 0.003;

/** Daily loss: open water by its surface and lid, dry media at a tenth, plants 3 mm a day on the beds. */
export function dailyLoss(
  s: SystemDocument,
  net: Network,
  volumes: readonly CubicMetres[],
): CubicMetres {
  const { waterTemperature, airTemperature, humidity, airSpeed } = s.site;
  const open = openWaterEvaporation(waterTemperature, airTemperature, humidity, airSpeed);
  const perSecond = open / 1000 / 3600;
  let loss = 0;
  s.vessels.forEach((v, i) => {
    if (v.role === 'bed') {
      const area = shapeArea(v.shape, v.media?.top ?? v.shape.height);
      loss += area * (PLANT_USE + (v.media ? COVERED_SHARE : 1) * perSecond * DAY);
    } else {
      const area = areaAt(net.vessels[i]!.room, levelAt(net.vessels[i]!.room, volumes[i]!));
      loss += area * (v.lid ? COVERED_SHARE : 1) * perSecond * DAY;
    }
  });
  return loss;
}

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

/**
 * Accounts at rest, at deepest flood and after a power cut.
 *
 * Deepest flood: every bed stands at the highest level its inflow can hold there, drain pipes dry,
 * delivery lines full. Power cut: taken with all beds full; running siphons finish, lines run back.
 */
export function accountsOf(s: SystemDocument, net: Network): Accounts {
  const rest = restVolumes(net);
  const pumps = pumpsOf(net);

  let deep = [...rest];
  const inflowWhenFull = net.vessels.map(() => 0);
  for (let turn = 0; turn < 3; turn++) {
    const at = surfaces(net, deep);
    const next = [...rest];
    net.vessels.forEach((v, i) => {
      const feeding = pumps.filter((p) => p.to === i);
      if (!feeding.length) return;
      const inflow = inflowOf(net, i, at);
      inflowWhenFull[i] = inflow;
      const held = volumeAt(
        v.room,
        Math.max(highestLevel(net, i, inflow, at), levelAt(v.room, rest[i]!)),
      );
      const took = held - rest[i]!;
      next[i] = held;
      // Several pumps share what one bed takes by their flow.
      for (const p of feeding) next[p.from]! -= took / feeding.length;
    });
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
  const reserves = pumps.map((p): Reserve => {
    const v = net.vessels[p.from]!;
    const size = volumeAt(v.room, v.height);
    return {
      pump: p.id,
      vessel: v.id,
      volume: withPipes[p.from]! - volumeAt(v.room, p.cover),
      wanted: Math.max(RESERVE_SHARE * size, RESERVE_DAYS * loss),
      swing: rest[p.from]! - withPipes[p.from]!,
      rest: rest[p.from]!,
    };
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
    let mass = fullest * 1000 + v.emptyMass + fishIn(s, v.id).mass;
    if (v.media) {
      let below = 0;
      for (const layer of [...v.media.layers, v.media]) {
        const gross = grossTo(s, i, layer.top);
        mass += (gross - below) * 1000 * wetDensity(layer.medium);
        below = gross;
      }
    }
    if (v.pots) {
      const held = v.pots.count * boreArea(v.pots.diameter) * v.pots.height;
      mass += held * 1000 * wetDensity(v.pots.medium);
    }
    if (v.role === 'bed') mass += PLANT_MASS * shapeArea(v.shape, v.shape.height);
    return {
      vessel: v.id,
      mass,
      load: mass / footprint(v.shape),
      perLeg: v.legs > 0 ? mass / v.legs : null,
    };
  });
}

/** Gross volume of a vessel up to a height, media or not, m³. */
export function grossTo(s: SystemDocument, index: number, height: Metres): CubicMetres {
  return volumeAt(
    storage(s.vessels[index]!.shape, null),
    Math.min(height, s.vessels[index]!.shape.height),
  );
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
  return pumpsOf(net).map((p) => {
    const v = net.vessels[p.from]!;
    const highest = Math.max(p.endZ, p.topZ, p.startZ ?? p.endZ);
    const least = Math.min(rest[p.from]!, volumeAt(v.room, p.intake));
    const slice = (rest[p.from]! - least) / LOOSE_SLICES;
    let left = rest[p.from]!;
    let time = 0;
    // From the top down, until the intake draws air or the falling tank is too low for the pump.
    for (let i = 0; i < LOOSE_SLICES && slice > 0; i++) {
      const q = pumpFlow(net, p, v.floorZ + levelAt(v.room, left - slice / 2), highest);
      if (q <= 0) break;
      time += slice / q;
      left -= slice;
    }
    const lost = rest[p.from]! - left;
    return {
      pump: p.id,
      vessel: v.id,
      lost,
      left,
      shareLeft: rest[p.from]! > 0 ? left / rest[p.from]! : 1,
      time,
    };
  });
}
