import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS, applyEdits, type SystemDocument } from '../system/index.ts';
import { addSite } from '../system/makeup/index.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { madeUp } from '../test/makeups.ts';
import { anySystem } from '../test/systems.ts';
import { largest } from '../test/largest.ts';
import { waterBalanceOf, compile, type VesselState } from '../assess/index.ts';
import { cases } from '../test/cases.ts';

const held = (rows: readonly VesselState[]) => rows.reduce((t, r) => t + r.volume, 0);

/** Every account of a system against what was poured into it. */
function balanced(s: SystemDocument) {
  const a = waterBalanceOf(s, compile(s));
  const poured = s.vessels.reduce((t, v) => t + v.fill, 0);
  expect(held(a.rest)).toBeCloseTo(poured, 9);
  expect(held(a.deepest) + a.inLines).toBeCloseTo(poured, 9);
  expect(held(a.afterPowerCut)).toBeCloseTo(poured, 9);
  for (const rows of [a.rest, a.deepest, a.afterPowerCut])
    for (const r of rows) expect(r.volume, r.vessel).toBeGreaterThan(-1e-9);
  return a;
}

describe('no account makes or loses water', () => {
  it.each(LAYOUTS.map((l) => [l.id, l] as const))('%s as it starts', (_, l) => {
    balanced(l.make('x', 'X'));
  });
  it('any layout after any changes of its make-up, with too little and too much water', () => {
    fc.assert(
      fc.property(madeUp(16), (s) => void balanced(s)),
      { numRuns: cases(150, 1500) },
    );
  });
  it('systems of any size', () => {
    fc.assert(
      fc.property(anySystem, (s) => void balanced(s)),
      { numRuns: cases(100, 1000) },
    );
  });
});

describe('a flood ends when its source is at the intake', () => {
  // The tank (1.131 m²) stands at its crest; two beds want some 60 L each from a sump of 0.84 m².
  const dry = (litres: number) =>
    applyEdits(sumpLoop.make('x', 'X'), [{ at: 'vessels.sump.fill', to: litres / 1000 }]);

  it('a sump that holds less than the beds want is drawn down to its pump and no further', () => {
    const s = dry(120);
    const a = balanced(s);
    const sump = a.deepest.find((r) => r.vessel === 'sump')!;
    // What the hose took with it stood below the intake's 30 mm.
    expect(sump.aboveIntake!).toBeCloseTo(0, 6);
    expect(sump.volume).toBeCloseTo(0.03 * 1.2 * 0.7, 6);
    const full = balanced(dry(340)).deepest;
    for (const bed of ['bed-1', 'bed-2']) {
      const level = (rows: readonly VesselState[]) => rows.find((r) => r.vessel === bed)!.level;
      expect(level(a.deepest)).toBeLessThan(level(full));
      expect(level(a.deepest)).toBeGreaterThan(0);
    }
  });

  it('the reserve still says how much is missing for all of them to fill', () => {
    const enough = balanced(dry(340)).reserves[0]!;
    const short = balanced(dry(120)).reserves[0]!;
    expect(short.swing).toBeCloseTo(enough.swing, 3);
    expect(short.volume).toBeCloseTo(enough.volume - 0.22, 3);
    expect(short.volume).toBeLessThan(0);
  });

  it('the tank that feeds the beds fills before them', () => {
    const s = applyEdits(dry(120), [{ at: 'vessels.tank.fill', to: 0.7 }]);
    const a = balanced(s);
    const of = (id: string) => a.deepest.find((r) => r.vessel === id)!;
    const rest = (id: string) => a.rest.find((r) => r.vessel === id)!;
    // 120 L less the intake's 25 L and the hose's 2 L go into the tank, whose crest they do not reach.
    expect(of('tank').volume - rest('tank').volume).toBeGreaterThan(0.09);
    expect(of('bed-1').volume + of('bed-2').volume).toBeLessThan(1e-9);
  });
});

describe('make-ups that pass water round in loops', () => {
  it('eight beds and twelve more sites on one tank are accounted for', () => {
    let s = largest('big', 'Big');
    for (let k = 0; k < 12; k++) {
      const more = addSite(s, (['raft', 'channel', 'seed-box'] as const)[k % 3]!);
      if (!more.ok) throw new Error(more.why);
      s = applyEdits(s, more.edits);
    }
    balanced(s);
  });
});
