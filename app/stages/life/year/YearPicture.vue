<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { dayAfter, dayOfYear, daysAcross, localDay } from '../../../../core/calendar';
import { format, formatDay } from '../../../../core/quantity';
import type { SeasonEvent, SystemDocument } from '../../../../core/system';
import type { YearPlan } from '../../../../core/year';
import { monthName } from '../../../parts/months';
import { useLifeBench } from '../benchStore';
import { useSettings } from '../../../stores/settings';
import { hereZone } from '../../../stores/zone';
import { requestName } from './words';
import { bedRows, monthsOf, type PlantingBar } from './yearPicture';

/** A year from above: the water and its fish, what stands in each bed, and what is harvested of what is wanted. */
const props = defineProps<{
  doc: SystemDocument;
  plan: YearPlan | null;
  days: number;
}>();
const settings = useSettings();
const bench = useLifeBench();
const frame = ref<HTMLElement>();
const { width: room } = useElementSize(frame, { width: 760, height: 300 });
const LEFT = 104;
const RIGHT = 12;
const LANE = 15;
const GAP = 12;
const HEAD = 20;
const TALL = 46;
const width = computed(() => Math.max(620, room.value));
const begins = computed(() => props.doc.plan.begins);
const x = (day: number) => LEFT + (day / props.days) * (width.value - LEFT - RIGHT);
const months = computed(() => monthsOf(begins.value, props.days));
/** Place of a month on the axis, px. */
function cell(after: number) {
  const m = months.value[after] ?? { first: 0, end: props.days };
  return { x: x(m.first) + 1, width: Math.max(2, x(m.end) - x(m.first) - 2) };
}
const today = computed(() => daysAcross(begins.value, dayOfYear(localDay(Date.now(), hereZone()))));
const dayName = (day: number) => formatDay(dayAfter(begins.value, day));

const beds = computed(() => {
  let top = HEAD + (hasFish.value ? 18 + TALL + GAP : 0);
  return bedRows(props.doc, begins.value, props.days).map((b) => {
    const at = top;
    top += b.lanes * LANE + GAP;
    return { ...b, top: at };
  });
});
const bedsEnd = computed(() => {
  const last = beds.value.at(-1);
  return last ? last.top + last.lanes * LANE + GAP : HEAD;
});
const rows = computed(() =>
  (props.plan?.wishes ?? []).flatMap((r) => {
    const wish = props.doc.plan.wishes.find((w) => w.id === r.id);
    return wish && r.months.length ? [{ r, name: requestName(props.doc, wish) }] : [];
  }),
);
const height = computed(() => bedsEnd.value + rows.value.length * (24 + GAP) + 4);

const hasFish = computed(() => props.doc.fish.some((f) => f.count > 0));
const events = computed(() => props.doc.plan.events.filter((e) => e.day <= props.days));
const stocked = computed(() =>
  events.value.filter(
    (e): e is Extract<SeasonEvent, { kind: 'stock' | 'fish-out' }> =>
      e.kind === 'stock' || e.kind === 'fish-out',
  ),
);
/** Mass of the fish over the year, as the season of the plan has it. */
const fishPath = computed(() => {
  const s = props.plan?.season?.season;
  if (!s) return null;
  const most = Math.max(1e-9, ...s.fish.slice(0, s.days + 1));
  const bottom = HEAD + 18 + TALL;
  const points = Array.from(
    { length: s.days + 1 },
    (_, d) => `${x(d).toFixed(1)},${(bottom - (s.fish[d]! / most) * (TALL - 14)).toFixed(1)}`,
  );
  return { d: `M${x(0)},${bottom}L${points.join('L')}L${x(s.days)},${bottom}Z`, most };
});

const chosen = ref('');
const bars = computed(() => beds.value.flatMap((b) => b.bars.map((bar) => ({ bar, bed: b }))));
const open = computed(() => bars.value.find((b) => b.bar.id === chosen.value) ?? null);
const inWords = (b: PlantingBar, bed: string) =>
  b.always
    ? `${b.name} in ${bed}, ${b.plants} plants, all year`
    : `${b.name} in ${bed}, ${b.plants} plants: ${[
        `planted ${dayName(b.first)}`,
        ...(b.ready < b.last ? [`harvested from ${dayName(b.ready)}`] : []),
        `cleared ${dayName(b.last - 1)}`,
      ].join(', ')}`;
const firstBar = computed(() => open.value?.bar.id ?? bars.value[0]?.bar.id);
function choose(b: PlantingBar) {
  chosen.value = chosen.value === b.id ? '' : b.id;
}
/** Arrow keys go from one planting to the next. */
function key(event: KeyboardEvent, i: number) {
  const by =
    event.key === 'ArrowRight' || event.key === 'ArrowDown'
      ? 1
      : event.key === 'ArrowLeft' || event.key === 'ArrowUp'
        ? -1
        : 0;
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    choose(bars.value[i]!.bar);
    return;
  }
  const next = bars.value[i + by];
  if (!by || !next) return;
  event.preventDefault();
  event.stopPropagation();
  chosen.value = next.bar.id;
  const group = (event.currentTarget as Element).closest('svg');
  void Promise.resolve().then(() =>
    group?.querySelector<SVGGElement>(`[data-bar="${next.bar.id}"]`)?.focus(),
  );
}
/** Shows the bed on the day on which the planting has been planted out. */
function showBed(b: PlantingBar) {
  bench.planting = b.id;
  bench.day = dayAfter(begins.value, b.first);
  bench.open = 'plants';
}
const picture = computed(
  () =>
    `The year from ${formatDay(begins.value)}: ${bars.value.length} plantings in ${beds.value.length} beds.`,
);
</script>

<template>
  <div>
    <div ref="frame" class="scroll" tabindex="0" role="region" aria-label="Year by bed">
      <svg :width="width" :height="height" role="group" :aria-label="picture">
        <g aria-hidden="true">
          <g v-for="m in months" :key="m.after">
            <line class="month" :x1="x(m.first)" :x2="x(m.first)" :y1="HEAD - 4" :y2="height" />
            <text
              v-if="m.end - m.first > 14"
              :x="x((m.first + m.end) / 2)"
              y="12"
              text-anchor="middle"
            >
              {{ monthName(m.month) }}
            </text>
          </g>
          <rect
            v-for="a in doc.plan.away"
            :key="a.id"
            class="away"
            :x="x(a.day)"
            :y="HEAD - 4"
            :width="Math.max(2, x(Math.min(days, a.day + a.days)) - x(Math.min(days, a.day)))"
            :height="height - HEAD + 4"
          />
          <g v-if="hasFish">
            <text class="row" x="0" :y="HEAD + 12">Water</text>
            <template v-if="plan && plan.cycledDay !== null && plan.cycledDay > 0">
              <rect
                class="cycling"
                :x="x(0)"
                :y="HEAD + 2"
                :width="x(plan.cycledDay) - x(0)"
                height="13"
                rx="3"
              />
              <text :x="x(0) + 5" :y="HEAD + 12">cycling</text>
              <text :x="x(plan.cycledDay) + 5" :y="HEAD + 12">feeds plants</text>
            </template>
            <text class="row" x="0" :y="HEAD + 18 + TALL - 14">Fish</text>
            <text v-if="fishPath" class="quiet" x="0" :y="HEAD + 18 + TALL">
              up to {{ format(fishPath.most, 'mass', settings.units) }}
            </text>
            <path v-if="fishPath" class="fish" :d="fishPath.d" />
            <g v-for="e in stocked" :key="e.id">
              <line
                class="mark"
                :x1="x(e.day)"
                :x2="x(e.day)"
                :y1="HEAD + 24"
                :y2="HEAD + 18 + TALL"
              />
              <text
                :x="x(e.day) + (e.day > 0.9 * days ? -3 : 3)"
                :y="HEAD + 32"
                :text-anchor="e.day > 0.9 * days ? 'end' : 'start'"
              >
                {{
                  e.kind === 'stock'
                    ? `+${e.count}`
                    : `−${format(e.share, 'share', settings.units)}`
                }}
              </text>
            </g>
          </g>
          <text v-for="b in beds" :key="b.id" class="row" x="0" :y="b.top + 11">{{ b.name }}</text>
        </g>
        <g
          v-for="({ bar, bed }, i) in bars"
          :key="bar.id"
          class="bar"
          :class="[bar.group, { chosen: chosen === bar.id, always: bar.always }]"
          :data-bar="bar.id"
          role="button"
          :tabindex="bar.id === firstBar ? 0 : -1"
          :aria-label="inWords(bar, bed.name)"
          :aria-pressed="chosen === bar.id"
          @click="choose(bar)"
          @keydown="key($event, i)"
        >
          <rect
            class="growing"
            :x="x(bar.first)"
            :y="bed.top + bar.lane * LANE"
            :width="Math.max(3, x(bar.last) - x(bar.first) - 1)"
            :height="LANE - 2"
            rx="3"
          />
          <rect
            v-if="bar.ready < bar.last && !bar.always"
            class="harvest"
            :x="x(bar.ready)"
            :y="bed.top + bar.lane * LANE"
            :width="Math.max(2, x(bar.last) - x(bar.ready) - 1)"
            :height="LANE - 2"
            rx="3"
          />
          <text
            v-if="x(bar.last) - x(bar.first) > 7 * (bar.name.length + 3)"
            :x="x(bar.first) + 4"
            :y="bed.top + bar.lane * LANE + 10.5"
          >
            {{ bar.plants }} {{ bar.name }}
          </text>
        </g>
        <g v-for="(row, i) in rows" :key="row.r.id" aria-hidden="true">
          <text class="row" x="0" :y="bedsEnd + i * (24 + GAP) + 15">{{ row.name }}, heads</text>
          <g v-for="m in row.r.months" :key="m.after">
            <rect
              class="wanted"
              :x="cell(m.after).x"
              :y="bedsEnd + i * (24 + GAP)"
              :width="cell(m.after).width"
              height="22"
            />
            <rect
              class="had"
              :x="cell(m.after).x"
              :y="bedsEnd + i * (24 + GAP) + 22 - 22 * Math.min(1, m.had / m.wanted)"
              :width="cell(m.after).width"
              :height="22 * Math.min(1, m.had / m.wanted)"
            />
            <text
              v-if="cell(m.after).width > 20"
              :x="cell(m.after).x + cell(m.after).width / 2"
              :y="bedsEnd + i * (24 + GAP) + 15"
              text-anchor="middle"
            >
              {{ Math.round(m.had) }}/{{ Math.round(m.wanted) }}
            </text>
          </g>
        </g>
        <line
          v-if="today < days"
          class="today"
          :x1="x(today)"
          :x2="x(today)"
          :y1="HEAD - 4"
          :y2="height"
          aria-hidden="true"
        />
      </svg>
    </div>
    <p class="open" role="status">
      <template v-if="open">
        {{ inWords(open.bar, open.bed.name) }}.
        <v-btn size="small" variant="text" @click="showBed(open.bar)"
          >Show the bed on that day</v-btn
        >
      </template>
      <span v-else-if="bars.length" class="quiet"
        >Pale: growing. Dark: harvest. Select a planting to see its days.</span
      >
    </p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
svg {
  display: block;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
}
.row {
  font-weight: 650;
}
text.quiet {
  fill: var(--quiet);
}
.month {
  stroke: var(--rule);
}
.today {
  stroke: var(--clay);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}
.away {
  fill: var(--wash);
}
.cycling {
  fill: var(--watch-ground);
  stroke: var(--watch);
}
.fish {
  fill: var(--water-soft);
  stroke: var(--water-deep);
}
.mark {
  stroke: var(--text);
}
.bar {
  cursor: pointer;
  outline: none;
}
.growing {
  fill: var(--leaf);
  fill-opacity: 0.22;
  stroke: var(--leaf);
}
.harvest {
  fill: var(--leaf);
  fill-opacity: 0.6;
}
.fruit .growing,
.flower .growing {
  fill: var(--clay);
  stroke: var(--clay);
}
.fruit .harvest,
.flower .harvest {
  fill: var(--clay);
}
.root .growing {
  fill: var(--wood);
  stroke: var(--wood);
}
.root .harvest {
  fill: var(--wood);
}
.always .growing {
  stroke-dasharray: 4 3;
}
.bar text {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  pointer-events: none;
}
.chosen .growing,
.bar:focus-visible .growing {
  stroke: var(--text);
  stroke-width: 2.5;
}
.wanted {
  fill: none;
  stroke: var(--rule);
}
.had {
  fill: var(--leaf);
  fill-opacity: 0.35;
}
.open {
  min-height: 36px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  font-size: var(--type-body);
}
</style>
