import { FLOW_LIMITS, LEVEL_LIMITS, MEMORY } from '../../limits/index.ts';
import { litres, mm, say } from '../../quantity/index.ts';
import { volumeAt } from '../../water/vessel.ts';
import { isDated, latestOn, recent, type Tended } from '../../readings/index.ts';
import { lookStep } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** A level below where it stands at rest, and water that goes missing. */

const WEEK_DAYS = MEMORY.topUps / 86400;

/** Water used in a week by the log beside what weather and plants should use, m³; null where too little is noted. */
export function toppedUp(t: Tended): { readonly used: number; readonly expected: number } | null {
  const all = recent(t, MEMORY.topUps, (e) => e.kind === 'top-up');
  if (all.length < 2) return null;
  const used = all.reduce((sum, e) => sum + (e.volume ?? 0), 0);
  return { used, expected: WEEK_DAYS * t.c.a.balance.dailyWaterUse };
}

/** Levels too low, and leaks. */
export function levelHazards(t: Tended): Hazard[] {
  const { system: s } = t;
  const { a } = t.c;
  const out: Hazard[] = [];
  s.vessels.forEach((v, i) => {
    const read = latestOn(t.entries, v.id).level;
    if (!isDated(read)) return;
    const filled = recent(t, (t.now - read.at) / 1000, (e) => e.kind === 'top-up').reduce(
      (sum, e) => sum + (e.volume ?? 0),
      0,
    );
    const { storage } = a.net.vessels[i]!;
    const reserve = a.balance.reserves.find((r) => r.vessel === v.id);
    const lowest = Math.min(a.balance.deepest[i]!.level, a.balance.rest[i]!.level);
    if (!reserve || read.value >= lowest - LEVEL_LIMITS.below) return;
    const missing = volumeAt(storage, lowest) - volumeAt(storage, read.value) - filled;
    if (missing <= (reserve.volume || 1e-3) * LEVEL_LIMITS.below) return;
    const grave = missing > reserve.volume / 2;
    out.push(
      hazardOf(
        'level',
        grave ? 'now' : 'today',
        say`The level in “${v.name}” is ${mm(read.value)}. With every bed full it should be ${mm(lowest)}. The pump has ${litres(reserve.volume)} in reserve before it draws air.`,
        {
          about: v.id,
          rests: ['level'],
          source: 'Water balance of this system.',
          wants: [
            { kind: 'top-up', missing, vessel: v.id },
            ...(missing > reserve.volume
              ? [
                  {
                    kind: 'step' as const,
                    step: lookStep(
                      say`Check the pump`,
                      [
                        say`Check whether the pump still draws water. If it draws air, unplug it and keep the air pump running.`,
                        say`Look where the water went: joints, holes, a bed's rim.`,
                      ],
                      v.id,
                    ),
                  },
                ]
              : []),
          ],
          readsAfter: ['level', ...(t.hasFish ? (['ph', 'tan'] as const) : [])],
          again: MEMORY.cut,
          unless: say`It was read while a bed was filling: then it is lower for some minutes.`,
        },
      ),
    );
  });
  const seen = recent(t, MEMORY.sign, (e) => e.seen?.includes('level-falls') ?? false).length > 0;
  const week = toppedUp(t);
  const leaks =
    week !== null &&
    week.used > FLOW_LIMITS.thirsty * week.expected &&
    week.used - week.expected > FLOW_LIMITS.leakShare * t.rest;
  if (leaks || seen)
    out.push(
      hazardOf(
        'level',
        'today',
        week && leaks
          ? say`${litres(week.used)} were topped up in a week. Weather and plants should use about ${litres(week.expected)}.`
          : say`The level was seen to fall faster than usual.`,
        {
          source: 'Top-ups against expected evaporation and uptake.',
          wants: [
            {
              kind: 'step',
              step: lookStep(
                say`Look for a leak`,
                [
                  say`Look for a leak: put dry paper under every joint and hole.`,
                  say`Switch the pump off for an hour and mark the levels.`,
                  say`If a level falls with the pump off, that vessel or its hole leaks. If it holds, look at pipes, rims and splashes.`,
                ],
                '',
              ),
            },
          ],
          readsAfter: ['level'],
          again: MEMORY.cut,
          unless: say`Heat, wind and large leaves: a hot dry week doubles the use.`,
        },
      ),
    );
  return out;
}
