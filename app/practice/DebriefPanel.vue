<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Action, PracticeTally } from '../../core/practice';
import { format, tell, type QuantityKind } from '../../core/quantity';
import { useMoney } from '../parts/money';
import FixButton from '../parts/FixButton.vue';
import PanelGroup from '../parts/PanelGroup.vue';
import { usePractice } from './store';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { whenWords } from './clock';

/** What a run came to: what it was, what it cost, when it could have been seen, what would have been best. */
const CourseChart = defineAsyncComponent(() => import('./CourseChart.vue'));
const practice = usePractice();
const settings = useSettings();
const system = useSystem();
const money = useMoney();
const router = useRouter();
const d = computed(() => practice.told!);
const f = (v: number, kind: QuantityKind) => format(v, kind, settings.units);
const t = (p: Parameters<typeof tell>[0]) => tell(p, settings.units);
/** The system as it was practised on, for the names of acts. */
const labels = computed(
  () => new Map((practice.view?.acts ?? []).map((a) => [`${a.act} ${a.about}`, a.label])),
);
const labelOf = (a: Action) => {
  const known = labels.value.get(`${a.act} ${a.about}`);
  return known ? t(known) : a.act;
};
const when = (s: number) => whenWords(s, d.value.begins);
const title = computed(() =>
  d.value.faults.length ? d.value.faults.map((x) => x.name).join('; ') : 'No fault',
);
const endOf = (x: { cured: number | null; curable: boolean }) => {
  if (x.cured !== null) return `solved at ${when(x.cured)}`;
  return x.curable ? 'not solved' : 'it ends by itself';
};
const hasFish = computed(() => (system.document?.fish.length ?? 0) > 0);
const rows = computed(() => {
  const row = (
    name: string,
    of: (y: PracticeTally) => string,
    worth: (y: PracticeTally) => number,
  ) => ({
    name,
    mine: of(d.value.mine.tally),
    best: of(d.value.best.tally),
    show: worth(d.value.mine.tally) > 1e-6 || worth(d.value.best.tally) > 1e-6,
  });
  const currency = system.document?.build.currency ?? '';
  return [
    row(
      'Water on the floor',
      (y) => f(y.lost, 'volume'),
      (y) => y.lost - 5e-5,
    ),
    ...(hasFish.value
      ? [
          row(
            'Fish under stress',
            (y) => `${Math.round(y.stress)} fish-hours`,
            (y) => y.stress - 0.5,
          ),
          row(
            'Fish that died',
            (y) => String(Math.round(y.died)),
            (y) => y.died - 0.5,
          ),
        ]
      : []),
    row(
      'Plants lost',
      (y) => String(Math.round(y.withered)),
      (y) => y.withered - 0.5,
    ),
    row(
      'Work',
      (y) => `${Math.round(y.minutes)} min`,
      () => 1,
    ),
    row(
      'Tests',
      (y) => String(y.tests),
      (y) => y.tests,
    ),
    row(
      currency ? 'Parts' : 'Parts, in your money',
      (y) => money(y.money),
      (y) => y.money,
    ),
  ].filter((r) => r.show);
});
const verdict = computed(() => {
  const { mine, best, idle, faults } = d.value;
  if (!faults.length)
    return mine.tally.minutes > 90
      ? 'There was no fault. Looking, listening and one or two tests would have shown it.'
      : 'There was no fault, and you changed nothing.';
  if (!mine.well) return 'The problem was not solved when the time was over.';
  if (mine.loss <= 1.3 * best.loss + 5) return 'You solved the problem in time.';
  if (mine.loss < idle.loss - 1) return 'The problem is solved, but it cost more than necessary.';
  return idle.loss < 5
    ? 'This system can handle this fault without your help. Its design prevents damage.'
    : 'The problem is solved, mostly without your actions.';
});
const told = computed(() => d.value.tellings.filter((x) => x.bits > 0.05).slice(0, 3));
const firstLook = computed(() => {
  const e = d.value.entries[0];
  if (!e) return null;
  const i = d.value.tellings.findIndex((x) => x.act === e.act && x.about === e.about);
  return i < 0 ? null : { e, rank: i + 1 };
});
const shown = ref<'mine' | 'best'>('mine');
function play(which: 'mine' | 'best') {
  shown.value = which;
  practice.play(which);
}
async function take(i: number) {
  const fix = d.value.fixes[i]!;
  system.commit(fix.edits, t(fix.label));
  await system.flush();
  const stage = fix.edits.every((e) => /^(devices|fish)\./.test(e.at)) ? 'life' : 'drain';
  await router.push({ name: 'design', params: { id: system.document!.id, stage } });
}
</script>

<template>
  <div class="debrief">
    <section class="head">
      <h2>
        {{ title }}
      </h2>
      <p>{{ verdict }}</p>
      <ul v-if="d.faults.length" class="plain">
        <li v-for="x in d.faults" :key="x.kind">
          <template v-if="x.long"
            >{{ d.faults.length > 1 ? `${x.name}: for weeks` : 'For weeks' }} before you came,
            {{ endOf(x) }}.</template
          >
          <template v-else
            >{{ d.faults.length > 1 ? `${x.name}: since` : 'Since' }}
            {{ when(Math.max(0, x.struck)) }}; {{ endOf(x) }}.</template
          >
        </li>
      </ul>
    </section>
    <PanelGroup title="What it cost">
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            <th scope="col">Your actions</th>
            <th scope="col">The best actions</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.name">
            <th scope="row">{{ r.name }}</th>
            <td>{{ r.mine }}</td>
            <td>{{ r.best }}</td>
          </tr>
          <tr>
            <th scope="row">Solved at the end</th>
            <td>{{ d.mine.well ? 'yes' : 'no' }}</td>
            <td>{{ d.best.well ? 'yes' : 'no' }}</td>
          </tr>
        </tbody>
      </table>
      <CourseChart v-if="hasFish" :debrief="d" />
      <div class="buttons" role="group" aria-label="Play on the day strip">
        <v-btn
          size="small"
          variant="outlined"
          :aria-pressed="shown === 'mine'"
          @click="play('mine')"
          >Play your actions</v-btn
        >
        <v-btn
          v-if="d.best !== d.mine"
          size="small"
          variant="outlined"
          :aria-pressed="shown === 'best'"
          @click="play('best')"
          >Play the best actions</v-btn
        >
      </div>
      <p v-if="d.best !== d.mine" class="quiet">
        On the strip the dots show the levels of the other actions.
      </p>
    </PanelGroup>
    <PanelGroup v-if="d.faults.length" title="First sign">
      <p v-if="d.sign">
        At {{ when(d.sign.at) }}: <b>{{ labelOf(d.sign) }}</b>. {{ t(d.sign.words) }}
      </p>
      <p v-else>No look and no test would have shown it in this time.</p>
    </PanelGroup>
    <PanelGroup v-if="told.length" title="Most useful looks and tests">
      <p class="quiet">
        {{ d.possible }} faults were possible when you came. The best looks and tests would have
        ruled out:
      </p>
      <ol class="told">
        <li v-for="x in told" :key="`${x.act} ${x.about}`">
          {{ labelOf(x) }}: leaves {{ Math.max(1, Math.round(x.leaves)) }} of them,
          {{ Math.max(1, Math.round(x.minutes)) }} min
        </li>
      </ol>
      <p v-if="firstLook" class="quiet">
        You started with “{{ labelOf(firstLook.e) }}”, number {{ firstLook.rank }} of
        {{ d.tellings.length }} by usefulness.
      </p>
    </PanelGroup>
    <PanelGroup title="The best actions, in hindsight">
      <ol v-if="d.best.acts.length" class="told">
        <li v-for="(a, i) in d.best.acts" :key="i">{{ labelOf(a) }}</li>
      </ol>
      <p v-else>Do nothing.</p>
      <p class="quiet">Found by trying {{ d.tried }} sequences of actions in the same water.</p>
    </PanelGroup>
    <PanelGroup v-if="d.faults.length" title="How to prevent it at home">
      <ul class="plain">
        <li v-for="x in d.faults" :key="x.kind">{{ t(x.advice) }}</li>
      </ul>
      <ul v-if="d.fixes.length" class="fixes">
        <li v-for="(x, i) in d.fixes" :key="i">
          <FixButton
            :label="t(x.label)"
            :then="
              x.leaves === 'passed'
                ? 'in your own system. The same fault test is then passed'
                : 'in your own system. The same fault test is then passed with some loss'
            "
            @take="take(i)"
          />
        </li>
      </ul>
    </PanelGroup>
    <div class="buttons end">
      <v-btn variant="flat" color="primary" height="48" @click="practice.begin()"
        >Another run</v-btn
      >
      <v-btn variant="outlined" height="48" @click="practice.again()">Repeat this run</v-btn>
      <v-btn variant="outlined" height="48" :to="{ name: 'course' }">The course</v-btn>
    </div>
  </div>
</template>

<style scoped>
.head {
  padding: 14px 12px 6px;
  display: grid;
  gap: 6px;
  line-height: 1.4;
}
.head h2 {
  font-size: 1.15rem;
  line-height: 1.3;
}
.plain,
.fixes {
  list-style: none;
}
.plain li {
  padding: 4px 0;
  line-height: 1.4;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 6px 4px;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
td {
  font-weight: 650;
}
thead th {
  color: var(--quiet);
  font-size: var(--type-small);
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 8px 0;
}
.end {
  padding: 8px 10px 20px;
}
.told {
  padding-left: 20px;
}
.told li {
  padding: 4px 0;
  line-height: 1.35;
}
.fixes li {
  padding: 5px 0;
}
</style>
