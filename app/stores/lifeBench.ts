import { defineStore } from 'pinia';
import { ref } from 'vue';

/** What lies on the bench at Life. */
export type LifeTab = 'fish' | 'plants' | 'season' | 'sums';

/** The open bench of Life, the stand that is chosen in plan and side view alike, and the open sum. */
export const useLifeBench = defineStore('lifeBench', () => {
  const open = ref<LifeTab>('fish');
  const stand = ref('');
  const sum = ref('ammonia');
  return { open, stand, sum };
});
