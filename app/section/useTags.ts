import { computed, type Ref } from 'vue';
import { WHOLE_VIEW, type CameraView } from './frame';
import type { Handle } from './handles';
import { spreadTags } from './tags';

/** A system with no more handles than this shows all their tags. */
const FEW = 7;
/** From tag to tag, and of the two lines of a narrow column; the least of each; px. */
const GAP = { one: 30, two: 44 };
const LEAST_GAP = { one: 27, two: 38 };
/** Room over the first and under the last, px. */
const ENDS = 20;

/** More vessels than this share a phone’s width only without the column of tags. */
const FEW_VESSELS = 2;

/** Whether there are too many handles at a stage for a tag each, or no room for them. */
export const isCrowded = (handles: readonly Handle[], vessels: number, compact: boolean): boolean =>
  handles.filter((h) => !h.extra).length > FEW || (compact && vessels > FEW_VESSELS);

/** Which tags stand in the column beside the drawing, and where, in the order of what they measure. */
export function useTags(on: {
  handles: Ref<readonly Handle[]>;
  crowded: Ref<boolean>;
  chosen: Ref<string>;
  compact: Ref<boolean>;
  height: Ref<number>;
  view: Ref<CameraView>;
  Y: (z: number) => number;
}) {
  /** A phone’s whole drawing is a map to choose from: too small to pull, and without the column of tags. */
  const map = computed(
    () => on.crowded.value && on.compact.value && on.view.value.k === WHOLE_VIEW.k,
  );
  const tagged = computed(() => {
    if (!on.crowded.value) return on.handles.value;
    if (map.value) return [];
    return on.handles.value.filter((h) => h.thing === on.chosen.value);
  });
  const tagY = computed(() => {
    const lines = on.compact.value ? 'two' : 'one';
    const down = tagged.value.map((h) => ({ h, y: on.Y(h.z) })).sort((a, b) => a.y - b.y);
    const room = (on.height.value - 2 * ENDS) / Math.max(1, down.length - 1);
    const gap = Math.min(GAP[lines], Math.max(LEAST_GAP[lines], room));
    const ys = spreadTags(
      down.map((d) => d.y),
      gap,
      ENDS,
      on.height.value - ENDS,
    );
    return new Map(down.map((d, i) => [d.h.at, ys[i]!]));
  });
  /** Tags of several things stand together and say which vessel they mean. */
  const mixed = computed(() => new Set(tagged.value.map((h) => h.thing)).size > 1);
  return { tagY, mixed, map };
}
