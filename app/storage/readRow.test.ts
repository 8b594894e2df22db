import 'fake-indexeddb/auto';
import { describe, expect, it, test } from 'vitest';
import { DOCUMENT_VERSION, applyEdits, stepBetween } from '../../core/system';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { database, store, type StoredSystem } from './db';
import { readRow } from './readRow';

const document = bedOverTank.make('pair', 'Pair');
let n = 0;
/** A row that nobody has looked at yet. */
const row = (change: Record<string, unknown>, more: Partial<StoredSystem> = {}): StoredSystem => ({
  ...{ id: `row-${++n}`, name: 'Pair', updated: n, rev: 1, past: [], future: [] },
  document: { ...document, ...change } as typeof document,
  ...more,
});

describe('a stored row', () => {
  test.each([
    { vessels: [] },
    { vessels: [null] },
    { vessels: 'none' },
    { vessels: [{ ...document.vessels[0], shape: null }] },
    { paths: [{ ...document.paths[0], kind: 'ladder' }] },
    { paths: [{ ...document.paths[0], from: 'nowhere' }] },
    { paths: null },
    { site: null },
    { site: {} },
    { site: { ...document.site, latitude: 'north' } },
    { controls: [{ id: 'x', kind: 'moon' }] },
    { fish: [{ ...document.fish[0], count: Number.NaN }] },
    { fish: [{ ...document.fish[0], vessel: 'gone' }] },
    { crops: [7] },
    { care: null },
    { plan: { events: 'none' } },
    { build: undefined },
    { water: { ph: 70 } },
    { measurements: [{}] },
    { name: 5 },
    { kind: 'something-else' },
    { version: 0 },
    { version: 'new' },
  ])('with %j is damaged, and says what is', (change) => {
    const read = readRow(row(change));
    expect(read).toMatchObject({ ok: false, state: 'damaged' });
    if (!read.ok) expect(read.why).toMatch(/\.$/);
  });

  it('of nothing at all is damaged', () => {
    for (const none of [null, undefined, 7, 'x'])
      expect(readRow({ ...row({}), document: none as never })).toEqual({
        ...{ ok: false, state: 'damaged' },
        why: expect.stringMatching(/there is no system in it|which version/) as string,
      });
  });

  it('of a newer program is left to it', () => {
    expect(readRow(row({ version: DOCUMENT_VERSION + 1 }))).toMatchObject({
      ok: false,
      state: 'newer',
    });
  });

  it('that is whole is read with the steps that can be walked, and no others', () => {
    const next = applyEdits(document, [{ at: 'site.humidity', to: 0.41 }]);
    const step = stepBetween(document, next, 'drier');
    const kept = { document: next, past: [step], future: [] };
    expect(readRow(row({}, kept))).toMatchObject({ ok: true, row: kept });
    const astray = { ...step, inverse: [{ at: 'vessels.gone.fill', to: 1 }] };
    const odd = [null, 7, {}, { label: 'x' }, astray] as never[];
    for (const past of [...odd.map((x) => [x]), 'none' as never]) {
      const read = readRow(row({}, { document: next, past }));
      expect(read.ok && read.row.past).toEqual([]);
      expect(read.ok && read.row.document).toEqual(next);
    }
    // The latest step can be taken back though one before it cannot.
    const read = readRow(row({}, { document: next, past: [astray, step] }));
    expect(read.ok && read.row.past).toEqual([step]);
  });

  it('is said where it is opened, saved as it lies there, and not written over', async () => {
    const bad = row({ vessels: [null] }, { id: 'bad', name: 'Odd one' });
    await database.systems.put(bad);
    const kept = await store.get('bad');
    expect(kept).toMatchObject({ ok: false, damaged: true });
    expect(!kept.ok && kept.message).toMatch(/^“Odd one” is damaged .*: .+\. Save its raw data\./);
    expect(await store.raw('bad')).toEqual({ ok: true, value: bad });
    await store.put({ ...row({}), id: 'bad', name: 'Fresh' });
    expect((await database.systems.get('bad'))!.name).toBe('Odd one');
  });
});
