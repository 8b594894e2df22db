<script setup lang="ts">
import { computed } from 'vue';
import { legsOf } from './place';
import { outline, type Placed, type DrawingPoint } from './scene';

/** One vessel: its inside with water, stones in their layers, pots; what it stands on. */
const props = defineProps<{
  placed: Placed;
  /** Centre of the one that is drawn: several may stand side by side. */
  centre: number;
  level: number;
  scale: number;
  ground: number;
  /** Id of the pattern of stones. */
  stones: string;
  /** Walls only, over what stands in it; or all that they hold. */
  part: 'inside' | 'walls';
  /** Nothing is in it yet: its water is that of the design. */
  planned?: boolean;
  x: (x: number) => number;
  y: (z: number) => number;
}>();

const vessel = computed(() => props.placed.vessel);
const felt = computed(() => vessel.value.role === 'felt');
/** Felt shows no level: it darkens with what it holds. */
const wetness = computed(() =>
  Math.min(1, Math.max(0, props.level / (0.8 * vessel.value.shape.height))),
);
const poly = (points: readonly DrawingPoint[]) =>
  points.map((p) => `${props.x(p.x)},${props.y(p.z)}`).join(' ');
/** Polygon of the inside between two heights above the floor. */
const between = (from: number, to: number) => {
  const right = outline(props.placed, from, to, props.centre);
  const c = props.centre;
  return poly([...right.map((p) => ({ x: 2 * c - p.x, z: p.z })), ...right.reverse()]);
};
const walls = computed(() => {
  const right = outline(props.placed, 0, vessel.value.shape.height, props.centre);
  const c = props.centre;
  return poly([...[...right].reverse().map((p) => ({ x: 2 * c - p.x, z: p.z })), ...right]);
});
const layers = computed(() => {
  const media = vessel.value.media;
  if (!media) return [];
  let below = 0;
  return [...media.layers, media].map((l, i) => {
    const from = below;
    below = l.top;
    return { key: i, points: between(from, l.top), top: l.top, last: i === media.layers.length };
  });
});
const legs = computed(() => {
  const [left, right] = legsOf(props.placed, props.centre);
  if (left === undefined || right === undefined) return null;
  return { x1: props.x(left), x2: props.x(right), y: props.y(vessel.value.floor) };
});
/** As many pots as stand side by side, evenly spread. */
const pots = computed(() => {
  const p = vessel.value.pots;
  if (!p) return [];
  const wide = 2 * props.placed.bottom || props.placed.widest;
  const n = Math.max(1, Math.min(p.count, Math.floor(wide / (p.diameter * 1.05))));
  return Array.from({ length: n }, (_, i) => ({
    key: i,
    x: props.x(props.centre - wide / 2 + ((i + 0.5) * wide) / n - p.diameter / 2),
    y: props.y(vessel.value.floor + p.height),
    w: p.diameter * props.scale,
    h: p.height * props.scale,
  }));
});
const half = computed(() => outline(props.placed, props.level, props.level, props.centre)[0]!.x);
/** Water that is really there has ripples under its surface. */
const ripples = computed(() => {
  const wide = props.x(half.value) - props.x(2 * props.centre - half.value);
  if (props.planned || vessel.value.media || felt.value || props.level < 0.02 || wide < 40)
    return '';
  const y = props.y(vessel.value.floor + props.level) + 5;
  const x = props.x(props.centre);
  return [-0.3, 0.12].map((k, i) => `M${x + k * wide} ${y + 3 * i}q4-3 8 0t8 0t8 0`).join('');
});
</script>

<template>
  <g v-if="part === 'inside'">
    <g v-if="legs" class="legs">
      <rect :x="legs.x1 - 3" :y="legs.y" width="6" :height="Math.max(0, ground - legs.y)" />
      <rect :x="legs.x2 - 3" :y="legs.y" width="6" :height="Math.max(0, ground - legs.y)" />
      <rect :x="legs.x1 - 8" :y="legs.y + 1" :width="legs.x2 - legs.x1 + 16" height="6" />
    </g>
    <polygon class="hollow" :points="between(0, vessel.shape.height)" />
    <polygon
      v-if="felt"
      class="felt"
      :points="between(0, vessel.shape.height)"
      :style="{ fillOpacity: 0.12 + 0.6 * wetness }"
    />
    <polygon v-else-if="!vessel.media" class="water" :points="between(0, level)" />
    <template v-else>
      <polygon
        v-for="l in layers"
        :key="l.key"
        :class="{ under: !l.last }"
        :points="l.points"
        :fill="`url(#${stones})`"
      />
      <template v-for="l in layers" :key="l.key">
        <line
          v-if="!l.last"
          class="seam"
          :x1="x(2 * centre - outline(placed, l.top, l.top, centre)[0]!.x)"
          :x2="x(outline(placed, l.top, l.top, centre)[0]!.x)"
          :y1="y(vessel.floor + l.top)"
          :y2="y(vessel.floor + l.top)"
        />
      </template>
      <polygon class="wet" :points="between(0, level)" />
    </template>
    <rect
      v-if="vessel.role === 'raft'"
      class="raft"
      :x="x(centre - placed.top) + 4"
      :y="y(vessel.floor + level) - 5"
      :width="Math.max(0, x(centre + placed.top) - x(centre - placed.top) - 8)"
      height="9"
      rx="2"
    />
    <g v-for="p in pots" :key="p.key" class="pot">
      <path
        :d="`M${p.x} ${p.y}h${p.w}l${-0.12 * p.w} ${p.h}h${-0.76 * p.w}z`"
        :fill="`url(#${stones})`"
      />
    </g>
    <line
      v-if="level > 0.001 && !felt"
      class="surface"
      :class="{ planned }"
      :x1="x(2 * centre - half)"
      :x2="x(half)"
      :y1="y(vessel.floor + level)"
      :y2="y(vessel.floor + level)"
    />
    <path v-if="ripples" class="ripple" :d="ripples" />
  </g>
  <polyline v-else class="wall" :points="walls" />
</template>

<style scoped>
.legs rect {
  fill: var(--wood);
  stroke: var(--stone-edge);
  stroke-width: 0.8;
}
.hollow {
  fill: var(--sheet);
}
.water {
  fill: var(--water-soft);
}
.surface.planned {
  stroke-dasharray: 5 4;
}
.ripple {
  fill: none;
  stroke: var(--water);
  stroke-width: 1;
}
.wet {
  fill: var(--water);
  opacity: 0.42;
}
.felt {
  fill: var(--water);
  stroke: var(--leaf);
  stroke-dasharray: 1 5;
}
.raft {
  fill: var(--wood);
  stroke: var(--stone-edge);
}
.under {
  opacity: 0.55;
}
.seam {
  stroke: var(--stone-edge);
  stroke-width: 1.2;
  stroke-dasharray: 2 3;
}
.pot path {
  stroke: var(--clay);
  stroke-width: 1.6;
  fill-opacity: 0.7;
}
.surface {
  stroke: var(--water);
  stroke-width: 2;
}
.wall {
  fill: none;
  stroke: var(--text);
  stroke-width: 3.5;
  stroke-linejoin: round;
  stroke-linecap: round;
}
</style>
