<script setup lang="ts">
import { computed } from 'vue';
import { format } from '../../../core/quantity';
import { fishIn, isStore, vesselAt, type Vessel } from '../../../core/system';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import TabRow from '../../parts/TabRow.vue';
import { useChosen } from '../../stores/chosen';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import MakeUpGroup from './MakeUpGroup.vue';
import MediaGroup from './MediaGroup.vue';
import ShapeGroup from './ShapeGroup.vue';

/** Vessels: shapes, media, heights, and the water in them. */
const system = useSystem();
const settings = useSettings();
const doc = computed(() => system.document!);
const a = computed(() => system.assessment!);
const chosen = useChosen();
const vessel = computed<Vessel>(() => chosen.vessel!);
const at = computed(() => vesselAt(vessel.value.id));
const index = computed(() => doc.value.vessels.indexOf(vessel.value));
const NUMBERS = ['holds', 'highest', 'reserve', 'bed-to-tank'] as const;
const WEIGHTS = ['weight', 'leg'] as const;
/** Water is topped up where a pump takes it. */
const isPumpedFrom = computed(() =>
  a.value.balance.reserves.some((r) => r.vessel === vessel.value.id),
);
const catcher = computed(() => {
  const to = doc.value.paths.find(
    (p) => p.from === vessel.value.id && p.kind !== 'pumped-line',
  )?.to;
  return doc.value.vessels.find((v) => v.id === to);
});
</script>

<template>
  <div>
    <TabRow
      :items="doc.vessels"
      :chosen="vessel.id"
      label="Vessel"
      @choose="chosen.choose(vesselAt($event))"
    />
    <PanelGroup :key="vessel.id" :title="vessel.name">
      <div class="numbers">
        <ShownNumber v-for="q in NUMBERS" :key="q" :of="`${q}/${vessel.id}`" />
        <template v-if="isPumpedFrom">
          <ShownNumber of="daily-water-use" />
          <ShownNumber :of="`days/${vessel.id}`" />
        </template>
        <ShownNumber v-for="q in WEIGHTS" :key="q" :of="`${q}/${vessel.id}`" />
      </div>
      <div class="fields">
        <ShapeGroup :vessel="vessel" />
        <DocumentField :at="`${at}.floor`" />
        <DocumentField
          v-if="!system.assessment!.beds.some((b) => b.id === vessel.id)"
          :at="`${at}.fill`"
        />
        <DocumentField v-if="vessel.count > 1" :at="`${at}.count`" />
        <DocumentField :at="`${at}.emptyMass`" />
        <DocumentField :at="`${at}.legs`" />
        <DocumentSwitch :at="`${at}.lid`" label="Lid" on="Lid on" off="Lid off" />
        <DocumentSwitch
          v-if="!isStore(vessel) && catcher"
          class="wide"
          :at="`${at}.rimTo`"
          :label="`Rim leans towards ${catcher.name}`"
          :fits="catcher.id"
          :on="`Rim leans towards ${catcher.name}`"
          off="Rim level"
        />
      </div>
    </PanelGroup>
    <MediaGroup :key="vessel.id" :vessel="vessel" />
    <p v-if="vessel.role === 'tank'" class="quiet note">
      {{ format(fishIn(doc, vessel.id).mass, 'mass', settings.units) }} of fish in
      {{ format(a.balance.rest[index]!.volume, 'volume', settings.units) }} of water. Change species
      and number under Life.
    </p>
    <MakeUpGroup :vessel="vessel.id" />
  </div>
</template>

<style scoped>
.note {
  font-size: var(--type-small);
  padding: 8px 12px;
}
</style>
