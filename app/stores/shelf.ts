import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { LAYOUTS, type SystemDocument } from '../../core/system';
import { store, type StoredSystem } from '../storage/db';
import { readFile } from '../storage/files';
import { useSystem } from './system';

const DEMOS = import.meta.glob<{ default: SystemDocument }>('../../demo/*.json');

/** Every system that this browser keeps. */
export const useShelf = defineStore('shelf', () => {
  const systems = shallowRef<StoredSystem[]>([]);
  const loaded = ref(false);
  const trouble = ref('');
  /** Why the last file was not opened. */
  const refused = ref('');

  async function keep(document: SystemDocument): Promise<boolean> {
    const row: StoredSystem = {
      id: document.id,
      name: document.name,
      updated: Date.now(),
      document,
      past: [],
      future: [],
    };
    const kept = await store.put(row);
    if (!kept.ok) trouble.value = kept.message;
    systems.value = [row, ...systems.value.filter((s) => s.id !== row.id)];
    return kept.ok;
  }

  /** Puts the demo systems on the shelf, each afresh. */
  async function bringDemos() {
    for (const path of Object.keys(DEMOS).sort().reverse()) {
      const { default: document } = await DEMOS[path]!();
      await keep(structuredClone(document));
    }
  }

  async function load() {
    // What was just edited is written first, or its card would show the day before.
    await useSystem().flush();
    const kept = await store.list();
    if (kept.ok) systems.value = kept.value;
    else trouble.value = kept.message;
    const seeded = await store.setting('demos');
    if (!seeded.ok || seeded.value !== true) {
      if (!systems.value.length) await bringDemos();
      await store.setSetting('demos', true);
    }
    loaded.value = true;
  }

  const freeName = (name: string): string => {
    const taken = new Set(systems.value.map((s) => s.name));
    if (!taken.has(name)) return name;
    for (let i = 2; ; i++) if (!taken.has(`${name} ${i}`)) return `${name} ${i}`;
  };

  async function make(layoutId: string): Promise<string> {
    const layout = LAYOUTS.find((l) => l.id === layoutId)!;
    const document = layout.make(nanoid(), freeName(layout.name));
    await keep(document);
    return document.id;
  }

  async function duplicate(id: string) {
    const source = systems.value.find((s) => s.id === id);
    if (!source) return;
    const document = structuredClone(source.document);
    await keep({ ...document, id: nanoid(), name: freeName(`${document.name}, copy`) });
  }

  /** Takes a system off the shelf; the answer puts it back. */
  async function remove(id: string): Promise<() => Promise<void>> {
    const row = systems.value.find((s) => s.id === id);
    systems.value = systems.value.filter((s) => s.id !== id);
    await store.remove(id);
    return async () => {
      if (!row) return;
      await store.put(row);
      systems.value = [row, ...systems.value].sort((a, b) => b.updated - a.updated);
    };
  }

  /** Puts an opened file on the shelf; one that is there already, but different, is kept beside it as a copy. */
  async function take(document: SystemDocument): Promise<string> {
    const there = systems.value.find((s) => s.id === document.id);
    if (there && JSON.stringify(there.document) === JSON.stringify(document)) return document.id;
    const mine = there ? { ...document, id: nanoid(), name: freeName(document.name) } : document;
    await keep(mine);
    return mine.id;
  }

  /**
   * Opens a chosen or dropped file and puts it on the shelf.
   *
   * @returns the id it has there, or nothing where it was refused; {@link refused} says why
   */
  async function openFile(file: File | null | undefined): Promise<string | null> {
    if (!file) return null;
    refused.value = '';
    const opened = await readFile(file);
    if (opened.ok) return take(opened.system);
    refused.value = opened.message;
    return null;
  }

  return { systems, loaded, trouble, refused, load, make, duplicate, remove, openFile, bringDemos };
});
