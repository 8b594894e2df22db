<script setup lang="ts">
import { mdiLayersPlus, mdiTrashCanOutline } from '@mdi/js';
import { nanoid } from 'nanoid';
import { computed } from 'vue';
import { MEDIA, mediumById } from '../../../core/catalogue';
import type { Vessel } from '../../../core/system';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { useSystem } from '../../stores/system';

/** What stands in a bed: its stones, layers of others under them, pots. */
const props = defineProps<{ vessel: Vessel }>();
const system = useSystem();
const at = computed(() => `vessels.${props.vessel.id}`);
const media = computed(() => props.vessel.media);

/** The table's voids of a medium, for a field that is left empty. */
function table(medium: string): string {
  const v = mediumById(medium)?.voids;
  const pc = (x: number) => Math.round(x * 100);
  return v ? `table: ${pc(v[1])} % (${pc(v[0])}–${pc(v[2])})` : '';
}
/** Measured voids belong to the medium they were measured on. */
const forget = (place: string, voids: number | null) => () =>
  voids === null ? [] : [{ at: `${place}.voids`, to: null }];

function addLayer() {
  const m = media.value;
  if (!m) return;
  const below = m.layers[m.layers.length - 1]?.top ?? 0;
  const top = Math.round(((below + m.top) / 2) * 200) / 200;
  const layer = { id: nanoid(8), medium: 'gravel', top, voids: null };
  system.commit([{ at: `${at.value}.media.layers`, to: [...m.layers, layer] }], 'Layer added');
}
const dropLayer = (id: string) =>
  system.commit([{ at: `${at.value}.media.layers.${id}`, to: undefined }], 'Layer removed');

/** Pots as they are when they are put in. */
const POTS = { medium: 'coir', count: 12, diameter: 0.12, height: 0.12, voids: null };
</script>

<template>
  <PanelGroup v-if="media" title="Media">
    <div class="fields">
      <DocumentChoice
        class="wide"
        :at="`${at}.media.medium`"
        label="Media"
        :items="MEDIA"
        :also="forget(`${at}.media`, media.voids)"
      />
      <DocumentField :at="`${at}.media.top`" />
      <DocumentField :at="`${at}.media.clogging`" />
      <DocumentField
        class="wide"
        :at="`${at}.media.voids`"
        clearable
        :placeholder="table(media.medium)"
      />
      <div v-for="(l, i) in media.layers" :key="l.id" class="layer wide">
        <b>Layer {{ i + 1 }}, from the floor up</b>
        <v-btn
          :icon="mdiTrashCanOutline"
          size="small"
          :aria-label="`Remove layer ${i + 1}`"
          @click="dropLayer(l.id)"
        />
        <DocumentChoice
          class="all"
          :at="`${at}.media.layers.${l.id}.medium`"
          :label="`Media of layer ${i + 1}`"
          :items="MEDIA"
          :also="forget(`${at}.media.layers.${l.id}`, l.voids)"
        />
        <DocumentField :at="`${at}.media.layers.${l.id}.top`" :label="`Top of layer ${i + 1}`" />
        <DocumentField
          :at="`${at}.media.layers.${l.id}.voids`"
          :label="`Voids of layer ${i + 1}`"
          clearable
          :placeholder="table(l.medium)"
        />
      </div>
    </div>
    <v-btn
      v-if="media.layers.length < 6 && media.top > 0.03"
      class="add"
      size="small"
      variant="outlined"
      :prepend-icon="mdiLayersPlus"
      @click="addLayer"
      >Add a layer below</v-btn
    >
    <p class="quiet note">
      Voids are the space that fills and drains. Soak the media and let them drain for 15 min. Fill
      a bucket of them with water. Divide the water that drains out by the volume of the bucket.
    </p>
  </PanelGroup>
  <PanelGroup v-if="vessel.role === 'bed'" title="Pots">
    <div class="fields">
      <DocumentSwitch
        class="wide"
        :at="`${at}.pots`"
        label="Pots in this vessel"
        :fits="POTS"
        on="Pots put in"
        off="Pots taken out"
      />
      <template v-if="vessel.pots">
        <DocumentChoice
          class="wide"
          :at="`${at}.pots.medium`"
          label="Media in the pots"
          :items="MEDIA"
          :also="forget(`${at}.pots`, vessel.pots.voids)"
        />
        <DocumentField :at="`${at}.pots.count`" />
        <DocumentField :at="`${at}.pots.diameter`" />
        <DocumentField :at="`${at}.pots.height`" />
        <DocumentField
          :at="`${at}.pots.voids`"
          clearable
          :placeholder="table(vessel.pots.medium)"
        />
      </template>
    </div>
  </PanelGroup>
</template>

<style scoped>
.note {
  font-size: var(--type-small);
  padding-top: 8px;
}
.layer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  border-left: 3px solid var(--stone-edge);
  padding-left: 8px;
}
.layer > b {
  font-size: var(--type-body);
}
.layer > :nth-child(2) {
  justify-self: end;
}
.all {
  grid-column: 1 / -1;
}
.add {
  margin-top: 8px;
}
</style>
