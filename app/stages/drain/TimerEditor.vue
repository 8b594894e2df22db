<script setup lang="ts">
import { computed } from 'vue';
import { TIMERS, TIMER_SOURCE, timerById } from '../../../core/catalogue';
import { formatClock, formatDuration, parse } from '../../../core/quantity';
import type { Control } from '../../../core/system';
import DocumentField from '../../parts/DocumentField.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** What switches the pump: always on, on and off in turn, or programs by the clock. */
const props = defineProps<{ control: Control }>();
const system = useSystem();
const settings = useSettings();
const at = computed(() => `controls.${props.control.id}`);
const KINDS = [
  { id: 'always-on', name: 'Always on' },
  { id: 'interval', name: 'On and off in turn' },
  { id: 'programs', name: 'Programs by the clock' },
];
const device = computed(() =>
  'device' in props.control ? timerById(props.control.device) : undefined,
);
const rows = computed(() => (props.control.kind === 'programs' ? props.control.rows : []));
const most = computed(() => device.value?.programs ?? 48);

function change(kind: string) {
  const id = props.control.id;
  const to: Control =
    kind === 'always-on'
      ? { id, kind }
      : kind === 'interval'
        ? { id, kind, device: 'repeat-cycle', own: null, on: 900, off: 2700 }
        : {
            id,
            kind: 'programs',
            device: 'digital-8',
            own: null,
            rows: [6, 9, 12, 15, 18, 21].map((h) => ({ start: h * 3600, on: 600 })),
          };
  system.commit([{ at: at.value, to }], KINDS.find((k) => k.id === kind)!.name);
}
function setRows(to: { start: number; on: number }[], label: string) {
  system.commit([{ at: `${at.value}.rows`, to: to.sort((a, b) => a.start - b.start) }], label);
}
/** Settings a device cannot be given are put on its step. */
const onStep = (x: number) => {
  const step = device.value?.step ?? 60;
  return Math.max(step, Math.round(x / step) * step);
};
function setStart(i: number, text: string) {
  const read = parse(text, 'clock', settings.units);
  if (!read.ok) return;
  const step = device.value?.step ?? 60;
  setRows(
    rows.value.map((r, k) =>
      k === i ? { ...r, start: (Math.round(read.value / step) * step) % 86400 } : r,
    ),
    `Program starts at ${formatClock(read.value)}`,
  );
}
function setOn(i: number, value: number | null) {
  if (value === null) return;
  setRows(
    rows.value.map((r, k) => (k === i ? { ...r, on: onStep(value) } : r)),
    `Program runs ${formatDuration(onStep(value))}`,
  );
}
function add() {
  const last = rows.value[rows.value.length - 1];
  const start = last ? Math.min(82800, last.start + 7200) : 28800;
  setRows([...rows.value, { start, on: last?.on ?? 600 }], 'Program added');
}
function setDevice(id: string) {
  const step = timerById(id)?.step ?? 60;
  const edits = [{ at: `${at.value}.device`, to: id as unknown }];
  if (props.control.kind === 'programs') {
    edits.push({
      at: `${at.value}.rows`,
      to: rows.value.map((r) => ({
        start: (Math.round(r.start / step) * step) % 86400,
        on: Math.max(step, Math.ceil(r.on / step - 1e-9) * step),
      })),
    });
  }
  system.commit(edits, `Timer: ${timerById(id)?.name ?? id}`);
}
</script>

<template>
  <div class="fields">
    <PlainChoice
      class="wide"
      :model-value="control.kind"
      :items="KINDS"
      label="The pump is"
      @update:model-value="change"
    />
    <PlainChoice
      v-if="'device' in control"
      class="wide"
      :model-value="control.device"
      :items="TIMERS.filter((t) => t.sets === control.kind)"
      label="Type of timer"
      :hint="TIMER_SOURCE"
      @update:model-value="setDevice"
    />
    <template v-if="control.kind === 'interval'">
      <DocumentField :at="`${at}.on`" />
      <DocumentField :at="`${at}.off`" />
    </template>
  </div>
  <template v-if="control.kind === 'programs'">
    <ol class="rows">
      <li v-for="(r, i) in rows" :key="`${r.start}-${i}`">
        <v-text-field
          :model-value="formatClock(r.start)"
          :label="`Program ${i + 1} on at`"
          autocomplete="off"
          @change="setStart(i, ($event.target as HTMLInputElement).value)"
        />
        <QuantityField
          :model-value="r.on"
          kind="time"
          label="for"
          :min="device?.step ?? 60"
          :max="86400"
          :step="device?.step ?? 60"
          @commit="setOn(i, $event)"
          @nudge="setOn(i, $event)"
        />
        <button
          type="button"
          :aria-label="`Remove program ${i + 1}`"
          @click="
            setRows(
              rows.filter((_, k) => k !== i),
              'Program removed',
            )
          "
        >
          ×
        </button>
      </li>
    </ol>
    <v-btn variant="outlined" :disabled="rows.length >= most" @click="add">
      {{ rows.length >= most ? `This timer has only ${most} programs` : 'Add a program' }}
    </v-btn>
  </template>
</template>

<style scoped>
.rows {
  padding: 10px 0 8px;
  display: grid;
  gap: 8px;
}
.rows li {
  list-style: none;
  display: grid;
  grid-template-columns: 1fr 1fr 34px;
  gap: 6px;
  align-items: center;
}
.rows button {
  height: 34px;
  font-size: var(--type-title);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  color: inherit;
}
</style>
