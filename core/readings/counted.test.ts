import { describe, expect, it } from 'vitest';
import { planOf, tasksOf, type Entry } from '../log/index.ts';
import { newEntry } from '../entries/entries.ts';
import { NOW, demoDocument, entriesOf, tendedDemo, tendedOf } from '../test/tended.ts';
import { counted, isPast } from './counted.ts';
import { latestReadings } from './tended.ts';

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
    expect(planOf(t).steps).toEqual(planOf(without).steps);
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
