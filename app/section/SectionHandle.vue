<script setup lang="ts">
import { computed, ref } from 'vue';
import { format } from '../../core/quantity';
import { useChanges } from '../stores/changes';
import { useSettings } from '../stores/settings';
import type { Handle } from './handles';
import { LETTER } from './labels';
import { snapped } from './tags';

/**
 * What can be pulled: a dot on the thing itself, and a tag tied to it. Pull either, or nudge it by keys. Of what
 * is not chosen the dot is quiet, and tells its tag when it is pointed at.
 */
const props = defineProps<{
  handle: Handle;
  anchorX: number;
  anchorY: number;
  laneX: number;
  tagX: number;
  tagY: number;
  tagWidth: number;
  /** Its tag stands in the column; else it is a quiet dot. */
  tagged: boolean;
  /** Its tag says which vessel it means. */
  mixed: boolean;
  /** The drawing is too small to pull anything in it. */
  hidden: boolean;
  /** Right end of the drawing, px. */
  right: number;
  scale: number;
  compact: boolean;
  /** On paper there is nothing to pull. */
  still?: boolean;
}>();
const emit = defineEmits<{
  taken: [];
  pull: [value: number];
  settle: [value: number];
  release: [];
  nudge: [value: number];
  chosen: [];
  /** The number is to be typed. */
  type: [];
}>();

const settings = useSettings();
const changes = useChanges();
const pulling = ref(false);
let startY = 0;
let startZ = 0;
let latest = 0;

const text = computed(() => format(props.handle.value, props.handle.kind, settings.units));

const word = computed(() =>
  props.handle.role && (props.mixed || !props.tagged)
    ? `${props.handle.role} ${props.handle.word}`
    : props.handle.word,
);
/** Pointed at, or having the focus. */
const near = ref(false);
const tag = computed(() => {
  if (props.tagged) return { x: props.tagX, y: props.tagY, width: props.tagWidth };
  if (!near.value && !pulling.value) return null;
  const width = 30 + (word.value.length + text.value.length) * LETTER;
  const beside = props.anchorX + 14;
  const x = beside + width < props.right ? beside : props.anchorX - 14 - width;
  return { x, y: props.anchorY, width };
});
/** In a narrow column the number stands under its word. */
const tall = computed(() => props.compact && props.tagged);

function down(event: PointerEvent) {
  if (event.button !== 0) return;
  event.preventDefault();
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const group = (event.currentTarget as Element).closest<SVGGElement>('[role="slider"]');
  group?.focus();
  pulling.value = true;
  startY = event.clientY;
  startZ = props.handle.z;
  latest = props.handle.value;
  emit('taken');
}
/** A fifth of the step, with Alt held: millimetres where the step is five. */
const FINE = 5;
const fineOr = (event: PointerEvent | KeyboardEvent) =>
  event.altKey ? { ...props.handle, step: props.handle.step / FINE } : props.handle;
function move(event: PointerEvent) {
  if (!pulling.value) return;
  const z = startZ - (event.clientY - startY) / props.scale;
  const value = snapped(fineOr(event), props.handle.valueAt(z));
  if (value === latest) return;
  latest = value;
  // Browsers send moves with their frames; what is shown now is in the frame that follows.
  emit('pull', latest);
}
function up() {
  if (!pulling.value) return;
  pulling.value = false;
  emit('settle', latest);
}
function cancel() {
  if (!pulling.value) return;
  pulling.value = false;
  emit('release');
}
function key(event: KeyboardEvent) {
  const h = fineOr(event);
  const size = h.step * (event.shiftKey ? 10 : 1);
  const to: Record<string, number> = {
    ArrowUp: h.value + size,
    ArrowRight: h.value + size,
    ArrowDown: h.value - size,
    ArrowLeft: h.value - size,
    PageUp: h.value + h.step * 10,
    PageDown: h.value - h.step * 10,
    Home: h.min,
    End: h.max,
  };
  if (event.key === 'Escape') return cancel();
  if (event.key === 'Enter') {
    event.preventDefault();
    emit('type');
    return;
  }
  const next = to[event.key];
  if (next === undefined) return;
  event.preventDefault();
  emit('nudge', snapped(h, next));
}
</script>

<template>
  <g
    class="handle"
    :class="{ pulling, hidden, quiet: !tagged, changed: changes.places.has(handle.at) }"
    role="slider"
    :tabindex="tagged ? 0 : -1"
    :aria-label="handle.name"
    aria-orientation="vertical"
    :aria-valuenow="Math.round(handle.value * 1e4) / 1e4"
    :aria-valuemin="handle.min"
    :aria-valuemax="handle.max"
    :aria-valuetext="text"
    :data-at="handle.at"
    @keydown="key"
    @focus="((near = true), emit('chosen'))"
    @blur="near = false"
    @pointerenter="near = true"
    @pointerleave="near = false"
  >
    <polyline
      v-if="tagged"
      class="leader"
      :points="`${anchorX},${anchorY} ${laneX},${anchorY} ${tagX},${tagY}`"
    />
    <g class="grip" @pointerdown="down" @pointermove="move" @pointerup="up" @pointercancel="cancel">
      <rect :x="anchorX - 12" :y="anchorY - 11" width="24" height="22" class="hit" />
      <circle :cx="anchorX" :cy="anchorY" :r="tagged || near ? 5.5 : 3.2" />
    </g>
    <g
      v-if="tag"
      class="tag"
      @dblclick="emit('type')"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
    >
      <rect
        :x="tag.x"
        :y="tag.y - (tall ? 18 : 13)"
        :width="tag.width"
        :height="tall ? 36 : 26"
        rx="4"
      />
      <path
        v-if="!still"
        :d="`M${tag.x + 5} ${tag.y - 2}l3.5-4 3.5 4zM${tag.x + 5} ${tag.y + 2}l3.5 4 3.5-4z`"
      />
      <text v-if="tall" :x="tag.x + 17" :y="tag.y - 4">
        <tspan class="word">{{ `${word} ` }}</tspan>
        <tspan class="value" :x="tag.x + 17" dy="15">{{ text }}</tspan>
      </text>
      <text v-else :x="tag.x + 17" :y="tag.y + 4.5">
        <tspan class="word">{{ `${word} ` }}</tspan>
        <tspan dx="2" class="value">{{ text }}</tspan>
      </text>
    </g>
  </g>
</template>

<style scoped>
.handle {
  cursor: ns-resize;
}
.handle:focus {
  outline: none;
}
.leader {
  fill: none;
  stroke: var(--water);
  stroke-width: 1;
  opacity: 0.55;
  pointer-events: none;
}
.hit {
  fill: transparent;
}
.grip,
.tag {
  touch-action: none;
}
.grip circle {
  fill: var(--sheet);
  stroke: var(--water);
  stroke-width: 2.5;
}
.hidden {
  opacity: 0;
  pointer-events: none;
}
.quiet .grip circle {
  stroke-width: 1.6;
}
.tag rect {
  fill: var(--sheet);
  stroke: var(--water);
  stroke-width: 1;
}
.tag path {
  fill: var(--water);
}
.tag text {
  font-size: var(--type-drawing);
  fill: var(--text);
  user-select: none;
}
.word {
  fill: var(--quiet);
}
.value {
  font-weight: 650;
}
.handle:hover .tag rect,
.handle:focus .tag rect,
.pulling .tag rect {
  stroke-width: 2.5;
}
.handle:hover .leader,
.handle:focus .leader,
.pulling .leader {
  opacity: 1;
  stroke-width: 1.8;
}
.changed .tag rect {
  fill: var(--water-soft);
  stroke-width: 2.5;
}
.handle:focus .grip circle,
.pulling .grip circle,
.changed .grip circle {
  fill: var(--water);
}
@media (forced-colors: active) {
  .tag rect {
    stroke: ButtonText;
  }
  .handle:focus .tag rect {
    stroke: Highlight;
  }
}
</style>
