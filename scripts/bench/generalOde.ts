import { Solver } from 'odex';
import { edgesOf, isOn } from '../../core/day/clock.ts';
import { prepare } from '../../core/day/flows.ts';
import { Integrator } from '../../core/day/integrator.ts';
import { eventFunctions } from '../../core/day/events.ts';
import { restVolumes } from '../../core/network/equilibrium.ts';
import type { Network } from '../../core/network/types.ts';
import { areaAt, levelAt } from '../../core/water/vessel.ts';

/** What a general solver made of a day. */
export interface GeneralDay {
  readonly evaluations: number;
  readonly switches: number;
  readonly events: { readonly t: number; readonly kind: string }[];
  readonly highest: number[];
}

/** Accuracy that our own solver asks of a level, m; here as a volume. */
const LEVEL = 1.5e-4;

/**
 * The same day by a general package for ordinary differential equations (an extrapolation method with
 * dense output): the same right-hand side with its tables, the same switches found on its dense output.
 */
export function generalDay(net: Network, end: number): GeneralDay {
  const run = prepare(net);
  const n = net.vessels.length;
  const lines = run.lines.length;
  const m = n + lines + 2;
  const watch = eventFunctions(run);
  const rhs = new Integrator(run, () => 1);
  const tolerance = LEVEL * Math.min(...net.vessels.map((v) => areaAt(v.storage, v.height / 2)));
  const solver = new Solver(m);
  solver.denseOutput = true;
  solver.absoluteTolerance = tolerance;
  solver.relativeTolerance = 1e-9;
  solver.maxSteps = 1e6;

  const y64 = new Float64Array(m);
  const out = new Float64Array(m);
  let evaluations = 0;
  const f = (_: number, y: number[]): number[] => {
    evaluations++;
    y64.set(y);
    rhs.derivative(y64, out);
    return Array.from(out);
  };
  const levels = new Float64Array(n + lines);
  const look = (y: ArrayLike<number>) => {
    for (let i = 0; i < n; i++) levels[i] = levelAt(net.vessels[i]!.storage, y[i]!);
    for (let k = 0; k < lines; k++) levels[n + k] = y[n + k]! / run.lines[k]!.volume;
  };
  const events: { t: number; kind: string }[] = [];
  let switches = 0;
  const fireDue = (t: number) => {
    for (let chain = 0; chain <= watch.length; chain++) {
      const due = watch.find((w) => w.active() && w.value(levels) > 0);
      if (!due) return;
      const kind = due.reset();
      switches++;
      if (kind) events.push({ t, kind });
    }
  };
  const edges = new Set<number>([end]);
  for (const t of edgesOf(net, 0, end)) edges.add(t);

  let t = 0;
  let y = [...restVolumes(net), ...run.lines.map(() => 0), 0, 0];
  const highest = net.vessels.map(() => 0);
  const rise = () => {
    for (let i = 0; i < n; i++) highest[i] = Math.max(highest[i]!, levels[i]!);
  };
  for (const edge of [...edges].sort((a, b) => a - b)) {
    while (t < edge) {
      net.controls.forEach((c, i) => {
        const on = isOn(c, t);
        if (!on && run.modes.on[i])
          net.paths.forEach((p, k) => {
            if (p.kind === 'pump' && p.control === i) run.modes.dry[k] = run.modes.primed[k] = 0;
          });
        run.modes.on[i] = on ? 1 : 0;
      });
      look(y);
      fireDue(t);
      let stopped = -1;
      const from = t;
      const done = solver.solve(f, t, y, edge, (_, xold, x, now, dense) => {
        look(now);
        if (x <= from || !watch.some((w) => w.active() && w.value(levels) > 0)) {
          rise();
          return true;
        }
        let low = xold;
        let high = x;
        const at = new Float64Array(m);
        const state = (z: number) => {
          for (let i = 0; i < m; i++) at[i] = dense!(i, z);
          look(at);
        };
        for (let k = 0; k < 40; k++) {
          const mid = (low + high) / 2;
          state(mid);
          if (watch.some((w) => w.active() && w.value(levels) > 0)) high = mid;
          else low = mid;
        }
        state(high);
        y = Array.from(at);
        stopped = high;
        return false;
      });
      if (stopped >= 0) {
        t = stopped;
        look(y);
        rise();
        fireDue(t);
      } else {
        t = edge;
        y = done.y;
      }
    }
  }
  return { evaluations, switches, events, highest };
}
