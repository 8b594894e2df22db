<script setup lang="ts">
import { LEVEL_WORDS } from '../findings/mark';
import type { Finding } from '../../core/findings';
import { keyOf } from '../../core/findings/types';
import { tell } from '../../core/quantity';
import { CUT, DROP } from '../findings/mark';
import { useSettings } from '../stores/settings';
import { MARK, type FindingMark } from './marks';

/** Marks of findings on what they are about; a press opens the finding. */
defineProps<{ marks: readonly FindingMark[] }>();
const emit = defineEmits<{ finding: [key: string, about: string] }>();
const settings = useSettings();
const inWords = (list: readonly Finding[]) =>
  list.map((f) => `${LEVEL_WORDS[f.level]}: ${tell(f.sentence, settings.units)}`).join(' ');
const press = (m: FindingMark) => emit('finding', keyOf(m.findings[0]!), m.id);
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
    <g :transform="`scale(${MARK / 7}) translate(-8 -8)`">
      <path class="drop" :d="DROP" />
      <path class="cut" :d="CUT[m.level]" />
    </g>
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
  stroke-width: 1.2;
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
  stroke-width: 1.4;
  stroke-linecap: round;
}
text {
  font-size: var(--type-drawing-small);
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
