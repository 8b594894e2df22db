<script setup lang="ts">
import { computed } from 'vue';
import { show, type QuantityKind } from '../../core/quantity';
import { useSettings } from '../stores/settings';
import { useWas } from './changed';
import { useDerivation } from '../stores/derivation';

/** A computed number: larger than its label, and a press shows how it came about. */
const props = defineProps<{ label: string; value: number; kind: QuantityKind; working?: string }>();
const settings = useSettings();
const drawer = useDerivation();
const shown = computed(() =>
  Number.isFinite(props.value)
    ? show(props.value, props.kind, settings.units)
    : { text: 'never', unit: '' },
);
const was = useWas(() => `${shown.value.text} ${shown.value.unit}`);
</script>

<template>
  <button
    v-if="props.working"
    type="button"
    class="number"
    :aria-label="`${label}: ${shown.text} ${shown.unit}. Show the working`"
    @click="drawer.open(props.working)"
  >
    <span class="label">{{ label }}</span>
    <span class="value" :class="{ changed: was }"
      >{{ shown.text }} <small>{{ shown.unit }}</small></span
    >
    <span v-if="was" class="was">was {{ was }}</span>
  </button>
  <div v-else class="number still">
    <span class="label">{{ label }}</span>
    <span class="value" :class="{ changed: was }"
      >{{ shown.text }} <small>{{ shown.unit }}</small></span
    >
    <span v-if="was" class="was">was {{ was }}</span>
  </div>
</template>

<style scoped>
.number {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  text-align: left;
  padding: 4px 6px;
  border-radius: 4px;
  min-width: 0;
  color: inherit;
}
button.number {
  cursor: pointer;
}
button.number .value {
  text-decoration: underline dotted 1px;
  text-underline-offset: 4px;
}
button.number:hover {
  background: rgb(var(--ink) / 0.06);
}
.label {
  font-size: 0.78rem;
  color: var(--quiet);
}
.value {
  font-size: 1.12rem;
  font-weight: 600;
  line-height: 1.3;
}
.number {
  position: relative;
}
.changed {
  color: var(--water);
}
/* Over the label's line, so that nothing moves when it comes and goes. */
.was {
  position: absolute;
  right: 2px;
  top: 4px;
  font-size: 0.76rem;
  color: var(--quiet);
  background: var(--paper);
  padding-left: 4px;
}
small {
  font-size: 0.78rem;
  font-weight: 400;
}
</style>
