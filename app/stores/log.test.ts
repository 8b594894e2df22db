// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { fishEdits } from '../../core/log';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { applyEdits } from '../../core/system';
import { database } from '../storage/db';
import { freshStores } from '../test/mountIt';
import { useLog } from './log';
import { useSystem } from './system';

/** What is noted and the design that goes with it: undone, taken back, corrected, whichever hand does it. */

vi.mock('../workers/client', () => ({
  seasonWorker: { ask: () => Promise.resolve([]) },
  dayWorker: { ask: () => new Promise(() => undefined) },
  hearing: (f: unknown) => f,
}));

const pair = bedOverTank.make('pair', 'Pair');
const fish = { id: 'perch', kind: 'european-perch', count: 14, meanMass: 0.05 };
const document = applyEdits(pair, [
  { at: 'fish', to: [{ ...pair.fish[0], ...fish, vessel: 'tank', ration: null, protein: null }] },
]);

beforeEach(async () => {
  await Promise.all(database.tables.map((t) => t.clear()));
  freshStores();
  await database.systems.put({
    ...{ id: 'pair', name: 'Pair', updated: 1, rev: 1, document },
    past: [],
    future: [],
  });
  await useSystem().open('pair');
  await vi.waitFor(() => expect(useLog().loaded).toBe('pair'));
});
const count = () => useSystem().document!.fish[0]!.count;
const living = () => useLog().entries.map((e) => e.kind);
async function died(n: number) {
  const values = { kind: 'fish-dead' as const, what: 'perch', about: 'tank', count: n };
  const edits = fishEdits(useSystem().document!, null, { ...values, at: 0, zone: '' });
  const [e] = await useLog().noteWith(edits, 'Fish died', values);
  return e!;
}

describe('a death that was noted', () => {
  it('taken back gives its fish back; put back it takes them again', async () => {
    const { id } = await died(3);
    expect([count(), living()]).toEqual([11, ['fish-dead']]);
    await useLog().takeOut(id);
    expect([count(), living()]).toEqual([14, []]);
    await useLog().putBack(id);
    expect([count(), living()]).toEqual([11, ['fish-dead']]);
  });
  it('pressed twice takes its fish once', async () => {
    const [a, b] = await Promise.all([died(3), died(3)]);
    expect(b.id).toBe(a.id);
    expect([count(), living()]).toEqual([11, ['fish-dead']]);
    await useLog().takeOut(a.id);
    expect(count()).toBe(14);
  });
  it('undone in the design is taken out of the log, and comes again with it', async () => {
    await died(3);
    useSystem().undo();
    await vi.waitFor(() => expect(living()).toEqual([]));
    expect(count()).toBe(14);
    useSystem().redo();
    await vi.waitFor(() => expect(living()).toEqual(['fish-dead']));
    expect(count()).toBe(11);
  });
  it('corrected changes the difference, and its undoing corrects it back', async () => {
    const { id } = await died(3);
    await useLog().amend(id, { count: 1 });
    expect(count()).toBe(13);
    useSystem().undo();
    await vi.waitFor(() => expect(useLog().entries[0]!.count).toBe(3));
    expect(count()).toBe(11);
    useSystem().redo();
    await useLog().takeOut(id);
    expect(count()).toBe(14);
  });
  it('taken back after other fish came leaves those', async () => {
    const { id } = await died(3);
    useSystem().commit([{ at: 'fish.perch.count', to: 20 }], 'More fish');
    await useLog().takeOut(id);
    expect(count()).toBe(23);
  });
  it('of a table or another device changes no design, neither coming nor going', async () => {
    const [e] = await useLog().note({ kind: 'fish-dead', what: 'perch', count: 3 });
    expect(count()).toBe(14);
    await useLog().takeOut(e!.id);
    expect(count()).toBe(14);
  });
});

describe('a press', () => {
  it('made twice notes once; the same a moment later is another', async () => {
    const look = { kind: 'look' as const, seen: ['fish-well'] };
    const [a, b] = await Promise.all([useLog().note(look), useLog().note(look)]);
    expect(b[0]!.id).toBe(a[0]!.id);
    expect(living()).toEqual(['look']);
    const later = Date.now() + 5000;
    vi.spyOn(Date, 'now').mockReturnValue(later);
    await useLog().note(look);
    vi.restoreAllMocks();
    expect(living()).toHaveLength(2);
    expect(await database.log.count()).toBe(2);
  });
});

describe('a log that is read while it is written', () => {
  it('has every entry, whichever was first', async () => {
    const log = useLog();
    const notes = Array.from({ length: 20 }, (_, i) => log.note({ kind: 'note', note: `n${i}` }));
    // Another window says that it wrote, again and again: the log is read anew meanwhile.
    const other = new BroadcastChannel('mizuna-windows');
    for (let i = 0; i < 5; i++) other.postMessage({ what: 'log', id: 'pair' });
    await Promise.all(notes);
    await vi.waitFor(() => expect(log.entries).toHaveLength(20));
    other.close();
  });
});
