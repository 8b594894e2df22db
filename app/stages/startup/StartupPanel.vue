<script setup lang="ts">
import { feedBy } from '../../../core/treatment';
import { computed, onBeforeUnmount } from 'vue';
import { useRouter } from 'vue-router';
import {
  FINE_TEST,
  START_WORDS,
  STOCK_WEEKS,
  addDays,
  cycledOn,
  fishBeforeSafe,
  localDay,
  momentOf,
  stepDay,
  stockingOf,
  todaysDose,
  treatmentOf,
  workOf,
  type StartWork,
} from '../../../core/log';
import {
  inSentence,
  format,
  tell,
  say,
  dose as doseOf,
  liquid as liquidOf,
  litres,
  feed as feedOf,
} from '../../../core/quantity';
import { STARTS } from '../../../core/system';
import DateField from '../../parts/DateField.vue';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import { usePlan } from '../build/store';
import { hereZone, useLog } from '../../stores/log';
import { useRoundsBench } from '../rounds/benchStore';
import { useSettings } from '../../stores/settings';
import { useStart } from './store';
import { useStartBench } from './benchStore';
import BenchTabs from '../../parts/BenchTabs.vue';
import { useSystem } from '../../stores/system';
import PlanCard from '../rounds/PlanCard.vue';
import QuickEntry from '../rounds/QuickEntry.vue';
import { dayWords, momentWords } from '../rounds/when';

/** Start-up: first water and its proof, cycling with today’s dose and the forecast, first fish, first plants. */
const system = useSystem();
const log = useLog();
const start = useStart();
const rounds = useRoundsBench();
const settings = useSettings();
const router = useRouter();
const build = usePlan();
start.open = true;
onBeforeUnmount(() => (start.open = false));
const bench = useStartBench();
const TABS = [
  { id: 'work', name: 'Drawing' },
  { id: 'forecast', name: 'Forecast' },
] as const;
const doc = computed(() => system.document!);
const t = computed(() => log.tended);
const work = computed<StartWork | null>(() => (t.value ? workOf(t.value) : null));
const today = computed(() => localDay(log.now, hereZone()));
const f = (v: number, kind: Parameters<typeof format>[1]) => format(v, kind, settings.units);

/** Hold points of the build that are not passed yet. */
const holds = computed(() =>
  (build.plan?.steps ?? [])
    .filter((x) => x.hold)
    .map((x) => ({
      id: x.id,
      title: tell(x.title, settings.units),
      state: build.states.get(x.id),
    })),
);
const openHolds = computed(() => holds.value.filter((h) => h.state !== 'done'));
const toBuild = () =>
  void router.push({ name: 'design', params: { id: doc.value.id, stage: 'build' } });

const waterIn = () => system.commit([{ at: 'care.filled', to: Date.now() }], 'Water is in');
const setFilled = (day: string) =>
  system.commit(
    [{ at: 'care.filled', to: Math.min(Date.now(), momentOf(day, 9 * 60, hereZone())) }],
    'Water went in',
  );
const treatment = computed(() => t.value && treatmentOf(t.value));
const giveTreatment = () =>
  treatment.value?.dose !== null &&
  log.note({ kind: 'dose', what: treatment.value!.by, mass: treatment.value!.dose! });
const fineTest = () => log.note({ kind: 'task', what: FINE_TEST, outcome: 'done' });
function readChlorine() {
  rounds.asked = ['chlorine'];
}

const dose = computed(() => t.value && todaysDose(t.value));
const giveDose = () => log.note({ kind: 'dose', what: 'ammonia', mass: dose.value!.nitrogen });
const giveTest = () =>
  log.note({ kind: 'dose', what: 'ammonia', mass: (1 * (t.value?.volume ?? 0)) / 1000 });
const cycled = computed(() => t.value && cycledOn(t.value));
const dayOf = (n: number | null) =>
  n === null || start.filled === null ? null : addDays(localDay(start.filled, hereZone()), n);
/** When it is likely cycled, by the readings. */
const likely = computed(() => {
  const fit = start.fit;
  return fit ? ([dayOf(fit.cycled[0]), dayOf(fit.cycled[1])] as const) : null;
});
/** The day from which fish may come: proved, or the late end of the forecast. */
const safeFrom = computed(
  () => cycled.value ?? (start.fit?.enough ? (likely.value?.[1] ?? null) : null),
);
const stocking = computed(() => t.value && stockingOf(t.value));
const kindName = computed(() =>
  stocking.value?.kindName ? inSentence(stocking.value.kindName) : 'fish',
);
async function firstFish() {
  const s = stocking.value!;
  const fish = doc.value.fish[0]!;
  await log.noteWith(
    [
      { at: 'care.stocked', to: true },
      { at: `fish.${fish.id}.count`, to: s.steps[0]! },
      { at: `fish.${fish.id}.meanMass`, to: s.each },
    ],
    `${s.steps[0]} ${kindName.value} in`,
    { kind: 'fish-in', about: fish.vessel, what: fish.id, count: s.steps[0]! },
  );
}
const setStocked = (to: boolean) =>
  system.commit([{ at: 'care.stocked', to }], to ? 'Fish are in the tank' : 'Fish come later');
const early = computed(() => t.value && fishBeforeSafe(t.value));
const halfFeed = computed(() =>
  t.value ? tell(say`${feedOf(feedBy('half', t.value.life.feed / 1000))}`, settings.units) : '',
);
/** The plan of care, where it is about more than tests that are due. */
const plan = computed(() =>
  log.plan?.hazards.some((h) => h.urgency !== 'week' && h.id !== 'stale') ? log.plan : null,
);

const WORKS: readonly { id: StartWork; name: string }[] = [
  { id: 'water', name: 'Fill with water' },
  { id: 'treat', name: 'Remove chlorine' },
  { id: 'cycle', name: 'Grow bacteria' },
  { id: 'stock', name: 'Add fish' },
  { id: 'run', name: 'Running' },
];
const works = computed(() =>
  log.tended?.isSolution ? WORKS.filter((w) => w.id !== 'cycle' && w.id !== 'stock') : WORKS,
);
const at = computed(() => works.value.findIndex((w) => w.id === work.value));
const starts = STARTS.map((id) => ({ id, name: START_WORDS[id] }));
</script>

<template>
  <div>
    <BenchTabs v-if="!doc.solution" :tabs="TABS" :open="bench.open" @open="bench.open = $event" />
    <p v-if="!t" class="quiet none" role="status">Opening the log …</p>
    <template v-else>
      <ol class="works" aria-label="Steps to a running system">
        <li
          v-for="(w, i) in works"
          :key="w.id"
          :class="{ done: i < at || (work === 'run' && i === at), now: i === at }"
          :aria-current="i === at ? 'step' : undefined"
        >
          <i aria-hidden="true">{{ i < at || work === 'run' ? '✓' : i + 1 }}</i> {{ w.name }}
        </li>
      </ol>

      <div v-if="plan" class="cards"><PlanCard :plan="plan" /></div>

      <PanelGroup title="Test before filling">
        <p v-if="!holds.length" class="quiet">Calculating the checkpoints of the build …</p>
        <p v-else-if="!openHolds.length">All checkpoints of the build passed.</p>
        <details v-else :open="start.filled === null">
          <summary>
            {{ holds.length - openHolds.length }} of {{ holds.length }} checkpoints passed
          </summary>
          <ul class="plain">
            <li v-for="h in openHolds" :key="h.id">{{ h.title }}</li>
          </ul>
          <v-btn size="small" variant="outlined" @click="toBuild"
            >Go to the steps of the build</v-btn
          >
        </details>
      </PanelGroup>

      <PanelGroup title="Water">
        <template v-if="start.filled === null">
          <p>{{ f(t.volume, 'volume') }} to fill in. The start counts from that day.</p>
          <v-btn variant="tonal" @click="waterIn">I have filled it</v-btn>
        </template>
        <DateField
          v-else
          :model-value="localDay(start.filled, hereZone())"
          label="Filled since"
          :to="localDay(log.now, hereZone())"
          @day="setFilled"
        />
        <div v-if="treatment && start.filled !== null" class="treat">
          <p v-if="treatment.state === 'none'">Your tap water has no chlorine.</p>
          <p v-else-if="treatment.state === 'proved'"><b>The chlorine is gone.</b></p>
          <template v-else>
            <p v-if="treatment.dose !== null">
              {{ f(treatment.level!, 'concentration') }} of chlorine in {{ f(t.volume, 'volume') }}:
              <b>{{ f(treatment.dose, 'dose') }} of {{ inSentence(treatment.byName) }}</b
              ><template v-if="treatment.standingTimes"
                >, or {{ f(treatment.standingTimes[0], 'time') }} to
                {{ f(treatment.standingTimes[1], 'time') }} of aeration</template
              >.
            </p>
            <p v-else>Test total chlorine. The amount of treatment depends on it.</p>
            <p v-if="treatment.state === 'waits'">
              Your test shows none. A coarse strip cannot show low levels that still harm fish. Wait
              until
              {{ momentWords(treatment.until!, log.now, hereZone()) }}, or tick that your test is
              fine enough.
            </p>
            <p v-if="treatment.state === 'in'">
              There is still chlorine. Dose, wait half an hour and test again.
            </p>
            <div class="buttons">
              <v-btn v-if="treatment.dose !== null" variant="tonal" @click="giveTreatment"
                >Dosed</v-btn
              >
              <v-btn variant="outlined" @click="readChlorine">Test chlorine</v-btn>
              <v-btn v-if="treatment.state === 'waits'" variant="outlined" @click="fineTest"
                >My test reads down to 0.05 mg/L of total chlorine</v-btn
              >
            </div>
          </template>
        </div>
        <p v-if="rounds.asked.length" class="quiet">Enter the reading below.</p>
      </PanelGroup>

      <PanelGroup v-if="!t.isSolution" title="Bacteria">
        <DocumentChoice at="plan.start" label="The start" :items="starts" />
        <template v-if="dose && start.filled !== null && cycled === null">
          <div class="gap doses">
            <DocumentField at="plan.dose.target" />
            <DocumentField at="plan.dose.again" />
          </div>
          <p v-if="dose.state === 'held'">
            <b>No ammonia today.</b> {{ dose.because ? tell(dose.because, settings.units) : '' }}
          </p>
          <p v-else-if="dose.state === 'given'">You have added today’s ammonia.</p>
          <template v-else>
            <p>
              <b
                >Today: {{ tell(say`${doseOf(dose.salammoniac)}`, settings.units) }} of ammonium
                chloride</b
              >, or {{ tell(say`${liquidOf(dose.ammonia)}`, settings.units) }} of household ammonia
              (10 %, without scent or soap; {{ f(dose.nitrogen, 'dose') }} of nitrogen).
            </p>
            <div class="buttons">
              <v-btn variant="tonal" @click="giveDose">I have added it</v-btn>
              <v-btn variant="outlined" @click="giveTest"
                >Test dose: {{ f(t.volume / 1000, 'dose') }} of nitrogen</v-btn
              >
            </div>
            <p class="quiet">
              The system is cycled when 1 mg/L of extra ammonia, and the nitrite from it, is gone
              within a day.
            </p>
          </template>
        </template>
        <p v-if="cycled">
          <b>Cycled since {{ dayWords(cycled, today) }}.</b>
        </p>
        <p v-else-if="likely && start.fit?.enough && likely[0]">
          <b>{{
            likely[1]
              ? `Likely cycled between ${dayWords(likely[0], today)} and ${dayWords(likely[1], today)}.`
              : `Likely cycled ${dayWords(likely[0], today)} or later.`
          }}</b>
        </p>
        <p v-else-if="start.filled !== null" class="quiet">
          {{
            start.progress !== null
              ? 'Calculating the forecast …'
              : `${start.fit?.readings ?? 0} readings are too few for a date. Measure ammonia, nitrite and nitrate every second day.`
          }}
        </p>
        <div v-if="early" class="early">
          <p>
            <b>The fish are in before the bacteria.</b> Take care: feed at most {{ halfFeed }} a day
            and test ammonia, nitrite and pH every day. Change water when the plan of care says so,
            and aerate all day. This phase ends when three tests in a row show no ammonia and no
            nitrite.
          </p>
        </div>
      </PanelGroup>

      <QuickEntry v-if="start.filled !== null && (rounds.asked.length || work !== 'run')" />

      <PanelGroup v-if="!t.isSolution && doc.fish.length" title="First fish">
        <template v-if="doc.care.stocked">
          <p>The fish of the design are in the tank.</p>
          <v-btn size="small" @click="setStocked(false)">No, they come later</v-btn>
        </template>
        <template v-else-if="stocking">
          <p v-if="safeFrom">
            <b
              >Safe to stock {{ stocking.steps[0] }} {{ kindName }} from
              {{ dayWords(safeFrom, today) }}.</b
            >
          </p>
          <p v-else>Not yet. A date appears after two or three more tests.</p>
          <ol class="steps">
            <li v-for="(n, i) in stocking.steps" :key="i">
              {{ n }}
              {{
                safeFrom
                  ? `on ${dayWords(stepDay(safeFrom, i), today)}`
                  : i === 0
                    ? 'first'
                    : `${i * STOCK_WEEKS} weeks later`
              }}
            </li>
          </ol>
          <p class="quiet">
            If you can, put new fish in quarantine for two weeks first. Dim the lights and float the
            bag for half an hour. Add a cup of your water to the bag every ten minutes for an hour.
            Then move the fish with a net and pour their water away. Do not feed on the first day.
            Check that the species is allowed where you live.
          </p>
          <div class="buttons">
            <v-btn variant="tonal" :disabled="!cycled" @click="firstFish"
              >{{ stocking.steps[0] }} added</v-btn
            >
            <v-btn variant="outlined" @click="setStocked(true)"
              >All fish are in the tank already</v-btn
            >
          </div>
        </template>
      </PanelGroup>

      <PanelGroup title="First plants, feed and worms">
        <ul class="plain">
          <li>
            Plants:
            {{
              doc.plan.start === 'fishless'
                ? 'when a test shows nitrate, or at once with a plant fertiliser without ammonia'
                : 'at once; they grow slowly until there is nitrate'
            }}. Rinse off the soil, set the roots where the flood reaches them, and hold the bed
            flooded while you plant.
          </li>
          <li v-if="doc.fish.length">
            Feed: none on the first day, then {{ halfFeed }} for a week, then the full ration if
            tests show no ammonia and nitrite.
          </li>
          <li v-if="start.filled !== null && doc.fish.length">
            Worms: from {{ dayWords(addDays(localDay(start.filled, hereZone()), 42), today) }}, when
            the bed has cycled.
          </li>
          <li>
            {{ f(t.c.a.balance.dailyWaterUse, 'volume') }} of top-up per day,
            {{ tell(say`${litres(t.c.a.balance.dailyWaterUse * 7)}`, settings.units) }} per week,
            with treated water.
          </li>
        </ul>
        <p class="quiet">Each of these becomes a task in Rounds on its day.</p>
      </PanelGroup>
    </template>
  </div>
</template>

<style scoped>
.works {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding: 10px;
  font-size: var(--type-small);
}
.works i {
  display: inline-grid;
  place-items: center;
  width: 22px;
  height: 22px;
  border: 1px solid var(--rule);
  border-radius: 50%;
  font-style: normal;
}
.works .done i {
  background: var(--fine);
  color: var(--sheet);
}
.works .now {
  font-weight: 650;
}
.works .now i {
  border: 2px solid var(--water);
}
.cards {
  display: grid;
  gap: 6px;
  padding: 0 10px 8px;
}
.plain,
.steps {
  list-style: none;
}
.plain li {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  font-size: var(--type-body);
}
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding: 6px 0;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0;
}
.treat p,
.early {
  padding-top: 6px;
}
.early {
  border-left: 4px solid var(--watch);
  padding-left: 10px;
}
.gap {
  margin-top: 10px;
}
summary {
  display: list-item;
  line-height: 44px;
  cursor: pointer;
}
.none {
  padding: 14px 12px;
}
.group p {
  line-height: 1.45;
  padding-top: 6px;
}
</style>
