<script setup lang="ts">
import { nanoid } from 'nanoid';
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue';
import {
  KIND_WORDS,
  entryWords,
  living,
  localDay,
  thingName,
  noteBeside,
  type Entry,
  type EntryKind,
} from '../../../core/log';
import { tell } from '../../../core/quantity';
import { usePhotos } from '../build/photos';
import PlainChoice from '../../parts/PlainChoice.vue';
import { fileStem, offerFile } from '../../storage/files';
import { hereZone, useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import EntryEditor from './EntryEditor.vue';
import { clockWords, dayWords } from './when';

/** The whole log, the newest first, as long as it may be: looked through, corrected, taken out, put back. */
const TableImport = defineAsyncComponent(() => import('./TableImport.vue'));
const system = useSystem();
const log = useLog();
const settings = useSettings();
const doc = computed(() => system.document!);
const kind = ref<string>('all');
const words = ref('');
const today = computed(() => localDay(log.now, hereZone()));
const kinds = computed(() => {
  const there = new Set(log.entries.map((e) => e.kind));
  return [
    { id: 'all', name: 'Everything' },
    ...[...there].map((id) => ({ id, name: KIND_WORDS[id] })),
    ...(log.undated.length ? [{ id: 'undated', name: 'Impossible date' }] : []),
    { id: 'gone', name: 'Removed' },
  ];
});
const textOf = (e: Entry) => tell(entryWords(e, doc.value, log.tended), settings.units);
const wanted = computed(() => {
  const some =
    kind.value === 'gone'
      ? log.all.filter((e) => e.deleted)
      : kind.value === 'undated'
        ? log.undated
        : kind.value === 'all'
          ? log.entries
          : log.entries.filter((e) => e.kind === (kind.value as EntryKind));
  const find = words.value.trim().toLowerCase();
  const found = find
    ? some.filter((e) => `${textOf(e)} ${e.note ?? ''}`.toLowerCase().includes(find))
    : some;
  return [...found].reverse();
});
/** Rows with the day over the first entry of each. */
const rows = computed(() => {
  let before = '';
  return wanted.value.map((e) => {
    const day = localDay(e.at, e.zone);
    const head = day === before ? '' : day;
    before = day;
    return { e, head };
  });
});
/** Entries whose date cannot be are asked about: their clock was wrong, or their date was typed wrong. */
const undatedWords = computed(() =>
  log.undated.length === 1
    ? 'One entry has an impossible date and does not count. Was a clock wrong? Open it and correct its date.'
    : `${log.undated.length} entries have impossible dates and do not count. Was a clock wrong? Open them and correct their dates.`,
);
const editing = shallowRef<Entry | null>(null);
const gone = shallowRef<Entry | null>(null);
async function takeOut(e: Entry) {
  editing.value = null;
  gone.value = e;
  await log.takeOut(e.id);
}
async function putBack(e: Entry) {
  gone.value = null;
  await log.putBack(e.id);
}
/** Photographs stand beside the log; an entry says when and what. */
const { photos, trouble: noPhoto, take } = usePhotos(computed(() => doc.value.id));
async function takePhoto(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  const key = `log-${nanoid(10)}`;
  await take(key, file);
  if (!noPhoto.value)
    await log.note({
      kind: 'photo',
      what: key,
      ...(note.value.trim() ? { note: note.value.trim() } : {}),
    });
  note.value = '';
}
const imageOf = (e: Entry) =>
  e.kind === 'photo' ? photos.value.find((p) => p.step === e.what)?.image : undefined;
const note = ref('');
async function addNote() {
  const text = note.value.trim();
  if (!text) return;
  note.value = '';
  await log.note({ kind: 'note', note: text.slice(0, 4000) });
}
async function saveTable() {
  const { logCsv } = await import('../../../core/formats/logCsv');
  offerFile(
    logCsv(doc.value, living(log.all), settings.units),
    `${fileStem(doc.value.name)}-log.csv`,
    'text/csv;charset=utf-8',
  );
}
const saveDamaged = () =>
  offerFile(
    JSON.stringify(log.damaged, null, 1),
    `${fileStem(doc.value.name)}-damaged.json`,
    'application/json',
  );
const importing = ref(false);
/** Height of a row and of a row with its day, px. */
const ROW = 58;
</script>

<template>
  <div class="log">
    <form class="note" @submit.prevent="addNote">
      <v-text-field v-model="note" label="A note" maxlength="4000" />
      <v-btn type="submit" variant="tonal" height="40">Add note</v-btn>
      <label class="photo"
        >Photo<input type="file" accept="image/*" capture="environment" @change="takePhoto"
      /></label>
    </form>
    <p v-if="noPhoto" class="problem" role="alert">{{ noPhoto }}</p>
    <div class="filter">
      <PlainChoice v-model="kind" label="Show" :items="kinds" />
      <v-text-field v-model="words" label="With this text" clearable />
    </div>
    <p class="quiet count" role="status">
      {{ wanted.length }} of {{ log.entries.length }} entries
      <span v-if="gone"
        >· one removed <v-btn size="small" @click="putBack(gone)">Restore it</v-btn></span
      >
    </p>
    <p v-if="log.undated.length" class="undated" role="status">
      {{ undatedWords }}
      <v-btn v-if="kind !== 'undated'" size="small" variant="tonal" @click="kind = 'undated'"
        >Show them</v-btn
      >
    </p>
    <p v-if="log.damaged.length" class="undated" role="status">
      {{
        log.damaged.length === 1
          ? 'One row of this log is damaged in this browser’s storage and does not count.'
          : `${log.damaged.length} rows of this log are damaged in this browser’s storage and do not count.`
      }}
      <v-btn size="small" variant="tonal" @click="saveDamaged">Save the damaged rows</v-btn>
    </p>
    <EntryEditor
      v-if="editing"
      :key="editing.id"
      :entry="editing"
      @close="editing = null"
      @remove="takeOut(editing!)"
    />
    <v-virtual-scroll
      v-if="rows.length"
      class="rows"
      :items="rows"
      :item-height="ROW"
      tabindex="0"
      role="list"
      aria-label="Entries, the newest first"
    >
      <template #default="{ item }">
        <div class="row" role="listitem">
          <p v-if="item.head" class="day">{{ dayWords(item.head, today) }}</p>
          <button
            v-if="!item.e.deleted"
            type="button"
            class="what"
            :aria-expanded="editing?.id === item.e.id"
            @click="editing = item.e"
          >
            <span class="clock">{{ clockWords(item.e.at, item.e.zone) }}</span>
            <img v-if="imageOf(item.e)" class="small" :src="imageOf(item.e)" alt="" />
            <span class="text"
              >{{ textOf(item.e) }}
              <span class="quiet"
                >{{ thingName(doc, item.e.about) }}{{ item.e.device ? ' · by a device' : ''
                }}{{ item.e.changes ? ' · corrected' : ''
                }}{{ noteBeside(item.e) ? ` · ${noteBeside(item.e)}` : '' }}</span
              ></span
            >
          </button>
          <div v-else class="what">
            <span class="clock">{{ clockWords(item.e.at, item.e.zone) }}</span>
            <span class="text quiet">{{ textOf(item.e) }}</span>
            <v-btn size="small" @click="putBack(item.e)">Restore it</v-btn>
          </div>
        </div>
      </template>
    </v-virtual-scroll>
    <p v-else class="quiet none">
      The log is empty. Press “All is well” under Today, or tap the tank and enter its temperature.
    </p>
    <div class="buttons">
      <v-btn size="small" variant="outlined" @click="saveTable">Export as a table</v-btn>
      <v-btn
        size="small"
        variant="outlined"
        :aria-expanded="importing"
        @click="importing = !importing"
        >Import a table</v-btn
      >
    </div>
    <TableImport v-if="importing" @close="importing = false" />
  </div>
</template>

<style scoped>
.log {
  padding: 10px;
  display: grid;
  gap: 8px;
}
.note {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 8px;
}
.photo {
  display: inline-grid;
  place-items: center;
  min-height: 40px;
  padding: 0 12px;
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
  cursor: pointer;
}
.photo:focus-within {
  outline: 2px solid var(--water);
}
.photo input {
  position: absolute;
  opacity: 0;
  width: 1px;
}
.small {
  width: 56px;
  height: 42px;
  object-fit: cover;
  border-radius: var(--radius);
}
.problem {
  color: var(--stop);
}
.filter {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.undated {
  color: var(--watch);
}
.count {
  font-size: var(--type-small);
}
.rows {
  height: min(56vh, 520px);
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
}
.row {
  border-bottom: 1px solid var(--rule);
}
.day {
  font-weight: 650;
  padding-top: 6px;
}
.what {
  display: grid;
  grid-template-columns: 52px auto 1fr auto;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 48px;
  text-align: left;
  padding: 4px 0;
}
.clock {
  color: var(--quiet);
  font-size: var(--type-small);
}
.text {
  line-height: 1.3;
  grid-column: 3;
}
.text .quiet {
  font-size: var(--type-small);
}
.none {
  padding: 12px 0;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
