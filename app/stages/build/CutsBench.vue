<script setup lang="ts">
import { mdiDelete, mdiPlus } from '@mdi/js';
import { computed, nextTick, ref, watch } from 'vue';
import { buildKey, stockKind, stockName, type BuildPlan } from '../../../core/construction';
import { format, type QuantityKind, plural } from '../../../core/quantity';
import { fieldAt } from '../../../core/system';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { fileStem, offerFile } from '../../storage/files';
import { useBuild } from './store';
import { useBuildBench } from './benchStore';
import { useChosen } from '../../stores/chosen';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import BuildQuestions from './BuildQuestions.vue';
import PieceList from './PieceList.vue';
import { stockRows } from './pieces';
import StandsGroup from './StandsGroup.vue';
import StockBar from './StockBar.vue';

/** The cut list: lengths with what is cut from them, each piece with its why, what is cut already. */
const props = defineProps<{ plan: BuildPlan }>();
const system = useSystem();
const settings = useSettings();
const build = useBuild();
const bench = useBuildBench();
const chosen = useChosen();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const doc = computed(() => system.document!);
const names = computed(
  () => new Map([...doc.value.vessels, ...doc.value.paths].map((x) => [x.id, x.name])),
);

const groups = computed(() =>
  props.plan.cuttings.map((c) => ({
    ...c,
    longest: Math.max(...c.nesting.bars.map((b) => b.length)),
    rows: stockRows(
      [...c.nesting.bars.flatMap((b) => b.pieces), ...c.nesting.tooLong],
      build.pieces,
    ),
  })),
);
const coils = computed(() =>
  props.plan.coils.map((c) => ({ ...c, rows: stockRows(c.pieces, build.pieces) })),
);

function bought(c: (typeof groups.value)[number]): string {
  const { nesting: n } = c;
  const own = n.bars.filter((b) => b.offcut).length;
  const lengths = `${plural(n.bought, '# length', '# lengths')} of ${f(c.length, 'run')}`;
  const count = own ? `${lengths} and ${own} of your own` : lengths;
  if (n.proved) return `${count}. This is the minimum.`;
  return `${count}. The minimum may be ${n.bound}, but the search found no such plan in time.`;
}

const list = ref<HTMLElement>();
function choose(id: string) {
  const piece = build.pieces.get(id);
  bench.piece = bench.piece === id ? '' : id;
  if (piece && bench.piece) chosen.chooseById(piece.about);
}
watch(
  () => bench.piece,
  async (id) => {
    await nextTick();
    list.value
      ?.querySelector(`[data-piece~="${CSS.escape(id)}"]`)
      ?.scrollIntoView({ block: 'nearest' });
  },
);

/** What was cut and fits no longer. */
const misfits = computed(() => props.plan.cut.filter((c) => c.state !== 'fits'));
function misfit(c: (typeof misfits.value)[number]): string {
  const piece = build.pieces.get(c.id);
  const name = piece
    ? `${piece.name} of “${names.value.get(piece.about) ?? piece.about}”`
    : `A piece of ${f(c.was, 'bore')}`;
  if (c.is === null) return `${name} is no longer needed. Store it as an offcut.`;
  const by = f(Math.abs(c.was - c.is), 'bore');
  return c.state === 'long'
    ? `${name} is ${f(c.was, 'bore')} and should be ${f(c.is, 'bore')}. Cut ${by} off.`
    : `${name} is ${f(c.was, 'bore')} and should be ${f(c.is, 'bore')}, so it is ${by} too short. Cut a new one, or extend it with a coupling.`;
}
const forget = (id: string) =>
  system.commit(
    [{ at: 'build.cut', to: doc.value.build.cut.filter((c) => c.id !== id) }],
    'Cut piece removed',
  );

/** An own piece that is about to be noted. */
const adding = ref(false);
const of = ref('');
const stocks = computed(() =>
  props.plan.cuttings.map((c) => ({ id: c.stock, name: stockName(c.stock) })),
);
const lengthField = fieldAt('build.offcuts.x.length')!;
function add(length: number | null) {
  const stock = of.value || stocks.value[0]?.id;
  if (length === null || !stock) return;
  let n = 1;
  const ids = new Set(doc.value.build.offcuts.map((o) => o.id));
  while (ids.has(`own-${n}`)) n++;
  const id = `own-${n}`;
  system.commit(
    [{ at: `build.offcuts.${id}`, to: { id, of: stock, length } }],
    `Own piece of ${f(length, 'bore')}`,
  );
  adding.value = false;
}
const stockAt = (stock: string) => `build.stock.${buildKey(stock)}`;
const stockField = fieldAt('build.stock.x.length')!;
const setLength = (stock: string, length: number | null) =>
  system.commit(
    [
      {
        at: stockAt(stock),
        to: length === null ? undefined : { id: buildKey(stock), length },
      },
    ],
    length === null
      ? `${stockName(stock)} sold by the usual length`
      : `${stockName(stock)} sold by ${f(length, 'run')}`,
  );
const ownLength = (stock: string) => doc.value.build.stock.some((x) => x.id === buildKey(stock));

async function save() {
  const { cutListCsv } = await import('../../../core/formats/buildCsv');
  offerFile(
    cutListCsv(doc.value, props.plan, settings.units),
    `${fileStem(doc.value.name)}-cuts.csv`,
    'text/csv;charset=utf-8',
  );
}
</script>

<template>
  <div ref="list">
    <BuildQuestions :questions="plan.questions" />
    <PanelGroup v-if="misfits.length" title="Pieces cut before the design changed">
      <ul class="misfits" role="status">
        <li v-for="c in misfits" :key="c.id">
          {{ misfit(c) }}
          <v-btn size="small" @click="forget(c.id)">Remove</v-btn>
        </li>
      </ul>
      <p class="quiet">
        {{ plan.cut.length - misfits.length }} of {{ plan.cut.length }} cut pieces still fit.
      </p>
    </PanelGroup>

    <PanelGroup v-for="g in groups" :key="g.stock" :title="g.name">
      <p class="quiet">{{ bought(g) }}</p>
      <div class="bars">
        <StockBar
          v-for="(b, i) in g.nesting.bars"
          :key="i"
          :bar="b"
          :longest="g.longest"
          :kerf="doc.build.kerf"
          :pieces="build.pieces"
          :chosen="bench.piece"
          :cut="build.cut"
          @choose="choose"
        />
      </div>
      <p v-if="g.nesting.tooLong.length" class="wrong">
        {{ g.nesting.tooLong.length }} of them are longer than {{ f(g.length, 'run') }}: enter a
        longer length, or join two.
      </p>
      <PieceList :rows="g.rows" :names="names" @choose="choose" />
      <QuantityField
        class="sold"
        :model-value="g.length"
        kind="run"
        :label="
          stockKind(g.stock) === 'pipe' ? 'Pipe sold in lengths of' : 'Section sold in lengths of'
        "
        :min="stockField.min"
        :max="stockField.max"
        :step="stockField.step"
        :clearable="ownLength(g.stock)"
        @commit="setLength(g.stock, $event)"
        @nudge="setLength(g.stock, $event)"
      />
    </PanelGroup>

    <PanelGroup v-for="c in coils" :key="c.stock" :title="`${c.name}, from a coil`">
      <p class="quiet">{{ f(c.length, 'run') }} in total; buy {{ f(c.bought, 'run') }}.</p>
      <PieceList :rows="c.rows" :names="names" @choose="choose" />
    </PanelGroup>

    <StandsGroup :stands="plan.stands" />

    <PanelGroup title="Saw, sockets and your own pieces">
      <div class="fields">
        <DocumentField at="build.kerf" />
        <DocumentField at="build.stopGap" />
      </div>
      <ul v-if="doc.build.offcuts.length" class="own">
        <li v-for="o in doc.build.offcuts" :key="o.id">
          <DocumentField :at="`build.offcuts.${o.id}.length`" :label="stockName(o.of)" />
          <v-btn
            :icon="mdiDelete"
            size="small"
            :aria-label="`Remove the piece of ${f(o.length, 'bore')}`"
            @click="
              system.commit([{ at: `build.offcuts.${o.id}`, to: undefined }], 'Own piece removed')
            "
          />
        </li>
      </ul>
      <div v-if="adding" class="fields">
        <PlainChoice
          class="wide"
          :model-value="of || stocks[0]?.id || ''"
          :items="stocks"
          label="Own piece of"
          @update:model-value="of = $event"
        />
        <QuantityField
          class="wide"
          :model-value="null"
          kind="length"
          label="Its length"
          :min="lengthField.min"
          :max="lengthField.max"
          :step="lengthField.step"
          @commit="add"
        />
      </div>
      <div class="buttons">
        <v-btn
          v-if="!adding && stocks.length"
          size="small"
          :prepend-icon="mdiPlus"
          @click="adding = true"
          >Add a piece that I have</v-btn
        >
        <v-btn size="small" @click="save">Save the cut list</v-btn>
      </div>
    </PanelGroup>
  </div>
</template>

<style scoped>
.bars {
  display: grid;
  gap: 2px;
  padding: 6px 0;
}
.misfits,
.own {
  list-style: none;
}
.sold {
  padding-top: 10px;
}
.misfits li {
  padding: 6px 0;
  border-left: 3px solid var(--watch);
  padding-left: 8px;
  margin-bottom: 6px;
}
.wrong {
  color: var(--stop);
  font-weight: 600;
}
.own li {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  padding-top: 10px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 10px;
}
</style>
