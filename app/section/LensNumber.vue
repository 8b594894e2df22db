<script setup lang="ts">
/** A computed number in the drawing; a press, or Enter on it, shows how it came about. */
defineProps<{ x: number; y: number; text: string }>();
const emit = defineEmits<{ derive: [] }>();
function key(event: KeyboardEvent) {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  event.stopPropagation();
  emit('derive');
}
</script>

<template>
  <text
    :x="x"
    :y="y"
    class="lens-number"
    role="button"
    tabindex="0"
    :aria-label="`${text}. Show the calculation`"
    @click="emit('derive')"
    @keydown="key"
  >
    {{ text }}
  </text>
</template>

<style scoped>
.lens-number {
  cursor: pointer;
  font-size: var(--type-drawing);
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
