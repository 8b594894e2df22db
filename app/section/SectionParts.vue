<script setup lang="ts">
import { computed } from 'vue';
import type { Box } from './frame';
import { along, pressParts } from './parts';
import type { DrawingPoint, Scene } from './scene';

/**
 * What can be chosen, over the drawing of it: vessels by their area, pipes by their course. Tab comes to the one
 * that is chosen, arrow keys lead along the water's way.
 */
const props = defineProps<{
  scene: Scene;
  chosen: string;
  /** Places in the order in which the water passes them. */
  order: readonly string[];
  scale: number;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const emit = defineEmits<{ choose: [at: string]; closer: [at: string] }>();
/** Below this scale, px a metre, a pipe is too thin to be meant where it runs over a vessel. */
const THIN = 120;
const thin = computed(() => props.scale < THIN);
const parts = computed(() => {
  const all = pressParts(props.scene);
  return thin.value ? all.reverse() : all;
});
/** A vessel is at least so high to press, px. */
const FINGER = 26;
const cellBox = (c: Box) => {
  const [top, bottom] = [props.y(c.y2) - 5, props.y(c.y1) + 5];
  const more = Math.max(0, FINGER - (bottom - top)) / 2;
  return {
    x: props.x(c.x1) - 5,
    y: top - more,
    width: props.x(c.x2) - props.x(c.x1) + 10,
    height: bottom - top + 2 * more,
  };
};
const course = (points: readonly DrawingPoint[]) =>
  points.map((p) => `${props.x(p.x)},${props.y(p.z)}`).join(' ');
/** What Tab comes to. */
const stop = computed(() =>
  parts.value.some((p) => p.at === props.chosen) ? props.chosen : props.order[0],
);

const STEPS: Record<string, 1 | -1> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};
function key(event: KeyboardEvent, at: string) {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    emit('choose', at);
    emit('closer', at);
    return;
  }
  const by = STEPS[event.key];
  if (!by) return;
  event.preventDefault();
  const next = along(props.order, at, by);
  if (!next) return;
  const root = (event.currentTarget as Element).parentElement;
  root?.querySelector<SVGGElement>(`[data-part="${next}"]`)?.focus();
  emit('choose', next);
}
</script>

<template>
  <g class="parts" :class="{ thin }">
    <g
      v-for="p in parts"
      :key="p.at"
      class="part"
      :class="{ chosen: p.at === chosen }"
      role="button"
      :tabindex="p.at === stop ? 0 : -1"
      :aria-label="`${p.name} in the drawing`"
      :aria-pressed="p.at === chosen"
      :data-part="p.at"
      @click="emit('choose', p.at)"
      @dblclick="emit('closer', p.at)"
      @keydown="key($event, p.at)"
    >
      <rect v-for="(c, i) in p.cells" :key="i" v-bind="cellBox(c)" rx="4" />
      <polyline v-for="(c, i) in p.courses" :key="`c${i}`" :points="course(c)" />
    </g>
  </g>
</template>

<style scoped>
.part {
  cursor: pointer;
  outline: none;
}
rect {
  fill: transparent;
  stroke: transparent;
  stroke-width: 2;
}
polyline {
  fill: none;
  stroke: transparent;
  stroke-width: 18;
  stroke-linejoin: round;
  stroke-linecap: round;
  pointer-events: stroke;
}
.thin polyline {
  stroke-width: 9;
}
.chosen rect {
  stroke: var(--water);
}
.chosen polyline {
  stroke: var(--water);
  stroke-opacity: 0.22;
}
.part:hover rect,
.part:focus-visible rect {
  stroke: var(--water);
  stroke-dasharray: 5 3;
}
.part:hover polyline {
  stroke: var(--water);
  stroke-opacity: 0.14;
}
.part:focus-visible polyline {
  stroke: var(--water);
  stroke-opacity: 0.45;
}
.part:focus-visible rect {
  stroke-width: 3;
}
</style>
