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
  <div class="tabs" role="group" :aria-label="label">
    <button
      v-for="x in items"
      :key="x.id"
      type="button"
      :aria-pressed="x.id === chosen"
      @click="$emit('choose', x.id)"
    >
      {{ x.name }}
    </button>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 4px;
  padding: 8px 10px;
  flex-wrap: wrap;
}
.tabs button {
  padding: 6px 12px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  color: inherit;
}
.tabs button[aria-pressed='true'] {
  border-color: var(--water);
  background: var(--water-soft);
  font-weight: 650;
}
</style>
