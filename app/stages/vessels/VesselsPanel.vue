<script setup lang="ts">
import { computed, ref } from 'vue';
import { MEDIA, mediumById } from '../../../core/catalogue';
import { format } from '../../../core/quantity';
import { fishIn, type Vessel } from '../../../core/system';
import { grossVolume } from '../../../core/water/vessel';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** Vessels: shapes, media, heights, and the water in them. */
const system = useSystem();
const settings = useSettings();
const doc = computed(() => system.document!);
const a = computed(() => system.assessment!);
const chosen = ref('');
const vessel = computed<Vessel>(
  () => doc.value.vessels.find((v) => v.id === chosen.value) ?? doc.value.vessels[0]!,
);
const at = computed(() => `vessels.${vessel.value.id}`);
const index = computed(() => doc.value.vessels.indexOf(vessel.value));
const reserve = computed(() => a.value.accounts.reserves.find((r) => r.vessel === vessel.value.id));
const bed = computed(() => a.value.beds.find((b) => b.id === vessel.value.id));
const weight = computed(() => a.value.weights.find((w) => w.vessel === vessel.value.id));
const ratio = computed(() => {
  const water = a.value.accounts.rest[index.value]!.volume;
  const fed = a.value.beds.filter((b) =>
    a.value.duties.some((d) => d.to === b.id && d.from === vessel.value.id),
  );
  return water > 0 ? fed.reduce((t, b) => t + b.gross, 0) / water : 0;
});
const fish = computed(() => doc.value.fish.find((f) => f.vessel === vessel.value.id));

const SHAPES = [
  { id: 'box', name: 'Box' },
  { id: 'cylinder', name: 'Upright cylinder' },
  { id: 'tapered-box', name: 'Tapered box' },
];
const FIELDS_OF = {
  box: ['length', 'width', 'height'],
  cylinder: ['diameter', 'height'],
  'tapered-box': ['bottomLength', 'bottomWidth', 'topLength', 'topWidth', 'height'],
} as const;

/** Another shape of about the same size. */
function reshape(kind: string) {
  const s = vessel.value.shape;
  const long = s.kind === 'box' ? s.length : s.kind === 'cylinder' ? s.diameter : s.topLength;
  const wide = s.kind === 'box' ? s.width : s.kind === 'cylinder' ? s.diameter : s.topWidth;
  const mm = (x: number) => Math.round(x * 1000) / 1000;
  const height = s.height;
  const to =
    kind === 'box'
      ? { kind, length: long, width: wide, height }
      : kind === 'cylinder'
        ? { kind, diameter: long, height }
        : {
            kind,
            bottomLength: mm(long * 0.85),
            bottomWidth: mm(wide * 0.85),
            topLength: long,
            topWidth: wide,
            height,
          };
  system.commit(
    [{ at: `${at.value}.shape`, to }],
    `${vessel.value.name}: ${SHAPES.find((x) => x.id === kind)!.name}`,
  );
}
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
    <div class="tabs" role="group" aria-label="Vessel">
      <button
        v-for="v in doc.vessels"
        :key="v.id"
        type="button"
        :aria-pressed="v.id === vessel.id"
        @click="chosen = v.id"
      >
        {{ v.name }}
      </button>
    </div>
    <PanelGroup :title="vessel.name">
      <div class="numbers">
        <ShownNumber
          label="Holds to the rim"
          :value="grossVolume(vessel.shape)"
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
          v-if="vessel.role === 'tank'"
          label="Bed to tank"
          :value="ratio"
          kind="ratio"
          :working="`bed-to-tank/${vessel.id}`"
        />
        <ShownNumber
          v-if="reserve"
          label="Lost in a day"
          :value="a.accounts.dailyLoss"
          kind="volume"
          working="daily-loss"
        />
        <ShownNumber
          v-if="reserve"
          label="Lasts without topping up"
          :value="(Math.max(0, reserve.volume) / Math.max(1e-9, a.accounts.dailyLoss)) * 86400"
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
      </div>
      <div class="fields">
        <v-select
          class="wide"
          :model-value="vessel.shape.kind"
          :items="SHAPES"
          item-title="name"
          item-value="id"
          label="Shape"
          @update:model-value="reshape"
        />
        <DocumentField
          v-for="k in FIELDS_OF[vessel.shape.kind]"
          :key="`${vessel.id}${k}`"
          :at="`${at}.shape.${k}`"
        />
        <DocumentField :at="`${at}.floor`" />
        <DocumentField v-if="vessel.role !== 'bed'" :at="`${at}.fill`" />
        <DocumentField :at="`${at}.emptyMass`" />
        <v-switch
          :model-value="vessel.lid"
          label="Lid"
          @update:model-value="
            system.commit([{ at: `${at}.lid`, to: $event === true }], $event ? 'Lid on' : 'Lid off')
          "
        />
        <v-switch
          v-if="vessel.role === 'bed' && catcher"
          class="wide"
          :model-value="vessel.rimTo !== null"
          :label="`Rim leans towards ${catcher.name}`"
          @update:model-value="
            system.commit(
              [{ at: `${at}.rimTo`, to: $event ? catcher.id : null }],
              $event ? `Rim leans towards ${catcher.name}` : 'Rim level',
            )
          "
        />
      </div>
    </PanelGroup>
    <PanelGroup v-if="vessel.media" title="Media">
      <div class="fields">
        <DocumentChoice
          class="wide"
          :at="`${at}.media.medium`"
          label="Media"
          :items="MEDIA"
          :also="
            () => (vessel.media?.voids === null ? [] : [{ at: `${at}.media.voids`, to: null }])
          "
        />
        <DocumentField :at="`${at}.media.top`" />
        <DocumentField :at="`${at}.media.clogging`" />
        <DocumentField
          class="wide"
          :at="`${at}.media.voids`"
          clearable
          :placeholder="`table: ${Math.round((mediumById(vessel.media.medium)?.voids[1] ?? 0) * 100)} % (${Math.round((mediumById(vessel.media.medium)?.voids[0] ?? 0) * 100)}–${Math.round((mediumById(vessel.media.medium)?.voids[2] ?? 0) * 100)})`"
        />
      </div>
      <p class="quiet note">
        Voids are what really fills and drains: soak the media, drain 15 min, fill a bucket of it
        with water, and divide what then drains out by the bucket.
      </p>
    </PanelGroup>
    <PanelGroup v-if="vessel.role === 'tank'" title="Fish">
      <div v-if="fish" class="fields">
        <DocumentField :at="`fish.${fish.id}.count`" />
        <DocumentField :at="`fish.${fish.id}.meanMass`" />
      </div>
      <v-btn v-else variant="outlined" @click="addFish">Put fish in</v-btn>
      <p v-if="fish" class="quiet note">
        {{ format(fishIn(doc, vessel.id).mass, 'mass', settings.units) }} of fish in
        {{ format(a.accounts.rest[index]!.volume, 'volume', settings.units) }} of water.
      </p>
    </PanelGroup>
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
.tabs {
  display: flex;
  gap: 4px;
  padding: 8px 10px;
  flex-wrap: wrap;
}
.tabs button {
  padding: 6px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  color: inherit;
}
.tabs button[aria-pressed='true'] {
  border-color: var(--water);
  background: var(--water-soft);
  font-weight: 650;
}
</style>
