import { defineStore } from 'pinia';
import { ref } from 'vue';
import type { OwnTimer } from '../../core/system';

/** What is on the bench at Fill & drain: the cycle's parts, the siphon, the timer, drills, measuring. */
export type Bench = 'cycle' | 'siphon' | 'timer' | 'drills' | 'measure';

const today = (): string => {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};

export const useBench = defineStore('bench', () => {
  const open = ref<Bench>('cycle');
  /** Timer held against the system: a catalogue id, or nothing for the one it has. */
  const device = ref('');
  const own = ref<OwnTimer | null>(null);
  /** Date for the length of the day. */
  const date = ref(today());
  return { open, device, own, date };
});
