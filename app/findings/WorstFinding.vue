<script setup lang="ts">
import { computed } from 'vue';
import { groupAlike } from '../../core/findings';
import { tell, plural } from '../../core/quantity';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import LevelMark from './LevelMark.vue';
import { useNews } from './useNews';

/** The gravest finding in one line, with how many there are: in view whatever is worked at. */
defineProps<{
  /** Where room is short: the sentence alone; the counts are read out. */
  short?: boolean;
}>();
const emit = defineEmits<{ open: [] }>();
const trace = useTrace();
const system = useSystem();
const settings = useSettings();
const news = useNews();
const worst = computed(() => {
  const first = trace.open[0];
  if (!first || !system.document) return null;
  const alike = trace.open.filter((f) => f.level === first.level && f.id === first.id);
  return { level: first.level, sentence: groupAlike(system.document, alike)[0]!.sentence };
});
const summary = computed(() => {
  const at = (level: string) => trace.open.filter((f) => f.level === level).length;
  const parts = [];
  if (at('stop')) parts.push(plural(at('stop'), '# problem', '# problems'));
  if (at('watch')) parts.push(plural(at('watch'), '# warning', '# warnings'));
  return parts.join(', ') || 'No problems found';
});
</script>

<template>
  <div class="worst" :class="[worst?.level, { short: short && worst }]">
    <button v-if="worst" type="button" class="line" @click="emit('open')">
      <LevelMark :level="worst.level" />
      <span class="sentence">{{ tell(worst.sentence, settings.units) }}</span>
    </button>
    <p class="counts">
      <span class="quiet" :class="{ 'visually-hidden': short && worst }" role="status">{{
        summary
      }}</span>
      <span v-if="news" class="news">{{ news }}</span>
    </p>
  </div>
</template>

<style scoped>
.worst {
  border-left: 4px solid var(--fine);
  border-bottom: 1px solid var(--rule);
  padding: 5px 10px 4px 8px;
}
.worst.stop {
  border-left-color: var(--stop);
  background: var(--stop-ground);
}
.worst.watch {
  border-left-color: var(--watch);
  background: var(--watch-ground);
}
.line {
  display: flex;
  gap: 6px;
  width: 100%;
  text-align: start;
  align-items: baseline;
  padding: 2px 0;
}
.line:hover .sentence {
  text-decoration: underline;
}
.sentence {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.counts {
  display: flex;
  font-size: var(--type-small);
}
/* One line: the sentence ends where it says what changed. */
.worst.short {
  display: flex;
  align-items: center;
  gap: 6px;
}
.short .line {
  flex: 1;
  min-width: 0;
}
.news {
  margin-left: auto;
  padding: 0 8px;
  white-space: nowrap;
  border-radius: var(--radius);
  background: var(--water-soft);
}
</style>
