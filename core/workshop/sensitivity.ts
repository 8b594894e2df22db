import { mediumById } from '../catalogue/media.ts';
import { judge } from '../findings/judge.ts';
import { keyOf } from '../findings/types.ts';
import type { Level } from '../findings/rule.ts';
import { assess, type Assessment } from '../assess/assess.ts';
import { say, share, type Phrase } from '../quantity/index.ts';
import type { Share } from '../quantity/si.ts';
import {
  applyEdits,
  isSiphon,
  measured,
  pumpedLines,
  type Edit,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';

/** Share of the flow that a pump may give that is not measured: tired, or better than its box. */
export const PUMP: readonly [number, number] = [0.8, 1.05];
/** Share of the full pipe flow that a siphon may run at. */
const EFFICIENCY: readonly [number, number] = [0.7, 0.95];

/** Something that is not measured, and its ends. */
interface Uncertain {
  readonly id: string;
  readonly ends: readonly { readonly edits: readonly Edit[]; readonly if: Phrase }[];
}

/** A line's pump that gives a share of what its box says, by its greatest flow or its curve's points. */
export const pumpAt = ({ id, pump }: PumpedLine, share: Share): Edit[] => [
  pump.points
    ? { at: `paths.${id}.pump.points`, to: pump.points.map(([q, h]) => [q * share, h]) }
    : { at: `paths.${id}.pump.maxFlow`, to: pump.maxFlow * share },
];

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
        if: say`if the media of “${v.name}” have voids of ${share(x)}`,
      })),
    });
  }
  for (const l of pumpedLines(s)) {
    if (measured(s, 'flow', l.id) || l.pump.airLift) continue;
    out.push({
      id: `pump/${l.id}`,
      ends: PUMP.map((x) => ({
        edits: pumpAt(l, x),
        if: say`if the pump of “${l.name}” delivers ${share(x)} of its box figure`,
      })),
    });
  }
  for (const p of s.paths) {
    if (!isSiphon(p) || measured(s, 'drain-time', p.from)) continue;
    out.push({
      id: `siphon/${p.id}`,
      ends: EFFICIENCY.map((x) => ({
        edits: [{ at: `paths.${p.id}.efficiency`, to: x }],
        if: say`if “${p.name}” drains ${share(x)} of the flow of a full pipe`,
      })),
    });
  }
  return out;
}

/** The least and greatest that a figure may be over what is not measured, each turned by itself. */
export function rangeOver(
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

const RANK: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };

/** A finding that could be worse than it is expected, were something that is not measured at its end. */
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
  const expected = new Map(judge(s).map((f) => [keyOf(f), f]));
  const worst = new Map<string, Risk>();
  for (const u of uncertainties(s)) {
    for (const end of u.ends) {
      for (const f of judge(applyEdits(s, end.edits))) {
        const key = keyOf(f);
        const level = expected.get(key)?.level ?? 'fine';
        const known = worst.get(key);
        if (RANK[f.level] <= RANK[level] || (known && RANK[known.level] >= RANK[f.level])) continue;
        worst.set(key, { key, level: f.level, if: end.if, sentence: f.sentence });
      }
    }
  }
  return [...worst.values()];
}
