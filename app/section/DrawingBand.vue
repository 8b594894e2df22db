<script setup lang="ts">
import { mdiChevronDown } from '@mdi/js';
import { useSystem } from '../stores/system';
import SectionDrawing from './SectionDrawing.vue';
import { useShownWater } from './shownWater';

/** The drawing of the open system in a band, on a phone: the water at the moment shown. A touch opens it. */
const emit = defineEmits<{ open: [] }>();
const system = useSystem();
const { levels, flows } = useShownWater();
</script>

<template>
  <button
    v-if="system.document && system.assessment"
    type="button"
    class="band"
    aria-expanded="false"
    aria-label="Open the drawing"
    @click="emit('open')"
  >
    <SectionDrawing
      :system="system.document"
      :assessment="system.assessment"
      :levels="levels"
      :flows="flows"
    />
    <span class="open" aria-hidden="true"><v-icon :icon="mdiChevronDown" /> Drawing</span>
  </button>
</template>

<style scoped>
.band {
  position: relative;
  display: block;
  width: 100%;
  height: 72px;
  border-bottom: 1px solid var(--rule);
  overflow: hidden;
}
.open {
  position: absolute;
  inset: auto 6px 4px auto;
  padding: 0 6px 0 2px;
  border-radius: var(--radius);
  background: var(--paper);
  font-size: var(--type-small);
}
</style>
