<script setup lang="ts">
import { computed } from 'vue';
import type { SiphonWindow } from '../../../core/assess';
import { format } from '../../../core/quantity';
import { useSettings } from '../../stores/settings';

/** Where the inflow sits between too little to start and too much to stop. */
const props = defineProps<{
  window: SiphonWindow;
  /** What the inflow may really be, where the pump is not measured. */
  band?: readonly [number, number] | null;
}>();
const settings = useSettings();
const W = 340;
const f = (q: number) => format(q, 'flow', settings.units);
const top = computed(
  () =>
    1.15 * Math.max(props.window.flowAtBreak, props.window.inflowAtBreak, props.window.start.high),
);
const x = (q: number) => 4 + (q / top.value) * (W - 8);
const inWords = computed(
  () =>
    `Window of the siphon: ${f(props.window.inflow)} flow in. It always starts from ${f(props.window.start.high)} and always stops below ${f(props.window.stopsBelow)}.`,
);
const good = computed(() => Math.max(0, x(props.window.stopsBelow) - x(props.window.start.high)));
/** The two sure edges, kept apart; where they cross there is no window. */
const edges = computed(() => {
  const list = [
    { x: x(props.window.start.high), text: `always from ${f(props.window.start.high)}` },
    { x: x(props.window.stopsBelow), text: `to ${f(props.window.stopsBelow)}` },
  ];
  if (props.window.start.high >= props.window.stopsBelow) {
    return [{ x: W / 2, text: 'no flow always starts and stops it' }];
  }
  list[0]!.x = Math.min(W - 140, Math.max(52, list[0]!.x));
  list[1]!.x = Math.min(W - 34, Math.max(list[0]!.x + 92, list[1]!.x));
  return list;
});
</script>

<template>
  <figure>
    <svg :viewBox="`0 -4 ${W} 78`" role="img" :aria-label="inWords">
      <rect
        v-if="band && band[1] > band[0]"
        class="band"
        :x="x(band[0])"
        y="18"
        :width="Math.max(2, x(Math.min(band[1], top)) - x(band[0]))"
        height="28"
      />
      <rect class="no" x="4" y="24" :width="x(window.start.low) - 4" height="16" />
      <rect
        class="maybe"
        :x="x(window.start.low)"
        y="24"
        :width="
          Math.max(0, Math.min(x(window.start.high), x(window.flowAtBreak)) - x(window.start.low))
        "
        height="16"
      />
      <rect class="yes" :x="x(window.start.high)" y="24" :width="good" height="16" />
      <rect
        class="maybe"
        :x="Math.max(x(window.stopsBelow), x(window.start.high))"
        y="24"
        :width="
          Math.max(0, x(window.flowAtBreak) - Math.max(x(window.stopsBelow), x(window.start.high)))
        "
        height="16"
      />
      <rect
        class="no"
        :x="x(window.flowAtBreak)"
        y="24"
        :width="Math.max(0, W - 4 - x(window.flowAtBreak))"
        height="16"
      />
      <path
        class="mark"
        :d="`M${x(window.start.low)} 20v24M${x(window.start.high)} 20v24M${x(window.stopsBelow)} 20v24M${x(window.flowAtBreak)} 20v24`"
      />
      <path class="inflow" :d="`M${x(window.inflow)} 44V18l-5-7h10l-5 7`" />
      <text :x="Math.min(W - 90, Math.max(4, x(window.inflow) - 34))" y="6" class="strong">
        {{ f(window.inflow) }} in
      </text>
      <text :x="4" y="55">never starts</text>
      <text
        :x="(x(window.start.high) + x(window.stopsBelow)) / 2"
        y="36"
        text-anchor="middle"
        class="strong"
      >
        {{ good > 92 ? 'starts and stops' : '' }}
      </text>
      <text :x="W - 4" y="55" text-anchor="end">never stops</text>
      <text v-for="l in edges" :key="l.text" :x="l.x" y="69" text-anchor="middle">
        {{ l.text }}
      </text>
    </svg>
  </figure>
</template>

<style scoped>
.band {
  fill: none;
  stroke: var(--text);
  stroke-dasharray: 3 3;
}
figure {
  margin: 8px 0 0;
}
svg {
  width: 100%;
  display: block;
}
.no {
  fill: var(--stop);
  opacity: 0.45;
}
.maybe {
  fill: var(--watch);
  opacity: 0.4;
}
.yes {
  fill: var(--leaf);
  opacity: 0.4;
}
.mark {
  stroke: var(--text);
  stroke-width: 1;
}
.inflow {
  stroke: var(--text);
  fill: var(--text);
  stroke-width: 2;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--text);
}
.strong {
  font-weight: 650;
}
</style>
