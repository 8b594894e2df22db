<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js';
import PersonMenu from './PersonMenu.vue';

/** Head of a page that is reached from the shelf: the way back, its name, one line about it. */
defineProps<{ title: string; lead: string }>();
</script>

<template>
  <header>
    <v-btn
      :icon="mdiArrowLeft"
      size="small"
      aria-label="Back to the shelf"
      :to="{ name: 'shelf' }"
    />
    <div>
      <h1>{{ title }}</h1>
      <p class="quiet">{{ lead }}</p>
    </div>
    <PersonMenu />
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding-bottom: 14px;
}
header > div {
  flex: 1 1 220px;
}
h1 {
  font-size: var(--type-page);
  line-height: 1.15;
}
@media (max-width: 600px) {
  header {
    flex-wrap: wrap;
  }
}
</style>
