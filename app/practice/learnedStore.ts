import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { Taken } from '../../core/practice/course';
import { due, type Played } from '../../core/practice/returns';
import { isLoose, listOf, type Loose } from '../../core/system';
import { hearOthers } from '../storage/channel';
import { mergeSettings, settings } from '../storage/settings';

/** What was practised and learnt on this device: kept here, and carried by the backup. */

/** What was played and each lesson stand in rows whose keys begin so. */
const PLAYED = 'practice/played/';
const LESSON = 'practice/lesson/';
const MOST = 200;
/** After so long a silent store is asked again, ms. */
const LATER = 5000;

const text = (x: unknown): x is string => typeof x === 'string' && x.length > 0 && x.length <= 64;
const number = (x: unknown): x is number => typeof x === 'number' && Number.isFinite(x) && x >= 0;
const notesOf = (x: unknown): Loose[] => listOf(x).slice(0, MOST).filter(isLoose);

function playedOf(raw: unknown): Played[] {
  return notesOf(raw).flatMap(({ scenario, systems, last, well }) =>
    text(scenario) && Array.isArray(systems) && number(last) && number(well)
      ? [{ scenario, systems: systems.filter(text).slice(-8), last, well }]
      : [],
  );
}
function takenOf(raw: unknown): Taken[] {
  return notesOf(raw).flatMap(({ lesson, pulled, guess, found, guessedAt }) =>
    text(lesson)
      ? [
          {
            lesson,
            pulled: pulled === true,
            guess: typeof guess === 'number' && Number.isFinite(guess) ? guess : null,
            found: found === true,
            ...(number(guessedAt) ? { guessedAt } : {}),
          },
        ]
      : [],
  );
}

/** One of two notes of a run: the later. */
const laterRun = (a: Played, b: Played): Played =>
  a.last > b.last || (a.last === b.last && a.well >= b.well) ? a : b;
function guessOf(a: Taken, b: Taken): Pick<Taken, 'guess' | 'guessedAt'> {
  const [ta, tb] = [a.guessedAt ?? 0, b.guessedAt ?? 0];
  const { guess, guessedAt } = ta > tb || (ta === tb && a.guess !== null) ? a : b;
  return { guess, ...(guessedAt === undefined ? {} : { guessedAt }) };
}
/** Two notes of a lesson as one: every step that was done is, and the later guess stands. */
const bothLessons = (a: Taken, b: Taken): Taken => ({
  lesson: a.lesson,
  pulled: a.pulled || b.pulled,
  found: a.found || b.found,
  ...guessOf(a, b),
});
const merged =
  <T>(read: (raw: unknown) => T[], both: (a: T, b: T) => T) =>
  (there: unknown, mine: unknown): unknown => {
    const [a, b] = [read([there])[0], read([mine])[0]];
    return a && b ? both(a, b) : (b ?? a ?? mine);
  };
mergeSettings(PLAYED, merged(playedOf, laterRun));
mergeSettings(LESSON, merged(takenOf, bothLessons));

export const useLearned = defineStore('learned', () => {
  const played = shallowRef<readonly Played[]>([]);
  const lessons = shallowRef<readonly Taken[]>([]);
  const loaded = ref(false);

  const kept = () => ({ played: played.value, lessons: lessons.value });
  /** Takes in what was kept, here, in another window or in a backup: the later run and every step that was done count. */
  function take(raw: unknown) {
    if (raw === null || typeof raw !== 'object') return;
    const { played: p, lessons: l } = raw as Record<string, unknown>;
    const runs = new Map(played.value.map((x) => [x.scenario, x]));
    for (const x of playedOf(p)) {
      const there = runs.get(x.scenario);
      runs.set(x.scenario, there ? laterRun(there, x) : x);
    }
    played.value = [...runs.values()];
    const taken = new Map(lessons.value.map((x) => [x.lesson, x]));
    for (const x of takenOf(l)) {
      const there = taken.get(x.lesson);
      taken.set(x.lesson, there ? bothLessons(there, x) : x);
    }
    lessons.value = [...taken.values()];
  }
  async function look() {
    const [runs, steps] = await Promise.all([settings.under(PLAYED), settings.under(LESSON)]);
    for (const [key, found] of [
      ['played', runs],
      ['lessons', steps],
    ] as const) {
      const rows = found.ok ? found.value : found.rest;
      if (rows) take({ [key]: [...rows.values()] });
    }
    return runs.ok && steps.ok;
  }
  const loading = (async () => {
    if (!(await look())) setTimeout(() => void look(), LATER);
    loaded.value = true;
  })();
  hearOthers((news) => {
    if (news.what === 'setting' && news.key.startsWith('practice/')) void look();
  });
  const keepRun = (p: Played) => settings.set(`${PLAYED}${p.scenario}`, p);
  const keepLesson = (x: Taken) => settings.set(`${LESSON}${x.lesson}`, x);
  async function restore(raw: unknown) {
    await loading;
    take(raw);
    await Promise.all([...played.value.map(keepRun), ...lessons.value.map(keepLesson)]);
  }
  async function ran(p: Played) {
    await loading;
    take({ played: [p] });
    await keepRun(p);
  }
  const lessonOf = (id: string): Taken =>
    lessons.value.find((x) => x.lesson === id) ?? {
      lesson: id,
      pulled: false,
      guess: null,
      found: false,
    };
  async function learn(id: string, step: Partial<Omit<Taken, 'lesson'>>) {
    await loading;
    const guessed = step.guess === undefined ? {} : { guessedAt: Date.now() };
    take({ lessons: [{ ...lessonOf(id), ...step, ...guessed }] });
    await keepLesson(lessonOf(id));
  }
  /** What was missed before and is due again. */
  const waiting = () => due(played.value, Date.now());
  /** Everything that is kept, once it is read. */
  const all = async () => {
    await loading;
    return kept();
  };

  return { played, lessons, loaded, all, restore, ran, lessonOf, learn, waiting };
});
