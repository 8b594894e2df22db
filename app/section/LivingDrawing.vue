<script setup lang="ts">
import {
  mdiArrowExpandAll,
  mdiChevronLeft,
  mdiChevronRight,
  mdiChevronUp,
  mdiMagnifyPlusOutline,
} from '@mdi/js';
import { useElementSize } from '@vueuse/core';
import { computed, nextTick, provide, ref, shallowRef, watch } from 'vue';
import type { Stage } from '../../core/findings';
import { format } from '../../core/quantity';
import { fieldAt } from '../../core/system';
import { useChosen } from '../stores/chosen';
import { useDerivation } from '../stores/derivation';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useLifeBench } from '../stages/life/benchStore';
import { useTrace } from '../stores/trace';
import { SHOWN_DAY } from './bearing';
import { useCamera } from './camera';
import { WHOLE_VIEW, type CameraView } from './frame';
import SectionDrawing from './SectionDrawing.vue';
import { useShownWater } from './shownWater';

/** The drawing with its camera: the whole system, or close to the thing that is chosen. */
const props = defineProps<{
  stage: Stage;
  phone: boolean;
  /** Without findings, readings and tasks: the things and their water alone. */
  plain?: boolean;
  /** It can be closed to a band. */
  foldable?: boolean;
}>();
const emit = defineEmits<{ fold: [] }>();
const system = useSystem();
const settings = useSettings();
const chosen = useChosen();
const trace = useTrace();
const derivation = useDerivation();
const bench = useLifeBench();
provide(
  SHOWN_DAY,
  computed(() => bench.day ?? 'fullest'),
);
const drawing = ref<InstanceType<typeof SectionDrawing>>();
const svg = computed(
  () => (drawing.value?.$el as HTMLElement | undefined)?.querySelector('svg') ?? null,
);
const view = shallowRef<CameraView>(WHOLE_VIEW);
const place = computed(() => chosen.placeAt(props.stage));
const order = computed(() => chosen.order.map((p) => p.at));
const names = computed(() => [...chosen.order]);
const { goTo, nearer } = useCamera(svg, view, () => props.phone);
const isClose = computed(() => view.value.k > WHOLE_VIEW.k);

const { levels, flows } = useShownWater();

/** What the history says of a number. */
function label(at: string, value: number): string {
  const field = fieldAt(at);
  if (!field) return 'Change';
  return `${field.label} ${format(value, field.kind, settings.units)}`;
}

function follow(jump = false) {
  const to = chosen.closeUp ? drawing.value?.viewOf(place.value) : null;
  goTo(to ?? WHOLE_VIEW, jump);
}
watch([place, () => chosen.closeUp], async () => {
  await nextTick();
  follow();
});
// Another size of the window, or another reach of the system, is another whole.
const size = useElementSize(() => drawing.value?.$el as HTMLElement | undefined);
// Getters: a list of shallow refs would be taken as changed with every drawing.
watch([() => size.width.value, () => size.height.value, () => system.document?.id], async () => {
  await nextTick();
  follow(true);
});
function choose(at: string) {
  chosen.choose(at);
  // A phone shows the whole too small to pull.
  if (props.phone && drawing.value?.crowded) chosen.closeUp = true;
}
function closer(at: string) {
  chosen.choose(at);
  if (chosen.closeUp) follow();
  chosen.closeUp = true;
}
function whole() {
  if (chosen.closeUp) chosen.whole();
  else follow();
}
defineExpose({ nearer, whole, closer: () => closer(place.value) });
</script>

<template>
  <div class="living">
    <div class="bar no-print" role="toolbar" aria-label="Selection">
      <v-btn
        :icon="mdiChevronLeft"
        size="small"
        aria-label="Previous part along the flow"
        @click="chosen.step(place, -1)"
      />
      <v-select
        class="name"
        variant="plain"
        :model-value="place"
        :items="names"
        item-title="name"
        item-value="at"
        aria-label="Selected part"
        @update:model-value="choose"
      />
      <v-btn
        :icon="mdiChevronRight"
        size="small"
        aria-label="Next part along the flow"
        @click="chosen.step(place, 1)"
      />
      <span class="grow" />
      <v-btn
        v-if="!isClose"
        size="small"
        :prepend-icon="mdiMagnifyPlusOutline"
        @click="closer(place)"
      >
        Zoom in
      </v-btn>
      <v-btn v-else size="small" :prepend-icon="mdiArrowExpandAll" @click="whole">
        Whole system
      </v-btn>
      <v-btn
        v-if="foldable"
        :icon="mdiChevronUp"
        size="small"
        aria-label="Close the drawing"
        @click="emit('fold')"
      />
    </div>
    <SectionDrawing
      v-if="system.document && system.assessment"
      ref="drawing"
      class="section"
      :class="{ close: isClose }"
      :system="system.document"
      :assessment="system.assessment"
      :levels="levels"
      :flows="flows"
      :stage="stage"
      :view="view"
      :chosen="place"
      :order="order"
      :opened="chosen.thing?.at ?? ''"
      :findings="plain ? [] : trace.open"
      :plain="plain"
      @pull="(at, v) => system.pull([{ at, to: v }])"
      @settle="(at, v) => system.commitPreview([{ at, to: v }], label(at, v))"
      @release="system.release()"
      @nudge="(at, v) => system.nudge(at, v, label(at, v))"
      @typed="(at, v) => system.commit([{ at, to: v }], label(at, v))"
      @choose="choose"
      @closer="closer"
      @derive="(key) => derivation.open(key)"
      @finding="(key, about) => chosen.showFinding(key, about)"
    />
  </div>
</template>

<style scoped>
.living {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  min-height: 0;
  height: 100%;
}
.bar {
  display: flex;
  align-items: center;
  height: 40px;
  padding: 0 8px;
  border-bottom: 1px solid var(--rule);
}
.name {
  flex: 0 1 17rem;
  min-width: 0;
  font-weight: 650;
}
.name :deep(.v-field__input) {
  padding-block: 6px;
  min-height: 36px;
  justify-content: center;
}
.grow {
  flex: 1;
}
.close :deep(svg) {
  cursor: grab;
  touch-action: none;
}
</style>
