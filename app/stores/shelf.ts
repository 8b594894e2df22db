import { nanoid } from 'nanoid';
import { useDebounceFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { Backup } from '../../core/formats/file';
import {
  LAYOUTS,
  plainName,
  stepBetween,
  same,
  type Kept,
  type SystemDocument,
} from '../../core/system';
import { hearOthers, tellOthers } from '../storage/channel';
import { store, type ShelfEntry, type StoredSystem } from '../storage/db';
import { fileStem, offerFile, readFile, saveBackup, type Reading } from '../storage/files';
import { useSettings } from './settings';
import { useSystem } from './system';

/** What a newcomer finds on the shelf; further demo files lie in `demo/`. */
const DEMOS = import.meta.glob<{ default: SystemDocument }>([
  '../../demo/potting-shed-pair.json',
  '../../demo/north-wall-lean-to.json',
  '../../demo/under-stairs-tray.json',
  '../../demo/work-bench-bowl.json',
  '../../demo/the-first-attempt.json',
]);

/** Every system that this browser keeps. */
export const useShelf = defineStore('shelf', () => {
  const systems = shallowRef<ShelfEntry[]>([]);
  const loaded = ref(false);
  const trouble = ref('');
  /** Why the last file was not opened, or what of it was not. */
  const refused = ref('');
  /** What was put on the shelf from a backup, and what of it was refused, one by one. */
  const told = ref('');
  const details = shallowRef<readonly string[]>([]);
  /** A file that is being read, or everything being put together. */
  const reading = shallowRef<Reading | null>(null);

  /** Puts systems on the shelf, the first of them first. */
  async function keep(...kept: readonly Kept[]): Promise<void> {
    const updated = Date.now();
    const rows = kept.map((k): StoredSystem => {
      const { id, name } = k.document;
      return { ...k, id, name, updated, rev: 1 };
    });
    const put = await store.put(...rows);
    if (!put.ok) trouble.value = put.message;
    tellOthers({ what: 'shelf' });
    const entries = rows.map(({ id, name, rev }): ShelfEntry => ({
      id,
      name,
      updated,
      rev,
      ...(put.ok ? {} : { held: true }),
    }));
    const fresh = new Set(rows.map((r) => r.id));
    systems.value = [...entries, ...systems.value.filter((s) => !fresh.has(s.id))];
  }
  const keepNew = (...documents: readonly SystemDocument[]) =>
    keep(...documents.map((document) => ({ document, past: [], future: [] })));

  /** Puts the demo systems on the shelf, each afresh, all at once and in the order of their names. */
  async function bringDemos() {
    const read = await Promise.all(Object.values(DEMOS).map((open) => open()));
    const documents = read.map((m) => structuredClone(m.default));
    await keepNew(...documents.sort((a, b) => a.name.localeCompare(b.name)));
  }

  async function list() {
    const kept = await store.list();
    if (kept.ok) systems.value = kept.value;
    else trouble.value = kept.message;
  }
  async function load() {
    // What was just edited is written first, or its card would show the day before.
    await useSystem().flush();
    await list();
    const recovered = await store.recover();
    if (recovered.ok && recovered.value > 0) await list();
    const seeded = await store.setting('demos');
    if (!seeded.ok || seeded.value !== true) {
      if (!systems.value.length) await bringDemos();
      await store.setSetting('demos', true);
    }
    loaded.value = true;
  }
  // A handle that is pulled elsewhere writes often; the cards need not follow each time.
  const relist = useDebounceFn(list, 200);
  hearOthers(() => {
    if (loaded.value) void relist();
  });

  const freeName = (name: string): string => {
    const taken = new Set(systems.value.map((s) => s.name));
    if (!taken.has(name)) return name;
    for (let i = 2; ; i++) if (!taken.has(`${name} ${i}`)) return `${name} ${i}`;
  };

  async function make(layoutId: string): Promise<string> {
    const layout = LAYOUTS.find((l) => l.id === layoutId)!;
    const document = layout.make(nanoid(), freeName(layout.name));
    await keepNew(document);
    return document.id;
  }

  /** Puts a system that was worked out on the shelf, under a name and id of its own. */
  async function makeOf(system: SystemDocument, name: string): Promise<string> {
    const document = { ...structuredClone(system), id: nanoid(), name: freeName(name) };
    await keepNew(document);
    return document.id;
  }

  /** The document of a system on the shelf; nothing where it cannot be read, and {@link trouble} says why. */
  async function documentOf(id: string): Promise<SystemDocument | null> {
    const kept = await store.get(id);
    if (kept.ok) return kept.value?.document ?? null;
    trouble.value = kept.message;
    return null;
  }
  async function duplicate(id: string) {
    const source = await documentOf(id);
    if (!source) return;
    const document = structuredClone(source);
    await keepNew({ ...document, id: nanoid(), name: freeName(`${document.name}, copy`) });
  }
  /** Gives a system another name, without opening it. */
  async function rename(id: string, wanted: string) {
    const name = plainName(wanted);
    if (!name) return;
    const kept = await store.update(id, (there) => {
      if (!there || there.name === name) return null;
      const document = { ...there.document, name };
      const step = stepBetween(there.document, document, `Named ${name}`);
      const past = [...there.past, step];
      return { ...there, name, document, past, future: [], rev: there.rev + 1 };
    });
    if (!kept.ok) trouble.value = kept.message;
    if (kept.ok && kept.value) tellOthers({ what: 'wrote', id, rev: kept.value.rev });
    await list();
  }
  /** Offers the raw row of a system that cannot be read. */
  async function saveRaw(id: string) {
    const raw = await store.raw(id);
    if (!raw.ok) trouble.value = raw.message;
    else
      offerFile(
        JSON.stringify(raw.value, null, 2),
        `${fileStem(systems.value.find((s) => s.id === id)?.name ?? id)}-raw.json`,
        'application/json',
      );
  }

  /** Takes a system off the shelf; the answer puts it back. */
  async function remove(id: string): Promise<() => Promise<void>> {
    const raw = await store.raw(id);
    systems.value = systems.value.filter((s) => s.id !== id);
    await store.remove(id);
    tellOthers({ what: 'removed', id });
    return async () => {
      if (!raw.ok || !raw.value) return;
      await store.put(raw.value as StoredSystem);
      tellOthers({ what: 'shelf' });
      await list();
    };
  }

  /** Puts a system on the shelf; one that is there already, but different, is kept beside it as a copy. */
  async function take(kept: Kept): Promise<{ id: string; there: boolean }> {
    const { document } = kept;
    const there = systems.value.find((s) => s.id === document.id);
    const own = there && (await store.get(there.id));
    if (own?.ok && same(own.value?.document, document)) return { id: document.id, there: true };
    const mine = there ? { ...document, id: nanoid(), name: freeName(document.name) } : document;
    // Steps of a copy lead to the same document but for its name and id.
    await keep({ ...kept, document: mine });
    return { id: mine.id, there: false };
  }

  async function takeBackup(backup: Backup) {
    if (!loaded.value) await load();
    let put = 0;
    let there = 0;
    for (const kept of [...backup.systems].reverse()) {
      if ((await take(kept)).there) there++;
      else put++;
    }
    useSettings().restore(backup.settings);
    const count = (n: number) => `${n} system${n === 1 ? '' : 's'}`;
    const left = backup.refused.length;
    told.value = `${count(put)} put on the shelf from the backup${there ? `, ${count(there)} stood there already` : ''}${left ? `; ${count(left)} could not be read` : ''}.`;
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
  async function openFile(file: File | null | undefined): Promise<string | null> {
    if (!file) return null;
    stopReading();
    refused.value = '';
    told.value = '';
    details.value = [];
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
      return (await take({ document: opened.system, past: [], future: [] })).id;
    }
    await takeBackup(opened.backup);
    return null;
  }

  /** Offers everything as one file: every system with its history, and the settings. */
  async function backUp() {
    await useSystem().flush();
    await list();
    const ids = systems.value.filter((s) => !s.state).map((s) => s.id);
    const left = systems.value.length - ids.length;
    const problem = await saveBackup(ids, useSettings().kept());
    if (problem) trouble.value = problem;
    else if (left)
      told.value = `${left} of the systems cannot be read and ${left === 1 ? 'is' : 'are'} not in the backup; save ${left === 1 ? 'it' : 'them'} raw from the shelf.`;
  }

  return {
    systems,
    loaded,
    trouble,
    refused,
    told,
    details,
    reading,
    stopReading,
    documentOf,
    rename,
    saveRaw,
    load,
    make,
    makeOf,
    duplicate,
    remove,
    openFile,
    backUp,
    bringDemos,
  };
});
