<script setup lang="ts">
import { monthNames } from '../../parts/months';
import { computed, useId } from 'vue';
import { midWeek } from '../../../core/life';
import { format, formatDay } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';
import { useLife } from './useLife';

/** Nitrogen week by week: what the fish leave for plants above the line, what the plants take below it. */
const { life } = useLife();
const settings = useSettings();
const id = useId();
const W = 360;
const H = 110;
const most = computed(() =>
  Math.max(1e-6, ...life.value.weeks.map((w) => Math.max(w.fish - w.denitrified, w.plants))),
);
const f = (grams: number) => format(grams / 1000, 'dose', settings.units);
const bars = computed(() =>
  life.value.weeks.map((w, i) => {
    const free = w.fish - w.denitrified;
    const state = free < 0.5 * w.plants ? 'short' : free > 3 * w.plants ? 'over' : 'even';
    return {
      i,
      state,
      up: (free / most.value) * (H / 2 - 12),
      down: (w.plants / most.value) * (H / 2 - 12),
      title: `Around ${formatDay(midWeek(i))}: ${f(free)} for plants, ${f(w.plants)} taken up`,
    };
  }),
);
const count = (state: string) => bars.value.filter((b) => b.state === state).length;
const MONTHS = monthNames('narrow');
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-labelledby="id">
      <title :id="id">
        Nitrogen through the year: {{ count('short') }} weeks short, {{ count('over') }} over.
      </title>
      <g v-for="b in bars" :key="b.i" :class="b.state">
        <title>{{ b.title }}</title>
        <rect
          class="fish"
          :x="(b.i * W) / 52 + 0.5"
          :y="H / 2 - b.up - 4"
          :width="W / 52 - 1"
          :height="b.up"
        />
        <rect
          class="plants"
          :x="(b.i * W) / 52 + 0.5"
          :y="H / 2 - 4"
          :width="W / 52 - 1"
          :height="b.down"
        />
      </g>
      <line class="mid" x1="0" :x2="W" :y1="H / 2 - 4" :y2="H / 2 - 4" />
      <text
        v-for="(m, i) in MONTHS"
        :key="i"
        :x="((i + 0.5) / 12) * W"
        :y="H - 2"
        text-anchor="middle"
      >
        {{ m }}
      </text>
    </svg>
    <figcaption class="quiet">
      Above the line: nitrogen from the fish. Below it: nitrogen that plants take up, in g N a week.
      {{ count('short') }} weeks are short, {{ count('over') }} have too much.
    </figcaption>
  </figure>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
}
.fish {
  fill: var(--clay);
}
.plants {
  fill: var(--leaf);
}
.short .plants,
.over .fish {
  opacity: 0.55;
}
.mid {
  stroke: var(--text);
}
figcaption {
  font-size: var(--type-small);
}
</style>
