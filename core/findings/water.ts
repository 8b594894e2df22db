import { litres, mm, ratio, say, share, time } from '../quantity/index.ts';
import { mediumById } from '../catalogue/media.ts';
import { fishIn, isStore, vesselOf } from '../system/index.ts';
import { volumeAt, wholeVolume } from '../water/vessel.ts';
import { bedsOfTank } from '../assess/assess.ts';
import { RESERVE_DAYS, RESERVE_SHARE, type Reserve } from '../assess/accounts.ts';
import { PRACTICE, atLeast, within } from './grade.ts';
import type { Finding, Rule } from './types.ts';

/** Findings on the water accounts: reserve, backflow, dry layer, tank swing, bed to tank, loose delivery. */

/** Of several pumps in one vessel the one that is uncovered first. */
const scarcest = (reserves: readonly Reserve[]): Reserve[] =>
  reserves.filter(
    (r) =>
      !reserves.some(
        (o) =>
          o.vessel === r.vessel &&
          (o.volume < r.volume || (o.volume === r.volume && o.pump < r.pump)),
      ),
  );

/** The pump must stay covered when every bed is full at once. */
export const reserve: Rule = ({ system, a }) =>
  scarcest(a.accounts.reserves).map((r) => {
    const level = atLeast(r.volume, 0, r.wanted);
    const name = vesselOf(system, r.vessel).name;
    return {
      id: 'reserve',
      about: r.vessel,
      level,
      measured: r.volume,
      limit: level === 'stop' ? 0 : r.wanted,
      kind: 'volume',
      sentence:
        level === 'stop'
          ? say`${litres(-r.volume)} are missing over the pump’s intake in “${name}” when every bed is full.`
          : level === 'watch'
            ? say`${litres(r.volume)} stay over the pump’s intake in “${name}” when every bed is full; ${litres(r.wanted)} are wished.`
            : say`${litres(r.volume)} stay over the pump’s intake in “${name}” when every bed is full.`,
      why: say`A flood takes ${litres(r.swing)} of ${litres(r.rest)}. A pump that runs dry burns out. Wished is the greater of ${share(RESERVE_SHARE)} of the vessel and ${String(RESERVE_DAYS)} days without topping up (${litres(a.accounts.dailyLoss)} a day); 25 mm over the intake are left out against drawing air.`,
      source: PRACTICE,
    };
  });

const BACKFLOW_WISH = 0.03;

/** Everything that can run back must find room under the rim. */
export const backflowRoom: Rule = ({ system, a }) =>
  system.vessels.flatMap((v, i) => {
    if (!isStore(v)) return [];
    const cut = a.accounts.afterPowerCut[i]!;
    const rest = a.accounts.rest[i]!;
    const room = Math.min(cut.freeboard, rest.freeboard);
    const level = atLeast(room, 0, BACKFLOW_WISH);
    const top = cut.volume > rest.volume ? cut : rest;
    const over = Math.max(0, top.volume - wholeVolume(v));
    return [
      {
        id: 'backflow-room',
        about: v.id,
        level,
        measured: room,
        limit: level === 'stop' ? 0 : BACKFLOW_WISH,
        kind: 'length' as const,
        sentence:
          level === 'stop'
            ? over > 0
              ? say`${litres(over)} run over the rim of “${v.name}” when the power fails and the beds drain back.`
              : say`“${v.name}” stands full to its rim when the power fails and the beds drain back.`
            : level === 'watch'
              ? say`${mm(room)} of room stay in “${v.name}” when the power fails and the beds drain back, less than the ${mm(BACKFLOW_WISH)} wished.`
              : say`${mm(room)} of room stay in “${v.name}” when the power fails and the beds drain back.`,
        why: say`In a power cut the beds, the siphons and the lines run back by themselves. A vessel filled to the brim while the beds stand full has no room for that water.`,
        source: PRACTICE,
      },
    ];
  });

const DRY_LAYER = [0.02, 0.05] as const;
const DRY_LAYER_FLOATING = 0.03;

/** Media stand above the flood, so that the top stays dry. */
export const dryLayer: Rule = ({ system, a }) =>
  a.beds.flatMap((b) => {
    const v = vesselOf(system, b.id);
    if (!v.media || b.inflow <= 0 || !b.floods || b.trickle) return [];
    const layer = v.media.top - b.highest;
    const floats = mediumById(v.media.medium)?.floats === 'yes';
    const low = floats ? DRY_LAYER_FLOATING : DRY_LAYER[0];
    const level = within(layer, low - 5e-4, DRY_LAYER[1] + 5e-4);
    const thin = layer < low;
    return [
      {
        id: 'dry-layer',
        about: b.id,
        level,
        measured: layer,
        limit: level === 'fine' || thin ? low : DRY_LAYER[1],
        kind: 'length' as const,
        sentence:
          layer < 0
            ? say`The flood stands ${mm(-layer)} over the media in “${v.name}”.`
            : level === 'fine'
              ? say`${mm(layer)} of media stay dry above the flood in “${v.name}”.`
              : thin
                ? say`Only ${mm(layer)} of media stay dry above the flood in “${v.name}”; ${mm(low)} keep it clean.`
                : say`${mm(layer)} of media stay dry above the flood in “${v.name}”, more than the ${mm(DRY_LAYER[1])} that seedlings reach through.`,
        why: floats
          ? say`A dry top keeps off algae and gnats, and its weight holds dry expanded clay down until it is soaked: about ${mm(DRY_LAYER_FLOATING)} for media that float.`
          : say`A dry top keeps off algae and gnats and stops splashing; ${mm(DRY_LAYER[0])} to ${mm(DRY_LAYER[1])} is usual. The flood stands at the crest and the head that the flow needs over it.`,
        source: PRACTICE,
      },
    ];
  });

const SWING_WISH = 0.15;
const SWING_SUMP = 0.35;
/** Least water for fish at the deepest flood: our own number. */
const FISH_DEPTH = 0.15;

/** A flood must leave the fish their water. */
export const tankSwing: Rule = ({ system, a }) =>
  scarcest(a.accounts.reserves).flatMap((r): Finding[] => {
    if (fishIn(system, r.vessel).count === 0) return [];
    const v = vesselOf(system, r.vessel);
    const i = system.vessels.indexOf(v);
    const depth = a.accounts.deepest[i]!.level;
    if (depth < FISH_DEPTH) {
      return [
        {
          id: 'tank-swing',
          about: v.id,
          level: 'stop' as const,
          measured: depth,
          limit: FISH_DEPTH,
          kind: 'length' as const,
          sentence: say`The fish in “${v.name}” are left ${mm(depth)} of water when the beds are full.`,
          why: say`Fish need water to turn and hide in at every moment of the cycle; less than ${mm(FISH_DEPTH)} is our own line.`,
          source: 'Our own number.',
        },
      ];
    }
    const swing = r.rest > 0 ? r.swing / r.rest : 1;
    const level = within(swing, -Infinity, SWING_WISH);
    return [
      {
        id: 'tank-swing',
        about: v.id,
        level,
        measured: swing,
        limit: swing > SWING_SUMP ? SWING_SUMP : SWING_WISH,
        kind: 'share' as const,
        sentence:
          swing > SWING_SUMP
            ? say`Each flood takes ${share(swing)} of the fish’s water; beyond ${share(SWING_SUMP)} a sump, smaller beds or beds that take turns are better.`
            : level === 'watch'
              ? say`Each flood takes ${share(swing)} of the fish’s water (${litres(r.swing)}); up to ${share(SWING_WISH)} is calm for them.`
              : say`Each flood takes ${share(swing)} of the fish’s water (${litres(r.swing)}).`,
        why: say`A level that rises and falls moves temperature and oxygen and frightens fish. Up to ${share(SWING_WISH)} is wished, up to ${share(SWING_SUMP)} is lived with.`,
        source: PRACTICE,
      },
    ];
  });

/** Bed to tank, by the schools that compare gross volumes and the one that compares voids. */
export const bedToTank: Rule = ({ system, a }) =>
  system.vessels.flatMap((tank, ti) => {
    if (tank.role !== 'tank') return [];
    const fed = bedsOfTank(system, a, tank.id);
    const sump = system.vessels.some((v) => v.role === 'sump');
    const most = sump ? 2 : 1;
    const water = a.accounts.rest[ti]!.volume;
    if (!fed.length || water <= 0) return [];
    const gross = fed.reduce((sum, b) => sum + b.gross, 0);
    const voids = fed.reduce((sum, b) => {
      const v = a.net.vessels.find((x) => x.id === b.id)!;
      return sum + volumeAt(v.room, Math.min(v.height, b.highest));
    }, 0);
    const r = gross / water;
    const level = within(r, 0.5, 1.05 * most);
    return [
      {
        id: 'bed-to-tank',
        about: tank.id,
        level,
        measured: r,
        limit: r > most ? most : 0.5,
        kind: 'ratio' as const,
        sentence:
          level === 'fine'
            ? say`Bed to tank is ${ratio(r)} by volume.`
            : r < 0.5
              ? say`Bed to tank is ${ratio(r)} by volume: stock the fish by the bed, not by the tank.`
              : sump
                ? say`Bed to tank is ${ratio(r)} by volume; even with a sump 2 : 1 is the most.`
                : say`Bed to tank is ${ratio(r)} by volume; beyond 1 : 1 a sump should take the swing.`,
        why: say`One school begins at 1 : 1 and goes up to 2 : 1 with a sump and mature beds; another compares the water in the flooded stones with the tank, 0.3 : 1 to 1 : 1, here ${ratio(voids / water)}. Small beds clean for fewer fish; large ones take the tank’s water with each flood.`,
        source: `${PRACTICE} The schools disagree; both figures are shown.`,
      },
    ];
  });

const LOOSE_WISH = 0.4;
const LOOSE_STOP = 0.1;

/** If the delivery comes off, the intake's height decides what the fish keep. */
export const looseDelivery: Rule = ({ system, a }) =>
  a.loose.flatMap((l) => {
    if (fishIn(system, l.vessel).count === 0) return [];
    const v = vesselOf(system, l.vessel);
    const level = atLeast(l.shareLeft, LOOSE_STOP, LOOSE_WISH);
    return [
      {
        id: 'loose-delivery',
        about: l.pump,
        level,
        measured: l.shareLeft,
        limit: level === 'stop' ? LOOSE_STOP : LOOSE_WISH,
        kind: 'share' as const,
        sentence:
          level === 'fine'
            ? say`${share(l.shareLeft)} of the water in “${v.name}” stays for the fish if the delivery comes off.`
            : say`${share(l.shareLeft)} of the water in “${v.name}” stays for the fish if the delivery comes off; ${litres(l.lost)} are on the floor in ${time(l.time)}.`,
        why: say`A delivery pipe that is knocked off throws the tank out down to the pump’s intake. Standing the pump higher keeps water for the fish. ${share(LOOSE_WISH)} of the tank is our own number.`,
        source: 'Our own number: 40 % of the tank.',
      },
    ];
  });
