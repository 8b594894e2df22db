import { FAULT_TEST_LIMITS } from '../limits/index.ts';
import type { Fault } from '../day/faults/fault.ts';
import type { FaultKind } from './faults/index.ts';
import { faultsOf, faultsOfAll, type KnownFault } from './instances.ts';
import { USUAL_SEVERITY, type Severity } from './severity.ts';
import { momentsOf, FaultDay, worstMoment, type FaultOutcome } from '../day/faults/run.ts';
import { simulate } from '../day/simulate.ts';
import type { DayTrace } from '../day/types.ts';
import { compile } from '../assess/compile.ts';
import type { Network } from '../network/types.ts';
import { after, litres, mm, say, share, time, type Phrase } from '../quantity/index.ts';
import type { CubicMetres, Seconds, Share } from '../quantity/si.ts';
import { fishIn, type SystemDocument } from '../system/index.ts';

/** Fault tests: a fault put into the simulated day at its worst moment, and how the system came through. */

/** Came through; came through with something lost; did not. */
export type Grade = 'passed' | 'loss' | 'failed';

export interface FaultTest {
  readonly fault: string;
  readonly kind: FaultKind;
  readonly name: string;
  /** How many more parts are like the one it strikes. */
  readonly alike: number;
  /** Id of the path, control or vessel that it strikes. */
  readonly about: string;
  readonly grade: Grade;
  /** Worst moment of the day, s after midnight; nothing for what creeps. */
  readonly at: Seconds | null;
  readonly sentence: Phrase;
  /** What fish are left with at the least, where there are fish. */
  readonly fish: {
    readonly vessel: string;
    readonly volume: CubicMetres;
    readonly share: Share;
    /** From the strike until less than a quarter of their water was left; nothing where it stayed above. */
    readonly until: Seconds | null;
  } | null;
  readonly outcome: FaultOutcome;
}

/** Water on the floor from which a fault test is failed, m³, and up to which it is drops. */
const SPILL_FAILS: CubicMetres = FAULT_TEST_LIMITS.spill;
const DROPS: CubicMetres = FAULT_TEST_LIMITS.drops;
/** Least share of their water with which fish come through, and with which they come through well. */
const FISH_FAIL: Share = FAULT_TEST_LIMITS.fishFail;
const FISH_WELL: Share = FAULT_TEST_LIMITS.fishWell;
/** A loose pipe that leaves them this much is a loss, no failure: the line of the loose delivery’s finding. */
const LOOSE_KEEPS: Share = FAULT_TEST_LIMITS.loose;
/** Roots drown or dry when a bed stands so this much longer than on a day without the fault. */
const ROOTS: Seconds = FAULT_TEST_LIMITS.roots;

export const FAULT_TEST_WHY = say`Failed means more than ${litres(SPILL_FAILS)} on the floor, a pump that draws air, or fish with less than ${share(FISH_FAIL)} of their water. “With loss” means less on the floor, roots wet or dry for ${time(ROOTS)} more than usual, or fish with less than ${share(FISH_WELL)} of their water. These limits are our own.`;

interface Ground {
  readonly system: SystemDocument;
  /** The same day without a fault. */
  readonly usual: FaultOutcome;
}

const NOTHING: Fault = {
  id: 'nothing',
  kind: 'power-cut',
  about: 'system',
  name: 'Nothing',
  inject: (net) => net,
  lasts: null,
  follow: 86400,
};

/** What an outcome costs, beside a usual day. */
interface Harm {
  readonly lost: CubicMetres;
  /** What the fish keep, where there are any. */
  readonly fish: FaultTest['fish'];
  /** What the vessel with the fish keeps. */
  readonly kept: FaultOutcome['left'][number] | null;
  /** Beds that stand flooded, or get no water, for much longer than usual; the longest first. */
  readonly roots: readonly { bed: string; what: 'wet' | 'dry'; time: Seconds }[];
  /** A pump draws air that usually does not. */
  readonly dry: boolean;
}

function harmOf({ system, usual }: Ground, o: FaultOutcome): Harm {
  const tank = system.vessels.findIndex((v) => fishIn(system, v.id).count > 0);
  const kept = tank >= 0 ? o.left[tank]! : null;
  const roots = o.beds.flatMap((b, i) => {
    const was = usual.beds[i]!;
    return [
      ...(b.wet > was.wet + ROOTS ? [{ bed: b.bed, what: 'wet' as const, time: b.wet }] : []),
      ...(b.dry > was.dry + ROOTS ? [{ bed: b.bed, what: 'dry' as const, time: b.dry }] : []),
    ];
  });
  return {
    lost: Math.max(0, o.lost - usual.lost),
    kept,
    fish: kept && {
      vessel: kept.vessel,
      volume: kept.volume,
      share: Math.min(1, kept.share),
      until: o.lowAfter[tank] ?? null,
    },
    roots: roots.sort((a, b) => b.time - a.time),
    dry: o.dryAfter !== null && usual.dryAfter === null,
  };
}

function gradeBy({ lost, fish, kept, roots, dry }: Harm, loses: KnownFault['loses']): Grade {
  const leaks = loses === 'leak';
  const spilt = !leaks && lost > SPILL_FAILS;
  const thirsty = fish !== null && fish.share < FISH_FAIL;
  const failed =
    thirsty ||
    (loses === 'loose-end'
      ? (fish?.share ?? kept?.share ?? 1) < LOOSE_KEEPS && spilt
      : spilt || (dry && !leaks)) ||
    (leaks && dry);
  if (failed) return 'failed';
  const loss = lost > DROPS || roots.length > 0 || (fish !== null && fish.share < FISH_WELL) || dry;
  return loss ? 'loss' : 'passed';
}

/** What becomes of the water, where some is lost. */
function lostInWords(
  fault: KnownFault,
  o: FaultOutcome,
  { lost, dry }: Harm,
  where: string,
): Phrase {
  if (fault.loses === 'leak') return say`${litres(lost)} leak away in ${time(fault.follow)}.`;
  if (fault.loses === 'loose-end')
    return dry
      ? say`The pump empties ${litres(lost)} onto the floor before it draws air.`
      : say`The pump empties ${litres(lost)} onto the floor before you notice.`;
  return o.overAfter === null
    ? say`${litres(lost)} land on the floor.`
    : say`${litres(lost)} land on the floor. “${where}” overflows ${after(o.overAfter)}.`;
}

/** What came of a fault, in the grower's words, the water first. */
function outcomeInWords(s: SystemDocument, fault: KnownFault, o: FaultOutcome, harm: Harm): Phrase {
  const { lost, fish, kept, roots, dry } = harm;
  const name = (id: string | null) =>
    s.vessels.find((v) => v.id === id)?.name ??
    s.paths.find((p) => p.id === id)?.name ??
    'a vessel';
  const parts: Phrase[] = [];
  if (lost > DROPS) parts.push(lostInWords(fault, o, harm, name(o.where)));
  if (dry) parts.push(say`The pump of “${name(o.dryPump)}” draws air ${after(o.dryAfter!)}.`);
  const worst = roots[0];
  if (worst)
    parts.push(
      worst.what === 'wet'
        ? say`“${name(worst.bed)}” stays flooded for ${time(worst.time)}.`
        : say`“${name(worst.bed)}” gets no water for ${time(worst.time)}.`,
    );
  if (fish && fish.share < FISH_WELL)
    parts.push(
      fish.until === null
        ? say`The fish keep ${share(fish.share)} of their water, ${litres(fish.volume)}, ${mm(kept!.depth)} deep.`
        : say`After ${time(fish.until)} the fish have less than a quarter of their water. At the lowest, ${litres(fish.volume)} are left.`,
    );
  if (!parts.length)
    parts.push(
      fish
        ? say`No water is lost. The fish keep ${share(fish.share)} of their water.`
        : say`No water is lost.`,
    );
  return parts.flatMap((p, i) => (i ? [' ', ...p] : [...p]));
}

function gradeOf(ground: Ground, fault: KnownFault, o: FaultOutcome): Omit<FaultTest, 'outcome'> {
  const harm = harmOf(ground, o);
  return {
    fault: fault.id,
    kind: fault.kind,
    name: fault.name,
    alike: fault.alike ?? 0,
    about: fault.about,
    grade: gradeBy(harm, fault.loses),
    at: fault.creeps ? null : o.at,
    sentence: outcomeInWords(ground.system, fault, o, harm),
    fish: harm.fish,
  };
}

/** A system made ready for its fault tests. */
export class FaultTests {
  /** Of parts that are alike the first stands for all. */
  readonly faults: readonly KnownFault[];
  private readonly net: Network;
  private readonly stage: FaultDay;
  private readonly usual: FaultOutcome;

  /**
   * @param moments at which faults strike; those of its own day where none are given
   * @param how hard they strike
   */
  constructor(
    private readonly system: SystemDocument,
    moments?: readonly Seconds[],
    private readonly how: Severity = USUAL_SEVERITY,
  ) {
    this.net = compile(system);
    const given = moments ?? momentsOf(this.net, simulate(this.net));
    this.stage = new FaultDay(this.net, given.length ? given : [0]);
    this.faults = faultsOf(system, this.net, how);
    this.usual = this.stage.strike(NOTHING, this.stage.moments[0]!);
  }

  /** A fault by its kind and what it is about, at any part; nothing where the system cannot have it. */
  fault(kind: string, about: string): KnownFault | undefined {
    return faultsOfAll(this.system, this.net, this.how).find(
      (f) => f.kind === kind && f.about === about,
    );
  }

  private graded(fault: KnownFault, outcome: FaultOutcome): FaultTest {
    const ground = { system: this.system, usual: this.usual };
    return { ...gradeOf(ground, fault, outcome), outcome };
  }

  /** Runs a fault test at its worst moment. */
  run(fault: KnownFault): FaultTest {
    return this.graded(fault, worstMoment(this.stage, fault));
  }

  /** Runs a fault test at a moment. */
  runAt(fault: KnownFault, at: Seconds): FaultTest {
    return this.graded(fault, this.stage.strike(fault, fault.creeps ? 0 : at));
  }

  /** The day around it, to be played; its times count from `start`. */
  replay(fault: Fault, at: Seconds): { trace: DayTrace; start: Seconds; struck: Seconds } {
    const { trace, start } = this.stage.replay(fault, at);
    return { trace, start, struck: at - start };
  }
}

export const RANK: Record<Grade, number> = { passed: 0, loss: 1, failed: 2 };
