<script setup lang="ts">
import { mdiCamera, mdiCheck, mdiDelete } from '@mdi/js';
import { computed, ref } from 'vue';
import {
  clockEnds,
  entriesVerdict,
  finishEdits,
  noteEdits,
  recordOf,
  unfinishedBefore,
  type BuildStep,
  type StepState,
} from '../../../core/construction';
import { entriesOfStep } from '../../../core/log';
import { dateFormat, formatDuration, tell } from '../../../core/quantity';
import type { StoredPhoto } from '../../storage/db';
import { useBuild } from './store';
import { hereZone, useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import StepEntry from './StepEntry.vue';

/** The step at hand: what to do, what to look at, its clock, its photographs, and one large button. */
const props = defineProps<{
  step: BuildStep;
  state: StepState;
  steps: readonly BuildStep[];
  photos: readonly StoredPhoto[];
}>();
const emit = defineEmits<{ next: []; photo: [file: File]; drop: [id: string] }>();
const system = useSystem();
const settings = useSettings();
const build = useBuild();
const log = useLog();
const t = (p: BuildStep['title']) => tell(p, settings.units);
const doc = computed(() => system.document!);
const record = computed(() => recordOf(doc.value, props.step.id));
const ends = computed(() => clockEnds(props.step, record.value));
const left = computed(() => (ends.value === null ? 0 : Math.max(0, ends.value - build.now) / 1000));
const when = computed(() =>
  ends.value === null
    ? ''
    : dateFormat({ weekday: 'short', hour: '2-digit', minute: '2-digit' }).format(
        new Date(ends.value),
      ),
);
const verdict = computed(() => entriesVerdict(doc.value, props.step));
const first = computed(() => unfinishedBefore(doc.value, props.steps, props.step, build.now));
const missing = computed(
  () =>
    props.step.entries.filter(
      (e) => !e.optional && !record.value.entries.some((x) => x.id === e.id) && !e.writes,
    ).length,
);
const reason = computed(() => {
  if (props.state === 'done' || props.state === 'waiting') return '';
  if (first.value.length) return `First: ${first.value.map((x) => t(x.title)).join('; ')}.`;
  if (verdict.value === 'fails') return 'The next steps follow when this passes.';
  if (verdict.value === 'missing')
    return missing.value > 0 ? 'Enter what you see to finish this step.' : 'Fill in the fields.';
  return '';
});
const title = computed(() => t(props.step.title));

function finish() {
  const now = Date.now();
  build.look();
  system.commit(
    finishEdits(doc.value, props.step, build.plan?.pieces ?? [], now),
    `${title.value}: done`,
  );
  void log.keepAs(entriesOfStep(doc.value, props.step, t, now, hereZone()));
  if (!props.step.wait) emit('next');
}
function undo() {
  const noted = entriesOfStep(doc.value, props.step, t, 0, hereZone());
  system.commit(
    noteEdits(doc.value, props.step.id, { done: null, started: null }),
    `${title.value}: not done`,
  );
  log.dropAs(noted.map((n) => n.id));
}
function endClock() {
  build.look();
  system.commit(
    noteEdits(doc.value, props.step.id, {
      started: Math.max(0, Date.now() - props.step.wait!.time * 1000),
    }),
    `${title.value}: waiting time over`,
  );
  emit('next');
}
function note(event: Event) {
  const text = (event.target as HTMLTextAreaElement).value
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 2000);
  if (text !== record.value.note)
    system.commit(noteEdits(doc.value, props.step.id, { note: text }), `${title.value}: noted`);
}
const chooser = ref<HTMLInputElement>();
function picked() {
  const file = chooser.value?.files?.[0];
  if (file) emit('photo', file);
  if (chooser.value) chooser.value.value = '';
}
</script>

<template>
  <article class="card" :class="state" :aria-label="title">
    <p class="kind">
      {{ step.hold ? 'Checkpoint' : 'Step' }} · {{ formatDuration(step.minutes * 60) }}
      {{ step.hands === 2 ? '· two people' : '' }}
    </p>
    <h3>{{ title }}</h3>
    <ul class="how">
      <li v-for="(h, i) in step.how" :key="i">{{ t(h) }}</li>
    </ul>
    <p v-if="step.caution" class="caution">{{ t(step.caution) }}</p>

    <template v-if="state === 'waiting' && step.wait">
      <p class="clock" role="timer">{{ formatDuration(Math.ceil(left / 60) * 60) }} to go</p>
      <p>{{ t(step.wait.what) }} Ready {{ when }}.</p>
      <v-btn block variant="outlined" class="large" @click="endClock"
        >The time has already passed</v-btn
      >
    </template>
    <template v-else>
      <StepEntry v-for="e in step.entries" :key="e.id" :step="step" :entry="e" />
    </template>

    <v-btn
      v-if="state === 'open' || state === 'blocked' || state === 'failed'"
      block
      class="large"
      color="primary"
      variant="flat"
      :prepend-icon="mdiCheck"
      :disabled="reason !== ''"
      @click="finish"
      >{{
        step.wait
          ? `Done, start the timer: ${formatDuration(step.wait.time)}`
          : step.hold
            ? 'Passed'
            : 'Done'
      }}</v-btn
    >
    <p v-if="reason" class="reason">{{ reason }}</p>
    <div v-if="record.done !== null" class="done">
      <span
        >Done
        {{ dateFormat({ day: 'numeric', month: 'short' }).format(new Date(record.done)) }}.</span
      >
      <v-btn size="small" @click="undo">Mark as not done</v-btn>
    </div>

    <div class="photos">
      <figure v-for="p in photos" :key="p.id">
        <img :src="p.image" :alt="`Photograph of “${title}”`" />
        <v-btn
          :icon="mdiDelete"
          size="x-small"
          aria-label="Delete this photograph"
          @click="emit('drop', p.id)"
        />
      </figure>
    </div>
    <input
      ref="chooser"
      class="visually-hidden"
      type="file"
      accept="image/*"
      capture="environment"
      tabindex="-1"
      aria-label="Photograph of this step"
      @change="picked"
    />
    <v-btn size="small" :prepend-icon="mdiCamera" @click="chooser?.click()">Add a photo</v-btn>
    <v-textarea
      :model-value="record.note"
      label="Note"
      rows="1"
      auto-grow
      maxlength="2000"
      @change="note"
    />
  </article>
</template>

<style scoped>
.card {
  padding: 10px 12px 14px;
  border-left: 5px solid var(--rule);
  display: grid;
  gap: 8px;
}
.card.open {
  border-left-color: var(--water);
}
.card.waiting {
  border-left-color: var(--watch);
}
.card.failed {
  border-left-color: var(--stop);
}
.card.done {
  border-left-color: var(--leaf);
}
.kind {
  font-size: var(--type-small);
  color: var(--quiet);
}
h3 {
  font-size: 1.3rem;
}
.how {
  padding-left: 18px;
  line-height: 1.45;
}
.how li {
  padding-bottom: 4px;
}
.caution {
  border-left: 3px solid var(--watch);
  background: var(--watch-ground);
  padding: 6px 8px;
  font-size: var(--type-small);
}
.large {
  min-height: 56px;
  font-size: var(--type-title);
  white-space: normal;
}
.clock {
  font-size: 2rem;
  font-weight: 650;
  line-height: 1.1;
}
.reason {
  font-size: var(--type-small);
}
.done {
  display: flex;
  align-items: center;
  gap: 8px;
}
.card :deep(.v-btn.large) {
  height: auto;
}
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
figure {
  position: relative;
}
img {
  display: block;
  height: 96px;
  border-radius: var(--radius);
}
figure .v-btn {
  position: absolute;
  right: 2px;
  top: 2px;
  background: var(--sheet);
}
</style>
