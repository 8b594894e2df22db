import { formatDuration } from '../../quantity/index.ts';
import type { CubicMetresPerSecond, Seconds, Share } from '../../quantity/si.ts';
import { empties, pumpsOf } from '../../network/steady.ts';
import { lossOf } from '../../network/losses.ts';
import { screenK } from '../../network/pipes.ts';
import {
  DAY,
  type DrainPath,
  type FloatPath,
  type LinkPath,
  type NetControl,
  type NetPath,
  type Network,
  type PumpPath,
} from '../../network/types.ts';
import type { SystemDocument } from '../../system/types.ts';
import { blockDrain } from './blockedDrain.ts';

/** The faults that a system is drilled for: each a change of its network from a moment on. */

export type FaultKind =
  | 'power-cut'
  | 'pump-fails'
  | 'pump-clogged'
  | 'siphon-never-starts'
  | 'siphon-never-stops'
  | 'drain-blocked'
  | 'guard-clogged'
  | 'delivery-off'
  | 'timer-stuck-on'
  | 'timer-stuck-off'
  | 'float-stuck'
  | 'valve-shut'
  | 'top-up-forgotten'
  | 'leak';

export interface Fault {
  /** Unique in a system, such as `drain-blocked/siphon`. */
  readonly id: string;
  readonly kind: FaultKind;
  /** Id of the path, control or vessel that it strikes; the system’s own where it strikes all. */
  readonly about: string;
  readonly name: string;
  readonly strike: (net: Network) => Network;
  /** After this it is mended by itself, as a power cut is; nothing where it stays. */
  readonly lasts: Seconds | null;
  /** How long it is followed from the moment it strikes. */
  readonly follow: Seconds;
  /** It creeps: there is no moment at which it strikes worst. */
  readonly creeps?: boolean;
  /** How many more parts of the system are like the one it strikes. */
  readonly alike?: number;
}

const HOUR = 3600;

/** How hard the faults strike that can be light or heavy. */
export interface Severity {
  readonly powerCut: Seconds;
  /** Share that a clogging pump loses, and a clogging drain. */
  readonly pumpClogged: Share;
  readonly drainBlocked: Share;
  readonly forgotten: Seconds;
  readonly leak: CubicMetresPerSecond;
}
/** A night without power, a filthy pump, a drain that is shut, a week away, a drip that runs. */
export const USUAL_SEVERITY: Severity = {
  powerCut: 8 * HOUR,
  pumpClogged: 0.6,
  drainBlocked: 1,
  forgotten: 7 * DAY,
  leak: 5e-3 / HOUR,
};
/** Open share that a clogged guard or screen keeps. */
export const CLOGGED_GUARD: Share = 0.12;

const paths = (net: Network, change: (p: NetPath, i: number) => NetPath): Network => ({
  ...net,
  paths: net.paths.map(change),
});

const percent = (x: Share): number => Math.round(100 * x);

/** One path changed: what stands there is of the kind that the change asks for. */
const only =
  <P extends NetPath>(index: number, change: (p: P) => NetPath) =>
  (net: Network): Network =>
    paths(net, (x, i) => (i === index ? change(x as P) : x));

/** A pump changed, with all its branches. */
const pumpOnly =
  (lead: number, change: (p: PumpPath) => PumpPath) =>
  (net: Network): Network =>
    paths(net, (x) => (x.kind === 'pump' && x.lead === lead ? change(x) : x));

/** A guard or screen before a pipe clogged. */
const behindClogged = <P extends DrainPath | LinkPath>(p: P): P => ({
  ...p,
  pipe: { ...p.pipe, sumK: p.pipe.sumK + screenK(CLOGGED_GUARD) },
});

/** A switch that is never on. */
const NEVER: NetControl = { id: 'never', spans: [], period: DAY };

/** All switches off: a control that is never on is put in the place of each. */
const dark = (net: Network): Network => ({
  ...net,
  controls: net.controls.map((c) => ({ ...c, spans: [] })),
});

/** A pump and its branches without power, the others as they were. */
const without = (net: Network, lead: number): Network => ({
  ...net,
  controls: [...net.controls, NEVER],
  paths: net.paths.map((p) =>
    p.kind === 'pump' && p.lead === lead ? { ...p, control: net.controls.length } : p,
  ),
});

/** The delivery off at its highest point: all that the pump lifts there lands on the floor. */
function looseAt(net: Network, lead: number): Network {
  const trunk = (p: PumpPath) => (p.manifold >= 0 ? net.manifolds[p.manifold]!.trunk : p.line);
  return {
    ...net,
    controls: [...net.controls, NEVER],
    paths: net.paths.map((p, i): NetPath => {
      if (p.kind === 'back' && (net.paths[p.pump] as PumpPath).lead === lead)
        return { ...p, line: { ...p.line, sumK: Infinity } };
      if (p.kind !== 'pump' || p.lead !== lead) return p;
      if (i !== lead) return { ...p, control: net.controls.length };
      const top = Math.max(p.endZ, p.topZ, p.startZ ?? p.endZ);
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

function shut(net: Network, index: number): Network {
  const p = net.paths[index] as PumpPath;
  const closed = paths(net, (x, i) => {
    const way = i === index || (x.kind === 'back' && x.pump === index);
    return way && (x.kind === 'pump' || x.kind === 'back')
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

/** Every fault that this system can have, in the order in which growers fear them. */
export function faultsOf(
  system: SystemDocument,
  net: Network,
  how: Severity = USUAL_SEVERITY,
): Fault[] {
  const always = net.controls.every((c) => c.spans === null);
  // Where nothing waits for a timer some hours show all that a day would.
  const follow = !net.controls.length ? 3 * DAY : always ? 6 * HOUR : DAY;
  const out: Fault[] = [];
  const add = (
    kind: FaultKind,
    about: string,
    name: string,
    strike: Fault['strike'],
    more: Partial<Fault> = {},
  ) =>
    out.push({ id: `${kind}/${about}`, kind, about, name, strike, lasts: null, follow, ...more });
  const pumps = pumpsOf(net);
  if (pumps.length) {
    add('power-cut', 'system', `Power cut of ${formatDuration(how.powerCut)}`, dark, {
      lasts: how.powerCut,
      follow: how.powerCut + 4 * HOUR,
    });
  }
  for (const p of pumps) {
    const lead = p.lead;
    add('pump-fails', p.id, `The pump of “${p.name}” fails`, (n) => without(n, lead));
    if (p.steady === null) {
      add(
        'pump-clogged',
        p.id,
        `The pump of “${p.name}” clogs to ${percent(1 - how.pumpClogged)} %`,
        pumpOnly(lead, (x) => ({
          ...x,
          figures: { ...x.figures, wear: 1 - (1 - x.figures.wear) * (1 - how.pumpClogged) },
        })),
      );
      add('delivery-off', p.id, `“${p.name}” comes off at its highest point`, (n) =>
        looseAt(n, lead),
      );
    }
    if (p.float) {
      const starts = p.float;
      add(
        'float-stuck',
        p.id,
        `The float switch of “${p.name}” sticks, the pump does not stop`,
        pumpOnly(lead, (x) => ({ ...x, float: null })),
      );
      if (empties(p))
        add(
          'float-stuck',
          `${p.id}-off`,
          `The float switch of “${p.name}” sticks, the pump does not start`,
          pumpOnly(lead, (x) => ({ ...x, float: { ...starts, on: 1e3, off: 1e3 - 1 } })),
        );
    }
  }
  net.paths.forEach((p, i) => {
    if (p.kind === 'pump' && p.steady === null && hasTap(system, p.id))
      add('valve-shut', p.id, `The tap of “${p.name}” is knocked shut`, (n) => shut(n, i));
    if (p.kind === 'drain') {
      if (p.siphon && p.prime) {
        add(
          'siphon-never-starts',
          p.id,
          `“${p.name}” never starts`,
          only<DrainPath>(i, (d) => ({ ...d, prime: null })),
        );
        add(
          'siphon-never-stops',
          p.id,
          `“${p.name}” never stops`,
          only<DrainPath>(i, (d) => ({
            ...d,
            hangs: d.prime!.breakLevel,
            prime: { ...d.prime!, breakLevel: -1 },
          })),
        );
        add(
          'guard-clogged',
          p.id,
          `The guard of “${p.name}” clogs`,
          only<DrainPath>(i, behindClogged),
        );
      }
      if (mainOf(net, p))
        add(
          'drain-blocked',
          p.id,
          `“${p.name}” is blocked${how.drainBlocked < 1 ? ` to ${percent(how.drainBlocked)} %` : ''}`,
          (n) => blockDrain(n, p.id, 1 - how.drainBlocked),
        );
    }
    if (p.kind === 'link')
      add(
        'guard-clogged',
        p.id,
        `The screen of “${p.name}” clogs`,
        only<LinkPath>(i, behindClogged),
      );
    if (p.kind === 'float') {
      add(
        'float-stuck',
        p.id,
        `“${p.name}” sticks open`,
        only<FloatPath>(i, (v) => ({ ...v, stuck: 1 })),
      );
      add(
        'float-stuck',
        `${p.id}-shut`,
        `“${p.name}” sticks shut`,
        only<FloatPath>(i, (v) => ({ ...v, stuck: 0 })),
      );
    }
  });
  net.controls.forEach((c, i) => {
    if (c.spans === null) return;
    const set = (spans: [number, number][] | null) => (n: Network) => ({
      ...n,
      controls: n.controls.map((x, k) => (k === i ? { ...x, spans } : x)),
    });
    const many = net.controls.filter((x) => x.spans !== null).length > 1;
    const name = many ? `The timer of “${lineOf(net, i)}”` : 'The timer';
    add('timer-stuck-on', c.id, `${name} sticks on`, set(null));
    add('timer-stuck-off', c.id, `${name} sticks off`, set([]));
  });
  add(
    'top-up-forgotten',
    'system',
    `Topping up forgotten for ${formatDuration(how.forgotten)}`,
    (n) => ({
      ...n,
      vessels: n.vessels.map((v, i) => ({
        ...v,
        loss: v.loss || lossOf(system, n, i, v.initial) / DAY,
      })),
    }),
    { follow: how.forgotten, creeps: true },
  );
  const store = leaks(system, net);
  if (store >= 0)
    add(
      'leak',
      net.vessels[store]!.id,
      `“${net.vessels[store]!.name}” leaks ${Math.round(how.leak * 3.6e7) / 10} L an hour`,
      (n) => ({
        ...n,
        vessels: n.vessels.map((v, i) => (i === store ? { ...v, loss: v.loss + how.leak } : v)),
      }),
      { creeps: true, follow: DAY },
    );
  return unlike(system, out);
}

/** Of beds that are alike in all but their name the first stands for the others. */
function unlike(system: SystemDocument, faults: readonly Fault[]): Fault[] {
  const signs = new Map<string, Fault>();
  const vessel = (id: string) => {
    const v = system.vessels.find((x) => x.id === id);
    return v ? { ...v, id: '', name: '' } : null;
  };
  const out: Fault[] = [];
  for (const f of faults) {
    const p = system.paths.find((x) => x.id === f.about);
    const sign = p
      ? JSON.stringify([f.kind, { ...p, id: '', name: '', from: vessel(p.from), to: vessel(p.to) }])
      : f.id;
    const first = signs.get(sign);
    if (!first) {
      signs.set(sign, f);
      out.push(f);
    } else {
      const i = out.indexOf(first);
      const counted = { ...first, alike: (first.alike ?? 0) + 1 };
      out[i] = counted;
      signs.set(sign, counted);
    }
  }
  return out;
}

/** Whether a drain is the lowest way out of what it stands in: blocking a spare one proves nothing. */
const mainOf = (net: Network, p: DrainPath): boolean => {
  const group = net.vessels[p.from]!.joined;
  const z = (d: DrainPath) => net.vessels[d.from]!.floorZ + d.crest;
  return net.paths.every(
    (x) => x.kind !== 'drain' || !group.includes(x.from) || z(x) >= z(p) - 1e-9,
  );
};

const hasTap = (s: SystemDocument, id: string): boolean =>
  s.paths.some(
    (p) =>
      p.kind === 'pumped-line' &&
      ((p.id === id && p.valve !== null) ||
        p.branches.some((b) => b.id === id && b.valve !== null)),
  );

const lineOf = (net: Network, control: number): string =>
  net.paths.find((p) => p.kind === 'pump' && p.control === control)?.name ?? '';

/** The vessel whose leak is drilled: the one with fish, else the one that holds most. */
function leaks(s: SystemDocument, net: Network): number {
  const fish = s.vessels.findIndex((v) => s.fish.some((f) => f.vessel === v.id && f.count > 0));
  if (fish >= 0) return fish;
  let most = -1;
  net.vessels.forEach((v, i) => {
    if (!v.bed && (most < 0 || v.initial > net.vessels[most]!.initial)) most = i;
  });
  return most;
}
