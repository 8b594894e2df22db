import fc from 'fast-check';
import { SMOOTH_ROUGHNESS } from '../catalogue/pipes.ts';
import type { NetControl, NetPath, NetVessel, Network } from '../network/types.ts';
import { boreArea } from '../water/constants.ts';
import { flowAtFroude } from '../water/siphon.ts';
import { storage } from '../water/vessel.ts';

/**
 * Networks of any make-up: two to six vessels at random heights, and between them pumps, open and
 * siphoning drains, holes and lines that run back, whether or not anyone would build them so.
 */

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const vessel = fc.record({
  floorZ: between(0, 1.6),
  length: between(0.3, 1.5),
  width: between(0.3, 1),
  height: between(0.2, 0.8),
  fill: between(0, 1.1),
  voids: fc.option(between(0.3, 0.6)),
  rim: fc.nat(6),
});

const ends = { from: fc.nat(5), step: fc.integer({ min: 1, max: 5 }) };
const path = fc.oneof(
  fc.record({
    kind: fc.constant('pump' as const),
    ...ends,
    maxHead: between(0.8, 4),
    maxFlow: between(200, 4000),
    bore: between(0.01, 0.03),
    intake: between(0, 0.2),
    end: between(0, 0.6),
    control: fc.nat(2),
    runsBack: fc.boolean(),
    peak: fc.constantFrom('none', 'none', 'vented', 'plain'),
  }),
  fc.record({
    kind: fc.constant('drain' as const),
    ...ends,
    crest: between(0.05, 0.5),
    bore: between(0.012, 0.06),
    drop: between(0, 0.6),
    prime: fc.constantFrom('none', 'siphon', 'gulp'),
  }),
  fc.record({
    kind: fc.constant('hole' as const),
    ...ends,
    level: between(0, 0.3),
    diameter: between(0.003, 0.02),
  }),
);

/** Any network, water and all. */
export const anyNetwork: fc.Arbitrary<Network> = fc
  .record({
    vessels: fc.array(vessel, { minLength: 2, maxLength: 6 }),
    paths: fc.array(path, { minLength: 1, maxLength: 8 }),
    on: between(60, 4000),
    off: between(60, 9000),
  })
  .map((r): Network => {
    const n = r.vessels.length;
    const vessels = r.vessels.map((v, i): NetVessel => {
      const shape = { kind: 'box', length: v.length, width: v.width, height: v.height } as const;
      const room = storage(
        shape,
        v.voids === null
          ? null
          : { layers: [{ top: v.height * 0.8, voids: v.voids }], openArea: 0, pots: null },
      );
      return {
        id: `v${i}`,
        name: `Vessel ${i}`,
        floorZ: v.floorZ,
        height: v.height,
        room,
        voids: v.voids ?? 1,
        initial: v.fill * v.length * v.width * v.height * (v.voids ?? 1),
        rimWidth: 2 * (v.length + v.width),
        rimTo: v.rim < n && v.rim !== i ? v.rim : -1,
        bed: i > 0,
        floodLevel: null,
      };
    });
    const paths: NetPath[] = [];
    r.paths.forEach((p, k) => {
      const from = p.from % n;
      const to = (from + 1 + ((p.step - 1) % (n - 1))) % n;
      const base = { id: `p${k}`, name: `Path ${k}`, from, to };
      const floor = (i: number) => vessels[i]!.floorZ;
      if (p.kind === 'pump') {
        const line = { bore: p.bore, length: 2, roughness: SMOOTH_ROUGHNESS, sumK: 4 };
        const endZ = floor(to) + p.end;
        paths.push({
          ...base,
          kind: 'pump',
          control: p.control % 2,
          figures: { maxHead: p.maxHead, maxFlow: p.maxFlow / 3.6e6, wear: 0 },
          line,
          intake: p.intake,
          cover: p.intake + 0.025,
          endZ,
          topZ: p.peak === 'vented' ? endZ + 0.1 : endZ,
          startZ: p.peak === 'plain' ? endZ + 0.1 : null,
          lineVolume: p.runsBack ? boreArea(p.bore) * 2 : 0,
          power: 10,
        });
        if (p.runsBack) {
          paths.push({
            ...base,
            kind: 'back',
            id: `p${k}-back`,
            from: to,
            to: from,
            pump: paths.length - 1,
            endZ,
            intakeZ: floor(from) + p.intake,
            line: { ...line, sumK: 13 },
          });
        }
      } else if (p.kind === 'drain') {
        const fr = p.prime === 'siphon' ? 0.5 : 1;
        const start = flowAtFroude(fr, p.bore);
        paths.push({
          ...base,
          kind: 'drain',
          crest: p.crest,
          mouth: p.bore * 1.3,
          bore: p.bore,
          pipe: { bore: p.bore, length: 0.6, roughness: SMOOTH_ROUGHNESS, sumK: 2.3 },
          outletZ: floor(from) - p.drop,
          siphon: p.prime === 'siphon',
          open: 1,
          prime:
            p.prime === 'none'
              ? null
              : {
                  start: { low: start, expected: start, high: start },
                  breakLevel: p.prime === 'siphon' ? Math.min(0.03, p.crest / 2) : p.crest,
                  efficiency: 0.85,
                },
        });
      } else {
        paths.push({ ...base, kind: 'hole', level: p.level, diameter: p.diameter });
      }
    });
    const spans: [number, number][] = [];
    for (let t = 0; t < 86400; t += r.on + r.off) spans.push([t, Math.min(86400, t + r.on)]);
    const controls: NetControl[] = [
      { id: 'always', spans: null },
      { id: 'timer', spans },
    ];
    return { temperature: 18, vessels, paths, controls };
  });
