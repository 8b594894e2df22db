<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  nextTick,
  provide,
  ref,
  shallowRef,
  watch,
  type Component,
} from 'vue';
import type { Assessment } from '../../core/assess';
import type { QuantityKey } from '../../core/derived';
import { format } from '../../core/quantity';
import { pathAt, vesselAt, type SystemDocument } from '../../core/system';
import QuantityField from '../parts/QuantityField.vue';
import type { Finding, Stage } from '../../core/findings';
import { useSettings } from '../stores/settings';
import SectionBody from './SectionBody.vue';
import SectionHandle from './SectionHandle.vue';
import SectionLens from './SectionLens.vue';
import SectionMarks from './SectionMarks.vue';
import SectionParts from './SectionParts.vue';
import SectionRuler from './SectionRuler.vue';
import { alikeIn } from './alike';
import { isCompact, useFrame, WHOLE_VIEW, type Box, type CameraView } from './frame';
import { LABEL_BOXES } from './labels';
import { handlesOf, type Handle } from './handles';
import { hangsAt, plantsFromSide } from './living';
import { MARK, findingMarks } from './marks';
import { drawnBoxes, extentOf } from './parts';
import { sceneOf, shared, type Placed, type Scene } from './scene';
import { alikeOnce, sharedHandles } from './tags';
import { isCrowded, useTags } from './useTags';

/** The system from the side, to scale: what stands where, and the water in it at the moment shown. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  levels: Record<string, number>;
  flows: Record<string, number>;
  stage?: Stage;
  /** Made for paper: its size in px, and how many of them a metre has. */
  paper?: { width: number; height: number; perMetre: number };
  /** Its size in px, where that is known before it stands in the page. */
  size?: { width: number; height: number };
  /** Where the camera stands. */
  view?: CameraView;
  /** Place of the part that is chosen, and of all parts along the water’s way. */
  chosen?: string;
  order?: readonly string[];
  /** Place of the part that the person chose; empty while a stage chooses for them. */
  opened?: string;
  /** Without what a stage lays over it. */
  plain?: boolean;
  /** Findings to be marked on what they are about. */
  findings?: readonly Finding[];
}>();
const emit = defineEmits<{
  pull: [at: string, value: number];
  settle: [at: string, value: number];
  release: [];
  nudge: [at: string, value: number];
  typed: [at: string, value: number];
  choose: [at: string];
  closer: [at: string];
  finding: [key: string, about: string];
  derive: [key: QuantityKey];
}>();

/** Lenses with more than labels; each comes when its stage is first looked at. */
const LENSES: Partial<Record<Stage, Component>> = {
  place: defineAsyncComponent(() => import('./SectionPlace.vue')),
  life: defineAsyncComponent(() => import('./SectionLifeLens.vue')),
  build: defineAsyncComponent(() => import('./SectionBuild.vue')),
  startup: defineAsyncComponent(() => import('./SectionRounds.vue')),
  rounds: defineAsyncComponent(() => import('./SectionRounds.vue')),
};
const settings = useSettings();
const frame = ref<HTMLElement>();
const place = useElementSize(frame, { width: 640, height: 480 });
const given = computed(() => props.paper ?? props.size);
const width = computed(() => given.value?.width ?? place.width.value);
const height = computed(() => given.value?.height ?? place.height.value);
const live = computed(() => props.stage !== undefined);
/** Long rows of alike beds stand as one, until one of them is chosen; where plants are the matter, never. */
const rows = computed(() => {
  if (props.paper || props.stage === 'life') return [];
  const { system } = props;
  const owner = (id: string) => system.paths.find((p) => p.id === id)?.from ?? id;
  const own = props.opened ? owner(props.opened.split('.')[1] ?? '') : '';
  return alikeIn(system).filter((r) => !r.all.includes(own));
});
const scene = computed<Scene>((before) =>
  shared(before ?? null, sceneOf(props.system, rows.value)),
);
/** Labels of the lens stand first; what else is drawn keeps clear of them. */
const lensBoxes = shallowRef<readonly Box[]>([]);
const stageBoxes = shallowRef<readonly Box[]>([]);
provide(
  LABEL_BOXES,
  computed(() => [...lensBoxes.value, ...stageBoxes.value]),
);
const aroundLabels = computed(() => [...taken.value, ...lensBoxes.value]);
watch(
  () => props.stage,
  () => (stageBoxes.value = []),
);
const view = computed(() => props.view ?? WHOLE_VIEW);
const chosen = computed(() => props.chosen ?? '');
/** Boxes, tags and levels hang on the assessment; what is drawn does not. */
const handles = computed<Handle[]>((before) => {
  // The running system is read, not pulled about.
  if (!props.stage || props.stage === 'startup' || props.stage === 'rounds') return [];
  const now = handlesOf(props.system, props.assessment, scene.value, props.stage, chosen.value);
  return props.paper ? alikeOnce(now) : sharedHandles(before ?? [], now);
});
const crowded = computed(
  () =>
    !props.paper && isCrowded(handles.value, scene.value.vessels.length, isCompact(width.value)),
);
const { compact, column, margin, extent, scale, ground, X, Y, poly, viewOf, hold, letGo } =
  useFrame(
    scene,
    width,
    height,
    live,
    computed(() => props.paper?.perMetre),
    view,
    crowded,
  );
const { tagY, mixed, map } = useTags({ handles, crowded, chosen, compact, height, view, Y });
const levelOf = (p: Placed) =>
  Math.min(p.vessel.shape.height, Math.max(0, props.levels[p.vessel.id] ?? 0));
const tagX = computed(() => width.value - column.value + 8);
const tagWidth = computed(() => column.value - 12);
const lane = computed(() => Math.min(tagX.value - 12, X(extent.value.maxX) + 12));
/** Close to a part, what lies beside it runs under the ruler and the tags. */
const near = computed(() => view.value.k > WHOLE_VIEW.k);

const marks = computed(() =>
  props.paper || !props.findings ? [] : findingMarks(props.findings, scene.value, X, Y),
);
/** Every plant that ever stands in the beds. */
const plants = computed(() =>
  scene.value.vessels.flatMap((p) =>
    plantsFromSide(props.system, p, 0, 'all').map((q) => ({ p, q })),
  ),
);
/** Roots in the media are looked at where plants are the matter. */
const rootBoxes = computed(() =>
  plants.value
    .filter(({ q }) => q.roots > 0)
    .map(({ p, q }) => ({
      x1: X(q.x) - 8,
      x2: X(q.x) + 8,
      y1: Y(q.z),
      y2: Y(Math.max(p.vessel.floor, q.z - q.roots)),
    })),
);
/** Air hoses and heaters in the water. */
const deviceBoxes = computed(() =>
  props.system.devices.flatMap((d) => {
    const p = scene.value.vessels.find((v) => v.vessel.id === d.vessel);
    if (!p || d.kind === 'lamp') return [];
    const x = X(hangsAt(p, d.kind));
    return [
      { x1: x - 9, x2: x + 9, y1: Y(p.vessel.floor + levelOf(p)) - 26, y2: Y(p.vessel.floor) },
    ];
  }),
);
/** What labels keep clear of: what is drawn, the marks, and the dots to pull. */
const taken = computed(() => [
  ...drawnBoxes(scene.value, scale.value, ground.value, X, Y),
  ...(props.paper ? [] : plants.value).map(({ q }) => ({
    x1: X(q.x - 0.4 * Math.min(q.spacing, q.height)),
    x2: X(q.x + 0.4 * Math.min(q.spacing, q.height)),
    y1: Y(q.z + q.height),
    y2: Y(q.z),
  })),
  ...(props.stage === 'life' ? [...rootBoxes.value, ...deviceBoxes.value] : []),
  ...marks.value.map((m) => around(m.x, m.y, MARK + 2)),
  ...(map.value ? [] : handles.value.map((h) => around(X(h.x), Y(h.z), 6))),
]);
const around = (x: number, y: number, r: number) => ({
  x1: x - r,
  y1: y - r,
  x2: x + r,
  y2: y + r,
});
const within = computed(() => ({
  x1: margin.value.left - 8,
  y1: 2,
  x2: width.value - (map.value ? 2 : column.value),
  y2: height.value - 2,
}));
/** Between ruler and tags. */
const inSight = (x: number) => x > margin.value.left - 8 && x < width.value - column.value;
/** Vessels that the chosen part is or belongs to. */
const chosenVessels = computed(() => {
  const p = props.system.paths.find((x) => pathAt(x.id) === chosen.value);
  if (p) return [p.from];
  return props.system.vessels.filter((v) => vesselAt(v.id) === chosen.value).map((v) => v.id);
});

/** The tag whose number is being typed. */
const typingAt = ref('');
const typing = ref<HTMLElement>();
const typed = computed(() => {
  const h = handles.value.find((x) => x.at === typingAt.value);
  return h ? { handle: h, y: tagY.value.get(h.at) ?? Y(h.z) } : null;
});
async function typeAt(h: Handle) {
  typingAt.value = h.at;
  await nextTick();
  const input = typing.value?.querySelector('input');
  input?.focus();
  input?.select();
}
function typeIn(value: number | null) {
  if (value === null) return;
  emit('typed', typingAt.value, value);
  doneTyping(true);
}
/** Back to the tag, where the keyboard came from. */
function doneTyping(refocus: boolean) {
  const at = typingAt.value;
  if (!at) return;
  typingAt.value = '';
  if (refocus) frame.value?.querySelector<SVGGElement>(`[data-at="${at}"]`)?.focus();
}

watch(
  () => props.stage,
  () => letGo(),
);

/** The state in words, for those who do not see the drawing. */
const inWords = computed(() =>
  scene.value.vessels
    .map((p) => {
      const i = props.system.vessels.indexOf(p.vessel);
      const rest = props.assessment.balance.rest[i];
      const parts = [
        p.vessel.name,
        `floor at ${format(p.vessel.floor, 'length', settings.units)}`,
        `water at ${format(levelOf(p), 'length', settings.units)} of ${format(p.vessel.shape.height, 'length', settings.units)}`,
        ...(rest ? [`${format(rest.volume, 'volume', settings.units)} at rest`] : []),
      ];
      return `${parts.join(', ')}.`;
    })
    .join(' '),
);
defineExpose({
  scale,
  /** Tags of the chosen part only. */
  crowded,
  /** The view close to a part of the system; nothing where there is no such part. */
  viewOf: (at: string): CameraView | null => {
    const e = extentOf(scene.value, at);
    return e && viewOf(e);
  },
});
</script>

<template>
  <div ref="frame" class="frame">
    <p v-if="live" class="visually-hidden">Drawing of the system from the side. {{ inWords }}</p>
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      :role="live ? 'group' : 'img'"
      :aria-label="
        live ? `${system.name}, drawn to scale with handles` : `${system.name} from the side`
      "
    >
      <SectionBody
        :system="system"
        :assessment="assessment"
        :scene="scene"
        :levels="levels"
        :flows="flows"
        :ground-from="live ? margin.left - 24 : 0"
        :ground-to="width - (live ? margin.right - 2 : 0)"
        :deepest="extent.minZ"
        :height="height"
        :scale="scale"
        :ground="ground"
        :x="X"
        :y="Y"
        :poly="poly"
      />

      <template v-if="stage">
        <SectionParts
          v-if="!paper"
          :scene="scene"
          :chosen="chosen"
          :order="order ?? []"
          :scale="scale"
          :x="X"
          :y="Y"
          @choose="(at) => emit('choose', at)"
          @closer="(at) => emit('closer', at)"
        />
        <component
          :is="LENSES[stage]"
          v-if="LENSES[stage] && !plain"
          :system="system"
          :assessment="assessment"
          :scene="scene"
          :levels="levels"
          :taken="aroundLabels"
          :within="within"
          :compact="compact"
          :x="X"
          :y="Y"
          @derive="(key: QuantityKey) => emit('derive', key)"
          @labels="(boxes: readonly Box[]) => (stageBoxes = boxes)"
        />
        <SectionLens
          :system="system"
          :assessment="assessment"
          :scene="scene"
          :stage="stage"
          :levels="levels"
          :flows="flows"
          :compact="compact"
          :chosen="chosenVessels"
          :taken="taken"
          :within="within"
          :x="X"
          :y="Y"
          @derive="(key) => emit('derive', key)"
          @labels="(boxes) => (lensBoxes = boxes)"
        />
        <SectionMarks :marks="marks" @finding="(key, about) => emit('finding', key, about)" />
        <g v-if="near" aria-hidden="true">
          <rect
            class="sheet"
            x="0"
            y="0"
            :width="compact ? 10 : margin.left - 12"
            :height="height"
          />
        </g>
        <SectionRuler
          aria-hidden="true"
          :top="extent.maxZ + 0.05"
          :bottom="extent.minZ"
          :x="margin.left - 24"
          :y="Y"
          :scale="scale"
          :height="height"
          :numbered="!compact || near"
          :inside="compact"
        />
        <SectionHandle
          v-for="h in handles"
          :key="h.at"
          :handle="h"
          :anchor-x="X(h.x)"
          :anchor-y="Y(h.z)"
          :lane-x="lane"
          :tag-x="tagX"
          :tag-y="tagY.get(h.at) ?? 0"
          :tag-width="tagWidth"
          :tagged="tagY.has(h.at)"
          :mixed="mixed"
          :hidden="map || (near && !tagY.has(h.at) && !inSight(X(h.x)))"
          :right="width"
          :scale="scale"
          :compact="compact"
          :still="paper !== undefined"
          @taken="hold"
          @pull="(v) => emit('pull', h.at, v)"
          @settle="(v) => (emit('settle', h.at, v), letGo())"
          @release="(emit('release'), letGo())"
          @nudge="(v) => emit('nudge', h.at, v)"
          @chosen="emit('choose', h.at)"
          @type="typeAt(h)"
        />
      </template>
    </svg>
    <div
      v-if="typed"
      ref="typing"
      class="typing"
      :style="{ left: `${tagX - 4}px`, top: `${typed.y - 20}px`, width: `${column - 6}px` }"
      @focusout="doneTyping(false)"
      @keydown.esc.capture.stop="doneTyping(true)"
    >
      <QuantityField
        :model-value="typed.handle.value"
        :kind="typed.handle.kind"
        :label="typed.handle.word"
        :min="typed.handle.min"
        :max="typed.handle.max"
        :step="typed.handle.step"
        @commit="typeIn"
        @nudge="(v) => emit('nudge', typed!.handle.at, v)"
      />
    </div>
  </div>
</template>

<style scoped>
.frame {
  width: 100%;
  height: 100%;
  min-height: 0;
  overflow: hidden;
  position: relative;
}
svg {
  display: block;
  position: absolute;
  inset: 0;
  touch-action: pan-y;
}
.typing {
  position: absolute;
  background: var(--sheet);
  z-index: 2;
}
.sheet {
  fill: var(--paper);
}
</style>
