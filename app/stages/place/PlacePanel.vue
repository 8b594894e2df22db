<script setup lang="ts">
import { computed } from 'vue';
import { CLIMATES, CLIMATE_SOURCE } from '../../../core/catalogue';
import type { Edit, PlaceKind } from '../../../core/system';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import KnownChoice from '../../parts/KnownChoice.vue';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { useSystem } from '../../stores/system';
import MonthTable from './MonthTable.vue';
import YearPicture from './YearPicture.vue';

/** Place: what the site carries, how warm and light it is, its power and its water. */
const system = useSystem();
const doc = computed(() => system.document!);
const site = computed(() => doc.value.site);

const KINDS: readonly { id: PlaceKind; name: string }[] = [
  { id: 'indoor', name: 'Indoors' },
  { id: 'glasshouse', name: 'Glasshouse or tunnel' },
  { id: 'balcony', name: 'Balcony or terrace' },
  { id: 'open', name: 'In the open' },
];
const FLOORS = [
  { id: 'earth', name: 'Packed earth' },
  { id: 'slab', name: 'Slab on the ground' },
  { id: 'timber', name: 'Timber floor' },
  { id: 'balcony', name: 'Balcony' },
  { id: 'roof', name: 'Roof' },
];
const CHLORINE = [
  { id: 'none', name: 'No chlorine' },
  { id: 'chlorine', name: 'Chlorine' },
  { id: 'chloramine', name: 'Chloramine' },
];
const OWN = 'own';
const climates = computed(() => [
  ...CLIMATES.filter((c) => site.value.kind !== 'indoor' || c.inside),
  { id: OWN, name: 'Own figures, or unknown' },
]);
/** The row whose figures stand in the document. */
const climate = computed(() => {
  const { room, outside } = site.value;
  const found = CLIMATES.find((c) =>
    c.inside
      ? room?.join() === c.day.join()
      : outside?.day.join() === c.day.join() && outside.night.join() === c.night.join(),
  );
  return found?.id ?? OWN;
});
function take(id: string) {
  const c = CLIMATES.find((x) => x.id === id);
  const edits: Edit[] = c
    ? [
        { at: 'site.room', to: c.inside ? [...c.day] : null },
        { at: 'site.outside', to: c.inside ? null : { day: [...c.day], night: [...c.night] } },
        { at: 'site.frost', to: { last: c.frost?.[0] ?? null, first: c.frost?.[1] ?? null } },
      ]
    : [
        { at: 'site.room', to: null },
        { at: 'site.outside', to: null },
      ];
  system.commit(edits, `Climate: ${c?.name ?? 'unknown'}`);
}
</script>

<template>
  <div>
    <PanelGroup title="Location">
      <div class="fields">
        <DocumentChoice class="wide" at="site.kind" label="Place" :items="KINDS" />
        <PlainChoice
          class="wide"
          :model-value="climate"
          :items="climates"
          label="Air through the year"
          @update:model-value="take"
        />
      </div>
      <YearPicture />
      <MonthTable />
      <div class="fields">
        <DocumentField at="site.latitude" clearable placeholder="unknown" />
        <DocumentField at="site.altitude" />
        <DocumentField at="site.frost.last" clearable placeholder="none" />
        <DocumentField at="site.frost.first" clearable placeholder="none" />
      </div>
      <p class="quiet note">{{ CLIMATE_SOURCE }}</p>
    </PanelGroup>
    <PanelGroup title="Now">
      <div class="fields">
        <DocumentField at="site.waterTemperature" label="Water temperature" />
        <DocumentField at="site.airTemperature" label="Air temperature" />
        <DocumentField at="site.humidity" label="Humidity" />
        <DocumentField at="site.airSpeed" />
      </div>
    </PanelGroup>
    <PanelGroup title="Sun">
      <div class="fields">
        <DocumentField at="site.sun.facing" clearable placeholder="all round" />
        <DocumentField at="site.sun.hours" clearable placeholder="unknown" />
        <DocumentField at="site.sun.glazing" />
        <DocumentField at="site.sun.shade" />
        <DocumentField at="site.lampTime" clearable placeholder="no lamps" />
      </div>
    </PanelGroup>
    <PanelGroup title="Floor and room">
      <div class="numbers">
        <ShownNumber of="height-needed" />
        <ShownNumber of="highest-water" />
      </div>
      <div class="fields">
        <KnownChoice class="wide" at="site.floor" label="Floor" :items="FLOORS" />
        <DocumentField at="site.floorLoad" clearable placeholder="unknown" />
        <DocumentField at="site.space.height" clearable placeholder="unknown" />
        <DocumentField at="site.space.length" clearable placeholder="unknown" />
        <DocumentField at="site.space.width" clearable placeholder="unknown" />
        <DocumentField at="site.space.distance" clearable placeholder="unknown" />
      </div>
    </PanelGroup>
    <PanelGroup title="Power">
      <div class="numbers">
        <ShownNumber of="power-drawn" />
        <ShownNumber of="plug-clearance" />
      </div>
      <div class="fields">
        <KnownChoice
          class="wide"
          at="site.outletProtected"
          label="Outlet behind a residual-current device (RCD, GFCI)"
        />
        <KnownChoice class="wide" at="site.power.lowVoltage" label="Low voltage only" />
        <DocumentField at="site.power.height" clearable placeholder="unknown" />
        <DocumentField at="site.power.circuit" clearable placeholder="unknown" />
        <DocumentField at="site.power.longestCut" clearable placeholder="unknown" />
      </div>
    </PanelGroup>
    <PanelGroup title="Tap water">
      <div class="fields">
        <KnownChoice class="wide" at="site.tap.chlorine" label="Chlorine" :items="CHLORINE" />
        <DocumentField at="site.tap.chlorineLevel" clearable placeholder="unknown" />
        <DocumentField at="site.tap.ph" clearable placeholder="unknown" />
        <DocumentField at="site.tap.alkalinity" clearable placeholder="unknown" />
        <DocumentField at="site.tap.hardness" clearable placeholder="unknown" />
        <DocumentField at="site.tap.conductivity" clearable placeholder="unknown" />
        <DocumentField at="site.tap.temperature" clearable placeholder="unknown" />
        <DocumentSwitch
          class="wide"
          at="site.tap.treated"
          label="Aerated or treated before it goes in"
          on="Tap water is treated"
          off="Tap water goes in as it is"
        />
      </div>
    </PanelGroup>
    <PanelGroup title="People and animals nearby">
      <div class="fields">
        <KnownChoice at="site.near.sleepers" label="Sleepers" />
        <KnownChoice at="site.near.children" label="Small children" />
        <KnownChoice at="site.near.pets" label="Pets" />
        <KnownChoice at="site.near.rodents" label="Rodents" />
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.note {
  font-size: var(--type-small);
  padding-top: 8px;
}
</style>
