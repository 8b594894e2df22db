import { say, type Phrase } from '../quantity/index.ts';
import { aliveShare, Coupled } from './coupled.ts';
import type { PracticeBasis } from './basis.ts';
import { FIRST_MORNING, startState } from './start.ts';

/** Whether the fish of a system live in it where nothing happens: a run teaches nothing on fish that die anyway. */

export type SeasonOfYear = 'summer' | 'winter';
/** Days of the year on which runs are set in the north, and how long the longest is followed. */
const SEASON_DAYS: Readonly<Record<SeasonOfYear, number>> = { summer: 200, winter: 20 };
const MILD = 150;
const FOLLOWED = 36 * 3600;
/** So much of the fish’s mass is alive at the end where they live. */
const ALIVE = 0.98;

const known = new WeakMap<PracticeBasis, Map<number, boolean>>();
function livesOn(g: PracticeBasis, day: number): boolean {
  if (!g.hasFish) return true;
  const days = known.get(g) ?? new Map<number, boolean>();
  known.set(g, days);
  const there = days.get(day);
  if (there !== undefined) return there;
  const w = new Coupled(g, startState(g, day, []), day).advance(FIRST_MORNING + FOLLOWED);
  const lives = aliveShare(g, w.state) >= ALIVE;
  days.set(day, lives);
  return lives;
}

/** Day of the year in the middle of a season, at the place of a system. */
export const seasonDay = (g: PracticeBasis, season: SeasonOfYear): number => {
  const north = (g.system.site.latitude ?? 45) >= 0;
  return SEASON_DAYS[(season === 'summer') === north ? 'summer' : 'winter'];
};
/** Whether the fish live through a season, nothing else happening; any season where none is given. */
export const livesIn = (g: PracticeBasis, season: SeasonOfYear | null): boolean =>
  livesOn(g, season ? seasonDay(g, season) : MILD);

/** What is to be mended before a system can be practised on; null where its fish live. */
export function mendFirst(g: PracticeBasis): Phrase | null {
  if (livesIn(g, null)) return null;
  const first = g.findings.find((f) => f.level === 'stop');
  return [
    ...say`The fish in this system die within two days even without a fault. Solve its problems first, then practise.`,
    ...(first ? [' ', ...first.sentence] : []),
  ];
}
