import { mediumById } from '../catalogue/media.ts';
import { judge } from '../findings/judge.ts';
import { keyOf, type Finding, type Level } from '../findings/types.ts';
import { assess, type Assessment } from '../network/assess.ts';
import { boreOf } from '../network/pipes.ts';
import type { QuantityKind } from '../quantity/index.ts';
import { say, share, type Phrase } from '../quantity/index.ts';
import {
  applyEdits,
  isSiphon,
  measured,
  pumpedLines,
  type Edit,
  type Measurement,
  type SystemDocument,
} from '../system/index.ts';

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

/** Share of the flow that a pump may give that is not measured: tired, or better than its box. */
const PUMP: readonly [number, number] = [0.8, 1.05];
/** Share of the full pipe flow that a siphon may run at. */
const EFFICIENCY: readonly [number, number] = [0.7, 0.95];

const without = (s: SystemDocument, m: Measurement | undefined): SystemDocument =>
  m ? applyEdits(s, [{ at: `measurements.${m.id}`, to: undefined }]) : s;

/** Something that is not measured, and its ends. */
interface Uncertain {
  readonly id: string;
  readonly ends: readonly { readonly edits: readonly Edit[]; readonly if: Phrase }[];
}

/** Everything of a system that the tables and the box leave open. */
export function uncertainties(s: SystemDocument): Uncertain[] {
  const out: Uncertain[] = [];
  for (const v of s.vessels) {
    const medium = v.media && mediumById(v.media.medium);
    if (!v.media || !medium || v.media.voids !== null || measured(s, 'fill-time', v.id)) continue;
    const [low, , high] = medium.voids;
    out.push({
      id: `voids/${v.id}`,
      ends: [low, high].map((x) => ({
        edits: [{ at: `vessels.${v.id}.media.voids`, to: x }],
        if: say`if the stones of “${v.name}” hold ${share(x)}`,
      })),
    });
  }
  for (const l of pumpedLines(s)) {
    if (measured(s, 'flow', l.id) || l.pump.airLift) continue;
    out.push({
      id: `pump/${l.id}`,
      ends: PUMP.map((x) => ({
        edits: l.pump.points
          ? [{ at: `paths.${l.id}.pump.points`, to: l.pump.points.map(([q, h]) => [q * x, h]) }]
          : [{ at: `paths.${l.id}.pump.maxFlow`, to: l.pump.maxFlow * x }],
        if: say`if the pump of “${l.name}” gives ${share(x)} of its box`,
      })),
    });
  }
  for (const p of s.paths) {
    if (!isSiphon(p) || measured(s, 'drain-time', p.from)) continue;
    out.push({
      id: `siphon/${p.id}`,
      ends: EFFICIENCY.map((x) => ({
        edits: [{ at: `paths.${p.id}.efficiency`, to: x }],
        if: say`if “${p.name}” runs at ${share(x)} of the full pipe`,
      })),
    });
  }
  return out;
}

/** The least and greatest that a figure may be over what is not measured, each turned by itself. */
function rangeOver(
  s: SystemDocument,
  figure: (a: Assessment) => number | undefined,
): readonly [number, number] {
  const values = [
    assess(s),
    ...uncertainties(s).flatMap((u) => u.ends.map((e) => assess(applyEdits(s, e.edits)))),
  ]
    .map(figure)
    .filter((x): x is number => x !== undefined && Number.isFinite(x));
  return values.length ? [Math.min(...values), Math.max(...values)] : [NaN, NaN];
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
    if (v.media ?? v.pots) {
      const m = measured(s, 'fill-time', b.id);
      const bare = without(s, m);
      const fill = (x: Assessment) => x.beds.find((y) => y.id === b.id)?.fill;
      const before = assess(bare);
      const predicted = fill(before) ?? NaN;
      if (Number.isFinite(predicted))
        out.push({
          kind: 'fill-time',
          on: b.id,
          name: `Fill of ${v.name}`,
          how: 'From its lowest to where the siphon starts, or the overflow spills.',
          quantity: 'time',
          predicted,
          range: m ? [predicted, predicted] : rangeOver(bare, fill),
          measured: m?.time ?? null,
          correction: m
            ? say`The stones hold ${share(a.net.vessels[i]!.voids)} instead of ${share(before.net.vessels[i]!.voids)}.`
            : null,
        });
    }
    const m = measured(s, 'drain-time', b.id);
    const bare = without(s, m);
    const drain = (x: Assessment) => x.beds.find((y) => y.id === b.id)?.drain;
    const before = assess(bare);
    const predicted = drain(before) ?? NaN;
    const siphon = (x: Assessment) =>
      x.net.paths.find((p) => p.kind === 'drain' && p.siphon && p.from === i);
    const now = siphon(a);
    const was = siphon(before);
    if (Number.isFinite(predicted))
      out.push({
        kind: 'drain-time',
        on: b.id,
        name: `Drain of ${v.name}`,
        how: 'From the flood mark until it stops, or is almost empty.',
        quantity: 'time',
        predicted,
        range: m ? [predicted, predicted] : rangeOver(bare, drain),
        measured: m?.time ?? null,
        correction: !m
          ? null
          : now?.kind === 'drain' && was?.kind === 'drain' && now.prime && was.prime
            ? say`The siphon runs at ${share(now.prime.efficiency)} of the full pipe instead of ${share(was.prime.efficiency)}.`
            : say`It drains at ${share(predicted / m.time)} of what was reckoned.`,
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
        ? say`It starts at Froude ${String(Math.round((m.flow / w.start.low) * 30) / 100)}, measured at a bore of ${String(Math.round(boreOf(s, p) * 1e4) / 10)} mm.`
        : null,
    });
  }
  return out;
}

const RANK: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };

/** A finding that could be worse than it is told, were something that is not measured at its end. */
export interface Risk {
  /** Key of the finding. */
  readonly key: string;
  readonly level: Level;
  /** “if the stones of “Bed” hold 52 %”. */
  readonly if: Phrase;
  /** What it would then say. */
  readonly sentence: Phrase;
}

/** Where the range of what is not measured matters: the worst that each finding could be, statics only. */
export function risksOf(s: SystemDocument): Risk[] {
  const told = new Map(judge(s).map((f) => [keyOf(f), f]));
  const worst = new Map<string, Risk>();
  for (const u of uncertainties(s)) {
    for (const end of u.ends) {
      for (const f of judge(applyEdits(s, end.edits))) {
        const key = keyOf(f);
        const level = told.get(key)?.level ?? 'fine';
        const known = worst.get(key);
        if (RANK[f.level] <= RANK[level] || (known && RANK[known.level] >= RANK[f.level])) continue;
        worst.set(key, { key, level: f.level, if: end.if, sentence: f.sentence });
      }
    }
  }
  return [...worst.values()];
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
