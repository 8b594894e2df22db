<script setup lang="ts">
import { computed, nextTick, watch } from 'vue';
import { localDay, tasksOf, weekOf } from '../../core/log';
import { tell, type Phrase } from '../../core/quantity';
import { dayWords } from '../stages/rounds/when';
import { hereZone, useLog } from '../stores/log';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** The week’s tasks on one page for the wall: a box to tick, a line to write what was read. */
const emit = defineEmits<{ ready: [] }>();
const system = useSystem();
const log = useLog();
const settings = useSettings();
const today = computed(() => localDay(log.now, hereZone()));
const week = computed(() => (log.tended ? weekOf(log.tended, tasksOf(log.tended)) : []));
const plan = computed(() => log.plan);
const say = (p: Phrase) => tell(p, settings.units);
watch(
  week,
  async (w) => {
    if (!w.length) return;
    await nextTick();
    emit('ready');
  },
  { immediate: true },
);
</script>

<template>
  <article class="week" :class="settings.units === 'us' ? 'letter' : 'a4'">
    <h1>{{ system.document?.name }}: the week from {{ dayWords(today, '') }}</h1>
    <section v-if="plan && plan.urgency !== 'none'" class="plan">
      <h2>Plan of care</h2>
      <p v-for="s in plan.firstAid" :key="s.treatment">
        <b>{{ say(s.title) }}.</b> <span v-for="(x, i) in s.do" :key="i">{{ say(x) }} </span>
      </p>
      <ol>
        <li v-for="(s, i) in plan.steps" :key="i">
          <span v-for="(x, k) in s.do" :key="k">{{ say(x) }} </span>
        </li>
      </ol>
      <p v-for="a in plan.avoid" :key="a.treatment">{{ say(a.because) }}</p>
      <p v-if="plan.call">{{ say(plan.call) }}</p>
    </section>
    <section v-for="d in week" :key="d.day">
      <h2>{{ dayWords(d.day, '') }}</h2>
      <ul>
        <li v-for="t in d.tasks" :key="t.id">
          <i aria-hidden="true" /> {{ tell(t.title, settings.units) }}
          <span v-if="t.reads.length || t.records === 'top-up'" class="line" aria-hidden="true" />
        </li>
      </ul>
    </section>
    <p class="foot">
      Stop and check when fish gasp, when water is on the floor or when the pump is silent. Unplug
      before you put your hands in.
    </p>
  </article>
</template>

<style scoped>
.week {
  display: none;
  color: #000;
  background: #fff;
  font-size: 10.5pt;
  line-height: 1.35;
}
@page week-a4 {
  size: A4;
  margin: 12mm;
}
@page week-letter {
  size: letter;
  margin: 12mm;
}
@media print {
  .week {
    display: block;
  }
}
.a4 {
  page: week-a4;
}
.letter {
  page: week-letter;
}
h1 {
  font-size: 15pt;
  padding-bottom: 3mm;
}
h2 {
  font-size: 11.5pt;
  padding-top: 2.5mm;
  border-top: 0.3mm solid #000;
}
section {
  break-inside: avoid;
  padding-bottom: 1.5mm;
}
ul {
  list-style: none;
}
li {
  display: flex;
  gap: 2mm;
  align-items: baseline;
  padding: 0.6mm 0;
}
i {
  flex: none;
  width: 3.4mm;
  height: 3.4mm;
  border: 0.3mm solid #000;
}
.line {
  flex: 1;
  border-bottom: 0.2mm dotted #000;
}
.plan ol {
  padding-left: 6mm;
}
.plan li {
  display: list-item;
}
.foot {
  padding-top: 3mm;
  font-size: 9pt;
}
</style>
