import { describe, expect, it } from 'vitest';
import { entryEdits, finishEdits, type BuildStep } from '../construction/index.ts';
import { buildPlan } from '../construction/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import { tell } from '../quantity/index.ts';
import { applyEdits, type SystemDocument } from '../system/index.ts';
import { demo } from '../test/demo.ts';
import { entriesOfStep } from './building.ts';
import { readdirSync } from 'node:fs';
import { newEntry } from '../entries/entries.ts';
import { asKnown, tended } from '../readings/index.ts';
import { readLog } from '../entries/schema.ts';
import { seriesOf } from '../readings/trends.ts';
import { entryWords, noteBeside } from './words.ts';

/** What the build showed, in the log. */

const NOW = Date.parse('2026-05-01T10:00:00Z');
function stepsOf(name: string): { s: SystemDocument; step: (id: string) => BuildStep } {
  const s = demo(name);
  const { a, day } = judgeWhole(s);
  const plan = buildPlan({ system: s, a, day });
  return { s, step: (id) => plan.steps.find((x) => x.id === id)! };
}
/** A system in which a step was done with values at it, and the entries of that. */
function done(name: string, id: string, values: Readonly<Record<string, number>>) {
  const { s, step } = stepsOf(name);
  const x = step(id);
  const entered = x.entries.reduce(
    (into, e) =>
      values[e.id] === undefined
        ? into
        : applyEdits(into, entryEdits(into, x.id, e, values[e.id]!)),
    s,
  );
  const finished = applyEdits(entered, finishEdits(entered, x, [], NOW));
  const noted = entriesOfStep(finished, x, (p) => tell(p, 'metric'), NOW, 'Europe/Vienna');
  return { s: finished, noted, log: noted.map((n) => newEntry(n.id, n.values, NOW)) };
}

describe('the build in the log', () => {
  it('notes the bucket test as the first reading of the line’s flow, and the hold point as passed', () => {
    // 10 L in 30 s.
    const { s, noted, log } = done('potting-shed-pair', 'flow', { 'flow-lift': 0.01 / 30 });
    expect(noted.map((n) => n.id)).toEqual(['build-flow-lift', 'build-step-flow']);
    expect(noted[0]!.values).toEqual({
      kind: 'reading',
      at: NOW,
      zone: 'Europe/Vienna',
      about: 'lift',
      flow: 0.01 / 30,
    });
    expect(tell(entryWords(log[1]!, s), 'metric')).toBe('Checkpoint passed: Bucket test');
    expect(noteBeside(log[1]!)).toBe('');
    expect(seriesOf(log, 'flow', 'lift').map((p) => p.value)).toEqual([0.01 / 30]);
  });

  it('says with the hold point what was measured and is no reading', () => {
    const { s, noted, log } = done('potting-shed-pair', 'leak', { watched: 1800, dry: 1 });
    expect(noted).toHaveLength(1);
    expect(tell(entryWords(log[0]!, s), 'metric')).toBe(
      'Checkpoint passed: Watch for leaks; Watched 30 min',
    );
  });

  it('takes chlorine, temperature, EC and pH of the first water as readings', () => {
    const water = done('bean-buckets', 'treated', { chlorine: 0, temperature: 19 });
    expect(water.noted.slice(0, 2).map((n) => n.values)).toMatchObject([
      { chlorine: 0 },
      { temperature: 19 },
    ]);
    const mixed = done('bean-buckets', 'mixed', { ec: 0.18, ph: 5.9 });
    expect(mixed.noted.map((n) => n.values)).toMatchObject([
      { conductivity: 0.18 },
      { ph: 5.9 },
      { kind: 'task', outcome: 'done' },
    ]);
  });

  it('takes the timed fill, and leaves out what was not measured and what is no hold point', () => {
    const run = done('potting-shed-pair', 'run', { 'fill--bed': 600, 'drain--bed': 120 });
    expect(run.noted.map((n) => n.values)).toEqual([
      { kind: 'reading', at: NOW, zone: 'Europe/Vienna', about: 'bed', fillTime: 600 },
    ]);
    expect(done('potting-shed-pair', 'run', {}).noted).toEqual([]);
    expect(done('potting-shed-pair', 'measure', { 'bore--lift': 0.03 }).noted).toEqual([]);
  });

  it('gives entries that a file takes as they are', () => {
    for (const [name, id, values] of [
      ['potting-shed-pair', 'flow', { 'flow-lift': 4e-4 }],
      ['bean-buckets', 'treated', { chlorine: 0, temperature: 19 }],
      ['bean-buckets', 'power-off', { 'room-reservoir': 0.1, floor: 1 }],
    ] as const) {
      const { log } = done(name, id, values);
      expect(readLog(JSON.parse(JSON.stringify(log)))).toMatchObject({
        entries: expect.objectContaining({ length: log.length }) as unknown,
        refused: [],
      });
    }
  });

  // The steps of the wet test are done with tap water; the season has no say before the system is filled.
  it.each(readdirSync('demo').map((f) => f.replace(/\.json$/, '')))(
    '%s is judged as the same plan while its steps are ticked off',
    (name) => {
      const s = demo(name);
      if (s.care.filled !== null) return;
      const { a, day } = judgeWhole(s);
      const { steps } = buildPlan({ system: s, a, day });
      const final = steps.findIndex((x) => x.id === 'treated' || x.id === 'mixed');
      expect(final).toBeGreaterThan(10);
      const log = steps
        .slice(0, final)
        .flatMap((x) =>
          entriesOfStep(s, x, (p) => tell(p, 'metric'), NOW, 'Europe/Vienna').map((n) =>
            newEntry(n.id, n.values, NOW),
          ),
        );
      expect(log.length).toBeGreaterThan(4);
      const later = NOW + 86_400_000;
      const c = { system: s, a, day };
      expect(asKnown(c, log, later, 'Europe/Vienna')).toEqual(s);
      const plan = tended(c, [], later, 'Europe/Vienna', []);
      expect(tended(c, log, later, 'Europe/Vienna', []).known).toEqual(plan.known);
    },
  );
});
