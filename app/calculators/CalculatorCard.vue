<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Figures } from '../../core/derived';
import { localDay } from '../../core/log';
import { format, tell } from '../../core/quantity';
import type { CarePlan } from '../../core/care';
import {
  answerOf,
  cautionOf,
  inputsOf,
  isAnswer,
  planFor,
  valuesFor,
  type Calculator,
  type CalculatorValues,
} from '../../core/calculators';
import { NO_OWN } from '../../core/system';
import { ownTaskStep } from '../stages/rounds/ownTask';
import AnswerPicture from './AnswerPicture.vue';
import MathText from '../parts/MathText.vue';
import PlainChoice from '../parts/PlainChoice.vue';
import QuantityField from '../parts/QuantityField.vue';
import { hereZone, useLog } from '../stores/log';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** One calculator: what it needs, its answer in measures that people own, what to do, its working and its caution. */
const props = defineProps<{
  calculator: Calculator;
  figures: Figures | null;
  plan?: CarePlan | null;
  water?: number;
}>();
const settings = useSettings();
/** What was typed over what the system says. */
const typed = ref<Record<string, number | string>>({});
const filled = computed<CalculatorValues>(() =>
  valuesFor(props.calculator, props.figures, props.water),
);
const values = computed<CalculatorValues>(() => ({ ...filled.value, ...typed.value }));
watch(
  () => props.calculator.id,
  () => (typed.value = {}),
);
const set = (key: string, to: number | string) => (typed.value = { ...typed.value, [key]: to });
const own = computed(() => props.figures?.system.own ?? NO_OWN);
const inputs = computed(() => inputsOf(props.calculator, own.value));
/** The plan of the system, as long as the values are its own. */
const plan = computed(() =>
  props.plan && Object.keys(typed.value).length === 0 ? props.plan : null,
);
const answer = computed(() => answerOf(props.calculator, values.value, own.value, plan.value));
const planned = computed(() =>
  props.plan && !props.calculator.planned ? planFor(props.calculator, props.plan) : [],
);
const done = computed(() => (isAnswer(answer.value) ? answer.value : null));
const refusal = computed(() => (isAnswer(answer.value) ? '' : tell(answer.value, settings.units)));
const main = computed(() => done.value?.results.filter((r) => r.main) ?? []);
const rest = computed(() => done.value?.results.filter((r) => !r.main) ?? []);
const f = format;

/** What a press did. */
const said = ref('');
watch([() => props.calculator.id, typed], () => (said.value = ''));
/** The answer in one line: its main results. */
const inLine = computed(() =>
  main.value.map((r) => `${r.label}: ${f(r.value, r.kind, settings.units)}`).join(', '),
);
async function addToLog() {
  const a = done.value;
  if (!a) return;
  const log = useLog();
  await log.note(
    a.entry ?? { kind: 'note', note: `${props.calculator.question} ${inLine.value}.` },
  );
  said.value = 'Added to the log. You can correct or remove it under Rounds.';
}
function makeTask() {
  const title = `${props.calculator.title}: ${inLine.value}`;
  const begins = localDay(Date.now(), hereZone());
  useSystem().commit(
    ...ownTaskStep({ title, why: props.calculator.question, every: 1, unit: 'once', begins }),
  );
  said.value = 'It is among the tasks of today.';
}
</script>

<template>
  <article class="calculator" :aria-label="calculator.title">
    <div class="fields">
      <template v-for="i in inputs" :key="i.key">
        <PlainChoice
          v-if="i.kind === 'choice'"
          class="wide"
          :model-value="String(values[i.key])"
          :items="[...i.options]"
          :label="i.label"
          @update:model-value="set(i.key, $event)"
        />
        <QuantityField
          v-else
          :model-value="values[i.key] as number"
          :kind="i.kind"
          :label="i.label"
          :min="i.min"
          :max="i.max"
          :step="i.step"
          @commit="(v) => v !== null && set(i.key, v)"
          @nudge="(v) => set(i.key, v)"
        />
      </template>
    </div>
    <v-btn v-if="Object.keys(typed).length" size="small" @click="typed = {}">
      {{ figures ? 'Back to the system’s figures' : 'Back to usual figures' }}
    </v-btn>
    <div v-if="planned.length" class="planned">
      <b>Plan of care of this system</b>
      <ul>
        <li v-for="(p, i) in planned" :key="i">{{ tell(p, settings.units) }}</li>
      </ul>
    </div>
    <div aria-live="polite">
      <p v-if="refusal" class="refusal">{{ refusal }}</p>
      <template v-if="done">
        <AnswerPicture :picture="done.picture" />
        <dl class="main">
          <div v-for="r in main" :key="r.key">
            <dt>{{ r.label }}</dt>
            <dd>
              <b>{{ f(r.value, r.kind, settings.units) }}</b>
              <span v-if="r.measures" class="quiet">{{ tell(r.measures, settings.units) }}</span>
            </dd>
          </div>
        </dl>
        <ol class="steps">
          <li v-for="(s, i) in done.steps" :key="i">{{ tell(s, settings.units) }}</li>
        </ol>
        <dl class="rest">
          <template v-for="r in rest" :key="r.key">
            <dt>{{ r.label }}</dt>
            <dd>
              {{ f(r.value, r.kind, settings.units) }}
              <span v-if="r.measures" class="quiet">({{ tell(r.measures, settings.units) }})</span>
            </dd>
          </template>
        </dl>
      </template>
    </div>
    <div v-if="done && figures" class="buttons">
      <v-btn variant="tonal" @click="addToLog">{{
        done.entry ? 'Log it as done' : 'Add the result to the log'
      }}</v-btn>
      <v-btn variant="outlined" @click="makeTask">Make it a task</v-btn>
    </div>
    <p v-if="said" role="status">{{ said }}</p>
    <p class="caution">{{ tell(cautionOf(calculator), settings.units) }}</p>
    <details v-if="done">
      <summary>Calculation</summary>
      <MathText :tex="done.explained.formula" display />
      <dl class="rest">
        <template v-for="g in done.explained.given" :key="g.symbol">
          <dt>{{ g.meaning }}</dt>
          <dd>
            {{
              g.kind === 'plain'
                ? Number(g.value.toPrecision(4))
                : f(g.value, g.kind, settings.units)
            }}
            <span class="quiet">{{ g.from }}</span>
          </dd>
        </template>
      </dl>
      <p class="quiet">{{ calculator.source }}</p>
    </details>
  </article>
</template>

<style scoped>
.planned {
  border-left: 5px solid var(--water);
  padding: 4px 10px;
}
.planned ul {
  padding-left: 16px;
}
.calculator {
  display: grid;
  gap: 12px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 8px;
}
.wide {
  grid-column: 1 / -1;
}
.main div {
  border-top: 2px solid var(--water);
  padding: 6px 0;
}
.main dt {
  font-size: var(--type-small);
}
.main dd {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 10px;
}
.main b {
  font-size: var(--type-page);
}
.steps {
  padding-left: 20px;
  font-size: var(--type-body);
  line-height: 1.45;
}
.rest {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 10px;
  font-size: var(--type-small);
  padding-top: 8px;
}
.rest dd {
  text-align: right;
}
.refusal {
  font-size: var(--type-body);
}
.caution {
  border-left: 4px solid var(--watch);
  padding: 2px 0 2px 10px;
  font-size: var(--type-small);
  line-height: 1.4;
}
summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
}
</style>
