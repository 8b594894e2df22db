import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { courseOf, type Course, type Fit, type Season } from '../../core/season';
import { same } from '../../core/system';
import { seasonWorker } from '../workers/client';
import { useLifeBench } from './lifeBench';
import { useSystem } from './system';
import { useTrace } from './trace';

/** The season of the open system as planned, beside one without fish where that is asked for, and its forecast. */
export const useSeason = defineStore('season', () => {
  const system = useSystem();
  const trace = useTrace();
  const bench = useLifeBench();
  const season = shallowRef<Season | null>(null);
  const beside = shallowRef<Season | null>(null);
  /** A start without fish is drawn on the same axes. */
  const compare = ref(false);
  const busy = ref(false);
  const trouble = ref('');
  const fit = shallowRef<Fit | null>(null);
  /** Share of the forecast's work that is done; null while there is none. */
  const progress = ref<number | null>(null);

  const open = computed(() => bench.open === 'season');
  const metrics = computed(() => trace.day?.metrics ?? null);
  const course = computed<Course | null>((before) => {
    const now = system.known && courseOf(system.known);
    return before && now && same(before, now) ? before : now;
  });

  let request = 0;
  let waiting = false;
  async function run() {
    const doc = system.known;
    const day = metrics.value;
    const plan = course.value;
    if (!doc || !day || !plan || !open.value) return;
    // The newest wins: while one is worked out, only the last that was asked for meanwhile follows it.
    if (busy.value) {
      waiting = true;
      return;
    }
    const mine = ++request;
    busy.value = true;
    const courses: Course[] = [plan];
    if (compare.value) courses.push({ ...plan, start: 'fishless', events: [] });
    try {
      const [now, other] = await seasonWorker.ask((w) =>
        w.run(toRaw(doc), toRaw(day), toRaw(courses)),
      );
      if (mine === request) {
        season.value = now ?? null;
        beside.value = other ?? null;
        trouble.value = '';
      }
    } catch {
      trouble.value = 'The season could not be worked out. What is shown is from before.';
    }
    busy.value = false;
    if (waiting) {
      waiting = false;
      await run();
    }
  }
  watch([() => system.document, metrics, open, compare], () => void run(), { immediate: true });
  watch(
    () => [system.document?.id, system.document?.plan.readings],
    () => (fit.value = null),
  );

  let fitting = 0;
  async function forecast() {
    const doc = system.known;
    const day = metrics.value;
    const plan = course.value;
    if (!doc || !day || !plan) return;
    const mine = ++fitting;
    progress.value = 0;
    const readings = structuredClone(toRaw(doc.plan.readings));
    try {
      const found = await seasonWorker.ask((w) =>
        w.fit(
          toRaw(doc),
          toRaw(day),
          toRaw(plan),
          readings,
          proxy((done: number) => {
            if (mine === fitting) progress.value = done;
          }),
        ),
      );
      if (mine === fitting) fit.value = found;
    } catch {
      if (mine === fitting) trouble.value = 'The forecast was stopped.';
    }
    if (mine === fitting) progress.value = null;
  }
  function stop() {
    fitting++;
    progress.value = null;
    seasonWorker.end();
  }
  return { season, beside, compare, course, busy, trouble, fit, progress, forecast, stop };
});
