<script setup lang="ts">
import { mdiArrowLeft, mdiVolumeHigh, mdiVolumeOff } from '@mdi/js';
import { computed, onBeforeUnmount, provide, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useDisplay } from 'vuetify';
import PersonMenu from '../parts/PersonMenu.vue';
import { BEARING } from '../section/bearing';
import LivingDrawing from '../section/LivingDrawing.vue';
import { useChosen } from '../stores/chosen';
import { usePractice } from '../stores/practice';
import { useSystem } from '../stores/system';
import DayStrip from '../strip/DayStrip.vue';
import DebriefPanel from './DebriefPanel.vue';
import PracticeStart from './PracticeStart.vue';
import RunPanel from './RunPanel.vue';
import { useSounds } from './sounds';

/** The practice bench: a simulated copy of a system in which something may have happened. */
const props = defineProps<{ id: string }>();
const system = useSystem();
const practice = usePractice();
const chosen = useChosen();
const route = useRoute();
const { mobile: phone } = useDisplay();
const sounds = useSounds(computed(() => (practice.told ? [] : (practice.view?.sounds ?? []))));

provide(
  BEARING,
  computed(() => (practice.told ? null : (practice.view?.bearing ?? null))),
);
watch(
  () => props.id,
  (id) => {
    if (system.document?.id !== id) chosen.close();
    void system.open(id);
  },
  { immediate: true },
);
/** A teacher’s link names a number: the same run for all. */
watch(
  [() => practice.scope, () => route.query.seed],
  ([scope, seed]) => {
    const n = Number(seed);
    if (scope && Number.isInteger(n) && n > 0 && practice.seed !== n && !practice.view)
      void practice.begin(n);
  },
  { immediate: true },
);
watch(
  () => system.document?.name,
  (name) => (document.title = name ? `Practice: ${name} · Mizuna` : 'Practice · Mizuna'),
  { immediate: true },
);
onBeforeUnmount(() => {
  sounds.stop();
  chosen.close();
  system.close();
});
const isOpen = computed(() => system.document !== null && system.assessment !== null);
</script>

<template>
  <main v-if="isOpen" class="practice" :class="{ phone }">
    <header class="top">
      <v-btn
        :icon="mdiArrowLeft"
        size="small"
        aria-label="Back to the system"
        :to="{ name: 'design', params: { id } }"
      />
      <h1>Practice: {{ system.document!.name }}</h1>
      <span class="grow" />
      <v-btn
        v-if="practice.view && !practice.told"
        :icon="sounds.on.value ? mdiVolumeHigh : mdiVolumeOff"
        size="small"
        :aria-pressed="sounds.on.value"
        aria-label="Sound"
        @click="sounds.toggle"
      />
      <PersonMenu :short="phone" />
    </header>
    <section class="stagearea" aria-label="The system from the side">
      <LivingDrawing class="drawing" :phone="phone" stage="rounds" plain />
      <DayStrip class="day" />
    </section>
    <aside class="side" tabindex="0" role="region" aria-label="Practice">
      <p v-if="practice.trouble" class="trouble" role="alert">{{ practice.trouble }}</p>
      <DebriefPanel v-if="practice.told" />
      <RunPanel v-else-if="practice.view" />
      <PracticeStart v-else />
    </aside>
  </main>
  <main v-else-if="system.missing" class="missing">
    <h1>This system is not on the shelf</h1>
    <v-btn variant="tonal" :to="{ name: 'shelf' }">To the shelf</v-btn>
  </main>
</template>

<style scoped>
.practice {
  display: grid;
  grid-template: 48px minmax(0, 1fr) / minmax(0, 1fr) 408px;
  grid-template-areas: 'top top' 'area side';
  height: calc(100dvh - var(--notices, 0px));
  overflow: hidden;
}
.top {
  grid-area: top;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 8px;
  border-bottom: 1px solid var(--rule);
}
.top h1 {
  font-size: 1.05rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.grow {
  flex: 1;
}
.stagearea {
  grid-area: area;
  display: grid;
  grid-template: minmax(0, 1fr) 160px / minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
}
.side {
  grid-area: side;
  border-left: 1px solid var(--rule);
  overflow-y: auto;
  min-height: 0;
}
.trouble {
  color: var(--stop);
  padding: 10px 12px;
}
.phone {
  display: flex;
  flex-direction: column;
  height: auto;
  min-height: 100dvh;
  overflow: visible;
}
.phone .top {
  min-height: 48px;
}
.phone .stagearea {
  grid-template-rows: max(34vh, 250px) 150px;
  width: 100%;
}
.phone .side {
  border-left: 0;
  border-top: 1px solid var(--rule);
  overflow: visible;
}
.missing {
  max-width: 34rem;
  margin: 15vh auto;
  padding: 1rem;
  display: grid;
  gap: 1rem;
  justify-items: start;
}
</style>
