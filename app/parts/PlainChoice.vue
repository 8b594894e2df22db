<script setup lang="ts">
/** One of a few named things. */
defineProps<{
  modelValue: string;
  label: string;
  items: readonly { id: string; name: string }[];
}>();
const emit = defineEmits<{ 'update:modelValue': [id: string] }>();
</script>

<template>
  <v-select
    :model-value="modelValue"
    :items="[...items]"
    item-title="name"
    item-value="id"
    :label="label"
    @update:model-value="(id: unknown) => emit('update:modelValue', String(id))"
  />
</template>
