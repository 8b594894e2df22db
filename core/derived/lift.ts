import type { Duty } from '../assess/assess.ts';
import { turnoversOf } from '../assess/turnover.ts';
import { FITTING_SOURCE, PIPE_SOURCE } from '../catalogue/index.ts';
import { given, ORIGIN, type Given } from '../quantity/derivation.ts';
import { measured, vesselOf, type PumpedLine, type SystemDocument } from '../system/index.ts';
import { derived, type Figures } from './quantity.ts';

/** Quantities of pumps and their lines. */

interface Pumped extends Figures {
  readonly duty: Duty;
  readonly line: PumpedLine;
}

const pumped = (c: Figures, part: string): Pumped | null => {
  const duty = c.a.duties.find((d) => d.id === part);
  const line = c.system.paths.find(
    (p): p is PumpedLine => p.id === part && p.kind === 'pumped-line',
  );
  return duty && line ? { ...c, duty, line } : null;
};

const boreOf = ({ system, duty }: Pumped): Given =>
  given(
    'D',
    'bore',
    duty.bore,
    'bore',
    measured(system, 'bore', duty.id) ? 'as measured' : PIPE_SOURCE,
  );

/** What the head lost in a pipe depends on, but for the flow. */
const pipeOf = (p: Pumped, sumK: number, meaning: string): Given[] => [
  boreOf(p),
  given('L', 'length: rise and horizontal run', p.duty.length, 'run', ORIGIN.entered),
  given(String.raw`\Sigma K`, meaning, sumK, 'plain', FITTING_SOURCE),
];
const wholeLine = (p: Pumped) => pipeOf(p, p.duty.sumK, 'entrance, exit, fittings, valve');

const boxOrTest = (s: SystemDocument, line: string) =>
  measured(s, 'flow', line) ? 'calibrated to your bucket test' : 'the box';

/** Where a pump's curve begins: from its box, or calibrated. */
export const greatestHead = (s: SystemDocument, duty: Duty): Given =>
  given('H_0', 'maximum head', duty.maxHead, 'head', boxOrTest(s, duty.id));

const LOSS = String.raw`h = \left(\frac{f\,L}{D} + \Sigma K\right) \frac{v^2}{2g}`;
const LOSS_SOURCE = 'Darcy–Weisbach; f by Churchill (1977).';

export const pumpStaticHead = derived({
  id: 'static-head',
  title: 'Lift (static head)',
  label: 'Lift',
  kind: 'head',
  of: pumped,
  value: (p) => p.duty.staticHead,
  formula: String.raw`H_\mathrm{static} = z_\mathrm{end} - z_\mathrm{water}`,
  given: ({ system: s, a, line }) => [
    given(
      String.raw`z_\mathrm{end}`,
      'end of the delivery, above the ground',
      vesselOf(s, line.to).floor + line.end,
      'head',
      ORIGIN.entered,
    ),
    given(
      String.raw`z_\mathrm{water}`,
      'water surface at rest',
      vesselOf(s, line.from).floor +
        a.balance.rest[s.vessels.findIndex((v) => v.id === line.from)]!.level,
      'head',
      ORIGIN.shape,
    ),
  ],
  source: 'Definition. Where the end is under water, its surface counts instead.',
  note: 'It grows as the tank empties. The simulated day includes that.',
});

export const pumpDutyFlow = derived({
  id: 'flow',
  title: 'Flow at the duty point',
  label: 'Flow',
  kind: 'flow',
  of: pumped,
  value: (p) => p.duty.flow,
  formula: String.raw`\begin{aligned} H_0 \left(1 - \left(\tfrac{Q}{Q_0}\right)^2\right) &= H_\mathrm{static} + h \\ h &= \left(\tfrac{f\,L}{D} + \Sigma K\right) \tfrac{v^2}{2g} \end{aligned}`,
  given: (p) => [
    greatestHead(p.system, p.duty),
    given('Q_0', 'maximum flow, less wear', p.duty.maxFlow, 'flow', boxOrTest(p.system, p.duty.id)),
    given(String.raw`H_\mathrm{static}`, 'lift', p.duty.staticHead, 'head', 'above'),
    ...wholeLine(p),
    given('v', 'velocity', p.duty.velocity, 'velocity', 'solved'),
  ],
  source: 'Darcy–Weisbach; f by Churchill (1977), Chemical Engineering 84(24), 91–92.',
});

export const lineLoss = derived({
  id: 'losses',
  title: 'Head loss in the pipe',
  label: 'Head loss',
  kind: 'head',
  of: pumped,
  value: (p) => p.duty.losses,
  formula: LOSS,
  given: (p) => [
    ...wholeLine(p),
    given('v', 'velocity', p.duty.velocity, 'velocity', 'from the duty point'),
  ],
  source: LOSS_SOURCE,
});

export const pipeLoss = derived({
  id: 'pipe-loss',
  title: 'Head loss in the pipe, without valves',
  label: 'Head loss without valves',
  kind: 'head',
  of: pumped,
  value: (p) => p.duty.pipeLoss,
  formula: LOSS,
  given: (p) => [
    ...pipeOf(p, p.duty.sumK - p.duty.tapK, 'entrance, exit, fittings'),
    given('v', 'velocity', p.duty.velocity, 'velocity', 'from the duty point'),
  ],
  source: LOSS_SOURCE,
});

export const velocity = derived({
  id: 'velocity',
  title: 'Velocity in the pipe',
  label: 'Velocity',
  kind: 'velocity',
  of: pumped,
  value: (p) => p.duty.velocity,
  formula: String.raw`v = \frac{Q}{\pi D^2 / 4}`,
  given: (p) => [given('Q', 'flow', p.duty.flow, 'flow', ORIGIN.duty), boreOf(p)],
  source: 'Continuity.',
});

export const deliveryFlow = derived({
  id: 'delivery-flow',
  title: 'Flow at one end of the pipe',
  kind: 'flow',
  of: ({ a }, part) =>
    a.duties.flatMap((duty) =>
      duty.branches.flatMap((end) => (end.id === part ? [{ duty, end }] : [])),
    )[0],
  value: ({ end }) => end.flow,
  formula: String.raw`\sum_i Q_i = Q, \quad H_\mathrm{tee} = z_i + \Sigma h_i(Q_i) \text{ at every tee}`,
  given: ({ duty, end }) => [
    given('Q', 'flow of the pump', duty.flow, 'flow', ORIGIN.duty),
    ...duty.branches.map((b, i) =>
      given(
        `Q_${i + 1}`,
        b === end ? 'this end' : 'another end',
        b.flow,
        'flow',
        'solved together',
      ),
    ),
  ],
  source: LOSS_SOURCE,
});

export const turnoverRate = derived({
  id: 'turnover',
  title: 'Turnover, over the day',
  label: 'Turnover',
  kind: 'rate',
  of: ({ system, a, day }, part) =>
    turnoversOf(system, a.net, day?.metrics ?? null).find((t) => t.vessel === part),
  value: (t) => t.average,
  formula: (t) =>
    t.passed === null
      ? String.raw`n = \frac{Q \cdot s}{V}`
      : String.raw`n = \frac{V_\mathrm{day}}{24\,\mathrm{h} \cdot V}`,
  given: (t) => [
    ...(t.passed === null
      ? [
          given('Q', 'flow past the plants, every pump on', t.flow, 'flow', ORIGIN.duty),
          given('s', 'share of the day', t.onShare, 'share', 'timer'),
        ]
      : [
          given(
            String.raw`V_\mathrm{day}`,
            'past the plants in the day',
            t.passed,
            'volume',
            ORIGIN.day,
          ),
        ]),
    given('V', 'its water at rest', t.volume, 'volume', ORIGIN.entered),
  ],
  source:
    'One to two an hour with fish is practice; another school counts only while the pump runs.',
});
