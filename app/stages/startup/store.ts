import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { cycledOn, filledAt, readingsOf, startCourse, workOf } from '../../../core/log';
import type { Fit, Season } from '../../../core/season';
import { hearing, seasonWorker } from '../../workers/client';
import { useLog } from '../../stores/log';
import { useTrace } from '../../stores/trace';

/** The start of the open system: its course as planned, fitted to what the log has of it. */
export const useStart = defineStore('start', () => {
  const log = useLog();
  const trace = useTrace();
  const season = shallowRef<Season | null>(null);
  const fit = shallowRef<Fit | null>(null);
  const progress = ref<number | null>(null);
  const trouble = ref('');
  /** The curves lie on the bench in place of the drawing. */
  const open = ref(false);
  const filled = computed(() => (log.tended ? filledAt(log.tended) : null));
  /** What is to do next; `run` once the start is over and there is nothing left to forecast. */
  const work = computed(() => (log.tended ? workOf(log.tended) : null));
  const cycled = computed(() => (log.tended ? cycledOn(log.tended) : null));
  const today = computed(() =>
    filled.value === null ? null : Math.floor((log.now - filled.value) / 86_400_000),
  );
  const readings = computed(() => (log.tended ? readingsOf(log.tended) : []));
  /** What is worked out anew only when it changes. */
  const asked = computed(() => {
    const t = log.tended;
    const day = trace.day?.metrics;
    if (!t || !day || filled.value === null || work.value === 'water' || work.value === 'run')
      return '';
    return JSON.stringify([
      t.system.id,
      filled.value,
      t.system.plan,
      readings.value,
      t.system.care.stocked,
    ]);
  });
  let request = 0;
  async function forecast() {
    const t = log.tended;
    const day = trace.day?.metrics;
    if (!t || !day || !open.value) return;
    const mine = ++request;
    const course = startCourse(t);
    const system = toRaw(t.system);
    progress.value = 0;
    const heard = hearing((done: number) => {
      if (mine === request) progress.value = done;
    });
    try {
      const found = await seasonWorker.ask((w) =>
        w.fit(system, toRaw(day), course, structuredClone(toRaw(readings.value)), heard.tell),
      );
      if (mine !== request) return;
      fit.value = found;
      season.value = found?.season ?? null;
      trouble.value = '';
    } catch {
      if (mine === request) trouble.value = 'The forecast could not be calculated.';
    }
    heard.end();
    if (mine === request) progress.value = null;
  }
  watch([asked, open], () => asked.value && void forecast(), { immediate: true });
  watch(
    () => log.tended?.system.id,
    () => {
      fit.value = null;
      season.value = null;
    },
  );
  return { season, fit, progress, trouble, open, filled, today, readings, work, cycled };
});
