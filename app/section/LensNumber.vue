<script setup lang="ts">
import { useDerivation } from '../stores/derivation';

/** A computed number in the drawing; a press, or Enter on it, shows how it came about. */
const props = defineProps<{ x: number; y: number; text: string; derivation: string }>();
const sheet = useDerivation();
function key(event: KeyboardEvent) {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  event.stopPropagation();
  sheet.open(props.derivation);
}
</script>

<template>
  <text
    :x="x"
    :y="y"
    class="lens-number"
    role="button"
    tabindex="0"
    :aria-label="`${text}. Show the working`"
    @click="sheet.open(derivation)"
    @keydown="key"
  >
    {{ text }}
  </text>
</template>

<style scoped>
.lens-number {
  cursor: pointer;
  font-size: 12.5px;
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
}
.lens-number:hover,
.lens-number:focus-visible {
  text-decoration: underline;
  outline: none;
}
.lens-number:focus-visible {
  stroke: var(--water-soft);
  stroke-width: 7px;
}
</style>
