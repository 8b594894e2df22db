<script setup lang="ts">
import { computed } from 'vue';
import {
  SITES,
  addBed,
  addOverflow,
  addSite,
  addSump,
  isStore,
  removeVessel,
  type Vessel,
} from '../../../core/system';
import MakeUpButton from '../../parts/MakeUpButton.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { useSystem } from '../../stores/system';

/** What the system is made of: beds, a sump, further plant sites, overflows. */
const props = defineProps<{ vessel: Vessel }>();
const system = useSystem();
const doc = computed(() => system.document!);
const row = computed(() => doc.value.vessels.some((v) => v.role === 'bed' && v.count > 1));
const sites = computed(() => SITES.map((s) => ({ ...s, change: addSite(doc.value, s.id) })));
</script>

<template>
  <PanelGroup title="What it is made of">
    <div class="list">
      <MakeUpButton :label="row ? 'Add a bucket' : 'Add a bed'" :change="addBed(doc)" />
      <MakeUpButton
        v-if="!isStore(vessel)"
        :label="`Add an overflow to ${vessel.name}`"
        :change="addOverflow(doc, props.vessel.id)"
      />
      <MakeUpButton label="Add a sump" :change="addSump(doc)" />
      <MakeUpButton
        v-for="s in sites"
        :key="s.id"
        :label="`Add a ${s.name.toLowerCase()}`"
        :change="s.change"
        :particular="s.particular"
      />
      <MakeUpButton
        :label="vessel.count > 1 ? 'Take a bucket away' : `Take ${vessel.name} away`"
        :change="removeVessel(doc, vessel.id)"
      />
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
