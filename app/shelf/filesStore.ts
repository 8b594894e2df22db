import { plural } from '../../core/quantity';
import { nanoid } from 'nanoid';
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import type { Backup } from '../../core/formats/file';
import type { RunUnderWay } from '../../core/formats/underWay';
import type { FiledPhoto } from '../../core/formats/write';
import type { LogNews } from '../../core/entries/entries';
import type { Entry, LeftOut } from '../../core/entries/types';
import {
  LONGEST_HISTORY,
  same,
  stepBetween,
  type SavedHistory,
  type SystemDocument,
} from '../../core/system';
import { store, type ShelfEntry } from '../storage/db';
import { offerFile, readFile, type FileReading } from '../storage/files';
import { storePart } from '../storage/held';
import { tellOthers } from '../storage/channel';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** Logs and lessons come with a press, not with the first sight of the shelf. */
const learned = async () => (await import('../practice/learnedStore')).useLearned();
const logs = async () => (await import('../storage/log')).logStore;

/** The shelf, as its files are put on it and taken from it. */
interface Shelf {
  readonly systems: ShallowRef<ShelfEntry[]>;
  readonly loaded: Ref<boolean>;
  readonly trouble: Ref<string>;
  readonly list: () => Promise<boolean>;
  readonly load: () => Promise<void>;
  readonly keep: (...kept: readonly SavedHistory[]) => Promise<void>;
  readonly freeName: (name: string) => string;
}

/** A file’s system that stands on the shelf too, and what its log would change. */
export interface SameSystem {
  readonly system: SystemDocument;
  readonly entries: readonly Entry[];
  readonly news: LogNews;
  /** The design here, and whether that of the file is another. */
  readonly mine: SystemDocument;
  readonly differs: boolean;
  /** How it came: a link carries no log. */
  readonly from: 'file' | 'link';
  readonly photos: readonly FiledPhoto[];
  readonly refused: readonly LeftOut[];
}

/** Files that are opened onto the shelf, and everything on it as one file. */
export function useShelfFiles({ systems, loaded, trouble, list, load, keep, freeName }: Shelf) {
  /** Why the last file was not opened, or what of it was not. */
  const refused = ref('');
  /** What was put on the shelf from a backup, and what of it was refused, one by one. */
  const notice = ref('');
  const details = shallowRef<readonly LeftOut[]>([]);
  /** Offers what of a file could not be taken, as it stood there. */
  function saveLeftOut() {
    offerFile(
      JSON.stringify(
        details.value.map((d) => ({ why: d.why, was: d.raw })),
        null,
        1,
      ),
      'mizuna-left-out.json',
      'application/json',
    );
  }
  /** A file that is being read, or everything being put together. */
  const reading = shallowRef<FileReading | null>(null);
  /** A file of a system that stands here too, while it is asked what to do with it. */
  const pending = shallowRef<SameSystem | null>(null);
  /** Runs for a class that came with the file opened last. */
  const runs = shallowRef<readonly number[]>([]);

  /** Puts a system on the shelf; one that is there already, but different, is kept beside it as a copy. */
  async function take(kept: SavedHistory): Promise<{ id: string; there: boolean }> {
    const { document } = kept;
    const there = systems.value.find((s) => s.id === document.id);
    const own = there && (await store.get(there.id));
    if (own?.ok && same(own.value?.document, document)) return { id: document.id, there: true };
    const mine = there ? { ...document, id: nanoid(), name: freeName(document.name) } : document;
    // Steps of a copy lead to the same document but for its name and id.
    await keep({ ...kept, document: mine });
    return { id: mine.id, there: false };
  }

  /** Photographs that came with a system go beside it; those that are there already do not come twice. */
  async function takePhotos(id: string, photos: readonly FiledPhoto[]) {
    if (!photos.length) return;
    const keyOf = (p: FiledPhoto) => `${p.step}/${p.taken}`;
    const there = storePart(await store.photos(id), []).value;
    const had = new Set(there.map(keyOf));
    const kept = await store.keepPhotos(
      photos
        .filter((p) => !had.has(keyOf(p)))
        .map((p) => ({ ...p, id: `${id}/${p.step}/${p.taken}-${p.image.length}`, system: id })),
    );
    if (!kept.ok) trouble.value = kept.message;
  }
  /** The same system with a log of its own: nothing is done before it is said what would change. */
  async function twin(
    system: SystemDocument,
    entries: readonly Entry[],
    from: SameSystem['from'],
  ): Promise<Omit<SameSystem, 'photos' | 'refused'> | null> {
    const there = systems.value.find((s) => s.id === system.id && !s.state);
    const row = there && (await store.get(there.id));
    if (!row?.ok || !row.value) return null;
    const mine = storePart(await (await logs()).log(system.id), { entries: [], damaged: [] }).value
      .entries;
    if (from === 'file' && !mine.length && !entries.length) return null;
    const { newsOf } = await import('../../core/entries/entries');
    const news = newsOf(mine, entries);
    const differs = !same(row.value.document, system);
    return news.write.length || differs
      ? { system, mine: row.value.document, entries, news, differs, from }
      : null;
  }
  /** Merges the log of the file that is asked about, with its design or without. */
  async function mergeTwin(withDesign: boolean): Promise<string | null> {
    const p = pending.value;
    if (!p) return null;
    pending.value = null;
    await takeLog(p.system.id, p.entries);
    await takePhotos(p.system.id, p.photos);
    if (withDesign && p.differs) {
      await useSystem().flush();
      const kept = await store.update(p.system.id, (there) =>
        there
          ? {
              ...there,
              name: p.system.name,
              document: p.system,
              past: [
                ...there.past,
                stepBetween(
                  there.document,
                  p.system,
                  p.from === 'link' ? 'Design of a link' : 'Design of a file',
                ),
              ].slice(-LONGEST_HISTORY),
              future: [],
              updated: Date.now(),
              rev: there.rev + 1,
            }
          : null,
      );
      if (!kept.ok) trouble.value = kept.message;
      else if (kept.value) tellOthers({ what: 'wrote', id: p.system.id, rev: kept.value.rev });
    }
    const { added, changed, removed } = p.news;
    notice.value =
      p.from === 'link'
        ? `“${p.system.name}”: its design was replaced. Undo restores the one from before.`
        : `“${p.system.name}”: ${[
            plural(added.length, 'one entry added', '# entries added'),
            `${changed.length} corrected`,
            `${removed.length} removed`,
            ...(withDesign && p.differs ? ['its design replaced'] : []),
          ].join(', ')}.`;
    details.value = p.refused;
    await list();
    return p.system.id;
  }
  /** Puts it beside the one that stands there, as a system of its own. */
  async function copyTwin(): Promise<string | null> {
    const p = pending.value;
    if (!p) return null;
    pending.value = null;
    const document = { ...p.system, id: nanoid(), name: freeName(p.system.name) };
    await keep({ document, past: [], future: [] });
    await takeLog(document.id, p.entries);
    await takePhotos(document.id, p.photos);
    return document.id;
  }
  const leaveTwin = () => (pending.value = null);

  /** Entries that came with a system go into its log, merged with what stands there. */
  async function takeLog(id: string, entries: readonly Entry[]) {
    if (!entries.length) return;
    const kept = await (await logs()).merge(id, entries);
    if (!kept.ok) trouble.value = kept.message;
    tellOthers({ what: 'log', id });
  }

  async function takeRun(id: string, run: RunUnderWay) {
    const { runStore } = await import('../storage/runs');
    const kept = await runStore.take(id, run);
    if (!kept.ok) trouble.value = kept.message;
  }

  async function takeBackup(backup: Backup) {
    if (!loaded.value) await load();
    let put = 0;
    let there = 0;
    for (const kept of [...backup.systems].reverse()) {
      const { id, there: stood } = await take(kept);
      await takeLog(id, kept.log ?? []);
      await takePhotos(id, kept.photos ?? []);
      if (kept.underWay) await takeRun(id, kept.underWay);
      if (stood) there++;
      else put++;
    }
    useSettings().restore(backup.settings);
    await (await learned()).restore(backup.settings.practice);
    const count = (n: number) => plural(n, '# system', '# systems');
    const { unread } = backup;
    const left = backup.refused.length - unread;
    notice.value = `${[
      `${count(put)} added from the backup`,
      ...(there ? [`${count(there)} already on the shelf`] : []),
      ...(unread ? [`${count(unread)} could not be read`] : []),
      ...(left ? [`${left} of its entries and photos could not be imported`] : []),
    ].join('; ')}.`;
    details.value = backup.refused;
  }
  function stopReading() {
    reading.value?.stop();
    reading.value = null;
  }

  /**
   * Opens a chosen or dropped file and puts what it holds on the shelf.
   *
   * @returns the id of the one system it held; nothing for a backup, or where it was refused, and
   * {@link refused} says why
   */
  async function openFile(
    file: File | null | undefined,
    from: SameSystem['from'] = 'file',
  ): Promise<string | null> {
    if (!file) return null;
    stopReading();
    refused.value = '';
    notice.value = '';
    details.value = [];
    runs.value = [];
    const under = readFile(file, (progress) => {
      if (reading.value?.of === under) reading.value = { ...reading.value, progress };
    });
    reading.value = { what: `Reading ${file.name}`, progress: 0, of: under, stop: under.stop };
    const opened = await under.answer;
    if (reading.value?.of === under) reading.value = null;
    if (!opened) return null;
    if (!opened.ok) {
      refused.value = opened.message;
      return null;
    }
    if (opened.what === 'system') {
      runs.value = opened.runs;
      const asked = await twin(opened.system, opened.log, from);
      if (asked) {
        pending.value = { ...asked, photos: opened.photos, refused: opened.refused };
        return null;
      }
      const { id } = await take({ document: opened.system, past: [], future: [] });
      await takePhotos(id, opened.photos);
      await takeLog(id, opened.log);
      details.value = opened.refused;
      if (opened.refused.length)
        notice.value = `${opened.refused.length} of its entries and photos could not be imported. Save them unchanged to repair them.`;
      return id;
    }
    await takeBackup(opened.backup);
    return null;
  }

  /** Imports the system that the fragment of a link carries; else as {@link openFile}. */
  async function openLink(fragment: string): Promise<string | null> {
    const { textIn } = await import('../storage/link');
    const got = await textIn(fragment);
    if (!got.ok) {
      refused.value = got.message;
      return null;
    }
    if (!loaded.value) await load();
    return openFile(new File([got.text], 'The link', { type: 'application/json' }), 'link');
  }

  /** Offers everything as one file: every system with its history, and the settings. */
  async function backUp() {
    await useSystem().flush();
    await list();
    const ids = systems.value.filter((s) => !s.state).map((s) => s.id);
    const left = systems.value.length - ids.length;
    const kept = { ...useSettings().kept(), practice: await (await learned()).all() };
    const { saveBackup } = await import('../storage/saveFiles');
    const { files, missing } = await saveBackup(ids, kept);
    if (missing) trouble.value = missing;
    if (files > 1)
      notice.value = `The backup has ${files} files, so that each can be opened. Keep them all. To restore everything, open them one after the other.`;
    else if (left)
      notice.value = plural(
        left,
        'One system cannot be read and is not in the backup. Save its raw data from the shelf.',
        '# systems cannot be read and are not in the backup. Save their raw data from the shelf.',
      );
  }

  return {
    refused,
    notice,
    details,
    saveLeftOut,
    reading,
    pending,
    runs,
    stopReading,
    openFile,
    openLink,
    mergeTwin,
    copyTwin,
    leaveTwin,
    backUp,
  };
}
