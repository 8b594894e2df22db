<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { applyEdits } from '../../../../core/system';
import { format } from '../../../../core/quantity';
import { useSettings } from '../../../stores/settings';
import { useSystem } from '../../../stores/system';
import { useYear } from '../yearStore';
import SeasonAsks from '../season/SeasonAsks.vue';
import { PROBLEM_WORDS } from '../season/words';
import YearPicture from './YearPicture.vue';
import { awayInWords, hadInWords, missingInWords, requestName } from './words';

/** The year in place of the drawing: the plan that was found, or what the system has planned. */
const store = useYear();
const system = useSystem();
const settings = useSettings();
const doc = computed(() => system.document!);
/** The system with the plan in it; as it is where there is none. */
const shown = computed(() =>
  store.plan && !store.stale && !store.used ? applyEdits(doc.value, store.plan.edits) : doc.value,
);
const plan = computed(() => (store.stale ? null : store.plan));
const results = computed(() =>
  (plan.value?.wishes ?? []).flatMap((r) => {
    const wish = doc.value.plan.wishes.find((w) => w.id === r.id);
    return wish
      ? [
          {
            id: r.id,
            name: requestName(doc.value, wish),
            had: hadInWords(wish, r, settings.units),
            whole: r.limit === null,
            missing: missingInWords(r),
          },
        ]
      : [];
  }),
);
const absences = computed(() =>
  (plan.value?.away ?? []).flatMap((r) => {
    const away = doc.value.plan.away.find((a) => a.id === r.id);
    return away ? [{ id: r.id, short: r.limit !== null, words: awayInWords(r, away.days) }] : [];
  }),
);
/** Where the panel lies under it, a search that begins is brought into view. */
const root = ref<HTMLElement>();
watch(
  () => store.progress === null,
  (idle) => !idle && root.value?.scrollIntoView({ block: 'nearest' }),
);
const minutes = (x: number) => format(60 * Math.round(x / 60), 'time', settings.units);
const over = computed(() => {
  const t = plan.value?.time;
  return t && t.most !== null && t.busiest > t.most ? t : null;
});
</script>

<template>
  <div ref="root" class="bench">
    <div class="bar">
      <template v-if="store.progress !== null">
        <v-progress-linear
          class="progress"
          :model-value="store.progress * 100"
          aria-label="Search for a plan"
        />
        <span class="quiet" role="status">{{
          store.plan
            ? 'First plan found. Searching for a better one.'
            : 'Searching for a first plan.'
        }}</span>
        <v-btn size="small" variant="outlined" @click="store.stop()">Stop</v-btn>
      </template>
      <template v-if="plan">
        <v-btn v-if="!store.used" color="primary" size="small" @click="store.use()"
          >Use this plan</v-btn
        >
        <span v-else class="quiet" role="status">The plan is in use. Its tasks are in Rounds.</span>
      </template>
    </div>
    <p v-if="store.trouble" role="alert">{{ store.trouble }}</p>
    <p v-if="store.stale" class="quiet" role="status">
      The system has changed since this plan was made. Plan the year again.
    </p>
    <YearPicture :doc="shown" :plan="plan" :days="365" />
    <p v-if="!doc.plan.wishes.length" class="words">
      Add what you want to harvest. Mizuna plans the sowings, the plantings and the fish, and tries
      the plan in a simulated year.
    </p>
    <section v-if="results.length" aria-label="What you get">
      <h2>What you get</h2>
      <div v-for="r in results" :key="r.id" class="result" :class="{ short: !r.whole }">
        <b>{{ r.name }}: {{ r.had }}.</b>
        <p v-for="m in r.missing" :key="m.why">
          <template v-if="m.when">{{ m.when }}: </template>{{ m.why }} {{ m.help }}
        </p>
      </div>
      <div v-for="a in absences" :key="a.id" class="result" :class="{ short: a.short }">
        <b>Days away.</b>
        <p>{{ a.words }}</p>
      </div>
      <div v-if="over" class="result short">
        <b>Time: {{ minutes(over.busiest) }} a day in the busiest month.</b>
        <p>
          You have {{ minutes(over.most!) }}. Feeding, checking and testing take most of it. Larger
          sowings at longer intervals take less.
        </p>
      </div>
      <div v-if="plan?.trouble" class="result short">
        <b>Fish under stress from day {{ plan.trouble.day }}.</b>
        <p>{{ PROBLEM_WORDS[plan.trouble.what] }}.</p>
      </div>
    </section>
    <template v-if="plan?.season">
      <p v-if="plan.nitrogen" class="words">
        Nitrogen in the year: the fish give
        {{ format(plan.nitrogen.given / 1000, 'dose', settings.units) }}, the plants take
        {{ format(plan.nitrogen.taken / 1000, 'dose', settings.units) }}.
      </p>
      <SeasonAsks :main="plan.season" />
    </template>
  </div>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  gap: 8px;
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
.progress {
  flex: 1 1 140px;
}
h2 {
  font-size: var(--type-title);
  padding-bottom: 4px;
}
.result {
  padding: 4px 10px;
  margin-bottom: 6px;
  border-left: 4px solid var(--fine);
  font-size: var(--type-body);
  line-height: 1.4;
}
.result.short {
  border-color: var(--watch);
  background: var(--watch-ground);
}
.words {
  font-size: var(--type-body);
  line-height: 1.4;
}
</style>
