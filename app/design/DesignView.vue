<script setup lang="ts">
import { useEventListener, useMediaQuery } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  nextTick,
  onBeforeUnmount,
  onMounted,
  ref,
  shallowRef,
  watch,
} from 'vue';
import { useRouter } from 'vue-router';
import { format } from '../../core/quantity';
import { fieldAt, isSiphon } from '../../core/system';
import { remindersOf } from '../../core/findings/reminders';
import FindingsList from '../findings/FindingsList.vue';
import FirstHints from '../parts/FirstHints.vue';
import DerivationSheet from '../parts/DerivationSheet.vue';
import type { Stage } from '../../core/findings';
import type PrintSheet from '../print/PrintSheet.vue';
import { fileStem, offerFile } from '../storage/files';
import SectionDrawing from '../section/SectionDrawing.vue';
import { useBench } from '../stores/bench';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { useDerivation } from '../stores/derivation';
import DayStrip from '../strip/DayStrip.vue';
import KeysDialog from './KeysDialog.vue';
import StageRail from './StageRail.vue';
import SystemTrouble from './SystemTrouble.vue';
import TopBar from './TopBar.vue';
import { useDesignKeys } from './keys';
import { isStage, STAGE_NAMES } from './stages';

/** One system: the living drawing, the day under it, the stage's panel and the findings beside it. */
const props = defineProps<{ id: string; stage?: string }>();
const router = useRouter();
const system = useSystem();
const trace = useTrace();
const settings = useSettings();
const working = useDerivation();

const PANELS = {
  vessels: defineAsyncComponent(() => import('../stages/vessels/VesselsPanel.vue')),
  lift: defineAsyncComponent(() => import('../stages/lift/LiftPanel.vue')),
  drain: defineAsyncComponent(() => import('../stages/drain/DrainPanel.vue')),
};
const stage = computed<Stage>(() => (isStage(props.stage) ? props.stage : 'vessels'));
watch(
  () => props.id,
  (id) => {
    working.close();
    void system.open(id);
  },
  { immediate: true },
);
onBeforeUnmount(() => {
  working.close();
  system.close();
});
watch(
  () => system.document?.name,
  (name) => (document.title = name ? `${name} · Mizuna` : 'Mizuna'),
);

/** What lies on the bench in place of the drawing. */
const bench = useBench();
const SiphonDrawing = defineAsyncComponent(
  () => import('../stages/drain/siphon/SiphonDrawing.vue'),
);
const TimerBench = defineAsyncComponent(() => import('../stages/drain/timer/TimerBench.vue'));
const onBench = computed(() => {
  if (stage.value !== 'drain') return null;
  if (bench.open === 'siphon' && siphonOnBench.value) return SiphonDrawing;
  const timed = system.document?.paths.some((p) => p.kind === 'pumped-line');
  return bench.open === 'timer' && timed ? TimerBench : null;
});
const siphonOnBench = computed(() => {
  const list = (system.document?.paths ?? []).filter(isSiphon);
  return list.find((p) => p.id === bench.about) ?? list[0];
});
const benchProps = computed(() =>
  bench.open === 'siphon' ? { siphon: siphonOnBench.value! } : {},
);

const phone = useMediaQuery('(max-width: 860px)');
const side = ref<'panel' | 'findings'>('findings');
const keys = ref(false);

function go(to: Stage) {
  void router.replace({ name: 'design', params: { id: props.id, stage: to } });
}

const levels = computed(() => {
  if (trace.moment) return trace.moment.levels;
  const a = system.assessment;
  return Object.fromEntries((a?.balance.rest ?? []).map((r) => [r.vessel, r.level]));
});
const flows = computed(() => trace.moment?.flows ?? {});

function label(at: string, value: number): string {
  const field = fieldAt(at);
  if (!field) return 'Change';
  return `${field.label} ${format(value, field.kind, settings.units)}`;
}

/** The printed sheet is only in the page while it is needed; its code comes when the page is idle. */
const Sheet = shallowRef<typeof PrintSheet | null>(null);
const sheet = ref<InstanceType<typeof PrintSheet> | null>(null);
const onPaper = ref(false);
const loadSheet = async () => (Sheet.value ??= (await import('../print/PrintSheet.vue')).default);
useEventListener(window, 'beforeprint', () => (onPaper.value = Sheet.value !== null));
useEventListener(window, 'afterprint', () => (onPaper.value = false));
async function print() {
  await loadSheet();
  onPaper.value = true;
  await nextTick();
  window.print();
}
async function saveDrawing() {
  await loadSheet();
  onPaper.value = true;
  await nextTick();
  const text = sheet.value?.drawing();
  onPaper.value = false;
  if (text && system.document)
    offerFile(text, `${fileStem(system.document.name)}.svg`, 'image/svg+xml');
}
async function saveDay() {
  if (!system.document || !trace.trace) return;
  const { dayCsv } = await import('../../core/formats/csv');
  const text = dayCsv(system.document, trace.trace, settings.units);
  offerFile(text, `${fileStem(system.document.name)}-day.csv`, 'text/csv;charset=utf-8');
}
async function saveNetwork() {
  if (!system.document) return;
  const { inpOf } = await import('../../core/formats/inp');
  const text = inpOf(system.document);
  if (text === null) {
    system.trouble = 'There is no pump with a curve here, so there is no pipe network to save.';
    return;
  }
  offerFile(text, `${fileStem(system.document.name)}.inp`, 'text/plain;charset=utf-8');
}
let idle = 0;
onMounted(() => (idle = window.setTimeout(() => void loadSheet(), 1000)));
onBeforeUnmount(() => clearTimeout(idle));

useDesignKeys({ go, showKeys: () => (keys.value = true) });

const reminders = computed(() =>
  system.document ? remindersOf(system.document).filter((r) => r.stage === stage.value) : [],
);
</script>

<template>
  <main
    v-if="system.document && system.assessment"
    class="design"
    :class="{ phone, papered: onPaper }"
  >
    <h1 class="visually-hidden">{{ system.document.name }}</h1>
    <TopBar
      class="top no-print"
      :phone="phone"
      @keys="keys = true"
      @print="print"
      @drawing="saveDrawing"
      @day="saveDay"
      @network="saveNetwork"
    />
    <SystemTrouble class="trouble no-print" />
    <p class="visually-hidden" aria-live="polite">{{ system.said }}</p>

    <StageRail class="stages no-print" :stage="stage" :phone="phone" @go="go" />

    <section class="stagearea" aria-label="The system from the side">
      <component :is="onBench" v-if="onBench" class="drawing" v-bind="benchProps" />
      <SectionDrawing
        v-else
        class="drawing"
        :system="system.document"
        :assessment="system.assessment"
        :levels="levels"
        :flows="flows"
        :stage="stage"
        @pull="(at, v) => system.pull([{ at, to: v }])"
        @settle="(at, v) => system.commitPreview([{ at, to: v }], label(at, v))"
        @release="system.release()"
        @nudge="(at, v) => system.nudge(at, v, label(at, v))"
        @typed="(at, v) => system.commit([{ at, to: v }], label(at, v))"
      />
      <FirstHints v-if="!phone" />
      <DayStrip class="day" />
    </section>

    <aside class="side">
      <div v-if="phone" class="sides" role="group" aria-label="Beside the drawing">
        <button type="button" :aria-pressed="side === 'findings'" @click="side = 'findings'">
          Findings
        </button>
        <button type="button" :aria-pressed="side === 'panel'" @click="side = 'panel'">
          {{ STAGE_NAMES[stage] }}
        </button>
      </div>
      <FirstHints v-if="phone" flat />
      <DerivationSheet class="working" />
      <div
        v-show="!phone || side === 'findings'"
        class="scroll findingsbox"
        tabindex="0"
        role="region"
        aria-label="Findings of this system"
      >
        <FindingsList />
      </div>
      <div
        v-show="!phone || side === 'panel'"
        class="scroll panelbox"
        tabindex="0"
        role="region"
        :aria-label="STAGE_NAMES[stage]"
      >
        <component :is="PANELS[stage]" />
        <ul v-if="reminders.length" class="reminders" aria-label="Cautions">
          <li v-for="r in reminders" :key="r.id">{{ r.sentence }}</li>
        </ul>
      </div>
    </aside>
    <KeysDialog v-model="keys" />
  </main>
  <component
    :is="Sheet"
    v-if="Sheet && onPaper && system.document && system.assessment"
    ref="sheet"
  />
  <main v-if="system.missing" class="missing">
    <h1>This system is not on the shelf</h1>
    <p v-if="system.trouble" role="alert">{{ system.trouble }}</p>
    <p v-else>
      It may have been deleted, or it lives in another browser. A saved file can be opened from the
      shelf.
    </p>
    <v-btn variant="tonal" :to="{ name: 'shelf' }">To the shelf</v-btn>
  </main>
</template>

<style scoped>
.design {
  display: grid;
  grid-template: 48px auto 1fr / 76px minmax(0, 1fr) 392px;
  grid-template-areas: 'top top top' 'trouble trouble trouble' 'stages area side';
  height: 100dvh;
  overflow: hidden;
}
.top {
  grid-area: top;
}
.trouble {
  grid-area: trouble;
}
.stages {
  grid-area: stages;
}
.stagearea {
  grid-area: area;
  display: grid;
  grid-template: minmax(0, 1fr) 160px / minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
  position: relative;
}
.side {
  grid-area: side;
  border-left: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.scroll {
  overflow-y: auto;
  min-height: 0;
}
.findingsbox {
  flex: 0 1 auto;
  max-height: 50%;
  border-bottom: 2px solid var(--rule);
}
.panelbox {
  flex: 1 1 0;
}
.working {
  margin: 6px;
  flex: 0 1 auto;
  max-height: 40%;
  overflow-y: auto;
}
/* The working stands beside what it explains: neither may push the other out. */
.working ~ .findingsbox {
  max-height: 28%;
}
.reminders {
  padding: 8px 12px 16px 26px;
  border-top: 1px solid var(--rule);
  font-size: 0.86rem;
  line-height: 1.4;
}
.reminders li {
  padding-bottom: 4px;
}
.missing {
  max-width: 34rem;
  margin: 15vh auto;
  padding: 1rem;
  display: grid;
  gap: 1rem;
  justify-items: start;
}
.phone {
  flex: none;
  display: flex;
  flex-direction: column;
  height: auto;
  min-height: 100dvh;
  overflow: visible;
  padding-bottom: 62px;
}
.phone > * {
  flex: none;
}
.phone .stagearea {
  grid-template-rows: 46vh 150px;
  width: 100%;
}
.phone .side {
  display: block;
  border-left: 0;
  border-top: 1px solid var(--rule);
}
.phone .working {
  max-height: 60vh;
}
.phone .findingsbox {
  max-height: none;
  border: 0;
}
.phone .scroll {
  overflow: visible;
}
.sides {
  display: flex;
}
.sides button {
  flex: 1;
  padding: 11px;
  color: inherit;
  border-bottom: 3px solid transparent;
}
.sides [aria-pressed='true'] {
  border-bottom-color: var(--water);
  font-weight: 650;
}
/* On paper there is the sheet instead. */
@media print {
  .papered {
    display: none;
  }
}
@media (max-width: 1120px) and (min-width: 861px) {
  .design {
    grid-template-columns: 68px minmax(0, 1fr) 330px;
  }
}
</style>
