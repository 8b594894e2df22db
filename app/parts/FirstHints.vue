<script setup lang="ts">
import { computed, watch } from 'vue';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';

/** What a newcomer cannot see: one hint at a time, gone for good once read or done. */
const settings = useSettings();
const system = useSystem();
const trace = useTrace();

const HINTS = [
  {
    id: 'pull',
    text: 'Pull a tag, or its dot in the drawing, and the water follows. Press Enter on it to type the number; arrow keys nudge it, with Alt finely.',
  },
  {
    id: 'day',
    text: 'Draw along the day below, or press Space: the water in the drawing stands as it does at that moment.',
  },
  {
    id: 'fix',
    text: 'A button under a finding is a change that was worked out and tried. Press it; undo takes it back.',
  },
  {
    id: 'working',
    text: 'A number with dots under it shows how it came about: formula, your values, source.',
  },
] as const;
const hint = computed(() => HINTS.find((h) => settings.isNew(h.id)));

// Who does it needs no telling.
watch(
  () => system.holding,
  (pulling) => pulling && settings.markRead('pull'),
);
watch(
  () => trace.playing,
  (playing) => playing && settings.markRead('day'),
);
</script>

<template>
  <div v-if="hint" role="note" class="hint no-print" aria-label="A first hint">
    <p>{{ hint.text }}</p>
    <v-btn size="small" variant="tonal" @click="settings.markRead(hint.id)">Understood</v-btn>
    <v-btn size="small" variant="tonal" @click="HINTS.forEach((h) => settings.markRead(h.id))">
      No more hints
    </v-btn>
  </div>
</template>

<style scoped>
.hint {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  align-items: center;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid var(--leaf);
  padding: 5px 12px;
  font-size: var(--type-small);
  line-height: 1.35;
}
</style>
