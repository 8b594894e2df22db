import { judgeWhole } from '../findings/judge.ts';
import {
  adviceOf,
  asRead,
  tasksOf,
  tended,
  type Advice,
  type Entry,
  type Moment,
} from '../log/index.ts';
import { tell, type QuantityKind } from '../quantity/index.ts';
import type { SystemDocument } from '../system/index.ts';

/** Advice and tasks in the headless report: plain numbers in the units that stand beside them. */

/** Units of the report by kind of quantity, and what a number in SI is multiplied by. */
const UNITS: Partial<Record<QuantityKind, readonly [unit: string, factor: number]>> = {
  volume: ['L', 1000],
  liquid: ['mL', 1e6],
  dose: ['g', 1000],
  mass: ['g', 1000],
  feed: ['g/day', 1000],
  power: ['W', 1],
};
const round = (x: number): number => Number(x.toPrecision(6));
const textOf = (p: Parameters<typeof tell>[0]) => tell(p, 'metric');

function rowOf(a: Advice) {
  const unit = a.measure && UNITS[a.measure];
  const amount = a.amount !== null && unit ? round(a.amount * unit[1]) : null;
  return {
    id: a.id,
    urgency: a.urgency,
    action: a.kind,
    substance: a.substance ?? null,
    about: a.about,
    do: [a.say, ...a.also].map(textOf).join(' '),
    amount,
    unit: amount === null ? null : unit![0],
    wait_h: a.wait === null ? null : round(a.wait / 3600),
    retest: a.retest,
    because: textOf(a.because),
    unless: textOf(a.unless),
    rests_on: a.rests.map(textOf),
  };
}

/**
 * Advice and tasks of a system with its log at a moment.
 *
 * @param now milliseconds since 1970
 * @param zone IANA name, in which days are counted
 */
export function adviceReport(
  system: SystemDocument,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
) {
  const read = asRead(system, entries);
  const { a, day } = judgeWhole(read);
  const t = tended({ system: read, a, day }, entries, now, zone);
  return {
    asof: new Date(now).toISOString(),
    advice: adviceOf(t).map(rowOf),
    tasks: tasksOf(t).map((x) => ({
      id: x.id,
      due: x.due,
      what: textOf(x.title),
      why: textOf(x.why),
      minutes: x.minutes,
      state: x.state,
    })),
  };
}

/** The same in lines to read. */
export function adviceInWords(r: ReturnType<typeof adviceReport>): string {
  const advice = r.advice.length
    ? r.advice.map(
        (a) => `${a.urgency.toUpperCase().padEnd(6)} ${a.do}\n       Because: ${a.because}`,
      )
    : ['Nothing to do but look.'];
  const tasks = r.tasks.slice(0, 20).map((t) => `${t.due}  ${t.what}`);
  return `As of ${r.asof}\n\n${advice.join('\n')}\n\nDue\n${tasks.join('\n')}\n`;
}
