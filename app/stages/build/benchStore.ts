import { defineStore } from 'pinia';
import { ref } from 'vue';

/** What lies on the bench at Build. */
export type BuildTab = 'parts' | 'cuts' | 'holes' | 'steps' | 'cost';

/** The open bench of Build, and the piece, the hole and the step that are chosen in list and drawing alike. */
export const useBuildBench = defineStore('buildBench', () => {
  const open = ref<BuildTab>('cuts');
  const piece = ref('');
  const hole = ref('');
  const step = ref('');
  return { open, piece, hole, step };
});
