import { onBeforeUnmount, ref, watch, type Ref } from 'vue';
import { SHOWN_FOR } from '../stores/changes';

/**
 * What a shown text was before it began to change; empty again once it has stood still for a moment.
 * A pull of many moves is one change.
 */
export function useWas(text: () => string): Ref<string> {
  const was = ref('');
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(text, (now, before) => {
    if (was.value === '') was.value = before;
    if (was.value === now) was.value = '';
    clearTimeout(timer);
    timer = setTimeout(() => (was.value = ''), SHOWN_FOR);
  });
  onBeforeUnmount(() => clearTimeout(timer));
  return was;
}
