import {
  DEATH_LIMITS,
  FEED_LIMITS,
  HEAT_WAIT,
  MEMORY,
  NITRIFIES_LIMITS,
} from '../../limits/index.ts';
import { concentration, feed, mass, say, time } from '../../quantity/index.ts';
import { recent, tankOf, type Tended } from '../../readings/index.ts';
import type { SignId } from '../../entries/signs.ts';
import type { ReadingId } from '../../system/index.ts';
import { lookStep, removeStep } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** Deaths, illness, feed, new fish: what the fish themselves show. */

/** What is read when fish die or are ill. */
const TESTS: readonly ReadingId[] = ['oxygen', 'tan', 'nitrite', 'ph', 'temperature'];
const unreadLately = (t: Tended): ReadingId[] =>
  TESTS.filter((id) => (t.known[id]?.age ?? Infinity) > MEMORY.recentRead);

/** Fish that died in the last days. */
export function deathHazards(t: Tended): Hazard[] {
  const dead = recent(t, MEMORY.deaths, (e) => e.kind === 'fish-dead');
  const count = dead.reduce((sum, e) => sum + (e.count ?? 1), 0);
  if (!count) return [];
  const left = t.life.groups.reduce((sum, g) => sum + g.count, 0);
  const all = left === 0 || count >= left;
  const grave =
    all ||
    count >= DEATH_LIMITS.grave ||
    count / Math.max(1, left + count) > DEATH_LIMITS.graveShare;
  const missing = unreadLately(t);
  return [
    hazardOf(
      'deaths',
      grave ? 'now' : 'today',
      all
        ? say`All fish have died within ${time(MEMORY.deaths)}: ${String(count)}.`
        : say`${String(count)} of ${String(left + count)} fish died within ${time(MEMORY.deaths)}.`,
      {
        about: tankOf(t),
        rests: TESTS,
        feed: 0,
        air: !all && grave ? 'usual' : null,
        wants: [
          {
            kind: 'step',
            step: removeStep(
              say`Remove the dead fish`,
              all
                ? [
                    say`Remove the dead fish.`,
                    say`Keep pump and air running: the bacteria in the media need them.`,
                    say`Put no new fish in before the cause is found and the tests are calm.`,
                  ]
                : [
                    say`Remove the dead fish.`,
                    say`Look at the living ones: sores, torn fins, fast gills.`,
                  ],
              tankOf(t),
            ),
          },
        ],
        readsNow: missing,
        readsAfter: TESTS,
        again: HEAT_WAIT.warm,
        unless: say`A death by age or by jumping: look at the lid.`,
        call: say`If the water tests well and fish still die, call a vet for fish. Treat nothing by guess: medicine harms the bacteria.`,
      },
    ),
  ];
}

/** Fish that hide, rub, or have sores. */
export function illnessHazards(t: Tended): Hazard[] {
  if (!t.hasFish) return [];
  const since = (sign: SignId) => {
    const [e] = recent(t, MEMORY.sign, (x) => x.seen?.includes(sign) ?? false);
    const well =
      e &&
      recent(t, MEMORY.sign, (x) => x.at > e.at && (x.seen?.includes('fish-well') ?? false))
        .length > 0;
    return e && !well;
  };
  const marks = since('fish-marks');
  const restless = since('fish-dart');
  const hiding = since('fish-hide');
  if (!marks && !restless && !hiding) return [];
  const about = tankOf(t);
  return [
    hazardOf(
      'illness',
      'today',
      marks
        ? say`Fish with spots, sores or torn fins were seen. Poor water comes first among the causes.`
        : restless
          ? say`Fish were seen darting or rubbing. Chlorine, ammonia and parasites do that.`
          : say`Fish were seen hiding and not eating. Poor water and cold do that.`,
      {
        about,
        feed: 'half',
        wants: [
          {
            kind: 'step',
            step: lookStep(
              marks ? say`Check each fish` : say`Watch the fish`,
              marks
                ? [
                    say`Check each fish: where the sores are, how many fish have them, how fast they breathe.`,
                    say`Keep a sick fish apart in water from this tank, with air.`,
                    say`Give no salt and no medicine before you know the cause.`,
                  ]
                : [
                    say`Watch the fish for ten quiet minutes: gills, fins, where they stand.`,
                    say`Think of what changed: new water, new fish, spray, noise.`,
                  ],
              about,
            ),
          },
        ],
        readsNow: [
          ...unreadLately(t),
          ...(restless && t.system.site.tap.chlorine !== 'none' ? (['chlorine'] as const) : []),
        ],
        readsAfter: TESTS,
        again: HEAT_WAIT.warm * 2,
        call: marks
          ? say`If more fish have sores tomorrow, or one dies, call a vet for fish. Do not eat treated fish within their waiting time.`
          : null,
      },
    ),
  ];
}

/** New fish: more feed than the bacteria are used to, and what they may bring. */
export function newFishHazards(t: Tended): Hazard[] {
  const entries = recent(t, MEMORY.newFish, (e) => e.kind === 'fish-in');
  const count = entries.reduce((sum, e) => sum + (e.count ?? 1), 0);
  if (!count) return [];
  const last = entries[0]!.at;
  const tests: ReadingId[] = ['tan', 'nitrite'];
  const calm = tests.every((id) => {
    const x = t.known[id];
    return (
      x && x.at !== null && x.at > last + MEMORY.cut * 1000 && x.band[1] <= NITRIFIES_LIMITS.tan
    );
  });
  if (calm) return [];
  const young = (t.now - last) / 1000 < MEMORY.cut * 2;
  const due = tests.filter((id) => (t.known[id]?.age ?? Infinity) > MEMORY.cut);
  return [
    hazardOf(
      'new-fish',
      young ? 'today' : 'week',
      say`${String(count)} new fish are in. The bacteria are not used to their ammonia yet.`,
      {
        about: tankOf(t),
        rests: ['tan', 'nitrite'],
        feed: 'half',
        wants: [
          {
            kind: 'step',
            step: lookStep(
              say`Check the new fish`,
              [
                say`Check the new fish every day: gills, fins, sores, feeding.`,
                say`Keep them apart for two weeks where you can.`,
              ],
              tankOf(t),
            ),
          },
        ],
        readsNow: (t.now - last) / 1000 > MEMORY.cut ? due : [],
        readsAfter: ['tan', 'nitrite', 'ph'],
        again: MEMORY.cut,
        unless: say`Two calm tests after the fish went in.`,
      },
    ),
  ];
}

/** Feed of the last days against what fish and bacteria can use. */
export function feedingHazards(t: Tended): Hazard[] {
  if (!t.hasFish || !(t.life.feed > 0)) return [];
  const [left] = recent(t, MEMORY.sign, (e) => e.seen?.includes('feed-left') ?? false);
  const fed = recent(t, MEMORY.deaths, (e) => e.kind === 'feed');
  const days = MEMORY.deaths / 86400;
  const grams = fed.reduce((sum, e) => sum + (e.mass ?? 0) * 1000, 0) / days;
  const on = new Set(fed.map((e) => Math.floor((t.now - e.at) / 86_400_000))).size;
  const much = on >= 2 && grams > FEED_LIMITS.overfed * t.life.feed;
  if (!left && !much) return [];
  const about = tankOf(t);
  return [
    hazardOf(
      'feeding',
      'today',
      left
        ? say`Feed was left over. It rots into ammonia and uses oxygen.`
        : say`${mass((grams * days) / 1000)} of feed went in within ${time(MEMORY.deaths)}. At this size and temperature the fish can use ${feed(t.life.feed / 1000)}.`,
      {
        about,
        rests: ['temperature'],
        feed: left ? 'half' : 'full',
        wants: [
          {
            kind: 'step',
            step: removeStep(
              say`Remove uneaten feed`,
              [
                say`Remove the uneaten feed.`,
                say`When you feed, give no more than is eaten in five minutes.`,
              ],
              about,
            ),
          },
        ],
        readsAfter: ['tan'],
        again: MEMORY.sign,
        unless: say`All is eaten within five minutes and ammonia stays under ${concentration(NITRIFIES_LIMITS.tan)}.`,
        source: 'Feed by mass and temperature; common practice.',
      },
    ),
  ];
}
