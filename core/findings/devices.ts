import { bore, head, mass, mm, say, share } from '../quantity/index.ts';
import { mediumById } from '../catalogue/media.ts';
import { pumpedLines, vesselOf } from '../system/index.ts';
import { boreArea } from '../water/constants.ts';
import { venturiSuction } from '../water/passage.ts';
import { PRACTICE, within } from './grade.ts';
import type { Finding, Rule } from './types.ts';

/** Findings on single devices: venturi, air-lift, pinhole pipe, filter, pots, felt. */

const index = (ids: readonly { id: string }[], id: string) => ids.findIndex((v) => v.id === id);

/** A venturi draws air only where its throat is fast enough for the water that stands over it. */
export const venturi: Rule = ({ system, a }) =>
  pumpedLines(system).flatMap((l): Finding[] => {
    const duty = a.duties.find((d) => d.id === l.id);
    if (!l.venturi || !duty || duty.flow <= 0) return [];
    const over = a.accounts.deepest[index(a.net.vessels, l.to)]!.level;
    const v = duty.branches[0]!.flow / boreArea(duty.bore);
    const suction = venturiSuction(v, l.venturi.throat, duty.bore, Math.max(0, over - l.end));
    const level = suction <= 0 ? 'watch' : 'fine';
    return [
      {
        id: 'venturi',
        about: l.id,
        level,
        measured: suction,
        limit: 0,
        kind: 'head',
        sentence:
          level === 'fine'
            ? say`The venturi of “${l.name}” pulls with ${head(suction)} of suction and draws air.`
            : say`The venturi of “${l.name}” draws no air: the water over it presses ${head(-suction)} harder than its throat of ${bore(l.venturi.throat)} pulls.`,
        why: say`Where the pipe narrows water runs faster and its pressure falls, here below that of the air if the flow is enough for the depth over it. The tube that lets the air in ends above the highest water, or the bed drains out of it.`,
        source: 'Bernoulli, a fifth of the difference lost in the diffuser.',
      },
    ];
  });

const SUBMERGED_WISH = 0.6;

/** Bubbles lift well where most of the tube stands in water. */
export const airLiftDepth: Rule = ({ system, a }) =>
  pumpedLines(system).flatMap((l): Finding[] => {
    if (!l.pump.airLift) return [];
    const i = index(a.net.vessels, l.from);
    const depth = a.accounts.rest[i]!.level - l.pump.intake;
    const lift =
      vesselOf(system, l.to).floor +
      l.end -
      (vesselOf(system, l.from).floor + a.accounts.rest[i]!.level);
    const part = depth / (depth + Math.max(0, lift));
    const level = depth <= 0 ? 'stop' : part < SUBMERGED_WISH ? 'watch' : 'fine';
    return [
      {
        id: 'air-lift',
        about: l.id,
        level,
        measured: part,
        limit: SUBMERGED_WISH,
        kind: 'share',
        sentence: say`The air-lift’s tube stands ${share(Math.max(0, part))} under water: ${mm(Math.max(0, depth))} deep for a lift of ${mm(Math.max(0, lift))}.`,
        why: say`Bubbles make the column in the tube lighter than the water around it. The deeper the tube, the more they lift; from ${share(SUBMERGED_WISH)} under water the flow is worth its air. No box tells it: measure the flow with a jug and type it in.`,
        source: PRACTICE,
      },
    ];
  });

/** Holes of a distribution pipe give alike while they are small beside its bore. */
export const pinholes: Rule = ({ system }) =>
  pumpedLines(system).flatMap((l) =>
    [{ ...l, at: l.id }, ...l.branches.map((b) => ({ ...b, at: b.id, name: l.name }))].flatMap(
      (p): Finding[] => {
        if (!p.pinholes) return [];
        const part = (p.pinholes.count * p.pinholes.diameter ** 2) / p.bore ** 2;
        const level = within(part, 0, 0.5);
        return [
          {
            id: 'pinholes',
            about: p.at,
            level,
            measured: part,
            limit: 0.5,
            kind: 'share',
            sentence:
              level === 'fine'
                ? say`The ${String(p.pinholes.count)} holes of “${p.name}” are ${share(part)} of its bore: they give alike.`
                : say`The ${String(p.pinholes.count)} holes of ${bore(p.pinholes.diameter)} of “${p.name}” are ${share(part)} of its bore: the first give more than the last.`,
            why: say`As long as all holes together are at most half the bore, the pressure along the pipe hardly falls and each gives the same.`,
            source: PRACTICE,
          },
        ];
      },
    ),
  );

/** A filter that clogs takes the flow of all behind it. */
export const filterClogs: Rule = ({ system }) =>
  pumpedLines(system).flatMap((l): Finding[] => {
    if (!l.filter) return [];
    const { clogging } = l.filter;
    const level = clogging > 0.6 ? 'watch' : 'fine';
    return [
      {
        id: 'filter',
        about: l.id,
        level,
        measured: clogging,
        limit: 0.6,
        kind: 'share',
        sentence:
          level === 'watch'
            ? say`The filter of “${l.name}” is taken as ${share(clogging)} clogged: rinse it in tank water.`
            : say`The filter of “${l.name}” is taken as ${share(clogging)} clogged.`,
        why: say`Its loss grows with the square of what is closed. Rinsed in tank water it keeps its bacteria; tap water kills them. Beyond ${share(0.6)} is our own line.`,
        source: 'Our own number.',
      },
    ];
  });

/** Pots stand only if they weigh more than the water they push aside. */
export const potsStand: Rule = ({ system, a }) =>
  system.vessels.flatMap((v, i): Finding[] => {
    if (!v.pots) return [];
    const medium = mediumById(v.pots.medium);
    if (!medium) return [];
    const depth = Math.min(
      v.pots.height,
      Math.max(a.accounts.deepest[i]!.level, a.accounts.rest[i]!.level),
    );
    const voids = v.pots.voids ?? medium.voids[1];
    const base = boreArea(v.pots.diameter);
    // Pots that stand in water for good are soaked; those that are flooded may stand dry before.
    const density = v.role === 'tray' ? medium.wetDensity : medium.dryDensity;
    const weighs = base * v.pots.height * 1000 * density;
    const pushes = base * depth * (1 - voids) * 1000;
    const part = pushes > 0 ? weighs / pushes : Infinity;
    if (!Number.isFinite(part)) return [];
    const level = part < 1 ? 'stop' : part < 1.3 ? 'watch' : 'fine';
    return [
      {
        id: 'pots-stand',
        about: v.id,
        level,
        measured: part,
        limit: level === 'stop' ? 1 : 1.3,
        kind: 'ratio',
        sentence:
          level === 'fine'
            ? say`The pots in “${v.name}” weigh ${mass(weighs)} dry and push ${mass(pushes)} of water aside: they stand.`
            : level === 'watch'
              ? say`The pots in “${v.name}” weigh hardly more than the water they push aside while they are dry; a stone in each holds them.`
              : say`The pots in “${v.name}” float: dry they weigh less than the water they push aside at ${mm(depth)}.`,
        why: say`A pot floats when its dry stones weigh less than the water that they, not their gaps, push aside at the deepest flood. Soaked they are heavier. Three tenths to spare are our own number.`,
        source: 'Archimedes; bulk densities of the media table.',
      },
    ];
  });
