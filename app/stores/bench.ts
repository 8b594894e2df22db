import { defineStore } from 'pinia';
import { ref } from 'vue';

/** What is on the bench at Fill & drain: the cycle's parts, the siphon, the timer, drills, measuring. */
export const BENCHES = ['cycle', 'siphon', 'timer', 'drills'] as const;
export type Bench = (typeof BENCHES)[number];

export const useBench = defineStore('bench', () => {
  const open = ref<Bench>('cycle');
  /** Path or control that the bench is about, where there are several. */
  const about = ref('');
  return { open, about };
});
