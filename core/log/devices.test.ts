import { describe, expect, it } from 'vitest';
import { tell } from '../quantity/index.ts';
import { NOW, entriesOf, tendedDemo } from '../test/tended.ts';
import { driftOf, isWorth, refusalOf, ruleWants, troubleOfChannel, type Heard } from './devices.ts';
import type { Entry } from '../entries/types.ts';

const HOUR = 3_600_000;
const heard = (
  count: number,
  value: (i: number) => number,
  at = (i: number) => NOW - (count - 1 - i) * 600_000,
): Heard[] =>
  Array.from({ length: count }, (_, i) => ({
    at: at(i),
    came: NOW - (count - 1 - i) * 600_000,
    value: value(i),
  }));

describe('a stream into the log', () => {
  it('is thinned to what changes and to one in three hours', () => {
    let last: { at: number; value: number } | null = null;
    let kept = 0;
    // A day of readings every ten seconds, 18 °C with a swing of half a degree.
    for (let t = 0; t < 86_400; t += 10) {
      const next = { at: NOW + t * 1000, value: 18 + 0.5 * Math.sin((2 * Math.PI * t) / 86_400) };
      if (isWorth('temperature', last, next)) {
        last = next;
        kept++;
      }
    }
    expect(kept).toBeGreaterThanOrEqual(8);
    expect(kept).toBeLessThan(14);
  });

  it('takes no entry from a clock that stands still', () => {
    expect(isWorth('ph', { at: NOW, value: 7 }, { at: NOW, value: 9 })).toBe(false);
  });
});

describe('a channel', () => {
  it('is well while it speaks and moves', () => {
    expect(
      troubleOfChannel(
        heard(40, (i) => 18 + (i % 3) / 10),
        NOW,
      ),
    ).toBeNull();
  });
  it('that is silent, stuck, or whose clock stands, is told', () => {
    expect(
      troubleOfChannel(
        heard(40, (i) => i),
        NOW + 700_000,
      ),
    ).toMatchObject({ kind: 'silent', since: NOW });
    expect(
      troubleOfChannel(
        heard(40, (i) => (i < 10 ? i : 18)),
        NOW,
      ),
    ).toMatchObject({ kind: 'stuck' });
    expect(
      troubleOfChannel(
        heard(
          40,
          (i) => i,
          () => NOW - HOUR,
        ),
        NOW,
      ),
    ).toMatchObject({ kind: 'clock' });
  });
  it('that strays from hand readings is told by how much', () => {
    const device = (h: number, ph: number, i: number): Entry => ({
      ...entriesOf([{ h, ph, device: 'ph' }])[0]!,
      id: `d${i}`,
    });
    const hand = (h: number, ph: number, i: number): Entry => ({
      ...entriesOf([{ h, ph }])[0]!,
      id: `h${i}`,
    });
    const log = [
      device(50.2, 7.4, 0),
      hand(50, 7.0, 0),
      device(26.2, 7.5, 1),
      hand(26, 7.1, 1),
      device(2.2, 7.4, 2),
      hand(2, 7.0, 2),
    ];
    const drift = driftOf(log, 'ph', 'ph')!;
    expect(drift.offset).toBeCloseTo(-0.4, 9);
    expect(drift.compared).toBe(3);
    expect(
      driftOf(
        [device(2.2, 7.05, 0), hand(2, 7, 0), device(26.2, 7.05, 1), hand(26, 7, 1)],
        'ph',
        'ph',
      ),
    ).toBeNull();
  });
});

describe('a plug', () => {
  it('is refused a pump that would run dry', () => {
    expect(refusalOf(tendedDemo('potting-shed-pair', []), 'lift', true)).toBeNull();
    const low = tendedDemo('potting-shed-pair', [{ about: 'tank', level: 0.2 }]);
    expect(tell(refusalOf(low, 'lift', true)!, 'metric')).toContain('200 mm');
    expect(refusalOf(low, 'lift', false)).toBeNull();
    // The first attempt’s reservoir holds less than its flood takes.
    expect(refusalOf(tendedDemo('the-first-attempt', []), 'lift', true)).not.toBeNull();
  });

  it('follows a rule of the grower’s, and never with a pump', () => {
    const heater = {
      id: 'plug',
      about: 'heater',
      rule: { reads: 'temperature' as const, when: 'below' as const, limit: 16, until: 18 },
    };
    const at = (temperature: number, h = 0.05) =>
      tendedDemo('potting-shed-pair', [{ h, temperature }]);
    expect(ruleWants(at(15), heater, false)).toBe(true);
    expect(ruleWants(at(15), heater, true)).toBeNull();
    expect(ruleWants(at(17), heater, true)).toBeNull();
    expect(ruleWants(at(19), heater, true)).toBe(false);
    // A reading of yesterday switches nothing.
    expect(ruleWants(at(15, 20), heater, false)).toBeNull();
    expect(ruleWants(at(15), { ...heater, about: 'lift' }, false)).toBeNull();
  });
});
