<script setup lang="ts">
import { computed } from 'vue';
import { SUMS, sumOf, type Sum } from '../../core/sums';
import PlainChoice from '../parts/PlainChoice.vue';
import { useDerivation } from '../stores/derivation';
import { useLog } from '../stores/log';
import { useLifeBench } from '../stores/lifeBench';
import SumCard from './SumCard.vue';

/** The bench of sums: one at a time, filled in from the system at hand where there is one. */
const bench = useLifeBench();
const derivation = useDerivation();
const log = useLog();
/** Plan and water of the system at hand. */
const plan = computed(() => (derivation.figures ? log.plan : null));
const water = computed(() => (derivation.figures ? log.tended?.volume : undefined));
const withFish = computed(() => derivation.figures?.system.fish.length ?? null);
const sums = computed(() =>
  (SUMS as readonly Sum[])
    .filter(
      (s) =>
        withFish.value === null ||
        s.concerns === 'both' ||
        (s.concerns === 'fish') === withFish.value > 0,
    )
    .map((s) => ({ id: s.id, name: s.title })),
);
const sum = computed(() =>
  sumOf(sums.value.some((s) => s.id === bench.sum) ? bench.sum : sums.value[0]!.id)!,
);
</script>

<template>
  <div class="sums">
    <PlainChoice
      :model-value="sum.id"
      :items="sums"
      label="Calculator"
      @update:model-value="bench.sum = $event"
    />
    <SumCard :key="sum.id" :sum="sum" :figures="derivation.figures" :plan="plan" :water="water" />
  </div>
</template>

<style scoped>
.sums {
  padding: 14px 10px;
  display: grid;
  gap: 14px;
}
</style>
