<script setup lang="ts">
import { proxy } from 'comlink';
import { mdiMagnify, mdiStop } from '@mdi/js';
import { computed, onBeforeUnmount, onMounted, reactive, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { useDisplay } from 'vuetify';
import { PIPES, TIMERS, timerById } from '../../core/catalogue';
import { assess } from '../../core/assess';
import { format, formatCount, tell, type QuantityKind } from '../../core/quantity';
import { LAYOUTS } from '../../core/system';
import { ANY_TIMER, type Owned } from '../../core/workshop/candidates';
import type { SearchProgress } from '../../core/workshop/search';
import LevelMark from '../findings/LevelMark.vue';
import PageHeader from '../parts/PageHeader.vue';
import PlainChoice from '../parts/PlainChoice.vue';
import QuantityFields from '../parts/QuantityFields.vue';
import { deepestLevels } from '../section/levels';
import SectionDrawing from '../section/SectionDrawing.vue';
import OwnedDrawing from './OwnedDrawing.vue';
import { useSettings } from '../stores/settings';
import { useShelf } from '../shelf/store';
import { faultTestWorker } from '../workers/client';
import type { FoundSystem } from '../workers/faultTest.worker';

/** From what is owned to the best few complete systems. */
const settings = useSettings();
const { mobile: phone } = useDisplay();
const shelf = useShelf();
const router = useRouter();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const owned = reactive({
  length: 1.2,
  width: 0.8,
  height: 0.7,
  maxHead: 2.2,
  maxFlow: 2200e-3 / 3600,
  hose: 'hose-19',
  pipe: 'any',
  floorLength: 2,
  floorWidth: 1,
  headroom: 2.1,
  sun: 6 * 3600,
  fish: true,
  timer: ANY_TIMER,
});
const FIELDS = [
  { key: 'length', label: 'Tank, length', kind: 'length', min: 0.2, max: 4, step: 0.05 },
  { key: 'width', label: 'Tank, width', kind: 'length', min: 0.2, max: 3, step: 0.05 },
  { key: 'height', label: 'Tank, height', kind: 'length', min: 0.15, max: 1.5, step: 0.05 },
  { key: 'maxHead', label: 'Pump, maximum head', kind: 'head', min: 0.3, max: 12, step: 0.1 },
  {
    key: 'maxFlow',
    label: 'Pump, maximum flow',
    kind: 'flow',
    min: 50e-3 / 3600,
    max: 20,
    step: 50e-3 / 3600,
  },
  { key: 'floorLength', label: 'Floor, length', kind: 'length', min: 0.4, max: 10, step: 0.1 },
  { key: 'floorWidth', label: 'Floor, width', kind: 'length', min: 0.3, max: 4, step: 0.1 },
  { key: 'headroom', label: 'Height, at most', kind: 'length', min: 0.6, max: 4, step: 0.05 },
  { key: 'sun', label: 'Direct sun, most in a day', kind: 'time', min: 0, max: 43200, step: 1800 },
] as const;
const hoses = PIPES.filter((p) => p.family === 'hose' && p.bore >= 0.01);
const pipes = [
  { id: 'any', name: 'Any' },
  ...PIPES.filter((p) => p.family === 'schedule-40' && p.bore < 0.06),
];
const timers = [{ id: ANY_TIMER, name: 'Any' }, { id: 'none', name: 'No timer' }, ...TIMERS];

const running = ref(false);
const progress = ref<SearchProgress | null>(null);
const result = shallowRef<{ found: FoundSystem[]; tried: number } | null>(null);
const trouble = ref('');
let request = Date.now();
async function look() {
  const mine = ++request;
  running.value = true;
  result.value = null;
  trouble.value = '';
  const what: Owned = {
    tank: { length: owned.length, width: owned.width, height: owned.height },
    pump: { maxHead: owned.maxHead, maxFlow: owned.maxFlow },
    hose: owned.hose,
    pipe: owned.pipe === 'any' ? null : owned.pipe,
    floor: { length: owned.floorLength, width: owned.floorWidth },
    headroom: owned.headroom,
    sun: owned.sun,
    fish: owned.fish,
    timer: owned.timer === 'none' ? null : owned.timer,
  };
  try {
    const onProgress = proxy((p: SearchProgress) => mine === request && (progress.value = p));
    const found = await faultTestWorker.ask((w) => w.search(mine, what, onProgress));
    if (mine === request) result.value = found;
  } catch {
    trouble.value = 'The search stopped. Your entries are still here. Search once more.';
  }
  if (mine === request) running.value = false;
}
function stop() {
  running.value = false;
  const next = ++request;
  void faultTestWorker.ask((w) => w.stop('search', next)).catch(() => undefined);
}
onBeforeUnmount(stop);
onMounted(() => {
  document.title = 'From what I have · Mizuna';
  if (!shelf.loaded) void shelf.load();
});
const words = computed(() => {
  const p = progress.value;
  if (!p) return '';
  const n = formatCount(p.tried);
  return p.stage === 'rough'
    ? `${n} combinations tried`
    : p.stage === 'whole'
      ? `${n} tried; calculating the best`
      : `${n} tried; simulating days`;
});
const cards = computed(() =>
  (result.value?.found ?? []).map((found) => {
    const a = assess(found.system);
    return {
      found,
      a,
      levels: deepestLevels(a),
      name: LAYOUTS.find((l) => l.id === found.layout)!.name,
    };
  }),
);
/** What a system gives and asks, in the order in which growers compare. */
const givesOf = ({ gives, planted, flow, floods, turnover, timer }: FoundSystem) => [
  ...(gives.fish === null ? [] : [{ what: 'Fish, at most', value: f(gives.fish, 'mass') }]),
  { what: 'Plants', value: f(planted, 'area') },
  { what: 'Water', value: f(gives.water, 'volume') },
  { what: 'Electricity a day', value: f(gives.power * 86400, 'energy') },
  { what: 'Work a week', value: f(Math.round(gives.work / 900) * 900, 'time') },
  { what: 'Flow', value: f(flow, 'flow') },
  { what: 'Floods a day', value: String(Math.round(floods)) },
  { what: 'Tank turnover', value: `${Math.round(turnover * 100) / 100} × an hour` },
  {
    what: 'Timer',
    value: timer ? (timerById(timer)?.name ?? timer) : 'none, the pump runs always',
  },
];
async function take(found: FoundSystem) {
  const id = await shelf.makeOf(found.system, LAYOUTS.find((l) => l.id === found.layout)!.name);
  await router.push({ name: 'design', params: { id } });
}
</script>

<template>
  <main class="search">
    <PageHeader
      title="From what I have"
      lead="Enter your tank, pump, hose and floor. Mizuna shows which systems fit and work."
    />
    <OwnedDrawing
      v-if="!phone"
      :values="owned"
      :fields="FIELDS"
      @set="(key, v) => (owned[key] = v)"
    />
    <form class="owned" @submit.prevent="look">
      <QuantityFields :fields="FIELDS" :values="owned" @set="(key, v) => (owned[key] = v)" />
      <PlainChoice
        :model-value="owned.hose"
        :items="hoses"
        label="Hose"
        @update:model-value="(v) => (owned.hose = v)"
      />
      <PlainChoice
        :model-value="owned.pipe"
        :items="pipes"
        label="Standpipe"
        @update:model-value="(v) => (owned.pipe = v)"
      />
      <PlainChoice
        :model-value="owned.timer"
        :items="timers"
        label="Timer"
        @update:model-value="(v) => (owned.timer = v)"
      />
      <v-switch v-model="owned.fish" label="With fish" />
      <div class="acts">
        <v-btn v-if="!running" type="submit" variant="tonal" :prepend-icon="mdiMagnify">
          Search
        </v-btn>
        <v-btn v-else variant="outlined" :prepend-icon="mdiStop" @click="stop">Stop</v-btn>
        <span v-if="running" class="quiet" role="status">{{ words }}</span>
      </div>
    </form>
    <v-progress-linear v-if="running" indeterminate aria-label="Searching" />
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <p v-if="result && !result.found.length" class="none">
      None of {{ formatCount(result.tried) }} combinations works. Try a pump with more head, a
      larger tank or a higher ceiling.
    </p>
    <template v-if="cards.length">
      <h2>The best {{ cards.length }} of {{ formatCount(result!.tried) }} combinations</h2>
      <ul class="cards">
        <li v-for="(c, i) in cards" :key="i">
          <div class="picture">
            <SectionDrawing
              :system="c.found.system"
              :assessment="c.a"
              :levels="c.levels"
              :flows="{}"
            />
          </div>
          <b
            >{{ c.name }}<template v-if="c.found.beds > 1">, {{ c.found.beds }} beds</template></b
          >
          <p v-if="c.found.apart" class="apart">{{ c.found.apart }}</p>
          <dl class="gives">
            <div v-for="g in givesOf(c.found)" :key="g.what">
              <dt>{{ g.what }}</dt>
              <dd>{{ g.value }}</dd>
            </div>
          </dl>
          <details v-if="c.found.open.length">
            <summary>{{ c.found.open.length }} open findings</summary>
            <ul>
              <li v-for="x in c.found.open" :key="x.id + x.about + (x.part ?? '')">
                <LevelMark :level="x.level" /> {{ tell(x.sentence, settings.units) }}
              </li>
            </ul>
          </details>
          <p v-else class="quiet">No problems found.</p>
          <v-btn variant="tonal" @click="take(c.found)">Open this system</v-btn>
        </li>
      </ul>
    </template>
  </main>
</template>

<style scoped>
.search {
  max-width: 1120px;
  margin: 0 auto;
  padding: 20px 20px 60px;
  width: 100%;
}
h2 {
  font-size: var(--type-title);
  padding: 16px 0 8px;
}
.owned {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
  padding-bottom: 14px;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
  grid-column: 1 / -1;
}
.cards {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 14px;
}
.cards > li {
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
  padding: 12px 14px;
  display: grid;
  gap: 6px;
  align-content: start;
  justify-items: start;
}
.picture {
  height: 150px;
  width: 100%;
}
.apart {
  background: var(--water-soft);
  border-radius: var(--radius);
  padding: 1px 8px;
  font-size: var(--type-small);
}
.gives {
  width: 100%;
  font-size: var(--type-body);
}
.gives div {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  border-bottom: 1px solid var(--rule);
  padding: 2px 0;
}
.gives dd {
  font-weight: 650;
  text-align: end;
}
details ul {
  list-style: none;
  padding: 4px 0;
  font-size: var(--type-small);
}
.none {
  padding: 12px 0;
}
</style>
