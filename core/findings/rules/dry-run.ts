import { clock, given, ORIGIN, say, time } from '../../quantity/index.ts';
import { adjustCrests, adjustFill, adjustIntake } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { bedsFedFrom, lineOf } from '../supply.ts';

export const dryRunRule = defineRule({
  id: 'dry-run',
  title: 'dry running',
  stage: 'lift',
  needsDay: true,

  judge: ({ system, day }) => {
    if (!day) return [];
    return day.metrics.pumps.map((p): Verdict => {
      const line = system.paths.find((x) => x.id === p.id)!;
      const first = day.events.find((e) => e.kind === 'pump-dry' && e.where === p.id);
      const level = p.dry > 0 || first ? 'stop' : 'fine';
      return {
        about: p.id,
        level,
        measured: p.dry,
        limit: 0,
        kind: 'time',
        sentence:
          level === 'stop'
            ? say`The pump of “${line.name}” draws air at ${clock(first?.t ?? 0)} and runs dry for ${time(p.dry)} of the day.`
            : say`The pump of “${line.name}” stays covered all day.`,
        why: say`Water cools and lubricates a pump. A dry pump burns out within minutes or hours, and delivers nothing.`,
        source: 'Simulated day.',
      };
    });
  },

  adjustments: ({ system: s, a, f }) =>
    lineOf(s, f.about).flatMap((line) => [
      ...adjustFill(s, line.from, 1),
      ...adjustCrests(s, bedsFedFrom(s, a, line.from), -1),
      ...adjustIntake(s, line, -1),
    ]),

  explain: ({ day, f }) => {
    const p = day?.metrics.pumps.find((x) => x.id === f.about);
    return p
      ? {
          title: 'Time that the pump runs dry',
          formula: String.raw`t_\mathrm{dry} = \text{switched on with its intake uncovered}`,
          given: [
            given(String.raw`t_\mathrm{dry}`, 'dry', p.dry, 'time', ORIGIN.day),
            given(String.raw`t_\mathrm{on}`, 'delivering', p.running, 'time', ORIGIN.day),
          ],
        }
      : null;
  },

  // Drawing the last millimetres is no cure: it is mended where its reserve is.
  cause: ({ system: s, f }, open) => {
    const from = s.paths.find((p) => p.id === f.about)?.from;
    return open.find((x) => x.id === 'reserve' && x.about === from);
  },
});
