import { USUAL_SEVERITY, type FaultTest } from '../../core/faultTests';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import type { Owned } from '../../core/workshop/candidates';
import type { FaultTestWorker } from './faultTest.worker';

/** The worker's own code, called without a worker around it. */
let worker: FaultTestWorker;
vi.mock('comlink', () => ({ expose: (api: FaultTestWorker) => void (worker = api) }));
beforeAll(async () => void (await import('./faultTest.worker')));

const pair = bedOverTank.make('p', 'P');
const owned: Owned = {
  tank: { length: 1.2, width: 0.8, height: 0.7 },
  pump: { maxHead: 2.2, maxFlow: 2200e-3 / 3600 },
  hose: 'hose-19',
  pipe: 'sch40-1',
  floor: { length: 1.4, width: 0.8 },
  headroom: 2.1,
  sun: null,
  fish: true,
  timer: null,
};

describe('the worker of the benches', () => {
  it('runs every fault test and counts them as they come', async () => {
    const came: [string, number, number][] = [];
    const whole = await worker.all(1, pair, USUAL_SEVERITY, (d, n, of) =>
      came.push([d.fault, n, of]),
    );
    expect(whole).toBe(true);
    expect(came.map(([, n]) => n)).toEqual(came.map((_, i) => i + 1));
    expect(came).toHaveLength(came[0]![2]);
    expect(new Set(came.map(([fault]) => fault)).size).toBe(came.length);
  });

  it('gives up between two fault tests when it is told to stop', async () => {
    const came: FaultTest[] = [];
    const whole = await worker.all(2, pair, USUAL_SEVERITY, (d, n) => {
      came.push(d);
      if (n === 2) worker.stop('faultTests', 3);
    });
    expect(whole).toBe(false);
    expect(came).toHaveLength(2);
  });

  it('a search that was made or stopped does not keep fault tests from being run, nor they it', async () => {
    // Searches count from the clock, fault tests from one: each job minds its own numbers only.
    const request = Date.now();
    worker.stop('search', request);
    expect(await worker.search(request - 1, owned, () => undefined)).toBeNull();
    let tested = 0;
    expect(await worker.all(4, pair, USUAL_SEVERITY, () => void tested++)).toBe(true);
    expect(tested).toBeGreaterThan(5);
    const found = await worker.search(request + 1, owned, () => undefined);
    expect(found!.tried).toBeGreaterThan(0);
  });

  it('replays a fault from half an hour before it strikes, and says where there is none', () => {
    const day = worker.replay(pair, USUAL_SEVERITY, 'power-cut/system', 7200)!;
    expect(day.start).toBe(5400);
    expect(day.start + day.struck).toBe(7200);
    expect(day.trace.rows).toBeGreaterThan(10);
    expect(worker.replay(pair, USUAL_SEVERITY, 'float-stuck/lift', 0)).toBeNull();
  });

  it('looks for stock sizes only where a siphon stands', () => {
    expect(worker.stock(pair, 'spare')).toEqual([]);
    expect(worker.stock(pair, 'gone')).toEqual([]);
    const choices = worker.stock(pair, 'siphon');
    expect(choices.length).toBeGreaterThan(0);
    // The best first.
    const margins = choices.map((c) => c.margins.least);
    expect(margins).toEqual([...margins].sort((a, b) => b - a));
  });
});
