<script setup lang="ts">
import { computed } from 'vue';
import { entriesOfKind, entryWords, wellSigns } from '../../../core/log';
import { tell } from '../../../core/quantity';
import PanelGroup from '../../parts/PanelGroup.vue';
import { hereZone, useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import DeviceStates from './DeviceStates.vue';
import PlanCard from './PlanCard.vue';
import QuickEntry from './QuickEntry.vue';
import TaskRow from './TaskRow.vue';
import { momentWords } from './when';

/** The page of today: all well at one press, what to do, what is read, what is due. */
const log = useLog();
const system = useSystem();
const settings = useSettings();
/** The plan comes first where something is at stake; else after the entry. */
const first = computed(() => log.plan?.urgency === 'now' || log.plan?.urgency === 'today');
const there = computed(
  () => log.plan && (log.plan.urgency !== 'none' || (log.tended?.doubts.length ?? 0) > 0),
);
const looked = computed(() => {
  const last = entriesOfKind(log.entries, 'look').at(-1);
  return last ? momentWords(last.at, log.now, hereZone()) : '';
});
const allWell = () => log.note({ kind: 'look', seen: wellSigns(log.tended!) });
const noted = computed(() => {
  const id = log.noted?.id;
  const e = id === undefined ? undefined : log.all.findLast((x) => x.id === id);
  return e && !e.deleted && log.now - e.at < 120_000 ? e : null;
});
</script>

<template>
  <div>
    <div v-if="there && first" class="cards"><PlanCard :plan="log.plan!" /></div>
    <div class="well">
      <v-btn class="all" height="56" variant="flat" color="success" @click="allWell"
        >All is well</v-btn
      >
      <p class="quiet">
        {{
          looked
            ? `Last look ${looked}.`
            : 'Look once a day at fish, leaves, level, drains and pump.'
        }}
      </p>
    </div>
    <p v-if="noted" class="noted" role="status" :data-noted="noted.id">
      <span
        >Noted: {{ tell(entryWords(noted, system.document!, log.tended), settings.units) }}</span
      >
      <v-btn size="small" @click="log.takeOut(noted.id)">Remove entry</v-btn>
    </p>
    <DeviceStates />
    <QuickEntry />
    <PanelGroup v-if="log.due.length" title="Due">
      <ul>
        <TaskRow v-for="t in log.due" :key="t.id" :task="t" />
      </ul>
    </PanelGroup>
    <PanelGroup v-if="there && !first" title="When there is time">
      <div class="cards"><PlanCard :plan="log.plan!" /></div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.well {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px;
}
.all {
  min-width: 140px;
  font-size: 1.05rem;
}
.noted {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  padding: 6px 12px;
  background: var(--water-soft);
}
.cards {
  display: grid;
  gap: 6px;
  padding: 0 10px;
}
</style>
