<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, nextTick, ref, useId, watch } from 'vue';
import type { Assessment } from '../../core/assess';
import { format } from '../../core/quantity';
import type { SystemDocument } from '../../core/system';
import QuantityField from '../parts/QuantityField.vue';
import type { Stage } from '../../core/findings';
import { useSettings } from '../stores/settings';
import SectionDrain from './SectionDrain.vue';
import SectionHandle from './SectionHandle.vue';
import SectionLens from './SectionLens.vue';
import SectionLife from './SectionLife.vue';
import SectionLine from './SectionLine.vue';
import SectionRuler from './SectionRuler.vue';
import SectionVessel from './SectionVessel.vue';
import SectionWay from './SectionWay.vue';
import { useFrame } from './frame';
import { handlesOf, alikeOnce, sharedHandles, spread, type Handle } from './handles';
import { halfWidthAt, sceneOf, shared, type Placed, type PlacedLine, type Scene } from './scene';
import { streamsOf } from './streams';

/** The system from the side, to scale: what stands where, and the water in it at the moment shown. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  levels: Record<string, number>;
  flows: Record<string, number>;
  stage?: Stage;
  /** Made for paper: its size in px, and how many of them a metre has. */
  paper?: { width: number; height: number; perMetre: number };
}>();
const emit = defineEmits<{
  pull: [at: string, value: number];
  settle: [at: string, value: number];
  release: [];
  nudge: [at: string, value: number];
  typed: [at: string, value: number];
  chosen: [at: string];
}>();

const settings = useSettings();
const uid = useId();
const frame = ref<HTMLElement>();
const place = useElementSize(frame, { width: 640, height: 480 });
const width = computed(() => props.paper?.width ?? place.width.value);
const height = computed(() => props.paper?.height ?? place.height.value);
const live = computed(() => props.stage !== undefined);
const scene = computed<Scene>((before) => shared(before ?? null, sceneOf(props.system)));
const { compact, margin, extent, scale, ground, X, Y, poly, hold, letGo } = useFrame(
  scene,
  width,
  height,
  live,
  computed(() => props.paper?.perMetre),
);
const levelOf = (p: Placed) =>
  Math.min(p.vessel.shape.height, Math.max(0, props.levels[p.vessel.id] ?? 0));
/** Fish and pump shrink with the drawing, never below 0.45 of their size. */
const small = computed(() => Math.min(1, Math.max(0.45, scale.value / 300)));

const stone = computed(() => Math.min(7, Math.max(2.6, 0.014 * scale.value)));

/** The ground, left out where something is dug into it. */
const grounds = computed(() => {
  const from = live.value ? margin.value.left - 24 : 0;
  const to = width.value - (live.value ? margin.value.right - 2 : 0);
  const dug = scene.value.vessels
    .filter((p) => p.vessel.floor < -0.005 && p.vessel.floor + p.vessel.shape.height > -0.005)
    .map((p) => {
      const half = halfWidthAt(p, -p.vessel.floor);
      return [X(p.centre - half), X(p.centre + half)] as const;
    })
    .sort((a, b) => a[0] - b[0]);
  const out: { x1: number; x2: number }[] = [];
  let x1 = from;
  for (const [a, b] of dug) {
    if (a > x1) out.push({ x1, x2: a });
    x1 = Math.max(x1, b);
  }
  if (x1 < to) out.push({ x1, x2: to });
  return out;
});

/** Every vessel that is drawn: of those that stand side by side each one. */
const cells = computed(() =>
  scene.value.vessels.flatMap((p) => p.cells.map((centre) => ({ p, centre }))),
);

const streams = computed(() => streamsOf(scene.value, props.flows, levelOf, X, Y));

/** A siphon runs full when it takes about what it takes at its break, or more. */
const fullFrom = (id: string) => {
  const w = props.assessment.siphons.find((s) => s.id === id);
  return w ? 0.9 * w.flowAtBreak : null;
};
const lineFlow = (l: PlacedLine) => {
  const ids = [l.path.id, ...l.branches.map((b) => b.id)];
  if (ids.some((id) => (props.flows[id] ?? 0) > 1e-7)) return 1;
  return ids.some((id) => (props.flows[`${id}-back`] ?? 0) > 1e-7) ? -1 : 0;
};

const handles = computed<Handle[]>((before) =>
  props.stage
    ? props.paper
      ? alikeOnce(handlesOf(props.system, props.assessment, scene.value, props.stage))
      : sharedHandles(
          before ?? [],
          handlesOf(props.system, props.assessment, scene.value, props.stage),
        )
    : [],
);
/** From tag to tag; many move together, down to where they touch. */
const tagGap = computed(() => {
  const wanted = compact.value ? 36 : 30;
  const room = (height.value - 32) / Math.max(1, handles.value.length - 1);
  return Math.min(wanted, Math.max(27, room));
});
/** Tags stand in the order of what they measure, whatever their order in the page. */
const tagY = computed(() => {
  const down = handles.value.map((h, i) => ({ i, y: Y(h.z) })).sort((a, b) => a.y - b.y);
  const ys = spread(
    down.map((d) => d.y),
    tagGap.value,
    16,
    height.value - 16,
  );
  const out: number[] = [];
  down.forEach((d, k) => (out[d.i] = ys[k]!));
  return out;
});
const tagX = computed(() => width.value - margin.value.right + 8);
const lane = computed(() => Math.min(tagX.value - 12, X(extent.value.maxX) + 12));

/** The tag whose number is being typed. */
const typingAt = ref('');
const typing = ref<HTMLElement>();
const typed = computed(() => {
  const i = handles.value.findIndex((h) => h.at === typingAt.value);
  return i < 0 ? null : { handle: handles.value[i]!, y: tagY.value[i]! };
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
      return `${p.vessel.name} stands at ${format(p.vessel.floor, 'length', settings.units)}, water at ${format(levelOf(p), 'length', settings.units)} of ${format(p.vessel.shape.height, 'length', settings.units)}${rest ? `, ${format(rest.volume, 'volume', settings.units)} at rest` : ''}.`;
    })
    .join(' '),
);
defineExpose({ scale });
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
      <defs>
        <pattern
          :id="`${uid}stones`"
          :width="stone * 4"
          :height="stone * 4"
          patternUnits="userSpaceOnUse"
        >
          <g fill="var(--stone)" stroke="var(--stone-edge)" :stroke-width="stone > 4 ? 0.8 : 0.5">
            <ellipse :cx="stone" :cy="stone * 0.9" :rx="stone * 0.95" :ry="stone * 0.8" />
            <ellipse :cx="stone * 3" :cy="stone * 1.2" :rx="stone * 0.85" :ry="stone" />
            <ellipse :cx="stone * 1.9" :cy="stone * 2.6" :rx="stone" :ry="stone * 0.75" />
            <ellipse :cx="stone * 3.7" :cy="stone * 3.2" :rx="stone * 0.8" :ry="stone * 0.8" />
            <ellipse :cx="-stone * 0.3" :cy="stone * 3.2" :rx="stone * 0.8" :ry="stone * 0.8" />
          </g>
        </pattern>
      </defs>

      <g aria-hidden="true">
        <rect
          v-if="extent.minZ < 0"
          class="earth"
          :x="grounds[0]?.x1 ?? 0"
          :y="ground"
          :width="Math.max(0, width - (grounds[0]?.x1 ?? 0) - (live ? margin.right - 2 : 0))"
          :height="Math.max(0, height - ground)"
        />
        <line
          v-for="g in grounds"
          :key="g.x1"
          class="ground"
          :x1="g.x1"
          :x2="g.x2"
          :y1="ground + 1.5"
          :y2="ground + 1.5"
        />
        <SectionRuler
          v-if="live"
          :top="extent.maxZ + 0.05"
          :bottom="extent.minZ"
          :x="margin.left - 24"
          :y="Y"
          :scale="scale"
          :numbered="!compact"
        />

        <SectionVessel
          v-for="{ p, centre } in cells"
          :key="`${p.vessel.id}${centre}`"
          :centre="centre"
          part="inside"
          :placed="p"
          :level="levelOf(p)"
          :scale="scale"
          :ground="ground"
          :stones="`${uid}stones`"
          :x="X"
          :y="Y"
        />

        <SectionLife
          :system="system"
          :scene="scene"
          :level-of="levelOf"
          :scale="scale"
          :small="small"
          :x="X"
          :y="Y"
        />

        <line
          v-for="s in streams"
          :key="s.key"
          class="stream"
          :x1="s.x"
          :x2="s.x"
          :y1="s.y1"
          :y2="s.y2"
          :stroke-width="s.w"
        />

        <SectionLine
          v-for="l in scene.lines"
          :key="l.path.id"
          :line="l"
          :points="poly(l.points)"
          :branches="l.branches.map((b) => poly(b.points))"
          :way="lineFlow(l)"
          :scale="scale"
          :small="small"
          :x="X"
          :y="Y"
        />

        <SectionWay
          v-for="w in scene.ways"
          :key="w.path.id"
          :way="w"
          :flow="flows[w.path.id] ?? 0"
          :scale="scale"
          :x="X"
          :y="Y"
        />

        <SectionDrain
          v-for="d in scene.drains"
          :key="d.path.id"
          :drain="d"
          :bed="scene.vessels.find((v) => v.vessel.id === d.path.from)!"
          :level="levels[d.path.from] ?? 0"
          :flow="flows[d.path.id] ?? 0"
          :full-from="fullFrom(d.path.id)"
          :scale="scale"
          :x="X"
          :y="Y"
        />

        <SectionVessel
          v-for="{ p, centre } in cells"
          :key="`${p.vessel.id}${centre}`"
          :centre="centre"
          part="walls"
          :placed="p"
          :level="0"
          :scale="scale"
          :ground="ground"
          :stones="`${uid}stones`"
          :x="X"
          :y="Y"
        />
      </g>

      <SectionLens
        v-if="stage"
        :system="system"
        :assessment="assessment"
        :scene="scene"
        :stage="stage"
        :levels="levels"
        :flows="flows"
        :compact="compact"
        :x="X"
        :y="Y"
      />

      <SectionHandle
        v-for="(h, i) in handles"
        :key="h.at"
        :handle="h"
        :anchor-x="X(h.x)"
        :anchor-y="Y(h.z)"
        :lane-x="lane"
        :tag-x="tagX"
        :tag-y="tagY[i]!"
        :tag-width="margin.right - 12"
        :scale="scale"
        :compact="compact"
        :still="paper !== undefined"
        @taken="hold"
        @pull="(v) => emit('pull', h.at, v)"
        @settle="(v) => (emit('settle', h.at, v), letGo())"
        @release="(emit('release'), letGo())"
        @nudge="(v) => emit('nudge', h.at, v)"
        @chosen="emit('chosen', h.at)"
        @type="typeAt(h)"
      />
    </svg>
    <div
      v-if="typed"
      ref="typing"
      class="typing"
      :style="{ left: `${tagX - 4}px`, top: `${typed.y - 20}px`, width: `${margin.right - 6}px` }"
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
.ground {
  stroke: var(--text);
  stroke-width: 3;
}
.earth {
  fill: var(--earth);
}
.stream {
  stroke: var(--water);
  stroke-linecap: round;
  opacity: 0.75;
}
</style>
