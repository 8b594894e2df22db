import { computed, watch, type InjectionKey, type Ref } from 'vue';
import type { Box } from './frame';

/** Where labels of the drawing stand: fish swim beside them, and a stage's own labels keep clear of them, px. */
export const LABEL_BOXES: InjectionKey<Ref<readonly Box[]>> = Symbol('label boxes');

/** Width of a letter of the small labels, and how far it stands over and under its line, px. */
export const LETTER = 6.6;
const OVER = 11;
const UNDER = 4;

/** A text with the places where it may start on its line, the best first, px. */
export interface LabelRequest {
  readonly key: string;
  /** The whole text first, then shorter ones for where there is little room. */
  readonly texts: readonly string[];
  readonly spots: (width: number) => readonly { readonly x: number; readonly y: number }[];
  /** It stands in any case, where it covers the least. */
  readonly must?: boolean;
}

export interface PlacedLabel {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/** Starts of a line between two places: at its ends first, then between them. */
export const startsBetween = (first: number, last: number): number[] =>
  [0, 1, 0.5, 0.25, 0.75].map((s) => first + s * (last - first));

/** Figures of a text change while the water moves; its place does not. */
export const widthOf = (text: string) => text.length * LETTER;

/** The room that a line of text takes, px. */
export const boxOf = (x: number, y: number, width: number): Box => ({
  x1: x - 2,
  y1: y - OVER,
  x2: x + width + 2,
  y2: y + UNDER,
});

const shared = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x2, b.x2) - Math.max(a.x1, b.x1)) *
  Math.max(0, Math.min(a.y2, b.y2) - Math.max(a.y1, b.y1));

/**
 * Places labels where they cover neither each other nor what is drawn, the first come first. One that finds no
 * room is left out, since its number stands in the panel too, unless it must stand.
 *
 * @param taken what may not be covered
 * @param within where labels may stand at all
 */
export function placeLabels(
  wanted: readonly LabelRequest[],
  taken: readonly Box[],
  within: Box,
): ReadonlyMap<string, PlacedLabel> {
  const out = new Map<string, PlacedLabel>();
  const boxes = [...taken];
  const inside = (b: Box) =>
    b.x1 >= within.x1 && b.x2 <= within.x2 && b.y1 >= within.y1 && b.y2 <= within.y2;
  for (const w of wanted) {
    let best: { label: PlacedLabel; box: Box; covered: number } | null = null;
    for (const text of w.texts) {
      const width = widthOf(text);
      for (const { x, y } of w.spots(width)) {
        const box = boxOf(x, y, width);
        if (!inside(box)) continue;
        let covered = 0;
        for (const b of boxes) covered += shared(b, box);
        if (!best || covered < best.covered) best = { label: { x, y, text }, box, covered };
        if (covered === 0) break;
      }
      if (best?.covered === 0) break;
    }
    if (!best || (best.covered > 0 && !w.must)) continue;
    out.set(w.key, best.label);
    boxes.push(best.box);
  }
  return out;
}

/** Says where labels stand, and again only when one of them moved. */
export function sayBoxes(
  placed: Ref<ReadonlyMap<string, PlacedLabel>>,
  say: (boxes: readonly Box[]) => void,
): void {
  const boxes = computed(() =>
    [...placed.value.values()].map((l) => boxOf(l.x, l.y, widthOf(l.text))),
  );
  watch(
    () =>
      boxes.value.map((b) => `${Math.round(b.x1)},${Math.round(b.y1)},${Math.round(b.x2)}`).join(),
    () => say(boxes.value),
    { immediate: true },
  );
}
