<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import {
  SIGNS,
  askedAt,
  entriesOfKind,
  fishEdits,
  latestOn,
  latestReadings,
  thingName,
  readField,
  substances,
  type ActionField,
  type EntryValues,
  type SignId,
} from '../../../core/log';
import { format, formatSpan, type QuantityKind } from '../../../core/quantity';
import { cropKinds, isStore, type ReadingId } from '../../../core/system';
import BandPicker from '../../parts/BandPicker.vue';
import NumberPad from '../../parts/NumberPad.vue';
import PickChip from '../../parts/PickChip.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import { useChosen } from '../../stores/chosen';
import { useLog } from '../../stores/log';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { ageWords } from './when';

/** What is read, seen and done at the thing that is chosen: a tile, a pad, noted. */
const system = useSystem();
const log = useLog();
const chosen = useChosen();
const bench = useRoundsBench();
const settings = useSettings();
const doc = computed(() => system.document!);
/** The thing that is chosen; where none is, the vessel of the fish or the first store. */
const about = computed(() => {
  const id = chosen.thing?.part.id;
  if (id) return id;
  return (
    doc.value.fish[0]?.vessel ?? doc.value.vessels.find(isStore)?.id ?? doc.value.vessels[0]!.id
  );
});
const asked = computed(() => askedAt(doc.value, about.value));
const things = computed(() => chosen.order.map((p) => ({ id: p.id, name: p.name, at: p.at })));
const more = ref(false);
const reads = computed(() => [
  ...asked.value.reads,
  ...(more.value || !asked.value.reads.length ? asked.value.seldom : []),
]);

const ofPart: readonly ReadingId[] = ['level', 'flow', 'fillTime'];
const everywhere = computed(() => latestReadings(log.entries));
const here = computed(() => latestOn(log.entries, about.value));
const lastOf = (id: ReadingId) => (ofPart.includes(id) ? here.value[id] : everywhere.value[id]);
function lastWords(id: ReadingId): string {
  const l = lastOf(id);
  if (!l) return 'not measured yet';
  const { kind } = readField(id);
  const value = formatSpan(l.low, l.high, kind, settings.units);
  return l.at === null ? value : `${value} · ${ageWords(l.at, log.now, settings.units)}`;
}

/** What the pad is open for. */
type Open =
  | { readonly what: 'read'; readonly id: ReadingId; readonly number: boolean }
  | { readonly what: 'act'; readonly act: ActionField }
  | { readonly what: 'dose' | 'planting' | 'harvest' };
const open = ref<Open | null>(null);
watch(about, () => (open.value = null));
// A task that asks for readings opens them one after the other.
watch(
  () => bench.asked,
  ([first]) => {
    if (first) open.value = { what: 'read', id: first, number: false };
  },
  { immediate: true },
);
const openField = computed(() => (open.value?.what === 'read' ? readField(open.value.id) : null));

/** Readings of one sitting are one entry. */
const SITTING = 15 * 60_000;
async function noteReading(id: ReadingId, value: number | readonly [number, number]) {
  const where = about.value;
  const last = entriesOfKind(log.entries, 'reading').findLast(
    (e) => !e.device && (e.about ?? '') === where,
  );
  const values = { [id]: value } as Partial<EntryValues>;
  if (last && Date.now() - last.at < SITTING && last[id] === undefined)
    await log.amend(last.id, values);
  else await log.note({ kind: 'reading', about: where, ...values });
  bench.asked = bench.asked.filter((x) => x !== id);
  const [next] = bench.asked;
  open.value = next ? { what: 'read', id: next, number: false } : null;
}
const ration = computed(() => log.plan?.feed ?? 0);
/** What an act begins with: the last one’s amount, or what is due. */
function startOf(a: ActionField): number | null {
  if (a.kind === 'feed' && ration.value > 0) return ration.value;
  const last = entriesOfKind(log.entries, a.kind).findLast((e) => e[a.field] !== undefined);
  return last?.[a.field] ?? null;
}
const STEPS: Partial<Record<QuantityKind, number>> = {
  dose: 0.001,
  volume: 0.005,
  count: 1,
  mass: 0.01,
};
async function noteAct(a: ActionField, value: number) {
  open.value = null;
  const fish = doc.value.fish.find((f) => f.vessel === about.value);
  const values = {
    kind: a.kind,
    about: about.value,
    [a.field]: value,
    ...(fish && a.kind.startsWith('fish-') ? { what: fish.id } : {}),
  };
  const edits = fishEdits(doc.value, null, { ...values, at: 0, zone: '' });
  await log.noteWith(edits, a.kind === 'fish-weighed' ? 'Fish weighed' : a.label, values);
}

/** Signs of today at this thing are one look. */
const today = computed(() => {
  const last = entriesOfKind(log.entries, 'look').findLast((e) => (e.about ?? '') === about.value);
  return last && log.now - last.at < SITTING ? last : null;
});
const signs = computed(() => SIGNS.filter((x) => asked.value.signs.includes(x.where)));
const seen = (id: SignId) => today.value?.seen?.includes(id) ?? false;
async function sign(id: SignId) {
  const before = today.value?.seen ?? [];
  const next = seen(id) ? before.filter((x) => x !== id) : [...before, id];
  if (today.value) await log.amend(today.value.id, { seen: next });
  else await log.note({ kind: 'look', about: about.value, seen: next });
}

/** A dose, a planting or a harvest: what, and how much. */
const what = ref('');
const choices = computed(() => {
  if (open.value?.what === 'dose') return substances(doc.value);
  const planned = new Set(
    doc.value.crops.filter((c) => c.vessel === about.value).map((c) => c.crop),
  );
  const all = cropKinds(doc.value).map((k) => ({ id: k.id, name: k.name, liquid: false }));
  return [...all.filter((k) => planned.has(k.id)), ...all.filter((k) => !planned.has(k.id))];
});
function openWith(kind: 'dose' | 'planting' | 'harvest') {
  open.value = { what: kind };
  what.value = choices.value[0]?.id ?? '';
}
const programme = computed(
  () => open.value?.what === 'dose' && what.value === doc.value.solution?.programme,
);
const measure = computed<QuantityKind>(() => {
  if (open.value?.what === 'planting') return 'count';
  if (open.value?.what === 'harvest') return 'mass';
  if (programme.value) return 'share';
  return choices.value.find((c) => c.id === what.value)?.liquid ? 'liquid' : 'dose';
});
async function noteChosen(value: number) {
  const kind = open.value?.what;
  if (kind !== 'dose' && kind !== 'planting' && kind !== 'harvest') return;
  open.value = null;
  const field =
    kind === 'planting' || programme.value
      ? 'count'
      : measure.value === 'liquid'
        ? 'volume'
        : 'mass';
  await log.note({ kind, about: about.value, what: what.value, [field]: value });
}
/** Readings that kits show as colours. */
type Banded = 'tan' | 'nitrite' | 'nitrate';
const bandOf = (id: ReadingId): Banded => id as Banded;
const title = computed(() => thingName(doc.value, about.value));
/** The chosen thing is in sight in its row. */
const row = ref<HTMLElement>();
watch(
  about,
  async (id) => {
    await nextTick();
    const chip = row.value?.querySelector<HTMLElement>(`[data-thing="${CSS.escape(id)}"]`);
    if (chip && row.value) row.value.scrollLeft = chip.offsetLeft - row.value.offsetLeft - 8;
  },
  { immediate: true },
);
</script>

<template>
  <section class="entry" :aria-label="`Log for ${title}`">
    <div ref="row" class="things" role="group" aria-label="Where you are">
      <PickChip
        v-for="p in things"
        :key="p.id"
        :on="p.id === about"
        :data-thing="p.id"
        @click="chosen.choose(p.at)"
        >{{ p.name }}</PickChip
      >
    </div>

    <template v-if="open">
      <BandPicker
        v-if="open.what === 'read' && openField?.banded && !open.number"
        :key="`band-${open.id}`"
        :of="bandOf(open.id)"
        :label="openField.label"
        :last="lastWords(open.id)"
        @take="(band) => noteReading((open as { id: ReadingId }).id, band)"
        @number="open = { what: 'read', id: open.id, number: true }"
        @cancel="((open = null), (bench.asked = []))"
      />
      <NumberPad
        v-else-if="open.what === 'read' && openField"
        :key="open.id"
        :label="openField.label"
        :kind="openField.kind"
        :min="openField.min"
        :max="openField.max"
        :step="openField.step"
        :start="lastOf(open.id)?.value ?? null"
        :start-words="`Last: ${lastWords(open.id)}`"
        @take="(v) => noteReading((open as { id: ReadingId }).id, openField!.banded ? [v, v] : v)"
        @cancel="((open = null), (bench.asked = []))"
      />
      <NumberPad
        v-else-if="open.what === 'act'"
        :key="open.act.kind"
        :label="open.act.label"
        :kind="open.act.measure"
        :min="0"
        :max="open.act.max"
        :step="STEPS[open.act.measure] ?? 1"
        :start="startOf(open.act)"
        :start-words="
          open.act.kind === 'feed'
            ? 'The amount that these fish use in a day at this temperature'
            : ''
        "
        @take="(v) => noteAct((open as { act: ActionField }).act, v)"
        @cancel="open = null"
      />
      <template v-else>
        <PlainChoice v-model="what" class="what" label="What" :items="choices" />
        <NumberPad
          :key="`${open.what}-${what}`"
          :label="programme ? 'Share of a full dose' : 'How much'"
          :kind="measure"
          :min="0"
          :max="measure === 'count' ? 10000 : 100"
          :step="
            measure === 'count'
              ? 1
              : measure === 'share'
                ? 0.05
                : measure === 'liquid'
                  ? 1e-6
                  : 0.001
          "
          :start="null"
          @take="noteChosen"
          @cancel="open = null"
        />
      </template>
    </template>

    <template v-else>
      <div class="tiles">
        <button
          v-for="id in reads"
          :key="id"
          type="button"
          class="tile"
          @click="open = { what: 'read', id, number: false }"
        >
          <span class="label">{{ readField(id).label }}</span>
          <span class="last">{{ lastWords(id) }}</span>
        </button>
        <button
          v-for="a in asked.acts"
          :key="a.kind"
          type="button"
          class="tile act"
          @click="open = { what: 'act', act: a }"
        >
          <span class="label">{{ a.label }}</span>
          <span class="last">{{
            startOf(a) === null ? 'add' : format(startOf(a)!, a.measure, settings.units)
          }}</span>
        </button>
        <button v-if="asked.doses" type="button" class="tile act" @click="openWith('dose')">
          <span class="label">Dose</span><span class="last">what, how much</span>
        </button>
        <template v-if="asked.crops">
          <button type="button" class="tile act" @click="openWith('planting')">
            <span class="label">Planted</span><span class="last">what, how many</span>
          </button>
          <button type="button" class="tile act" @click="openWith('harvest')">
            <span class="label">Harvest</span><span class="last">what, how much</span>
          </button>
        </template>
      </div>
      <v-btn
        v-if="asked.reads.length && asked.seldom.length"
        size="small"
        :aria-expanded="more"
        @click="more = !more"
        >{{ more ? 'Fewer readings' : 'More readings' }}</v-btn
      >
      <div v-if="signs.length" class="signs" role="group" aria-label="What you see">
        <PickChip
          v-for="x in signs"
          :key="x.id"
          :on="seen(x.id)"
          :tone="'well' in x ? 'well' : 'watch'"
          @click="sign(x.id)"
          >{{ x.words }}</PickChip
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.entry {
  padding: 8px 10px 12px;
  display: grid;
  gap: 10px;
}
.things {
  display: flex;
  gap: 6px;
  overflow-x: auto;
  padding-bottom: 4px;
}
.tiles {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.tile {
  display: grid;
  gap: 2px;
  text-align: left;
  min-height: 56px;
  padding: 7px 10px;
  border: 1px solid var(--rule);
  border-left: 3px solid var(--water);
  border-radius: var(--radius);
  background: var(--sheet);
}
.tile.act {
  border-left-color: var(--clay);
}
.label {
  font-size: var(--type-small);
  color: var(--quiet);
}
.last {
  font-weight: 650;
}
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.what {
  padding-top: 6px;
}
</style>
