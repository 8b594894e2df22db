<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js';
import { computed, nextTick, ref } from 'vue';
import {
  CALCULATORS,
  CALCULATOR_GROUPS,
  calculatorOf,
  type Calculator,
  type CalculatorGroup,
} from '../../core/calculators';
import { hasWords } from '../parts/byWords';
import { useDerivation } from '../stores/derivation';
import { useLog } from '../stores/log';
import { useLifeBench } from '../stages/life/benchStore';
import CalculatorCard from './CalculatorCard.vue';

/** Calculators by the question that they answer; one open at a time, with the figures of the open system. */
const bench = useLifeBench();
const derivation = useDerivation();
const log = useLog();
/** Plan and water of the open system. */
const plan = computed(() => (derivation.figures ? log.plan : null));
const water = computed(() => (derivation.figures ? log.tended?.volume : undefined));
const withFish = computed(() => derivation.figures?.system.fish.length ?? null);
const calculators = computed(() =>
  (CALCULATORS as readonly Calculator[]).filter(
    (s) =>
      withFish.value === null ||
      s.concerns === 'both' ||
      (s.concerns === 'fish') === withFish.value > 0,
  ),
);
const calculator = computed(() =>
  calculators.value.some((s) => s.id === bench.calculator) ? calculatorOf(bench.calculator)! : null,
);

const looked = ref('');
const found = computed(() =>
  calculators.value.filter((s) =>
    hasWords(`${s.question} ${s.title} ${s.words} ${CALCULATOR_GROUPS[s.group]}`, looked.value),
  ),
);
const groups = computed(() =>
  (Object.keys(CALCULATOR_GROUPS) as CalculatorGroup[])
    .map((id) => ({
      id,
      name: CALCULATOR_GROUPS[id],
      calculators: found.value.filter((s) => s.group === id),
    }))
    .filter((g) => g.calculators.length),
);
const top = ref<HTMLElement>();
/** The focus goes where the eye does: to the calculator, and back to its question. */
async function show(id: string) {
  const before = bench.calculator;
  bench.calculator = id;
  await nextTick();
  const at = id ? '[data-back]' : `[data-question="${before}"]`;
  top.value?.querySelector<HTMLElement>(at)?.focus();
}
</script>

<template>
  <div ref="top" class="calculators">
    <template v-if="calculator">
      <v-btn class="back" variant="text" data-back :prepend-icon="mdiArrowLeft" @click="show('')"
        >All calculators</v-btn
      >
      <h2>{{ calculator.question }}</h2>
      <CalculatorCard
        :key="calculator.id"
        :calculator="calculator"
        :figures="derivation.figures"
        :plan="plan"
        :water="water"
      />
    </template>
    <template v-else>
      <v-text-field
        v-model="looked"
        label="What do you want to know?"
        clearable
        @click:clear="looked = ''"
      />
      <div class="groups">
        <section v-for="g in groups" :key="g.id" :aria-labelledby="`calculators-${g.id}`">
          <h2 :id="`calculators-${g.id}`">{{ g.name }}</h2>
          <ul>
            <li v-for="s in g.calculators" :key="s.id">
              <button type="button" :data-question="s.id" @click="show(s.id)">
                {{ s.question }}
              </button>
            </li>
          </ul>
        </section>
      </div>
      <p v-if="!groups.length" role="status">
        No calculator for “{{ looked }}”. Try one word, such as “pH” or “feed”.
      </p>
    </template>
  </div>
</template>

<style scoped>
.calculators {
  padding: 14px 10px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 18px 28px;
}
.back {
  justify-self: start;
}
ul {
  list-style: none;
  padding: 0;
}
h2 {
  font-size: var(--type-title);
}
li {
  border-top: 1px solid var(--rule);
}
li button {
  width: 100%;
  min-height: 44px;
  text-align: start;
  padding: 6px 2px;
}
li button:hover {
  text-decoration: underline;
}
</style>
