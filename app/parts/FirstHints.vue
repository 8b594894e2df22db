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
    text: 'Pull a tag or its dot in the drawing, and the water follows. Press Enter on a tag to type its number. Arrow keys change it in steps, with Alt in small steps.',
  },
  {
    id: 'day',
    text: 'Drag along the day strip, or press Space. The drawing shows the water levels at that moment.',
  },
  {
    id: 'fix',
    text: 'Each button under a finding is a change that Mizuna has tested. Press it to apply it. Undo reverses it.',
  },
  {
    id: 'working',
    text: 'Press a number with dots under it to see its formula, your values and the source.',
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
    <v-btn size="small" variant="tonal" @click="settings.markRead(hint.id)">OK</v-btn>
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
