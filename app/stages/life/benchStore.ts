import { defineStore } from 'pinia';
import { ref } from 'vue';

/** What lies on the bench at Life. */
export type LifeTab = 'fish' | 'plants' | 'season' | 'year' | 'calculators';

/** The open bench of Life, the planting that is chosen in plan and side view alike, and the open calculator. */
export const useLifeBench = defineStore('lifeBench', () => {
  const open = ref<LifeTab>('fish');
  const planting = ref('');
  /** The open calculator; empty for the list of their questions. */
  const calculator = ref('');
  /** Day of the year on which the beds are shown; null for each at its fullest. */
  const day = ref<number | null>(null);
  return { open, planting, calculator, day };
});
