import type { Finding } from '../../findings/index.ts';
import type { Phrase } from '../../quantity/index.ts';
import type { ReadingId } from '../../system/index.ts';
import { isDated, type Tended } from '../../readings/tended.ts';
import type { SignId } from '../../entries/signs.ts';
import { CAUSES } from './causes.ts';
import { SYMPTOMS } from './symptoms.ts';
import type { Cause, Evidence } from './types.ts';

export * from './types.ts';
export { SYMPTOMS } from './symptoms.ts';
export { CAUSES } from './causes.ts';

/** How much speaks for a cause. */
export type EvidenceWeight = 'much' | 'some' | 'little';

export interface RankedCause {
  readonly cause: Cause;
  readonly points: number;
  readonly weight: EvidenceWeight;
  /** What speaks for it, the strongest first, and what against. */
  readonly for: readonly Evidence[];
  readonly against: readonly Evidence[];
}

export interface Diagnosis {
  readonly sign: SignId;
  readonly look: readonly Phrase[];
  readonly causes: readonly RankedCause[];
  /** The reading that would tell most, of those not taken in the last two days. */
  readonly tell: ReadingId | null;
}

const RECENT = 2 * 86_400_000;
const weightOf = (points: number): EvidenceWeight =>
  points >= 4.5 ? 'much' : points >= 2.5 ? 'some' : 'little';

/**
 * What may be behind a sign, ranked by how often it is and by what the log, the readings and this system’s findings
 * speak for it.
 *
 * @returns null for a sign of things being well
 */
export function diagnose(t: Tended, sign: SignId, findings: readonly Finding[]): Diagnosis | null {
  const symptom = SYMPTOMS.find((x) => x.sign === sign);
  if (!symptom) return null;
  const causes = symptom.causes
    .flatMap(([id, often]): RankedCause[] => {
      const cause = CAUSES.find((x) => x.id === id);
      if (!cause) return [];
      const all = cause
        .evidence({ t, findings })
        .filter((e): e is Evidence => e !== null && e.points !== 0);
      const points = all.reduce((sum, e) => sum + e.points, often);
      return [
        {
          cause,
          points,
          weight: weightOf(points),
          for: all.filter((e) => e.points > 0).sort((a, b) => b.points - a.points),
          against: all.filter((e) => e.points < 0),
        },
      ];
    })
    .sort((a, b) => b.points - a.points);
  // What tells most is asked for by the likeliest causes.
  const votes = new Map<ReadingId, number>();
  for (const c of causes)
    for (const id of c.cause.reads) {
      const l = t.latest[id];
      if (isDated(l) && t.now - l.at < RECENT) continue;
      votes.set(id, (votes.get(id) ?? 0) + Math.max(0, c.points));
    }
  const tell = [...votes].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
  return { sign, look: symptom.look, causes, tell };
}
