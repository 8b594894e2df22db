<script setup lang="ts">
import { useWindowSize } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { plural } from '../../core/quantity';
import { fragmentOf } from '../storage/link';
import { useLog } from '../stores/log';
import { useSystem } from '../stores/system';

/** The open system for a phone or another device: a QR code and a link that carry it. */
const open = defineModel<boolean>({ required: true });
const system = useSystem();
const log = useLog();

/** Whether an address names the very device that asks for it, so that elsewhere it means another. */
const isOwn = (address: string) =>
  /^(localhost|127(\.\d+){3}|\[::1\])$/.test(new URL(address).hostname);
const origin = ref(window.location.origin);
const link = ref('');
/** The modules of the code, dark where true, row by row; null where the link is too long for one. */
const code = shallowRef<{ size: number; path: string } | null>(null);
/** Modules of quiet zone on each side. */
const QUIET = 4;
const { width, height } = useWindowSize();
/** Whole pixels a module: edges between pixels are hard to read for a camera. */
const side = computed(() => {
  const modules = code.value!.size + 2 * QUIET;
  const room = Math.min(width.value - 64, 0.56 * height.value);
  return modules * Math.max(2, Math.floor(room / modules));
});
const copied = ref('');

/** Where the server says by which addresses other devices reach it. */
async function lanOrigin(): Promise<string> {
  if (!isOwn(window.location.origin)) return window.location.origin;
  try {
    const answer = await fetch('/addresses');
    const { addresses } = (await answer.json()) as { addresses: string[] };
    return addresses[0] ?? window.location.origin;
  } catch {
    return window.location.origin;
  }
}
const reachable = computed(() => !isOwn(origin.value));

async function make() {
  if (!system.document) return;
  copied.value = '';
  const [at, fragment, { create }] = await Promise.all([
    lanOrigin(),
    fragmentOf(system.document),
    import('qrcode'),
  ]);
  origin.value = at;
  link.value = `${at}/open#${fragment}`;
  try {
    const { size, data } = create(link.value, { errorCorrectionLevel: 'L' }).modules;
    let path = '';
    for (let i = 0; i < data.length; i++)
      if (data[i]) path += `M${i % size} ${Math.floor(i / size)}h1v1h-1z`;
    code.value = { size, path };
  } catch {
    code.value = null;
  }
}
watch(
  () => open.value && system.document,
  (now) => now && void make(),
  { immediate: true },
);

const field = ref<HTMLTextAreaElement>();
async function copy() {
  try {
    // Only a secure page has a clipboard to write to.
    await navigator.clipboard.writeText(link.value);
    copied.value = 'Link copied.';
  } catch {
    field.value?.focus();
    field.value?.select();
    copied.value = 'Copy the marked link with your device’s own copy command.';
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="640" aria-labelledby="send-title">
    <v-card class="send pa-4">
      <h2 id="send-title">Send “{{ system.document?.name }}” to a phone</h2>
      <p v-if="!reachable" class="caution" role="note">
        A phone cannot reach {{ origin }}: that is the name of this computer for itself. Start
        Mizuna with <code>npm start -- --lan</code>, then open this again.
      </p>
      <p v-else>
        Scan the code with the phone’s camera, or send yourself the link. The phone imports the
        design and shows what changes first.
      </p>
      <svg
        v-if="code"
        class="code"
        :width="side"
        :height="side"
        :viewBox="`${-QUIET} ${-QUIET} ${code.size + 2 * QUIET} ${code.size + 2 * QUIET}`"
        role="img"
        :aria-label="`QR code with the link to ${system.document?.name ?? ''}`"
        shape-rendering="crispEdges"
      >
        <rect
          :x="-QUIET"
          :y="-QUIET"
          :width="code.size + 2 * QUIET"
          :height="code.size + 2 * QUIET"
          fill="#fff"
        />
        <path :d="code.path" fill="#000" />
      </svg>
      <p v-else-if="link" role="note">
        This system is too large for a QR code. Send the link, or save the system to a file.
      </p>
      <label class="quiet" for="send-link">Link with the whole design</label>
      <textarea
        id="send-link"
        ref="field"
        readonly
        rows="2"
        :value="link"
        @focus="field?.select()"
      />
      <p v-if="copied" role="status">{{ copied }}</p>
      <p v-if="log.entries.length" class="quiet">
        The log is not in the link.
        {{ plural(log.entries.length, '# entry stays', '# entries stay') }} here. To import them on
        the phone too, save the system to a file and open it there.
      </p>
      <div class="buttons">
        <v-btn variant="flat" color="primary" @click="copy">Copy link</v-btn>
        <v-btn v-if="log.entries.length" variant="tonal" @click="system.toFile"
          >Save to a file</v-btn
        >
        <v-btn @click="open = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.send {
  display: grid;
  gap: 8px;
  line-height: 1.4;
}
h2 {
  font-size: var(--type-title);
}
.code {
  max-width: 100%;
  justify-self: center;
}
.caution {
  border-left: 4px solid var(--watch);
  background: var(--watch-ground);
  padding: 6px 10px;
}
textarea {
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: 6px;
  font-size: var(--type-small);
  color: inherit;
  resize: none;
  min-height: 48px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
