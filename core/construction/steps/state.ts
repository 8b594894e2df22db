import {
  measured,
  readAt,
  type Edit,
  type Measurement,
  type StepRecord,
  type SystemDocument,
} from '../../system/index.ts';
import type { StepCheck, BuildStep } from './types.ts';

/** How far the work is: what was noted of each step, whether it may begin, whether it is passed. */

export type StepState =
  /** Something before it is not done. */
  | 'blocked'
  /** It can be done now. */
  | 'open'
  /** Its work is done and its clock runs. */
  | 'waiting'
  /** An entry of its hold point does not pass. */
  | 'failed'
  | 'done';

export type CheckResult = 'missing' | 'passes' | 'fails';

/** What was noted of a step; an empty record where nothing was. */
export const recordOf = (s: SystemDocument, id: string): StepRecord =>
  s.build.steps.find((x) => x.id === id) ?? {
    id,
    started: null,
    done: null,
    entries: [],
    note: '',
  };

/** What stands for an entry: in the fact of the system that it writes, else in the step’s record. */
export function entryValue(s: SystemDocument, step: string, e: StepCheck): number | null {
  const w = e.writes;
  if (!w) return recordOf(s, step).entries.find((x) => x.id === e.id)?.value ?? null;
  switch (w.to) {
    case 'flow':
      return measured(s, 'flow', w.path)?.flow ?? null;
    case 'bore':
      return measured(s, 'bore', w.path)?.bore ?? null;
    case 'fill-time':
    case 'drain-time':
      return measured(s, w.to, w.vessel)?.time ?? null;
    case 'socket':
      return s.build.fittings.find((x) => x.id === w.fitting)?.socket ?? null;
    case 'hole':
      return s.build.holes.find((x) => x.id === w.hole)?.diameter ?? null;
    case 'place': {
      const value = readAt(s, w.at);
      return typeof value === 'number' ? value : null;
    }
  }
}

/** Whether a value passes an entry’s limits. */
export function verdictOf(e: StepCheck, value: number | null): CheckResult {
  if (value === null) return 'missing';
  const slack = 1e-9 * Math.max(1, Math.abs(value));
  if (e.least !== null && value < e.least - slack) return 'fails';
  if (e.most !== null && value > e.most + slack) return 'fails';
  return 'passes';
}

/** Verdict of a step’s entries together: one that fails fails it, one that is needed and missing leaves it open. */
export function entriesVerdict(s: SystemDocument, step: BuildStep): CheckResult {
  const all = step.entries.map((e) => ({ e, v: verdictOf(e, entryValue(s, step.id, e)) }));
  if (all.some(({ v }) => v === 'fails')) return 'fails';
  return all.some(({ e, v }) => v === 'missing' && !e.optional) ? 'missing' : 'passes';
}

/** When a step’s clock has run; null where it has none or is not begun. Milliseconds since 1970. */
export const clockEnds = (step: BuildStep, r: StepRecord): number | null =>
  step.wait && r.started !== null ? r.started + step.wait.time * 1000 : null;

/** Whether a step is finished at a moment: done, its hold point still passed, its clock run. */
export function isFinished(s: SystemDocument, step: BuildStep, now: number): boolean {
  const r = recordOf(s, step.id);
  if (r.done === null) return false;
  if (step.hold && entriesVerdict(s, step) !== 'passes') return false;
  const ends = clockEnds(step, r);
  return ends === null || ends <= now;
}

/**
 * State of every step at a moment.
 *
 * @param now milliseconds since 1970
 */
export function stepStates(
  s: SystemDocument,
  steps: readonly BuildStep[],
  now: number,
): Map<string, StepState> {
  const finished = new Map(steps.map((x) => [x.id, isFinished(s, x, now)]));
  return new Map(
    steps.map((x): [string, StepState] => {
      const r = recordOf(s, x.id);
      if (x.hold && entriesVerdict(s, x) === 'fails') return [x.id, 'failed'];
      if (finished.get(x.id)) return [x.id, 'done'];
      const ends = clockEnds(x, r);
      if (ends !== null && ends > now) return [x.id, 'waiting'];
      return [x.id, x.after.every((id) => finished.get(id) ?? true) ? 'open' : 'blocked'];
    }),
  );
}

/** Steps before a step that are not finished at a moment. */
export const unfinishedBefore = (
  s: SystemDocument,
  steps: readonly BuildStep[],
  step: BuildStep,
  now: number,
): BuildStep[] => steps.filter((x) => step.after.includes(x.id) && !isFinished(s, x, now));

/** Whether a step may be ticked off now: what comes before is finished and its entries pass. */
export const canFinish = (
  s: SystemDocument,
  steps: readonly BuildStep[],
  step: BuildStep,
  now: number,
): boolean => !unfinishedBefore(s, steps, step, now).length && entriesVerdict(s, step) === 'passes';

const upsert = (r: StepRecord): Edit => ({ at: `build.steps.${r.id}`, to: r });

/** Edits that note something of a step. */
export const noteEdits = (
  s: SystemDocument,
  id: string,
  change: Partial<Omit<StepRecord, 'id'>>,
): Edit[] => [upsert({ ...recordOf(s, id), ...change })];

/**
 * Edits that tick a step off: it is done, its clock starts, and what it cuts is cut at today's lengths.
 *
 * @param pieces of the plan
 * @param now milliseconds since 1970
 */
export function finishEdits(
  s: SystemDocument,
  step: BuildStep,
  pieces: readonly { readonly id: string; readonly cut: number }[],
  now: number,
): Edit[] {
  const done = noteEdits(s, step.id, { done: now, started: step.wait ? now : null });
  const had = new Set(s.build.cut.map((c) => c.id));
  const fresh = pieces
    .filter((p) => step.cuts.includes(p.id) && !had.has(p.id))
    .map((p) => ({ id: p.id, length: p.cut }));
  return fresh.length ? [...done, { at: 'build.cut', to: [...s.build.cut, ...fresh] }] : done;
}

function measurementEdits(
  s: SystemDocument,
  m: Measurement,
  on: string,
  value: number | null,
): Edit[] {
  const found = measured(s, m.kind, on);
  const id = found?.id ?? m.id;
  if (value === null) return found ? [{ at: `measurements.${id}`, to: undefined }] : [];
  return [{ at: `measurements.${id}`, to: { ...m, id } }];
}

/** Edits that keep an entry where it belongs; null takes it back. */
export function entryEdits(
  s: SystemDocument,
  step: string,
  e: StepCheck,
  value: number | null,
): Edit[] {
  const w = e.writes;
  if (!w) {
    const r = recordOf(s, step);
    const others = r.entries.filter((x) => x.id !== e.id);
    return noteEdits(s, step, {
      entries: value === null ? others : [...others, { id: e.id, value }],
    });
  }
  switch (w.to) {
    case 'flow': {
      const m: Measurement = { id: `flow-${w.path}`, kind: 'flow', path: w.path, flow: value ?? 0 };
      return measurementEdits(s, m, w.path, value);
    }
    case 'bore': {
      const m: Measurement = { id: `bore-${w.path}`, kind: 'bore', path: w.path, bore: value ?? 0 };
      return measurementEdits(s, m, w.path, value);
    }
    case 'fill-time':
    case 'drain-time': {
      const m: Measurement = {
        id: `${w.to}-${w.vessel}`,
        kind: w.to,
        vessel: w.vessel,
        time: value ?? 0,
      };
      return measurementEdits(s, m, w.vessel, value);
    }
    case 'socket': {
      const own = s.build.fittings.find((x) => x.id === w.fitting);
      const to = { id: w.fitting, socket: value, face: own?.face ?? null };
      return own || value !== null ? [{ at: `build.fittings.${w.fitting}`, to }] : [];
    }
    case 'hole': {
      const at = `build.holes.${w.hole}`;
      if (value !== null) return [{ at, to: { id: w.hole, diameter: value } }];
      return s.build.holes.some((x) => x.id === w.hole) ? [{ at, to: undefined }] : [];
    }
    case 'place':
      return [{ at: w.at, to: value }];
  }
}
