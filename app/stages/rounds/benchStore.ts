import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { ReadingId } from '../../../core/system';

/** What lies on the bench at Rounds. */
export type RoundsTab = 'today' | 'tasks' | 'log' | 'trends' | 'trouble' | 'devices';

/** The open bench of Rounds, what its pad is open for, and what is looked at in the log. */
export const useRoundsBench = defineStore('roundsBench', () => {
  const open = ref<RoundsTab>('today');
  /** Readings still to be taken, one after the other, as a task asks for them. */
  const asked = shallowRef<readonly ReadingId[]>([]);
  const field = ref<ReadingId>('temperature');
  return { open, asked, field };
});
