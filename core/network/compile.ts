import {
  EXIT_K,
  ELBOW_K,
  ENTRANCE_K,
  ballValveK,
  fittingById,
  mediumById,
  pipeById,
  SMOOTH_ROUGHNESS,
  CORRUGATED_SHARE,
} from '../catalogue/index.ts';
import type { Metres, Seconds, Share } from '../quantity/si.ts';
import { controlOf, isDrain, measured, pumpedLines, vesselOf } from '../system/find.ts';
import type {
  BellSiphon,
  Branch,
  Control,
  Drain,
  Pinholes,
  PumpedLine,
  SystemDocument,
  Vessel,
  WaterPath,
} from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { barbK, headLoss, type PipeRun } from '../water/pipe.ts';
import { orificeK, seepRate, venturiK } from '../water/passage.ts';
import { RUNS_FULL_FROUDE } from '../water/drain.ts';
import { fitPump, type PumpFigures } from '../water/pump.ts';
import { UNKNOWN_SIPHON_K, flowAtFroude, siphonK, startKind, startRange } from '../water/siphon.ts';
import { rimLength, shapeArea, widest } from '../water/shape.ts';
import { levelAt, manyOf, storage, type Storage } from '../water/vessel.ts';
import { floodLevelOf, groupsOf } from './joined.ts';
import { lossOf } from './losses.ts';
import { totalAtHead } from './manifold.ts';
import { jointVolume, residueLevel } from './settle.ts';
import { atRest, drainTime, fillTime, floodMark } from './statics.ts';
import {
  AIR_MARGIN,
  DAY,
  STANDING_IMPELLER_K,
  type Manifold,
  type NetControl,
  type Network,
  type NetPath,
  type NetVessel,
  type PumpPath,
} from './types.ts';

type Piped = Extract<WaterPath, { pipe: string }>;

/** Bore of a path: as measured, else as the document says. */
export const boreOf = (s: SystemDocument, p: Piped): Metres =>
  measured(s, 'bore', p.id)?.bore ?? p.bore;

function roughnessOf(p: Pick<Piped, 'pipe' | 'bore'>): Metres {
  const size = pipeById(p.pipe);
  if (size?.family === 'corrugated') return CORRUGATED_SHARE * p.bore;
  return size?.roughness ?? SMOOTH_ROUGHNESS;
}

/** Drainable voids of a medium: as measured, else the table's usual value. */
const voidsOf = (m: { medium: string; voids: Share | null }): Share =>
  m.voids ?? mediumById(m.medium)?.voids[1] ?? 0.4;

/** Voids that a fill time can mean at all. */
const within = (voids: Share): Share => Math.min(0.95, Math.max(0.03, voids));

/** Voids of a bed's main medium as they are now, less what roots and solids take, times a correction. */
const voidsNow = (v: Vessel, correction: number): Share =>
  v.media ? within(voidsOf(v.media) * (1 - v.media.clogging) * correction) : 1;

/** Open area inside the guards that stand in a bed, m². */
function guardArea(s: SystemDocument, vessel: string): number {
  let area = 0;
  for (const p of s.paths) {
    if (p.kind === 'bell-siphon' && p.from === vessel && p.guard)
      area += boreArea(p.guard.diameter);
  }
  return area;
}

/** @param correction of all voids in it, as a fill time asks */
function roomOf(s: SystemDocument, v: Vessel, correction: number): Storage {
  return manyOf(roomOfOne(s, v, correction), v.count);
}

function roomOfOne(s: SystemDocument, v: Vessel, correction: number): Storage {
  const { media, pots } = v;
  if (!media && !pots) return storage(v.shape, null);
  const layers = media
    ? [
        ...media.layers.map((l) => ({
          top: l.top,
          voids: within(voidsOf(l) * (1 - media.clogging) * correction),
        })),
        { top: media.top, voids: voidsNow(v, correction) },
      ]
    : [];
  return storage(v.shape, {
    layers,
    openArea: guardArea(s, v.id),
    pots: pots && {
      area: pots.count * boreArea(pots.diameter),
      top: pots.height,
      voids: within(voidsOf(pots) * correction),
    },
  });
}

/** Loss of an end: open, or closed and giving through its holes; on the velocity head before it. */
const endK = (bore: Metres, holes: Pinholes | null): number =>
  holes ? orificeK(bore, holes.count * boreArea(holes.diameter)) : EXIT_K;

/** Losses of a pumped line up to its first tee, or its end, in velocity heads; its entrance included. */
function trunkK(s: SystemDocument, p: PumpedLine): number {
  let k = ENTRANCE_K;
  for (const f of p.fittings) k += (fittingById(f.fitting)?.k ?? 0) * f.count;
  if (p.checkValve) k += fittingById('check-valve')!.k;
  if (p.barb !== null) k += barbK(p.barb, boreOf(s, p));
  if (p.filter) k += p.filter.k / (1 - p.filter.clogging) ** 2;
  return k;
}

/** Losses of a pumped line at its own end: tap, venturi, exit. */
function deliveryK(s: SystemDocument, p: PumpedLine): number {
  const bore = boreOf(s, p);
  let k = endK(bore, p.pinholes);
  if (p.valve !== null) k += ballValveK(p.valve);
  if (p.venturi) k += venturiK(p.venturi.throat, bore);
  return k;
}

/** Losses of a pumped line in velocity heads, entrance and exit included; Infinity where its tap is shut. */
export const lineK = (s: SystemDocument, p: PumpedLine): number => trunkK(s, p) + deliveryK(s, p);

/** Length of a pumped line: its rise and its level run. */
export function lineLength(s: SystemDocument, p: PumpedLine): Metres {
  const rise = vesselOf(s, p.to).floor + p.end - (vesselOf(s, p.from).floor + p.pump.intake);
  // Over a peak the pipe goes up to it and down again.
  const over = p.peak ? 2 * Math.max(0, p.peak.height - p.end) : 0;
  return Math.max(0, rise) + over + p.run;
}

function lineRun(s: SystemDocument, p: PumpedLine): PipeRun {
  return {
    bore: boreOf(s, p),
    length: lineLength(s, p),
    roughness: roughnessOf(p),
    sumK: lineK(s, p),
  };
}

const branchPipe = (s: SystemDocument, p: PumpedLine, b: Branch): PipeRun => ({
  bore: b.bore,
  length:
    b.run +
    // What a branch rises above the line's own end is pipe as well.
    Math.max(0, vesselOf(s, b.to).floor + b.end - (vesselOf(s, p.to).floor + p.end)),
  roughness: roughnessOf(b),
  sumK:
    fittingById('tee-branch')!.k +
    (b.valve === null ? 0 : ballValveK(b.valve)) +
    endK(b.bore, b.pinholes),
});

/** Common pipe, tees and branches of a line with several ends; paths by index in the order of the document. */
export function manifoldOf(s: SystemDocument, p: PumpedLine, paths: readonly number[]): Manifold {
  const line = lineRun(s, p);
  const through = fittingById('tee-through')!.k;
  return {
    lead: paths[0]!,
    trunk: { ...line, sumK: trunkK(s, p) },
    outlets: [
      { path: paths[0]!, header: null, own: { ...line, length: 0, sumK: deliveryK(s, p) } },
      ...p.branches.map((b, k) => ({
        path: paths[k + 1]!,
        header: {
          bore: line.bore,
          length: b.along,
          roughness: line.roughness,
          sumK: through,
        },
        own: branchPipe(s, p, b),
      })),
    ],
  };
}

/** Notch area at the foot of a bell: each notch is as high as the break height. */
export const notchArea = (p: BellSiphon): number =>
  p.notches.count * p.notches.width * p.breakHeight;

/** Losses of a drain's pipe in velocity heads, without the 1 of its velocity head. */
export function drainK(s: SystemDocument, p: Drain): number {
  if (p.kind === 'standpipe') return ENTRANCE_K + ELBOW_K * (p.elbows + (p.fromBottom ? 2 : 0));
  // A loop turns twice at its top, whatever other bends it has.
  if (p.kind === 'loop-siphon') return ENTRANCE_K + ELBOW_K * (p.elbows + 2);
  const k = siphonK({
    bore: boreOf(s, p),
    mouth: p.mouth,
    mouthOutside: p.mouthOutside,
    bellBore: p.bellBore,
    gap: p.gap,
    notchArea: notchArea(p),
    elbows: p.elbows,
  });
  return Number.isFinite(k) ? k : UNKNOWN_SIPHON_K;
}

function drainRun(s: SystemDocument, p: Drain): PipeRun {
  const rise = p.kind === 'loop-siphon' ? p.crest - p.breakHeight : 0;
  return {
    bore: boreOf(s, p),
    length: rise + p.crest + p.drop + p.run,
    roughness: roughnessOf(p),
    sumK: drainK(s, p),
  };
}

/** On-spans of a day, merged and in order; what runs over midnight is cut there and goes on at 00:00. */
export function spansOf(control: Control): NetControl['spans'] {
  if (control.kind === 'always-on') return null;
  const raw: [Seconds, Seconds][] = [];
  if (control.kind === 'interval') {
    for (let t = 0; t < DAY; t += control.on + control.off)
      raw.push([t, Math.min(DAY, t + control.on)]);
  } else {
    for (const { start, on } of control.rows) {
      const from = start % DAY;
      const till = from + Math.min(on, DAY);
      raw.push([from, Math.min(DAY, till)]);
      if (till > DAY) raw.push([0, till - DAY]);
    }
  }
  raw.sort((a, b) => a[0] - b[0]);
  const out: [Seconds, Seconds][] = [];
  for (const span of raw) {
    const last = out[out.length - 1];
    if (last && span[0] <= last[1]) last[1] = Math.max(last[1], span[1]);
    else out.push([...span]);
  }
  return out;
}

function drainOf(s: SystemDocument, p: Drain, from: number, to: number): NetPath[] {
  const bore = boreOf(s, p);
  const outletZ = vesselOf(s, p.from).floor - p.drop;
  const base = {
    kind: 'drain' as const,
    id: p.id,
    name: p.name,
    from,
    to,
    crest: p.crest,
    entry: p.kind === 'loop-siphon' ? ('round' as const) : ('ring' as const),
    mouth: p.kind === 'loop-siphon' ? bore : Math.max(p.mouth, bore),
    bore,
    pipe: drainRun(s, p),
    outletZ,
    open: 1,
    hangs: null,
  };
  if (p.kind !== 'standpipe') {
    const kind = p.kind === 'loop-siphon' ? 'loop' : startKind(p.mouth, bore, p.waterLock);
    const start = startRange(kind, bore, measured(s, 'starting-flow', p.id)?.flow);
    const prime = { start, breakLevel: p.breakHeight, efficiency: p.efficiency };
    // Held flooded, the siphon is given air at its top and only spills over its crest.
    return [{ ...base, siphon: true, prime: s.service === 'flooded' ? null : prime }];
  }
  const full = flowAtFroude(RUNS_FULL_FROUDE, bore);
  const out: NetPath[] = [
    {
      ...base,
      siphon: false,
      // An unvented pipe that runs full pulls the level down to its crest and gulps.
      prime: p.vented
        ? null
        : { start: { low: full, expected: full, high: full }, breakLevel: p.crest, efficiency: 1 },
    },
  ];
  if (p.weep && s.service !== 'flooded') {
    out.push({
      kind: 'hole',
      id: `${p.id}-weep`,
      name: `${p.name}, weep hole`,
      from,
      to,
      level: p.weep.height,
      diameter: p.weep.diameter,
      inFloor: false,
    });
  }
  return out;
}

/** Paths without a pump and without a crest. */
function openOf(
  s: SystemDocument,
  p: Exclude<WaterPath, PumpedLine | Drain>,
  from: number,
  to: number,
): NetPath {
  const base = { id: p.id, name: p.name, from, to };
  const source = vesselOf(s, p.from);
  const target = vesselOf(s, p.to);
  switch (p.kind) {
    case 'hole':
      return {
        ...base,
        kind: 'hole',
        level: p.height,
        diameter: p.diameter,
        inFloor: p.height <= 0,
      };
    case 'link': {
      const bore = boreOf(s, p);
      const invertZ = source.floor + p.height;
      return {
        ...base,
        kind: 'link',
        sillFrom: Math.max(invertZ, source.floor),
        sillTo: Math.max(invertZ, target.floor),
        bore,
        pipe: {
          bore,
          length: p.run,
          roughness: roughnessOf(p),
          sumK: ENTRANCE_K + ELBOW_K * p.elbows + (p.screen === null ? 0 : screenK(p.screen)),
        },
      };
    }
    case 'float-valve': {
      const bore = boreOf(s, p);
      return {
        ...base,
        kind: 'float',
        level: p.level,
        outletZ: target.floor + p.level,
        stuck: null,
        pipe: {
          bore,
          length: Math.max(0, source.floor - target.floor - p.level) + p.run,
          roughness: roughnessOf(p),
          // The seat's jet takes the place of the free end's velocity head.
          sumK: ENTRANCE_K + Math.max(0, orificeK(bore, boreArea(Math.min(p.seat, bore))) - 1),
        },
      };
    }
    case 'open-end':
      return {
        ...base,
        kind: 'film',
        width: source.count * 2 * halfWidthAcross(source),
        slope: p.slope,
      };
    case 'seep': {
      const area = source.count * shapeArea(source.shape, 0);
      return {
        ...base,
        kind: 'seep',
        level: p.held / area,
        perMetre: area * seepRate(p.drainDown),
      };
    }
  }
}

/** A channel lies along the drawing: its width is the shape's other side. */
const halfWidthAcross = (v: Vessel): Metres =>
  shapeArea(v.shape, v.shape.height) / (2 * widest(v.shape)) / 2;

/** Loss of a coarse guard or screen of which a share is still open. */
export const screenK = (open: Share): number => fittingById('coarse-guard')!.k / open ** 2;

/** Index of a control in a network, and of the vessels by id. */
interface Places {
  readonly vessel: (id: string) => number;
  readonly control: (id: string) => number;
  readonly rooms: readonly Storage[];
}

/** The deliveries of a pumped line and the ways back through its stopped pump; its first index is `first`. */
function pumpOf(
  s: SystemDocument,
  p: PumpedLine,
  first: number,
  manifold: number,
  at: Places,
): { paths: NetPath[]; manifold: Manifold | null } {
  const source = vesselOf(s, p.from);
  const target = vesselOf(s, p.to);
  const from = at.vessel(p.from);
  const line = lineRun(s, p);
  const branched = p.branches.length > 0;
  const m = branched
    ? manifoldOf(
        s,
        p,
        [p, ...p.branches].map((_, k) => first + k),
      )
    : null;
  const endZ = target.floor + p.end;
  const peakZ = Math.max(endZ, target.floor + (p.peak?.height ?? 0));
  const overVent = p.peak?.vented === true && peakZ > endZ;
  const figures = figuresOf(s, p, m, at);
  const common = {
    kind: 'pump' as const,
    from,
    control: at.control(p.control),
    figures,
    intake: p.pump.intake,
    cover: p.pump.intake + AIR_MARGIN,
    lead: first,
    manifold: branched ? manifold : -1,
    loose: false,
    tapK: p.valve === null ? 0 : ballValveK(p.valve),
    steady: p.pump.airLift ? (measured(s, 'flow', p.id)?.flow ?? p.pump.maxFlow) : null,
    startZ: p.peak && !p.peak.vented && peakZ > endZ ? peakZ : null,
    float: p.float && {
      vessel: at.vessel(p.float.vessel),
      on: p.float.on,
      off: p.float.off,
    },
  };
  const paths: NetPath[] = [
    {
      ...common,
      id: p.id,
      name: p.name,
      to: at.vessel(p.to),
      line,
      endZ,
      topZ: overVent ? peakZ : endZ,
      // An air-lift's pipe stands open; its water falls back to the source's level and is not counted.
      lineVolume: p.checkValve || p.pump.airLift ? 0 : boreArea(line.bore) * line.length,
      power: p.pump.power,
    },
    ...p.branches.map((b, k): NetPath => {
      const own = m!.outlets[k + 1]!.own;
      const end = vesselOf(s, b.to).floor + b.end;
      return {
        ...common,
        id: b.id,
        name: `${p.name} to ${vesselOf(s, b.to).name}`,
        to: at.vessel(b.to),
        line: own,
        endZ: end,
        topZ: overVent ? Math.max(end, peakZ) : end,
        lineVolume: 0,
        power: 0,
      };
    }),
  ];
  // Over a vented peak nothing runs back but the line's own water: air breaks the pull.
  if (p.checkValve || overVent || p.pump.airLift) return { paths, manifold: m };
  const deliveries = paths.length;
  for (let k = 0; k < deliveries; k++) {
    const way = paths[k] as PumpPath;
    const own = m ? m.outlets[k]!.own : null;
    // Ends that run back together share the trunk: each sees it with the square of their number.
    const share = deliveries ** 2;
    paths.push({
      kind: 'back',
      id: `${way.id}-back`,
      name: `${way.name}, running back`,
      from: way.to,
      to: from,
      pump: first + k,
      endZ: way.endZ,
      intakeZ: source.floor + p.pump.intake,
      line: own
        ? {
            ...line,
            length: share * line.length + own.length * (line.bore / own.bore) ** 5,
            sumK:
              share * (m!.trunk.sumK + STANDING_IMPELLER_K) +
              (own.sumK - EXIT_K) * (line.bore / own.bore) ** 4,
          }
        : { ...line, sumK: line.sumK - EXIT_K + STANDING_IMPELLER_K },
    });
  }
  return { paths, manifold: m };
}

/** Pump figures of a line: the box's, or fitted so that the duty point meets a bucket test. */
function figuresOf(s: SystemDocument, p: PumpedLine, m: Manifold | null, at: Places): PumpFigures {
  const box: PumpFigures = {
    maxHead: p.pump.maxHead,
    maxFlow: p.pump.maxFlow,
    wear: p.pump.wear,
    ...(p.pump.points ? { points: p.pump.points } : {}),
  };
  const bucket = measured(s, 'flow', p.id);
  const line = lineRun(s, p);
  if (!bucket || p.pump.airLift || !Number.isFinite(line.sumK)) return box;
  const target = vesselOf(s, p.to);
  const top = target.floor + (p.peak?.vented ? Math.max(p.end, p.peak.height) : p.end);
  const surface =
    vesselOf(s, p.from).floor + levelAt(at.rooms[at.vessel(p.from)]!, vesselOf(s, p.from).fill);
  const temperature = s.site.waterTemperature;
  if (!m) return fitPump(box, bucket.flow, top - surface, line, temperature);
  // At the first delivery the bucket tells the head at its tee; the whole flow follows from the branches.
  const node = top + headLoss(bucket.flow, m.outlets[0]!.own, temperature);
  const ends = [top, ...p.branches.map((b) => vesselOf(s, b.to).floor + b.end)];
  const total = totalAtHead(m, node, ends, temperature);
  return fitPump(box, total, node - surface, { ...m.trunk }, temperature);
}

/** A siphon's share of the full pipe can be no less and no more than this. */
const EFFICIENCY = [0.1, 1] as const;

/** A drain, or a way back through a stopped pump, that takes a multiple of what was reckoned. */
function drainingAt(p: NetPath, factor: number): NetPath {
  if (factor === 1) return p;
  if (p.kind === 'drain' && p.siphon && p.prime) {
    const efficiency = Math.min(
      EFFICIENCY[1],
      Math.max(EFFICIENCY[0], p.prime.efficiency * factor),
    );
    return { ...p, prime: { ...p.prime, efficiency } };
  }
  if (p.kind === 'back') {
    const { line } = p;
    // The flow goes with the root of the losses.
    const k = (line.sumK + 1) / factor ** 2 - 1;
    return {
      ...p,
      line: { ...line, length: line.length / factor ** 2, sumK: Math.max(0, k) },
    };
  }
  return p;
}

function assemble(s: SystemDocument, corrections: Corrections): Network {
  const index = new Map(s.vessels.map((v, i) => [v.id, i]));
  const correction = (v: Vessel) => corrections.voids.get(v.id) ?? 1;
  const rooms = s.vessels.map((v) => roomOf(s, v, correction(v)));
  const lines = pumpedLines(s);
  const controls = [...new Set(lines.map((l) => l.control))].map((id): NetControl => ({
    id,
    spans:
      s.service === 'flooded'
        ? null
        : s.service === 'drained'
          ? []
          : spansOf(
              controlOf(
                s,
                lines.find((l) => l.control === id)!,
              ),
            ),
  }));
  const at: Places = {
    vessel: (id) => index.get(id)!,
    control: (id) => controls.findIndex((c) => c.id === id),
    rooms,
  };
  const paths: NetPath[] = [];
  const manifolds: Manifold[] = [];
  for (const p of s.paths) {
    const from = at.vessel(p.from);
    const to = at.vessel(p.to);
    if (p.kind === 'pumped-line') {
      const made = pumpOf(s, p, paths.length, manifolds.length, at);
      paths.push(...made.paths);
      if (made.manifold) manifolds.push(made.manifold);
    } else if (isDrain(p)) paths.push(...drainOf(s, p, from, to));
    else paths.push(openOf(s, p, from, to));
  }
  const joined = groupsOf(s, index);
  const vessels = s.vessels.map((v, i): NetVessel => ({
    id: v.id,
    name: v.name,
    floorZ: v.floor,
    height: v.shape.height,
    room: rooms[i]!,
    voids: voidsNow(v, correction(v)),
    initial: v.fill,
    rimWidth: v.count * rimLength(v.shape),
    rimTo: v.rimTo === null ? -1 : (index.get(v.rimTo) ?? -1),
    bed: v.role === 'bed',
    floodLevel: floodLevelOf(s, v, joined[i]!),
    joined: joined[i]!,
    loss: 0,
  }));
  const net: Network = {
    temperature: s.site.waterTemperature,
    vessels,
    paths,
    controls,
    manifolds,
  };
  // What has no way back is used up where it is; elsewhere a day's loss is in the accounts only.
  return {
    ...net,
    paths: paths.map((p) => drainingAt(p, corrections.drains.get(vessels[p.from]!.id) ?? 1)),
    vessels: vessels.map((v, i) =>
      s.vessels[i]!.role === 'tray' ? { ...v, loss: lossOf(s, net, i, v.initial) / DAY } : v,
    ),
  };
}

/** What stopwatches correct, by vessel: voids by the fill, and how fast it drains. */
interface Corrections {
  readonly voids: Map<string, number>;
  readonly drains: Map<string, number>;
}

/** A drain that never ends is first let go by so much more. */
const LET_GO = 1.3;
const CREEP = 0.7;

/** By how much more a bed must drain than reckoned to take a time: (V/t + Q_in) for each of the two. */
function drainFactor(net: Network, vessel: number, predicted: Seconds, time: Seconds): number {
  if (!Number.isFinite(predicted) || predicted <= 0) return LET_GO;
  const { at, steady } = atRest(net);
  const v = net.vessels[vessel]!;
  const siphon = net.paths.some((p) => p.kind === 'drain' && p.prime && v.joined.includes(p.from));
  const inflow = siphon ? steady.inflow[vessel]! : 0;
  const top = jointVolume(net, v, v.floorZ + floodMark(net, vessel, at));
  const low = jointVolume(net, v, v.floorZ + residueLevel(net, vessel, true));
  const factor = ((top - low) / time + inflow) / ((top - low) / predicted + inflow);
  // Through a stopped pump some of it creeps: there the flow goes with more than the factor.
  return siphon ? factor : factor ** CREEP;
}

/**
 * Network of a system: measurements put in the place of tables, coefficients solved.
 *
 * A fill time by stopwatch corrects the bed's voids, a drain time the share of the full pipe that its
 * siphon takes, or the way back through the stopped pump. The times are all but proportional to them,
 * so a few corrections by measured ÷ predicted settle it.
 */
export function compile(s: SystemDocument): Network {
  const corrections: Corrections = { voids: new Map(), drains: new Map() };
  let net = assemble(s, corrections);
  const timed = s.vessels.flatMap((v) => [
    ...((v.media ?? v.pots) && measured(s, 'fill-time', v.id)
      ? [{ v, by: corrections.voids, time: measured(s, 'fill-time', v.id)!.time, of: fillTime }]
      : []),
    ...(measured(s, 'drain-time', v.id)
      ? [{ v, by: corrections.drains, time: measured(s, 'drain-time', v.id)!.time, of: drainTime }]
      : []),
  ]);
  if (timed.length === 0) return net;
  for (let turn = 0; turn < 12; turn++) {
    let worst = 0;
    for (const { v, by, time, of } of timed) {
      const predicted: Seconds = of(net, s.vessels.indexOf(v));
      const drains = by === corrections.drains;
      if (!drains && (!Number.isFinite(predicted) || predicted <= 0)) continue;
      // Voids grow with the time; what drains must take what comes in as well.
      const factor = drains
        ? drainFactor(net, s.vessels.indexOf(v), predicted, time)
        : time / predicted;
      worst = Math.max(worst, Math.abs(factor - 1));
      by.set(v.id, (by.get(v.id) ?? 1) * factor);
    }
    if (worst < 1e-4) break;
    net = assemble(s, corrections);
  }
  return net;
}
