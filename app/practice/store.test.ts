import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { newEntry } from '../../core/log';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import type { SystemDocument } from '../../core/system';
import { runStore } from '../storage/runs';
import { useLog } from '../stores/log';
import { usePractice } from './store';
import { useSystem } from '../stores/system';

/** What the worker was asked to begin. */
const begun: { water: SystemDocument['water']; seed: number; acts: unknown; scenario: unknown }[] =
  [];
vi.mock('comlink', () => ({ proxy: (f: unknown) => f }));
vi.mock('../workers/client', () => {
  const trace = { vessels: [], paths: [], rows: 0, times: [], events: [], end: 0 };
  const view = { t: 3600, begins: 0, start: 0, over: false, entries: [], trace };
  const worker = {
    scope: async () => ({ can: 1, of: 1, needs: [] }),
    begin: async (s: SystemDocument, seed: number, acts: unknown, scenario: unknown) => {
      begun.push({ water: s.water, seed, acts, scenario });
      return view;
    },
    act: async () => view,
  };
  const mortal = { ask: async (question: (w: typeof worker) => unknown) => question(worker) };
  return { practiceWorker: mortal, dayWorker: { ask: () => new Promise(() => undefined) } };
});

const document = bedOverTank.make('pair', 'Pair');
const last = () => begun.at(-1)!;
const read = (ph: number) =>
  newEntry(`read-${ph}`, { kind: 'reading', at: Date.now(), ph }, Date.now());

describe('a run of the practice bench', () => {
  beforeEach(async () => {
    setActivePinia(createPinia());
    begun.length = 0;
    await runStore.end('pair');
  });
  async function ready() {
    const practice = usePractice();
    const log = useLog();
    useSystem().document = document;
    await vi.waitFor(() => expect(practice.scope).not.toBeNull());
    await vi.waitFor(() => expect(log.loaded).toBe('pair'));
    log.all = [read(6.3)];
    return practice;
  }

  it('by chance begins from the water as it was last read', async () => {
    const practice = await ready();
    await practice.begin();
    expect(last().water.ph).toBe(6.3);
    expect(document.water.ph).not.toBe(6.3);
  });

  it('by its number begins alike for all, as the design has the water', async () => {
    const practice = await ready();
    await practice.take(57);
    expect(last()).toMatchObject({ seed: 57, scenario: null, water: document.water });
  });

  it('once more is the same run: number, situation and water, with nothing done', async () => {
    const practice = await ready();
    await practice.begin('used-up');
    const first = last();
    await practice.act({ act: 'listen', about: '' });
    useLog().all = [read(7.9)];
    await practice.again();
    expect(last()).toEqual({ ...first, acts: [] });
  });

  it('goes on after a reload, act by act, from the water it began with', async () => {
    const practice = await ready();
    await practice.begin();
    await practice.act({ act: 'listen', about: '' });
    await vi.waitFor(async () => {
      const kept = await runStore.open('pair');
      expect(kept).toMatchObject({ ok: true, value: { acts: [{ act: 'listen' }] } });
    });
    const { seed } = last();
    setActivePinia(createPinia());
    const again = usePractice();
    useSystem().document = document;
    await vi.waitFor(() => expect(again.view).not.toBeNull());
    expect(last()).toMatchObject({ seed, acts: [{ act: 'listen', about: '' }] });
    expect(last().water.ph).toBe(6.3);
  });
});
