import * as catalogue from '../../core/catalogue/index.ts';
import type { Figures } from '../../core/derived/index.ts';
import { judgeWhole } from '../../core/findings/index.ts';
import { dayCsv } from '../../core/formats/csv.ts';
import { inpOf } from '../../core/formats/inp.ts';
import { logCsv } from '../../core/formats/logCsv.ts';
import { tasksIcs } from '../../core/formats/tasksIcs.ts';
import * as limits from '../../core/limits/index.ts';
import { asKnown, carePlan, tasksOf, tended } from '../../core/log/index.ts';
import {
  actionsFor,
  begin,
  practiceBasis,
  isWell,
  looksOf,
  lossOf,
  PracticeRun,
  scenariosFor,
  setupOf,
} from '../../core/practice/index.ts';
import {
  displayUnits,
  format,
  parse,
  QUANTITY_KINDS,
  UNIT_SYSTEMS,
} from '../../core/quantity/index.ts';
import {
  CALCULATORS,
  answerOf,
  usualValues,
  valuesFor,
  type Calculator,
} from '../../core/calculators/index.ts';
import { NO_OWN, type SystemDocument } from '../../core/system/index.ts';
import { demo } from '../../core/test/demo.ts';
import { NOW } from '../../core/test/tended.ts';
import { demoWithLog, planYear } from '../../core/year/index.ts';
import { linesOf } from './lines.ts';

/** Reports that are of no one system, and those that take longer: each with its lines. */

const ZONE = 'Europe/Vienna';
const figuresOf = (system: SystemDocument): Figures => {
  const { a, day } = judgeWhole(system);
  return { system, a, day };
};

/** Values that a quantity is shown at, in SI. */
const SHOWN = [0, 4e-7, 0.0123, 0.5, 1, 7.25, 40, 333.3, 12345, -3];
/** What a person types, in a field of the kind. */
const TYPED = [
  '1',
  '0.5',
  '1,5',
  '2 1/2',
  '-4',
  '12 in',
  '3 ft',
  '5 L',
  '20 gal',
  '68 F',
  '90 s',
  '2:30',
];

function units(): string[] {
  return QUANTITY_KINDS.flatMap((kind) =>
    linesOf(
      kind,
      Object.fromEntries(
        UNIT_SYSTEMS.map((system) => [
          system,
          {
            units: displayUnits(kind, system).map((u) => ({ ...u })),
            shown: SHOWN.map((x) => ({ of: x, text: format(x, kind, system) })),
            typed: TYPED.map((text) => {
              const r = parse(text, kind, system);
              return { text, is: r.ok ? r.value : 'refused' };
            }),
          },
        ]),
      ),
    ),
  );
}

/** Every answer of the calculators: as they open, with every input at its ends, and of some systems. */
function calculators(): string[] {
  return (CALCULATORS as readonly Calculator[]).flatMap((sum) => {
    const usual = usualValues(sum);
    const ends = sum.inputs.flatMap((i) =>
      (i.kind === 'choice' ? i.options.map((o) => o.id) : [i.min, i.max]).map(
        (to) => [`${i.key}=${to}`, { ...usual, [i.key]: to }] as const,
      ),
    );
    const systems = ['potting-shed-pair', 'under-stairs-tray', 'warm-balcony'].map((name) => {
      const c = figuresOf(demo(name));
      return [name, valuesFor(sum, c)] as const;
    });
    return linesOf(
      sum.id,
      Object.fromEntries(
        [['usual', usual] as const, ...ends, ...systems].map(([name, values]) => [
          name,
          { values, answer: answerOf(sum, values, NO_OWN) },
        ]),
      ),
    );
  });
}

/** Every scenario of a system: what is seen and heard when one comes, every action in turn, and what it cost. */
function practice(name: string): string[] {
  const g = practiceBasis(demo(name));
  return scenariosFor(g).flatMap((scenario, n) => {
    const setup = setupOf(g, scenario, 7 + n);
    const world = begin(g, setup);
    const uncared = PracticeRun.start(g, scenario.id, 7 + n).finish();
    const looks = looksOf(g);
    const run = PracticeRun.start(g, scenario.id, 7 + n);
    const actions = actionsFor(g);
    for (let k = 0; k < 6 && !run.over; k++) run.do(actions[(n * 5 + k * 7) % actions.length]!);
    run.finish();
    const costOf = (r: PracticeRun) => ({
      tally: r.world.state.tally,
      well: isWell(r.world),
      loss: lossOf(r.world.state.tally, isWell(r.world)),
    });
    return linesOf(scenario.id, {
      setup,
      volumes: world.state.water.volumes,
      looks: looks.slice(0, 4).map((a) => ({ ...a, seen: actionSeen(g, scenario.id, 7 + n, a) })),
      entries: run.entries,
      alone: costOf(uncared),
      acted: costOf(run),
    });
  });
}
const actionSeen = (
  g: ReturnType<typeof practiceBasis>,
  scenario: string,
  seed: number,
  action: { readonly act: string; readonly about: string },
) => PracticeRun.start(g, scenario, seed).do(action as Parameters<PracticeRun['do']>[0]).seen;

/** Logs of the demos as they are laid out, what is known of them, and every table that they go into. */
function logs(): string[] {
  return ['north-wall-lean-to', 'spring-start', 'slow-line', 'under-stairs-tray'].flatMap(
    (name) => {
      const { document, log } = demoWithLog(name, figuresOf(demo(name)), NOW, ZONE);
      const first = judgeWhole(document);
      const system = asKnown({ system: document, a: first.a }, log, NOW, ZONE);
      const known = judgeWhole(system);
      const t = tended({ system, a: known.a, day: known.day }, log, NOW, ZONE, [], document);
      const tasks = tasksOf(t);
      return [
        ...linesOf(name, { known: t.known, plan: carePlan(t), tasks }),
        ...logCsv(document, log.slice(-60), 'us').split(/\r?\n/),
        ...tasksIcs(name, name, tasks, 'metric', ZONE)
          .split(/\r?\n/)
          .filter((l) => /^(DTSTART|DURATION|RRULE|TRIGGER)/.test(l)),
      ];
    },
  );
}

/** The day as a table, and the network as a hydraulics program reads it. */
function tables(): string[] {
  return ['potting-shed-pair', 'twin-beds', 'wash-house-loop'].flatMap((name) => {
    const s = demo(name);
    const rows = dayCsv(s, judgeWhole(s).trace, 'metric').split(/\r?\n/);
    return [name, ...rows.filter((_, i) => i < 3 || i % 50 === 0), inpOf(s) ?? 'none'];
  });
}

/** A year that is planned from what is wanted. */
function year(): string[] {
  const s = demo('potting-shed-pair');
  const wishes: SystemDocument['plan']['wishes'] = [
    { id: 'a', kind: 'heads', crop: 'lettuce', perWeek: 2, from: 100, to: 280 },
    { id: 'b', kind: 'mass', crop: 'basil', mass: 2 },
  ];
  const plan = planYear(figuresOf({ ...s, plan: { ...s.plan, wishes } }), { tries: 24, seed: 3 });
  return linesOf('year', plan);
}

export const MORE: Readonly<Record<string, () => string[]>> = {
  units,
  limits: () => linesOf('limits', { ...limits }),
  catalogue: () => linesOf('catalogue', { ...catalogue }),
  calculators,
  logs,
  tables,
  year,
  'practice-potting-shed-pair': () => practice('potting-shed-pair'),
  'practice-under-stairs-tray': () => practice('under-stairs-tray'),
};
