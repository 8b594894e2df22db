<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useTheme } from 'vuetify';
import VersionOffer from './parts/VersionOffer.vue';
import { store } from './storage/db';
import { keepOffline, outdated } from './storage/version';
import { useSettings } from './stores/settings';
import { useShelf } from './stores/shelf';
import { useSystem } from './stores/system';

const settings = useSettings();
const system = useSystem();
const shelf = useShelf();
const router = useRouter();
const theme = useTheme();
watch(
  () => settings.theme,
  (name) => theme.change(name),
  { immediate: true },
);
onMounted(() => {
  void settings.load();
  void keepOffline();
});
// A part of an older version that can no longer be fetched: say so instead of breaking.
useEventListener(window, 'vite:preloadError', (event) => {
  event.preventDefault();
  outdated.value = true;
});
/** Coming back to this window: another may have written meanwhile, or the store may be gone. */
useEventListener(document, 'visibilitychange', () => {
  if (!document.hidden) void system.look();
});
useEventListener(window, 'focus', () => void system.look());

/** Leaving with work that the store refused: the browser asks first. */
useEventListener(window, 'beforeunload', (event) => {
  if (store.unkept()) event.preventDefault();
});

/** A system file may be dropped on any page. */
const dropping = ref(false);
useEventListener(window, 'dragover', (event) => {
  event.preventDefault();
  dropping.value = true;
});
useEventListener(window, 'dragleave', (event) => {
  if (event.relatedTarget === null) dropping.value = false;
});
useEventListener(window, 'drop', async (event) => {
  event.preventDefault();
  dropping.value = false;
  const id = await shelf.openFile(event.dataTransfer?.files[0]);
  if (id) await router.push({ name: 'design', params: { id } });
});
</script>

<template>
  <v-app :class="{ dropping }">
    <p v-if="shelf.reading" class="refused told" role="status">
      {{ shelf.reading.what }}
      <template v-if="shelf.reading.progress > 0"
        >, {{ Math.round(100 * shelf.reading.progress) }} %</template
      >
      <button type="button" @click="shelf.stopReading()">Stop</button>
    </p>
    <p v-if="shelf.refused" class="refused" role="alert">
      {{ shelf.refused }}
      <button type="button" @click="shelf.refused = ''">Close</button>
    </p>
    <div v-if="shelf.told" class="refused told" role="status">
      {{ shelf.told }}
      <button type="button" @click="shelf.told = ''">Close</button>
      <details v-if="shelf.details.length">
        <summary>Why, one by one</summary>
        <ul>
          <li v-for="(d, i) in shelf.details" :key="i">{{ d }}</li>
        </ul>
      </details>
    </div>
    <router-view />
    <VersionOffer />
  </v-app>
</template>

<style scoped>
.dropping {
  outline: 3px dashed var(--water);
  outline-offset: -8px;
}
.refused {
  position: fixed;
  bottom: 16px;
  left: 50%;
  transform: translateX(-50%);
  z-index: 20;
  width: min(46rem, calc(100vw - 24px));
  background: var(--stop-ground);
  color: var(--stop);
  border: 1px solid var(--stop);
  border-radius: 4px;
  padding: 10px 14px;
}
.refused.told {
  background: var(--sheet);
  color: var(--text);
  border-color: var(--water);
}
.refused + .told {
  bottom: 76px;
}
details ul {
  max-height: 40vh;
  overflow: auto;
  padding-left: 18px;
}
@media (max-width: 860px) {
  .refused {
    bottom: 76px;
  }
  .refused + .told {
    bottom: 150px;
  }
}
.refused button {
  text-decoration: underline;
  margin-left: 8px;
}
</style>
