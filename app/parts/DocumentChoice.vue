<script setup lang="ts">
import { computed } from 'vue';
import { readAt, type Edit } from '../../core/system';
import { useSystem } from '../stores/system';
import PlainChoice from './PlainChoice.vue';

/** A choice among named rows that stands at one place of the document. */
const props = defineProps<{
  at: string;
  label: string;
  items: readonly { id: string; name: string }[];
  /** Edits that go with a choice, such as the bore of a pipe size. */
  also?: (id: string) => Edit[];
}>();
const system = useSystem();
const value = computed(() => (system.document ? String(readAt(system.document, props.at)) : ''));
function choose(id: string) {
  const name = props.items.find((i) => i.id === id)?.name ?? id;
  system.commit([{ at: props.at, to: id }, ...(props.also?.(id) ?? [])], `${props.label}: ${name}`);
}
</script>

<template>
  <PlainChoice :model-value="value" :items="items" :label="label" @update:model-value="choose" />
</template>
