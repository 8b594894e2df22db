import { say } from '../../quantity/index.ts';
import { carePlan } from '../../care/index.ts';
import type { OwnTask } from '../../system/index.ts';
import { listedFields } from '../../entries/fields.ts';
import { MEMORY } from '../../limits/index.ts';
import { entriesOfKind, newest, type Tended } from '../../readings/index.ts';
import { addDays, localDay, momentOf, type LocalDay } from '../../calendar/time.ts';
import type { Entry, Moment } from '../../entries/types.ts';
import { daysOf, nextAfter, type Every } from './recurrence.ts';
import { rulesOf, startDay, today } from './rules.ts';
import type { Schedule, Task, TaskRule } from './types.ts';

export * from './types.ts';
export { daysOf, nextAfter, ruleText, type Every } from './recurrence.ts';
export { TASKS } from './rules.ts';

/** Tasks are for this minute of the day. */
export const DUE_MINUTE = 8 * 60;
/** A date that is missed stays on the list for so many days. */
const KEPT = 30;

const RETEST = 'retest/';
/** A test takes so long. */
const RETEST_MINUTES = 3;

/** What the log says of a task: when it was last done or passed over, and what it is put off to. */
interface Record {
  readonly last: Moment | null;
  readonly later: Moment | null;
}

/** Records of all tasks; what was not done for long counts as never done. */
function recordsOf(t: Tended, rules: readonly TaskRule[]): Map<string, Record> {
  const oldest = t.now - MEMORY.forgotten * 1000;
  const ticks = new Map<string, { last: Moment | null; putOff: Entry | null }>();
  const ticked = entriesOfKind(t.entries, 'task');
  for (let i = ticked.length - 1; i >= 0 && ticked[i]!.at >= oldest; i--) {
    const e = ticked[i]!;
    const id = e.what ?? '';
    const there = ticks.get(id) ?? { last: null, putOff: null };
    ticks.set(id, there);
    if (there.last !== null) continue;
    if (e.outcome !== 'later') there.last = e.at;
    else if (e.until !== undefined) there.putOff ??= e;
  }
  return new Map(
    rules.map((rule): [string, Record] => {
      const { last = null, putOff = null } = ticks.get(rule.id) ?? {};
      const done = rule.doneBy ? doneLast(t, rule.doneBy, last ?? oldest) : null;
      // What was put off before it was done is put off no more.
      const later = done === null || (putOff && putOff.at > done) ? (putOff?.until ?? null) : null;
      return [rule.id, { last: done ?? last, later }];
    }),
  );
}
/** When an entry last counted as having done a task, not before a moment; null where none did. */
function doneLast(
  t: Tended,
  { kind, is }: NonNullable<TaskRule['doneBy']>,
  from: Moment,
): Moment | null {
  const all = entriesOfKind(t.entries, kind);
  for (let i = all.length - 1; i >= 0 && all[i]!.at >= from; i--)
    if (is(all[i]!, t)) return all[i]!.at;
  return null;
}

/** When a task is due next, and how it repeats; nothing where it is not due in sight. */
function dueOf(
  t: Tended,
  s: Schedule,
  { last }: Record,
): { due: LocalDay; repeats: Every | null } | null {
  const day = last === null ? null : localDay(last, t.zone);
  if (s.kind === 'every') {
    const due = day === null ? (s.first?.(t) ?? today(t)) : nextAfter(s.every, day, day);
    return { due, repeats: s.every };
  }
  if (s.kind === 'dates') {
    const from = addDays(today(t), -KEPT);
    const start = startDay(t);
    const due = [...s.dates(t)]
      .sort()
      .find(
        (d) =>
          d >= from && d >= addDays(start, -1) && (day === null || d > addDays(day, s.early ?? 0)),
      );
    return due === undefined ? null : { due, repeats: null };
  }
  if (s.kind === 'after') {
    const open = entriesOfKind(t.entries, s.event)
      .flatMap((e) => s.days.map((n) => ({ at: e.at, due: addDays(localDay(e.at, t.zone), n) })))
      .filter((x) => x.due >= addDays(today(t), -KEPT))
      .filter((x) => last === null || last < x.at || localDay(last, t.zone) < x.due)
      .map((x) => x.due)
      .sort();
    return open[0] === undefined ? null : { due: open[0], repeats: null };
  }
  return s.holds(t) && day !== today(t) ? { due: today(t), repeats: null } : null;
}

function taskOf(t: Tended, rule: TaskRule, record: Record, own: boolean): Task | null {
  const choice = t.system.care.tasks.find((x) => x.id === rule.id);
  if (choice?.off) return null;
  const schedule = rule.schedule(t);
  const wished: Schedule =
    schedule.kind === 'every' && choice?.every
      ? { ...schedule, every: { every: choice.every, unit: 'day' } }
      : schedule;
  const found = dueOf(t, wished, record);
  if (!found) return null;
  const put =
    record.later !== null && record.later > (record.last ?? -Infinity) ? record.later : null;
  const due = put === null ? found.due : localDay(put, t.zone);
  const now = today(t);
  return {
    id: rule.id,
    title: rule.title(t),
    why: rule.why,
    minutes: rule.minutes,
    reads: rule.reads ?? [],
    records: rule.records ?? null,
    about: rule.about?.(t) ?? [],
    due,
    at: put ?? momentOf(due, DUE_MINUTE, t.zone),
    state: due < now ? 'overdue' : due === now ? 'today' : 'ahead',
    repeats: found.repeats,
    last: record.last,
    later: put !== null,
    own,
  };
}

/** A task of the grower’s own as a rule: by its own days, whenever it was last done. */
const ownRule = (x: OwnTask): TaskRule => ({
  id: x.id,
  title: () => [x.title],
  why: [x.why || 'Your own task.'],
  minutes: x.minutes,
  applies: () => true,
  schedule: (t) => ({
    kind: 'dates',
    dates: () =>
      x.unit === 'once'
        ? [x.begins]
        : daysOf(
            { every: x.every, unit: x.unit },
            x.begins,
            addDays(today(t), -KEPT),
            addDays(today(t), 400),
          ),
  }),
});

/** Tests of the plan of care, each at its hour, by night too. One that was put off or skipped keeps to that, unless the fish are at stake. */
function retests(t: Tended): Task[] {
  const plan = carePlan(t);
  const now = today(t);
  return plan.retest.flatMap((r): Task[] => {
    const id = `${RETEST}${r.what.join('+')}`;
    const choice = plan.urgency === 'now' ? null : newest(t, 'task', (e) => e.what === id);
    if (choice?.outcome === 'skipped' && localDay(choice.at, t.zone) === now) return [];
    const put = choice?.outcome === 'later' && (choice.until ?? 0) > t.now ? choice.until! : null;
    const at = Math.max(r.at, put ?? -Infinity);
    const due = localDay(at, t.zone);
    return [
      {
        id,
        title:
          at <= t.now ? say`Read ${listedFields(r.what)}` : say`Read ${listedFields(r.what)} again`,
        why: r.why,
        minutes: RETEST_MINUTES * r.what.length,
        reads: r.what,
        records: 'reading',
        about: [],
        due,
        at,
        state: due < now ? 'overdue' : at <= t.now || due === now ? 'today' : 'ahead',
        repeats: null,
        last: null,
        later: put !== null,
        own: false,
      },
    ];
  });
}

/** Tasks of a system, the longest due first. */
export function tasksOf(t: Tended): Task[] {
  const rules = rulesOf(t).filter((r) => r.applies(t));
  const own = t.system.care.own.map(ownRule);
  const records = recordsOf(t, [...rules, ...own]);
  return [
    ...rules.flatMap((r) => taskOf(t, r, records.get(r.id)!, false) ?? []),
    ...own.flatMap((r) => taskOf(t, r, records.get(r.id)!, true) ?? []),
    ...retests(t),
  ].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
}

/** What falls on each of so many days from today; what is overdue falls on today. */
export function weekOf(
  t: Tended,
  tasks: readonly Task[],
  count = 7,
): { readonly day: LocalDay; readonly tasks: readonly Task[] }[] {
  const first = today(t);
  const last = addDays(first, count - 1);
  const on = new Map<LocalDay, Task[]>();
  for (const x of tasks) {
    const due = x.due < first ? first : x.due;
    const all = x.repeats ? daysOf(x.repeats, due, due, last) : due <= last ? [due] : [];
    for (const day of all) on.set(day, [...(on.get(day) ?? []), x]);
  }
  return Array.from({ length: count }, (_, i) => {
    const day = addDays(first, i);
    return { day, tasks: on.get(day) ?? [] };
  });
}
