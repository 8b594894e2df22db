import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { assess, type Assessment } from '../../core/assess';
import type { HistoryStep, SystemDocument, WaterState } from '../../core/system';
import { store } from '../storage/db';
import { useAutosave } from './autosave';
import { useHistory } from './history';
import { useOtherWindows } from './otherWindows';

/** Water of a system as its log has it. */
export interface KnownWater {
  readonly id: string;
  readonly water: WaterState;
  readonly temperature: number;
}

/**
 * The open system: its document and history, kept as it changes, in step with other windows. Components change it
 * only through edits.
 */
export const useSystem = defineStore('system', () => {
  /** Who wants to know of steps that are undone and done again. */
  const walkers = new Set<(step: HistoryStep, undone: boolean) => void>();
  const history = useHistory(
    () => autosave.save(),
    (step, undone) => walkers.forEach((walked) => walked(step, undone)),
  );
  const windows = useOtherWindows(history, () => autosave);
  const autosave = useAutosave(history.state, (row, from, conflicts) => {
    windows.adopt(row, from);
    if (conflicts.length) windows.conflicts.value = conflicts;
  });
  const { document } = history;
  /** Why there is no system: it is not kept here, it is damaged, or the store does not tell; empty where there is one. */
  const missing = ref<'' | 'gone' | 'damaged' | 'silent'>('');

  /** Water as the log has it; nothing where there is no log. */
  const water = shallowRef<KnownWater | null>(null);
  /** The document with its water as it is known now: what is judged and simulated. It is never stored. */
  const known = computed<SystemDocument | null>(() => {
    const doc = document.value;
    const w = water.value;
    if (!doc || !w || w.id !== doc.id) return doc;
    return { ...doc, water: w.water, site: { ...doc.site, waterTemperature: w.temperature } };
  });

  let lastGood: Assessment | null = null;
  const assessment = computed<Assessment | null>(() => {
    if (!known.value) return null;
    try {
      lastGood = assess(known.value);
    } catch (error) {
      console.error(error);
    }
    return lastGood;
  });

  async function open(id: string) {
    await autosave.flush();
    if (document.value?.id === id) return;
    close();
    await store.recover();
    const kept = await store.get(id);
    if (!kept.ok) autosave.trouble.value = kept.message;
    if (!kept.ok || !kept.value) {
      missing.value = kept.ok ? 'gone' : kept.damaged ? 'damaged' : 'silent';
      return;
    }
    autosave.follow({ id, base: kept.value.document, rev: kept.value.rev });
    history.replace(kept.value);
    // What the store refused before is offered to it again; it says so if it still does not keep it.
    if (store.isHeld(id)) autosave.save();
  }
  function close() {
    history.clear();
    water.value = null;
    autosave.follow(null);
    windows.conflicts.value = [];
    missing.value = '';
  }
  /** Puts a system that vanished from the store back into it. */
  function keepAgain() {
    const track = autosave.track();
    if (!track) return;
    track.rev = 0;
    autosave.gone.value = false;
    autosave.save();
  }

  /** Offers the open system as a file, and says what of it is not in there. */
  async function toFile() {
    if (!document.value) return;
    const { saveFile } = await import('../storage/saveFiles');
    if (!document.value) return;
    const left = await saveFile(document.value);
    if (left) autosave.trouble.value = left;
  }
  /** Offers the row of a system that cannot be opened, as it lies in the store. */
  async function rawToFile(id: string) {
    const { saveRaw } = await import('../storage/saveFiles');
    const refused = await saveRaw(id);
    if (refused) autosave.trouble.value = refused;
  }

  return {
    document,
    known,
    water,
    assessment,
    past: history.past,
    future: history.future,
    holding: history.holding,
    announcement: history.announcement,
    saving: autosave.saving,
    trouble: autosave.trouble,
    gone: autosave.gone,
    conflicts: windows.conflicts,
    missing,
    open,
    close,
    flush: autosave.flush,
    look: windows.look,
    keepAgain,
    toFile,
    rawToFile,
    resolveConflict: windows.resolveConflict,
    onWalked: (walked: (step: HistoryStep, undone: boolean) => void) => void walkers.add(walked),
    attach: history.attach,
    commit: history.commit,
    nudge: history.nudge,
    pull: history.pull,
    commitPreview: history.commitPreview,
    release: history.release,
    undo: history.undo,
    redo: history.redo,
  };
});
