<script setup lang="ts">
import { mdiUndo } from '@mdi/js';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { LESSONS, lessonId, lessonSystem, nearness } from '../../core/practice/course';
import { quantityAt } from '../../core/derived';
import { format, tell } from '../../core/quantity';
import DocumentField from '../parts/DocumentField.vue';
import PanelGroup from '../parts/PanelGroup.vue';
import QuantityField from '../parts/QuantityField.vue';
import { store } from '../storage/db';
import { useChosen } from '../stores/chosen';
import { useLearned } from './learnedStore';
import { usePractice } from './store';
import { useSettings } from '../stores/settings';
import { useShelf } from '../shelf/store';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import PracticeFrame from './PracticeFrame.vue';

/** A lesson: pull until it is in order, guess a number, then find a trouble. */
const props = defineProps<{ lesson: string }>();
const system = useSystem();
const shelf = useShelf();
const trace = useTrace();
const learned = useLearned();
const practice = usePractice();
const settings = useSettings();
const chosen = useChosen();
const router = useRouter();
const l = computed(() => LESSONS.find((x) => x.id === props.lesson));
const trouble = ref('');

async function open(anew: boolean) {
  const lesson = l.value;
  if (!lesson) return;
  chosen.close();
  const id = lessonId(lesson.id);
  const there = await store.get(id);
  if (anew || !there.ok || !there.value) {
    const demo = await shelf.demoOf(lesson.demo);
    if (!demo) {
      trouble.value = 'The system of this lesson is missing.';
      return;
    }
    system.close();
    await shelf.keepNew(lessonSystem(lesson, demo));
  }
  await system.open(id);
  // Where it is about a vessel, that one is at hand.
  const [, part] = quantityAt(lesson.predict);
  if (part && lesson.stage === 'vessels') chosen.chooseById(part);
}
watch(
  () => props.lesson,
  () => void open(false),
  { immediate: true },
);
watch(l, (x) => (document.title = x ? `${x.title} · Mizuna` : 'Course · Mizuna'), {
  immediate: true,
});
onBeforeUnmount(() => {
  chosen.close();
  system.close();
});
const isOpen = computed(
  () => system.document?.id === (l.value && lessonId(l.value.id)) && system.assessment !== null,
);
const taken = computed(() => learned.lessonOf(props.lesson));
/** What still stands in the way, of the lesson's own finding. */
const open1 = computed(() => trace.open.find((f) => f.id === l.value?.goal) ?? null);
const settled = computed(
  () => isOpen.value && trace.day !== null && trace.solved === system.document,
);
const reached = computed(() => settled.value && open1.value === null);
watch(reached, (is) => {
  if (is && !taken.value.pulled) void learned.learn(props.lesson, { pulled: true });
});
const quantity = computed(() => (l.value ? quantityAt(l.value.predict) : null));
const is = computed(() => {
  const doc = system.document;
  const a = system.assessment;
  const [q, part] = quantity.value ?? [];
  return doc && a && q && trace.day ? q.value({ system: doc, a, day: trace.day }, part!) : null;
});
const f = (v: number) => (quantity.value ? format(v, quantity.value[0].kind, settings.units) : '');
const guess = ref<number | null>(null);
const near = computed(() =>
  taken.value.guess !== null && is.value !== null ? nearness(taken.value.guess, is.value) : null,
);
const nearWords = computed(() => {
  const n = near.value;
  if (n === null) return '';
  if (n > 0.9) return 'As exact as a stopwatch.';
  if (n > 0.6) return 'Close enough for planning.';
  return 'Too far off. Measure it in your own system.';
});
const take = () => guess.value !== null && void learned.learn(props.lesson, { guess: guess.value });
async function find() {
  const lesson = l.value!;
  await system.flush();
  await router.push({ name: 'practice', params: { id: lessonId(lesson.id) } });
  const stop = watch(
    () => practice.scope,
    (scope) => {
      if (!scope) return;
      if (!practice.view) void practice.begin(lesson.find, lesson.id);
      queueMicrotask(() => stop());
    },
    { immediate: true },
  );
}
const next = computed(() => {
  const i = LESSONS.findIndex((x) => x.id === props.lesson);
  return LESSONS[i + 1] ?? null;
});
</script>

<template>
  <PracticeFrame
    v-if="l && isOpen"
    :title="l.title"
    :back="{ name: 'course' }"
    back-words="Back to the course"
    :stage="l.stage"
    side="Lesson"
  >
    <template #bar>
      <v-btn
        :icon="mdiUndo"
        size="small"
        aria-label="Undo"
        :disabled="!system.past.length"
        @click="system.undo()"
      />
    </template>
    <p class="about">{{ tell(l.about, settings.units) }}</p>
    <PanelGroup title="1. Pull">
      <p>
        <b>{{ tell(l.ask, settings.units) }}</b>
      </p>
      <DocumentField v-if="l.field" :at="l.field" class="field" />
      <p v-if="reached" class="ok" role="status">Solved.</p>
      <p v-else-if="open1" role="status">{{ tell(open1.sentence, settings.units) }}</p>
      <p v-else class="quiet" role="status">Calculating the day …</p>
      <v-btn size="small" @click="open(true)">Start again</v-btn>
    </PanelGroup>
    <PanelGroup title="2. Guess">
      <p>{{ tell(l.guess, settings.units) }}</p>
      <template v-if="taken.guess === null">
        <div class="guess">
          <QuantityField
            :model-value="guess"
            label="Your guess"
            :kind="quantity![0].kind"
            :min="0"
            :max="1e6"
            :step="0.001"
            @commit="guess = $event"
          />
          <v-btn variant="tonal" height="40" :disabled="guess === null || is === null" @click="take"
            >Check my guess</v-btn
          >
        </div>
      </template>
      <p v-else-if="is !== null">
        You guessed {{ f(taken.guess) }}; it is <b>{{ f(is) }}</b>. {{ nearWords }}
        <v-btn size="small" @click="learned.learn(lesson, { guess: null })">Guess again</v-btn>
      </p>
    </PanelGroup>
    <PanelGroup title="3. Find">
      <p>Something has happened to this system. Go and look. Use what you have learnt above.</p>
      <v-btn variant="flat" color="primary" height="48" @click="find">Go and look</v-btn>
      <p v-if="!reached" class="quiet">
        Complete part 1 first. It is easier to find a fault in a system without problems.
      </p>
      <p v-if="taken.found" class="ok">You have already found it.</p>
    </PanelGroup>
    <div class="next">
      <v-btn
        v-if="next"
        variant="outlined"
        height="44"
        :to="{ name: 'lesson', params: { lesson: next.id } }"
        >Next: {{ next.title }}</v-btn
      >
    </div>
  </PracticeFrame>
  <main v-else class="none">
    <h1>{{ l ? l.title : 'There is no such lesson' }}</h1>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <v-btn variant="tonal" :to="{ name: 'course' }">Go to the course</v-btn>
  </main>
</template>

<style scoped>
.about {
  padding: 12px;
}
.ok {
  color: var(--leaf);
  font-weight: 650;
}
.field {
  margin: 10px 0;
}
.guess {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  padding-top: 8px;
}
.next {
  padding: 10px 12px 24px;
}
.none {
  max-width: 34rem;
  margin: 15vh auto;
  padding: 1rem;
  display: grid;
  gap: 1rem;
  justify-items: start;
}
</style>
