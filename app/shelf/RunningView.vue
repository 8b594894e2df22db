<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js';
import { nanoid } from 'nanoid';
import { computed, onMounted, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { FISH } from '../../core/catalogue';
import { LAYOUTS } from '../../core/system';
import { mainVessel, runningSystem } from '../../core/system/running';
import CountField from '../parts/CountField.vue';
import PersonMenu from '../parts/PersonMenu.vue';
import PlainChoice from '../parts/PlainChoice.vue';
import QuantityField from '../parts/QuantityField.vue';
import { useLog } from '../stores/log';
import { useShelf } from '../stores/shelf';
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
  water: 0.4 as number | null,
  length: 1 as number | null,
  width: 0.6 as number | null,
  maxFlow: (1500e-3 / 3600) as number | null,
  maxHead: 2 as number | null,
  kind: 'goldfish',
  count: 10,
  mass: 0.05 as number | null,
  age: '180',
});
/** Readings that were taken; empty where none was. */
const read = reactive<Record<'temperature' | 'ph' | 'tan' | 'nitrite' | 'nitrate', number | null>>({
  temperature: null,
  ph: null,
  tan: null,
  nitrite: null,
  nitrate: null,
});
const READINGS = [
  { key: 'temperature', label: 'Water temperature', kind: 'temperature', max: 40, step: 0.5 },
  { key: 'ph', label: 'pH', kind: 'ph', max: 10, step: 0.1 },
  { key: 'tan', label: 'Total ammonia (TAN), as N', kind: 'concentration', max: 20, step: 0.25 },
  { key: 'nitrite', label: 'Nitrite, as N', kind: 'concentration', max: 20, step: 0.25 },
  { key: 'nitrate', label: 'Nitrate, as N', kind: 'concentration', max: 400, step: 5 },
] as const;

/** The layout that is most like it: what it has decides what is asked. */
const like = computed(() => LAYOUTS.find((l) => l.id === own.layout)!.make('like', 'Like'));
const main = computed(() => mainVessel(like.value));
const hasBed = computed(() =>
  like.value.vessels.some((v) => v.role === 'bed' && v.shape.kind === 'box'),
);
const hasPump = computed(() =>
  like.value.paths.some((p) => p.kind === 'pumped-line' && p.pump.maxFlow > 0),
);
const hasFish = computed(() => like.value.fish.length > 0);
// Figures begin as the layout has them.
watch(
  like,
  (s) => {
    const bed = s.vessels.find((v) => v.role === 'bed' && v.shape.kind === 'box');
    if (bed?.shape.kind === 'box')
      Object.assign(own, { length: bed.shape.length, width: bed.shape.width });
    const line = s.paths.find((p) => p.kind === 'pumped-line' && p.pump.maxFlow > 0);
    if (line?.kind === 'pumped-line')
      Object.assign(own, { maxFlow: line.pump.maxFlow, maxHead: line.pump.maxHead });
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
  const { water, length, width, maxFlow, maxHead, mass } = own;
  if (water === null || (hasFish.value && own.count > 0 && mass === null)) {
    problem.value = 'Enter the water volume, and the weight of one fish.';
    return;
  }
  const made = runningSystem(nanoid(), {
    name: own.name.trim() || 'My system',
    layout: own.layout,
    water,
    bed: hasBed.value && length !== null && width !== null ? { length, width } : null,
    pump: hasPump.value && maxFlow !== null && maxHead !== null ? { maxFlow, maxHead } : null,
    fish:
      hasFish.value && own.count > 0 ? { kind: own.kind, count: own.count, meanMass: mass! } : null,
    filled: Date.now() - Number(own.age) * DAY,
  });
  if (!made.ok) {
    problem.value = made.message;
    return;
  }
  saving.value = true;
  await shelf.keepNew(made.system);
  const { tan, nitrite, nitrate, temperature, ph } = read;
  const values = {
    ...(temperature === null ? {} : { temperature }),
    ...(ph === null ? {} : { ph }),
    ...(tan === null ? {} : { tan: [tan, tan] as const }),
    ...(nitrite === null ? {} : { nitrite: [nitrite, nitrite] as const }),
    ...(nitrate === null ? {} : { nitrate: [nitrate, nitrate] as const }),
  };
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
    <header>
      <v-btn
        :icon="mdiArrowLeft"
        size="small"
        aria-label="Back to the shelf"
        :to="{ name: 'shelf' }"
      />
      <div>
        <h1>A system that is running</h1>
        <p class="quiet">Enter what you know. You can correct every figure later.</p>
      </div>
      <span class="grow" />
      <PersonMenu />
    </header>
    <form @submit.prevent>
      <fieldset>
        <legend>The system</legend>
        <v-text-field v-model="own.name" label="Name" maxlength="80" autocomplete="off" />
        <PlainChoice v-model="own.layout" :items="layouts" label="Most like this layout" />
        <PlainChoice v-model="own.age" :items="AGES" label="Running for" />
        <QuantityField
          :model-value="own.water"
          kind="volume"
          :label="`Water in the ${main?.role === 'reservoir' ? 'reservoir' : 'fish tank'}`"
          :min="0.002"
          :max="20"
          :step="0.01"
          @commit="(v) => (own.water = v)"
          @nudge="(v) => (own.water = v)"
        />
        <template v-if="hasBed">
          <QuantityField
            v-for="side in ['length', 'width'] as const"
            :key="side"
            :model-value="own[side]"
            kind="length"
            :label="side === 'length' ? 'Length of one bed' : 'Width of one bed'"
            :min="0.1"
            :max="6"
            :step="0.05"
            @commit="(v) => (own[side] = v)"
            @nudge="(v) => (own[side] = v)"
          />
        </template>
        <template v-if="hasPump">
          <QuantityField
            :model-value="own.maxFlow"
            kind="flow"
            label="Pump, maximum flow on the box"
            :min="20e-3 / 3600"
            :max="20"
            :step="50e-3 / 3600"
            @commit="(v) => (own.maxFlow = v)"
            @nudge="(v) => (own.maxFlow = v)"
          />
          <QuantityField
            :model-value="own.maxHead"
            kind="head"
            label="Pump, maximum head on the box"
            :min="0.2"
            :max="20"
            :step="0.1"
            @commit="(v) => (own.maxHead = v)"
            @nudge="(v) => (own.maxHead = v)"
          />
        </template>
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
        <QuantityField
          :model-value="own.mass"
          kind="mass"
          label="Weight of one fish"
          :min="0.0001"
          :max="20"
          :step="0.01"
          @commit="(v) => (own.mass = v)"
          @nudge="(v) => (own.mass = v)"
        />
      </fieldset>
      <fieldset>
        <legend>Your last readings, if you have any</legend>
        <QuantityField
          v-for="x in READINGS"
          :key="x.key"
          :model-value="read[x.key]"
          :kind="x.kind"
          :label="x.label"
          :min="0"
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
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding-bottom: 14px;
}
header > div {
  flex: 1 1 220px;
}
@media (max-width: 600px) {
  header {
    flex-wrap: wrap;
  }
}
.grow {
  display: none;
}
h1 {
  font-size: var(--type-page);
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
