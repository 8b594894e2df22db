<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { format, tell } from '../../../../core/quantity';
import { effectOf, measurables, type Measurable } from '../../../../core/workshop/calibration';
import DocumentField from '../../../parts/DocumentField.vue';
import MeasurementField from '../../../parts/MeasurementField.vue';
import PanelGroup from '../../../parts/PanelGroup.vue';
import LevelMark from '../../../findings/LevelMark.vue';
import { useSettings } from '../../../stores/settings';
import { useSystem } from '../../../stores/system';
import StopWatch from './StopWatch.vue';

/** Fitting to the real thing: predicted beside measured, what that corrects, which findings it moves. */
const system = useSystem();
const settings = useSettings();
const list = shallowRef<Measurable[]>([]);
// Each asks for several systems; while something is pulled they wait.
watch(
  [() => system.document, () => system.holding],
  () => {
    if (!system.holding && system.document) list.value = measurables(system.document);
  },
  { immediate: true },
);
const f = (m: Measurable, v: number) => format(v, m.quantity, settings.units);
const rows = computed(() =>
  list.value.map((m) => ({
    m,
    predicted:
      m.range[1] - m.range[0] > 1e-9 * Math.abs(m.range[1])
        ? `${f(m, m.predicted)}, between ${f(m, m.range[0])} and ${f(m, m.range[1])}`
        : f(m, m.predicted),
    moved: system.document ? effectOf(system.document, m) : [],
  })),
);
const timed = (m: Measurable): m is Measurable & { kind: 'fill-time' | 'drain-time' } =>
  m.kind === 'fill-time' || m.kind === 'drain-time';
function useTime(m: Measurable & { kind: 'fill-time' | 'drain-time' }, time: number) {
  const id =
    system.document!.measurements.find(
      (x) => x.kind === m.kind && 'vessel' in x && x.vessel === m.on,
    )?.id ?? `${m.kind}-${m.on}`;
  system.commit(
    [{ at: `measurements.${id}`, to: { id, kind: m.kind, vessel: m.on, time } }],
    `${m.name} ${format(time, 'time', settings.units)}`,
  );
}
</script>

<template>
  <div>
    <p class="quiet lead">
      A measurement replaces table values. Empty a field to remove its measurement.
    </p>
    <PanelGroup v-for="{ m, predicted, moved } in rows" :key="`${m.kind}/${m.on}`" :title="m.name">
      <p class="quiet how">{{ m.how }}</p>
      <p class="predicted">
        Predicted {{ predicted
        }}<template v-if="m.measured !== null"
          >; measured <b>{{ f(m, m.measured) }}</b></template
        >.
      </p>
      <p v-if="m.correction" class="correction">{{ tell(m.correction, settings.units) }}</p>
      <div class="fields">
        <DocumentField
          v-if="m.kind === 'voids'"
          :at="`vessels.${m.on}.media.voids`"
          clearable
          placeholder="from the table"
        />
        <MeasurementField
          v-else
          :measure="m.kind"
          :on="m.on"
          label="Measured"
          placeholder="not measured"
        />
        <StopWatch v-if="timed(m)" :label="m.name" @use="(t) => timed(m) && useTime(m, t)" />
      </div>
      <ul v-if="moved.length" class="moved" aria-label="Findings that change">
        <li v-for="e in moved" :key="e.finding.id + e.finding.about">
          <LevelMark :level="e.was" /> → <LevelMark :level="e.finding.level" />
          {{ tell(e.finding.sentence, settings.units) }}
        </li>
      </ul>
    </PanelGroup>
    <p class="quiet lead">
      You can also measure the shape of a vessel: choose the shape “Measured, litres poured in”
      under Vessels.
    </p>
  </div>
</template>

<style scoped>
.lead {
  padding: 8px 12px 0;
  font-size: var(--type-small);
}
.how {
  font-size: var(--type-small);
}
.correction {
  font-weight: 600;
  padding-top: 2px;
}
.moved {
  list-style: none;
  padding: 8px 0 0;
  font-size: var(--type-small);
}
</style>
