<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import { tell } from '../../core/quantity';
import { useMoney } from '../parts/money';
import type { ActionGroup } from '../../core/practice';
import PanelGroup from '../parts/PanelGroup.vue';
import PickChip from '../parts/PickChip.vue';
import { useChosen } from '../stores/chosen';
import { usePractice } from './store';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { whenWords } from './clock';

/** A run under way: the clock, what was seen, and what can be done. */
const practice = usePractice();
const settings = useSettings();
const system = useSystem();
const money = useMoney();
const chosen = useChosen();
const view = computed(() => practice.view!);
const t = (p: Parameters<typeof tell>[0]) => tell(p, settings.units);
const GROUPS: readonly { id: ActionGroup; name: string }[] = [
  { id: 'look', name: 'Look, listen, feel' },
  { id: 'measure', name: 'Measure' },
  { id: 'mend', name: 'Repair' },
  { id: 'tend', name: 'Care' },
  { id: 'wait', name: 'Wait' },
];
/** With many parts, those of the thing that is tapped. */
const MANY = 34;
const parts = computed(() => {
  const named = new Map(
    [...system.document!.vessels, ...system.document!.paths].map((p) => [p.id, p.name]),
  );
  const ids = [...new Set(view.value.acts.map((a) => a.about))].filter((id) => named.has(id));
  return ids.map((id) => ({ id, name: named.get(id)! }));
});
const many = computed(() => view.value.acts.length > MANY);
const at = ref('');
watch(
  () => chosen.thing?.part.id,
  (id) => {
    if (id && parts.value.some((p) => p.id === id)) at.value = id;
  },
);
const offered = (group: ActionGroup) =>
  view.value.acts.filter((a) => {
    if (a.group !== group) return false;
    if (!many.value) return true;
    const part = parts.value.some((p) => p.id === a.about);
    return !part || a.about === (at.value || parts.value[0]!.id);
  });
const costOf = (a: { minutes: number; tests: number; money: number }) =>
  [
    a.minutes >= 1 ? `${Math.round(a.minutes)} min` : '',
    a.tests ? 'one test' : '',
    a.money ? `${money(a.money)} for parts` : '',
  ]
    .filter(Boolean)
    .join(', ');
const entries = computed(() => [...view.value.entries].reverse());
const latest = computed(() => entries.value[0] ?? null);
const box = ref<HTMLElement>();
/** Who pressed “Go and look” goes on with the keyboard where the first thing is to be done. */
onMounted(() =>
  box.value?.querySelector<HTMLElement>('[data-act]')?.focus({ preventScroll: true }),
);
const left = computed(() => Math.max(0, view.value.ends - view.value.t));
</script>

<template>
  <div ref="box" class="run">
    <div class="now">
      <p class="clock">
        <strong>{{ whenWords(view.t, view.begins) }}</strong>
        <span class="quiet"
          >{{ view.over ? 'The time is over.' : `${Math.round(left / 3600)} h left` }} · run
          {{ practice.seed }}</span
        >
      </p>
      <p class="latest" role="status" aria-live="polite">
        <template v-if="latest">
          <span class="quiet">{{ t(latest.label) }}</span>
          {{ t(latest.words) }}
        </template>
        <template v-else>You have just arrived. What do you do first?</template>
      </p>
    </div>
    <div class="tell">
      <v-btn
        block
        height="48"
        :variant="view.over ? 'flat' : 'outlined'"
        :color="view.over ? 'primary' : undefined"
        :disabled="practice.busy"
        @click="practice.tellAll()"
        >{{ view.over ? 'Review' : 'Finish and review' }}</v-btn
      >
      <p v-if="practice.busy && practice.progress > 0" class="quiet" role="status">
        Trying other actions, {{ Math.round(100 * practice.progress) }} % …
        <v-btn size="small" @click="practice.enough()">Stop the search</v-btn>
      </p>
    </div>
    <div v-if="many && !view.over" class="at" role="group" aria-label="Where">
      <PickChip
        v-for="p in parts"
        :key="p.id"
        :on="p.id === (at || parts[0]!.id)"
        @click="at = p.id"
        >{{ p.name }}</PickChip
      >
    </div>
    <template v-if="!view.over">
      <PanelGroup v-for="g in GROUPS" :key="g.id" :title="g.name">
        <ul class="acts">
          <li v-for="a in offered(g.id)" :key="`${a.act} ${a.about}`">
            <button
              type="button"
              :disabled="practice.busy"
              :data-act="`${a.act}${a.about ? `/${a.about}` : ''}`"
              @click="practice.act(a)"
            >
              <span>{{ t(a.label) }}</span>
              <span class="quiet">{{ costOf(a) }}</span>
            </button>
          </li>
        </ul>
      </PanelGroup>
    </template>
    <PanelGroup v-if="entries.length" title="What you did and saw">
      <ol class="log">
        <li v-for="(e, i) in entries" :key="entries.length - i">
          <span class="when">{{ whenWords(e.till, view.begins) }}</span>
          <span
            ><span class="quiet">{{ t(e.label) }}</span> {{ t(e.words) }}</span
          >
        </li>
      </ol>
    </PanelGroup>
    <div class="leave">
      <v-btn size="small" @click="practice.leave()">End this run</v-btn>
    </div>
  </div>
</template>

<style scoped>
/* What came of an act is in sight wherever in the list it was done. */
.now {
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--paper);
  padding-bottom: 4px;
}
.clock {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 10px;
  padding: 10px 12px 4px;
}
.clock strong {
  font-size: 1.5rem;
  font-variant-numeric: tabular-nums;
}
.clock .quiet {
  font-size: var(--type-small);
}
.latest {
  margin: 4px 10px;
  padding: 10px 12px;
  background: var(--water-soft);
  display: grid;
  gap: 2px;
  line-height: 1.4;
  min-height: 64px;
}
.latest .quiet {
  font-size: var(--type-small);
}
.tell {
  padding: 6px 10px;
  display: grid;
  gap: 6px;
}
.at {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 6px 10px;
}
.acts,
.log {
  list-style: none;
}
.acts button {
  width: 100%;
  min-height: 44px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  text-align: left;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  line-height: 1.3;
  scroll-margin-top: 150px;
}
.acts button:hover:not(:disabled) {
  background: var(--water-soft);
}
.acts button .quiet {
  flex: none;
  max-width: 40%;
  text-align: right;
  font-size: var(--type-small);
}
.log li {
  display: grid;
  grid-template-columns: 76px 1fr;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  line-height: 1.35;
}
.when {
  color: var(--quiet);
  font-size: var(--type-small);
}
.leave {
  padding: 6px 10px 16px;
}
</style>
