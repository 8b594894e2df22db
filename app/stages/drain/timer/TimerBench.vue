<script setup lang="ts">
import { computed } from 'vue';
import { timerById } from '../../../../core/catalogue';
import { formatClock, formatDuration } from '../../../../core/quantity';
import { pinsOf } from '../../../../core/workshop/timer';
import { useTimer } from './useTimer';

/** The timer's face, to hold against the real one: pins of a dial, or rows to type in. */
const { timer, settings, device, step, light } = useTimer();
const R = 190;
const dial = computed(() => device.value.startsWith('dial'));
const rows = computed(() =>
  settings.value?.control.kind === 'programs' ? settings.value.control.rows : [],
);
const slots = computed(() => Math.round(86400 / step.value));
const pressed = computed(() => new Set(pinsOf(rows.value, step.value)));
const angle = (t: number) => (t / 86400) * 2 * Math.PI - Math.PI / 2;
const at = (t: number, r: number) => [r * Math.cos(angle(t)), r * Math.sin(angle(t))] as const;
function arc(from: number, till: number, r1: number, r2: number): string {
  const large = till - from > 43200 ? 1 : 0;
  const [a, b] = at(from, r2);
  const [c, d] = at(till, r2);
  const [e, f] = at(till, r1);
  const [g, h] = at(from, r1);
  return `M${a} ${b}A${r2} ${r2} 0 ${large} 1 ${c} ${d}L${e} ${f}A${r1} ${r1} 0 ${large} 0 ${g} ${h}z`;
}
const pins = computed(() =>
  Array.from({ length: slots.value }, (_, i) => ({
    i,
    on: pressed.value.has(i),
    d: arc(
      i * step.value + step.value * 0.12,
      (i + 1) * step.value - step.value * 0.12,
      R - 30,
      R - 8,
    ),
  })),
);
/** Floods around the day, for timers without pins. */
const floods = computed(() =>
  rows.value.map((r, i) => ({ i, d: arc(r.start, r.start + Math.max(r.on, 240), R - 30, R - 8) })),
);
const hours = Array.from({ length: 24 }, (_, h) => h);
const name = computed(() => timerById(device.value)?.name ?? 'Your timer');
/** Runs of pressed pins in words: “06:00 to 06:30”. */
const runs = computed(() =>
  rows.value.map((r) => `${formatClock(r.start)} to ${formatClock((r.start + r.on) % 86400)}`),
);
</script>

<template>
  <section class="bench" tabindex="0" :aria-label="`${name} for ${timer?.name ?? 'the pump'}`">
    <figure v-if="settings" class="face">
      <svg
        viewBox="-230 -230 460 460"
        role="img"
        :aria-label="`Face of the timer: on at ${runs.join(', ') || 'every cycle'}`"
      >
        <circle class="rim" :r="R" />
        <path class="night" :d="arc(light.set, light.rise + 86400, 60, R - 40)" />
        <path class="daypart" :d="arc(light.rise, light.set, 60, R - 40)" />
        <template v-if="dial">
          <path v-for="p in pins" :key="p.i" class="pin" :class="{ on: p.on }" :d="p.d" />
        </template>
        <template v-else>
          <path v-for="p in floods" :key="p.i" class="pin on" :d="p.d" />
        </template>
        <g v-for="h in hours" :key="h">
          <line
            class="tick"
            :x1="at(h * 3600, R - 6)[0]"
            :y1="at(h * 3600, R - 6)[1]"
            :x2="at(h * 3600, R + (h % 3 ? 3 : 8))[0]"
            :y2="at(h * 3600, R + (h % 3 ? 3 : 8))[1]"
          />
          <text v-if="h % 3 === 0" :x="at(h * 3600, R + 22)[0]" :y="at(h * 3600, R + 22)[1] + 5">
            {{ h }}
          </text>
        </g>
        <text class="sun" :x="at(43200, 100)[0]" :y="at(43200, 100)[1] + 5">light</text>
        <text class="sun" :x="at(0, 100)[0]" :y="at(0, 100)[1] + 5">dark</text>
        <text class="sun small" :x="at(light.rise, 128)[0]" :y="at(light.rise, 128)[1]">
          {{ formatClock(light.rise) }}
        </text>
        <text class="sun small" :x="at(light.set, 128)[0]" :y="at(light.set, 128)[1]">
          {{ formatClock(light.set) }}
        </text>
      </svg>
    </figure>
    <div
      v-if="settings"
      class="beside"
      tabindex="0"
      role="group"
      aria-label="Settings of the timer"
    >
      <h3>{{ name }}</h3>
      <template v-if="settings.control.kind === 'interval'">
        <p class="big">
          on {{ formatDuration(settings.control.on) }}, off
          {{ formatDuration(settings.control.off) }}
        </p>
      </template>
      <template v-else>
        <p class="quiet">
          {{
            dial
              ? `Press these ${pressed.size} pins of ${Math.round(step / 60)} min:`
              : 'Enter these programs:'
          }}
        </p>
        <v-table>
          <caption class="visually-hidden">
            Programs to set
          </caption>
          <thead>
            <tr>
              <th scope="col">#</th>
              <th scope="col">on</th>
              <th scope="col">off</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(r, i) in rows" :key="r.start">
              <td>{{ i + 1 }}</td>
              <td>{{ formatClock(r.start) }}</td>
              <td>{{ formatClock((r.start + r.on) % 86400) }}</td>
            </tr>
          </tbody>
        </v-table>
      </template>
    </div>
    <p v-if="!settings" class="quiet none">
      No timer floods a bed here: the bed never fills, or never drains while the pump is off.
    </p>
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(150px, 1fr);
  grid-template-rows: minmax(0, 1fr);
  gap: 10px;
  height: 100%;
  min-height: 0;
  padding: 12px;
  overflow: auto;
}
.face {
  min-height: 0;
  display: grid;
  place-items: center;
}
.face svg {
  max-height: 100%;
  width: min(100%, 540px);
}
.rim {
  fill: var(--sheet);
  stroke: var(--text);
  stroke-width: 2.5;
}
.night {
  fill: var(--rule);
  opacity: 0.6;
}
.daypart {
  fill: var(--watch-ground);
}
.pin {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.8;
}
.pin.on {
  fill: var(--clay);
  stroke: var(--clay);
}
.tick {
  stroke: var(--text);
}
text {
  font-size: 14px;
  text-anchor: middle;
  fill: var(--text);
}
.sun {
  font-size: var(--type-drawing);
  fill: var(--quiet);
}
.small {
  font-size: var(--type-drawing-small);
}
.beside {
  align-self: center;
  min-width: 0;
  max-height: 100%;
  overflow: auto;
}
.beside .v-table {
  border-collapse: collapse;
  font-size: var(--type-body);
  margin-top: 6px;
}
.beside th,
.beside td {
  text-align: start;
  padding: 1px 14px 1px 0;
  font-variant-numeric: tabular-nums;
}
.beside th {
  font-weight: 500;
  color: var(--quiet);
}
.big {
  font-size: var(--type-title);
  font-weight: 650;
}
.none {
  grid-column: 1 / -1;
}
@media (max-width: 860px) {
  .bench {
    display: block;
  }
  .face svg {
    max-height: 46vh;
    width: 100%;
  }
}
</style>
