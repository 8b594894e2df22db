<script setup lang="ts">
import { useSettings } from '../stores/settings';

/** The keys, and the switch for those who want none. */
const open = defineModel<boolean>({ required: true });
const settings = useSettings();
const KEYS = [
  ['1 to 8', 'the stages, from Place to Rounds'],
  ['Space', 'play or stop the day'],
  ['← →', 'previous or next event'],
  ['← → on a part in the drawing', 'choose the next part along the flow'],
  ['Enter on it, or C', 'zoom in on it'],
  ['0', 'back to the whole system'],
  ['+ −', 'zoom in and out'],
  ['↑ ↓', 'change the chosen tag or field by one step, with Shift by ten, with Alt by a fifth'],
  ['Enter', 'type the number of the chosen tag (or double click)'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Ctrl S', 'save to a file'],
  ['U', 'units'],
  ['?', 'this list'],
] as const;
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="keys-title">
    <v-card class="pa-4">
      <h2 id="keys-title">Keys</h2>
      <dl>
        <template v-for="[k, what] in KEYS" :key="k">
          <dt>{{ k }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
      <v-switch
        v-model="settings.singleKeys"
        label="Use single keys (1 to 8, 0, C, +, −, Space, arrows, U, ?)"
      />
      <p class="quiet">Single keys do not work in fields, menus, buttons or tags.</p>
      <div class="end"><v-btn variant="tonal" @click="open = false">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 16px;
  margin: 12px 0;
}
dt {
  font-weight: 650;
}
.end {
  text-align: right;
}
</style>
