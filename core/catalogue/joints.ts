import type { Metres } from '../quantity/si.ts';
import { pipeById } from './pipes.ts';

/** What joins pipes: how deep a pipe goes into it, and how far that is from its centre. */

export const JOINTS = [
  { id: 'elbow-90', name: '90° elbow', socketed: true },
  { id: 'elbow-45', name: '45° elbow', socketed: true },
  { id: 'swept-bend', name: 'Swept bend', socketed: true },
  { id: 'tee', name: 'Tee', socketed: true },
  { id: 'coupling', name: 'Coupling', socketed: true },
  { id: 'reducer', name: 'Reducer as a wide mouth', socketed: true },
  { id: 'cap', name: 'Cap', socketed: true },
  { id: 'union', name: 'Union', socketed: true },
  { id: 'valve', name: 'Ball valve', socketed: true },
  { id: 'check-valve', name: 'Check valve', socketed: true },
  { id: 'bulkhead', name: 'Bulkhead', socketed: true },
  { id: 'rubber-seal', name: 'Rubber pipe seal', socketed: false },
  { id: 'pump', name: 'Pump outlet', socketed: false },
  { id: 'filter', name: 'Filter in the pipe', socketed: false },
  { id: 'venturi', name: 'Venturi', socketed: false },
  { id: 'reducing-barb', name: 'Narrow barb', socketed: false },
  { id: 'float-valve', name: 'Float valve', socketed: false },
  { id: 'open', name: 'Open end', socketed: false },
] as const;

export type JointKind = (typeof JOINTS)[number]['id'];
const BY_ID = new Map(JOINTS.map((j) => [j.id, j]));
/** Name of a joint. */
export const jointName = (kind: JointKind): string => BY_ID.get(kind)!.name;
/** Whether pipe is glued or pushed into it as far as a stop. */
export const isSocketed = (kind: JointKind): boolean => BY_ID.get(kind)!.socketed;

export const SOCKET_SOURCE =
  'Socket depths of schedule 40: ASTM D2466 minimums; metric: half the outside diameter and 6 mm, EN ISO 1452-3. Centre to stop of elbow and tee: half the outside diameter and 1 mm, EN ISO 1452-3; bulkhead, union and valve are practice. Makers differ: measure yours before you cut.';

/** Socket depths of schedule 40 by pipe id, m. @source ASTM D2466, minimums */
const SCHEDULE_40: Readonly<Record<string, Metres>> = {
  'sch40-1/2': 0.0175,
  'sch40-3/4': 0.0183,
  'sch40-1': 0.0222,
  'sch40-1-1/4': 0.0238,
  'sch40-1-1/2': 0.0278,
  'sch40-2': 0.0294,
  'sch40-3': 0.0476,
  'sch40-4': 0.0508,
};

/** A fitting as it matters for cutting. */
export interface JointSize {
  /** How deep the pipe goes in. */
  readonly socket: Metres;
  /** From its centre, or from the floor that a bulkhead sits in, to the face that the pipe enters at. */
  readonly face: Metres;
}

const NONE: JointSize = { socket: 0, face: 0 };
/** A bulkhead's stop stands so far over the inside of a floor, and so far under it. Practice. */
export const BULKHEAD_STOP = { inside: 0.005, outside: 0.03 } as const;

/** From a fitting's centre to the stop in its socket, m. */
function toStop(kind: JointKind, outside: Metres, inside: boolean): Metres {
  switch (kind) {
    case 'elbow-90':
    case 'tee':
      return outside / 2 + 0.001;
    case 'swept-bend':
      return 2 * outside;
    case 'elbow-45':
      return 0.21 * outside + 0.001;
    case 'coupling':
      return 0.0015;
    case 'reducer':
      return 0.003;
    case 'union':
      return 0.012;
    case 'valve':
    case 'check-valve':
      return 0.6 * outside + 0.01;
    case 'bulkhead':
      return inside ? BULKHEAD_STOP.inside : BULKHEAD_STOP.outside;
    default:
      return 0;
  }
}

/**
 * Socket depth of a rigid pipe's fittings.
 *
 * @returns m; nothing for hose, which is pushed over a barb
 */
export function socketDepth(pipe: string): Metres | null {
  const size = pipeById(pipe);
  if (size?.outside === undefined) return null;
  return SCHEDULE_40[pipe] ?? size.outside / 2 + 0.006;
}

/**
 * A fitting of a pipe by the table.
 *
 * @param inside of a bulkhead: the end inside the vessel, else the one outside
 */
export function jointSize(kind: JointKind, pipe: string, inside = true): JointSize {
  const socket = socketDepth(pipe);
  const outside = pipeById(pipe)?.outside;
  if (!isSocketed(kind) || socket === null || outside === undefined) return NONE;
  return { socket, face: toStop(kind, outside, inside) + socket };
}
