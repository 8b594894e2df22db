import type { Figures } from '../assess/figures.ts';
import { turnoversOf } from '../assess/turnover.ts';
import { judge, judgeWhole } from '../findings/judge.ts';
import type { Finding } from '../findings/types.ts';
import type { CubicMetresPerSecond } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { built, candidates, type Candidate, type Owned } from './candidates.ts';

/** From what a grower owns to complete systems: many are tried roughly, the best few in full. */

export interface Found {
  readonly system: SystemDocument;
  readonly layout: string;
  readonly beds: number;
  /** Least margin of reserve, siphon, turnover and split: 1.2 is a fifth to spare. */
  readonly margin: number;
  readonly planted: number;
  readonly flow: CubicMetresPerSecond;
  readonly turnover: number;
  readonly floods: number;
  /** Kind of its timer, a catalogue id; null where its pump is always on. */
  readonly timer: string | null;
  readonly open: readonly Finding[];
  /** What sets it apart from the others on the list. */
  readonly apart: string;
}

export interface SearchProgress {
  readonly tried: number;
  readonly stage: 'rough' | 'whole' | 'day';
}

/** Rough systems that are worked out whole, and of these those whose day is simulated. */
const WHOLE = 60;
const DAYS = 10;
const BEST = 6;

/**
 * The best few complete systems for what is owned.
 *
 * @param onProgress is called now and then; it may wait, so that a stop can be heard
 * @param more what else is said of each system, from its figures with its day
 * @returns nothing where the search was stopped
 */
export async function searchSystems<More = unknown>(
  o: Owned,
  onProgress: (p: SearchProgress) => Promise<boolean> | boolean = () => true,
  more?: (c: Figures) => More,
): Promise<{ found: (Found & More)[]; tried: number } | null> {
  let tried = 0;
  // Of each layout, bed count and size the best: a list of twins helps nobody.
  const kept = new Map<string, Candidate>();
  for (const c of candidates(o)) {
    tried++;
    if (tried % 4000 === 0 && !(await onProgress({ tried, stage: 'rough' }))) return null;
    if (!c) continue;
    const key = `${c.layout} ${c.beds} ${c.width.toFixed(2)} ${c.crest}`;
    const known = kept.get(key);
    if (!known || c.margin > known.margin) kept.set(key, c);
  }
  const rough = [...kept.values()].sort((a, b) => b.margin - a.margin).slice(0, 3 * WHOLE);
  // Every kind of system has its turn before a second of its kind.
  const fair = interleaved(rough, (c) => `${c.layout} ${c.beds}`).slice(0, WHOLE);
  const whole: { s: SystemDocument; c: Candidate; bad: number }[] = [];
  for (const c of fair) {
    if (!(await onProgress({ tried: ++tried, stage: 'whole' }))) return null;
    try {
      const s = built(o, c);
      if (s) whole.push({ s, c, bad: severityScore(judge(s)) });
    } catch {
      // A combination that cannot be put together is left out.
    }
  }
  whole.sort((a, b) => a.bad - b.bad || b.c.margin - a.c.margin);
  const out: (Found & More)[] = [];
  for (const { s, c } of interleaved(whole, (w) => `${w.c.layout} ${w.c.beds}`).slice(0, DAYS)) {
    if (!(await onProgress({ tried, stage: 'day' }))) return null;
    const { a, day, findings } = judgeWhole(s);
    const flow = a.duties.reduce((t, d) => t + d.flow, 0);
    out.push({
      system: s,
      layout: c.layout,
      beds: a.beds.length,
      margin: c.margin,
      planted: a.beds.length * c.length * c.width,
      flow,
      turnover: 3600 * (turnoversOf(s, a.net, day.metrics)[0]?.average ?? 0),
      timer: timerOf(s),
      floods: Math.max(0, ...day.metrics.beds.map((b) => b.cyclesPerDay)),
      open: findings.filter((f) => f.level !== 'fine'),
      apart: '',
      ...(more?.({ system: s, a, day }) as More),
    });
  }
  out.sort((a, b) => severityScore(a.open) - severityScore(b.open) || b.margin - a.margin);
  const best = out.slice(0, BEST);
  return { found: best.map((f) => ({ ...f, apart: setsApart(f, best) })), tried };
}

/** Kind of timer on which a system’s first pump runs. */
function timerOf(s: SystemDocument): string | null {
  const c = s.controls[0];
  return c && 'device' in c ? c.device : null;
}

const severityScore = (list: readonly Finding[]): number =>
  list.reduce((t, f) => t + (f.level === 'stop' ? 100 : f.level === 'watch' ? 1 : 0), 0);

/** One of each kind in turn, each kind in its own order. */
function interleaved<T>(list: readonly T[], kind: (x: T) => string): T[] {
  const groups = new Map<string, T[]>();
  for (const x of list) groups.set(kind(x), [...(groups.get(kind(x)) ?? []), x]);
  const out: T[] = [];
  for (let i = 0; out.length < list.length; i++) {
    for (const g of groups.values()) if (g[i] !== undefined) out.push(g[i]!);
  }
  return out;
}

/** What a system has most or least of among the found. */
function setsApart(f: Found, all: readonly Found[]): string {
  const most = (of: (x: Found) => number) => all.every((x) => of(x) <= of(f) + 1e-9);
  const parts: string[] = [];
  if (most((x) => x.planted)) parts.push('most plants');
  if (most((x) => -severityScore(x.open))) parts.push('fewest problems');
  if (most((x) => x.margin)) parts.push('largest margins');
  if (most((x) => -x.beds) && all.some((x) => x.beds > f.beds)) parts.push('simplest to build');
  if (f.layout === 'tray-over-reservoir') parts.push('quietest: the pump runs little');
  return parts.join(', ');
}
