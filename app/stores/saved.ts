import { computed, type ComputedRef } from 'vue';
import { same } from '../../core/system';

/**
 * A value that stays the same object while it says the same: menus, tabs and lists are dear to draw anew, and
 * a pulled handle makes a new system with every move.
 */
export const useSaved = <T>(value: () => T): ComputedRef<T> =>
  computed<T>((before) => {
    const now = value();
    return before !== undefined && same(before, now) ? before : now;
  });
