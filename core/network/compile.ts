import {
  EXIT_K,
  ENTRANCE_K,
  ballValveK,
  fittingById,
  mediumById,
  pipeById,
  SMOOTH_ROUGHNESS,
  CORRUGATED_SHARE,
} from '../catalogue/index.ts';
import type { Metres, Seconds, Share } from '../quantity/si.ts';
import { controlOf, measured, pumpedLines, vesselOf } from '../system/find.ts';
import type {
  BellSiphon,
  Control,
  PumpedLine,
  Standpipe,
  SystemDocument,
  Vessel,
  WaterPath,
} from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { barbK, type PipeRun } from '../water/pipe.ts';
import { RUNS_FULL_FROUDE } from '../water/drain.ts';
import { fitPump, type PumpFigures } from '../water/pump.ts';
import { UNKNOWN_SIPHON_K, flowAtFroude, siphonK, startKind, startRange } from '../water/siphon.ts';
import { rimLength } from '../water/shape.ts';
import { levelAt, storage, type Storage } from '../water/vessel.ts';
import { fillTime } from './statics.ts';
import {
  AIR_MARGIN,
  DAY,
  STANDING_IMPELLER_K,
  type NetControl,
  type Network,
  type NetPath,
  type NetVessel,
} from './types.ts';

/** Bore of a path: as measured, else as the document says. */
export const boreOf = (s: SystemDocument, p: WaterPath): Metres =>
  measured(s, 'bore', p.id)?.bore ?? p.bore;

function roughnessOf(p: WaterPath): Metres {
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

/** Losses of a pumped line in velocity heads, entrance and exit included; Infinity where its tap is shut. */
export function lineK(s: SystemDocument, p: PumpedLine): number {
  let k = ENTRANCE_K + EXIT_K;
  for (const f of p.fittings) k += (fittingById(f.fitting)?.k ?? 0) * f.count;
  if (p.checkValve) k += fittingById('check-valve')!.k;
  if (p.valve !== null) k += ballValveK(p.valve);
  if (p.barb !== null) k += barbK(p.barb, boreOf(s, p));
  return k;
}

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

/** Notch area at the foot of a bell: each notch is as high as the break height. */
export const notchArea = (p: BellSiphon): number =>
  p.notches.count * p.notches.width * p.breakHeight;

/** Losses of a drain's pipe in velocity heads, without the 1 of its velocity head. */
export function drainK(s: SystemDocument, p: Standpipe | BellSiphon): number {
  if (p.kind === 'standpipe') return ENTRANCE_K + 0.9 * p.elbows;
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

function drainRun(s: SystemDocument, p: Standpipe | BellSiphon): PipeRun {
  return {
    bore: boreOf(s, p),
    length: p.crest + p.drop + p.run,
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

function drainOf(
  s: SystemDocument,
  p: Standpipe | BellSiphon,
  from: number,
  to: number,
): NetPath[] {
  const bore = boreOf(s, p);
  const outletZ = vesselOf(s, p.from).floor - p.drop;
  const base = {
    kind: 'drain' as const,
    id: p.id,
    name: p.name,
    from,
    to,
    crest: p.crest,
    mouth: Math.max(p.mouth, bore),
    bore,
    pipe: drainRun(s, p),
    outletZ,
    open: 1,
  };
  if (p.kind === 'bell-siphon') {
    const kind = startKind(p.mouth, bore, p.waterLock);
    const start = startRange(kind, bore, measured(s, 'starting-flow', p.id)?.flow);
    return [
      {
        ...base,
        siphon: true,
        prime: { start, breakLevel: p.breakHeight, efficiency: p.efficiency },
      },
    ];
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
  if (p.weep) {
    out.push({
      kind: 'hole',
      id: `${p.id}-weep`,
      name: `${p.name}, weep hole`,
      from,
      to,
      level: p.weep.height,
      diameter: p.weep.diameter,
    });
  }
  return out;
}

function pumpOf(
  s: SystemDocument,
  p: PumpedLine,
  from: number,
  to: number,
  control: number,
  index: number,
  rooms: readonly Storage[],
): NetPath[] {
  const source = vesselOf(s, p.from);
  const target = vesselOf(s, p.to);
  const line = lineRun(s, p);
  const endZ = target.floor + p.end;
  const peakZ = Math.max(endZ, target.floor + (p.peak?.height ?? 0));
  let figures: PumpFigures = {
    maxHead: p.pump.maxHead,
    maxFlow: p.pump.maxFlow,
    wear: p.pump.wear,
    ...(p.pump.points ? { points: p.pump.points } : {}),
  };
  const bucket = measured(s, 'flow', p.id);
  if (bucket && Number.isFinite(line.sumK)) {
    const surface = source.floor + levelAt(rooms[from]!, source.fill);
    const top = p.peak?.vented ? peakZ : endZ;
    figures = fitPump(figures, bucket.flow, top - surface, line, s.site.waterTemperature);
  }
  const out: NetPath[] = [
    {
      kind: 'pump',
      id: p.id,
      name: p.name,
      from,
      to,
      control,
      figures,
      line,
      intake: p.pump.intake,
      cover: p.pump.intake + AIR_MARGIN,
      endZ,
      topZ: p.peak?.vented ? peakZ : endZ,
      startZ: p.peak && !p.peak.vented && peakZ > endZ ? peakZ : null,
      lineVolume: p.checkValve ? 0 : boreArea(line.bore) * line.length,
      power: p.pump.power,
    },
  ];
  // Over a vented peak nothing runs back but the line's own water: air breaks the pull.
  if (!p.checkValve && !(p.peak?.vented && peakZ > endZ)) {
    out.push({
      kind: 'back',
      id: `${p.id}-back`,
      name: `${p.name}, running back`,
      from: to,
      to: from,
      pump: index,
      endZ,
      intakeZ: source.floor + p.pump.intake,
      line: { ...line, sumK: line.sumK - EXIT_K + STANDING_IMPELLER_K },
    });
  }
  return out;
}

function assemble(s: SystemDocument, corrections: ReadonlyMap<string, number>): Network {
  const index = new Map(s.vessels.map((v, i) => [v.id, i]));
  const correction = (v: Vessel) => corrections.get(v.id) ?? 1;
  const rooms = s.vessels.map((v) => roomOf(s, v, correction(v)));
  const lines = pumpedLines(s);
  const controls = [...new Set(lines.map((l) => l.control))].map((id): NetControl => ({
    id,
    spans: spansOf(
      controlOf(
        s,
        lines.find((l) => l.control === id)!,
      ),
    ),
  }));
  const paths: NetPath[] = [];
  for (const p of s.paths) {
    const from = index.get(p.from)!;
    const to = index.get(p.to)!;
    if (p.kind === 'pumped-line') {
      const control = controls.findIndex((c) => c.id === p.control);
      paths.push(...pumpOf(s, p, from, to, control, paths.length, rooms));
    } else {
      paths.push(...drainOf(s, p, from, to));
    }
  }
  const vessels = s.vessels.map((v, i): NetVessel => {
    const crests = s.paths.flatMap((p) =>
      p.kind !== 'pumped-line' && p.from === v.id ? [p.crest] : [],
    );
    return {
      id: v.id,
      name: v.name,
      floorZ: v.floor,
      height: v.shape.height,
      room: rooms[i]!,
      voids: voidsNow(v, correction(v)),
      initial: v.fill,
      rimWidth: rimLength(v.shape),
      rimTo: v.rimTo === null ? -1 : (index.get(v.rimTo) ?? -1),
      bed: v.role === 'bed',
      floodLevel: crests.length ? Math.min(...crests) : null,
    };
  });
  return { temperature: s.site.waterTemperature, vessels, paths, controls };
}

/**
 * Network of a system: measurements put in the place of tables, coefficients solved.
 *
 * A fill time by stopwatch corrects the bed's voids: the time is all but proportional to them, so a
 * few corrections by measured ÷ predicted settle it.
 */
export function compile(s: SystemDocument): Network {
  const corrections = new Map<string, number>();
  let net = assemble(s, corrections);
  const timed = s.vessels.filter((v) => (v.media ?? v.pots) && measured(s, 'fill-time', v.id));
  if (timed.length === 0) return net;
  for (let turn = 0; turn < 6; turn++) {
    let worst = 0;
    for (const v of timed) {
      const i = s.vessels.indexOf(v);
      const predicted: Seconds = fillTime(net, i);
      if (!Number.isFinite(predicted) || predicted <= 0) continue;
      const factor = measured(s, 'fill-time', v.id)!.time / predicted;
      worst = Math.max(worst, Math.abs(factor - 1));
      corrections.set(v.id, (corrections.get(v.id) ?? 1) * factor);
    }
    if (worst < 1e-4) break;
    net = assemble(s, corrections);
  }
  return net;
}
