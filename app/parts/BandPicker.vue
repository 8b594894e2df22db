<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { KIT_SCALES, SCALES_OF, asNitrogen, type KitScale } from '../../core/life';
import { KIT_STEPS, colourWords } from '../../core/log';
import { useSettings } from '../stores/settings';
import PlainChoice from './PlainChoice.vue';

/** What a kit’s colour says: one of its colours, or between two of them. Emits a band as nitrogen. */
const props = defineProps<{ of: 'tan' | 'nitrite' | 'nitrate'; label: string; last: string }>();
const emit = defineEmits<{ take: [band: readonly [number, number]]; cancel: []; number: [] }>();
const settings = useSettings();
const scale = computed(() => settings.kit[props.of]);
const steps = computed(() => KIT_STEPS[props.of]);
const between = ref(false);
const bands = ref<HTMLElement>();
onMounted(() => bands.value?.scrollIntoView({ block: 'nearest' }));
const scales = computed(() =>
  SCALES_OF[props.of].map((id) => ({ id, name: `Kit reads ${KIT_SCALES[id].name}` })),
);
const setScale = (to: string) => (settings.kit = { ...settings.kit, [props.of]: to as KitScale });
function take(i: number) {
  const all = steps.value;
  const low = all[i]!;
  const high = between.value ? (all[i + 1] ?? 2 * low) : low;
  emit('take', [asNitrogen(low, scale.value), asNitrogen(high, scale.value)]);
}
</script>

<template>
  <div
    ref="bands"
    class="bands"
    role="group"
    :aria-label="label"
    @keydown.esc.stop="emit('cancel')"
  >
    <p class="head">
      <b>{{ label }}</b> <span class="quiet">{{ last }}</span>
    </p>
    <v-btn-toggle v-model="between" mandatory density="compact" variant="outlined">
      <v-btn :value="false">Matches one colour</v-btn>
      <v-btn :value="true">Between two colours</v-btn>
    </v-btn-toggle>
    <div class="steps">
      <v-btn
        v-for="(s, i) in between ? steps.slice(0, -1) : steps"
        :key="s"
        variant="outlined"
        height="56"
        @click="take(i)"
      >
        <span class="value">{{ between ? `${s} – ${steps[i + 1]}` : s }}</span>
        <span class="word">{{
          between
            ? `${colourWords(i, steps.length)} to ${colourWords(i + 1, steps.length)}`
            : colourWords(i, steps.length)
        }}</span>
      </v-btn>
    </div>
    <PlainChoice
      :model-value="scale"
      :items="scales"
      label="Scale"
      @update:model-value="setScale"
    />
    <div class="end">
      <v-btn @click="emit('cancel')">Cancel</v-btn>
      <v-btn @click="emit('number')">Enter a number</v-btn>
    </div>
  </div>
</template>

<style scoped>
.bands {
  display: grid;
  gap: 8px;
  padding: 10px;
  background: var(--wash);
  border-top: 2px solid var(--water);
  scroll-margin: 64px 0 72px;
}
.steps {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.steps .v-btn {
  background: var(--sheet);
  border-radius: var(--radius);
}
.steps .v-btn :deep(.v-btn__content) {
  display: grid;
  white-space: normal;
  text-transform: none;
}
.value {
  font-size: 1.15rem;
  font-weight: 650;
}
.word {
  font-size: var(--type-small);
  font-weight: 400;
}
.end {
  display: flex;
  justify-content: space-between;
}
</style>
