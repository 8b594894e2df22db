<script setup lang="ts">
import { computed, ref } from 'vue';
import { addDays, isDay, localDay, weekOf } from '../../../core/log';
import { plural, say, tell, temperature as degrees } from '../../../core/quantity';
import { OWN_UNITS, fieldAt, type OwnUnit } from '../../../core/system';
import DateField from '../../parts/DateField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { fileStem, offerFile } from '../../storage/files';
import { hereZone, useLog } from '../../stores/log';
import { useReminders } from './remindersStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { useWeather } from './weatherStore';
import TaskRow from './TaskRow.vue';
import { ownTaskStep } from './ownTask';
import { dayWords, dueWords } from './when';

/** The tasks: what is due, the week, how each is kept, and the grower’s own. */
const emit = defineEmits<{ print: [] }>();
const system = useSystem();
const log = useLog();
const settings = useSettings();
const reminders = useReminders();
const weather = useWeather();
const doc = computed(() => system.document!);
const today = computed(() => localDay(log.now, hereZone()));
const week = computed(() => (log.tended ? weekOf(log.tended, log.tasks) : []));
const ahead = computed(() => log.tasks.filter((t) => t.due > addDays(today.value, 6)));
/** Weather of a day in words, where a gateway told it. */
function airOn(day: string): string {
  const d = weather.days.find((x) => x.date === day);
  return d ? tell(say`Air ${degrees(d.low)} to ${degrees(d.high)}`, settings.units) : '';
}
const minutes = (tasks: readonly { minutes: number }[]) =>
  tasks.reduce((sum, t) => sum + t.minutes, 0);

/** How a task is kept: its days, or that it is left. */
const kept = computed(() => log.tasks.filter((t) => !t.own && t.repeats));
const choiceOf = (id: string) =>
  doc.value.care.tasks.find((x) => x.id === id) ?? { id, off: false, every: null };
function setEvery(id: string, every: number) {
  system.commit(
    [{ at: `care.tasks.${id}`, to: { ...choiceOf(id), every } }],
    `Every ${every} days`,
  );
}
const leave = (id: string, off: boolean) =>
  system.commit(
    [{ at: `care.tasks.${id}`, to: { ...choiceOf(id), off } }],
    off ? 'Task hidden' : 'Task shown again',
  );
const left = computed(() => doc.value.care.tasks.filter((x) => x.off));

const title = ref('');
const every = ref(1);
const OFTEN = fieldAt('care.own.x.every')!;
const PACE = fieldAt('care.tasks.x.every')!;
const unit = ref<OwnUnit>('week');
const UNIT_NAMES: Record<OwnUnit, readonly [one: string, more: string]> = {
  day: ['Every day', 'Every # days'],
  week: ['Every week', 'Every # weeks'],
  month: ['Every month', 'Every # months'],
  year: ['Every year', 'Every # years'],
  once: ['Once', 'Once'],
};
const often = (n: number, of: OwnUnit) => plural(n, ...UNIT_NAMES[of]);
const UNITS = computed(() => OWN_UNITS.map((id) => ({ id, name: often(every.value, id) })));
const begins = ref(today.value);
const problem = ref('');
function addOwn() {
  if (!title.value.trim()) problem.value = 'Enter a name.';
  else if (!isDay(begins.value)) problem.value = 'Enter the first day.';
  else {
    problem.value = '';
    system.commit(
      ...ownTaskStep({
        ...{ title: title.value, why: '', every: every.value },
        ...{ unit: unit.value, begins: begins.value },
      }),
    );
    title.value = '';
  }
}
const dropOwn = (id: string) =>
  system.commit([{ at: `care.own.${id}`, to: undefined }], 'Own task deleted');

async function calendar() {
  const { tasksIcs } = await import('../../../core/formats/tasksIcs');
  offerFile(
    tasksIcs(doc.value.id, doc.value.name, log.tasks, settings.units, hereZone()),
    `${fileStem(doc.value.name)}-tasks.ics`,
    'text/calendar;charset=utf-8',
  );
}
</script>

<template>
  <div>
    <PanelGroup
      v-for="d in week"
      :key="d.day"
      :title="`${dayWords(d.day, today)}, ${minutes(d.tasks)} min`"
    >
      <p v-if="airOn(d.day)" class="quiet">{{ airOn(d.day) }}</p>
      <ul v-if="d.day === today">
        <TaskRow v-for="t in d.tasks" :key="t.id" :task="t" />
      </ul>
      <ul v-else-if="d.tasks.length" class="plain">
        <li v-for="t in d.tasks" :key="t.id">{{ tell(t.title, settings.units) }}</li>
      </ul>
      <p v-else class="quiet">No tasks today. Look at the fish and the leaves.</p>
    </PanelGroup>
    <PanelGroup v-if="ahead.length" title="Later">
      <ul class="plain">
        <li v-for="t in ahead" :key="t.id">
          {{ tell(t.title, settings.units) }}
          <span class="quiet">{{ dueWords(t.due, today) }}</span>
        </li>
      </ul>
    </PanelGroup>
    <PanelGroup title="Export the tasks">
      <div class="buttons">
        <v-btn size="small" variant="outlined" @click="calendar">Save as a calendar</v-btn>
        <v-btn size="small" variant="outlined" @click="emit('print')"
          >Print the week for the wall</v-btn
        >
        <v-btn
          v-if="reminders.possible"
          size="small"
          variant="outlined"
          :aria-pressed="reminders.on"
          @click="reminders.toggle"
          >{{ reminders.on ? 'Reminders on' : 'Remind me here' }}</v-btn
        >
      </div>
      <p v-if="!reminders.possible" class="quiet">
        This browser shows no reminders at this address. Save the calendar and use its alarms.
      </p>
      <p v-if="reminders.trouble" class="quiet" role="status">{{ reminders.trouble }}</p>
    </PanelGroup>
    <PanelGroup title="Your own task">
      <div class="fields">
        <v-text-field v-model="title" class="wide" label="What" maxlength="120" />
        <QuantityField
          v-if="unit !== 'once'"
          :model-value="every"
          kind="count"
          label="Interval"
          :min="OFTEN.min"
          :max="OFTEN.max"
          :step="1"
          @commit="(n) => (every = n ?? 1)"
          @nudge="(n) => (every = n)"
        />
        <PlainChoice
          :model-value="unit"
          label="How often"
          :items="UNITS"
          @update:model-value="unit = $event as OwnUnit"
        />
        <DateField :model-value="begins" class="wide" label="From" @day="begins = $event" />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <v-btn variant="tonal" @click="addOwn">Add task</v-btn>
      <ul v-if="doc.care.own.length" class="plain">
        <li v-for="x in doc.care.own" :key="x.id">
          {{ x.title }} <span class="quiet">{{ often(x.every, x.unit) }}</span>
          <v-btn size="small" :aria-label="`Delete ${x.title}`" @click="dropOwn(x.id)"
            >Delete</v-btn
          >
        </li>
      </ul>
    </PanelGroup>
    <PanelGroup title="How often">
      <ul class="plain pace">
        <li v-for="t in kept" :key="t.id">
          <span>{{ tell(t.title, settings.units) }}</span>
          <QuantityField
            :model-value="t.repeats!.every"
            kind="count"
            label="days"
            :min="PACE.min"
            :max="PACE.max"
            :step="1"
            :aria-label="`Days between: ${tell(t.title, settings.units)}`"
            @commit="(n) => n !== null && setEvery(t.id, n)"
            @nudge="(n) => setEvery(t.id, n)"
          />
          <v-btn
            size="small"
            :aria-label="`Hide: ${tell(t.title, settings.units)}`"
            @click="leave(t.id, true)"
            >Hide</v-btn
          >
        </li>
        <li v-for="x in left" :key="x.id">
          <span class="quiet">{{ x.id.replaceAll('-', ' ') }}, hidden</span>
          <v-btn size="small" @click="leave(x.id, false)">Show again</v-btn>
        </li>
      </ul>
    </PanelGroup>
  </div>
</template>

<style scoped>
.plain {
  list-style: none;
}
.plain li {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  font-size: var(--type-body);
}
.pace li {
  display: grid;
  grid-template-columns: 1fr 72px auto;
  gap: 8px;
  align-items: center;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.fields {
  padding-bottom: 10px;
}
.problem {
  color: var(--stop);
  padding-bottom: 6px;
}
</style>
