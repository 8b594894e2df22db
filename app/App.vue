<script setup lang="ts">
import { onMounted, watch } from 'vue';
import { useTheme } from 'vuetify';
import { useSettings } from './stores/settings';
import { useSystem } from './stores/system';

const settings = useSettings();
const system = useSystem();
const theme = useTheme();
watch(
  () => settings.theme,
  (name) => theme.change(name),
  { immediate: true },
);
onMounted(() => {
  void settings.load();
  const flush = () => system.flush();
  window.addEventListener('pagehide', flush);
  document.addEventListener('visibilitychange', () => document.hidden && flush());
});
</script>

<template>
  <v-app>
    <router-view />
  </v-app>
</template>
