import { pumpCurve } from '../water/pump.ts';
import { LEAST_INTAKE } from './flows.ts';
import type { Runner } from './runner.ts';
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

/**
 * Every switch of a network. The levels they look at are the vessels', then the lines' filled shares.
 */
export function eventFunctions(run: Runner): EventFunction[] {
  const { net, modes, lines, gives } = run;
  const { over } = modes;
  const out: EventFunction[] = [];
  net.paths.forEach((p, i) => {
    const add = (
      active: () => boolean,
      value: (levels: Float64Array) => number,
      reset: () => EventKind | null,
    ) => out.push({ vessel: p.from, where: p.id, active, value, reset });
    if (p.kind === 'pump' && p.lead === i) {
      const runs = () => modes.on[p.control] === 1 && modes.held[i] === 0;
      const intake = Math.max(p.intake, LEAST_INTAKE);
      const cover = Math.max(p.cover, LEAST_INTAKE + 0.005);
      add(
        () => runs() && modes.dry[i] === 0,
        (l) => intake - l[p.from]!,
        () => {
          modes.dry[i] = 1;
          modes.primed[i] = 0;
          return 'pump-dry';
        },
      );
      if (p.startZ !== null) {
        const reach = pumpCurve(p.figures).maxHead - (p.startZ - net.vessels[p.from]!.floorZ);
        add(
          () => runs() && modes.dry[i] === 0 && modes.primed[i] === 0,
          (l) => reach + l[p.from]!,
          () => ((modes.primed[i] = 1), null),
        );
      }
      add(
        () => runs() && modes.dry[i] === 1,
        (l) => l[p.from]! - cover,
        () => ((modes.dry[i] = 0), 'pump-wet'),
      );
      if (p.float) {
        const { vessel, on, off } = p.float;
        const sign = off > on ? 1 : -1;
        const float = (active: number, value: (l: Float64Array) => number, hold: 0 | 1) =>
          out.push({
            vessel,
            where: p.id,
            active: () => modes.held[i] === active,
            value,
            reset: () => {
              modes.held[i] = hold;
              if (hold) modes.dry[i] = modes.primed[i] = 0;
              if (modes.on[p.control] === 0) return null;
              return hold ? 'pump-off' : 'pump-on';
            },
          });
        float(0, (l) => sign * (l[vessel]! - off), 1);
        float(1, (l) => sign * (on - l[vessel]!), 0);
      }
    }
    if (p.kind === 'drain' && p.prime) {
      const { start, breakLevel } = p.prime;
      const spill = run.spill[i]!;
      add(
        () => modes.primed[i] === 0,
        (l) => spill(l[p.from]!, l[p.to]!) - start.expected,
        () => ((modes.primed[i] = 1), p.siphon ? 'siphon-starts' : 'overflow-gulps'),
      );
      add(
        () => modes.primed[i] === 1,
        (l) => breakLevel - l[p.from]!,
        () => ((modes.primed[i] = 0), p.siphon ? 'siphon-stops' : null),
      );
    }
  });
  lines.forEach((line, k) => {
    const at = net.vessels.length + k;
    const add = (active: () => boolean, value: (l: Float64Array) => number, reset: () => null) =>
      out.push({ vessel: line.from, where: net.paths[line.pump]!.id, active, value, reset });
    add(
      () => modes.full[k] === 0 && gives(line.pump),
      (l) => l[at]! - 1 + LINE_SLACK,
      () => {
        modes.full[k] = 1;
        return null;
      },
    );
    add(
      () => modes.emptying[k] === 1 && gives(line.pump),
      () => 1,
      () => ((modes.emptying[k] = 0), null),
    );
    add(
      () => modes.emptying[k] === 0 && !gives(line.pump),
      (l) => l[at]! - 10 * LINE_SLACK,
      () => {
        modes.emptying[k] = 1;
        modes.full[k] = 0;
        return null;
      },
    );
    add(
      () => modes.emptying[k] === 1,
      (l) => LINE_SLACK - l[at]!,
      () => ((modes.emptying[k] = 0), null),
    );
  });
  net.vessels.forEach((v, i) => {
    const add = (
      active: () => boolean,
      value: (l: Float64Array) => number,
      reset: () => EventKind,
    ) => out.push({ vessel: i, where: v.id, active, value, reset });
    add(
      () => over[i] === 0,
      (l) => l[i]! - v.height,
      () => ((over[i] = 1), 'rim-over'),
    );
    add(
      () => over[i] === 1,
      (l) => v.height - l[i]!,
      () => ((over[i] = 0), 'rim-clear'),
    );
  });
  return out;
}
