<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { format, type QuantityKind } from '../../../../core/quantity';
import { vesselOf, type Siphon } from '../../../../core/system';
import { siphonCycle } from '../../../../core/workshop/cycle';
import { useSettings } from '../../../stores/settings';
import { useSystem } from '../../../stores/system';
import CycleFrame from './CycleFrame.vue';

/** The siphon on the bench: to scale with its dimensions, and its cycle moment by moment. */
const props = defineProps<{ siphon: Siphon }>();
const system = useSystem();
const settings = useSettings();
const box = ref<HTMLElement>();
const { width, height } = useElementSize(box, { width: 720, height: 420 });
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const bed = computed(() => vesselOf(system.document!, props.siphon.from));
const bell = computed(() => (props.siphon.kind === 'bell-siphon' ? props.siphon : null));
const flood = computed(
  () =>
    system.assessment!.beds.find((b) => b.id === props.siphon.from)?.flood ??
    props.siphon.crest + 0.008,
);
/** Heights shown: from below the outlet to over the bell’s top. */
const low = computed(() => -props.siphon.drop - 0.04);
const high = computed(() =>
  Math.max(
    bed.value.media?.top ?? 0,
    props.siphon.crest + (bell.value ? bell.value.gap + 0.03 : 0.06),
  ),
);
/** Room for the words left and right of the picture, px. */
const LEFT = 134;
const RIGHT = 172;
/** Half of the bed’s slice that is shown: little more than the guard where there is little room, m. */
const reach = computed(() =>
  width.value > 560
    ? 0.15
    : (bell.value?.guard?.diameter ?? bell.value?.bellBore ?? 2 * props.siphon.bore) / 2 + 0.025,
);
const scale = computed(() =>
  Math.min(
    (height.value - 24) / (high.value - low.value + 0.03),
    (width.value - LEFT - RIGHT) / (2 * reach.value + 0.04),
  ),
);
const side = computed(() => (reach.value + 0.02) * scale.value);
const cx = computed(() => (width.value + LEFT - RIGHT) / 2);
const Y = (h: number) => 12 + (high.value - h) * scale.value;
const half = (d: number) => (d / 2) * scale.value;

interface Level {
  h: number;
  text: string;
}
/** Heights on the left, each over the bed’s floor. */
const heights = computed(() => {
  const list: Level[] = [
    { h: props.siphon.crest, text: `crest ${f(props.siphon.crest, 'length')}` },
    { h: flood.value, text: `starts at ${f(flood.value, 'length')}` },
    { h: props.siphon.breakHeight, text: `break ${f(props.siphon.breakHeight, 'length')}` },
    { h: -props.siphon.drop, text: `drop ${f(props.siphon.drop, 'length')}` },
  ];
  if (bell.value)
    list.push({
      h: props.siphon.crest + bell.value.gap,
      text: `gap ${f(bell.value.gap, 'length')}`,
    });
  if (bed.value.media)
    list.push({ h: bed.value.media.top, text: `stones ${f(bed.value.media.top, 'length')}` });
  const sorted = list.sort((a, b) => b.h - a.h).map((l) => ({ ...l, y: Y(l.h), ty: Y(l.h) }));
  for (let i = 1; i < sorted.length; i++)
    sorted[i]!.ty = Math.max(sorted[i]!.ty, sorted[i - 1]!.ty + 17);
  return sorted;
});
/** Widths on the right. */
const widths = computed(() => {
  const p = props.siphon;
  const list = [{ h: (p.crest - p.drop) / 2 - 0.02, d: p.bore, text: `bore ${f(p.bore, 'bore')}` }];
  const b = bell.value;
  if (b) {
    list.push(
      { h: p.crest - 0.004, d: b.mouth, text: `mouth ${f(b.mouth, 'bore')}` },
      { h: p.crest * 0.72, d: b.bellBore, text: `bell ${f(b.bellBore, 'bore')}` },
      {
        h: p.breakHeight / 2,
        d: b.bellBore,
        text: `${b.notches.count} notches of ${f(b.notches.width, 'length')}`,
      },
    );
    if (b.guard)
      list.push({
        h: p.crest * 0.45,
        d: b.guard.diameter,
        text: `guard ${f(b.guard.diameter, 'length')}, slots ${f(b.guard.slotArea, 'opening')}`,
      });
  }
  return list;
});
const moments = computed(() => siphonCycle(props.siphon, flood.value));
const legX = computed(() => cx.value - Math.max(3 * half(props.siphon.bore), 0.06 * scale.value));
</script>

<template>
  <section class="bench" tabindex="0" :aria-label="`${siphon.name}, detail`">
    <div ref="box" class="dims">
      <svg
        :width="width"
        :height="height"
        role="img"
        :aria-label="`${siphon.name} with dimensions`"
      >
        <rect
          class="stones"
          :x="cx - reach * scale"
          :y="Y(bed.media?.top ?? siphon.crest)"
          :width="2 * reach * scale"
          :height="Math.max(0, Y(0) - Y(bed.media?.top ?? siphon.crest))"
        />
        <rect
          class="water"
          :x="cx - reach * scale"
          :y="Y(flood)"
          :width="2 * reach * scale"
          :height="Math.max(0, Y(0) - Y(flood))"
        />
        <template v-if="bell">
          <rect
            v-if="bell.guard"
            class="inside"
            :x="cx - half(bell.guard.diameter)"
            :y="Y(bed.media?.top ?? siphon.crest)"
            :width="2 * half(bell.guard.diameter)"
            :height="Y(0) - Y(bed.media?.top ?? siphon.crest)"
          />
          <rect
            v-if="bell.guard"
            class="water"
            :x="cx - half(bell.guard.diameter)"
            :y="Y(flood)"
            :width="2 * half(bell.guard.diameter)"
            :height="Y(0) - Y(flood)"
          />
          <path
            v-if="bell.guard"
            class="guard"
            :d="`M${cx - half(bell.guard.diameter)} ${Y(0)}V${Y((bed.media?.top ?? siphon.crest) + 0.02)}M${cx + half(bell.guard.diameter)} ${Y(0)}V${Y((bed.media?.top ?? siphon.crest) + 0.02)}`"
          />
          <path
            class="bell"
            :d="`M${cx - half(bell.bellBore)} ${Y(siphon.breakHeight)}V${Y(siphon.crest + bell.gap)}H${cx + half(bell.bellBore)}V${Y(siphon.breakHeight)}`"
          />
          <path
            class="notch"
            :d="`M${cx - half(bell.bellBore)} ${Y(siphon.breakHeight)}V${Y(0)}M${cx + half(bell.bellBore)} ${Y(siphon.breakHeight)}V${Y(0)}`"
          />
          <path
            class="pipe"
            :d="`M${cx - half(bell.mouth)} ${Y(siphon.crest)}L${cx - half(siphon.bore)} ${Y(siphon.crest - 0.03)}V${Y(-siphon.drop)}M${cx + half(bell.mouth)} ${Y(siphon.crest)}L${cx + half(siphon.bore)} ${Y(siphon.crest - 0.03)}V${Y(-siphon.drop)}`"
          />
        </template>
        <path
          v-else
          class="loop"
          :stroke-width="2 * half(siphon.bore)"
          :d="`M${legX} ${Y(siphon.breakHeight)}V${Y(siphon.crest + siphon.bore / 2)}H${cx}V${Y(-siphon.drop)}`"
        />
        <path class="floor" :d="`M${cx - side} ${Y(0)}H${cx + side}`" />
        <g v-for="h in heights" :key="h.text" class="dim">
          <path :d="`M${cx - 0.02 * scale} ${h.y}H${cx - side}L${cx - side - 14} ${h.ty}h-6`" />
          <text :x="cx - side - 24" :y="h.ty + 4" text-anchor="end">{{ h.text }}</text>
        </g>
        <g v-for="w in widths" :key="w.text" class="dim">
          <path :d="`M${cx - half(w.d)} ${Y(w.h)}H${cx + half(w.d)}`" class="across" />
          <path :d="`M${cx + half(w.d)} ${Y(w.h)}H${cx + side}`" />
          <text :x="cx + side + 6" :y="Y(w.h) + 4">{{ w.text }}</text>
        </g>
      </svg>
    </div>
    <ol class="cycle" aria-label="One cycle">
      <li v-for="m in moments" :key="m.id">
        <CycleFrame :siphon="siphon" :moment="m" :flood="flood" />
        <div>
          <b>{{ m.name }}</b>
          <p>{{ m.seen }}</p>
          <p class="quiet">{{ m.heard }}</p>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-rows: minmax(280px, 1fr) auto;
  min-height: 0;
  height: 100%;
  overflow: auto;
}
.dims {
  overflow: hidden;
  position: relative;
}
.dims > svg {
  position: absolute;
  inset: 0;
}
.cycle {
  list-style: none;
  padding: 8px 12px 10px;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(108px, 1fr));
  gap: 10px;
  border-top: 1px solid var(--rule);
  font-size: var(--type-label);
  line-height: 1.3;
}
.cycle b {
  font-size: var(--type-small);
}
.stones {
  fill: var(--stone);
}
.water {
  fill: var(--water);
  opacity: 0.3;
}
.inside {
  fill: var(--sheet);
}
.guard {
  stroke: var(--quiet);
  stroke-dasharray: 4 4;
  stroke-width: 1.6;
  fill: none;
}
.bell {
  fill: none;
  stroke: var(--clay);
  stroke-width: 3;
}
.notch {
  stroke: var(--clay);
  stroke-width: 3;
  stroke-dasharray: 3 3;
}
.pipe {
  fill: none;
  stroke: var(--text);
  stroke-width: 3;
  stroke-linejoin: round;
}
.loop {
  fill: none;
  stroke: var(--text);
  stroke-linejoin: round;
  opacity: 0.75;
}
.floor {
  stroke: var(--text);
  stroke-width: 4;
}
.dim path {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1;
}
.dim .across {
  stroke: var(--text);
  stroke-dasharray: 2 2;
}
.dim text {
  font-size: var(--type-drawing);
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
</style>
