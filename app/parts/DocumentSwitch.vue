<script setup lang="ts">
import { computed } from 'vue';
import { readAt } from '../../core/system';
import { useSystem } from '../stores/system';

/** A switch for one place of the document: yes or no, or a part that is fitted or taken out. */
const props = defineProps<{
  at: string;
  label: string;
  /** What the history says of each turn. */
  on: string;
  off: string;
  /** The part that is fitted; without one the place is yes or no. */
  fits?: unknown;
}>();
const system = useSystem();
const value = computed(() => {
  const v = system.document ? readAt(system.document, props.at) : undefined;
  return v !== undefined && v !== null && v !== false;
});
function turn(to: unknown) {
  const yes = to === true;
  const fitted = props.fits === undefined ? yes : yes ? props.fits : null;
  system.commit([{ at: props.at, to: fitted }], yes ? props.on : props.off);
}
</script>

<template>
  <v-switch :model-value="value" :label="label" @update:model-value="turn" />
</template>
