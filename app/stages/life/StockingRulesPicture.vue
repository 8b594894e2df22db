<script setup lang="ts">
import { computed } from 'vue';
import { stockFor, total, type StockingRule } from '../../../core/life';
import { inSentence, format } from '../../../core/quantity';
import type { StockingRuleId } from '../../../core/system';
import { useDerivation } from '../../stores/derivation';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { useLife } from './useLife';

/** Every school's line on one scale of fish mass, with the stock of today and full grown. */
const system = useSystem();
const settings = useSettings();
const derivation = useDerivation();
const { life } = useLife();

const NAMES: Record<StockingRuleId, string> = {
  'feed-to-planting': 'Feed to planting',
  'mass-per-water': 'Fish per water',
  bacteria: 'Bacteria',
  oxygen: 'Oxygen',
  solids: 'Solids',
  'fish-per-plant': 'Fish per plant',
};
const mass = (x: number) => format(x, 'mass', settings.units);
const today = computed(() => total(life.value.groups, (g) => g.mass));
const grown = computed(() => total(life.value.groups, (g) => g.count * g.kind.growth.to));
const schools = computed(() => [...life.value.schools].sort((a, b) => a.mass - b.mass));
const governing = computed(() => schools.value.find((s) => s.governs));

/** The scale is by tenfold: schools lie far apart. */
const ends = computed(() => {
  const all = [
    today.value,
    grown.value,
    ...schools.value.flatMap((s) => [s.mass, ...s.range]),
  ].filter((x) => x > 0 && Number.isFinite(x));
  const low = Math.min(...all) / 1.6;
  const high = Math.max(...all) * 1.6;
  return { low: Math.log10(low), high: Math.log10(high) };
});
const at = (x: number) => {
  const { low, high } = ends.value;
  const share = (Math.log10(Math.max(x, 1e-9)) - low) / (high - low);
  return Math.min(100, Math.max(0, share * 100));
};
const word = (s: StockingRule) =>
  `${NAMES[s.id]}: ${mass(s.mass)}${s.governs ? ', governs' : ''}${today.value > s.mass ? ', stocking is above it' : ''}`;

/** How many of the chosen kind by the governing school, now and grown. */
const counts = computed(() => {
  const g = life.value.groups[0];
  const s = governing.value;
  return g && s ? { ...stockFor(s, g), kind: g.kind.name, id: g.id } : null;
});
function stock() {
  const c = counts.value;
  if (c)
    system.commit(
      [{ at: `fish.${c.id}.count`, to: c.grown }],
      `Stocked by rule of thumb: ${c.grown}`,
    );
}
const choose = (id: StockingRuleId) =>
  system.commit(
    [{ at: 'school', to: system.document!.school === id ? null : id }],
    system.document!.school === id ? 'The strictest rule decides' : `Rule of thumb: ${NAMES[id]}`,
  );
</script>

<template>
  <div v-if="schools.length">
    <div class="head quiet">
      <span :style="{ left: `${at(today)}%` }" class="flag">today {{ mass(today) }}</span>
      <span :style="{ left: `${at(grown)}%` }" class="flag late" :class="{ left: at(grown) > 60 }"
        >grown {{ mass(grown) }}</span
      >
    </div>
    <div class="rows">
      <i
        class="line"
        :style="{ left: `calc(118px + (100% - 118px - 34px) * ${at(today) / 100})` }"
      />
      <i
        class="line grownline"
        :style="{ left: `calc(118px + (100% - 118px - 34px) * ${at(grown) / 100})` }"
      />
      <div v-for="s in schools" :key="s.id" class="row" :class="{ governs: s.governs }">
        <button
          type="button"
          class="school"
          :aria-label="word(s)"
          @click="derivation.open(`school/${s.id}`)"
        >
          <span class="name">{{ NAMES[s.id] }}</span>
          <span class="track">
            <i
              class="range"
              :style="{
                left: `${at(s.range[0])}%`,
                width: `${Math.max(1, at(s.range[1]) - at(s.range[0]))}%`,
              }"
            />
            <i class="mark" :style="{ left: `${at(s.mass)}%` }" />
            <b :class="{ back: at(s.mass) > 55 }" :style="{ left: `${at(s.mass)}%` }">{{
              mass(s.mass)
            }}</b>
          </span>
        </button>
        <button
          type="button"
          class="go"
          :aria-pressed="system.document!.school === s.id"
          :aria-label="`Use the rule ${NAMES[s.id]}`"
          @click="choose(s.id)"
        >
          {{ system.document!.school === s.id ? '●' : '○' }}
        </button>
      </div>
    </div>
    <p v-if="counts && governing" class="note">
      By <b>{{ inSentence(NAMES[governing.id]) }}</b> {{ counts.now }} {{ counts.kind }} of today’s
      size, {{ counts.grown }} full grown.
      <template v-if="system.document!.school === null">The strictest rule decides</template>
    </p>
    <v-btn v-if="counts && counts.grown > 0" size="small" variant="outlined" @click="stock">
      Stock {{ counts.grown }} by this rule
    </v-btn>
  </div>
  <p v-else class="quiet">The rules of thumb appear when the day is calculated.</p>
</template>

<style scoped>
.head {
  position: relative;
  height: 34px;
  margin: 0 34px 0 118px;
  font-size: var(--type-label);
}
.flag {
  position: absolute;
  top: 0;
  white-space: nowrap;
  transform: translateX(-50%);
  color: var(--text);
}
.flag.late {
  top: 17px;
}
.flag.left {
  transform: translateX(-90%);
}
.rows {
  position: relative;
}
.line {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 2px solid var(--clay);
  pointer-events: none;
}
.grownline {
  border-left-style: dashed;
}
.row {
  display: flex;
  min-height: 40px;
}
.school {
  flex: 1;
  display: grid;
  grid-template-columns: 118px 1fr;
  align-items: center;
  text-align: left;
  color: inherit;
  font-size: var(--type-small);
}
.track {
  position: relative;
  height: 30px;
  border-bottom: 1px solid var(--rule);
}
.range {
  position: absolute;
  bottom: 0;
  height: 8px;
  background: var(--leaf);
  opacity: 0.3;
}
.mark {
  position: absolute;
  bottom: 0;
  height: 16px;
  border-left: 2px solid var(--leaf);
}
.track b {
  position: absolute;
  bottom: 11px;
  padding: 0 5px;
  font-weight: 400;
  white-space: nowrap;
  background: color-mix(in srgb, var(--paper) 78%, transparent);
  z-index: 1;
}
.track b.back {
  transform: translateX(-100%);
}
.governs .name,
.governs .track b {
  font-weight: 700;
}
.governs .mark {
  border-left-width: 4px;
  height: 22px;
}
.go {
  width: 34px;
  color: inherit;
}
.note {
  padding: 8px 0;
  font-size: var(--type-body);
  line-height: 1.45;
}
</style>
