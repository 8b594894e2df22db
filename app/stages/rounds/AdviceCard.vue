<script setup lang="ts">
import { computed, ref } from 'vue';
import { entriesOfAdvice, lookAgainAt, type Advice } from '../../../core/log';
import { tell, type Phrase } from '../../../core/quantity';
import { useChosen } from '../../stores/chosen';
import { hereZone, useLog } from '../../stores/log';
import { useRoundsBench } from '../../stores/roundsBench';
import { useSettings } from '../../stores/settings';
import { momentWords } from './when';

/** One piece of advice: what to do now, what it rests on, and one press that notes it and asks for the next test. */
const props = defineProps<{ advice: Advice }>();
const log = useLog();
const bench = useRoundsBench();
const chosen = useChosen();
const settings = useSettings();
const why = ref(false);
const say = (p: Phrase) => tell(p, settings.units);
const WORDS = { now: 'Now', today: 'Today', week: 'This week' } as const;
const again = computed(() => (log.tended ? lookAgainAt(log.tended, props.advice) : null));
const when = computed(() => (again.value ? momentWords(again.value, log.now, hereZone()) : ''));
const entries = computed(() => (log.tended ? entriesOfAdvice(log.tended, props.advice) : []));
/** What the press says that it does. */
const press = computed(() => {
  const a = props.advice;
  const test = when.value && a.retest.length ? `, test ${when.value}` : '';
  if (a.kind === 'read') return 'Read it';
  if (a.kind === 'wait') return when.value ? `Remind me ${when.value}` : '';
  return `Done${test}`;
});
async function act() {
  const a = props.advice;
  if (a.kind === 'read') {
    if (a.about) chosen.chooseById(a.about);
    bench.asked = [...a.retest];
    return;
  }
  await log.note(...entries.value);
}
</script>

<template>
  <article
    class="advice"
    :class="[advice.urgency, { waiting: advice.kind === 'wait' }]"
    :data-advice="advice.id"
  >
    <p class="when">
      <b>{{ advice.kind === 'wait' ? 'Wait' : WORDS[advice.urgency] }}</b>
    </p>
    <p class="say">{{ say(advice.say) }}</p>
    <ul v-if="advice.also.length">
      <li v-for="(x, i) in advice.also" :key="i">{{ say(x) }}</li>
    </ul>
    <p v-if="advice.caution" class="caution">{{ advice.caution }}</p>
    <div class="buttons">
      <v-btn v-if="press" variant="tonal" class="press" @click="act">{{ press }}</v-btn>
      <v-btn size="small" :aria-expanded="why" @click="why = !why">Why</v-btn>
    </div>
    <div v-if="why" class="why">
      <p>{{ say(advice.because) }}</p>
      <p><b>Rests on</b> {{ advice.rests.map(say).join('; ') }}.</p>
      <p><b>Would change it</b> {{ say(advice.unless) }}</p>
      <p class="quiet">{{ advice.source }}</p>
    </div>
  </article>
</template>

<style scoped>
.advice {
  border-left: 5px solid var(--water);
  background: var(--sheet);
  padding: 8px 12px 10px;
  display: grid;
  gap: 6px;
  line-height: 1.4;
}
.advice.now {
  border-left-color: var(--stop);
  background: var(--stop-ground);
}
.advice.today {
  border-left-color: var(--watch);
  background: var(--watch-ground);
}
.advice.waiting {
  border-left-style: dashed;
}
.when {
  font-size: var(--type-small);
}
.say {
  font-size: 1.05rem;
  font-weight: 650;
}
ul {
  padding-left: 18px;
}
.caution {
  font-size: var(--type-small);
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.press {
  min-height: 44px;
  height: auto;
  white-space: normal;
}
.why {
  border-top: 1px solid var(--rule);
  padding-top: 6px;
  display: grid;
  gap: 4px;
  font-size: var(--type-body);
}
</style>
