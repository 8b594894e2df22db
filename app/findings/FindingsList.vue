<script setup lang="ts">
import { computed, ref } from 'vue';
import { keyOf } from '../../core/findings';
import { useTrace } from '../stores/trace';
import FindingCard from './FindingCard.vue';

/** Findings by urgency; what is fine is shown on request. */
const trace = useTrace();
const all = ref(false);
const open = computed(() => trace.findings.filter((f) => f.level !== 'fine'));
const fine = computed(() => trace.findings.filter((f) => f.level === 'fine'));
const count = computed(() => ({
  stop: open.value.filter((f) => f.level === 'stop').length,
  watch: open.value.filter((f) => f.level === 'watch').length,
}));
const summary = computed(() => {
  const { stop, watch } = count.value;
  if (!stop && !watch) return 'Nothing stands in the way.';
  const parts = [];
  if (stop) parts.push(`${stop} at stop`);
  if (watch) parts.push(`${watch} to watch`);
  return parts.join(', ');
});
</script>

<template>
  <section class="findings" aria-labelledby="findings-title">
    <header>
      <h2 id="findings-title">Findings</h2>
      <span class="quiet" role="status">{{ summary }}</span>
    </header>
    <ul>
      <FindingCard
        v-for="f in open"
        :key="keyOf(f)"
        :finding="f"
        :fixes="trace.fixes[keyOf(f)] ?? []"
        :looking="!trace.fixesReady"
      />
    </ul>
    <button type="button" class="more" :aria-expanded="all" @click="all = !all">
      {{ all ? 'Hide' : 'Show' }} what is fine ({{ fine.length }})
    </button>
    <ul v-if="all">
      <FindingCard v-for="f in fine" :key="keyOf(f)" :finding="f" :fixes="[]" :looking="false" />
    </ul>
  </section>
</template>

<style scoped>
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 8px 10px 6px;
}
h2 {
  font-size: 1.05rem;
}
ul {
  padding: 0;
}
.more {
  padding: 8px 12px;
  text-decoration: underline;
  font-size: 0.88rem;
  color: inherit;
}
</style>
