<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { format, formatClock, formatDuration } from '../../core/quantity';
import { spansBetween } from '../../core/day';
import { eventInWords } from '../../core/formats/words';
import { PLANT_ROLES, pumpedLines } from '../../core/system';
import { useMeasured } from '../stores/measured';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import StripControls from './StripControls.vue';
import { levelLine } from './levelLine';
import { pumpRuns } from './pumpRuns';

/** The day under the drawing: pump bars, levels as lines, events as ticks, and the moment shown. */
const system = useSystem();
const trace = useTrace();
const settings = useSettings();
const measured = useMeasured();
const box = ref<HTMLElement>();
const { width, height } = useElementSize(box, { width: 800, height: 110 });
const BARS = 14;
const AXIS = 16;
const DAY = 86400;

const X = (t: number) => ((t - trace.from) / trace.span) * width.value;
const till = computed(() => trace.from + trace.span);

/** As text, so that only another rhythm draws the bars anew. */
const rhythms = computed(() =>
  JSON.stringify(
    system.assessment?.net.controls.map((c) => [
      c.id,
      spansBetween(c, trace.dayShown * DAY, (trace.dayShown + 1) * DAY),
    ]) ?? [],
  ),
);
/** When each pump is on: by the programme, so that a change shows at once; in a fault test by what it gave. */
const runs = computed<[string, [number, number][]][]>(() => {
  const { replay, solved } = trace;
  if (!replay) return JSON.parse(rhythms.value) as [string, [number, number][]][];
  // A run that goes on after a reload may be there before the day of its system is.
  return solved ? pumpedLines(solved).map((l) => [l.id, pumpRuns(replay.trace, l.id)]) : [];
});
const spans = computed(() =>
  runs.value.flatMap(([id, list]) =>
    list
      .filter(([s, e]) => e > trace.from && s < till.value)
      .map(([s, e], i) => ({
        key: `${id}${i}`,
        x: X(Math.max(s, trace.from)),
        w: Math.max(2, X(Math.min(e, till.value)) - X(Math.max(s, trace.from))),
      })),
  ),
);

/** A line is drawn anew with a new day, not with every move of a handle. */
const curves = computed(() => {
  const tr = trace.shown;
  const doc = trace.solved;
  if (!tr || !doc || width.value < 10) return [];
  const frame = {
    from: trace.from,
    span: trace.span,
    width: width.value,
    top: BARS + 4,
    height: height.value - BARS - AXIS - 6,
  };
  return doc.vessels.flatMap((v) => {
    const row = tr.vessels.indexOf(v.id);
    if (row < 0) return [];
    const points = levelLine(tr, row, v.shape.height, frame);
    return [{ id: v.id, bed: (PLANT_ROLES as readonly string[]).includes(v.role), points }];
  });
});

/** Levels as devices measured them, over those that were predicted. */
const measuredCurves = computed(() => {
  const doc = system.document;
  if (!doc || !measured.levels.size || width.value < 10) return [];
  const top = BARS + 4;
  const tall = height.value - BARS - AXIS - 6;
  return doc.vessels.flatMap((v) => {
    const points = measured.levels.get(v.id);
    if (!points?.length) return [];
    // The strip may begin at another hour than midnight.
    const at = (t: number) => (((t - trace.start) % DAY) + DAY) % DAY;
    const dots = points
      .map((p) => ({
        t: at(p.t),
        y: top + tall * (1 - Math.min(1, Math.max(0, p.level / v.shape.height))),
      }))
      .filter((p) => p.t >= trace.from && p.t <= till.value)
      .map((p) => ({ x: Math.round(X(p.t)), y: p.y }));
    // One of each pixel is enough.
    const seen = new Set<number>();
    return [
      {
        id: v.id,
        name: v.name,
        dots: dots.filter((d) => !seen.has(d.x) && seen.add(d.x)),
      },
    ];
  });
});

const events = computed(() => {
  const list = trace.events;
  const out: { key: string; x: number; bad: boolean; title: string }[] = [];
  let last = -10;
  for (const e of list) {
    if (e.t < trace.from || e.t > till.value) continue;
    const x = X(e.t);
    const bad = e.kind === 'pump-dry' || e.kind === 'rim-over';
    if (x - last < 2 && !bad) continue;
    last = x;
    const path = trace.solved?.paths.find((p) => p.id === e.where);
    const vessel = trace.solved?.vessels.find((v) => v.id === e.where);
    out.push({
      key: `${e.t}${e.kind}`,
      x,
      bad,
      title: `${formatClock(trace.clock(e.t))} ${eventInWords(e.kind)}, ${path?.name ?? vessel?.name ?? ''}`,
    });
  }
  return out;
});

const axis = computed(() => {
  const hours = trace.span / 3600;
  const step = hours > 12 ? (width.value < 500 ? 6 : 3) * 3600 : hours > 3 ? 3600 : 600;
  const out: { x: number; text: string }[] = [];
  const first = Math.ceil((trace.from + trace.start) / step) * step - trace.start;
  for (let t = first; t <= till.value; t += step) {
    const x = X(t);
    if (x > 14 && x < width.value - 16)
      out.push({ x, text: t === DAY && !trace.start ? '24:00' : formatClock(trace.clock(t)) });
  }
  return out;
});

/** What is going on at the moment shown, in a sentence. */
const now = computed(() => {
  const e = trace.events.findLast((x) => x.t <= trace.time + 0.01);
  if (!e) return 'At rest.';
  const name =
    system.document?.paths.find((p) => p.id === e.where)?.name ??
    system.document?.vessels.find((v) => v.id === e.where)?.name ??
    '';
  const ago = trace.time - e.t;
  return `${name}: ${eventInWords(e.kind)}${ago > 1 ? ` ${formatDuration(ago)} ago` : ''}.`;
});
const lower = computed(() => (system.document?.fish.length ? 'tank' : 'reservoir'));
const levelsNow = computed(() =>
  (system.document?.vessels ?? [])
    .map((v) => {
      // Felt is wet all over: what it holds tells more than a level.
      const felt = v.role === 'felt';
      const now = (felt ? trace.moment?.volumes : trace.moment?.levels)?.[v.id] ?? 0;
      return `${v.name} ${format(now, felt ? 'volume' : 'length', settings.units)}`;
    })
    .join(' · '),
);

/** Where a drill's fault strikes. */
const struck = computed(() => {
  const r = trace.replay;
  return r && r.struck >= trace.from && r.struck <= till.value ? X(r.struck) : null;
});

const pressed = ref(false);
function at(event: PointerEvent) {
  const r = (event.currentTarget as Element).getBoundingClientRect();
  trace.seek(trace.from + ((event.clientX - r.left) / r.width) * trace.span);
}
function down(event: PointerEvent) {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  pressed.value = true;
  trace.playing = false;
  at(event);
}
function key(event: KeyboardEvent) {
  const small = trace.span / 240;
  const moves: Record<string, () => void> = {
    ArrowRight: () => trace.seek(trace.time + small * (event.shiftKey ? 10 : 1)),
    ArrowLeft: () => trace.seek(trace.time - small * (event.shiftKey ? 10 : 1)),
    ArrowUp: () => trace.step(1),
    ArrowDown: () => trace.step(-1),
    Home: () => trace.seek(0),
    End: () => trace.seek(DAY),
  };
  const move = moves[event.key];
  if (!move) return;
  event.preventDefault();
  move();
}
</script>

<template>
  <section class="strip" :class="{ faultTest: trace.replay }" aria-label="The day">
    <StripControls :now="now" :levels="levelsNow" />
    <div
      ref="box"
      class="box"
      role="slider"
      tabindex="0"
      aria-label="Moment of the day"
      :aria-valuenow="Math.round(trace.time)"
      aria-valuemin="0"
      :aria-valuemax="DAY"
      :aria-valuetext="`${formatClock(trace.clock(trace.time))}. ${now} ${levelsNow}`"
      @pointerdown="down"
      @pointermove="pressed && at($event)"
      @pointerup="pressed = false"
      @pointercancel="pressed = false"
      @keydown="key"
    >
      <svg :width="width" :height="height" aria-hidden="true">
        <rect
          v-for="s in spans"
          :key="s.key"
          class="bar"
          :x="s.x"
          y="1"
          :width="s.w"
          :height="BARS - 5"
        />
        <g v-for="m in measuredCurves" :key="`m-${m.id}`" class="measured">
          <circle v-for="d in m.dots" :key="d.x" :cx="d.x" :cy="d.y" r="1.6" />
        </g>
        <g v-if="struck !== null" class="struck">
          <line :x1="struck" :x2="struck" y1="0" :y2="height - AXIS" />
          <path :d="`M${struck - 6} 0h12l-6 9z`" />
        </g>
        <line
          v-for="a in axis"
          :key="a.x"
          class="grid"
          :x1="a.x"
          :x2="a.x"
          :y1="BARS"
          :y2="height - AXIS"
        />
        <polyline
          v-for="c in curves"
          :key="c.id"
          :class="c.bed ? 'bed' : 'tank'"
          :points="c.points"
        />
        <g v-for="e in events" :key="e.key">
          <line
            class="event"
            :class="{ bad: e.bad }"
            :x1="e.x"
            :x2="e.x"
            :y1="BARS - 3"
            :y2="e.bad ? height - AXIS : BARS + 5"
          >
            <title>{{ e.title }}</title>
          </line>
        </g>
        <text v-for="a in axis" :key="a.text" :x="a.x" :y="height - 3" text-anchor="middle">
          {{ a.text }}
        </text>
        <line class="head" :x1="X(trace.time)" :x2="X(trace.time)" y1="0" :y2="height - AXIS + 3" />
      </svg>
      <div class="key" aria-hidden="true">
        <i class="bed" /> bed <i class="tank" /> {{ lower }} <i class="bar" /> pump on
      </div>
    </div>
    <p v-if="trace.trouble" class="trouble">{{ trace.trouble }}</p>
  </section>
</template>

<style scoped>
.faultTest {
  background: var(--watch-ground);
}
.struck line {
  stroke: var(--stop);
  stroke-width: 2;
}
.struck path {
  fill: var(--stop);
}
.strip {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-top: 1px solid var(--rule);
  padding: 4px 10px 4px;
  gap: 2px;
}
.box {
  position: relative;
  flex: 1;
  min-height: 74px;
  cursor: ew-resize;
  touch-action: none;
  overflow: hidden;
}
svg {
  display: block;
  position: absolute;
  inset: 0;
}
.bar {
  fill: var(--clay);
  opacity: 0.75;
}
.grid {
  stroke: var(--rule);
}
polyline {
  fill: none;
  stroke-width: 1.8;
  stroke-linejoin: round;
}
polyline.bed {
  stroke: var(--leaf);
}
polyline.tank {
  stroke: var(--water);
}
.event {
  stroke: var(--text);
  stroke-width: 1.2;
}
.event.bad {
  stroke: var(--stop);
  stroke-width: 2.5;
}
.head {
  stroke: var(--text);
  stroke-width: 2;
}
text {
  font-size: var(--type-drawing-small);
  fill: var(--quiet);
}
.key {
  position: absolute;
  right: 4px;
  bottom: 17px;
  font-size: var(--type-label);
  background: color-mix(in srgb, var(--paper) 80%, transparent);
  padding: 0 4px;
  pointer-events: none;
}
.key i {
  display: inline-block;
  width: 14px;
  height: 0;
  border-top: 3px solid;
  vertical-align: middle;
  margin-left: 6px;
}
.key i.bed {
  border-color: var(--leaf);
}
.key i.tank {
  border-color: var(--water);
}
.key i.bar {
  border-color: var(--clay);
}
.trouble {
  color: var(--stop);
  font-size: var(--type-small);
}
@media (max-width: 700px) {
  .key {
    display: none;
  }
}
.measured circle {
  fill: var(--clay);
}
</style>
