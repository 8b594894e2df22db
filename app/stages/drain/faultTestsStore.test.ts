import { FaultTests, type FaultTest, type FaultTestFix } from '../../../core/faultTests';
import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { bedOverTank } from '../../../core/system/layouts/bed-over-tank';
import { useFaultTests } from './faultTestsStore';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';

/** Answers of the worker that wait until the test lets them go, by what was asked. */
const waits: { what: string; answer: () => void; fail: () => void }[] = [];
const told: ((d: FaultTest, n: number, of: number) => void)[] = [];
const held = (what: string) =>
  new Promise<void>((resolve, reject) =>
    waits.push({ what, answer: resolve, fail: () => reject(new Error('gone')) }),
  );
vi.mock('comlink', () => ({ proxy: (f: unknown) => f }));
vi.mock('../../workers/client', () => {
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
        ...faultTests.replay(
          faultTests.faults.find((f) => f.id === fault)!,
          at,
        ),
        fault,
      };
    },
    async fixes(_d: unknown, _h: unknown, faultTest: FaultTest): Promise<FaultTestFix[]> {
      await held(`fixes ${faultTest.fault}`);
      return [{ label: [faultTest.fault], edits: [] }] as unknown as FaultTestFix[];
    },
  };
  const mortal = { ask: (question: (w: typeof worker) => unknown) => question(worker) };
  return { faultTestWorker: mortal, dayWorker: { ask: () => new Promise(() => undefined) } };
});

const document = bedOverTank.make('pair', 'Pair');
const faultTests = new FaultTests(document);
const [power, loose] = ['power-cut/system', 'delivery-off/lift'].map((id) =>
  faultTests.run(faultTests.faults.find((f) => f.id === id)!),
) as [FaultTest, FaultTest];
const waiting = (what: string) =>
  vi.waitFor(() => {
    const w = waits.find((x) => x.what === what);
    expect(w, what).toBeDefined();
    return w!;
  });
/** Lets everything that was answered be heard. */
const heard = () => new Promise((resolve) => setTimeout(resolve, 0));

describe('answers of the fault tests that come late', () => {
  beforeEach(() => {
    setActivePinia(createPinia());
    waits.length = told.length = 0;
  });
  async function ran() {
    const system = useSystem();
    const store = useFaultTests();
    system.document = document;
    await heard();
    void store.run();
    told[0]!(power, 1, 2);
    told[0]!(loose, 2, 2);
    waits.shift()!.answer();
    await vi.waitFor(() => expect(store.running).toBe(false));
    return { system, store, trace: useTrace() };
  }

  it('do not play a fault test over the one that was asked for since, nor show its fixes there', async () => {
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

  it('of fixes: those of a fault test that was left are not shown beside the next', async () => {
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
