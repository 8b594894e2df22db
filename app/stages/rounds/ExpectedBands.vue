<script setup lang="ts">
import { computed } from 'vue';
import type { Expected, CarePlan, Tended } from '../../../core/log';
import { bandsOf } from '../../../core/log';
import { CHLORIDE_RATIO, CHLORINE_LIMITS, UNIONISED_LIMITS } from '../../../core/limits';
import { format, type QuantityKind } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';

/** What the plan is expected to do: each reading on its band, before and after as two marks. */
const props = defineProps<{ plan: CarePlan; tended: Tended }>();
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
const rows = computed<Row[]>(() => {
  const { expected } = props.plan;
  const bands = bandsOf(props.tended);
  const out: Row[] = [];
  const add = (
    id: keyof CarePlan['expected'],
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
const percent = (r: Row, v: number) =>
  Math.min(100, Math.max(0, ((v - r.scale[0]) / (r.scale[1] - r.scale[0])) * 100));
const left = (r: Row, v: number) => ({ left: `${percent(r, v)}%` });
const across = (r: Row, a: number, b: number) => ({
  left: `${percent(r, Math.min(a, b))}%`,
  width: `${Math.abs(percent(r, b) - percent(r, a))}%`,
});
const f = (r: Row, v: number) => format(v, r.kind, settings.units);
</script>

<template>
  <dl v-if="rows.length" class="expected" aria-label="What the plan does to the water">
    <div v-for="r in rows" :key="r.id" :data-expected="r.id">
      <dt>{{ r.name }}</dt>
      <dd>
        {{ f(r, middle(r.expected.before)) }} → <b>{{ f(r, middle(r.expected.after)) }}</b>
      </dd>
      <div class="band" aria-hidden="true">
        <i class="good" :style="across(r, r.good[0], r.good[1])" />
        <i class="way" :style="across(r, middle(r.expected.before), middle(r.expected.after))" />
        <i class="before" :style="left(r, middle(r.expected.before))" />
        <i class="after" :style="left(r, middle(r.expected.after))" />
      </div>
    </div>
  </dl>
</template>

<style scoped>
.expected {
  display: grid;
  gap: 8px;
  font-size: var(--type-small);
}
.expected > div {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
}
dd {
  font-variant-numeric: tabular-nums;
}
.band {
  grid-column: 1 / -1;
  position: relative;
  height: 18px;
}
.band i {
  position: absolute;
}
.band::before {
  content: '';
  position: absolute;
  inset: 6px 0;
  background: var(--rule);
}
.good {
  top: 6px;
  bottom: 6px;
  background: var(--leaf);
}
.way {
  top: 8px;
  border-top: 2px dotted var(--text);
}
.before,
.after {
  width: 12px;
  height: 12px;
  top: 3px;
  margin-left: -6px;
}
.before {
  border: 2px solid var(--text);
  border-radius: 50%;
  background: var(--sheet);
}
.after {
  background: var(--text);
  clip-path: polygon(50% 0, 100% 100%, 0 100%);
}
</style>
