<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js';
import type { RouteLocationRaw } from 'vue-router';
import { useDisplay } from 'vuetify';
import type { Stage } from '../../core/findings';
import PersonMenu from '../parts/PersonMenu.vue';
import LivingDrawing from '../section/LivingDrawing.vue';
import DayStrip from '../strip/DayStrip.vue';

/** What a run and a lesson have in common: the drawing without findings, its strip, a bar above and a panel beside. */
defineProps<{
  title: string;
  back: RouteLocationRaw;
  backWords: string;
  stage: Stage;
  /** What the panel is called. */
  side: string;
}>();
const { mobile: phone } = useDisplay();
</script>

<template>
  <main class="frame" :class="{ phone }">
    <header class="top">
      <v-btn :icon="mdiArrowLeft" size="small" :aria-label="backWords" :to="back" />
      <h1>{{ title }}</h1>
      <span class="grow" />
      <slot name="bar" />
      <PersonMenu :short="phone" />
    </header>
    <section class="stagearea" aria-label="The system from the side">
      <LivingDrawing class="drawing" :phone="phone" :stage="stage" plain />
      <DayStrip class="day" />
    </section>
    <aside class="side" tabindex="0" role="region" :aria-label="side">
      <slot />
    </aside>
  </main>
</template>

<style scoped>
.frame {
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
  line-height: 1.45;
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
  grid-template-rows: max(38vh, 280px) 150px;
  width: 100%;
}
.phone .side {
  border-left: 0;
  border-top: 1px solid var(--rule);
  overflow: visible;
}
</style>
