import { FROST_LIMITS } from '../../limits/index.ts';
import type { Celsius } from '../../quantity/si.ts';
import { say, temperature as degrees } from '../../quantity/index.ts';
import { isStore } from '../../system/index.ts';
import { bandsOf } from '../../readings/bands.ts';
import type { Tended } from '../../readings/tended.ts';
import { addDays, localDay } from '../../calendar/time.ts';
import type { WeatherDay } from '../../readings/weather.ts';
import type { TaskRule } from './types.ts';

/** Tasks of the weather ahead, where it is known. */

const FROST: Celsius = FROST_LIMITS.open;
const FROST_UNDER_GLASS: Celsius = FROST_LIMITS.glass;
/** A task that was done for one such day counts for those that follow so soon, days. */
const SPELL = 3;

/** Days of weather from today on. */
const ahead = (t: Tended): WeatherDay[] => {
  const now = localDay(t.now, t.zone);
  return t.weather.filter((d) => d.date >= now);
};

/** Days ahead on which the night freezes here. */
function frosts(t: Tended): WeatherDay[] {
  const { kind } = t.system.site;
  if (kind === 'indoor') return [];
  const limit = kind === 'glasshouse' ? FROST_UNDER_GLASS : FROST;
  return ahead(t).filter((d) => d.low < limit);
}

/** Days ahead on which the water gets warmer than is good; it follows the mean of two days. */
function hotDays(t: Tended): WeatherDay[] {
  const band = bandsOf(t).temperature;
  if (!band || t.system.site.kind === 'indoor') return [];
  const days = ahead(t);
  const mean = (d: WeatherDay) => (d.low + d.high) / 2;
  return days.filter((d, i) => (mean(d) + mean(days[i - 1] ?? d)) / 2 > band.good[1]);
}

const coldest = (days: readonly WeatherDay[]) => Math.min(...days.map((d) => d.low));
const warmest = (days: readonly WeatherDay[]) => Math.max(...days.map((d) => d.high));

/** Each on the day before, so that there is daylight left for it. */
const dayBefore = (find: (t: Tended) => WeatherDay[]): TaskRule['schedule'] => {
  const dates = (t: Tended) => {
    const now = localDay(t.now, t.zone);
    return find(t).map((d) => (d.date > now ? addDays(d.date, -1) : now));
  };
  return () => ({ kind: 'dates', dates, early: SPELL });
};

export const WEATHER_TASKS: readonly TaskRule[] = [
  {
    id: 'frost-night',
    title: (t) =>
      say`Frost of ${degrees(coldest(frosts(t)))} is coming: cover the beds, wrap the pipes, run the pump all night`,
    why: say`Still water in a pipe or a pump freezes first and bursts it. Moving or covered water rarely freezes.`,
    minutes: 30,
    about: (t) => t.system.vessels.filter((v) => v.media !== null).map((v) => v.id),
    applies: (t) => frosts(t).length > 0,
    schedule: dayBefore(frosts),
  },
  {
    id: 'hot-days',
    title: (t) =>
      say`Heat of ${degrees(warmest(hotDays(t)))} is coming: shade tank and beds, run the air all night`,
    why: say`The water follows the air temperature within two days. Warm water holds less oxygen while fish and roots use more. Feed less, in the cool morning.`,
    minutes: 20,
    about: (t) => t.system.vessels.filter(isStore).map((v) => v.id),
    applies: (t) => hotDays(t).length > 0,
    schedule: dayBefore(hotDays),
  },
];
