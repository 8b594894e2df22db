<script setup lang="ts">
import { computed, nextTick, ref, watch, type ComponentPublicInstance } from 'vue';
import { format, parse, type QuantityKind } from '../../core/quantity';
import { nextStock, type StockSize } from '../../core/system';
import { useSettings } from '../stores/settings';

/** A number with its unit: type any unit, step with the arrow keys. Emits SI values only. */
const props = defineProps<{
  modelValue: number | null;
  kind: QuantityKind;
  label: string;
  min: number;
  max: number;
  step: number;
  hint?: string | undefined;
  clearable?: boolean;
  placeholder?: string;
  /** The number is changing under a hand elsewhere. */
  calm?: boolean;
  /** Sizes that can be bought, rising; the arrow keys go from one to the next. */
  stops?: readonly StockSize[];
}>();
const emit = defineEmits<{
  commit: [value: number | null];
  nudge: [value: number];
}>();

const settings = useSettings();
const shown = computed(() =>
  props.modelValue === null ? '' : format(props.modelValue, props.kind, settings.units, true),
);
const text = ref(shown.value);
const touched = ref(false);
const problem = ref('');
const problems = computed(() => (problem.value ? [problem.value] : []));
const field = ref<ComponentPublicInstance>();
function show() {
  text.value = shown.value;
  touched.value = false;
  problem.value = '';
}
watch([shown, () => settings.units, () => props.calm], () => {
  // What is being typed is not taken away by a change from elsewhere.
  if (touched.value) return;
  // While a handle is pulled the text goes straight into the input: the field around it is dear to draw anew.
  const input = props.calm
    ? (field.value?.$el as Element | undefined)?.querySelector('input')
    : null;
  if (input) input.value = shown.value;
  else show();
});

const allowed = () =>
  `${format(props.min, props.kind, settings.units)} to ${format(props.max, props.kind, settings.units)}`;

function take() {
  if (!touched.value) return;
  if (text.value.trim() === '' && props.clearable) {
    problem.value = '';
    touched.value = false;
    emit('commit', null);
    return;
  }
  const read = parse(text.value, props.kind, settings.units, props.modelValue);
  if (!read.ok) {
    problem.value = read.message;
    return;
  }
  const slack = 1e-9 + 1e-6 * Math.abs(props.max);
  if (read.value < props.min - slack || read.value > props.max + slack) {
    problem.value = `${format(read.value, props.kind, settings.units)} is outside ${allowed()}.`;
    return;
  }
  problem.value = '';
  touched.value = false;
  emit('commit', Math.min(props.max, Math.max(props.min, read.value)));
  void nextTick(() => (text.value = shown.value));
}
function typed(now: string | null) {
  text.value = now ?? '';
  touched.value = true;
}
function back() {
  text.value = shown.value;
  touched.value = false;
  problem.value = '';
}
/** One handler, always the same: the field beneath is then left alone while other numbers move. */
function key(event: KeyboardEvent) {
  if (event.key === 'Enter') take();
  else if (event.key === 'ArrowUp') arrow(event, 1);
  else if (event.key === 'ArrowDown') arrow(event, -1);
  else if (event.key === 'Escape') {
    event.stopPropagation();
    back();
  }
}
function arrow(event: KeyboardEvent, direction: 1 | -1) {
  event.preventDefault();
  if (touched.value) take();
  if (problem.value || props.modelValue === null) return;
  const stock = !event.altKey && nextStock(props.stops ?? [], props.modelValue, direction);
  if (stock && stock.value >= props.min && stock.value <= props.max) {
    emit('nudge', stock.value);
    return;
  }
  // With Alt a fifth of the step; from one stock size to the next where there are such.
  const step = event.altKey ? props.step / 5 : props.step;
  const size = step * (event.shiftKey ? 10 : 1);
  const next = Math.round((props.modelValue + direction * size) / step) * step;
  emit('nudge', Math.min(props.max, Math.max(props.min, Math.round(next * 1e9) / 1e9)));
}
</script>

<template>
  <v-text-field
    ref="field"
    :model-value="text"
    :label="label"
    :error-messages="problems"
    :hint="hint"
    :persistent-hint="false"
    :placeholder="placeholder"
    :persistent-placeholder="!!placeholder"
    :clearable="clearable && modelValue !== null"
    inputmode="text"
    autocomplete="off"
    spellcheck="false"
    @update:model-value="typed"
    @click:clear="emit('commit', null)"
    @blur="take"
    @keydown="key"
  />
</template>
