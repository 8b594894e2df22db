<script setup lang="ts">
import { computed } from 'vue';
import { format } from '../../core/quantity';
import { FIELDS, measured, type Measurement } from '../../core/system';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import QuantityField from './QuantityField.vue';

/** What the grower measured of one part; empty means the table or the box counts. */
const props = defineProps<{
  measure: Measurement['kind'];
  on: string;
  label: string;
  hint?: string;
  placeholder?: string;
}>();
const system = useSystem();
const settings = useSettings();
const KEY = {
  flow: 'flow',
  'starting-flow': 'flow',
  'fill-time': 'time',
  'drain-time': 'time',
  bore: 'bore',
} as const;
const field = computed(() => FIELDS[`measurements.*.${KEY[props.measure]}`]!);
const found = computed(() =>
  system.document ? measured(system.document, props.measure, props.on) : undefined,
);
const value = computed(() => {
  const m = found.value;
  return m ? (m as unknown as Record<string, number>)[KEY[props.measure]]! : null;
});
function set(to: number | null) {
  const id = found.value?.id ?? `${props.measure}-${props.on}`;
  if (to === null) {
    if (found.value)
      system.commit([{ at: `measurements.${id}`, to: undefined }], `${props.label} removed`);
    return;
  }
  const on =
    props.measure === 'fill-time' || props.measure === 'drain-time'
      ? { vessel: props.on }
      : { path: props.on };
  system.commit(
    [
      {
        at: `measurements.${id}`,
        to: { id, kind: props.measure, ...on, [KEY[props.measure]]: to },
      },
    ],
    `${props.label} ${format(to, field.value.kind, settings.units)}`,
  );
}
</script>

<template>
  <QuantityField
    :model-value="value"
    :kind="field.kind"
    :label="label"
    :hint="hint ?? field.hint"
    :min="field.min"
    :max="field.max"
    :step="field.step"
    clearable
    :placeholder="placeholder ?? ''"
    @commit="set"
    @nudge="set"
  />
</template>
