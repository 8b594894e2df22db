import { FITTING_SOURCE, PIPE_SOURCE } from '../catalogue/index.ts';
import type { Duty } from '../assess/assess.ts';
import { turnoversOf } from '../assess/turnover.ts';
import type { DayMetrics } from '../day/metrics.ts';
import { turnoverExplained } from '../findings/rules/turnover.ts';
import { given, ORIGIN, type Derivation, type Given } from '../quantity/derivation.ts';
import { measured, vesselOf } from '../system/index.ts';
import type { Subject } from './subject.ts';

/** What the head lost in a pipe hangs on, but for the flow. */
const pipeOf = (duty: Duty, boreFrom: string): Given[] => [
  given('D', 'bore', duty.bore, 'bore', boreFrom),
  given('L', 'length: rise and level run', duty.length, 'run', ORIGIN.entered),
  given('\\Sigma K', 'entrance, exit, fittings, tap', duty.sumK, 'plain', FITTING_SOURCE),
];

/** Derivations of pump and line; nothing for a number of another subject. */
export function liftDerivation(
  what: string,
  { s, a, id, duty, line }: Subject,
  metrics: DayMetrics | null,
): Derivation | null {
  const boreFrom = measured(s, 'bore', id) ? 'as measured' : PIPE_SOURCE;
  switch (what) {
    case 'static-head':
      return duty && line
        ? {
            title: 'Lift (static head)',
            value: duty.staticHead,
            kind: 'head',
            formula: String.raw`H_\mathrm{static} = z_\mathrm{end} - z_\mathrm{water}`,
            given: [
              given(
                'z_\\mathrm{end}',
                'end of the delivery, above the ground',
                vesselOf(s, line.to).floor + line.end,
                'head',
                ORIGIN.entered,
              ),
              given(
                'z_\\mathrm{water}',
                'water surface at rest',
                vesselOf(s, line.from).floor +
                  a.balance.rest[s.vessels.findIndex((v) => v.id === line.from)]!.level,
                'head',
                ORIGIN.shape,
              ),
            ],
            source: 'Definition. Where the end is under water, its surface counts instead.',
            note: 'It grows as the tank empties; the simulated day follows it.',
          }
        : null;
    case 'flow':
      return duty && line
        ? {
            title: 'Flow at the duty point',
            value: duty.flow,
            kind: 'flow',
            formula: String.raw`\begin{aligned} H_0 \left(1 - \left(\tfrac{Q}{Q_0}\right)^2\right) &= H_\mathrm{static} + h \\ h &= \left(\tfrac{f\,L}{D} + \Sigma K\right) \tfrac{v^2}{2g} \end{aligned}`,
            given: [
              given(
                'H_0',
                'greatest head',
                duty.maxHead,
                'head',
                measured(s, 'flow', id) ? 'fitted to your bucket test' : 'the box',
              ),
              given(
                'Q_0',
                'greatest flow, wear taken off',
                duty.maxFlow,
                'flow',
                measured(s, 'flow', id) ? 'fitted to your bucket test' : 'the box',
              ),
              given('H_\\mathrm{static}', 'lift', duty.staticHead, 'head', 'above'),
              ...pipeOf(duty, boreFrom),
              given('v', 'velocity that comes out', duty.velocity, 'velocity', 'solved'),
            ],
            source: 'Darcy–Weisbach; f by Churchill (1977), Chemical Engineering 84(24), 91–92.',
          }
        : null;
    case 'losses':
      return duty
        ? {
            title: 'Head lost in the line',
            value: duty.losses,
            kind: 'head',
            formula: String.raw`h = \left(\frac{f\,L}{D} + \Sigma K\right) \frac{v^2}{2g}`,
            given: [
              ...pipeOf(duty, boreFrom),
              given('v', 'velocity', duty.velocity, 'velocity', 'from the duty point'),
            ],
            source: 'Darcy–Weisbach; f by Churchill (1977).',
          }
        : null;
    case 'velocity':
      return duty
        ? {
            title: 'Velocity in the line',
            value: duty.velocity,
            kind: 'velocity',
            formula: String.raw`v = \frac{Q}{\pi D^2 / 4}`,
            given: [
              given('Q', 'flow', duty.flow, 'flow', ORIGIN.duty),
              given('D', 'bore', duty.bore, 'bore', boreFrom),
            ],
            source: 'Continuity.',
          }
        : null;
    case 'turnover': {
      const t = turnoversOf(s, a.net, metrics).find((x) => x.vessel === id);
      const e = turnoverExplained(s, a, id, metrics);
      return t && e
        ? {
            ...e,
            value: t.average,
            kind: 'rate',
            source:
              'One to two an hour with fish is practice; another school counts only while the pump runs.',
          }
        : null;
    }
    default:
      return null;
  }
}
