import { Drills, type Drill, type DrillFix } from '../../core/drills';
import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { useDrills } from './drills';
import { useSystem } from './system';
import { useTrace } from './trace';

/** Answers of the worker that wait until the test lets them go, by what was asked. */
const waits: { what: string; answer: () => void; fail: () => void }[] = [];
const told: ((d: Drill, n: number, of: number) => void)[] = [];
const held = (what: string) =>
  new Promise<void>((resolve, reject) =>
    waits.push({ what, answer: resolve, fail: () => reject(new Error('gone')) }),
  );
vi.mock('comlink', () => ({ proxy: (f: unknown) => f }));
vi.mock('../workers/client', () => {
  const worker = {
    async all(request: number, _d: unknown, _h: unknown, done: (typeof told)[number]) {
      told.push(done);
      await held(`all ${request}`);
      return true;
    },
    stop: async () => undefined,
    async replay(_d: unknown, _h: unknown, fault: string, at: number) {
      await held(`replay ${fault}`);
      return {
        ...drills.replay(
          drills.faults.find((f) => f.id === fault)!,
          at,
        ),
        fault,
      };
    },
    async fixes(_d: unknown, _h: unknown, drill: Drill): Promise<DrillFix[]> {
      await held(`fixes ${drill.fault}`);
      return [{ label: [drill.fault], edits: [] }] as unknown as DrillFix[];
    },
  };
  const mortal = { ask: (question: (w: typeof worker) => unknown) => question(worker) };
  return { drillWorker: mortal, dayWorker: { ask: () => new Promise(() => undefined) } };
});

const document = bedOverTank.make('pair', 'Pair');
const drills = new Drills(document);
const [power, loose] = ['power-cut/system', 'delivery-off/lift'].map((id) =>
  drills.run(drills.faults.find((f) => f.id === id)!),
) as [Drill, Drill];
const waiting = (what: string) =>
  vi.waitFor(() => {
    const w = waits.find((x) => x.what === what);
    expect(w, what).toBeDefined();
    return w!;
  });
/** Lets everything that was answered be heard. */
const heard = () => new Promise((resolve) => setTimeout(resolve, 0));

describe('answers of the drills that come late', () => {
  beforeEach(() => {
    setActivePinia(createPinia());
    waits.length = told.length = 0;
  });
  async function ran() {
    const system = useSystem();
    const store = useDrills();
    system.document = document;
    await heard();
    void store.run();
    told[0]!(power, 1, 2);
    told[0]!(loose, 2, 2);
    waits.shift()!.answer();
    await vi.waitFor(() => expect(store.running).toBe(false));
    return { system, store, trace: useTrace() };
  }

  it('do not play a drill over the one that was asked for since, nor show its fixes there', async () => {
    const { store, trace } = await ran();
    void store.show(power);
    const first = await waiting(`replay ${power.fault}`);
    void store.show(loose);
    const second = await waiting(`replay ${loose.fault}`);
    second.answer();
    await vi.waitFor(() => expect(trace.replay?.name).toBe(`Fault test: ${loose.name}`));
    first.answer();
    await heard();
    expect(trace.replay?.name).toBe(`Fault test: ${loose.name}`);
    expect(waits.some((w) => w.what === `fixes ${power.fault}`)).toBe(false);
    (await waiting(`fixes ${loose.fault}`)).answer();
    await vi.waitFor(() => expect(store.fixes).toMatchObject([{ label: [loose.fault] }]));
  });

  it('of fixes: those of a drill that was left are not shown beside the next', async () => {
    const { store } = await ran();
    void store.show(power);
    (await waiting(`replay ${power.fault}`)).answer();
    const fixes = await waiting(`fixes ${power.fault}`);
    void store.show(loose);
    fixes.answer();
    await heard();
    expect(store.fixes).toBeNull();
    store.close();
    expect(useTrace().replay).toBeNull();
  });

  it('of an earlier run are not counted among the later, nor is its end', async () => {
    const { store } = await ran();
    void store.run();
    void store.run();
    told[2]!(loose, 1, 9);
    told[1]!(power, 5, 9);
    (await waiting('all 2')).fail();
    await heard();
    expect(store.done.map((d) => d.fault)).toEqual([loose.fault]);
    expect([store.count, store.running, store.trouble]).toEqual([1, true, '']);
    (await waiting('all 3')).fail();
    await vi.waitFor(() => expect(store.running).toBe(false));
    expect(store.trouble).toMatch(/could not be run/);
  });

  it('go with the system that they are of', async () => {
    const { system, store } = await ran();
    void store.show(power);
    const replay = await waiting(`replay ${power.fault}`);
    system.document = { ...document, id: 'another' };
    await heard();
    replay.answer();
    await heard();
    expect(store.done).toEqual([]);
    expect(useTrace().replay).toBeNull();
  });
});
