<script setup lang="ts">
import { computed, nextTick, watch } from 'vue';
import { CHAPTERS, SHOPS, type Chapter, type StepCheck, type Piece } from '../../core/construction';
import { pagesOf, templatesOf, type Paper } from '../../core/formats/templates';
import { format, formatDuration, tell, type QuantityKind } from '../../core/quantity';
import { levelsAtRest } from '../section/levels';
import SectionDrawing from '../section/SectionDrawing.vue';
import { paperSize } from '../section/paper';
import StockBar from '../stages/build/StockBar.vue';
import { usePlan } from '../stages/build/store';
import { limitsInWords } from '../stages/build/limits';
import { useMoney } from '../parts/money';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** The build on paper: steps to tick off, the list for the shop, the cut list, templates at full size. */
const emit = defineEmits<{ ready: [] }>();
const system = useSystem();
const settings = useSettings();
const build = usePlan();
const money = useMoney();
const doc = computed(() => system.document!);
const a = computed(() => system.assessment!);
const plan = computed(() => build.plan);
const paper = computed<Paper>(() => (settings.units === 'us' ? 'letter' : 'a4'));
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const drawn = computed(() => paperSize(doc.value, 186, 78, 0));
const levels = computed(() => levelsAtRest(a.value));
const names = computed(
  () => new Map([...doc.value.vessels, ...doc.value.paths].map((x) => [x.id, x.name])),
);

/** With more steps than this only their heads are printed, so that the sheet stays two pages. */
const MANY = 32;
const short = computed(() => (plan.value?.steps.length ?? 0) > MANY);
const chapters = computed(() =>
  (Object.keys(CHAPTERS) as Chapter[]).map((id) => ({
    id,
    name: CHAPTERS[id],
    steps: plan.value?.steps.filter((x) => x.chapter === id) ?? [],
  })),
);
/** What is to be written in beside an entry. */
function blank(e: StepCheck): string {
  if (e.kind === 'yes') return '☐ yes';
  const limits = limitsInWords(e, settings.units);
  return limits ? `____ (${limits})` : '____';
}
const entries = (list: readonly StepCheck[]) => list.filter((e) => !e.optional);

const shops = computed(() =>
  SHOPS.map((shop) => ({
    ...shop,
    lines: plan.value?.parts.filter((p) => p.shop === shop.id) ?? [],
  })).filter((x) => x.lines.length),
);
const rows = (list: readonly (Piece | undefined)[]) =>
  list.flatMap((p) => (p ? [p] : [])).sort((x, y) => y.cut - x.cut);
const cuttings = computed(() =>
  (plan.value?.cuttings ?? []).map((c) => ({
    ...c,
    longest: Math.max(...c.nesting.bars.map((b) => b.length)),
    pieces: rows(c.nesting.bars.flatMap((b) => b.pieces.map((id) => build.pieces.get(id)))),
  })),
);
const templates = computed(() =>
  plan.value
    ? pagesOf(templatesOf(doc.value, plan.value, settings.units), paper.value, doc.value.name)
    : [],
);
watch(
  plan,
  async (now) => {
    if (!now) return;
    // The lens of the drawing is a part of the sheet.
    await import('../section/SectionBuild.vue');
    await nextTick();
    await nextTick();
    emit('ready');
  },
  { immediate: true },
);
</script>

<template>
  <div v-if="plan" class="sheets v-theme--paper" :class="paper" aria-hidden="true">
    <section class="page steps">
      <header>
        <h1>{{ doc.name }}: steps</h1>
        <span>{{ plan.steps.length }} steps, ◆ checkpoints; {{ f(plan.weight, 'mass') }} full</span>
      </header>
      <div class="drawing" :style="{ width: `${drawn.width}px`, height: `${drawn.height}px` }">
        <SectionDrawing
          :system="doc"
          :assessment="a"
          :levels="levels"
          :flows="{}"
          stage="build"
          :paper="drawn"
        />
      </div>
      <div class="columns">
        <template v-for="c in chapters" :key="c.id">
          <h2 v-if="c.steps.length">{{ c.name }}</h2>
          <div v-for="x in c.steps" :key="x.id" class="step">
            <p class="title">
              ☐ {{ x.hold ? '◆ ' : '' }}{{ tell(x.title, settings.units) }}
              <i
                >{{ formatDuration(x.minutes * 60) }}{{ x.hands === 2 ? ', two people' : ''
                }}{{ x.wait ? `, then ${formatDuration(x.wait.time)}` : '' }}</i
              >
            </p>
            <template v-if="!short">
              <p v-for="(h, i) in x.how" :key="i">{{ tell(h, settings.units) }}</p>
            </template>
            <p v-for="e in entries(x.entries)" :key="e.id" class="entry">
              {{ tell(e.label, settings.units) }}: {{ blank(e) }}
            </p>
            <p v-if="x.caution" class="caution">{{ tell(x.caution, settings.units) }}</p>
          </div>
        </template>
      </div>
    </section>

    <section class="page shop">
      <header>
        <h1>{{ doc.name }}: shopping list</h1>
        <span v-if="plan.cost.total !== null"
          >{{ money(plan.cost.total) }} where prices are entered</span
        >
      </header>
      <div class="columns">
        <div v-for="s in shops" :key="s.id" class="group">
          <h2>{{ s.name }}</h2>
          <p v-for="p in s.lines" :key="p.id" class="line">
            <b>{{ p.have ? '☑' : '☐' }}</b>
            <b>{{ p.unit === 'metre' ? f(p.count, 'run') : p.count }}</b>
            <span
              >{{ p.what }} {{ tell(p.size, settings.units) }}
              <i>{{ p.source || tell(p.note, settings.units) }}</i></span
            >
            <em>{{ p.price === null ? '' : money(p.price * p.count) }}</em>
          </p>
        </div>
      </div>
    </section>

    <section class="page cuts">
      <header>
        <h1>{{ doc.name }}: cut list</h1>
        <span>saw {{ f(doc.build.kerf, 'bore') }}, longest first</span>
      </header>
      <div v-for="c in cuttings" :key="c.stock" class="group">
        <h2>
          {{ c.name }}: {{ c.nesting.bought }} of {{ f(c.length, 'run')
          }}{{ c.nesting.proved ? '' : `, at least ${c.nesting.bound}` }}
        </h2>
        <div class="bars">
          <StockBar
            v-for="(b, i) in c.nesting.bars"
            :key="i"
            :bar="b"
            :longest="c.longest"
            :kerf="doc.build.kerf"
            :pieces="build.pieces"
            chosen=""
            :cut="build.cut"
          />
        </div>
        <div class="pieces">
          <p v-for="p in c.pieces" :key="p.id">
            ☐ <b>{{ f(p.cut, 'bore') }}</b> {{ p.name }}, {{ names.get(p.about) }}
          </p>
        </div>
      </div>
      <div v-for="c in plan.coils" :key="c.stock" class="group">
        <h2>{{ c.name }}: {{ f(c.bought, 'run') }} from a coil</h2>
        <div class="pieces">
          <p v-for="p in rows(c.pieces.map((id) => build.pieces.get(id)))" :key="p.id">
            ☐ <b>{{ f(p.cut, 'bore') }}</b> {{ names.get(p.about) }}
          </p>
        </div>
      </div>
      <h2>Holes</h2>
      <p v-for="h in plan.holes" :key="h.id" class="holes">
        ☐ {{ names.get(h.vessel) }}, {{ h.on === 'floor' ? 'floor' : `${h.on} wall` }}:
        <b>{{ h.diameter === null ? '⌀ ____' : `⌀ ${f(h.diameter, 'bore')}` }}</b>
        {{ f(h.x, 'length') }} × {{ f(h.y, 'length') }}, {{ h.what }}
      </p>
    </section>

    <!-- eslint-disable-next-line vue/no-v-html -->
    <section v-for="(t, i) in templates" :key="i" class="template" v-html="t.svg" />
  </div>
</template>

<style>
@page sheet-a4 {
  size: 210mm 297mm;
  margin: 12mm;
}
@page sheet-letter {
  size: 8.5in 11in;
  margin: 12mm;
}
@page template-a4 {
  size: 210mm 297mm;
  margin: 0;
}
@page template-letter {
  size: 8.5in 11in;
  margin: 0;
}
</style>
<style scoped>
.sheets {
  display: none;
  background: #fff;
  color: var(--text);
  font-size: 8pt;
  line-height: 1.28;
}
@media print {
  .sheets {
    display: block;
  }
}
.page {
  break-after: page;
}
.a4 .page {
  page: sheet-a4;
}
.letter .page {
  page: sheet-letter;
}
.template {
  display: block;
  overflow: hidden;
  break-inside: avoid;
}
.template :deep(svg) {
  display: block;
}
.a4 .template {
  page: template-a4;
  height: 296.9mm;
}
.letter .template {
  page: template-letter;
  height: 279.3mm;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 1.5pt solid var(--text);
  padding-bottom: 1mm;
}
h1 {
  font-size: 14pt;
}
h2 {
  font-size: 9.4pt;
  padding: 1.6mm 0 0.6mm;
  break-after: avoid;
}
.drawing {
  margin: 1mm auto;
}
.columns {
  columns: 2;
  column-gap: 6mm;
}
.step {
  break-inside: avoid;
  padding-bottom: 1.2mm;
}
.steps {
  font-size: 7.2pt;
}
.title {
  font-weight: 650;
  font-size: 8.2pt;
}
i {
  font-style: normal;
  font-weight: 400;
  color: #555;
}
.entry {
  padding-left: 3mm;
}
.caution {
  padding-left: 3mm;
  font-style: italic;
}
.line {
  display: grid;
  grid-template-columns: 4mm 9mm 1fr auto;
  gap: 1mm;
  break-inside: avoid;
  padding: 0.5mm 0;
  border-bottom: 0.4pt solid var(--rule);
}
.line i {
  display: block;
  font-size: 6.8pt;
}
em {
  font-style: normal;
}
.pieces {
  columns: 3;
  column-gap: 5mm;
  padding: 1mm 0;
}
.pieces p,
.holes {
  break-inside: avoid;
  padding: 0.3mm 0;
}
.bars {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1mm 4mm;
}
.group {
  break-inside: avoid-page;
}
</style>
