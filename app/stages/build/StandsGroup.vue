<script setup lang="ts">
import { computed } from 'vue';
import { buildOf, type VesselSupport } from '../../../core/construction';
import { SECTIONS } from '../../../core/catalogue';
import { format, tell, type QuantityKind } from '../../../core/quantity';
import { vesselAt, vesselOf, type VesselBuild } from '../../../core/system';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import TabRow from '../../parts/TabRow.vue';
import { useChosen } from '../../stores/chosen';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** How a raised vessel is made and carried: sections, and how near they are to what they bear. */
const props = defineProps<{ stands: readonly VesselSupport[] }>();
const system = useSystem();
const settings = useSettings();
const chosen = useChosen();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const doc = computed(() => system.document!);
const tabs = computed(() =>
  props.stands.map((x) => ({ id: x.vessel, name: vesselOf(doc.value, x.vessel).name })),
);
const stand = computed(
  () => props.stands.find((x) => x.vessel === chosen.vessel?.id) ?? props.stands[0],
);
const own = computed(() => buildOf(doc.value, stand.value!.vessel));
const set = (change: Partial<VesselBuild>, label: string) =>
  system.commit([{ at: `build.vessels.${own.value.id}`, to: { ...own.value, ...change } }], label);
const MAKES = [
  { id: 'tub', name: 'Tub or tank as bought' },
  { id: 'lined-frame', name: 'Frame of boards, lined' },
];
const KINDS = [
  { id: 'frame', name: 'Frame on legs' },
  { id: 'blocks', name: 'Concrete blocks' },
  { id: 'own', name: 'Existing support' },
];
const sections = (use: 'bearer' | 'leg') => SECTIONS.filter((x) => x.use.includes(use));
const nameOf = (list: readonly { id: string; name: string }[], id: unknown) =>
  list.find((x) => x.id === id)?.name ?? '';
</script>

<template>
  <PanelGroup v-if="stand" title="Stand">
    <TabRow
      v-if="tabs.length > 1"
      :items="tabs"
      :chosen="stand.vessel"
      label="Vessel"
      @choose="chosen.choose(vesselAt($event))"
    />
    <p class="words">
      {{ f(stand.load, 'mass') }}{{ stand.frames > 1 ? ` on each of ${stand.frames} frames` : '' }},
      {{ f(stand.perLeg, 'mass') }} on each of {{ stand.legs }} legs; supports at least every
      {{ f(stand.joists, 'length') }} along it.
    </p>
    <ul class="checks">
      <li v-for="x in stand.checks" :key="x.id" :class="{ over: x.use > 1 }">
        {{ tell(x.sentence, settings.units) }}
        <div class="use"><i :style="{ width: `${Math.min(100, 100 * x.use)}%` }" /></div>
      </li>
    </ul>
    <p v-if="stand.engineer" class="engineer">{{ tell(stand.engineer, settings.units) }}</p>
    <div class="fields">
      <PlainChoice
        class="wide"
        :model-value="own.make"
        :items="MAKES"
        label="Made of"
        @update:model-value="
          set({ make: $event as VesselBuild['make'] }, `Made of: ${nameOf(MAKES, $event)}`)
        "
      />
      <PlainChoice
        class="wide"
        :model-value="own.stand"
        :items="KINDS"
        label="Support"
        @update:model-value="
          set({ stand: $event as VesselBuild['stand'] }, `Support: ${nameOf(KINDS, $event)}`)
        "
      />
      <template v-if="own.stand === 'frame'">
        <PlainChoice
          class="wide"
          :model-value="own.bearer"
          :items="sections('bearer')"
          label="Bearers"
          @update:model-value="
            set({ bearer: $event }, `Bearers: ${nameOf(sections('bearer'), $event)}`)
          "
        />
        <PlainChoice
          class="wide"
          :model-value="own.leg"
          :items="sections('leg')"
          label="Legs"
          @update:model-value="set({ leg: $event }, `Legs: ${nameOf(sections('leg'), $event)}`)"
        />
      </template>
    </div>
  </PanelGroup>
</template>

<style scoped>
.words {
  line-height: 1.4;
}
.checks {
  list-style: none;
  padding-top: 6px;
  font-size: var(--type-small);
  line-height: 1.35;
}
.checks li {
  padding-bottom: 6px;
}
.use {
  height: 5px;
  background: var(--wash);
}
.use i {
  display: block;
  height: 5px;
  background: var(--leaf);
}
.over {
  color: var(--stop);
  font-weight: 600;
}
.over .use i {
  background: var(--stop);
}
.engineer {
  border-left: 3px solid var(--watch);
  background: var(--watch-ground);
  padding: 6px 8px;
  font-size: var(--type-small);
}
</style>
