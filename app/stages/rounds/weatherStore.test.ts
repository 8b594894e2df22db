// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { addDays, localDay } from '../../../core/calendar/time';
import { demo } from '../../../core/test/demo';
import { settings } from '../../storage/settings';
import { freshStores } from '../../test/mountIt';
import { useSystem } from '../../stores/system';
import { useWeather } from './weatherStore';

/** Weather of a gateway: asked for, kept, and done without. */

const today = () => localDay(Date.now(), Intl.DateTimeFormat().resolvedOptions().timeZone);
const answer = (body: unknown, ok = true) =>
  vi.fn(async (_: string) => ({ ok, json: async () => body }) as Response);
const two = () => ({
  days: [
    { date: today(), low_c: 3, high_c: 9 },
    { date: addDays(today(), 1), low_c: -1, high_c: 6 },
  ],
});
async function open(id: string) {
  useSystem().document = { ...demo('bean-buckets'), id };
  const weather = useWeather();
  await nextTick();
  return weather;
}

beforeEach(freshStores);
afterEach(() => vi.unstubAllGlobals());

describe('the weather', () => {
  it('is asked for by kind of place and day, and kept with its system', async () => {
    const fetch = answer(two());
    vi.stubGlobal('fetch', fetch);
    const weather = await open('w1');
    expect(weather.days).toEqual([]);
    await weather.ask();
    expect(fetch.mock.calls[0]![0]).toBe(
      `/devices/v1/weather?place=humid-subtropical&date=${today()}&days=7`,
    );
    expect(weather.days.map((d) => d.low)).toEqual([3, -1]);
    freshStores();
    const again = await open('w1');
    await vi.waitFor(() => expect(again.days).toHaveLength(2));
    // It is fresh: nobody is asked anew.
    expect(fetch).toHaveBeenCalledTimes(1);
    expect((await open('w2')).days).toEqual([]);
  });

  it('stays as it was where the gateway is gone, refuses, or says nothing of use', async () => {
    vi.stubGlobal('fetch', answer(two()));
    const weather = await open('w3');
    await weather.ask();
    for (const bad of [
      answer({ error: 'No.' }, false),
      answer({ days: [] }),
      vi.fn(async () => Promise.reject(new TypeError('gone'))),
    ]) {
      vi.stubGlobal('fetch', bad);
      await weather.ask();
      expect(bad).toHaveBeenCalledOnce();
      expect(weather.days).toHaveLength(2);
    }
  });

  it('that is old is asked for again by itself', async () => {
    const old = {
      asked: Date.now() - 7 * 3_600_000,
      days: [{ date: '2020-01-01', low: 0, high: 1 }],
    };
    await settings.set('weather-w4', old);
    vi.stubGlobal('fetch', answer(two()));
    const weather = await open('w4');
    await vi.waitFor(() => expect(weather.days.map((d) => d.low)).toEqual([3, -1]));
  });
});
