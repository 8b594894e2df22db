<script setup lang="ts">
import { until } from '@vueuse/core';
import type { Layout } from '../../core/system';
import { deepestLevels } from '../section/levels';
import { useShelf } from './store';
import { shelfWorker } from '../workers/client';
import SystemPicture, { type PictureSource } from './SystemPicture.vue';

/** A layout to start from: its drawing to scale, its name, what is particular. */
const props = defineProps<{ layout: Layout }>();
defineEmits<{ make: [] }>();

/** Beds drawn as they flood, so that the picture says where the water goes. */
async function draw(): Promise<PictureSource | null> {
  try {
    const made = await shelfWorker.ask((w) => w.layout(props.layout.id));
    return made && { ...made, levels: deepestLevels(made.assessment) };
  } catch {
    return null;
  }
}
const shelf = useShelf();
/** None is kept; and what stands on the shelf is drawn first. */
async function known() {
  await until(() => shelf.loaded).toBe(true);
  return null;
}
</script>

<template>
  <button type="button" class="layout" @click="$emit('make')">
    <div class="picture">
      <SystemPicture :known="known" :draw="draw" :version="layout.id" :label="layout.name" />
    </div>
    <b>{{ layout.name }}</b>
    <span class="quiet">{{ layout.particular }}</span>
  </button>
</template>

<style scoped>
.picture {
  height: 118px;
  width: 100%;
  margin-bottom: 6px;
}
</style>
