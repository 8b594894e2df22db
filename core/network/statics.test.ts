import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { pair as pairOf } from '../test/pair.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { anyNetwork } from '../test/anyNetwork.ts';
import { anySystem } from '../test/systems.ts';
import { saturationPressure } from '../water/evaporation.ts';
import { volumeAt } from '../water/vessel.ts';
import { waterBalanceOf, looseDeliveries } from '../assess/waterBalance.ts';
import { dailyWaterUse } from './waterUse.ts';
import { assess } from '../assess/assess.ts';
import { compile } from '../assess/compile.ts';
import { drainK, lineK, notchArea } from './pipes.ts';
import { residueLevel, restVolumes, equilibrate } from './equilibrium.ts';
import { floodMark, highestLevel, primingLevel, surfaces } from './statics.ts';
import { siphonsOf, steadyFlows, outletFlows } from './steady.ts';

const LH = 1 / 3.6e6;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);
const pair = (...edits: Edit[]) => applyEdits(pairOf('p', 'P'), edits);
const tray = (...edits: Edit[]) => applyEdits(trayOverReservoir.make('t', 'T'), edits);
/** The pump stands still most of the day. */
const timed: Edit = {
  at: 'controls.mains',
  to: { id: 'mains', kind: 'interval', device: 'repeat-cycle', own: null, on: 900, off: 2700 },
};
const siphonOf = (s: SystemDocument) => {
  const p = s.paths.find((x) => x.id === 'siphon');
  if (p?.kind !== 'bell-siphon') throw new Error('no siphon');
  return p;
};

describe('where a bed stops rising', () => {
  it('its siphon starts where orifice or weir pass the starting flow', () => {
    const net = compile(pair());
    const at = surfaces(net, restVolumes(net));
    const level = primingLevel(net, siphonsOf(net)[0]!, at);
    // 1.425e-4 m³/s through the orifice of 26.64 mm: 9.26 mm
    near(level - 0.235, 0.00926, 0.005);
    expect(floodMark(net, 1, at)).toBe(level);
  });

  it('without a start it stands where what spills is what comes in', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        const net = compile(s);
        const at = surfaces(net, restVolumes(net));
        const inflow = steadyFlows(net, at).inflow[1]!;
        fc.pre(inflow > 1e-6);
        const level = highestLevel(net, 1, inflow, at);
        const starts = siphonsOf(net).some(
          (p) => Math.abs(primingLevel(net, p, at) - level) < 1e-6,
        );
        const capped = level > net.vessels[1]!.height + 0.29;
        if (!starts && !capped) {
          const out = outletFlows(net, 1, level, at);
          expect(Math.abs(out - inflow)).toBeLessThan(0.01 * inflow + 1e-7);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('an idle bed stays where it was filled to', () => {
    const net = compile(pair());
    expect(highestLevel(net, 1, 0, surfaces(net, restVolumes(net)))).toBe(0);
  });

  it('with its main drain blocked it rises to the next', () => {
    const net = compile(pair());
    const at = surfaces(net, restVolumes(net));
    const main = siphonsOf(net)[0]!;
    const free = highestLevel(net, 1, 1000 * LH, at);
    const blocked = highestLevel(net, 1, 1000 * LH, at, main);
    expect(free).toBeLessThan(0.26);
    expect(blocked).toBeGreaterThan(0.26);
    expect(blocked).toBeLessThan(0.33);
  });
});

describe('what stays in a bed by itself', () => {
  test.each<[string, SystemDocument, boolean, number]>([
    ['a siphon that ran: its break', pair(), true, 0.03],
    ['a siphon that never ran: its crest', pair(), false, 0.235],
    ['a tray fed through its floor: nothing', tray(), true, 0],
    [
      'with a check valve: up to the crest',
      tray({ at: 'paths.lift.checkValve', to: true }),
      true,
      0.11,
    ],
    [
      'with a weep hole: up to the hole',
      tray(
        { at: 'paths.lift.checkValve', to: true },
        { at: 'paths.overflow.weep', to: { height: 0.012, diameter: 0.006 } },
      ),
      true,
      0.012,
    ],
    [
      'a delivery that ends under water: down to its end',
      pair({ at: 'paths.lift.end', to: 0.1 }, timed),
      false,
      0.1,
    ],
    [
      'a delivery under water whose pump never stops: its crest',
      pair({ at: 'paths.lift.end', to: 0.1 }),
      false,
      0.235,
    ],
    [
      'no drain at all: to the rim',
      pair({ at: 'paths.siphon', to: undefined }, { at: 'paths.spare', to: undefined }, timed),
      true,
      0.32,
    ],
  ])('%s', (_, s, ran, level) => {
    expect(residueLevel(compile(s), 1, ran)).toBeCloseTo(level, 9);
  });

  it('what runs down is found again below, in any network', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const volumes = net.vessels.map((v) => v.initial);
        const before = volumes.reduce((a, b) => a + b, 0);
        equilibrate(net, volumes, true);
        expect(volumes.reduce((a, b) => a + b, 0)).toBeCloseTo(before, 9);
        expect(Math.min(...volumes)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('coefficients', () => {
  it('of a line add up; a shut tap is no way at all', () => {
    const line = pair().paths[0]!;
    if (line.kind !== 'pumped-line') throw new Error('no line');
    const k = (edit: Partial<typeof line>) => lineK(pair(), { ...line, ...edit });
    near(k({ valve: null, fittings: [] }), 1.5, 1e-9);
    near(
      k({
        valve: null,
        fittings: [
          { fitting: 'tee-branch', count: 2 },
          { fitting: 'foam-prefilter', count: 1 },
        ],
      }),
      1.5 + 3.6 + 4,
      1e-9,
    );
    near(k({ valve: null, fittings: [], checkValve: true }), 4, 1e-9);
    // β = 0.5: 15 velocity heads
    near(k({ valve: null, fittings: [], barb: 0.0095 }), 16.5, 1e-9);
    expect(k({ valve: 0 })).toBe(Infinity);
  });

  it('of a siphon follow from notches, mouth and elbows', () => {
    const p = siphonOf(pair());
    const a = (Math.PI * 0.02664 ** 2) / 4;
    const curtain = Math.PI * 0.04089 * 0.025;
    const notches = 6 * 0.012 * 0.03;
    near(notchArea(p), notches, 1e-12);
    near(drainK(pair(), p), 0.5 * (a / notches) ** 2 + 1.5 * (a / curtain) ** 2 + 0.9, 1e-9);
  });

  it('voids: measured before the table, less what clogs them', () => {
    const bed = (...edits: Edit[]) => compile(pair(...edits)).vessels[1]!.voids;
    near(bed(), 0.46 * 0.95, 1e-12);
    near(bed({ at: 'vessels.bed.media.voids', to: 0.5 }), 0.475, 1e-12);
    near(bed({ at: 'vessels.bed.media.clogging', to: 0.25 }), 0.345, 1e-12);
    expect(compile(pair()).vessels[0]!.voids).toBe(1);
  });
});

describe('accounts', () => {
  it('a day’s loss is open water under its lid, dry stones, and 3 mm of planting', () => {
    const s = pair({ at: 'crops', to: [] });
    const net = compile(s);
    const humidity = (t: number, rh: number) => {
      const e = rh * saturationPressure(t);
      return (0.622 * e) / (101325 - e);
    };
    const open = (26.9 * (humidity(18, 1) - humidity(18, 0.65)) * 24) / 1000;
    const tank = Math.PI * 0.55 ** 2;
    const wanted = 0.84 * 0.003 + 0.1 * open * (0.84 + tank);
    near(dailyWaterUse(s, net, restVolumes(net)), wanted, 1e-6);
    const openTank = applyEdits(s, [{ at: 'vessels.tank.lid', to: false }]);
    near(dailyWaterUse(openTank, net, restVolumes(net)), wanted + 0.9 * open * tank, 1e-6);
  });

  it('the reserve is what the volumes say, and grows with what is poured in, litre by litre', () => {
    const reserve = (s: SystemDocument) => waterBalanceOf(s, compile(s)).reserves[0]!;
    const a = reserve(pair());
    const b = reserve(pair({ at: 'vessels.tank.fill', to: 0.63 }));
    // A fuller tank pumps a little more, which stands a hair higher in the bed.
    expect(b.volume - a.volume).toBeCloseTo(0.01, 3);
    expect(a.rest - a.swing).toBeCloseTo(
      a.volume + volumeAt(compile(pair()).vessels[0]!.storage, 0.295),
      6,
    );
  });

  it('water that was in the beds when the tank was filled comes back on top of it', () => {
    const s = pair({ at: 'vessels.bed.fill', to: 0.08 }, { at: 'vessels.tank.fill', to: 0.65 });
    const a = assess(s);
    expect(a.balance.afterPowerCut[0]!.volume).toBeCloseTo(
      0.73 - a.balance.afterPowerCut[1]!.volume,
      9,
    );
    expect(a.balance.afterPowerCut[0]!.freeboard).toBeLessThan(0);
  });

  it('a loose delivery ends at the intake, or where the pump can lift no more', () => {
    const low = looseDeliveries(compile(pair()), [0.62, 0])[0]!;
    near(low.left, Math.PI * 0.55 ** 2 * 0.27, 1e-6);
    near(low.time, low.lost / (1100 * LH), 0.15);
    const weak = looseDeliveries(
      compile(
        pair(
          { at: 'paths.lift.pump.maxHead', to: 0.8 },
          { at: 'paths.lift.pump.intake', to: 0.02 },
        ),
      ),
      [0.62, 0],
    )[0]!;
    // 1.27 m less 0.8 m: below 0.47 m nothing reaches the end any more.
    near(weak.left, Math.PI * 0.55 ** 2 * 0.47, 0.12);
    expect(Number.isFinite(weak.time)).toBe(true);
  });
});
