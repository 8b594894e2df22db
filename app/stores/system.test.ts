import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { reactive } from 'vue';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { readAt } from '../../core/system';
import { database, store } from '../storage/db';
import { useSystem } from './system';

const CREST = 'paths.siphon.crest';

async function opened() {
  const document = bedOverTank.make('pair', 'Pair');
  await database.systems.put({
    rev: 1,
    id: 'pair',
    name: 'Pair',
    updated: 1,
    document,
    past: [],
    future: [],
  });
  const system = useSystem();
  await system.open('pair');
  return { system, crest: () => readAt(system.document!, CREST) };
}

// What one test left to be written must not reach the next one's system.
afterEach(async () => {
  await useSystem().flush();
  useSystem().close();
});

describe('the open system', () => {
  beforeEach(() => setActivePinia(createPinia()));

  it('commits, undoes and does again', async () => {
    const { system, crest } = await opened();
    system.commit([{ at: CREST, to: 0.2 }], 'shorter');
    system.commit([{ at: CREST, to: 0.18 }], 'shorter still');
    expect(crest()).toBe(0.18);
    system.undo();
    expect(crest()).toBe(0.2);
    system.undo();
    expect(crest()).toBe(0.235);
    system.undo();
    system.redo();
    expect(crest()).toBe(0.2);
    system.commit([{ at: CREST, to: 0.21 }], 'another way');
    system.redo();
    expect(crest()).toBe(0.21);
    expect(system.future).toEqual([]);
  });

  it('a pull is one step, however many moves it took, and can be let go', async () => {
    const { system, crest } = await opened();
    for (const to of [0.23, 0.22, 0.21]) system.pull([{ at: CREST, to }]);
    expect(crest()).toBe(0.21);
    system.commitPreview([{ at: CREST, to: 0.21 }], 'pulled');
    expect(system.past).toHaveLength(1);
    system.pull([{ at: CREST, to: 0.1 }]);
    system.release();
    expect(crest()).toBe(0.21);
    system.pull([{ at: CREST, to: 0.21 }]);
    system.commitPreview([{ at: CREST, to: 0.21 }], 'nowhere');
    expect(system.past).toHaveLength(1);
    system.undo();
    expect(crest()).toBe(0.235);
  });

  it('a run of nudges is one step, a pause begins another', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const { system, crest } = await opened();
    system.nudge(CREST, 0.23, 'a');
    system.nudge(CREST, 0.225, 'b');
    expect(system.past).toHaveLength(1);
    vi.setSystemTime(Date.now() + 5000);
    system.nudge(CREST, 0.22, 'c');
    expect(system.past).toHaveLength(2);
    system.undo();
    expect(crest()).toBe(0.225);
    system.undo();
    expect(crest()).toBe(0.235);
    vi.useRealTimers();
  });

  it('keeps document and history, so that undo survives a reload', async () => {
    const { system } = await opened();
    system.commit([{ at: CREST, to: 0.2 }], 'shorter');
    system.flush();
    await vi.waitFor(() => expect(system.saving).toBe('saved'));
    setActivePinia(createPinia());
    const again = useSystem();
    await again.open('pair');
    expect(readAt(again.document!, CREST)).toBe(0.2);
    again.undo();
    expect(readAt(again.document!, CREST)).toBe(0.235);
  });

  it('a pull in progress is not what is kept', async () => {
    const { system } = await opened();
    system.commit([{ at: CREST, to: 0.2 }], 'shorter');
    system.pull([{ at: CREST, to: 0.1 }]);
    system.flush();
    await vi.waitFor(async () => {
      const kept = await store.get('pair');
      expect(kept.ok && readAt(kept.value!.document, CREST)).toBe(0.2);
    });
  });

  it('keeps an edit that a component handed over wrapped, and one that removes', async () => {
    const { system } = await opened();
    system.commit(
      reactive([{ at: 'paths.spare.weep', to: { height: 0.01, diameter: 0.004 } }]),
      'hole',
    );
    system.commit([{ at: 'paths.spare', to: undefined }], 'removed');
    await system.flush();
    expect(system.saving).toBe('saved');
    setActivePinia(createPinia());
    const again = useSystem();
    await again.open('pair');
    expect(readAt(again.document!, 'paths.spare')).toBeUndefined();
    again.undo();
    expect(readAt(again.document!, 'paths.spare.weep.diameter')).toBe(0.004);
    again.redo();
    expect(readAt(again.document!, 'paths.spare')).toBeUndefined();
  });

  it('says so where there is no such system', async () => {
    const system = useSystem();
    await system.open('nowhere');
    expect(system.missing).toBe('gone');
    expect(system.document).toBeNull();
  });
});
