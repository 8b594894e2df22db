import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../test/cases.ts';
import { applyEdits, LAYOUTS, type Edit, type SystemDocument } from '../system/index.ts';
import { readAt } from '../system/edit.ts';
import { tell } from '../quantity/index.ts';
import { judge } from './index.ts';

/** What is told and how it is judged are one thing: the level follows from the measure and its limit. */

/** Findings that are fine on one side of their limit and never on the other. */
const FINE = {
  'above its limit': [
    'backflow-room',
    'siphon-start',
    'second-outlet',
    'loose-delivery',
    'reserve',
    'on-time',
    'chain-supply',
    'air-lift',
    'supply-lasts',
  ],
  'below its limit': [
    'siphon-stop',
    'floor-load',
    'static-head',
    'joined-lag',
    'filter',
    'row-filling',
    'pinholes',
  ],
} as const;

/** Lengths of one part of a layout, each made 0.6 to 1.4 of itself. */
const varied: fc.Arbitrary<SystemDocument> = fc
  .tuple(
    fc.nat(LAYOUTS.length - 1),
    fc.array(fc.double({ min: 0.6, max: 1.4, noNaN: true }), { minLength: 60, maxLength: 60 }),
  )
  .map(([layout, factors]) => {
    const system = LAYOUTS[layout]!.make('x', 'X');
    const edits: Edit[] = [];
    const vary = (at: string) => {
      const now = readAt(system, at);
      if (typeof now === 'number')
        edits.push({ at, to: now * factors[edits.length % factors.length]! });
    };
    for (const v of system.vessels)
      for (const key of ['length', 'width', 'diameter', 'height'])
        vary(`vessels.${v.id}.shape.${key}`);
    for (const p of system.paths)
      for (const key of ['bore', 'diameter', 'crest', 'length', 'height'])
        vary(`paths.${p.id}.${key}`);
    return applyEdits(system, edits);
  });

describe('a finding is fine', () => {
  it.each(Object.entries(FINE))('%s and nowhere else, whatever the sizes', (side, ids) => {
    const met = new Set<string>();
    fc.assert(
      fc.property(varied, (system) => {
        for (const f of judge(system)) {
          if (!(ids as readonly string[]).includes(f.id) || f.measured === f.limit) continue;
          const within = side === 'above its limit' ? f.measured > f.limit : f.measured < f.limit;
          expect(f.level === 'fine', `${f.id} of ${f.about}: ${f.measured}, limit ${f.limit}`).toBe(
            within,
          );
          met.add(f.id);
        }
      }),
      { numRuns: cases(120, 2000) },
    );
    expect([...met].sort()).toEqual([...ids].sort());
  });

  it('up to the load that the grower noted of the floor, and not beyond', () => {
    const pair = LAYOUTS[0]!.make('x', 'X');
    const at = (floorLoad: number) =>
      judge({ ...pair, site: { ...pair.site, floorLoad } }).find((f) => f.id === 'floor-load')!;
    const { measured } = at(150);
    expect(at(measured * 1.001).level).toBe('fine');
    expect(at(measured * 0.999).level).toBe('watch');
  });

  it.each([
    [0.018, 'watch', 0.02, /Only 18 mm/],
    [0.03, 'fine', 0.02, /30 mm of media stay dry/],
    [0.06, 'watch', 0.05, /60 mm .* at most 50 mm/],
  ] as const)(
    'where %d m of stones stay dry it is %s, by the limit on its side',
    (dry, level, limit, words) => {
      const pair = LAYOUTS[0]!.make('x', 'X');
      const of = (system: SystemDocument) => judge(system).find((f) => f.id === 'dry-layer')!;
      const bed = pair.vessels.find((v) => v.media)!;
      // The flood stands where it stood: only the stones are filled higher or lower.
      const top = bed.media!.top + dry - of(pair).measured;
      const layer = of(applyEdits(pair, [{ at: `vessels.${bed.id}.media.top`, to: top }]));
      expect(layer).toMatchObject({ level, limit });
      expect(tell(layer.sentence, 'metric')).toMatch(words);
    },
  );

  it('where a chain’s supply has a fifth to spare, and not with a tenth', () => {
    const chain = LAYOUTS.find((l) => l.id === 'pump-chain')!.make('x', 'X');
    const spare = (maxFlow: number) => {
      const f = judge(applyEdits(chain, [{ at: 'paths.supply.pump.maxFlow', to: maxFlow }])).find(
        (x) => x.id === 'chain-supply',
      )!;
      // At `stop` the limit is the draw itself, else a fifth more.
      return { level: f.level, share: f.measured / (f.level === 'stop' ? f.limit : f.limit / 1.2) };
    };
    const full = readAt(chain, 'paths.supply.pump.maxFlow') as number;
    const found = Array.from({ length: 40 }, (_, k) => spare(full * (1 - 0.02 * k)));
    const between = found.filter((x) => x.share > 1.05 && x.share < 1.15);
    expect(between.length).toBeGreaterThan(0);
    for (const x of found)
      expect(x.level, `${x.share}`).toBe(x.share <= 1 ? 'stop' : x.share < 1.2 ? 'watch' : 'fine');
  });
});
