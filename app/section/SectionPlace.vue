<script setup lang="ts">
import SunCalc from 'suncalc';
import { computed } from 'vue';
import type { Assessment } from '../../core/assess';
import { highestRim, loadOnFootprint, plugClearance, type QuantityKey } from '../../core/derived';
import { format, formatDay, type QuantityKind } from '../../core/quantity';
import type { SystemDocument } from '../../core/system';
import { useSettings } from '../stores/settings';
import type { Box } from './frame';
import { placeLabels, sayBoxes } from './labels';
import type { Scene } from './scene';

/** What the place adds to the drawing: loads on the ground, the ceiling, the plug and the highest water, the sun. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  scene: Scene;
  /** What labels keep clear of, px. */
  taken: readonly Box[];
  within: Box;
  compact: boolean;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const emit = defineEmits<{ derive: [key: QuantityKey]; labels: [boxes: readonly Box[]] }>();
const settings = useSettings();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const figures = computed(() => ({ system: props.system, a: props.assessment, day: null }));

/** The load of what stands on the ground, under its vessel; of a stand the weight goes through its legs. */
const loads = computed(() =>
  props.scene.vessels.flatMap((p) => {
    const load = loadOnFootprint.value(figures.value, p.vessel.id);
    if (load === null || p.vessel.floor < -0.005) return [];
    const x = (props.x(p.left) + props.x(p.end)) / 2;
    // Over something that is dug in the number stands under that.
    const dug = props.scene.vessels.filter(
      (q) => q.vessel.floor < -0.005 && props.x(q.left) < x + 30 && props.x(q.end) > x - 30,
    );
    const ground = Math.min(0, ...dug.map((q) => q.vessel.floor));
    const over = load > (props.system.site.floorLoad ?? 150);
    return [
      {
        id: p.vessel.id,
        x,
        y: props.y(ground) + 18,
        text: f(load, 'load'),
        over,
        width: props.x(p.end) - props.x(p.left),
      },
    ];
  }),
);
/** Under the middle of its vessel where there is room, else beside that or in a row below. */
const placed = computed(() =>
  placeLabels(
    loads.value.map((l) => ({
      key: l.id,
      texts: [l.text],
      must: true,
      spots: (width: number) =>
        [0, 1, 2].flatMap((row) =>
          [0.5, 0.3, 0.7, 0.1, 0.9].map((k) => ({
            x: l.x - l.width / 2 + k * l.width - width / 2,
            y: l.y + 14 * row,
          })),
        ),
    })),
    props.taken,
    { ...props.within, y2: props.within.y2 + 4 },
  ),
);
sayBoxes(placed, (boxes) => emit('labels', boxes));
const rows = computed(() =>
  loads.value.flatMap((l) => {
    const at = placed.value.get(l.id);
    return at ? [{ ...l, x: at.x, y: at.y }] : [];
  }),
);

const ceiling = computed(() => {
  const h = props.system.site.space.height;
  if (h === null) return null;
  const y = props.y(h);
  return { y: Math.max(props.within.y1 + 12, y), seen: y >= props.within.y1, h };
});
const top = computed(() => highestRim(figures.value));
const plug = computed(() => {
  const h = props.system.site.power.height;
  const x = props.within.x2 - 20;
  return h === null || !top.value
    ? null
    : {
        h,
        x,
        y: Math.max(props.within.y1 + 8, props.y(h)),
        rim: props.y(top.value.z),
        bad: (plugClearance.value(figures.value, '') ?? 0) < 0,
      };
});

/** From the fish’s tank to the farthest bed, as it was measured. */
const distance = computed(() => {
  const d = props.system.site.space.distance;
  const tank = props.scene.vessels.find(
    (p) => p.vessel.role === 'tank' || p.vessel.role === 'reservoir',
  );
  const beds = props.scene.vessels.filter((p) => p.vessel.role === 'bed');
  if (d === null || !tank || !beds.length) return null;
  const far = beds.reduce((x, y) =>
    Math.abs(y.centre - tank.centre) > Math.abs(x.centre - tank.centre) ? y : x,
  );
  const [a, b] = [props.x(tank.centre), props.x(far.centre)].sort((p, q) => p - q) as [
    number,
    number,
  ];
  return Math.abs(b - a) < 20 ? null : { a, b, y: props.within.y2 - 10, text: f(d, 'run') };
});

/** Heights of the sun through a day: the plan’s first day, at the latitude. */
const sun = computed(() => {
  const { latitude, kind } = props.system.site;
  if (latitude === null) return null;
  const day = props.system.plan.begins;
  const date = (hour: number) => new Date(Date.UTC(2001, 0, day, 0, hour * 60));
  const hours = Array.from({ length: 25 }, (_, h) => h);
  const at = hours.map((h) => ({
    h,
    up: (SunCalc.getPosition(date(h), latitude, 0).altitude * 180) / Math.PI,
  }));
  const noon = Math.max(...at.map((a) => a.up));
  const W = props.compact ? 92 : 132;
  const H = 44;
  const x0 = props.within.x1 + 6;
  const y0 = props.within.y1 + H + (props.compact ? 14 : 6);
  const px = (h: number) => x0 + (h / 24) * W;
  const py = (up: number) => y0 - (Math.max(-8, up) / 90) * H;
  return {
    noon,
    inside: kind === 'indoor',
    path: at.map((a, i) => `${i ? 'L' : 'M'}${px(a.h)} ${py(a.up)}`).join(''),
    ground: { x1: px(0), x2: px(24), y: py(0) },
    dots: at.filter((a) => a.up > 0 && a.h % 2 === 0).map((a) => ({ x: px(a.h), y: py(a.up) })),
    text: `${formatDay(day)}: sun up to ${f(Math.round(noon), 'angle')}`,
    x: x0,
    y: y0 + 16,
  };
});
</script>

<template>
  <g class="place">
    <g v-if="ceiling" class="ceiling">
      <line :x1="within.x1" :x2="within.x2" :y1="ceiling.y" :y2="ceiling.y" />
      <text :x="(within.x1 + within.x2) / 2" :y="ceiling.y - 4" text-anchor="middle">
        {{ ceiling.seen ? 'ceiling' : 'ceiling, above' }} {{ f(ceiling.h, 'length') }}
      </text>
    </g>
    <g v-if="top" class="rim">
      <line :x1="within.x1" :x2="within.x2" :y1="y(top.z)" :y2="y(top.z)" />
    </g>
    <g
      v-if="plug"
      role="button"
      tabindex="0"
      class="plug"
      :class="{ bad: plug.bad }"
      :aria-label="`Lowest plug at ${f(plug.h, 'length')}, highest water at ${f(top!.z, 'length')}`"
      @click="emit('derive', 'plug-clearance')"
      @keydown.enter="emit('derive', 'plug-clearance')"
    >
      <line :x1="plug.x" :x2="plug.x" :y1="plug.y" :y2="plug.rim" />
      <rect :x="plug.x - 7" :y="plug.y - 7" width="14" height="14" rx="2" />
      <circle :cx="plug.x - 2.5" :cy="plug.y" r="1.4" />
      <circle :cx="plug.x + 2.5" :cy="plug.y" r="1.4" />
      <text :x="plug.x - 12" :y="plug.y + 4" text-anchor="end">plug {{ f(plug.h, 'length') }}</text>
      <text v-if="!compact" :x="plug.x - 12" :y="plug.rim - 4" text-anchor="end">
        highest water {{ f(top!.z, 'length') }}
      </text>
    </g>
    <g
      v-for="l in rows"
      :key="l.id"
      role="button"
      tabindex="0"
      class="load"
      :class="{ over: l.over }"
      :aria-label="`Load ${l.text}`"
      @click="emit('derive', `weight/${l.id}`)"
      @keydown.enter="emit('derive', `weight/${l.id}`)"
    >
      <text :x="l.x" :y="l.y">{{ l.text }}</text>
    </g>
    <g v-if="distance" class="distance">
      <path
        :d="`M${distance.a} ${distance.y - 5}v10M${distance.b} ${distance.y - 5}v10M${distance.a} ${distance.y}H${distance.b}`"
      />
      <text :x="(distance.a + distance.b) / 2" :y="distance.y - 4" text-anchor="middle">
        tank to the farthest bed {{ distance.text }}
      </text>
    </g>
    <g
      v-if="sun"
      class="sun"
      role="img"
      :aria-label="`${sun.text}${sun.inside ? ', through a window' : ''}`"
    >
      <line :x1="sun.ground.x1" :x2="sun.ground.x2" :y1="sun.ground.y" :y2="sun.ground.y" />
      <path :d="sun.path" />
      <circle v-for="d in sun.dots" :key="d.x" :cx="d.x" :cy="d.y" r="2.6" />
      <text v-if="!compact" :x="sun.x" :y="sun.y">{{ sun.text }}</text>
    </g>
  </g>
</template>

<style scoped>
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  stroke-linejoin: round;
}
.ceiling line {
  stroke: var(--text);
  stroke-dasharray: 9 5;
  opacity: 0.7;
}
.rim line {
  stroke: var(--water);
  stroke-dasharray: 2 4;
  opacity: 0.8;
}
.plug {
  cursor: pointer;
}
.plug line {
  stroke: var(--text);
  stroke-width: 1;
}
.plug rect {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 1.4;
}
.plug circle {
  fill: var(--text);
}
.plug.bad rect,
.plug.bad line {
  stroke: var(--stop);
}
.load {
  cursor: pointer;
}
.load text {
  font-weight: 650;
}
.load.over text {
  fill: var(--text);
  text-decoration: underline;
}
.distance path {
  stroke: var(--text);
  fill: none;
}
.sun line {
  stroke: var(--rule);
}
.sun path {
  fill: none;
  stroke: var(--clay);
  stroke-width: 1.2;
  stroke-dasharray: 2 3;
}
.sun circle {
  fill: var(--clay);
}
</style>
