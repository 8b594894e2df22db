<script setup lang="ts">
import { computed } from 'vue';
import { PIPES, pipeById } from '../../../core/catalogue';
import {
  beds,
  controlOf,
  isDrain,
  pumpedLines,
  vesselAt,
  type Drain,
  type Edit,
} from '../../../core/system';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import MeasurementField from '../../parts/MeasurementField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import TabRow from '../../parts/TabRow.vue';
import { useChosen } from '../../stores/chosen';
import { useSystem } from '../../stores/system';
import SiphonWindowBar from './SiphonWindowBar.vue';
import ReturnChoice from './ReturnChoice.vue';
import ServiceGroup from './ServiceGroup.vue';
import TimerEditor from './TimerEditor.vue';
import OutletGroup from './OutletGroup.vue';

/** Fill and drain: a bed’s cycle, its siphon or overflow and second outlet, the timers. */
const system = useSystem();
const doc = computed(() => system.document!);
const a = computed(() => system.assessment!);
const rigid = PIPES.filter((p) => p.family === 'schedule-40' || p.family === 'metric');
const chosen = useChosen();
/** The vessel whose cycle and outlets are shown. */
const vessel = computed(() => chosen.drainedVessel);
const outlets = computed(() => doc.value.paths.filter((p) => p.from === vessel.value?.id));
const drains = computed(() => outlets.value.filter(isDrain));
const others = computed(() => outlets.value.filter((p) => p.kind !== 'pumped-line' && !isDrain(p)));
const controls = computed(() => {
  const seen = new Set<string>();
  return pumpedLines(doc.value).flatMap((l) => {
    if (seen.has(l.control)) return [];
    seen.add(l.control);
    return [controlOf(doc.value, l)];
  });
});
const cycling = computed(() => beds(doc.value).filter((v) => v === vessel.value));
const NUMBERS = ['fill', 'drain', 'highest', 'cycles', 'flooded', 'air'] as const;
const windowOf = (id: string) => a.value.siphons.find((s) => s.id === id);
const sizeOf =
  (p: Drain) =>
  (id: string): Edit[] => {
    const size = pipeById(id)!;
    const out: Edit[] = [{ at: `paths.${p.id}.bore`, to: size.bore }];
    if (p.kind === 'loop-siphon') return out;
    if (p.mouth < size.bore || p.kind === 'standpipe')
      out.push({ at: `paths.${p.id}.mouth`, to: size.bore });
    if (p.kind === 'bell-siphon' && p.mouthOutside < (size.outside ?? size.bore)) {
      out.push({ at: `paths.${p.id}.mouthOutside`, to: size.outside ?? size.bore });
    }
    return out;
  };
</script>

<template>
  <div>
    <TabRow
      v-if="chosen.drained.length > 1"
      :items="chosen.drained"
      :chosen="vessel?.id ?? ''"
      label="Outlets of"
      @choose="chosen.choose(vesselAt($event))"
    />
    <PanelGroup v-for="v in cycling" :key="v.id" :title="`Cycle of ${v.name}`">
      <div class="numbers">
        <ShownNumber v-for="q in NUMBERS" :key="q" :of="`${q}/${v.id}`" />
      </div>
      <div class="fields">
        <MeasurementField
          measure="drain-time"
          :on="v.id"
          label="Drain time, measured"
          hint="Time it from the flood level to empty. It corrects the flow of the siphon."
          placeholder="not measured"
        />
        <MeasurementField
          measure="fill-time"
          :on="v.id"
          label="Fill time, measured"
          hint="Time it from empty to the flood level. It corrects the voids."
          placeholder="not measured"
        />
      </div>
    </PanelGroup>

    <PanelGroup v-for="p in drains" :key="p.id" :title="p.name">
      <template v-if="windowOf(p.id)">
        <SiphonWindowBar :window="windowOf(p.id)!" />
        <div class="numbers">
          <ShownNumber :of="`start/${p.id}`" />
          <ShownNumber :of="`stop/${p.id}`" />
        </div>
      </template>
      <div class="fields">
        <DocumentChoice
          class="wide"
          :at="`paths.${p.id}.pipe`"
          label="Standpipe"
          :items="rigid"
          :also="sizeOf(p)"
        />
        <DocumentField :at="`paths.${p.id}.crest`" />
        <DocumentField v-if="p.kind !== 'loop-siphon'" :at="`paths.${p.id}.mouth`" />
        <DocumentField v-else :at="`paths.${p.id}.breakHeight`" />
        <template v-if="p.kind === 'bell-siphon'">
          <DocumentField :at="`paths.${p.id}.breakHeight`" />
          <DocumentField :at="`paths.${p.id}.mouthOutside`" />
          <DocumentField :at="`paths.${p.id}.bellBore`" />
          <DocumentField :at="`paths.${p.id}.gap`" />
          <DocumentField :at="`paths.${p.id}.notches.count`" />
          <DocumentField :at="`paths.${p.id}.notches.width`" />
          <template v-if="p.guard">
            <DocumentField :at="`paths.${p.id}.guard.diameter`" />
            <DocumentField :at="`paths.${p.id}.guard.slotArea`" />
          </template>
        </template>
        <DocumentField :at="`paths.${p.id}.drop`" />
        <DocumentField :at="`paths.${p.id}.run`" />
        <DocumentField :at="`paths.${p.id}.elbows`" />
        <DocumentField v-if="p.kind !== 'standpipe'" :at="`paths.${p.id}.efficiency`" />
        <ReturnChoice class="wide" :path="p" />
        <DocumentSwitch
          v-if="p.kind === 'standpipe'"
          class="wide"
          :at="`paths.${p.id}.fromBottom`"
          label="Sleeve that draws water from the floor"
          on="Draws from the floor"
          off="Draws from the surface"
        />
        <MeasurementField
          measure="bore"
          :on="p.id"
          label="Bore, measured"
          placeholder="from its size"
        />
        <MeasurementField
          v-if="p.kind !== 'standpipe'"
          measure="starting-flow"
          :on="p.id"
          label="Smallest flow that starts it"
          hint="Find it with the valve. It replaces the estimate."
          placeholder="not measured"
        />
        <DocumentSwitch
          v-if="p.kind === 'bell-siphon'"
          class="wide"
          :at="`paths.${p.id}.waterLock`"
          label="Elbow or water trap at the outlet"
          on="Water lock fitted"
          off="Water lock taken off"
        />
        <DocumentSwitch
          v-if="p.kind === 'standpipe'"
          class="wide"
          :at="`paths.${p.id}.vented`"
          label="Drop pipe has a vent"
          on="Vent fitted"
          off="Vent closed"
        />
      </div>
    </PanelGroup>

    <OutletGroup v-for="p in others" :key="p.id" :path="p" />

    <PanelGroup v-for="c in controls" :key="c.id" title="Timer">
      <TimerEditor :control="c" />
    </PanelGroup>
    <ServiceGroup />
  </div>
</template>
