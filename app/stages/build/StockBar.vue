<script setup lang="ts">
import { computed } from 'vue';
import type { StockBar, Piece } from '../../../core/construction';
import { format } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';

/** A length from the shop, or an offcut, to scale: what is cut from it, and what is left. */
const props = defineProps<{
  bar: StockBar;
  /** Longest bar of the list, m: they are drawn to one scale. */
  longest: number;
  kerf: number;
  pieces: ReadonlyMap<string, Piece>;
  chosen: string;
  cut: ReadonlySet<string>;
}>();
const emit = defineEmits<{ choose: [id: string] }>();
const settings = useSettings();
const WIDE = 1000;
const HIGH = 84;
const f = (v: number) => format(v, 'bore', settings.units);
const scale = computed(() => WIDE / props.longest);
const parts = computed(() => {
  let x = 0;
  return props.bar.pieces.map((id) => {
    const length = props.pieces.get(id)?.cut ?? 0;
    const part = { id, x: x * scale.value, width: length * scale.value, length };
    x += length + props.kerf;
    return part;
  });
});
const left = computed(() => {
  const last = parts.value[parts.value.length - 1];
  const x = last ? last.x + last.width + props.kerf * scale.value : 0;
  return { x, width: Math.max(0, props.bar.length * scale.value - x) };
});
/** Width of a letter in the picture’s units. */
const LETTER = 23;
const fits = (width: number, text: string) => text.length * LETTER + 12 < width;
const whole = computed(() => {
  const length = format(props.bar.length, 'run', settings.units);
  return props.bar.offcut ? `Own piece of ${length}` : `Length of ${length}`;
});
const inWords = computed(
  () =>
    `${whole.value}: ${parts.value.map((p) => f(p.length)).join(', ')}; ${f(props.bar.left)} left`,
);
</script>

<template>
  <svg class="bar" :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="inWords">
    <rect
      class="stock"
      x="1"
      y="8"
      :width="Math.max(0, bar.length * scale - 2)"
      height="68"
      :class="{ own: bar.offcut }"
    />
    <g
      v-for="p in parts"
      :key="p.id"
      class="piece"
      :class="{ chosen: p.id === chosen, cut: cut.has(p.id) }"
      @click="emit('choose', p.id)"
    >
      <rect :x="p.x" y="4" :width="p.width" height="76" />
      <text v-if="fits(p.width, f(p.length))" :x="p.x + p.width / 2" y="55">{{ f(p.length) }}</text>
    </g>
    <text
      v-if="fits(left.width, `${f(bar.left)} left`)"
      class="left"
      :x="left.x + left.width / 2"
      y="55"
    >
      {{ f(bar.left) }} left
    </text>
  </svg>
</template>

<style scoped>
.bar {
  display: block;
  width: 100%;
  height: auto;
}
.stock {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 3;
  stroke-dasharray: 14 10;
}
.own {
  stroke: var(--leaf);
}
.piece {
  cursor: pointer;
}
.piece rect {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 4;
}
.piece.cut rect {
  fill: var(--wash);
  stroke: var(--leaf);
}
.piece.chosen rect {
  fill: var(--water-soft);
  stroke: var(--water);
  stroke-width: 7;
}
text {
  font-size: 40px;
  text-anchor: middle;
  fill: var(--text);
  pointer-events: none;
}
.left {
  fill: var(--quiet);
}
</style>
