import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it } from 'vitest';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { database } from './db';
import { runStore } from './runs';
import { mergeSettings, settings } from './settings';

const document = bedOverTank.make('pair', 'Pair');
const run = (id: string, begun: number) => ({
  ...{ id, system: 'pair', begun, seed: 7, scenario: null, lesson: '', water: null, document },
});
const act = (id: string, at: number, what: string) => ({
  ...{ run: 'a', id, at, act: what, about: '' },
});

beforeEach(() => Promise.all(database.tables.map((t) => t.clear())));

describe('a run of two windows', () => {
  it('has the acts of both, in the order of their time', async () => {
    await runStore.begin(run('a', 1));
    // Three of one window and two of another, written as they came.
    await Promise.all(
      [act('x1', 10, 'look'), act('y1', 15, 'listen'), act('x2', 20, 'measure')].map((a) =>
        runStore.act('pair', a),
      ),
    );
    await Promise.all(
      [act('y2', 17, 'wait'), act('x3', 30, 'mend')].map((a) => runStore.act('pair', a)),
    );
    const kept = await runStore.open('pair');
    expect(kept.ok && kept.value!.acts.map((a) => a.act)).toEqual([
      ...['look', 'listen', 'wait', 'measure', 'mend'],
    ]);
    expect(kept.ok && kept.value!.run.document).toEqual(document);
  });
  it('ends with the next, and leaves no act behind', async () => {
    await runStore.begin(run('a', 1));
    await runStore.act('pair', act('x', 10, 'look'));
    await runStore.begin(run('b', 2));
    const kept = await runStore.open('pair');
    expect(kept).toMatchObject({ ok: true, value: { run: { id: 'b' }, acts: [] } });
    await runStore.end('pair');
    expect(await runStore.open('pair')).toEqual({ ok: true, value: null });
    expect(await database.acts.count()).toBe(0);
  });
});

describe('a run under way', () => {
  it('goes into a backup and comes out of it, where none is under way', async () => {
    const { id: _, system: __, ...begun } = run('a', 1);
    await runStore.begin(run('a', 1));
    await runStore.act('pair', act('x', 10, 'look'));
    await runStore.act('pair', { ...act('y', 20, 'measure'), about: 'tank' });
    const filed = await runStore.filed('pair');
    const acts = [
      { at: 10, act: 'look', about: '' },
      { at: 20, act: 'measure', about: 'tank' },
    ];
    expect(filed).toEqual({ ok: true, value: { ...begun, acts } });
    if (!filed.ok) return;

    await runStore.end('pair');
    expect(await runStore.filed('pair')).toEqual({ ok: true, value: null });
    await runStore.take('pair', filed.value!);
    expect(await runStore.filed('pair')).toEqual(filed);
    await runStore.act('pair', { ...act('z', 5, 'wait'), run: 'of another' });
    await runStore.take('pair', { ...filed.value!, seed: 99 });
    expect(await runStore.filed('pair')).toEqual(filed);
  });
});

describe('what is remembered', () => {
  it('is merged where it says how, whichever window writes last', async () => {
    mergeSettings('seen/', (a, b) => [...new Set([...(a as number[]), ...(b as number[])])].sort());
    await settings.set('seen/x', [1, 2]);
    await settings.set('seen/x', [2, 3]);
    expect(await settings.get('seen/x')).toEqual({ ok: true, value: [1, 2, 3] });
    await settings.set('plain', 1);
    await settings.set('plain', 2);
    expect(await settings.get('plain')).toEqual({ ok: true, value: 2 });
    const under = await settings.under('seen/');
    expect(under.ok && [...under.value]).toEqual([['x', [1, 2, 3]]]);
    await settings.set('plain', null);
    expect(await settings.get('plain')).toEqual({ ok: true, value: undefined });
  });
});

describe('a store of before', () => {
  it('has its rows taken apart: settings, lessons, mappings, and the run under way', async () => {
    database.close();
    await Dexie.delete('mizuna');
    const old = new Dexie('mizuna');
    old.version(5).stores({
      ...{ systems: 'id, updated, [updated+name+rev]', settings: 'key', drafts: 'key, id' },
      ...{ pictures: 'id', photos: 'id, system', raw: '[system+channel+at], at' },
      log: '[system+id], [system+at], [system+kind+at]',
    });
    await old.open();
    await old
      .table('systems')
      .put({ ...{ id: 'pair', name: 'Pair', updated: 1, rev: 1 }, document, past: [], future: [] });
    await old.table('settings').bulkPut([
      { key: 'person', value: { units: 'us', read: ['a'] } },
      {
        key: 'practice',
        value: {
          played: [{ scenario: 'heat', last: 5 }],
          lessons: [{ lesson: 'fill', pulled: true }],
        },
      },
      { key: 'csv-mappings', value: { 'Date\u0000pH': { dates: 'dmy' } } },
      {
        key: 'practice-run-pair',
        value: {
          seed: 9,
          scenario: null,
          lesson: '',
          water: null,
          acts: [
            { act: 'look', about: 'tank' },
            { act: 'wait', about: '' },
          ],
        },
      },
      { key: 'demos', value: true },
    ]);
    old.close();
    await database.open();
    const rows = await database.settings.toArray();
    expect(Object.fromEntries(rows.map((r) => [r.key, r.value]))).toEqual({
      'csv-mapping/Date\u0000pH': { dates: 'dmy' },
      demos: true,
      'person/read': ['a'],
      'person/units': 'us',
      'practice/lesson/fill': { lesson: 'fill', pulled: true },
      'practice/played/heat': { scenario: 'heat', last: 5 },
    });
    const kept = await runStore.open('pair');
    expect(kept.ok && kept.value).toMatchObject({
      run: { seed: 9, document: { id: 'pair' } },
      acts: [{ act: 'look', about: 'tank' }, { act: 'wait' }],
    });
  });
});
