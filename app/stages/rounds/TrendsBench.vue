<script setup lang="ts">
import { computed, shallowRef } from 'vue';
import {
  accountOf,
  fillEvidence,
  latestOn,
  localDay,
  responseOf,
  sinceChange,
  type FillEvidence,
} from '../../../core/log';
import { energyADay } from '../../../core/derived';
import { format, formatSpan, type QuantityKind } from '../../../core/quantity';
import { useMoney } from '../../parts/money';
import { vesselOf } from '../../../core/system';
import PanelGroup from '../../parts/PanelGroup.vue';
import { hereZone, useLog } from '../../stores/log';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { useTrends } from './useTrends';
import { dayWords } from './when';

/** Where readings are heading; what the stopwatch says of pump and stones; what came out and went in. */
const system = useSystem();
const log = useLog();
const bench = useRoundsBench();
const settings = useSettings();
const trends = useTrends();
const f = (v: number, kind: QuantityKind) => format(v, kind, settings.units);
const doc = computed(() => system.document!);

/** What each bed’s last timed fill says, worked out when it is asked for. */
const told = shallowRef<readonly { bed: string; name: string; fill: FillEvidence | null }[] | null>(
  null,
);
const timed = computed(() =>
  (log.tended?.c.a.beds ?? []).flatMap((b) => {
    const read = latestOn(log.entries, b.id).fillTime;
    return read ? [{ bed: b.id, read: read.value }] : [];
  }),
);
function ask() {
  told.value = timed.value.map(({ bed, read }) => ({
    bed,
    name: vesselOf(doc.value, bed).name,
    fill: fillEvidence(doc.value, bed, read),
  }));
}
function take(fill: FillEvidence, name: string) {
  system.commit(
    fill.edits,
    fill.clogging !== null
      ? `${name} reckoned ${f(fill.clogging, 'share')} clogged`
      : `Pipe set to ${f(fill.flowLeft!, 'share')} of its flow`,
  );
  told.value = null;
}
/** The nutrient solution by its log. */
const solution = computed(() => {
  const t = log.tended;
  const age = t?.isSolution ? sinceChange(t) : null;
  if (!t || !age) return null;
  const due = log.tasks.find((x) => x.id === 'change-solution')?.due;
  return {
    age,
    volume: t.volume,
    response: responseOf(t),
    change: due ? dayWords(due, localDay(log.now, hereZone())) : '',
  };
});
const money = useMoney();
const account = computed(() => (log.tended ? accountOf(log.tended, 30) : null));
/** What a kilogram of harvest cost in feed and energy, as far as prices are known. */
const cost = computed(() => {
  const a = account.value;
  const { running } = doc.value.build;
  if (!a || !log.tended) return null;
  const energy = energyADay.value(log.tended.c, '');
  const parts = [
    running.feed === null ? null : a.feed * running.feed,
    running.energy === null || energy === null
      ? null
      : ((energy * a.days) / 3.6e6) * running.energy,
    running.water === null ? null : (a.toppedUp + a.changed) * running.water,
  ].filter((x): x is number => x !== null);
  if (!parts.length) return null;
  const sum = parts.reduce((x, y) => x + y, 0);
  const worth = running.harvest === null ? null : (running.harvest * a.days) / 30.4;
  return { sum: money(sum), saved: worth === null ? null : money(worth - sum) };
});
</script>

<template>
  <div>
    <PanelGroup title="Readings">
      <ul class="plain">
        <li v-for="x in trends.all.value" :key="x.f.id">
          <button
            type="button"
            :aria-pressed="x.f.id === bench.field"
            :class="{ chosen: x.f.id === bench.field }"
            @click="bench.field = x.f.id"
          >
            <span>{{ x.f.label }}</span>
            <b>{{ formatSpan(x.last.low, x.last.high, x.f.kind, settings.units) }}</b>
            <span class="quiet">
              {{ x.count }} readings<template v-if="x.crossing"
                >; reaches {{ f(x.crossing.limit, x.f.kind) }} in
                {{ Math.max(1, Math.round(x.crossing.days)) }} days</template
              >
            </span>
          </button>
        </li>
      </ul>
      <p v-if="!trends.all.value.length" class="quiet">
        A line needs two readings. Four readings in a month show a trend.
      </p>
    </PanelGroup>
    <PanelGroup v-if="timed.length" title="Measured fill times">
      <p class="quiet">
        A slow fill shows a weak pump or a clogged pipe. A fast fill shows media that are full of
        sludge and roots.
      </p>
      <v-btn v-if="!told" size="small" variant="outlined" @click="ask"
        >Compare with the design</v-btn
      >
      <ul v-else class="plain">
        <li v-for="x in told" :key="x.bed">
          <p v-if="!x.fill">{{ x.name }} fills in the expected time.</p>
          <template v-else>
            <p>
              {{ x.name }} fills in {{ f(x.fill.read, 'time') }} where
              {{ f(x.fill.expected, 'time') }} is expected:
              <b>{{
                x.fill.clogging !== null
                  ? `${f(x.fill.clogging, 'share')} of its voids are clogged`
                  : `${f(x.fill.flowLeft!, 'share')} of the flow is left`
              }}</b>.
            </p>
            <v-btn size="small" variant="tonal" @click="take(x.fill, x.name)"
              >Use this from now on</v-btn
            >
          </template>
        </li>
      </ul>
    </PanelGroup>
    <PanelGroup v-if="solution" title="The solution">
      <dl>
        <dt>Age</dt>
        <dd>{{ f(solution.age.days, 'days') }}</dd>
        <dt>Topped up since it was mixed</dt>
        <dd>
          {{ f(solution.age.toppedUp, 'volume') }}
          <span class="quiet">of {{ f(solution.volume, 'volume') }}</span>
        </dd>
        <template v-if="solution.age.ec">
          <dt>EC, at first and now</dt>
          <dd>
            {{ f(solution.age.ec[0], 'conductivity') }}, {{ f(solution.age.ec[1], 'conductivity') }}
          </dd>
        </template>
        <template v-if="solution.age.ph">
          <dt>pH, at first and now</dt>
          <dd>{{ f(solution.age.ph[0], 'ph') }}, {{ f(solution.age.ph[1], 'ph') }}</dd>
        </template>
        <dt>A full dose raises it by</dt>
        <dd>
          {{ f(solution.response.perDose, 'conductivity') }}
          <span class="quiet">{{
            solution.response.learnt ? 'as your last dose did' : 'from the label'
          }}</span>
        </dd>
        <template v-if="solution.change">
          <dt>Next change</dt>
          <dd>{{ solution.change }}</dd>
        </template>
      </dl>
    </PanelGroup>
    <PanelGroup v-if="account" :title="`The last ${Math.round(account.days)} days`">
      <dl>
        <dt>Harvested</dt>
        <dd>{{ f(account.harvest, 'mass') }}</dd>
        <template v-if="account.feed > 0">
          <dt>Feed</dt>
          <dd>{{ f(account.feed, 'mass') }}</dd>
        </template>
        <template v-if="account.feeding !== null">
          <dt>Per planted area</dt>
          <dd>{{ f(account.feeding, 'feeding') }}</dd>
        </template>
        <dt>Topped up</dt>
        <dd>
          {{ f(account.toppedUp, 'volume') }}
          <span class="quiet">expected {{ f(account.expectedUse, 'volume') }}</span>
        </dd>
        <dt>Changed</dt>
        <dd>{{ f(account.changed, 'volume') }}</dd>
        <template v-if="cost">
          <dt>Cost</dt>
          <dd>{{ cost.sum }}</dd>
          <template v-if="cost.saved">
            <dt>Saved</dt>
            <dd>{{ cost.saved }}</dd>
          </template>
        </template>
      </dl>
      <p v-if="!cost" class="quiet">
        Enter prices of feed, energy and the harvest under Build, Cost to see your savings.
      </p>
    </PanelGroup>
  </div>
</template>

<style scoped>
.plain {
  list-style: none;
}
.plain li {
  border-top: 1px solid var(--rule);
}
.plain button:not(.v-btn) {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  width: 100%;
  text-align: left;
  padding: 8px 6px;
  min-height: 44px;
}
.plain button .quiet {
  grid-column: 1 / -1;
  font-size: var(--type-small);
}
.plain .chosen {
  background: var(--water-soft);
}
.plain p {
  padding: 6px 0;
  line-height: 1.4;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 14px;
}
dd {
  font-weight: 650;
}
dd .quiet {
  font-weight: 400;
}
</style>
