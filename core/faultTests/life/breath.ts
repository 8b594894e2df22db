import { addAir, fewerFish, longerFall } from '../../findings/adjustments/index.ts';
import { hoursUntil, surfaceExchange, type Group } from '../../life/index.ts';
import { after, concentration, say, type Phrase } from '../../quantity/index.ts';
import { areaAt } from '../../water/vessel.ts';
import { defineLifeFault, gradeBelow, type Alive } from './definition.ts';

/** Faults that take the fish’s oxygen. */

const HOUR = 3600;
/** A night in which nobody looks. */
const UNNOTICED = 12 * HOUR;

/** The kind that is short of air first. */
const first = ({ life }: Alive): Group =>
  life.groups
    .filter((g) => g.count > 0)
    .reduce((x, g) => (g.kind.oxygen.stress > x.kind.oxygen.stress ? g : x));

/** Times to stress and death while only a part of what brings oxygen in goes on. */
function left(x: Alive, exchange: number) {
  const { c, oxygen } = x;
  const g = first(x);
  const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  const until = (level: number) =>
    HOUR * hoursUntil(level, oxygen.lowest, volume, exchange, oxygen.demand, oxygen.saturation);
  return { g, stress: until(g.kind.oxygen.stress), lethal: until(g.kind.oxygen.lethal) };
}

function told(x: ReturnType<typeof left>, what: string): Phrase {
  const { kind } = x.g;
  if (!Number.isFinite(x.stress)) return say`${what}: ${kind.name} still get enough oxygen.`;
  return Number.isFinite(x.lethal)
    ? say`${what}: ${kind.name} run short of oxygen ${after(x.stress)} and die ${after(x.lethal)}.`
    : say`${what}: ${kind.name} run short of oxygen ${after(x.stress)} and gasp at ${concentration(kind.oxygen.stress)}.`;
}
const graded = (x: ReturnType<typeof left>, lasts: number) =>
  x.lethal < lasts ? 'failed' : gradeBelow(x.stress, lasts, 0);

/** Surface of the fish’s water, undisturbed. */
const still = ({ c, life }: Alive) =>
  c.system.vessels.reduce((sum, v, i) => {
    if (!life.groups.some((g) => g.vessel === v.id)) return sum;
    return (
      sum + surfaceExchange(areaAt(c.a.net.vessels[i]!.storage, c.a.balance.rest[i]!.level), false)
    );
  }, 0);

export const noPower = defineLifeFault({
  id: 'no-power',
  advice: say`Use an air pump with a battery, fewer fish or a larger tank. In a power cut do not feed. Lift water with a jug and pour it back.`,
  strike: (x) => {
    const worst = x.oxygen.cuts.reduce<(typeof x.oxygen.cuts)[number] | null>(
      (a, b) => (!a || b.toStress < a.toStress ? b : a),
      null,
    );
    const g = x.life.groups.find((y) => y.id === worst?.fish);
    if (!worst || !g) return null;
    const l = { g, stress: worst.toStress, lethal: worst.toLethal };
    return {
      name: 'Power cut: oxygen for the fish',
      grade: graded(l, x.how.powerCut),
      sentence: told(l, 'Without pump and air'),
    };
  },
  remedies: (s, vessel) => [...addAir(s, vessel, true), ...fewerFish(s, vessel)],
});

export const noPump = defineLifeFault({
  id: 'no-pump',
  advice: say`Add an air stone with its own air pump, on a different plug from the water pump. Have a spare pump ready.`,
  strike: (x) => {
    if (!x.c.a.duties.length) return null;
    const l = left(x, x.oxygen.byStones + still(x));
    return {
      name: 'Pump fails overnight: oxygen for the fish',
      grade: graded(l, UNNOTICED),
      sentence: told(l, 'Without falling water'),
    };
  },
  remedies: (s, vessel) => [...addAir(s, vessel), ...fewerFish(s, vessel)],
});

export const noAir = defineLifeFault({
  id: 'air-pump-stops',
  advice: say`Listen for the air pump every day. Use two small air pumps instead of one, or let the water fall further into the tank.`,
  strike: (x) => {
    if (!(x.oxygen.byStones > 0)) return null;
    const exchange = Math.max(0, Math.min(...x.oxygen.exchange) - x.oxygen.byStones);
    const l = left(x, exchange);
    return {
      name: 'Air pump stops',
      grade: graded(l, UNNOTICED),
      sentence: told(l, 'With the air stones off and the water still falling'),
    };
  },
  remedies: (s, vessel) => [...longerFall(s, vessel), ...fewerFish(s, vessel)],
});
