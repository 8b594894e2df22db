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
  numbered: boolean;
}>();
const settings = useSettings();

/** Marks, with a number at the longer ones. */
const marks = computed(() => {
  const inches = settings.units !== 'metric';
  const step = inches ? 3 * INCH : 0.05;
  const every = inches ? 4 : props.scale > 160 ? 2 : 4;
  const out: { y: number; long: boolean; text: string }[] = [];
  for (let i = Math.ceil((props.bottom ?? 0) / step); i * step <= props.top; i++) {
    const long = i % every === 0;
    out.push({
      y: props.y(i * step),
      long,
      text: long ? (inches ? `${i * 3} in` : String(Math.round(i * step * 1000))) : '',
    });
  }
  return out;
});
</script>

<template>
  <g class="ruler">
    <line :x1="x" :x2="x" :y1="y(bottom ?? 0)" :y2="y(top)" />
    <template v-for="(m, i) in marks" :key="i">
      <line :x1="x" :x2="x + (m.long ? 10 : 5)" :y1="m.y" :y2="m.y" />
      <text v-if="m.text && numbered" :x="x - 4" :y="m.y + 4" text-anchor="end">{{ m.text }}</text>
    </template>
  </g>
</template>

<style scoped>
line {
  stroke: var(--quiet);
  stroke-width: 1;
}
text {
  font-size: 11px;
  fill: var(--quiet);
}
</style>
