<script setup lang="ts">
import { computed, inject, ref, shallowRef } from 'vue';
import type { SystemDocument } from '../../core/system';
import { BEARING, SHOWN_DAY } from './bearing';
import type { Box } from './frame';
import { BODIES, FRUIT, LEAVES, ROOT, bodyOf, type Body } from './habits';
import { LABEL_BOXES } from './labels';
import type { Placed, Scene } from './scene';
import { fishLength, plantsFromSide, rootsAt, type DayOfPlants } from './living';

/** Fish in the tank and sprigs on the stones: that something lives here, not how much. */
const props = defineProps<{
  system: SystemDocument;
  scene: Scene;
  levelOf: (p: Placed) => number;
  scale: number;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const bearing = inject(BEARING, ref(null));
const shownDay = inject(SHOWN_DAY, ref<DayOfPlants>('fullest'));
const labels = inject(LABEL_BOXES, shallowRef([]));
const MOST_FISH = 24;
/** The fish of the drawing is 28 px long at its own size, and so high. */
const FISH_PX = 28;
const FISH_HIGH = 0.6;
const SEEN_PX = 7;
/** Fish take up no more of the water than this share: where little is left, few are seen. */
const CROWDED = 0.5;

interface SideFish {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly flip: boolean;
  readonly body: Body;
}
/** The fish of a vessel: beside each other and beside the labels, as many as its water has room for. */
function fishOf(p: Placed): SideFish[] {
  const groups = props.system.fish.filter((g) => g.vessel === p.vessel.id && g.count > 0);
  const count = groups.reduce((sum, g) => sum + g.count, 0);
  const level = props.levelOf(p);
  const alive = Math.round(count * (bearing.value?.alive ?? 1));
  const [left, right] = [props.x(p.left), props.x(p.right)];
  const [surface, floor] = [props.y(p.vessel.floor + level), props.y(p.vessel.floor)];
  if (!alive || floor - surface < 2) return [];
  const gasping = bearing.value?.gasping ?? false;
  const out: SideFish[] = [];
  const wanted = groups.map((g) => ({
    body: bodyOf(g.kind),
    // To scale, but never too small to be seen, and never longer than a fifth of the tank.
    px: Math.min((right - left) / 5, Math.max(SEEN_PX, fishLength(g.meanMass) * props.scale)),
    most: Math.max(1, Math.round((Math.min(alive, MOST_FISH) * g.count) / count)),
  }));
  let room = CROWDED * (right - left) * (floor - surface);
  let turn = 0;
  for (const { body, px, most } of wanted) {
    const [w, h] = [px, px * FISH_HIGH];
    for (let n = 0; n < most && turn < 12 * MOST_FISH; turn++) {
      if (out.length && room < w * h) break;
      const x = left + w / 2 + 3 + (right - left - w - 6) * ((turn * 0.618 + 0.14) % 1);
      const deep = Math.max(0, floor - surface - h - 4);
      const y = gasping ? surface + h / 2 : surface + h / 2 + 2 + deep * ((turn * 0.755 + 0.2) % 1);
      const hit = (b: Box) =>
        b.x1 < x + w / 2 && b.x2 > x - w / 2 && b.y1 < y + h / 2 && b.y2 > y - h / 2;
      const near = out.some(
        (f) =>
          Math.abs(f.x - x) < 0.55 * (w + f.size * FISH_PX) &&
          Math.abs(f.y - y) < 0.55 * FISH_HIGH * (w + f.size * FISH_PX),
      );
      if (near || labels.value.some(hit)) continue;
      out.push({
        ...{ key: `${p.vessel.id}${turn}`, x, y, body },
        ...{ size: px / FISH_PX, flip: turn % 2 === 0 },
      });
      room -= w * h;
      n++;
    }
  }
  return out;
}
const fish = computed(() => props.scene.vessels.flatMap(fishOf));

/** Sprigs that hang from felt, row by row. */
const onWall = computed(() =>
  props.scene.vessels.flatMap((p) => {
    if (p.vessel.role !== 'felt' || noted(p)) return [];
    const across = Math.max(2, Math.floor((2 * p.widest) / 0.22));
    const rows = Math.max(2, Math.floor(p.vessel.shape.height / 0.24));
    return Array.from({ length: across * rows }, (_, i) => ({
      key: `${p.vessel.id}${i}`,
      x: props.x(
        p.left +
          ((i % across) + 0.5 + 0.25 * (Math.floor(i / across) % 2)) *
            ((2 * p.widest) / (across + 0.3)),
      ),
      y: props.y(p.vessel.floor + ((Math.floor(i / across) + 0.4) * p.vessel.shape.height) / rows),
      size: (0.085 + 0.02 * ((i * 7) % 3)) * props.scale,
    }));
  }),
);

/** Whether it is known what grows there. */
const noted = (p: Placed) => props.system.crops.some((c) => c.vessel === p.vessel.id);
const plants = computed(() =>
  props.scene.vessels.flatMap((p) =>
    plantsFromSide(props.system, p, props.levelOf(p), shownDay.value).map((q) => ({
      key: q.key,
      x: props.x(q.x),
      y: props.y(q.z),
      size: q.height * props.scale,
      wide: Math.min(1.4, Math.max(0.5, (q.spacing / q.height) * 0.9)),
      habit: q.habit,
      ripe: q.ripe,
    })),
  ),
);

const sprigs = computed(() =>
  props.scene.vessels.flatMap((p) => {
    const z = rootsAt(p, props.levelOf(p));
    if (z === null || noted(p)) return [];
    const n = Math.max(1, Math.floor((p.right - p.left - 0.24) / 0.16));
    const drains = props.scene.drains.filter((d) => d.path.from === p.vessel.id).map((d) => d.x);
    const inset = n > 1 ? 0.16 : p.widest;
    return p.cells
      .flatMap((c) =>
        Array.from(
          { length: n },
          (_, i) => c - p.widest + inset + (i * (p.right - p.left - 0.24)) / n,
        ),
      )
      .filter((x) => drains.every((d) => Math.abs(d - x) > 0.09))
      .map((x, i) => ({
        key: `${p.vessel.id}${i}`,
        x: props.x(x),
        y: props.y(z),
        size: (0.075 + 0.02 * ((i * 7) % 3)) * props.scale,
      }));
  }),
);
</script>

<template>
  <g
    v-for="f in fish"
    :key="f.key"
    class="fish"
    :class="{ planned: !system.care.stocked }"
    :transform="`translate(${f.x} ${f.y}) scale(${f.flip ? -f.size : f.size} ${f.size})`"
  >
    <path :d="BODIES[f.body]" />
    <circle v-if="f.body !== 'shrimp'" cx="-9.5" cy="-1" r="0.9" class="eye" />
  </g>
  <g
    v-for="sp in [...sprigs, ...onWall]"
    :key="sp.key"
    class="sprig"
    :class="{ wilting: bearing?.wilting }"
    :transform="`translate(${sp.x} ${sp.y}) scale(${sp.size / 20})`"
  >
    <path
      d="M0 2V-12M0-3c-5 0-8-3-8-8 5 0 8 3 8 8zM0-6c5 0 8-3 8-8-5 0-8 3-8 8zM0-11c-2-3-2-6 0-9 2 3 2 6 0 9z"
    />
  </g>
  <g
    v-for="q in plants"
    :key="q.key"
    class="sprig plant"
    :class="{ wilting: bearing?.wilting }"
    :transform="`translate(${q.x} ${q.y}) scale(${(q.size / 20) * q.wide} ${q.size / 20})`"
  >
    <path v-if="q.habit === 'root'" class="bulb" :d="ROOT" />
    <path :d="LEAVES[q.habit]" />
    <template v-if="q.ripe">
      <ellipse
        v-for="[fx, fy] in FRUIT[q.habit]"
        :key="`${fx} ${fy}`"
        class="fruit"
        :cx="fx"
        :cy="fy"
        :rx="0.9 / q.wide"
        ry="0.9"
      />
    </template>
  </g>
</template>

<style scoped>
.fish path {
  fill: var(--clay);
}
/* Not in the water yet. */
.fish.planned path {
  fill: none;
  stroke: var(--clay);
  stroke-width: 1.2;
  stroke-dasharray: 3 2;
}
.fish .eye {
  fill: var(--sheet);
}
.sprig.wilting path {
  fill: var(--watch);
  stroke: var(--watch);
}
.sprig path {
  fill: var(--leaf);
  stroke: var(--leaf);
  stroke-width: 1.2;
  stroke-linejoin: round;
}
.plant path {
  stroke-width: 0.3;
}
.plant .bulb,
.plant .fruit {
  fill: var(--clay);
  stroke: var(--sheet);
  stroke-width: 0.3;
}
</style>
