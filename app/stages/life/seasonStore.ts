import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { seasonSetupOf, type SeasonSetup, type Fit } from '../../../core/season';
import { same } from '../../../core/system';
import type { CareOfSeason, DesignChange, SeasonProblem } from '../../../core/year';
import { hearing, seasonWorker } from '../../workers/client';
import type { RunOfSeason } from '../../workers/season.worker';
import { useLifeBench } from './benchStore';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';

type ByCare = Partial<Record<CareOfSeason, RunOfSeason>>;
/** A season in which the fish cannot be kept, and the change of the design that was tried and keeps them. */
export interface Unsaved {
  readonly trouble: SeasonProblem;
  /** Undefined while it is looked for. */
  readonly change: DesignChange | null | undefined;
}

/** The season of the open system in the ways of care that are chosen, over each other, and its forecast. */
export const useSeason = defineStore('season', () => {
  const system = useSystem();
  const trace = useTrace();
  const bench = useLifeBench();
  /** Ways of care that are shown; the first is drawn in full. */
  const cares = ref<CareOfSeason[]>(['tended']);
  const seasons = shallowRef<ByCare>({});
  const unkept = shallowRef<Unsaved | null>(null);
  const beside = shallowRef<RunOfSeason | null>(null);
  /** A start without fish is drawn on the same axes. */
  const compare = ref(false);
  const busy = ref(false);
  const trouble = ref('');
  const fit = shallowRef<Fit | null>(null);
  /** Share of the forecast's work that is done; null while there is none. */
  const progress = ref<number | null>(null);

  const open = computed(() => bench.open === 'season');
  const metrics = computed(() => trace.day?.metrics ?? null);
  const course = computed<SeasonSetup | null>((before) => {
    const now = system.known && seasonSetupOf(system.known);
    return before && now && same(before, now) ? before : now;
  });
  /** The season that is drawn in full, and those over it. */
  const main = computed(() => (cares.value[0] && seasons.value[cares.value[0]]) ?? null);
  const season = computed(() => main.value?.season ?? null);
  const others = computed(() =>
    cares.value.slice(1).flatMap((c) => (seasons.value[c] ? [seasons.value[c]] : [])),
  );

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
    const ask = (of: SeasonSetup, care: CareOfSeason) =>
      seasonWorker.ask((w) => w.run(toRaw(doc), toRaw(day), toRaw(of), care));
    try {
      const made: ByCare = {};
      for (const care of cares.value) {
        made[care] = await ask(plan, care);
        if (mine !== request || waiting) break;
        seasons.value = { ...seasons.value, ...made };
      }
      if (mine === request && !waiting) {
        seasons.value = made;
        beside.value = compare.value
          ? await ask({ ...plan, start: 'fishless', events: [] }, cares.value[0]!)
          : null;
        const kept = made.tended?.trouble;
        unkept.value = kept ? { trouble: kept, change: undefined } : null;
        if (kept) {
          const change = await seasonWorker.ask((w) =>
            w.change(toRaw(doc), toRaw(day), toRaw(plan), kept),
          );
          if (mine === request) unkept.value = { trouble: kept, change };
        }
        trouble.value = '';
      }
    } catch {
      trouble.value = 'The season could not be calculated. You see the previous one.';
    }
    busy.value = false;
    if (waiting) {
      waiting = false;
      await run();
    }
  }
  watch([() => system.document, metrics, open, compare, cares], () => void run(), {
    immediate: true,
  });
  watch(
    () => system.document?.id,
    () => {
      seasons.value = {};
      unkept.value = null;
      beside.value = null;
    },
  );
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
    const heard = hearing((done: number) => {
      if (mine === fitting) progress.value = done;
    });
    try {
      const found = await seasonWorker.ask((w) =>
        w.fit(toRaw(doc), toRaw(day), toRaw(plan), readings, heard.tell),
      );
      if (mine === fitting) fit.value = found;
    } catch {
      if (mine === fitting) trouble.value = 'The forecast was stopped.';
    }
    heard.end();
    if (mine === fitting) progress.value = null;
  }
  function stop() {
    fitting++;
    progress.value = null;
    seasonWorker.end();
  }
  /** Puts the change that keeps the fish into the design. */
  function mend() {
    const change = unkept.value?.change;
    if (change) system.commit([...change.edits], 'Design changed for the season');
  }
  return {
    cares,
    seasons,
    main,
    season,
    others,
    unkept,
    beside,
    compare,
    course,
    busy,
    trouble,
    fit,
    progress,
    forecast,
    stop,
    mend,
  };
});
