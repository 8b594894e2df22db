<script setup lang="ts">
import { computed, ref } from 'vue';
import { FITTINGS, PIPES, pipeById } from '../../../core/catalogue';
import { pumpedLines, type PumpedLine } from '../../../core/system';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import MeasurementField from '../../parts/MeasurementField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';
import DutyCurve from './DutyCurve.vue';

/** Lift: pump, line, tap, and where the pump works. */
const system = useSystem();
const trace = useTrace();
const doc = computed(() => system.document!);
const lines = computed(() => pumpedLines(doc.value));
const chosen = ref('');
const line = computed<PumpedLine | undefined>(
  () => lines.value.find((l) => l.id === chosen.value) ?? lines.value[0],
);
const at = computed(() => `paths.${line.value?.id}`);
const duty = computed(() => system.assessment!.duties.find((d) => d.id === line.value?.id));
const pumped = computed(() => trace.day?.metrics.pumps.find((p) => p.id === line.value?.id));

function fittingCount(id: string): number {
  return line.value?.fittings.find((f) => f.fitting === id)?.count ?? 0;
}
function setFitting(id: string, count: number) {
  const l = line.value;
  if (!l || count < 0 || count > 50) return;
  const others = l.fittings.filter((f) => f.fitting !== id);
  const to = count > 0 ? [...others, { fitting: id, count }] : others;
  system.commit(
    [{ at: `${at.value}.fittings`, to }],
    `${FITTINGS.find((f) => f.id === id)!.name}: ${count}`,
  );
}
const boreOf = (id: string) => [
  { at: `${at.value}.bore`, to: pipeById(id)!.bore },
  ...doc.value.measurements
    .filter((m) => m.kind === 'bore' && m.path === line.value?.id)
    .map((m) => ({ at: `measurements.${m.id}`, to: undefined })),
];
const OUTLETS = [
  { id: 'yes', name: 'Yes' },
  { id: 'no', name: 'No' },
  { id: 'unknown', name: 'Not known' },
];
const outlet = computed(() => {
  const known = doc.value.site.outletProtected;
  return known === null ? 'unknown' : known ? 'yes' : 'no';
});
function setOutlet(id: unknown) {
  const to = id === 'unknown' ? null : id === 'yes';
  system.commit([{ at: 'site.outletProtected', to }], `Outlet protected: ${String(id)}`);
}
</script>

<template>
  <div v-if="line && duty">
    <PanelGroup :title="line.name">
      <div class="numbers">
        <ShownNumber label="Flow" :value="duty.flow" kind="flow" :working="`flow/${line.id}`" />
        <ShownNumber
          label="Lift"
          :value="duty.staticHead"
          kind="head"
          :working="`static-head/${line.id}`"
        />
        <ShownNumber
          label="Lost in the line"
          :value="duty.losses"
          kind="head"
          :working="`losses/${line.id}`"
        />
        <ShownNumber
          label="Velocity"
          :value="duty.velocity"
          kind="velocity"
          :working="`velocity/${line.id}`"
        />
        <ShownNumber
          label="Turnover"
          :value="
            (duty.flow * duty.onShare) /
            Math.max(
              1e-9,
              system.assessment!.accounts.rest[doc.vessels.findIndex((v) => v.id === line!.from)]!
                .volume,
            )
          "
          kind="rate"
          :working="`turnover/${line.from}`"
        />
        <ShownNumber
          v-if="pumped"
          label="Energy a day"
          :value="pumped.energy"
          kind="energy"
          :working="`energy/${line.id}`"
        />
      </div>
      <DutyCurve :duty="duty" :line="line" />
    </PanelGroup>
    <PanelGroup title="Pump">
      <div class="fields">
        <DocumentField :at="`${at}.pump.maxFlow`" />
        <DocumentField :at="`${at}.pump.maxHead`" />
        <DocumentField :at="`${at}.pump.intake`" />
        <DocumentField :at="`${at}.pump.wear`" />
        <DocumentField :at="`${at}.pump.power`" />
        <MeasurementField
          measure="flow"
          :on="line.id"
          label="Bucket test"
          hint="At the outlet: “10 L in 42 s”, or a flow. It wins over the box."
          placeholder="not measured"
        />
      </div>
    </PanelGroup>
    <PanelGroup title="Outlet">
      <div class="fields">
        <v-select
          class="wide"
          :model-value="outlet"
          :items="OUTLETS"
          item-title="name"
          item-value="id"
          label="Behind a residual-current device (RCD, GFCI)"
          @update:model-value="setOutlet"
        />
      </div>
    </PanelGroup>
    <PanelGroup title="Line">
      <div class="fields">
        <DocumentChoice
          class="wide"
          :at="`${at}.pipe`"
          label="Hose or pipe"
          :items="PIPES"
          :also="boreOf"
        />
        <MeasurementField
          measure="bore"
          :on="line.id"
          label="Bore, measured"
          placeholder="by its size"
        />
        <DocumentField :at="`${at}.run`" />
        <DocumentField :at="`${at}.end`" />
        <DocumentField v-if="line.valve !== null" :at="`${at}.valve`" />
        <v-switch
          :model-value="line.valve !== null"
          label="Tap"
          @update:model-value="
            system.commit(
              [{ at: `${at}.valve`, to: $event ? 1 : null }],
              $event ? 'Tap fitted' : 'Tap taken out',
            )
          "
        />
        <v-switch
          :model-value="line.checkValve"
          label="Check valve"
          @update:model-value="
            system.commit(
              [{ at: `${at}.checkValve`, to: $event === true }],
              $event ? 'Check valve fitted' : 'Check valve taken out',
            )
          "
        />
      </div>
      <div class="fittings" role="group" aria-label="Fittings">
        <div
          v-for="f in FITTINGS.filter((x) => x.id !== 'check-valve')"
          :key="f.id"
          class="fitting"
        >
          <span>{{ f.name }}</span>
          <button
            type="button"
            :aria-label="`One ${f.name} less`"
            :disabled="fittingCount(f.id) === 0"
            @click="setFitting(f.id, fittingCount(f.id) - 1)"
          >
            −
          </button>
          <b>{{ fittingCount(f.id) }}</b>
          <button
            type="button"
            :aria-label="`One ${f.name} more`"
            @click="setFitting(f.id, fittingCount(f.id) + 1)"
          >
            +
          </button>
        </div>
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.fittings {
  padding-top: 10px;
}
.fitting {
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 0.9rem;
  min-height: 34px;
}
.fitting span {
  flex: 1;
}
.fitting b {
  min-width: 1.4em;
  text-align: center;
}
.fitting button {
  width: 34px;
  height: 30px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  color: inherit;
}
.fitting button:disabled {
  opacity: 0.4;
}
</style>
