import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { judgeWhole } from '../findings/judge.ts';
import { careAdjustments } from '../findings/adjustments/index.ts';
import { limitGroups } from '../limits/index.ts';
import { lifeOf } from '../life/index.ts';
import { planReport } from '../formats/planReport.ts';
import { reportOf } from '../formats/report.ts';
import { tell } from '../quantity/index.ts';
import { answerOf, isAnswer, calculatorOf, valuesFor } from '../calculators/index.ts';
import { applyEdits, type Edit } from '../system/index.ts';
import { tasksOf } from '../log/tasks/index.ts';
import { NOW, demoDocument, entriesOf, tendedDemo, tendedOf } from '../test/tended.ts';
import { carePlan } from './index.ts';

/** One fact stands in one place: what finding, calculator, task, report and plan say of one thing is one number. */

const LOADED: Edit[] = [
  { at: 'water.ph', to: 8 },
  { at: 'water.alkalinity', to: 100 },
  { at: 'water.tan', to: 2 },
  { at: 'water.nitrite', to: 2 },
  { at: 'site.waterTemperature', to: 20 },
];

describe('litres of one change', () => {
  it('are the same in the plan, the finding’s fix, the calculator and the report', () => {
    const t = tendedDemo('potting-shed-pair', [], LOADED);
    const plan = carePlan(t);
    const litres = plan.steps.find((s) => s.treatment === 'change')!.amount! * 1000;
    expect(litres).toBeCloseTo(310, 6);
    const [fix] = careAdjustments({ system: t.system, a: t.c.a }, ['ammonia']);
    expect(tell(fix!.label(0), 'metric')).toMatch(/^Change 310 L of water \(50 %\)/);
    const sum = calculatorOf('ammonia')!;
    const answer = answerOf(sum, valuesFor(sum, t.c, t.volume), t.system.own, plan);
    if (!isAnswer(answer)) throw new Error('no answer');
    expect(answer.results.find((r) => r.key === 'change')!.value * 1000).toBeCloseTo(litres, 9);
    const report = planReport(
      applyEdits(demoDocument('potting-shed-pair'), LOADED),
      [],
      NOW,
      'UTC',
    );
    expect(report.plan.steps.find((s) => s.treatment === 'change')!.amount).toBe(310);
    // Salt for what the change leaves, in the calculator as in the plan.
    const salt = calculatorOf('salt')!;
    const dissolved = answerOf(salt, valuesFor(salt, t.c, t.volume), t.system.own, plan);
    if (!isAnswer(dissolved)) throw new Error('no answer');
    expect(dissolved.results.find((r) => r.key === 'salt')!.value).toBe(
      plan.steps.find((s) => s.treatment === 'salt')!.amount,
    );
  });

  it('are worked out in treatment alone', () => {
    const files = (folder: string): string[] =>
      readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
        e.isDirectory() ? files(`${folder}/${e.name}`) : [`${folder}/${e.name}`],
      );
    const elsewhere = files('core').filter(
      (f) =>
        /\.ts$/.test(f) &&
        !/\.test\.ts$|^core\/(treatment|limits|test)\//.test(f) &&
        // The largest share of a change, and the shares that a series leaves.
        /Math\.log\(1 - |atOnce \*|\* CHANGE_LIMITS\.atOnce/.test(readFileSync(f, 'utf8')),
    );
    expect(elsewhere).toEqual([]);
  });
});

describe('minutes without power', () => {
  test.each([
    'potting-shed-pair',
    'north-wall-lean-to',
    'bubble-lift',
    'eight-beds',
    'terrace-steps',
  ])('are one number in calculator and finding of %s', (name) => {
    const system = demoDocument(name);
    const { a, day, findings } = judgeWhole(system);
    const c = { system, a, day };
    const sum = calculatorOf('oxygen')!;
    const answer = sum.work(valuesFor(sum, c), system.own);
    if (!isAnswer(answer)) throw new Error('no answer');
    const toStress = Math.min(...lifeOf(c).oxygen!.cuts.map((x) => x.toStress));
    expect(answer.results.find((r) => r.key === 'stress')!.value).toBeCloseTo(toStress, 6);
    const f = findings.find((x) => x.id === 'power-cut')!;
    if (f.level !== 'stop') expect(f.measured).toBeCloseTo(toStress, 6);
  });
});

describe('a reading', () => {
  const bad = {
    tan: [5, 5] as const,
    ph: 8.4,
    alkalinity: 150,
    temperature: 22,
    nitrite: [0, 0] as const,
  };
  it('never enters the document, so that one taken back leaves nothing, in the reports either', () => {
    const document = demoDocument('potting-shed-pair');
    const entries = entriesOf([{ h: 1, ...bad }]);
    const taken = entries.map((e) => ({ ...e, deleted: true as const }));
    const plain = (e: typeof entries) => JSON.stringify(planReport(document, e, NOW, 'UTC'));
    expect(plain(entries)).toContain('"urgency":"now"');
    expect(plain(taken)).toBe(plain([]));
    const found = (e: typeof entries) =>
      reportOf(document, e, NOW, 'UTC').findings.find((f) => f.id === 'ammonia')?.level;
    expect(found(entries)).toBe('stop');
    expect(found(taken)).toBeUndefined();
    expect(document.water.tan).toBeNull();
  });

  it('of the starting water counts no longer when the system has run for months', () => {
    const t = tendedOf(
      applyEdits(demoDocument('potting-shed-pair'), [
        ...LOADED,
        { at: 'care.filled', to: NOW - 200 * 86_400_000 },
      ]),
      entriesOf([{ h: 1, temperature: 20 }]),
    );
    expect(t.known.tan).toBeUndefined();
    expect(carePlan(t).hazards.map((h) => h.id)).toEqual(['stale']);
  });

  it('of an hour ago is said as it is, one of some days ago as what it can be by now', () => {
    const said = (h: number, nitrite: readonly [number, number]) => {
      const t = tendedOf(
        demoDocument('potting-shed-pair'),
        entriesOf([{ h, ...bad, tan: [0, 0], nitrite }]),
      );
      return tell(carePlan(t).hazards.find((x) => x.id === 'nitrite')!.because, 'metric');
    };
    expect(said(1, [0.5, 1])).toMatch(/^Nitrite is at 1 mg\/L\. These fish tolerate 0\.5 mg\/L;/);
    expect(said(72, [0.25, 0.5])).toMatch(
      /^Nitrite can be at 0\.5\d mg\/L by now\. It was at 0\.25 mg\/L to 0\.5 mg\/L 3 d ago\. These fish/,
    );
  });
});

it('the winter’s task is due before the winter, on either side of the equator', () => {
  const months = [20, 20, 17, 13, 9, 6, 5, 6, 9, 13, 16, 19];
  const north = [...months.slice(6), ...months.slice(0, 6)];
  const due = (room: number[]) =>
    tasksOf(
      tendedDemo('potting-shed-pair', [{ h: 1, temperature: 18 }], [{ at: 'site.room', to: room }]),
    )
      .find((x) => x.id === 'heater')
      ?.due.slice(5);
  // Half a year apart, by the same monthly means.
  const days = (a: string, b: string) =>
    Math.abs(Date.parse(`2026-${a}T00:00:00Z`) - Date.parse(`2026-${b}T00:00:00Z`)) / 86_400_000;
  const [south, other] = [due(months)!, due(north)!];
  const apart = days(south, other);
  expect(Math.min(apart, 365 - apart)).toBeGreaterThan(175);
  expect(['03', '04', '05']).toContain(south.slice(0, 2));
});

describe('limits', () => {
  it('have a unit, what they depend on and a source, and are there once', () => {
    const groups = limitGroups();
    expect(groups.length).toBeGreaterThan(40);
    for (const g of groups) {
      expect(g.source.length).toBeGreaterThan(5);
      expect(g.kind.length).toBeGreaterThan(1);
      for (const v of Object.values(g.values))
        for (const x of [v].flat()) expect(Number.isFinite(x)).toBe(true);
    }
    expect(new Set(groups.map((g) => g.about)).size).toBe(groups.length);
  });
});
