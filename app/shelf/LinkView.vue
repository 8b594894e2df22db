<script setup lang="ts">
import { onMounted } from 'vue';
import { useRouter } from 'vue-router';
import { useShelf } from './store';
import { openedRoute } from './openedRoute';

/** A system that came in the fragment of the address: imported as a file is, then shown. */
const shelf = useShelf();
const router = useRouter();
onMounted(async () => {
  const id = await shelf.openLink(window.location.hash);
  // Back does not import it again.
  await router.replace(id ? openedRoute(id, shelf.runs) : { name: 'shelf' });
});
</script>

<template>
  <main class="link"><p role="status">Opening the system in this link …</p></main>
</template>

<style scoped>
.link {
  padding: 20vh 1rem;
  text-align: center;
}
</style>
