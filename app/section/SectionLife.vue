<script setup lang="ts">
import { computed, inject, ref } from 'vue';
import { fishIn, type SystemDocument } from '../../core/system';
import { BEARING, SHOWN_DAY } from './bearing';
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
const MOST_FISH = 24;
/** The fish of the drawing is 28 px long at its own size. */
const FISH_PX = 28;
const SEEN_PX = 7;

const fish = computed(() =>
  props.scene.vessels.flatMap((p) => {
    const { count, mass } = fishIn(props.system, p.vessel.id);
    const level = props.levelOf(p);
    const alive = Math.round(count * (bearing.value?.alive ?? 1));
    const shown = Math.min(alive, MOST_FISH);
    const gasping = bearing.value?.gasping ?? false;
    // To scale, but never too small to be seen, and never longer than a fifth of the tank.
    const px = Math.min(
      (props.x(p.right) - props.x(p.left)) / 5,
      Math.max(SEEN_PX, fishLength(count > 0 ? mass / count : 0) * props.scale),
    );
    const low = props.y(p.vessel.floor) - px / 3;
    return Array.from({ length: shown }, (_, i) => ({
      key: `${p.vessel.id}${i}`,
      x: props.x(p.left + (p.right - p.left) * (0.14 + 0.74 * ((i * 0.618) % 1))),
      y: gasping
        ? props.y(p.vessel.floor + level) + px / 4
        : Math.min(props.y(p.vessel.floor + level * (0.14 + 0.66 * ((i * 0.755 + 0.2) % 1))), low),
      size: px / FISH_PX,
      flip: i % 2 === 0,
    }));
  }),
);

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
    <path d="M-11 0c4-5 11-6 17-1l5-4v10l-5-4c-6 5-13 4-17-1z" />
    <circle cx="-6.5" cy="-1" r="0.9" class="eye" />
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
    class="sprig"
    :class="{ wilting: bearing?.wilting }"
    :transform="`translate(${q.x} ${q.y}) scale(${(q.size / 20) * q.wide} ${q.size / 20})`"
  >
    <path
      d="M0 2V-12M0-3c-5 0-8-3-8-8 5 0 8 3 8 8zM0-6c5 0 8-3 8-8-5 0-8 3-8 8zM0-11c-2-3-2-6 0-9 2 3 2 6 0 9z"
    />
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
</style>
