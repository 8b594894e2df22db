import { useIntervalFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, onBeforeUnmount, ref, shallowRef, toRaw, watch } from 'vue';
import { stepStates, type BuildPlan, type Piece, type StepState } from '../../../core/construction';
import { buildWorker } from '../../workers/client';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';

/** How often running clocks are looked at, ms. */
const TICK = 15_000;

/** What is built of the open system, worked out while its stage is looked at. */
export const useBuild = defineStore('build', () => {
  const system = useSystem();
  const trace = useTrace();
  const plan = shallowRef<BuildPlan | null>(null);
  const busy = ref(false);
  const trouble = ref('');
  /** Places that look at the plan now. */
  const viewers = ref(0);
  const now = ref(Date.now());
  useIntervalFn(() => (now.value = Date.now()), TICK);

  const metrics = computed(() => trace.day?.metrics ?? null);
  let waiting = false;
  async function run() {
    const doc = system.document;
    if (!doc || !viewers.value || system.holding) return;
    // The newest wins: while one is worked out, only the last that was asked for meanwhile follows it.
    if (busy.value) {
      waiting = true;
      return;
    }
    busy.value = true;
    try {
      const made = await buildWorker.ask((w) => w.plan(toRaw(doc), toRaw(metrics.value)));
      if (system.document?.id === doc.id) {
        plan.value = made;
        trouble.value = '';
      }
    } catch {
      trouble.value = 'The cut list could not be calculated. You see the previous one.';
    }
    busy.value = false;
    if (waiting) {
      waiting = false;
      await run();
    }
  }
  watch([() => system.document, metrics, viewers, () => system.holding], () => void run(), {
    immediate: true,
  });
  watch(
    () => system.document?.id,
    () => (plan.value = null),
  );

  const pieces = computed(() => new Map<string, Piece>(plan.value?.pieces.map((p) => [p.id, p])));
  const states = computed<Map<string, StepState>>(() =>
    system.document && plan.value
      ? stepStates(system.document, plan.value.steps, now.value)
      : new Map<string, StepState>(),
  );
  /** The first step that can be done now, or whose clock runs. */
  const current = computed(() => {
    const open = plan.value?.steps.filter((x) => {
      const state = states.value.get(x.id);
      return state === 'open' || state === 'failed' || state === 'waiting';
    });
    return open?.find((x) => states.value.get(x.id) !== 'waiting') ?? open?.[0];
  });
  const cut = computed(() => new Set(system.document?.build.cut.map((c) => c.id)));
  /** Looks again at what the time is. */
  const look = () => void (now.value = Date.now());

  return { plan, busy, trouble, viewers, pieces, states, current, cut, now, look };
});

/** The plan, worked out for as long as whoever asks is in the page. */
export function usePlan() {
  const build = useBuild();
  build.viewers++;
  onBeforeUnmount(() => build.viewers--);
  return build;
}
