import fc from 'fast-check';
import {
  applyEdits,
  pumpedLines,
  LAYOUTS,
  type Edit,
  type SystemDocument,
} from '../system/index.ts';
import {
  addBed,
  addFilter,
  addOverflow,
  addPump,
  addSite,
  addSump,
  moveReturn,
  removeVessel,
  returnsOf,
  SITES,
  type MakeUp,
} from '../system/makeup/index.ts';

/** Systems of any layout changed as the program's own buttons change them, in any order. */

type Change = (s: SystemDocument, pick: <T>(from: readonly T[]) => T | undefined) => MakeUp | null;

const on = <T>(x: T | undefined, change: (x: T) => MakeUp): MakeUp | null =>
  x === undefined ? null : change(x);

const CHANGES: readonly Change[] = [
  (s) => addBed(s),
  ...SITES.map(
    ({ id }): Change =>
      (s) =>
        addSite(s, id),
  ),
  (s) => addSump(s),
  (s, pick) => on(pick(pumpedLines(s)), (l) => addPump(s, l.id)),
  (s, pick) => on(pick(pumpedLines(s)), (l) => addFilter(s, l.id)),
  (s, pick) => on(pick(s.vessels), (v) => addOverflow(s, v.id)),
  (s, pick) => on(pick(s.vessels), (v) => removeVessel(s, v.id)),
  (s, pick) =>
    on(pick(s.paths.filter((p) => p.kind !== 'pumped-line')), (p) => {
      const end = pick(returnsOf(s, p));
      return end ? moveReturn(s, p.id, end.id) : { ok: false, why: 'Nowhere.' };
    }),
];

const step = fc.record({ change: fc.nat(CHANGES.length - 1), pick: fc.nat(1000) });

/** Makes one change; what has no meaning leaves the system as it is. */
function made(s: SystemDocument, { change, pick }: { change: number; pick: number }) {
  const m = CHANGES[change]!(s, (from) => from[pick % from.length]);
  return m?.ok ? applyEdits(s, m.edits) : s;
}

/** Fills of every vessel, times a share, so that some hold too little and some too much. */
const refilled = (s: SystemDocument, shares: readonly number[]): SystemDocument =>
  applyEdits(
    s,
    s.vessels.map((v, i): Edit => ({
      at: `vessels.${v.id}.fill`,
      to: v.fill * shares[i % shares.length]!,
    })),
  );

/** A system of any layout after up to so many changes of its make-up. */
export const madeUp = (changes: number): fc.Arbitrary<SystemDocument> =>
  fc
    .record({
      layout: fc.constantFrom(...LAYOUTS),
      steps: fc.array(step, { maxLength: changes, size: 'max' }),
      shares: fc.array(fc.double({ min: 0.3, max: 1.25, noNaN: true }), {
        minLength: 3,
        maxLength: 3,
      }),
      refill: fc.boolean(),
    })
    .map(({ layout, steps, shares, refill }) => {
      const s = steps.reduce(made, layout.make('any', 'Any'));
      return refill ? refilled(s, shares) : s;
    });

/** Up to so many further changes of the make-up, to be made on a system. */
export const madeUpFurther = (
  changes: number,
): fc.Arbitrary<(s: SystemDocument) => SystemDocument> =>
  fc.array(step, { minLength: 1, maxLength: changes }).map((steps) => (s) => steps.reduce(made, s));
