<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { formatDuration } from '../../../../core/quantity';

/** A stopwatch for wet hands: one large button starts and stops it, the time is then used. */
const props = defineProps<{ label: string }>();
const emit = defineEmits<{ use: [seconds: number] }>();
const began = ref<number | null>(null);
const shown = ref(0);
const clock = useIntervalFn(tick, 200, { immediate: false });
const running = computed(() => began.value !== null);
function press() {
  if (began.value === null) {
    began.value = performance.now();
    shown.value = 0;
    clock.resume();
    return;
  }
  tick();
  clock.pause();
  began.value = null;
}
function tick() {
  if (began.value !== null) shown.value = (performance.now() - began.value) / 1000;
}
function use() {
  emit('use', Math.max(2, Math.round(shown.value)));
  shown.value = 0;
}
const text = computed(() => formatDuration(Math.round(shown.value)));
</script>

<template>
  <div class="watch">
    <button
      type="button"
      class="press"
      :class="{ running }"
      :aria-label="
        running ? `Stop the stopwatch: ${props.label}` : `Start the stopwatch: ${props.label}`
      "
      @click="press"
    >
      {{ running ? `Stop · ${text}` : shown > 0 ? text : 'Stopwatch' }}
    </button>
    <v-btn v-if="!running && shown >= 2" variant="tonal" @click="use">Use {{ text }}</v-btn>
  </div>
</template>

<style scoped>
.watch {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.press {
  min-height: 40px;
  padding: 4px 16px;
  border: 2px solid var(--water);
  border-radius: var(--radius-round);
  color: inherit;
  font-variant-numeric: tabular-nums;
  font-weight: 600;
}
.running {
  background: var(--water-soft);
}
</style>
