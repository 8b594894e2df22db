<script setup lang="ts">
import { computed, useId } from 'vue';
import type { Assessment } from '../../core/assess';
import type { SystemDocument } from '../../core/system';
import SectionDrain from './SectionDrain.vue';
import SectionLife from './SectionLife.vue';
import SectionLine from './SectionLine.vue';
import SectionOutlet from './SectionOutlet.vue';
import SectionVessel from './SectionVessel.vue';
import { halfWidthAt, type Placed, type PlacedLine, type DrawingPoint, type Scene } from './scene';
import { streamsOf } from './streams';

/** The system itself as it is drawn: ground, vessels, life, pipes and the water in them; nothing of it is pressed. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  scene: Scene;
  levels: Record<string, number>;
  flows: Record<string, number>;
  /** Where the ground begins and ends, px. */
  groundFrom: number;
  groundTo: number;
  /** Lowest thing, m above the ground; below 0 where something is dug in. */
  deepest: number;
  height: number;
  scale: number;
  ground: number;
  x: (x: number) => number;
  y: (z: number) => number;
  poly: (points: readonly DrawingPoint[]) => string;
}>();
const uid = useId();
const levelOf = (p: Placed) =>
  Math.min(p.vessel.shape.height, Math.max(0, props.levels[p.vessel.id] ?? 0));
/** Fish and pump shrink with the drawing, never below 0.45 of their size. */
const small = computed(() => Math.min(1, Math.max(0.45, props.scale / 300)));

const stone = computed(() => Math.min(7, Math.max(2.6, 0.014 * props.scale)));

/** The ground, left out where something is dug into it. */
const grounds = computed(() => {
  const from = props.groundFrom;
  const to = props.groundTo;
  const dug = props.scene.vessels
    .filter((p) => p.vessel.floor < -0.005 && p.vessel.floor + p.vessel.shape.height > -0.005)
    .map((p) => {
      const half = halfWidthAt(p, -p.vessel.floor);
      return [props.x(p.centre - half), props.x(p.centre + half)] as const;
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
  props.scene.vessels.flatMap((p) => p.cells.map((centre) => ({ p, centre }))),
);

const streams = computed(() => streamsOf(props.scene, props.flows, levelOf, props.x, props.y));

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
</script>

<template>
  <g>
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
        v-if="deepest < 0"
        class="earth"
        :x="grounds[0]?.x1 ?? 0"
        :y="ground"
        :width="Math.max(0, groundTo - (grounds[0]?.x1 ?? 0))"
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
      <SectionVessel
        v-for="{ p, centre } in cells"
        :key="`${p.vessel.id}${centre}`"
        :centre="centre"
        part="inside"
        :planned="system.care.filled === null"
        :placed="p"
        :level="levelOf(p)"
        :scale="scale"
        :ground="ground"
        :stones="`${uid}stones`"
        :x="x"
        :y="y"
      />

      <SectionLife
        :system="system"
        :scene="scene"
        :level-of="levelOf"
        :scale="scale"
        :x="x"
        :y="y"
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
        :direction="lineFlow(l)"
        :scale="scale"
        :small="small"
        :x="x"
        :y="y"
      />

      <SectionOutlet
        v-for="w in scene.outlets"
        :key="w.path.id"
        :outlet="w"
        :flow="flows[w.path.id] ?? 0"
        :scale="scale"
        :x="x"
        :y="y"
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
        :x="x"
        :y="y"
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
        :x="x"
        :y="y"
      />
    </g>
  </g>
</template>

<style scoped>
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
