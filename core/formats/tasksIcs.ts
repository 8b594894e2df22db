import { createEvents, type EventAttributes } from 'ics';
import { localMinutes, ruleText, type Task } from '../log/index.ts';
import { tell, type UnitSystem } from '../quantity/index.ts';

/** The tasks of a running system as a calendar: each at its hour, with an alarm. */

/**
 * iCalendar text of tasks, repeated as they repeat. The entries float: the hour of the clock on the wall, wherever the calendar is.
 *
 * @param id of the system
 * @param zone IANA name, in which the hours are counted
 * @throws Error where the calendar cannot be written
 */
export function tasksIcs(
  id: string,
  name: string,
  tasks: readonly Task[],
  units: UnitSystem,
  zone: string,
): string {
  const events = tasks.map((t): EventAttributes => {
    const [y, m, d] = t.due.split('-').map(Number) as [number, number, number];
    const minutes = localMinutes(t.at, zone);
    return {
      productId: 'mizuna',
      calName: name,
      uid: `${id}-${t.id.replace(/[^\w-]/g, '-')}`,
      start: [y, m, d, Math.floor(minutes / 60), minutes % 60],
      startInputType: 'local',
      startOutputType: 'local',
      duration: { minutes: Math.max(5, t.minutes) },
      title: `${name}: ${tell(t.title, units)}`,
      description: tell(t.why, units),
      ...(t.repeats ? { recurrenceRule: ruleText(t.repeats, t.due) } : {}),
      alarms: [
        {
          action: 'display',
          description: tell(t.title, units),
          trigger: { before: true, minutes: 0 },
        },
      ],
    };
  });
  const { error, value } = createEvents(events);
  if (error ?? !value) throw new Error(error?.message ?? 'No calendar was written.');
  return value!;
}
