<script setup lang="ts">
import { computed, inject, ref } from 'vue';
import type { QuantityKey } from '../../core/derived';
import { lifeOf } from '../../core/life';
import { format } from '../../core/quantity';
import { useDerivation } from '../stores/derivation';
import { useSettings } from '../stores/settings';
import { useTrace } from '../stores/trace';
import type { Assessment } from '../../core/assess';
import type { SystemDocument } from '../../core/system';
import type { Box } from './frame';
import { placeLabels, sayBoxes, startsBetween } from './labels';
import { SHOWN_DAY } from './bearing';
import { hangsAt, plantsFromSide, type DayOfPlants } from './living';
import type { Scene } from './scene';
import { useLifeBench } from '../stages/life/benchStore';

/** What lives and what keeps it alive: oxygen at the hour that is shown, bacteria, roots against the flood, devices. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  scene: Scene;
  levels: Record<string, number>;
  /** What labels keep clear of, px. */
  taken: readonly Box[];
  within: Box;
  compact: boolean;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const emit = defineEmits<{ derive: [key: QuantityKey]; labels: [boxes: readonly Box[]] }>();
const derivation = useDerivation();
const settings = useSettings();
const trace = useTrace();

const oxygen = computed(() => (derivation.figures ? lifeOf(derivation.figures).oxygen : null));
/** Oxygen at the hour of the strip. */
const now = computed(() => {
  const o = oxygen.value;
  if (!o) return null;
  const hour = Math.floor(trace.clock(trace.time) / 3600) % 24;
  return { hour, value: o.byHour[hour]! };
});
/** How near to what is comfortable, 0 … 1. */
const ease = computed(() =>
  oxygen.value && now.value
    ? Math.min(1, Math.max(0, now.value.value / Math.max(1e-6, oxygen.value.comfort)))
    : 1,
);
const bench = useLifeBench();
const shownDay = inject(SHOWN_DAY, ref<DayOfPlants>('fullest'));
const levelOf = (id: string, height: number) =>
  Math.min(height, Math.max(0, props.levels[id] ?? 0));

/** Roots of every plant down to where they reach, never below the floor. */
const roots = computed(() =>
  props.scene.vessels.flatMap((p) =>
    plantsFromSide(props.system, p, levelOf(p.vessel.id, p.vessel.shape.height), shownDay.value)
      .filter((q) => q.roots > 0)
      .map((q) => {
        const down = Math.min(q.roots, q.z - p.vessel.floor - 0.005);
        const w = Math.min(12, (q.spacing * (props.x(1) - props.x(0))) / 3);
        return {
          key: q.key,
          x: props.x(q.x),
          y: props.y(q.z),
          h: props.y(q.z - down) - props.y(q.z),
          w,
          chosen: q.planting === bench.planting,
        };
      }),
  ),
);
/** Bacteria: a bloom on stones up to the flood, stronger where they are wet for more of the day. */
const blooms = computed(() => {
  const c = derivation.figures;
  if (!c) return [];
  const life = lifeOf(c);
  return props.scene.vessels.flatMap((p) => {
    const surface = life.surfaces.find((s) => s.bed === p.vessel.id);
    const bed = c.day?.metrics.beds.find((b) => b.id === p.vessel.id);
    if (!surface || !bed || !p.vessel.media) return [];
    const top = Math.min(bed.highest, p.vessel.media.top);
    return p.cells.map((centre) => ({
      key: `${p.vessel.id}${centre}`,
      x: props.x(centre - p.widest) + 3,
      width: Math.max(0, props.x(centre + p.widest) - props.x(centre - p.widest) - 6),
      y: props.y(p.vessel.floor + top),
      height: Math.max(0, props.y(p.vessel.floor) - props.y(p.vessel.floor + top)),
      strength: 0.1 + 0.22 * surface.wet,
    }));
  });
});
/** Air stones, heaters and lamps where they hang. */
interface Hung {
  id: string;
  kind: 'air-pump' | 'heater' | 'lamp';
  x: number;
  top: number;
  y: number;
  half?: number;
}
const devices = computed(() =>
  props.system.devices.flatMap((d): Hung[] => {
    const p = props.scene.vessels.find((v) => v.vessel.id === d.vessel);
    if (!p) return [];
    const level = levelOf(d.vessel, p.vessel.shape.height);
    const surface = props.y(p.vessel.floor + level);
    const floor = props.y(p.vessel.floor);
    const at = props.x(hangsAt(p, d.kind));
    if (d.kind === 'air-pump')
      return [
        {
          id: d.id,
          kind: d.kind,
          x: at,
          top: surface,
          y: Math.min(floor - 6, props.y(p.vessel.floor + Math.max(0.02, level - d.depth))),
        },
      ];
    if (d.kind === 'heater')
      return [{ id: d.id, kind: d.kind, x: at, top: surface, y: (surface + floor) / 2 }];
    const tall = Math.max(
      0.3,
      ...plantsFromSide(props.system, p, level, 'all').map((q) => q.height + 0.15),
    );
    const top = Math.max(
      props.within.y1 + 10,
      props.y(p.vessel.floor + (p.vessel.media?.top ?? p.vessel.shape.height) + tall),
    );
    return [
      {
        id: d.id,
        kind: d.kind,
        x: at,
        top,
        y: top,
        half: Math.min(60, (props.x(p.end) - props.x(p.left)) * 0.3),
      },
    ];
  }),
);
const spots = computed(() => {
  const o = oxygen.value;
  if (!o || !now.value) return [];
  return props.scene.vessels
    .filter((p) => p.vessel.role === 'tank' || p.vessel.role === 'reservoir')
    .slice(0, 1)
    .map((p) => {
      const level = Math.min(p.vessel.shape.height, props.levels[p.vessel.id] ?? 0);
      const x1 = props.x(p.left) + 2;
      const x2 = props.x(p.end) - 2;
      return {
        id: p.vessel.id,
        x: x1,
        width: Math.max(0, x2 - x1),
        y: props.y(p.vessel.floor + level),
        height: Math.max(0, props.y(p.vessel.floor) - props.y(p.vessel.floor + level)),
        text: `O₂ ${format(now.value!.value, 'concentration', settings.units)} at ${now.value!.hour}:00`,
      };
    });
});
/** In its water where nothing is covered, else over the rim. */
const said = computed(() =>
  placeLabels(
    spots.value.map((s) => ({
      key: s.id,
      texts: [s.text],
      must: true,
      spots: (width: number) => {
        const last = Math.max(s.x + 8, s.x + s.width - width - 8);
        const rows = Array.from({ length: 12 }, (_, i) => s.y + s.height - 8 - i * 15);
        return [
          ...rows.filter((y) => y > s.y + 12),
          s.y - 40,
          s.y - 56,
          s.y + s.height + 18,
        ].flatMap((y) => startsBetween(s.x + 8, last).map((x) => ({ x, y })));
      },
    })),
    props.taken,
    props.within,
  ),
);
sayBoxes(said, (boxes) => emit('labels', boxes));
</script>

<template>
  <g aria-hidden="true">
    <rect
      v-for="b in blooms"
      :key="b.key"
      class="bloom"
      :x="b.x"
      :y="b.y"
      :width="b.width"
      :height="b.height"
      :opacity="b.strength"
    />
    <path
      v-for="r in roots"
      :key="r.key"
      class="root"
      :class="{ chosen: r.chosen }"
      :d="`M${r.x} ${r.y}v${r.h}M${r.x} ${r.y + r.h * 0.25}l${-r.w} ${r.h * 0.4}M${r.x} ${r.y + r.h * 0.25}l${r.w} ${r.h * 0.4}M${r.x} ${r.y + r.h * 0.5}l${-r.w * 0.7} ${r.h * 0.4}M${r.x} ${r.y + r.h * 0.5}l${r.w * 0.7} ${r.h * 0.4}`"
    />
    <g v-for="d in devices" :key="d.id" class="device">
      <template v-if="d.kind === 'air-pump'">
        <line :x1="d.x" :x2="d.x" :y1="d.top - 26" :y2="d.y" />
        <rect :x="d.x - 6" :y="d.y" width="12" height="5" rx="2" class="solid" />
        <circle
          v-for="k in 7"
          :key="k"
          class="bubble"
          :cx="d.x + ((k * 37) % 11) - 5"
          :cy="d.y - ((d.y - d.top) * k) / 7.5"
          :r="1.2 + (k % 3) * 0.5"
        />
      </template>
      <template v-else-if="d.kind === 'heater'">
        <line :x1="d.x" :x2="d.x" :y1="d.top - 20" :y2="d.y - 22" />
        <rect :x="d.x - 3" :y="d.y - 22" width="6" height="44" rx="3" class="hot" />
      </template>
      <template v-else>
        <path
          :d="`M${d.x - (d.half ?? 20)} ${d.y}h${2 * (d.half ?? 20)}l-6 -7h${-2 * (d.half ?? 20) + 12}z`"
          class="solid"
        />
        <path
          class="ray"
          :d="`M${d.x - (d.half ?? 20) * 0.7} ${d.y + 4}l-6 9M${d.x} ${d.y + 4}v10M${d.x + (d.half ?? 20) * 0.7} ${d.y + 4}l6 9`"
        />
      </template>
    </g>
  </g>
  <g v-for="s in spots" :key="s.id">
    <rect
      class="tint"
      aria-hidden="true"
      :x="s.x"
      :y="s.y"
      :width="s.width"
      :height="s.height"
      :opacity="0.42 * (1 - ease)"
    />
    <g
      role="button"
      tabindex="0"
      class="said"
      :aria-label="`Oxygen: ${s.text}`"
      @click="emit('derive', 'oxygen-lowest')"
      @keydown.enter="emit('derive', 'oxygen-lowest')"
    >
      <text :x="said.get(s.id)?.x" :y="said.get(s.id)?.y">{{ s.text }}</text>
    </g>
  </g>
</template>

<style scoped>
.tint {
  fill: var(--stop);
  pointer-events: none;
}
.bloom {
  fill: var(--leaf);
}
.root {
  fill: none;
  stroke: var(--wood);
  stroke-width: 1.1;
  opacity: 0.85;
}
.root.chosen {
  stroke: var(--clay);
  stroke-width: 2.2;
  opacity: 1;
}
.device line {
  stroke: var(--text);
  stroke-width: 1.2;
}
.solid {
  fill: var(--text);
}
.bubble {
  fill: none;
  stroke: var(--water-deep);
}
.hot {
  fill: var(--clay);
  stroke: var(--text);
}
.ray {
  stroke: var(--clay);
  fill: none;
}
.said {
  cursor: pointer;
}
text {
  font-size: var(--type-drawing-small);
  font-weight: 650;
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  stroke-linejoin: round;
}
</style>
