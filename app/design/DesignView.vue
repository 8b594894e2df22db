<script setup lang="ts">
import { useEventListener, useTimeoutFn } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  nextTick,
  onBeforeUnmount,
  ref,
  shallowRef,
  watch,
} from 'vue';
import { useRouter } from 'vue-router';
import { useDisplay } from 'vuetify';
import { remindersOf } from '../../core/findings/reminders';
import FindingsList from '../findings/FindingsList.vue';
import WorstFinding from '../findings/WorstFinding.vue';
import FirstHints from '../parts/FirstHints.vue';
import DerivationSheet from '../parts/DerivationSheet.vue';
import type { Stage } from '../../core/findings';
import type PrintSheet from '../print/PrintSheet.vue';
import { fileStem, offerFile } from '../storage/files';
import DrawingBand from '../section/DrawingBand.vue';
import LivingDrawing from '../section/LivingDrawing.vue';
import { useBench } from '../stages/drain/benchStore';
import { useChosen } from '../stores/chosen';
import { useLifeBench } from '../stages/life/benchStore';
import { useRoundsBench } from '../stages/rounds/benchStore';
import { useStartBench } from '../stages/startup/benchStore';
import { useSaved } from '../stores/saved';
import { useSettings } from '../stores/settings';
import { isExample, useShelf } from '../shelf/store';
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
const props = defineProps<{ id: string; stage?: string; group?: string; part?: string }>();
const router = useRouter();
const system = useSystem();
const shelf = useShelf();
/** The address of an example opens it in a browser that has never been here. */
async function openOrExample(id: string) {
  await system.open(id);
  if (system.missing !== 'gone' || !isExample(id) || shelf.loaded) return;
  await shelf.load();
  if (props.id === id && shelf.systems.some((s) => s.id === id)) await system.open(id);
}
const trace = useTrace();
const settings = useSettings();
const derivation = useDerivation();
const chosen = useChosen();
const { mobile: phone } = useDisplay();

const PANELS = {
  place: defineAsyncComponent(() => import('../stages/place/PlacePanel.vue')),
  vessels: defineAsyncComponent(() => import('../stages/vessels/VesselsPanel.vue')),
  lift: defineAsyncComponent(() => import('../stages/lift/LiftPanel.vue')),
  drain: defineAsyncComponent(() => import('../stages/drain/DrainPanel.vue')),
  life: defineAsyncComponent(() => import('../stages/life/LifePanel.vue')),
  build: defineAsyncComponent(() => import('../stages/build/BuildPanel.vue')),
  startup: defineAsyncComponent(() => import('../stages/startup/StartupPanel.vue')),
  rounds: defineAsyncComponent(() => import('../stages/rounds/RoundsPanel.vue')),
};
/** Where the address names none: on a phone, with a system that runs, the rounds. */
const stage = computed<Stage>(() => {
  if (isStage(props.stage)) return props.stage;
  return phone.value && system.document?.care.filled ? 'rounds' : 'vessels';
});
watch(
  () => props.id,
  (id) => {
    derivation.close();
    if (system.document?.id !== id) chosen.close();
    void openOrExample(id);
  },
  { immediate: true },
);
onBeforeUnmount(() => {
  derivation.close();
  chosen.close();
  system.close();
});
watch(
  () => system.document?.name,
  (name) => (document.title = name ? `${name} · Mizuna` : 'Mizuna'),
);

/** What is chosen stands in the address, and the address says what is chosen. */
const inAddress = computed(() => (props.group && props.part ? `${props.group}.${props.part}` : ''));
watch(inAddress, (at) => (chosen.at = at), { immediate: true });
function goTo(to: Stage, at: string) {
  const [group, part] = at ? at.split('.') : [];
  return router.replace({ name: 'design', params: { id: props.id, stage: to, group, part } });
}
watch(
  () => chosen.at,
  (at) => at !== inAddress.value && void goTo(stage.value, at),
);
const go = (to: Stage) => void goTo(to, chosen.at);

/** What lies on the bench in place of the drawing. */
const bench = useBench();
const life = useLifeBench();
const SiphonDrawing = defineAsyncComponent(
  () => import('../stages/drain/siphon/SiphonDrawing.vue'),
);
const SeasonBench = defineAsyncComponent(() => import('../stages/life/season/SeasonBench.vue'));
const YearBench = defineAsyncComponent(() => import('../stages/life/year/YearBench.vue'));
const TimerBench = defineAsyncComponent(() => import('../stages/drain/timer/TimerBench.vue'));
const TrendChart = defineAsyncComponent(() => import('../stages/rounds/TrendChart.vue'));
const StartChart = defineAsyncComponent(() => import('../stages/startup/StartChart.vue'));
const rounds = useRoundsBench();
const start = useStartBench();
const onBench = computed(() => {
  if (stage.value === 'rounds') return rounds.open === 'trends' ? TrendChart : null;
  if (stage.value === 'startup') return start.open === 'forecast' ? StartChart : null;
  if (stage.value === 'life') {
    if (life.open === 'year') return YearBench;
    const doc = system.document;
    const cycles = doc?.fish.length || doc?.vessels.some((v) => v.role === 'tank');
    return cycles && life.open === 'season' ? SeasonBench : null;
  }
  if (stage.value !== 'drain') return null;
  if (bench.open === 'siphon' && chosen.siphon) return SiphonDrawing;
  const timed = system.document?.paths.some((p) => p.kind === 'pumped-line');
  return bench.open === 'timer' && timed ? TimerBench : null;
});
/** On a phone the drawing is a band until it is opened, so that the work is on the first screen. */
const opened = ref(false);
const folded = computed(() => phone.value && !opened.value && !onBench.value);
const showsDay = computed(
  () => !phone.value || stage.value === 'drain' || (!folded.value && !running.value),
);
const benchProps = computed(() =>
  stage.value === 'drain' && bench.open === 'siphon' ? { siphon: chosen.siphon! } : {},
);

const MISSING = {
  gone: 'This system is not on the shelf',
  damaged: 'This system is damaged',
  silent: 'This browser’s storage does not answer',
} as const;
/** Beside the drawing lies the stage’s panel or the list of findings. */
const side = ref<'panel' | 'findings'>('panel');
watch(
  () => chosen.finding,
  ({ key }) => key && (side.value = 'findings'),
);
const keys = ref(false);

/** The printed sheet is only in the page while it is needed; its code comes when the page is idle. */
const Sheet = shallowRef<typeof PrintSheet | null>(null);
const sheet = ref<InstanceType<typeof PrintSheet> | null>(null);
const onPaper = ref(false);
const loadSheet = async () => (Sheet.value ??= (await import('../print/PrintSheet.vue')).default);
/** The sheets of the build, in the page while they are printed. */
const BuildSheets = defineAsyncComponent(() => import('../print/PrintBuild.vue'));
const buildOnPaper = ref(false);
/** The week’s tasks for the wall. */
const WeekSheet = defineAsyncComponent(() => import('../print/PrintWeek.vue'));
const weekOnPaper = ref(false);
useEventListener(
  window,
  'beforeprint',
  () => (onPaper.value = Sheet.value !== null && !buildOnPaper.value && !weekOnPaper.value),
);
useEventListener(window, 'afterprint', () => {
  onPaper.value = false;
  buildOnPaper.value = false;
  weekOnPaper.value = false;
});
async function print() {
  await loadSheet();
  onPaper.value = true;
  await nextTick();
  window.print();
}
/** Once the browser has laid the sheets out. */
const printBuild = () => requestAnimationFrame(() => window.print());
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
    system.trouble = 'This system has no pump with a curve, so there is no pipe network to export.';
    return;
  }
  offerFile(text, `${fileStem(system.document.name)}.inp`, 'text/plain;charset=utf-8');
}
useTimeoutFn(() => void loadSheet(), 1000);

const living = ref<InstanceType<typeof LivingDrawing>>();
useDesignKeys({ go, showKeys: () => (keys.value = true), camera: () => living.value });

/** Probes and plugs that the grower took up work wherever the system is open, whatever page of it is looked at. */
watch(
  () =>
    (system.document?.care.channels.length ?? 0) + (system.document?.care.plugs.length ?? 0) > 0,
  async (any) => any && (await import('../stages/rounds/devicesStore')).useDevices(),
  { immediate: true },
);

// What each move of a handle leaves as it is draws nothing here anew.
/** What is looked at is the running system, not the design. */
const running = computed(() => stage.value === 'rounds' || stage.value === 'startup');
const isOpen = computed(() => system.document !== null && system.assessment !== null);
const name = computed(() => system.document?.name ?? '');
const openFindings = computed(() => trace.open.length);
const reminders = useSaved(() =>
  system.document ? remindersOf(system.document).filter((r) => r.stage === stage.value) : [],
);
</script>

<template>
  <main
    v-if="isOpen"
    class="design"
    :class="{ phone, running, folded, papered: onPaper || buildOnPaper || weekOnPaper }"
  >
    <h1 class="visually-hidden">{{ name }}</h1>
    <TopBar
      class="top no-print"
      :phone="phone"
      @keys="keys = true"
      @print="print"
      @drawing="saveDrawing"
      @day="saveDay"
      @network="saveNetwork"
      @build="buildOnPaper = true"
    />
    <div class="trouble no-print">
      <SystemTrouble />
      <FirstHints v-if="!folded" />
    </div>
    <p class="visually-hidden" aria-live="polite">{{ system.announcement }}</p>

    <StageRail class="stages no-print" :stage="stage" :phone="phone" @go="go" />

    <section class="stagearea" aria-label="The system from the side">
      <component :is="onBench" v-if="onBench" class="drawing" v-bind="benchProps" />
      <DrawingBand v-else-if="folded" @open="opened = true" />
      <LivingDrawing
        v-else
        ref="living"
        class="drawing"
        :phone="phone"
        :stage="stage"
        :foldable="phone"
        @fold="opened = false"
      />
      <DayStrip v-if="showsDay" class="day" />
    </section>

    <aside class="side">
      <WorstFinding class="worst" :short="phone" @open="side = 'findings'" />
      <v-tabs v-model="side" class="sides" grow color="primary" aria-label="Beside the drawing">
        <v-tab value="panel">{{ STAGE_NAMES[stage] }}</v-tab>
        <v-tab value="findings">
          {{ openFindings ? `Findings ${openFindings}` : 'Findings' }}
        </v-tab>
      </v-tabs>
      <DerivationSheet class="derivation" />
      <div
        v-show="side === 'findings'"
        class="scroll findingsbox"
        tabindex="0"
        role="region"
        aria-label="Findings of this system"
      >
        <FindingsList :hidden="side !== 'findings'" />
      </div>
      <div
        v-show="side === 'panel'"
        class="scroll panelbox"
        tabindex="0"
        role="region"
        :aria-label="STAGE_NAMES[stage]"
      >
        <component :is="PANELS[stage]" @print="weekOnPaper = true" />
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
  <BuildSheets v-if="buildOnPaper && isOpen" @ready="printBuild" />
  <WeekSheet v-if="weekOnPaper && isOpen" @ready="printBuild" />
  <main v-if="system.missing" class="missing">
    <h1>{{ MISSING[system.missing] }}</h1>
    <p v-if="system.trouble" role="alert">{{ system.trouble }}</p>
    <p v-else>
      It may have been deleted, or it is in another browser. You can open a saved file from the
      shelf.
    </p>
    <v-btn v-if="system.missing === 'damaged'" variant="tonal" @click="system.rawToFile(id)"
      >Save its raw data</v-btn
    >
    <v-btn v-if="system.missing === 'silent'" variant="tonal" @click="system.open(id)"
      >Try again</v-btn
    >
    <v-btn variant="tonal" :to="{ name: 'shelf' }">Go to the shelf</v-btn>
  </main>
</template>

<style scoped>
.design {
  display: grid;
  grid-template: 48px auto 1fr / 76px minmax(0, 1fr) 392px;
  grid-template-areas: 'top top top' 'trouble trouble trouble' 'stages area side';
  height: calc(100dvh - var(--notices, 0px));
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
.scroll {
  flex: 1 1 0;
}
.derivation {
  margin: 6px;
  flex: 0 1 auto;
  max-height: 40%;
  overflow-y: auto;
}
.reminders {
  padding: 8px 12px 16px 26px;
  border-top: 1px solid var(--rule);
  font-size: var(--type-small);
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
  padding-bottom: var(--thumbbar);
  --above: 34px;
}
.phone > * {
  flex: none;
}
.phone .stages {
  order: 1;
}
.phone .stagearea {
  grid-template-rows: max(46vh, 330px) 150px;
  width: 100%;
}
.phone.running .stagearea {
  grid-template-rows: max(34vh, 260px);
}
.phone.folded .stagearea {
  grid-template-rows: auto;
}
.phone .side {
  display: block;
  border-left: 0;
  border-top: 1px solid var(--rule);
}
.phone .derivation {
  max-height: 60vh;
}
.phone .scroll {
  overflow: visible;
}
.sides {
  flex: none;
  border-bottom: 1px solid var(--rule);
}
.phone .worst {
  position: sticky;
  top: 0;
  z-index: 4;
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
