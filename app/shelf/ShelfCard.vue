<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { assess } from '../../core/assess';
import { format } from '../../core/quantity';
import { LAYOUTS } from '../../core/system';
import LevelMark from '../findings/LevelMark.vue';
import SectionDrawing from '../section/SectionDrawing.vue';
import type { StoredSystem } from '../storage/db';
import { useSettings } from '../stores/settings';
import { dayWorker } from '../workers/client';

/** A system on the shelf: its drawing, its name, and what it is waiting for. */
const props = defineProps<{ stored: StoredSystem }>();
const settings = useSettings();
const doc = computed(() => props.stored.document);
const a = computed(() => {
  try {
    return assess(doc.value);
  } catch {
    return null;
  }
});
const levels = computed(() =>
  Object.fromEntries(
    (a.value?.accounts.deepest ?? []).map((r, i) => [
      r.vessel,
      doc.value.vessels[i]?.role === 'bed' ? r.level * 0.7 : r.level,
    ]),
  ),
);
/** Nothing until the worker has judged it, day and all. */
const counts = ref<{ stop: number; watch: number } | null>(null);
watch(
  doc,
  async (system) => {
    try {
      counts.value = await dayWorker().counts(system);
    } catch {
      counts.value = null;
    }
  },
  { immediate: true },
);
const water = computed(() => doc.value.vessels.reduce((t, v) => t + v.fill, 0));
const layout = computed(() => LAYOUTS.find((l) => l.id === doc.value.layout)?.name ?? '');
</script>

<template>
  <router-link class="card" :to="{ name: 'design', params: { id: stored.id } }">
    <div class="picture">
      <SectionDrawing v-if="a" :system="doc" :assessment="a" :levels="levels" :flows="{}" />
    </div>
    <b>{{ stored.name }}</b>
    <span class="quiet">{{ layout }}, {{ format(water, 'volume', settings.units) }}</span>
    <span class="state">
      <template v-if="counts">
        <template v-if="counts.stop"><LevelMark level="stop" /> {{ counts.stop }}</template>
        <template v-if="counts.watch"><LevelMark level="watch" /> {{ counts.watch }}</template>
        <LevelMark v-if="!counts.stop && !counts.watch" level="fine" />
      </template>
    </span>
  </router-link>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
  padding: 10px 12px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: inherit;
  text-decoration: none;
}
.card:hover {
  border-color: var(--water);
}
.picture {
  height: 170px;
  background: var(--paper);
  border-radius: 3px;
  margin-bottom: 6px;
}
.state {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 0.9rem;
  min-height: 26px;
}
</style>
