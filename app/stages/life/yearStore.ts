import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { same, type SystemDocument } from '../../../core/system';
import type { YearPlan } from '../../../core/year';
import { hearing, yearWorker } from '../../workers/client';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';

/** What a plan rests on: where none of it has changed since, the plan still holds. */
const basis = ({ crops, plan, fish, vessels, site, devices }: SystemDocument) => ({
  crops,
  plan,
  fish,
  vessels,
  site,
  devices,
});

/** A year planned from the wishes of the open system: the best plan so far, and its search. */
export const useYear = defineStore('year', () => {
  const system = useSystem();
  const trace = useTrace();
  /** What stands in the beds now makes room. */
  const clear = ref(false);
  const plan = shallowRef<YearPlan | null>(null);
  /** The system that it was made for. */
  const of = shallowRef<SystemDocument | null>(null);
  /** Share of the search that is done; null while there is none. */
  const progress = ref<number | null>(null);
  const trouble = ref('');

  const ready = computed(() => trace.day !== null && (system.known?.plan.wishes.length ?? 0) > 0);
  /** Something has changed since. */
  const stale = computed(
    () =>
      plan.value !== null &&
      (!system.document || !of.value || !same(basis(system.document), basis(of.value))),
  );
  /** The system has the plan in it. */
  const used = computed(
    () =>
      plan.value !== null &&
      !stale.value &&
      plan.value.plantings.every((x) => system.document!.crops.some((c) => c.id === x.id)) &&
      plan.value.events.every((x) => system.document!.plan.events.some((e) => e.id === x.id)),
  );

  let mine = 0;
  async function make() {
    const doc = system.known;
    const day = trace.day?.metrics;
    if (!doc || !day || !ready.value) return;
    const request = ++mine;
    progress.value = 0;
    trouble.value = '';
    plan.value = null;
    of.value = toRaw(system.document);
    const heard = hearing((done: number, better: YearPlan | null) => {
      if (request !== mine) return;
      progress.value = done;
      if (better) plan.value = better;
    });
    try {
      const best = await yearWorker.ask((w) =>
        w.year(toRaw(doc), toRaw(day), { clear: clear.value }, heard.tell),
      );
      if (request === mine) plan.value = best;
    } catch {
      if (request === mine)
        trouble.value = 'The plan of the year could not be calculated. You see the previous one.';
    }
    heard.end();
    if (request === mine) progress.value = null;
  }
  /** Ends the search; the best plan so far stays. */
  function stop() {
    mine++;
    progress.value = null;
    yearWorker.end();
  }
  /** Makes the plan the system's: its plantings, its events, its fish, as one change. */
  function use() {
    if (!plan.value || stale.value || used.value) return;
    stop();
    system.commit([...plan.value.edits], 'Year planned');
    of.value = toRaw(system.document);
  }
  watch(
    () => system.document?.id,
    () => {
      if (progress.value !== null) stop();
      plan.value = null;
      of.value = null;
      trouble.value = '';
    },
  );
  return { clear, plan, progress, trouble, ready, stale, used, make, stop, use };
});
