<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { typedDay, typedMoment } from '../../core/calendar';

/** A date, or a date with its time: taken when the field is left or Enter is pressed, and said where it cannot be. */
const props = defineProps<{
  /** YYYY-MM-DD, with THH:MM where the time is asked for. */
  modelValue: string;
  label: string;
  /** Zone of the wall clock, where the time is asked for. */
  zone?: string;
  /** First and last day that can be meant. */
  from?: string | undefined;
  to?: string | undefined;
}>();
const emit = defineEmits<{ day: [day: string]; moment: [at: number] }>();

const text = ref(props.modelValue);
const touched = ref(false);
const problem = ref('');
const problems = computed(() => (problem.value ? [problem.value] : []));
watch(
  () => props.modelValue,
  (now) => {
    if (!touched.value) text.value = now;
  },
);
function typed(now: string | null) {
  text.value = now ?? '';
  touched.value = true;
}
function take() {
  if (!touched.value) return;
  if (props.zone !== undefined) {
    const read = typedMoment(text.value, props.zone, Date.now());
    if (!read.ok) return void (problem.value = read.message);
    emit('moment', read.at);
  } else {
    const read = typedDay(text.value, props.from, props.to);
    if (!read.ok) return void (problem.value = read.message);
    emit('day', read.day);
    text.value = read.day;
  }
  problem.value = '';
  touched.value = false;
}
function key(event: KeyboardEvent) {
  if (event.key === 'Enter') take();
  else if (event.key === 'Escape' && touched.value) {
    event.stopPropagation();
    text.value = props.modelValue;
    touched.value = false;
    problem.value = '';
  }
}
</script>

<template>
  <v-text-field
    :model-value="text"
    :type="zone === undefined ? 'date' : 'datetime-local'"
    :label="label"
    :error-messages="problems"
    @update:model-value="typed"
    @blur="take"
    @keydown="key"
  />
</template>
