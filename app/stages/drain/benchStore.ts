import { defineStore } from 'pinia';
import { ref } from 'vue';
import { localDay } from '../../../core/calendar';
import type { OwnTimer } from '../../../core/system';
import { hereZone } from '../../stores/zone';

/** What is on the bench at Fill & drain: the cycle's parts, the siphon, the timer, fault tests, measuring. */
export type DrainBench = 'cycle' | 'siphon' | 'timer' | 'faultTests' | 'measure';

const today = (): string => localDay(Date.now(), hereZone());

export const useBench = defineStore('bench', () => {
  const open = ref<DrainBench>('cycle');
  /** Timer held against the system: a catalogue id, or nothing for the one it has. */
  const device = ref('');
  const own = ref<OwnTimer | null>(null);
  /** Date for the length of the day. */
  const date = ref(today());
  return { open, device, own, date };
});
