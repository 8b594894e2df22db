<script setup lang="ts">
/** A change of the design that has been tried: pressed, it is the same edit as a pulled handle. */
defineProps<{ label: string; then: string }>();
defineEmits<{ take: [] }>();
</script>

<template>
  <button type="button" class="fix" @click="$emit('take')">
    {{ label }}
    <span class="quiet">{{ then }}</span>
  </button>
</template>

<style scoped>
.fix {
  text-align: start;
  border: 1px solid var(--water);
  border-radius: var(--radius);
  padding: 10px;
  min-height: 44px;
  background: var(--sheet);
  color: inherit;
  line-height: 1.35;
}
.fix .quiet {
  font-size: var(--type-small);
}
</style>
