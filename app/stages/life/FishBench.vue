<script setup lang="ts">
import { mdiDelete, mdiPlus } from '@mdi/js';
import { computed } from 'vue';
import { needsOf } from '../../../core/life';
import { format, type QuantityKind } from '../../../core/quantity';
import { fishKinds, fishKindOf, vesselOf } from '../../../core/system';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { useSaved } from '../../stores/saved';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import OwnFields from './OwnFields.vue';
import { isOwn, ownEntry } from './ownEntry';
import DevicesGroup from './DevicesGroup.vue';
import SchoolsPicture from './StockingRulesPicture.vue';
import WaterGroup from './WaterGroup.vue';
import { useLife } from './useLife';

/** Fish, the schools of stocking, what they ask of the rest, devices and the water as it was read. */
const system = useSystem();
const settings = useSettings();
const { figures, life } = useLife();
const doc = computed(() => system.document!);
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const kinds = useSaved(() =>
  fishKinds(doc.value).map((k) => ({ id: k.id, name: `${k.name} (${k.scientific})` })),
);
/** Fish live in a tank; a reservoir of solution is none. */
const home = computed(() => doc.value.vessels.find((v) => v.role === 'tank'));
const needs = computed(() => needsOf(figures.value, life.value));

function add() {
  const ids = new Set(doc.value.fish.map((x) => x.id));
  let id = 'fish';
  for (let i = 2; ids.has(id); i++) id = `fish-${i}`;
  const kind = fishKinds(doc.value)[0]!;
  system.commit(
    [
      {
        at: `fish.${id}`,
        to: {
          id,
          vessel: home.value!.id,
          kind: kind.id,
          count: kind.shoal,
          meanMass: kind.stockMass,
          ration: null,
          protein: null,
        },
      },
    ],
    'Fish added',
  );
}
/** An entry of one’s own, begun as a copy of the kind that is chosen. */
function makeOwn(group: string, kind: string | null) {
  const row = fishKindOf(doc.value, kind) ?? fishKinds(doc.value)[0]!;
  const own = ownEntry(doc.value, 'fish', row);
  system.commit(
    [...own.edits, { at: `fish.${group}.kind`, to: own.id }],
    `Own figures for ${row.name}`,
  );
}
/** A kind is put in at the mass at which it is bought. */
const atStock = (id: string) => (kind: string) => {
  const k = fishKindOf(doc.value, kind);
  return k ? [{ at: `fish.${id}.meanMass`, to: k.stockMass }] : [];
};
</script>

<template>
  <div>
    <p v-if="!doc.fish.length && !home" class="quiet none">
      Plants here live on nutrients in the water. Check its strength, pH, temperature and oxygen.
    </p>
    <PanelGroup v-if="!doc.fish.length && !home" title="Oxygen and temperature of the solution">
      <div class="numbers">
        <ShownNumber of="oxygen-lowest" />
        <ShownNumber of="oxygen-saturation" />
      </div>
      <div class="fields">
        <DocumentField at="site.waterTemperature" label="Solution" />
      </div>
    </PanelGroup>
    <template v-if="doc.fish.length">
      <PanelGroup
        v-for="g in doc.fish"
        :key="g.id"
        :title="`${fishKindOf(doc, g.kind)?.name ?? 'Fish'} in ${vesselOf(doc, g.vessel).name}`"
      >
        <div class="fields">
          <DocumentChoice
            class="wide"
            :at="`fish.${g.id}.kind`"
            label="Species"
            :items="kinds"
            :also="atStock(g.id)"
          />
          <DocumentField :at="`fish.${g.id}.count`" />
          <DocumentField :at="`fish.${g.id}.meanMass`" />
          <DocumentField
            :at="`fish.${g.id}.ration`"
            clearable
            placeholder="by mass and temperature"
          />
          <DocumentField
            :at="`fish.${g.id}.protein`"
            clearable
            placeholder="as the species needs"
          />
        </div>
        <div class="numbers">
          <ShownNumber :of="`time-to-stress/${g.id}`" />
          <ShownNumber :of="`time-to-lethal/${g.id}`" />
          <ShownNumber :of="`stocking-density/${g.vessel}`" />
        </div>
        <OwnFields v-if="isOwn(doc, 'fish', g.kind)" :id="g.kind!" group="fish" />
        <v-btn v-else size="small" @click="makeOwn(g.id, g.kind)">Own figures for it</v-btn>
        <v-btn
          size="small"
          :prepend-icon="mdiDelete"
          @click="system.commit([{ at: `fish.${g.id}`, to: undefined }], 'Fish removed')"
          >Remove them</v-btn
        >
      </PanelGroup>
      <PanelGroup title="How many fish">
        <SchoolsPicture />
      </PanelGroup>
      <PanelGroup title="Feed, ammonia, oxygen">
        <div class="numbers">
          <ShownNumber of="feed" />
          <ShownNumber of="tan" />
          <ShownNumber of="tan-capacity" />
          <ShownNumber of="media-surface" />
          <ShownNumber of="oxygen-lowest" />
          <ShownNumber of="oxygen-saturation" />
          <ShownNumber of="oxygen-supply" />
          <ShownNumber of="heater" />
        </div>
      </PanelGroup>
      <PanelGroup v-if="needs" title="What these fish need">
        <p class="needs">
          {{ f(needs.planting[0], 'area') }} to {{ f(needs.planting[1], 'area') }} of plants for
          their feed, {{ f(needs.surface, 'area') }} of wetted surface<template v-if="needs.media"
            >, {{ f(needs.media, 'volume') }} of media,</template
          >
          for their ammonia, and a pump of {{ f(needs.pump, 'flow') }} to turn their water over once
          an hour. With air stones alone they need {{ f(needs.air * 60, 'volume') }} of air a
          minute, half a metre deep.
        </p>
      </PanelGroup>
    </template>
    <div v-if="home" class="add">
      <v-btn variant="outlined" :prepend-icon="mdiPlus" @click="add">Add fish</v-btn>
    </div>
    <WaterGroup />
    <DevicesGroup />
  </div>
</template>

<style scoped>
.none,
.add {
  padding: 12px;
}
.needs {
  font-size: var(--type-body);
  line-height: 1.5;
}
</style>
