<script setup lang="ts">
import { computed } from 'vue';
import type { Expected, Plan, Tended } from '../../../core/log';
import { bandsOf } from '../../../core/log';
import { CHLORIDE_RATIO, CHLORINE_LIMITS, UNIONISED_LIMITS } from '../../../core/limits';
import { format, type QuantityKind } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';

/** What the plan is expected to do: each reading on its band, before and after as two marks. */
const props = defineProps<{ plan: Plan; tended: Tended }>();
const settings = useSettings();

interface Row {
  readonly id: string;
  readonly name: string;
  readonly kind: QuantityKind;
  readonly expected: Expected;
  /** What is good, and the ends of the scale. */
  readonly good: readonly [number, number];
  readonly scale: readonly [number, number];
}
const W = 200;

const rows = computed<Row[]>(() => {
  const { expected } = props.plan;
  const bands = bandsOf(props.tended);
  const out: Row[] = [];
  const add = (
    id: keyof Plan['expected'],
    name: string,
    kind: QuantityKind,
    good: readonly [number, number],
  ) => {
    const x = expected[id];
    if (!x) return;
    const changed = x.before.some((v, i) => Math.abs(v - x.after[i]!) > 1e-6 * Math.max(1, v));
    const bad = x.before[1] > good[1] || x.before[0] < good[0];
    if (!changed && !bad) return;
    const ends = [...x.before, ...x.after];
    const finite = good.filter(Number.isFinite);
    const low = Math.min(...ends, ...finite);
    const high = Math.max(...ends, ...finite);
    const room = Math.max(0.08 * (high - low), 1e-6);
    out.push({
      id,
      name,
      kind,
      expected: x,
      good,
      scale: [Math.max(kind === 'temperature' ? -Infinity : 0, low - room), high + room],
    });
  };
  add('unionised', 'Un-ionised ammonia', 'concentration', [0, UNIONISED_LIMITS.caution]);
  add('ph', 'pH', 'ph', bands.ph?.good ?? [6, 8]);
  add('nitrite_to_chloride', 'Nitrite to chloride', 'ratio', [0, 1 / CHLORIDE_RATIO.least]);
  add('chlorine', 'Total chlorine', 'concentration', [0, CHLORINE_LIMITS.target]);
  add('alkalinity', 'Alkalinity', 'hardness', bands.alkalinity?.good ?? [0, Infinity]);
  add('temperature', 'Temperature', 'temperature', bands.temperature?.good ?? [0, 40]);
  return out;
});
const middle = (p: readonly [number, number]) => (p[0] + p[1]) / 2;
const x = (r: Row, v: number) =>
  Math.min(W, Math.max(0, ((v - r.scale[0]) / (r.scale[1] - r.scale[0])) * W));
const f = (r: Row, v: number) => format(v, r.kind, settings.units);
</script>

<template>
  <dl v-if="rows.length" class="expected" aria-label="What the plan does to the water">
    <div v-for="r in rows" :key="r.id" :data-expected="r.id">
      <dt>{{ r.name }}</dt>
      <dd>
        <svg :viewBox="`-6 0 ${W + 12} 26`" aria-hidden="true" preserveAspectRatio="none">
          <rect class="scale" x="0" y="10" :width="W" height="6" />
          <rect
            class="good"
            :x="x(r, r.good[0])"
            y="10"
            :width="Math.max(0, x(r, r.good[1]) - x(r, r.good[0]))"
            height="6"
          />
          <line
            class="way"
            :x1="x(r, middle(r.expected.before))"
            :x2="x(r, middle(r.expected.after))"
            y1="13"
            y2="13"
          />
          <circle class="before" :cx="x(r, middle(r.expected.before))" cy="13" r="5" />
          <path
            class="after"
            :d="`M${x(r, middle(r.expected.after))} 21 l-6 5 h12 z M${x(r, middle(r.expected.after))} 7 v14`"
          />
        </svg>
        <span
          >{{ f(r, middle(r.expected.before)) }} → <b>{{ f(r, middle(r.expected.after)) }}</b></span
        >
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.expected {
  display: grid;
  gap: 4px;
  font-size: var(--type-small);
}
.expected > div {
  display: grid;
  grid-template-columns: 9.5em 1fr;
  align-items: center;
  gap: 8px;
}
dd {
  display: grid;
  grid-template-columns: minmax(60px, 1fr) auto;
  align-items: center;
  gap: 8px;
  font-variant-numeric: tabular-nums;
}
svg {
  width: 100%;
  height: 26px;
  overflow: visible;
}
.scale {
  fill: var(--rule);
}
.good {
  fill: var(--leaf);
}
.way {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.before {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.after {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
