// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { SystemDocument } from '../../core/system';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { bucketRow } from '../../core/system/layouts/bucket-row';
import { settings } from '../storage/settings';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { freshStores, mountIt } from '../test/mountIt';
import PrintSheet from './PrintSheet.vue';

beforeEach(freshStores);

/** The cells of the sheet's table, row by row. */
function cells(doc: SystemDocument): Record<string, string[]> {
  useSystem().document = doc;
  const w = mountIt(PrintSheet);
  const rows = w
    .findAll('tbody tr')
    .map((r) => [r.find('th').text(), ...r.findAll('td').map((d) => d.text())]);
  w.unmount();
  return Object.fromEntries(rows.map(([name, ...rest]) => [name!.replace(/,.*$/, ''), rest]));
}

describe('the printed sheet', () => {
  it('the pair by hand: to the rim, at rest, deepest, after a power cut, weight', () => {
    const [rim, rest, deepest, cut, weight] = cells(bedOverTank.make('p', 'P'))['Fish tank']!;
    // π·0.55² = 0.950 m², 750 mm to the rim; 620 L stand at 652 mm; 30 mm of 0.37 m² stay under the break, 11 L.
    expect(rim).toBe('713 L');
    expect(rest).toBe('620 L, 652 mm');
    expect(deepest).toMatch(/^5\d\d(\.\d)? L, 5\d\d mm$/);
    expect(cut).toBe('609 L, 641 mm');
    // Water, 18 kg of tank, 14 fish of 60 g.
    expect(weight).toMatch(/^(638\.\d+|639) kg$/);
  });

  it('a row of eight buckets holds what eight hold, not one', () => {
    // A frustum of 260 and 300 mm across, 360 mm high: π·0.36/12·(0.26² + 0.26·0.3 + 0.3²) = 22.2 L
    const litres = (8000 * Math.PI * 0.36 * (0.26 ** 2 + 0.26 * 0.3 + 0.3 ** 2)) / 12;
    const [rim] = cells(bucketRow.make('b', 'B'))['Plant buckets']!;
    expect(rim).toBe(`${Math.round(litres)} L`);
  });
});

describe('colours', () => {
  it('a theme that was chosen stays, whatever the system is set to; a new person takes the system’s', async () => {
    const dark = vi
      .spyOn(window, 'matchMedia')
      .mockReturnValue({ matches: true } as MediaQueryList);
    try {
      await settings.set('person/theme', 'paper');
      await useSettings().load();
      expect(useSettings().theme).toBe('paper');
      freshStores();
      await settings.set('person/theme', null);
      await useSettings().load();
      expect(useSettings().theme).toBe('evening');
    } finally {
      dark.mockRestore();
    }
  });
});
