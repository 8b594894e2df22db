<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { keyOf, ruleOf, type Finding, type Fix, type LikeFindings } from '../../core/findings';
import { format, tell } from '../../core/quantity';
import { numberChanges } from '../../core/system';
import { useChosen } from '../stores/chosen';
import { useLog } from '../stores/log';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useDerivation } from '../stores/derivation';
import LevelMark from './LevelMark.vue';
import { titlesOf } from './titles';

/** One finding: sentence, the number beside the number it must reach, why, and fixes to press. */
const props = defineProps<{
  finding: Finding;
  fixes: Fix[];
  looking: boolean;
  /** Fixes of this one, too, that stand at a graver one above. */
  above?: Fix[];
  /** The finding with those of other parts that are alike. */
  alike?: LikeFindings;
}>();
const chosen = useChosen();
const settings = useSettings();
const system = useSystem();
const log = useLog();
const router = useRouter();
const derivation = useDerivation();
const why = ref(false);
const shownFix = ref('');

const f = (v: number) => format(v, props.finding.kind, settings.units);
const sentence = computed(() =>
  tell(props.alike?.sentence ?? props.finding.sentence, settings.units),
);
/** A number stands once: what the sentence says is not said again below it. */
const measured = computed(() =>
  props.finding.inWords ? tell(props.finding.inWords, settings.units) : f(props.finding.measured),
);
const saysMeasured = computed(() => sentence.value.includes(measured.value));
const saysLimit = computed(() => sentence.value.includes(f(props.finding.limit)));
/** Those of the same kind whose numbers are others. */
const others = computed(() =>
  (props.alike?.others ?? [])
    .map((o) => `${o.name ? `“${o.name}” ` : ''}${format(o.measured, o.kind, settings.units)}`)
    .join(', '),
);
const findings = computed(() => props.alike?.findings ?? [props.finding]);
/** What it is about, where that can be shown in the drawing. */
const parts = computed(() =>
  findings.value.flatMap((x) => {
    const part = chosen.order.find((p) => p.id === x.about);
    return part ? [{ key: keyOf(x), about: x.about, name: part.name }] : [];
  }),
);
const card = ref<HTMLElement>();
watch(
  () => chosen.finding,
  ({ key }) => {
    if (findings.value.some((x) => keyOf(x) === key))
      card.value?.scrollIntoView({ block: 'nearest' });
  },
  { flush: 'post' },
);

/** The water of a running system is not edited: the plan of care says what is done to it. */
const byPlan = computed(
  () =>
    props.finding.level !== 'fine' &&
    ruleOf(props.finding.id).ofWater === true &&
    log.entries.length > 0,
);
const offered = computed(() => (byPlan.value ? [] : props.fixes));
const toPlan = () =>
  void router.push({ name: 'design', params: { id: system.document!.id, stage: 'rounds' } });

/** What a fix changes, before it does. */
function changes(fix: Fix): string {
  const doc = system.document;
  if (!doc) return '';
  const parts = numberChanges(doc, fix.edits).map(
    ({ label, kind, from, to }) =>
      `${label} ${format(from, kind, settings.units)} → ${format(to, kind, settings.units)}`,
  );
  if (fix.leaves === 'watch') parts.push('is still a warning');
  if (fix.also.length) parts.push(`also solves ${titlesOf(fix.also)}`);
  if (fix.costs.length) parts.push(`new warning: ${titlesOf(fix.costs)}`);
  return parts.join('; ');
}
function press(fix: Fix) {
  system.commit(fix.edits, tell(fix.label, settings.units));
}
</script>

<template>
  <li
    ref="card"
    class="card"
    :class="[finding.level, { looked: parts.some((p) => p.key === chosen.finding.key) }]"
    :data-finding="finding.id"
    :data-level="finding.level"
  >
    <p class="sentence">
      <LevelMark :level="finding.level" />
      {{ sentence }}
    </p>
    <p v-if="others" class="others">Alike: {{ others }}.</p>
    <p class="numbers">
      <button
        type="button"
        class="measured"
        :aria-label="`${measured}. Show the calculation`"
        @click="derivation.openFinding(finding)"
      >
        {{ saysMeasured ? 'Calculation' : measured }}
      </button>
      <span v-if="!saysLimit" class="quiet">Limit {{ f(finding.limit) }}</span>
      <button type="button" class="why" :aria-expanded="why" @click="why = !why">why</button>
    </p>
    <p v-if="parts.length && finding.level !== 'fine'" class="shows">
      <button
        v-for="p in parts"
        :key="p.key"
        type="button"
        :aria-label="`Show “${p.name}” in the drawing`"
        @click="chosen.showFinding(p.key, p.about)"
      >
        {{ p.name }}
      </button>
    </p>
    <div v-if="why" class="reason">
      <p>{{ tell(finding.why, settings.units) }}</p>
      <p class="quiet">{{ finding.source }}</p>
    </div>
    <v-btn v-if="byPlan" size="small" variant="tonal" class="plan" @click="toPlan"
      >Open the plan of care</v-btn
    >
    <ul v-if="offered.length" class="fixes" aria-label="Fixes">
      <li v-for="fix in offered" :key="fix.id">
        <button
          type="button"
          class="fix"
          :data-fix="fix.id"
          :aria-describedby="`fix-${finding.id}-${finding.about}-${fix.id}`"
          @click="press(fix)"
          @focus="shownFix = fix.id"
          @mouseenter="shownFix = fix.id"
        >
          {{ tell(fix.label, settings.units) }}
        </button>
        <span
          :id="`fix-${finding.id}-${finding.about}-${fix.id}`"
          class="effect"
          :class="{ 'visually-hidden': shownFix !== fix.id }"
          >{{ changes(fix) }}</span
        >
      </li>
    </ul>
    <p v-if="above?.length" class="quiet above">
      Also solved by a fix above: {{ above.map((x) => tell(x.label, settings.units)).join('; ') }}.
    </p>
    <p v-if="!byPlan && !fixes.length && looking && finding.level !== 'fine'" class="quiet looking">
      searching for fixes
    </p>
  </li>
</template>

<style scoped>
.card {
  list-style: none;
  padding: 8px 10px 9px;
  border-left: 4px solid currentColor;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
}
.card.stop {
  border-left-color: var(--stop);
  background: var(--stop-ground);
}
.card.watch {
  border-left-color: var(--watch);
  background: var(--watch-ground);
}
.card.fine {
  border-left-color: var(--fine);
}
.sentence {
  line-height: 1.35;
}
.numbers {
  font-size: var(--type-small);
  margin-top: 2px;
  display: flex;
  gap: 5px;
  align-items: baseline;
  flex-wrap: wrap;
}
.measured {
  color: inherit;
  text-decoration: underline dotted 1px;
  text-underline-offset: 4px;
  padding: 3px 0;
}
.why {
  margin-left: auto;
  text-decoration: underline;
  padding: 3px 6px;
  color: inherit;
}
.looked {
  box-shadow: inset 0 0 0 2px var(--water);
}
.others {
  font-size: var(--type-small);
  line-height: 1.35;
}
.shows {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  font-size: var(--type-small);
}
.shows button {
  color: var(--quiet);
  padding: 3px 0;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.reason {
  font-size: var(--type-small);
  line-height: 1.4;
  padding: 4px 0;
}
.fixes {
  padding: 4px 0 0;
  display: grid;
  gap: 4px;
}
.fixes li {
  list-style: none;
}
.fix {
  text-align: left;
  width: 100%;
  border: 1px solid var(--water);
  border-radius: var(--radius);
  padding: 6px 10px;
  background: var(--sheet);
  color: var(--text);
  font-size: var(--type-body);
  line-height: 1.25;
}
.fix:hover {
  background: var(--water-soft);
}
.effect {
  display: block;
  font-size: var(--type-label);
  padding: 2px 4px 2px 10px;
  color: var(--quiet);
}
.above {
  font-size: var(--type-small);
  line-height: 1.35;
  padding-top: 4px;
}
.looking {
  font-size: var(--type-label);
  padding-top: 2px;
}
</style>
