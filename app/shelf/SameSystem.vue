<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { READ_FIELDS, entryWords, type Entry } from '../../core/log';
import { format, plural, tell } from '../../core/quantity';
import { numberChanges, stepBetween } from '../../core/system';
import { momentWords } from '../stages/rounds/when';
import { hereZone } from '../stores/log';
import { useSettings } from '../stores/settings';
import { useShelf } from './store';
import { openedRoute } from './openedRoute';

/** A file of a system that is already here: what its log would change is shown before anything is done. */
const shelf = useShelf();
const settings = useSettings();
const router = useRouter();
const p = computed(() => shelf.pending!);
const FEW = 6;
const MOST_NUMBERS = 8;
const words = (e: Entry) =>
  `${momentWords(e.at, Date.now(), hereZone())}: ${tell(entryWords(e, p.value.system), settings.units)}`;
const names = new Map<string, string>(READ_FIELDS.map((f) => [f.id, f.label]));
const changed = computed(() =>
  p.value.news.changed.slice(0, FEW).map((c) => ({
    id: c.after.id,
    text: `${words(c.before)} becomes ${tell(entryWords(c.after, p.value.system), settings.units)} (${c.fields.map((f) => names.get(f) ?? f).join(', ')})`,
  })),
);
const count = (n: number) => plural(n, '# entry', '# entries');
/** What the design that comes changes of the one here. */
const design = computed(() => {
  const { edits } = stepBetween(p.value.mine, p.value.system, '');
  const numbers = numberChanges(p.value.mine, edits);
  return {
    numbers: numbers.slice(0, MOST_NUMBERS).map(({ at, of, label, kind, from, to }) => {
      const [a, b] = [from, to].map((x) => format(x, kind, settings.units));
      return { at, text: `${of ? `${of}: ` : ''}${label} ${a} → ${b}` };
    }),
    others: edits.length - Math.min(numbers.length, MOST_NUMBERS),
  };
});
async function go(id: string | null) {
  if (id) await router.push(openedRoute(id, shelf.runs));
}
const merge = async (design: boolean) => go(await shelf.mergeTwin(design));
const copy = async () => go(await shelf.copyTwin());
</script>

<template>
  <v-dialog
    :model-value="true"
    aria-labelledby="same-title"
    @update:model-value="shelf.leaveTwin()"
  >
    <v-card class="pa-4">
      <h2 id="same-title">“{{ p.system.name }}” is already here</h2>
      <template v-if="p.from === 'file'">
        <p>
          The log in the file adds <b>{{ count(p.news.added.length) }}</b>, corrects
          <b>{{ p.news.changed.length }}</b> and removes <b>{{ p.news.removed.length }}</b>. If both
          devices corrected an entry, the later correction counts. Earlier values are saved.
        </p>
        <ul>
          <li v-for="e in p.news.added.slice(0, FEW)" :key="e.id">New: {{ words(e) }}</li>
          <li v-if="p.news.added.length > FEW">and {{ p.news.added.length - FEW }} more</li>
          <li v-for="c in changed" :key="c.id">Corrected: {{ c.text }}</li>
          <li v-for="e in p.news.removed.slice(0, FEW)" :key="e.id">Removed: {{ words(e) }}</li>
        </ul>
      </template>
      <template v-if="p.differs">
        <p>The design in the {{ p.from }} differs from the one here.</p>
        <ul aria-label="Changes of the design">
          <li v-for="c in design.numbers" :key="c.at">{{ c.text }}</li>
          <li v-if="design.others">
            {{ plural(design.others, '# other change', '# other changes') }}
          </li>
        </ul>
      </template>
      <div class="buttons">
        <v-btn v-if="p.from === 'link'" variant="flat" color="primary" @click="merge(true)"
          >Use the design in the link</v-btn
        >
        <template v-else>
          <v-btn variant="flat" color="primary" @click="merge(false)">{{
            p.differs ? 'Merge the log, keep the design here' : 'Merge the log'
          }}</v-btn>
          <v-btn v-if="p.differs" variant="tonal" @click="merge(true)"
            >Merge the log and use the file’s design</v-btn
          >
        </template>
        <v-btn variant="outlined" @click="copy">Keep both</v-btn>
        <v-btn @click="shelf.leaveTwin()">Cancel</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h2 {
  font-size: var(--type-title);
  padding-bottom: 8px;
}
p {
  line-height: 1.45;
  padding-bottom: 6px;
}
ul {
  padding-left: 18px;
  font-size: var(--type-body);
  max-height: 36vh;
  overflow: auto;
}
.buttons {
  display: grid;
  gap: 8px;
  padding-top: 12px;
}
</style>
