<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { computed, nextTick, ref, watch } from 'vue';
import { CHAPTERS, type BuildPlan, type Chapter, type StepState } from '../../../core/construction';
import { tell } from '../../../core/quantity';
import PanelGroup from '../../parts/PanelGroup.vue';
import { fileStem, offerFile } from '../../storage/files';
import { useBuild } from './store';
import { useBuildBench } from './benchStore';
import { useChosen } from '../../stores/chosen';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import StepCard from './StepCard.vue';
import { usePhotos } from './photos';

/** The steps, one at hand and all in order below: from the agreed place to the planted bed. */
const props = defineProps<{ plan: BuildPlan }>();
const system = useSystem();
const settings = useSettings();
const build = useBuild();
const bench = useBuildBench();
const chosen = useChosen();
const doc = computed(() => system.document!);
const steps = computed(() => props.plan.steps);
const open = computed(
  () => steps.value.find((x) => x.id === bench.step) ?? build.current ?? steps.value[0]!,
);
const at = computed(() => steps.value.indexOf(open.value));
const stateOf = (id: string): StepState => build.states.get(id) ?? 'blocked';
const done = computed(() => steps.value.filter((x) => stateOf(x.id) === 'done').length);
const { photos, trouble, take, drop } = usePhotos(computed(() => doc.value.id));

const WORDS: Record<StepState, string> = {
  blocked: 'later',
  open: 'now',
  waiting: 'waiting',
  failed: 'not passed',
  done: 'done',
};
const chapters = computed(() =>
  (Object.keys(CHAPTERS) as Chapter[])
    .map((id) => ({ id, name: CHAPTERS[id], steps: steps.value.filter((x) => x.chapter === id) }))
    .filter((c) => c.steps.length),
);
const top = ref<HTMLElement>();
async function show(id: string, scroll = true) {
  bench.step = id;
  await nextTick();
  if (scroll) top.value?.scrollIntoView({ block: 'start' });
}
function next() {
  bench.step = build.current?.id ?? '';
}
const by = (n: number) =>
  void show(steps.value[(at.value + n + steps.value.length) % steps.value.length]!.id, false);
// What the step is about is chosen in the drawing too.
watch(
  () => open.value.id,
  () => {
    const about = open.value.about[0];
    if (about) chosen.chooseById(about);
  },
);

async function calendar() {
  const { stepsIcs } = await import('../../../core/formats/calendar');
  const now = new Date();
  const start = Date.UTC(now.getFullYear(), now.getMonth(), now.getDate() + 1, 9);
  const left = steps.value.filter((x) => stateOf(x.id) !== 'done');
  offerFile(
    stepsIcs(doc.value.id, doc.value.name, left, start, settings.units),
    `${fileStem(doc.value.name)}-steps.ics`,
    'text/calendar;charset=utf-8',
  );
}
</script>

<template>
  <div ref="top">
    <div class="progress">
      <v-btn :icon="mdiChevronLeft" size="small" aria-label="Step before" @click="by(-1)" />
      <div class="bar">
        <span>{{ done }} of {{ steps.length }} done</span>
        <v-progress-linear
          :model-value="(100 * done) / steps.length"
          color="success"
          height="8"
          :aria-label="`${done} of ${steps.length} steps done`"
        />
      </div>
      <v-btn :icon="mdiChevronRight" size="small" aria-label="Next step" @click="by(1)" />
    </div>
    <StepCard
      :key="open.id"
      :step="open"
      :state="stateOf(open.id)"
      :steps="steps"
      :photos="photos.filter((p) => p.step === open.id)"
      @next="next"
      @photo="(file) => take(open.id, file)"
      @drop="drop"
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <PanelGroup v-for="c in chapters" :key="c.id" :title="c.name">
      <ol class="steps">
        <li v-for="x in c.steps" :key="x.id" :class="stateOf(x.id)">
          <button
            type="button"
            :aria-current="x.id === open.id ? 'step' : undefined"
            @click="show(x.id)"
          >
            <span class="title">{{ x.hold ? '◆ ' : '' }}{{ tell(x.title, settings.units) }}</span>
            <span class="state">{{ WORDS[stateOf(x.id)] }}</span>
          </button>
        </li>
      </ol>
    </PanelGroup>
    <PanelGroup title="Export the steps">
      <p class="quiet">◆ is a checkpoint. Pass it before you start the next steps.</p>
      <div class="buttons">
        <v-btn size="small" @click="calendar">Save as a calendar</v-btn>
        <v-btn v-if="photos.length" size="small" @click="system.toFile"
          >Save the system with its photos</v-btn
        >
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.progress {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 6px 8px;
}
.bar {
  flex: 1;
  font-size: var(--type-small);
  display: grid;
  gap: 4px;
  text-align: center;
}
.steps {
  list-style: none;
}
.steps button {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  text-align: left;
  padding: 9px 6px;
  min-height: 40px;
  border-top: 1px solid var(--rule);
}
.steps [aria-current] {
  background: var(--water-soft);
  font-weight: 650;
}
.state {
  white-space: nowrap;
  font-size: var(--type-small);
  color: var(--quiet);
}
.open .state {
  color: var(--text);
  font-weight: 650;
}
.failed .state {
  color: var(--stop);
  font-weight: 650;
}
.waiting .state {
  color: var(--watch);
  font-weight: 650;
}
.done .state {
  color: var(--fine);
}
.done .title {
  color: var(--quiet);
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 8px;
}
.trouble {
  padding: 8px 12px;
  color: var(--stop);
}
</style>
