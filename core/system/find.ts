import type {
  BellSiphon,
  Branch,
  Control,
  Drain,
  Measurement,
  PumpedLine,
  Siphon,
  Standpipe,
  SystemDocument,
  Vessel,
  WaterPath,
} from './types.ts';

/** The vessel with this id. @throws RangeError where there is none */
export function vesselOf(system: SystemDocument, id: string): Vessel {
  const vessel = system.vessels.find((v) => v.id === id);
  if (!vessel) throw new RangeError(`No vessel “${id}” in this system.`);
  return vessel;
}

/** The pumped lines of a system, in its order. */
export const pumpedLines = (s: SystemDocument): PumpedLine[] =>
  s.paths.filter((p): p is PumpedLine => p.kind === 'pumped-line');
/** The standpipes of a system, in its order. */
export const standpipes = (s: SystemDocument): Standpipe[] =>
  s.paths.filter((p): p is Standpipe => p.kind === 'standpipe');
/** The bell siphons of a system, in its order. */
export const bellSiphons = (s: SystemDocument): BellSiphon[] =>
  s.paths.filter((p): p is BellSiphon => p.kind === 'bell-siphon');
/** Whether a path is a drain with a crest. */
export const isDrain = (p: WaterPath): p is Drain =>
  p.kind === 'standpipe' || p.kind === 'bell-siphon' || p.kind === 'loop-siphon';
/** Whether a path is a siphon, of either kind. */
export const isSiphon = (p: WaterPath): p is Siphon =>
  p.kind === 'bell-siphon' || p.kind === 'loop-siphon';
/** Everything with a crest: standpipes and siphons. */
export const drains = (s: SystemDocument): Drain[] => s.paths.filter(isDrain);
/** The vessels that a path gives water to: of a pumped line all its deliveries. */
export const targetsOf = (p: WaterPath): string[] =>
  p.kind === 'pumped-line' ? [p.to, ...p.branches.map((b: Branch) => b.to)] : [p.to];
/** Vessels in which something grows. */
export const PLANT_ROLES = ['bed', 'raft', 'channel', 'felt', 'tray'] as const;
/** Vessels that hold the system's water: what pumps draw from. */
export const STORE_ROLES = ['tank', 'reservoir', 'sump'] as const;
/** Whether a vessel holds the system’s water. */
export const isStore = (v: Vessel): boolean => (STORE_ROLES as readonly string[]).includes(v.role);
/** The beds of a system, in its order. */
export const beds = (s: SystemDocument): Vessel[] => s.vessels.filter((v) => v.role === 'bed');

/** The control of a pumped line; always on where the document names none. */
export const controlOf = (s: SystemDocument, line: PumpedLine): Control =>
  s.controls.find((c) => c.id === line.control) ?? { id: line.control, kind: 'always-on' };

/** The measurement of one kind on one path or vessel, or nothing. */
export function measured<K extends Measurement['kind']>(
  s: SystemDocument,
  kind: K,
  on: string,
): Extract<Measurement, { kind: K }> | undefined {
  return s.measurements.find(
    (m): m is Extract<Measurement, { kind: K }> =>
      m.kind === kind && ('path' in m ? m.path : m.vessel) === on,
  );
}

/** Number of fish and their mass in a vessel. */
export function fishIn(s: SystemDocument, vessel: string): { count: number; mass: number } {
  let count = 0;
  let mass = 0;
  for (const f of s.fish) {
    if (f.vessel !== vessel) continue;
    count += f.count;
    mass += f.count * f.meanMass;
  }
  return { count, mass };
}
