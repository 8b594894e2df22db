import { FaultTests } from '../../core/faultTests';
import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { simulate } from '../../core/day';
import { fixesFor, judgeWhole, keyOf, summarise, type Fix } from '../../core/findings';
import { assess } from '../../core/assess';
import { addBed, applyEdits, readAt, removeVessel, type SystemDocument } from '../../core/system';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { trayOverReservoir } from '../../core/system/layouts/tray-over-reservoir';
import { risksOf } from '../../core/workshop/sensitivity';
import { database } from '../storage/db';
import { useSystem } from './system';
import { useTrace } from './trace';

/** Stands in for the worker: the same work, answered when the test lets it. */
const asked: { crest: unknown; answer: () => void }[] = [];
let hold = false;
let broken = false;
let noRisks = false;
/** Answers of the fixes of each intake that wait until the test lets them go; nothing where they come at once. */
let late: Map<unknown, () => void> | null = null;
vi.mock('../workers/client', () => {
  const worker = {
    async day(_: number, system: SystemDocument) {
      const crest = readAt(system, 'paths.siphon.crest');
      if (hold) await new Promise<void>((answer) => asked.push({ crest, answer }));
      else asked.push({ crest, answer: () => undefined });
      if (broken) throw new Error('gone');
      const a = assess(system);
      const trace = simulate(a.net);
      return { trace, day: summarise(a, trace), took: 1 };
    },
    async fixes(_: number, system: SystemDocument) {
      const { findings } = judgeWhole(system);
      const out: Record<string, Fix[]> = {};
      const intake = readAt(system, 'paths.lift.pump.intake');
      if (late) await new Promise<void>((answer) => late!.set(intake, answer));
      for (const f of findings)
        if (f.level !== 'fine') out[keyOf(f)] = fixesFor(system, f, findings);
      return { fixes: out, whole: true };
    },
    async risks(system: SystemDocument) {
      if (noRisks) throw new Error('gone');
      return risksOf(system);
    },
  };
  return { dayWorker: { ask: (question: (w: typeof worker) => unknown) => question(worker) } };
});

async function opened(document: SystemDocument) {
  await database.systems.put({
    id: document.id,
    name: document.name,
    updated: 1,
    document,
    past: [],
    future: [],
  });
  const system = useSystem();
  const trace = useTrace();
  await system.open(document.id);
  return { system, trace };
}
const settled = (trace: ReturnType<typeof useTrace>) =>
  vi.waitFor(() => expect(trace.busy).toBe(false), { timeout: 10_000 });

// What one test left to be written must not reach the next one's system.
afterEach(async () => {
  hold = false;
  for (const a of asked) a.answer();
  await useSystem().flush();
  useSystem().close();
});

describe('the day on the screen', () => {
  beforeEach(() => {
    setActivePinia(createPinia());
    asked.length = 0;
    hold = false;
    broken = false;
    late = null;
  });

  it('findings are there at once, those of the day when it is', async () => {
    hold = true;
    const { trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    expect(trace.findings.map((f) => f.id)).toContain('reserve');
    expect(trace.findings.map((f) => f.id)).not.toContain('dry-run');
    asked[0]!.answer();
    await settled(trace);
    expect(trace.findings.map((f) => f.id)).toContain('dry-run');
    expect(trace.trace!.rows).toBeGreaterThan(100);
  });

  it('the newest request wins: what came between is never simulated', async () => {
    hold = true;
    const { system, trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    for (const to of [0.23, 0.22, 0.21, 0.2]) {
      system.commit([{ at: 'paths.siphon.crest', to }], 'shorter');
      await Promise.resolve();
    }
    asked[0]!.answer();
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    asked[1]!.answer();
    await settled(trace);
    expect(asked.map((x) => x.crest)).toEqual([0.235, 0.2]);
    expect(trace.day!.metrics.beds[0]!.highest).toBeLessThan(0.215);
  });

  it('fixes follow, and go with the next edit until they are found anew', async () => {
    const { system, trace } = await opened(
      applyEdits(bedOverTank.make('pair', 'Pair'), [{ at: 'paths.lift.pump.intake', to: 0.1 }]),
    );
    await vi.waitFor(() => expect(trace.fixesReady).toBe(true), { timeout: 10_000 });
    const fix = trace.fixes['loose-delivery/lift']![0]!;
    system.commit(fix.edits, 'raise');
    await Promise.resolve();
    expect(trace.fixesReady).toBe(false);
    expect(trace.findings.find((f) => f.id === 'loose-delivery')!.level).toBe('fine');
  });

  it('fixes of the system as it was, answered late, are not shown beside the one that is there', async () => {
    late = new Map();
    const { system, trace } = await opened(
      applyEdits(bedOverTank.make('pair', 'Pair'), [{ at: 'paths.lift.pump.intake', to: 0.1 }]),
    );
    await vi.waitFor(() => expect(late!.has(0.1)).toBe(true), { timeout: 10_000 });
    const first = late.get(0.1)!;
    late = null;
    system.commit([{ at: 'paths.lift.pump.intake', to: 0.27 }], 'raised');
    await vi.waitFor(() => expect(trace.fixesReady).toBe(true), { timeout: 10_000 });
    const own = trace.fixes;
    expect(own).not.toHaveProperty('loose-delivery/lift');
    first();
    await new Promise((resolve) => setTimeout(resolve, 0));
    expect(trace.fixes).toBe(own);
  });

  it('what is not measured and matters follows the fixes; without it they stand', async () => {
    const { system, trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await vi.waitFor(() => expect(trace.risks.length).toBeGreaterThan(0), { timeout: 10_000 });
    expect(trace.risks.map((r) => r.key)).toContain('tank-swing/tank');
    noRisks = true;
    system.commit([{ at: 'paths.siphon.crest', to: 0.21 }], 'shorter');
    await Promise.resolve();
    expect(trace.risks).toEqual([]);
    await vi.waitFor(() => expect(trace.fixesReady).toBe(true), { timeout: 10_000 });
    expect(Object.keys(trace.fixes).length).toBeGreaterThan(0);
    noRisks = false;
  });

  it('a part that is taken away leaves no day behind that speaks of it', async () => {
    const before = bedOverTank.make('pair', 'Pair');
    const more = addBed(before);
    if (!more.ok) throw new Error(more.why);
    const { system, trace } = await opened(applyEdits(before, more.edits));
    await settled(trace);
    expect(trace.day!.metrics.beds).toHaveLength(2);
    const less = removeVessel(system.document!, 'bed-2');
    if (!less.ok) throw new Error(less.why);
    system.commit([...less.edits], less.label);
    // Read at once, before anything else has heard of the edit.
    expect(trace.findings.some((f) => f.about === 'bed-2')).toBe(false);
    expect(trace.findings.some((f) => f.about === 'bed')).toBe(true);
  });

  it('a fault test is played in place of the day, on the clock of when it strikes', async () => {
    const document = bedOverTank.make('pair', 'Pair');
    const { system, trace } = await opened(document);
    await settled(trace);
    const faultTests = new FaultTests(document);
    const fault = faultTests.faults.find((f) => f.id === 'delivery-off/lift')!;
    trace.playReplay({ ...faultTests.replay(fault, 7200), name: fault.name });
    expect(trace.time).toBe(1800);
    expect(trace.clock(trace.time)).toBe(7200);
    trace.seek(1800 + 7200);
    expect(trace.moment!.volumes.tank!).toBeLessThan(0.3);
    expect(trace.events.some((e) => e.kind === 'pump-dry')).toBe(true);
    trace.endReplay();
    expect(trace.clock(10)).toBe(10);
    expect(trace.shown).toBe(trace.trace);
    // An edit ends it too: the fault test was of the system as it was.
    trace.playReplay({ ...faultTests.replay(fault, 7200), name: fault.name });
    system.commit([{ at: 'paths.siphon.crest', to: 0.22 }], 'shorter');
    await Promise.resolve();
    expect(trace.replay).toBeNull();
  });

  it('shows levels between rows, and both sides of a switch', async () => {
    const { trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await settled(trace);
    const start = trace.day!.events.find((e) => e.kind === 'siphon-starts')!;
    trace.seek(start.t - 0.5);
    const before = trace.moment!;
    trace.seek(start.t + 0.5);
    const after = trace.moment!;
    expect(after.flows.siphon!).toBeGreaterThan(3 * before.flows.siphon!);
    expect(Math.abs(after.levels.bed! - before.levels.bed!)).toBeLessThan(0.003);
    trace.seek(0);
    expect(trace.moment!.volumes.tank).toBeCloseTo(0.62, 9);
  });

  it('at the very moment of a switch shows what flows from then on, and the level of then', async () => {
    const { trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await settled(trace);
    const start = trace.day!.events.find((e) => e.kind === 'siphon-starts')!;
    trace.seek(start.t);
    const then = trace.moment!;
    expect(then.levels.bed).toBeCloseTo(start.level, 9);
    trace.seek(start.t - 1e-3);
    expect(then.flows.siphon!).toBeGreaterThan(3 * trace.moment!.flows.siphon!);
    trace.seek(start.t + 1e-3);
    expect(then.flows.siphon! / trace.moment!.flows.siphon!).toBeCloseTo(1, 3);
  });

  it('steps from event to event and stays within the day', async () => {
    const { trace } = await opened(trayOverReservoir.make('tray', 'Tray'));
    await settled(trace);
    trace.seek(0);
    trace.step(1);
    expect(trace.time).toBe(6 * 3600);
    trace.step(1);
    expect(trace.time).toBe(6 * 3600 + 360);
    trace.step(-1);
    trace.step(-1);
    expect(trace.time).toBe(0);
    trace.seek(1e9);
    expect(trace.time).toBe(86400);
    trace.step(1);
    expect(trace.time).toBe(86400);
  });

  it('plays on from where it stands to the end of the day, and from there begins again', async () => {
    const frames: ((now: number) => void)[] = [];
    vi.stubGlobal('window', { matchMedia: () => ({ matches: false }) });
    vi.stubGlobal('requestAnimationFrame', (f: (now: number) => void) => frames.push(f));
    const { trace } = await opened(trayOverReservoir.make('tray', 'Tray'));
    await settled(trace);
    let now = performance.now();
    // A page that stood still for long is not made up for in one leap.
    const turn = () => frames.shift()!((now += 10_000));
    trace.seek(40_000);
    trace.play();
    turn();
    const once = trace.time - 40_000;
    expect(once).toBeGreaterThan(60);
    expect(once).toBeLessThan(86400 / 60);
    trace.seek(86_400 - once / 2);
    turn();
    expect([trace.time, trace.playing]).toEqual([86_400, false]);
    trace.play();
    expect([trace.time, trace.playing]).toEqual([0, true]);
    trace.play();
    turn();
    expect([trace.time, trace.playing]).toEqual([0, false]);
    vi.unstubAllGlobals();
  });

  it('a busy bed is looked at by the hour, a slow one by the day; the window follows the moment', async () => {
    const { system, trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await settled(trace);
    expect(trace.span).toBe(3600);
    trace.seek(40_000);
    expect(trace.from).toBeLessThan(40_000);
    expect(trace.from + trace.span).toBeGreaterThan(40_000);
    trace.look(86400);
    expect(trace.from).toBe(0);
    system.close();
    const second = await opened(trayOverReservoir.make('tray', 'Tray'));
    await settled(second.trace);
    expect(second.trace.span).toBe(86400);
  });

  it('an added part does away with the old day until the new one is there', async () => {
    const { system, trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await settled(trace);
    hold = true;
    system.commit([{ at: 'paths.spare', to: undefined }], 'removed');
    await vi.waitFor(() => expect(trace.trace).toBeNull());
    asked[asked.length - 1]!.answer();
    await vi.waitFor(() => expect(trace.trace).not.toBeNull(), { timeout: 10_000 });
    expect(trace.trace!.paths).not.toContain('spare');
  });

  it('a worker that fails is said plainly, and the figures without time stay', async () => {
    broken = true;
    const { trace } = await opened(bedOverTank.make('pair', 'Pair'));
    await settled(trace);
    expect(trace.trouble).toMatch(/could not be calculated/);
    expect(trace.findings.map((f) => f.id)).toContain('reserve');
  });
});
