import { assess } from '../../assess/index.ts';
import type { Assessment, Figures } from '../../assess/index.ts';
import type { CubicMetres, Metres } from '../../quantity/si.ts';
import { applyEdits, type Edit, type SystemDocument } from '../../system/index.ts';

/**
 * The water of the tests, before the stones: a bed without them takes more than twice the water, and the pump must not run
 * dry for it. Every state that a step brings about is judged by what judges the design.
 */

/** Air that must stay over the water while it is tested. */
const ROOM: Metres = 0.01;
/** Poured in beyond what is missing, and the most turns until no pump misses any. */
const SPARE: CubicMetres = 0.002;
const TURNS = 8;

/** The system as it stands while it is tested. */
export interface WetTest {
  /** Edits that make of the design what is tested: no stones, no plants, the water of the test. */
  readonly edits: readonly Edit[];
  readonly system: SystemDocument;
  readonly a: Assessment;
  /** Whether its pumps can run until every bed is full, and its water has room when they stop. */
  readonly runs: boolean;
}

/** What a design lacks while its joints are tested. */
export function bareEdits(s: SystemDocument): Edit[] {
  return [
    ...s.vessels.flatMap((v): Edit[] => [
      ...(v.media ? [{ at: `vessels.${v.id}.media`, to: null }] : []),
      ...(v.pots ? [{ at: `vessels.${v.id}.pots`, to: null }] : []),
    ]),
    ...(s.crops.length ? [{ at: 'crops', to: [] }] : []),
  ];
}

/** Whether every vessel has room over its water, at rest and after a cut of the power. */
export const hasRoom = ({ balance }: Assessment): boolean =>
  [...balance.rest, ...balance.afterPowerCut].every((x) => x.freeboard >= ROOM - 1e-9);

/** What a pump misses most; nothing where every one stays covered. */
const missing = ({ balance }: Assessment) =>
  balance.reserves.reduce<(typeof balance.reserves)[number] | null>(
    (worst, r) => (r.volume < -1e-6 && r.volume < (worst?.volume ?? 0) ? r : worst),
    null,
  );

/**
 * Water for a test of a system: as the design has it, and more where a pump would run dry.
 *
 * @param changes what the step changes besides, as a drain that is blocked
 */
export function wetTest(c: Pick<Figures, 'system'>, changes: readonly Edit[] = []): WetTest {
  const edits = [...bareEdits(c.system), ...changes];
  let system = applyEdits(c.system, edits);
  let a = assess(system);
  const fills: Edit[] = [];
  for (let turn = 0; turn < TURNS; turn++) {
    const short = missing(a);
    if (!short) break;
    const v = system.vessels.find((x) => x.id === short.vessel)!;
    const more: Edit = { at: `vessels.${v.id}.fill`, to: v.fill - short.volume + SPARE };
    fills.push(more);
    system = applyEdits(system, [more]);
    a = assess(system);
  }
  if (missing(a) === null && hasRoom(a))
    return { edits: [...edits, ...fills], system, a, runs: true };
  const poured = applyEdits(c.system, edits);
  return { edits, system: poured, a: assess(poured), runs: false };
}

/** What one test needs beyond another, by vessel. */
export const moreWater = (
  of: WetTest,
  than: WetTest,
): { readonly vessel: string; readonly volume: CubicMetres }[] =>
  of.system.vessels.flatMap((v, i) => {
    const volume = v.fill - than.system.vessels[i]!.fill;
    return volume > 1e-6 ? [{ vessel: v.id, volume }] : [];
  });
