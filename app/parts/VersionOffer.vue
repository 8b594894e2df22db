<script setup lang="ts">
import { ref } from 'vue';
import { newVersion, outdated, takeNewVersion } from '../storage/version';
import { useSystem } from '../stores/system';

/** Offers a new version of the program; it never comes by itself. */
const system = useSystem();
const later = ref(false);
async function take() {
  await system.flush();
  takeNewVersion();
}
</script>

<template>
  <div v-if="outdated || (newVersion && !later)" class="offer no-print" role="status">
    <span v-if="outdated">
      Another window went over to a new version of Mizuna. This one follows when you reload it.
    </span>
    <span v-else>A new version of Mizuna is here.</span>
    <button type="button" @click="take">{{ outdated ? 'Reload' : 'Use it now' }}</button>
    <button v-if="!outdated" type="button" @click="later = true">Later</button>
  </div>
</template>

<style scoped>
.offer {
  background: var(--sheet);
  border-bottom: 1px solid var(--water);
  padding: 6px 14px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
button {
  text-decoration: underline;
  color: inherit;
  padding: 4px;
}
</style>
