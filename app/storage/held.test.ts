// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cases as some } from '../../core/test/cases';
import { readAnyFile } from '../../core/formats/file';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { readAt } from '../../core/system';
import { freshStores } from '../test/mountIt';
import { refuse, type Refusing } from '../test/refusing';
import { useLearned } from '../practice/learnedStore';
import { useLog } from '../stores/log';
import { useSettings } from '../stores/settings';
import { useShelf } from '../shelf/store';
import { useSystem } from '../stores/system';
import { played } from '../../core/practice/returns';
import { database, store } from './db';
import { offerAgain, unconfirmed } from './held';
import { runStore } from './runs';

/** Files that were offered, by their names. */
const offered = new Map<string, string>();
vi.mock('../workers/client', () => ({
  seasonWorker: { ask: () => Promise.resolve([]) },
  dayWorker: { ask: () => new Promise(() => undefined) },
  practiceWorker: { ask: () => new Promise(() => undefined) },
  hearing: (f: unknown) => f,
}));

const CREST = 'paths.siphon.crest';
const document = bedOverTank.make('pair', 'Pair');
const photo = (id: string) => ({
  id: `pair/${id}`,
  system: 'pair',
  step: `log-${id}`,
  taken: 5,
  image: 'data:image/jpeg;base64,/9j/4AAQ',
});
const run = {
  id: 'run',
  system: 'pair',
  begun: 1,
  seed: 7,
  scenario: null,
  lesson: '',
  water: null,
  document,
};
const TABLES = ['systems', 'log', 'photos', 'settings', 'runs', 'acts'] as const;

let disk: Refusing | null = null;
beforeEach(async () => {
  disk?.letGo();
  await offerAgain();
  await Promise.all(database.tables.map((t) => t.clear()));
  freshStores();
  offered.clear();
  let text: Promise<string> = Promise.resolve('');
  vi.spyOn(URL, 'createObjectURL').mockImplementation((b) => {
    text = (b as Blob).text();
    return 'blob:x';
  });
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (
    this: HTMLAnchorElement,
  ) {
    const name = this.download;
    void text.then((t) => offered.set(name, t));
  });
});
afterEach(() => {
  disk?.letGo();
  vi.restoreAllMocks();
});

/** A morning’s work over every table. */
async function work() {
  const [system, log, learned] = [useSystem(), useLog(), useLearned()];
  await system.open('pair');
  await vi.waitFor(() => expect(log.loaded).toBe('pair'));
  system.commit([{ at: CREST, to: 0.22 }], 'lower');
  for (const ph of [7.1, 7.2, 7.3]) await log.note({ kind: 'reading', ph });
  await log.amend(log.all[0]!.id, { ph: 7.05 });
  await store.keepPhotos([photo('a')]);
  await store.keepPhotos([photo('b')]);
  useSettings().loaded = true;
  useSettings().units = 'us';
  await learned.learn('fill', { pulled: true });
  await learned.ran(played(undefined, 'heat', 'pair', true, 5));
  await runStore.begin(run);
  await runStore.act('pair', { run: 'run', id: '1', at: 1, act: 'listen', about: '' });
  await runStore.act('pair', { run: 'run', id: '2', at: 2, act: 'wait', about: '' });
  system.commit([{ at: CREST, to: 0.21 }], 'lower still');
  await system.flush();
}
/** What of it is to be seen, on the screen and in a file. */
async function seen() {
  const [system, log, learned] = [useSystem(), useLog(), useLearned()];
  await system.toFile();
  await vi.waitFor(() => expect(offered.size).toBe(1));
  const file = readAnyFile([...offered.values()][0]!);
  offered.clear();
  if (!file.ok || file.what !== 'system') throw new Error('no system file');
  const open = await runStore.open('pair');
  return {
    crest: readAt(system.document!, CREST),
    filed: readAt(file.system, CREST),
    ph: log.entries.map((e) => e.ph),
    filedPh: file.log.map((e) => e.ph),
    photos: file.photos.map((p) => p.step).sort(),
    pulled: learned.lessonOf('fill').pulled,
    played: learned.played.map((p) => p.scenario),
    acts: (open.ok ? open.value : open.rest)?.acts.map((a) => a.act),
  };
}
const ALL = {
  crest: 0.21,
  filed: 0.21,
  ph: [7.05, 7.2, 7.3],
  filedPh: [7.05, 7.2, 7.3],
  photos: ['log-a', 'log-b'],
  pulled: true,
  played: ['heat'],
  acts: ['listen', 'wait'],
};
/** What the store itself has of it, read by nobody who holds anything. */
async function stored() {
  const row = await database.systems.get('pair');
  return {
    crest: readAt(row!.document, CREST),
    ph: (await database.log.where('[system+at]').between(['pair', 0], ['pair', Infinity]).toArray())
      .map((e) => e.ph)
      .sort(),
    photos: await database.photos.count(),
    units: (await database.settings.get('person/units'))?.value,
    lessons: (await database.settings.get('practice/lesson/fill'))?.value,
    played: (await database.settings.get('practice/played/heat'))?.value,
    run: (await database.runs.toArray()).map((r) => r.id),
    acts: (await database.acts.toArray()).map((a) => a.act),
  };
}
const STORED = {
  crest: 0.21,
  ph: [7.05, 7.2, 7.3],
  photos: 2,
  units: 'us',
  lessons: { lesson: 'fill', pulled: true, guess: null, found: false },
  played: played(undefined, 'heat', 'pair', true, 5),
  run: ['run'],
  acts: ['listen', 'wait'],
};

describe('a store that refuses', () => {
  beforeEach(async () => {
    await database.systems.put({
      id: 'pair',
      name: 'Pair',
      updated: 1,
      rev: 1,
      document,
      past: [],
      future: [],
    });
  });

  it('nothing keeps all, and asks nothing before leaving', async () => {
    await work();
    expect(await seen()).toEqual(ALL);
    await vi.waitFor(async () => expect(await stored()).toEqual(STORED));
    expect(store.unkept()).toBe(false);
  });

  // From the first request on, from the second, and so on: whatever was under way when the disk was full.
  const FROM = Array.from({ length: some(4, 16) }, (_, i) => i);
  const cases = TABLES.flatMap((table) => FROM.map((from) => [table, from] as const));
  it.each(cases)(
    '“%s” from its request %i on: screen and file have all, leaving is asked about, and it is written later',
    async (table, from) => {
      disk = refuse(table, from);
      await work();
      expect(await seen()).toEqual(ALL);
      if (from === 0) expect(disk.refused()).toBeGreaterThan(0);
      if (disk.refused()) {
        expect(store.unkept()).toBe(true);
        expect(unconfirmed.value).toBeGreaterThan(0);
      }
      disk.letGo();
      await offerAgain();
      await vi.waitFor(async () => expect(await stored()).toEqual(STORED));
      await vi.waitFor(() => expect(store.unkept()).toBe(false));
      expect(await seen()).toEqual(ALL);
    },
  );

  it.each(TABLES)('“%s” once only loses nothing either', async (table) => {
    disk = refuse(table, 1, 1);
    await work();
    disk.letGo();
    await offerAgain();
    await vi.waitFor(async () => expect(await stored()).toEqual(STORED));
    expect(await seen()).toEqual(ALL);
  });
});

describe('a store that does not answer', () => {
  it('is no empty shelf: no demo is brought, and what stands there is not overwritten', async () => {
    const mine = { ...document, id: 'potting-shed-pair', name: 'Mine since March' };
    await database.systems.put({
      ...{ id: mine.id, name: mine.name, updated: 1, rev: 4, document: mine },
      past: [],
      future: [],
    });
    const list = vi
      .spyOn(store, 'list')
      .mockResolvedValue({ ok: false, message: 'It does not answer.', silent: true });
    const shelf = useShelf();
    await shelf.load();
    expect(shelf.silent).toBe(true);
    expect(shelf.trouble).toBe('It does not answer.');
    await shelf.bringDemos();
    expect(await database.systems.count()).toBe(1);
    list.mockRestore();
    await shelf.load();
    expect(shelf.silent).toBe(false);
    expect(shelf.loaded).toBe(true);
    expect(shelf.trouble).toBe('');
    expect(shelf.systems.map((s) => s.name)).toEqual(['Mine since March']);
    // Brought by a press, the demos stand beside what is there.
    await shelf.bringDemos();
    expect((await database.systems.get(mine.id))!.name).toBe('Mine since March');
    expect(shelf.systems.length).toBeGreaterThan(1);
  });

  it('is no empty log: the file has what this page has, and says that more may be missing', async () => {
    await database.systems.put({
      ...{ id: 'pair', name: 'Pair', updated: 1, rev: 1, document },
      past: [],
      future: [],
    });
    const [system, log] = [useSystem(), useLog()];
    await system.open('pair');
    await vi.waitFor(() => expect(log.loaded).toBe('pair'));
    await log.note({ kind: 'note', note: 'one' });
    await log.note({ kind: 'note', note: 'two' });
    vi.spyOn(database.log, 'where').mockImplementation(() => {
      throw new DOMException('gone', 'InvalidStateError');
    });
    await system.toFile();
    await vi.waitFor(() => expect(offered.size).toBe(1));
    const file = readAnyFile([...offered.values()][0]!);
    expect(file.ok && file.what === 'system' && file.log.map((e) => e.note)).toEqual([
      'one',
      'two',
    ]);
    expect(system.trouble).toContain('did not answer completely');
  });
});

describe('two systems taken off the shelf', () => {
  it('are both put back whole, in whatever order', async () => {
    const shelf = useShelf();
    const { logStore } = await import('./log');
    for (const id of ['a', 'b']) {
      await shelf.keepNew({ ...document, id, name: id });
      await logStore.merge(
        id,
        Array.from({ length: 301 }, (_, i) => ({
          ...{ id: `e${i}`, kind: 'note' as const, at: i + 1, zone: 'UTC', written: i + 1 },
        })),
      );
    }
    await shelf.remove('a', 'a');
    await shelf.remove('b', 'b');
    expect(shelf.removed.map((r) => r.id)).toEqual(['a', 'b']);
    expect(await database.log.count()).toBe(0);
    await shelf.putBack('a');
    await shelf.putBack('b');
    for (const id of ['a', 'b']) {
      const kept = await logStore.log(id);
      expect(kept.ok && kept.value.entries).toHaveLength(301);
      expect((await database.systems.get(id))!.name).toBe(id);
    }
    expect(shelf.removed).toEqual([]);
  });

  it('of which the store does not tell all are not taken off', async () => {
    const shelf = useShelf();
    await shelf.keepNew({ ...document, id: 'a', name: 'a' });
    vi.spyOn(store, 'photos').mockResolvedValue({ ok: false, message: 'It does not answer.' });
    await shelf.remove('a', 'a');
    expect(await database.systems.count()).toBe(1);
    expect(shelf.trouble).toBe('“a” was not deleted. It does not answer.');
  });
});
