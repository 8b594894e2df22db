<script setup lang="ts">
import {
  mdiArrowLeft,
  mdiExportVariant,
  mdiKeyboardOutline,
  mdiRedo,
  mdiSchoolOutline,
  mdiTrayArrowDown,
  mdiUndo,
} from '@mdi/js';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import PersonMenu from '../parts/PersonMenu.vue';
import { plainName } from '../../core/system';
import { unconfirmed } from '../storage/held';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** Name, keeping, undo, units and theme, and the file of the open system. */
defineProps<{ phone: boolean }>();
const emit = defineEmits<{ keys: []; print: []; drawing: []; day: []; network: []; build: [] }>();
const system = useSystem();
const settings = useSettings();

/** The dialog with the QR code. */
const SendDialog = defineAsyncComponent(() => import('./SendDialog.vue'));
const sending = ref(false);

const name = ref('');
/** A name that is being typed is not taken away by one that came from another window. */
const typing = ref(false);
watch(
  () => system.document?.name,
  (n) => {
    if (!typing.value) name.value = n ?? '';
  },
  { immediate: true },
);
function rename() {
  typing.value = false;
  const n = plainName(name.value);
  if (!n) name.value = system.document?.name ?? '';
  else if (n !== system.document?.name) system.commit([{ at: 'name', to: n }], `Named ${n}`);
}
/** One word for all that is kept: the system, its log, photographs, runs and settings. */
const saved = computed(() =>
  unconfirmed.value
    ? 'Not saved'
    : { saved: 'Saved', saving: 'Saving…', failed: 'Not saved' }[system.saving],
);

const lastUndo = computed(() => system.past[system.past.length - 1]?.label ?? '');
const nextRedo = computed(() => system.future[0]?.label ?? '');
</script>

<template>
  <header class="bar" :class="{ narrow: phone }">
    <v-btn
      :icon="mdiArrowLeft"
      size="small"
      aria-label="Back to the shelf"
      :to="{ name: 'shelf' }"
    />
    <input
      v-model="name"
      class="name"
      aria-label="Name of the system"
      maxlength="120"
      @input="typing = true"
      @change="rename"
      @blur="rename"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <span class="kept quiet" role="status">{{ saved }}</span>
    <span class="grow" />
    <v-btn
      :icon="mdiUndo"
      size="small"
      :disabled="!system.past.length"
      :aria-label="lastUndo ? `Undo: ${lastUndo}` : 'Undo'"
      @click="system.undo()"
    />
    <v-btn
      :icon="mdiRedo"
      size="small"
      :disabled="!system.future.length"
      :aria-label="nextRedo ? `Redo: ${nextRedo}` : 'Redo'"
      @click="system.redo()"
    />
    <v-btn
      v-if="!phone"
      :icon="mdiSchoolOutline"
      size="small"
      aria-label="Practise on a copy of this system"
      title="Practise on a copy of this system"
      :to="{ name: 'practice', params: { id: system.document?.id } }"
    />
    <PersonMenu :short="phone" />
    <v-btn v-if="!phone" :prepend-icon="mdiTrayArrowDown" @click="system.toFile"
      >Save to a file</v-btn
    >
    <v-menu>
      <template #activator="{ props: menu }">
        <v-btn
          v-bind="menu"
          :icon="phone ? mdiTrayArrowDown : mdiExportVariant"
          size="small"
          :aria-label="phone ? 'File, send, print, colours' : 'Send, print, export'"
        />
      </template>
      <v-list density="compact">
        <v-list-item
          v-if="phone"
          title="Practise on a copy"
          :to="{ name: 'practice', params: { id: system.document?.id } }"
        />
        <v-list-item v-if="phone" title="Save to a file" @click="system.toFile" />
        <v-list-item
          v-if="phone"
          :title="settings.theme === 'paper' ? 'Dark colours' : 'Light colours'"
          @click="settings.nextTheme()"
        />
        <v-list-item
          title="Send to a phone"
          subtitle="QR code and link that carry the design"
          @click="sending = true"
        />
        <v-list-item
          title="Print a sheet"
          subtitle="One page: drawing to scale, water, findings"
          @click="emit('print')"
        />
        <v-list-item
          title="Print the build"
          subtitle="Steps, list for the shop, cuts, templates at full size"
          @click="emit('build')"
        />
        <v-list-item
          title="Export the drawing"
          subtitle="SVG in millimetres, for any drawing program"
          @click="emit('drawing')"
        />
        <v-list-item
          title="Export the day as a table"
          subtitle="CSV of every level and flow, for a spreadsheet"
          @click="emit('day')"
        />
        <v-list-item
          v-if="system.document?.paths.some((p) => p.kind === 'pumped-line')"
          title="Export the pipe network"
          subtitle="EPANET text with pumps, pipes and valves, for hydraulic tools"
          @click="emit('network')"
        />
      </v-list>
    </v-menu>
    <v-btn
      v-if="!phone"
      :icon="mdiKeyboardOutline"
      size="small"
      aria-label="Keys"
      @click="emit('keys')"
    />
    <SendDialog v-if="sending" v-model="sending" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 0 10px;
  border-bottom: 1px solid var(--rule);
}
.name {
  font-size: var(--type-title);
  font-weight: 650;
  padding: 4px 6px;
  border-radius: var(--radius);
  min-width: 4rem;
  text-overflow: ellipsis;
  width: 18rem;
  color: inherit;
}
.name:hover {
  background: var(--wash);
}
.grow {
  flex: 1;
}
.kept {
  font-size: var(--type-small);
}
.narrow .name {
  flex: 1 1 auto;
  width: 2rem;
  min-width: 0;
}
.narrow .kept,
.narrow .grow {
  display: none;
}
.bar.narrow {
  height: 52px;
  gap: 0;
  padding: 0 4px;
}
</style>
