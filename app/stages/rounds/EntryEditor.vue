<script setup lang="ts">
import { computed } from 'vue';
import {
  KIND_WORDS,
  MOST_GIVEN,
  READ_FIELDS,
  fieldMoment,
  writesOf,
  type Entry,
  type EntryField,
  type EntryValues,
} from '../../../core/log';
import { format, type QuantityKind } from '../../../core/quantity';
import DateField from '../../parts/DateField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { hereZone, useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { momentWords } from './when';

/** Corrects an entry: it keeps what it was. */
const props = defineProps<{ entry: Entry }>();
const emit = defineEmits<{ close: []; remove: [] }>();
const log = useLog();
const settings = useSettings();
const e = computed(() => {
  const { id } = props.entry;
  return log.all.findLast((x) => x.id === id) ?? props.entry;
});
interface Row {
  readonly field: EntryField;
  readonly end: 0 | 1 | null;
  readonly label: string;
  readonly kind: QuantityKind;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly value: number;
}
const rows = computed(() => {
  const out: Row[] = [];
  for (const f of READ_FIELDS) {
    const v = e.value[f.id];
    if (v === undefined) continue;
    const base = { field: f.id, kind: f.kind, min: f.min, max: f.max, step: f.step };
    if (typeof v === 'number') out.push({ ...base, end: null, label: f.label, value: v });
    else
      ([0, 1] as const).forEach((end) =>
        out.push({
          ...base,
          end,
          label: `${f.label}, ${end ? 'at most' : 'at least'}`,
          value: v[end],
        }),
      );
  }
  const amount = (
    field: 'mass' | 'volume' | 'count',
    label: string,
    kind: QuantityKind,
    step: number,
  ) => {
    const v = e.value[field];
    if (v !== undefined)
      out.push({ field, end: null, label, kind, min: 0, max: MOST_GIVEN[field], step, value: v });
  };
  amount('mass', 'Amount', e.value.kind === 'harvest' ? 'mass' : 'dose', 0.001);
  amount('volume', 'Amount', e.value.kind === 'dose' ? 'liquid' : 'volume', 0.001);
  amount('count', 'How many', e.value.kind === 'dose' ? 'share' : 'count', 1);
  return out;
});
function set(row: Row, to: number | null) {
  let value: unknown = to ?? undefined;
  if (row.end !== null && to !== null) {
    const [low, high] = e.value[row.field] as readonly [number, number];
    value =
      row.end === 0
        ? [Math.min(to, high), Math.max(to, high)]
        : [Math.min(low, to), Math.max(low, to)];
  }
  void log.amend(e.value.id, { [row.field]: value } as Partial<EntryValues>);
}
const setTime = (at: number) => void log.amend(e.value.id, { at });
function setNote(text: string) {
  const note = text.trim().slice(0, 4000);
  void log.amend(e.value.id, { note: note || undefined } as Partial<EntryValues>);
}
/** What a field was before, the oldest first. */
const history = computed(() =>
  rows.value.flatMap((r) => {
    if (r.end === 1) return [];
    const was = writesOf(e.value, r.field).slice(0, -1);
    const f = (v: unknown): string =>
      Array.isArray(v)
        ? `${f(v[0])}–${f(v[1])}`
        : typeof v === 'number'
          ? format(v, r.kind, settings.units)
          : 'nothing';
    return was.map(
      (w) => `${r.label.replace(/, at least$/, '')} was ${f(w.value)} before the correction`,
    );
  }),
);
</script>

<template>
  <section
    class="editor"
    :aria-label="`Correct: ${KIND_WORDS[entry.kind]}`"
    @keydown.esc.stop="emit('close')"
  >
    <p>
      <b>{{ KIND_WORDS[e.kind] }}</b>{{ ' '
      }}<span class="quiet">{{ momentWords(e.at, log.now, e.zone) }}</span>
    </p>
    <div class="fields">
      <QuantityField
        v-for="r in rows"
        :key="`${r.field}-${r.end}`"
        :model-value="r.value"
        :kind="r.kind"
        :label="r.label"
        :min="r.min"
        :max="r.max"
        :step="r.step"
        @commit="(v) => set(r, v)"
        @nudge="(v) => set(r, v)"
      />
    </div>
    <DateField
      :model-value="fieldMoment(e.at, hereZone())"
      label="When"
      :zone="hereZone()"
      @moment="setTime"
    />
    <v-text-field
      :model-value="e.note ?? ''"
      label="Add a note"
      maxlength="4000"
      @change="setNote(($event.target as HTMLInputElement).value)"
    />
    <ul v-if="history.length" class="quiet">
      <li v-for="(x, i) in history" :key="i">{{ x }}</li>
    </ul>
    <div class="buttons">
      <v-btn size="small" color="error" @click="emit('remove')">Remove it</v-btn>
      <v-btn size="small" variant="tonal" @click="emit('close')">Close</v-btn>
    </div>
  </section>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 10px;
  padding: 10px;
  background: var(--wash);
  border-top: 2px solid var(--water);
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 8px;
}
.buttons {
  display: flex;
  justify-content: space-between;
}
ul {
  list-style: none;
  font-size: var(--type-small);
}
</style>
