<script setup lang="ts">
import { computed } from 'vue';
import { INCH } from '../../core/quantity';
import { useSettings } from '../stores/settings';

/** The height ruler beside the drawing, in the reader's measure. */
const props = defineProps<{
  /** Height of its upper end above the ground, m. */
  top: number;
  /** Its lower end; below zero where something is dug in. */
  bottom?: number;
  x: number;
  y: (z: number) => number;
  scale: number;
  /** Of the drawing, px: marks outside are left out. */
  height: number;
  numbered: boolean;
  /** Numbers stand on the side of the drawing, where there is no room beside it. */
  inside: boolean;
}>();
const settings = useSettings();

/** Distances between marks, m, and how many to a number. */
const METRIC = [
  [0.001, 10],
  [0.005, 10],
  [0.01, 10],
  [0.05, 2],
  [0.05, 4],
  [0.1, 5],
] as const;
const INCHES = [
  [INCH / 8, 8],
  [INCH / 2, 4],
  [INCH, 6],
  [3 * INCH, 4],
  [6 * INCH, 4],
] as const;
/** Closest that marks and numbers stand, px. */
const MARKS_APART = 4;
const NUMBERS_APART = 18;

/** Marks, with a number at the longer ones: as fine as the scale allows. */
const marks = computed(() => {
  const inches = settings.units !== 'metric';
  const rows = inches ? INCHES : METRIC;
  const [step, every] =
    rows.find(([d, n]) => d * props.scale >= MARKS_APART && n * d * props.scale >= NUMBERS_APART) ??
    rows[rows.length - 1]!;
  const out: { y: number; long: boolean; text: string }[] = [];
  for (let i = Math.ceil((props.bottom ?? 0) / step - 1e-6); i * step <= props.top; i++) {
    const y = props.y(i * step);
    if (y < 0 || y > props.height) continue;
    const long = i % every === 0;
    const text = inches
      ? `${+((i * step) / INCH).toFixed(2)} in`
      : String(Math.round(i * step * 1000));
    out.push({ y, long, text: long ? text : '' });
  }
  return out;
});
</script>

<template>
  <g class="ruler">
    <line :x1="x" :x2="x" :y1="y(bottom ?? 0)" :y2="y(top)" />
    <template v-for="(m, i) in marks" :key="i">
      <line :x1="x" :x2="x + (m.long ? 10 : 5)" :y1="m.y" :y2="m.y" />
      <text
        v-if="m.text && numbered"
        :class="{ halo: inside }"
        :x="inside ? x + 12 : x - 4"
        :y="m.y + 4"
        :text-anchor="inside ? 'start' : 'end'"
      >
        {{ m.text }}
      </text>
    </template>
  </g>
</template>

<style scoped>
line {
  stroke: var(--quiet);
  stroke-width: 1;
}
.halo {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--quiet);
}
</style>
