<script setup lang="ts">
import type { Finding } from '../../core/findings';
import { keyOf } from '../../core/findings/types';
import { tell } from '../../core/quantity';
import { useSettings } from '../stores/settings';
import { MARK, type Mark } from './marks';

/** Marks of findings on what they are about; a press opens the finding. */
defineProps<{ marks: readonly Mark[] }>();
const emit = defineEmits<{ finding: [key: string, about: string] }>();
const settings = useSettings();
const inWords = (list: readonly Finding[]) =>
  list.map((f) => `${f.level}: ${tell(f.sentence, settings.units)}`).join(' ');
const press = (m: Mark) => emit('finding', keyOf(m.findings[0]!), m.id);
</script>

<template>
  <g
    v-for="m in marks"
    :key="m.id"
    class="mark"
    :class="m.level"
    role="button"
    tabindex="0"
    :aria-label="inWords(m.findings)"
    :data-mark="m.id"
    :transform="`translate(${m.x} ${m.y})`"
    @click="press(m)"
    @keydown.enter.prevent="press(m)"
    @keydown.space.prevent="press(m)"
  >
    <title>{{ inWords(m.findings) }}</title>
    <circle class="hit" r="13" />
    <path
      class="drop"
      :d="`M0 ${-MARK}C-4 -4 -7 -1 -7 2.500a7 7 0 0 0 14 0C7 -1 4 -4 0 ${-MARK}z`"
    />
    <path v-if="m.level === 'stop'" class="cut" d="M-4 2.500h8" />
    <path v-else class="cut" d="M0 -1.500v4M0 5.500v.6" />
    <text v-if="m.findings.length > 1" x="9" y="8">{{ m.findings.length }}</text>
  </g>
</template>

<style scoped>
.mark {
  cursor: pointer;
  outline: none;
}
.hit {
  fill: transparent;
}
.drop {
  stroke: var(--sheet);
  stroke-width: 1.5;
}
.stop .drop,
.stop text {
  fill: var(--stop);
}
.watch .drop,
.watch text {
  fill: var(--watch);
}
.cut {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 1.8;
  stroke-linecap: round;
}
text {
  font-size: 11px;
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.mark:hover .hit,
.mark:focus-visible .hit {
  stroke: currentColor;
  stroke-width: 2;
}
</style>
