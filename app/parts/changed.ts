import { refAutoReset } from '@vueuse/core';
import { watch, type Ref } from 'vue';
import { SHOWN_FOR } from '../stores/changes';

/**
 * What a shown text was before it began to change; empty again once it has stood still for a moment.
 * A pull of many moves is one change.
 */
export function useWas(text: () => string): Ref<string> {
  const was = refAutoReset('', SHOWN_FOR);
  watch(text, (now, before) => {
    const first = was.value === '' ? before : was.value;
    was.value = first === now ? '' : first;
  });
  return was;
}
