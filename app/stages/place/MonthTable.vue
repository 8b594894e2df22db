<script setup lang="ts">
import { computed } from 'vue';
import { monthNames } from '../../parts/months';
import DocumentField from '../../parts/DocumentField.vue';
import { useSystem } from '../../stores/system';

/** Twelve monthly means, typed: of the room indoors, by day and by night elsewhere. */
const system = useSystem();
const MONTHS = monthNames('long');
const site = computed(() => system.document!.site);
</script>

<template>
  <details v-if="site.room || site.outside">
    <summary>Month by month</summary>
    <div v-if="site.room" class="months">
      <DocumentField v-for="(m, i) in MONTHS" :key="m" :at="`site.room.${i}`" :label="m" />
    </div>
    <div v-if="site.outside" class="months">
      <template v-for="(m, i) in MONTHS" :key="m">
        <DocumentField :at="`site.outside.day.${i}`" :label="`${m}, day`" />
        <DocumentField :at="`site.outside.night.${i}`" :label="`${m}, night`" />
      </template>
    </div>
  </details>
</template>

<style scoped>
summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
  font-size: var(--type-body);
}
.months {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 8px;
  padding: 8px 0;
}
</style>
