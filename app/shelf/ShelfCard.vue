<script setup lang="ts">
import { mdiContentCopy, mdiContentSaveOutline, mdiDeleteOutline, mdiPencilOutline } from '@mdi/js';
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue';
import { format } from '../../core/quantity';
import { LAYOUTS, type SystemDocument } from '../../core/system';
import LevelMark from '../findings/LevelMark.vue';
import { store, type ShelfEntry } from '../storage/db';
import { useSettings } from '../stores/settings';
import { useShelf } from './store';
import { shelfWorker } from '../workers/client';
import SystemPicture, { type PictureSource } from './SystemPicture.vue';

/** A system on the shelf: its drawing, its name, what it is waiting for, and what can be done with it unopened. */
const props = defineProps<{ entry: ShelfEntry }>();
const emit = defineEmits<{ remove: [] }>();
const settings = useSettings();
const shelf = useShelf();

const system = shallowRef<SystemDocument | null>(null);
/** Nothing until the worker has judged it, day and all. */
const counts = ref<{ stop: number; watch: number } | null>(null);
const seen = ref(false);
/** Why it cannot be opened. */
const problem = ref('');
const look = async () => {
  const seen = await store.glance(props.entry.id);
  system.value = seen.ok ? (seen.value ?? null) : null;
};
/** Why it cannot be opened, from the reader of rows itself. */
async function examine() {
  const row = await store.get(props.entry.id);
  problem.value = row.ok ? '' : row.message;
}
onMounted(() => {
  if (props.entry.state) void examine();
});
const broken = computed(() => props.entry.state !== undefined || problem.value !== '');

async function known(theme: string): Promise<string | null> {
  const [kept] = await Promise.all([store.picture(props.entry.id), look()]);
  const picture = kept.ok ? kept.value : undefined;
  if (picture?.rev !== props.entry.rev) return null;
  counts.value = { stop: picture.stop, watch: picture.watch };
  return picture.theme === theme ? picture.svg : null;
}
async function draw(): Promise<PictureSource | null> {
  const doc = system.value;
  if (!doc) {
    await examine();
    return null;
  }
  try {
    const card = await shelfWorker.ask((w) => w.card(doc));
    counts.value = { stop: card.stop, watch: card.watch };
    const levels = Object.fromEntries(
      card.assessment.balance.deepest.map((r, i) => [
        r.vessel,
        doc.vessels[i]?.role === 'bed' ? r.level * 0.7 : r.level,
      ]),
    );
    return { system: doc, assessment: card.assessment, levels };
  } catch {
    await examine();
    return null;
  }
}
function made(svg: string, theme: string) {
  const { id, rev, held } = props.entry;
  if (counts.value && !held) void store.keepPicture({ id, rev, theme, svg, ...counts.value });
}
const inWords = (doc: SystemDocument) =>
  `${LAYOUTS.find((l) => l.id === doc.layout)?.name ?? ''}, ${format(
    doc.vessels.reduce((t, v) => t + v.fill, 0),
    'volume',
    settings.units,
  )}`;

const naming = ref<string | null>(null);
const field = ref<HTMLInputElement>();
async function startNaming() {
  naming.value = props.entry.name;
  await nextTick();
  field.value?.select();
}
function endNaming(keep: boolean) {
  const name = naming.value;
  naming.value = null;
  if (keep && name !== null) void shelf.rename(props.entry.id, name);
}
async function save() {
  const doc = await shelf.documentOf(props.entry.id);
  const left = doc && (await (await import('../storage/saveFiles')).saveFile(doc));
  if (left) shelf.trouble = left;
}
</script>

<template>
  <article class="card" :class="{ broken }">
    <div v-if="!broken" class="drawing">
      <SystemPicture
        :known="known"
        :draw="draw"
        :version="entry.rev"
        :label="entry.name"
        @seen="seen = true"
        @made="made"
      />
    </div>
    <input
      v-if="naming !== null"
      ref="field"
      v-model="naming"
      class="naming"
      maxlength="120"
      :aria-label="`New name of ${entry.name}`"
      @keydown.enter="endNaming(true)"
      @keydown.esc.stop="endNaming(false)"
      @blur="endNaming(true)"
    />
    <router-link
      v-else-if="!broken"
      class="name"
      :to="{ name: 'design', params: { id: entry.id } }"
      >{{ entry.name }}</router-link
    >
    <b v-else class="name">{{ entry.name }}</b>
    <p v-if="broken" class="quiet">{{ problem }}</p>
    <span v-else class="quiet what">{{ system ? inWords(system) : '' }}</span>
    <div class="foot">
      <span class="state">
        <span v-if="entry.held" class="held">Not saved</span>
        <template v-if="counts">
          <template v-if="counts.stop"><LevelMark level="stop" /> {{ counts.stop }}</template>
          <template v-if="counts.watch"><LevelMark level="watch" /> {{ counts.watch }}</template>
          <LevelMark v-if="!counts.stop && !counts.watch" level="fine" />
        </template>
      </span>
      <span v-if="seen || broken" class="acts">
        <template v-if="broken">
          <button
            type="button"
            :aria-label="`Save the raw data of ${entry.name}`"
            @click="shelf.saveRaw(entry.id)"
          >
            <v-icon :icon="mdiContentSaveOutline" size="18" />
          </button>
        </template>
        <template v-else>
          <button type="button" :aria-label="`Rename ${entry.name}`" @click="startNaming">
            <v-icon :icon="mdiPencilOutline" size="18" />
          </button>
          <button type="button" :aria-label="`Save ${entry.name} to a file`" @click="save">
            <v-icon :icon="mdiContentSaveOutline" size="18" />
          </button>
          <button
            type="button"
            :aria-label="`Copy ${entry.name}`"
            @click="shelf.duplicate(entry.id)"
          >
            <v-icon :icon="mdiContentCopy" size="18" />
          </button>
        </template>
        <button type="button" :aria-label="`Delete ${entry.name}`" @click="emit('remove')">
          <v-icon :icon="mdiDeleteOutline" size="18" />
        </button>
      </span>
    </div>
  </article>
</template>

<style scoped>
.card {
  position: relative;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 2px;
  height: 100%;
  padding: 10px 12px 8px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
}
.card:hover {
  border-color: var(--water);
}
.broken {
  border-style: dashed;
}
.drawing {
  height: 170px;
  background: var(--paper);
  border-radius: var(--radius);
  margin-bottom: 6px;
}
.name {
  font-weight: 700;
  color: inherit;
  text-decoration: none;
  overflow-wrap: anywhere;
}
/* The whole card opens it, but for what stands over the link. */
a.name::after {
  content: '';
  position: absolute;
  inset: 0;
}
.naming {
  font-weight: 700;
  border-bottom: 1px solid var(--water);
}
.what {
  min-height: 1lh;
}
.foot {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 34px;
}
.state {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: var(--type-body);
}
.held {
  color: var(--stop);
}
.acts {
  position: relative;
  display: flex;
  gap: 2px;
}
.acts button {
  min-width: 32px;
  min-height: 32px;
  border-radius: var(--radius);
  color: inherit;
}
.acts button:hover {
  background: var(--water-soft);
}
@media (pointer: coarse) {
  .acts button {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
