import fc from 'fast-check';
import { SMOOTH_ROUGHNESS } from '../catalogue/pipes.ts';
import { linkEnds } from '../network/gravityPaths.ts';
import type { Manifold, NetControl, NetPath, NetVessel, Network } from '../network/types.ts';
import { boreArea } from '../water/constants.ts';
import { flowAtFroude } from '../water/siphon.ts';
import { orificeK, seepRate } from '../water/passage.ts';
import { areaAt, stageStorage } from '../water/vessel.ts';

/**
 * Networks of any make-up: two to six vessels at random heights, and between them pumps with and without
 * branches and floats, open and siphoning drains, loops, holes, links, float valves, films and felt, and
 * lines that run back, whether or not anyone would build them so.
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
  thirsty: fc.boolean(),
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
    branches: fc.array(
      fc.record({ step: fc.integer({ min: 1, max: 5 }), end: between(0, 0.6), k: between(2, 60) }),
      { maxLength: 3 },
    ),
    float: fc.option(
      fc.record({ vessel: fc.nat(5), on: between(0.02, 0.5), apart: between(0.02, 0.3) }),
    ),
    airLift: fc.constantFrom(false, false, false, true),
  }),
  fc.record({
    kind: fc.constant('drain' as const),
    ...ends,
    crest: between(0.05, 0.5),
    bore: between(0.012, 0.06),
    drop: between(0, 0.6),
    prime: fc.constantFrom('none', 'siphon', 'gulp'),
    entry: fc.constantFrom('ring' as const, 'ring' as const, 'round' as const),
  }),
  fc.record({
    kind: fc.constant('hole' as const),
    ...ends,
    level: between(0, 0.3),
    diameter: between(0.003, 0.02),
    inFloor: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('link' as const),
    ...ends,
    height: between(-0.1, 0.4),
    bore: between(0.012, 0.06),
    length: between(0.2, 3),
    k: between(0.5, 8),
  }),
  fc.record({
    kind: fc.constant('float' as const),
    ...ends,
    level: between(0.05, 0.5),
    seat: between(0.003, 0.02),
  }),
  fc.record({
    kind: fc.constant('film' as const),
    ...ends,
    width: between(0.05, 0.3),
    slope: between(0.005, 0.05),
  }),
  fc.record({
    kind: fc.constant('seep' as const),
    ...ends,
    held: between(0, 0.2),
    drainDown: between(60, 3600),
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
      const storage = stageStorage(
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
        storage,
        voids: v.voids ?? 1,
        initial: v.fill * v.length * v.width * v.height * (v.voids ?? 1),
        rimWidth: 2 * (v.length + v.width),
        rimTo: v.rim < n && v.rim !== i ? v.rim : -1,
        bed: i > 0,
        floodLevel: null,
        joined: [i],
        waterUse: v.thirsty ? 1e-7 : 0,
      };
    });
    const paths: NetPath[] = [];
    const manifolds: Manifold[] = [];
    const floor = (i: number) => vessels[i]!.floorZ;
    const next = (from: number, step: number) => (from + 1 + ((step - 1) % (n - 1))) % n;
    r.paths.forEach((p, k) => {
      const from = p.from % n;
      const to = next(from, p.step);
      const base = { id: `p${k}`, name: `Path ${k}`, from, to };
      switch (p.kind) {
        case 'pump': {
          const line = { bore: p.bore, length: 2, roughness: SMOOTH_ROUGHNESS, sumK: 4 };
          const lead = paths.length;
          const branches = p.airLift ? [] : p.branches;
          const common = {
            kind: 'pump' as const,
            from,
            control: p.control % 2,
            figures: { maxHead: p.maxHead, maxFlow: p.maxFlow / 3.6e6, wear: 0 },
            intake: p.intake,
            cover: p.intake + 0.025,
            startZ: p.peak === 'plain' ? floor(to) + p.end + 0.1 : null,
            lead,
            manifold: branches.length ? manifolds.length : -1,
            tapK: 0,
            loose: false,
            steady: p.airLift ? p.maxFlow / 3.6e6 : null,
            float: p.float && {
              vessel: p.float.vessel % n,
              on: p.float.on,
              off: p.float.on + (p.float.vessel % 2 ? 1 : -1) * p.float.apart,
            },
          };
          const outlets = [{ to, end: p.end, k: 2, step: p.step }, ...branches].map((b, j) => ({
            id: j ? `p${k}-${j}` : `p${k}`,
            to: next(from, b.step),
            end: b.end,
            own: { ...line, length: j ? 0.6 : 0, sumK: b.k },
          }));
          for (const [j, o] of outlets.entries()) {
            const endZ = floor(o.to) + o.end;
            paths.push({
              ...common,
              id: o.id,
              name: o.id,
              to: o.to,
              line: j ? o.own : line,
              endZ,
              topZ: p.peak === 'vented' ? endZ + 0.1 : endZ,
              lineVolume: !j && p.runsBack ? boreArea(p.bore) * 2 : 0,
              power: 10,
            });
          }
          if (branches.length) {
            manifolds.push({
              lead,
              trunk: { ...line, sumK: 2 },
              outlets: outlets.map((o, j) => ({
                path: lead + j,
                header: j ? { ...line, length: 0.4, sumK: 0.6 } : null,
                own: o.own,
              })),
            });
          }
          if (!p.runsBack) break;
          outlets.forEach((o, j) =>
            paths.push({
              ...base,
              kind: 'back',
              id: `${o.id}-back`,
              from: o.to,
              to: from,
              pump: lead + j,
              endZ: floor(o.to) + o.end,
              intakeZ: floor(from) + p.intake,
              line: { ...line, sumK: 13 },
            }),
          );
          break;
        }
        case 'drain': {
          const fr = p.prime === 'siphon' ? 0.5 : 1;
          const start = flowAtFroude(fr, p.bore);
          paths.push({
            ...base,
            kind: 'drain',
            entry: p.entry,
            crest: p.crest,
            mouth: p.bore * 1.3,
            bore: p.bore,
            pipe: { bore: p.bore, length: 0.6, roughness: SMOOTH_ROUGHNESS, sumK: 2.3 },
            outletZ: floor(from) - p.drop,
            siphon: p.prime === 'siphon',
            open: 1,
            stallLevel: null,
            prime:
              p.prime === 'none'
                ? null
                : {
                    start: { low: start, expected: start, high: start },
                    breakLevel: p.prime === 'siphon' ? Math.min(0.03, p.crest / 2) : p.crest,
                    efficiency: 0.85,
                  },
          });
          break;
        }
        case 'hole':
          paths.push({
            ...base,
            kind: 'hole',
            level: p.inFloor ? 0 : p.level,
            diameter: p.diameter,
            inFloor: p.inFloor,
          });
          break;
        case 'link': {
          const invert = floor(from) + p.height;
          paths.push({
            ...base,
            kind: 'link',
            ...linkEnds(invert, floor(from), floor(to)),
            bore: p.bore,
            pipe: { bore: p.bore, length: p.length, roughness: SMOOTH_ROUGHNESS, sumK: p.k },
          });
          break;
        }
        case 'float':
          paths.push({
            ...base,
            kind: 'float',
            level: p.level,
            outletZ: floor(to) + p.level,
            stuck: null,
            pipe: {
              bore: 0.02,
              length: 1,
              roughness: SMOOTH_ROUGHNESS,
              sumK: orificeK(0.02, boreArea(p.seat)),
            },
          });
          break;
        case 'film':
          paths.push({ ...base, kind: 'film', width: p.width, slope: p.slope });
          break;
        case 'seep':
          paths.push({
            ...base,
            kind: 'seep',
            level: p.held,
            perMetre: areaAt(vessels[from]!.storage, 0) * seepRate(p.drainDown),
          });
      }
    });
    const controls: NetControl[] = [
      { id: 'always', spans: null, period: 86400 },
      { id: 'timer', spans: [[0, r.on]], period: r.on + r.off },
    ];
    return { temperature: 18, vessels, paths, controls, manifolds };
  });
