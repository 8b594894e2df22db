<script setup lang="ts">
import { mdiClose } from '@mdi/js';
import { nextTick, ref, watch } from 'vue';
import { format } from '../../core/quantity';
import { useSettings } from '../stores/settings';
import { useDerivation } from '../stores/derivation';
import MathText from './MathText.vue';

/** How the chosen number came about: formula, the values of this system, source and range. */
const derivation = useDerivation();
const settings = useSettings();
const head = ref<HTMLElement>();
let cameFrom: Element | null = null;
watch(
  () => derivation.key,
  async (key, old) => {
    if (key && !old) cameFrom = document.activeElement;
    await nextTick();
    if (key) head.value?.focus();
    else if (cameFrom instanceof HTMLElement) cameFrom.focus();
  },
);
</script>

<template>
  <section
    v-if="derivation.shown"
    class="sheet"
    aria-labelledby="derivation-title"
    tabindex="0"
    @keydown.esc.stop="derivation.close()"
  >
    <header>
      <h2 id="derivation-title" ref="head" tabindex="-1">
        {{ derivation.shown.title }}:
        {{
          Number.isFinite(derivation.shown.value)
            ? format(derivation.shown.value, derivation.shown.kind, settings.units)
            : 'never'
        }}
      </h2>
      <v-btn
        :icon="mdiClose"
        size="small"
        aria-label="Close the calculation"
        @click="derivation.close()"
      />
    </header>
    <p class="formula"><MathText :tex="derivation.shown.formula" display /></p>
    <dl>
      <template v-for="g in derivation.shown.given" :key="g.symbol">
        <dt><MathText :tex="g.symbol" /></dt>
        <dd>
          <b>{{
            g.kind === 'plain'
              ? Math.round(g.value * 1000) / 1000
              : format(g.value, g.kind, settings.units)
          }}</b>
          {{ g.meaning }} <span class="quiet">({{ g.from }})</span>
        </dd>
      </template>
    </dl>
    <p v-if="derivation.shown.limit !== undefined">
      Held against {{ format(derivation.shown.limit, derivation.shown.kind, settings.units) }}.
    </p>
    <p v-if="derivation.shown.range">
      Between {{ format(derivation.shown.range[0], derivation.shown.kind, settings.units) }} and
      {{ format(derivation.shown.range[1], derivation.shown.kind, settings.units) }}, as the inputs
      are ranges.
    </p>
    <p v-if="derivation.shown.note">{{ derivation.shown.note }}</p>
    <p class="quiet">{{ derivation.shown.source }}</p>
  </section>
</template>

<style scoped>
.sheet {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-left: 4px solid var(--water);
  border-radius: var(--radius);
  padding: 8px 12px 12px;
  font-size: var(--type-body);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
h2 {
  font-size: var(--type-title);
}
h2:focus {
  outline: none;
}
.formula {
  font-size: var(--type-title);
  padding: 2px 0;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 4px 0 8px;
}
p + p {
  margin-top: 4px;
}
</style>
