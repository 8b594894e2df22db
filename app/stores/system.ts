import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { assess, type Assessment } from '../../core/network';
import { applyEdits, invertEdits, readAt, type Edit, type SystemDocument } from '../../core/system';
import { store, type Step } from '../storage/db';

const LONGEST_HISTORY = 200;
/** Nudges of one place within this time are one step of the history, ms. */
const ONE_NUDGE = 900;
const SAVE_AFTER = 150;

/** The open system: document, history, autosave. Components change it only through edits. */
export const useSystem = defineStore('system', () => {
  const document = shallowRef<SystemDocument | null>(null);
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  const saving = ref<'saved' | 'saving' | 'failed'>('saved');
  const trouble = ref('');
  /** What the last step did, for the status line and the screen reader. */
  const said = ref('');
  const missing = ref(false);

  /** The document before a handle was taken up; nothing while none is. */
  let held: SystemDocument | null = null;
  let lastNudge = { at: '', when: 0 };
  let timer: ReturnType<typeof setTimeout> | undefined;
  let writing: Promise<void> = Promise.resolve();

  let lastGood: Assessment | null = null;
  const assessment = computed<Assessment | null>(() => {
    if (!document.value) return null;
    try {
      lastGood = assess(document.value);
    } catch (error) {
      console.error(error);
    }
    return lastGood;
  });

  async function write(doc: SystemDocument) {
    const kept = await store.put({
      id: doc.id,
      name: doc.name,
      updated: Date.now(),
      document: doc,
      past: past.value,
      future: future.value,
    });
    saving.value = kept.ok ? 'saved' : 'failed';
    trouble.value = kept.ok ? '' : kept.message;
  }
  function save() {
    clearTimeout(timer);
    timer = undefined;
    const doc = held ?? document.value;
    if (doc) writing = write(doc);
  }
  function saveSoon() {
    saving.value = 'saving';
    clearTimeout(timer);
    timer = setTimeout(save, SAVE_AFTER);
  }
  /** Writes what is still waiting, as the page goes away; the answer comes when it is written. */
  function flush(): Promise<void> {
    if (timer !== undefined) save();
    return writing;
  }

  async function open(id: string) {
    await flush();
    if (document.value?.id === id) return;
    close();
    const kept = await store.get(id);
    if (!kept.ok) trouble.value = kept.message;
    if (!kept.ok || !kept.value) {
      missing.value = true;
      return;
    }
    past.value = kept.value.past;
    future.value = kept.value.future;
    document.value = kept.value.document;
  }
  function close() {
    void flush();
    document.value = null;
    past.value = [];
    future.value = [];
    held = null;
    said.value = '';
    missing.value = false;
    lastNudge = { at: '', when: 0 };
  }

  function push(before: SystemDocument, edits: readonly Edit[], label: string) {
    const step: Step = { label, edits: [...edits], inverse: invertEdits(before, edits) };
    past.value = [...past.value, step].slice(-LONGEST_HISTORY);
    future.value = [];
    said.value = label;
    saveSoon();
  }

  /** Makes a change: one step of the history. */
  function commit(edits: readonly Edit[], label: string) {
    const before = document.value;
    if (!before) return;
    document.value = applyEdits(before, edits);
    lastNudge = { at: '', when: 0 };
    push(before, edits, label);
  }

  /** Makes a small change of one number; a run of them is one step. */
  function nudge(at: string, to: number, label: string) {
    const before = document.value;
    if (!before || readAt(before, at) === to) return;
    const now = Date.now();
    const last = past.value[past.value.length - 1];
    document.value = applyEdits(before, [{ at, to }]);
    if (last && lastNudge.at === at && now - lastNudge.when < ONE_NUDGE) {
      past.value = [...past.value.slice(0, -1), { ...last, label, edits: [{ at, to }] }];
      future.value = [];
      said.value = label;
      saveSoon();
    } else push(before, [{ at, to }], label);
    lastNudge = { at, when: now };
  }

  /** Shows a change while a handle is pulled; {@link settle} keeps it, {@link release} lets it go. */
  function pull(edits: readonly Edit[]) {
    if (!document.value) return;
    held ??= document.value;
    document.value = applyEdits(held, edits);
  }
  function settle(edits: readonly Edit[], label: string) {
    const before = held;
    held = null;
    if (!before) return;
    const changed = edits.some((e) => readAt(before, e.at) !== e.to);
    document.value = changed ? applyEdits(before, edits) : before;
    if (changed) push(before, edits, label);
  }
  function release() {
    if (held) document.value = held;
    held = null;
  }

  function undo() {
    const step = past.value[past.value.length - 1];
    if (!step || !document.value || held) return;
    document.value = applyEdits(document.value, step.inverse);
    past.value = past.value.slice(0, -1);
    future.value = [step, ...future.value];
    said.value = `Undone: ${step.label}`;
    lastNudge = { at: '', when: 0 };
    saveSoon();
  }
  function redo() {
    const step = future.value[0];
    if (!step || !document.value || held) return;
    document.value = applyEdits(document.value, step.edits);
    past.value = [...past.value, step];
    future.value = future.value.slice(1);
    said.value = `Done again: ${step.label}`;
    saveSoon();
  }

  return {
    document,
    assessment,
    past,
    future,
    saving,
    trouble,
    said,
    missing,
    open,
    close,
    flush,
    commit,
    nudge,
    pull,
    settle,
    release,
    undo,
    redo,
  };
});
