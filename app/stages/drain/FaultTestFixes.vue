<script setup lang="ts">
import type { FaultTestFix } from '../../../core/faultTests';
import { tell } from '../../../core/quantity';
import FixButton from '../../parts/FixButton.vue';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { GRADE_WORDS } from './gradeWords';

/** What would have stopped what a fault test shows; nothing yet while it is looked for. */
defineProps<{ fixes: readonly FaultTestFix[] | null }>();
const emit = defineEmits<{ taken: [] }>();
const system = useSystem();
const settings = useSettings();
function take(f: FaultTestFix) {
  system.commit([...f.edits], tell(f.label, settings.units));
  emit('taken');
}
</script>

<template>
  <p v-if="fixes === null" class="small" role="status">Searching for changes that prevent it …</p>
  <p v-else-if="!fixes.length" class="small">
    No change of size or setting prevents this. Check it every day.
  </p>
  <FixButton
    v-for="f in fixes ?? []"
    :key="f.id"
    :label="tell(f.label, settings.units)"
    :then="`then ${GRADE_WORDS[f.leaves]}`"
    @take="take(f)"
  />
</template>

<style scoped>
.small {
  font-size: var(--type-small);
}
</style>
