<script setup lang="ts">
import { useSaved } from '../stores/saved';

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
const rows = useSaved<Row[]>(() => [...props.items]);
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
