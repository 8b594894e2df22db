<script setup lang="ts">
import { mdiCheck } from '@mdi/js';
import { computed, ref } from 'vue';
import { DUE_MINUTE, addDays, localDay, momentOf, wellSigns, type Task } from '../../../core/log';
import { tell } from '../../../core/quantity';
import { useChosen } from '../../stores/chosen';
import { hereZone, useLog } from '../../stores/log';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { dueWords } from './when';

/** One task: done, put off or skipped, with a word if one likes. */
const props = defineProps<{ task: Task }>();
const log = useLog();
const bench = useRoundsBench();
const chosen = useChosen();
const settings = useSettings();
const open = ref(false);
const word = ref('');
const title = computed(() => tell(props.task.title, settings.units));
const due = computed(() => dueWords(props.task.due, localDay(log.now, hereZone())));
const noteOf = () => (word.value.trim() ? { note: word.value.trim() } : {});
async function done() {
  const t = props.task;
  const [about] = t.about;
  if (t.records === 'feed' && log.tended) {
    const [group] = log.tended.life.groups;
    await log.note({
      kind: 'feed',
      about: group?.vessel ?? '',
      mass: log.plan?.feed ?? 0,
      ...noteOf(),
    });
    return;
  }
  if (t.records === 'reading' && t.reads.length) {
    if (about) chosen.chooseById(about);
    bench.open = 'today';
    bench.asked = [...t.reads];
    return;
  }
  if (t.records === 'look') {
    await log.note({
      kind: 'look',
      about: about ?? '',
      seen: wellSigns(log.tended!),
      ...noteOf(),
    });
    return;
  }
  await tick('done');
}
const tick = (outcome: 'done' | 'skipped') =>
  log.note({ kind: 'task', what: props.task.id, outcome, ...noteOf() });
const later = (days: number) =>
  log.note({
    kind: 'task',
    what: props.task.id,
    outcome: 'later',
    until: momentOf(addDays(localDay(log.now, hereZone()), days), DUE_MINUTE, hereZone()),
    ...(props.task.id.startsWith('retest/') ? { note: tell(props.task.why, settings.units) } : {}),
    ...noteOf(),
  });
const doWord = computed(() => {
  if (props.task.records === 'feed') return 'Fed';
  if (props.task.records === 'reading') return 'Measured';
  return props.task.records === 'look' ? 'All well' : 'Done';
});
</script>

<template>
  <li class="task" :class="task.state" :data-task="task.id">
    <v-btn
      class="do"
      height="44"
      variant="outlined"
      :prepend-icon="mdiCheck"
      :aria-label="`${doWord}: ${title}`"
      @click="done"
      >{{ doWord }}</v-btn
    >
    <button type="button" class="title" :aria-expanded="open" @click="open = !open">
      {{ title }}
      <span class="quiet">{{
        [due, `${task.minutes} min`, ...(task.later ? ['postponed'] : [])].join(', ')
      }}</span>
    </button>
    <div v-if="open" class="more">
      <p>{{ tell(task.why, settings.units) }}</p>
      <v-text-field v-model="word" label="Add a note" maxlength="200" />
      <div class="buttons">
        <v-btn size="small" variant="outlined" @click="later(1)">Tomorrow</v-btn>
        <v-btn size="small" variant="outlined" @click="later(7)">In a week</v-btn>
        <v-btn size="small" variant="outlined" @click="tick('skipped')">Skip it</v-btn>
        <v-btn
          v-if="task.records === 'feed' || task.records === 'look' || task.records === 'reading'"
          size="small"
          variant="outlined"
          @click="tick('done')"
          >Done, no entry</v-btn
        >
      </div>
    </div>
  </li>
</template>

<style scoped>
.task {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 10px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  list-style: none;
}
.do {
  min-width: 104px;
}
.title {
  text-align: left;
  display: grid;
  min-height: 44px;
  align-content: center;
  line-height: 1.3;
}
.title .quiet {
  font-size: var(--type-small);
}
.overdue .title .quiet {
  color: var(--watch);
  font-weight: 650;
}
.more {
  grid-column: 1 / -1;
  display: grid;
  gap: 8px;
  padding-bottom: 6px;
  font-size: var(--type-body);
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
