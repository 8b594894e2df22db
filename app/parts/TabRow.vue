<script setup lang="ts">
import { useSaved } from '../stores/saved';

/** Which of several alike a panel is about. */
const props = defineProps<{
  items: readonly { readonly id: string; readonly name: string }[];
  chosen: string;
  label: string;
}>();
defineEmits<{ choose: [id: string] }>();
const tabs = useSaved(() => props.items.map(({ id, name }) => ({ id, name })));
</script>

<template>
  <v-btn-toggle
    v-memo="[tabs, chosen, label]"
    class="tabs"
    :model-value="chosen"
    mandatory
    color="primary"
    :aria-label="label"
    role="group"
    @update:model-value="$emit('choose', $event)"
  >
    <v-btn
      v-for="x in tabs"
      :key="x.id"
      :value="x.id"
      size="small"
      variant="outlined"
      :aria-pressed="x.id === chosen"
    >
      {{ x.name }}
    </v-btn>
  </v-btn-toggle>
</template>

<style scoped>
.tabs {
  gap: 4px;
  height: auto;
  padding: 8px 10px;
  flex-wrap: wrap;
}
</style>
