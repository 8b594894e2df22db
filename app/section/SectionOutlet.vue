<script setup lang="ts">
import { computed } from 'vue';
import type { PlacedOutlet } from './scene';

/** A joining pipe, float valve, open hole, channel's end or drip edge. */
const props = defineProps<{
  outlet: PlacedOutlet;
  flow: number;
  scale: number;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const wide = computed(() => {
  const p = props.outlet.path;
  const bore = 'bore' in p ? p.bore : p.kind === 'hole' ? p.diameter : 0.02;
  return Math.max(3, bore * props.scale);
});
const points = computed(() =>
  props.outlet.points.map((p) => `${props.x(p.x)},${props.y(p.z)}`).join(' '),
);
const runs = computed(() => Math.abs(props.flow) > 1e-7);
const screen = computed(() => {
  const p = props.outlet.path;
  const at = props.outlet.points[0]!;
  return p.kind === 'link' && p.screen !== null ? { x: props.x(at.x), y: props.y(at.z) } : null;
});
const float = computed(() => {
  const p = props.outlet.path;
  const at = props.outlet.points[props.outlet.points.length - 1]!;
  return p.kind === 'float-valve' ? { x: props.x(at.x), y: props.y(at.z) } : null;
});
</script>

<template>
  <g class="outlet">
    <polyline class="pipe" :points="points" :stroke-width="wide + 3" />
    <polyline class="bore" :class="{ full: runs }" :points="points" :stroke-width="wide" />
    <polyline v-if="runs" class="moving" :class="{ back: flow < 0 }" :points="points" />
    <path
      v-if="screen"
      class="screen"
      :d="`M${screen.x} ${screen.y - wide / 2 - 4}v${wide + 8}M${screen.x - 3} ${screen.y - wide / 2 - 4}v${wide + 8}`"
    />
    <g v-if="float" class="float" :transform="`translate(${float.x} ${float.y})`">
      <path d="M0 0h16" />
      <circle cx="21" cy="2" r="6" />
    </g>
  </g>
</template>

<style scoped src="./pipe.css"></style>
<style scoped>
.screen {
  stroke: var(--quiet);
  stroke-width: 1.6;
  stroke-dasharray: 2 2;
}
.float path {
  stroke: var(--text);
  stroke-width: 2;
}
.float circle {
  fill: var(--clay);
  stroke: var(--text);
}
</style>
