<script setup lang="ts">
import { computed } from 'vue';
import { PIPES, pipeById } from '../../../core/catalogue';
import { vesselOf, type WaterPath } from '../../../core/system';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ReturnChoice from './ReturnChoice.vue';
import { useSystem } from '../../stores/system';

/** A joining pipe, float valve, hole, channel's end or drip edge. */
const props = defineProps<{ path: WaterPath }>();
const system = useSystem();
const doc = computed(() => system.document!);
const at = computed(() => `paths.${props.path.id}`);
const boreOf = (id: string) => [{ at: `${at.value}.bore`, to: pipeById(id)!.bore }];
</script>

<template>
  <PanelGroup :title="path.name">
    <p class="quiet">
      From {{ vesselOf(doc, path.from).name }} to {{ vesselOf(doc, path.to).name }}
    </p>
    <div class="fields">
      <template v-if="path.kind === 'link'">
        <DocumentChoice
          class="wide"
          :at="`${at}.pipe`"
          label="Pipe"
          :items="PIPES"
          :also="boreOf"
        />
        <DocumentField :at="`${at}.height`" />
        <DocumentField :at="`${at}.run`" label="Length" />
        <DocumentField :at="`${at}.elbows`" />
        <DocumentField v-if="path.screen !== null" :at="`${at}.screen`" />
        <DocumentSwitch
          :at="`${at}.screen`"
          label="Screen or guard before it"
          :fits="0.6"
          on="Screen fitted"
          off="Screen taken out"
        />
      </template>
      <template v-else-if="path.kind === 'float-valve'">
        <DocumentField :at="`${at}.level`" />
        <DocumentField :at="`${at}.seat`" />
        <DocumentField :at="`${at}.run`" label="Length of the tube" />
      </template>
      <template v-else-if="path.kind === 'hole'">
        <DocumentField :at="`${at}.height`" />
        <DocumentField :at="`${at}.diameter`" />
      </template>
      <DocumentField v-else-if="path.kind === 'open-end'" :at="`${at}.slope`" />
      <template v-else-if="path.kind === 'seep'">
        <DocumentField :at="`${at}.held`" />
        <DocumentField :at="`${at}.drainDown`" />
      </template>
      <ReturnChoice v-if="path.kind !== 'link'" class="wide" :path="path" />
    </div>
  </PanelGroup>
</template>
