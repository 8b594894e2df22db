<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, nextTick, ref, useId, watch } from 'vue';
import type { Assessment } from '../../core/network';
import { format } from '../../core/quantity';
import type { SystemDocument } from '../../core/system';
import QuantityField from '../parts/QuantityField.vue';
import type { Stage } from '../router';
import { useSettings } from '../stores/settings';
import SectionDrain from './SectionDrain.vue';
import SectionHandle from './SectionHandle.vue';
import SectionLens from './SectionLens.vue';
import SectionLife from './SectionLife.vue';
import SectionRuler from './SectionRuler.vue';
import { handlesOf, spread, type Handle } from './handles';
import { halfWidthAt, sceneOf, type Placed, type Point } from './scene';

/** The system from the side, to scale: what stands where, and the water in it at the moment shown. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  levels: Record<string, number>;
  flows: Record<string, number>;
  stage?: Stage;
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
const { width, height } = useElementSize(frame, { width: 640, height: 480 });
const live = computed(() => props.stage !== undefined);
const compact = computed(() => width.value < 520);
const margin = computed(() =>
  live.value
    ? { left: compact.value ? 30 : 62, right: compact.value ? 104 : 158, top: 14, bottom: 22 }
    : { left: 8, right: 8, top: 8, bottom: 12 },
);

const scene = computed(() => sceneOf(props.system));
/** While something is pulled the scale stays, or the handle would run away from the pointer. */
const heldFrame = ref<{ minX: number; maxX: number; maxZ: number } | null>(null);
const extent = computed(() => heldFrame.value ?? scene.value);
const scale = computed(() => {
  const m = margin.value;
  const e = extent.value;
  return Math.max(
    20,
    Math.min(
      (width.value - m.left - m.right) / (e.maxX - e.minX + 0.04),
      (height.value - m.top - m.bottom) / (e.maxZ + 0.04),
    ),
  );
});
const ground = computed(() => {
  const free =
    height.value -
    margin.value.top -
    margin.value.bottom -
    (extent.value.maxZ + 0.04) * scale.value;
  return height.value - margin.value.bottom - Math.max(0, free / 2) * (live.value ? 0.6 : 1);
});
const left = computed(() => {
  const m = margin.value;
  const free =
    width.value - m.left - m.right - (extent.value.maxX - extent.value.minX) * scale.value;
  return m.left + Math.max(0, free / 2);
});
const X = (x: number) => left.value + (x - extent.value.minX) * scale.value;
const Y = (z: number) => ground.value - z * scale.value;
const poly = (points: readonly Point[]) => points.map((p) => `${X(p.x)},${Y(p.z)}`).join(' ');

/** Outline of a vessel's inside between two heights above its floor. */
function inside(p: Placed, from: number, to: number): string {
  const a = halfWidthAt(p, from);
  const b = halfWidthAt(p, to);
  const z = p.vessel.floor;
  return poly([
    { x: p.centre - a, z: z + from },
    { x: p.centre - b, z: z + to },
    { x: p.centre + b, z: z + to },
    { x: p.centre + a, z: z + from },
  ]);
}
const levelOf = (p: Placed) =>
  Math.min(p.vessel.shape.height, Math.max(0, props.levels[p.vessel.id] ?? 0));
const walls = (p: Placed) => {
  const { floor, shape } = p.vessel;
  return poly([
    { x: p.centre - p.top, z: floor + shape.height },
    { x: p.centre - p.bottom, z: floor },
    { x: p.centre + p.bottom, z: floor },
    { x: p.centre + p.top, z: floor + shape.height },
  ]);
};

/** Fish and pump shrink with the drawing, never below 0.45 of their size. */
const small = computed(() => Math.min(1, Math.max(0.45, scale.value / 300)));

const stone = computed(() => Math.min(7, Math.max(2.6, 0.014 * scale.value)));

/** Legs under what does not stand on the ground. */
const legs = computed(() =>
  scene.value.vessels
    .filter((p) => p.vessel.floor > 0.03)
    .map((p) => ({
      id: p.vessel.id,
      x1: X(p.centre - p.bottom + 0.02),
      x2: X(p.centre + p.bottom - 0.02),
      y: Y(p.vessel.floor),
    })),
);

const streams = computed(() => {
  const out: { key: string; x: number; y1: number; y2: number; w: number }[] = [];
  const surface = (id: string) => {
    const p = scene.value.vessels.find((v) => v.vessel.id === id)!;
    return p.vessel.floor + levelOf(p);
  };
  const wide = (q: number) => Math.min(9, 1.5 + 220 * Math.sqrt(Math.max(0, q)));
  for (const l of scene.value.lines) {
    const q = props.flows[l.path.id] ?? 0;
    if (q > 1e-7 && !l.bottomFed) {
      // Over dry stones the jet ends on them; below it trickles unseen.
      const bed = scene.value.vessels.find((v) => v.vessel.id === l.path.to)!.vessel;
      const to = Math.max(surface(l.path.to), bed.media ? bed.floor + bed.media.top : 0);
      if (to < l.end.z)
        out.push({ key: l.path.id, x: X(l.end.x), y1: Y(l.end.z), y2: Y(to), w: wide(q) });
    }
  }
  for (const d of scene.value.drains) {
    const q = props.flows[d.path.id] ?? 0;
    const to = surface(d.path.to);
    if (q > 1e-7 && to < d.outlet.z) {
      out.push({ key: d.path.id, x: X(d.outlet.x), y1: Y(d.outlet.z), y2: Y(to), w: wide(q) });
    }
  }
  return out;
});

/** A siphon runs full when it takes about what it takes at its break, or more. */
const fullFrom = (id: string) => {
  const w = props.assessment.siphons.find((s) => s.id === id);
  return w ? 0.9 * w.flowAtBreak : null;
};
const lineFlow = (id: string) =>
  (props.flows[id] ?? 0) > 1e-7 ? 1 : (props.flows[`${id}-back`] ?? 0) > 1e-7 ? -1 : 0;
const pipeWidth = (bore: number) => Math.max(4, bore * scale.value);

const handles = computed<Handle[]>(() =>
  props.stage ? handlesOf(props.system, props.assessment, scene.value, props.stage) : [],
);
const tagGap = computed(() => (compact.value ? 36 : 30));
const tagY = computed(() =>
  spread(
    handles.value.map((h) => Y(h.z)),
    tagGap.value,
    16,
    height.value - 16,
  ),
);
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

function taken() {
  heldFrame.value ??= { minX: scene.value.minX, maxX: scene.value.maxX, maxZ: scene.value.maxZ };
}
function letGo() {
  heldFrame.value = null;
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
      const rest = props.assessment.accounts.rest[i];
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
        <line
          class="ground"
          :x1="live ? margin.left - 24 : 0"
          :x2="width - (live ? margin.right - 2 : 0)"
          :y1="ground + 1.5"
          :y2="ground + 1.5"
        />
        <SectionRuler
          v-if="live"
          :top="extent.maxZ + 0.05"
          :x="margin.left - 24"
          :y="Y"
          :scale="scale"
          :numbered="!compact"
        />

        <g v-for="l in legs" :key="l.id" class="legs">
          <rect :x="l.x1 - 3" :y="l.y" width="6" :height="Math.max(0, ground - l.y)" />
          <rect :x="l.x2 - 3" :y="l.y" width="6" :height="Math.max(0, ground - l.y)" />
          <rect :x="l.x1 - 8" :y="l.y + 1" :width="l.x2 - l.x1 + 16" height="6" />
        </g>

        <g v-for="p in scene.vessels" :key="p.vessel.id">
          <polygon class="hollow" :points="inside(p, 0, p.vessel.shape.height)" />
          <polygon v-if="!p.vessel.media" class="water" :points="inside(p, 0, levelOf(p))" />
          <template v-else>
            <polygon :points="inside(p, 0, p.vessel.media.top)" :fill="`url(#${uid}stones)`" />
            <polygon class="wet" :points="inside(p, 0, levelOf(p))" />
          </template>
          <line
            v-if="levelOf(p) > 0.001"
            class="surface"
            :x1="X(p.centre - halfWidthAt(p, levelOf(p)))"
            :x2="X(p.centre + halfWidthAt(p, levelOf(p)))"
            :y1="Y(p.vessel.floor + levelOf(p))"
            :y2="Y(p.vessel.floor + levelOf(p))"
          />
        </g>

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

        <g v-for="l in scene.lines" :key="l.path.id">
          <polyline
            class="pipe"
            :points="poly(l.points)"
            :stroke-width="pipeWidth(l.path.bore) + 3"
          />
          <polyline
            class="bore"
            :class="{ full: lineFlow(l.path.id) !== 0 }"
            :points="poly(l.points)"
            :stroke-width="pipeWidth(l.path.bore)"
          />
          <polyline
            v-if="lineFlow(l.path.id) !== 0"
            class="moving"
            :class="{ back: lineFlow(l.path.id) < 0 }"
            :points="poly(l.points)"
          />
          <g class="pump" :transform="`translate(${X(l.pump.x)} ${Y(l.pump.z)}) scale(${small})`">
            <line x1="0" x2="0" y1="0" :y2="(l.path.pump.intake * scale) / small" />
            <path d="M-13 2v-13q0-7 7-7h12q7 0 7 7v13z" />
            <path class="slots" d="M-8-2v-6M-3-2v-6M3-2v-6M8-2v-6" />
          </g>
        </g>

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

        <g v-for="p in scene.vessels" :key="p.vessel.id">
          <polyline class="wall" :points="walls(p)" />
        </g>
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
        @taken="taken"
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
.legs rect {
  fill: var(--wood);
  stroke: var(--stone-edge);
  stroke-width: 0.8;
}
.hollow {
  fill: var(--sheet);
}
.water {
  fill: var(--water-soft);
}
.wet {
  fill: var(--water);
  opacity: 0.42;
}
.surface {
  stroke: var(--water);
  stroke-width: 2;
}
.wall {
  fill: none;
  stroke: var(--text);
  stroke-width: 3.5;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.pipe {
  fill: none;
  stroke: var(--text);
  stroke-linejoin: round;
  opacity: 0.8;
}
.bore {
  fill: none;
  stroke: var(--sheet);
  stroke-linejoin: round;
}
.bore.full {
  stroke: var(--water-deep);
}
.moving {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
  stroke-dasharray: 5 9;
  animation: run 0.7s linear infinite;
}
.moving.back {
  animation-direction: reverse;
}
@keyframes run {
  to {
    stroke-dashoffset: -14;
  }
}
.stream {
  stroke: var(--water);
  stroke-linecap: round;
  opacity: 0.75;
}
.pump path {
  fill: var(--text);
}
.pump line {
  stroke: var(--text);
  stroke-width: 2;
}
.pump .slots {
  stroke: var(--sheet);
  stroke-width: 1.4;
}
@media (prefers-reduced-motion: reduce) {
  .moving {
    animation: none;
  }
}
</style>
