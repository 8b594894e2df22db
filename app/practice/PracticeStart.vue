<script setup lang="ts">
import { computed, ref } from 'vue';
import { isSeed } from '../../core/practice/classList';
import { tell, plural } from '../../core/quantity';
import { useLearned } from './learnedStore';
import { usePractice } from './store';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** Before a run: what this is, how much can happen here, a number for a class, and what is due again. */
const practice = usePractice();
const system = useSystem();
const settings = useSettings();
const learned = useLearned();
const number = ref('');
const problem = ref('');
const waiting = computed(() =>
  learned.waiting().filter((p) => p.systems.at(-1) !== system.document?.id),
);
function withNumber() {
  const n = Number(number.value);
  if (!isSeed(n)) {
    problem.value = 'Enter a whole number from 1 to 100,000.';
    return;
  }
  problem.value = '';
  void practice.take(n);
}
</script>

<template>
  <div class="start">
    <p>
      You practise on a copy of this system. It may have a fault, or none. Look, listen, measure and
      solve the problem. Each action takes some minutes, and the water keeps moving. Your own system
      does not change.
    </p>
    <p v-if="!practice.scope" class="quiet" role="status">Making the copy …</p>
    <template v-else-if="practice.scope.mend">
      <p class="problem" role="alert">{{ tell(practice.scope.mend, settings.units) }}</p>
      <v-btn
        block
        height="56"
        variant="flat"
        color="primary"
        :to="{ name: 'design', params: { id: system.document!.id } }"
        >Show the problems</v-btn
      >
      <v-btn class="course" variant="outlined" :to="{ name: 'course' }"
        >The course, lesson by lesson</v-btn
      >
    </template>
    <template v-else>
      <v-btn
        block
        height="56"
        variant="flat"
        color="primary"
        :disabled="practice.busy || practice.scope.can === 0"
        @click="practice.begin()"
        >Go and look</v-btn
      >
      <p v-if="waiting.length" class="due">
        <v-btn
          variant="tonal"
          :disabled="practice.busy"
          @click="practice.begin(waiting[0]!.scenario)"
          >A fault that you have met before</v-btn
        >
        <span class="quiet">{{
          plural(
            waiting.length,
            'You missed this fault in another system. Try it again here.',
            'You missed # faults in other systems. Try them again here.',
          )
        }}</span>
      </p>
      <form class="number" @submit.prevent="withNumber">
        <v-text-field v-model="number" label="Run number" inputmode="numeric" maxlength="6" />
        <v-btn type="submit" variant="outlined" height="40" :disabled="practice.busy"
          >Start this run</v-btn
        >
      </form>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p class="quiet">
        {{ practice.scope.can }} of {{ practice.scope.of }} faults are possible here<template
          v-if="practice.scope.needs.length"
          >. The others need {{ practice.scope.needs.join(', ') }}</template
        >.
      </p>
      <v-btn class="course" variant="outlined" :to="{ name: 'course' }"
        >The course, lesson by lesson</v-btn
      >
    </template>
  </div>
</template>

<style scoped>
.start {
  padding: 14px;
  display: grid;
  gap: 12px;
  line-height: 1.45;
}
.due {
  display: grid;
  gap: 6px;
}
.number {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
}
.course {
  justify-self: start;
}
.problem {
  color: var(--stop);
}
</style>
