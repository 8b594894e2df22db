<script setup lang="ts">
import type { PlacedLine } from './scene';

/** A pumped line with its pump, and which way the water in it goes. */
const props = defineProps<{
  line: PlacedLine;
  points: string;
  /** Further deliveries from their tees. */
  branches: readonly string[];
  /** 1 up, −1 back down, 0 still. */
  direction: number;
  scale: number;
  /** The pump shrinks with the drawing. */
  small: number;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const bore = () => Math.max(4, props.line.path.bore * props.scale);
/** Taps with their handles: along the pipe is open, across it is shut. */
const taps = () => {
  const at = (p: { x: number; z: number }, z: number, open: number | null) =>
    open === null
      ? []
      : [{ x: props.x(p.x), y: (props.y(p.z) + props.y(z)) / 2, turn: (open * Math.PI) / 2 }];
  const { path, points, end, bottomFed, branches } = props.line;
  const turn = points[1]!.z;
  const own = bottomFed && !branches.length ? points[0]! : end;
  return [
    ...at(own, turn, path.valve),
    ...branches.flatMap((b, i) => at(b.end, turn, path.branches[i]?.valve ?? null)),
  ];
};
</script>

<template>
  <g>
    <polyline
      v-for="(p, i) in [points, ...branches]"
      :key="`p${i}`"
      class="pipe"
      :points="p"
      :stroke-width="bore() + 3"
    />
    <polyline
      v-for="(p, i) in [points, ...branches]"
      :key="`b${i}`"
      class="bore"
      :class="{ full: direction !== 0 }"
      :points="p"
      :stroke-width="bore()"
    />
    <template v-if="direction !== 0">
      <polyline
        v-for="(p, i) in [points, ...branches]"
        :key="`m${i}`"
        class="moving"
        :class="{ back: direction < 0 }"
        :points="p"
      />
    </template>
    <g v-for="(t, i) in taps()" :key="`t${i}`" class="tap" :transform="`translate(${t.x} ${t.y})`">
      <path d="M-6-5v10l12-10v10z" />
      <line x1="0" y1="0" :x2="9 * Math.cos(t.turn)" :y2="-9 * Math.sin(t.turn)" />
    </g>
    <g
      v-if="line.path.filter"
      class="filter"
      :transform="`translate(${(x(line.points[1]!.x) + x(line.points[2]!.x)) / 2} ${y(line.points[1]!.z)})`"
    >
      <rect x="-14" y="-11" width="28" height="22" rx="3" />
      <path d="M-7-11v22M0-11v22M7-11v22" />
    </g>
    <path
      v-if="line.path.venturi"
      class="venturi"
      :d="`M${x(line.end.x) - bore() / 2 - 3} ${y(line.end.z) + 16}l${bore() / 2 + 1} -7l${-bore() / 2 - 1} -7M${x(line.end.x) + bore() / 2 + 3} ${y(line.end.z) + 16}l${-bore() / 2 - 1} -7l${bore() / 2 + 1} -7`"
    />
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

<style scoped src="./pipe.css"></style>
<style scoped>
.pipe {
  opacity: 0.8;
}
.vent {
  fill: none;
  stroke: var(--text);
  stroke-width: 3;
}
.tap path {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 1.4;
  stroke-linejoin: round;
}
.tap line {
  stroke: var(--clay);
  stroke-width: 2.4;
  stroke-linecap: round;
}
.filter rect {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 1.6;
}
.filter path {
  stroke: var(--quiet);
  stroke-dasharray: 2 2;
}
.venturi {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
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
</style>
