import { FITTING_SOURCE, PIPE_SOURCE } from '../catalogue/index.ts';
import type { Assessment, Duty } from '../assess/assess.ts';
import { turnoversOf } from '../assess/turnover.ts';
import type { DayMetrics } from '../day/metrics.ts';
import { measured, vesselOf, type SystemDocument } from '../system/index.ts';
import { given, TYPED, WATER_TABLE, type Subject } from './subject.ts';
import type { Given, Working } from './types.ts';

/** What the head lost in a pipe hangs on, but for the flow. */
const pipeOf = (duty: Duty, boreFrom: string): Given[] => [
  given('D', 'bore', duty.bore, 'bore', boreFrom),
  given('L', 'length: rise and level run', duty.length, 'run', TYPED),
  given('\\Sigma K', 'entrance, exit, fittings, tap', duty.sumK, 'plain', FITTING_SOURCE),
];

/** How a store's turnover comes about: from the day where there is one, else from flows and timers. */
export function turnoverExplained(
  s: SystemDocument,
  a: Assessment,
  vessel: string,
  metrics: DayMetrics | null,
): { title: string; formula: string; given: Given[] } | null {
  const t = turnoversOf(s, a.net, metrics).find((x) => x.vessel === vessel);
  if (!t) return null;
  const volume = given('V', 'its water at rest', t.volume, 'volume', TYPED);
  const title = 'Turnover, over the day';
  return t.passed === null
    ? {
        title,
        formula: String.raw`n = \frac{Q \cdot s}{V}`,
        given: [
          given('Q', 'flow past the plants, every pump on', t.flow, 'flow', 'duty point'),
          given('s', 'share of the day', t.onShare, 'share', 'timer'),
          volume,
        ],
      }
    : {
        title,
        formula: String.raw`n = \frac{V_\mathrm{day}}{24\,\mathrm{h} \cdot V}`,
        given: [
          given(
            String.raw`V_\mathrm{day}`,
            'past the plants in the day',
            t.passed,
            'volume',
            'the simulated day',
          ),
          volume,
        ],
      };
}

/** Workings of pump and line; nothing for a number of another subject. */
export function liftWorking(
  what: string,
  { s, a, id, duty, line }: Subject,
  metrics: DayMetrics | null,
): Working | null {
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
                TYPED,
              ),
              given(
                'z_\\mathrm{water}',
                'water surface at rest',
                vesselOf(s, line.from).floor +
                  a.accounts.rest[s.vessels.findIndex((v) => v.id === line.from)]!.level,
                'head',
                WATER_TABLE,
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
              given('Q', 'flow', duty.flow, 'flow', 'duty point'),
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
