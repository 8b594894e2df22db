<script setup lang="ts">
import { computed } from 'vue';
import { moveReturn, returnsOf, type WaterPath } from '../../../core/system';
import PlainChoice from '../../parts/PlainChoice.vue';
import { useSystem } from '../../stores/system';

/** Where a path that runs by gravity leads; only what it reaches is offered. */
const props = defineProps<{ path: WaterPath }>();
const system = useSystem();
const ends = computed(() => returnsOf(system.document!, props.path));
function lead(to: string) {
  const made = moveReturn(system.document!, props.path.id, to);
  if (made.ok && to !== props.path.to) system.commit([...made.edits], made.label);
}
</script>

<template>
  <PlainChoice
    v-if="ends.length > 1"
    :model-value="path.to"
    :items="ends"
    label="Flows into"
    @update:model-value="lead"
  />
</template>
