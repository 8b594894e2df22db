<script setup lang="ts">
import { computed } from 'vue';
import type { BuildPlan } from '../../../core/construction';
import { plural, tell } from '../../../core/quantity';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { useBuildBench } from './benchStore';
import { useMoney } from '../../parts/money';

/** What it costs to build and to run, and what a harvest is against that. */
const props = defineProps<{ plan: BuildPlan }>();
const settings = useSettings();
const system = useSystem();
const bench = useBuildBench();
const money = useMoney();
const cost = computed(() => props.plan.cost);
const unpriced = computed(() =>
  cost.value.unpriced
    ? plural(
        cost.value.unpriced,
        'One item of the parts list has no price.',
        '# items of the parts list have no price.',
      )
    : 'All items of the parts list have a price.',
);
const had = computed(() =>
  cost.value.had
    ? plural(cost.value.had, 'You have one item already.', 'You have # items already.')
    : '',
);
const most = computed(() =>
  Math.max(1e-9, ...cost.value.running.map((r) => r.cost ?? 0), harvest.value ?? 0),
);
const harvest = computed(() => system.document!.build.running.harvest);
const share = (x: number) => `${Math.max(1, (100 * x) / most.value)}%`;
</script>

<template>
  <div>
    <PanelGroup title="To build">
      <p class="big">{{ cost.total === null ? 'No prices yet' : money(cost.total) }}</p>
      <p class="quiet">{{ unpriced }} {{ had }}</p>
      <v-btn size="small" @click="bench.open = 'parts'">To the parts list</v-btn>
    </PanelGroup>
    <PanelGroup title="Per month">
      <ul class="month">
        <li v-for="r in cost.running" :key="r.id">
          <span
            >{{ r.name }} <i>{{ tell(r.of, settings.units) }}</i></span
          >
          <b>{{ r.cost === null ? 'no price' : money(r.cost) }}</b>
          <div v-if="r.cost !== null" class="length" :style="{ width: share(r.cost) }" />
        </li>
        <li v-if="harvest !== null" class="harvest">
          <span>Shop price of the harvest</span>
          <b>{{ money(harvest) }}</b>
          <div class="length" :style="{ width: share(harvest) }" />
        </li>
      </ul>
      <p class="sum">
        {{ cost.month === null ? '' : `${money(cost.month)} a month, where prices are entered.` }}
      </p>
      <p>{{ tell(cost.verdict, settings.units) }}</p>
      <div class="fields">
        <DocumentField at="build.running.energy" clearable placeholder="unknown" />
        <DocumentField
          v-if="system.document!.fish.length"
          at="build.running.feed"
          clearable
          placeholder="unknown"
        />
        <DocumentField at="build.running.water" class="wide" clearable placeholder="unknown" />
        <DocumentField
          v-if="system.document!.solution"
          at="build.running.solution"
          clearable
          placeholder="unknown"
        />
        <DocumentField
          v-if="system.document!.fish.length"
          at="build.running.fish"
          clearable
          placeholder="unknown"
        />
        <DocumentField at="build.running.harvest" class="wide" clearable placeholder="unknown" />
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.big {
  font-size: var(--type-page);
  font-weight: 650;
}
.month {
  list-style: none;
}
.month li {
  display: grid;
  grid-template-columns: 1fr auto;
  padding: 6px 0;
}
.month i {
  font-style: normal;
  color: var(--quiet);
  font-size: var(--type-small);
}
.length {
  grid-column: 1 / -1;
  height: 6px;
  background: var(--clay);
}
.harvest .length {
  background: var(--leaf);
}
.sum {
  font-weight: 650;
}
</style>
