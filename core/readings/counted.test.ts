import { describe, expect, it } from 'vitest';
import { carePlan, tasksOf, type Entry } from '../log/index.ts';
import { correct, living, newEntry, ordered, remove } from '../entries/entries.ts';
import { NOW, demoDocument, entriesOf, tendedDemo, tendedOf } from '../test/tended.ts';
import { counted, isPast } from './counted.ts';
import { entriesOfKind, latestOn, latestReadings } from './tended.ts';

const DAY = 86_400_000;
const reading = (id: string, at: number, ph: number): Entry =>
  newEntry(id, { kind: 'reading', at, zone: 'UTC', ph }, at);

describe('a clock that is wrong', () => {
  const sound = [reading('a', NOW - DAY, 7), reading('b', NOW - 1000, 6.8)];
  const odd = [
    ['a day ahead', NOW + DAY],
    ['in 2038', Date.UTC(2038, 0, 19)],
    ['in 9999', Date.UTC(9999, 0, 1)],
    ['in the year 26', Date.parse('0026-02-05')],
    ['where clocks begin', 0],
  ] as const;
  it.each(odd)('leaves an entry %s aside, kept and asked about', (_, at) => {
    const wrong = reading('wrong', at, 5.2);
    const log = [...sound, wrong];
    expect(isPast(at, NOW)).toBe(false);
    const found = counted(log, NOW);
    expect(found.entries).toEqual(sound);
    expect(found.undated).toEqual([wrong]);
    expect(latestReadings(found.entries).ph).toMatchObject({ value: 6.8, at: NOW - 1000 });
  });

  it('changes nothing that is said of the water but the question after the clock', () => {
    const values = [{ h: 5, ph: 7, tan: [0, 0] as const, temperature: 20 }];
    const without = tendedDemo('potting-shed-pair', values);
    const log = [...entriesOf(values), ...odd.map(([, at], i) => reading(`odd-${i}`, at, 5.2))];
    const t = tendedOf(demoDocument('potting-shed-pair'), log);
    expect(t.known).toEqual(without.known);
    expect(carePlan(t).steps).toEqual(carePlan(without).steps);
    expect(tasksOf(t)).toEqual(tasksOf(without));
    expect(t.undated).toBe(odd.length);
    expect(t.doubts.filter((d) => d.quantity === 'clock')).toHaveLength(1);
  });

  it('counts what a clock of minutes ahead noted', () => {
    const soon = reading('soon', NOW + 5 * 60_000, 7.2);
    expect(counted([...sound, soon], NOW).entries).toContain(soon);
  });

  it('gives the same list as long as the same entries count', () => {
    const log = [...sound, reading('later', NOW + DAY, 7.1)];
    const first = counted(log, NOW);
    expect(counted(log, NOW + 1000)).toBe(first);
    const next = counted(log, NOW + DAY);
    expect(next.entries).toHaveLength(3);
    expect(counted(sound, NOW).entries).toBe(counted(sound, NOW + DAY).entries);
  });
});

describe('a log that grows', () => {
  it('tells, carried on with each entry, what it tells when it is gone through anew', () => {
    const kinds = ['reading', 'feed', 'look', 'dose'] as const;
    const odd = (x: number, n: number) => Math.floor(Math.abs(Math.sin(x) * 1e4)) % n;
    const all = (entries: readonly Entry[]) => ({
      entries,
      readings: latestReadings(entries),
      parts: ['tank', 'bed', 'none'].map((part) => latestOn(entries, part)),
      kinds: kinds.map((kind) => entriesOfKind(entries, kind)),
    });
    const logs: { log: readonly Entry[]; told: ReturnType<typeof all> }[] = [];
    let log: readonly Entry[] = [];
    for (let i = 0; i < 120; i++) {
      const at = NOW - (200 - i) * 3_600_000 - (odd(i, 7) === 0 ? DAY : 0);
      const values = {
        kind: kinds[odd(i, 4)]!,
        zone: 'UTC',
        at,
        about: odd(i, 3) ? 'tank' : 'bed',
      };
      const e = newEntry(
        `e${i}`,
        { ...values, ...(odd(i, 2) ? { ph: 6 + odd(i, 20) / 10 } : {}) },
        at,
      );
      log = [...log, odd(i, 11) === 0 ? remove(e, at + 1) : e];
      // Now and then an entry that stands there is corrected.
      if (odd(i, 13) === 0)
        log = log.map((x, k) => (k === odd(i, log.length) ? correct(x, { ph: 5 }, NOW) : x));
      logs.push({ log, told: all(counted(log, NOW).entries) });
    }
    // Other entries that say the same: nothing is carried on to them.
    for (const { log, told } of logs)
      expect(told).toEqual(all(ordered(living(log.map((e) => ({ ...e }))))));
  });
});
