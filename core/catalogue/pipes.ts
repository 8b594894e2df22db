import type { Metres } from '../quantity/si.ts';

/** A pipe or hose size that can be bought. */
export interface PipeSize {
  readonly id: string;
  readonly name: string;
  readonly family: 'schedule-40' | 'metric' | 'hose' | 'corrugated';
  readonly bore: Metres;
  readonly outside?: Metres;
  /** Wall roughness; corrugated hose is given as a share of its bore. */
  readonly roughness: Metres;
}

/** Smooth drawn plastic, m. */
export const SMOOTH_ROUGHNESS: Metres = 1.5e-6;
/** Corrugated hose: roughness ÷ bore, the middle of 0.05–0.1. */
export const CORRUGATED_SHARE = 0.07;

export const PIPE_SOURCE =
  'Schedule 40 bores and outside diameters: ASTM D1785. Metric pressure pipe: outside diameter less twice the wall. Hose by nominal bore. A measured bore wins.';

const mmOf = (n: number) => Math.round(n * 1e5) / 1e8;

const schedule40 = (
  [
    ['1/2', '½ in', 15.8, 21.34],
    ['3/4', '¾ in', 20.93, 26.67],
    ['1', '1 in', 26.64, 33.4],
    ['1-1/4', '1¼ in', 35.05, 42.16],
    ['1-1/2', '1½ in', 40.89, 48.26],
    ['2', '2 in', 52.5, 60.33],
    ['3', '3 in', 77.93, 88.9],
    ['4', '4 in', 102.26, 114.3],
  ] as const
).map(([id, name, bore, outside]): PipeSize => ({
  id: `sch40-${id}`,
  name: `${name} schedule 40`,
  family: 'schedule-40',
  bore: mmOf(bore),
  outside: mmOf(outside),
  roughness: SMOOTH_ROUGHNESS,
}));

const metric = (
  [
    [20, 1.5],
    [25, 1.9],
    [32, 2.4],
    [40, 1.9],
    [50, 2.4],
    [63, 3.0],
  ] as const
).map(([outside, wall]): PipeSize => ({
  id: `metric-${outside}`,
  name: `${outside} × ${wall} mm pipe`,
  family: 'metric',
  bore: mmOf(outside - 2 * wall),
  outside: mmOf(outside),
  roughness: SMOOTH_ROUGHNESS,
}));

const HOSE_BORES = [6, 8, 10, 13, 16, 19, 25, 32, 38] as const;

const hose = HOSE_BORES.map((bore): PipeSize => ({
  id: `hose-${bore}`,
  name: `${bore} mm hose`,
  family: 'hose',
  bore: mmOf(bore),
  roughness: SMOOTH_ROUGHNESS,
}));

const corrugated = ([19, 25, 32, 38] as const).map((bore): PipeSize => ({
  id: `corrugated-${bore}`,
  name: `${bore} mm corrugated hose`,
  family: 'corrugated',
  bore: mmOf(bore),
  roughness: mmOf(bore) * CORRUGATED_SHARE,
}));

export const PIPES: readonly PipeSize[] = [...schedule40, ...metric, ...hose, ...corrugated];

/** A pipe that keeps its shape: it has an outside. */
export type RigidPipe = PipeSize & { readonly outside: Metres };
/** Rigid pipes, the narrowest first. */
export const RIGID_PIPES: readonly RigidPipe[] = PIPES.filter(
  (p): p is RigidPipe => p.outside !== undefined,
).sort((a, b) => a.bore - b.bore);

/** A hose bends to a radius of so many of its bores without a kink. Practice; its maker's figure wins. */
const BEND: Readonly<Partial<Record<PipeSize['family'], number>>> = { hose: 6, corrugated: 3 };
/** Smallest radius that a hose is bent to, to its middle, m; null for a pipe that does not bend. */
export function bendRadius(pipe: string): Metres | null {
  const p = pipeById(pipe);
  const times = p && BEND[p.family];
  return times ? times * p.bore : null;
}

/** The pipe size with this id, or nothing. */
export const pipeById = (id: string): PipeSize | undefined => PIPES.find((p) => p.id === id);
