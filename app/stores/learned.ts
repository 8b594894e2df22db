import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { Taken } from '../../core/practice/course';
import { due, type Played } from '../../core/practice/returns';
import { store } from '../storage/db';

/** What was practised and learnt on this device: kept here, and carried by the backup. */

const KEY = 'practice';
const MOST = 200;

const text = (x: unknown): x is string => typeof x === 'string' && x.length > 0 && x.length <= 64;
const number = (x: unknown): x is number => typeof x === 'number' && Number.isFinite(x) && x >= 0;
const listOf = (x: unknown): Record<string, unknown>[] =>
  Array.isArray(x)
    ? x
        .slice(0, MOST)
        .filter((y): y is Record<string, unknown> => y !== null && typeof y === 'object')
    : [];

function playedOf(raw: unknown): Played[] {
  return listOf(raw).flatMap(({ scenario, systems, last, well }) =>
    text(scenario) && Array.isArray(systems) && number(last) && number(well)
      ? [{ scenario, systems: systems.filter(text).slice(-8), last, well }]
      : [],
  );
}
function takenOf(raw: unknown): Taken[] {
  return listOf(raw).flatMap(({ lesson, pulled, guess, found }) =>
    text(lesson)
      ? [
          {
            lesson,
            pulled: pulled === true,
            guess: typeof guess === 'number' && Number.isFinite(guess) ? guess : null,
            found: found === true,
          },
        ]
      : [],
  );
}

export const useLearned = defineStore('learned', () => {
  const played = shallowRef<readonly Played[]>([]);
  const lessons = shallowRef<readonly Taken[]>([]);
  const loaded = ref(false);

  const kept = () => ({ played: played.value, lessons: lessons.value });
  const save = () => store.setSetting(KEY, kept());
  /** Takes in what was kept, here or in a backup: the later run and every step that was done count. */
  function take(raw: unknown) {
    if (raw === null || typeof raw !== 'object') return;
    const { played: p, lessons: l } = raw as Record<string, unknown>;
    const runs = new Map(played.value.map((x) => [x.scenario, x]));
    for (const x of playedOf(p)) {
      const there = runs.get(x.scenario);
      if (!there || there.last < x.last) runs.set(x.scenario, x);
    }
    played.value = [...runs.values()];
    const taken = new Map(lessons.value.map((x) => [x.lesson, x]));
    for (const x of takenOf(l)) {
      const there = taken.get(x.lesson);
      taken.set(x.lesson, {
        lesson: x.lesson,
        pulled: x.pulled || (there?.pulled ?? false),
        guess: there?.guess ?? x.guess,
        found: x.found || (there?.found ?? false),
      });
    }
    lessons.value = [...taken.values()];
  }
  const loading = (async () => {
    const there = await store.setting(KEY);
    if (there.ok) take(there.value);
    loaded.value = true;
  })();
  async function restore(raw: unknown) {
    await loading;
    take(raw);
    await save();
  }
  async function ran(p: Played) {
    await loading;
    played.value = [...played.value.filter((x) => x.scenario !== p.scenario), p];
    await save();
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
    const now = { ...lessonOf(id), ...step };
    lessons.value = [...lessons.value.filter((x) => x.lesson !== id), now];
    await save();
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
