<script setup lang="ts">
import { mdiMinus, mdiPlus } from '@mdi/js';
import QuantityField from './QuantityField.vue';

/** How many there are of something: typed, or counted up and down. */
const props = defineProps<{ modelValue: number; label: string; max: number }>();
const emit = defineEmits<{ set: [count: number] }>();
const by = (n: number) => emit('set', Math.min(props.max, Math.max(0, props.modelValue + n)));
</script>

<template>
  <div class="count">
    <v-btn
      :icon="mdiMinus"
      size="small"
      :disabled="modelValue <= 0"
      :aria-label="`${label}: one less`"
      @click="by(-1)"
    />
    <QuantityField
      :model-value="modelValue"
      kind="count"
      :label="label"
      :min="0"
      :max="max"
      :step="1"
      @commit="(n) => emit('set', n ?? 0)"
      @nudge="(n) => emit('set', n)"
    />
    <v-btn
      :icon="mdiPlus"
      size="small"
      :disabled="modelValue >= max"
      :aria-label="`${label}: one more`"
      @click="by(1)"
    />
  </div>
</template>

<style scoped>
.count {
  display: grid;
  grid-template-columns: auto 1fr auto;
  align-items: start;
  gap: 4px;
}
</style>
