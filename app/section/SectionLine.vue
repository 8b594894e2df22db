<script setup lang="ts">
import type { PlacedLine } from './scene';

/** A pumped line with its pump, and which way the water in it goes. */
const props = defineProps<{
  line: PlacedLine;
  points: string;
  /** 1 up, −1 back down, 0 still. */
  way: number;
  scale: number;
  /** The pump shrinks with the drawing. */
  small: number;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const bore = () => Math.max(4, props.line.path.bore * props.scale);
</script>

<template>
  <g>
    <polyline class="pipe" :points="points" :stroke-width="bore() + 3" />
    <polyline class="bore" :class="{ full: way !== 0 }" :points="points" :stroke-width="bore()" />
    <polyline v-if="way !== 0" class="moving" :class="{ back: way < 0 }" :points="points" />
    <path
      v-if="line.path.peak?.vented"
      class="vent"
      :d="`M${(x(line.points[1]!.x) + x(line.points[2]!.x)) / 2} ${y(line.points[1]!.z)}v-${14 * small + 4}`"
    />
    <g class="pump" :transform="`translate(${x(line.pump.x)} ${y(line.pump.z)}) scale(${small})`">
      <line x1="0" x2="0" y1="0" :y2="(line.path.pump.intake * scale) / small" />
      <path d="M-13 2v-13q0-7 7-7h12q7 0 7 7v13z" />
      <path class="slots" d="M-8-2v-6M-3-2v-6M3-2v-6M8-2v-6" />
    </g>
  </g>
</template>

<style scoped>
.pipe {
  fill: none;
  stroke: var(--text);
  stroke-linejoin: round;
  opacity: 0.8;
}
.bore {
  fill: none;
  stroke: var(--sheet);
  stroke-linejoin: round;
}
.bore.full {
  stroke: var(--water-deep);
}
.vent {
  fill: none;
  stroke: var(--text);
  stroke-width: 3;
}
.moving {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
  stroke-dasharray: 5 9;
  animation: run 0.7s linear infinite;
}
.moving.back {
  animation-direction: reverse;
}
@keyframes run {
  to {
    stroke-dashoffset: -14;
  }
}
.pump path {
  fill: var(--text);
}
.pump line {
  stroke: var(--text);
  stroke-width: 2;
}
.pump .slots {
  stroke: var(--sheet);
  stroke-width: 1.4;
}
@media (prefers-reduced-motion: reduce) {
  .moving {
    animation: none;
  }
}
</style>
