import { FROUDE_LIMITS } from '../../limits/index.ts';
import { PIPES } from '../../catalogue/index.ts';
import { flow, given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { standpipes, type Siphon } from '../../system/index.ts';
import {
  adjustNumber,
  adjustPipeSize,
  adjustPumpFlow,
  adjustValve,
  levelOverflows,
  once,
  type Adjustment,
} from '../adjustments/index.ts';
import { WIDE_MOUTH_RATIO } from '../../water/siphon.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { linesFeeding, siphonOf } from '../supply.ts';

const FULL_PIPE_SOURCE =
  'Two-phase flow in vertical drains: Wallis (1969); Simpson (1969); Hills (1983). The bands between are practice.';

/** A reducer on a bell siphon's standpipe: with a wide mouth the water falls in as a plug. */
function widenMouth(p: Siphon): Adjustment[] {
  if (p.kind !== 'bell-siphon' || p.mouth >= WIDE_MOUTH_RATIO * p.bore) return [];
  const rigid = PIPES.filter((x) => x.family === 'schedule-40' && x.outside !== undefined);
  const mouth = rigid.find((x) => x.bore >= WIDE_MOUTH_RATIO * p.bore);
  const bell = mouth && rigid.find((x) => x.bore ** 2 - mouth.outside! ** 2 >= 1.02 * p.bore ** 2);
  if (!mouth || !bell) return [];
  const wide = Math.max(p.bellBore, bell.bore);
  const guard = Math.ceil((wide + 0.035) * 200) / 200;
  return once(
    `${p.id}-mouth`,
    [
      { at: `paths.${p.id}.mouth`, to: mouth.bore },
      { at: `paths.${p.id}.mouthOutside`, to: mouth.outside },
      { at: `paths.${p.id}.bellBore`, to: wide },
      { at: `paths.${p.id}.gap`, to: Math.max(p.gap, Math.ceil((mouth.bore / 4) * 200) / 200) },
      ...(p.guard && p.guard.diameter < guard
        ? [{ at: `paths.${p.id}.guard.diameter`, to: guard }]
        : []),
    ],
    say`Widen the mouth of “${p.name}” with a reducer to ${mouth.name}`,
  );
}

export const siphonStartRule = defineRule({
  id: 'siphon-start',
  title: 'siphon start',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    a.siphons.map((s): Verdict => {
      const p = system.paths.find((x) => x.id === s.id)!;
      const level = s.starts === 'yes' ? 'fine' : s.starts === 'maybe' ? 'watch' : 'stop';
      const taken = s.reaches < 0.97 * s.inflow;
      return {
        about: s.id,
        level,
        measured: s.reaches,
        limit: level === 'stop' ? s.start.low : s.start.high,
        kind: 'flow',
        sentence:
          level === 'stop'
            ? taken
              ? say`“${p.name}” does not start. Other outlets leave it ${flow(s.reaches)} of ${flow(s.inflow)}. It needs at least ${flow(s.start.low)}.`
              : say`“${p.name}” does not start. It gets ${flow(s.reaches)} and needs at least ${flow(s.start.low)}.`
            : level === 'watch'
              ? say`“${p.name}” may not start at ${flow(s.reaches)}. From ${flow(s.start.high)} it always starts.`
              : say`“${p.name}” starts. It gets ${flow(s.reaches)} and needs ${flow(s.start.high)}.`,
        why: say`A drop pipe runs full when the flow is high enough for its bore (Froude number): never below ${String(FROUDE_LIMITS.quiet)}, always above ${String(FROUDE_LIMITS.full)}. With this mouth and outlet, ${flow(s.start.expected)} should be enough.`,
        source: FULL_PIPE_SOURCE,
      };
    }),

  adjustments: ({ system: s, a, f }) =>
    siphonOf(s, f.about).flatMap((siphon) => {
      const group = a.net.vessels[s.vessels.findIndex((v) => v.id === siphon.from)]!.joined;
      const feeding = linesFeeding(s, a, siphon.from);
      return [
        ...a.net.paths.flatMap((p) =>
          p.kind === 'drain' && group.includes(p.to)
            ? levelOverflows(s, a.net.vessels[p.from]!.id)
            : [],
        ),
        ...feeding.flatMap((l) => adjustValve(s, l, 1)),
        ...adjustPipeSize(s, siphon.id, -1, `the standpipe of “${siphon.name}”`),
        ...widenMouth(siphon),
        ...feeding.flatMap((l) => adjustPumpFlow(s, l, 1)),
        ...standpipes(s)
          .filter((p) => p.from === siphon.from)
          .flatMap((p) =>
            adjustNumber(
              s,
              `${p.id}-crest`,
              `paths.${p.id}.crest`,
              0.005,
              (from, to) =>
                say`Raise “${p.name}” by ${mm(to - from)}, above the level at which the siphon starts`,
            ),
          ),
      ];
    }),

  explain: ({ a, f }) => {
    const w = a.siphons.find((x) => x.id === f.about);
    return w
      ? {
          title: 'Flow into the siphon before it starts',
          formula: String.raw`Q \ge Q_\mathrm{start} = \mathrm{Fr}\, A \sqrt{g\,d}`,
          given: [
            given('Q', 'inflow less what other outlets take', w.reaches, 'flow', ORIGIN.duty),
            given(String.raw`Q_\mathrm{in}`, 'inflow', w.inflow, 'flow', ORIGIN.duty),
            given(String.raw`Q_0`, 'never starts below', w.start.low, 'flow', ORIGIN.practice),
            given(String.raw`Q_1`, 'expected', w.start.expected, 'flow', 'mouth and outlet'),
            given(String.raw`Q_2`, 'always starts from', w.start.high, 'flow', ORIGIN.practice),
          ],
        }
      : null;
  },
});
