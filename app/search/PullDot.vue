<script setup lang="ts">
import { computed, ref } from 'vue';
import { format, type QuantityKind } from '../../core/quantity';
import { useSettings } from '../stores/settings';
import { snapped } from '../section/tags';

/** A number of the drawing that is pulled along one axis, or changed by the arrow keys. */
const props = defineProps<{
  x: number;
  y: number;
  axis: 'x' | 'y';
  /** Value of a pixel along the axis; below zero where it falls that way. */
  perPixel: number;
  label: string;
  /** What stands beside its number. */
  word: string;
  kind: QuantityKind;
  value: number;
  min: number;
  max: number;
  step: number;
  /** Where its number stands from the dot, px. */
  dx: number;
  dy: number;
  anchor?: 'start' | 'middle' | 'end';
}>();
const emit = defineEmits<{ set: [value: number]; hold: [held: boolean] }>();
const settings = useSettings();
const text = computed(() => format(props.value, props.kind, settings.units));
const pulling = ref(false);
let from = 0;
let start = 0;

const along = (event: PointerEvent, svg: SVGSVGElement) => {
  const box = svg.getBoundingClientRect();
  const zoom = svg.viewBox.baseVal.width / box.width;
  return zoom * (props.axis === 'x' ? event.clientX : event.clientY);
};
function down(event: PointerEvent) {
  const dot = event.currentTarget as SVGElement;
  if (event.button !== 0) return;
  event.preventDefault();
  dot.setPointerCapture(event.pointerId);
  dot.focus();
  pulling.value = true;
  from = along(event, dot.ownerSVGElement!);
  start = props.value;
  emit('hold', true);
}
function move(event: PointerEvent) {
  if (!pulling.value) return;
  const by = along(event, (event.currentTarget as SVGElement).ownerSVGElement!) - from;
  const value = snapped(props, start + by * props.perPixel);
  if (value !== props.value) emit('set', value);
}
function up() {
  if (!pulling.value) return;
  pulling.value = false;
  emit('hold', false);
}
function key(event: KeyboardEvent) {
  const way = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
  if (!way) return;
  event.preventDefault();
  emit('set', snapped(props, props.value + way * props.step * (event.shiftKey ? 10 : 1)));
}
</script>

<template>
  <g
    class="pull"
    role="slider"
    tabindex="0"
    :aria-label="label"
    :aria-orientation="axis === 'x' ? 'horizontal' : 'vertical'"
    :aria-valuenow="value"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :aria-valuetext="text"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="up"
    @keydown="key"
  >
    <circle class="touch" :cx="x" :cy="y" r="18" />
    <circle class="dot" :cx="x" :cy="y" r="6" />
    <text :x="x + dx" :y="y + dy" :text-anchor="anchor ?? 'start'">
      {{ text }}<tspan class="what" dx="5">{{ word }}</tspan>
    </text>
  </g>
</template>

<style scoped>
.pull {
  cursor: grab;
  touch-action: none;
}
.touch {
  fill: transparent;
}
.dot {
  fill: var(--sheet);
  stroke: var(--water);
  stroke-width: 2.5;
}
.pull:focus-visible .dot,
.pull:hover .dot {
  fill: var(--water);
}
text {
  font-size: var(--type-drawing);
  font-weight: 650;
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.what {
  font-weight: 400;
}
</style>
