<script setup lang="ts">
import { computed } from 'vue';
import { format } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';

/** A floor from above or a wall from outside, to scale, with its holes and the two lengths to each. */
const props = defineProps<{
  wide: number;
  high: number;
  floor: boolean;
  /** Drawn in the square around it, as its holes are measured. */
  round: boolean;
  holes: readonly {
    id: string;
    x: number;
    y: number;
    diameter: number | null;
    reach: number;
    what: string;
  }[];
  chosen: string;
}>();
const emit = defineEmits<{ choose: [id: string] }>();
const settings = useSettings();
const f = (v: number) => format(v, 'length', settings.units);
const WIDE = 356;
const HIGH = 190;
const EDGE = 26;
const scale = computed(() =>
  Math.min((WIDE - 2 * EDGE) / props.wide, (HIGH - 2 * EDGE) / props.high),
);
const left = computed(() => (WIDE - props.wide * scale.value) / 2);
const bottom = computed(() => EDGE + props.high * scale.value);
const X = (x: number) => left.value + x * scale.value;
const Y = (y: number) => bottom.value - y * scale.value;
const height = computed(() => bottom.value + EDGE);
const shown = computed(() => props.holes.find((h) => h.id === props.chosen) ?? props.holes[0]);
const inWords = computed(() =>
  props.holes
    .map((h) =>
      props.floor
        ? `${h.what}: ${f(h.x)} from the left, ${f(h.y)} from the front`
        : `${h.what}: ${f(h.x)} from the left, ${f(h.y)} above the floor`,
    )
    .join('; '),
);
</script>

<template>
  <svg class="plan" :viewBox="`0 0 ${WIDE} ${height}`" role="img" :aria-label="inWords">
    <circle v-if="round" class="face" :cx="X(wide / 2)" :cy="Y(high / 2)" :r="(wide / 2) * scale" />
    <rect v-else class="face" :x="X(0)" :y="Y(high)" :width="wide * scale" :height="high * scale" />
    <g
      v-for="h in holes"
      :key="h.id"
      class="hole"
      :class="{ chosen: h.id === chosen }"
      @click="emit('choose', h.id)"
    >
      <circle class="flange" :cx="X(h.x)" :cy="Y(h.y)" :r="Math.max(6, h.reach * scale)" />
      <circle
        class="cut"
        :cx="X(h.x)"
        :cy="Y(h.y)"
        :r="h.diameter === null ? 2.5 : Math.max(3, (h.diameter / 2) * scale)"
      />
    </g>
    <g v-if="shown" class="lengths">
      <path :d="`M${X(0)} ${Y(shown.y)}H${X(shown.x)}M${X(shown.x)} ${Y(0)}V${Y(shown.y)}`" />
      <text :x="(X(0) + X(shown.x)) / 2" :y="Y(shown.y) - 5">{{ f(shown.x) }}</text>
      <text class="beside" :x="X(shown.x) + 6" :y="(Y(0) + Y(shown.y)) / 2 + 4">
        {{ f(shown.y) }}
      </text>
    </g>
    <text class="edge" :x="X(wide / 2)" :y="height - 7">
      {{ floor ? 'front' : 'floor' }}, {{ f(wide) }}
    </text>
  </svg>
</template>

<style scoped>
.plan {
  display: block;
  width: 100%;
  height: auto;
}
.face {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 2;
}
.hole {
  cursor: pointer;
}
.flange {
  fill: transparent;
  stroke: var(--quiet);
  stroke-dasharray: 3 3;
}
.cut {
  fill: var(--clay);
}
.chosen .flange {
  stroke: var(--water);
  stroke-width: 2.5;
  stroke-dasharray: none;
}
.lengths path {
  fill: none;
  stroke: var(--clay);
  stroke-width: 1;
}
text {
  font-size: 12px;
  text-anchor: middle;
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.beside {
  text-anchor: start;
}
.edge {
  fill: var(--quiet);
  stroke: var(--paper);
}
</style>
