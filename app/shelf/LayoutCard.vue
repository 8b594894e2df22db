<script setup lang="ts">
import { computed } from 'vue';
import { assess } from '../../core/assess';
import type { Layout } from '../../core/system';
import SectionDrawing from '../section/SectionDrawing.vue';

/** A layout to start from: its drawing to scale, its name, what is particular. */
const props = defineProps<{ layout: Layout }>();
defineEmits<{ make: [] }>();
const made = computed(() => {
  const s = props.layout.make(props.layout.id, props.layout.name);
  return { s, a: assess(s) };
});
/** Beds drawn as they flood, so that the picture says where the water goes. */
const levels = computed(() =>
  Object.fromEntries(made.value.a.accounts.deepest.map((d) => [d.vessel, Math.max(0, d.level)])),
);
</script>

<template>
  <button type="button" class="layout" @click="$emit('make')">
    <div class="picture">
      <SectionDrawing :system="made.s" :assessment="made.a" :levels="levels" :flows="{}" />
    </div>
    <b>{{ layout.name }}</b>
    <span class="quiet">{{ layout.particular }}</span>
  </button>
</template>

<style scoped>
.picture {
  height: 118px;
  width: 100%;
  margin-bottom: 6px;
}
</style>
