import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { differences } from './compare.ts';
import { REPORTS, reportNames } from './goldenTests.ts';
import { linesOf } from './lines.ts';

it('there is a report for each system, and no other', () => {
  const files = readdirSync(REPORTS).sort();
  expect(files).toEqual(
    reportNames()
      .map((n) => `${n}.txt`)
      .sort(),
  );
});

describe('a difference between two reports', () => {
  const of = (x: unknown) => linesOf('report', x).join('\n');
  const before = of({
    day: { fill: 120.4, count: 3 },
    beds: [{ id: 'a' }, { id: 'b', level: 0.2 }],
  });

  it('is none where numbers agree to four figures', () => {
    const again = before.replace('120.4', '120.401');
    expect(differences(before, again)).toEqual([]);
  });
  it('is said with its place, before and after', () => {
    const now = before.replace('0.2', '0.203');
    expect(differences(before, now)).toEqual(['report › beds › 1: level=0.2 → level=0.203']);
  });
  it('is found in a sign, a word and a missing row', () => {
    expect(differences(of({ x: { y: [{ z: 1 }] } }), of({ x: { y: [{ z: -1 }] } }))).toHaveLength(
      1,
    );
    expect(differences(of({ a: { id: 'b' } }), of({ a: { id: 'c' } }))).toEqual([
      'report › a: id=b → id=c',
    ]);
    expect(differences(before, before.split('\n').slice(0, -1).join('\n'))).toHaveLength(1);
  });
  it('keeps quantities of sentences apart by their kind', () => {
    const said = (kind: string) => of({ sentence: ['The bed holds ', { value: 0.09, kind }, '.'] });
    expect(said('volume')).toBe('report sentence=“0.09:volume”');
    expect(differences(said('volume'), said('flow'))).toHaveLength(1);
  });
});
