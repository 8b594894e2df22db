<script setup lang="ts">
import { nanoid } from 'nanoid';
import { computed, onMounted, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { FISH } from '../../core/catalogue';
import { readField } from '../../core/log';
import { LAYOUTS, pumpedLines } from '../../core/system';
import { mainVessel, runningSystem } from '../../core/system/running';
import CountField from '../parts/CountField.vue';
import PageHeader from '../parts/PageHeader.vue';
import PlainChoice from '../parts/PlainChoice.vue';
import QuantityField from '../parts/QuantityField.vue';
import QuantityFields from '../parts/QuantityFields.vue';
import { useLog } from '../stores/log';
import { useShelf } from './store';
import { useSystem } from '../stores/system';

/** A system that runs already: a few figures and the last readings, then straight to Rounds. */
const shelf = useShelf();
const system = useSystem();
const log = useLog();
const router = useRouter();

const DAY = 86_400_000;
const AGES = [
  { id: '14', name: 'Less than a month' },
  { id: '60', name: 'One to three months' },
  { id: '180', name: 'Three months to a year' },
  { id: '500', name: 'More than a year' },
] as const;
const layouts = LAYOUTS.map(({ id, name }) => ({ id, name }));
const species = FISH.map(({ id, name }) => ({ id, name }));

const own = reactive({
  name: 'My system',
  layout: 'bed-over-tank',
  water: 0.4,
  length: 1,
  width: 0.6,
  maxFlow: 1500e-3 / 3600,
  maxHead: 2,
  kind: 'goldfish',
  count: 10,
  mass: 0.05,
  age: '180',
});
const BED = [
  { key: 'length', label: 'Length of one bed', kind: 'length', min: 0.1, max: 6, step: 0.05 },
  { key: 'width', label: 'Width of one bed', kind: 'length', min: 0.1, max: 6, step: 0.05 },
] as const;
const PUMP = [
  {
    key: 'maxFlow',
    label: 'Pump, maximum flow on the box',
    kind: 'flow',
    min: 20e-3 / 3600,
    max: 20,
    step: 50e-3 / 3600,
  },
  {
    key: 'maxHead',
    label: 'Pump, maximum head on the box',
    kind: 'head',
    min: 0.2,
    max: 20,
    step: 0.1,
  },
] as const;
const WATER = { key: 'water', kind: 'volume', min: 0.002, max: 20, step: 0.01 } as const;
const FISH_MASS = [
  { key: 'mass', label: 'Weight of one fish', kind: 'mass', min: 0.0001, max: 20, step: 0.01 },
] as const;

/** What is usually measured, and up to where. */
const MEASURED = { temperature: 40, ph: 10, tan: 20, nitrite: 20, nitrate: 400 } as const;
type Measured = keyof typeof MEASURED;
const READINGS = (Object.keys(MEASURED) as Measured[]).map((key) => ({
  ...readField(key),
  key,
  min: 0,
  max: MEASURED[key],
}));
/** Readings that were taken; empty where none was. */
const read = reactive<Record<Measured, number | null>>({
  temperature: null,
  ph: null,
  tan: null,
  nitrite: null,
  nitrate: null,
});

/** The layout that is most like it: what it has decides what is asked. */
const like = computed(() => LAYOUTS.find((l) => l.id === own.layout)!.make('like', 'Like'));
const main = computed(() => mainVessel(like.value));
const bed = computed(() => {
  for (const v of like.value.vessels)
    if (v.role === 'bed' && v.shape.kind === 'box') return v.shape;
  return null;
});
const pump = computed(() => pumpedLines(like.value).find((p) => p.pump.maxFlow > 0)?.pump ?? null);
const hasFish = computed(() => like.value.fish.length > 0);
// Figures begin as the layout has them.
watch(
  like,
  () => {
    if (bed.value) Object.assign(own, { length: bed.value.length, width: bed.value.width });
    if (pump.value)
      Object.assign(own, { maxFlow: pump.value.maxFlow, maxHead: pump.value.maxHead });
    own.water = main.value?.fill ?? 0.1;
  },
  { immediate: true },
);
onMounted(() => {
  document.title = 'A system that is running · Mizuna';
});

const problem = ref('');
const saving = ref(false);
async function save() {
  problem.value = '';
  const { water, length, width, maxFlow, maxHead, kind, count, mass } = own;
  const made = runningSystem(nanoid(), {
    name: own.name.trim() || 'My system',
    layout: own.layout,
    water,
    bed: bed.value && { length, width },
    pump: pump.value && { maxFlow, maxHead },
    fish: hasFish.value && count > 0 ? { kind, count, meanMass: mass } : null,
    filled: Date.now() - Number(own.age) * DAY,
  });
  if (!made.ok) {
    problem.value = made.message;
    return;
  }
  saving.value = true;
  await shelf.keepNew(made.system);
  const values = Object.fromEntries(
    READINGS.flatMap(({ key, banded }) => {
      const v = read[key];
      return v === null ? [] : [[key, banded ? ([v, v] as const) : v]];
    }),
  );
  await system.open(made.system.id);
  if (Object.keys(values).length)
    await log.note({
      kind: 'reading',
      at: Date.now(),
      about: main.value?.id ?? '',
      ...values,
    });
  await router.push({ name: 'design', params: { id: made.system.id, stage: 'rounds' } });
}
</script>

<template>
  <main class="running">
    <PageHeader
      title="A system that is running"
      lead="Enter what you know. You can correct every figure later."
    />
    <form @submit.prevent>
      <fieldset>
        <legend>The system</legend>
        <v-text-field v-model="own.name" label="Name" maxlength="80" autocomplete="off" />
        <PlainChoice v-model="own.layout" :items="layouts" label="Most like this layout" />
        <PlainChoice v-model="own.age" :items="AGES" label="Running for" />
        <QuantityFields
          :fields="[
            {
              ...WATER,
              label:
                main?.role === 'reservoir' ? 'Water in the reservoir' : 'Water in the fish tank',
            },
          ]"
          :values="own"
          @set="(key, v) => (own[key] = v)"
        />
        <QuantityFields v-if="bed" :fields="BED" :values="own" @set="(key, v) => (own[key] = v)" />
        <QuantityFields
          v-if="pump"
          :fields="PUMP"
          :values="own"
          @set="(key, v) => (own[key] = v)"
        />
      </fieldset>
      <fieldset v-if="hasFish">
        <legend>The fish</legend>
        <PlainChoice v-model="own.kind" :items="species" label="Species" />
        <CountField
          :model-value="own.count"
          label="Number of fish"
          :max="2000"
          @set="(n) => (own.count = n)"
        />
        <QuantityFields :fields="FISH_MASS" :values="own" @set="(key, v) => (own[key] = v)" />
      </fieldset>
      <fieldset>
        <legend>Your last readings, if you have any</legend>
        <QuantityField
          v-for="x in READINGS"
          :key="x.key"
          :model-value="read[x.key]"
          :kind="x.kind"
          :label="x.label"
          :min="x.min"
          :max="x.max"
          :step="x.step"
          clearable
          placeholder="not measured"
          @commit="(v) => (read[x.key] = v)"
          @nudge="(v) => (read[x.key] = v)"
        />
      </fieldset>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p>
        <v-btn color="primary" variant="flat" :loading="saving" @click="save"
          >Save and go to Rounds</v-btn
        >
      </p>
    </form>
  </main>
</template>

<style scoped>
.running {
  max-width: 900px;
  margin: 0 auto;
  padding: 20px 20px 60px;
  width: 100%;
}
fieldset {
  border: 0;
  padding: 0 0 14px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px;
}
legend {
  font-weight: 650;
  font-size: var(--type-title);
  padding-bottom: 8px;
}
.problem {
  color: var(--stop);
  padding-bottom: 10px;
}
</style>
