<script setup lang="ts">
import { computed } from 'vue';
import type { Duty } from '../../../core/assess';
import { format } from '../../../core/quantity';
import type { PumpedLine } from '../../../core/system';
import { headLoss } from '../../../core/water/pipe';
import { pumpCurve } from '../../../core/water/pump';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** The pump's curve and what the line asks for; where they cross it works. */
const props = defineProps<{ duty: Duty; line: PumpedLine }>();
const settings = useSettings();
const system = useSystem();
const W = 340;
const H = 132;
const L = 8;
const B = 20;

const net = computed(() => {
  const p = system.assessment!.net.paths.find((x) => x.id === props.line.id);
  return p?.kind === 'pump' ? p : null;
});
const curve = computed(() => (net.value ? pumpCurve(net.value.figures) : null));
const x = (q: number) => L + (q / (props.duty.maxFlow * 1.02)) * (W - L - 6);
const top = computed(() => Math.max(props.duty.maxHead, props.duty.staticHead) * 1.1);
const y = (h: number) => H - B - (h / top.value) * (H - B - 8);

const lines = computed(() => {
  const p = net.value;
  const c = curve.value;
  if (!p || !c) return { pump: '', asks: '' };
  const pump: string[] = [];
  const asks: string[] = [];
  for (let i = 0; i <= 40; i++) {
    const q = (c.maxFlow * i) / 40;
    pump.push(`${x(q).toFixed(1)},${y(Math.max(0, c.headAt(q))).toFixed(1)}`);
    const need =
      props.duty.branches.length > 1
        ? // Several branches together go with the square of their flow, near enough to be drawn.
          props.duty.staticHead + props.duty.losses * (q / Math.max(1e-12, props.duty.flow)) ** 2
        : props.duty.staticHead + headLoss(q, p.line, system.document!.site.waterTemperature);
    if (need <= top.value) asks.push(`${x(q).toFixed(1)},${y(need).toFixed(1)}`);
  }
  return { pump: pump.join(' '), asks: asks.join(' ') };
});
const said = computed(
  () =>
    `The pump gives ${format(props.duty.flow, 'flow', settings.units)} at ${format(props.duty.staticHead + props.duty.losses, 'head', settings.units)} of its ${format(props.duty.maxHead, 'head', settings.units)}`,
);
</script>

<template>
  <svg class="curve" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="said">
    <path class="axis" :d="`M${L} 4V${H - B}H${W - 2}`" />
    <rect
      class="good"
      :x="x(duty.maxFlow * 0.2)"
      y="4"
      :width="x(duty.maxFlow * 0.9) - x(duty.maxFlow * 0.2)"
      :height="H - B - 4"
    />
    <polyline class="pump" :points="lines.pump" />
    <polyline class="asks" :points="lines.asks" />
    <template v-if="duty.flow > 0">
      <path class="drop" :d="`M${x(duty.flow)} ${y(duty.staticHead + duty.losses)}V${H - B}`" />
      <circle :cx="x(duty.flow)" :cy="y(duty.staticHead + duty.losses)" r="4.5" />
    </template>
    <text :x="x(duty.maxFlow) - 4" :y="H - 6" text-anchor="end">
      {{ format(duty.maxFlow, 'flow', settings.units) }}
    </text>
    <text
      v-if="x(duty.flow) < W - 150"
      :x="x(duty.flow)"
      :y="H - 6"
      text-anchor="middle"
      class="strong"
    >
      {{ format(duty.flow, 'flow', settings.units) }}
    </text>
    <text :x="L + 5" :y="y(duty.maxHead) - 3">
      {{ format(duty.maxHead, 'head', settings.units) }}
    </text>
    <text :x="L + 5" :y="y(duty.staticHead) + 13">
      lift {{ format(duty.staticHead, 'head', settings.units) }}
    </text>
  </svg>
</template>

<style scoped>
.curve {
  width: 100%;
  margin-top: 6px;
  display: block;
}
.axis {
  fill: none;
  stroke: var(--quiet);
}
.good {
  fill: var(--leaf);
  opacity: 0.1;
}
.pump,
.asks {
  fill: none;
  stroke-width: 2.2;
}
.pump {
  stroke: var(--clay);
}
.asks {
  stroke: var(--water);
}
.drop {
  stroke: var(--text);
  stroke-dasharray: 3 3;
}
circle {
  fill: var(--text);
}
text {
  font-size: 11px;
  fill: var(--text);
}
.strong {
  font-weight: 650;
}
</style>
