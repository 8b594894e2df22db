import { dutyFlow, fillTime } from '../../../derived/index.ts';
import { flow, litres, mm, say, share, time } from '../../../quantity/index.ts';
import { volumeAt } from '../../../water/index.ts';
import { SLOW_FILL, WEAK_FLOW } from '../../../readings/bands.ts';
import { isDated, latestOn, recent, type Tended } from '../../../readings/tended.ts';
import { treatedWater } from '../mixing.ts';
import { agoWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

const DAY = 86400;
/** Top-ups so much above the expected use are more than weather. */
const THIRSTY = 1.6;

/** Water used in a week by the log beside what the weather and the plants should use, m³; null where too little is noted. */
export function toppedUp(t: Tended): { readonly used: number; readonly expected: number } | null {
  const span = 7 * DAY;
  const all = recent(t, span, (e) => e.kind === 'top-up');
  if (all.length < 2) return null;
  const used = all.reduce((sum, e) => sum + (e.volume ?? 0), 0);
  return { used, expected: 7 * t.c.a.balance.dailyWaterUse };
}

/** A level below where it stands at rest, and water that goes missing. */
export const level = defineAdvice({
  id: 'level',
  advise: (t): Advised[] => {
    const { system: s } = t;
    const { a } = t.c;
    const out: Advised[] = [];
    s.vessels.forEach((v, i) => {
      const read = latestOn(t.entries, v.id).level;
      if (!isDated(read) || t.now - read.at > 2 * DAY * 1000) return;
      const [filled] = recent(t, (t.now - read.at) / 1000, (e) => e.kind === 'top-up');
      if (filled) return;
      const { storage } = a.net.vessels[i]!;
      const reserve = a.balance.reserves.find((r) => r.vessel === v.id);
      const lowest = Math.min(a.balance.deepest[i]!.level, a.balance.rest[i]!.level);
      if (!reserve || read.value >= lowest - 0.01) return;
      const missing = volumeAt(storage, lowest) - volumeAt(storage, read.value);
      out.push({
        kind: 'top-up',
        amount: missing,
        measure: 'volume',
        about: v.id,
        urgency: missing > reserve.volume / 2 ? 'now' : 'today',
        say: say`Top up ${litres(missing)} in ${v.name.toLowerCase()}.`,
        also: treatedWater(t, missing),
        wait: DAY,
        retest: ['level'],
        because: say`${v.name} stands at ${mm(read.value)}; with every bed full it should still stand at ${mm(lowest)}. The pump has ${litres(reserve.volume)} in reserve before it draws air.`,
        rests: [say`level read `.concat(agoWords((t.now - read.at) / 1000))],
        unless: say`Read while a bed was filling: then it is lower for some minutes.`,
        source: 'Water balance of this system.',
      });
    });
    const seen = recent(t, 2 * DAY, (e) => e.seen?.includes('level-falls') ?? false).length > 0;
    const week = toppedUp(t);
    const leaks =
      week !== null &&
      week.used > THIRSTY * week.expected &&
      week.used - week.expected > 0.01 * t.volume;
    if (leaks || seen)
      out.push({
        kind: 'look',
        amount: week ? Math.max(0, week.used - week.expected) : null,
        measure: week ? 'volume' : null,
        about: '',
        urgency: 'today',
        say: say`Look for a leak: dry paper under every joint and hole, then the pump off for an hour and the levels marked.`,
        also: [
          say`Falls with the pump off: a vessel or its hole. Holds: the line, a bed’s rim, a splash, roots that lead water over an edge.`,
          ...(week
            ? [
                say`${litres(week.used)} were topped up in a week; weather and plants should use about ${litres(week.expected)}.`,
              ]
            : []),
        ],
        wait: DAY,
        retest: ['level'],
        because:
          week && leaks
            ? say`More water goes than the air and the plants take.`
            : say`You saw the level fall faster than usual.`,
        rests: [say`top-ups of seven days in the log`],
        unless: say`Heat, wind and large leaves: a hot dry week doubles the use.`,
        source: 'Top-ups against expected evaporation and uptake.',
      });
    return out;
  },
});

/** Weak flow of a pumped line against its duty point. */
export const delivery = defineAdvice({
  id: 'delivery',
  advise: (t): Advised[] =>
    t.system.paths.flatMap((p): Advised[] => {
      if (p.kind !== 'pumped-line') return [];
      const read = latestOn(t.entries, p.id).flow;
      const expected = dutyFlow.value(t.c, p.id);
      if (!isDated(read) || expected === null || t.now - read.at > 30 * DAY * 1000) return [];
      const cleaned = recent(
        t,
        (t.now - read.at) / 1000,
        (e) => e.kind === 'task' && e.what === 'pump-rinse' && e.outcome === 'done',
      );
      if (cleaned.length || read.value >= WEAK_FLOW * expected) return [];
      return [
        {
          kind: 'clean',
          amount: null,
          measure: null,
          about: p.id,
          urgency: read.value < 0.4 * expected ? 'now' : 'today',
          say: say`Unplug the pump, rinse its guard and impeller, look through ${p.name.toLowerCase()} for slime and kinks.`,
          also: [
            say`Then time a bucket again: at the pump’s outlet first, then at the line’s end. Weak at both is the pump, weak only at the end is the line.`,
          ],
          wait: 3600,
          retest: ['flow'],
          because: say`It gave ${flow(read.value)}, ${share(read.value / expected)} of the ${flow(expected)} it should.`,
          rests: [say`flow timed `.concat(agoWords((t.now - read.at) / 1000))],
          unless: say`A tap turned down on purpose: then enter the tap as it stands.`,
          source: 'Duty point of this pump and line.',
        },
      ];
    }),
});

/** A bed that takes longer to fill than its pump and stones say. */
export const clogging = defineAdvice({
  id: 'clogging',
  advise: (t): Advised[] =>
    t.c.a.beds.flatMap((b): Advised[] => {
      const read = latestOn(t.entries, b.id).fillTime;
      const expected = fillTime.value(t.c, b.id);
      if (!isDated(read) || expected === null || !Number.isFinite(expected)) return [];
      if (t.now - read.at > 30 * DAY * 1000) return [];
      const name = t.system.vessels.find((v) => v.id === b.id)!.name;
      const slow =
        recent(t, 7 * DAY, (e) => e.about === b.id && (e.seen?.includes('bed-slow') ?? false))
          .length > 0;
      if (read.value <= SLOW_FILL * expected && !(slow || read.value < expected / SLOW_FILL))
        return [];
      const longer = read.value > SLOW_FILL * expected;
      return [
        {
          kind: 'clean',
          amount: null,
          measure: null,
          about: b.id,
          urgency: 'week',
          say: longer
            ? say`Time a bucket at ${name.toLowerCase()}’s inlet: a slow fill is a weak pump or line first.`
            : say`Rinse the guard of ${name.toLowerCase()}’s drain and lift out the worst of the roots and sludge round it.`,
          also: [
            say`Worms and fewer solids keep stones open; a half of the bed is lifted and rinsed at a time, never all at once.`,
          ],
          wait: 7 * DAY,
          retest: ['fillTime', 'flow'],
          because: longer
            ? say`It fills in ${time(read.value)}; with this pump and these stones it should take ${time(expected)}.`
            : say`It fills in ${time(read.value)} where ${time(expected)} is expected: sludge and roots take the room of the water.`,
          rests: [say`fill timed `.concat(agoWords((t.now - read.at) / 1000))],
          unless: say`Another tap setting or another bed shut since.`,
          source: 'Cycle of this bed by the day’s solver.',
        },
      ];
    }),
});
