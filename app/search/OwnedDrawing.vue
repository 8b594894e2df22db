<script setup lang="ts">
import { computed, ref } from 'vue';
import type { QuantityKind } from '../../core/quantity';
import { pumpCurve } from '../../core/water/pump';
import PullDot from './PullDot.vue';

/** What is owned, to scale: the tank on its floor under the ceiling, the sun of the window, the pump's curve. */
export interface OwnedFigures {
  length: number;
  height: number;
  maxHead: number;
  maxFlow: number;
  floorLength: number;
  headroom: number;
  sun: number;
}
const props = defineProps<{
  values: OwnedFigures;
  fields: readonly {
    key: string;
    label: string;
    kind: QuantityKind;
    min: number;
    max: number;
    step: number;
  }[];
}>();
const emit = defineEmits<{ set: [key: keyof OwnedFigures, value: number] }>();
const field = (key: keyof OwnedFigures) => props.fields.find((f) => f.key === key)!;
const v = computed(() => props.values);

const WIDTH = 920;
const HEIGHT = 300;
/** The room to the left, the pump's curve to the right. */
const ROOM = { left: 30, right: 560, top: 26, bottom: 58 };
const CURVE = { left: 680, right: 890, top: 34, bottom: 58 };

const wide = computed(() => Math.max(v.value.floorLength, v.value.length) * 1.15);
const high = computed(() => v.value.headroom * 1.1);
/** While something is pulled the scale stays, or the dot would run away from the pointer. */
const held = ref<{ room: number; head: number; flow: number } | null>(null);
const fitting = computed(() => ({
  room: Math.min(
    (ROOM.right - ROOM.left) / wide.value,
    (HEIGHT - ROOM.top - ROOM.bottom) / high.value,
  ),
  head: (HEIGHT - CURVE.top - CURVE.bottom) / (v.value.maxHead * 1.15),
  flow: (CURVE.right - CURVE.left) / (v.value.maxFlow * 1.15),
}));
const scale = computed(() => held.value ?? fitting.value);
const hold = (on: boolean) => (held.value = on ? fitting.value : null);

const ground = HEIGHT - ROOM.bottom;
const X = (x: number) => ROOM.left + x * scale.value.room;
const Y = (z: number) => ground - z * scale.value.room;
/** The tank stands at the left of its floor. */
const tank = computed(() => ({
  x1: X(0.05),
  x2: X(0.05 + v.value.length),
  top: Y(v.value.height),
  water: Y(0.85 * v.value.height),
}));
const end = computed(() => X(v.value.floorLength));
/** A window in the far wall; the sun goes down its pane by its hours. */
const mostSun = computed(() => field('sun').max);
const RAYS = 6;
const pane = computed(() => ({
  x: end.value - 6,
  top: Y(Math.min(1.9, 0.9 * v.value.headroom)),
  bottom: Y(Math.min(0.7, 0.35 * v.value.headroom)),
}));
const sunY = computed(
  () => pane.value.bottom - (pane.value.bottom - pane.value.top) * (v.value.sun / mostSun.value),
);

const curveX = (q: number) => CURVE.left + q * scale.value.flow;
const curveY = (h: number) => HEIGHT - CURVE.bottom - h * scale.value.head;
const curve = computed(() => {
  const pump = pumpCurve({ maxHead: v.value.maxHead, maxFlow: v.value.maxFlow, wear: 0 });
  return Array.from({ length: 25 }, (_, i) => (v.value.maxFlow * i) / 24)
    .map((q, i) => `${i ? 'L' : 'M'}${curveX(q)} ${curveY(Math.max(0, pump.headAt(q)))}`)
    .join('');
});

/** A dot on each thing that is pulled, with its number beside it. */
const dots = computed(() => {
  const { room, head, flow } = scale.value;
  const t = tank.value;
  const list: readonly (Pick<
    InstanceType<typeof PullDot>['$props'],
    'word' | 'axis' | 'x' | 'y' | 'perPixel' | 'dx' | 'dy' | 'anchor'
  > & { readonly key: keyof OwnedFigures })[] = [
    {
      ...{ key: 'length', word: 'tank length', axis: 'x', perPixel: 1 / room },
      ...{ x: t.x2, y: (t.top + ground) / 2, dx: 12, dy: 4 },
    },
    {
      ...{ key: 'height', word: 'tank height', axis: 'y', perPixel: -1 / room },
      ...{ x: (t.x1 + t.x2) / 2, y: t.top, dx: 0, dy: -12, anchor: 'middle' },
    },
    {
      ...{ key: 'headroom', word: 'height at most', axis: 'y', perPixel: -1 / room },
      ...{ x: X(v.value.floorLength / 2), y: Y(v.value.headroom), dx: 0, dy: -11 },
      anchor: 'middle',
    },
    {
      ...{ key: 'floorLength', word: 'floor', axis: 'x', perPixel: 1 / room },
      ...{ x: end.value, y: ground + 1, dx: 0, dy: 22, anchor: 'end' },
    },
    {
      ...{ key: 'sun', word: 'direct sun a day', axis: 'y' },
      perPixel: -mostSun.value / Math.max(1, pane.value.bottom - pane.value.top),
      ...{ x: end.value, y: sunY.value, dx: 14, dy: 4 },
    },
    {
      ...{ key: 'maxHead', word: 'maximum head', axis: 'y', perPixel: -1 / head },
      ...{ x: CURVE.left, y: curveY(v.value.maxHead), dx: 12, dy: -6 },
    },
    {
      ...{ key: 'maxFlow', word: 'maximum flow', axis: 'x', perPixel: 1 / flow },
      ...{ x: curveX(v.value.maxFlow), y: HEIGHT - CURVE.bottom, dx: 0, dy: 22, anchor: 'end' },
    },
  ];
  return list;
});
</script>

<template>
  <svg
    class="ownedDrawing"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="group"
    aria-label="Your tank, floor, ceiling, window and pump, to scale. Pull a dot or use the fields."
  >
    <g aria-hidden="true">
      <line class="ground" :x1="X(0) - 12" :x2="end" :y1="ground + 1.5" :y2="ground + 1.5" />
      <line class="ceiling" :x1="X(0) - 12" :x2="end" :y1="Y(v.headroom)" :y2="Y(v.headroom)" />
      <path class="wall" :d="`M${end} ${ground}V${Y(v.headroom)}`" />
      <rect
        class="pane"
        :x="pane.x"
        :y="pane.top"
        width="12"
        :height="Math.max(0, pane.bottom - pane.top)"
      />
      <path
        v-for="k in Math.round((RAYS * v.sun) / mostSun)"
        :key="k"
        class="ray"
        :d="`M${pane.x - 4} ${pane.top + ((k - 0.5) * (pane.bottom - pane.top)) / RAYS}l-34 16`"
      />
      <rect
        class="water"
        :x="tank.x1"
        :y="tank.water"
        :width="tank.x2 - tank.x1"
        :height="ground - tank.water"
      />
      <path class="tank" :d="`M${tank.x1} ${tank.top}V${ground}H${tank.x2}V${tank.top}`" />
      <path
        class="axis"
        :d="`M${CURVE.left} ${CURVE.top - 8}V${HEIGHT - CURVE.bottom}H${CURVE.right + 10}`"
      />
      <path class="curve" :d="curve" />
      <text :x="CURVE.left" :y="HEIGHT - 10">Your pump: head over flow</text>
      <text :x="X(0)" :y="HEIGHT - 10">Your tank, floor, ceiling and window</text>
    </g>
    <PullDot
      v-for="d in dots"
      v-bind="{ ...d, ...field(d.key) }"
      :key="d.key"
      :value="v[d.key]"
      @set="emit('set', d.key, $event)"
      @hold="hold"
    />
  </svg>
</template>

<style scoped>
.ownedDrawing {
  display: block;
  width: 100%;
  margin-bottom: 12px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
.ground {
  stroke: var(--text);
  stroke-width: 3;
}
.ceiling {
  stroke: var(--text);
  stroke-dasharray: 9 5;
}
.wall {
  stroke: var(--rule);
  stroke-width: 4;
}
.pane {
  fill: var(--sheet);
  stroke: var(--text);
}
.ray {
  stroke: var(--clay);
  stroke-width: 1.5;
}
.water {
  fill: var(--water-soft);
}
.tank {
  fill: none;
  stroke: var(--text);
  stroke-width: 3;
}
.axis {
  fill: none;
  stroke: var(--text);
}
.curve {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2.5;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--quiet);
}
</style>
