import { useIntervalFn } from '@vueuse/core';
import { nanoid } from 'nanoid';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import {
  asKnown,
  correct,
  counted,
  byTime,
  mergeEntry,
  mergeLogs,
  fishEdits,
  newEntry,
  notedValues,
  newsOf,
  carePlan,
  remove,
  restore,
  tasksOf,
  tended,
  type Entry,
  type EntryValues,
  type LogNews,
  type NotedEntry,
  type CarePlan,
  type Task,
  type Tended,
} from '../../core/log';
import {
  LONGEST_HISTORY,
  same,
  takeBack,
  type Edit,
  type EntryChange,
  type HistoryStep,
  type SystemDocument,
} from '../../core/system';
import { hearOthers, tellOthers } from '../storage/channel';
import { midnight } from '../../core/year/demoDays';
import { settings } from '../storage/settings';
import { logStore } from '../storage/log';
import { seasonWorker } from '../workers/client';
import { demoLogOf } from '../shelf/store';
import { useSystem } from './system';
import { useTrace } from './trace';
import { useWeather } from '../stages/rounds/weatherStore';
import { hereZone } from './zone';

/** After so long a silent store is asked again, ms. */
const LATER = 5000;
/** So many entries of a long log are shown before all of it is read. */
const FIRST_SHOWN = 2000;
/** Of more entries than this other windows read the whole log. */
const MOST_TOLD = 200;
/** The same noted again within this is a press that was made twice, ms. */
const ONE_PRESS = 700;
/** How often the clock is looked at, ms. */
const TICK = 30_000;

export { hereZone };

/** What is noted: now and here, where nothing else is said. */
type NewValues = Omit<EntryValues, 'at' | 'zone'> & { at?: number };

/** A step of the design with which an entry came, and one with which it went. */
const came = (id: string): EntryChange => ({
  id,
  undo: { deleted: true },
  redo: { deleted: null },
});
const went = (id: string): EntryChange => ({
  id,
  undo: { deleted: null },
  redo: { deleted: true },
});

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
  /** What a hand noted last. */
  let pressed: { readonly id: string; readonly values: NewValues; readonly at: number } | null =
    null;

  /** Rows of the log that are damaged where the browser keeps them, as they lie there. */
  const damaged = shallowRef<readonly unknown[]>([]);
  /** Entries that this window wrote since the log was opened: they stand whatever a reading of the store began with. */
  let mine = new Map<string, Entry>();

  /** The log of a demo that is opened for the first time, made for the day that it is; null where there is none. */
  async function demoLog(id: string): Promise<readonly Entry[] | null> {
    const file = await settings.get(demoLogOf(id));
    const document = system.document;
    if (!file.ok || typeof file.value !== 'string' || document?.id !== id) return null;
    const zone = hereZone();
    try {
      const made = await seasonWorker.ask((w) =>
        w.demoLog(file.value as string, toRaw(document), midnight(Date.now(), zone), zone),
      );
      await logStore.merge(id, made);
      await settings.set(demoLogOf(id), null);
      return made;
    } catch {
      trouble.value = 'The log of this example could not be made. Open it again to try once more.';
      return null;
    }
  }
  /** Entries of the store with what this window wrote over them, in order of time. */
  const over = (entries: readonly Entry[]): readonly Entry[] =>
    mine.size ? mergeLogs(entries, [...mine.values()]) : entries;
  let later: ReturnType<typeof setTimeout> | undefined;
  async function load(id: string) {
    // Of a long log the newest is shown at once; advice waits for all of it.
    if (loaded.value !== id) {
      const newest = await logStore.newest(id, FIRST_SHOWN);
      if (system.document?.id !== id) return;
      if (newest.ok && newest.value.length === FIRST_SHOWN) {
        all.value = over(newest.value);
        partial.value = true;
        loaded.value = id;
      }
    }
    const kept = await logStore.log(id);
    if (system.document?.id !== id) return;
    const there = kept.ok ? kept.value : kept.rest;
    const made = kept.ok && !kept.value.entries.length ? await demoLog(id) : null;
    if (system.document?.id !== id) return;
    all.value = over(made ?? there?.entries ?? []);
    damaged.value = there?.damaged ?? [];
    now.value = Date.now();
    loaded.value = id;
    // A silent store is no empty log: it is asked again.
    clearTimeout(later);
    partial.value = !kept.ok;
    if (kept.ok) return;
    trouble.value = kept.message;
    later = setTimeout(() => void load(id), LATER);
  }
  /** The store has not told the whole log yet. */
  const partial = ref(false);
  watch(
    () => system.document?.id,
    (id) => {
      all.value = [];
      damaged.value = [];
      mine = new Map();
      loaded.value = '';
      trouble.value = '';
      partial.value = false;
      noted.value = null;
      pressed = null;
      clearTimeout(later);
      if (!id) return;
      logStore.openHere(id, () => (loaded.value === id ? all.value : [...mine.values()]));
      void load(id);
    },
    { immediate: true },
  );
  hearOthers((news) => {
    if (news.what !== 'log' || news.id !== system.document?.id) return;
    if (news.entries && loaded.value === news.id) void takeIn(news.id, news.entries);
    else void load(news.id);
  });
  /** Takes over some entries that another window wrote. */
  async function takeIn(id: string, ids: readonly string[]) {
    const kept = await logStore.some(id, ids);
    if (system.document?.id !== id) return;
    if (!kept.ok || kept.value.length < ids.length) void load(id);
    else place(kept.value, false);
  }

  const count = computed(() => counted(all.value, now.value));
  /** Entries that count, in order of time. */
  const entries = computed(() => count.value.entries);
  /** Entries whose date cannot be: they count nowhere, and are asked about. */
  const undated = computed(() => count.value.undated);
  /** The system with its water as it is known; the same object as long as it says the same. */
  let before: SystemDocument | null = null;
  const read = computed(() => {
    const s = system.document;
    const a = system.assessment;
    if (!s || !a || loaded.value !== s.id) return s;
    const next = asKnown({ system: s, a, day: trace.day }, all.value, now.value, hereZone());
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
    return tended(figures, all.value, now.value, hereZone(), weather.days, doc);
  });
  /** The plan of care: what everyone reads who says what to do. */
  const plan = computed<CarePlan | null>(() =>
    tendedNow.value && !partial.value ? carePlan(tendedNow.value) : null,
  );
  const tasks = computed<readonly Task[]>(() =>
    tendedNow.value && !partial.value ? tasksOf(tendedNow.value) : [],
  );
  /** Tasks that are due today or were before. */
  const due = computed(() => tasks.value.filter((t) => t.state !== 'ahead'));

  /**
   * Puts entries in their places; one that stands there already is merged.
   *
   * @param own this window wrote them
   */
  function place(fresh: readonly Entry[], own = true) {
    const there = new Map(fresh.map((e) => [e.id, e]));
    const rest: Entry[] = [];
    for (const e of all.value) {
      const next = there.get(e.id);
      if (!next) rest.push(e);
      else if (next !== e) there.set(e.id, mergeEntry(e, next));
    }
    if (own) for (const e of there.values()) mine.set(e.id, e);
    const next = [...rest, ...there.values()];
    const last = rest.at(-1);
    // What is noted now comes last of all; a log of years is not sorted for it.
    const after = !last || fresh.every((e) => byTime(last, e) < 0);
    all.value = after && fresh.length === 1 ? next : next.sort(byTime);
    now.value = Date.now();
  }
  async function confirm(answer: ReturnType<typeof logStore.add>, written: readonly Entry[]) {
    const id = system.document?.id;
    const kept = await answer;
    if (!kept.ok) trouble.value = kept.message;
    else if (id)
      tellOthers({
        what: 'log',
        id,
        ...(written.length <= MOST_TOLD ? { entries: written.map((e) => e.id) } : {}),
      });
    return kept.ok;
  }
  /** The entry of the same press, where a hand pressed twice. */
  function pressedBefore(values: NewValues): Entry | null {
    if (!pressed || Date.now() - pressed.at > ONE_PRESS || !same(pressed.values, values))
      return null;
    const e = find(pressed.id);
    return e && !e.deleted && !e.changes ? e : null;
  }
  /** New entries in their places and on their way to the store, all in this very event; and when they are confirmed. */
  function put(doc: SystemDocument, values: readonly NewValues[]) {
    const written = Date.now();
    const fresh = values.map((v) =>
      newEntry(nanoid(12), { ...v, at: v.at ?? written, zone: hereZone() }, written),
    );
    const answer = logStore.add(doc.id, fresh);
    place(fresh);
    const [first] = fresh;
    const byHand = first && !first.device ? first : null;
    if (byHand) pressed = { id: byHand.id, values: values[0]!, at: written };
    const confirmed = confirm(answer, fresh).then((kept) => {
      if (kept && byHand) noted.value = byHand;
    });
    return { fresh, confirmed };
  }
  /**
   * Notes something; it is kept in the moment of the press. The same again within a moment is the same press.
   *
   * @returns the entry, when it is confirmed
   */
  async function note(...values: readonly NewValues[]): Promise<readonly Entry[]> {
    const doc = system.document;
    if (!doc) return [];
    const twice = values.length === 1 ? pressedBefore(values[0]!) : null;
    if (twice) return [twice];
    const { fresh, confirmed } = put(doc, values);
    await confirmed;
    return fresh;
  }
  /** Notes something that changes the design as well: the two go and come together. */
  async function noteWith(edits: readonly Edit[], label: string, values: NewValues) {
    const doc = system.document;
    if (!doc) return [];
    const twice = pressedBefore(values);
    if (twice) return [twice];
    const { fresh, confirmed } = put(doc, [values]);
    if (edits.length) {
      system.commit(edits, label);
      system.attach(fresh.map((e) => came(e.id)));
    }
    await confirmed;
    return fresh;
  }
  async function change(e: Entry) {
    const doc = system.document;
    if (!doc) return;
    place([e]);
    await confirm(logStore.merge(doc.id, [e]), [e]);
  }
  const find = (id: string) => all.value.findLast((e) => e.id === id);
  /** Steps of the design that an entry was written with, the first first. */
  const stepsWith = (id: string) => system.past.filter((x) => x.noted?.some((n) => n.id === id));
  /** What a correction of an entry changes in the design that was changed with it. */
  function editsWith(before: Entry, after: Entry): readonly Edit[] {
    const doc = system.document;
    const steps = stepsWith(before.id);
    // A history is so long; what was noted before it is told by the entry itself.
    if (!doc || (!steps.length && system.past.length < LONGEST_HISTORY)) return [];
    const ofFish = fishEdits(doc, before, after);
    if (!before.deleted === !after.deleted) return ofFish;
    const redoOf = (x: HistoryStep) => x.noted!.find((n) => n.id === before.id)!.redo;
    const step = steps.findLast((x) => 'deleted' in redoOf(x));
    if (!step) return ofFish;
    const back = takeBack(doc, step, redoOf(step).deleted === (after.deleted ?? null));
    // Once its number was corrected, the entry tells how many, and not the step.
    if (steps.at(-1) === step) return back;
    return [...ofFish, ...back.filter((e) => !ofFish.some((f) => f.at === e.at))];
  }
  const valuesOf = (e: Entry, fields: readonly string[]): Record<string, unknown> =>
    Object.fromEntries(fields.map((f) => [f, e[f as keyof Entry] ?? null]));
  /** Writes a corrected entry, and changes the design with it where it was noted with a change of it. */
  async function rewrite(before: Entry, after: Entry, label: string) {
    if (after === before) return;
    const edits = editsWith(before, after);
    if (edits.length) {
      const fields = ['deleted', 'count', 'mass'].filter(
        (f) => before[f as keyof Entry] !== after[f as keyof Entry],
      );
      system.commit(edits, label);
      system.attach([
        { id: before.id, undo: valuesOf(before, fields), redo: valuesOf(after, fields) },
      ]);
    }
    await change(after);
  }
  // What is undone in the design is taken back in the log as well.
  system.onWalked((step, undone) => {
    for (const n of step.noted ?? []) {
      const e = find(n.id);
      if (e) void change(correct(e, notedValues(undone ? n.undo : n.redo), Date.now()));
    }
  });
  /** Corrects an entry; it keeps what it was. */
  async function amend(id: string, values: Partial<EntryValues>) {
    const e = find(id);
    if (e) await rewrite(e, correct(e, values, Date.now()), 'Entry corrected');
  }
  async function takeOut(id: string) {
    const e = find(id);
    if (e) await rewrite(e, remove(e, Date.now()), 'Entry removed');
  }
  async function putBack(id: string) {
    const e = find(id);
    if (e) await rewrite(e, restore(e, Date.now()), 'Entry restored');
  }
  /** Notes entries that have the same id wherever they are noted; one that stands there is corrected, or put back. */
  async function keepAs(noted: readonly NotedEntry[]) {
    const doc = system.document;
    if (!doc || !noted.length) return;
    const written = Date.now();
    const fresh: Entry[] = [];
    const corrected: Entry[] = [];
    const brought: string[] = [];
    for (const { id, values } of noted) {
      const there = find(id);
      if (there) corrected.push(correct(there, { ...values, deleted: undefined }, written));
      else fresh.push(newEntry(id, values, written));
      if (!there || there.deleted) brought.push(id);
    }
    // New ones leave in this very event. The step of the design that was just made brought them: they go and come with it.
    const answers = [
      ...(fresh.length ? [logStore.add(doc.id, fresh)] : []),
      ...(corrected.length ? [logStore.merge(doc.id, corrected)] : []),
    ];
    system.attach(brought.map(came));
    place([...fresh, ...corrected]);
    for (const answer of answers) await confirm(answer, [...fresh, ...corrected]);
  }
  /** Takes out entries with the step of the design that was just made: they come again with its undoing. */
  function dropAs(ids: readonly string[]) {
    const there = ids.flatMap((id) => {
      const e = find(id);
      return e && !e.deleted ? [e] : [];
    });
    system.attach(there.map((e) => went(e.id)));
    for (const e of there) void change(remove(e, Date.now()));
  }
  /** What other entries would change here. */
  const newsFrom = (theirs: readonly Entry[]): LogNews => newsOf(all.value, theirs);
  /** Takes in what {@link newsFrom} told of. */
  async function take(news: LogNews) {
    const doc = system.document;
    if (!doc || !news.write.length) return;
    place(news.write);
    await confirm(logStore.merge(doc.id, news.write), news.write);
  }

  return {
    all,
    entries,
    undated,
    damaged,
    partial,
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
    noteWith,
    amend,
    takeOut,
    putBack,
    keepAs,
    dropAs,
    newsFrom,
    take,
  };
});
