<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import BenchTabs from '../../parts/BenchTabs.vue';
import { useLog } from '../../stores/log';
import { useRoundsBench, type RoundsTab } from './benchStore';
import TodayBench from './TodayBench.vue';

/** Rounds: the notebook in the wet hand. */
const emit = defineEmits<{ print: [] }>();
const log = useLog();
const bench = useRoundsBench();
const TABS = computed<readonly { id: RoundsTab; name: string }[]>(() => [
  { id: 'today', name: 'Today' },
  { id: 'tasks', name: 'Tasks' },
  { id: 'log', name: 'Log' },
  { id: 'trends', name: 'Trends' },
  { id: 'trouble', name: 'Troubleshooting' },
  { id: 'devices', name: 'Devices' },
]);
const BENCHES = {
  tasks: defineAsyncComponent(() => import('./TasksBench.vue')),
  log: defineAsyncComponent(() => import('./LogBench.vue')),
  trends: defineAsyncComponent(() => import('./TrendsBench.vue')),
  trouble: defineAsyncComponent(() => import('./TroubleshootingBench.vue')),
  devices: defineAsyncComponent(() => import('./DevicesBench.vue')),
};
const other = computed(() => BENCHES[bench.open as keyof typeof BENCHES]);
</script>

<template>
  <div>
    <BenchTabs :tabs="TABS" :open="bench.open" @open="bench.open = $event" />
    <p v-if="log.trouble" class="trouble" role="alert">{{ log.trouble }}</p>
    <p v-if="log.partial && log.tended" class="quiet none" role="status">
      Mizuna is still reading the older part of the log. Advice and tasks follow.
    </p>
    <p v-if="!log.tended" class="quiet none" role="status">Opening the log …</p>
    <component :is="other" v-else-if="other" @print="emit('print')" />
    <TodayBench v-else />
  </div>
</template>

<style scoped>
.none,
.trouble {
  padding: 14px 12px;
}
.trouble {
  color: var(--stop);
}
</style>
