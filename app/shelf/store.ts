import { nanoid } from 'nanoid';
import { useDebounceFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import {
  LAYOUTS,
  plainName,
  stepBetween,
  type SavedHistory,
  type SystemDocument,
} from '../../core/system';
import { DEMO_DAYS, demoFilled, midnight } from '../../core/year/demoDays';
import { hearOthers, tellOthers } from '../storage/channel';
import { store, type ShelfEntry, type StoredSystem } from '../storage/db';
import { settings } from '../storage/settings';
import { useShelfFiles } from './filesStore';
import { useSystem } from '../stores/system';
import { hereZone } from '../stores/zone';

/** What a newcomer finds on the shelf; further demo files lie in `demo/`. */
const DEMOS = import.meta.glob<{ default: SystemDocument & { log?: unknown } }>([
  '../../demo/potting-shed-pair.json',
  '../../demo/north-wall-lean-to.json',
  '../../demo/under-stairs-tray.json',
  '../../demo/work-bench-bowl.json',
  '../../demo/slow-line.json',
  '../../demo/spring-start.json',
  '../../demo/the-first-attempt.json',
  '../../demo/warm-balcony.json',
]);

/** After so long a silent store is asked again, ms. */
const LATER = 3000;
/** Setting under which the file is kept whose log a demo is still to get: it is made when it is first opened. */
export const demoLogOf = (id: string): string => `demo-log/${id}`;
/** A demo for the day that it is: its water went in so long ago as its log tells. */
function upToToday(file: string, demo: SystemDocument & { log?: unknown }): SystemDocument {
  const { log: _, ...document } = demo;
  const zone = hereZone();
  const filled = demoFilled(file, midnight(Date.now(), zone), zone);
  return filled === null ? document : { ...document, care: { ...document.care, filled } };
}
const fileOf = (path: string): string => /([^/]+)\.json$/.exec(path)![1]!;
/** Examples have the names of their files as ids. */
const EXAMPLES: ReadonlySet<string> = new Set(Object.keys(DEMOS).map(fileOf));
export const isExample = (id: string): boolean => EXAMPLES.has(id);

/** Every system that this browser keeps. */
export const useShelf = defineStore('shelf', () => {
  const systems = shallowRef<ShelfEntry[]>([]);
  const loaded = ref(false);
  const trouble = ref('');

  /** Puts systems on the shelf, the first of them first. */
  async function keep(...kept: readonly SavedHistory[]): Promise<void> {
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

  /** Puts the demo systems on the shelf that do not stand there, all at once and in the order of their names. */
  async function bringDemos() {
    const demos = await Promise.all(
      Object.entries(DEMOS).map(async ([path, open]) => {
        const file = fileOf(path);
        return { file, document: upToToday(file, structuredClone((await open()).default)) };
      }),
    );
    const kept = await store.list();
    if (!kept.ok) trouble.value = kept.message;
    // A store that is silent may have them; one that refuses everything has nothing.
    if (!kept.ok && kept.silent) return;
    const there = new Set((kept.ok ? kept.value : (kept.rest ?? [])).map((s) => s.id));
    const fresh = demos.filter((d) => !there.has(d.document.id));
    for (const { file, document } of fresh)
      if (file in DEMO_DAYS) await settings.set(demoLogOf(document.id), file);
    if (fresh.length)
      await keepNew(...fresh.map((d) => d.document).sort((a, b) => a.name.localeCompare(b.name)));
    if (kept.ok) await list();
  }

  /** The store has not told yet what stands on the shelf; that is no empty shelf. */
  const silent = ref(false);
  let later: ReturnType<typeof setTimeout> | undefined;
  async function list(): Promise<boolean> {
    const kept = await store.list();
    clearTimeout(later);
    if (kept.ok) {
      systems.value = kept.value;
      if (silent.value) trouble.value = '';
      silent.value = false;
      return true;
    }
    silent.value = kept.silent ?? false;
    trouble.value = kept.message;
    const known = new Set(systems.value.map((s) => s.id));
    systems.value = [...(kept.rest ?? []).filter((s) => !known.has(s.id)), ...systems.value];
    later = setTimeout(() => void load(), LATER);
    return false;
  }
  async function load() {
    // What was just edited is written first, or its card would show the day before.
    await useSystem().flush();
    const answered = await list();
    if (silent.value) {
      loaded.value = true;
      return;
    }
    if (!answered) {
      if (!systems.value.length) await bringDemos();
      loaded.value = true;
      return;
    }
    const recovered = await store.recover();
    if (recovered.ok && recovered.value > 0) await list();
    const seeded = await settings.get('demos');
    // Only a store that answers that it is empty is new.
    const fresh = seeded.ok && seeded.value !== true;
    if (fresh && !systems.value.length) await bringDemos();
    loaded.value = true;
    if (!fresh) return;
    await settings.set('demos', true);
  }
  // A handle that is pulled elsewhere writes often; the cards need not follow each time.
  const relist = useDebounceFn(list, 200);
  hearOthers(({ what }) => {
    if (loaded.value && (what === 'wrote' || what === 'removed' || what === 'shelf')) void relist();
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

  /** A demo system by the name of its file, whether it stands on the shelf or not. */
  async function demoOf(name: string): Promise<SystemDocument | null> {
    const open = DEMOS[`../../demo/${name}.json`];
    return open ? upToToday(name, structuredClone((await open()).default)) : null;
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
    const { saveRaw: save } = await import('../storage/saveFiles');
    const refused = await save(id, systems.value.find((x) => x.id === id)?.name);
    if (refused) trouble.value = refused;
  }

  /** What was taken off the shelf in this page, the last last: each can be put back. */
  const removed = shallowRef<readonly { readonly id: string; readonly name: string }[]>([]);
  const kept = new Map<string, () => Promise<void>>();
  /** Takes a system off the shelf with all that belongs to it, where all of it is at hand to be put back. */
  async function remove(id: string, name: string): Promise<void> {
    const { logStore } = await import('../storage/log');
    const [raw, photos, log] = await Promise.all([
      store.raw(id),
      store.photos(id),
      logStore.log(id),
    ]);
    const unread = [raw, photos, log].find((x) => !x.ok);
    if (unread && !unread.ok) {
      trouble.value = `“${name}” was not deleted. ${unread.message}`;
      return;
    }
    const gone = await store.remove(id);
    if (!gone.ok) {
      trouble.value = `“${name}” was not deleted. ${gone.message}`;
      await list();
      return;
    }
    systems.value = systems.value.filter((s) => s.id !== id);
    tellOthers({ what: 'removed', id });
    if (!raw.ok || !raw.value) return;
    kept.set(id, async () => {
      await store.put(raw.value as StoredSystem);
      if (photos.ok) await store.keepPhotos(photos.value);
      if (log.ok) await logStore.merge(id, log.value.entries);
      tellOthers({ what: 'shelf' });
      await list();
    });
    removed.value = [...removed.value.filter((r) => r.id !== id), { id, name }];
  }
  /** Puts back what was taken off the shelf. */
  async function putBack(id: string) {
    const back = kept.get(id);
    letGo(id);
    await back?.();
  }
  /** Lets what was taken off the shelf be gone. */
  function letGo(id: string) {
    kept.delete(id);
    removed.value = removed.value.filter((r) => r.id !== id);
  }

  const files = useShelfFiles({ systems, loaded, trouble, list, load, keep, freeName });

  return {
    systems,
    loaded,
    trouble,
    ...files,
    documentOf,
    rename,
    saveRaw,
    load,
    make,
    makeOf,
    demoOf,
    keepNew,
    silent,
    duplicate,
    removed,
    remove,
    putBack,
    letGo,
    bringDemos,
  };
});
