import { describe, expect, it } from 'vitest';
import { judgeWhole } from '../findings/judge.ts';
import { checkSystem } from '../system/schema/index.ts';
import { TIMERS } from '../catalogue/timers.ts';
import type { Control } from '../system/index.ts';
import { ANY_TIMER, type Owned } from './candidates.ts';
import { searchSystems } from './search.ts';

const owned: Owned = {
  tank: { length: 1.2, width: 0.8, height: 0.7 },
  pump: { maxHead: 2.2, maxFlow: 2200e-3 / 3600 },
  hose: 'hose-19',
  pipe: null,
  floor: { length: 2, width: 1 },
  headroom: 2.1,
  sun: 6 * 3600,
  fish: true,
  timer: 'digital-8',
};

describe('the search for what is owned', () => {
  it('tries ten thousand and more, and what it finds is whole, fits and runs', async () => {
    const stages = new Set<string>();
    const r = (await searchSystems(owned, (p) => {
      stages.add(p.stage);
      return true;
    }))!;
    expect(r.tried).toBeGreaterThan(10_000);
    expect([...stages]).toEqual(['rough', 'whole', 'day']);
    expect(r.found.length).toBeGreaterThan(2);
    for (const f of r.found) {
      expect(checkSystem(f.system)).toMatchObject({ ok: true });
      const reach = Math.max(...f.system.vessels.map((v) => v.floor + v.shape.height));
      expect(reach).toBeLessThan(owned.headroom);
      expect(f.system.site.sun.hours).toBe(owned.sun);
      const line = f.system.paths.find((p) => p.kind === 'pumped-line')!;
      expect(line).toMatchObject({ pipe: 'hose-19', pump: owned.pump });
      const { findings, trace } = judgeWhole(f.system);
      expect(findings.filter((x) => x.level !== 'fine').map((x) => x.id)).toEqual(
        f.open.map((x) => x.id),
      );
      expect(trace.spilled).toBeLessThan(1e-9);
    }
    // The first has nothing at stop, and none after it has fewer open findings.
    expect(r.found[0]!.open.some((x) => x.level === 'stop')).toBe(false);
    expect(Math.min(...r.found.map((f) => f.open.length))).toBe(r.found[0]!.open.length);
  });

  it('a timer that is still to be bought loses no more than any other; without one all run always', async () => {
    const small: Owned = { ...owned, fish: false, floor: { length: 1.3, width: 0.7 } };
    const trays = async (timer: string | null) =>
      (await searchSystems({ ...small, timer }))!.found.filter((f) => f.timer !== null);
    expect(await trays(null)).toEqual([]);
    const any = await trays(ANY_TIMER);
    expect(any.length).toBeGreaterThan(0);
    for (const f of any) {
      expect(TIMERS.map((t) => t.id)).toContain(f.timer);
      const c = f.system.controls[0] as Control & { device: string };
      expect(c.device).toBe(f.timer);
      expect(checkSystem(f.system)).toMatchObject({ ok: true });
    }
    for (const f of await trays('dial-30')) expect(f.timer).toBe('dial-30');
  });

  it('finds nothing where the pump does not reach', async () => {
    const r = (await searchSystems({ ...owned, pump: { maxHead: 0.2, maxFlow: 1e-4 } }))!;
    expect(r.found).toEqual([]);
    expect(r.tried).toBeGreaterThan(1000);
  });

  it('can be stopped', async () => {
    expect(await searchSystems(owned, (p) => p.tried < 8000)).toBeNull();
  });
});
