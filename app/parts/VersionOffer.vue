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
      Another window uses a new version of Mizuna. Reload this window to use it here.
    </span>
    <span v-else>A new version of Mizuna is available.</span>
    <v-btn size="small" variant="tonal" @click="take">{{
      outdated ? 'Reload' : 'Use the new version'
    }}</v-btn>
    <v-btn v-if="!outdated" size="small" variant="tonal" @click="later = true">Later</v-btn>
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
</style>
