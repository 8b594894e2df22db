import { highestPoint } from '../network/flow.ts';
import { siphonsOf } from '../network/steady.ts';
import { screenK } from '../network/pipes.ts';
import {
  DAY,
  type DrainPath,
  type LinkPath,
  type NetControl,
  type NetPath,
  type Network,
  type PumpPath,
} from '../network/types.ts';
import type { Share } from '../quantity/si.ts';

/** Changes of a network that faults are made of. Vessels and paths keep their places. */

/** Open share that a clogged guard or screen keeps. */
const CLOGGED_GUARD: Share = 0.12;

const paths = (net: Network, change: (p: NetPath, i: number) => NetPath): Network => ({
  ...net,
  paths: net.paths.map(change),
});

/** One path changed: what stands there is of the kind that the change asks for. */
export const onlyPath =
  <P extends NetPath>(id: string, change: (p: P) => NetPath) =>
  (net: Network): Network =>
    paths(net, (x) => (x.id === id ? change(x as P) : x));

/** The siphons of a network that can start. */
export const startingSiphons = (net: Network): DrainPath[] => siphonsOf(net).filter((p) => p.prime);

/**
 * A pump changed, with all its branches.
 *
 * @param lead index of the path that stands for the pump
 */
export const onlyPump =
  (lead: number, change: (p: PumpPath) => PumpPath) =>
  (net: Network): Network =>
    paths(net, (x) => (x.kind === 'pump' && x.lead === lead ? change(x) : x));

/** A guard or screen before a pipe clogged. */
export const behindClogged = <P extends DrainPath | LinkPath>(p: P): P => ({
  ...p,
  pipe: { ...p.pipe, sumK: p.pipe.sumK + screenK(CLOGGED_GUARD) },
});

/** A switch that is never on. */
const NEVER: NetControl = { id: 'never', spans: [], period: DAY };

/** All switches off: a control that is never on is put in the place of each. */
export const withoutPower = (net: Network): Network => ({
  ...net,
  controls: net.controls.map((c) => ({ ...c, spans: [] })),
});

/**
 * A pump and its branches without power, the others as they were.
 *
 * @param lead index of the path that stands for the pump
 */
export const withoutPump = (net: Network, lead: number): Network => ({
  ...net,
  controls: [...net.controls, NEVER],
  paths: net.paths.map((p) =>
    p.kind === 'pump' && p.lead === lead ? { ...p, control: net.controls.length } : p,
  ),
});

/**
 * The delivery off at its highest point: all that the pump lifts there lands on the floor.
 *
 * @param lead index of the path that stands for the pump
 */
export function looseAt(net: Network, lead: number): Network {
  const trunk = (p: PumpPath) => (p.manifold >= 0 ? net.manifolds[p.manifold]!.trunk : p.line);
  return {
    ...net,
    controls: [...net.controls, NEVER],
    paths: net.paths.map((p, i): NetPath => {
      if (p.kind === 'back' && (net.paths[p.pump] as PumpPath).lead === lead)
        return { ...p, line: { ...p.line, sumK: Infinity } };
      if (p.kind !== 'pump' || p.lead !== lead) return p;
      if (i !== lead) return { ...p, control: net.controls.length };
      const top = highestPoint(p);
      return {
        ...p,
        manifold: -1,
        line: trunk(p),
        endZ: top,
        topZ: top,
        startZ: null,
        loose: true,
      };
    }),
  };
}

/**
 * An end of a line shut, its way back too.
 *
 * @param index of the path
 */
export function shutEnd(net: Network, index: number): Network {
  const p = net.paths[index] as PumpPath;
  const closed = paths(net, (x, i) => {
    const shares = i === index || (x.kind === 'back' && x.pump === index);
    return shares && (x.kind === 'pump' || x.kind === 'back')
      ? { ...x, line: { ...x.line, sumK: Infinity } }
      : x;
  });
  if (p.manifold < 0) return closed;
  return {
    ...closed,
    manifolds: net.manifolds.map((m, k) =>
      k === p.manifold
        ? {
            ...m,
            outlets: m.outlets.map((o) =>
              o.path === index ? { ...o, own: { ...o.own, sumK: Infinity } } : o,
            ),
          }
        : m,
    ),
  };
}
