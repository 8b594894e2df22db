<script setup lang="ts">
import type { Level } from '../../core/findings';
import { CUT, DROP, LEVEL_WORDS } from './mark';

/** Level by word, mark and colour together: a drop with a bar, half full, or a tick. */
defineProps<{ level: Level }>();
</script>

<template>
  <span class="mark" :class="level">
    <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
      <path class="drop" :d="DROP" />
      <path class="cut" :d="CUT[level]" />
    </svg>
    {{ LEVEL_WORDS[level] }}
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  gap: 3px;
  align-items: center;
  font-weight: 650;
  font-size: var(--type-small);
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
