import { MOST_AT_ONCE, SOLUTION_WARMTH, appetite, feedOf } from '../../../life/index.ts';
import { feed, litres, power, say, temperature as degrees } from '../../../quantity/index.ts';
import { bandsOf, bestWarmth } from '../../../readings/bands.ts';
import { tankOf, type Tended } from '../../../readings/tended.ts';
import { CHANGE_WAIT, calmChange, treatedWater } from '../mixing.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

/** Fish that eat less than this share of their ration in the cold are fed by the warmth. */
const SLOWED = 0.7;
/** The water is cooled by no more than this at once. */
const COOLED_AT_ONCE = 2;
const SOURCE = 'Ranges of the kinds that live here; common practice.';

/** Cool tap water that brings the tank down by two degrees at most, m³; 0 where the tap is no cooler. */
function coolWater(t: Tended, now: number, to: number): number {
  const tap = t.system.site.tap.temperature;
  if (tap === null || tap > now - 3) return 0;
  const down = Math.min(COOLED_AT_ONCE, now - to);
  return (calmChange(t, Math.min(MOST_AT_ONCE, down / (now - tap))) ?? 0) * t.volume;
}

function warmFish(t: Tended, now: number): Advised[] {
  const band = bandsOf(t).temperature!;
  const best = bestWarmth(t)[1];
  const most = band.edge[1];
  const wish = band.good[1];
  if (now <= wish) return [];
  const grave = now >= most - 1;
  const shared = {
    about: tankOf(t),
    urgency: grave ? ('now' as const) : ('today' as const),
    wait: grave ? 3 * 3600 : 12 * 3600,
    retest: ['temperature', 'oxygen'] as const,
    because: say`The water is at ${degrees(now)}; these fish do best up to ${degrees(best)} and live up to ${degrees(most)}. Warm water holds less oxygen while they use more.`,
    rests: [readWords(t, 'temperature')],
    unless: say`Under ${degrees(wish)} by the evening.`,
    source: SOURCE,
  };
  const also = [
    say`Shade the tank and the pipes, lids on; feed only in the cool of the morning, and little.`,
    say`Aerate all night: the lowest oxygen comes before sunrise.`,
  ];
  const volume = coolWater(t, now, wish);
  return paced(
    t,
    {
      acts: (e) => e.kind === 'water-change',
      acted: 'water changed',
      wait: CHANGE_WAIT,
      reads: ['temperature'],
      urgency: shared.urgency,
    },
    () =>
      grave && volume > 0
        ? {
            ...shared,
            kind: 'change-water',
            amount: volume,
            measure: 'volume',
            say: say`Change ${litres(volume)} for cool tap water, slowly, over an hour: ${degrees(now)} comes down by two degrees at most.`,
            also: [...also, ...treatedWater(t, volume)],
          }
        : {
            ...shared,
            kind: 'cool',
            amount: null,
            measure: null,
            say: say`Cool the water: shade first, then bottles of frozen water, two degrees at most in a day.`,
            also,
          },
  );
}

function coldFish(t: Tended, now: number): Advised[] {
  const band = bandsOf(t).temperature!;
  const least = band.edge[0];
  const { groups } = t.life;
  const stops = Math.max(...groups.map((g) => g.kind.stopsFeeding));
  const slowed = groups.some((g) => now < g.kind.best[0] && appetite(g.kind, now) < SLOWED);
  if (now > stops && now > least + 2 && !slowed) return [];
  const grave = now < least + 2;
  const shared = {
    about: groups[0]!.vessel,
    urgency: grave ? ('now' as const) : ('today' as const),
    retest: ['temperature'] as const,
    rests: [readWords(t, 'temperature')],
    source: SOURCE,
  };
  if (grave)
    return [
      {
        ...shared,
        kind: 'warm',
        amount: t.life.heater?.power ?? null,
        measure: t.life.heater ? 'power' : null,
        say:
          t.life.heater && t.life.heater.power > 0
            ? say`Warm the water: a heater of ${power(t.life.heater.power)} holds it, and no more than two degrees up in a day.`
            : say`Warm the water, no more than two degrees up in a day.`,
        also: [say`No feed. Lid and walls insulated; pump at night only if the beds freeze it.`],
        wait: 6 * 3600,
        because: say`The water is at ${degrees(now)}; these fish live from ${degrees(least)}.`,
        unless: say`Above ${degrees(least + 2)} and steady.`,
      },
    ];
  const ration =
    groups.reduce(
      (sum, g) =>
        sum +
        feedOf(
          t.system.fish.find((f) => f.id === g.id)!,
          g.kind,
          now,
        ),
      0,
    ) / 1000;
  const none = now <= stops;
  return [
    {
      ...shared,
      kind: none ? 'stop-feeding' : 'feed',
      amount: none ? null : ration,
      measure: none ? null : 'feed',
      say: none
        ? say`Stop feeding: at ${degrees(now)} feed lies in the gut or on the floor and rots.`
        : say`Feed ${feed(ration)}: at ${degrees(now)} they take no more.`,
      also: [],
      wait: 86400,
      because: say`These fish stop eating at ${degrees(stops)} and are at their best from ${degrees(bestWarmth(t)[0])}.`,
      unless: say`Water above ${degrees(bestWarmth(t)[0])}.`,
    },
  ];
}

/** Water too warm or too cold for fish, or for roots in solution. */
export const temperature = defineAdvice({
  id: 'temperature',
  advise: (t): Advised[] => {
    const read = t.latest.temperature;
    if (!read || read.at === null || !isFresh(t, 'temperature')) return [];
    if (t.hasFish) return [...warmFish(t, read.value), ...coldFish(t, read.value)];
    if (!t.isSolution || read.value <= SOLUTION_WARMTH.most) return [];
    return [
      {
        kind: 'cool',
        amount: null,
        measure: null,
        about: '',
        urgency: 'today',
        say: say`Cool the solution: shade the reservoir and pipes, white covers, an air stone all day.`,
        also: [say`Look at the roots: white is well, brown and soft is rot.`],
        wait: 86400,
        retest: ['temperature'],
        because: say`The solution is at ${degrees(read.value)}; above ${degrees(SOLUTION_WARMTH.most)} roots lack oxygen and rot, ${degrees(SOLUTION_WARMTH.best[0])} to ${degrees(SOLUTION_WARMTH.best[1])} is best.`,
        rests: [readWords(t, 'temperature')],
        unless: say`Under ${degrees(SOLUTION_WARMTH.most)} on a hot afternoon.`,
        source: 'Common practice of solution growing.',
      },
    ];
  },
});
