import { pumpCurve } from '../water/pump.ts';
import { LEAST_INTAKE } from './flows.ts';
import type { DrainPath, NetVessel, PumpPath } from '../network/types.ts';
import type { LineStorage, Runner } from './runner.ts';
import type { EventKind } from './types.ts';

/** A line counts as full or empty within this share of its volume. */
const LINE_SLACK = 1e-7;

/** A switch that waits for a level or a flow: it fires when its value rises above zero. */
export interface EventFunction {
  readonly vessel: number;
  readonly active: () => boolean;
  readonly value: (levels: Float64Array) => number;
  readonly reset: () => EventKind | null;
  readonly where: string;
}

/** A pump draws air and is covered again; its line gets over a peak; its float stops and starts it. */
function pumpEvents({ net, modes }: Runner, p: PumpPath): EventFunction[] {
  const i = p.lead;
  const runs = () => modes.on[p.control] === 1 && modes.held[i] === 0;
  const intake = Math.max(p.intake, LEAST_INTAKE);
  const cover = Math.max(p.cover, LEAST_INTAKE + 0.005);
  const source = { vessel: p.from, where: p.id };
  const out: EventFunction[] = [
    {
      ...source,
      active: () => runs() && modes.dry[i] === 0,
      value: (l) => intake - l[p.from]!,
      reset: () => {
        modes.dry[i] = 1;
        modes.primed[i] = 0;
        return 'pump-dry';
      },
    },
  ];
  if (p.startZ !== null) {
    const reach = pumpCurve(p.figures).maxHead - (p.startZ - net.vessels[p.from]!.floorZ);
    out.push({
      ...source,
      active: () => runs() && modes.dry[i] === 0 && modes.primed[i] === 0,
      value: (l) => reach + l[p.from]!,
      reset: () => ((modes.primed[i] = 1), null),
    });
  }
  out.push({
    ...source,
    active: () => runs() && modes.dry[i] === 1,
    value: (l) => l[p.from]! - cover,
    reset: () => ((modes.dry[i] = 0), 'pump-wet'),
  });
  if (!p.float) return out;
  const { vessel, on, off } = p.float;
  const sign = off > on ? 1 : -1;
  const float = (hold: 0 | 1, value: EventFunction['value']): EventFunction => ({
    vessel,
    where: p.id,
    active: () => modes.held[i] === 1 - hold,
    value,
    reset: () => {
      modes.held[i] = hold;
      if (hold) modes.dry[i] = modes.primed[i] = 0;
      if (modes.on[p.control] === 0) return null;
      return hold ? 'pump-off' : 'pump-on';
    },
  });
  out.push(
    float(1, (l) => sign * (l[vessel]! - off)),
    float(0, (l) => sign * (on - l[vessel]!)),
  );
  return out;
}

/** A drain begins to run full, and breaks. */
function primingEvents({ modes, spill }: Runner, p: DrainPath, i: number): EventFunction[] {
  if (!p.prime) return [];
  const { start, breakLevel } = p.prime;
  const spilling = spill[i]!;
  const source = { vessel: p.from, where: p.id };
  return [
    {
      ...source,
      active: () => modes.primed[i] === 0,
      value: (l) => spilling(l[p.from]!, l[p.to]!) - start.expected,
      reset: () => ((modes.primed[i] = 1), p.siphon ? 'siphon-starts' : 'overflow-gulps'),
    },
    {
      ...source,
      active: () => modes.primed[i] === 1,
      value: (l) => breakLevel - l[p.from]!,
      reset: () => ((modes.primed[i] = 0), p.siphon ? 'siphon-stops' : null),
    },
  ];
}

/** A line is full, begins to empty as its pump stops, and is empty; `k` is its index. */
function lineEvents({ net, modes, gives }: Runner, line: LineStorage, k: number): EventFunction[] {
  const at = net.vessels.length + k;
  const { pump } = line;
  const source = { vessel: line.from, where: net.paths[pump]!.id };
  return [
    {
      ...source,
      active: () => modes.full[k] === 0 && gives(pump),
      value: (l) => l[at]! - 1 + LINE_SLACK,
      reset: () => ((modes.full[k] = 1), null),
    },
    {
      ...source,
      active: () => modes.emptying[k] === 1 && gives(pump),
      value: () => 1,
      reset: () => ((modes.emptying[k] = 0), null),
    },
    {
      ...source,
      active: () => modes.emptying[k] === 0 && !gives(pump),
      value: (l) => l[at]! - 10 * LINE_SLACK,
      reset: () => {
        modes.emptying[k] = 1;
        modes.full[k] = 0;
        return null;
      },
    },
    {
      ...source,
      active: () => modes.emptying[k] === 1,
      value: (l) => LINE_SLACK - l[at]!,
      reset: () => ((modes.emptying[k] = 0), null),
    },
  ];
}

/** A vessel spills over its rim, and no longer. */
function rimEvents({ modes }: Runner, v: NetVessel, vessel: number): EventFunction[] {
  const { over } = modes;
  return [
    {
      vessel,
      where: v.id,
      active: () => over[vessel] === 0,
      value: (l) => l[vessel]! - v.height,
      reset: () => ((over[vessel] = 1), 'rim-over'),
    },
    {
      vessel,
      where: v.id,
      active: () => over[vessel] === 1,
      value: (l) => v.height - l[vessel]!,
      reset: () => ((over[vessel] = 0), 'rim-clear'),
    },
  ];
}

/**
 * Every switch of a network. The levels they look at are the vessels', then the lines' filled shares.
 */
export function eventFunctions(run: Runner): EventFunction[] {
  const { net, lines } = run;
  return [
    ...net.paths.flatMap((p, i) => {
      if (p.kind === 'pump') return p.lead === i ? pumpEvents(run, p) : [];
      return p.kind === 'drain' ? primingEvents(run, p, i) : [];
    }),
    ...lines.flatMap((line, k) => lineEvents(run, line, k)),
    ...net.vessels.flatMap((v, i) => rimEvents(run, v, i)),
  ];
}
