<script setup lang="ts">
import { drag, type D3DragEvent } from 'd3-drag';
import { select } from 'd3-selection';
import { useElementSize } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import type { SeasonEvent } from '../../../../core/system';
import { useSystem } from '../../../stores/system';
import { EVENT_NAMES } from './events';

/** What is planned for the season, under its curves: each event is moved along the days by hand or by arrow keys. */
const system = useSystem();
const frame = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const { width } = useElementSize(frame, { width: 600, height: 40 });
const plan = computed(() => system.document!.plan);
const LEFT = 46;
const RIGHT = 46;
const x = (day: number) => LEFT + (day / plan.value.days) * (width.value - LEFT - RIGHT);
const moving = ref<{ id: string; day: number } | null>(null);
const dayOf = (e: SeasonEvent) => (moving.value?.id === e.id ? moving.value.day : e.day);
const events = computed(() => plan.value.events.filter((e) => e.day <= plan.value.days));

function put(e: SeasonEvent, day: number) {
  const to = Math.min(plan.value.days, Math.max(0, Math.round(day)));
  if (to !== e.day)
    system.commit([{ at: `plan.events.${e.id}.day`, to }], `${EVENT_NAMES[e.kind]} on day ${to}`);
}
const eventOf = (node: SVGGElement) => plan.value.events.find((e) => e.id === node.dataset.event);
type Grip = D3DragEvent<SVGGElement, unknown, { x: number; y: number }>;
const grip = drag<SVGGElement, unknown>()
  .subject(function (this: SVGGElement) {
    return { x: x(eventOf(this)?.day ?? 0), y: 0 };
  })
  .on('drag', function (this: SVGGElement, event: Grip) {
    const e = eventOf(this);
    const day = ((event.x - LEFT) / (width.value - LEFT - RIGHT)) * plan.value.days;
    if (e)
      moving.value = { id: e.id, day: Math.min(plan.value.days, Math.max(0, Math.round(day))) };
  })
  .on('end', function (this: SVGGElement) {
    const e = eventOf(this);
    const m = moving.value;
    moving.value = null;
    if (e && m) put(e, m.day);
  });
watch(
  [svg, () => events.value.map((e) => e.id).join()],
  () => svg.value && select(svg.value).selectAll<SVGGElement, unknown>('g.event').call(grip),
  { flush: 'post', immediate: true },
);
onBeforeUnmount(() => {
  if (svg.value) select(svg.value).selectAll('g.event').on('.drag', null);
});
function key(e: SeasonEvent, event: KeyboardEvent) {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (!by) return;
  event.preventDefault();
  event.stopPropagation();
  put(e, e.day + by * (event.shiftKey ? 7 : 1));
}
</script>

<template>
  <div ref="frame">
    <svg
      v-if="events.length"
      ref="svg"
      :width="width"
      height="40"
      role="group"
      aria-label="Planned events"
    >
      <line :x1="x(0)" :x2="x(plan.days)" y1="10" y2="10" />
      <g
        v-for="(e, i) in events"
        :key="e.id"
        class="event"
        :data-event="e.id"
        role="slider"
        tabindex="0"
        :aria-label="EVENT_NAMES[e.kind]"
        :aria-valuenow="dayOf(e)"
        aria-valuemin="0"
        :aria-valuemax="plan.days"
        :aria-valuetext="`day ${dayOf(e)}`"
        @keydown="key(e, $event)"
      >
        <path :d="`M${x(dayOf(e))} 2l7 8-7 8-7-8z`" />
        <text
          :x="x(dayOf(e))"
          :y="i % 2 ? 38 : 29"
          :text-anchor="dayOf(e) > plan.days * 0.8 ? 'end' : 'middle'"
        >
          {{ EVENT_NAMES[e.kind] }}, day {{ dayOf(e) }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
}
line {
  stroke: var(--rule);
  stroke-width: 2;
}
.event {
  cursor: ew-resize;
  touch-action: none;
}
.event path {
  fill: var(--clay);
  stroke: var(--text);
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
}
</style>
