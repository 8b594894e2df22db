import { pumpDutyFlow, fillTime } from '../../derived/index.ts';
import { FLOW_LIMITS, HEAT_WAIT, MEMORY, READING_AGE } from '../../limits/index.ts';
import { flow, say, share, time } from '../../quantity/index.ts';
import { isDated, latestOn, recent, type Tended } from '../../readings/index.ts';
import { lookStep } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** Weak flow of a delivery pipe against its duty point. */
export const deliveryHazards = (t: Tended): Hazard[] =>
  t.system.paths.flatMap((p): Hazard[] => {
    if (p.kind !== 'pumped-line') return [];
    const read = latestOn(t.entries, p.id).flow;
    const expected = pumpDutyFlow.value(t.c, p.id);
    if (!isDated(read) || expected === null) return [];
    if ((t.now - read.at) / 1000 > READING_AGE.flow) return [];
    const cleaned = recent(
      t,
      (t.now - read.at) / 1000,
      (e) => e.kind === 'task' && e.what === 'pump-rinse' && e.outcome === 'done',
    );
    if (cleaned.length || read.value >= FLOW_LIMITS.weak * expected) return [];
    return [
      hazardOf(
        'delivery',
        read.value < FLOW_LIMITS.failing * expected ? 'now' : 'today',
        say`“${p.name}” gave ${flow(read.value)}, ${share(read.value / expected)} of the ${flow(expected)} it should.`,
        {
          about: p.id,
          source: 'Duty point of this pump and pipe.',
          wants: [
            {
              kind: 'step',
              step: lookStep(
                say`Clear the pump and its pipe`,
                [
                  say`Unplug the pump and rinse its guard and impeller.`,
                  say`Look through “${p.name}” for slime and kinks.`,
                  say`Time a bucket at the pump's outlet and at the end of the pipe. Weak at both is the pump, weak only at the end is the pipe.`,
                ],
                p.id,
                'pump-rinse',
                HEAT_WAIT.oxygen,
              ),
            },
          ],
          readsAfter: ['flow'],
          again: HEAT_WAIT.oxygen,
          unless: say`A valve turned down on purpose: then enter the valve as it stands.`,
        },
      ),
    ];
  });

/** A bed that takes longer or shorter to fill than its pump and media say. */
export const cloggingHazards = (t: Tended): Hazard[] =>
  t.c.a.beds.flatMap((b): Hazard[] => {
    const read = latestOn(t.entries, b.id).fillTime;
    const expected = fillTime.value(t.c, b.id);
    if (!isDated(read) || expected === null || !Number.isFinite(expected)) return [];
    if ((t.now - read.at) / 1000 > READING_AGE.fillTime) return [];
    const { name } = t.system.vessels.find((v) => v.id === b.id)!;
    const slow = recent(
      t,
      MEMORY.topUps,
      (e) => e.about === b.id && (e.seen?.includes('bed-slow') ?? false),
    );
    const longer = read.value > FLOW_LIMITS.slowFill * expected;
    if (!longer && !slow.length && read.value >= expected / FLOW_LIMITS.slowFill) return [];
    return [
      hazardOf(
        'clogging',
        'week',
        say`“${name}” fills in ${time(read.value)}. With this pump and these media it should take ${time(expected)}.`,
        {
          about: b.id,
          source: 'Cycle of this bed by the simulated day.',
          wants: [
            {
              kind: 'step',
              step: lookStep(
                longer ? say`Find out why it fills slowly` : say`Clear the drain`,
                longer
                  ? [
                      say`Time a bucket at the inlet of “${name}”: a slow fill is a weak pump or pipe first.`,
                    ]
                  : [
                      say`Rinse the guard of the drain of “${name}”.`,
                      say`Lift out the worst of roots and sludge round it, half of the bed at a time.`,
                    ],
                b.id,
                'guards',
              ),
            },
          ],
          readsAfter: ['fillTime', 'flow'],
          again: MEMORY.topUps,
          unless: say`Another valve setting, or another bed shut since.`,
        },
      ),
    ];
  });
