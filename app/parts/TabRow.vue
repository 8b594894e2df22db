<script setup lang="ts">
/** Which of several alike a panel is about. */
defineProps<{
  items: readonly { readonly id: string; readonly name: string }[];
  chosen: string;
  label: string;
}>();
defineEmits<{ choose: [id: string] }>();
</script>

<template>
  <v-btn-toggle
    class="tabs"
    :model-value="chosen"
    mandatory
    color="primary"
    :aria-label="label"
    role="group"
    @update:model-value="$emit('choose', $event)"
  >
    <v-btn
      v-for="x in items"
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
