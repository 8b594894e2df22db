import { createEvents, type EventAttributes } from 'ics';
import { scheduleOf, type BuildStep } from '../construction/index.ts';
import { tell, type UnitSystem } from '../quantity/index.ts';

/** The steps of a build as a calendar, with an entry where a clock has run. */

const parts = (t: number): [number, number, number, number, number] => {
  const d = new Date(t);
  return [
    d.getUTCFullYear(),
    d.getUTCMonth() + 1,
    d.getUTCDate(),
    d.getUTCHours(),
    d.getUTCMinutes(),
  ];
};

/**
 * iCalendar text of the steps that are left.
 *
 * @param steps in order, without those that are done
 * @param start milliseconds since 1970, the local time of the bench read as UTC: the entries float
 * @throws Error where the calendar cannot be written
 */
export function stepsIcs(
  id: string,
  name: string,
  steps: readonly BuildStep[],
  start: number,
  units: UnitSystem,
): string {
  const byId = new Map(steps.map((x) => [x.id, x]));
  const events = scheduleOf(steps, start).flatMap((x): EventAttributes[] => {
    const step = byId.get(x.step)!;
    const base = { productId: 'mizuna', calName: name, startOutputType: 'local' } as const;
    const work: EventAttributes = {
      ...base,
      uid: `${id}-${step.id}`,
      start: parts(x.start),
      end: parts(x.end),
      title: `${name}: ${tell(step.title, units)}`,
      description: [...step.how, ...(step.caution ? [step.caution] : [])]
        .map((p) => tell(p, units))
        .join('\n'),
      startInputType: 'local',
      endInputType: 'local',
      endOutputType: 'local',
    };
    if (x.ready === null || !step.wait) return [work];
    return [
      work,
      {
        ...base,
        uid: `${id}-${step.id}-ready`,
        start: parts(x.ready),
        duration: { minutes: 15 },
        title: `${name}: the waiting time of “${tell(step.title, units)}” is over`,
        description: tell(step.wait.what, units),
        startInputType: 'local',
        alarms: [
          {
            action: 'display',
            description: tell(step.title, units),
            trigger: { before: false, minutes: 0 },
          },
        ],
      },
    ];
  });
  const { error, value } = createEvents(events);
  if (error ?? !value) throw new Error(error?.message ?? 'No calendar was written.');
  return value!;
}
