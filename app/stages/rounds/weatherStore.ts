import { defineStore } from 'pinia';
import { shallowRef, watch } from 'vue';
import { localDay } from '../../../core/calendar/time';
import { placeOf, readWeather, type WeatherDay } from '../../../core/readings/weather';
import { settings } from '../../storage/settings';
import { useSystem } from '../../stores/system';
import { hereZone } from '../../stores/zone';

/** Where a gateway answers, beside the program itself. */
export const DEVICES = '/devices/v1';
/** Days that are asked for, and how old they may grow, ms. */
const DAYS = 7;
const FRESH = 6 * 3_600_000;

interface StoredWeather {
  readonly asked: number;
  readonly days: readonly WeatherDay[];
}

/** Weather of the days ahead at the open system, as a gateway told it last; none where none did. */
export const useWeather = defineStore('weather', () => {
  const system = useSystem();
  const days = shallowRef<readonly WeatherDay[]>([]);
  const keyOf = (id: string) => `weather-${id}`;

  watch(
    () => system.document?.id,
    async (id) => {
      days.value = [];
      if (!id) return;
      const kept = await settings.get(keyOf(id));
      if (!kept.ok || !kept.value || system.document?.id !== id) return;
      const there = kept.value as Partial<StoredWeather>;
      days.value = Array.isArray(there.days) ? there.days : [];
      // Where a gateway answered before, it is asked again.
      if (!(Date.now() - Number(there.asked) <= FRESH)) await ask();
    },
    { immediate: true },
  );

  /** Asks the gateway; what it does not know leaves what is known. */
  async function ask() {
    const doc = system.document;
    const place = doc && placeOf(doc);
    if (!place) return;
    const from = localDay(Date.now(), hereZone());
    try {
      const answer = await fetch(
        `${DEVICES}/weather?place=${encodeURIComponent(place)}&date=${from}&days=${DAYS}`,
      );
      if (!answer.ok) return;
      const told = readWeather(await answer.json());
      if (!told.length || system.document?.id !== doc.id) return;
      days.value = told;
      await settings.set(keyOf(doc.id), { asked: Date.now(), days: told });
    } catch {
      // No gateway: the tasks go by the months.
    }
  }

  return { days, ask };
});
