import { readdirSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { judgeWhole } from '../findings/judge.ts';
import { lifeOf, unionisedShare } from '../life/index.ts';
import { tell } from '../quantity/index.ts';
import { applyEdits, type Edit } from '../system/index.ts';
import { demo } from '../test/demo.ts';
import { fixesForLifeFaultTest } from './fixes.ts';
import { lifeFaultTests, LIFE_FAULTS } from './life/index.ts';
import { USUAL_SEVERITY } from './severity.ts';

const figures = (name: string, ...edits: Edit[]) => {
  const system = applyEdits(demo(name), edits);
  const { a, day } = judgeWhole(system);
  return { system, a, day };
};
const faultTest = (id: (typeof LIFE_FAULTS)[number]['id'], name: string, ...edits: Edit[]) =>
  lifeFaultTests(figures(name, ...edits)).find((d) => d.id === id);

describe('fault tests of what lives', () => {
  test.each(readdirSync('demo'))(
    'of %s are told in words, and only where there are fish',
    (file) => {
      const c = figures(file.replace('.json', ''));
      const all = lifeFaultTests(c);
      expect(all.length > 0).toBe(c.system.fish.some((f) => f.count > 0));
      for (const d of all) {
        expect(tell(d.sentence, 'metric')).not.toMatch(/NaN|undefined|Infinity/);
        expect(d.advice.length).toBeGreaterThan(0);
      }
    },
  );

  it('a power cut is survived with air on a battery', () => {
    const cut = (backup: boolean) =>
      faultTest(
        'no-power',
        'warm-balcony',
        { at: 'fish.fish.count', to: 12 },
        {
          at: 'devices.air',
          to: {
            id: 'air',
            kind: 'air-pump',
            vessel: 'tank',
            flow: 25e-3 / 60,
            depth: 0.5,
            power: 20,
            backup,
          },
        },
      )!.grade;
    expect(cut(false)).toBe('failed');
    expect(cut(true)).toBe('passed');
  });

  it('an air pump that stops is a fault test only where there is one', () => {
    expect(faultTest('air-pump-stops', 'potting-shed-pair')).toBeDefined();
    expect(
      faultTest('air-pump-stops', 'potting-shed-pair', { at: 'devices', to: [] }),
    ).toBeUndefined();
  });

  it('a dead fish frees 27 g of nitrogen per kilogram into the water', () => {
    const c = figures('potting-shed-pair', { at: 'water.ph', to: 8 });
    const d = lifeFaultTests(c).find((x) => x.id === 'dead-fish')!;
    const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
    const tan = (0.06 * 27) / volume;
    const bad = tan * unionisedShare(18, 8);
    expect(bad).toBeGreaterThan(0.02);
    expect(d.grade).toBe(bad > 0.05 ? 'failed' : 'loss');
  });

  it('untreated tap water harms with chlorine, and with none in it is no fault test', () => {
    expect(faultTest('tap-untreated', 'north-wall-lean-to')!.grade).toBe('failed');
    expect(faultTest('tap-untreated', 'twin-beds')).toBeUndefined();
  });

  it('soft water crashes sooner', () => {
    const at = (alkalinity: number) =>
      tell(
        faultTest(
          'ph-crash',
          'potting-shed-pair',
          { at: 'water.alkalinity', to: alkalinity },
          { at: 'site.tap.alkalinity', to: null },
        )!.sentence,
        'metric',
      );
    const days = (x: string) => Number(/in (\d+) d/.exec(x)?.[1]);
    expect(days(at(40))).toBeLessThan(days(at(120)));
  });

  it('a strong heater that sticks boils what a weak one spares', () => {
    const stuck = (power: number) =>
      faultTest('heater-stuck', 'window-sill-tank', { at: 'devices.heater.power', to: power })!
        .grade;
    expect(stuck(500)).toBe('failed');
    expect(stuck(25)).toBe('passed');
    expect(faultTest('heater-fails', 'window-sill-tank')!.name).toMatch(/coldest/);
  });

  it('overfeeding is borne where oxygen is plenty, and kills where it is short', () => {
    expect(faultTest('overfeeding', 'warm-balcony')!.grade).toBe('failed');
    const few = figures('north-wall-lean-to', { at: 'fish.fish.count', to: 4 });
    expect(lifeOf(few).oxygen!.lowest).toBeGreaterThan(8);
    expect(lifeFaultTests(few).find((d) => d.id === 'overfeeding')!.grade).toBe('passed');
  });
});

describe('what would make a fault of what lives go better', () => {
  const gradeOf = (id: string, name: string, edits: readonly Edit[], hours = 8) => {
    const how = { ...USUAL_SEVERITY, powerCut: hours * 3600 };
    return lifeFaultTests(figures(name, ...edits), how).find((d) => d.id === id)?.grade ?? 'passed';
  };
  it.each([
    ['no-power', 'north-wall-lean-to', /with a battery backup$/],
    ['no-pump', 'polytunnel-three', /Add an air stone/],
    ['air-pump-stops', 'courtyard-wall', /Keep \d+ fish/],
    ['overfeeding', 'potting-shed-pair', /Add an air stone/],
    ['ph-crash', 'potting-shed-pair', /^Feed/],
  ])('%s in %s: each change keeps its word, and one less does not do it', (id, name, first) => {
    expect(gradeOf(id, name, [])).not.toBe('passed');
    const fixes = fixesForLifeFaultTest(demo(name), id);
    expect(tell(fixes[0]!.label, 'metric')).toMatch(first);
    for (const f of fixes) expect(gradeOf(id, name, f.edits)).toBe(f.leaves);
    const fewer = fixes.find((f) => f.id.endsWith('-fewer'));
    const [edit] = fewer?.edits ?? [];
    if (edit)
      expect(gradeOf(id, name, [{ at: edit.at, to: Number(edit.to) + 1 }])).not.toBe(fewer!.leaves);
  });

  it('a heater that sticks is answered by a weaker one that still keeps the winter', () => {
    const strong = applyEdits(demo('window-sill-tank'), [{ at: 'devices.heater.power', to: 500 }]);
    const [fix] = fixesForLifeFaultTest(strong, 'heater-stuck');
    expect(tell(fix!.label, 'metric')).toMatch(/^Replace the 500 W heater with one of \d+ W$/);
    const before = judgeWhole(strong).findings.filter((f) => f.level === 'stop').length;
    const after = judgeWhole(applyEdits(strong, fix!.edits)).findings;
    expect(after.filter((f) => f.level === 'stop').length).toBeLessThanOrEqual(before);
  });

  it('is longer air where the cut is longer, and nothing where the fault does no harm', () => {
    const how = { ...USUAL_SEVERITY, powerCut: 20 * 3600 };
    expect(fixesForLifeFaultTest(demo('potting-shed-pair'), 'no-power')).toEqual([]);
    const [fix] = fixesForLifeFaultTest(demo('potting-shed-pair'), 'no-power', how);
    expect(gradeOf('no-power', 'potting-shed-pair', fix!.edits, 20)).toBe('passed');
    expect(fixesForLifeFaultTest(demo('attic-frame'), 'no-power')).toEqual([]);
    expect(() => fixesForLifeFaultTest(demo('potting-shed-pair'), 'no-such')).toThrow(RangeError);
  });
});
