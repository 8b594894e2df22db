<script setup lang="ts">
import type { MakeUp } from '../../core/system';
import { useSystem } from '../stores/system';

/** A change of what the system is made of; where it has no meaning it says why. */
defineProps<{ label: string; change: MakeUp; particular?: string }>();
const system = useSystem();
</script>

<template>
  <button
    type="button"
    class="makeup"
    :disabled="!change.ok"
    @click="change.ok && system.commit([...change.edits], change.label)"
  >
    <b>{{ label }}</b>
    <span v-if="!change.ok" class="quiet">{{ change.why }}</span>
    <span v-else-if="particular" class="quiet">{{ particular }}</span>
  </button>
</template>

<style scoped>
.makeup {
  display: block;
  width: 100%;
  text-align: start;
  padding: 7px 10px;
  border: 1px solid var(--water);
  border-radius: var(--radius);
  color: inherit;
  background: var(--sheet);
}
.makeup:disabled {
  border-color: var(--rule);
}
.makeup b {
  font-weight: 600;
}
.makeup .quiet {
  display: block;
  font-size: var(--type-small);
}
</style>
