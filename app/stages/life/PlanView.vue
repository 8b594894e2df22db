<script setup lang="ts">
import { format, plural } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';
import { planDimensions, type CropPlanting } from '../../../core/system';
import { drag, type D3DragEvent } from 'd3-drag';
import { select } from 'd3-selection';
import { useElementSize } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { outside, overlap, plantsAt } from '../../../core/life';
import type { Vessel } from '../../../core/system';
import { useLifeBench } from './benchStore';
import { useSystem } from '../../stores/system';

/** A bed from above, to scale: each planting with the rings of its plants, moved by hand or by arrow keys. */
const settings = useSettings();
const props = defineProps<{ bed: Vessel; plantings: readonly CropPlanting[] }>();
const system = useSystem();
const bench = useLifeBench();
const frame = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const { width } = useElementSize(frame, { width: 360, height: 200 });
const plan = computed(() => planDimensions(props.bed));
const PAD = 12;
const scale = computed(() => Math.max(20, (width.value - 2 * PAD) / plan.value.length));
const height = computed(() => plan.value.width * scale.value + 2 * PAD);
const px = (x: number) => PAD + x * scale.value;
/** The front of the bed is below. */
const py = (y: number) => PAD + (plan.value.width - y) * scale.value;

/** A planting on its way, before it is put down. */
const moving = shallowRef<{ id: string; x: number; y: number } | null>(null);
const SNAP = 0.01;
const snap = (v: number) => Math.round(v / SNAP) * SNAP;
const placed = computed(() =>
  props.plantings.map((s): CropPlanting =>
    moving.value?.id === s.planting.id
      ? { ...s, planting: { ...s.planting, x: moving.value.x, y: moving.value.y } }
      : s,
  ),
);
const wrong = (s: CropPlanting) =>
  outside(props.bed, s) > 0.02 ||
  placed.value.some((o) => o !== s && overlap(s, o) > 0.02 * s.area);

const within = (s: CropPlanting, x: number, y: number) => ({
  x: snap(Math.min(Math.max(0, plan.value.length - s.length), Math.max(0, x))),
  y: snap(Math.min(Math.max(0, plan.value.width - s.width), Math.max(0, y))),
});
function put(s: CropPlanting, x: number, y: number) {
  const to = within(s, x, y);
  const now = s.planting;
  if (Math.abs(to.x - now.x) < 1e-6 && Math.abs(to.y - now.y) < 1e-6) return;
  system.commit(
    [
      { at: `crops.${now.id}.x`, to: to.x },
      { at: `crops.${now.id}.y`, to: to.y },
    ],
    `${s.kind.name} moved`,
  );
}

type Grip = D3DragEvent<SVGGElement, unknown, { x: number; y: number }>;
const plantingOf = (node: SVGGElement) =>
  props.plantings.find((s) => s.planting.id === node.dataset.planting);
const grip = drag<SVGGElement, unknown>()
  .subject(function (this: SVGGElement) {
    const s = plantingOf(this);
    return s ? { x: px(s.planting.x), y: py(s.planting.y) } : { x: 0, y: 0 };
  })
  .on('start', function (this: SVGGElement) {
    const s = plantingOf(this);
    if (s) bench.planting = s.planting.id;
  })
  .on('drag', function (this: SVGGElement, event: Grip) {
    const s = plantingOf(this);
    if (!s) return;
    const x = (event.x - PAD) / scale.value;
    const y = plan.value.width - (event.y - PAD) / scale.value;
    moving.value = { id: s.planting.id, ...within(s, x, y) };
  })
  .on('end', function (this: SVGGElement) {
    const m = moving.value;
    const s = plantingOf(this);
    moving.value = null;
    if (m && s) put(s, m.x, m.y);
  });
const hold = () => {
  if (svg.value) select(svg.value).selectAll<SVGGElement, unknown>('g.stand').call(grip);
};
watch([svg, () => props.plantings.map((s) => s.planting.id).join()], hold, {
  flush: 'post',
  immediate: true,
});
onBeforeUnmount(() => {
  if (svg.value) select(svg.value).selectAll('g.stand').on('.drag', null);
});

function key(s: CropPlanting, event: KeyboardEvent) {
  const step = event.shiftKey ? 0.1 : SNAP;
  const { x, y, columns, rows, id } = s.planting;
  const moves: Record<string, () => void> = {
    ArrowLeft: () => put(s, x - step, y),
    ArrowRight: () => put(s, x + step, y),
    ArrowUp: () => put(s, x, y + step),
    ArrowDown: () => put(s, x, y - step),
    '+': () => system.commit([{ at: `crops.${id}.columns`, to: columns + 1 }], 'One more column'),
    '-': () =>
      columns > 1 &&
      system.commit([{ at: `crops.${id}.columns`, to: columns - 1 }], 'One column less'),
    '*': () => system.commit([{ at: `crops.${id}.rows`, to: rows + 1 }], 'One more row'),
    '/': () =>
      rows > 1 && system.commit([{ at: `crops.${id}.rows`, to: rows - 1 }], 'One row less'),
    Delete: () => system.commit([{ at: `crops.${id}`, to: undefined }], `${s.kind.name} removed`),
  };
  const move = moves[event.key];
  if (!move) return;
  event.preventDefault();
  event.stopPropagation();
  move();
}
const inWords = (s: CropPlanting) =>
  [
    s.kind.name,
    plural(s.plants, 'one plant', '# plants'),
    `${format(s.planting.x, 'length', settings.units)} from the left`,
    `${format(s.planting.y, 'length', settings.units)} from the front`,
    ...(wrong(s) ? ['too close or outside'] : []),
  ].join(', ');
const round = computed(() => props.bed.shape.kind !== 'box' && props.bed.role !== 'felt');
</script>

<template>
  <div ref="frame" class="plan">
    <svg
      ref="svg"
      :width="width"
      :height="height"
      role="group"
      :aria-label="`Plan of ${bed.name}. Arrow keys move a planting, plus and minus change its columns, star and slash its rows.`"
    >
      <rect
        class="bed"
        :x="PAD"
        :y="PAD"
        :width="plan.length * scale"
        :height="plan.width * scale"
        :rx="round ? (plan.width * scale) / 2 : 3"
      />
      <g
        v-for="s in placed"
        :key="s.planting.id"
        class="stand"
        :class="{ chosen: bench.planting === s.planting.id, wrong: wrong(s) }"
        :data-planting="s.planting.id"
        role="button"
        tabindex="0"
        :aria-label="inWords(s)"
        :aria-pressed="bench.planting === s.planting.id"
        @focus="bench.planting = s.planting.id"
        @click="bench.planting = s.planting.id"
        @keydown="key(s, $event)"
      >
        <rect
          class="ground"
          :x="px(s.planting.x)"
          :y="py(s.planting.y + s.width)"
          :width="s.length * scale"
          :height="s.width * scale"
          rx="4"
        />
        <g v-for="(p, i) in plantsAt(s)" :key="i">
          <circle class="ring" :cx="px(p.x)" :cy="py(p.y)" :r="(s.kind.spacing / 2) * scale" />
          <circle
            class="heart"
            :cx="px(p.x)"
            :cy="py(p.y)"
            :r="Math.max(1.5, 0.11 * s.kind.spacing * scale)"
          />
        </g>
        <text :x="px(s.planting.x) + 5" :y="py(s.planting.y + s.width) + 13">
          {{ s.kind.name }}
        </text>
      </g>
    </svg>
    <p class="quiet">
      The front of the bed is at the bottom. Each ring is the growing area of one plant.
    </p>
  </div>
</template>

<style scoped>
.plan svg {
  display: block;
  touch-action: pan-y;
}
.plan p {
  font-size: var(--type-small);
}
.bed {
  fill: var(--stone);
  stroke: var(--text);
  stroke-width: 2;
  opacity: 0.55;
}
.stand {
  cursor: grab;
  touch-action: none;
  outline: none;
}
.ground {
  fill: var(--paper);
  opacity: 0.35;
  stroke: var(--leaf);
  stroke-dasharray: 3 3;
}
.ring {
  fill: var(--leaf);
  fill-opacity: 0.16;
  stroke: var(--leaf);
}
.heart {
  fill: var(--leaf);
}
.chosen .ground,
.stand:focus-visible .ground {
  stroke: var(--clay);
  stroke-width: 3;
  stroke-dasharray: none;
  opacity: 0.7;
}
.wrong .ring {
  stroke: var(--stop);
  fill: var(--stop);
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  pointer-events: none;
}
</style>
