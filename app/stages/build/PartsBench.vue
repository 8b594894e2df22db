<script setup lang="ts">
import { computed, ref } from 'vue';
import { notedParts, SHOPS, type BuildPlan, type NotedPart } from '../../../core/construction';
import { format, tell } from '../../../core/quantity';
import { fieldAt, type PartNote } from '../../../core/system';
import PanelGroup from '../../parts/PanelGroup.vue';
import QuantityField from '../../parts/QuantityField.vue';
import DocumentField from '../../parts/DocumentField.vue';
import { fileStem, offerFile } from '../../storage/files';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { useMoney } from '../../parts/money';

/** The parts list by where it is bought: how many, what for one, what is there already. */
const props = defineProps<{ plan: BuildPlan }>();
const system = useSystem();
const settings = useSettings();
const money = useMoney();
const doc = computed(() => system.document!);
const open = ref('');
const priceField = fieldAt('build.parts.x.price')!;

/** With what is noted now: the plan follows a moment later. */
const parts = computed(() => notedParts(doc.value, props.plan.parts));
const shops = computed(() =>
  SHOPS.map((shop) => {
    const lines = parts.value.filter((p) => p.shop === shop.id);
    const sum = lines.reduce((x, p) => x + (p.have || p.price === null ? 0 : p.price * p.count), 0);
    return { ...shop, lines, sum, left: lines.filter((p) => !p.have).length };
  }).filter((x) => x.lines.length),
);
const count = (p: NotedPart) =>
  p.unit === 'metre' ? format(p.count, 'run', settings.units) : `${p.count} ×`;
const note = (p: NotedPart, change: Partial<PartNote>, label: string) =>
  system.commit(
    [
      {
        at: `build.parts.${p.id}`,
        to: { id: p.id, price: p.price, have: p.have, source: p.source, ...change },
      },
    ],
    label,
  );
function setSource(p: NotedPart, event: Event) {
  const source = (event.target as HTMLInputElement).value.trim().slice(0, 200);
  if (source !== p.source) note(p, { source }, `${p.what}: ${source || 'no source'}`);
}
function setCurrency(event: Event) {
  const to = (event.target as HTMLInputElement).value.trim().slice(0, 8);
  if (to !== doc.value.build.currency)
    system.commit([{ at: 'build.currency', to }], `Prices in ${to || 'no currency'}`);
}
async function save() {
  const { partsCsv } = await import('../../../core/formats/buildCsv');
  offerFile(
    partsCsv(doc.value, props.plan, settings.units),
    `${fileStem(doc.value.name)}-parts.csv`,
    'text/csv;charset=utf-8',
  );
}
</script>

<template>
  <div>
    <PanelGroup v-for="shop in shops" :key="shop.id" :title="shop.name">
      <p class="quiet">
        {{ shop.left ? `${shop.left} to buy` : 'You have all of it'
        }}{{ shop.sum ? `, ${money(shop.sum)} where prices are entered` : '' }}
      </p>
      <ul class="parts">
        <li v-for="p in shop.lines" :key="p.id" :class="{ have: p.have }">
          <v-checkbox-btn
            :model-value="p.have"
            :aria-label="`${p.what} ${tell(p.size, settings.units)}: I have it`"
            @update:model-value="
              note(
                p,
                { have: $event as boolean },
                `${p.what}: ${$event ? 'you have it' : 'to buy'}`,
              )
            "
          />
          <button
            type="button"
            class="row"
            :aria-expanded="open === p.id"
            @click="open = open === p.id ? '' : p.id"
          >
            <b>{{ count(p) }}</b>
            <span
              >{{ p.what }} <i>{{ tell(p.size, settings.units) }}</i></span
            >
            <em v-if="p.price !== null">{{ money(p.price * p.count) }}</em>
          </button>
          <div v-if="open === p.id" class="more">
            <p v-if="p.note.length">{{ tell(p.note, settings.units) }}</p>
            <p v-if="p.spare" class="quiet">{{ p.spare }} of them are spare.</p>
            <QuantityField
              :model-value="p.price"
              kind="money"
              :label="p.unit === 'metre' ? 'Price per metre' : 'Price per item'"
              :min="priceField.min"
              :max="priceField.max"
              :step="priceField.step"
              clearable
              placeholder="unknown"
              @commit="note(p, { price: $event }, `${p.what}: ${$event ?? 'no price'}`)"
              @nudge="note(p, { price: $event }, `${p.what}: ${$event}`)"
            />
            <v-text-field
              :model-value="p.source"
              label="Shop or note"
              maxlength="200"
              @change="setSource(p, $event)"
            />
          </div>
        </li>
      </ul>
    </PanelGroup>
    <PanelGroup title="Money and bags">
      <div class="fields">
        <v-text-field
          :model-value="doc.build.currency"
          label="Currency"
          maxlength="8"
          placeholder="as you write it"
          persistent-placeholder
          @change="setCurrency"
        />
        <DocumentField at="build.bag" />
      </div>
      <p class="total">
        {{
          plan.cost.total === null
            ? 'No prices yet.'
            : `${money(plan.cost.total)} still to spend, where prices are entered.`
        }}
        {{ plan.cost.unpriced }} items have no price. You already have {{ plan.cost.had }} of them.
      </p>
      <v-btn size="small" @click="save">Save the parts list</v-btn>
    </PanelGroup>
  </div>
</template>

<style scoped>
.parts {
  list-style: none;
}
.parts li {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  border-top: 1px solid var(--rule);
}
.row {
  display: grid;
  grid-template-columns: 3.4rem 1fr auto;
  gap: 6px;
  text-align: left;
  padding: 8px 4px 8px 0;
  flex: 1 1 0;
  line-height: 1.3;
}
.row i {
  font-style: normal;
  color: var(--quiet);
  font-size: var(--type-small);
}
.row em {
  font-style: normal;
  font-weight: 650;
}
.have .row span {
  text-decoration: line-through;
  text-decoration-color: var(--quiet);
}
.more {
  width: 100%;
  display: grid;
  gap: 10px;
  padding: 0 4px 12px 42px;
  font-size: var(--type-small);
  line-height: 1.4;
}
.total {
  padding: 12px 0 8px;
  font-weight: 600;
}
.parts .v-selection-control {
  flex: none;
}
</style>
