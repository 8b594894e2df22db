<script setup lang="ts">
import { plural } from '../../core/quantity';
import { ruleOf, STAGES, type Stage } from '../../core/findings';
import { useTrace } from '../stores/trace';
import { STAGE_KEY } from './keys';
import { STAGE_NAMES } from './stages';

/** The stages in the order of the work; what stands at stop is on its number. Places to stand, not steps. */
defineProps<{ stage: Stage; phone: boolean }>();
const emit = defineEmits<{ go: [stage: Stage] }>();
const trace = useTrace();
const stops = (s: Stage) =>
  trace.findings.filter((f) => f.level === 'stop' && ruleOf(f.id).stage === s).length;
</script>

<template>
  <nav class="rail" :class="{ narrow: phone }" aria-label="Stages">
    <button
      v-for="s in STAGES"
      :key="s"
      type="button"
      :aria-current="s === stage ? 'page' : undefined"
      @click="emit('go', s)"
    >
      <b>{{ STAGE_KEY[s] }}</b>
      <span class="stage">{{ STAGE_NAMES[s] }}</span>
      <i v-if="stops(s)" class="stops"
        >{{ stops(s)
        }}<span class="visually-hidden">{{ plural(stops(s), ' problem', ' problems') }}</span></i
      >
    </button>
  </nav>
</template>

<style scoped>
.rail {
  border-right: 1px solid var(--rule);
  padding-top: 6px;
}
.rail button {
  position: relative;
  display: grid;
  grid-template: auto auto / 1fr auto auto 1fr;
  gap: 0 5px;
  justify-items: center;
  align-items: center;
  width: 100%;
  padding: 10px 2px;
  font-size: var(--type-small);
  color: inherit;
  border-left: 4px solid transparent;
}
.rail b {
  font-size: var(--type-title);
}
.rail [aria-current] {
  border-left-color: var(--water);
  background: var(--wash);
  font-weight: 650;
}
.rail b {
  grid-column: 2;
}
.stage {
  grid-area: 2 / 1 / 3 / 5;
}
/* Beside the number, not on it. */
.stops {
  grid-area: 1 / 3 / 2 / 4;
  min-width: 20px;
  padding: 0 5px;
  border-radius: var(--radius-round);
  background: var(--stop);
  color: var(--sheet);
  font-style: normal;
  font-weight: 650;
  font-size: var(--type-label);
  line-height: 20px;
}
@media (forced-colors: active) {
  .stops {
    background: Canvas;
    color: CanvasText;
    border: 1px solid CanvasText;
    forced-color-adjust: none;
  }
}
.rail.narrow {
  position: fixed;
  inset: auto 0 0;
  z-index: 5;
  display: flex;
  background: var(--paper);
  border: 0;
  border-top: 1px solid var(--rule);
  padding: 0;
  min-height: var(--thumbbar);
}
/* With the keyboard open there is no room for it over the field. */
@media (max-height: 480px) {
  .rail.narrow {
    position: static;
  }
}
.rail.narrow button {
  flex: 1 1 auto;
  width: auto;
  white-space: nowrap;
  padding: 5px 2px 7px;
  border-left: 0;
  border-top: 4px solid transparent;
}
.rail.narrow [aria-current] {
  border-top-color: var(--water);
}
</style>
