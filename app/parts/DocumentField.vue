<script setup lang="ts">
import { computed } from 'vue';
import { format } from '../../core/quantity';
import { fieldAt, rangeOf, readAt, stockAt, stockSizes } from '../../core/system';
import { useChanges } from '../stores/changes';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import QuantityField from './QuantityField.vue';

/** The field of one number of the document, by its place. */
const props = defineProps<{
  at: string;
  label?: string;
  clearable?: boolean;
  placeholder?: string;
}>();
const system = useSystem();
const settings = useSettings();
const changes = useChanges();
const field = computed(() => fieldAt(props.at)!);
const value = computed(() => {
  const v = system.document ? readAt(system.document, props.at) : undefined;
  return typeof v === 'number' ? v : null;
});
// Two numbers, not a pair: the field is drawn anew only where one of them changes.
const range = computed(() => system.document && rangeOf(system.document, props.at));
const least = computed(() => range.value?.min ?? 0);
const most = computed(() => range.value?.max ?? 0);
const stops = computed(() => stockSizes(props.at));
/** The stock size that it is, or what the field means. */
const hint = computed(() => {
  const stock = value.value === null ? undefined : stockAt(stops.value, value.value);
  if (stock) return `${stock.name}. The arrow keys go from size to size.`;
  return stops.value.length
    ? 'No stock size. The arrow keys go from size to size.'
    : field.value.hint;
});
const name = computed(() => props.label ?? field.value.label);
const labelOf = (to: number | null) =>
  to === null
    ? `${name.value} cleared`
    : `${name.value} ${format(to, field.value.kind, settings.units)}`;
</script>

<template>
  <QuantityField
    :model-value="value"
    :kind="field.kind"
    :label="name"
    :hint="hint"
    :stops="stops"
    :class="{ changed: changes.places.has(at) }"
    :min="least"
    :max="most"
    :step="field.step"
    :calm="system.holding"
    :clearable="clearable ?? false"
    :placeholder="placeholder ?? ''"
    @commit="system.commit([{ at, to: $event }], labelOf($event))"
    @nudge="system.nudge(at, $event, labelOf($event))"
  />
</template>

<style scoped>
.changed :deep(.v-field) {
  background: var(--water-soft);
}
</style>
