import { assess } from '../../assess/index.ts';
import type { Assessment, Figures } from '../../assess/index.ts';
import type { CubicMetres, Metres } from '../../quantity/si.ts';
import { applyEdits, type Edit, type SystemDocument } from '../../system/index.ts';

/**
 * The water of the tests, before the stones: a bed without them takes more than twice the water, and the pump must not run
 * dry for it. Every state that a step brings about is judged by what judges the design.
 */

/** Air that must stay over the water while it is tested: after a power cut too, and under a rim with a drain blocked. */
export const ROOM: Metres = 0.01;
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

/** A system in a test: its water as the edits have it, and more where a pump would run dry and there is room. */
function poured(s: SystemDocument, edits: readonly Edit[]): WetTest {
  const system = applyEdits(s, edits);
  const asIs: WetTest = { edits, system, a: assess(system), runs: false };
  let last = asIs;
  for (let turn = 0; turn < TURNS; turn++) {
    const short = missing(last.a);
    if (!short) break;
    const v = last.system.vessels.find((x) => x.id === short.vessel)!;
    const more: Edit = { at: `vessels.${v.id}.fill`, to: v.fill - short.volume + SPARE };
    const fuller = applyEdits(last.system, [more]);
    last = { edits: [...last.edits, more], system: fuller, a: assess(fuller), runs: false };
  }
  return missing(last.a) === null && hasRoom(last.a) ? { ...last, runs: true } : asIs;
}

/** The test of a system: as the design has it, without its stones. */
export const wetTest = ({ system }: Pick<Figures, 'system'>): WetTest =>
  poured(system, bareEdits(system));

/**
 * A test in which something is changed besides, as a drain that is blocked: with the water that stands there already.
 *
 * @param wet the test; where its pumps have to be stopped in time, they have to be in this one too
 */
export function wetTestWith(
  { system }: Pick<Figures, 'system'>,
  wet: WetTest,
  changes: readonly Edit[],
): WetTest {
  const edits = [...wet.edits, ...changes];
  return wet.runs ? poured(system, edits) : { ...wet, edits };
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
