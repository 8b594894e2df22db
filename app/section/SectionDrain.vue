<script setup lang="ts">
import { computed } from 'vue';
import type { PlacedDrain, Placed } from './scene';

/** A standpipe or bell siphon in its bed: pipe, mouth, bell with its notches, guard, drop. */
const props = defineProps<{
  drain: PlacedDrain;
  bed: Placed;
  level: number;
  flow: number;
  /** Flow from which the pipe runs full, m³/s; none for a plain overflow. */
  fullFrom: number | null;
  scale: number;
  x: (x: number) => number;
  y: (z: number) => number;
}>();

const siphon = computed(() => (props.drain.path.kind === 'bell-siphon' ? props.drain.path : null));
const loop = computed(() => (props.drain.path.kind === 'loop-siphon' ? props.drain.path : null));
const cx = computed(() => props.x(props.drain.x));
const at = (h: number) => props.y(props.drain.floor + h);
const bore = computed(() => Math.max(5, props.drain.path.bore * props.scale));
const mouth = computed(() =>
  'mouth' in props.drain.path
    ? Math.max(bore.value, props.drain.path.mouth * props.scale)
    : bore.value,
);
const bell = computed(() =>
  siphon.value ? Math.max(mouth.value + 7, siphon.value.bellBore * props.scale) : 0,
);
const guard = computed(() =>
  siphon.value?.guard ? Math.max(bell.value + 6, siphon.value.guard.diameter * props.scale) : 0,
);
const crest = computed(() => at(props.drain.path.crest));
const mediaTop = computed(() => at(props.bed.vessel.media?.top ?? props.drain.path.crest));
const flare = computed(() => Math.min(0.04 * props.scale, 14));
const flows = computed(() => props.flow > 1e-7);
const running = computed(
  () => flows.value && props.fullFrom !== null && props.flow > props.fullFrom,
);
const tail = computed(() =>
  props.drain.points
    .slice(1)
    .map((p) => `${props.x(p.x)},${props.y(p.z)}`)
    .join(' '),
);
const tube = computed(() => {
  if (!loop.value)
    return `${cx.value},${crest.value + flare.value} ${cx.value},${at(0)} ${tail.value}`;
  // Up from its inlet, over the top, and down beside it.
  const leg = Math.max(2.5 * bore.value, 0.05 * props.scale);
  const top = crest.value - bore.value / 2;
  return `${cx.value - leg},${at(loop.value.breakHeight)} ${cx.value - leg},${top} ${cx.value},${top} ${cx.value},${at(0)} ${tail.value}`;
});
/** The sleeve around a pipe that draws from the floor. */
const sleeve = computed(() =>
  props.drain.path.kind === 'standpipe' && props.drain.path.fromBottom ? bore.value + 16 : 0,
);
</script>

<template>
  <g class="drain">
    <template v-if="siphon && guard">
      <rect
        :x="cx - guard / 2"
        :y="mediaTop"
        :width="guard"
        :height="at(0) - mediaTop"
        class="open"
      />
      <rect
        v-if="level > 0"
        :x="cx - guard / 2"
        :y="at(Math.min(level, bed.vessel.media?.top ?? level))"
        :width="guard"
        :height="at(0) - at(Math.min(level, bed.vessel.media?.top ?? level))"
        class="pool"
      />
      <path
        class="guard"
        :d="`M${cx - guard / 2} ${at(0)}V${mediaTop - 6}M${cx + guard / 2} ${at(0)}V${mediaTop - 6}`"
      />
    </template>
    <rect
      v-else-if="!loop"
      :x="cx - bore / 2 - 4"
      :y="mediaTop"
      :width="bore + 8"
      :height="at(0) - mediaTop"
      class="open"
    />
    <rect
      v-if="running && siphon"
      class="pool"
      :x="cx - bell / 2"
      :y="crest - siphon.gap * scale * 0.6"
      :width="bell"
      :height="at(0) - crest + siphon.gap * scale * 0.6"
    />
    <polyline class="pipe" :points="tube" :stroke-width="bore + 3" />
    <polyline class="bore" :class="{ full: running }" :points="tube" :stroke-width="bore" />
    <polyline v-if="flows && !running" class="trickle" :points="tube" :stroke-width="bore * 0.35" />
    <path
      v-if="sleeve"
      class="sleeve"
      :d="`M${cx - sleeve / 2} ${at(0.03)}V${crest - 14}M${cx + sleeve / 2} ${at(0.03)}V${crest - 14}`"
    />
    <path
      v-if="!loop"
      class="mouth"
      :class="{ full: running }"
      :d="`M${cx - bore / 2} ${crest + flare}L${cx - mouth / 2} ${crest}H${cx + mouth / 2}L${cx + bore / 2} ${crest + flare}`"
    />
    <template v-if="siphon">
      <path
        class="bell"
        :d="`M${cx - bell / 2} ${at(siphon.breakHeight)}V${crest - siphon.gap * scale}H${cx + bell / 2}V${at(siphon.breakHeight)}`"
      />
      <path
        class="notch"
        :d="`M${cx - bell / 2} ${at(siphon.breakHeight)}V${at(0)}M${cx + bell / 2} ${at(siphon.breakHeight)}V${at(0)}`"
      />
    </template>
  </g>
</template>

<style scoped src="./pipe.css"></style>
<style scoped>
.open {
  fill: var(--sheet);
}
.pool {
  fill: var(--water-deep);
}
.guard {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1.6;
  stroke-dasharray: 3 3;
}
.bore.full,
.mouth.full {
  stroke: var(--water);
}
.trickle {
  fill: none;
  stroke: var(--water);
  stroke-linejoin: round;
}
.mouth {
  fill: var(--sheet);
  stroke: var(--text) !important;
  stroke-width: 1.8;
  stroke-linejoin: round;
}
.mouth.full {
  fill: var(--water);
}
.sleeve {
  stroke: var(--text);
  stroke-width: 2;
}
.bell {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2.4;
  stroke-linejoin: round;
}
.notch {
  stroke: var(--clay);
  stroke-width: 2.4;
  stroke-dasharray: 2 3;
}
</style>
