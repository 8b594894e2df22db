<script setup lang="ts">
import type { Level } from '../../core/findings';

/** Level by word, mark and colour together: a drop with a bar, half full, or a tick. */
defineProps<{ level: Level }>();
const WORD: Record<Level, string> = { stop: 'stop', watch: 'watch', fine: 'fine' };
</script>

<template>
  <span class="mark" :class="level">
    <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
      <path class="drop" d="M8 1C5 5 3 7.500 3 10a5 5 0 0 0 10 0C13 7.500 11 5 8 1z" />
      <path v-if="level === 'stop'" class="cut" d="M4.500 10h7" />
      <path v-else-if="level === 'watch'" class="cut" d="M8 6.500v3.500M8 12v.6" />
      <path v-else class="cut" d="M5.500 10l2 2 3-4" />
    </svg>
    {{ WORD[level] }}
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  gap: 3px;
  align-items: center;
  font-weight: 650;
  font-size: 0.82rem;
  white-space: nowrap;
}
.drop {
  fill: currentColor;
}
.cut {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 1.8;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.stop {
  color: var(--stop);
}
.watch {
  color: var(--watch);
}
.fine {
  color: var(--fine);
}
</style>
