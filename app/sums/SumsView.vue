<script setup lang="ts">
import PersonMenu from '../parts/PersonMenu.vue';
import SumsBench from './SumsBench.vue';

/** The bench of sums without a system. */
document.title = 'Sums · Mizuna';
</script>

<template>
  <main class="page">
    <header>
      <v-btn variant="text" :to="{ name: 'shelf' }">Shelf</v-btn>
      <h1>Sums at the tank’s edge</h1>
      <span class="grow" />
      <PersonMenu />
    </header>
    <p class="quiet">
      Water, pH, chlorine, feed, light: worked out for any tank. Inside a system the same sums know
      its litres.
    </p>
    <SumsBench />
  </main>
</template>

<style scoped>
.page {
  max-width: 620px;
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
