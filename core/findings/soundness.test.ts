import { describe, expect, it } from 'vitest';
import { turnoversOf } from '../assess/index.ts';
import { LAYOUTS, applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { pumpChain } from '../system/layouts/pump-chain.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { fixesFor } from './fixes.ts';
import { judgeWhole } from './judge.ts';
import type { Finding } from './types.ts';

/** What findings must not leave unsaid, and what must be offered against it. */

const L_H = 1e-3 / 3600;
const pair = (...edits: Edit[]) => applyEdits(bedOverTank.make('x', 'X'), edits);
const loop = (...edits: Edit[]) => applyEdits(sumpLoop.make('x', 'X'), edits);
const find = (list: readonly Finding[], id: string, about?: string) =>
  list.find((f) => f.id === id && (about === undefined || f.about === about));

describe('roots without air', () => {
  it.each<[string, SystemDocument]>([
    ['a siphon too wide to start', pair({ at: 'paths.siphon.bore', to: 0.05 })],
    ['a tap almost shut', pair({ at: 'paths.lift.valve', to: 0.3 })],
    ['a weak pump', pair({ at: 'paths.lift.pump.maxFlow', to: 400 * L_H })],
    ['a siphon that never stops', pair({ at: 'paths.siphon.bore', to: 0.0158 })],
    ['an overflow under the crest', pair({ at: 'paths.spare.crest', to: 0.15 })],
    [
      'a loop that the flow cannot start',
      applyEdits(LAYOUTS[1]!.make('x', 'X'), [{ at: 'paths.lift.valve', to: 0.35 }]),
    ],
    ['both siphons of a sump loop', loop({ at: 'paths.lift.valve', to: 0.2 })],
  ])('%s: the bed does not cycle, and that is told with a cure', (_, s) => {
    const { findings, day } = judgeWhole(s);
    const air = findings.filter((f) => f.id === 'root-air');
    expect(air.length).toBe(day.metrics.beds.length);
    for (const f of air) expect(f.level, f.about).toBe('watch');
    const fixes = fixesFor(s, air[0]!, findings);
    expect(fixes.length).toBeGreaterThan(0);
    const after = judgeWhole(applyEdits(s, fixes[0]!.edits));
    expect(find(after.findings, 'root-air', air[0]!.about)?.level ?? 'fine').toBe('fine');
  });
});

describe('turnover', () => {
  it('of a tank that a sump feeds is what the day brought: a pump that is dry all day brings little', () => {
    // The sump is as good as empty: the pump draws air within the first minute.
    const s = loop({ at: 'vessels.sump.fill', to: 0.03 }, { at: 'vessels.tank.fill', to: 0.6 });
    const { a, day } = judgeWhole(s);
    const [still] = turnoversOf(s, a.net, null);
    const [moved] = turnoversOf(s, a.net, day.metrics);
    expect(moved!.vessel).toBe('tank');
    expect(moved!.average).toBeLessThan(0.1 * still!.whileRunning);
  });

  it('of a chain counts what passes the beds, not what runs back over the clear tank’s overflow', () => {
    const s = pumpChain.make('x', 'X');
    const { a, day, findings } = judgeWhole(s);
    const [t] = turnoversOf(s, a.net, day.metrics);
    const feed = day.metrics.pumps.find((p) => p.id === 'feed')!.delivered;
    expect(t!.vessel).toBe('tank');
    expect(Math.abs(t!.passed! / feed - 1)).toBeLessThan(0.01);
    expect(find(findings, 'turnover', 'tank')!.measured).toBe(t!.average);
  });

  it('by hand: a quarter of the time at 1,200 L/h through 600 L is half an hour’s worth', () => {
    const s = pair();
    const { a } = judgeWhole(s);
    const [t] = turnoversOf(s, a.net, null);
    // 620 L, always on
    expect(t!.onShare).toBe(1);
    expect(t!.average).toBeCloseTo(a.duties[0]!.flow / 0.62, 9);
  });
});

describe('floor load', () => {
  it('counts a bed that stands on the floor as well as the tanks', () => {
    const s = pair({ at: 'vessels.bed.floor', to: 0.5 }, { at: 'vessels.tank.floor', to: -1.5 });
    const f = find(judgeWhole(s).findings, 'floor-load')!;
    expect(f.about).toBe('bed');
  });
});

describe('backflow', () => {
  it('of two tubs side by side is what both cannot hold', () => {
    // Each holds 150 L to its rim; 320 L stand in the two at rest.
    const s = applyEdits(trayOverReservoir.make('x', 'X'), [
      { at: 'vessels.reservoir.shape', to: { kind: 'box', length: 1, width: 0.5, height: 0.3 } },
      { at: 'vessels.reservoir.count', to: 2 },
      { at: 'vessels.reservoir.fill', to: 0.32 },
    ]);
    const f = find(judgeWhole(s).findings, 'backflow-room', 'reservoir')!;
    expect(f.level).toBe('stop');
    const over = f.sentence.find((p) => typeof p === 'object' && p.kind === 'volume');
    expect(typeof over === 'object' && over.value).toBeCloseTo(0.02, 4);
  });
});

describe('behind a sump', () => {
  // A pump that leaves its siphons something to spare.
  const strong = { at: 'paths.lift.pump.maxFlow', to: 3200 * L_H };
  /** One that leaves them next to nothing to spare. */
  const weak = { at: 'paths.lift.pump.maxFlow', to: 1400 * L_H };

  it('a reserve that is missing can be mended at the crests of all beds at once', () => {
    const s = loop({ at: 'vessels.sump.fill', to: 0.2 });
    const { findings } = judgeWhole(s);
    const f = find(findings, 'reserve', 'sump')!;
    expect(f.level).toBe('stop');
    const ids = fixesFor(s, f, findings).map((x) => x.id);
    expect(ids).toContain('crests-lower');
  });

  it('two overflows 6 mm apart are told and cut level', () => {
    const s = loop(weak, { at: 'paths.over-2.crest', to: 0.716 });
    const { findings } = judgeWhole(s);
    const f = find(findings, 'even-split', 'tank')!;
    expect(f.level).toBe('watch');
    const fixes = fixesFor(s, f, findings);
    expect(fixes.map((x) => x.id)).toContain('tank-level');
    const level = judgeWhole(applyEdits(s, fixes.find((x) => x.id === 'tank-level')!.edits));
    expect(find(level.findings, 'even-split', 'tank')!.measured).toBeLessThan(0.02);
    // The bed that was starved is offered the same.
    const start = findings.find((x) => x.id === 'siphon-start' && x.level !== 'fine')!;
    expect(fixesFor(s, start, findings).map((x) => x.id)).toContain('tank-level');
  });

  it('a siphon that gets too little is helped at the lift, however far up', () => {
    const s = loop(strong, { at: 'paths.lift.valve', to: 0.3 });
    const { findings } = judgeWhole(s);
    const f = findings.find((x) => x.id === 'siphon-start' && x.level !== 'fine')!;
    expect(fixesFor(s, f, findings).map((x) => x.id)).toContain('lift-valve');
  });
});

describe('air drawn in a day', () => {
  it('is what the siphon empties, cycle by cycle: the first filling of empty stones draws none', () => {
    const { day, a } = judgeWhole(pair());
    const b = day.metrics.beds[0]!;
    // From where it starts down to 30 mm: 0.437 × 0.84 m² of stones and the guard's 95 cm².
    const swing = (0.437 * 0.84 + 0.563 * 0.0095) * (a.beds[0]!.highest - 0.03);
    expect(Math.abs(b.airDrawn / (b.cyclesPerDay * swing) - 1)).toBeLessThan(0.01);
  });
});
