import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { anySystem } from '../../test/systems.ts';
import { FIELDS, applyEdits, fieldAt, rangeOf, readAt, type SystemDocument } from '../index.ts';
import { bedOverTank } from '../layouts/pair.ts';
import { trayOverReservoir } from '../layouts/tray.ts';
import { checkSystem } from './index.ts';

const pair = bedOverTank('pair', 'Pair');
const tray = trayOverReservoir('tray', 'Tray');

/** Every place of a document at which a field stands. */
function placesOf(s: SystemDocument): string[] {
  const out: string[] = [];
  for (const key of Object.keys(FIELDS)) {
    const [group, star, ...rest] = key.split('.');
    if (star !== '*') {
      if (readAt(s, key) !== undefined) out.push(key);
      continue;
    }
    for (const item of s[group as 'vessels' | 'paths'] as { id: string }[]) {
      const at = `${group}.${item.id}.${rest.join('.')}`;
      if (typeof readAt(s, at) === 'number') out.push(at);
    }
  }
  return out;
}

describe('every field of a file', () => {
  const cases = [pair, tray].flatMap((s) => placesOf(s).map((at) => [s.layout, at, s] as const));

  it('is one that the screen knows', () => {
    expect(cases.length).toBeGreaterThan(60);
    for (const [, at] of cases) expect(fieldAt(at)?.label.length).toBeGreaterThan(2);
  });

  test.each(cases)('%s %s is held to its range', (_, at, s) => {
    const { min, max } = fieldAt(at)!;
    const refused = (to: unknown) => checkSystem(applyEdits(s, [{ at, to }])).ok === false;
    expect(refused(min - 1), 'below').toBe(true);
    expect(refused(max + 1), 'above').toBe(true);
    expect(refused('12'), 'text').toBe(true);
    expect(refused(Number.NaN), 'no number').toBe(true);
    expect(refused(Number.POSITIVE_INFINITY), 'endless').toBe(true);
    expect(refused(undefined), 'missing').toBe(true);
  });

  test.each(cases)('%s %s has a range in this system that the file accepts', (_, at, s) => {
    const { min, max } = rangeOf(s, at);
    // What is not known, such as a floor's load, stands at nothing.
    const value = (readAt(s, at) ?? min) as number;
    expect(value).toBeGreaterThanOrEqual(min - 1e-12);
    expect(value).toBeLessThanOrEqual(max + 1e-12);
    const whole = fieldAt(at)!.kind === 'count';
    for (const to of [min, max]) {
      const r = checkSystem(applyEdits(s, [{ at, to: whole ? Math.round(to) : to }]));
      expect(r.ok, r.ok ? '' : r.message).toBe(true);
    }
  });
});

describe('the document as a whole', () => {
  it('loses no part without a word', () => {
    for (const key of [
      'site',
      'vessels',
      'paths',
      'controls',
      'fish',
      'measurements',
      'name',
      'id',
      'layout',
    ]) {
      const { [key as 'site']: _, ...rest } = pair;
      const r = checkSystem(rest);
      expect(r.ok, key).toBe(false);
      if (!r.ok) expect(r.message).toContain('is missing');
    }
  });

  it('refuses ids that are used twice or could reach a prototype', () => {
    const twice = { ...pair, vessels: [...pair.vessels, pair.vessels[0]] };
    expect(checkSystem(twice)).toMatchObject({
      ok: false,
      message: expect.stringContaining('twice'),
    });
    for (const id of ['__proto__', 'constructor', 'a b', '', 'x'.repeat(80)]) {
      expect(checkSystem({ ...pair, id }).ok, id).toBe(false);
    }
  });

  it('has limits on how much there may be of anything', () => {
    const many = Array.from({ length: 70 }, (_, i) => ({ ...pair.vessels[0]!, id: `v${i}` }));
    expect(checkSystem({ ...pair, vessels: many }).ok).toBe(false);
    const rows = Array.from({ length: 300 }, (_, i) => ({ start: i, on: 60 }));
    expect(checkSystem(applyEdits(tray, [{ at: 'controls.timer.rows', to: rows }])).ok).toBe(false);
  });

  it('accepts every generated system, and again after a trip through JSON', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        expect(checkSystem(s)).toMatchObject({ ok: true });
        expect(checkSystem(JSON.parse(JSON.stringify(s)))).toMatchObject({ ok: true });
      }),
    );
  });

  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(fc.anything(), (x) => {
        const r = checkSystem(x);
        return !r.ok && r.message.endsWith('.');
      }),
      { numRuns: 500 },
    );
  });
});
