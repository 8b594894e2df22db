import { describe, expect, it, test } from 'vitest';
import { assess } from '../../core/assess';
import type { Figures } from '../../core/derived';
import { format } from '../../core/quantity';
import { addSite, applyEdits, LAYOUTS, pumpedLines, type SystemDocument } from '../../core/system';
import { bedWords, lineWords, outletWords, type ShowQuantity } from './words';

const shown: ShowQuantity = (v, k) => (Number.isFinite(v) ? format(v, k, 'metric') : 'never');
const make = (id: string) => LAYOUTS.find((l) => l.id === id)!.make('x', 'X');
const figures = (system: SystemDocument): Figures => ({ system, a: assess(system), day: null });
const lines = (s: SystemDocument) => pumpedLines(s).map((l) => lineWords(figures(s), l, shown));
const way = (s: SystemDocument, id: string) =>
  outletWords(
    figures(s),
    s.paths.find((p) => p.id === id)!,
    shown,
  );

describe('the words of the printed sheet', () => {
  test.each(LAYOUTS.map((l) => l.id))('%s: a sentence for every pipe and bed, none twice', (id) => {
    let s = make(id);
    const added = addSite(s, 'channel');
    if (added.ok) s = applyEdits(s, added.edits);
    const a = assess(s);
    const said = [
      ...lines(s),
      ...s.paths.filter((p) => p.kind !== 'pumped-line').map((p) => way(s, p.id)),
      ...a.beds.map((b) => bedWords(figures(s), b.id, shown)),
    ];
    for (const t of said) {
      expect(t).toMatch(/\.$/);
      expect(t).not.toMatch(/NaN|undefined|null|Infinity/);
    }
    expect(new Set(said).size).toBe(said.length);
  });

  it('a branched line names its ends and taps', () => {
    const feed = lines(make('pump-chain')).find((t) => t.startsWith('Feed to the beds'))!;
    expect(feed).toMatch(
      /It delivers \d+ L\/h to First bed, tap \d+(\.\d)? % open; .* to Third bed/,
    );
    const supply = lines(make('pump-chain')).find((t) => t.startsWith('Supply'))!;
    expect(supply).toContain('solids filter');
  });

  it('a float, pinholes, a venturi and a join are told with their sizes', () => {
    expect(lines(make('bucket-row'))[0]).toContain(
      'float in Control bucket, on at 225 mm, off at 255 mm',
    );
    expect(lines(make('felt-wall'))[0]).toContain('28 holes of 1.8 mm');
    expect(lines(make('counter-tank'))[0]).toContain('venturi of 5.5 mm');
    expect(way(make('joined-beds'), 'join-1')).toMatch(/below the floor, screened\.$/);
    expect(way(make('wet-tray'), 'valve')).toMatch(/closes at \d+ mm, seat \d+(\.\d)? mm\.$/);
    expect(way(make('felt-wall'), 'drip')).toContain('drips for 7 min');
  });

  it('a siphon is told with its window, a dry bed with never', () => {
    expect(way(make('bed-over-tank'), 'siphon')).toMatch(
      /crest 235 mm, drop 250 mm, mouth 40\.9 mm, bell 77\.9 mm with 6 notches of 12 mm, siphon stops at 30 mm\. Starts from \d+ L\/h, always stops below \d+ L\/h/,
    );
    const weak = applyEdits(make('bed-over-tank'), [{ at: 'paths.lift.pump.maxHead', to: 0.1 }]);
    expect(bedWords(figures(weak), 'bed', shown)).toMatch(/^Bed: never fills/);
  });
});
