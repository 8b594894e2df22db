<script setup lang="ts">
import { computed } from 'vue';
import { format } from '../../core/quantity';
import type { AnswerPicture } from '../../core/calculators';
import { useSettings } from '../stores/settings';

/** An answer as a picture: a value on its scale, or the water that is moved beside the tank. */
const props = defineProps<{ picture: AnswerPicture }>();
const settings = useSettings();
const WIDTH = 320;
const LEFT = 12;
const RIGHT = WIDTH - 12;
const WORDS = { fine: 'OK', watch: 'Warning', stop: 'Problem' } as const;

const scale = computed(() => {
  const p = props.picture;
  if (p.what !== 'scale') return null;
  const span = p.to - p.from || 1;
  const x = (v: number) =>
    LEFT + ((Math.min(p.to, Math.max(p.from, v)) - p.from) / span) * (RIGHT - LEFT);
  const f = (v: number) => format(v, p.kind, settings.units);
  let from = p.from;
  const zones = p.zones.flatMap((z) => {
    const to = Math.min(p.to, z.to);
    if (to <= from) return [];
    const zone = { from, to, level: z.level, x: x(from), width: x(to) - x(from) };
    from = to;
    return [zone];
  });
  // Ends of zones that have room for their number.
  const edges: { x: number; text: string }[] = [];
  for (const z of zones.slice(0, -1)) {
    const at = x(z.to);
    if (at - (edges.at(-1)?.x ?? -99) > 52 && at > LEFT + 20 && at < RIGHT - 20)
      edges.push({ x: at, text: f(z.to) });
  }
  const level = zones.find((z) => p.value <= z.to)?.level ?? zones.at(-1)?.level ?? null;
  const anchor = (at: number) => (at < LEFT + 46 ? 'start' : at > RIGHT - 46 ? 'end' : 'middle');
  return {
    zones,
    edges,
    level,
    value: { x: x(p.value), text: f(p.value), anchor: anchor(x(p.value)) },
    before:
      p.before === undefined || Math.abs(x(p.before) - x(p.value)) < 4
        ? null
        : { x: x(p.before), text: f(p.before) },
    words:
      `${p.label}: ${f(p.value)}` +
      (p.before === undefined ? '' : `, before ${f(p.before)}`) +
      (level ? `. ${WORDS[level]}.` : '.'),
  };
});
const water = computed(() => {
  const p = props.picture;
  if (p.what !== 'water') return null;
  const share = p.whole > 0 ? Math.min(1, p.part / p.whole) : 0;
  const f = (v: number) => format(v, 'volume', settings.units);
  return {
    share,
    part: f(p.part),
    whole: f(p.whole),
    words: `${p.label}: ${f(p.part)} of ${f(p.whole)}, ${format(share, 'share', settings.units)}.`,
  };
});
/** Of the tank drawn, px. */
const TANK = { x: 110, top: 14, width: 120, height: 76 };
/** The jug beside it is drawn by the root of its share, so that a small one can be seen. */
const jug = computed(() => 14 + 46 * Math.sqrt(water.value?.share ?? 0));
</script>

<template>
  <figure class="picture">
    <figcaption class="quiet">{{ picture.label }}</figcaption>
    <svg v-if="scale" :viewBox="`0 0 ${WIDTH} 74`" role="img" :aria-label="scale.words">
      <rect class="ground" :x="LEFT" y="34" :width="RIGHT - LEFT" height="14" />
      <g v-for="z in scale.zones" :key="z.from">
        <rect :class="z.level" :x="z.x" y="34" :width="z.width" height="14" />
        <text v-if="z.width > 60" class="zone" :x="z.x + z.width / 2" y="45" text-anchor="middle">
          {{ WORDS[z.level] }}
        </text>
      </g>
      <g v-for="e in scale.edges" :key="e.x">
        <path class="ink" :d="`M${e.x} 34v18`" />
        <text :x="e.x" y="66" text-anchor="middle">{{ e.text }}</text>
      </g>
      <template v-if="scale.before">
        <path class="before" :d="`M${scale.before.x - 5} 23h10l-5 10z`" />
        <path class="arrow" :d="`M${scale.before.x} 26H${scale.value.x}`" />
      </template>
      <path class="ink fill" :d="`M${scale.value.x - 6} 22h12l-6 12z`" />
      <text class="value" :x="scale.value.x" y="16" :text-anchor="scale.value.anchor">
        {{ scale.value.text }}
      </text>
    </svg>
    <svg v-else-if="water" :viewBox="`0 0 ${WIDTH} 100`" role="img" :aria-label="water.words">
      <rect
        class="water"
        :x="TANK.x"
        :y="TANK.top + 8"
        :width="TANK.width"
        :height="TANK.height - 8"
      />
      <rect
        class="part"
        :x="TANK.x"
        :y="TANK.top + 8"
        :width="TANK.width"
        :height="(TANK.height - 8) * water.share"
      />
      <path
        class="wall"
        :d="`M${TANK.x} ${TANK.top}v${TANK.height}h${TANK.width}v${-TANK.height}`"
      />
      <text :x="TANK.x + TANK.width + 8" :y="TANK.top + TANK.height - 4">{{ water.whole }}</text>
      <g :transform="`translate(${70 - jug / 2} ${TANK.top + TANK.height - jug})`">
        <rect v-if="water.share > 0" class="part" x="0" y="0" :width="jug" :height="jug" />
        <path class="wall" :d="`M0 -4v${jug + 4}h${jug}v${-jug - 4}`" />
      </g>
      <text class="value" :x="70" :y="TANK.top + TANK.height - jug - 8" text-anchor="middle">
        {{ water.part }}
      </text>
    </svg>
  </figure>
</template>

<style scoped>
.picture {
  max-width: 420px;
}
svg {
  display: block;
  width: 100%;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
}
.value {
  font-size: 14px;
  font-weight: 650;
}
.ground {
  fill: var(--wash);
  stroke: var(--rule);
}
.fine {
  fill: color-mix(in srgb, var(--fine) 32%, var(--paper));
}
.watch {
  fill: var(--watch-ground);
}
.stop {
  fill: var(--stop-ground);
}
.ink,
.wall {
  stroke: var(--text);
  fill: none;
}
.wall {
  stroke-width: 2;
}
.fill,
.ink.fill {
  fill: var(--text);
}
.before {
  fill: none;
  stroke: var(--text);
}
.arrow {
  stroke: var(--text);
  stroke-dasharray: 3 2;
}
.water {
  fill: var(--water-soft);
}
.part {
  fill: var(--water);
  opacity: 0.75;
}
</style>
