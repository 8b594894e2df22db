<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { LESSONS } from '../../core/practice/course';
import { formatCount, plural, tell } from '../../core/quantity';
import { MOST_RUNS, MOST_SEED, isSeed, typedNumbers, runsOf } from '../../core/practice/classList';
import PersonMenu from '../parts/PersonMenu.vue';
import PlainChoice from '../parts/PlainChoice.vue';
import { classRoute } from '../shelf/openedRoute';
import { store } from '../storage/db';
import { chooseFile } from '../storage/files';
import { saveRuns } from '../storage/saveFiles';
import { useLearned } from './learnedStore';
import { useSettings } from '../stores/settings';
import { useShelf } from '../shelf/store';

/** The course: lessons in the order of practice, what comes back, and a list of runs for a class. */
document.title = 'Course · Mizuna';
const learned = useLearned();
const settings = useSettings();
const shelf = useShelf();
const route = useRoute();
const router = useRouter();
onMounted(() => {
  if (!shelf.loaded) void shelf.load();
});
const lessons = computed(() =>
  LESSONS.map((l) => {
    const taken = learned.lessonOf(l.id);
    return { l, taken, done: [taken.pulled, taken.guess !== null, taken.found] };
  }),
);
const STEPS = ['pulled', 'guessed', 'found'] as const;
const finished = computed(() => lessons.value.filter((x) => x.done.every(Boolean)).length);
const waiting = computed(() => learned.waiting().length);

/** A list of runs by their numbers, as a link or a file that a teacher hands on. */
const named = computed(() =>
  typedNumbers(typeof route.query.runs === 'string' ? route.query.runs : ''),
);
const list = computed(() => runsOf(named.value));
/** What of the list is not here, and why. */
const cut = computed(() => {
  const left = new Set(named.value).size - list.value.length;
  return left > 0
    ? `The link has ${left} more run numbers. A list can have ${MOST_RUNS}, and each is a whole number from 1 to ${formatCount(MOST_SEED)}.`
    : '';
});
const systems = computed(() =>
  shelf.systems.filter((s) => !s.state).map((s) => ({ id: s.id, name: s.name })),
);
const chosen = ref('');
const inSystem = computed(
  () =>
    systems.value.find((s) => s.id === (chosen.value || route.query.in))?.id ??
    systems.value[0]?.id ??
    '',
);
/** A link leads to a system that this browser does not have. */
const elsewhere = computed(
  () =>
    shelf.loaded &&
    typeof route.query.in === 'string' &&
    !chosen.value &&
    !systems.value.some((s) => s.id === route.query.in),
);
const numbers = ref('');
const problem = ref('');
function makeList() {
  const all = typedNumbers(numbers.value);
  if (!all.length || !all.every(isSeed)) {
    problem.value = 'Enter whole numbers from 1 to 100,000, separated by commas.';
    return;
  }
  problem.value =
    all.length > MOST_RUNS
      ? `A list can have ${MOST_RUNS} runs. The list contains the first ones.`
      : '';
  void router.push(classRoute(inSystem.value, runsOf(all)));
}
/** The list with its system as one file, for those who do not have it on their shelf. */
async function save() {
  const kept = await store.get(inSystem.value);
  if (kept.ok && kept.value) await saveRuns(kept.value.document, list.value);
  else problem.value = kept.ok ? 'This system is no longer on the shelf.' : kept.message;
}
async function openList() {
  const id = await shelf.openFile(await chooseFile());
  if (!id) {
    problem.value = shelf.refused;
    return;
  }
  problem.value = shelf.runs.length
    ? ''
    : 'The file has a system but no class list. The system is on the shelf now.';
  chosen.value = '';
  if (shelf.runs.length) await router.push(classRoute(id, shelf.runs));
}
const link = computed(() => (list.value.length ? location.href : ''));
const print = () => window.print();
</script>

<template>
  <main class="page">
    <header>
      <v-btn class="no-print" variant="text" :to="{ name: 'shelf' }">Shelf</v-btn>
      <h1>The course</h1>
      <span class="grow" />
      <PersonMenu class="no-print" />
    </header>
    <p class="lead">
      Ten short lessons in any order. In each you change a drawing, guess a number and find a fault.
      <span class="quiet" role="status">{{ finished }} of {{ lessons.length }} done.</span>
    </p>
    <p v-if="waiting" class="due no-print">
      {{
        plural(
          waiting,
          'You missed one fault. Try it again in another system: open one from the shelf and press the practice button.',
          'You missed # faults. Try them again in another system: open one from the shelf and press the practice button.',
        )
      }}
    </p>
    <ol class="lessons">
      <li v-for="({ l, done }, i) in lessons" :key="l.id">
        <span class="number" aria-hidden="true">{{ i + 1 }}</span>
        <div>
          <h2>{{ l.title }}</h2>
          <p>{{ tell(l.about, settings.units) }}</p>
          <p class="quiet">
            <span v-for="(x, k) in done" :key="k" class="step"
              ><i aria-hidden="true" :class="{ on: x }">{{ x ? '✓' : '' }}</i> {{ STEPS[k]
              }}<span class="visually-hidden">{{ x ? ': done' : ': not yet' }}</span></span
            >
          </p>
        </div>
        <v-btn
          class="no-print"
          :variant="done.some(Boolean) && !done.every(Boolean) ? 'flat' : 'outlined'"
          :color="done.some(Boolean) && !done.every(Boolean) ? 'primary' : undefined"
          height="44"
          :to="{ name: 'lesson', params: { lesson: l.id } }"
          :aria-label="`${l.title}: ${done.every(Boolean) ? 'again' : done.some(Boolean) ? 'continue' : 'start'}`"
          >{{ done.every(Boolean) ? 'Again' : done.some(Boolean) ? 'Continue' : 'Start' }}</v-btn
        >
      </li>
    </ol>
    <section class="class">
      <h2>For a class</h2>
      <template v-if="list.length && inSystem">
        <p v-if="elsewhere" role="status">
          The system of this list is not on your shelf. Ask your teacher for the list as a file,
          which includes the system. In another system the same numbers give other faults.
        </p>
        <p v-else>In the same system, each run number gives everyone the same fault.</p>
        <PlainChoice
          v-if="systems.length"
          class="no-print"
          :model-value="inSystem"
          label="In the system"
          :items="systems"
          @update:model-value="chosen = $event"
        />
        <p v-if="cut" role="status">{{ cut }}</p>
        <ol class="runs">
          <li v-for="n in list" :key="n">
            <RouterLink :to="{ name: 'practice', params: { id: inSystem }, query: { seed: n } }"
              >Run {{ n }}</RouterLink
            >
            <span class="line" aria-hidden="true" />
          </li>
        </ol>
        <p class="quiet link">{{ link }}</p>
        <v-btn class="no-print" variant="outlined" height="44" @click="save"
          >Save the list with its system as a file</v-btn
        >
      </template>
      <form class="make no-print" @submit.prevent="makeList">
        <v-text-field v-model="numbers" label="Run numbers, such as 12, 57, 930" maxlength="300" />
        <v-btn type="submit" variant="outlined" height="40">Make a list</v-btn>
      </form>
      <p v-if="problem" class="problem no-print" role="alert">{{ problem }}</p>
      <div class="buttons no-print">
        <v-btn variant="outlined" height="44" @click="openList">Open a list from a file</v-btn>
        <v-btn variant="outlined" height="44" @click="print">Print this page</v-btn>
      </div>
    </section>
  </main>
</template>

<style scoped>
.page {
  max-width: 820px;
  margin: 0 auto;
  padding: 16px;
  display: grid;
  gap: 12px;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
}
h1 {
  font-size: var(--type-page);
}
h2 {
  font-size: 1.05rem;
}
.grow {
  flex: 1;
}
.lead {
  line-height: 1.45;
}
.due {
  background: var(--water-soft);
  padding: 10px 12px;
  line-height: 1.4;
}
.lessons {
  list-style: none;
}
.lessons li {
  display: grid;
  grid-template-columns: 36px 1fr auto;
  gap: 12px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 10px 0;
  line-height: 1.4;
}
.number {
  font-size: 1.4rem;
  color: var(--quiet);
  text-align: center;
}
.step {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  margin-right: 14px;
  font-size: var(--type-small);
}
.step i {
  display: inline-grid;
  place-items: center;
  width: 18px;
  height: 18px;
  border: 1px solid var(--quiet);
  border-radius: 50%;
  font-style: normal;
  font-size: 12px;
}
.step i.on {
  background: var(--leaf);
  border-color: var(--leaf);
  color: var(--sheet);
}
.class {
  display: grid;
  gap: 10px;
  justify-items: start;
  border-top: 1px solid var(--rule);
  padding: 14px 0 40px;
}
.make {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  width: 100%;
  max-width: 460px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.runs {
  padding-left: 22px;
  width: 100%;
}
.runs li {
  padding: 4px 0;
}
.runs a {
  color: var(--water);
}
.link {
  overflow-wrap: anywhere;
  font-size: var(--type-small);
}
.problem {
  color: var(--stop);
}
@media (max-width: 560px) {
  .lessons li {
    grid-template-columns: 28px 1fr;
  }
  .lessons li > :last-child {
    grid-column: 2;
    justify-self: start;
  }
}
@media print {
  .page {
    max-width: none;
    padding: 0;
    gap: 1.5mm;
  }
  .page :is(p, li, span, a) {
    font-size: 8.6pt;
    line-height: 1.25;
  }
  h1 {
    font-size: 14pt;
  }
  h2 {
    font-size: 9.8pt;
  }
  .lessons li {
    padding: 1mm 0;
    break-inside: avoid;
    grid-template-columns: 8mm 1fr;
  }
  .class {
    padding: 2mm 0 0;
    gap: 1mm;
  }
  .runs {
    columns: 2;
  }
  .runs li {
    padding: 0.6mm 0;
  }
  .line {
    display: inline-block;
    width: 60%;
    border-bottom: 0.2mm dotted #000;
    margin-left: 4mm;
  }
}
</style>
