<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { store } from '../storage/db';
import { logStore } from '../storage/log';
import { offerFile } from '../storage/files';
import { storePart } from '../storage/held';
import { failure } from './failure';

/** A page that could not be drawn: what is kept of the system can be saved as it is, and there is a way back. */
const route = useRoute();
const router = useRouter();
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''));
const problem = ref('');
async function saveRaw() {
  const [row, log] = await Promise.all([store.raw(id.value), logStore.log(id.value)]);
  if (!row.ok) problem.value = row.message;
  const { value } = storePart(log, { entries: [], damaged: [] });
  const raw = { row: row.ok ? row.value : null, log: [...value.entries, ...value.damaged] };
  offerFile(JSON.stringify(raw, null, 1), 'mizuna-raw.json', 'application/json');
}
watch(
  () => route.fullPath,
  () => (failure.value = null),
);
async function toShelf() {
  await router.push({ name: 'shelf' });
  failure.value = null;
}
const again = () => location.reload();
</script>

<template>
  <main class="failed">
    <h1>This page cannot be shown</h1>
    <p role="alert">
      {{ id ? 'This system causes an error.' : 'This page causes an error.' }} Your saved data was
      not changed.
    </p>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <p class="quiet">{{ failure instanceof Error ? failure.message : String(failure) }}</p>
    <div class="buttons">
      <v-btn variant="tonal" @click="toShelf">Go to the shelf</v-btn>
      <v-btn variant="tonal" @click="again">Try again</v-btn>
      <v-btn v-if="id" variant="outlined" @click="saveRaw">Save its raw data</v-btn>
    </div>
  </main>
</template>

<style scoped>
.failed {
  max-width: 34rem;
  margin: 15vh auto;
  padding: 1rem;
  display: grid;
  gap: 1rem;
  justify-items: start;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
