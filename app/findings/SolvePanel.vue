<script setup lang="ts">
import { computed } from 'vue';
import { assess } from '../../core/assess';
import type { Finding } from '../../core/findings';
import { plural, tell } from '../../core/quantity';
import type { SystemDocument } from '../../core/system';
import { levelsAtRest } from '../section/levels';
import SystemPicture, { type PictureSource } from '../shelf/SystemPicture.vue';
import { useSettings } from '../stores/settings';
import { titlesOf } from './titles';
import { useSolve } from './useSolve';

/** One press from many problems to the shortest plan: its changes, what each solves, the system before and after. */
const props = defineProps<{
  /** Problems that the system has now. */
  problems: number;
}>();
const solve = useSolve();
const settings = useSettings();

/** Fewer are solved by the buttons under them. */
const WORTH = 2;
const shown = computed(
  () => props.problems >= WORTH || solve.searching || solve.plan !== null || !!solve.trouble,
);
const words = computed(() => {
  const plan = solve.plan;
  if (!plan) return '';
  if (!plan.changes.length)
    return 'No change of one or two sizes or settings solves a problem here.';
  return plan.left.length
    ? plural(plan.left.length, 'This plan leaves one problem.', 'This plan leaves # problems.')
    : plural(
        plan.changes.length,
        'One change solves all problems.',
        '# changes solve all problems.',
      );
});
const leftWords = computed(() =>
  solve.after === null
    ? 'These changes need one that you left out'
    : solve.left === null
      ? 'Calculating …'
      : solve.left
        ? plural(solve.left, 'One problem left', '# problems left')
        : 'No problem left',
);
const ids = (list: readonly Finding[]) => list.map((f) => f.id);

async function drawn(system: SystemDocument | null): Promise<PictureSource | null> {
  if (!system) return null;
  const assessment = assess(system);
  return { system, assessment, levels: levelsAtRest(assessment) };
}
</script>

<template>
  <section v-if="shown" class="solve" aria-labelledby="solve-title">
    <h3 id="solve-title" class="visually-hidden">Solve all problems</h3>
    <p v-if="!solve.searching && !solve.plan">
      <v-btn variant="flat" color="primary" @click="solve.search()">Solve all problems</v-btn>
      <span class="quiet">Mizuna searches for the fewest changes.</span>
    </p>
    <p v-if="solve.trouble" role="alert">{{ solve.trouble }}</p>
    <div v-if="solve.searching" role="status">
      <p>
        Searching the fewest changes …
        <template v-if="solve.progress">
          {{ plural(solve.progress.tried, '# system tried', '# systems tried') }},
          {{ plural(solve.progress.left, 'one problem left', '# problems left') }}
        </template>
      </p>
      <v-progress-linear indeterminate aria-label="Search for a plan" />
      <v-btn size="small" variant="tonal" @click="solve.stop()">Stop and show the best</v-btn>
    </div>
    <template v-if="solve.plan">
      <p role="status">
        <b>{{ words }}</b>
        <span v-if="!solve.plan.whole" class="quiet"> The search was stopped before its end. </span>
      </p>
      <ol v-if="solve.plan.changes.length" class="changes">
        <li v-for="(c, i) in solve.plan.changes" :key="i">
          <label>
            <input
              type="checkbox"
              :checked="!solve.omitted.includes(i)"
              @change="solve.toggle(i)"
            />
            <span>
              {{ tell(c.label, settings.units) }}
              <span v-if="c.solves.length" class="quiet"
                >Solves: {{ titlesOf(ids(c.solves)) }}.</span
              >
            </span>
          </label>
        </li>
      </ol>
      <div v-if="solve.plan.changes.length && solve.of" class="pictures">
        <figure>
          <SystemPicture :draw="() => drawn(solve.of)" version="now" label="The system now" />
          <figcaption>Now: {{ plural(problems, 'one problem', '# problems') }}</figcaption>
        </figure>
        <figure>
          <SystemPicture
            :draw="() => drawn(solve.after)"
            :version="[...solve.omitted].sort().join()"
            label="The system with these changes"
          />
          <figcaption>
            <span role="status">After: {{ leftWords }}</span>
          </figcaption>
        </figure>
      </div>
      <p v-if="solve.plan.left.length" class="quiet">
        Not solved: {{ titlesOf(ids(solve.plan.left)) }}. No change of one or two sizes or settings
        helps. Change the layout, or choose other parts.
      </p>
      <p v-if="solve.stale" role="status">
        The system has changed since. Search again for a new plan.
      </p>
      <p class="row">
        <v-btn
          v-if="solve.plan.changes.length && !solve.stale"
          variant="flat"
          color="primary"
          :disabled="!solve.chosen.length || solve.after === null"
          @click="solve.apply()"
          >{{ plural(solve.chosen.length, 'Make this change', 'Make these # changes') }}</v-btn
        >
        <v-btn v-if="solve.stale" variant="tonal" @click="solve.search()">Search again</v-btn>
        <v-btn variant="text" @click="solve.close()">Cancel</v-btn>
      </p>
    </template>
  </section>
</template>

<style scoped>
.solve {
  margin: 4px 10px 8px;
  padding: 10px 12px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
p {
  margin-bottom: 8px;
}
p:last-child {
  margin-bottom: 0;
}
.solve > p .quiet {
  margin-left: 8px;
}
.changes {
  padding-left: 0;
  margin-bottom: 8px;
}
.changes li {
  list-style: none;
  padding: 3px 0;
}
.changes label {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 6px;
  align-items: start;
}
.changes input {
  width: 18px;
  height: 18px;
}
.changes .quiet {
  display: block;
}
.pictures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-bottom: 8px;
}
figure {
  height: 110px;
  display: flex;
  flex-direction: column;
}
figcaption {
  font-size: var(--type-small);
  text-align: center;
}
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
</style>
