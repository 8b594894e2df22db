import { refAutoReset } from '@vueuse/core';
import { defineStore } from 'pinia';
import { watch } from 'vue';
import type { Edit } from '../../core/system';
import { useSystem } from './system';

/** How long what changed is shown, ms. */
export const SHOWN_FOR = 4000;

/** Places of the document that the last step changed, for a moment. */
export const useChanges = defineStore('changes', () => {
  const system = useSystem();
  const places = refAutoReset<ReadonlySet<string>>(new Set(), SHOWN_FOR);
  const show = (edits: readonly Edit[]) => (places.value = new Set(edits.map((e) => e.at)));
  watch(
    () => [system.past, system.future] as const,
    ([past, future], [before, undone]) => {
      if (!system.document || (!before.length && !undone.length && past.length > 1)) return;
      // Done, done again, or come from another window; or undone.
      const step = past.length >= before.length ? past[past.length - 1] : undefined;
      if (step && step !== before[before.length - 1]) show(step.edits);
      else if (future[0] && future[0] !== undone[0]) show(future[0].edits);
    },
  );
  watch(
    () => system.document?.id,
    () => (places.value = new Set()),
  );
  return { places };
});
