<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { keyOf, type Level } from '../../core/findings';
import { SHOWN_FOR } from '../stores/changes';
import { useTrace } from '../stores/trace';
import { tell } from '../../core/quantity';
import { useBench } from '../stores/bench';
import { useSettings } from '../stores/settings';
import FindingCard from './FindingCard.vue';

/** Findings by urgency; what is fine is shown on request. */
const trace = useTrace();
const settings = useSettings();
const bench = useBench();
const router = useRouter();
const route = useRoute();
/** To the stopwatch and the bucket. */
function measure() {
  bench.open = 'measure';
  void router.replace({ name: 'design', params: { ...route.params, stage: 'drain' } });
}
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

/** What the last change mended and what it brought, for a moment; told once the day has caught up. */
const news = ref('');
let before: Map<string, Level> | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const URGENCY: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };
watch(
  () => [trace.findings, trace.busy, trace.solved?.id] as const,
  ([findings, busy, id], [, , old]) => {
    if (busy) return;
    const now = new Map(findings.map((f) => [keyOf(f), f.level]));
    if (before && id === old) {
      let better = 0;
      let worse = 0;
      for (const key of new Set([...now.keys(), ...before.keys()])) {
        const change = URGENCY[now.get(key) ?? 'fine'] - URGENCY[before.get(key) ?? 'fine'];
        if (change < 0) better++;
        if (change > 0) worse++;
      }
      const parts = [...(better ? [`${better} better`] : []), ...(worse ? [`${worse} worse`] : [])];
      if (parts.length) {
        news.value = parts.join(', ');
        clearTimeout(timer);
        timer = setTimeout(() => (news.value = ''), SHOWN_FOR);
      }
    }
    before = now;
  },
);
onBeforeUnmount(() => clearTimeout(timer));
</script>

<template>
  <section class="findings" aria-labelledby="findings-title">
    <header>
      <h2 id="findings-title">Findings</h2>
      <span class="quiet" role="status">{{ summary }}</span>
      <span v-if="news" class="news">{{ news }}</span>
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
    <p v-if="trace.fixesReady && !trace.fixesWhole" class="quiet">
      This system is large: not every change was tried against each finding.
    </p>
    <details v-if="trace.risks.length" class="risks">
      <summary>Not measured, and it matters ({{ trace.risks.length }})</summary>
      <ul aria-label="What could be worse">
        <li v-for="r in trace.risks" :key="r.key">
          <b
            >{{ r.level === 'stop' ? 'May be at stop' : 'May be to watch' }}
            {{ tell(r.if, settings.units) }}:</b
          >
          {{ tell(r.sentence, settings.units) }}
        </li>
      </ul>
      <button type="button" class="more" @click="measure">Measure it</button>
    </details>
    <button type="button" class="more" :aria-expanded="all" @click="all = !all">
      {{ all ? 'Hide' : 'Show' }} what is fine ({{ fine.length }})
    </button>
    <ul v-if="all">
      <FindingCard v-for="f in fine" :key="keyOf(f)" :finding="f" :fixes="[]" :looking="false" />
    </ul>
  </section>
</template>

<style scoped>
.risks {
  padding: 8px 12px 0;
  font-size: 0.88rem;
}
.risks li {
  list-style: none;
  padding: 4px 0;
}
.risks .more {
  padding: 4px 0;
}
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 8px 10px 6px;
}
.news {
  margin-left: auto;
  padding: 1px 8px;
  border-radius: 4px;
  background: var(--water-soft);
  font-size: 0.86rem;
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
