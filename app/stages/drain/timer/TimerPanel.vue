<script setup lang="ts">
import { computed } from 'vue';
import { controlOf, pumpedLines } from '../../../../core/system';
import PanelGroup from '../../../parts/PanelGroup.vue';
import { useSystem } from '../../../stores/system';
import TimerEditor from '../TimerEditor.vue';

/** The timers of the system. */
const system = useSystem();
const controls = computed(() => {
  const seen = new Set<string>();
  return pumpedLines(system.document!).flatMap((l) => {
    if (seen.has(l.control)) return [];
    seen.add(l.control);
    return [{ control: controlOf(system.document!, l), name: l.name }];
  });
});
</script>

<template>
  <div>
    <PanelGroup v-for="c in controls" :key="c.control.id" :title="`Timer of ${c.name}`">
      <TimerEditor :control="c.control" />
    </PanelGroup>
  </div>
</template>
