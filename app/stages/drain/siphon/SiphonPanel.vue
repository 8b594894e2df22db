<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { format, tell, type QuantityKind } from '../../../../core/quantity';
import { isSiphon, pathAt, type Siphon, type SystemDocument } from '../../../../core/system';
import { suggestionsFor } from '../../../../core/workshop/siphon';
import type { StockChoice } from '../../../../core/workshop/stockSearch';
import {
  centreOf,
  inflowBand,
  linesFeedingSiphon,
  marginsOfWindow,
  openingInWords,
} from '../../../../core/workshop/window';
import DocumentField from '../../../parts/DocumentField.vue';
import PanelGroup from '../../../parts/PanelGroup.vue';
import TabRow from '../../../parts/TabRow.vue';
import { useChosen } from '../../../stores/chosen';
import { useSettings } from '../../../stores/settings';
import { useSystem } from '../../../stores/system';
import { faultTestWorker } from '../../../workers/client';
import SiphonWindowBar from '../SiphonWindowBar.vue';

/** The workshop of a siphon: its window and margins, what centres the inflow, which stock sizes work. */
const system = useSystem();
const settings = useSettings();
const chosen = useChosen();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const siphons = computed(() => system.document!.paths.filter(isSiphon));
const siphon = computed<Siphon>(() => chosen.siphon!);
const window = computed(() => system.assessment!.siphons.find((w) => w.id === siphon.value.id));
const margins = computed(() => window.value && marginsOfWindow(window.value));
const centre = computed(() => window.value && centreOf(window.value));
const line = computed(() => linesFeedingSiphon(system.document!, siphon.value)[0]);
const times = (x: number) => (Number.isFinite(x) ? `${Math.round(x * 100) / 100} ×` : 'ample');
// While something is pulled these wait: each asks for a dozen systems.
const suggested = shallowRef<ReturnType<typeof suggestionsFor>>([]);
const band = shallowRef<readonly [number, number] | null>(null);
const found = shallowRef<StockChoice[] | null>(null);
const looking = ref(false);
watch(
  [() => system.document, siphon, () => system.holding],
  () => {
    found.value = null;
    if (system.holding) return;
    suggested.value = suggestionsFor(system.document!, siphon.value);
    band.value = inflowBand(system.document!, siphon.value);
  },
  { immediate: true },
);
async function look() {
  looking.value = true;
  try {
    const plain = JSON.parse(JSON.stringify(system.document)) as SystemDocument;
    found.value = await faultTestWorker.ask((w) => w.stock(plain, siphon.value.id));
  } finally {
    looking.value = false;
  }
}
const sizeOf = (c: StockChoice) =>
  [
    c.pipe.name,
    ...(c.bell ? [`mouth ${c.mouth.name}`, `bell ${c.bell.name}`] : []),
    `drop ${f(c.drop, 'length')}`,
    ...(c.open === null ? [] : [`tap ${openingInWords(c.open)}`]),
  ].join(', ');
</script>

<template>
  <div>
    <TabRow
      v-if="siphons.length > 1"
      :items="siphons"
      :chosen="siphon.id"
      label="Siphon"
      @choose="chosen.choose(pathAt($event))"
    />
    <PanelGroup v-if="window && margins" :title="`Window of ${siphon.name}`">
      <SiphonWindowBar :window="window" :band="band" />
      <p class="inwords">
        {{ f(window.inflow, 'flow') }} come in<template v-if="window.reaches < 0.97 * window.inflow"
          >, and other outlets leave it {{ f(window.reaches, 'flow') }} to start with</template
        >: {{ times(margins.start) }} the flow that always starts it. With up to
        {{ times(margins.stop) }} as much it always stops.
        <template v-if="centre">The middle is {{ f(centre, 'flow') }}.</template>
        <template v-else>
          No flow always starts and stops this siphon. Another pipe, a longer drop or a wider mouth
          opens a window.
        </template>
      </p>
      <p v-if="line && line.valve !== null" class="quiet">
        The valve of “{{ line.name }}” is {{ openingInWords(line.valve) }}.
      </p>
    </PanelGroup>
    <PanelGroup title="Changes that centre it">
      <p v-if="!suggested.length" class="quiet">
        No single change of valve, pipe, drop or mouth gives a larger margin.
      </p>
      <div class="list">
        <button
          v-for="x in suggested"
          :key="x.id"
          type="button"
          class="fix"
          @click="system.commit([...x.edits], tell(x.label, settings.units))"
        >
          {{ tell(x.label, settings.units) }}
          <span class="quiet">
            then {{ times(x.margins.start) }} to start, {{ times(x.margins.stop) }} to stop
          </span>
        </button>
      </div>
    </PanelGroup>
    <PanelGroup title="Stock sizes that work">
      <v-btn variant="tonal" :loading="looking" @click="look"
        >Search pipes, mouths, drops and valve</v-btn
      >
      <p v-if="found && !found.length" class="quiet note">
        None of the common sizes always starts and stops with this bed and pump.
      </p>
      <p v-if="found?.length" class="quiet note" role="status">
        {{ found.length }} combinations work, the largest margin first.
      </p>
      <ol v-if="found?.length" class="found">
        <li v-for="(c, i) in found" :key="i">
          <button type="button" @click="system.commit([...c.edits], `Siphon of ${c.pipe.name}`)">
            <b>{{ times(c.margins.least) }} to spare</b>
            {{ sizeOf(c) }}
            <span class="quiet">
              {{ f(c.inflow, 'flow') }} in; sure from {{ f(c.start.high, 'flow') }} to
              {{ f(c.stopsBelow, 'flow') }}
            </span>
          </button>
        </li>
      </ol>
    </PanelGroup>
    <PanelGroup title="Parts of the siphon">
      <div class="fields">
        <DocumentField :at="`paths.${siphon.id}.crest`" />
        <DocumentField :at="`paths.${siphon.id}.breakHeight`" />
        <DocumentField :at="`paths.${siphon.id}.drop`" />
        <DocumentField :at="`paths.${siphon.id}.elbows`" />
        <template v-if="siphon.kind === 'bell-siphon'">
          <DocumentField :at="`paths.${siphon.id}.mouth`" />
          <DocumentField :at="`paths.${siphon.id}.bellBore`" />
          <DocumentField :at="`paths.${siphon.id}.gap`" />
          <DocumentField :at="`paths.${siphon.id}.notches.count`" />
        </template>
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.inwords {
  padding-top: 6px;
}
.note {
  padding-top: 8px;
}
.list {
  display: grid;
  gap: 6px;
}
.fix,
.found button {
  display: block;
  width: 100%;
  text-align: start;
  border: 1px solid var(--water);
  border-radius: var(--radius);
  padding: 6px 10px;
  background: var(--sheet);
  color: inherit;
}
.fix .quiet,
.found .quiet {
  display: block;
  font-size: var(--type-small);
}
.found {
  list-style: none;
  padding: 8px 0 0;
  display: grid;
  gap: 4px;
  font-size: var(--type-small);
}
.found button {
  border-color: var(--rule);
}
</style>
