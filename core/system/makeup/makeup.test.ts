import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { simulate } from '../../day/simulate.ts';
import { judgeWhole } from '../../findings/judge.ts';
import { assess } from '../../assess/assess.ts';
import { balanceBranches } from '../../assess/split.ts';
import { LAYOUTS } from '../layouts/index.ts';
import { checkSystem } from '../schema/index.ts';
import { applyEdits } from '../edit.ts';
import { beds, pumpedLines } from '../find.ts';
import type { SystemDocument } from '../types.ts';
import {
  MOST_BEDS,
  SITES,
  addBed,
  addFilter,
  addOverflow,
  addPump,
  addSite,
  addSump,
  moveReturn,
  removeVessel,
  returnsOf,
  type MakeUp,
} from './index.ts';

const layout = (id: string): SystemDocument => LAYOUTS.find((l) => l.id === id)!.make('x', 'X');
const made = (s: SystemDocument, m: MakeUp): SystemDocument => {
  if (!m.ok) throw new Error(m.why);
  return applyEdits(s, m.edits);
};
const whole = (s: SystemDocument) => {
  const r = checkSystem(s);
  expect(r.ok, r.ok ? '' : r.message).toBe(true);
  return assess(s);
};

describe('a bed more', () => {
  test.each(LAYOUTS.filter((l) => beds(l.make('x', 'X')).length).map((l) => l.id))(
    '%s: a system that is whole, and gets water into it',
    (id) => {
      const before = layout(id);
      const s = made(before, addBed(before));
      const a = whole(s);
      const row = beds(before)[0]!.count > 1;
      expect(beds(s).length).toBe(beds(before).length + (row ? 0 : 1));
      if (row) expect(beds(s)[0]!.count).toBe(beds(before)[0]!.count + 1);
      const last = a.beds[a.beds.length - 1]!;
      expect(last.inflow).toBeGreaterThan(0);
      expect(Math.abs(simulate(a.net, 3600).balanceError)).toBeLessThan(1e-9);
    },
  );

  it('in a series takes over the return, one step lower', () => {
    const s = made(layout('beds-in-series'), addBed(layout('beds-in-series')));
    const fourth = beds(s)[3]!;
    expect(fourth.floor).toBeCloseTo(beds(s)[2]!.floor - 0.15, 9);
    expect(s.paths.find((p) => p.id === 'return')!.from).toBe(fourth.id);
    expect(s.paths.some((p) => p.kind === 'link' && p.to === fourth.id)).toBe(true);
  });

  it('goes up to eight and says so', () => {
    let s = layout('sump-loop');
    while (beds(s).length < MOST_BEDS) s = made(s, addBed(s));
    whole(s);
    expect(addBed(s)).toEqual({ ok: false, why: 'The maximum is 8 beds.' });
  });
});

describe('a vessel less', () => {
  it('takes its pipes, fish and measurements with it', () => {
    const s = layout('pump-chain');
    const less = made(s, removeVessel(s, 'bed-1'));
    whole(less);
    const line = pumpedLines(less).find((l) => l.id === 'feed')!;
    expect(line.to).toBe('bed-2');
    expect(line.branches.map((b) => b.to)).toEqual(['bed-3']);
    expect(less.paths.some((p) => p.from === 'bed-1')).toBe(false);
  });

  it('in the middle of a series leads the water past it', () => {
    const s = layout('beds-in-series');
    const less = made(s, removeVessel(s, 'bed-2'));
    whole(less);
    expect(less.paths.find((p) => p.id === 'pass-1')!.to).toBe('bed-3');
    expect(assess(less).beds.every((b) => b.inflow > 0)).toBe(true);
  });

  it('refuses what would leave nothing', () => {
    const s = layout('bed-over-tank');
    for (const id of ['tank', 'bed']) expect(removeVessel(s, id).ok, id).toBe(false);
  });

  it('after any bed added and taken away again the system is what it was, but for its taps', () => {
    fc.assert(
      fc.property(fc.constantFrom('bed-over-tank', 'sump-loop', 'pump-chain'), (id) => {
        const s = layout(id);
        const more = made(s, addBed(s));
        const last = beds(more)[beds(more).length - 1]!;
        const less = made(more, removeVessel(more, last.id));
        expect(less.vessels).toEqual(s.vessels);
        expect(less.paths.map((p) => p.id)).toEqual(s.paths.map((p) => p.id));
      }),
    );
  });
});

describe('parts', () => {
  it('a sump takes the swing: the tank stands still, the beds still fill', () => {
    const s = layout('bed-over-tank');
    const more = made(s, addSump(s));
    const a = whole(more);
    expect(a.beds[0]!.inflow).toBeGreaterThan(0);
    const tank = more.vessels.findIndex((v) => v.id === 'tank');
    const rise = a.balance.deepest[tank]!.level - a.balance.rest[tank]!.level;
    expect(Math.abs(rise)).toBeLessThan(0.02);
    expect(addSump(more).ok).toBe(false);
    const { trace } = judgeWhole(more);
    expect(trace.spilled).toBeLessThan(1e-9);
  });

  it('a filter costs flow, a second pump brings some, an overflow is a second way out', () => {
    const s = layout('bed-over-tank');
    const flow = (x: SystemDocument) => whole(x).beds[0]!.inflow;
    expect(flow(made(s, addFilter(s, 'lift')))).toBeLessThan(flow(s));
    expect(flow(made(s, addPump(s, 'lift')))).toBeGreaterThan(1.5 * flow(s));
    const bare = applyEdits(s, [{ at: 'paths.spare', to: undefined }]);
    const again = made(bare, addOverflow(bare, 'bed'));
    expect(whole(again).beds[0]!.otherOutlets).toBeGreaterThan(whole(bare).beds[0]!.otherOutlets);
  });

  test.each(SITES.map((x) => x.id))('a %s on every layout with a store', (site) => {
    for (const l of LAYOUTS) {
      const s = l.make('x', 'X');
      const more = made(s, addSite(s, site));
      const { trace } = judgeWhole(more);
      whole(more);
      expect(trace.spilled, l.id).toBeLessThan(1e-6);
      expect(Math.abs(trace.balanceError), l.id).toBeLessThan(1e-9);
    }
  });

  it('a return goes where water runs by itself, and nowhere else', () => {
    const s = layout('sump-loop');
    const siphon = s.paths.find((p) => p.id === 'siphon-1')!;
    const ends = returnsOf(s, siphon).map((v) => v.id);
    expect(ends).toContain('sump');
    expect(ends).not.toContain('bed-1');
    expect(moveReturn(s, 'siphon-1', 'bed-1').ok).toBe(false);
  });
});

describe('an even split', () => {
  it('gives every branch the same within the step of a tap', () => {
    for (const id of ['pump-chain', 'joined-beds']) {
      let s = layout(id);
      for (let turn = 0; turn < 2; turn++) s = made(s, addBed(s));
      const line = pumpedLines(s).find((l) => l.branches.length)!;
      const even = applyEdits(s, balanceBranches(s, line));
      const flows = assess(even)
        .duties.find((d) => d.id === line.id)!
        .branches.map((b) => b.flow);
      expect(Math.max(...flows) / Math.min(...flows), id).toBeLessThan(1.05);
      // One tap stands open: nothing is throttled that need not be.
      const taps = balanceBranches(s, line).map((e) => e.to as number);
      expect(Math.max(...taps)).toBe(1);
    }
  });
});
