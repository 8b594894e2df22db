import { ELBOW_K, ENTRANCE_K } from '../catalogue/index.ts';
import type { Metres } from '../quantity/si.ts';
import { measured, vesselOf } from '../system/find.ts';
import type { Drain, PumpedLine, SystemDocument, Vessel, WaterPath } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { orificeK, seepRate } from '../water/passage.ts';
import { RUNS_FULL_FROUDE } from '../water/drain.ts';
import { flowAtFroude, startKind, startRange } from '../water/siphon.ts';
import { shapeArea, widest } from '../water/shape.ts';
import type { LinkPath, NetPath } from './types.ts';
import { boreOf, roughnessOf, drainRun, screenK } from './pipes.ts';

/** A drain's paths: its way over the crest or as a siphon, and a standpipe's weep hole. */
export function drainOf(s: SystemDocument, p: Drain, from: number, to: number): NetPath[] {
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
    stallLevel: null,
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

/**
 * Where water leaves either vessel into a link, and how: over the pipe's lower edge in the wall, or through
 * the floor where the pipe runs under it. Heights above the ground.
 */
export const linkEnds = (
  invertZ: Metres,
  fromFloor: Metres,
  toFloor: Metres,
): Pick<LinkPath, 'sillFrom' | 'sillTo' | 'entryFrom' | 'entryTo'> => ({
  sillFrom: Math.max(invertZ, fromFloor),
  sillTo: Math.max(invertZ, toFloor),
  entryFrom: invertZ < fromFloor ? 'floor' : 'side',
  entryTo: invertZ < toFloor ? 'floor' : 'side',
});

/**
 * Paths without a pump and without a crest.
 *
 * @param from index of its vessel, as is `to`
 */
export function openOf(
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
        ...linkEnds(invertZ, source.floor, target.floor),
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
