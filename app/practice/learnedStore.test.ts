// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { played } from '../../core/practice/returns';
import { database } from '../storage/db';
import { freshStores } from '../test/mountIt';
import { useLearned } from './learnedStore';

/** What was practised on this device, and what a backup brings. */

beforeEach(async () => {
  freshStores();
  await database.settings.clear();
});

describe('what was learnt', () => {
  it('is kept, and there again with the next visit', async () => {
    const learned = useLearned();
    await learned.learn('fill', { pulled: true });
    await learned.learn('fill', { guess: 240 });
    await learned.ran(played(undefined, 'slow-drip', 'mine', false, 1000));
    freshStores();
    const again = useLearned();
    await vi.waitFor(() => expect(again.loaded).toBe(true));
    expect(again.lessonOf('fill')).toEqual({
      lesson: 'fill',
      pulled: true,
      guess: 240,
      found: false,
      guessedAt: expect.any(Number) as number,
    });
    expect(again.waiting().map((p) => p.scenario)).toEqual(['slow-drip']);
    expect(again.lessonOf('reserve').pulled).toBe(false);
  });

  it('joins what a backup brings: the later run, and every step that was done', async () => {
    const learned = useLearned();
    await learned.learn('fill', { pulled: true });
    await learned.ran(played(undefined, 'heat', 'mine', true, 5000));
    await learned.ran(played(undefined, 'leaky', 'mine', true, 100));
    await learned.restore({
      played: [
        { scenario: 'heat', systems: ['other'], last: 10, well: 0 },
        { scenario: 'leaky', systems: ['other'], last: 900, well: 0 },
      ],
      lessons: [
        { lesson: 'fill', pulled: false, guess: 7, found: true },
        { lesson: 'timer', pulled: true, guess: null, found: false },
      ],
    });
    expect(learned.lessonOf('fill')).toMatchObject({ pulled: true, guess: 7, found: true });
    expect(learned.lessonOf('timer').pulled).toBe(true);
    const of = (id: string) => learned.played.find((p) => p.scenario === id)!;
    expect(of('heat').last).toBe(5000);
    expect(of('leaky')).toMatchObject({ last: 900, well: 0, systems: ['other'] });
    expect(await learned.all()).toEqual({ played: learned.played, lessons: learned.lessons });
  });

  it('takes nothing from what is no such thing', async () => {
    const learned = useLearned();
    for (const bad of [
      null,
      7,
      'x',
      { played: 'x', lessons: 3 },
      { played: [null, { scenario: 3 }, { scenario: 'a', systems: 'b', last: 1, well: 1 }] },
      { lessons: [{ lesson: '' }, { lesson: 'x'.repeat(90) }, 4] },
    ])
      await learned.restore(bad);
    expect(learned.played).toEqual([]);
    expect(learned.lessons).toEqual([]);
  });
});
