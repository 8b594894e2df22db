import { waterOf } from '../../assess/index.ts';
import { ALKALINITY_RANGE, CHLORINE_LIMITS, UNIONISED_LIMITS } from '../../limits/index.ts';
import {
  addAir,
  addLid,
  fewerFish,
  lessFeed,
  weakerHeater,
} from '../../findings/adjustments/index.ts';
import {
  ALKALINITY_BACK_PER_N,
  ALKALINITY_PER_N,
  NITROGEN_IN_FISH,
  WATER_HEAT,
  airOn,
  freedAmmonia,
  heatersOf,
  knowsYear,
  oxygenByHour,
  systemHeatLoss,
  unionisedShare,
} from '../../life/index.ts';
import {
  concentration,
  days,
  hardness,
  litres,
  mass,
  say,
  temperature,
  time,
} from '../../quantity/index.ts';
import { defineLifeFault, gradeAbove, gradeBelow, type Alive } from './definition.ts';

/** Faults of feed, water and warmth. */

const DAY = 86400;
/** pH that is reckoned with where none was read: the upper end of what is usual. */
const phOf = ({ c }: Alive) => c.system.water.ph ?? 7.4;
const poison = (x: Alive, tan: number) =>
  tan * unionisedShare(x.c.system.site.waterTemperature, phOf(x));

/** A hand that feeds so many days’ feed at once. */
const OVERFED = 4;

export const overfeeding = defineLifeFault({
  id: 'overfeeding',
  advice: say`Weigh the feed and remove what the fish do not eat in five minutes. A day without feed is better than a day with too much.`,
  strike: (x) => {
    const { life, oxygen } = x;
    if (!(life.feed > 0) || life.capacity === null) return null;
    const excess = Math.max(0, OVERFED * life.tan - life.capacity);
    const tan = (x.c.system.water.tan ?? 0) + excess / waterOf(x.c);
    // What is left over rots and breathes: the solids' half of the use grows with it.
    const use = oxygen.use.map((u) => u * (1 + (OVERFED - 1) / 2));
    const low = Math.min(...oxygenByHour(waterOf(x.c), oxygen.exchange, use, oxygen.saturation));
    const g = life.groups[0]!;
    const { comfort, stress } = g.kind.oxygen;
    const byAir = gradeBelow(low, comfort, stress);
    const byAmmonia = gradeAbove(poison(x, tan), UNIONISED_LIMITS.caution, UNIONISED_LIMITS.act);
    return {
      name: 'Overfeeding: four days’ feed at once',
      grade:
        byAir === 'failed' || byAmmonia === 'failed'
          ? 'failed'
          : byAir === 'loss' || byAmmonia === 'loss'
            ? 'loss'
            : 'passed',
      sentence:
        excess > 0
          ? say`${mass((OVERFED * life.feed) / 1000)} of feed rot by the next day. Oxygen falls to ${concentration(low)} and ammonia rises by ${concentration(excess / waterOf(x.c))}.`
          : say`${mass((OVERFED * life.feed) / 1000)} of feed rot by the next day. Oxygen falls to ${concentration(low)}. The bacteria can process the ammonia.`,
    };
  },
  remedies: (s, vessel) => [...addAir(s, vessel), ...fewerFish(s, vessel)],
});

export const deadFish = defineLifeFault({
  id: 'dead-fish',
  advice: say`Count the fish every day. Remove a dead fish at once and find out why it died.`,
  strike: (x) => {
    const g = x.life.groups.filter((y) => y.count > 0).sort((a, b) => b.meanMass - a.meanMass)[0];
    if (!g) return null;
    const rise = (g.meanMass * NITROGEN_IN_FISH) / waterOf(x.c);
    const now = poison(x, (x.c.system.water.tan ?? 0) + rise);
    return {
      name: 'A dead fish that nobody notices',
      grade: gradeAbove(now, UNIONISED_LIMITS.caution, UNIONISED_LIMITS.act),
      sentence: say`A rotting fish of ${mass(g.meanMass)} (${g.kind.name}) releases ${concentration(rise)} of ammonia before the bacteria process it. ${concentration(now)} of it would be un-ionised.`,
    };
  },
  remedies: () => [],
});

/** New water after a lapse, as a share of all. */
const TOPPED_UP = 0.2;

export const untreatedTap = defineLifeFault({
  id: 'tap-untreated',
  advice: say`Aerate or treat new water in a separate tub. Have vitamin C or thiosulphate ready. The calculator “Chlorine or chloramine” shows the dose.`,
  strike: (x) => {
    const { tap } = x.c.system.site;
    if (tap.chlorine === 'none') return null;
    const level = tap.chlorineLevel ?? CHLORINE_LIMITS.usualTap;
    const kind = tap.chlorine ?? 'chlorine';
    const mixed = level * TOPPED_UP;
    const freed = freedAmmonia(kind, level, TOPPED_UP);
    return {
      name: 'Top-up with untreated tap water',
      grade: gradeAbove(mixed, CHLORINE_LIMITS.target, 0.1),
      sentence:
        kind === 'chloramine'
          ? say`${litres(TOPPED_UP * waterOf(x.c))} of tap water leave ${concentration(mixed)} of chloramine and release ${concentration(freed)} of ammonia. Gills and bacteria tolerate less than a tenth of this chloramine.`
          : say`${litres(TOPPED_UP * waterOf(x.c))} of tap water leave ${concentration(mixed)} of chlorine in the fish’s water. The maximum is ${concentration(CHLORINE_LIMITS.target)}.`,
    };
  },
  remedies: () => [],
});

export const phCrash = defineLifeFault({
  id: 'ph-crash',
  advice: say`Test alkalinity every two weeks. Hang a bag of shell where the water flows in, or alternate potassium bicarbonate and lime.`,
  strike: (x) => {
    const { water, site } = x.c.system;
    const now = water.alkalinity ?? site.tap.alkalinity;
    if (now === null || !(x.life.tan > 0)) return null;
    const volume = waterOf(x.c);
    const nitrified = Math.min(x.life.tan, x.life.capacity ?? x.life.tan) / volume;
    const week =
      x.life.weeks.reduce((sum, w) => sum + w.plants + w.denitrified, 0) / x.life.weeks.length;
    const back = ALKALINITY_BACK_PER_N * Math.min(nitrified, week / 7 / volume);
    const fresh = (x.c.a.balance.dailyWaterUse / volume) * (site.tap.alkalinity ?? 0);
    const net = ALKALINITY_PER_N * nitrified - back - fresh;
    const lasts = net > 0 ? Math.max(0, now - 20) / net : Infinity;
    return {
      name: 'Buffer forgotten: pH crash',
      grade: gradeBelow(lasts, 60, 14),
      sentence: Number.isFinite(lasts)
        ? say`Alkalinity falls from ${hardness(now)} to ${hardness(ALKALINITY_RANGE.floor)} in ${days(lasts)}. Then the pH falls within days, the bacteria slow down and ammonia rises.`
        : say`Top-up and plants replace the alkalinity that the bacteria use, so the pH does not crash.`,
    };
  },
  remedies: (s, vessel) => [...lessFeed(s, vessel), ...fewerFish(s, vessel)],
});

/** Heater off or stuck, unnoticed. */
const UNNOTICED = 2 * DAY;

/** Water after a time, when what warms it is another: towards its new balance. */
function after(x: Alive, power: number, from: number, air: number, seconds: number) {
  const perDegree = Math.max(1e-6, systemHeatLoss(x.c.system, x.c.a, air + 1, air));
  const to = air + power / perDegree;
  const tau = (1000 * waterOf(x.c) * WATER_HEAT) / perDegree;
  return { t: to + (from - to) * Math.exp(-seconds / tau), to, tau };
}
const coldAir = ({ c }: Alive) =>
  knowsYear(c.system)
    ? Math.min(...Array.from({ length: 12 }, (_, m) => airOn(c.system, 15 + 30.4 * m).mean))
    : c.system.site.airTemperature;

export const heaterOff = defineLifeFault({
  id: 'heater-fails',
  advice: say`Use two small heaters instead of one, put foam around the tank, and check a thermometer every day. Warm the water up again slowly.`,
  strike: (x) => {
    const [h] = heatersOf(x.c.system);
    const g = x.life.groups.find((y) => y.count > 0);
    if (!h || !g) return null;
    const { t } = after(x, 0, h.setpoint, coldAir(x), UNNOTICED);
    const [low] = g.kind.survives;
    return {
      name: 'Heater fails in the coldest month',
      grade: gradeBelow(t, g.kind.best[0], low),
      sentence: say`After ${time(UNNOTICED)} the water is at ${temperature(t)}. ${g.kind.name} need at least ${temperature(low)}.`,
    };
  },
  remedies: addLid,
});

export const heaterStuck = defineLifeFault({
  id: 'heater-stuck',
  advice: say`Use a heater no stronger than needed, a second thermostat, and check a thermometer every day.`,
  strike: (x) => {
    const heaters = heatersOf(x.c.system);
    const g = x.life.groups.find((y) => y.count > 0);
    if (!heaters.length || !g) return null;
    const power = heaters.reduce((sum, h) => sum + h.power, 0);
    const { t } = after(x, power, heaters[0]!.setpoint, x.c.system.site.airTemperature, UNNOTICED);
    const most = g.kind.survives[1];
    return {
      name: 'Heater stuck on',
      grade: gradeAbove(t, g.kind.best[1], most),
      sentence: say`After ${time(UNNOTICED)} the water is at ${temperature(t)}. ${g.kind.name} live up to ${temperature(most)}, and warm water holds less oxygen.`,
    };
  },
  remedies: weakerHeater,
});
