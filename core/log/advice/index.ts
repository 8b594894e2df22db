import { ADVICE_ORDER, URGENCIES, type Advice, type AdviceRule, type Advised } from './types.ts';
import type { Tended } from '../../readings/tended.ts';
import { ammonia } from './rules/ammonia.ts';
import { carbonate } from './rules/carbonate.ts';
import { chlorine } from './rules/chlorine.ts';
import { deaths, feeding } from './rules/fish.ts';
import { nitrate } from './rules/nitrate.ts';
import { nitrite } from './rules/nitrite.ts';
import { oxygen, power } from './rules/oxygen.ts';
import { solutionAge, strength } from './rules/solution.ts';
import { stale } from './rules/stale.ts';
import { temperature } from './rules/temperature.ts';
import { trend } from './rules/trend.ts';
import { clogging, delivery, level } from './rules/water.ts';

export * from './types.ts';
export { movedToday } from './rules/carbonate.ts';
export { toppedUp } from './rules/water.ts';
export { wantedEvery } from './rules/stale.ts';
export { agoWords, readWords } from './pace.ts';

/** Every rule of the advice. */
const RULES: readonly AdviceRule[] = [
  power,
  oxygen,
  ammonia,
  nitrite,
  chlorine,
  temperature,
  deaths,
  feeding,
  carbonate,
  level,
  delivery,
  clogging,
  nitrate,
  strength,
  solutionAge,
  trend,
  stale,
];

const rank = (a: Advice): number =>
  URGENCIES.indexOf(a.urgency) * 100 + (a.kind === 'wait' ? 50 : 0) + ADVICE_ORDER.indexOf(a.id);

/** One change of water at a time: the most urgent stands, and what is read after it says whether another is needed. */
const oneChange = (all: readonly Advice[]): Advice[] => {
  const first = all.find((a) => a.kind === 'change-water');
  return all.filter((a) => a.kind !== 'change-water' || a === first);
};

/**
 * What to do, the most urgent first.
 *
 * Never two doses within their wait, never a step larger than the small-step rule allows, nothing that would make
 * another reading unsafe.
 */
export function adviceOf(t: Tended): Advice[] {
  const all = RULES.flatMap((rule) =>
    rule.advise(t).map((a: Advised): Advice => ({
      ...a,
      id: rule.id,
      until: a.kind === 'wait' && a.wait !== null ? t.now + a.wait * 1000 : null,
    })),
  );
  return oneChange(all.sort((a, b) => rank(a) - rank(b)));
}
