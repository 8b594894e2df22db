<script setup lang="ts">
import { computed } from 'vue';
import { same } from '../../core/system';

interface Row {
  id: string;
  name: string;
}

/** One of a few named things. */
const props = defineProps<{
  modelValue: string;
  label: string;
  items: readonly Row[];
}>();
const emit = defineEmits<{ 'update:modelValue': [id: string] }>();
/** The same list while its rows are the same: a menu is dear to draw anew. */
const rows = computed<Row[]>((before) =>
  before && same(before, props.items) ? before : [...props.items],
);
const choose = (id: unknown) => emit('update:modelValue', String(id));
</script>

<template>
  <v-select
    :model-value="modelValue"
    :items="rows"
    item-title="name"
    item-value="id"
    :label="label"
    @update:model-value="choose"
  />
</template>
