<script setup lang="ts">
import { computed } from 'vue';
import type { QuantityKey } from '../../core/derived';
import { show } from '../../core/quantity';
import { useDerivation } from '../stores/derivation';
import { useSettings } from '../stores/settings';
import { useWas } from './changed';

/** A derived quantity under its label, where the system has it; a press shows how it came about. */
const props = defineProps<{ of: QuantityKey; label?: string | undefined }>();
const settings = useSettings();
const derivation = useDerivation();
const number = computed(() => derivation.numberAt(props.of));
// Texts and not objects, so that only what reads differently is drawn anew.
const exists = computed(() => number.value !== null);
const name = computed(() => props.label ?? number.value?.label ?? '');
const text = computed(() => {
  const n = number.value;
  return n && Number.isFinite(n.value) ? show(n.value, n.kind, settings.units).text : 'never';
});
const unit = computed(() => {
  const n = number.value;
  return n && Number.isFinite(n.value) ? show(n.value, n.kind, settings.units).unit : '';
});
const whole = computed(() => (exists.value ? `${text.value} ${unit.value}`.trim() : ''));
const was = useWas(() => whole.value);
</script>

<template>
  <button
    v-if="exists"
    type="button"
    class="number"
    :aria-label="`${name}: ${whole}. Show the calculation`"
    @click="derivation.open(of)"
  >
    <span class="label">{{ name }}</span>
    <span class="value" :class="{ changed: was }"
      >{{ text }} <small>{{ unit }}</small></span
    >
    <span v-if="was" class="was">was {{ was }}</span>
  </button>
</template>

<style scoped>
.number {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  text-align: left;
  padding: 4px 6px;
  border-radius: var(--radius);
  min-width: 0;
  color: inherit;
  position: relative;
  cursor: pointer;
}
.number:hover {
  background: var(--wash);
}
.label {
  font-size: var(--type-label);
  color: var(--quiet);
}
.value {
  font-size: var(--type-title);
  font-weight: 600;
  line-height: 1.3;
  text-decoration: underline dotted 1px;
  text-underline-offset: 4px;
}
.changed {
  color: var(--water);
}
/* Over the label's line, so that nothing moves when it comes and goes. */
.was {
  position: absolute;
  right: 2px;
  top: 4px;
  font-size: var(--type-label);
  color: var(--quiet);
  background: var(--paper);
  padding-left: 4px;
}
small {
  font-size: var(--type-label);
  font-weight: 400;
}
</style>
