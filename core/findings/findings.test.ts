import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { demo } from '../test/demo.ts';
import { tell } from '../quantity/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { anySystem } from '../test/systems.ts';
import { fixesFor, judge, judgeWhole, keyOf, remindersOf, type Level } from './index.ts';
import { cases } from '../test/cases.ts';

const LH = 1 / 3.6e6;
const pair = demo('potting-shed-pair');
const tray = demo('under-stairs-tray');
const wideHose = applyEdits(pair, [{ at: 'paths.lift.bore', to: 0.025 }]);
const longBed = applyEdits(pair, [{ at: 'vessels.bed.shape.length', to: 1.45 }]);
const levels = (s: SystemDocument) => {
  const out = new Map<string, Level>();
  const rank = { fine: 0, watch: 1, stop: 2 };
  for (const f of judgeWhole(s).findings) {
    const old = out.get(f.id);
    if (!old || rank[f.level] > rank[old]) out.set(f.id, f.level);
  }
  return out;
};

describe('the demos', () => {
  test.each(['potting-shed-pair', 'under-stairs-tray'])(
    '%s has one or two at watch and none at stop',
    (name) => {
      const found = judgeWhole(demo(name)).findings;
      expect(found.filter((f) => f.level === 'stop')).toEqual([]);
      const watch = found.filter((f) => f.level === 'watch').length;
      expect(watch).toBeGreaterThanOrEqual(1);
      expect(watch).toBeLessThanOrEqual(2);
    },
  );

  it('the first attempt has the classic mistakes at stop', () => {
    const l = levels(demo('the-first-attempt'));
    for (const id of [
      'reserve',
      'dry-run',
      'backflow-room',
      'siphon-start',
      'second-outlet',
      'loose-delivery',
    ]) {
      expect(l.get(id), id).toBe('stop');
    }
  });

  it('the first attempt can be mended by pressing fixes until nothing is at stop', () => {
    let s = demo('the-first-attempt');
    for (let turn = 0; turn < 14; turn++) {
      const { findings } = judgeWhole(s);
      const stops = findings.filter((f) => f.level === 'stop');
      if (!stops.length) break;
      const fix = stops.flatMap((f) => fixesFor(s, f, findings)).at(0);
      expect(fix, stops.map((f) => f.id).join()).toBeDefined();
      s = applyEdits(s, fix!.edits);
    }
    expect(judgeWhole(s).findings.filter((f) => f.level === 'stop')).toEqual([]);
  });
});

describe('each rule speaks where it should', () => {
  const cases: [string, string, SystemDocument, Edit[], Level][] = [
    ['reserve', 'too little water', pair, [{ at: 'vessels.tank.fill', to: 0.36 }], 'stop'],
    ['reserve', 'a thin reserve', pair, [{ at: 'vessels.tank.fill', to: 0.42 }], 'watch'],
    ['backflow-room', 'the brim', pair, [{ at: 'vessels.tank.fill', to: 0.713 }], 'stop'],
    ['backflow-room', '20 mm of room', pair, [{ at: 'vessels.tank.fill', to: 0.695 }], 'watch'],
    [
      'backflow-room',
      'filled while the bed stood full',
      pair,
      [
        { at: 'vessels.tank.fill', to: 0.7 },
        { at: 'vessels.bed.fill', to: 0.09 },
        { at: 'paths.siphon.crest', to: 0.15 },
      ],
      'stop',
    ],
    [
      'dry-layer',
      'stones at the flood',
      pair,
      [{ at: 'vessels.bed.media.top', to: 0.25 }],
      'watch',
    ],
    [
      'dry-layer',
      'floating clay under 25 mm',
      pair,
      [
        { at: 'vessels.bed.media.medium', to: 'expanded-clay' },
        { at: 'vessels.bed.media.top', to: 0.269 },
      ],
      'watch',
    ],
    ['tank-swing', 'a wide bed', pair, [{ at: 'vessels.bed.shape.width', to: 0.9 }], 'watch'],
    [
      'tank-swing',
      'fish on the ground',
      pair,
      [
        { at: 'vessels.tank.fill', to: 0.2 },
        { at: 'paths.lift.pump.intake', to: 0 },
      ],
      'stop',
    ],
    ['bed-to-tank', 'a small bed', longBed, [{ at: 'vessels.bed.shape.length', to: 0.8 }], 'watch'],
    ['duty-range', 'a choked tap', pair, [{ at: 'paths.lift.valve', to: 0.3 }], 'watch'],
    ['static-head', 'a weak pump', pair, [{ at: 'paths.lift.pump.maxHead', to: 0.7 }], 'watch'],
    [
      'static-head',
      'a pump that cannot',
      pair,
      [{ at: 'paths.lift.pump.maxHead', to: 0.5 }],
      'stop',
    ],
    ['static-head', 'a shut tap', pair, [{ at: 'paths.lift.valve', to: 0 }], 'stop'],
    ['hose-bore', 'a thin hose', wideHose, [{ at: 'paths.lift.bore', to: 0.01 }], 'watch'],
    ['hose-bore', 'a creeping line', wideHose, [{ at: 'paths.lift.bore', to: 0.06 }], 'watch'],
    [
      'turnover',
      'half a turn an hour',
      pair,
      [{ at: 'paths.lift.pump.maxFlow', to: 500 * LH }],
      'watch',
    ],
    [
      'siphon-start',
      'a wide standpipe',
      pair,
      [
        { at: 'paths.siphon.bore', to: 0.0525 },
        { at: 'paths.siphon.mouth', to: 0.0525 },
      ],
      'stop',
    ],
    ['siphon-start', 'a doubtful one', pair, [{ at: 'paths.siphon.bore', to: 0.03505 }], 'watch'],
    [
      'siphon-start',
      'a second overflow that takes the water first',
      pair,
      [{ at: 'paths.spare.crest', to: 0.225 }],
      'stop',
    ],
    ['siphon-stop', 'a narrow pipe', pair, [{ at: 'paths.siphon.bore', to: 0.0158 }], 'stop'],
    ['siphon-stop', 'one that may hang', pair, [{ at: 'paths.siphon.bore', to: 0.02093 }], 'watch'],
    ['siphon-geometry', 'a low bell', pair, [{ at: 'paths.siphon.gap', to: 0.005 }], 'watch'],
    ['siphon-geometry', 'a short drop', pair, [{ at: 'paths.siphon.drop', to: 0.1 }], 'watch'],
    [
      'overflow-capacity',
      'a thin unvented overflow',
      tray,
      [{ at: 'paths.overflow.bore', to: 0.026 }],
      'watch',
    ],
    [
      'overflow-capacity',
      'one that cannot carry the pump',
      tray,
      [
        { at: 'paths.overflow.bore', to: 0.01 },
        { at: 'paths.overflow.mouth', to: 0.01 },
        { at: 'paths.spare', to: undefined },
      ],
      'stop',
    ],
    ['second-outlet', 'none', pair, [{ at: 'paths.spare', to: undefined }], 'stop'],
    ['second-outlet', 'a thin one', pair, [{ at: 'paths.spare.bore', to: 0.03 }], 'watch'],
    [
      'on-time',
      'shorter than the fill',
      tray,
      [{ at: 'controls.timer.rows', to: [{ start: 0, on: 120 }] }],
      'stop',
    ],
    [
      'on-time',
      'hardly longer',
      tray,
      [{ at: 'controls.timer.rows', to: [{ start: 0, on: 155 }] }],
      'watch',
    ],
    [
      'off-time',
      'shorter than the drain',
      tray,
      [
        {
          at: 'controls.timer',
          to: {
            id: 'timer',
            kind: 'interval',
            device: 'repeat-cycle',
            own: null,
            on: 360,
            off: 120,
          },
        },
      ],
      'stop',
    ],
    [
      'off-time',
      'little air',
      tray,
      [
        {
          at: 'controls.timer',
          to: {
            id: 'timer',
            kind: 'interval',
            device: 'repeat-cycle',
            own: null,
            on: 360,
            off: 600,
          },
        },
      ],
      'watch',
    ],
    [
      'root-air',
      'flooded for most of the day',
      tray,
      [
        {
          at: 'controls.timer',
          to: {
            id: 'timer',
            kind: 'interval',
            device: 'repeat-cycle',
            own: null,
            on: 3600,
            off: 1800,
          },
        },
      ],
      'watch',
    ],
    [
      'root-air',
      'a siphon that never stops',
      pair,
      [{ at: 'paths.siphon.bore', to: 0.0158 }],
      'watch',
    ],
    ['dry-run', 'a tank that runs low', pair, [{ at: 'vessels.tank.fill', to: 0.33 }], 'stop'],
    [
      'spill',
      'no way out',
      pair,
      [
        { at: 'paths.spare', to: undefined },
        { at: 'paths.siphon', to: undefined },
      ],
      'stop',
    ],
    [
      'loose-delivery',
      'a pump on the floor',
      pair,
      [{ at: 'paths.lift.pump.intake', to: 0.02 }],
      'stop',
    ],
    ['loose-delivery', 'a low pump', pair, [{ at: 'paths.lift.pump.intake', to: 0.15 }], 'watch'],
    ['floor-load', 'a floor of 300 kg/m²', pair, [{ at: 'site.floorLoad', to: 300 }], 'watch'],
  ];
  test.each(cases)('%s: %s', (id, _, base, edits, level) => {
    const before = levels(base).get(id);
    expect(levels(applyEdits(base, edits)).get(id)).toBe(level);
    expect(before ?? 'fine').toBe('fine');
  });

  it('speaks about itself in sentences with a why and a source, in any units', () => {
    for (const s of [pair, tray, demo('the-first-attempt')]) {
      for (const f of judgeWhole(s).findings) {
        for (const system of ['metric', 'us', 'imperial'] as const) {
          expect(tell(f.sentence, system)).toMatch(/^[^!]*[.]$/);
          expect(tell(f.why, system)).not.toMatch(/NaN|undefined|Infinity|–\./);
        }
        expect(Number.isFinite(f.measured)).toBe(true);
        expect(Number.isFinite(f.limit)).toBe(true);
        expect(f.source.length).toBeGreaterThan(5);
      }
    }
  });

  it('the order is by urgency', () => {
    const order = judgeWhole(demo('the-first-attempt')).findings.map((f) => f.level);
    expect(
      [...order].sort((a, b) => 'stop watch fine'.indexOf(a) - 'stop watch fine'.indexOf(b)),
    ).toEqual(order);
  });

  it('without a day only what needs no time is judged', () => {
    const ids = judge(pair).map((f) => f.id);
    expect(ids).not.toContain('dry-run');
    expect(ids).toContain('reserve');
  });
});

describe('fixes', () => {
  it('do what they say and cause no new stop, on random systems', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        const { findings } = judgeWhole(s);
        const stops = new Set(findings.filter((f) => f.level === 'stop').map(keyOf));
        for (const f of findings.filter((x) => x.level !== 'fine').slice(0, 3)) {
          for (const fix of fixesFor(s, f, findings).slice(0, 2)) {
            const after = judgeWhole(applyEdits(s, fix.edits)).findings;
            const now = after.find((x) => keyOf(x) === keyOf(f));
            expect(now?.level ?? 'fine').toBe(fix.leaves);
            expect(fix.leaves).not.toBe(f.level);
            for (const x of after)
              if (x.level === 'stop') expect(stops.has(keyOf(x)), keyOf(x)).toBe(true);
          }
        }
      }),
      { numRuns: cases(4, 80) },
    );
  });

  it('no fix moves a stop to another vessel: a shorter pipe that lets the sump run over is not offered', () => {
    const s = applyEdits(sumpLoop.make('loop', 'Loop'), [
      { at: 'vessels.tank.fill', to: 0.906 },
      { at: 'vessels.sump.shape.height', to: 0.493 },
      { at: 'vessels.bed-1.shape.height', to: 0.224 },
      { at: 'paths.over-1.crest', to: 0.695 },
    ]);
    const spills = (x: SystemDocument) =>
      judgeWhole(x)
        .findings.filter((f) => f.id === 'spill' && f.level === 'stop')
        .map((f) => f.about);
    const shorter: Edit = { at: 'paths.siphon-1.crest', to: 0.21 };
    expect(spills(s)).toEqual(['bed-1']);
    expect(spills(applyEdits(s, [shorter]))).toEqual(['sump']);
    const { findings } = judgeWhole(s);
    const spill = findings.find((f) => f.id === 'spill' && f.about === 'bed-1')!;
    for (const fix of fixesFor(s, spill, findings)) {
      expect(fix.edits).not.toContainEqual(shorter);
      expect(spills(applyEdits(s, fix.edits)), fix.id).not.toContain('sump');
    }
  });

  it('the pump is raised just enough for the fish', () => {
    const s = applyEdits(pair, [{ at: 'paths.lift.pump.intake', to: 0.2 }]);
    const { findings } = judgeWhole(s);
    const fix = fixesFor(
      s,
      findings.find((f) => f.id === 'loose-delivery')!,
      findings,
    )[0]!;
    // 40 % of 652.4 mm is 261 mm, the next step of 10 mm is 270 mm
    expect(fix.edits).toEqual([{ at: 'paths.lift.pump.intake', to: 0.27 }]);
    expect(tell(fix.label, 'metric')).toBe('Raise the pump by 70 mm, to 270 mm above the floor');
  });

  it('a fine finding needs none', () => {
    const { findings } = judgeWhole(pair);
    expect(
      fixesFor(
        pair,
        findings.find((f) => f.level === 'fine')!,
        findings,
      ),
    ).toEqual([]);
  });
});

describe('reminders', () => {
  it('always speak of food grade and electricity, of metals where there are fish', () => {
    expect(remindersOf(bedOverTank.make('a', 'A')).map((r) => r.id)).toEqual(
      expect.arrayContaining(['food-grade', 'electricity', 'metals', 'open-water']),
    );
    expect(remindersOf(trayOverReservoir.make('b', 'B')).map((r) => r.id)).not.toContain('metals');
  });
});
