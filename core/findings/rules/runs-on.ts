import type { Assessment } from '../../assess/assess.ts';
import { given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { pumpedLines, vesselOf, type PumpedLine, type SystemDocument } from '../../system/index.ts';
import { once } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { lineOf, pumpsWithCurve } from '../supply.ts';

/** Height of a peak that stands clear of the water its line draws from, above the floor it feeds, m. */
function ventedPeak(s: SystemDocument, a: Assessment, line: PumpedLine): number {
  const from = s.vessels.findIndex((v) => v.id === line.from);
  const surface = s.vessels[from]!.floor + a.balance.rest[from]!.level;
  const over = surface + 0.05 - vesselOf(s, line.to).floor;
  return Math.ceil(Math.max(line.end, over) * 200) / 200;
}

/** Water that stands above the end of its line runs on when the pump stops. */
export const runsOnRule = defineRule({
  id: 'runs-on',
  title: 'pipe that keeps flowing',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a }) =>
    pumpsWithCurve(a).flatMap((d): Verdict[] => {
      const line = system.paths.find((p) => p.id === d.id);
      if (line?.kind !== 'pumped-line' || line.peak?.vented || d.staticHead >= 0) return [];
      return [
        {
          about: d.id,
          level: 'stop',
          measured: -d.staticHead,
          limit: 0,
          kind: 'length',
          sentence: say`The water in “${vesselOf(system, d.from).name}” is ${mm(-d.staticHead)} above the end of “${line.name}”. It keeps flowing through the stopped pump.`,
          why: say`A full pipe is a siphon. If it ends below the water level, it empties the vessel down to the intake even when the pump is off. No timer stops it. A vent at a high point above the water breaks the siphon. A higher end of the pipe does so too.`,
          source: 'Bernoulli along the line.',
        },
      ];
    }),

  adjustments: ({ system: s, a, f }) =>
    lineOf(s, f.about).flatMap((line) => {
      const height = ventedPeak(s, a, line);
      return once(
        `${line.id}-vent`,
        [{ at: `paths.${line.id}.peak`, to: { height, vented: true } }],
        say`Lead “${line.name}” over a high point with a vent, ${mm(height)} above the floor it feeds`,
      );
    }),

  explain: ({ system: s, a, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    if (!line) return null;
    const i = s.vessels.findIndex((v) => v.id === line.from);
    return {
      title: 'Water above the end of the pipe',
      formula: String.raw`h = z_\mathrm{water} - z_\mathrm{end}`,
      given: [
        given(
          String.raw`z_\mathrm{water}`,
          'water surface at rest',
          s.vessels[i]!.floor + a.balance.rest[i]!.level,
          'length',
          ORIGIN.shape,
        ),
        given(
          String.raw`z_\mathrm{end}`,
          'end of the pipe',
          vesselOf(s, line.to).floor + line.end,
          'length',
          ORIGIN.entered,
        ),
      ],
    };
  },
});
