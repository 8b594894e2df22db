import { handlesOf } from '../../app/section/handles.ts';
import { sceneOf } from '../../app/section/scene.ts';
import { buildPlan } from '../../core/construction/index.ts';
import { QUANTITIES, type Figures } from '../../core/derived/index.ts';
import { FaultTests, lifeFaultTests } from '../../core/faultTests/index.ts';
import { fixesFor, judgeWhole, remindersOf, STAGES } from '../../core/findings/index.ts';
import { cutListCsv, partsCsv } from '../../core/formats/buildCsv.ts';
import { lifeReport, seasonReport } from '../../core/formats/lifeReport.ts';
import { templatesOf } from '../../core/formats/templates.ts';
import {
  accountOf,
  asKnown,
  crossingsOf,
  diagnose,
  carePlan,
  stockingOf,
  SYMPTOMS,
  tasksOf,
  tended,
  workOf,
  type Entry,
  type Moment,
} from '../../core/log/index.ts';
import { measurables } from '../../core/workshop/calibration.ts';
import { risksOf, uncertainties } from '../../core/workshop/sensitivity.ts';
import { suggestionsFor } from '../../core/workshop/siphon.ts';
import { isSiphon, type SystemDocument } from '../../core/system/index.ts';
import { linesOf } from './lines.ts';

/** What the core says of a system, as data. */

/** Events of a day that are written; the others come again. */
const EVENTS = 40;
/** Days of a season. */
const SEASON = 120;
/** Work that the search for fixes may do for one finding. */
const BUDGET = 400;

type Judged = ReturnType<typeof judgeWhole>;

/** Every place that a derived number can be of. */
const placesOf = (s: SystemDocument): string[] => [
  '',
  ...[
    ...s.vessels,
    ...s.paths,
    ...s.paths.flatMap((p) => (p.kind === 'pumped-line' ? p.branches : [])),
    ...s.controls,
    ...s.fish,
    ...s.crops,
    ...s.devices,
  ].map((x) => x.id),
];

function derivedOf(c: Figures) {
  const places = placesOf(c.system);
  return QUANTITIES.flatMap((q) =>
    places.flatMap((part) => {
      const d = q.derive(c, part);
      return d
        ? [
            {
              id: q.id,
              part,
              value: d.value,
              range: d.range ?? null,
              given: d.given.map((g) => g.value),
            },
          ]
        : [];
    }),
  );
}

/** Design: numbers, the day, findings with their fixes, fault tests, drawing. */
function designOf(system: SystemDocument, { a, trace, day, findings }: Judged) {
  const c: Figures = { system, a, day };
  const tests = new FaultTests(system);
  const scene = sceneOf(system);
  return {
    derived: derivedOf(c),
    balance: a.balance,
    duties: a.duties,
    siphons: a.siphons,
    weights: a.weights,
    day: {
      metrics: day.metrics,
      events: trace.events.slice(0, EVENTS),
      count: trace.events.length,
      spilled: day.spilled,
      used: day.used,
      end: day.end,
    },
    life: lifeReport(c),
    findings: findings.map((f) => ({
      id: f.id,
      about: f.about,
      level: f.level,
      measured: f.measured,
      limit: f.limit,
      kind: f.kind,
      sentence: f.sentence,
      why: f.why,
      fixes: fixesFor(system, f, findings, { left: BUDGET }),
    })),
    reminders: remindersOf(system),
    tests: tests.faults.map((f) => {
      const { outcome: _, ...graded } = tests.run(f);
      return graded;
    }),
    lifeTests: lifeFaultTests(c),
    measurables: measurables(system),
    uncertainties: uncertainties(system),
    risks: risksOf(system),
    siphonSuggestions: system.paths
      .filter(isSiphon)
      .map((p) => suggestionsFor(system, p).slice(0, 2)),
    drawing: {
      vessels: scene.vessels.map(({ vessel, ...at }) => ({ id: vessel.id, ...at })),
      lines: scene.lines.map(({ path, ...at }) => ({ id: path.id, points: at.points })),
      drains: scene.drains.map(({ path, ...at }) => ({ id: path.id, points: at.points })),
      outlets: scene.outlets.map(({ path, ...at }) => ({ id: path.id, points: at.points })),
      marks: STAGES.flatMap((stage) =>
        handlesOf(system, a, scene, stage).map((h) => ({
          stage,
          at: h.at,
          value: h.value,
          min: h.min,
          max: h.max,
          x: h.x,
          z: h.z,
        })),
      ),
    },
  };
}

/** What is built: pieces, cuts, holes, parts, steps, tables and templates. */
function buildLines(system: SystemDocument, { a, day }: Judged) {
  const plan = buildPlan({ system, a, day });
  const report = {
    ...plan,
    templates: templatesOf(system, plan, 'metric').map(({ body, ...sheet }) => ({
      ...sheet,
      numbers: (body.match(/-?\d+(\.\d+)?/g) ?? []).map(Number),
    })),
  };
  const table = (csv: string) => csv.split(/\r?\n/).map((row) => ` ${row}`);
  return [
    ...linesOf('build', report),
    'cut list',
    ...table(cutListCsv(system, plan, 'metric')),
    'parts list',
    ...table(partsCsv(system, plan, 'us')),
  ];
}

/** How it is run: what is known of the water, plan of care, tasks, Troubleshooting. */
function runningOf(
  document: SystemDocument,
  first: Judged,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
) {
  const system = asKnown({ system: document, a: first.a }, entries, now, zone);
  const { a, day, findings } = system === document ? first : judgeWhole(system);
  const t = tended({ system, a, day }, entries, now, zone, [], document);
  return {
    volume: t.volume,
    known: t.known,
    doubts: t.doubts,
    plan: carePlan(t),
    tasks: tasksOf(t),
    account: accountOf(t, 30),
    crossings: crossingsOf(t),
    stocking: stockingOf(t),
    start: workOf(t),
    causes: SYMPTOMS.map(({ sign }) => {
      const d = diagnose(t, sign, findings);
      return {
        sign,
        tell: d?.tell ?? null,
        causes: d?.causes.map((x) => ({
          id: x.cause.id,
          points: x.points,
          weight: x.weight,
          for: x.for.map((e) => e.points),
          against: x.against.map((e) => e.points),
        })),
      };
    }),
  };
}

/** A season that is tended; of its days every so many. */
function seasonOf(system: SystemDocument) {
  const { days, ...rest } = seasonReport(system, { days: SEASON, held: {} });
  return { days: days.filter(({ day }) => day % 10 === 0), ...rest };
}

/** Everything as lines, in the parts of a report. */
export function reportLines(
  system: SystemDocument,
  entries: readonly Entry[],
  now: Moment,
  zone: string,
): string {
  const judged = judgeWhole(system);
  return [
    ...linesOf('design', designOf(system, judged)),
    ...buildLines(system, judged),
    ...linesOf('running', runningOf(system, judged, entries, now, zone)),
    ...linesOf('season', seasonOf(system)),
    '',
  ].join('\n');
}
