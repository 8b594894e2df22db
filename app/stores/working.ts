import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { workingOf } from '../../core/working';
import { useSystem } from './system';
import { useTrace } from './trace';

/** Which number's working is open. */
export const useWorking = defineStore('working', () => {
  const system = useSystem();
  const trace = useTrace();
  const key = ref('');
  const shown = computed(() =>
    key.value && system.document && system.assessment
      ? workingOf(system.document, system.assessment, key.value, trace.day?.metrics ?? null)
      : null,
  );
  const open = (k: string) => (key.value = key.value === k ? '' : k);
  const close = () => (key.value = '');
  return { key, shown, open, close };
});
