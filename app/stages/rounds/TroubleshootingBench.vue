<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { SIGNS, diagnose, readField, type RankedCause, type SignId } from '../../../core/log';
import { tell } from '../../../core/quantity';
import PickChip from '../../parts/PickChip.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import type { Stage } from '../../../core/findings';
import { useBench } from '../drain/benchStore';
import { useFaultTests } from '../drain/faultTestsStore';
import { useLifeBench } from '../life/benchStore';
import { useLog } from '../../stores/log';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';
import PlanCard from './PlanCard.vue';

/** Trouble without readings: what is seen, what to look at, what may be behind it by the log and this system’s findings. */
const system = useSystem();
const log = useLog();
const bench = useRoundsBench();
const trace = useTrace();
const settings = useSettings();
const faultTests = useFaultTests();
const drain = useBench();
const life = useLifeBench();
const router = useRouter();
const GROUPS = [
  { where: 'fish', name: 'The fish' },
  { where: 'plants', name: 'The plants' },
  { where: 'water', name: 'The water' },
  { where: 'drain', name: 'Bed and drain' },
  { where: 'pump', name: 'The pump' },
] as const;
const signs = computed(() =>
  GROUPS.map((g) => ({
    ...g,
    signs: SIGNS.filter(
      (x) =>
        x.where === g.where &&
        !('well' in x) &&
        (g.where !== 'fish' || (log.tended?.hasFish ?? false)),
    ),
  })).filter((g) => g.signs.length),
);
const sign = ref<SignId | ''>('');
const open = ref('');
const found = computed(() =>
  log.tended && sign.value ? diagnose(log.tended, sign.value, trace.findings) : null,
);
const grave = computed(() => (log.plan?.urgency === 'now' ? log.plan : null));
/** A sign that is told here is noted, so that the plan of care knows it too. */
async function choose(id: SignId) {
  sign.value = id;
  open.value = '';
  const last = log.entries.at(-1);
  const there = last?.kind === 'look' && log.now - last.at < 900_000 && last.seen?.includes(id);
  if (!there) await log.note({ kind: 'look', seen: [id] });
}
const WEIGHT = {
  much: 'very likely',
  some: 'likely',
  little: 'less likely',
};
function endWord(c: RankedCause): string {
  const { end } = c.cause;
  if (end.kind === 'task') return 'Make it a task for today';
  if (end.kind === 'faultTest') return 'Compare with the fault test';
  if (end.kind === 'calculator') return 'Calculate the dose';
  if (end.kind === 'ask') return '';
  return c.cause.reads.length ? 'Enter the readings' : '';
}
async function act(c: RankedCause) {
  const { end } = c.cause;
  if (end.kind === 'task') {
    await log.note({
      kind: 'task',
      what: end.task,
      outcome: 'later',
      until: Date.now(),
      note: c.cause.words,
    });
    bench.open = 'today';
  } else if (end.kind === 'faultTest') {
    drain.open = 'faultTests';
    faultTests.compare(end.fault);
    go('drain');
  } else if (end.kind === 'calculator') {
    life.calculator = end.calculator;
    life.open = 'calculators';
    go('life');
  } else readNow(c);
}
const go = (stage: Stage) =>
  void router.push({ name: 'design', params: { id: system.document!.id, stage } });
function readNow(c: RankedCause) {
  bench.asked = [...c.cause.reads];
  bench.open = 'today';
}
</script>

<template>
  <div>
    <div v-if="grave" class="cards"><PlanCard :plan="grave" /></div>
    <PanelGroup v-if="!found" title="What do you see?">
      <div v-for="g in signs" :key="g.where" class="where">
        <p class="quiet">{{ g.name }}</p>
        <div class="signs">
          <PickChip v-for="x in g.signs" :key="x.id" @click="choose(x.id)">{{ x.words }}</PickChip>
        </div>
      </div>
    </PanelGroup>
    <template v-else>
      <PanelGroup :title="SIGNS.find((x) => x.id === sign)!.words">
        <v-btn size="small" @click="sign = ''">Something else</v-btn>
        <p class="head">Check first</p>
        <ol>
          <li v-for="(x, i) in found.look" :key="i">{{ tell(x, settings.units) }}</li>
        </ol>
        <p v-if="found.tell">
          Most useful tests: <b>{{ readField(found.tell).label }}</b>.
          <v-btn
            size="small"
            variant="tonal"
            @click="((bench.asked = [found!.tell!]), (bench.open = 'today'))"
            >Enter it</v-btn
          >
        </p>
      </PanelGroup>
      <PanelGroup title="Possible causes">
        <ul class="causes">
          <li v-for="(c, i) in found.causes" :key="c.cause.id" :class="c.weight">
            <button
              type="button"
              :aria-expanded="open === c.cause.id || (open === '' && i === 0)"
              @click="open = open === c.cause.id ? 'none' : c.cause.id"
            >
              <b>{{ c.cause.words }}</b> <span class="quiet">{{ WEIGHT[c.weight] }}</span>
            </button>
            <div v-if="open === c.cause.id || (open === '' && i === 0)" class="more">
              <p>{{ tell(c.cause.then, settings.units) }}</p>
              <ul v-if="c.for.length || c.against.length">
                <li v-for="(e, k) in c.for" :key="`f${k}`">
                  Evidence for it: {{ tell(e.because, settings.units) }}
                </li>
                <li v-for="(e, k) in c.against" :key="`a${k}`">
                  Evidence against it: {{ tell(e.because, settings.units) }}
                </li>
              </ul>
              <p v-if="c.cause.end.kind === 'ask'">
                <b>Ask {{ c.cause.end.who }}.</b>
              </p>
              <div class="buttons">
                <v-btn v-if="endWord(c)" size="small" variant="tonal" @click="act(c)">{{
                  endWord(c)
                }}</v-btn>
                <v-btn
                  v-if="c.cause.reads.length && endWord(c) !== 'Enter the readings'"
                  size="small"
                  variant="outlined"
                  @click="readNow(c)"
                  >Read {{ c.cause.reads.map((id) => readField(id).short).join(', ') }}</v-btn
                >
              </div>
            </div>
          </li>
        </ul>
      </PanelGroup>
    </template>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  gap: 6px;
  padding: 8px 10px;
}
.where {
  padding-bottom: 10px;
}
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 4px;
}
.head {
  font-weight: 650;
  padding-top: 6px;
}
ol {
  padding-left: 20px;
  line-height: 1.45;
  padding-bottom: 8px;
}
.causes {
  list-style: none;
}
.causes > li {
  border-top: 1px solid var(--rule);
  border-left: 5px solid var(--rule);
  padding-left: 8px;
}
.causes > .much {
  border-left-color: var(--stop);
}
.causes > .some {
  border-left-color: var(--watch);
}
.causes button:not(.v-btn) {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  text-align: left;
  min-height: 44px;
  align-items: center;
}
.more {
  padding-bottom: 10px;
  line-height: 1.4;
  display: grid;
  gap: 6px;
  font-size: var(--type-body);
}
.more ul {
  padding-left: 18px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
