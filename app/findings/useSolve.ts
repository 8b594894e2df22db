import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import type { SolutionPlan, PlannedChange, SolveProgress } from '../../core/findings';
import { plural } from '../../core/quantity';
import { applyEdits, same, type SystemDocument } from '../../core/system';
import { useLog } from '../stores/log';
import { useSystem } from '../stores/system';
import { faultTestWorker, hearing } from '../workers/client';

/** A plan that solves all problems of the open system: searched in a worker, chosen from, applied as one step. */
export const useSolve = defineStore('solve', () => {
  const system = useSystem();
  const log = useLog();
  /** A system with a log: its water is the business of the plan of care. */
  const running = computed(() => log.entries.length > 0);
  const plan = shallowRef<SolutionPlan | null>(null);
  /** The system that the plan is for. */
  const of = shallowRef<SystemDocument | null>(null);
  const progress = shallowRef<SolveProgress | null>(null);
  const searching = ref(false);
  const trouble = ref('');
  /** Changes that are left out, by their place in the plan. */
  const omitted = shallowRef<readonly number[]>([]);
  /** Problems that are left with the chosen changes; null while they are judged. */
  const left = ref<number | null>(null);

  const stale = computed(
    () => plan.value !== null && (!system.known || !of.value || !same(system.known, of.value)),
  );
  const chosen = computed<readonly PlannedChange[]>(() =>
    (plan.value?.changes ?? []).filter((_, i) => !omitted.value.includes(i)),
  );

  /** The system with the chosen changes; null where they need one that is left out. */
  const after = computed<SystemDocument | null>(() => {
    if (!of.value) return null;
    try {
      return applyEdits(
        of.value,
        chosen.value.flatMap((x) => x.edits),
      );
    } catch {
      return null;
    }
  });

  let mine = 0;
  async function search() {
    const doc = toRaw(system.known);
    if (!doc) return;
    const request = ++mine;
    plan.value = null;
    progress.value = null;
    trouble.value = '';
    omitted.value = [];
    searching.value = true;
    of.value = doc;
    const heard = hearing((p: SolveProgress) => {
      if (request === mine) progress.value = p;
    });
    try {
      const found = await faultTestWorker.ask((w) =>
        w.solve(request, doc, running.value, heard.tell),
      );
      if (request !== mine) return;
      plan.value = found;
      left.value = found.left.length;
    } catch {
      if (request === mine)
        trouble.value =
          'The search for a plan stopped. The findings on the screen are still valid.';
    } finally {
      heard.end();
      if (request === mine) searching.value = false;
    }
  }
  /** Ends the search with the best plan so far. */
  function stop() {
    const next = mine + 1;
    void faultTestWorker.ask((w) => w.stop('solve', next)).catch(() => undefined);
  }
  /** Leaves a change out, or takes it back in. */
  async function toggle(index: number) {
    const doc = toRaw(of.value);
    if (!doc || !plan.value) return;
    const now = omitted.value.includes(index)
      ? omitted.value.filter((i) => i !== index)
      : [...omitted.value, index];
    omitted.value = now;
    left.value = null;
    const changes = toRaw(chosen.value).map((x) => ({ edits: x.edits }));
    try {
      const found = await faultTestWorker.ask((w) => w.problemsWith(doc, changes, running.value));
      // Of what was chosen before, the answer comes too late.
      if (omitted.value === now) left.value = found;
    } catch {
      left.value = null;
    }
  }
  function apply() {
    const changes = chosen.value;
    if (!changes.length || stale.value || !after.value) return;
    system.commit(
      changes.flatMap((x) => x.edits),
      plural(changes.length, 'One change that solves problems', '# changes that solve problems'),
    );
    close();
  }
  function close() {
    mine++;
    searching.value = false;
    plan.value = null;
    trouble.value = '';
  }

  // A plan is for one system: another that is opened begins without one.
  watch(() => system.document?.id, close);

  return {
    running,
    plan,
    of,
    progress,
    searching,
    trouble,
    omitted,
    left,
    stale,
    chosen,
    after,
    search,
    stop,
    toggle,
    apply,
    close,
  };
});
