<script setup lang="ts">
import { mdiBackspaceOutline, mdiMinus, mdiPlus } from '@mdi/js';
import { computed, nextTick, onMounted, ref, type ComponentPublicInstance } from 'vue';
import { bareUnit, format, parse, type QuantityKind } from '../../core/quantity';
import { useSettings } from '../stores/settings';

/** A number for one thumb: large keys, the last value at hand, steps up and down. Emits SI values only. */
const props = defineProps<{
  label: string;
  kind: QuantityKind;
  min: number;
  max: number;
  step: number;
  /** Where it starts: the last value, or what is usual. */
  start: number | null;
  /** What the start is: “last, 2 days ago”. */
  startWords?: string;
}>();
const emit = defineEmits<{ take: [value: number]; cancel: [] }>();
const settings = useSettings();
const unit = computed(() => bareUnit(props.kind, settings.units, props.start ?? props.step));
const text = ref('');
const fresh = ref(true);
const problem = ref('');
const field = ref<ComponentPublicInstance>();
const pad = ref<HTMLElement>();
onMounted(() => {
  if (props.start !== null) text.value = format(props.start, props.kind, settings.units, true);
  void nextTick(() => {
    const input = (field.value?.$el as HTMLElement | undefined)?.querySelector('input');
    input?.focus({ preventScroll: true });
    input?.select();
    pad.value?.scrollIntoView({ block: 'nearest' });
  });
});
const read = computed(() =>
  parse(text.value, props.kind, settings.units, props.start ?? props.step),
);
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'] as const;
/** A first key begins anew; the unit stays where one was. */
function press(key: string) {
  const digits = fresh.value ? '' : text.value.replace(/\s*[^\d.,:]+$/, '');
  text.value = digits + key;
  fresh.value = false;
  problem.value = '';
}
function back() {
  text.value = text.value.replace(/\s*[^\d.,:]+$/, '').slice(0, -1);
  fresh.value = false;
  problem.value = '';
}
function by(direction: 1 | -1) {
  const now = read.value.ok ? read.value.value : (props.start ?? 0);
  const next = Math.round((now + direction * props.step) / props.step) * props.step;
  text.value = format(
    Math.min(props.max, Math.max(props.min, next)),
    props.kind,
    settings.units,
    true,
  );
  fresh.value = true;
  problem.value = '';
}
function take() {
  if (!read.value.ok) {
    problem.value = read.value.message;
    return;
  }
  const { value } = read.value;
  if (value < props.min - 1e-9 || value > props.max * (1 + 1e-9)) {
    problem.value = `${format(value, props.kind, settings.units)} is outside ${format(props.min, props.kind, settings.units)} to ${format(props.max, props.kind, settings.units)}.`;
    return;
  }
  emit('take', value);
}
function typed(now: string | null) {
  text.value = now ?? '';
  fresh.value = false;
  problem.value = '';
}
</script>

<template>
  <div ref="pad" class="pad" role="group" :aria-label="label" @keydown.esc.stop="emit('cancel')">
    <v-text-field
      ref="field"
      class="number"
      :model-value="text"
      :label="label"
      :error-messages="problem ? [problem] : []"
      :suffix="/\p{L}|°/u.test(text) ? '' : unit.symbol"
      inputmode="none"
      autocomplete="off"
      @update:model-value="typed"
      @keydown.enter.prevent="take"
      @keydown.up.prevent="by(1)"
      @keydown.down.prevent="by(-1)"
    />
    <p v-if="startWords" class="quiet">{{ startWords }}</p>
    <div class="steps">
      <v-btn variant="outlined" height="52" aria-label="Less" @click="by(-1)"
        ><v-icon :icon="mdiMinus"
      /></v-btn>
      <v-btn variant="outlined" height="52" aria-label="More" @click="by(1)"
        ><v-icon :icon="mdiPlus"
      /></v-btn>
    </div>
    <div class="keys">
      <v-btn v-for="k in KEYS" :key="k" variant="outlined" height="52" @click="press(k)">{{
        k
      }}</v-btn>
      <v-btn variant="outlined" height="52" aria-label="Delete one digit" @click="back"
        ><v-icon :icon="mdiBackspaceOutline"
      /></v-btn>
    </div>
    <div class="end">
      <v-btn height="52" @click="emit('cancel')">Cancel</v-btn>
      <v-btn height="52" variant="flat" color="primary" @click="take">Add</v-btn>
    </div>
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  gap: 8px;
  max-width: 420px;
  scroll-margin: 64px 0 72px;
  padding: 10px;
  background: var(--wash);
  border-top: 2px solid var(--water);
}
.number :deep(input) {
  font-size: 1.9rem;
  font-weight: 650;
  font-variant-numeric: tabular-nums;
}
.steps {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
.keys .v-btn,
.steps .v-btn {
  width: 100%;
  border-radius: var(--radius);
  background: var(--sheet);
  font-size: 1.3rem;
}
.end {
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 8px;
}
</style>
