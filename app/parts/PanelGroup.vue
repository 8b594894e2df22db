<script setup lang="ts">
/** A titled group of a panel. */
defineProps<{ title: string }>();
</script>

<template>
  <fieldset class="group">
    <legend>{{ title }}</legend>
    <slot />
  </fieldset>
</template>

<style scoped>
.group {
  border: 0;
  border-top: 1px solid var(--rule);
  padding: 8px 10px 12px;
  min-width: 0;
}
legend {
  font-weight: 650;
  font-size: var(--type-body);
  padding-right: 8px;
}
.group :deep(.fields) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 8px;
  padding-top: 8px;
}
.group :deep(.wide) {
  grid-column: 1 / -1;
}
.group :deep(.numbers) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2px 8px;
}
</style>
