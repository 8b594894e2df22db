import { describe, expect, it } from 'vitest';
import { judge } from '../findings/judge.ts';
import { assess } from '../assess/assess.ts';
import { applyEdits, LAYOUTS, measured, type Edit, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { tell } from '../quantity/index.ts';
import { effectOf, measurables } from './calibration.ts';
import { risksOf, uncertainties } from './sensitivity.ts';

const pair = (...edits: Edit[]) => applyEdits(bedOverTank.make('p', 'P'), edits);
const tray = (...edits: Edit[]) => applyEdits(trayOverReservoir.make('t', 'T'), edits);
const LH = 1 / 3.6e6;
const of = (s: SystemDocument, kind: string) => measurables(s).find((m) => m.kind === kind)!;
const note = (kind: string, on: Edit['to'] & object, value: object): Edit => ({
  at: `measurements.${kind}`,
  to: { id: kind, kind, ...on, ...value },
});

describe('predictions before anything is measured', () => {
  it('carry a range with the prediction inside it', () => {
    for (const s of [pair(), tray()]) {
      for (const m of measurables(s)) {
        expect(m.measured).toBeNull();
        expect(m.range[0], m.name).toBeLessThanOrEqual(m.predicted);
        expect(m.range[1], m.name).toBeGreaterThanOrEqual(m.predicted);
        expect(m.range[1] - m.range[0], m.name).toBeGreaterThan(0);
      }
    }
  });

  it('a fill at the ends of the voids takes what the voids ask: 0.40 to 0.52 of 0.46', () => {
    const m = of(
      pair({ at: 'measurements.b', to: { id: 'b', kind: 'flow', path: 'lift', flow: 1100 * LH } }),
      'fill-time',
    );
    // The guard is free of stones, so a little less than in proportion.
    expect(m.range[0] / m.predicted).toBeCloseTo(0.4 / 0.46, 1);
    expect(m.range[1] / m.predicted).toBeCloseTo(0.52 / 0.46, 1);
  });
});

describe('a measurement', () => {
  it('of the fill by stopwatch becomes the fill, and says what the stones hold', () => {
    const time = Math.round(1.1 * of(pair(), 'fill-time').predicted);
    const s = pair(note('fill-time', { vessel: 'bed' }, { time }));
    const m = of(s, 'fill-time');
    expect(m.measured).toBe(time);
    expect(m.predicted).toBeCloseTo(of(pair(), 'fill-time').predicted, 6);
    expect(assess(s).beds[0]!.fill).toBeCloseTo(time, 1);
    const voids = assess(s).net.vessels[1]!.voids;
    expect(voids / assess(pair()).net.vessels[1]!.voids).toBeCloseTo(time / m.predicted, 1);
    expect(tell(m.correction!, 'metric')).toMatch(/^The media have voids of \d/);
  });

  it('of a fill that no stones could take speaks of the flow', () => {
    const usual = of(pair(), 'fill-time').predicted;
    const told = (time: number) =>
      tell(
        of(pair(note('fill-time', { vessel: 'bed' }, { time })), 'fill-time').correction!,
        'metric',
      );
    expect(told(1.5 * usual)).toMatch(/more than such media can have.*bucket test/);
    // Half of the room between clogged stones is taken: what clean ones could hold, these cannot.
    const clogged = (share: number) => {
      const s = pair({ at: 'vessels.bed.media.clogging', to: share });
      const time = 1.5 * of(s, 'fill-time').predicted;
      const timed = applyEdits(s, [note('fill-time', { vessel: 'bed' }, { time })]);
      return tell(of(timed, 'fill-time').correction!, 'metric');
    };
    expect(clogged(0.5)).toMatch(/more than such media can have.*bucket test/);
    expect(told(5 * usual)).toMatch(/need voids of 95 % .*bucket test/);
    expect(told(0.5 * usual)).toMatch(/Roots and solids fill them.*bucket test/);
    const pots = LAYOUTS.find((l) => l.id === 'lined-frame')!.make('f', 'F');
    const bare = of(pots, 'fill-time').predicted;
    const timed = applyEdits(pots, [note('fill-time', { vessel: 'frame' }, { time: 0.9 * bare })]);
    expect(tell(of(timed, 'fill-time').correction!, 'metric')).toBe(
      'It fills in 90 % of the calculated time.',
    );
  });

  it('of the drain by stopwatch becomes the drain, of a siphon and of a tray', () => {
    const siphon = pair(note('drain-time', { vessel: 'bed' }, { time: 240 }));
    expect(Math.abs(assess(siphon).beds[0]!.drain / 240 - 1)).toBeLessThan(1e-3);
    const p = assess(siphon).net.paths.find((x) => x.kind === 'drain' && x.siphon)!;
    if (p.kind !== 'drain' || !p.prime) throw new Error('no siphon');
    expect(p.prime.efficiency).toBeLessThan(0.85);
    const back = tray(note('drain-time', { vessel: 'tray' }, { time: 400 }));
    expect(Math.abs(assess(back).beds[0]!.drain / 400 - 1)).toBeLessThan(0.01);
  });

  it('of the flow is told as a share of the box; of the start as a Froude number', () => {
    const s = pair(note('flow', { path: 'lift' }, { flow: 900 * LH }));
    const m = of(s, 'flow');
    expect(tell(m.correction!, 'metric')).toBe(
      `The pump delivers ${Math.round((1000 * 900 * LH) / m.predicted) / 10} % of the flow by its box, through this pipe.`,
    );
    const start = of(
      pair(note('starting-flow', { path: 'siphon' }, { flow: 600 * LH })),
      'starting-flow',
    );
    // 600 L/h in 26.64 mm: Fr = 0.3 · 600/307.7 = 0.585.
    expect(tell(start.correction!, 'metric')).toMatch(/Froude 0\.59/);
  });

  it('moves findings, and tells which', () => {
    const s = pair(note('fill-time', { vessel: 'bed' }, { time: 420 }));
    const moved = effectOf(s, of(s, 'fill-time'));
    expect(moved.length).toBeGreaterThan(0);
    for (const e of moved) {
      const bare = applyEdits(s, [{ at: 'measurements.fill-time', to: undefined }]);
      const before = judge(bare).find((f) => f.id === e.finding.id && f.about === e.finding.about);
      expect(before?.level ?? 'fine').toBe(e.was);
      expect(e.was).not.toBe(e.finding.level);
    }
    expect(effectOf(pair(), of(pair(), 'fill-time'))).toEqual([]);
  });

  it('takes its part out of what is uncertain', () => {
    expect(uncertainties(pair()).map((u) => u.id)).toEqual([
      'voids/bed',
      'pump/lift',
      'siphon/siphon',
    ]);
    const s = pair(
      note('fill-time', { vessel: 'bed' }, { time: 250 }),
      note('drain-time', { vessel: 'bed' }, { time: 160 }),
      note('flow', { path: 'lift' }, { flow: 1200 * LH }),
    );
    expect(uncertainties(s)).toEqual([]);
    expect(risksOf(s)).toEqual([]);
    expect(measured(s, 'drain-time', 'bed')!.time).toBe(160);
  });
});

describe('where a range matters', () => {
  it('a reserve that is just enough at the usual voids is missing at the high end', () => {
    // Lowered until 10 L stay over the intake when the bed is full.
    let fill = 0.62;
    const reserve = (x: number) =>
      assess(pair({ at: 'vessels.tank.fill', to: x })).balance.reserves[0]!.volume;
    while (reserve(fill) > 0.01) fill -= 0.002;
    const s = pair({ at: 'vessels.tank.fill', to: fill });
    const risk = risksOf(s).find((r) => r.key === 'reserve/tank')!;
    expect(risk.level).toBe('stop');
    expect(tell(risk.if, 'metric')).toBe('if the media of “Bed” have voids of 52 %');
    expect(tell(risk.sentence, 'metric')).toMatch(/short of covering the pump’s intake/);
  });
});
