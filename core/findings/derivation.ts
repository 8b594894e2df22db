import { endsOfVoids, firstBed, withRange } from '../derived/quantity.ts';
import type { Derivation } from '../quantity/derivation.ts';
import type { SystemDocument } from '../system/index.ts';
import { judge } from './judge.ts';
import type { Context } from './rule.ts';
import { ruleOf } from './rules/index.ts';
import { keyOf, type Finding } from './types.ts';

/**
 * The finding's number at the low and high end of a bed's voids; nothing where it does not depend on
 * them, or where only the day in time can say it.
 */
function overVoidsOf(s: SystemDocument, f: Finding): readonly [number, number] | undefined {
  const bed = firstBed(s);
  const ends = bed === undefined ? undefined : endsOfVoids(s, bed);
  const values = ends?.map((x) => judge(x).find((y) => keyOf(y) === keyOf(f) && y.kind === f.kind));
  if (!values?.every((x) => x !== undefined)) return undefined;
  const [a, b] = values.map((x) => x.measured) as [number, number];
  return Math.abs(a - b) > 1e-9 * Math.abs(a + b)
    ? [Math.min(a, b, f.measured), Math.max(a, b, f.measured)]
    : undefined;
}

/**
 * Derivation of a finding's number: formula, this system's values, source.
 *
 * @returns nothing where the finding is not of this system
 */
export function derivationOfFinding(c: Context, f: Finding): Derivation | null {
  const e = ruleOf(f.id).explain({ ...c, f });
  return e
    ? {
        ...e,
        value: f.measured,
        kind: f.kind,
        limit: f.limit,
        source: f.source,
        ...withRange(overVoidsOf(c.system, f)),
      }
    : null;
}
