<script setup lang="ts">
import { useDropZone, useElementSize, useEventListener } from '@vueuse/core';
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useTheme } from 'vuetify';
import { failure } from './parts/failure';
import VersionOffer from './parts/VersionOffer.vue';
import { store } from './storage/db';
import { keepOffline, outdated } from './storage/version';
import { useSettings } from './stores/settings';
import { openedRoute } from './shelf/openedRoute';
import { useShelf } from './shelf/store';
import { useSystem } from './stores/system';

const FailedPage = defineAsyncComponent(() => import('./parts/FailedPage.vue'));
const SameSystem = defineAsyncComponent(() => import('./shelf/SameSystem.vue'));
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

/** Of what a file left out so much is named; all of it can be saved. */
const MOST_SHOWN = 200;
/** Messages stand above the page, never over it; what fills the window gets what is left of it. */
const notices = ref<HTMLElement>();
const { height: above } = useElementSize(notices);

/** A system file may be dropped on any page. */
const { isOverDropZone: dropping } = useDropZone(document, {
  multiple: true,
  preventDefaultForUnhandled: true,
  onDrop: async (files) => {
    const id = await shelf.openFile(files?.[0]);
    if (id) await router.push(openedRoute(id, shelf.runs));
  },
});
</script>

<template>
  <v-app :class="{ dropping }" :style="{ '--notices': `${above}px` }">
    <div ref="notices" class="notices no-print">
      <p v-if="shelf.reading" class="notice" role="status">
        {{ shelf.reading.what }}
        <template v-if="shelf.reading.progress > 0"
          >, {{ Math.round(100 * shelf.reading.progress) }} %</template
        >
        <v-btn size="small" variant="tonal" @click="shelf.stopReading()">Stop</v-btn>
      </p>
      <p v-if="shelf.refused" class="notice stop" role="alert">
        {{ shelf.refused }}
        <v-btn size="small" variant="tonal" @click="shelf.refused = ''">Close</v-btn>
      </p>
      <div v-if="shelf.notice" class="notice" role="status">
        {{ shelf.notice }}
        <v-btn size="small" variant="tonal" @click="shelf.notice = ''">Close</v-btn>
        <v-btn v-if="shelf.details.length" size="small" variant="tonal" @click="shelf.saveLeftOut()"
          >Save what could not be read</v-btn
        >
        <details v-if="shelf.details.length">
          <summary>All reasons</summary>
          <ul>
            <li v-for="(d, i) in shelf.details.slice(0, MOST_SHOWN)" :key="i">{{ d.why }}</li>
            <li v-if="shelf.details.length > MOST_SHOWN">
              and {{ shelf.details.length - MOST_SHOWN }} more
            </li>
          </ul>
        </details>
      </div>
      <VersionOffer />
    </div>
    <SameSystem v-if="shelf.pending" />
    <FailedPage v-if="failure" />
    <router-view v-else />
  </v-app>
</template>

<style scoped>
.dropping {
  outline: 3px dashed var(--water);
  outline-offset: -8px;
}
.notices {
  position: sticky;
  top: 0;
  z-index: 20;
}
.notice {
  background: var(--sheet);
  border-bottom: 1px solid var(--water);
  padding: 8px 14px;
}
.notice.stop {
  background: var(--stop-ground);
  border-bottom-color: var(--stop);
  color: var(--stop);
}
details ul {
  max-height: 40vh;
  overflow: auto;
  padding-left: 18px;
}
.notice .v-btn {
  margin-left: 8px;
}
</style>
