import { nanoid } from 'nanoid';
import { ref } from 'vue';
import type { Conflict, SavedHistory, SystemDocument } from '../../core/system';
import { tellOthers } from '../storage/channel';
import { combine, liveAs, store, type StoredSystem } from '../storage/db';
import { onOffer } from '../storage/held';

/** Pause between two writings of a row while edits come fast, ms. */
const BREATH = 120;

/** What is known of the stored row that the open document grew out of. */
export interface Track {
  readonly id: string;
  base: SystemDocument;
  rev: number;
}

/** A state that is to be written, and the drafts that it makes good. */
interface Job extends SavedHistory {
  readonly track: Track;
  readonly drafts: readonly string[];
}

/** Tells this window's drafts from others'; later windows sort after earlier ones. */
const WINDOW = `${Date.now().toString(36)}-${nanoid(6)}`;
liveAs(WINDOW);

/** A kept state as a row of the store. */
export const rowOf = ({ document: doc, past, future }: SavedHistory, rev: number) => ({
  id: doc.id,
  name: doc.name,
  updated: Date.now(),
  document: doc,
  past,
  future,
  rev,
});

/**
 * Keeps the open document as it changes: a draft with every edit, then its row, one writing after the other.
 *
 * @param state the state to be kept
 * @param merged is given the row that another window’s work was merged into, and what this window had written
 */
export function useAutosave(
  state: () => SavedHistory | null,
  merged: (row: StoredSystem, from: SystemDocument, conflicts: readonly Conflict[]) => void,
) {
  const saving = ref<'saved' | 'saving' | 'failed'>('saved');
  const trouble = ref('');
  /** The stored system vanished under the open one. */
  const gone = ref(false);
  let track: Track | null = null;
  let pending: Job | null = null;
  let drafted = 0;
  let writing: Promise<void> | null = null;
  let hurry = false;
  let goOn: () => void = () => undefined;

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
      store.hold(rowOf(job, t.rev), t.base, vanished);
      if (!open) return;
      saving.value = 'failed';
      if (kept.ok) gone.value = true;
      else trouble.value = kept.message;
      return;
    }
    store.letGo(t.id);
    store.dropDrafts(job.drafts);
    const both = outcome as ReturnType<typeof combine> | null;
    const alone = both === null || both.row.document === job.document;
    t.base = both?.row.document ?? job.document;
    t.rev = both?.row.rev ?? 1;
    if (kept.value) tellOthers({ what: 'wrote', id: t.id, rev: t.rev });
    if (!open) return;
    saving.value = 'saved';
    trouble.value = '';
    if (!alone) merged(both.row, job.document, both.conflicts);
  }
  /**
   * Keeps the state at once: a draft leaves with this very event, so that a kill loses at most what
   * is on its way; the row follows, one writing after the other.
   */
  function save() {
    const now = state();
    if (!now || !track) return;
    saving.value = 'saving';
    const key = `${WINDOW}-${String(++drafted).padStart(9, '0')}`;
    pending = { track, ...now, drafts: [...(pending?.drafts ?? []), key] };
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

  onOffer(() => {
    if (saving.value === 'failed' && !gone.value && !writing) save();
  });

  /** Follows another row, or none. */
  function follow(next: Track | null) {
    if (track) store.setOpen(track.id, false);
    if (next) store.setOpen(next.id, true);
    track = next;
    saving.value = 'saved';
    trouble.value = '';
    gone.value = false;
  }
  return {
    saving,
    trouble,
    gone,
    save,
    flush,
    follow,
    track: () => track,
    isWriting: () => writing !== null,
  };
}
