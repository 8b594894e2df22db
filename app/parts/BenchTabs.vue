<script setup lang="ts" generic="T extends string">
/** What a stage has for its bench, one open at a time; the tabs stay in sight as the panel is scrolled. */
defineProps<{ tabs: readonly { readonly id: T; readonly name: string }[]; open: T }>();
const emit = defineEmits<{ open: [id: T] }>();
</script>

<template>
  <v-tabs
    :model-value="open"
    class="benches"
    grow
    color="primary"
    aria-label="On the bench"
    @update:model-value="emit('open', $event as T)"
  >
    <v-tab v-for="t in tabs" :key="t.id" :value="t.id">{{ t.name }}</v-tab>
  </v-tabs>
</template>

<style scoped>
.benches {
  border-bottom: 1px solid var(--rule);
  position: sticky;
  top: var(--above, 0px);
  background: var(--paper);
  z-index: 3;
}
.benches .v-tab {
  min-width: 0;
  padding: 0 6px;
}
</style>
