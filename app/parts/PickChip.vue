<script setup lang="ts">
/** A word to press, of several that stand in a row: chosen, well or worth a look. */
defineProps<{ on?: boolean; tone?: 'water' | 'well' | 'watch' }>();
</script>

<template>
  <button type="button" class="pick" :class="[{ on }, tone ?? 'water']" :aria-pressed="on">
    <slot />
  </button>
</template>

<style scoped>
.pick {
  flex: none;
  min-height: 44px;
  padding: 6px 14px;
  border: 1px solid var(--quiet);
  border-radius: 22px;
  background: var(--sheet);
  text-align: left;
  line-height: 1.25;
}
.pick.on {
  color: var(--sheet);
  font-weight: 650;
  background: var(--water);
  border-color: var(--water);
}
.pick.on.well {
  background: var(--fine);
  border-color: var(--fine);
}
.pick.on.watch {
  background: var(--watch);
  border-color: var(--watch);
}
</style>
