<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { FITTINGS, PIPES, pipeById } from '../../../core/catalogue';
import { turnoversOf } from '../../../core/assess';
import { pathAt, pumpedLines, vesselOf } from '../../../core/system';
import { CURVE_EXPONENT } from '../../../core/water/pump';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import CountField from '../../parts/CountField.vue';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import MeasurementField from '../../parts/MeasurementField.vue';
import PairsTable from '../../parts/PairsTable.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import TabRow from '../../parts/TabRow.vue';
import { useChosen } from '../../stores/chosen';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';
import LineParts from './LineParts.vue';

const DutyCurve = defineAsyncComponent(() => import('./DutyCurve.vue'));

/** Lift: pump, line, tap, and where the pump works. */
const system = useSystem();
const trace = useTrace();
const doc = computed(() => system.document!);
const lines = computed(() => pumpedLines(doc.value));
const chosen = useChosen();
const line = computed(() => chosen.line);
const at = computed(() => `paths.${line.value?.id}`);
const duty = computed(() => system.assessment!.duties.find((d) => d.id === line.value?.id));
/** Of the whole system, not of one line: the day's where there is one. */
const turnovers = computed(() =>
  turnoversOf(doc.value, system.assessment!.net, trace.day?.metrics ?? null),
);
/** More of one kind has no line at home. */
const MOST_FITTINGS = 50;
const NUMBERS = ['flow', 'static-head', 'losses', 'velocity'] as const;

function fittingCount(id: string): number {
  return line.value?.fittings.find((f) => f.fitting === id)?.count ?? 0;
}
function setFitting(id: string, count: number) {
  const l = line.value;
  if (!l || count === fittingCount(id)) return;
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
/** Points begin on the curve through the two box figures, so that nothing jumps. */
function setPoints(on: boolean) {
  const { maxFlow: q, maxHead: h } = line.value!.pump;
  const to = on ? [0, 0.35, 0.7, 1].map((x) => [x * q, h * (1 - x ** CURVE_EXPONENT)]) : null;
  system.commit(
    [{ at: `${at.value}.pump.points`, to }],
    on ? 'Pump curve by points' : 'Pump by its two figures',
  );
}
function notFalling(rows: readonly (readonly [number, number])[]): string {
  for (let i = 1; i < rows.length; i++) {
    if (rows[i]![0] <= rows[i - 1]![0] || rows[i]![1] >= rows[i - 1]![1])
      return 'The curve must fall. Each point needs more flow and less head than the one before.';
  }
  return '';
}

const OUTLETS = [
  { id: 'yes', name: 'Yes' },
  { id: 'no', name: 'No' },
  { id: 'unknown', name: 'Not known' },
];
const outlet = computed(() => {
  const known = doc.value.site.outletProtected;
  return known === null ? 'unknown' : known ? 'yes' : 'no';
});
function setOutlet(id: string) {
  const to = id === 'unknown' ? null : id === 'yes';
  system.commit([{ at: 'site.outletProtected', to }], `Outlet protected: ${id}`);
}
</script>

<template>
  <p v-if="!line" class="quiet none">
    This system has no pump. The water runs by gravity. The height of the supply and the seat of the
    float valve set the flow. Change them under Fill &amp; drain.
  </p>
  <div v-if="line && duty">
    <TabRow
      v-if="lines.length > 1"
      :items="lines"
      :chosen="line.id"
      label="Pump and pipe"
      @choose="chosen.choose(pathAt($event))"
    />
    <PanelGroup :key="line.id" :title="line.name">
      <div class="numbers">
        <ShownNumber v-for="q in NUMBERS" :key="q" :of="`${q}/${line.id}`" />
        <ShownNumber
          v-for="t in turnovers"
          :key="t.vessel"
          :of="`turnover/${t.vessel}`"
          :label="turnovers.length > 1 ? `Turnover, ${vesselOf(doc, t.vessel).name}` : undefined"
        />
        <ShownNumber :of="`energy/${line.id}`" />
      </div>
      <DutyCurve v-if="!duty.airLift" :duty="duty" />
    </PanelGroup>
    <PanelGroup title="Pump">
      <div class="fields">
        <v-switch
          class="wide"
          :model-value="line.pump.points !== null"
          label="Curve read from the box, point by point"
          @update:model-value="setPoints($event === true)"
        />
        <PairsTable
          v-if="line.pump.points"
          label="Curve of the pump"
          :first="{ label: 'Flow', kind: 'flow', min: 0, max: 20, step: 50e-3 / 3600 }"
          :second="{ label: 'Head', kind: 'head', min: 0, max: 100, step: 0.05 }"
          :rows="line.pump.points"
          :least="2"
          :most="40"
          :problem="notFalling"
          @commit="(rows) => system.commit([{ at: `${at}.pump.points`, to: rows }], 'Pump curve')"
        />
        <template v-else>
          <DocumentField :at="`${at}.pump.maxFlow`" />
          <DocumentField :at="`${at}.pump.maxHead`" />
        </template>
        <DocumentField :at="`${at}.pump.intake`" />
        <DocumentField :at="`${at}.pump.wear`" />
        <DocumentField :at="`${at}.pump.power`" />
        <MeasurementField
          measure="flow"
          :on="line.id"
          label="Bucket test"
          hint="At the outlet: “10 L in 42 s”, or a flow. It replaces the box figure."
          placeholder="not measured"
        />
      </div>
    </PanelGroup>
    <PanelGroup title="Outlet">
      <div class="fields">
        <PlainChoice
          class="wide"
          :model-value="outlet"
          :items="OUTLETS"
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
          placeholder="from its size"
        />
        <DocumentField :at="`${at}.run`" />
        <DocumentField :at="`${at}.end`" />
        <DocumentField v-if="line.peak" :at="`${at}.peak.height`" />
        <DocumentField v-if="line.valve !== null" :at="`${at}.valve`" />
        <DocumentSwitch
          :at="`${at}.valve`"
          label="Valve"
          :fits="1"
          on="Tap fitted"
          off="Tap taken out"
        />
        <DocumentSwitch
          :at="`${at}.peak`"
          label="Rises above its end"
          :fits="{ height: Math.round((line.end + 0.15) * 1000) / 1000, vented: false }"
          on="The line peaks"
          off="No peak in the line"
        />
        <DocumentSwitch
          v-if="line.peak"
          :at="`${at}.peak.vented`"
          label="Vent at the highest point"
          on="Vent at the highest point"
          off="No vent at the peak"
        />
        <DocumentSwitch
          :at="`${at}.checkValve`"
          label="Check valve"
          on="Check valve fitted"
          off="Check valve taken out"
        />
      </div>
      <div class="fittings" role="group" aria-label="Fittings">
        <CountField
          v-for="f in FITTINGS.filter((x) => x.id !== 'check-valve')"
          :key="f.id"
          :model-value="fittingCount(f.id)"
          :label="f.name"
          :max="MOST_FITTINGS"
          @set="(n) => setFitting(f.id, n)"
        />
      </div>
    </PanelGroup>
    <LineParts :line="line" />
  </div>
</template>

<style scoped>
.none {
  padding: 14px 12px;
}
.fittings {
  padding-top: 10px;
  display: grid;
  gap: 12px;
}
</style>
