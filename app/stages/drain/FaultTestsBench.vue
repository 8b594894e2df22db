<script setup lang="ts">
import {
  FAULT_TEST_WHY,
  lifeFaultTests,
  type FaultTest,
  type Grade,
} from '../../../core/faultTests';
import { computed } from 'vue';
import { mdiPlay, mdiStop } from '@mdi/js';
import { format, formatClock, tell } from '../../../core/quantity';
import PanelGroup from '../../parts/PanelGroup.vue';
import QuantityFields from '../../parts/QuantityFields.vue';
import { useDerivation } from '../../stores/derivation';
import { useFaultTests } from './faultTestsStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import FaultTestFixes from './FaultTestFixes.vue';
import { GRADE_WORDS } from './gradeWords';

/** Every fault tried at its worst moment: what happens, what the fish keep, what would have stopped it. */
const faultTests = useFaultTests();
const derivation = useDerivation();
const system = useSystem();
const settings = useSettings();
const RANK: Record<Grade, number> = { failed: 0, loss: 1, passed: 2 };
const rows = computed(() => {
  const list = [...faultTests.done];
  return faultTests.running ? list : list.sort((a, b) => RANK[a.grade] - RANK[b.grade]);
});
const FIELDS = [
  { key: 'powerCut', label: 'Power cut', kind: 'time', min: 600, max: 72 * 3600, step: 3600 },
  { key: 'pumpClogged', label: 'Pump clogged by', kind: 'share', min: 0.05, max: 0.95, step: 0.05 },
  { key: 'drainBlocked', label: 'Drain blocked by', kind: 'share', min: 0.1, max: 1, step: 0.05 },
  {
    key: 'forgotten',
    label: 'No top-up for',
    kind: 'time',
    min: 86400,
    max: 30 * 86400,
    step: 86400,
  },
  {
    key: 'leak',
    label: 'Leak',
    kind: 'flow',
    min: 0.1e-3 / 3600,
    max: 0.1 / 3600,
    step: 1e-3 / 3600,
  },
] as const;
const changed = computed(() => faultTests.ran !== null && faultTests.ran !== system.document);
const otherwise = computed(() =>
  FIELDS.some((x) => faultTests.how[x.key] !== faultTests.struck[x.key]),
);
const stale = computed(() =>
  changed.value
    ? 'The system has changed since. These results are for the earlier design.'
    : otherwise.value
      ? 'The severity has changed since. These results are for the earlier severity.'
      : '',
);
/** What lives is struck without a clock: it is there at once when the day is. */
const alive = computed(() =>
  derivation.figures
    ? lifeFaultTests(derivation.figures, faultTests.how).sort(
        (a, b) => RANK[a.grade] - RANK[b.grade],
      )
    : [],
);
const counts = computed(() =>
  (['failed', 'loss', 'passed'] as const)
    .map((g) => `${faultTests.done.filter((d) => d.grade === g).length} ${GRADE_WORDS[g]}`)
    .join(', '),
);
const when = (d: FaultTest) =>
  d.at === null ? 'slow' : `worst at ${formatClock(Math.round(d.at / 60) * 60)}`;
</script>

<template>
  <PanelGroup title="Fault tests">
    <p class="quiet">Each fault starts at the moment of the day at which it does most harm.</p>
    <details class="how">
      <summary>Severity of the faults</summary>
      <div class="fields">
        <QuantityFields
          :fields="FIELDS"
          :values="faultTests.how"
          @set="(key, v) => (faultTests.how = { ...faultTests.how, [key]: v })"
        />
      </div>
    </details>
    <div class="acts">
      <v-btn
        v-if="!faultTests.running"
        variant="tonal"
        :prepend-icon="mdiPlay"
        @click="faultTests.run()"
      >
        {{ faultTests.done.length ? 'Run the fault tests again' : 'Run all fault tests' }}
      </v-btn>
      <v-btn v-else variant="outlined" :prepend-icon="mdiStop" @click="faultTests.stop()"
        >Stop</v-btn
      >
      <span v-if="faultTests.running" class="quiet" role="status">
        {{ faultTests.count }} of {{ faultTests.of || '…' }}
      </span>
      <span v-else-if="faultTests.done.length" class="quiet" role="status">{{ counts }}</span>
    </div>
    <v-progress-linear
      v-if="faultTests.running"
      :model-value="faultTests.of ? (100 * faultTests.count) / faultTests.of : 0"
      aria-label="Fault tests run"
    />
    <p v-if="faultTests.trouble" role="alert">{{ faultTests.trouble }}</p>
    <p v-if="stale && faultTests.done.length && !faultTests.running" class="stale">
      {{ stale }}
    </p>
    <v-table v-if="rows.length" class="table">
      <caption class="visually-hidden">
        Fault tests of this system
      </caption>
      <thead class="visually-hidden">
        <tr>
          <th scope="col">Result</th>
          <th scope="col">What happens</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in rows" :key="d.fault" :class="d.grade" :data-fault-test="d.fault">
          <td class="grade">
            <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true">
              <path v-if="d.grade === 'passed'" d="M2 9l4 4 8-10" />
              <path
                v-else-if="d.grade === 'loss'"
                d="M8 2c3 4 4 6 4 8a4 4 0 0 1-8 0c0-2 1-4 4-8z"
              />
              <path v-else d="M3 3l10 10M13 3L3 13" />
            </svg>
            {{ GRADE_WORDS[d.grade] }}
          </td>
          <td>
            <button
              type="button"
              class="name"
              :aria-expanded="faultTests.open === d.fault"
              @click="faultTests.open === d.fault ? faultTests.close() : faultTests.show(d)"
            >
              {{ d.name }}<span v-if="d.alike" class="quiet"> and {{ d.alike }} alike</span>
            </button>
            <p>{{ tell(d.sentence, settings.units) }}</p>
            <p class="quiet small">
              {{ when(d)
              }}<template v-if="d.fish"
                >; water left for fish {{ format(d.fish.share, 'share', settings.units) }}</template
              >
            </p>
            <div v-if="faultTests.open === d.fault" class="open">
              <p class="small quiet">
                The drawing and the day strip show the fault. The mark is the moment at which it
                starts.
              </p>
              <FaultTestFixes
                v-if="d.grade !== 'passed'"
                :fixes="faultTests.fixes"
                @taken="faultTests.close()"
              />
            </div>
          </td>
        </tr>
      </tbody>
    </v-table>
    <p v-if="rows.length" class="quiet small why">{{ tell(FAULT_TEST_WHY, settings.units) }}</p>
    <v-table v-if="alive.length" class="table">
      <caption class="livingcaption">
        Fish and water
      </caption>
      <thead class="visually-hidden">
        <tr>
          <th scope="col">Result</th>
          <th scope="col">What happens</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in alive" :key="d.id" :class="d.grade" :data-life-fault-test="d.id">
          <td class="grade">{{ GRADE_WORDS[d.grade] }}</td>
          <td>
            <b v-if="d.grade === 'passed'">{{ d.name }}</b>
            <button
              v-else
              type="button"
              class="name"
              :aria-expanded="faultTests.openLife === d.id"
              @click="
                faultTests.openLife === d.id ? faultTests.closeLife() : faultTests.showLife(d.id)
              "
            >
              {{ d.name }}
            </button>
            <p>{{ tell(d.sentence, settings.units) }}</p>
            <p v-if="d.grade !== 'passed'" class="small quiet">
              {{ tell(d.advice, settings.units) }}
            </p>
            <div v-if="faultTests.openLife === d.id" class="open">
              <FaultTestFixes :fixes="faultTests.lifeFixes" />
            </div>
          </td>
        </tr>
      </tbody>
    </v-table>
  </PanelGroup>
</template>

<style scoped>
.how {
  margin: 8px 0;
}
.how summary {
  cursor: pointer;
  padding: 4px 0;
}
.how .fields {
  margin-top: 8px;
}
.acts {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 0;
}
.stale {
  background: var(--watch-ground);
  padding: 6px 10px;
  border-radius: var(--radius);
  font-size: var(--type-small);
}
.table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-body);
}
td {
  vertical-align: top;
  padding: 8px 6px;
}
.grade {
  white-space: nowrap;
  font-weight: 650;
  font-size: var(--type-small);
  width: 5.4rem;
}
.grade svg {
  fill: none;
  stroke: currentColor;
  stroke-width: 2.2;
  vertical-align: -2px;
}
.failed .grade {
  color: var(--stop);
}
.loss .grade {
  color: var(--watch);
}
.passed .grade {
  color: var(--fine);
}
.name {
  padding: 0;
  font-weight: 600;
  text-align: start;
  color: inherit;
  text-decoration: underline;
  text-decoration-color: var(--rule);
}
caption.livingcaption {
  text-align: start;
  font-weight: 650;
  padding: 12px 0 2px;
}
.small {
  font-size: var(--type-small);
}
.open {
  padding-top: 4px;
  display: grid;
  gap: 6px;
}
.why {
  padding-top: 8px;
}
</style>
