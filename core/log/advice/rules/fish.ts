import { concentration, feed, mass, say } from '../../../quantity/index.ts';
import type { ReadingId } from '../../../system/index.ts';
import { listedFields } from '../../../entries/fields.ts';
import { ageOf, isDated, recent, tankOf } from '../../../readings/tended.ts';
import { readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

const DAY = 86400;
/** What is read when fish die. */
const TESTS: readonly ReadingId[] = ['oxygen', 'tan', 'nitrite', 'ph', 'temperature'];

/** Fish that died in the last three days. */
export const deaths = defineAdvice({
  id: 'deaths',
  advise: (t): Advised[] => {
    const dead = recent(t, 3 * DAY, (e) => e.kind === 'fish-dead');
    const count = dead.reduce((sum, e) => sum + (e.count ?? 1), 0);
    if (!count || !t.hasFish) return [];
    const left = t.life.groups.reduce((sum, g) => sum + g.count, 0);
    const grave = count >= 3 || count / Math.max(1, left + count) > 0.05;
    const since = dead.at(-1)!.at;
    const missing = TESTS.filter((id) => {
      const l = t.latest[id];
      return !isDated(l) || l.at < since - DAY * 1000;
    });
    const read = missing.length ? missing : TESTS;
    return [
      {
        kind: 'read',
        amount: null,
        measure: null,
        about: tankOf(t),
        urgency: grave ? 'now' : 'today',
        say: missing.length
          ? say`Take the dead out and test the water: ${listedFields(missing)}.`
          : say`Take the dead out and test again in 12 h: what was read says nothing of the cause.`,
        also: [
          say`No feed today. Look the living over for marks, torn fins, fast gills.`,
          say`Where the water is in order and more die, ask a vet for fish: treat nothing by guess, medicine harms bacteria and is not for fish that are eaten.`,
        ],
        wait: 12 * 3600,
        retest: read,
        because: say`${String(count)} died within three days, of ${String(left + count)}.`,
        rests: [
          say`deaths noted in the log`,
          ...TESTS.filter((id) => ageOf(t, t.latest[id]) !== null).map((id) => readWords(t, id)),
        ],
        unless: say`A death by age or by jumping: look at the lid.`,
        source: 'Common practice of fish keepers.',
      },
    ];
  },
});

/** Feed of the last days against what the fish and the bacteria can do with. */
export const feeding = defineAdvice({
  id: 'feeding',
  advise: (t): Advised[] => {
    if (!t.hasFish || !(t.life.feed > 0)) return [];
    const [left] = recent(t, 2 * DAY, (e) => e.seen?.includes('feed-left') ?? false);
    const fed = recent(t, 3 * DAY, (e) => e.kind === 'feed');
    const grams = fed.reduce((sum, e) => sum + (e.mass ?? 0) * 1000, 0) / 3;
    const days = new Set(fed.map((e) => Math.floor((t.now - e.at) / (DAY * 1000)))).size;
    const much = days >= 2 && grams > 1.5 * t.life.feed;
    if (!left && !much) return [];
    const to = left ? t.life.feed / 2000 : t.life.feed / 1000;
    return [
      {
        kind: 'feed',
        amount: to,
        measure: 'feed',
        about: tankOf(t),
        urgency: 'today',
        say: say`Feed ${feed(to)}, as much as goes in five minutes, and take out what is left.`,
        also: [],
        wait: 2 * DAY,
        retest: ['tan'],
        because: left
          ? say`Feed was left over: it rots into ammonia and uses oxygen. Fish that do not eat are cold, ill, frightened or full.`
          : say`${mass((grams * 3) / 1000)} went in within three days; at this size and warmth they can use ${feed(t.life.feed / 1000)}.`,
        rests: [say`feed noted in the log`, readWords(t, 'temperature')],
        unless: say`All is eaten within five minutes and ammonia stays under ${concentration(0.25)}.`,
        source: 'Feed by mass and warmth; common practice.',
      },
    ];
  },
});
