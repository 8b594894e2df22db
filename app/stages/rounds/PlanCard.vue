<script setup lang="ts">
import { computed, ref } from 'vue';
import { entryOfStep, listedFields, readWords, type CarePlan } from '../../../core/log';
import { tell, type Phrase } from '../../../core/quantity';
import type { TreatmentStep } from '../../../core/treatment';
import { useChosen } from '../../stores/chosen';
import { hereZone, useLog } from '../../stores/log';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import ExpectedBands from './ExpectedBands.vue';
import { momentWords } from './when';

/** The plan of care: first aid, steps to press one by one, what not to do, when to read what, when to get help. */
defineProps<{ plan: CarePlan }>();
const log = useLog();
const bench = useRoundsBench();
const chosen = useChosen();
const settings = useSettings();
const why = ref(false);
const say = (p: Phrase) => tell(p, settings.units);
const URGENCY = {
  now: 'Now',
  today: 'Today',
  week: 'This week',
  none: 'Only look at the system',
} as const;
const NOT: Readonly<Partial<Record<TreatmentStep['treatment'], string>>> = {
  change: 'Do not change water',
  'top-up': 'Do not top up more',
  base: 'Do not raise the pH',
  acid: 'Do not lower the pH',
  salt: 'No salt',
  nutrient: 'No ammonia or nutrients',
  aerate: 'No more air',
};
const t = computed(() => log.tended!);
/** When a step that is not for now is done. */
const later = (s: TreatmentStep) =>
  s.at > 0 ? momentWords(log.now + s.at * 1000, log.now, hereZone()) : '';
const press = (s: TreatmentStep): string => {
  if (s.treatment === 'read') return 'Enter the readings';
  if (s.treatment === 'wait' || !s.books) return '';
  return s.parts > 1 ? `Part 1 of ${s.parts} is done` : 'Done';
};
async function act(s: TreatmentStep) {
  if (s.treatment === 'read') {
    if (s.about) chosen.chooseById(s.about);
    bench.open = 'today';
    bench.asked = [...s.reads];
    return;
  }
  const entry = entryOfStep(t.value, s, Date.now());
  if (entry) await log.note(entry);
}
</script>

<template>
  <article class="plan" :class="plan.urgency" aria-label="Plan of care" :data-plan="plan.urgency">
    <header>
      <h3>Plan of care</h3>
      <b class="urgency">{{ URGENCY[plan.urgency] }}</b>
    </header>
    <ul v-if="plan.hazards.length" class="hazards">
      <li v-for="(h, i) in plan.hazards.slice(0, why ? undefined : 2)" :key="i" :data-hazard="h.id">
        {{ say(h.because) }}
      </li>
    </ul>
    <div v-for="(d, i) in log.tended!.doubts" :key="`d${i}`" class="doubt" :data-doubt="d.quantity">
      <b>Check</b> {{ say(d.why) }} {{ say(d.do) }}
    </div>
    <section v-if="plan.firstAid.length" class="aid" aria-label="First aid">
      <h4>First aid, until this plan ends</h4>
      <p v-for="s in plan.firstAid" :key="s.treatment" :data-aid="s.treatment">
        <b>{{ say(s.title) }}</b>
        <span v-for="(x, i) in s.do" :key="i">{{ say(x) }}&#32;</span>
      </p>
    </section>
    <ol v-if="plan.steps.length" class="steps" aria-label="Steps">
      <li v-for="(s, i) in plan.steps" :key="i" :data-step="s.treatment">
        <p class="title">{{ say(s.title) }}</p>
        <p v-if="later(s)" class="quiet">Not before {{ later(s) }}</p>
        <ul v-if="s.do.length > 1 || say(s.do[0]!) !== say(s.title)">
          <li v-for="(x, k) in s.do" :key="k">{{ say(x) }}</li>
        </ul>
        <p v-if="s.caution" class="caution">{{ s.caution }}</p>
        <v-btn v-if="press(s)" variant="tonal" class="press" @click="act(s)">{{ press(s) }}</v-btn>
      </li>
    </ol>
    <ExpectedBands v-if="plan.steps.length && log.tended" :plan="plan" :tended="log.tended" />
    <ul v-if="plan.avoid.length" class="avoid" aria-label="What not to do">
      <li v-for="a in plan.avoid" :key="a.treatment" :data-avoid="a.treatment">
        <b>{{ NOT[a.treatment] ?? 'Do not' }}.</b> {{ say(a.because) }}
      </li>
    </ul>
    <ul v-if="plan.retest.length" class="tests" aria-label="Tests to come">
      <li v-for="r in plan.retest" :key="r.at">
        {{ r.at <= log.now ? 'Now' : momentWords(r.at, log.now, hereZone()) }}: read
        {{ listedFields(r.what) }}
      </li>
    </ul>
    <p v-if="plan.call" class="call">{{ say(plan.call) }}</p>
    <v-btn size="small" :aria-expanded="why" @click="why = !why">Why</v-btn>
    <div v-if="why" class="why">
      <template v-for="(h, i) in plan.hazards" :key="i">
        <p v-if="h.rests.length" class="quiet">
          {{ h.rests.map((id) => say(readWords(t, id))).join('; ') }}.
        </p>
        <p v-if="h.unless.length"><b>This would change the plan:</b> {{ say(h.unless) }}</p>
        <p class="quiet">{{ h.source }}</p>
      </template>
    </div>
  </article>
</template>

<style scoped>
.plan {
  border-left: 5px solid var(--water);
  background: var(--sheet);
  padding: 8px 12px 10px;
  display: grid;
  gap: 8px;
  line-height: 1.4;
}
.plan.now {
  border-left-color: var(--stop);
  background: var(--stop-ground);
}
.plan.today {
  border-left-color: var(--watch);
  background: var(--watch-ground);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
h3,
h4 {
  font-size: var(--type-body);
  margin: 0;
  padding: 0;
}
.hazards,
.avoid,
.tests {
  list-style: none;
  display: grid;
  gap: 3px;
}
.aid {
  border: 2px solid currentcolor;
  padding: 6px 10px;
  display: grid;
  gap: 4px;
}
.aid b {
  font-size: 1.15rem;
  display: block;
}
.steps {
  padding-left: 22px;
  display: grid;
  gap: 10px;
}
.steps ul {
  padding-left: 16px;
}
.title {
  font-size: 1.05rem;
  font-weight: 650;
}
.caution,
.avoid,
.tests {
  font-size: var(--type-small);
}
.press {
  min-height: 44px;
  height: auto;
  white-space: normal;
  margin-top: 4px;
}
.call {
  font-weight: 650;
}
.why {
  border-top: 1px solid var(--rule);
  padding-top: 6px;
  display: grid;
  gap: 4px;
  font-size: var(--type-body);
}
</style>
