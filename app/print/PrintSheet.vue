<script setup lang="ts">
import { computed, ref } from 'vue';
import { mediumById } from '../../core/catalogue';
import { heldVolume } from '../../core/derived';
import { remindersOf } from '../../core/findings/reminders';
import { format, tell, type QuantityKind } from '../../core/quantity';
import { pumpedLines } from '../../core/system';
import LevelMark from '../findings/LevelMark.vue';
import { levelsAtRest } from '../section/levels';
import SectionDrawing from '../section/SectionDrawing.vue';
import { svgFile } from '../section/exportSvg';
import { handlesOf } from '../section/handles';
import { alikeOnce } from '../section/tags';
import { paperSize } from '../section/paper';
import { sceneOf } from '../section/scene';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { bedWords, lineWords, outletWords } from './words';

/** One page of a design: the drawing to scale, the water balance, what works how, and what is open. */
const system = useSystem();
const trace = useTrace();
const settings = useSettings();
const sheet = ref<HTMLElement>();
const doc = computed(() => system.document!);
const a = computed(() => system.assessment!);
const f = (v: number, k: QuantityKind) =>
  Number.isFinite(v) ? format(v, k, settings.units) : 'never';

const tags = computed(
  () => alikeOnce(handlesOf(doc.value, a.value, sceneOf(doc.value), 'vessels')).length,
);
const paper = computed(() => paperSize(doc.value, 186, 104, tags.value));
/** From so many open findings on they are set closer. */
const MANY = 12;
/** At rest, as the drawing's account lines begin. */
const levels = computed(() => levelsAtRest(a.value));
const figures = computed(() => ({ system: doc.value, a: a.value, day: trace.day }));
const accounts = computed(() =>
  doc.value.vessels.map((v, i) => {
    const { rest, deepest, afterPowerCut } = a.value.balance;
    const cell = (r: (typeof rest)[number]) => `${f(r.volume, 'volume')}, ${f(r.level, 'length')}`;
    const layers = [...(v.media?.layers ?? []), ...(v.media ? [v.media] : [])];
    return {
      id: v.id,
      name: v.name,
      what: layers.map((m) => mediumById(m.medium)?.name ?? m.medium).join(' over '),
      holds: f(heldVolume.value(figures.value, v.id)!, 'volume'),
      rest: cell(rest[i]!),
      deepest: cell(deepest[i]!),
      cut: cell(afterPowerCut[i]!),
      weight: f(a.value.weights[i]!.mass, 'mass'),
    };
  }),
);
/** How it works, pipe by pipe; what is alike to the letter is said once. */
const works = computed(() => [
  ...new Set([
    ...pumpedLines(doc.value).map((l) => lineWords(figures.value, l, f)),
    ...doc.value.paths.map((p) => outletWords(figures.value, p, f)).filter(Boolean),
    ...a.value.beds.map((b) => bedWords(figures.value, b.id, f)),
  ]),
]);
const open = computed(() => trace.open);
/** The most urgent that a page holds; of the rest it is said how many they are. */
const MOST = 14;
const printed = computed(() => open.value.slice(0, MOST));
/** Those of the build stand at its steps, on sheets of their own. */
const cautions = computed(() => remindersOf(doc.value).filter((r) => r.stage !== 'build'));

/** The drawing as a file; nothing before it is in the page. */
function drawing(): string | null {
  const svg = sheet.value?.querySelector('svg');
  return svg
    ? svgFile(svg, doc.value.name, `${doc.value.name}, 1 : ${paper.value.scale}, millimetres`)
    : null;
}
defineExpose({ drawing });
</script>

<template>
  <article ref="sheet" class="sheet v-theme--paper" aria-hidden="true">
    <header>
      <h1>{{ doc.name }}</h1>
      <span>Drawn 1 : {{ paper.scale }}, printed at its full size</span>
    </header>
    <div class="drawing" :style="{ width: `${paper.width}px`, height: `${paper.height}px` }">
      <SectionDrawing
        :system="doc"
        :assessment="a"
        :levels="levels"
        :flows="{}"
        stage="vessels"
        :paper="paper"
      />
    </div>
    <table>
      <thead>
        <tr>
          <th>Vessel</th>
          <th>To the rim</th>
          <th>At rest</th>
          <th>Deepest flood</th>
          <th>After a power cut</th>
          <th>Fullest weight</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in accounts" :key="r.id">
          <th>
            {{ r.name }}<small v-if="r.what">, {{ r.what }}</small>
          </th>
          <td>{{ r.holds }}</td>
          <td>{{ r.rest }}</td>
          <td>{{ r.deepest }}</td>
          <td>{{ r.cut }}</td>
          <td>{{ r.weight }}</td>
        </tr>
      </tbody>
    </table>
    <ul class="works">
      <li v-for="t in works" :key="t">{{ t }}</li>
    </ul>
    <section class="columns" :class="{ dense: open.length > MANY }">
      <h2>{{ open.length ? 'Open' : 'No open problems' }}</h2>
      <p v-for="x in printed" :key="`${x.id}${x.about}${x.part ?? ''}`" class="finding">
        <LevelMark :level="x.level" /> {{ tell(x.sentence, settings.units) }}
      </p>
      <p v-if="open.length > printed.length" class="finding">
        and {{ open.length - printed.length }} more warnings on the screen.
      </p>
      <h2>Cautions</h2>
      <p v-for="c in cautions" :key="c.id" class="caution">{{ c.sentence }}</p>
    </section>
  </article>
</template>

<style scoped>
.sheet {
  display: none;
  background: #fff;
  color: var(--text);
  font-size: 8.6pt;
  line-height: 1.32;
}
@media print {
  .sheet {
    display: block;
  }
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 1.5pt solid var(--text);
  padding-bottom: 1mm;
}
h1 {
  font-size: 15pt;
}
h2 {
  font-size: 9.4pt;
  padding-top: 1.5mm;
}
.drawing {
  margin: 2mm auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 0.7mm 2mm 0.7mm 0;
  border-bottom: 0.5pt solid var(--rule);
}
thead th,
tbody th {
  font-weight: 650;
}
small {
  font-weight: 400;
}
.works {
  padding: 1.5mm 0 0 4mm;
}
.columns {
  columns: 2;
  column-gap: 6mm;
}
/* Many open findings still go on one page. */
.columns.dense {
  columns: 3;
  column-gap: 4mm;
  font-size: 7.6pt;
}
.finding,
.caution {
  break-inside: avoid;
  padding: 0.6mm 0;
}
.caution {
  font-size: 7.8pt;
}
</style>
