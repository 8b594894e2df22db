import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { assess, type Assessment } from '../../core/assess';
import {
  LONGEST_HISTORY,
  WHOLE,
  applyEdits,
  diff,
  invertEdits,
  merge,
  readAt,
  stepBetween,
  type Conflict,
  type Edit,
  type Kept,
  type Step,
  type SystemDocument,
} from '../../core/system';
import { hearOthers, tellOthers } from '../storage/channel';
import { combine, liveAs, store, type StoredSystem } from '../storage/db';

/** Pause between two writings of a row while edits come fast, ms. */
const BREATH = 120;
/** Nudges of one place within this time are one step of the history, ms. */
const ONE_NUDGE = 900;

/** What is known of the stored row that the open document grew out of. */
interface Track {
  readonly id: string;
  base: SystemDocument;
  rev: number;
}

/** A state that is to be written, and the drafts that it makes good. */
interface Job extends Kept {
  readonly track: Track;
  readonly drafts: readonly string[];
}

/** Tells this window's drafts from others'; later windows sort after earlier ones. */
const WINDOW = `${Date.now().toString(36)}-${nanoid(6)}`;
liveAs(WINDOW);

/** The open system: document, history, autosave. Components change it only through edits. */
export const useSystem = defineStore('system', () => {
  const document = shallowRef<SystemDocument | null>(null);
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  const saving = ref<'saved' | 'saving' | 'failed'>('saved');
  const trouble = ref('');
  /** The stored system vanished under the open one. */
  const gone = ref(false);
  /** Places that this window and another changed, each its own way. */
  const conflicts = shallowRef<readonly Conflict[]>([]);
  /** What the last step did, for the status line and the screen reader. */
  const said = ref('');
  const missing = ref(false);

  /** The document before a handle was taken up; nothing while none is. */
  let held: SystemDocument | null = null;
  /** A handle is being pulled. */
  const holding = ref(false);
  let lastNudge = { at: '', when: 0 };
  let track: Track | null = null;
  let pending: Job | null = null;
  let drafted = 0;
  let writing: Promise<void> | null = null;
  let hurry = false;
  let goOn: () => void = () => undefined;

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

  const rowOf = ({ document: doc, past: steps, future: undone }: Kept, rev: number) => ({
    id: doc.id,
    name: doc.name,
    updated: Date.now(),
    document: doc,
    past: steps,
    future: undone,
    rev,
  });

  /** Takes over what stands in the store; what was done here since `from` is laid over it. */
  function adopt(row: StoredSystem, from: SystemDocument) {
    const mine = held ?? document.value;
    past.value = row.past;
    future.value = row.future;
    lastNudge = { at: '', when: 0 };
    const over = mine && mine !== from ? merge(from, mine, row.document) : null;
    const doc = over?.document ?? row.document;
    if (held) held = doc;
    else document.value = doc;
    if (over?.edits.length) {
      past.value = [...row.past, stepBetween(row.document, doc, 'Changed in two windows')];
      future.value = [];
      save();
    }
    if (over?.conflicts.length) conflicts.value = over.conflicts;
  }

  /** Writes the newest state. Where another window wrote in between, both are merged in one transaction. */
  async function write(job: Job) {
    const { track: t } = job;
    let outcome: ReturnType<typeof combine> | null = null;
    let vanished = false;
    const kept = await store.update(t.id, (there) => {
      outcome = null;
      vanished = !there && t.rev > 0;
      if (vanished) return null;
      const by = job.drafts[job.drafts.length - 1]!;
      if (!there) return { ...rowOf(job, 1), by };
      outcome = combine(there, { ...rowOf(job, t.rev), by, base: t.base });
      return outcome.changed ? outcome.row : null;
    });
    const open = t === track;
    if (!kept.ok || vanished) {
      store.hold(rowOf(job, t.rev));
      if (!open) return;
      saving.value = 'failed';
      if (kept.ok) gone.value = true;
      else trouble.value = kept.message;
      return;
    }
    store.letGo(t.id);
    store.dropDrafts(job.drafts);
    const merged = outcome as ReturnType<typeof combine> | null;
    const alone = merged === null || merged.row.document === job.document;
    t.base = merged?.row.document ?? job.document;
    t.rev = merged?.row.rev ?? 1;
    if (kept.value) tellOthers({ what: 'wrote', id: t.id, rev: t.rev });
    if (!open) return;
    saving.value = 'saved';
    trouble.value = '';
    if (alone) return;
    adopt(merged.row, job.document);
    if (merged.conflicts.length) conflicts.value = merged.conflicts;
  }
  /**
   * Keeps the state at once: a draft leaves with this very event, so that a kill loses at most what
   * is on its way; the row follows, one writing after the other.
   */
  function save() {
    const doc = held ?? document.value;
    if (!doc || !track) return;
    saving.value = 'saving';
    const key = `${WINDOW}-${String(++drafted).padStart(9, '0')}`;
    const state = { document: doc, past: past.value.slice(-LONGEST_HISTORY), future: future.value };
    pending = { track, ...state, drafts: [...(pending?.drafts ?? []), key] };
    store.draft({ ...rowOf(pending, track.rev), key, base: track.base });
    writing ??= drain();
  }
  async function drain() {
    while (pending) {
      const job = pending;
      pending = null;
      await write(job);
      if (pending && !hurry) await breathe();
    }
    writing = null;
    hurry = false;
  }
  /** Between two rows of a run of edits; each has its draft already, and those should not have to queue. */
  const breathe = () =>
    new Promise<void>((resolve) => {
      goOn = resolve;
      setTimeout(resolve, BREATH);
    });
  /** The answer comes when everything is written, without pausing for breath. */
  function flush(): Promise<void> {
    if (!writing) return Promise.resolve();
    hurry = true;
    goOn();
    return writing;
  }

  /** Looks whether another window wrote, or the row is gone; what is new is taken over. */
  async function look() {
    const t = track;
    if (!t || writing) return;
    const kept = await store.get(t.id);
    if (t !== track || writing) return;
    if (!kept.ok) return;
    if (!kept.value) {
      gone.value = true;
      return;
    }
    gone.value = false;
    if (kept.value.rev <= t.rev) return;
    const from = t.base;
    t.base = kept.value.document;
    t.rev = kept.value.rev;
    said.value = 'Changed in another window';
    adopt(kept.value, from);
  }
  /** The system came back to the store elsewhere: what was done here meanwhile is laid over it. */
  async function comeBack() {
    const t = track;
    if (!t) return;
    await flush();
    store.letGo(t.id);
    const kept = await store.get(t.id);
    if (t !== track) return;
    if (!kept.ok || !kept.value) {
      if (document.value && t.rev > 0)
        store.hold(
          rowOf({ document: document.value, past: past.value, future: future.value }, t.rev),
        );
      return;
    }
    const from = t.base;
    t.base = kept.value.document;
    t.rev = kept.value.rev;
    gone.value = false;
    saving.value = 'saved';
    trouble.value = '';
    adopt(kept.value, from);
  }
  hearOthers((news) => {
    if (!track) return;
    if (news.what === 'shelf') {
      if (gone.value) void comeBack();
    } else if (news.id !== track.id) return;
    else if (news.what === 'removed') gone.value = true;
    else if (news.rev > track.rev) void flush().then(look);
  });

  async function open(id: string) {
    await flush();
    if (document.value?.id === id) return;
    close();
    await store.recover();
    const kept = await store.get(id);
    if (!kept.ok) trouble.value = kept.message;
    if (!kept.ok || !kept.value) {
      missing.value = true;
      return;
    }
    past.value = kept.value.past;
    future.value = kept.value.future;
    track = { id, base: kept.value.document, rev: kept.value.rev };
    document.value = kept.value.document;
    // What the store refused before is offered to it again; it says so if it still does not keep it.
    if (store.isHeld(id)) save();
  }
  function close() {
    document.value = null;
    track = null;
    past.value = [];
    future.value = [];
    held = null;
    holding.value = false;
    said.value = '';
    trouble.value = '';
    missing.value = false;
    gone.value = false;
    conflicts.value = [];
    saving.value = 'saved';
    lastNudge = { at: '', when: 0 };
  }
  /** Puts a system that vanished from the store back into it. */
  function keepAgain() {
    if (!track) return;
    track.rev = 0;
    gone.value = false;
    save();
  }
  /** Ends a quarrel over one place: mine makes an edit of it, theirs stands already. */
  function resolveConflict(conflict: Conflict, mine: boolean) {
    conflicts.value = conflicts.value.filter((c) => c !== conflict);
    if (!mine || !document.value) return;
    if (conflict.at === WHOLE) {
      commit(diff(document.value, conflict.mine as SystemDocument), 'This window’s system');
      return;
    }
    try {
      commit([{ at: conflict.at, to: conflict.mine }], 'This window’s value');
    } catch {
      trouble.value = 'What you changed was taken out in the other window; its value has no place.';
    }
  }

  function push(before: SystemDocument, edits: readonly Edit[], label: string) {
    const step: Step = { label, edits: [...edits], inverse: invertEdits(before, edits) };
    past.value = [...past.value, step].slice(-LONGEST_HISTORY);
    future.value = [];
    said.value = label;
    save();
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
      save();
    } else push(before, [{ at, to }], label);
    lastNudge = { at, when: now };
  }

  /** Shows a change while a handle is pulled; {@link commitPreview} keeps it, {@link release} lets it go. */
  function pull(edits: readonly Edit[]) {
    if (!document.value) return;
    held ??= document.value;
    holding.value = true;
    document.value = applyEdits(held, edits);
  }
  function commitPreview(edits: readonly Edit[], label: string) {
    const before = held;
    held = null;
    holding.value = false;
    if (!before) return;
    const changed = edits.some((e) => readAt(before, e.at) !== e.to);
    document.value = changed ? applyEdits(before, edits) : before;
    if (changed) push(before, edits, label);
  }
  function release() {
    if (held) document.value = held;
    held = null;
    holding.value = false;
  }

  function undo() {
    const step = past.value[past.value.length - 1];
    if (!step || !document.value || held) return;
    document.value = applyEdits(document.value, step.inverse);
    past.value = past.value.slice(0, -1);
    future.value = [step, ...future.value];
    said.value = `Undone: ${step.label}`;
    lastNudge = { at: '', when: 0 };
    save();
  }
  function redo() {
    const step = future.value[0];
    if (!step || !document.value || held) return;
    document.value = applyEdits(document.value, step.edits);
    past.value = [...past.value, step];
    future.value = future.value.slice(1);
    said.value = `Done again: ${step.label}`;
    save();
  }

  return {
    document,
    assessment,
    past,
    future,
    saving,
    trouble,
    gone,
    conflicts,
    holding,
    said,
    missing,
    open,
    close,
    flush,
    look,
    keepAgain,
    resolveConflict,
    commit,
    nudge,
    pull,
    commitPreview,
    release,
    undo,
    redo,
  };
});
