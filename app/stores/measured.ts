import { defineStore } from 'pinia';
import { shallowRef } from 'vue';

/** Levels as devices measured them within the last day, by vessel and second of the day; empty while they are not shown. */
export const useMeasured = defineStore('measured', () => {
  const levels = shallowRef<
    ReadonlyMap<string, readonly { readonly t: number; readonly level: number }[]>
  >(new Map());
  return { levels };
});
