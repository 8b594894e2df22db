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

/** Calibration to the real thing: what was predicted, what was measured, what that corrects. */

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
  calibrated: Assessment,
  bare: Assessment,
  index: number,
  time: Seconds,
): Phrase {
  const fill = (x: Assessment) => x.beds.find((y) => y.id === v.id)!.fill;
  const medium = v.media && mediumById(v.media.medium);
  if (!v.media || !medium)
    return say`It fills in ${share(time / fill(bare))} of the calculated time.`;
  const now = calibrated.net.vessels[index]!.voids;
  const was = bare.net.vessels[index]!.voids;
  const open = 1 - v.media.clogging;
  if (now > medium.voids[2] * open + BEYOND)
    return say`The media would need voids of ${share(now)} instead of ${share(was)}, more than such media can have. Less water flows in than calculated. Do the bucket test first.`;
  if (now < medium.voids[0] * open - BEYOND)
    return say`The media would have voids of only ${share(now)} instead of ${share(was)}. Roots and solids fill them, or more water flows in than calculated. Do the bucket test first.`;
  return say`The media have voids of ${share(now)} instead of ${share(was)}.`;
}

/** The flow of each pumped line, by bucket and stopwatch. */
function bucketTests(s: SystemDocument): Measurable[] {
  return pumpedLines(s).map((l): Measurable => {
    const m = measured(s, 'flow', l.id);
    const bare = without(s, m);
    const flow = (a: Assessment) => a.duties.find((d) => d.id === l.id)?.branches[0]?.flow;
    const predicted = flow(assess(bare)) ?? 0;
    return {
      kind: 'flow',
      on: l.id,
      name: `Bucket test of ${l.name}`,
      how: 'Hold a bucket under the outlet and time it. You can enter volume and time together.',
      quantity: 'flow',
      predicted,
      range: m ? [predicted, predicted] : rangeOver(bare, flow),
      measured: m?.flow ?? null,
      correction:
        m && predicted > 0
          ? say`The pump delivers ${share(m.flow / predicted)} of the flow by its box, through this pipe.`
          : null,
    };
  });
}

/** What of a bed is timed, and how that is done. */
const TIMED = {
  'fill-time': {
    figure: 'fill',
    name: 'Fill',
    how: 'From the lowest level until the siphon starts or the overflow spills.',
  },
  'drain-time': {
    figure: 'drain',
    name: 'Drain',
    how: 'From the flood level until it stops or is almost empty.',
  },
} as const;

/** A time of a bed by stopwatch, beside what is predicted without it; nothing where it never gets there. */
function timing(
  s: SystemDocument,
  v: Vessel,
  kind: keyof typeof TIMED,
  correction: (time: Seconds, bare: Assessment) => Phrase,
): Measurable[] {
  const { figure, name, how } = TIMED[kind];
  const m = measured(s, kind, v.id);
  const bare = without(s, m);
  const of = (x: Assessment) => x.beds.find((b) => b.id === v.id)?.[figure];
  const before = assess(bare);
  const predicted = of(before) ?? NaN;
  if (!Number.isFinite(predicted)) return [];
  return [
    {
      kind,
      on: v.id,
      name: `${name} of ${v.name}`,
      how,
      quantity: 'time',
      predicted,
      range: m ? [predicted, predicted] : rangeOver(bare, of),
      measured: m?.time ?? null,
      correction: m ? correction(m.time, before) : null,
    },
  ];
}

/** What a drain time says of the siphon of a bed, or of its other outlets. */
function drainCorrection(
  v: Vessel,
  calibrated: Assessment,
  bare: Assessment,
  index: number,
  time: Seconds,
): Phrase {
  const siphon = (x: Assessment) =>
    x.net.paths.find((p) => p.kind === 'drain' && p.siphon && p.from === index);
  const now = siphon(calibrated);
  const was = siphon(bare);
  if (now?.kind === 'drain' && was?.kind === 'drain' && now.prime && was.prime)
    return say`The siphon drains ${share(now.prime.efficiency)} of the flow of a full pipe instead of ${share(was.prime.efficiency)}.`;
  const drain = bare.beds.find((b) => b.id === v.id)?.drain ?? NaN;
  return say`It drains at ${share(drain / time)} of the calculated rate.`;
}

/** The voids of a bed's stones, by bucket. */
function voidsOf({ id, name, media }: Vessel): Measurable[] {
  const medium = media && mediumById(media.medium);
  if (!media || !medium) return [];
  const [low, usual, high] = medium.voids;
  return [
    {
      kind: 'voids',
      on: id,
      name: `Voids of the media in ${name}`,
      how: 'Soak a bucket of media and drain it for a quarter of an hour. Fill it to the top, then measure the water that runs out.',
      quantity: 'share',
      predicted: usual,
      range: [low, high],
      measured: media.voids,
      correction:
        media.voids === null
          ? null
          : say`They have voids of ${share(media.voids)} instead of the ${share(usual)} of the table.`,
    },
  ];
}

/** The least flow that starts each siphon. */
function startingFlows(s: SystemDocument): Measurable[] {
  return s.paths.filter(isSiphon).flatMap((p): Measurable[] => {
    const m = measured(s, 'starting-flow', p.id);
    const w = assess(without(s, m)).siphons.find((x) => x.id === p.id);
    if (!w) return [];
    return [
      {
        kind: 'starting-flow',
        on: p.id,
        name: `Smallest flow that starts ${p.name}`,
        how: 'Close the valve until the siphon no longer starts. Open it a little and do a bucket test of that flow.',
        quantity: 'flow',
        predicted: w.start.expected,
        range: [w.start.low, w.start.high],
        measured: m?.flow ?? null,
        correction: m
          ? say`It starts at Froude ${String(Math.round((m.flow / w.start.low) * 30) / 100)}, measured at a bore of ${bore(boreOf(s, p))}.`
          : null,
      },
    ];
  });
}

/** What can be measured of a system, with what is predicted. */
export function measurables(s: SystemDocument): Measurable[] {
  const a = assess(s);
  const ofBeds = a.beds.flatMap((b) => {
    if (!b.floods) return [];
    const i = s.vessels.findIndex((v) => v.id === b.id);
    const v = s.vessels[i]!;
    return [
      ...((v.media ?? v.pots)
        ? timing(s, v, 'fill-time', (time, bare) => fillCorrection(v, a, bare, i, time))
        : []),
      ...timing(s, v, 'drain-time', (time, bare) => drainCorrection(v, a, bare, i, time)),
      ...voidsOf(v),
    ];
  });
  return [...bucketTests(s), ...ofBeds, ...startingFlows(s)];
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
