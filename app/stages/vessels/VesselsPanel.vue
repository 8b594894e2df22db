<script setup lang="ts">
import { computed } from 'vue';
import { bedsOfTank } from '../../../core/assess';
import { format } from '../../../core/quantity';
import { fishIn, isStore, vesselAt, type Vessel } from '../../../core/system';
import { wholeVolume } from '../../../core/water/vessel';
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
const reserve = computed(() => a.value.balance.reserves.find((r) => r.vessel === vessel.value.id));
const bed = computed(() => a.value.beds.find((b) => b.id === vessel.value.id));
const weight = computed(() => a.value.weights.find((w) => w.vessel === vessel.value.id));
const ratio = computed(() => {
  const water = a.value.balance.rest[index.value]!.volume;
  const fed = bedsOfTank(doc.value, a.value, vessel.value.id);
  return water > 0 ? fed.reduce((t, b) => t + b.gross, 0) / water : 0;
});
const fish = computed(() => doc.value.fish.find((f) => f.vessel === vessel.value.id));

function addFish() {
  system.commit(
    [{ at: 'fish.fish', to: { id: 'fish', vessel: vessel.value.id, count: 10, meanMass: 0.05 } }],
    'Fish put in',
  );
}
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
        <ShownNumber
          label="Holds to the rim"
          :value="wholeVolume(vessel)"
          kind="volume"
          :working="`holds/${vessel.id}`"
        />
        <ShownNumber
          v-if="bed"
          label="Deepest flood"
          :value="bed.highest"
          kind="length"
          :working="`highest/${bed.id}`"
        />
        <ShownNumber
          v-if="reserve"
          label="Reserve, beds full"
          :value="reserve.volume"
          kind="volume"
          :working="`reserve/${vessel.id}`"
        />
        <ShownNumber
          v-if="vessel.role === 'tank' && ratio > 0"
          label="Bed to tank"
          :value="ratio"
          kind="ratio"
          :working="`bed-to-tank/${vessel.id}`"
        />
        <ShownNumber
          v-if="reserve"
          label="Lost in a day"
          :value="a.balance.dailyWaterUse"
          kind="volume"
          working="daily-water-use"
        />
        <ShownNumber
          v-if="reserve"
          label="Lasts without topping up"
          :value="(Math.max(0, reserve.volume) / Math.max(1e-9, a.balance.dailyWaterUse)) * 86400"
          kind="time"
          :working="`days/${vessel.id}`"
        />
        <ShownNumber
          v-if="weight"
          label="Weight on its footprint"
          :value="weight.load"
          kind="load"
          :working="`weight/${vessel.id}`"
        />
        <ShownNumber
          v-if="weight && weight.perLeg !== null"
          label="Weight on each leg"
          :value="weight.perLeg"
          kind="mass"
          :working="`leg/${vessel.id}`"
        />
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
    <PanelGroup v-if="vessel.role === 'tank'" title="Fish">
      <div v-if="fish" class="fields">
        <DocumentField :at="`fish.${fish.id}.count`" />
        <DocumentField :at="`fish.${fish.id}.meanMass`" />
      </div>
      <v-btn v-else variant="outlined" @click="addFish">Put fish in</v-btn>
      <p v-if="fish" class="quiet note">
        {{ format(fishIn(doc, vessel.id).mass, 'mass', settings.units) }} of fish in
        {{ format(a.balance.rest[index]!.volume, 'volume', settings.units) }} of water.
      </p>
    </PanelGroup>
    <MakeUpGroup :vessel="vessel.id" />
    <PanelGroup title="Place">
      <div class="fields">
        <DocumentField at="site.waterTemperature" label="Water temperature" />
        <DocumentField at="site.airTemperature" label="Air temperature" />
        <DocumentField at="site.humidity" label="Humidity" />
        <DocumentField at="site.airSpeed" />
        <DocumentField at="site.floorLoad" clearable placeholder="not known" />
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.note {
  font-size: 0.84rem;
  padding-top: 8px;
}
</style>
