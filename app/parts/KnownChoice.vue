<script setup lang="ts">
import { computed } from 'vue';
import { readAt } from '../../core/system';
import { useSystem } from '../stores/system';
import PlainChoice from './PlainChoice.vue';

/** One of a few things, or that it is not known. Yes and no stand for true and false. */
const props = withDefaults(
  defineProps<{
    at: string;
    label: string;
    items?: readonly { readonly id: string; readonly name: string }[];
    unknown?: string;
  }>(),
  {
    items: () => [
      { id: 'yes', name: 'Yes' },
      { id: 'no', name: 'No' },
    ],
    unknown: 'Not known',
  },
);
const system = useSystem();
const UNKNOWN = 'unknown';
const rows = computed(() => [...props.items, { id: UNKNOWN, name: props.unknown }]);
const value = computed(() => {
  const v = system.document ? readAt(system.document, props.at) : null;
  if (v === null || v === undefined) return UNKNOWN;
  return typeof v === 'boolean' ? (v ? 'yes' : 'no') : String(v);
});
const isYesNo = computed(() => props.items.every((i) => i.id === 'yes' || i.id === 'no'));
function choose(id: string) {
  const to = id === UNKNOWN ? null : isYesNo.value ? id === 'yes' : id;
  const name = rows.value.find((i) => i.id === id)?.name ?? id;
  system.commit([{ at: props.at, to }], `${props.label}: ${name}`);
}
</script>

<template>
  <PlainChoice :model-value="value" :items="rows" :label="label" @update:model-value="choose" />
</template>
