<script setup lang="ts">
import { mdiDelete } from '@mdi/js';
import { computed, ref } from 'vue';
import { reachOf, rootZone, sowing } from '../../../core/life';
import { format, formatDay, type QuantityKind } from '../../../core/quantity';
import {
  cropKinds,
  fullestDay,
  isPlantSite,
  planDimensions,
  isPlanted,
  vesselAt,
} from '../../../core/system';
import type { CropGroup } from '../../../core/catalogue';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import TabRow from '../../parts/TabRow.vue';
import { useChosen } from '../../stores/chosen';
import { useSaved } from '../../stores/saved';
import { useLifeBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import OwnFields from './OwnFields.vue';
import { isOwn, ownEntry } from './ownEntry';
import DevicesGroup from './DevicesGroup.vue';
import NitrogenYear from './NitrogenYear.vue';
import PlanView from './PlanView.vue';
import { useLife } from './useLife';

/** What stands in each bed: its plan, each planting with its roots against the flood, its days and its light. */
const system = useSystem();
const settings = useSettings();
const chosen = useChosen();
const bench = useLifeBench();
const { figures, life } = useLife();
const doc = computed(() => system.document!);
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);

const sites = computed(() => doc.value.vessels.filter(isPlantSite));
const bed = computed(() => {
  const about = chosen.vessel;
  const planting = doc.value.crops.find((c) => c.id === bench.planting);
  return (
    sites.value.find((v) => v.id === (chosen.thing ? about?.id : planting?.vessel)) ??
    sites.value[0]
  );
});
const all = computed(() => life.value.plantings.filter((s) => s.planting.vessel === bed.value?.id));
/** Where a planting has its days, the bed is shown on one day of the year: at its fullest, until another is chosen. */
const dated = computed(() =>
  all.value.some((s) => s.planting.from !== null || s.planting.to !== null),
);
const shownDay = computed(() => bench.day ?? fullestDay(all.value));
const here = computed(() => all.value.filter((s) => isPlanted(s.planting, shownDay.value)));
const open = computed(
  () => all.value.find((s) => s.planting.id === bench.planting) ?? here.value[0],
);
const zone = computed(() => (bed.value ? rootZone(figures.value, bed.value) : null));

const GROUPS: Record<CropGroup, string> = {
  leaf: 'leaf',
  herb: 'herb',
  fruit: 'fruit',
  root: 'root',
  flower: 'flower',
  foliage: 'foliage',
  'wet-footed': 'wet feet',
};
const choices = useSaved(() =>
  cropKinds(doc.value).map((k) => ({ id: k.id, name: `${k.name}, ${GROUPS[k.group]}` })),
);
const adding = ref<string | null>(null);
/** A new planting goes where there is room from the left; two by two where it fits. */
function add(id: string | null) {
  adding.value = null;
  const kind = cropKinds(doc.value).find((k) => k.id === id);
  if (!kind || !bed.value) return;
  const plan = planDimensions(bed.value);
  const ids = new Set(doc.value.crops.map((c) => c.id));
  let own = kind.id;
  for (let i = 2; ids.has(own); i++) own = `${kind.id}-${i}`;
  const end = Math.max(0, ...all.value.map((s) => s.planting.x + s.length));
  const fits = (n: number, room: number) =>
    Math.max(1, Math.min(n, Math.floor(room / kind.spacing)));
  const columns = fits(2, plan.length - end);
  const x = Math.max(0, Math.min(end, plan.length - columns * kind.spacing));
  bench.planting = own;
  system.commit(
    [
      {
        at: `crops.${own}`,
        to: {
          id: own,
          vessel: bed.value.id,
          crop: kind.id,
          x: Math.round(x * 100) / 100,
          y: 0.02,
          columns,
          rows: fits(2, plan.width - 0.02),
          from: null,
          to: null,
        },
      },
    ],
    `${kind.name} planted`,
  );
}
/** An entry of one’s own, begun as a copy of the crop. */
function makeOwn() {
  const s = open.value;
  if (!s) return;
  const own = ownEntry(doc.value, 'crops', s.kind);
  system.commit(
    [...own.edits, { at: `crops.${s.planting.id}.crop`, to: own.id }],
    `Own figures for ${s.kind.name}`,
  );
}
/** What to say of the roots of a planting. */
const roots = computed(() => {
  const s = open.value;
  const z = zone.value;
  if (!s || !z) return '';
  const reach = reachOf(z, s.kind);
  const wet =
    z.dry < 0.002
      ? 'The water rises to the top'
      : `The water rises to ${f(z.dry, 'length')} below the top`;
  const seed =
    s.kind.start === 'seed' && reach.seed > 0 ? ' Sow at the wet level or on a wick.' : '';
  const plug = reach.plug > 0 ? ` Set plugs ${f(reach.plug, 'length')} deeper, or on a wick.` : '';
  const roots =
    reach.grown > 0.005
      ? `The roots grow ${f(s.kind.roots, 'length')} deep and do not reach it.`
      : `The roots grow ${f(s.kind.roots, 'length')} deep.`;
  return `${wet}. ${roots}${seed || plug}`;
});
/** When it is started and harvested, and what it may lack. */
const days = computed(() => {
  const s = open.value;
  if (!s) return '';
  const { kind } = s;
  const plan = sowing(doc.value, s);
  const out: string[] = [HARVEST[kind.harvest]];
  if (kind.daysToHarvest) {
    const about = plan.ready === null ? '' : `, about ${formatDay(plan.ready)}`;
    out[0] += `, ${plan.days ?? kind.daysToHarvest} days after planting out${about}`;
    if (s.planting.from !== null && plan.ready === null)
      out[0] += '; on that day it is too dark or too cold for it';
  }
  if (kind.nurseryDays) {
    const what = kind.start === 'seed' || kind.start === 'plug' ? 'seeds' : `${kind.start}s`;
    const when =
      plan.day === null ? `${kind.nurseryDays} days before` : `about ${formatDay(plan.day)}`;
    out.push(`Start ${plan.seeds} ${what} ${when}`);
  }
  if (kind.short.length && doc.value.fish.length)
    out.push(`Fish water often has too little ${kind.short.join(', ')} for it`);
  return `${out.join('. ')}.`;
});
const HARVEST = {
  once: 'Cut once',
  again: 'Cut and come again',
  picked: 'Picked as it ripens',
  none: 'Not harvested',
} as const;
</script>

<template>
  <p v-if="!bed" class="quiet none">This system has no bed to plant.</p>
  <div v-else>
    <TabRow
      v-if="sites.length > 1"
      :items="sites"
      :chosen="bed.id"
      label="Bed"
      @choose="chosen.choose(vesselAt($event))"
    />
    <PanelGroup :key="bed.id" :title="`${bed.name} from above`">
      <label v-if="dated" class="day">
        <span>{{ formatDay(shownDay) }}</span>
        <input
          type="range"
          min="1"
          max="366"
          step="1"
          :value="shownDay"
          aria-label="Day of the year on which the bed is shown"
          :aria-valuetext="formatDay(shownDay)"
          @input="bench.day = Number(($event.target as HTMLInputElement).value)"
        />
      </label>
      <PlanView :bed="bed" :plantings="here" />
      <p v-if="dated && !here.length" class="quiet">Nothing grows in this bed on this day.</p>
      <v-autocomplete
        class="add"
        :model-value="adding"
        :items="choices"
        item-title="name"
        item-value="id"
        label="Add a planting"
        @update:model-value="add"
      />
      <div v-if="here.length > 1" class="stands" role="group" aria-label="Plantings in this bed">
        <v-btn
          v-for="s in here"
          :key="s.planting.id"
          size="small"
          :variant="s === open ? 'tonal' : 'text'"
          :aria-pressed="s === open"
          @click="bench.planting = s.planting.id"
          >{{ s.kind.name }}</v-btn
        >
      </div>
    </PanelGroup>
    <PanelGroup v-if="open" :key="open.planting.id" :title="open.kind.name">
      <p class="words">
        {{ open.plants }} plants at {{ f(open.kind.spacing, 'length') }},
        {{ f(open.area, 'area') }}; {{ f(open.kind.height, 'length') }} tall. {{ roots }}
      </p>
      <p class="words">{{ days }}</p>
      <div class="fields">
        <DocumentField :at="`crops.${open.planting.id}.columns`" />
        <DocumentField :at="`crops.${open.planting.id}.rows`" />
        <DocumentField :at="`crops.${open.planting.id}.x`" />
        <DocumentField :at="`crops.${open.planting.id}.y`" />
        <DocumentField :at="`crops.${open.planting.id}.from`" clearable placeholder="planted now" />
        <DocumentField :at="`crops.${open.planting.id}.to`" clearable placeholder="permanently" />
      </div>
      <OwnFields v-if="isOwn(doc, 'crops', open.kind.id)" :id="open.kind.id" group="crops" />
      <v-btn v-else size="small" @click="makeOwn()">Own figures for it</v-btn>
      <v-btn
        size="small"
        :prepend-icon="mdiDelete"
        @click="
          system.commit(
            [{ at: `crops.${open.planting.id}`, to: undefined }],
            `${open.kind.name} removed`,
          )
        "
        >Remove them</v-btn
      >
    </PanelGroup>
    <PanelGroup title="Light and temperature of this bed">
      <div class="numbers">
        <ShownNumber :of="`light/${bed.id}`" />
        <ShownNumber :of="`bed-temperature/${bed.id}`" />
        <ShownNumber of="planted" />
        <ShownNumber of="feed-on-planting" />
      </div>
    </PanelGroup>
    <PanelGroup v-if="doc.fish.length" title="Nitrogen through the year">
      <NitrogenYear />
      <div class="numbers">
        <ShownNumber of="nitrogen-in" />
        <ShownNumber of="nitrogen-out" />
      </div>
    </PanelGroup>
    <DevicesGroup only="lamp" />
  </div>
</template>

<style scoped>
.day {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 8px;
  align-items: center;
  padding-bottom: 6px;
  font-size: var(--type-body);
}
.day input {
  width: 100%;
  min-height: 32px;
  accent-color: var(--leaf);
}
.none {
  padding: 14px 12px;
}
.add {
  padding-top: 8px;
}
.stands {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding-top: 6px;
}
.words {
  font-size: var(--type-body);
  line-height: 1.45;
  padding-bottom: 8px;
}
</style>
