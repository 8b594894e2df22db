import { describe, expect, it, test } from 'vitest';
import { demo } from '../../test/demo.ts';
import { tell } from '../../quantity/index.ts';
import { assess } from '../../assess/assess.ts';
import { applyEdits, readAt, type Edit, type SystemDocument } from '../../system/index.ts';
import { checkSystem } from '../../system/schema/index.ts';
import { fixesFor, judgeWhole, type Finding } from '../index.ts';
import { ruleOf } from '../rules/index.ts';

const pair = demo('potting-shed-pair');
const tray = demo('under-stairs-tray');
const first = demo('the-first-attempt');
const L_H = 1e-3 / 3600;

const interval = (on: number, off: number): Edit => ({
  at: 'controls.timer',
  to: { id: 'timer', kind: 'interval', device: 'repeat-cycle', own: null, on, off },
});

/** One troubled system for every finding that can be adjusted. */
const troubled: [string, SystemDocument, Edit[]][] = [
  ['reserve', first, []],
  ['dry-run', first, []],
  ['tank-swing', pair, [{ at: 'vessels.bed.shape.width', to: 0.9 }]],
  ['backflow-room', pair, [{ at: 'vessels.tank.fill', to: 0.71 }]],
  ['dry-layer', pair, [{ at: 'vessels.bed.media.top', to: 0.25 }]],
  ['dry-layer', pair, [{ at: 'vessels.bed.media.top', to: 0.33 }]],
  ['bed-to-tank', pair, []],
  ['loose-delivery', pair, [{ at: 'paths.lift.pump.intake', to: 0.1 }]],
  ['static-head', pair, [{ at: 'paths.lift.pump.maxHead', to: 0.7 }]],
  ['static-head', pair, [{ at: 'paths.lift.valve', to: 0 }]],
  ['duty-range', pair, [{ at: 'paths.lift.valve', to: 0.3 }]],
  ['hose-bore', pair, []],
  ['hose-bore', pair, [{ at: 'paths.lift.bore', to: 0.06 }]],
  ['turnover', pair, [{ at: 'paths.lift.pump.maxFlow', to: 600 * L_H }]],
  ['turnover', pair, [{ at: 'paths.lift.pump.maxFlow', to: 4000 * L_H }]],
  [
    'siphon-start',
    pair,
    [
      { at: 'paths.siphon.bore', to: 0.0525 },
      { at: 'paths.siphon.pipe', to: 'sch40-2' },
    ],
  ],
  ['siphon-start', pair, [{ at: 'paths.spare.crest', to: 0.225 }]],
  [
    'siphon-stop',
    pair,
    [
      { at: 'paths.siphon.bore', to: 0.0158 },
      { at: 'paths.siphon.pipe', to: 'sch40-1/2' },
    ],
  ],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.gap', to: 0.005 }]],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.bellBore', to: 0.05 }]],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.notches.count', to: 1 }]],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.breakHeight', to: 0.06 }]],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.drop', to: 0.1 }]],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.guard.diameter', to: 0.09 }]],
  ['siphon-geometry', pair, [{ at: 'paths.siphon.guard.slotArea', to: 0.0005 }]],
  ['overflow-capacity', tray, [{ at: 'paths.overflow.bore', to: 0.02 }]],
  ['second-outlet', pair, [{ at: 'paths.spare', to: undefined }]],
  ['second-outlet', pair, [{ at: 'paths.spare.bore', to: 0.0266 }]],
  ['on-time', tray, [{ at: 'controls.timer.rows', to: [{ start: 0, on: 60 }] }]],
  ['on-time', tray, [interval(60, 7000)]],
  ['off-time', tray, [interval(300, 300)]],
  ['root-air', tray, [interval(3600, 1200)]],
  [
    'spill',
    pair,
    [
      { at: 'paths.spare', to: undefined },
      { at: 'paths.siphon.bore', to: 0.01 },
      { at: 'paths.siphon.mouth', to: 0.01 },
    ],
  ],
];

function find(s: SystemDocument, id: string): { finding: Finding; findings: Finding[] } {
  const { findings } = judgeWhole(s);
  const finding = findings.find((f) => f.id === id && f.level !== 'fine');
  if (!finding) throw new Error(`${id} is fine here`);
  return { finding, findings };
}

const adjustmentsOf = (system: SystemDocument, f: Finding) =>
  ruleOf(f.id).adjustments({ system, a: assess(system), f });

describe('adjustments', () => {
  test.each(troubled)(
    '%s: every change leaves a valid system and says what it does',
    (id, base, edits) => {
      const s = applyEdits(base, edits);
      const { finding } = find(s, id);
      const adjustments = adjustmentsOf(s, finding);
      expect(adjustments.length).toBeGreaterThan(0);
      for (const adjustment of adjustments) {
        for (const k of new Set([0, Math.floor(adjustment.count / 2), adjustment.count - 1])) {
          if (k < 0 || k >= adjustment.count) continue;
          const changed = adjustment.edits(k);
          const after = applyEdits(s, changed);
          expect(checkSystem(after), `${adjustment.id} ${k}`).toMatchObject({ ok: true });
          expect(
            changed.some((e) => readAt(s, e.at) !== e.to),
            adjustment.id,
          ).toBe(true);
          expect(tell(adjustment.label(k), 'metric')).toMatch(/^[A-Z].{8,}/);
        }
      }
    },
  );

  test.each(troubled)('%s: at least one of them is offered as a fix', (id, base, edits) => {
    const s = applyEdits(base, edits);
    const { finding, findings } = find(s, id);
    const fixes = fixesFor(s, finding, findings);
    expect(fixes.length, tell(finding.sentence, 'metric')).toBeGreaterThan(0);
    expect(fixes.length).toBeLessThanOrEqual(4);
    expect(new Set(fixes.map((f) => f.id)).size).toBe(fixes.length);
  });

  it('a pipe of another size takes back what was measured of the old one', () => {
    const s = applyEdits(pair, [
      { at: 'measurements.b', to: { id: 'b', kind: 'bore', path: 'lift', bore: 0.0185 } },
    ]);
    const { finding } = find(s, 'hose-bore');
    const wider = adjustmentsOf(s, finding).find((k) => k.id === 'lift-pipe-wider')!;
    expect(applyEdits(s, wider.edits(0)).measurements).toEqual([]);
  });

  it('a wider tank is filled to the level it had', () => {
    const { finding } = find(first, 'reserve');
    const wider = adjustmentsOf(first, finding).find((k) => k.id === 'tank-length')!;
    const after = applyEdits(first, wider.edits(3));
    expect(assess(after).balance.rest[0]!.level).toBeCloseTo(
      assess(first).balance.rest[0]!.level,
      3,
    );
  });

  it('a second overflow stands over the flood and under the rim, and drains where the first does', () => {
    const s = applyEdits(pair, [{ at: 'paths.spare', to: undefined }]);
    const { finding, findings } = find(s, 'second-outlet');
    const fix = fixesFor(s, finding, findings).find((f) => f.id === 'bed-second')!;
    const added = fix.edits[0]!.to as { crest: number; to: string; vented: boolean };
    expect(added.crest).toBeGreaterThan(assess(s).beds[0]!.highest);
    expect(added.crest).toBeLessThan(0.33);
    expect(added).toMatchObject({ to: 'tank', vented: true });
  });
});
