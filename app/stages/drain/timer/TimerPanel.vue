<script setup lang="ts">
import { computed } from 'vue';
import { TIMERS } from '../../../../core/catalogue';
import { formatDuration, inSentence } from '../../../../core/quantity';
import { plantingsOf, vesselOf } from '../../../../core/system';
import DateField from '../../../parts/DateField.vue';
import DocumentField from '../../../parts/DocumentField.vue';
import MeasurementField from '../../../parts/MeasurementField.vue';
import PanelGroup from '../../../parts/PanelGroup.vue';
import PlainChoice from '../../../parts/PlainChoice.vue';
import QuantityField from '../../../parts/QuantityField.vue';
import TabRow from '../../../parts/TabRow.vue';
import { useBench } from '../benchStore';
import { useChosen } from '../../../stores/chosen';
import { useSystem } from '../../../stores/system';
import TimerEditor from '../TimerEditor.vue';
import { useTimer } from './useTimer';

/** The timer: what asks for how many floods, and the settings of the one in hand. */
const system = useSystem();
const bench = useBench();
const chosen = useChosen();
const { timers, timer, device, own, settings } = useTimer();
const irrigation = computed(() => timer.value?.irrigation ?? null);
const bed = computed(() =>
  irrigation.value ? vesselOf(system.document!, irrigation.value.bed) : null,
);
const OWN = 'own';
const devices = computed(() => [...TIMERS, { id: OWN, name: 'Another timer: enter its steps' }]);
function choose(id: string) {
  if (id === OWN) {
    bench.device = 'clock-plug';
    bench.own = { step: 60, programs: 8 };
  } else {
    bench.device = id;
    bench.own = null;
  }
}
const planted = computed(() => (bed.value ? plantingsOf(system.document!, bed.value) : []));
const crops = computed(() => planted.value.flatMap((x) => x.crop ?? []));
const deviceChosen = computed(() => (own.value ? OWN : device.value));
function notePlants() {
  if (!bed.value) return;
  system.commit(
    [{ at: `vessels.${bed.value.id}.plants`, to: planted.value[0]!.planting }],
    'Planting entered',
  );
}
function set() {
  const s = settings.value;
  if (!s || !timer.value) return;
  system.commit(
    [{ at: `controls.${timer.value.control.id}`, to: s.control }],
    `Timer set: ${Math.round(s.given)} floods a day`,
  );
}
const every = (t: number) => (Number.isFinite(t) ? formatDuration(Math.round(t / 60) * 60) : '–');
</script>

<template>
  <div>
    <TabRow
      v-if="timers.length > 1"
      :items="timers.map((t) => ({ id: t.at, name: t.name }))"
      :chosen="timer?.at ?? ''"
      label="Timer"
      @choose="chosen.choose"
    />
    <PanelGroup v-if="irrigation && bed" :title="`How often ${bed.name} must be flooded`">
      <v-table class="needs">
        <caption class="visually-hidden">
          Needs and their intervals
        </caption>
        <tbody>
          <tr
            v-for="n in irrigation.needs"
            :key="n.id"
            :class="{ governs: n.id === irrigation.governs }"
          >
            <th scope="row">{{ n.name }}</th>
            <td>
              <b>{{ n.id === 'air' ? 'not before' : 'every' }} {{ every(n.interval) }}</b>
              <span v-if="n.id === irrigation.governs" class="mark">governs</span>
              <span class="quiet why">{{ n.why }}</span>
            </td>
          </tr>
        </tbody>
      </v-table>
      <p class="said">
        So every {{ every(irrigation.day) }} by day and every {{ every(irrigation.night) }} by
        night, the pump on for {{ formatDuration(Math.ceil(irrigation.on)) }}: the fill of
        {{ formatDuration(Math.round(irrigation.fill)) }} and a fifth.
      </p>
      <p v-if="irrigation.conflict" class="conflict">{{ irrigation.conflict }}</p>
      <div class="fields">
        <MeasurementField
          measure="fill-time"
          :on="bed.id"
          label="Fill time, measured"
          hint="Time it from empty to the flood level."
          placeholder="not measured"
        />
        <template v-if="bed.plants && !crops.length">
          <DocumentField :at="`vessels.${bed.id}.plants.dailyUse`" />
          <DocumentField :at="`vessels.${bed.id}.plants.rooting`" />
          <DocumentField :at="`vessels.${bed.id}.plants.rootShare`" />
        </template>
        <DocumentField at="site.latitude" clearable placeholder="no daylight" />
        <DocumentField at="site.lampTime" clearable placeholder="no lamps" />
        <DateField :model-value="bench.date" label="Date" @day="bench.date = $event" />
      </div>
      <p v-if="crops.length" class="quiet">
        Water use and roots are those of the full-grown crops planned under Life:
        {{ crops.map(inSentence).join(', ') }}. The crop that needs water most often sets the
        interval.
      </p>
      <v-btn v-else-if="!bed.plants" variant="outlined" class="plants" @click="notePlants">
        Enter what grows here
      </v-btn>
    </PanelGroup>
    <PanelGroup title="Your timer">
      <div class="fields">
        <PlainChoice
          class="wide"
          :model-value="deviceChosen"
          :items="devices"
          label="Type of timer"
          @update:model-value="choose"
        />
        <template v-if="bench.own">
          <QuantityField
            :model-value="bench.own.step"
            kind="time"
            label="Smallest step"
            :min="1"
            :max="3600"
            :step="60"
            @commit="(v) => v !== null && (bench.own = { ...bench.own!, step: v })"
            @nudge="(v) => (bench.own = { ...bench.own!, step: v })"
          />
          <QuantityField
            :model-value="bench.own.programs ?? 8"
            kind="count"
            label="Programs a day"
            :min="1"
            :max="200"
            :step="1"
            @commit="(v) => v !== null && (bench.own = { ...bench.own!, programs: v })"
            @nudge="(v) => (bench.own = { ...bench.own!, programs: v })"
          />
        </template>
      </div>
      <template v-if="settings">
        <p class="said">
          {{ Math.round(settings.given * 10) / 10 }} floods of the {{ settings.wanted }} that are
          wanted a day.
        </p>
        <ul class="lost">
          <li v-for="l in settings.lost" :key="l">{{ l }}</li>
          <li v-if="!settings.lost.length">Its steps allow the exact times.</li>
        </ul>
        <v-btn variant="tonal" @click="set"> Set the timer to these times </v-btn>
      </template>
    </PanelGroup>
    <PanelGroup v-if="timer" title="Current settings">
      <TimerEditor :control="timer.control" />
    </PanelGroup>
  </div>
</template>

<style scoped>
.needs {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-body);
}
.needs th {
  text-align: start;
  font-weight: 500;
  vertical-align: top;
  padding: 6px 8px;
  white-space: nowrap;
}
.needs td {
  padding: 6px 0;
}
.governs {
  background: var(--water-soft);
}
.mark {
  font-size: var(--type-label);
  font-weight: 650;
  padding-left: 8px;
}
.why {
  display: block;
  font-size: var(--type-small);
}
.said {
  padding: 8px 0 2px;
}
.conflict {
  background: var(--watch-ground);
  padding: 6px 10px;
  border-radius: var(--radius);
  font-size: var(--type-small);
}
.plants {
  margin-top: 8px;
}
.lost {
  padding: 4px 0 10px 18px;
  font-size: var(--type-small);
}
</style>
