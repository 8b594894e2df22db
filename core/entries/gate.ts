import { parse, say, type Phrase, type QuantityKind } from '../quantity/index.ts';
import { EARLIEST } from '../calendar/time.ts';
import { readField, type ReadField } from './fields.ts';
import type { Moment } from './types.ts';

/** The gate for values from outside: their unit, their range, their time. What does not pass is shown, not logged. */

/** A value in a named unit, in SI; null where the unit is none of its kind. */
export function inSi(value: number, unit: string, kind: QuantityKind): number | null {
  const name = unit.trim();
  if (name === '') return value;
  // Two values give factor and zero point, whatever number the value itself is.
  const [zero, one] = [parse(`0 ${name}`, kind, 'metric'), parse(`1 ${name}`, kind, 'metric')];
  if (!zero.ok || !one.ok) return null;
  return zero.value + value * (one.value - zero.value);
}

export type Gated =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly why: Phrase };

/** Whether a value can be one of a field, with the slack of rounding. */
export const canBe = (id: ReadField, low: number, high = low): boolean => {
  const { min, max } = readField(id);
  const slack = 1e-9 * (max - min);
  return low >= min - slack && high <= max + slack;
};

/**
 * A value as it may go into the log.
 *
 * @param unit as its source names it; empty is SI
 */
export function takeValue(id: ReadField, value: number, unit: string): Gated {
  const f = readField(id);
  if (!Number.isFinite(value)) return { ok: false, why: say`This is not a number.` };
  const si = inSi(value, unit, f.kind);
  if (si === null) return { ok: false, why: [`“${unit}” is not a known unit of ${f.short}.`] };
  if (!canBe(id, si))
    return { ok: false, why: [`${f.label} cannot be `, { value: si, kind: f.kind }, '.'] };
  return { ok: true, value: si };
}

/** A source’s clock is believed within this, ms. */
const AHEAD = 60_000;
const BEHIND = 25 * 3_600_000;
/**
 * When a value was read: by its source’s clock where that can be right, else by ours, with how far it is off, ms.
 *
 * @param at by the source’s clock; null where it says nothing
 * @param came when it came, by ours
 */
export function takeTime(
  at: Moment | null,
  came: Moment,
): { readonly at: Moment; readonly off: number | null } {
  if (at === null || Number.isNaN(at)) return { at: came, off: null };
  if (at >= EARLIEST && at <= came + AHEAD && at >= came - BEHIND) return { at, off: null };
  return { at: came, off: at - came };
}
