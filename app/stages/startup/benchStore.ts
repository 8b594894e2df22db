import { defineStore } from 'pinia';
import { ref } from 'vue';

/** What stands beside the panel of the start: the system, or the forecast of its start. */
export const useStartBench = defineStore('startBench', () => {
  const open = ref<'work' | 'forecast'>('work');
  return { open };
});
