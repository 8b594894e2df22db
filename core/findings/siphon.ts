import { bore, flow, mm, say } from '../quantity/index.ts';
import { boreOf, notchArea } from '../network/pipes.ts';
import { bellSiphons, type BellSiphon } from '../system/index.ts';
import { boreArea } from '../water/constants.ts';
import { STOPS_SHARE, annulusArea } from '../water/siphon.ts';
import { PRACTICE } from './grade.ts';
import type { Finding, Rule } from './types.ts';

/** Findings on siphons: whether they start, whether they stop, and whether their parts fit. */

const FROUDE =
  'Two-phase flow in vertical drains: Wallis (1969); Simpson (1969); Hills (1983). The bands between are practice.';

export const siphonStart: Rule = ({ system, a }) =>
  a.siphons.map((s): Finding => {
    const p = system.paths.find((x) => x.id === s.id)!;
    const level = s.starts === 'yes' ? 'fine' : s.starts === 'maybe' ? 'watch' : 'stop';
    const taken = s.reaches < 0.97 * s.inflow;
    return {
      id: 'siphon-start',
      about: s.id,
      level,
      measured: s.reaches,
      limit: level === 'stop' ? s.start.low : s.start.high,
      kind: 'flow',
      sentence:
        level === 'stop'
          ? taken
            ? say`“${p.name}” does not start: other ways out leave it ${flow(s.reaches)} of ${flow(s.inflow)}, and it needs ${flow(s.start.low)} at the very least.`
            : say`“${p.name}” does not start: ${flow(s.reaches)} trickle down a pipe that needs ${flow(s.start.low)} at the very least.`
          : level === 'watch'
            ? say`“${p.name}” may start at ${flow(s.reaches)}; from ${flow(s.start.high)} it is sure to.`
            : say`“${p.name}” starts: ${flow(s.reaches)} go down it, ${flow(s.start.high)} are enough.`,
      why: say`A drop pipe runs full when the flow, set against its bore (Froude number), is high enough: never below 0.3, always above 1. With this mouth and outlet ${flow(s.start.expected)} are expected to do.`,
      source: FROUDE,
    };
  });

export const siphonStop: Rule = ({ system, a }) =>
  a.siphons.map((s): Finding => {
    const p = system.paths.find((x) => x.id === s.id)!;
    const level = s.stops === 'yes' ? 'fine' : s.stops === 'maybe' ? 'watch' : 'stop';
    return {
      id: 'siphon-stop',
      about: s.id,
      level,
      measured: s.inflowAtBreak,
      limit: level === 'stop' ? s.flowAtBreak : s.stopsBelow,
      kind: 'flow',
      sentence:
        level === 'stop'
          ? say`“${p.name}” never stops: ${flow(s.inflowAtBreak)} come in and it takes only ${flow(s.flowAtBreak)} at its break.`
          : level === 'watch'
            ? say`“${p.name}” may hang at its break: ${flow(s.inflowAtBreak)} come in, below ${flow(s.stopsBelow)} it is sure to stop.`
            : say`“${p.name}” stops: ${flow(s.inflowAtBreak)} come in, it takes ${flow(s.flowAtBreak)} at its break.`,
      why: say`At the break height the siphon must take clearly more than comes in, or the level hangs there and it runs on for ever. Air drawn in makes it hang earlier, so only ${String(100 * STOPS_SHARE)} % are counted on.`,
      source: PRACTICE,
    };
  });

interface Check {
  readonly part: string;
  readonly measured: number;
  readonly limit: number;
  readonly kind: Finding['kind'];
  readonly wrong: ReturnType<typeof say>;
  readonly ok: boolean;
}

const BREAK = [0.01, 0.04] as const;
const GUARD_CLEAR = 0.01;
const LEAST_DROP = 0.15;
const BELL_WALL = 0.005;
const SLOTS_TIMES = 3;

/** The geometry checks of a bell siphon, each with what it measures. */
export function geometryChecks(p: BellSiphon, d: number): Check[] {
  const area = boreArea(d);
  const curtainGap = p.mouth / 4;
  const ring = annulusArea(p);
  const notches = notchArea(p);
  // What the bell's bore would have to be for the ring to pass the pipe's square.
  const bellNeeded = Math.sqrt(d * d + p.mouthOutside * p.mouthOutside);
  const checks: Check[] = [
    {
      part: 'gap',
      measured: p.gap,
      limit: curtainGap,
      kind: 'length',
      ok: p.gap >= curtainGap - 1e-9,
      wrong: say`The bell of “${p.name}” sits ${mm(p.gap)} over the mouth; a quarter of the mouth, ${mm(curtainGap)}, lets the water turn.`,
    },
    {
      part: 'ring',
      measured: p.bellBore,
      limit: bellNeeded,
      kind: 'bore',
      ok: ring >= (Math.PI / 4) * d * d - 1e-12,
      wrong: say`The bell of “${p.name}” is too tight around the mouth: ${bore(p.bellBore)}, and ${bore(bellNeeded)} give the rising water the pipe’s area.`,
    },
    {
      part: 'notches',
      measured: notches / area,
      limit: 1,
      kind: 'share',
      ok: notches >= area - 1e-9,
      wrong: say`The notches of “${p.name}” are smaller than its bore: ${String(p.notches.count)} of ${mm(p.notches.width)} by ${mm(p.breakHeight)}.`,
    },
    {
      part: 'break',
      measured: p.breakHeight,
      limit: p.breakHeight > BREAK[1] ? BREAK[1] : BREAK[0],
      kind: 'length',
      ok: p.breakHeight >= BREAK[0] - 1e-9 && p.breakHeight <= BREAK[1] + 1e-9,
      wrong: say`“${p.name}” breaks at ${mm(p.breakHeight)}; ${mm(BREAK[0])} to ${mm(BREAK[1])} drain the roots without sucking silt.`,
    },
    {
      part: 'drop',
      measured: p.drop,
      limit: LEAST_DROP,
      kind: 'length',
      ok: p.drop >= LEAST_DROP - 1e-9,
      wrong: say`The pipe of “${p.name}” ends ${mm(p.drop)} under the bed’s floor; ${mm(LEAST_DROP)} of drop make the flow.`,
    },
  ];
  if (p.guard) {
    const clear = (p.guard.diameter - p.bellBore) / 2 - BELL_WALL;
    checks.push(
      {
        part: 'guard',
        measured: clear,
        limit: GUARD_CLEAR,
        kind: 'length',
        ok: clear >= GUARD_CLEAR - 1e-9,
        wrong: say`The guard of “${p.name}” clears the bell by ${mm(clear)}; ${mm(GUARD_CLEAR)} let you lift it out and the water in.`,
      },
      {
        part: 'slots',
        measured: p.guard.slotArea / area,
        limit: SLOTS_TIMES,
        kind: 'share',
        ok: p.guard.slotArea >= SLOTS_TIMES * area - 1e-9,
        wrong: say`The guard’s slots of “${p.name}” are open by ${String(Math.round((p.guard.slotArea / area) * 10) / 10)} times the bore; three times keep it fed when some are blocked.`,
      },
    );
  }
  return checks;
}

export const siphonGeometry: Rule = ({ system }) =>
  bellSiphons(system).flatMap((p): Finding[] => {
    const d = boreOf(system, p);
    const checks = geometryChecks(p, d);
    const bad = checks.filter((c) => !c.ok);
    const why = say`Water climbs between bell and standpipe, turns over the mouth and falls: nowhere on its way may the passage be narrower than the bore of ${bore(d)}.`;
    const one = (c: Check, level: 'watch' | 'fine', sentence: Finding['sentence']): Finding => ({
      id: 'siphon-geometry',
      about: p.id,
      ...(level === 'watch' ? { part: c.part } : {}),
      level,
      measured: c.measured,
      limit: c.limit,
      kind: c.kind,
      sentence,
      why,
      source: 'Continuity of the passage; clearances are practice.',
    });
    if (bad.length) return bad.map((c) => one(c, 'watch', c.wrong));
    return [
      one(
        checks[0]!,
        'fine',
        say`The parts of “${p.name}” fit: gap, ring, notches, break and drop.`,
      ),
    ];
  });
