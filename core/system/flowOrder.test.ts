import { describe, expect, it } from 'vitest';
import { flowOrder, LAYOUTS, partAt } from './index.ts';
import { bedOverTank } from './layouts/bed-over-tank.ts';
import { sumpLoop } from './layouts/sump-loop.ts';

describe('the order in which the water passes the parts', () => {
  it('goes from the tank up the line, through the bed and down its drains', () => {
    expect(flowOrder(bedOverTank.make('a', 'A')).map((p) => p.at)).toEqual([
      'vessels.tank',
      'paths.lift',
      'vessels.bed',
      'paths.siphon',
      'paths.spare',
    ]);
  });

  it('has the whole way to one bed before the way to the next', () => {
    const names = flowOrder(sumpLoop.make('a', 'A')).map((p) => p.part.name);
    expect(names[0]).toBe('Sump');
    expect(names.indexOf('Fish tank')).toBeLessThan(names.indexOf('First bed'));
    expect(names.indexOf('Siphon, first bed')).toBeLessThan(names.indexOf('Second bed'));
  });

  it.each(LAYOUTS.map((l) => [l.id, l] as const))('has each part of %s once', (_, layout) => {
    const s = layout.make('a', 'A');
    const all = [
      ...s.vessels.map((v) => `vessels.${v.id}`),
      ...s.paths.map((p) => `paths.${p.id}`),
    ];
    expect(
      flowOrder(s)
        .map((p) => p.at)
        .sort(),
    ).toEqual(all.sort());
  });

  it('knows the part that a number lies in', () => {
    expect(partAt('paths.siphon.notches.count')).toBe('paths.siphon');
    expect(partAt('vessels.bed')).toBe('vessels.bed');
  });
});
