import { flow, given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { STOPS_SHARE } from '../../water/siphon.ts';
import { adjustNumber, adjustPipeSize, adjustValve } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { linesFeeding, siphonOf } from '../supply.ts';

export const siphonStopRule = defineRule({
  id: 'siphon-stop',
  title: 'siphon stop',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    a.siphons.map((s): Verdict => {
      const p = system.paths.find((x) => x.id === s.id)!;
      const level = s.stops === 'yes' ? 'fine' : s.stops === 'maybe' ? 'watch' : 'stop';
      return {
        about: s.id,
        level,
        measured: s.inflowAtBreak,
        limit: level === 'stop' ? s.flowAtBreak : s.stopsBelow,
        kind: 'flow',
        sentence:
          level === 'stop'
            ? say`“${p.name}” never stops. ${flow(s.inflowAtBreak)} flow in, and at its stop height it drains only ${flow(s.flowAtBreak)}.`
            : level === 'watch'
              ? say`“${p.name}” may not stop. ${flow(s.inflowAtBreak)} flow in. Below ${flow(s.stopsBelow)} it always stops.`
              : say`“${p.name}” stops. ${flow(s.inflowAtBreak)} flow in, and at its stop height it drains ${flow(s.flowAtBreak)}.`,
        why: say`At its stop height the siphon must drain clearly more than flows in, or the level stays there and the siphon runs on. Air makes this happen earlier, so only ${String(100 * STOPS_SHARE)} % of its flow is counted.`,
        source: PRACTICE,
      };
    }),

  adjustments: ({ system: s, a, f }) =>
    siphonOf(s, f.about).flatMap((siphon) => [
      ...linesFeeding(s, a, siphon.from).flatMap((l) => adjustValve(s, l, -1)),
      ...adjustNumber(
        s,
        `${siphon.id}-drop`,
        `paths.${siphon.id}.drop`,
        0.02,
        (from, to) => say`Extend the pipe of “${siphon.name}” down by ${mm(to - from)}`,
      ),
      ...adjustPipeSize(s, siphon.id, 1, `the standpipe of “${siphon.name}”`),
    ]),

  explain: ({ a, f }) => {
    const w = a.siphons.find((x) => x.id === f.about);
    return w
      ? {
          title: 'Inflow while the siphon should stop',
          formula: String.raw`Q_\mathrm{in} < 0.6\, Q_s(b)`,
          given: [
            given(
              String.raw`Q_\mathrm{in}`,
              'inflow at the stop height',
              w.inflowAtBreak,
              'flow',
              ORIGIN.duty,
            ),
            given(
              'Q_s(b)',
              'what it drains at its stop height',
              w.flowAtBreak,
              'flow',
              'full pipe',
            ),
            given('0.6', 'always stops below this', w.stopsBelow, 'flow', ORIGIN.practice),
          ],
        }
      : null;
  },
});
