<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';

/** A formula or a symbol, from its TeX. */
const props = defineProps<{ tex: string; display?: boolean }>();
const place = ref<HTMLElement>();

async function set() {
  try {
    const { setFormula } = await import('./mathematics');
    if (place.value) setFormula(place.value, props.tex, props.display ?? false);
  } catch {
    // Without the typesetter, as after a lost connection, the source is still legible.
    if (place.value) place.value.textContent = props.tex;
  }
}
onMounted(set);
watch(() => props.tex, set);
</script>

<template>
  <span
    ref="place"
    :data-tex="tex"
    class="math"
    :class="{ display }"
    :tabindex="display ? 0 : undefined"
  />
</template>

<style scoped>
.math {
  display: inline-block;
}
/* A long formula is scrolled, by keys too. */
.display {
  max-width: 100%;
  overflow-x: auto;
  overflow-y: hidden;
}
.math :deep(.katex) {
  font-size: 1.06em;
}
.math :deep(.katex-display) {
  margin: 0.3em 0;
  text-align: left;
}
.math :deep(.katex-display > .katex) {
  text-align: left;
}
</style>
