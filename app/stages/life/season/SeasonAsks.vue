<script setup lang="ts">
import { computed } from 'vue';
import { format } from '../../../../core/quantity';
import type { SeasonWithCare } from '../../../../core/year';
import { seasonMoney } from '../../../../core/year/money';
import { monthName } from '../../../parts/months';
import { useSettings } from '../../../stores/settings';
import { useMoney } from '../../../parts/money';
import { useSystem } from '../../../stores/system';
import { cropName } from './actions';
import { substanceName } from './substances';

/** What a season asks of the grower, and what it yields. */
const props = defineProps<{ main: SeasonWithCare }>();
const system = useSystem();
const settings = useSettings();
const money = useMoney();
const doc = computed(() => system.document!);
const f = (x: number, kind: Parameters<typeof format>[1]) => format(x, kind, settings.units);

interface Row {
  readonly name: string;
  readonly value: string;
}
const asks = computed((): Row[] => {
  const { asks: a, season } = props.main;
  const rows: Row[] = [];
  if (a.seconds > 0)
    rows.push({
      name: 'Time',
      value: `${f(Math.round(a.seconds / season.days / 60) * 60, 'time')} a day, ${f(Math.round((7 * a.seconds) / season.days / 600) * 600, 'time')} a week`,
    });
  rows.push({ name: 'Water topped up', value: f(a.toppedUp, 'volume') });
  if (a.changed > 0) rows.push({ name: 'Water changed', value: f(a.changed, 'volume') });
  if (a.feed > 0) rows.push({ name: 'Feed', value: f(a.feed, 'mass') });
  for (const [id, mass] of Object.entries(a.given))
    rows.push({ name: substanceName(id), value: f(mass, 'dose') });
  for (const [id, volume] of Object.entries(a.volumes))
    rows.push({ name: substanceName(id), value: f(volume, 'liquid') });
  if (a.tests > 0) rows.push({ name: 'Single tests', value: String(a.tests) });
  const cost = seasonMoney(doc.value, a);
  if (cost !== null) rows.push({ name: 'Money for feed and water', value: money(cost) });
  return rows;
});

const yields = computed((): Row[] => {
  const { season } = props.main;
  const { tally } = season;
  const last = season.days;
  const rows: Row[] = [];
  if (season.count.some((x) => x > 0)) {
    if (tally.out > 0)
      rows.push({ name: 'Fish removed', value: `${tally.out}, ${f(tally.outMass, 'mass')}` });
    rows.push({
      name: 'Fish at the end',
      value: `${season.count[last]!}, ${f(season.fish[last]!, 'mass')}`,
    });
    rows.push({ name: 'Fish that died', value: String(tally.deaths) });
    rows.push({
      name: 'Fish-days under stress',
      value: `${Math.round(tally.stress)} of ${Math.round(tally.fishDays)}`,
    });
  }
  return rows;
});

/** Harvest by crop, a cell a month. */
const months = computed(() => {
  const { harvest } = props.main;
  const last = Math.max(-1, ...harvest.map((h) => h.after));
  return Array.from({ length: last + 1 }, (_, after) => ({
    after,
    name: monthName(harvest.find((h) => h.after === after)?.month ?? 0),
  }));
});
const crops = computed(() => {
  const { harvest } = props.main;
  const all = [...new Set(harvest.map((h) => h.crop))];
  const most = Math.max(1e-9, ...harvest.map((h) => h.mass));
  return all.map((crop) => ({
    name: cropName(doc.value, crop),
    total: harvest.reduce((sum, h) => (h.crop === crop ? sum + h.mass : sum), 0),
    cells: months.value.map(({ after }) => {
      const mass = harvest.find((h) => h.crop === crop && h.after === after)?.mass ?? 0;
      return { after, mass, share: mass / most };
    }),
  }));
});
</script>

<template>
  <div class="calculators">
    <section aria-label="Effort and cost">
      <h2>Effort</h2>
      <dl>
        <template v-for="r in asks" :key="r.name">
          <dt>{{ r.name }}</dt>
          <dd>{{ r.value }}</dd>
        </template>
      </dl>
    </section>
    <section v-if="yields.length || crops.length" aria-label="Yield">
      <h2>Yield</h2>
      <dl>
        <template v-for="r in yields" :key="r.name">
          <dt>{{ r.name }}</dt>
          <dd>{{ r.value }}</dd>
        </template>
      </dl>
    </section>
    <p class="wide quiet">
      The season includes oxygen, ammonia, nitrite, pH and temperature. It does not include disease,
      chlorine and hunger.
    </p>
    <section v-if="crops.length" class="wide" aria-label="Harvest by month">
      <h2>Harvest, estimated from the nitrogen that the plants take up</h2>
      <div class="scroll" tabindex="0" role="region" aria-label="Harvest by crop and month">
        <table>
          <thead>
            <tr>
              <th>Crop</th>
              <th v-for="m in months" :key="m.after">{{ m.name }}</th>
              <th>In total</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in crops" :key="c.name">
              <th>{{ c.name }}</th>
              <td v-for="cell in c.cells" :key="cell.after">
                <span class="bar" :style="{ height: `${Math.round(22 * cell.share)}px` }" />
                <span>{{ cell.mass > 0.005 ? f(cell.mass, 'mass') : '' }}</span>
              </td>
              <td>{{ f(c.total, 'mass') }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>

<style scoped>
.calculators {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 4px 28px;
  font-size: var(--type-body);
}
.wide {
  grid-column: 1 / -1;
  min-width: 0;
}
h2 {
  font-size: var(--type-body);
  font-weight: 650;
  padding: 8px 0 4px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
}
dd {
  text-align: end;
  font-variant-numeric: tabular-nums;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
}
th,
td {
  padding: 2px 8px;
  text-align: end;
  vertical-align: bottom;
  font-weight: 400;
  white-space: nowrap;
}
tbody th,
thead th:first-child {
  text-align: start;
}
td .bar {
  display: block;
  width: 14px;
  margin-inline-start: auto;
  background: rgb(var(--v-theme-success));
}
</style>
