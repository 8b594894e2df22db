<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js';
import { ref, watch } from 'vue';
import type { QuantityKind } from '../../core/quantity';
import QuantityField from './QuantityField.vue';

/** A short list of measured pairs, such as levels and poured litres; kept in order of the first. */
interface Column {
  label: string;
  kind: QuantityKind;
  min: number;
  max: number;
  step: number;
}
type Pair = [number, number];
const props = defineProps<{
  label: string;
  first: Column;
  second: Column;
  rows: readonly (readonly [number, number])[];
  least: number;
  most: number;
  /** Why a list will not do; nothing where it will. */
  problem: (rows: readonly (readonly [number, number])[]) => string;
}>();
const emit = defineEmits<{ commit: [rows: Pair[]] }>();

const refused = ref('');
watch(
  () => props.rows,
  () => (refused.value = ''),
);
function put(rows: Pair[]) {
  rows.sort((a, b) => a[0] - b[0]);
  refused.value = props.problem(rows);
  if (!refused.value) emit('commit', rows);
}
const copy = (): Pair[] => props.rows.map(([a, b]) => [a, b]);
function set(row: number, column: 0 | 1, value: number | null) {
  if (value === null) return;
  const rows = copy();
  rows[row]![column] = value;
  put(rows);
}
/** Another pair after the last, as far on as the last two are apart. */
function add() {
  const rows = copy();
  const [a, b] = rows[rows.length - 1]!;
  const [a0, b0] = rows[rows.length - 2] ?? [0, b > 0 ? 0 : b];
  const next = (c: Column, to: number) => Math.min(c.max, Math.max(c.min, to));
  rows.push([next(props.first, 2 * a - a0), next(props.second, 2 * b - b0)]);
  put(rows);
}
function drop(row: number) {
  put(copy().filter((_, i) => i !== row));
}
</script>

<template>
  <div class="pairs" role="group" :aria-label="label">
    <div v-for="(r, i) in rows" :key="i" class="pair">
      <QuantityField
        :model-value="r[0]"
        :kind="first.kind"
        :label="`${first.label} ${i + 1}`"
        :min="first.min"
        :max="first.max"
        :step="first.step"
        @commit="(v) => set(i, 0, v)"
        @nudge="(v) => set(i, 0, v)"
      />
      <QuantityField
        :model-value="r[1]"
        :kind="second.kind"
        :label="`${second.label} ${i + 1}`"
        :min="second.min"
        :max="second.max"
        :step="second.step"
        @commit="(v) => set(i, 1, v)"
        @nudge="(v) => set(i, 1, v)"
      />
      <v-btn
        :icon="mdiTrashCanOutline"
        size="small"
        :disabled="rows.length <= least"
        :aria-label="`Remove pair ${i + 1}`"
        @click="drop(i)"
      />
    </div>
    <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
    <v-btn
      v-if="rows.length < most"
      size="small"
      variant="outlined"
      :prepend-icon="mdiPlus"
      @click="add"
      >Add a pair</v-btn
    >
  </div>
</template>

<style scoped>
.pairs {
  grid-column: 1 / -1;
  display: grid;
  gap: 12px;
  justify-items: start;
}
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
  width: 100%;
}
.refused {
  color: var(--stop);
  font-size: var(--type-small);
}
</style>
