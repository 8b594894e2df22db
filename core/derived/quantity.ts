import { assess } from '../assess/assess.ts';
import type { Figures } from '../assess/figures.ts';
import { mediumById } from '../catalogue/index.ts';
import type { Derivation, Explained, Given } from '../quantity/derivation.ts';
import type { QuantityKind } from '../quantity/units.ts';
import { applyEdits, measured, vesselOf, type SystemDocument } from '../system/index.ts';

export type { Figures };

/** A number that follows from the system: named, worked out and explained in one place. */
export interface DerivedQuantity<Id extends string = string> {
  readonly id: Id;
  /** Beside the number in a panel, where its group says what it is of. */
  readonly label: string;
  readonly kind: QuantityKind;
  /**
   * Its value in SI; nothing where the part has no such number.
   *
   * @param part id of the vessel, path or delivery it is of; empty for one of the whole system
   */
  readonly value: (c: Figures, part: string) => number | null;
  /** Formula and inputs, as {@link value} takes them. */
  readonly explain: (c: Figures, part: string) => Explained | null;
  /** Value, formula, inputs, source and range together. */
  readonly derive: (c: Figures, part: string) => Derivation | null;
}

/** Or a function of the part’s figures that gives it. */
type From<T, R> = R | ((t: T) => R);

interface Definition<Id extends string, T> {
  readonly id: Id;
  readonly title: string;
  readonly label?: string;
  readonly kind: QuantityKind;
  /** The figures that it follows from, for one part. */
  readonly of: (c: Figures, part: string) => T | null | undefined;
  readonly value: (t: T) => number;
  readonly formula: From<T, string>;
  readonly given: (t: T) => readonly Given[];
  readonly source: From<T, string>;
  readonly note?: string;
  readonly range?: (t: T) => readonly [number, number];
  /** The bed whose voids, while they are not measured, make a range of it. */
  readonly overVoidsOf?: (c: Figures, part: string) => string | undefined;
}

/** The system with a bed's voids at their low and at their high end, where they are not measured. */
export function endsOfVoids(
  s: SystemDocument,
  bed: string,
): readonly [SystemDocument, SystemDocument] | undefined {
  const v = vesselOf(s, bed);
  if (!v.media || v.media.voids !== null || measured(s, 'fill-time', bed)) return undefined;
  const medium = mediumById(v.media.medium);
  if (!medium) return undefined;
  const at = `vessels.${bed}.media.voids`;
  const [low, , high] = medium.voids;
  return [applyEdits(s, [{ at, to: low }]), applyEdits(s, [{ at, to: high }])];
}

/** Id of the first bed of a system, by which ranges over voids are shown where several beds count. */
export const firstBed = (s: SystemDocument): string | undefined =>
  s.vessels.find((v) => v.role === 'bed')?.id;

/** A range, low end first, where both its ends are finite; else nothing to add to a derivation. */
export function withRange(ends: readonly (number | null)[] | undefined): {
  range?: readonly [number, number];
} {
  if (!ends?.every((x): x is number => x !== null && Number.isFinite(x))) return {};
  return { range: [Math.min(...ends), Math.max(...ends)] };
}

const resolve = <T, R extends string>(x: From<T, R>, t: T): R =>
  typeof x === 'function' ? x(t) : x;

/** Makes a quantity of its definition, its id known to the compiler. */
export function derived<const Id extends string, T>(d: Definition<Id, T>): DerivedQuantity<Id> {
  const value = (c: Figures, part: string): number | null => {
    const t = d.of(c, part);
    return t ? d.value(t) : null;
  };
  const explained = (t: T): Explained => ({
    title: d.title,
    formula: resolve(d.formula, t),
    given: d.given(t),
    ...(d.note === undefined ? {} : { note: d.note }),
  });
  const rangeOf = (c: Figures, part: string, t: T) => {
    if (d.range) return withRange(d.range(t));
    const bed = d.overVoidsOf?.(c, part);
    const ends = bed === undefined ? undefined : endsOfVoids(c.system, bed);
    return withRange(ends?.map((system) => value({ system, a: assess(system), day: null }, part)));
  };
  return {
    id: d.id,
    label: d.label ?? d.title,
    kind: d.kind,
    value,
    explain: (c, part) => {
      const t = d.of(c, part);
      return t ? explained(t) : null;
    },
    derive: (c, part) => {
      const t = d.of(c, part);
      return t
        ? {
            ...explained(t),
            value: d.value(t),
            kind: d.kind,
            source: resolve(d.source, t),
            ...rangeOf(c, part, t),
          }
        : null;
    },
  };
}
