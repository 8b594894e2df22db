<script setup lang="ts">
import { mdiDelete } from '@mdi/js';
import { computed, ref } from 'vue';
import {
  airPumps,
  type Device,
  heaters,
  isPlantSite,
  isStore,
  lamps,
  vesselOf,
} from '../../../core/system';

import { inSentence, format } from '../../../core/quantity';
import { DEVICE_NAMES as NAMES } from './deviceNames';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** Air pumps, heaters and lamps: those that are there, and one more of the catalogue. */
const props = defineProps<{ only?: Device['kind'] }>();
const system = useSystem();
const settings = useSettings();
const doc = computed(() => system.document!);
const shown = computed(() => doc.value.devices.filter((d) => !props.only || d.kind === props.only));

const store = computed(
  () => doc.value.vessels.find((v) => v.role === 'tank') ?? doc.value.vessels.find(isStore),
);
const site = computed(() => doc.value.vessels.find(isPlantSite));
/** Everything that may be added, as one list. */
const choices = computed(() => {
  const water = store.value;
  const over = site.value;
  const f = (w: number) => format(w, 'power', settings.units);
  return [
    ...(water && (!props.only || props.only === 'air-pump')
      ? airPumps(doc.value).map((p) => ({
          id: p.id,
          name: `${p.name}, ${format(p.flow * 60, 'volume', settings.units)} a minute`,
          to: (id: string): Device => ({
            id,
            kind: 'air-pump',
            vessel: water.id,
            flow: p.flow,
            depth: Math.min(0.5, Math.round(water.shape.height * 0.7 * 100) / 100),
            power: p.power,
            backup: false,
          }),
        }))
      : []),
    ...(water && (!props.only || props.only === 'heater')
      ? heaters(doc.value).map((h) => ({
          id: h.id,
          name: h.name,
          to: (id: string): Device => ({
            id,
            kind: 'heater',
            vessel: water.id,
            power: h.power,
            setpoint: 22,
          }),
        }))
      : []),
    ...(over && (!props.only || props.only === 'lamp')
      ? lamps(doc.value).map((l) => ({
          id: l.id,
          name: `${l.name}, ${f(l.power)}`,
          to: (id: string): Device => ({
            id,
            kind: 'lamp',
            vessel: over.id,
            power: l.power,
            efficacy: l.efficacy,
          }),
        }))
      : []),
  ];
});
const adding = ref<string | null>(null);
function add(id: string | null) {
  const choice = choices.value.find((c) => c.id === id);
  adding.value = null;
  if (!choice) return;
  const ids = new Set(doc.value.devices.map((d) => d.id));
  let own = choice.id;
  for (let i = 2; ids.has(own); i++) own = `${choice.id}-${i}`;
  const device = choice.to(own);
  const also =
    device.kind === 'lamp' && doc.value.site.lampTime === null
      ? [{ at: 'site.lampTime', to: 50400 }]
      : [];
  system.commit([{ at: `devices.${own}`, to: device }, ...also], `${choice.name} added`);
}
</script>

<template>
  <PanelGroup :title="only === 'lamp' ? 'Lamps' : 'Air, heat and light'">
    <div v-for="d in shown" :key="d.id" class="device">
      <p>
        {{ NAMES[d.kind] }} {{ d.kind === 'lamp' ? 'over' : 'in' }}
        {{ vesselOf(doc, d.vessel).name }}
      </p>
      <v-btn
        size="small"
        :icon="mdiDelete"
        :aria-label="`Remove the ${inSentence(NAMES[d.kind])}`"
        @click="
          system.commit([{ at: `devices.${d.id}`, to: undefined }], `${NAMES[d.kind]} removed`)
        "
      />
      <div class="fields">
        <template v-if="d.kind === 'air-pump'">
          <DocumentField :at="`devices.${d.id}.flow`" />
          <DocumentField :at="`devices.${d.id}.depth`" />
          <DocumentSwitch
            class="wide"
            :at="`devices.${d.id}.backup`"
            label="Has a battery for power cuts"
            on="Air on a battery"
            off="Air stops with the power"
          />
        </template>
        <DocumentField v-if="d.kind === 'heater'" :at="`devices.${d.id}.setpoint`" />
        <DocumentField v-if="d.kind === 'lamp'" :at="`devices.${d.id}.efficacy`" />
        <DocumentField :at="`devices.${d.id}.power`" />
      </div>
    </div>
    <v-autocomplete
      :model-value="adding"
      :items="choices"
      item-title="name"
      item-value="id"
      :label="only === 'lamp' ? 'Add another' : 'Add one'"
      @update:model-value="add"
    />
  </PanelGroup>
</template>

<style scoped>
.device {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  padding-bottom: 10px;
  font-size: var(--type-body);
}
.device .fields {
  grid-column: 1 / -1;
}
</style>
