import { describe, expect, it } from 'vitest';
import { tell } from '../quantity/index.ts';
import { NOW, entriesOf, tendedDemo } from '../test/tended.ts';
import { NOT_WATER, OTHER_LOAD, type ChannelUse, type PlugUse } from '../system/index.ts';
import {
  driftOf,
  isLogged,
  isWorth,
  refusalOf,
  channelRule,
  channelProblem,
  type Heard,
} from './devices.ts';
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

const USE: ChannelUse = { id: 'ph', reads: 'ph', about: 'tank', offset: 0, corrected: null };

describe('a channel', () => {
  it('is logged once the grower said which water it reads: the air is none', () => {
    for (const about of ['', NOT_WATER]) expect(isLogged({ about })).toBe(false);
    expect(isLogged({ about: 'tank' })).toBe(true);
  });
  it('whose values are refused, or whose clock is off, is told', () => {
    const last = { at: NOW, came: NOW, value: -5 };
    expect(channelProblem([{ ...last, refused: ['No pH.'] }], NOW)).toEqual({
      kind: 'refused',
      why: ['No pH.'],
    });
    expect(channelProblem([{ ...last, off: -7_200_000 }], NOW)).toEqual({
      kind: 'clock-off',
      off: -7_200_000,
    });
  });
  it('is well while it speaks and moves', () => {
    expect(
      channelProblem(
        heard(40, (i) => 18 + (i % 3) / 10),
        NOW,
      ),
    ).toBeNull();
  });
  it('that is silent, stuck, or whose clock stands, is told', () => {
    expect(
      channelProblem(
        heard(40, (i) => i),
        NOW + 700_000,
      ),
    ).toMatchObject({ kind: 'silent', since: NOW });
    expect(
      channelProblem(
        heard(40, (i) => (i < 10 ? i : 18)),
        NOW,
      ),
    ).toMatchObject({ kind: 'stuck' });
    expect(
      channelProblem(
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
    const drift = driftOf(log, USE)!;
    expect(drift.offset).toBeCloseTo(-0.4, 9);
    expect(drift.compared).toBe(3);
    expect(
      driftOf([device(2.2, 7.05, 0), hand(2, 7, 0), device(26.2, 7.05, 1), hand(26, 7, 1)], USE),
    ).toBeNull();
    // What was read before it was corrected says nothing of it any more, and what was read elsewhere never did.
    expect(driftOf(log, { ...USE, corrected: NOW - HOUR })).toBeNull();
    const elsewhere = log.map((e) => (e.device ? e : { ...e, about: 'sump' }));
    expect(driftOf(elsewhere, USE)).toBeNull();
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

  it('is refused by the level that was just heard, whatever the log says', () => {
    const t = tendedDemo('potting-shed-pair', [{ about: 'tank', level: 0.5 }]);
    const heard =
      (value: number, at = NOW) =>
      () => ({ at, value });
    expect(refusalOf(t, 'lift', true, heard(0.5))).toBeNull();
    expect(tell(refusalOf(t, 'lift', true, heard(0.05))!, 'metric')).toContain('50 mm');
    // An older word of a probe does not overrule a later reading.
    expect(refusalOf(t, 'lift', true, heard(0.05, NOW - 5 * HOUR))).toBeNull();
  });

  it('of which is not known what hangs on it is taken for a pump until it is told', () => {
    const low = tendedDemo('potting-shed-pair', [{ about: 'tank', level: 0.05 }]);
    const why = tell(refusalOf(low, '', true)!, 'metric');
    expect(why).toContain('50 mm');
    expect(why).toContain(
      'You have not said which device is on this plug, so Mizuna treats it as a pump.',
    );
    expect(refusalOf(low, '', false)).toBeNull();
    expect(refusalOf(low, OTHER_LOAD, true)).toBeNull();
    expect(refusalOf(tendedDemo('potting-shed-pair', []), '', true)).toBeNull();
  });

  describe('with a rule', () => {
    const WATER: ChannelUse = { ...USE, id: 'water', reads: 'temperature' };
    const AIR: ChannelUse = { ...WATER, id: 'air' };
    const t = tendedDemo('potting-shed-pair', [], [{ at: 'care.channels', to: [WATER, AIR] }]);
    const heater = t.system.devices.find((d) => d.kind !== 'lamp')!;
    const plug: PlugUse = {
      id: 'plug',
      about: heater.id,
      rule: { channel: 'water', when: 'below', limit: 16, until: 18, quiet: 'off' },
    };
    const says = (value: number, ago = 60_000): Heard => ({
      ...{ at: NOW - ago, came: NOW - ago, value },
    });
    const at = (on: boolean, heard: Heard | null, p = plug, since = NOW - HOUR) =>
      channelRule(t, p, on, heard, NOW, since);

    it.each([
      [15, false, true],
      [15, true, null],
      [17, true, null],
      [17, false, null],
      [19, true, false],
      [19, false, null],
      // At the limits it is left as it is.
      [16, false, null],
      [18, true, null],
    ])('at %d °C and on %s it wants %s', (value, on, wants) =>
      expect(at(on, says(value))).toMatchObject({ state: 'working', wants }),
    );
    it('above works the other way round', () => {
      const fan: PlugUse = {
        ...plug,
        about: OTHER_LOAD,
        rule: { channel: 'air', when: 'above', limit: 28, until: 25, quiet: 'on' },
      };
      expect(at(false, says(29), fan).wants).toBe(true);
      expect(at(true, says(26), fan).wants).toBeNull();
      expect(at(true, says(24), fan).wants).toBe(false);
      // In silence it goes into the state that the grower chose.
      expect(at(false, says(20, HOUR), fan)).toMatchObject({ state: 'quiet', wants: true });
    });
    it('goes into its safe state when its probe says nothing, and says since when', () => {
      const old = says(10, HOUR);
      expect(at(true, old)).toEqual({ state: 'quiet', wants: false, heard: NOW - HOUR });
      expect(at(false, old)).toMatchObject({ state: 'quiet', wants: null });
      const stay = { ...plug, rule: { ...plug.rule!, quiet: 'stay' as const } };
      expect(at(true, old, stay)).toMatchObject({ state: 'quiet', wants: null });
      // Just after it began to listen it waits for the first word.
      expect(at(true, null, plug, NOW - 60_000)).toEqual({
        state: 'waiting',
        wants: null,
        heard: null,
      });
      expect(at(true, null)).toMatchObject({ state: 'quiet', wants: false });
    });
    it('switches nothing before its probe is named, on a pump, or on what is not known', () => {
      const unbound = { ...plug, rule: { ...plug.rule!, channel: '' } };
      expect(at(false, says(5), unbound)).toMatchObject({ state: 'unbound', wants: null });
      const gone = { ...plug, rule: { ...plug.rule!, channel: 'sold' } };
      expect(at(false, says(5), gone)).toMatchObject({ state: 'unbound', wants: null });
      for (const about of ['lift', ''])
        expect(at(false, says(5), { ...plug, about })).toMatchObject({
          state: 'by-hand',
          wants: null,
        });
      expect(at(false, says(5), { ...plug, rule: null })).toMatchObject({ state: 'by-hand' });
    });
  });
});
