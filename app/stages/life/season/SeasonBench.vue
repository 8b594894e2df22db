<script setup lang="ts">
import { computed, ref } from 'vue';
import { Scatter } from 'vue-chartjs';
import { fishGroups } from '../../../../core/life';
import '../../../parts/chartFont';
import { dayOfYear, daysAcross, localDay } from '../../../../core/calendar';
import { CARES } from '../../../../core/year/cares';
import { tell } from '../../../../core/quantity';
import { hereZone } from '../../../stores/log';
import { useSeason } from '../seasonStore';
import { useSettings } from '../../../stores/settings';
import { useSystem } from '../../../stores/system';
import SeasonActs from './SeasonActions.vue';
import SeasonAsks from './SeasonAsks.vue';
import SeasonEvents from './SeasonEvents.vue';
import { useSeasonInk } from './seasonCanvas';
import { seasonChart, type SeasonOver, type SeasonCurves } from './seasonChart';
import { CARE_NAMES, CARE_OF_CURVE, PROBLEM_WORDS, seasonInWords } from './words';

/** The season in place of the drawing: curves over the days, what the grower does, what is planned to be moved by hand. */
const store = useSeason();
const system = useSystem();
const settings = useSettings();
const view = ref<SeasonCurves>('nitrogen');
const ink = useSeasonInk();
const kind = computed(() => {
  const doc = system.document;
  return doc ? (fishGroups(doc)[0]?.kind ?? null) : null;
});
const over = computed((): SeasonOver[] => [
  ...store.others.map((o) => ({ season: o.season, name: CARE_OF_CURVE[o.care] })),
  ...(store.beside ? [{ season: store.beside.season, name: 'without fish' }] : []),
]);
const chart = computed(() =>
  store.season
    ? seasonChart(
        store.season,
        over.value,
        store.fit,
        system.document!.plan.readings,
        kind.value,
        view.value,
        ink.value,
        today.value,
      )
    : null,
);
/** The day of the season that it is by the clock; nothing outside it. */
const today = computed(() => {
  const plan = system.document!.plan;
  const since = daysAcross(plan.begins, dayOfYear(localDay(Date.now(), hereZone())));
  return since <= plan.days ? since : null;
});
const words = computed(() =>
  store.main ? seasonInWords(store.main.season, store.fit, store.main.care, settings.units) : '',
);
const VIEWS: readonly { id: SeasonCurves; name: string }[] = [
  { id: 'nitrogen', name: 'Nitrogen' },
  { id: 'ph', name: 'pH and alkalinity' },
  { id: 'life', name: 'Temperature, oxygen, growth' },
];
/** The last one that is shown stays. */
function choose(cares: typeof store.cares) {
  if (cares.length) store.cares = CARES.filter((c) => cares.includes(c));
}
</script>

<template>
  <div class="bench">
    <div class="bar">
      <v-btn-toggle
        :model-value="store.cares"
        multiple
        density="compact"
        aria-label="Who looks after it"
        @update:model-value="choose"
      >
        <v-btn
          v-for="c in CARES"
          :key="c"
          :value="c"
          size="small"
          :aria-pressed="store.cares.includes(c)"
          >{{ CARE_NAMES[c] }}</v-btn
        >
      </v-btn-toggle>
      <v-btn-toggle v-model="view" mandatory density="compact" aria-label="Curves">
        <v-btn v-for="v in VIEWS" :key="v.id" :value="v.id" size="small">{{ v.name }}</v-btn>
      </v-btn-toggle>
      <span v-if="store.busy" class="quiet" role="status">calculating</span>
    </div>
    <p v-if="store.trouble" role="alert">{{ store.trouble }}</p>
    <div v-if="chart" class="chart" role="img" :aria-label="words">
      <Scatter :data="chart.data" :options="chart.options" aria-hidden="true" />
    </div>
    <p v-else class="quiet">The season appears when the day is calculated.</p>
    <SeasonActs v-if="store.main?.acts.length" :main="store.main" />
    <SeasonEvents v-if="store.season" />
    <p class="words">{{ words }}</p>
    <div v-if="store.unkept" class="unkept" role="status">
      <p>
        <b
          >From day {{ store.unkept.trouble.day }} these fish are not well:
          {{ PROBLEM_WORDS[store.unkept.trouble.what] }}.</b
        >
        <template v-if="store.unkept.change">
          &#32;{{ tell(store.unkept.change.title, settings.units) }}: simulated over the whole
          season, this solves it.
        </template>
        <template v-else-if="store.unkept.change === undefined">
          &#32;Searching for a change of the design that solves it.
        </template>
        <template v-else> &#32;No single change of fish, air or heating is enough. </template>
      </p>
      <v-btn v-if="store.unkept.change" size="small" variant="tonal" @click="store.mend()"
        >Change the design</v-btn
      >
    </div>
    <SeasonAsks v-if="store.main" :main="store.main" />
  </div>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 8px 12px;
  overflow: auto;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.chart {
  flex: 1 0 220px;
  min-height: 220px;
  position: relative;
}
.words,
.unkept {
  font-size: var(--type-body);
  line-height: 1.4;
}
.unkept {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin: 8px 0;
  padding: 8px 10px;
  border-left: 4px solid var(--clay);
  background: var(--watch-ground);
}
</style>
