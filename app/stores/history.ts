import { ref, shallowRef } from 'vue';
import {
  LONGEST_HISTORY,
  applyEdits,
  invertEdits,
  readAt,
  type Edit,
  type SavedHistory,
  type EntryChange,
  type HistoryStep,
  type SystemDocument,
} from '../../core/system';

/** Nudges of one place within this time are one step of the history, ms. */
const ONE_NUDGE = 900;

/**
 * A document with its history: every change of it is an edit that can be undone, and a pull is none until the hand
 * lets go.
 *
 * @param kept is told of every state that is to be kept
 * @param walked is told of a step that was undone, or done again
 */
export function useHistory(kept: () => void, walked: (step: HistoryStep, undone: boolean) => void) {
  const document = shallowRef<SystemDocument | null>(null);
  const past = shallowRef<HistoryStep[]>([]);
  const future = shallowRef<HistoryStep[]>([]);
  /** What the last step did, for the status line and the screen reader. */
  const announcement = ref('');
  /** A handle is being pulled. */
  const holding = ref(false);
  /** The document before a handle was taken up; nothing while none is. */
  let before: SystemDocument | null = null;
  let lastNudge = { at: '', when: 0 };

  /** The document as it is kept: without what a pull is still about to change. */
  const settled = (): SystemDocument | null => before ?? document.value;
  /** The state to be kept; nothing while no document is open. */
  function state(): SavedHistory | null {
    const doc = settled();
    return doc && { document: doc, past: past.value.slice(-LONGEST_HISTORY), future: future.value };
  }
  /** Puts another state in place of this one; a pull goes on over it. */
  function replace(next: SavedHistory) {
    past.value = next.past;
    future.value = next.future;
    lastNudge = { at: '', when: 0 };
    if (before) before = next.document;
    else document.value = next.document;
  }
  function clear() {
    document.value = null;
    past.value = [];
    future.value = [];
    before = null;
    holding.value = false;
    announcement.value = '';
    lastNudge = { at: '', when: 0 };
  }

  function push(from: SystemDocument, edits: readonly Edit[], label: string) {
    const step: HistoryStep = { label, edits: [...edits], inverse: invertEdits(from, edits) };
    past.value = [...past.value, step].slice(-LONGEST_HISTORY);
    future.value = [];
    announcement.value = label;
    kept();
  }

  /** Says which entries of the log belong to the step that was made last: they go and come with it. */
  function attach(noted: readonly EntryChange[]) {
    const last = past.value[past.value.length - 1];
    if (!last || !noted.length) return;
    past.value = [...past.value.slice(0, -1), { ...last, noted }];
    kept();
  }

  /** Makes a change: one step of the history. */
  function commit(edits: readonly Edit[], label: string) {
    const from = document.value;
    if (!from) return;
    document.value = applyEdits(from, edits);
    lastNudge = { at: '', when: 0 };
    push(from, edits, label);
  }

  /** Makes a small change of one number; a run of them is one step. */
  function nudge(at: string, to: number, label: string) {
    const from = document.value;
    if (!from || readAt(from, at) === to) return;
    const now = Date.now();
    const last = past.value[past.value.length - 1];
    document.value = applyEdits(from, [{ at, to }]);
    if (last && lastNudge.at === at && now - lastNudge.when < ONE_NUDGE) {
      past.value = [...past.value.slice(0, -1), { ...last, label, edits: [{ at, to }] }];
      future.value = [];
      announcement.value = label;
      kept();
    } else push(from, [{ at, to }], label);
    lastNudge = { at, when: now };
  }

  /** Shows a change while a handle is pulled; {@link commitPreview} keeps it, {@link release} lets it go. */
  function pull(edits: readonly Edit[]) {
    if (!document.value) return;
    before ??= document.value;
    holding.value = true;
    document.value = applyEdits(before, edits);
  }
  function commitPreview(edits: readonly Edit[], label: string) {
    const from = before;
    before = null;
    holding.value = false;
    if (!from) return;
    const changed = edits.some((e) => readAt(from, e.at) !== e.to);
    document.value = changed ? applyEdits(from, edits) : from;
    if (changed) push(from, edits, label);
  }
  function release() {
    if (before) document.value = before;
    before = null;
    holding.value = false;
  }

  function undo() {
    const step = past.value[past.value.length - 1];
    if (!step || !document.value || before) return;
    document.value = applyEdits(document.value, step.inverse);
    past.value = past.value.slice(0, -1);
    future.value = [step, ...future.value];
    announcement.value = `Undone: ${step.label}`;
    lastNudge = { at: '', when: 0 };
    kept();
    walked(step, true);
  }
  function redo() {
    const step = future.value[0];
    if (!step || !document.value || before) return;
    document.value = applyEdits(document.value, step.edits);
    past.value = [...past.value, step];
    future.value = future.value.slice(1);
    announcement.value = `Redone: ${step.label}`;
    kept();
    walked(step, false);
  }

  return {
    document,
    past,
    future,
    announcement,
    holding,
    settled,
    state,
    replace,
    clear,
    attach,
    commit,
    nudge,
    pull,
    commitPreview,
    release,
    undo,
    redo,
  };
}
