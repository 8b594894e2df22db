import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { metricsOf, simulate } from '../day/index.ts';
import { LAYOUTS, applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { bedsInSeries } from '../system/layouts/beds-in-series.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { quadratureDrainTime, quadratureFillTime } from '../test/quadrature.ts';
import { compile, bedCycle, cyclesOf } from './index.ts';
import { cases } from '../test/cases.ts';

const LH = 1 / 3.6e6;
const pair = (...edits: Edit[]) => applyEdits(bedOverTank.make('x', 'X'), edits);
const off = (ours: number, theirs: number) => Math.abs(ours / theirs - 1);

describe('a bed over one store, against ∫ dV/Q', () => {
  it.each([
    ['siphon bed', compile(pair())],
    ['tray', compile(trayOverReservoir.make('x', 'X'))],
    ['bed with wide voids', compile(pair({ at: 'vessels.bed.media.voids', to: 0.55 }))],
  ])('%s', (_, net) => {
    const c = cyclesOf(net)[0]!;
    expect(off(c.fill, quadratureFillTime(net, 1))).toBeLessThan(0.005);
    expect(off(c.drain, quadratureDrainTime(net, 1))).toBeLessThan(0.005);
  });
});

describe('times of a cycle', () => {
  const fill = (s: SystemDocument) => bedCycle(compile(s), 'bed').fill;

  it('fill longer with more voids, shorter with more flow', () => {
    const usual = fill(pair());
    expect(fill(pair({ at: 'vessels.bed.media.voids', to: 0.55 }))).toBeGreaterThan(usual);
    expect(fill(pair({ at: 'paths.lift.pump.maxFlow', to: 2600 * LH }))).toBeLessThan(usual);
    expect(fill(pair({ at: 'vessels.bed.media.clogging', to: 0.2 }))).toBeLessThan(usual);
  });

  it('never end where the pump cannot lift, or a low overflow takes it all', () => {
    expect(fill(pair({ at: 'paths.lift.pump.maxHead', to: 0.4 }))).toBe(Infinity);
    expect(fill(pair({ at: 'paths.spare.crest', to: 0.1 }))).toBe(Infinity);
  });

  it('a siphon that never stops never drains its bed', () => {
    const s = pair({ at: 'paths.siphon.bore', to: 0.0158 });
    expect(bedCycle(compile(s), 'bed').drain).toBe(Infinity);
  });

  it('a tray that nothing empties never drains', () => {
    const held = applyEdits(trayOverReservoir.make('x', 'X'), [
      { at: 'paths.lift.checkValve', to: true },
      { at: 'paths.overflow.weep', to: null },
    ]);
    expect(bedCycle(compile(held), 'tray').drain).toBe(Infinity);
  });

  it('from its start a pump first fills its hose: π/4·D²·L over the flow', () => {
    const net = compile(trayOverReservoir.make('x', 'X'));
    const line = net.paths.find((p) => p.kind === 'pump')!;
    if (line.kind !== 'pump') throw new Error('no pump');
    const { fill: f, fromOn } = bedCycle(net, 'tray');
    const delivered = simulate(net, 86400);
    const width = net.paths.length + net.vessels.length;
    const flow = Math.max(...delivered.flows.filter((_, i) => i % width === 0));
    // It fills against a little more lift than it later has; to a fifth.
    const hose = line.lineVolume / flow;
    expect(fromOn - f).toBeGreaterThan(0.8 * hose);
    expect(fromOn - f).toBeLessThan(1.2 * hose);
  });

  it('of beds in series each waits for the one above: later to flood, later to drain', () => {
    const cycles = cyclesOf(compile(bedsInSeries.make('x', 'X')));
    for (const k of [1, 2]) {
      const [above, below] = [cycles[k - 1]!, cycles[k]!];
      expect(below.fromOn).toBeGreaterThan(above.fromOn + 60);
      expect(below.fromOff).toBeGreaterThan(above.fromOff + 120);
    }
  });
});

/** Variants of every layout: levels, pumps and stones a builder might choose. */
const variant = fc
  .record({
    layout: fc.constantFrom(...LAYOUTS),
    crest: fc.double({ min: 0.85, max: 1.02, noNaN: true }),
    flow: fc.double({ min: 0.9, max: 1.3, noNaN: true }),
    voids: fc.double({ min: 0.36, max: 0.5, noNaN: true }),
  })
  .map(({ layout, crest, flow, voids }) => {
    const s = layout.make('x', 'X');
    return applyEdits(s, [
      ...s.paths.flatMap((p): Edit[] =>
        'crest' in p && s.vessels.find((v) => v.id === p.from)!.role === 'bed'
          ? [{ at: `paths.${p.id}.crest`, to: p.crest * crest }]
          : p.kind === 'pumped-line'
            ? [{ at: `paths.${p.id}.pump.maxFlow`, to: p.pump.maxFlow * flow }]
            : [],
      ),
      ...s.vessels.flatMap((v): Edit[] =>
        v.media ? [{ at: `vessels.${v.id}.media.voids`, to: voids }] : [],
      ),
    ]);
  });

describe('the day', () => {
  it('has the same times wherever it has complete cycles, in series and joined too', () => {
    let compared = 0;
    fc.assert(
      fc.property(variant, (s) => {
        const net = compile(s);
        const day = metricsOf(net, simulate(net));
        for (const b of day.beds) {
          const c = bedCycle(net, b.id);
          if (b.cyclesPerDay < 2) continue;
          const name = `${s.layout} ${b.id}`;
          for (const [ours, theirs, what] of [
            [c.fill, b.fill, 'fill'],
            [c.drain, b.drain, 'drain'],
            [c.fromOn, b.fromOn, 'from on'],
          ] as const) {
            if (theirs === null) continue;
            expect(off(ours, theirs), `${name} ${what} ${ours} ${theirs}`).toBeLessThan(0.05);
            compared++;
          }
        }
      }),
      { numRuns: cases(45, 300) },
    );
    expect(compared).toBeGreaterThan(60);
  });
});
