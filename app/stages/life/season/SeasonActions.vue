<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { tell } from '../../../../core/quantity';
import type { GrowerAction, SeasonWithCare } from '../../../../core/year';
import { useSettings } from '../../../stores/settings';
import {
  ACTION_MARKS,
  actionInWords,
  actionMark,
  actionMarks,
  type GrowerActionKind,
  type ActionMark,
} from './actions';

/** What the grower of a tended season does, as marks under its curves; one that is pressed tells its plan. */
const props = defineProps<{ main: SeasonWithCare }>();
const settings = useSettings();
const frame = ref<HTMLElement>();
const { width } = useElementSize(frame, { width: 600, height: 40 });
const LEFT = 46;
const RIGHT = 46;
const ROW = 18;
/** Marks nearer than this are one, px. */
const APART = 15;
const days = computed(() => props.main.season.days);
const x = (day: number) => LEFT + (day / days.value) * (width.value - LEFT - RIGHT);
const marks = computed(() =>
  actionMarks(props.main.acts, (APART * days.value) / Math.max(100, width.value - LEFT - RIGHT)),
);
const kinds = computed(() => {
  const there = new Set(marks.value.map((m) => m.kind));
  const order = Object.keys(ACTION_MARKS) as GrowerActionKind[];
  return [...order.filter((k) => there.has(k)), ...[...there].filter((k) => !order.includes(k))];
});
const rowOf = (kind: GrowerActionKind) => 10 + ROW * kinds.value.indexOf(kind);
const chosen = ref('');
const open = computed(() => marks.value.find((m) => m.key === chosen.value) ?? null);
watch(
  () => props.main,
  () => (chosen.value = ''),
);
const dayOf = (a: GrowerAction) => Math.floor(a.time);
const hourOf = (a: GrowerAction) => {
  const hour = 8 + 24 * (a.time - Math.floor(a.time));
  const minutes = Math.round(hour * 60);
  return `${Math.floor(minutes / 60) % 24}:${String(minutes % 60).padStart(2, '0')}`;
};
const label = (m: ActionMark) =>
  m.acts.length === 1
    ? `${actionMark(m.kind).name}, day ${dayOf(m.acts[0]!)}`
    : `${actionMark(m.kind).name}, ${m.acts.length} times from day ${dayOf(m.acts[0]!)} to day ${dayOf(m.acts.at(-1)!)}`;
const choose = (m: ActionMark) => (chosen.value = chosen.value === m.key ? '' : m.key);
</script>

<template>
  <div ref="frame" class="acts">
    <svg
      :width="width"
      :height="6 + ROW * kinds.length"
      role="group"
      aria-label="What the grower does"
    >
      <g v-for="k in kinds" :key="k" aria-hidden="true">
        <line :x1="x(0)" :x2="x(days)" :y1="rowOf(k)" :y2="rowOf(k)" />
        <text :x="LEFT - 10" :y="rowOf(k) + 4" text-anchor="end">{{ actionMark(k).short }}</text>
      </g>
      <g
        v-for="m in marks"
        :key="m.key"
        class="mark"
        :class="{ chosen: m.key === chosen, many: m.acts.length > 1 }"
        role="button"
        tabindex="0"
        :aria-label="label(m)"
        :aria-pressed="m.key === chosen"
        :transform="`translate(${x(m.day)} ${rowOf(m.kind)})`"
        @click="choose(m)"
        @keydown.enter.prevent="choose(m)"
        @keydown.space.prevent="choose(m)"
      >
        <rect x="-8" y="-9" width="16" height="18" />
        <path :d="actionMark(m.kind).path" />
      </g>
    </svg>
    <div v-if="open" class="told" role="status">
      <p v-for="a in open.acts.slice(0, 4)" :key="a.time + a.treatment">
        <b>Day {{ dayOf(a) }}, {{ hourOf(a) }}. {{ actionInWords(a, settings.units) }}.</b>
        <template v-if="a.plan">
          &#32;
          <span v-for="h in a.plan.hazards" :key="h.id"
            >{{ tell(h.because, settings.units) }}
          </span>
        </template>
        <template v-else> Routine work.</template>
      </p>
      <p v-if="open.acts.length > 4" class="quiet">
        {{ open.acts.length - 4 }} more until day {{ dayOf(open.acts.at(-1)!) }}.
      </p>
    </div>
  </div>
</template>

<style scoped>
svg {
  display: block;
  overflow: visible;
}
line {
  stroke: var(--rule);
  stroke-width: 1;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
}
.mark {
  cursor: pointer;
}
.mark rect {
  fill: transparent;
}
.mark path {
  fill: var(--paper);
  stroke: var(--text);
  stroke-width: 1.4;
}
.mark.many path {
  fill: var(--text);
}
.mark.chosen path {
  fill: var(--clay);
  stroke: var(--clay);
}
.told {
  padding: 6px 0 8px;
  font-size: var(--type-body);
  line-height: 1.4;
}
</style>
