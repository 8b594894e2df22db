<script setup lang="ts">
import { computed } from 'vue';
import type { Siphon } from '../../../../core/system';
import type { CycleMoment } from '../../../../core/workshop/cycle';

/** One moment of the cycle as a small picture; not to scale across, the levels are. */
const props = defineProps<{ siphon: Siphon; moment: CycleMoment; flood: number }>();
const W = 96;
const H = 92;
const top = computed(() => props.flood * 1.2);
const y = (h: number) => 8 + (1 - h / top.value) * 52;
const floor = 60;
const running = computed(() => ['primes', 'runs', 'draws-air'].includes(props.moment.id));
const trickle = computed(() => props.moment.id === 'spills');
const bell = computed(() => props.siphon.kind === 'bell-siphon');
/** Under the bell water stands as in the bed, or fills it while it runs. */
const inside = computed(() => (running.value ? props.siphon.crest * 1.04 : props.moment.level));
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" width="96" height="92" aria-hidden="true">
    <rect class="water" x="6" :y="y(moment.level)" width="84" :height="floor - y(moment.level)" />
    <template v-if="bell">
      <rect class="in" x="34" :y="y(inside)" width="28" :height="floor - y(inside)" />
      <path
        class="bell"
        :d="`M34 ${y(siphon.breakHeight)}V${y(siphon.crest) - 8}H62V${y(siphon.breakHeight)}`"
      />
      <path class="pipe" :d="`M43 ${y(siphon.crest)}V86M53 ${y(siphon.crest)}V86`" />
    </template>
    <path
      v-else
      class="pipe"
      :d="`M30 ${y(siphon.breakHeight)}V${y(siphon.crest) - 8}H53V86M38 ${y(siphon.breakHeight)}V${y(siphon.crest)}H45V86`"
    />
    <rect
      v-if="running"
      class="full"
      :x="bell ? 44 : 46"
      :y="y(siphon.crest)"
      :width="bell ? 8 : 6"
      :height="86 - y(siphon.crest)"
    />
    <path v-if="trickle" class="drip" :d="`M${bell ? 44 : 47} ${y(siphon.crest)}V86`" />
    <g v-if="moment.id === 'draws-air'" class="air">
      <circle cx="38" :cy="y(siphon.breakHeight) - 6" r="2" />
      <circle cx="40" :cy="y(siphon.breakHeight) - 14" r="1.6" />
      <circle cx="58" :cy="y(siphon.breakHeight) - 9" r="2" />
    </g>
    <path class="wall" :d="`M5 6V${floor}H91V6`" />
  </svg>
</template>

<style scoped>
.water {
  fill: var(--water-soft);
}
.in {
  fill: var(--water-deep);
  opacity: 0.6;
}
.bell {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
}
.pipe,
.wall {
  fill: none;
  stroke: var(--text);
  stroke-width: 1.8;
}
.full {
  fill: var(--water);
}
.drip {
  stroke: var(--water);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}
.air circle {
  fill: var(--sheet);
  stroke: var(--text);
}
</style>
