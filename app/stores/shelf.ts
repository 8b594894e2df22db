import { nanoid } from 'nanoid';
import { useDebounceFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { LAYOUTS, plainName, stepBetween, type Kept, type SystemDocument } from '../../core/system';
import { DEMO_DAYS, demoFilled, midnight } from '../../core/year/demoDays';
import { hearOthers, tellOthers } from '../storage/channel';
import { logStore } from '../storage/log';
import { store, type ShelfEntry, type StoredSystem } from '../storage/db';
import { fileStem, offerFile } from '../storage/files';
import { useShelfFiles } from './shelfFiles';
import { useSystem } from './system';
import { hereZone } from './zone';

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

/** Every system that this browser keeps. */
export const useShelf = defineStore('shelf', () => {
  const systems = shallowRef<ShelfEntry[]>([]);
  const loaded = ref(false);
  const trouble = ref('');

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
    const demos = await Promise.all(
      Object.entries(DEMOS).map(async ([path, open]) => {
        const file = fileOf(path);
        return { file, document: upToToday(file, structuredClone((await open()).default)) };
      }),
    );
    for (const { file, document } of demos)
      if (file in DEMO_DAYS) await store.setSetting(demoLogOf(document.id), file);
    await keepNew(...demos.map((d) => d.document).sort((a, b) => a.name.localeCompare(b.name)));
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
    const photos = await store.photos(id);
    const log = await logStore.entries(id);
    systems.value = systems.value.filter((s) => s.id !== id);
    await store.remove(id);
    tellOthers({ what: 'removed', id });
    return async () => {
      if (!raw.ok || !raw.value) return;
      await store.put(raw.value as StoredSystem);
      if (photos.ok) await store.keepPhotos(photos.value);
      if (log.ok) await logStore.merge(id, log.value);
      tellOthers({ what: 'shelf' });
      await list();
    };
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
    duplicate,
    remove,
    bringDemos,
  };
});
