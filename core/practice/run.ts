import { chance } from '../numerics/chance.ts';
import type { Seconds } from '../quantity/si.ts';
import { actionsFor, perform, type Action } from './actions.ts';
import { Coupled, strengthOf, type Observer } from './coupled.ts';
import { practiceFaultOf } from './faults/index.ts';
import { fishState } from '../life/index.ts';
import { SALTY, allVolume, homeWater, saltsShare } from './stress.ts';
import type { PracticeBasis } from './basis.ts';
import type { Seen } from './looks.ts';
import { scenarioOf, setupOf, type Setup } from './scenarios.ts';
import { startState } from './start.ts';
import type { PracticeTally } from './types.ts';

/** A run: a scenario in a system, and what the player did, act by act. The record is all that is kept of it. */

/** A run as it is kept and handed on: plain data from which it can be played again, exactly. */
export interface RunRecord {
  readonly system: string;
  readonly scenario: string;
  readonly seed: number;
  readonly acts: readonly Action[];
}

/** One act of a run with what came of it. */
export interface ActionRecord extends Action {
  /** When it was begun and ended, s after the first midnight. */
  readonly from: Seconds;
  readonly till: Seconds;
  readonly seen: Seen;
}

/** A system as it stands when the player comes. */
export function begin(g: PracticeBasis, setup: Setup, observer?: Observer): Coupled {
  const state = startState(g, setup.day, setup.hidden);
  return new Coupled(g, state, setup.day).advance(setup.begins, observer);
}

/** Chance of the n-th act of a run: what a kit is wrong by. */
const uniformOf = (seed: number, n: number): number => chance(seed * 7919 + n)();

/** A run that is played: the system as it is now, and what was done. */
export class PracticeRun {
  readonly entries: ActionRecord[] = [];

  private constructor(
    readonly ground: PracticeBasis,
    readonly setup: Setup,
    readonly world: Coupled,
  ) {}

  /** @throws RangeError where the system cannot have the scenario */
  static start(g: PracticeBasis, scenario: string, seed: number, observer?: Observer): PracticeRun {
    const setup = setupOf(g, scenarioOf(scenario), seed);
    return new PracticeRun(g, setup, begin(g, setup, observer));
  }

  /** Plays a record again. @throws RangeError where it names what this system has not */
  static replay(g: PracticeBasis, r: Omit<RunRecord, 'system'>, observer?: Observer): PracticeRun {
    const run = PracticeRun.start(g, r.scenario, r.seed, observer);
    for (const a of r.acts) run.do(a, observer);
    return run;
  }

  get over(): boolean {
    return this.world.state.t >= this.setup.ends - 1;
  }

  /** Does an act. @throws RangeError where it cannot be done here */
  do(a: Action, observer?: Observer): ActionRecord {
    if (!actionsFor(this.ground).some((x) => x.act === a.act && x.about === a.about))
      throw new RangeError('That cannot be done here.');
    const from = this.world.state.t;
    const uniform = uniformOf(this.setup.seed, this.entries.length);
    const seen = perform(this.world, a, uniform, this.setup.ends, observer);
    const entry: ActionRecord = { ...a, from, till: this.world.state.t, seen };
    this.entries.push(entry);
    return entry;
  }

  /** Lets the rest of the time go by. */
  finish(observer?: Observer): this {
    this.world.advance(this.setup.ends, observer);
    return this;
  }

  get record(): RunRecord {
    return {
      system: this.ground.system.id,
      scenario: this.setup.scenario,
      seed: this.setup.seed,
      acts: this.entries.map(({ act, about }) => ({ act, about })),
    };
  }
}

/** Share of its water at rest that a system must have, besides what air and plants have taken since it was filled. */
const ENOUGH = 0.88;
function waterShare({ ground: g, state: s }: Coupled): number {
  const taken = (g.c.a.balance.dailyWaterUse * s.t) / 86_400;
  return (allVolume(g, s) + taken) / Math.max(1e-6, g.water);
}

/** Whether all is as it should be: nothing that lasts is left uncured, there is water enough, and it does them no harm. */
export function isWell(w: Coupled): boolean {
  const { ground: g, state: s } = w;
  const left = s.hidden.some((h) => {
    const f = practiceFaultOf(h.kind);
    const lasting = f.mustCure ?? (f.inject ?? f.effects ?? f.goesOn) !== undefined;
    return lasting && f.cures.length > 0 && strengthOf(h, s.t) > 0;
  });
  // Fish in a tub are not at home.
  if (
    left ||
    s.set.tub.length ||
    s.pests > 0.2 ||
    waterShare(w) < ENOUGH ||
    saltsShare(g, s) > SALTY
  )
    return false;
  if (!g.hasFish) return true;
  // What nobody can put right, as the weather, need only be borne.
  const borne = s.hidden.some(
    (h) => !practiceFaultOf(h.kind).cures.length && strengthOf(h, s.t) > 0,
  );
  const water = homeWater(g, s, s.water.volumes);
  return g.groups.every((x) => {
    const shoal = s.shoals.find((y) => y.id === x.id);
    if (!shoal || shoal.alive < 0.5) return true;
    const { stress, dying } = fishState(x.kind, water);
    return borne ? dying === 0 : !stress;
  });
}

/**
 * What a run cost, in one figure to compare lines of action by: a litre on the floor counts 1, an hour of one fish
 * under stress 1, a dead fish 60, a plant 8, a minute’s work 0.2, money 1, and 150 where it is not well at the end.
 * Our own weights.
 */
export function lossOf(tally: PracticeTally, well: boolean): number {
  return (
    1000 * tally.lost +
    tally.stress +
    60 * tally.died +
    8 * tally.withered +
    0.2 * tally.minutes +
    0.5 * tally.tests +
    tally.money +
    (well ? 0 : 150)
  );
}
