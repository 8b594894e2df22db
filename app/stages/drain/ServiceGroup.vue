<script setup lang="ts">
import { computed } from 'vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { useSystem } from '../../stores/system';

/** Service: the beds held flooded for planting, or drained for work on them. */
const system = useSystem();
const now = computed(() => system.document!.service);
const STATES = [
  { id: null, name: 'Normal running', hint: 'Timers and siphons work as usual.' },
  {
    id: 'flooded',
    name: 'Held flooded',
    hint: 'Pumps on, siphons with air. Use it for planting and rinsing.',
  },
  { id: 'drained', name: 'Held drained', hint: 'Pumps off. Use it for work on pipes and roots.' },
] as const;
</script>

<template>
  <PanelGroup title="Service">
    <div class="states" role="group" aria-label="Service">
      <button
        v-for="s in STATES"
        :key="String(s.id)"
        type="button"
        :aria-pressed="now === s.id"
        @click="system.commit([{ at: 'service', to: s.id }], s.name)"
      >
        <b>{{ s.name }}</b><span class="quiet">{{ s.hint }}</span>
      </button>
    </div>
  </PanelGroup>
</template>

<style scoped>
.states {
  display: grid;
  gap: 6px;
  padding-top: 8px;
}
.states button {
  text-align: start;
  padding: 6px 10px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  color: inherit;
}
.states button[aria-pressed='true'] {
  border-color: var(--water);
  background: var(--water-soft);
}
.states .quiet {
  display: block;
  font-size: var(--type-small);
}
</style>
