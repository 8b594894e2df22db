<script setup lang="ts">
import { monthNames } from '../../parts/months';
import { computed, useId } from 'vue';
import { extremes, airOn, fishGroups, knowsYear, waterOn } from '../../../core/life';
import { format, formatDay } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** Air and water through the year, with what the fish bear behind them. */
const system = useSystem();
const settings = useSettings();
const id = useId();
const W = 360;
const H = 150;
const LEFT = 46;
const TOP = 8;
const BOTTOM = 20;
const DAYS = Array.from({ length: 53 }, (_, w) => 1 + w * 7);
const MONTHS = monthNames('narrow');

const doc = computed(() => system.document!);
const known = computed(() => knowsYear(doc.value));
const air = computed(() => DAYS.map((d) => airOn(doc.value, d)));
const water = computed(() => DAYS.map((d) => waterOn(doc.value, system.assessment!, d)));
const kind = computed(() => fishGroups(doc.value)[0]?.kind ?? null);
const span = computed(() => {
  const all = [
    ...air.value.flatMap((a) => [a.day, a.night]),
    ...water.value,
    ...(kind.value ? kind.value.best : []),
  ];
  return {
    low: Math.floor(Math.min(...all, 0) / 5) * 5,
    high: Math.ceil(Math.max(...all, 25) / 5) * 5,
  };
});
const x = (i: number) => LEFT + (i / (DAYS.length - 1)) * (W - LEFT - 6);
const y = (t: number) =>
  TOP + ((span.value.high - t) / (span.value.high - span.value.low)) * (H - TOP - BOTTOM);
const path = (ts: readonly number[]) =>
  ts.map((t, i) => `${i ? 'L' : 'M'}${x(i)} ${y(t)}`).join('');
const band = computed(
  () =>
    `${path(air.value.map((a) => a.day))}${[...air.value]
      .reverse()
      .map((a, i) => `L${x(DAYS.length - 1 - i)} ${y(a.night)}`)
      .join('')}Z`,
);
const ticks = computed(() => {
  const out: number[] = [];
  for (let t = span.value.low; t <= span.value.high; t += 10) out.push(t);
  return out;
});
const t = (v: number) => format(v, 'temperature', settings.units);
const inWords = computed(() => {
  if (!known.value) return 'The year is unknown. The current temperatures are shown.';
  const e = extremes(doc.value, system.assessment!);
  return `Water from ${t(e.cold.water)} around ${formatDay(e.cold.day)} to ${t(e.warm.water)} around ${formatDay(e.warm.day)}.`;
});
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-labelledby="id">
      <title :id="id">Air and water through the year. {{ inWords }}</title>
      <rect
        v-if="kind"
        class="best"
        :x="LEFT"
        :width="W - LEFT - 6"
        :y="y(kind.best[1])"
        :height="y(kind.best[0]) - y(kind.best[1])"
      />
      <g v-for="v in ticks" :key="v">
        <line class="grid" :x1="LEFT" :x2="W - 6" :y1="y(v)" :y2="y(v)" />
        <text :x="LEFT - 4" :y="y(v) + 4" text-anchor="end">{{ t(v) }}</text>
      </g>
      <path class="air" :d="band" />
      <path class="water" :d="path(water)" />
      <text
        v-for="(m, i) in MONTHS"
        :key="i"
        :x="LEFT + ((i + 0.5) / 12) * (W - LEFT - 6)"
        :y="H - 5"
        text-anchor="middle"
      >
        {{ m }}
      </text>
    </svg>
    <figcaption class="quiet">
      <i class="key aira" /> air, night to day <i class="key watera" /> water
      <template v-if="kind"><i class="key besta" /> best for {{ kind.name }}</template>
      <br />{{ inWords }}
    </figcaption>
  </figure>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
text {
  font-size: var(--type-small);
  fill: var(--text);
}
.grid {
  stroke: var(--rule);
}
.air {
  fill: var(--clay);
  opacity: 0.28;
}
.water {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.5;
}
.best {
  fill: var(--leaf);
  opacity: 0.16;
}
figcaption {
  font-size: var(--type-small);
  line-height: 1.5;
}
.key {
  display: inline-block;
  width: 12px;
  height: 8px;
  margin: 0 3px 0 6px;
}
.aira {
  background: color-mix(in srgb, var(--clay) 28%, transparent);
}
.watera {
  background: var(--water);
  height: 3px;
  vertical-align: middle;
}
.besta {
  background: color-mix(in srgb, var(--leaf) 16%, transparent);
}
</style>
