import { useIntervalFn } from '@vueuse/core';
import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import {
  asKnown,
  correct,
  inOrder,
  living,
  mergeEntry,
  newEntry,
  newsOf,
  planOf,
  remove,
  restore,
  tasksOf,
  tended,
  type Entry,
  type EntryValues,
  type LogNews,
  type NotedEntry,
  type Plan,
  type Task,
  type Tended,
} from '../../core/log';
import { same, type SystemDocument } from '../../core/system';
import { hearOthers, tellOthers } from '../storage/channel';
import { midnight } from '../../core/year/demoDays';
import { store } from '../storage/db';
import { logStore } from '../storage/log';
import { seasonWorker } from '../workers/client';
import { demoLogOf } from './shelf';
import { useSystem } from './system';
import { useTrace } from './trace';
import { useWeather } from './weather';
import { hereZone } from './zone';

/** How often the clock is looked at, ms. */
const TICK = 30_000;

export { hereZone };

/** The log of the open system, kept as it is written, and what follows from it: the plan of care and tasks. */
export const useLog = defineStore('log', () => {
  const system = useSystem();
  const trace = useTrace();
  const weather = useWeather();
  /** Every entry, in order of time, those that were taken out among them. */
  const all = shallowRef<readonly Entry[]>([]);
  const loaded = ref('');
  const trouble = ref('');
  const now = ref(Date.now());
  useIntervalFn(() => (now.value = Date.now()), TICK);
  /** The entry that was noted last and that the store has confirmed, so that it can be taken back at once. */
  const noted = shallowRef<Entry | null>(null);

  /** The log of a demo that is opened for the first time, made for the day that it is; null where there is none. */
  async function demoLog(id: string): Promise<readonly Entry[] | null> {
    const file = await store.setting(demoLogOf(id));
    const document = system.document;
    if (!file.ok || typeof file.value !== 'string' || document?.id !== id) return null;
    const zone = hereZone();
    try {
      const made = await seasonWorker.ask((w) =>
        w.demoLog(file.value as string, toRaw(document), midnight(Date.now(), zone), zone),
      );
      await logStore.add(id, made);
      await store.setSetting(demoLogOf(id), undefined);
      return made;
    } catch {
      trouble.value = 'The log of this example could not be made. Open it again to try once more.';
      return null;
    }
  }
  async function load(id: string) {
    const kept = await logStore.entries(id);
    const entries = kept.ok && !kept.value.length ? await demoLog(id) : null;
    if (system.document?.id !== id) return;
    if (kept.ok) all.value = entries ?? kept.value;
    else trouble.value = kept.message;
    loaded.value = id;
    now.value = Date.now();
  }
  watch(
    () => system.document?.id,
    (id) => {
      all.value = [];
      loaded.value = '';
      trouble.value = '';
      noted.value = null;
      if (id) void load(id);
    },
    { immediate: true },
  );
  hearOthers((news) => {
    if (news.what === 'log' && news.id === system.document?.id) void load(news.id);
  });

  const entries = computed(() => living(all.value));
  /** The system with its water as it is known; the same object as long as it says the same. */
  let before: SystemDocument | null = null;
  const read = computed(() => {
    const s = system.document;
    const a = system.assessment;
    if (!s || !a || loaded.value !== s.id) return s;
    const next = asKnown({ system: s, a, day: trace.day }, entries.value, now.value, hereZone());
    if (!before || !same(before, next)) before = next;
    return before;
  });
  watch(
    read,
    (s) => {
      const doc = system.document;
      system.water =
        s && doc && s !== doc && s.id === doc.id
          ? { id: s.id, water: s.water, temperature: s.site.waterTemperature }
          : null;
    },
    { immediate: true, flush: 'sync' },
  );
  const tendedNow = computed<Tended | null>(() => {
    const doc = system.document;
    const s = read.value;
    const a = system.assessment;
    if (!doc || !s || !a || loaded.value !== s.id) return null;
    const figures = { system: s, a, day: trace.day };
    return tended(figures, entries.value, now.value, hereZone(), weather.days, doc);
  });
  /** The plan of care: what everyone reads who says what to do. */
  const plan = computed<Plan | null>(() => (tendedNow.value ? planOf(tendedNow.value) : null));
  const tasks = computed<readonly Task[]>(() => (tendedNow.value ? tasksOf(tendedNow.value) : []));
  /** Tasks that are due today or were before. */
  const due = computed(() => tasks.value.filter((t) => t.state !== 'ahead'));

  /** Puts entries in their places, those that stand there already replaced. */
  function place(fresh: readonly Entry[]) {
    const ids = new Set(fresh.map((e) => e.id));
    all.value = [...all.value.filter((e) => !ids.has(e.id)), ...fresh].sort(inOrder);
    now.value = Math.max(Date.now(), now.value);
  }
  async function confirm(answer: ReturnType<typeof logStore.add>) {
    const kept = await answer;
    if (!kept.ok) trouble.value = kept.message;
    else if (system.document) tellOthers({ what: 'log', id: system.document.id });
    return kept.ok;
  }
  /**
   * Notes something; it is kept in the moment of the press.
   *
   * @returns the entry, when it is confirmed
   */
  async function note(
    ...values: readonly (Omit<EntryValues, 'at' | 'zone'> & { at?: number })[]
  ): Promise<readonly Entry[]> {
    const doc = system.document;
    if (!doc) return [];
    const written = Date.now();
    const fresh = values.map((v) =>
      newEntry(nanoid(12), { ...v, at: v.at ?? written, zone: hereZone() }, written),
    );
    const answer = logStore.add(doc.id, fresh);
    place(fresh);
    const kept = await confirm(answer);
    if (kept && !fresh[0]?.device) noted.value = fresh[0] ?? null;
    return fresh;
  }
  async function change(e: Entry) {
    const doc = system.document;
    if (!doc) return;
    place([e]);
    await confirm(logStore.merge(doc.id, [e]));
  }
  const find = (id: string) => all.value.find((e) => e.id === id);
  /** Corrects an entry; it keeps what it was. */
  async function amend(id: string, values: Partial<EntryValues>) {
    const e = find(id);
    if (e) await change(correct(e, values, Date.now()));
  }
  async function takeOut(id: string) {
    const e = find(id);
    if (e) await change(remove(e, Date.now()));
  }
  async function putBack(id: string) {
    const e = find(id);
    if (e) await change(restore(e, Date.now()));
  }
  /** Notes entries that have the same id wherever they are noted; one that stands there is corrected, or put back. */
  async function keepAs(noted: readonly NotedEntry[]) {
    const doc = system.document;
    if (!doc || !noted.length) return;
    const written = Date.now();
    const fresh = noted.map(({ id, values }) => {
      const there = find(id);
      return there
        ? correct(there, { ...values, deleted: undefined }, written)
        : newEntry(id, values, written);
    });
    place(fresh);
    await confirm(logStore.merge(doc.id, fresh));
  }
  /** What other entries would change here. */
  const newsFrom = (theirs: readonly Entry[]): LogNews => newsOf(all.value, theirs);
  /** Takes in what {@link newsFrom} told of. */
  async function take(news: LogNews) {
    const doc = system.document;
    if (!doc || !news.write.length) return;
    const there = new Map(all.value.map((e) => [e.id, e]));
    place(news.write.map((e) => (there.has(e.id) ? mergeEntry(there.get(e.id)!, e) : e)));
    await confirm(logStore.merge(doc.id, news.write));
  }

  return {
    all,
    entries,
    read,
    loaded,
    trouble,
    now,
    noted,
    tended: tendedNow,
    plan,
    tasks,
    due,
    note,
    amend,
    takeOut,
    putBack,
    keepAs,
    newsFrom,
    take,
  };
});
