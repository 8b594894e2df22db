<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { format, parse, type QuantityKind } from '../../core/quantity';
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
watch([shown, () => settings.units], () => {
  text.value = shown.value;
  touched.value = false;
  problem.value = '';
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
  const read = parse(text.value, props.kind, settings.units, props.modelValue ?? 0);
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
function back() {
  text.value = shown.value;
  touched.value = false;
  problem.value = '';
}
function arrow(event: KeyboardEvent, direction: 1 | -1) {
  event.preventDefault();
  if (touched.value) take();
  if (problem.value || props.modelValue === null) return;
  const size = props.step * (event.shiftKey ? 10 : 1);
  const next = Math.round((props.modelValue + direction * size) / props.step) * props.step;
  emit('nudge', Math.min(props.max, Math.max(props.min, Math.round(next * 1e9) / 1e9)));
}
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :error-messages="problem ? [problem] : []"
    :hint="hint"
    :persistent-hint="false"
    :placeholder="placeholder"
    :persistent-placeholder="!!placeholder"
    :clearable="clearable && modelValue !== null"
    inputmode="text"
    autocomplete="off"
    spellcheck="false"
    @update:model-value="touched = true"
    @click:clear="emit('commit', null)"
    @blur="take"
    @keydown.enter="take"
    @keydown.esc.stop="back"
    @keydown.up="arrow($event, 1)"
    @keydown.down="arrow($event, -1)"
  />
</template>
