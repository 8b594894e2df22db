<script setup lang="ts" generic="K extends string">
import type { QuantityKind } from '../../core/quantity';
import QuantityField from './QuantityField.vue';

/** Several numbers of one thing that is not in the document. */
defineProps<{
  fields: readonly {
    key: K;
    label: string;
    kind: QuantityKind;
    min: number;
    max: number;
    step: number;
  }[];
  values: Readonly<Record<K, number>>;
}>();
const emit = defineEmits<{ set: [key: K, value: number] }>();
</script>

<template>
  <QuantityField
    v-for="x in fields"
    :key="x.key"
    :model-value="values[x.key]"
    :kind="x.kind"
    :label="x.label"
    :min="x.min"
    :max="x.max"
    :step="x.step"
    @commit="(v) => v !== null && emit('set', x.key, v)"
    @nudge="(v) => emit('set', x.key, v)"
  />
</template>
