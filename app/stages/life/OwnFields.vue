<script setup lang="ts">
import { computed } from 'vue';
import { FIELDS, readAt } from '../../../core/system';
import DocumentField from '../../parts/DocumentField.vue';
import { useSystem } from '../../stores/system';

/** The figures of one of the grower's own entries, and its name. */
const props = defineProps<{ group: 'fish' | 'crops' | 'programmes'; id: string }>();
const system = useSystem();
const at = computed(() => `own.${props.group}.${props.id}`);
const name = computed(() => String(readAt(system.document!, `${at.value}.name`) ?? ''));
const prefix = computed(() => `own.${props.group}.*.`);
const places = computed(() =>
  Object.keys(FIELDS)
    .filter((k) => k.startsWith(prefix.value) && !k.slice(prefix.value.length).includes('*'))
    .map((k) => `${at.value}.${k.slice(prefix.value.length)}`),
);
/** Parts of a programme, each with its amounts. */
const parts = computed(() => {
  const list = readAt(system.document!, `${at.value}.parts`);
  return Array.isArray(list) ? (list as { name: string; unit: string }[]) : [];
});
function rename(to: unknown) {
  const text = String(to ?? '').trim();
  if (text) system.commit([{ at: `${at.value}.name`, to: text.slice(0, 60) }], 'Own entry named');
}
</script>

<template>
  <details class="own">
    <summary>Own figures of {{ name }}</summary>
    <v-text-field
      :model-value="name"
      label="Name"
      maxlength="60"
      @change="rename(($event.target as HTMLInputElement).value)"
    />
    <div class="fields">
      <DocumentField v-for="p in places" :key="p" :at="p" />
    </div>
    <div v-for="(part, i) in parts" :key="i" class="part">
      <p>{{ part.name }}, {{ part.unit }}</p>
      <div class="fields">
        <DocumentField
          v-for="stage in ['seedling', 'leaf', 'fruit']"
          :key="stage"
          :at="`${at}.parts.${i}.perLitre.${stage}`"
        />
      </div>
    </div>
  </details>
</template>

<style scoped>
.own {
  padding-top: 6px;
}
summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
  font-size: var(--type-body);
}
.part p {
  padding-top: 8px;
  font-size: var(--type-body);
}
</style>
