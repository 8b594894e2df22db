<script setup lang="ts">
import { mdiArrowExpandAll, mdiChevronLeft, mdiChevronRight, mdiMagnifyPlusOutline } from '@mdi/js';
import { useElementSize } from '@vueuse/core';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import type { Assessment } from '../../core/assess';
import type { Stage } from '../../core/findings';
import type { SystemDocument } from '../../core/system';
import { useChosen } from '../stores/chosen';
import { useDerivation } from '../stores/derivation';
import { useTrace } from '../stores/trace';
import { useCamera } from './camera';
import { WHOLE_VIEW, type View } from './frame';
import SectionDrawing from './SectionDrawing.vue';

/** The drawing with its camera: the whole system, or close to the thing that is chosen. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  levels: Record<string, number>;
  flows: Record<string, number>;
  stage: Stage;
  phone: boolean;
}>();
const emit = defineEmits<{
  pull: [at: string, value: number];
  settle: [at: string, value: number];
  release: [];
  nudge: [at: string, value: number];
  typed: [at: string, value: number];
}>();
const chosen = useChosen();
const trace = useTrace();
const derivation = useDerivation();
const drawing = ref<InstanceType<typeof SectionDrawing>>();
const svg = computed(
  () => (drawing.value?.$el as HTMLElement | undefined)?.querySelector('svg') ?? null,
);
const view = shallowRef<View>(WHOLE_VIEW);
const place = computed(() => chosen.placeAt(props.stage));
const order = computed(() => chosen.order.map((p) => p.at));
const names = computed(() => [...chosen.order]);
const { goTo, nearer } = useCamera(svg, view, () => props.phone);
const isClose = computed(() => view.value.k > WHOLE_VIEW.k);

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
watch([() => size.width.value, () => size.height.value, () => props.system.id], async () => {
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
    <div class="bar no-print" role="toolbar" aria-label="What is chosen">
      <v-btn
        :icon="mdiChevronLeft"
        size="small"
        aria-label="Before it along the water’s way"
        @click="chosen.step(place, -1)"
      />
      <v-select
        class="name"
        variant="plain"
        :model-value="place"
        :items="names"
        item-title="name"
        item-value="at"
        aria-label="Chosen thing"
        @update:model-value="choose"
      />
      <v-btn
        :icon="mdiChevronRight"
        size="small"
        aria-label="Next along the water’s way"
        @click="chosen.step(place, 1)"
      />
      <span class="grow" />
      <v-btn
        v-if="!isClose"
        size="small"
        :prepend-icon="mdiMagnifyPlusOutline"
        @click="closer(place)"
      >
        Close up
      </v-btn>
      <v-btn v-else size="small" :prepend-icon="mdiArrowExpandAll" @click="whole">
        Whole system
      </v-btn>
    </div>
    <SectionDrawing
      ref="drawing"
      class="section"
      :class="{ close: isClose }"
      :system="system"
      :assessment="assessment"
      :levels="levels"
      :flows="flows"
      :stage="stage"
      :view="view"
      :chosen="place"
      :order="order"
      :findings="trace.findings"
      @pull="(at, v) => emit('pull', at, v)"
      @settle="(at, v) => emit('settle', at, v)"
      @release="emit('release')"
      @nudge="(at, v) => emit('nudge', at, v)"
      @typed="(at, v) => emit('typed', at, v)"
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
