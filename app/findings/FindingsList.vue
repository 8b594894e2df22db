<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { groupAlike, keyOf, problemsOf, type Finding, type Fix } from '../../core/findings';
import { same, type SystemDocument } from '../../core/system';
import { useTrace } from '../stores/trace';
import { tell } from '../../core/quantity';
import { useBench } from '../stages/drain/benchStore';
import { useRested } from '../stores/rested';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import FindingCard from './FindingCard.vue';
import SolvePanel from './SolvePanel.vue';
import { useSolve } from './useSolve';

const props = defineProps<{
  /** Behind the panel: it may rest while something is pulled. */
  hidden?: boolean;
}>();

/** Findings by urgency, those that are alike in one sentence; what is fine is shown on request. */
const trace = useTrace();
const system = useSystem();
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
interface Judged {
  readonly document: SystemDocument | null;
  readonly findings: readonly Finding[];
}
const judged = useRested<Judged>(
  () => ({ document: system.document, findings: trace.findings }),
  () => props.hidden ?? false,
);
const solve = useSolve();
const problems = computed(() => problemsOf(judged.value.findings, solve.running).length);
const fine = computed(() => judged.value.findings.filter((f) => f.level === 'fine'));
const groups = computed(() => {
  const { document, findings } = judged.value;
  const open = findings.filter((f) => f.level !== 'fine');
  return document ? groupAlike(document, open) : [];
});
const sameEdits = (a: Fix, b: Fix) => same(a.edits, b.edits);
/**
 * Each group with its fixes: those of all its parts at once, else of each. A fix that mends several stands at the
 * gravest of them, and says so.
 */
const cards = computed(() => {
  const shown: Fix[] = [];
  return groups.value.map((alike) => {
    const key = keyOf(alike.findings[0]!);
    const single = alike.findings.flatMap((f) => trace.fixes[keyOf(f)] ?? []);
    const wanted = trace.together[key]?.length
      ? [
          ...trace.together[key],
          ...single.filter((x) => mendsAll(x, single, alike.findings.length)),
        ]
      : single;
    const own = wanted.filter((x, i) => wanted.findIndex((y) => sameEdits(x, y)) === i);
    const above = own.filter((x) => shown.some((y) => sameEdits(x, y)));
    const fixes = own.filter((x) => !above.includes(x));
    shown.push(...fixes);
    return { key, alike, fixes, above };
  });
});
const mendsAll = (x: Fix, all: readonly Fix[], parts: number) =>
  all.filter((y) => sameEdits(x, y)).length >= parts;
</script>

<template>
  <section class="findings" aria-labelledby="findings-title">
    <header>
      <h2 id="findings-title">Findings</h2>
      <span v-if="!cards.length" class="quiet">No problems found</span>
    </header>
    <SolvePanel :problems="problems" />
    <ul>
      <FindingCard
        v-for="c in cards"
        :key="c.key"
        :finding="c.alike.findings[0]!"
        :alike="c.alike"
        :fixes="c.fixes"
        :above="c.above"
        :looking="!trace.fixesReady"
      />
    </ul>
    <p v-if="trace.fixesReady && !trace.fixesWhole" class="quiet">
      This system is large. Mizuna did not try every change against each finding.
    </p>
    <details v-if="trace.risks.length" class="risks">
      <summary>Not measured, but important ({{ trace.risks.length }})</summary>
      <ul aria-label="Possible problems">
        <li v-for="r in trace.risks" :key="r.key">
          <b
            >{{ r.level === 'stop' ? 'May be a problem' : 'May be a warning' }}
            {{ tell(r.if, settings.units) }}:</b
          >
          {{ tell(r.sentence, settings.units) }}
        </li>
      </ul>
      <button type="button" class="more" @click="measure">Measure it</button>
    </details>
    <button type="button" class="more" :aria-expanded="all" @click="all = !all">
      {{ all ? `Hide what is OK (${fine.length})` : `Show what is OK (${fine.length})` }}
    </button>
    <ul v-if="all">
      <FindingCard v-for="f in fine" :key="keyOf(f)" :finding="f" :fixes="[]" :looking="false" />
    </ul>
  </section>
</template>

<style scoped>
.risks {
  padding: 8px 12px 0;
  font-size: var(--type-small);
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
h2 {
  font-size: var(--type-title);
}
ul {
  padding: 0;
}
.more {
  padding: 8px 12px;
  text-decoration: underline;
  font-size: var(--type-small);
  color: inherit;
}
</style>
