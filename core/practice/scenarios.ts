import { dayAfter } from '../calendar/dayOfYear.ts';
import { chance } from '../numerics/chance.ts';
import type { Seconds } from '../quantity/si.ts';
import { practiceFaultOf, type PracticeFault } from './faults/index.ts';
import { livesIn, seasonDay, type SeasonOfYear } from './lives.ts';
import { FIRST_MORNING } from './start.ts';
import type { PracticeBasis } from './basis.ts';
import type { Hidden } from './types.ts';

/** Scenarios: what strikes when, alone or as it really comes together; and runs, made from one by a seed. */

/** A fault of a scenario. */
interface Strike {
  readonly kind: string;
  /** Hours before the player comes, and over how many it grows; 0 is at once. */
  readonly before: number;
  readonly grows?: number;
}

export interface Scenario {
  readonly id: string;
  readonly strikes: readonly Strike[];
  /** Hour at which the player comes, and for how many hours it is followed. */
  readonly hour: number;
  readonly hours: number;
  /** Time of the year in which it happens; null in any. */
  readonly season: SeasonOfYear | null;
  /** Faults that must be possible in a system besides those that strike. */
  readonly needs?: readonly string[];
}

const at = (kind: string, before: number, grows = 0): Strike => ({ kind, before, grows });
const scene = (
  id: string,
  strikes: readonly Strike[],
  hour: number,
  hours: number,
  season: Scenario['season'] = null,
): Scenario => ({ id, strikes, hour, hours, season });

// prettier-ignore
export const SCENARIOS: readonly Scenario[] = [
  scene('still-morning', [], 8, 24),
  scene('dark-evening', [at('power-cut', 1)], 20, 24),
  { ...scene('cut-and-clock', [at('power-cut', 10)], 8, 30), needs: ['timer-late'] },
  scene('silent-pump', [at('pump-fails', 2)], 7, 24),
  scene('slow-slime', [at('pump-clogged', 60, 72)], 8, 30),
  scene('loose-end', [at('delivery-off', 0.2)], 18, 24),
  scene('hung-float', [at('float-stuck', 4)], 8, 24),
  scene('turned-tap', [at('valve-shut', 3)], 9, 24),
  scene('sleeping-bell', [at('siphon-never-starts', 6)], 8, 30),
  scene('endless-bell', [at('siphon-never-stops', 6)], 8, 30),
  scene('full-guard', [at('guard-clogged', 4)], 8, 24),
  scene('shut-drain', [at('drain-blocked', 0.5)], 8, 24),
  scene('roots-in-the-drain', [at('drain-blocked', 30, 36)], 8, 30),
  scene('clog-and-crowd', [at('guard-clogged', 20), at('overfeeding', 3)], 8, 30),
  scene('never-off', [at('timer-stuck-on', 6)], 8, 24),
  scene('never-on', [at('timer-stuck-off', 8)], 8, 30),
  scene('away-for-a-week', [at('top-up-forgotten', 1)], 8, 24),
  scene('slow-drip', [at('leak', 8)], 8, 24),
  scene('generous-hand', [at('overfeeding', 3)], 8, 30),
  scene('hot-and-fed', [at('heat-wave', 30, 24), at('overfeeding', 2)], 14, 30, 'summer'),
  scene('under-the-pump', [at('dead-fish', 14)], 8, 30),
  scene('straight-from-the-tap', [at('tap-untreated', 0.5)], 9, 30),
  scene('topped-up-in-haste', [at('top-up-forgotten', 3), at('tap-untreated', 0.5)], 9, 30),
  scene('used-up', [at('ph-crash', 20)], 8, 30),
  scene('cold-night', [at('heater-fails', 24)], 7, 36, 'winter'),
  scene('too-warm', [at('heater-stuck', 24)], 8, 30, 'winter'),
  scene('no-bubbles', [at('air-pump-stops', 9)], 6, 24, 'summer'),
  scene('heat', [at('heat-wave', 30, 24)], 12, 36, 'summer'),
  scene('new-plants', [at('pests', 40)], 9, 48),
  scene('bought-in-summer', [at('pests', 60), at('top-up-forgotten', 2)], 9, 36, 'summer'),
  scene('twice-dosed', [at('mixed-too-strong', 20)], 8, 30),
  scene('dose-and-drip', [at('mixed-too-strong', 20), at('leak', 6)], 8, 30),
];

/** Needs of a scenario that a system does not have, told without its faults; none where it can happen there. */
export const missingFor = (g: PracticeBasis, s: Scenario): string[] => [
  ...[...s.strikes.map((x) => x.kind), ...(s.needs ?? [])].flatMap((kind) => {
    const f = practiceFaultOf(kind);
    return f.places(g).length ? [] : [f.needs];
  }),
  ...(s.season === null || livesIn(g, s.season)
    ? []
    : [`fish that live through the ${s.season} here`]),
];
/** The scenarios that can happen in a system. */
export const scenariosFor = (g: PracticeBasis): Scenario[] =>
  SCENARIOS.filter((s) => !missingFor(g, s).length);

/** What a run begins from: all that chance decided, by its seed. */
export interface Setup {
  readonly scenario: string;
  readonly seed: number;
  /** Day of the year of the first midnight. */
  readonly day: number;
  readonly hidden: readonly Hidden[];
  /** When the player comes, and until when it is followed; s after the first midnight. */
  readonly begins: Seconds;
  readonly ends: Seconds;
}

/**
 * A run of a scenario in a system.
 *
 * @param seed the same gives the same run
 * @throws RangeError where the system cannot have it
 */
export function setupOf(g: PracticeBasis, scenario: Scenario, seed: number): Setup {
  if (missingFor(g, scenario).length) throw new RangeError('This cannot happen in this system.');
  const random = chance(seed);
  const middle = scenario.season === null ? 110 + 80 * random() : seasonDay(g, scenario.season);
  const day = dayAfter(1, Math.round(middle + 20 * (random() - 0.5)) - 1);
  const begins = FIRST_MORNING + (scenario.hour - 8) * 3600 + Math.round(random() * 4) * 300;
  const ends = begins + scenario.hours * 3600;
  const strikes = scenario.strikes.map((x): Hidden => {
    const f = practiceFaultOf(x.kind);
    const places = f.places(g);
    const about = places[Math.floor(random() * places.length)]!;
    const before = x.before * (0.8 + 0.4 * random());
    // What is done once as it strikes needs a system that runs; what grows may have begun long ago.
    const from = f.strike ? Math.max(2 * 3600, begins - before * 3600) : begins - before * 3600;
    return hidden(f, about, from, (x.grows ?? 0) * 3600);
  });
  const left = strikes.flatMap((h) => (h.lasts === null ? [] : leftBy(g, h, h.from + h.lasts)));
  return {
    scenario: scenario.id,
    seed,
    day,
    hidden: [...strikes, ...left.filter((h) => h.from < ends)],
    begins,
    ends,
  };
}

const hidden = (f: PracticeFault, about: string, from: Seconds, grows: Seconds): Hidden => ({
  kind: f.id,
  about,
  from,
  grows,
  lasts: f.lasts ?? null,
  cured: null,
  struck: false,
});
/** What a fault leaves behind when it is over, at every place where it can. */
const leftBy = (g: PracticeBasis, over: Hidden, from: Seconds): Hidden[] =>
  (practiceFaultOf(over.kind).leaves ?? []).flatMap((kind) => {
    const f = practiceFaultOf(kind);
    return f.places(g).map((about) => hidden(f, about, from, 0));
  });

/** A scenario by chance, of those that can happen. @throws RangeError where none can */
export function drawn(g: PracticeBasis, seed: number): Scenario {
  const all = scenariosFor(g);
  if (!all.length) throw new RangeError('Nothing can be practised in this system.');
  return all[Math.floor(chance(seed ^ 0x5bd1e995)() * all.length)]!;
}
/** The scenario of an id. @throws RangeError where there is none */
export function scenarioOf(id: string): Scenario {
  const s = SCENARIOS.find((x) => x.id === id);
  if (!s) throw new RangeError(`No scenario ${id}`);
  return s;
}
