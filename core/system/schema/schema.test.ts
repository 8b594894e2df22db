import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { anySystem } from '../../test/systems.ts';
import {
  FIELDS,
  LAYOUTS,
  applyEdits,
  fieldAt,
  rangeOf,
  readAt,
  type SystemDocument,
} from '../index.ts';
import { bedOverTank } from '../layouts/bed-over-tank.ts';
import { trayOverReservoir } from '../layouts/tray-over-reservoir.ts';
import { checkSystem } from './index.ts';

const pair = bedOverTank.make('pair', 'Pair');
const tray = trayOverReservoir.make('tray', 'Tray');

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

  it('is one that the screen knows: every number of every layout but those that have editors of their own', () => {
    // Curves, pourings and fittings are tables, programs have the timer’s editor.
    const elsewhere = /^version$|\.fittings\.|\.points\.|\.rows\.|\.own\./;
    const unknown = new Set<string>();
    const walk = (x: unknown, at: string) => {
      if (typeof x === 'number' && !elsewhere.test(at) && !fieldAt(at)) unknown.add(at);
      if (x === null || typeof x !== 'object') return;
      for (const [key, value] of Object.entries(x)) {
        const name = Array.isArray(x) ? ((value as { id?: string } | null)?.id ?? key) : key;
        walk(value, at ? `${at}.${name}` : name);
      }
    };
    for (const l of LAYOUTS) walk(l.make('x', 'X'), '');
    expect([...unknown]).toEqual([]);
    expect(cases.length).toBeGreaterThan(60);
  });

  // What no home system has, and what some have; not read from the table that both sides share.
  test.each([
    ['site.waterTemperature', [0, 60], [4, 36]],
    ['site.humidity', [0, 1.01], [0.2, 1]],
    ['vessels.tank.count', [0, 49], [1, 8]],
    ['vessels.tank.floor', [-4, 7], [-1, 2]],
    ['vessels.bed.media.voids', [0, 1], [0.28, 0.55]],
    ['vessels.bed.media.clogging', [-0.01, 0.7], [0, 0.5]],
    ['paths.lift.bore', [0.001, 0.3], [0.008, 0.11]],
    ['paths.lift.pump.maxHead', [0, 60], [0.5, 12]],
    ['paths.lift.pump.maxFlow', [0, 0.02], [1e-5, 0.0055]],
    ['paths.lift.valve', [-0.1, 1.1], [0, 1]],
    ['paths.siphon.breakHeight', [0, 0.6], [0.005, 0.1]],
    ['paths.siphon.elbows', [-1, 30], [0, 4]],
  ] as const)('%s: no %j, but %j', (at, none, some) => {
    const ok = (to: number) => checkSystem(applyEdits(pair, [{ at, to }])).ok;
    for (const to of none) expect(ok(to), String(to)).toBe(false);
    for (const to of some) expect(ok(to), String(to)).toBe(true);
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
