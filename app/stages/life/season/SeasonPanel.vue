<script setup lang="ts">
import { mdiDelete } from '@mdi/js';
import { computed, reactive, ref } from 'vue';
import { KIT_SCALES, asNitrogen, type KitScale } from '../../../../core/life';
import { inSentence, format } from '../../../../core/quantity';
import type { Interval, Reading, SeasonEvent } from '../../../../core/system';
import DocumentChoice from '../../../parts/DocumentChoice.vue';
import DocumentField from '../../../parts/DocumentField.vue';
import PanelGroup from '../../../parts/PanelGroup.vue';
import PlainChoice from '../../../parts/PlainChoice.vue';
import QuantityField from '../../../parts/QuantityField.vue';
import { useSeason } from '../seasonStore';
import { useSettings } from '../../../stores/settings';
import { useSystem } from '../../../stores/system';
import { freshId } from '../freshId';
import { EVENT_FIELD, EVENT_NAMES, newEvent } from './events';

/** The season: how it starts, what is planned, what was read, and the forecast from it. */
const system = useSystem();
const settings = useSettings();
const season = useSeason();
const plan = computed(() => system.document!.plan);
const hasFish = computed(() => system.document!.fish.some((f) => f.count > 0));
const STARTS = computed(() => [
  { id: 'fishless', name: 'Without fish, ammonia dosed' },
  { id: 'seeded', name: 'Seeded from a running tank, no fish yet' },
  ...(hasFish.value ? [{ id: 'fish', name: 'With fish from the start' }] : []),
]);
const SEEDS = [
  { id: '1', name: 'None' },
  { id: '20', name: 'A bottle of bacteria' },
  { id: '100', name: 'Media from a running bed' },
  { id: '10000', name: 'It has been running for months' },
];
const seed = computed(() =>
  SEEDS.some((s) => s.id === String(plan.value.seed)) ? String(plan.value.seed) : 'own',
);

const KINDS = (Object.keys(EVENT_NAMES) as SeasonEvent['kind'][]).map((id) => ({
  id,
  name: EVENT_NAMES[id],
}));
const adding = ref<string | null>(null);
function add(kind: string | null) {
  adding.value = null;
  if (!kind) return;
  const id = freshId('event', plan.value.events);
  const e = newEvent(kind as SeasonEvent['kind'], id, Math.round(plan.value.days / 4));
  system.commit([{ at: `plan.events.${id}`, to: e }], `${EVENT_NAMES[e.kind]} planned`);
}

/** A reading as it stands in the form: bands from low to high. */
const form = reactive({
  day: 0,
  ammonia: 'n' as KitScale,
  nitrite: 'n' as KitScale,
  tan: [null, null] as [number | null, number | null],
  no2: [null, null] as [number | null, number | null],
});
const AMMONIA = (['n', 'nh4', 'nh3'] as const).map((id) => ({ id, name: KIT_SCALES[id].name }));
const NITRITE = (['n', 'no2'] as const).map((id) => ({ id, name: KIT_SCALES[id].name }));
const interval = (
  [low, high]: [number | null, number | null],
  scale: KitScale,
): Interval | null => {
  const a = low ?? high;
  const b = high ?? low;
  if (a === null || b === null) return null;
  return [asNitrogen(Math.min(a, b), scale), asNitrogen(Math.max(a, b), scale)];
};
const trouble = ref('');
function note() {
  const tan = interval(form.tan, form.ammonia);
  const nitrite = interval(form.no2, form.nitrite);
  if (!tan && !nitrite) {
    trouble.value = 'Enter ammonia, nitrite or both.';
    return;
  }
  trouble.value = '';
  const id = freshId('r', plan.value.readings);
  const reading: Reading = { id, day: form.day, tan, nitrite, nitrate: null };
  system.commit([{ at: `plan.readings.${id}`, to: reading }], `Measured on day ${form.day}`);
  form.day = Math.min(730, form.day + 3);
  form.tan = [null, null];
  form.no2 = [null, null];
}
const c = (x: number) => format(x, 'concentration', settings.units);
const shown = (i: Interval | null) =>
  i === null ? '–' : i[0] === i[1] ? c(i[0]) : `${c(i[0])} to ${c(i[1])}`;
const readings = computed(() => [...plan.value.readings].sort((a, b) => a.day - b.day));
</script>

<template>
  <div>
    <PanelGroup title="The start">
      <div class="fields">
        <DocumentChoice class="wide" at="plan.start" label="It starts" :items="STARTS" />
        <PlainChoice
          class="wide"
          :model-value="seed"
          :items="seed === 'own' ? [...SEEDS, { id: 'own', name: `× ${plan.seed}` }] : SEEDS"
          label="Bacteria added"
          @update:model-value="
            (id) =>
              id !== 'own' && system.commit([{ at: 'plan.seed', to: Number(id) }], 'Bacteria added')
          "
        />
        <DocumentField v-if="plan.start !== 'fish'" at="plan.dose.target" />
        <DocumentField v-if="plan.start !== 'fish'" at="plan.dose.again" />
        <DocumentField at="plan.begins" />
        <DocumentField at="plan.days" />
      </div>
      <v-switch
        v-if="plan.start === 'fish'"
        v-model="season.compare"
        label="Compare with a start without fish"
      />
    </PanelGroup>
    <PanelGroup title="Planned">
      <div v-for="e in plan.events" :key="e.id" class="event">
        <span>{{ EVENT_NAMES[e.kind] }}</span>
        <DocumentField :at="`plan.events.${e.id}.day`" />
        <DocumentField :at="`plan.events.${e.id}.${EVENT_FIELD[e.kind]}`" />
        <v-btn
          size="small"
          :icon="mdiDelete"
          :aria-label="`Remove ${inSentence(EVENT_NAMES[e.kind])} from the plan`"
          @click="
            system.commit(
              [{ at: `plan.events.${e.id}`, to: undefined }],
              `${EVENT_NAMES[e.kind]} removed`,
            )
          "
        />
      </div>
      <v-select
        :model-value="adding"
        :items="KINDS"
        item-title="name"
        item-value="id"
        label="Plan an event"
        @update:model-value="add"
      />
    </PanelGroup>
    <PanelGroup title="Readings and forecast">
      <form @submit.prevent="note">
        <div class="fields">
          <QuantityField
            :model-value="form.day"
            kind="days"
            label="Day"
            :min="0"
            :max="730"
            :step="1"
            @commit="(v) => (form.day = Math.round(v ?? 0))"
            @nudge="(v) => (form.day = Math.round(v))"
          />
          <span />
          <PlainChoice
            class="wide"
            :model-value="form.ammonia"
            :items="AMMONIA"
            label="Ammonia kit reads"
            @update:model-value="(x) => (form.ammonia = x as KitScale)"
          />
          <QuantityField
            :model-value="form.tan[0]"
            clearable
            kind="concentration"
            label="Ammonia, from"
            :min="0"
            :max="100"
            :step="0.25"
            @commit="(v) => (form.tan[0] = v)"
            @nudge="(v) => (form.tan[0] = v)"
          />
          <QuantityField
            :model-value="form.tan[1]"
            clearable
            kind="concentration"
            label="to (of a band)"
            :min="0"
            :max="100"
            :step="0.25"
            @commit="(v) => (form.tan[1] = v)"
            @nudge="(v) => (form.tan[1] = v)"
          />
          <PlainChoice
            class="wide"
            :model-value="form.nitrite"
            :items="NITRITE"
            label="Nitrite kit reads"
            @update:model-value="(x) => (form.nitrite = x as KitScale)"
          />
          <QuantityField
            :model-value="form.no2[0]"
            clearable
            kind="concentration"
            label="Nitrite, from"
            :min="0"
            :max="100"
            :step="0.1"
            @commit="(v) => (form.no2[0] = v)"
            @nudge="(v) => (form.no2[0] = v)"
          />
          <QuantityField
            :model-value="form.no2[1]"
            clearable
            kind="concentration"
            label="to (of a band)"
            :min="0"
            :max="100"
            :step="0.1"
            @commit="(v) => (form.no2[1] = v)"
            @nudge="(v) => (form.no2[1] = v)"
          />
        </div>
        <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
        <v-btn type="submit" size="small" variant="outlined">Add the reading</v-btn>
      </form>
      <v-table v-if="readings.length" density="compact" class="readings">
        <thead>
          <tr>
            <th>Day</th>
            <th>Ammonia, N</th>
            <th>Nitrite, N</th>
            <th><span class="visually-hidden">Delete</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in readings" :key="r.id">
            <td>{{ r.day }}</td>
            <td>{{ shown(r.tan) }}</td>
            <td>{{ shown(r.nitrite) }}</td>
            <td>
              <v-btn
                size="x-small"
                :icon="mdiDelete"
                :aria-label="`Delete the reading of day ${r.day}`"
                @click="
                  system.commit([{ at: `plan.readings.${r.id}`, to: undefined }], 'Reading deleted')
                "
              />
            </td>
          </tr>
        </tbody>
      </v-table>
      <div v-if="readings.length" class="forecast">
        <v-btn v-if="season.progress === null" variant="tonal" @click="season.forecast()"
          >Forecast from the readings</v-btn
        >
        <template v-else>
          <v-progress-linear :model-value="season.progress * 100" aria-label="Forecast" />
          <v-btn size="small" @click="season.stop()">Stop</v-btn>
        </template>
        <p v-if="season.fit" role="status">
          <template v-if="!season.fit.enough"
            >{{ season.fit.readings }} readings are too few for a date.</template
          >
          <template v-else-if="season.fit.cycled[0] === season.fit.cycled[1]"
            >Cycled on day {{ season.fit.cycled[0] }}.</template
          >
          <template v-else
            >Cycled between day {{ season.fit.cycled[0] }} and day
            {{ season.fit.cycled[1] }}.</template
          >
        </p>
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.event {
  display: grid;
  grid-template-columns: 1fr 92px 104px auto;
  gap: 6px;
  align-items: center;
  padding-bottom: 8px;
  font-size: var(--type-body);
}
form .v-btn {
  margin-top: 10px;
}
.trouble {
  padding-top: 8px;
}
.forecast {
  padding-top: 10px;
  display: grid;
  gap: 8px;
}
.forecast p {
  font-size: var(--type-body);
}
</style>
