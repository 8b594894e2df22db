import { mediumById } from '../catalogue/media.ts';
import { judge } from '../findings/judge.ts';
import { keyOf, type Finding } from '../findings/types.ts';
import type { Level } from '../findings/rule.ts';
import { assess, type Assessment } from '../assess/assess.ts';
import { boreOf } from '../network/pipes.ts';
import type { QuantityKind, Seconds, Share } from '../quantity/index.ts';
import { bore, say, share, type Phrase } from '../quantity/index.ts';
import {
  applyEdits,
  isSiphon,
  measured,
  pumpedLines,
  type Edit,
  type Measurement,
  type SystemDocument,
  type Vessel,
} from '../system/index.ts';
import { rangeOver } from './sensitivity.ts';

/** Fitting the model to the real thing: what was predicted, what was measured, what that corrects. */

export interface Measurable {
  readonly kind: Measurement['kind'] | 'voids';
  /** Path or vessel that it belongs to. */
  readonly on: string;
  readonly name: string;
  readonly how: string;
  readonly quantity: QuantityKind;
  /** What the tables and the box say, without this measurement. */
  readonly predicted: number;
  /** Between which it may lie while it is not measured. */
  readonly range: readonly [number, number];
  readonly measured: number | null;
  /** What the measurement corrects; nothing while there is none. */
  readonly correction: Phrase | null;
}

const without = (s: SystemDocument, m: Measurement | undefined): SystemDocument =>
  m ? applyEdits(s, [{ at: `measurements.${m.id}`, to: undefined }]) : s;

/** Voids this far beyond what the table knows of a medium are rather a flow that was reckoned wrong. */
const BEYOND: Share = 0.06;

/** What a fill time says of the stones; of the flow, where no stones could hold so little or so much. */
function fillCorrection(
  v: Vessel,
  fitted: Assessment,
  bare: Assessment,
  index: number,
  time: Seconds,
): Phrase {
  const fill = (x: Assessment) => x.beds.find((y) => y.id === v.id)!.fill;
  const medium = v.media && mediumById(v.media.medium);
  if (!v.media || !medium)
    return say`It fills in ${share(time / fill(bare))} of the time reckoned.`;
  const now = fitted.net.vessels[index]!.voids;
  const was = bare.net.vessels[index]!.voids;
  const open = 1 - v.media.clogging;
  if (now > medium.voids[2] * open + BEYOND)
    return say`The stones would have to hold ${share(now)} instead of ${share(was)}, more than such stones can: less water comes in than reckoned. Do the bucket test first.`;
  if (now < medium.voids[0] * open - BEYOND)
    return say`The stones would hold only ${share(now)} instead of ${share(was)}: either roots and solids fill them, or more water comes in than reckoned. Do the bucket test first.`;
  return say`The stones hold ${share(now)} instead of ${share(was)}.`;
}

/** What can be measured of a system, with what is predicted. */
export function measurables(s: SystemDocument): Measurable[] {
  const out: Measurable[] = [];
  for (const l of pumpedLines(s)) {
    const m = measured(s, 'flow', l.id);
    const bare = without(s, m);
    const flow = (a: Assessment) => a.duties.find((d) => d.id === l.id)?.branches[0]?.flow;
    const predicted = flow(assess(bare)) ?? 0;
    out.push({
      kind: 'flow',
      on: l.id,
      name: `Bucket test of ${l.name}`,
      how: 'Hold a bucket under the outlet and time it: “10 L in 42 s”.',
      quantity: 'flow',
      predicted,
      range: m ? [predicted, predicted] : rangeOver(bare, flow),
      measured: m?.flow ?? null,
      correction:
        m && predicted > 0
          ? say`The pump gives ${share(m.flow / predicted)} of what its box says for this line.`
          : null,
    });
  }
  const a = assess(s);
  for (const b of a.beds) {
    const i = s.vessels.findIndex((v) => v.id === b.id);
    const v = s.vessels[i]!;
    if (!b.floods) continue;
    /** A time of the bed by stopwatch, beside what is reckoned without it. */
    const timed = (
      kind: 'fill-time' | 'drain-time',
      correction: (time: Seconds, bare: Assessment) => Phrase,
    ) => {
      const m = measured(s, kind, b.id);
      const bare = without(s, m);
      const figure = (x: Assessment) =>
        x.beds.find((y) => y.id === b.id)?.[kind === 'fill-time' ? 'fill' : 'drain'];
      const before = assess(bare);
      const predicted = figure(before) ?? NaN;
      if (!Number.isFinite(predicted)) return;
      out.push({
        kind,
        on: b.id,
        name: kind === 'fill-time' ? `Fill of ${v.name}` : `Drain of ${v.name}`,
        how:
          kind === 'fill-time'
            ? 'From its lowest to where the siphon starts, or the overflow spills.'
            : 'From the flood mark until it stops, or is almost empty.',
        quantity: 'time',
        predicted,
        range: m ? [predicted, predicted] : rangeOver(bare, figure),
        measured: m?.time ?? null,
        correction: m ? correction(m.time, before) : null,
      });
    };
    if (v.media ?? v.pots)
      timed('fill-time', (time, before) => fillCorrection(v, a, before, i, time));
    const siphon = (x: Assessment) =>
      x.net.paths.find((p) => p.kind === 'drain' && p.siphon && p.from === i);
    timed('drain-time', (time, before) => {
      const now = siphon(a);
      const was = siphon(before);
      return now?.kind === 'drain' && was?.kind === 'drain' && now.prime && was.prime
        ? say`The siphon runs at ${share(now.prime.efficiency)} of the full pipe instead of ${share(was.prime.efficiency)}.`
        : say`It drains at ${share((before.beds.find((y) => y.id === b.id)?.drain ?? NaN) / time)} of what was reckoned.`;
    });
    const medium = v.media && mediumById(v.media.medium);
    if (v.media && medium)
      out.push({
        kind: 'voids',
        on: b.id,
        name: `Voids of the stones in ${v.name}`,
        how: 'Soak a bucket of stones, drain it 15 min, fill it to the top, and measure what then runs out.',
        quantity: 'share',
        predicted: medium.voids[1],
        range: [medium.voids[0], medium.voids[2]],
        measured: v.media.voids,
        correction:
          v.media.voids === null
            ? null
            : say`They hold ${share(v.media.voids)} instead of the ${share(medium.voids[1])} of the table.`,
      });
  }
  for (const p of s.paths) {
    if (!isSiphon(p)) continue;
    const m = measured(s, 'starting-flow', p.id);
    const w = assess(without(s, m)).siphons.find((x) => x.id === p.id);
    if (!w) continue;
    out.push({
      kind: 'starting-flow',
      on: p.id,
      name: `Smallest flow that starts ${p.name}`,
      how: 'Close the tap until it no longer starts, open it a little, and bucket-test that flow.',
      quantity: 'flow',
      predicted: w.start.expected,
      range: [w.start.low, w.start.high],
      measured: m?.flow ?? null,
      correction: m
        ? say`It starts at Froude ${String(Math.round((m.flow / w.start.low) * 30) / 100)}, measured at a bore of ${bore(boreOf(s, p))}.`
        : null,
    });
  }
  return out;
}

/** Findings that a measurement changed, with the level that they had without it. */
export function effectOf(
  s: SystemDocument,
  m: Measurable,
): { readonly finding: Finding; readonly was: Level }[] {
  const edits: Edit[] =
    m.kind === 'voids'
      ? [{ at: `vessels.${m.on}.media.voids`, to: null }]
      : [{ at: `measurements.${measured(s, m.kind, m.on)?.id}`, to: undefined }];
  if (m.measured === null) return [];
  const before = new Map(judge(applyEdits(s, edits)).map((f) => [keyOf(f), f.level]));
  return judge(s).flatMap((finding) => {
    const was = before.get(keyOf(finding)) ?? 'fine';
    return was === finding.level ? [] : [{ finding, was }];
  });
}
