import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { readAnyFile, writeSystem, writeWith } from '../../core/formats/file';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { store } from '../storage/db';
import { settings } from '../storage/settings';
import { useShelf } from './store';
import { useSystem } from '../stores/system';

/** The reader's own code, called without a worker around it. */
vi.mock('../workers/client', () => ({
  fileReader: () => ({
    ask: async (question: (w: unknown) => unknown) =>
      question({ read: async (f: File) => readAnyFile(await f.text()) }),
    end: () => undefined,
  }),
}));

const file = (text: string, name = 'a.json') =>
  new File([text], name, { type: 'application/json' });

async function emptied() {
  setActivePinia(createPinia());
  const rows = await store.list();
  if (rows.ok) for (const r of rows.value) await store.remove(r.id);
  await settings.set('demos', null);
  return useShelf();
}

describe('the shelf', () => {
  let shelf: ReturnType<typeof useShelf>;
  beforeEach(async () => {
    shelf = await emptied();
  });
  const names = () => shelf.systems.map((s) => s.name);

  it('holds the eight demo systems at first, in the same format as saved files', async () => {
    await shelf.load();
    expect(names().sort()).toEqual([
      'North-wall lean-to',
      'Potting-shed pair',
      'Slow line',
      'Spring start',
      'The first attempt',
      'Under-stairs tray',
      'Warm balcony, too many fish',
      'Work-bench bowl',
    ]);
    for (const s of shelf.systems)
      expect(await shelf.documentOf(s.id)).toMatchObject({ kind: 'mizuna-system', id: s.id });
  });

  it('does not bring deleted demos back by itself, but on request', async () => {
    await shelf.load();
    for (const s of [...shelf.systems]) await shelf.remove(s.id, s.name);
    setActivePinia(createPinia());
    shelf = useShelf();
    await shelf.load();
    expect(shelf.loaded).toBe(true);
    expect(names()).toEqual([]);
    await shelf.bringDemos();
    expect(names()).toHaveLength(8);
  });

  it('makes systems with names of their own', async () => {
    const a = await shelf.make('bed-over-tank');
    const b = await shelf.make('bed-over-tank');
    expect(a).not.toBe(b);
    expect(names()).toEqual(['Bed over tank, bell siphon 2', 'Bed over tank, bell siphon']);
    const kept = await store.get(b);
    expect(kept.ok && kept.value?.document.layout).toBe('bed-over-tank');
  });

  it('takes what a search found under a name and id of its own', async () => {
    const found = await shelf.make('bed-over-tank');
    const source = await store.get(found);
    if (!source.ok || !source.value) throw new Error('nothing kept');
    const id = await shelf.makeOf(source.value.document, 'Bed over tank, bell siphon');
    expect(id).not.toBe(found);
    expect(names()[0]).toBe('Bed over tank, bell siphon 2');
  });

  it('copies into a system that shares nothing', async () => {
    const id = await shelf.make('tray-over-reservoir');
    await shelf.duplicate(id);
    const [copy, source] = shelf.systems;
    expect(copy!.name).toBe('Flood tray over reservoir, timer, copy');
    expect(copy!.id).not.toBe(source!.id);
    const [a, b] = [await shelf.documentOf(copy!.id), await shelf.documentOf(source!.id)];
    expect(a!.vessels).toEqual(b!.vessels);
    expect(a!.vessels).not.toBe(b!.vessels);
    await shelf.duplicate('nowhere');
    expect(shelf.systems).toHaveLength(2);
  });

  it('deletes, and puts back with everything', async () => {
    const id = await shelf.make('bed-over-tank');
    await shelf.remove(id, 'Pair');
    expect(await store.get(id)).toEqual({ ok: true, value: undefined });
    expect(shelf.removed).toEqual([{ id, name: 'Pair' }]);
    await shelf.putBack(id);
    const kept = await store.get(id);
    expect(kept.ok && kept.value?.name).toBe('Bed over tank, bell siphon');
    expect(names()).toHaveLength(1);
  });

  it('takes a file in; the same again is not doubled, another with its id stands beside it', async () => {
    const document = bedOverTank.make('mine', 'Mine');
    expect(await shelf.openFile(file(writeSystem(document)))).toBe('mine');
    expect(await shelf.openFile(file(writeSystem(document)))).toBe('mine');
    expect(names()).toEqual(['Mine']);
    const other = await shelf.openFile(file(writeSystem({ ...document, layout: 'other' })));
    expect(other).not.toBe('mine');
    expect(names()).toEqual(['Mine 2', 'Mine']);
  });

  it('takes photographs in with their system, and not a second time with the same file', async () => {
    const photos = [1, 2].map((n) => ({
      step: `log-${n}`,
      taken: n,
      image: 'data:image/jpeg;base64,/9j/4AAQ',
    }));
    const text = writeWith(bedOverTank.make('seen', 'Seen'), { photos });
    await shelf.openFile(file(text));
    await shelf.openFile(file(text));
    const kept = await store.photos('seen');
    expect(kept.ok && kept.value.map((p) => p.step)).toEqual(['log-1', 'log-2']);
  });

  it('shows what was edited a moment ago, though it was not written yet', async () => {
    const id = await shelf.make('bed-over-tank');
    const system = useSystem();
    await system.open(id);
    system.commit([{ at: 'name', to: 'Just renamed' }], 'renamed');
    system.close();
    await shelf.load();
    expect(names()).toEqual(['Just renamed']);
  });

  it('a new name given on the shelf is a step like any other: after the earlier ones, and to be undone', async () => {
    const id = await shelf.make('bed-over-tank');
    const system = useSystem();
    await system.open(id);
    system.commit([{ at: 'paths.siphon.crest', to: 0.2 }], 'shorter');
    await system.flush();
    system.close();
    await shelf.rename(id, 'By the door');
    expect(names()).toContain('By the door');
    await system.open(id);
    expect(system.past.map((s) => s.label)).toEqual(['shorter', 'Named By the door']);
    system.undo();
    expect(system.document!.name).not.toBe('By the door');
    system.undo();
    expect(system.past).toEqual([]);
  });

  it('says why a file is refused, and forgets it with the next', async () => {
    expect(await shelf.openFile(file('{', 'half.json'))).toBeNull();
    expect(shelf.refused).toMatch(/^half\.json: .*is cut off/);
    expect(shelf.systems).toHaveLength(0);
    await shelf.openFile(file(writeSystem(bedOverTank.make('x', 'X'))));
    expect(shelf.refused).toBe('');
    expect(await shelf.openFile(null)).toBeNull();
  });
});
