import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import {
  DOCUMENT_VERSION,
  applyEdits,
  invertEdits,
  readAt,
  type Edit,
  type SystemDocument,
} from '../../core/system';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { combine, database, store, type Draft, type StoredSystem } from './db';

const base = bedOverTank.make('pair', 'Pair');
const CREST = 'paths.siphon.crest';
const BREAK = 'paths.siphon.breakHeight';
const step = (from: SystemDocument, edit: Edit) => ({
  label: edit.at,
  edits: [edit],
  inverse: invertEdits(from, [edit]),
});
const row = (document: SystemDocument, rev: number, more: Partial<StoredSystem> = {}) => ({
  id: 'pair',
  name: document.name,
  updated: 1,
  document,
  past: [],
  future: [],
  rev,
  ...more,
});
const edited = (...edits: Edit[]) => applyEdits(base, edits);
/** What a window put down: its whole state after an edit. */
const draft = (key: string, rev: number, edit: Edit): Draft => ({
  ...row(edited(edit), rev, { past: [step(base, edit)] }),
  key,
  base,
});
const there = async () => {
  const kept = await store.get('pair');
  return kept.ok ? kept.value! : null;
};
const crest = async () => readAt((await there())!.document, CREST);

describe('drafts of windows that are gone', () => {
  beforeEach(async () => {
    await store.remove('pair');
    await database.systems.put(row(base, 4));
    await store.recover();
  });

  it('are made good: the latest of a window stands for all of it, with its history', async () => {
    store.draft(draft('w-1', 4, { at: CREST, to: 0.23 }));
    store.draft(draft('w-2', 4, { at: CREST, to: 0.22 }));
    expect(await store.recover()).toEqual({ ok: true, value: 2 });
    expect(await crest()).toBe(0.22);
    expect((await there())!.past).toHaveLength(1);
    expect((await there())!.rev).toBe(5);
    expect(await store.recover()).toEqual({ ok: true, value: 0 });
  });

  it('are taken once: what the row already holds is not brought back', async () => {
    await database.systems.put(row(edited({ at: CREST, to: 0.21 }), 6, { by: 'w-3' }));
    store.draft(draft('w-2', 4, { at: CREST, to: 0.22 }));
    await store.recover();
    expect(await crest()).toBe(0.21);
  });

  it('of a window that had written in between supersede what it wrote', async () => {
    await database.systems.put(row(edited({ at: CREST, to: 0.21 }), 5, { by: 'w-1' }));
    store.draft(draft('w-2', 4, { at: CREST, to: 0.2 }));
    await store.recover();
    expect(await crest()).toBe(0.2);
  });

  it('of two windows are merged field by field', async () => {
    store.draft(draft('a-1', 4, { at: CREST, to: 0.23 }));
    store.draft(draft('b-1', 4, { at: BREAK, to: 0.04 }));
    await store.recover();
    const document = (await there())!.document;
    expect(readAt(document, CREST)).toBe(0.23);
    expect(readAt(document, BREAK)).toBe(0.04);
    expect((await there())!.past).toHaveLength(2);
  });

  it('of a system that was deleted are let go', async () => {
    store.draft(draft('w-1', 4, { at: CREST, to: 0.23 }));
    await store.remove('pair');
    await store.recover();
    expect(await there()).toBeUndefined();
  });

  it('go when they are dropped', async () => {
    store.draft(draft('w-1', 4, { at: CREST, to: 0.23 }));
    store.dropDrafts(['w-1']);
    expect(await store.recover()).toEqual({ ok: true, value: 0 });
  });
});

describe('a row and what a window made of it', () => {
  const mine = { ...row(edited({ at: CREST, to: 0.22 }), 4), base };

  it('that it grew out of: mine, one up', () => {
    const c = combine(row(base, 4), mine);
    expect([c.changed, c.row.rev, c.conflicts]).toEqual([true, 5, []]);
    expect(c.row.document).toBe(mine.document);
  });

  it('that went on elsewhere: both', () => {
    const c = combine(row(edited({ at: BREAK, to: 0.04 }), 7), mine);
    expect(c.row.rev).toBe(8);
    expect(readAt(c.row.document, CREST)).toBe(0.22);
    expect(readAt(c.row.document, BREAK)).toBe(0.04);
  });

  it('that went on at the same place: theirs, and the quarrel', () => {
    const c = combine(row(edited({ at: CREST, to: 0.2 }), 7), mine);
    expect(c.changed).toBe(false);
    expect(c.conflicts).toEqual([{ at: CREST, mine: 0.22, theirs: 0.2 }]);
  });
});

describe('rows of other versions', () => {
  const old = JSON.parse(
    readFileSync('core/system/versions/version-1-potting-shed-pair.json', 'utf8'),
  ) as SystemDocument;

  it('are brought up when they are read', async () => {
    await store.put({ ...row(old, 0), id: old.id });
    const kept = await store.get(old.id);
    expect(kept.ok && kept.value?.document.version).toBe(DOCUMENT_VERSION);
    const list = await store.list();
    expect(list.ok && list.value.find((r) => r.id === old.id)).toMatchObject({ name: old.name });
    await store.remove(old.id);
  });

  it('of a newer program are left alone and named', async () => {
    await store.put({
      ...row({ ...base, version: DOCUMENT_VERSION + 1 }, 1),
      id: 'newer',
      name: 'From tomorrow',
    });
    const kept = await store.get('newer');
    expect(kept.ok ? '' : kept.message).toContain('“From tomorrow” was saved by a newer version');
    const list = await store.list();
    expect(list.ok && list.value.some((r) => r.id === 'newer')).toBe(true);
    await store.remove('newer');
  });
});

describe('the shelf of a browser', () => {
  const systems = async () => {
    const open = indexedDB.open('mizuna');
    await new Promise((resolve) => (open.onsuccess = resolve));
    return open.result;
  };
  /** Puts anything at all into the store, as a fault or another program might. */
  async function lay(row: unknown) {
    const db = await systems();
    const t = db.transaction('systems', 'readwrite');
    t.objectStore('systems').put(row);
    await new Promise((resolve) => (t.oncomplete = resolve));
    db.close();
  }

  it.each([
    ['without a date', { id: 'bad', name: 'Bad', document: base, past: [], future: [], rev: 1 }],
    ['without a document', { id: 'bad', name: 'Bad', updated: 3, rev: 1 }],
    ['with nothing', { id: 'bad' }],
    ['with a name that is none', { ...row(base, 1), id: 'bad', name: 7 }],
    ['with vessels that are no list', { ...row({ ...base, vessels: 3 } as never, 1), id: 'bad' }],
    [
      'of an old version whose parts are odd',
      { ...row({ ...base, version: 1, vessels: [null], paths: [4] } as never, 1), id: 'bad' },
    ],
  ])('a row %s hides no other, and can be saved raw and deleted', async (_, bad) => {
    await store.put({ ...row(base, 1), id: 'good' });
    await lay(bad);
    const list = await store.list();
    const ids = list.ok ? list.value.map((e) => e.id) : [];
    expect(ids).toContain('good');
    expect(ids).toContain('bad');
    expect((await store.get('good')).ok).toBe(true);
    const kept = await store.get('bad');
    if (!kept.ok) expect(kept.message).toContain('is damaged in this browser’s storage');
    expect(await store.raw('bad')).toEqual({ ok: true, value: bad });
    await store.remove('bad');
    await store.remove('good');
    expect((await store.raw('bad')) as unknown).toEqual({ ok: true, value: undefined });
  });

  it('keeps drafts of windows that still live for them: what they write next is newer', async () => {
    vi.stubGlobal('navigator', {
      locks: {
        query: async () => ({ held: [{ name: 'mizuna-window-w' }] }),
        request: async () => undefined,
      },
    });
    try {
      await database.systems.put(row(base, 4));
      store.draft(draft('w-1', 4, { at: CREST, to: 0.21 }));
      store.draft(draft('x-1', 4, { at: BREAK, to: 0.02 }));
      expect(await store.recover()).toEqual({ ok: true, value: 1 });
      // The window that is gone left its change; the living one's is still its own to write.
      expect(readAt((await there())!.document, BREAK)).toBe(0.02);
      expect(await crest()).toBe(readAt(base, CREST));
      vi.stubGlobal('navigator', { locks: { query: async () => ({ held: [] }) } });
      expect(await store.recover()).toEqual({ ok: true, value: 1 });
      expect(await crest()).toBe(0.21);
    } finally {
      vi.unstubAllGlobals();
      await store.remove('pair');
    }
  });
});
