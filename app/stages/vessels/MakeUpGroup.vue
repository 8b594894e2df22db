<script setup lang="ts">
import { inSentence } from '../../../core/quantity';
import { computed } from 'vue';
import {
  SITES,
  addBed,
  addOverflow,
  addSite,
  addSump,
  isStore,
  removeVessel,
} from '../../../core/system';
import MakeUpButton from '../../parts/MakeUpButton.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { useRested } from '../../stores/rested';
import { useSystem } from '../../stores/system';

/** What the system is made of: beds, a sump, further plant sites, overflows. */
const props = defineProps<{
  /** Id of the vessel that the panel is about. */
  vessel: string;
}>();
const system = useSystem();
/** While something is pulled nothing is taken away or put in. */
const rested = useRested(() => system.document!);
const offers = computed(() => {
  const s = rested.value;
  const vessel = s.vessels.find((v) => v.id === props.vessel) ?? s.vessels[0]!;
  const row = s.vessels.some((v) => v.role === 'bed' && v.count > 1);
  return [
    { label: row ? 'Add a bucket' : 'Add a bed', change: addBed(s) },
    ...(isStore(vessel)
      ? []
      : [{ label: `Add an overflow to ${vessel.name}`, change: addOverflow(s, vessel.id) }]),
    { label: 'Add a sump', change: addSump(s) },
    ...SITES.map(({ id, name, particular }) => ({
      label: `Add a ${inSentence(name)}`,
      change: addSite(s, id),
      particular,
    })),
    {
      label: vessel.count > 1 ? 'Remove a bucket' : `Remove ${vessel.name}`,
      change: removeVessel(s, vessel.id),
    },
  ];
});
</script>

<template>
  <PanelGroup title="Add or remove parts">
    <div class="list">
      <MakeUpButton v-for="o in offers" :key="o.label" v-bind="o" />
    </div>
  </PanelGroup>
</template>

<style scoped>
.list {
  display: grid;
  gap: 6px;
  padding-top: 8px;
}
</style>
