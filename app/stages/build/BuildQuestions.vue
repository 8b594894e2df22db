<script setup lang="ts">
import { computed } from 'vue';
import type { BuildQuestion } from '../../../core/construction';
import { tell, plural } from '../../../core/quantity';
import LevelMark from '../../findings/LevelMark.vue';
import { useBuildBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** What stands in the way of cutting, each with the edit that mends it; and how many holes wait for their maker. */
const props = defineProps<{ questions: readonly BuildQuestion[] }>();
const system = useSystem();
const settings = useSettings();
const bench = useBuildBench();
const wrong = computed(() => props.questions.filter((q) => q.level === 'wrong'));
const asked = computed(() => props.questions.filter((q) => q.level === 'ask').length);
</script>

<template>
  <ul v-if="wrong.length || asked" class="questions" aria-label="Before you cut">
    <li v-for="q in wrong" :key="q.id" class="wrong">
      <LevelMark level="stop" /> {{ tell(q.sentence, settings.units) }}
      <v-btn
        v-if="q.fix"
        size="small"
        variant="tonal"
        @click="system.commit(q.fix.edits, tell(q.fix.label, settings.units))"
        >{{ tell(q.fix.label, settings.units) }}</v-btn
      >
    </li>
    <li v-if="asked">
      {{
        plural(
          asked,
          'One seal needs a hole size before you can drill.',
          '# seals need a hole size before you can drill.',
        )
      }}
      <v-btn size="small" @click="bench.open = 'holes'">To the holes</v-btn>
    </li>
  </ul>
</template>

<style scoped>
.questions {
  list-style: none;
  padding: 8px 10px;
}
li {
  padding: 4px 0;
  line-height: 1.4;
}
.wrong {
  border-left: 3px solid var(--stop);
  padding-left: 8px;
}
</style>
