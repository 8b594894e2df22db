import { shallowRef, type Ref } from 'vue';
import {
  WHOLE,
  diff,
  merge,
  stepBetween,
  type Conflict,
  type SystemDocument,
} from '../../core/system';
import { hearOthers } from '../storage/channel';
import { store, type StoredSystem } from '../storage/db';
import { rowOf, type Track, type useAutosave } from './autosave';
import type { useHistory } from './history';

/**
 * Other windows with the same system: what they wrote is taken over, what was done here is laid over it, and places
 * that both changed are asked about.
 */
export function useOtherWindows(
  history: ReturnType<typeof useHistory>,
  autosave: () => ReturnType<typeof useAutosave>,
) {
  /** Places that this window and another changed, each its own way. */
  const conflicts: Ref<readonly Conflict[]> = shallowRef([]);

  /** Takes over what stands in the store; what was done here since `from` is laid over it. */
  function adopt(row: StoredSystem, from: SystemDocument) {
    const mine = history.settled();
    const over = mine && mine !== from ? merge(from, mine, row.document) : null;
    const doc = over?.document ?? row.document;
    const edited = over !== null && over.edits.length > 0;
    const step = edited ? [stepBetween(row.document, doc, 'Changed in two windows')] : [];
    history.replace({
      document: doc,
      past: [...row.past, ...step],
      future: edited ? [] : row.future,
    });
    if (edited) autosave().save();
    if (over?.conflicts.length) conflicts.value = over.conflicts;
  }

  /** The row that another window wrote is the one that this document now grows out of. */
  function takeOver(track: Track, row: StoredSystem) {
    const from = track.base;
    track.base = row.document;
    track.rev = row.rev;
    adopt(row, from);
  }

  /** Looks whether another window wrote, or the row is gone; what is new is taken over. */
  async function look() {
    const saves = autosave();
    const t = saves.track();
    if (!t || saves.isWriting()) return;
    const kept = await store.get(t.id);
    if (t !== saves.track() || saves.isWriting()) return;
    if (!kept.ok) return;
    if (!kept.value) {
      saves.gone.value = true;
      return;
    }
    saves.gone.value = false;
    if (kept.value.rev <= t.rev) return;
    history.announcement.value = 'Changed in another window';
    takeOver(t, kept.value);
  }
  /** The system came back to the store elsewhere: what was done here meanwhile is laid over it. */
  async function comeBack() {
    const saves = autosave();
    const t = saves.track();
    if (!t) return;
    await saves.flush();
    store.letGo(t.id);
    const kept = await store.get(t.id);
    if (t !== saves.track()) return;
    if (!kept.ok || !kept.value) {
      const now = history.state();
      if (now && t.rev > 0) store.hold(rowOf(now, t.rev), t.base, kept.ok);
      return;
    }
    saves.gone.value = false;
    saves.saving.value = 'saved';
    saves.trouble.value = '';
    takeOver(t, kept.value);
  }
  hearOthers((news) => {
    const saves = autosave();
    const t = saves.track();
    if (!t) return;
    if (news.what === 'shelf') {
      if (saves.gone.value) void comeBack();
    } else if (news.what === 'removed') {
      if (news.id === t.id) saves.gone.value = true;
    } else if (news.what === 'wrote' && news.id === t.id && news.rev > t.rev)
      void saves.flush().then(look);
  });

  /** Answers what was asked about one place: mine makes an edit of it, theirs stands already. */
  function resolveConflict(conflict: Conflict, mine: boolean) {
    conflicts.value = conflicts.value.filter((c) => c !== conflict);
    const doc = history.document.value;
    if (!mine || !doc) return;
    if (conflict.at === WHOLE) {
      history.commit(diff(doc, conflict.mine as SystemDocument), 'This window’s system');
      return;
    }
    try {
      history.commit([{ at: conflict.at, to: conflict.mine }], 'This window’s value');
    } catch {
      autosave().trouble.value =
        'The other window removed the part that you changed, so your value is not used.';
    }
  }
  return { conflicts, adopt, look, resolveConflict };
}
