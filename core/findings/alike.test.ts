import { describe, expect, it } from 'vitest';
import { mm, say, tell } from '../quantity/index.ts';
import { applyEdits } from '../system/index.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { fixesFor, fixesTogether, groupAlike, judgeWhole, keyOf, sayOfEach } from './index.ts';

const of = (name: string, depth = 0.3) => ({
  name,
  text: say`“${name}” stands ${mm(depth)} deep, and “${name}” drains.`,
});
const said = (...names: Parameters<typeof sayOfEach>[0]) => {
  const text = sayOfEach(names);
  return text && tell(text, 'metric');
};

describe('one sentence for parts that are alike', () => {
  it('names two or three, and of more the first and the last', () => {
    expect(said(of('A'))).toBe('“A” stands 300 mm deep, and “A” drains.');
    expect(said(of('A'), of('B'))).toBe(
      'Each of “A” and “B” stands 300 mm deep, and each of “A” and “B” drains.',
    );
    expect(said(of('A'), of('B'), of('C'))).toMatch(/^Each of “A”, “B” and “C” stands/);
    expect(said(of('A'), of('B'), of('C'), of('D'))).toMatch(
      /^Each of the 4 from “A” to “D” stands/,
    );
  });

  it('is not said where the numbers differ by more than is seen, or no name stands in it', () => {
    expect(said(of('A', 0.3), of('B', 0.301))).not.toBeNull();
    expect(said(of('A', 0.3), of('B', 0.303))).toBeNull();
    const plain = { name: 'A', text: say`The water stands ${mm(0.3)} deep.` };
    expect(said(plain, { ...plain, name: 'B' })).toBeNull();
  });
});

describe('findings that are alike', () => {
  // Both siphons start for sure only with more than the beds get.
  const narrow = applyEdits(sumpLoop.make('a', 'A'), [
    { at: 'paths.lift.pump.maxFlow', to: 1200 / 3.6e6 },
  ]);
  const { findings } = judgeWhole(narrow);
  const open = findings.filter((f) => f.level !== 'fine');

  it('stand together, each in one group, the groups in the order of urgency', () => {
    const groups = groupAlike(narrow, open);
    expect(groups.flatMap((g) => g.findings.map(keyOf)).sort()).toEqual(open.map(keyOf).sort());
    expect(groups.map((g) => open.indexOf(g.findings[0]!))).toEqual(
      groups.map((g) => open.indexOf(g.findings[0]!)).sort((a, b) => a - b),
    );
    const siphons = groups.find((g) => g.findings[0]!.id === 'siphon-start')!;
    expect(siphons.findings).toHaveLength(2);
    expect(tell(siphons.sentence, 'metric')).toMatch(
      /^Each of “Siphon, first bed” and “Siphon, second bed” may not start/,
    );
    expect(siphons.others).toEqual([]);
  });

  it('whose numbers differ tell the others beside the gravest', () => {
    const one = applyEdits(narrow, [{ at: 'paths.siphon-2.drop', to: 0.6 }]);
    const uneven = judgeWhole(one).findings.map((f) =>
      f.about === 'siphon-2' && f.id === 'siphon-start' ? { ...f, sentence: say`Else.` } : f,
    );
    const group = groupAlike(
      one,
      uneven.filter((f) => f.id === 'siphon-start' && f.level !== 'fine'),
    )[0]!;
    expect(group.others.map((o) => o.name)).toEqual(['Siphon, second bed']);
  });

  it('are mended together: one change of both parts, tried with its day', () => {
    const siphons = open.filter((f) => f.id === 'siphon-start');
    const fixes = Object.fromEntries(
      siphons.map((f) => [keyOf(f), fixesFor(narrow, f, findings)] as const),
    );
    const together = fixesTogether(narrow, siphons, fixes, findings);
    expect(together.length).toBeGreaterThan(0);
    for (const fix of together) {
      expect(new Set(fix.edits.map((e) => e.at.split('.')[1]))).toEqual(
        new Set(['siphon-1', 'siphon-2']),
      );
      expect(tell(fix.label, 'metric')).toContain('each of “Siphon, first bed” and');
      const after = judgeWhole(applyEdits(narrow, fix.edits)).findings;
      for (const f of siphons)
        expect(after.find((x) => keyOf(x) === keyOf(f))!.level).toBe(fix.leaves);
    }
    expect(fixesTogether(narrow, siphons.slice(0, 1), fixes, findings)).toEqual([]);
  });
});
