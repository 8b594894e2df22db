import { bore, flow, head, litres, mm, rate, say, share, speed, time } from '../quantity/index.ts';
import { fishIn, vesselOf } from '../system/index.ts';
import { selfVentingBore } from '../water/drain.ts';
import type { Assessment } from '../assess/assess.ts';
import { turnoversOf } from '../assess/turnover.ts';
import { PRACTICE, within } from './grade.ts';
import type { Finding, Rule } from './types.ts';

/** Findings on pumps and their lines. */

/** An air-lift has no curve and no narrow pipe: only its measured flow counts. */
const pumpsWithCurve = (a: Assessment) => a.duties.filter((d) => !d.airLift);

const DUTY = [0.2, 0.9] as const;

/** A pump wants to work in the middle of its curve. */
export const dutyRange: Rule = ({ a }) =>
  pumpsWithCurve(a).map((d) => {
    const part = d.maxFlow > 0 ? d.flow / d.maxFlow : 0;
    const level = within(part, DUTY[0], DUTY[1]);
    return {
      id: 'duty-range',
      about: d.id,
      level,
      measured: part,
      limit: part > DUTY[1] ? DUTY[1] : DUTY[0],
      kind: 'share',
      sentence:
        level === 'fine'
          ? say`The pump gives ${flow(d.flow)}, ${share(part)} of its greatest flow.`
          : part < DUTY[0]
            ? say`The pump gives only ${flow(d.flow)}, ${share(part)} of its greatest flow.`
            : say`The pump gives ${flow(d.flow)}, ${share(part)} of its greatest flow: there is almost nothing for it to push against.`,
      why: say`Between ${share(DUTY[0])} and ${share(DUTY[1])} of its greatest flow a pump runs cool and its two box figures tell the truth.`,
      source: PRACTICE,
    };
  });

/** Water that stands above the end of its line runs on when the pump stops. */
export const runsOn: Rule = ({ system, a }) =>
  pumpsWithCurve(a).flatMap((d): Finding[] => {
    const line = system.paths.find((p) => p.id === d.id);
    if (line?.kind !== 'pumped-line' || line.peak?.vented || d.staticHead >= 0) return [];
    return [
      {
        id: 'runs-on',
        about: d.id,
        level: 'stop',
        measured: -d.staticHead,
        limit: 0,
        kind: 'length',
        sentence: say`The water in “${vesselOf(system, d.from).name}” stands ${mm(-d.staticHead)} above the end of “${line.name}”: it runs on through the stopped pump.`,
        why: say`A full pipe is a siphon. With its end below the water it empties the vessel down to the intake, pump or no pump, and no timer stops it. A vented peak above the water breaks the pull, or the line ends higher.`,
        source: 'Bernoulli along the line.',
      },
    ];
  });

const HEAD_WISH = 0.75;

/** The lift itself must leave head for the flow. */
export const staticHeadRule: Rule = ({ a }) =>
  pumpsWithCurve(a).map((d) => {
    const part = d.staticHead / d.maxHead;
    const level = part >= 1 || d.flow <= 0 ? 'stop' : part > HEAD_WISH ? 'watch' : 'fine';
    if (d.peakHead !== null && d.peakHead >= d.maxHead) {
      return {
        id: 'static-head',
        about: d.id,
        level: 'stop' as const,
        measured: d.peakHead,
        limit: d.maxHead,
        kind: 'head' as const,
        sentence: say`The line peaks ${head(d.peakHead)} above the water and the pump reaches ${head(d.maxHead)}: it never gets over.`,
        why: say`To start, the pump must push water over the highest point once. Without a vent the down leg then fills and helps, and only the lift of ${head(d.staticHead)} to the end counts; with a vent the peak counts for good.`,
        source: 'Bernoulli along the line.',
      };
    }
    return {
      id: 'static-head',
      about: d.id,
      level,
      measured: d.staticHead,
      limit: level === 'stop' ? d.maxHead : HEAD_WISH * d.maxHead,
      kind: 'head',
      sentence:
        level === 'stop'
          ? part >= 1
            ? say`The pump cannot lift ${head(d.staticHead)}: it reaches ${head(d.maxHead)}.`
            : say`Nothing flows: the tap is shut.`
          : level === 'watch'
            ? say`The lift of ${head(d.staticHead)} is ${share(part)} of what the pump reaches; little is left for the flow.`
            : say`The lift is ${head(d.staticHead)} of the pump’s ${head(d.maxHead)}.`,
      why: say`From the water surface to the end of the pipe, or to the surface it ends under. Up to ${share(HEAD_WISH)} of the greatest head leaves room for wear and a falling tank.`,
      source: PRACTICE,
    };
  });

const VELOCITY = [0.3, 2] as const;
const MOST_LOSS = 1;
/** Below this a loss is never worth a new hose, however small the lift: our own number. */
const LEAST_ALLOWED = 0.1;

/** Loss up to which a pipe is wide enough for a lift, m. */
export const allowedLoss = (lift: number): number =>
  Math.min(MOST_LOSS, Math.max(lift / 2, LEAST_ALLOWED));

/** The hose must not eat the head, nor let silt settle. */
export const hoseBore: Rule = ({ a }) =>
  pumpsWithCurve(a).flatMap((d): Finding[] => {
    if (d.flow <= 0) return [];
    const allowed = allowedLoss(d.staticHead);
    const eats = d.pipeLoss > allowed;
    const fast = d.velocity > VELOCITY[1];
    const slow = d.velocity < VELOCITY[0];
    const level = eats || fast || slow ? 'watch' : 'fine';
    const common = {
      id: 'hose-bore',
      about: d.id,
      level,
      why: say`Losses beyond half the lift or ${head(1)} are paid every hour and a wider hose ends them; between ${speed(VELOCITY[0])} and ${speed(VELOCITY[1])} silt is carried and nothing hums.`,
      source: `${PRACTICE} Losses by Darcy–Weisbach with Churchill (1977).`,
    } as const;
    if (slow || (fast && !eats)) {
      return [
        {
          ...common,
          measured: d.velocity,
          limit: slow ? VELOCITY[0] : VELOCITY[1],
          kind: 'velocity',
          sentence: slow
            ? say`Water creeps through the ${bore(d.bore)} line at ${speed(d.velocity)}; silt settles below ${speed(VELOCITY[0])}.`
            : say`Water races through the ${bore(d.bore)} line at ${speed(d.velocity)}.`,
        },
      ];
    }
    return [
      {
        ...common,
        measured: d.pipeLoss,
        limit: allowed,
        kind: 'head',
        sentence: eats
          ? say`The ${bore(d.bore)} line eats ${head(d.pipeLoss)} of head on a lift of ${head(d.staticHead)}.`
          : say`The ${bore(d.bore)} line takes ${head(d.pipeLoss)} of head at ${speed(d.velocity)}.`,
      },
    ];
  });

const TURNOVER = [1 / 3600, 2 / 3600] as const;

/** Fish water wants to pass the bed once or twice an hour. */
export const turnover: Rule = ({ system, a, day }) =>
  turnoversOf(system, a.net, day?.metrics ?? null).flatMap((t): Finding[] => {
    if (fishIn(system, t.vessel).count === 0) return [];
    const { name } = vesselOf(system, t.vessel);
    const level = within(t.average, TURNOVER[0], TURNOVER[1]);
    return [
      {
        id: 'turnover',
        about: t.vessel,
        level,
        measured: t.average,
        limit: t.average > TURNOVER[1] ? TURNOVER[1] : TURNOVER[0],
        kind: 'rate',
        sentence:
          level === 'fine'
            ? say`The water of “${name}” passes the bed ${rate(t.average)}.`
            : t.average < TURNOVER[0]
              ? say`The water of “${name}” passes the bed only ${rate(t.average)}.`
              : say`The water of “${name}” passes the bed ${rate(t.average)}, more than fish need.`,
        why: say`Once to twice an hour carries waste to the bacteria and oxygen to the fish, counted over the whole day. Another school counts only while the pump runs: here ${rate(t.whileRunning)}.`,
        source: PRACTICE,
      },
    ];
  });

/** A free overflow must carry what the pump brings without rising over the rim or gulping. */
export const overflowCapacity: Rule = ({ system, a }) =>
  a.beds.flatMap((b): Finding[] => {
    const p = system.paths.find((x) => x.id === b.mainDrain);
    if (!p || p.kind !== 'standpipe' || b.inflow <= 0 || p.from !== b.id) return [];
    const v = vesselOf(system, b.id);
    const net = a.net.paths.find((x) => x.id === p.id)!;
    const real = net.kind === 'drain' ? net.bore : p.bore;
    const room = v.shape.height - b.highest;
    const common = {
      id: 'overflow-capacity',
      about: p.id,
      why: say`Over the crest the water stands as high as the flow needs. A drop pipe without a vent stays quiet up to a Froude number of 0.3, here from a bore of ${bore(b.selfVenting)}; narrower ones run full, pull the bed down and gulp.`,
      source: 'Wallis (1969); Simpson (1969); Hills (1983). Ring weir and orifice, C = 0.6.',
    } as const;
    if (room <= 0) {
      return [
        {
          ...common,
          level: 'stop',
          measured: b.allWays,
          limit: b.inflow,
          kind: 'flow',
          sentence: say`“${p.name}” carries ${flow(b.allWays)} before the water reaches the rim, and the pump brings ${flow(b.inflow)}.`,
        },
      ];
    }
    if (!p.vented && real < selfVentingBore(b.inflow)) {
      return [
        {
          ...common,
          level: 'watch',
          measured: real,
          limit: b.selfVenting,
          kind: 'bore',
          sentence: say`“${p.name}” gulps: at ${flow(b.inflow)} an unvented pipe of ${bore(real)} is narrower than the ${bore(b.selfVenting)} that vents itself.`,
        },
      ];
    }
    return [
      {
        ...common,
        level: 'fine',
        measured: b.allWays,
        limit: b.inflow,
        kind: 'flow',
        sentence: say`“${p.name}” holds the flood at ${mm(b.highest)}, ${mm(b.highest - p.crest)} over its crest.`,
      },
    ];
  });

/** A way out that no clog of the main drain closes. */
export const secondWayOut: Rule = ({ system, a, day }) =>
  a.beds.flatMap((b): Finding[] => {
    if (b.inflow <= 0) return [];
    const v = vesselOf(system, b.id);
    const level = b.otherWays < b.inflow ? 'stop' : b.otherWays < 2 * b.inflow ? 'watch' : 'fine';
    const clog = day?.clogged.find((c) => c.bed === b.id);
    const outcome = !clog
      ? []
      : clog.overAt === null
        ? say` Tried for a day: the pump draws air before the rim is reached.`
        : say` Tried for a day: ${litres(clog.spilled)} on the floor, ${litres(clog.left)} left below.`;
    return [
      {
        id: 'second-way-out',
        about: b.id,
        level,
        measured: b.otherWays,
        limit: level === 'stop' ? b.inflow : 2 * b.inflow,
        kind: 'flow' as const,
        sentence:
          b.otherWays <= 1e-9
            ? [
                ...say`“${v.name}” has no second way out: a clogged drain lets ${flow(b.inflow)} over the rim after ${time(b.toRim)}.`,
                ...outcome,
              ]
            : level === 'stop'
              ? [
                  ...say`The second way out of “${v.name}” carries ${flow(b.otherWays)}; with the drain clogged the pump brings ${flow(b.inflow)}.`,
                  ...outcome,
                ]
              : level === 'watch'
                ? say`The second way out of “${v.name}” carries ${flow(b.otherWays)}, less than twice the ${flow(b.inflow)} that come in.`
                : say`With its drain clogged “${v.name}” still lets ${flow(b.otherWays)} out.`,
        why: say`Roots and leaves clog drains. A second overflow, or a rim that leans towards the tank, must take the pump’s flow before the water reaches the rim; twice the flow is wished, since it clogs as well.`,
        source: PRACTICE,
      },
    ];
  });
