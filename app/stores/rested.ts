import { computed, type ComputedRef } from 'vue';
import { useSystem } from './system';

/**
 * A value that rests while something is pulled: what is dear to work out or to draw, and of no use before the hand
 * lets go, is not asked for with every move.
 *
 * @param when whether it may rest; always, where it is not given
 */
export function useRested<T>(work: () => T, when: () => boolean = () => true): ComputedRef<T> {
  const system = useSystem();
  return computed<T>((before) =>
    before !== undefined && system.holding && when() ? before : work(),
  );
}
