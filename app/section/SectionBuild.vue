<script setup lang="ts">
import { computed } from 'vue';
import { isTimber, type Piece } from '../../core/construction';
import { format } from '../../core/quantity';
import { pathAt, vesselAt, type SystemDocument } from '../../core/system';
import { usePlan } from '../stages/build/store';
import { useBuildBench } from '../stages/build/benchStore';
import { useChosen } from '../stores/chosen';
import { useSettings } from '../stores/settings';
import { drawnCourse, coursesOf, pointOf, supportedVessel, standsAt } from './course';
import type { Box } from './frame';
import type { Scene } from './scene';

/** What the build adds to the drawing: pieces and fittings, lengths of the chosen, what is built already. */
const props = defineProps<{
  system: SystemDocument;
  scene: Scene;
  within: Box;
  compact: boolean;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const build = usePlan();
const bench = useBuildBench();
const chosen = useChosen();
const settings = useSettings();

const f = (v: number) => format(v, 'bore', settings.units);
const at = (p: { x: number; z: number }) => `${props.x(p.x)},${props.y(p.z)}`;

interface Drawn {
  readonly piece: Piece;
  readonly lines: readonly string[];
  readonly box: { x: number; y: number; width: number; height: number } | null;
  readonly mid: { x: number; y: number };
  readonly upright: boolean;
}
const courses = computed(
  () => new Map((build.plan?.runs ?? []).map((r) => [r.path, drawnCourse(r, props.scene)])),
);
const drawn = computed(() =>
  (build.plan?.pieces ?? []).flatMap((piece): Drawn[] => {
    const place = standsAt(piece, props.scene) ?? supportedVessel(piece, props.scene);
    if (place) {
      const box = {
        x: props.x(place.x),
        y: props.y(place.z + place.height),
        width: props.x(place.x + place.width) - props.x(place.x),
        height: props.y(place.z) - props.y(place.z + place.height),
      };
      return [
        {
          piece,
          lines: [],
          box,
          mid: { x: box.x + box.width / 2, y: box.y + box.height / 2 },
          upright: true,
        },
      ];
    }
    const legs = courses.value.get(piece.about);
    if (!legs) return [];
    const parts = coursesOf(piece, legs);
    const [first] = parts;
    if (!first) return [];
    // The longest part carries the length.
    const long = parts.reduce((a, b) => (lengthOf(b) > lengthOf(a) ? b : a));
    return [
      {
        piece,
        lines: parts.map((p) => p.map(at).join(' ')),
        box: null,
        mid: {
          x: (props.x(long[0]!.x) + props.x(long[1]!.x)) / 2,
          y: (props.y(long[0]!.z) + props.y(long[1]!.z)) / 2,
        },
        upright: Math.abs(long[0]!.x - long[1]!.x) < 1e-6,
      },
    ];
  }),
);
const lengthOf = (p: readonly { x: number; z: number }[]) =>
  Math.hypot(p[0]!.x - p[1]!.x, p[0]!.z - p[1]!.z);
const pipes = computed(() => drawn.value.filter((d) => d.lines.length));
const joints = computed(() =>
  (build.plan?.joints ?? []).flatMap((j) => {
    const legs = courses.value.get(j.path);
    const p = legs && pointOf(j.at, legs);
    return p && j.kind !== 'open' && j.kind !== 'pump'
      ? [{ id: j.id, x: props.x(p.x), y: props.y(p.z) }]
      : [];
  }),
);
/** Half the width of a letter, px. */
const LETTER = 3.7;
const isChosen = (p: Piece) => p.id === bench.piece;
const ofChosen = (p: Piece) =>
  pathAt(p.about) === chosen.at || (isTimber(p) && vesselAt(p.about) === chosen.at);
/** Lengths of the chosen piece, or of all pieces of the chosen path where they keep clear of each other. */
const labels = computed(() => {
  const one = drawn.value.filter((d) => isChosen(d.piece));
  const list = one.length ? one : pipes.value.filter((d) => ofChosen(d.piece));
  const out: { id: string; x: number; y: number; text: string }[] = [];
  for (const d of list) {
    const text = one.length ? `${d.piece.name} ${f(d.piece.cut)}` : f(d.piece.cut);
    const half = text.length * LETTER;
    const wanted = d.upright ? d.mid.x + 10 + half : d.mid.x;
    const x = Math.min(props.within.x2 - half, Math.max(props.within.x1 + half, wanted));
    const y = d.upright ? d.mid.y + 4 : d.mid.y - 9;
    // What would run into another stays in the list.
    const clear = out.every(
      (o) => Math.abs(o.y - y) > 14 || Math.abs(o.x - x) > half + o.text.length * LETTER,
    );
    if (clear) out.push({ id: d.piece.id, x, y, text });
  }
  return out;
});

/** Length and height of the chosen vessel. */
const sizes = computed(() => {
  const p = props.scene.vessels.find((v) => vesselAt(v.vessel.id) === chosen.at);
  if (!p || bench.piece || bench.open === 'steps') return null;
  const { floor, shape } = p.vessel;
  return {
    x1: props.x(p.left),
    x2: props.x(p.right),
    y: props.y(floor) + 34,
    wide: f(p.right - p.left),
    top: props.y(floor + shape.height),
    bottom: props.y(floor),
    high: f(shape.height),
    side: props.x(p.left) - 12,
  };
});

/** Once the work has begun, vessels that are not set yet. */
const begun = computed(() => [...build.states.values()].some((s) => s === 'done'));
const waiting = computed(() => {
  if (!begun.value) return [];
  const steps = build.plan?.steps ?? [];
  return props.scene.vessels.flatMap((p) => {
    const set = steps.find((x) => /^(set|wall)-/.test(x.id) && x.about.includes(p.vessel.id));
    if (!set || build.states.get(set.id) === 'done') return [];
    const { floor, shape } = p.vessel;
    return [
      {
        id: p.vessel.id,
        x: props.x(p.left) - 4,
        y: props.y(floor + shape.height) - 4,
        width: props.x(p.end) - props.x(p.left) + 8,
        height: props.y(floor) - props.y(floor + shape.height) + 8,
      },
    ];
  });
});
function choose(id: string) {
  bench.piece = bench.piece === id ? '' : id;
  bench.open = 'cuts';
  const piece = build.pieces.get(id);
  if (piece) chosen.chooseById(piece.about);
}
</script>

<template>
  <g class="build" aria-hidden="true">
    <rect
      v-for="v in waiting"
      :key="`w${v.id}`"
      class="unbuilt"
      :x="v.x"
      :y="v.y"
      :width="v.width"
      :height="v.height"
    />
    <g
      v-for="(d, i) in pipes"
      :key="d.piece.id"
      class="piece"
      :class="{
        odd: i % 2,
        chosen: isChosen(d.piece),
        near: ofChosen(d.piece),
        cut: build.cut.has(d.piece.id),
      }"
      @click="choose(d.piece.id)"
    >
      <polyline v-for="(p, k) in d.lines" :key="k" :points="p" />
      <polyline v-for="(p, k) in d.lines" :key="`hit${k}`" class="hit" :points="p" />
    </g>
    <circle
      v-for="j in joints"
      :key="j.id"
      class="joint"
      :cx="j.x"
      :cy="j.y"
      :r="compact ? 2 : 3"
    />
    <rect
      v-for="d in drawn.filter((x) => x.box && isChosen(x.piece))"
      :key="`b${d.piece.id}`"
      class="box"
      v-bind="d.box!"
    />
    <g v-if="sizes" class="size">
      <path
        :d="`M${sizes.x1} ${sizes.y - 4}v8M${sizes.x1} ${sizes.y}H${sizes.x2}M${sizes.x2} ${sizes.y - 4}v8M${sizes.side - 4} ${sizes.top}h8M${sizes.side} ${sizes.top}V${sizes.bottom}M${sizes.side - 4} ${sizes.bottom}h8`"
      />
      <text :x="(sizes.x1 + sizes.x2) / 2" :y="sizes.y + 4">{{ sizes.wide }}</text>
      <text :x="sizes.side" :y="(sizes.top + sizes.bottom) / 2 + 4">{{ sizes.high }}</text>
    </g>
    <text v-for="l in labels" :key="`l${l.id}`" class="length" :x="l.x" :y="l.y">{{ l.text }}</text>
  </g>
</template>

<style scoped>
.piece .hit {
  stroke: transparent !important;
  stroke-width: 12 !important;
  stroke-dasharray: none !important;
  pointer-events: stroke;
}
.piece polyline {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2.5;
  stroke-dasharray: 5 3;
}
.piece.odd polyline {
  stroke: var(--text);
}
.piece.cut polyline {
  stroke: var(--leaf);
  stroke-dasharray: none;
  stroke-width: 4;
}
.piece.near polyline {
  stroke-width: 4;
}
.piece {
  cursor: pointer;
}
.piece.chosen polyline {
  stroke: var(--water);
  stroke-dasharray: none;
  stroke-width: 8;
}
.joint {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 1.4;
}
.box {
  fill: var(--water);
  fill-opacity: 0.18;
  stroke: var(--water);
  stroke-width: 3;
}
.unbuilt {
  fill: var(--paper);
  fill-opacity: 0.6;
  stroke: var(--quiet);
  stroke-dasharray: 6 5;
}
.size path {
  fill: none;
  stroke: var(--clay);
  stroke-width: 1.2;
}
text {
  font-size: var(--type-drawing);
  text-anchor: middle;
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 5px;
  stroke-linejoin: round;
}
.length {
  font-weight: 650;
}
</style>
