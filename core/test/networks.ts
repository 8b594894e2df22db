import { SMOOTH_ROUGHNESS } from '../catalogue/pipes.ts';
import type { Network, NetPath, PumpPath } from '../network/types.ts';
import { flowAtFroude } from '../water/siphon.ts';
import type { StageStorage } from '../water/vessel.ts';
import check from './check-values.json' with { type: 'json' };

/** Room of a straight-sided vessel. */
export const straight = (area: number, height: number): StageStorage => [
  { z0: 0, z1: height, a: area, b: 0, c: 0, arc: null, phi: 1, v0: 0 },
  { z0: height, z1: Infinity, a: area, b: 0, c: 0, arc: null, phi: 1, v0: area * height },
];

/** A pump and its line without tap, peak or float, switched by the first control; the line is always full. */
export const plainPump = (
  figures: PumpPath['figures'],
  more: Pick<PumpPath, 'id' | 'from' | 'to' | 'line' | 'endZ' | 'topZ'> & Partial<PumpPath>,
): PumpPath => ({
  kind: 'pump',
  name: 'Pump',
  control: 0,
  figures,
  intake: 0,
  cover: (more.intake ?? 0) + 0.025,
  startZ: null,
  lineVolume: 0,
  power: 0,
  lead: 0,
  manifold: -1,
  steady: null,
  tapK: 0,
  loose: false,
  float: null,
  ...more,
});

type Cycle = (typeof check.cycles)[number];

/** Network of a published check cycle: a reservoir, a bed, a pumped line, and a drain. */
export function checkNetwork(cycle: Cycle): Network {
  const i = cycle.input as unknown as Record<string, number> & {
    siphon?: boolean;
    line: Record<string, number> & { drain_back?: boolean };
  };
  const line = {
    bore: i.line.d!,
    length: i.line.len!,
    roughness: SMOOTH_ROUGHNESS,
    sumK: i.line.k!,
  };
  const start = flowAtFroude(i.fr ?? 1, i.bore!);
  const paths: NetPath[] = [
    plainPump(
      { maxHead: i.line.hmax!, maxFlow: i.line.qmax_l_h! / 3.6e6, wear: 0 },
      { id: 'pump', from: 0, to: 1, line, endZ: i.line.z_end!, topZ: i.line.z_end! },
    ),
    {
      kind: 'drain',
      entry: 'ring',
      id: 'drain',
      name: 'Drain',
      from: 1,
      to: 0,
      crest: i.crest!,
      mouth: i.crest_d ?? i.bore!,
      bore: i.bore!,
      pipe: { bore: i.bore!, length: i.drain_len!, roughness: SMOOTH_ROUGHNESS, sumK: i.drain_k! },
      outletZ: i.outlet!,
      siphon: i.siphon === true,
      open: 1,
      stallLevel: null,
      prime: i.siphon
        ? {
            start: { low: start, expected: start, high: start },
            breakLevel: i.break!,
            efficiency: i.eta!,
          }
        : null,
    },
  ];
  if (i.line.drain_back) {
    paths.push({
      kind: 'back',
      id: 'back',
      name: 'Running back',
      from: 1,
      to: 0,
      pump: 0,
      endZ: i.line.z_end!,
      intakeZ: 0,
      line: { ...line, sumK: line.sumK - 1 + i.line.k_pump_off! },
    });
  }
  return {
    temperature: 20,
    controls: [
      { id: 'control', spans: i.on ? [[0, i.on]] : null, period: i.on ? i.on + i.off! : 86400 },
    ],
    paths,
    manifolds: [],
    vessels: [
      {
        id: 'reservoir',
        name: 'Reservoir',
        floorZ: i.res_floor!,
        height: 2,
        storage: straight(i.res_area!, 2),
        voids: 1,
        initial: i.water!,
        rimWidth: 3,
        rimTo: -1,
        bed: false,
        joined: [0],
        waterUse: 0,
        floodLevel: null,
      },
      {
        id: 'bed',
        name: 'Bed',
        floorZ: i.bed_floor!,
        height: 1,
        storage: straight(i.bed_area! * i.phi!, 1),
        voids: i.phi!,
        initial: 0,
        rimWidth: 3,
        rimTo: -1,
        bed: true,
        joined: [1],
        waterUse: 0,
        floodLevel: i.crest!,
      },
    ],
  };
}
