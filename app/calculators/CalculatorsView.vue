<script setup lang="ts">
import PersonMenu from '../parts/PersonMenu.vue';
import CalculatorsBench from './CalculatorsBench.vue';

/** The bench of calculators without a system. */
document.title = 'Calculators · Mizuna';
</script>

<template>
  <main class="page">
    <header>
      <v-btn variant="text" :to="{ name: 'shelf' }">Shelf</v-btn>
      <h1>Calculators</h1>
      <span class="grow" />
      <PersonMenu />
    </header>
    <p class="quiet">
      Calculate water changes, pH, chlorine, feed and light for any tank. Inside a system these
      calculators use its figures.
    </p>
    <CalculatorsBench />
  </main>
</template>

<style scoped>
.page {
  max-width: 1040px;
  margin: 0 auto;
  padding: 16px;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
}
h1 {
  font-size: var(--type-page);
}
.grow {
  flex: 1;
}
</style>
