import { judgeWhole } from '../findings/judge.ts';
import {
  asKnown,
  carePlan,
  tasksOf,
  tended,
  waterUnits,
  type Entry,
  type ExpectedQuantity,
  type Known,
  type Moment,
  type CarePlan,
} from '../log/index.ts';
import type { TreatmentStep } from '../treatment/index.ts';
import { tell, type Phrase, type QuantityKind } from '../quantity/index.ts';
import type { SystemDocument } from '../system/index.ts';

/** The plan of care and the tasks in the headless report: plain numbers in the units that stand beside them. */

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
const hours = (seconds: number): number => round(seconds / 3600);
const textOf = (p: Phrase): string => tell(p, 'metric');
const pair = (p: readonly [number, number]) => [round(p[0]), round(p[1])] as const;

function stepRow(s: TreatmentStep) {
  const unit = s.measure && UNITS[s.measure];
  return {
    treatment: s.treatment,
    substance: s.substance,
    about: s.about,
    amount: s.amount !== null && unit ? round(s.amount * unit[1]) : null,
    unit: s.amount !== null && unit ? unit[0] : null,
    parts: s.parts,
    at_h: hours(s.at),
    wait_h: s.wait === null ? null : hours(s.wait),
    do: s.do.map(textOf).join(' '),
  };
}

function planRow(p: CarePlan) {
  return {
    urgency: p.urgency,
    hazards: p.hazards.map((h) => ({
      id: h.id,
      urgency: h.urgency,
      about: h.about,
      because: textOf(h.because),
      source: h.source,
    })),
    first_aid: p.firstAid.map((s) => ({ treatment: s.treatment, do: s.do.map(textOf).join(' ') })),
    steps: p.steps.map(stepRow),
    feed_g_day: p.feed === null ? null : round(p.feed * 1000),
    avoid: p.avoid.map((a) => ({ treatment: a.treatment, because: textOf(a.because) })),
    expected: Object.fromEntries(
      (Object.keys(p.expected) as ExpectedQuantity[]).map((id) => {
        const x = p.expected[id]!;
        return [
          id,
          {
            before: pair(x.before),
            after: pair(x.after),
            ...(x.inAir
              ? { in_air: { before: pair(x.inAir.before), after: pair(x.inAir.after) } }
              : {}),
          },
        ];
      }),
    ),
    retest: p.retest.map((r) => ({
      what: r.what,
      at: new Date(r.at).toISOString(),
      because: textOf(r.why),
    })),
    call: p.call && textOf(p.call),
  };
}

const knownRow = ([quantity, x]: readonly [string, Known]) => {
  const [unit, factor] = waterUnits(quantity);
  return {
    quantity,
    low: round(x.low * factor),
    high: round(x.high * factor),
    unit,
    age_h: x.age === null ? null : hours(x.age),
    from: x.from,
  };
};

/**
 * Plan of care and tasks of a system with its log at a moment.
 *
 * @param now milliseconds since 1970
 * @param zone IANA name, in which days are counted
 */
export function planReport(
  system: SystemDocument,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
) {
  const first = judgeWhole(system);
  const read = asKnown({ system, a: first.a }, entries, now, zone);
  const { a, day } = read === system ? first : judgeWhole(read);
  const t = tended({ system: read, a, day }, entries, now, zone, [], system);
  return {
    asof: new Date(now).toISOString(),
    water_l: round(t.volume * 1000),
    known: (Object.entries(t.known) as [string, Known][]).map(knownRow),
    doubts: t.doubts.map((d) => ({
      quantity: d.quantity,
      why: textOf(d.why),
      do: textOf(d.do),
    })),
    plan: planRow(carePlan(t)),
    tasks: tasksOf(t).map((x) => ({
      id: x.id,
      due: x.due,
      at: new Date(x.at).toISOString(),
      what: textOf(x.title),
      why: textOf(x.why),
      minutes: x.minutes,
      state: x.state,
    })),
  };
}

const indented = (text: string): string => `       ${text}`;

/** The same in lines to read. */
export function planInWords(r: ReturnType<typeof planReport>): string {
  const { plan } = r;
  const lines = [`As of ${r.asof}`, ''];
  for (const d of r.doubts) lines.push(`Check  ${d.why} ${d.do}`);
  if (plan.urgency === 'none') lines.push('Only look at the system.');
  else {
    lines.push(`Plan of care, ${plan.urgency}`);
    for (const h of plan.hazards) lines.push(indented(h.because));
    if (plan.first_aid.length) lines.push('First aid, while this plan lasts');
    for (const s of plan.first_aid) lines.push(indented(s.do));
    if (plan.steps.length) lines.push('Steps');
    plan.steps.forEach((s, i) => lines.push(`${String(i + 1).padStart(5)}  ${s.do}`));
    for (const a of plan.avoid) lines.push(`Do not ${a.treatment}: ${a.because}`);
    for (const x of plan.retest) lines.push(`Read   ${x.what.join(', ')} at ${x.at}`);
    if (plan.call) lines.push(`Help ${plan.call}`);
  }
  const tasks = r.tasks.slice(0, 20).map((t) => `${t.due}  ${t.what}`);
  return `${lines.join('\n')}\n\nDue\n${tasks.join('\n')}\n`;
}
