<script setup lang="ts">
import { mdiDelete } from '@mdi/js';
import { computed, ref } from 'vue';
import { dayAfter } from '../../../../core/calendar';
import { fishGroups } from '../../../../core/life';
import { cropKinds, type Away, type PlantRequest } from '../../../../core/system';
import { headKinds, massKinds } from '../../../../core/year/wishes';
import DocumentChoice from '../../../parts/DocumentChoice.vue';
import DocumentField from '../../../parts/DocumentField.vue';
import PanelGroup from '../../../parts/PanelGroup.vue';
import { useSaved } from '../../../stores/saved';
import { useSystem } from '../../../stores/system';
import { freshId } from '../freshId';
import { useYear } from '../yearStore';
import { requestName } from './words';

/** What is wanted of a year: heads, kilograms, fish; days away and time a day. */
const system = useSystem();
const store = useYear();
const doc = computed(() => system.document!);
const plan = computed(() => doc.value.plan);
const hasFish = computed(() => doc.value.fish.some((f) => f.count > 0));
const heads = useSaved(() => headKinds(cropKinds(doc.value)).map(({ id, name }) => ({ id, name })));
const masses = useSaved(() =>
  massKinds(cropKinds(doc.value)).map(({ id, name }) => ({ id, name })),
);
const KINDS = computed(() => [
  { id: 'heads', name: 'Heads a week' },
  { id: 'mass', name: 'Kilograms of a crop' },
  ...(hasFish.value ? [{ id: 'fish', name: 'Fish of a weight by a day' }] : []),
]);
const adding = ref<string | null>(null);
function fresh(kind: string, id: string): PlantRequest {
  const { begins } = plan.value;
  if (kind === 'heads')
    return {
      id,
      kind: 'heads',
      crop: 'lettuce',
      perWeek: 2,
      from: dayAfter(begins, 60),
      to: dayAfter(begins, 360),
    };
  if (kind === 'mass') return { id, kind: 'mass', crop: 'bush-tomato', mass: 5 };
  const [group] = fishGroups(doc.value);
  const { from, to } = group?.kind.growth ?? { from: 0, to: 0.3 };
  return {
    id,
    kind: 'fish',
    count: group?.count ?? 6,
    mass: Math.round(1000 * Math.max(from, to / 2)) / 1000,
    by: dayAfter(begins, 360),
  };
}
function add(kind: string | null) {
  adding.value = null;
  if (!kind) return;
  const id = freshId('wish', plan.value.wishes);
  const wish = fresh(kind, id);
  system.commit([{ at: `plan.wishes.${id}`, to: wish }], `Goal: ${requestName(doc.value, wish)}`);
}
function addAway() {
  const id = freshId('away', plan.value.away);
  const to: Away = { id, day: 180, days: 7 };
  system.commit([{ at: `plan.away.${id}`, to }], 'Days away');
}
const remove = (at: string, label: string) => system.commit([{ at, to: undefined }], label);
</script>

<template>
  <div>
    <PanelGroup title="What you want to harvest">
      <div v-for="w in plan.wishes" :key="w.id" class="wish">
        <div class="fields">
          <DocumentChoice
            v-if="w.kind !== 'fish'"
            class="wide"
            :at="`plan.wishes.${w.id}.crop`"
            label="Crop"
            :items="w.kind === 'heads' ? heads : masses"
          />
          <template v-if="w.kind === 'heads'">
            <DocumentField class="wide" :at="`plan.wishes.${w.id}.perWeek`" />
            <DocumentField :at="`plan.wishes.${w.id}.from`" />
            <DocumentField :at="`plan.wishes.${w.id}.to`" />
          </template>
          <DocumentField
            v-else-if="w.kind === 'mass'"
            class="wide"
            :at="`plan.wishes.${w.id}.mass`"
            label="In the year"
          />
          <template v-else>
            <DocumentField :at="`plan.wishes.${w.id}.count`" />
            <DocumentField :at="`plan.wishes.${w.id}.mass`" label="Each" />
            <DocumentField class="wide" :at="`plan.wishes.${w.id}.by`" />
          </template>
        </div>
        <v-btn
          size="small"
          :icon="mdiDelete"
          :aria-label="`Delete the goal: ${requestName(doc, w)}`"
          @click="remove(`plan.wishes.${w.id}`, `Goal deleted: ${requestName(doc, w)}`)"
        />
      </div>
      <v-select
        :model-value="adding"
        :items="KINDS"
        item-title="name"
        item-value="id"
        label="Add a goal"
        @update:model-value="add"
      />
    </PanelGroup>
    <PanelGroup title="Your time">
      <div class="fields">
        <DocumentField class="wide" at="plan.time" clearable placeholder="as long as it takes" />
      </div>
      <div v-for="a in plan.away" :key="a.id" class="away">
        <DocumentField :at="`plan.away.${a.id}.day`" />
        <DocumentField :at="`plan.away.${a.id}.days`" />
        <v-btn
          size="small"
          :icon="mdiDelete"
          aria-label="Delete these days away"
          @click="remove(`plan.away.${a.id}`, 'Days away deleted')"
        />
      </div>
      <v-btn size="small" variant="outlined" @click="addAway()">Add days away</v-btn>
    </PanelGroup>
    <PanelGroup title="The plan">
      <div class="fields">
        <DocumentField class="wide" at="plan.begins" />
      </div>
      <v-switch v-model="store.clear" label="Clear what grows in the beds now" />
      <v-btn
        color="primary"
        :disabled="!store.ready || store.progress !== null"
        @click="store.make()"
        >Plan the year</v-btn
      >
      <p v-if="!plan.wishes.length" class="quiet hint">Add a goal first.</p>
    </PanelGroup>
  </div>
</template>

<style scoped>
.wish {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
  align-items: center;
  padding-bottom: 10px;
}
.away {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 6px;
  align-items: center;
  padding-bottom: 8px;
}
.fields + .v-btn,
.away + .v-btn {
  margin-top: 8px;
}
.hint {
  padding-top: 6px;
  font-size: var(--type-small);
}
</style>
