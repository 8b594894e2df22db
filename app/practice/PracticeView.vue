<script setup lang="ts">
import { mdiVolumeHigh, mdiVolumeOff } from '@mdi/js';
import { computed, onBeforeUnmount, provide, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { isSeed } from '../../core/practice/classList';
import { BEARING } from '../section/bearing';
import { useChosen } from '../stores/chosen';
import { usePractice } from './store';
import { useSystem } from '../stores/system';
import DebriefPanel from './DebriefPanel.vue';
import PracticeFrame from './PracticeFrame.vue';
import PracticeStart from './PracticeStart.vue';
import RunPanel from './RunPanel.vue';
import { useSounds } from './sounds';

/** The practice bench: a simulated copy of a system in which something may have happened. */
const props = defineProps<{ id: string }>();
const system = useSystem();
const practice = usePractice();
const chosen = useChosen();
const route = useRoute();
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
/** Number of a link that was followed while a run is under way. */
const linked = ref<number | null>(null);
async function takeLinked() {
  const n = linked.value;
  linked.value = null;
  if (n !== null) await practice.take(n);
}
/** A teacher’s link names a number: the same run for all. */
watch(
  [() => practice.scope, () => route.query.seed],
  ([scope, seed]) => {
    const n = Number(seed);
    linked.value = null;
    if (!scope || scope.mend || !isSeed(n) || (practice.seed === n && practice.view)) return;
    // A run under way is not ended by a link: it is asked about.
    if (practice.view && !practice.told) linked.value = n;
    else void practice.take(n);
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
  <PracticeFrame
    v-if="isOpen"
    :title="`Practice: ${system.document!.name}`"
    :back="{ name: 'design', params: { id } }"
    back-words="Back to the system"
    stage="rounds"
    side="Practice"
  >
    <template #bar>
      <v-btn
        v-if="practice.view && !practice.told"
        :icon="sounds.on.value ? mdiVolumeHigh : mdiVolumeOff"
        size="small"
        :aria-pressed="sounds.on.value"
        aria-label="Sound"
        @click="sounds.toggle"
      />
    </template>
    <p v-if="practice.trouble" class="trouble" role="alert">{{ practice.trouble }}</p>
    <p v-if="practice.notice" class="notice" role="status">{{ practice.notice }}</p>
    <div v-if="linked !== null" class="linked" role="alertdialog" aria-label="Another run">
      <p>
        The link opens run {{ linked }}. Run {{ practice.seed }} is in progress here. Starting
        another run ends it.
      </p>
      <v-btn variant="flat" color="primary" @click="linked = null">Continue my run</v-btn>
      <v-btn variant="outlined" @click="takeLinked">Start run {{ linked }}</v-btn>
    </div>
    <DebriefPanel v-if="practice.told" />
    <RunPanel v-else-if="practice.view" />
    <PracticeStart v-else />
  </PracticeFrame>
  <main v-else-if="system.missing" class="missing">
    <h1>This system is not on the shelf</h1>
    <v-btn variant="tonal" :to="{ name: 'shelf' }">Go to the shelf</v-btn>
  </main>
</template>

<style scoped>
.notice {
  padding: 6px 14px;
  background: var(--wash);
}
.linked {
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  background: var(--wash);
}
.trouble {
  color: var(--stop);
  padding: 10px 12px;
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
