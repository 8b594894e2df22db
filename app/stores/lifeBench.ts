import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { dayOfYear, localDay } from '../../core/calendar';
import { hereZone } from './zone';

/** What lies on the bench at Life. */
export type LifeTab = 'fish' | 'plants' | 'season' | 'year' | 'sums';

/** The open bench of Life, the stand that is chosen in plan and side view alike, and the open sum. */
export const useLifeBench = defineStore('lifeBench', () => {
  const open = ref<LifeTab>('fish');
  const stand = ref('');
  const sum = ref('ammonia');
  /** Day of the year on which the beds are shown; null for today. */
  const day = ref<number | null>(null);
  const shownDay = computed(() => day.value ?? dayOfYear(localDay(Date.now(), hereZone())));
  return { open, stand, sum, day, shownDay };
});
