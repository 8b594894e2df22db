import { assess } from '../assess/index.ts';
import { pumpDutyFlow, fillTime } from '../derived/index.ts';
import type { Seconds, Share } from '../quantity/si.ts';
import { applyEdits, type Edit, type ReadingId, type SystemDocument } from '../system/index.ts';
import { bandsOf, type Band } from './bands.ts';
import { middle } from '../entries/fields.ts';
import { firstFrom } from './counted.ts';
import type { Tended } from './tended.ts';
import type { Entry, Moment } from '../entries/types.ts';

/** Readings over time, where they are heading, and what they say of pump, stones and water. */

export interface ReadingPoint {
  readonly at: Moment;
  readonly low: number;
  readonly value: number;
  readonly high: number;
}

/** Readings of one kind, of one part or of all. @param entries in order of time */
export function seriesOf(
  entries: readonly Entry[],
  id: ReadingId,
  about: string | null = null,
  from: Moment = -Infinity,
): ReadingPoint[] {
  const out: ReadingPoint[] = [];
  for (let i = firstFrom(entries, from); i < entries.length; i++) {
    const e = entries[i]!;
    const v = e[id];
    if (v === undefined || (about !== null && (e.about ?? '') !== about)) continue;
    out.push(
      typeof v === 'number'
        ? { at: e.at, low: v, value: v, high: v }
        : { at: e.at, low: v[0], value: middle(v), high: v[1] },
    );
  }
  return out;
}

/**
 * At most so many points that show the same line: of each run of neighbours the lowest and the highest.
 *
 * @param most an even number
 */
export function thinned(points: readonly ReadingPoint[], most: number): readonly ReadingPoint[] {
  if (points.length <= most) return points;
  const run = Math.ceil(points.length / (most / 2));
  const out: ReadingPoint[] = [];
  for (let i = 0; i < points.length; i += run) {
    let [low, high] = [i, i];
    for (let j = i + 1; j < Math.min(i + run, points.length); j++) {
      if (points[j]!.low < points[low]!.low) low = j;
      if (points[j]!.high > points[high]!.high) high = j;
    }
    for (const k of low === high ? [low] : [low, high].sort((a, b) => a - b)) out.push(points[k]!);
  }
  return out;
}

const DAY = 86_400_000;
/** Readings of so many days tell a slope, and so many readings are the fewest. */
const WINDOW = 45;
const FEWEST = 4;

export interface Slope {
  /** Change a day, and what the line says of now. */
  readonly perDay: number;
  readonly now: number;
  /** Standard error of the change a day. */
  readonly error: number;
  readonly readings: number;
}

/**
 * The straight line through the last readings, by least squares.
 *
 * @returns null where there are too few, or all at one time
 */
export function slopeOf(points: readonly ReadingPoint[], now: Moment, days = WINDOW): Slope | null {
  const last = points.filter((p) => p.at > now - days * DAY);
  const n = last.length;
  if (n < FEWEST) return null;
  const x = last.map((p) => (p.at - now) / DAY);
  const mx = x.reduce((a, b) => a + b, 0) / n;
  const my = last.reduce((a, p) => a + p.value, 0) / n;
  const sxx = x.reduce((a, b) => a + (b - mx) ** 2, 0);
  if (sxx < 1) return null;
  const perDay = x.reduce((a, b, i) => a + (b - mx) * (last[i]!.value - my), 0) / sxx;
  const at = (t: number) => my + perDay * (t - mx);
  const rest = last.reduce((a, p, i) => a + (p.value - at(x[i]!)) ** 2, 0);
  return { perDay, now: at(0), error: Math.sqrt(rest / Math.max(1, n - 2) / sxx), readings: n };
}

/** A limit that a slope will cross. */
export interface LimitCrossing {
  readonly id: ReadingId;
  readonly limit: number;
  readonly side: 'below' | 'above';
  /** Days until then. */
  readonly days: number;
  readonly slope: Slope;
}

/** So many days ahead are looked at. */
const AHEAD = 21;

/** Whether a slope is more than the scatter of its readings. */
export const isPlain = (s: Slope): boolean => Math.abs(s.perDay) > 2 * s.error;

/** The end of a band that a slope will cross within three weeks; null where it goes on within it. */
export function crossingOf(id: ReadingId, slope: Slope, band: Band): LimitCrossing | null {
  if (!isPlain(slope)) return null;
  const [low, high] = band.good;
  const falling = slope.perDay < 0;
  const limit = falling ? low : high;
  if (!Number.isFinite(limit)) return null;
  // What is outside already is no matter of a slope.
  if (falling ? slope.now <= low : slope.now >= high) return null;
  const days = (limit - slope.now) / slope.perDay;
  return days <= AHEAD ? { id, limit, side: falling ? 'below' : 'above', days, slope } : null;
}

/** Everything that heads for a limit. */
export function crossingsOf(t: Tended): LimitCrossing[] {
  const bands = bandsOf(t);
  return (Object.keys(bands) as ReadingId[]).flatMap((id) => {
    const slope = slopeOf(seriesOf(t.entries, id, null, t.now - WINDOW * DAY), t.now);
    return (slope && crossingOf(id, slope, bands[id]!)) ?? [];
  });
}

/** A bed’s stones and its inflow as a timed fill tells them. */
export interface FillEvidence {
  readonly read: Seconds;
  readonly expected: Seconds;
  /** Share of the voids that is gone, where the fill is shorter than it should be. */
  readonly clogging: Share | null;
  /** Share of the flow that is left, where it is longer. */
  readonly flowLeft: Share | null;
  readonly edits: readonly Edit[];
}

/** Fill time of a bed as a system stands. */
function fillOf(s: SystemDocument, bed: string): Seconds {
  const a = assess(s);
  return fillTime.value({ system: s, a, day: null }, bed) ?? Infinity;
}

/** A fill within this of what is expected tells nothing. */
const SAME = 0.08;
const MOST_CLOGGED = 0.9;

/**
 * What a timed fill says of a bed, against its pump and stones as the design has them: a shorter one that voids are
 * clogged, a longer one that less water comes. Found by trying the design until it fills as it was timed.
 *
 * @param read by stopwatch
 * @returns null where the bed does not flood, or the fill is as expected
 */
export function fillEvidence(s: SystemDocument, bed: string, read: Seconds): FillEvidence | null {
  const expected = fillOf(s, bed);
  if (!Number.isFinite(expected) || Math.abs(read / expected - 1) < SAME) return null;
  const v = s.vessels.find((x) => x.id === bed);
  if (read < expected) {
    if (!v?.media) return null;
    const at = `vessels.${bed}.media.clogging`;
    const timed = (c: number) => fillOf(applyEdits(s, [{ at, to: c }]), bed);
    let [low, high] = [v.media.clogging, MOST_CLOGGED];
    if (timed(high) > read) return null;
    for (let i = 0; i < 24; i++) {
      const mid = (low + high) / 2;
      if (timed(mid) > read) low = mid;
      else high = mid;
    }
    const clogging = Math.round(((low + high) / 2) * 1000) / 1000;
    return { read, expected, clogging, flowLeft: null, edits: [{ at, to: clogging }] };
  }
  const line = s.paths.find(
    (p) => p.kind === 'pumped-line' && (p.to === bed || p.branches.some((b) => b.to === bed)),
  );
  if (!line) return null;
  const flow = pumpDutyFlow.value({ system: s, a: assess(s), day: null }, line.id);
  if (flow === null) return null;
  const id =
    s.measurements.find((m) => m.kind === 'flow' && m.path === line.id)?.id ?? `flow-${line.id}`;
  const editOf = (part: number): Edit => ({
    at: `measurements.${id}`,
    to: { id, kind: 'flow', path: line.id, flow: flow * part },
  });
  let [low, high] = [0.05, 1];
  for (let i = 0; i < 24; i++) {
    const mid = (low + high) / 2;
    if (fillOf(applyEdits(s, [editOf(mid)]), bed) > read) low = mid;
    else high = mid;
  }
  const flowLeft = Math.round(((low + high) / 2) * 1000) / 1000;
  return { read, expected, clogging: null, flowLeft, edits: [editOf(flowLeft)] };
}

/** A sum over a span of days, by entries of a kind. */
export const sumOver = (t: Tended, days: number, of: (e: Entry) => number | undefined): number =>
  t.entries
    .slice(firstFrom(t.entries, t.now - days * DAY))
    .reduce((sum, e) => sum + (of(e) ?? 0), 0);

/** What came out and went in, over some days. */
export interface Account {
  readonly days: number;
  readonly harvest: number;
  readonly feed: number;
  readonly toppedUp: number;
  readonly changed: number;
  /** As the weather and the plants should use. */
  readonly expectedUse: number;
  /** Feed on the planted ground, kg/m²·day; null without either. */
  readonly feeding: number | null;
}

/** Harvest, feed and water of the last days. */
export function accountOf(t: Tended, days: number): Account {
  const first = t.entries[0]?.at ?? t.now;
  const span = Math.max(1, Math.min(days, (t.now - first) / DAY));
  const feed = sumOver(t, days, (e) => (e.kind === 'feed' ? e.mass : undefined));
  return {
    days: span,
    harvest: sumOver(t, days, (e) => (e.kind === 'harvest' ? e.mass : undefined)),
    feed,
    toppedUp: sumOver(t, days, (e) => (e.kind === 'top-up' ? e.volume : undefined)),
    changed: sumOver(t, days, (e) => (e.kind === 'water-change' ? e.volume : undefined)),
    expectedUse: span * t.c.a.balance.dailyWaterUse,
    feeding: t.life.plantedArea > 0 && feed > 0 ? feed / span / t.life.plantedArea : null,
  };
}
