<script setup lang="ts">
import { useFileDialog } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import {
  UNSTATED,
  COLUMN_USES,
  DATE_ORDERS,
  UNITS_OF,
  entriesOfTable,
  guessMapping,
  questionsOf,
  readTable,
  scalesOf,
  type ColumnMapping,
  type ColumnUse,
  type Mapping,
  type TableQuestion,
  type Table,
} from '../../../core/formats/tableImport';
import { KIT_SCALES, type KitScale } from '../../../core/life';
import { entryWords, type LogNews } from '../../../core/log';
import { tell, plural } from '../../../core/quantity';
import PlainChoice from '../../parts/PlainChoice.vue';
import { settings as kept } from '../../storage/settings';
import { hereZone, useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { momentWords } from './when';

/** A table taken into the log: which column is what, in which unit; what comes and what is left out, before it does. */
const emit = defineEmits<{ close: [] }>();
const system = useSystem();
const log = useLog();
const settings = useSettings();
const LARGEST = 30_000_000;
const name = ref('');
const table = shallowRef<Table | null>(null);
const mapping = shallowRef<Mapping | null>(null);
const problem = ref('');
const done = ref('');

/** A mapping is kept for the next table with the same heads. */
const keyOf = (t: Table) => `csv-mapping/${t.heads.join('\u0000')}`;
async function keptMapping(t: Table): Promise<Mapping | null> {
  const there = await kept.get(keyOf(t));
  return there.ok ? ((there.value as Mapping | undefined) ?? null) : null;
}
const dialog = useFileDialog({ accept: '.csv,.tsv,.txt,text/csv', multiple: false, reset: true });
dialog.onChange((files) => void openTable(files?.[0]));
async function openTable(file: File | null | undefined) {
  if (!file) return;
  problem.value = '';
  done.value = '';
  if (file.size > LARGEST) {
    problem.value = 'The table is far larger than any log. It was not opened.';
    return;
  }
  const read = readTable(await file.text());
  if (!read.rows.length || read.heads.length < 2) {
    problem.value = `${file.name} contains no table. A table needs a row of headings, then one row for each time.`;
    return;
  }
  name.value = file.name;
  mapping.value = (await keptMapping(read)) ?? guessMapping(read, hereZone(), settings.units);
  table.value = read;
}
const USES = [
  { id: '', name: 'do not import' },
  ...COLUMN_USES.map((u) => ({ id: u.id, name: u.label })),
];
const OPEN = { id: UNSTATED, name: 'choose' };
const ORDERS = DATE_ORDERS.map((id) => ({
  id: id as string,
  name: { ymd: 'year, month, day', dmy: 'day, month, year', mdy: 'month, day, year' }[id],
}));
const MARKS = [
  { id: '.', name: 'point, as in 7.2' },
  { id: ',', name: 'comma, as in 7,2' },
];
/** A choice with what stands for an open question, as long as it is open. */
const openable = (items: readonly { id: string; name: string }[], value: string) =>
  value === UNSTATED ? [OPEN, ...items] : items;
const kindOf = (use: ColumnUse | null) => COLUMN_USES.find((u) => u.id === use)?.kind ?? null;
const unitsOf = (use: ColumnUse | null) => {
  const kind = kindOf(use);
  return (kind && UNITS_OF[kind]) ?? [];
};
/** Units to choose from, the one that the head names among them. */
function unitItems({ use, unit }: ColumnMapping) {
  const all = unitsOf(use);
  const named = unit === UNSTATED || all.includes(unit) ? all : [unit, ...all];
  return openable(
    named.map((u) => ({ id: u, name: u })),
    unit,
  );
}
const scaleItems = ({ use, scale }: ColumnMapping) =>
  openable(
    scalesOf(use!).map((x) => ({ id: x as string, name: KIT_SCALES[x].name })),
    scale ?? '',
  );
function setColumn(i: number, change: Partial<ColumnMapping>) {
  if (!mapping.value) return;
  const columns = mapping.value.columns.map((c, k) => (k === i ? { ...c, ...change } : c));
  mapping.value = { ...mapping.value, columns };
}
const setUse = (i: number, use: string) =>
  setColumn(i, {
    use: (use || null) as ColumnUse | null,
    unit: unitsOf((use || null) as ColumnUse | null).length ? UNSTATED : '',
    scale: scalesOf((use || 'note') as ColumnUse).length ? UNSTATED : null,
  });
const read = computed(() =>
  table.value && mapping.value && system.document
    ? entriesOfTable(table.value, mapping.value, Date.now(), system.document, log.all)
    : null,
);
/** What the table leaves open: nothing is taken in before it is answered, or the column left out. */
const open = computed(() => (mapping.value ? questionsOf(mapping.value) : []));
const isOpen = (about: TableQuestion['about'], column: number | null) =>
  open.value.some((q) => q.about === about && q.column === column);
function questionWords(q: TableQuestion): string {
  const head = q.column === null ? '' : table.value!.heads[q.column] || `Column ${q.column + 1}`;
  switch (q.about) {
    case 'dates':
      return 'The dates can be read in two ways. In which order are day and month?';
    case 'decimal':
      return 'Points and commas can be decimals or thousands here. Which are decimals?';
    case 'unit':
      return `“${head}”: in which unit?`;
    case 'scale':
      return `“${head}”: as nitrogen, or as the ion? The card of the kit shows it.`;
  }
}
const news = computed<LogNews | null>(() => (read.value ? log.newsFrom(read.value.entries) : null));
const sample = computed(() => (news.value?.added ?? []).slice(0, 4));
const skipped = computed(() => read.value?.skipped ?? []);
const entries = (n: number) => plural(n, '# entry', '# entries');
async function take() {
  if (!news.value || !table.value || !mapping.value) return;
  await kept.set(keyOf(table.value), mapping.value);
  const n = news.value.added.length + news.value.changed.length;
  await log.take(news.value);
  table.value = null;
  done.value = `${entries(n)} imported from ${name.value}.`;
}
</script>

<template>
  <section class="import" aria-label="Import a table">
    <p class="quiet">
      Use your own table or one from another program: a CSV file with a row of headings. Choose what
      each column is. Mizuna imports it when you press.
    </p>
    <div class="buttons">
      <v-btn size="small" variant="tonal" @click="dialog.open()">Choose a table</v-btn>
      <v-btn size="small" @click="emit('close')">Close</v-btn>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="done" role="status">{{ done }}</p>
    <template v-if="table && mapping">
      <div class="general">
        <PlainChoice
          :model-value="mapping.dates"
          label="Dates are written"
          :items="openable(ORDERS, mapping.dates)"
          @update:model-value="mapping = { ...mapping!, dates: $event as Mapping['dates'] }"
        />
        <PlainChoice
          :model-value="mapping.decimal"
          label="Decimals with a"
          :items="openable(MARKS, mapping.decimal)"
          @update:model-value="mapping = { ...mapping!, decimal: $event as Mapping['decimal'] }"
        />
      </div>
      <ul v-if="open.length" class="open" role="status">
        <li v-for="(q, i) in open" :key="i">{{ questionWords(q) }}</li>
      </ul>
      <ul class="columns">
        <li
          v-for="(head, i) in table.heads"
          :key="i"
          :class="{ asks: isOpen('unit', i) || isOpen('scale', i) }"
        >
          <p>
            <b>{{ head || `Column ${i + 1}` }}</b>
            <span class="quiet sample">
              {{
                table.rows
                  .slice(0, 3)
                  .map((r) => r[i])
                  .join(' · ')
              }}</span
            >
          </p>
          <div class="column">
            <PlainChoice
              :model-value="mapping.columns[i]!.use ?? ''"
              label="Is"
              :items="USES"
              @update:model-value="setUse(i, $event)"
            />
            <PlainChoice
              v-if="unitsOf(mapping.columns[i]!.use).length"
              :model-value="mapping.columns[i]!.unit"
              label="In"
              :items="unitItems(mapping.columns[i]!)"
              @update:model-value="setColumn(i, { unit: $event })"
            />
            <PlainChoice
              v-if="mapping.columns[i]!.scale"
              :model-value="mapping.columns[i]!.scale!"
              label="Content"
              :items="scaleItems(mapping.columns[i]!)"
              @update:model-value="setColumn(i, { scale: $event as KitScale })"
            />
          </div>
        </li>
      </ul>
      <div v-if="news" class="preview" role="status">
        <p>
          <b>{{ plural(news.added.length, '# new entry', '# new entries') }}</b>,
          {{ plural(news.changed.length, '# corrected entry', '# corrected entries') }},
          {{ read!.same }} already in the log, {{ plural(skipped.length, '# cell', '# cells') }} not
          imported.
        </p>
        <ul>
          <li v-for="e in sample" :key="e.id">
            {{ momentWords(e.at, log.now, e.zone) }}:
            {{ tell(entryWords(e, system.document!), settings.units) }}
          </li>
        </ul>
        <details v-if="skipped.length">
          <summary>What is not imported, and why</summary>
          <ul>
            <li v-for="(s, i) in skipped.slice(0, 40)" :key="i">Row {{ s.row }}: {{ s.why }}</li>
            <li v-if="skipped.length > 40">and {{ skipped.length - 40 }} more</li>
          </ul>
        </details>
        <v-btn
          variant="flat"
          color="primary"
          :disabled="!news.write.length || open.length > 0"
          @click="take"
          >Import {{ entries(news.write.length) }}</v-btn
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.import {
  display: grid;
  gap: 8px;
  padding: 10px;
  background: var(--wash);
}
.general,
.column {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  gap: 8px;
  padding-top: 6px;
}
.columns,
.preview ul {
  list-style: none;
  font-size: var(--type-body);
}
.open {
  list-style: none;
  color: var(--watch);
}
.columns .asks {
  border-left: 3px solid var(--watch);
  padding-left: 8px;
}
.sample {
  padding-left: 8px;
}
.columns li {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
.preview {
  display: grid;
  gap: 6px;
}
.problem {
  color: var(--stop);
}
.buttons {
  display: flex;
  gap: 8px;
}
</style>
