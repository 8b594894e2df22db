import { PIPE_SOURCE, MEDIA_SOURCE } from '../catalogue/index.ts';
import { notchArea } from '../network/compile.ts';
import { measured, type BellSiphon } from '../system/index.ts';
import { GRAVITY, boreArea } from '../water/constants.ts';
import { START_FROUDE, STOPS_SHARE, startKind } from '../water/siphon.ts';
import { grossVolume } from '../water/vessel.ts';
import { given, TYPED, overVoids, withRange, type Subject } from './subject.ts';
import type { Working } from './types.ts';

/** Workings of fill, drain and siphon; nothing for a number of another subject. */
export function cycleWorking(
  what: string,
  { s, a, id, bed, siphon, index }: Subject,
): Working | null {
  switch (what) {
    case 'fill':
      return bed
        ? {
            title: 'Fill time',
            value: bed.fill,
            kind: 'time',
            formula: 't = ∫ dV/(Q_in − Q_out), dV = φ·A·dh',
            given: [
              given('Q_in', 'inflow when full', bed.inflow, 'flow', 'duty point at that level'),
              given('h₀', 'from', bed.residue, 'length', 'what stays in the bed'),
              given(
                'h₁',
                'to the flood mark',
                bed.flood,
                'length',
                'start of the siphon, or 95 % of the crest',
              ),
              given(
                'φ',
                'voids now',
                (a.net.vessels[index]?.room[0]?.a ?? 0) /
                  Math.max(
                    1e-9,
                    grossVolume(s.vessels[index]!.shape) / s.vessels[index]!.shape.height,
                  ),
                'share',
                measured(s, 'fill-time', id) ? 'fitted to your stopwatch' : MEDIA_SOURCE,
              ),
            ],
            source: 'Water balance, integrated by the midpoint rule.',
            ...withRange(overVoids(s, id, (x) => x.beds.find((b) => b.id === id)!.fill)),
          }
        : null;
    case 'drain':
      return bed
        ? {
            title: 'Drain time',
            value: bed.drain,
            kind: 'time',
            formula: 't = ∫ dV/(Q_drain − Q_in)',
            given: [
              given('h₁', 'from', bed.flood, 'length', 'flood mark'),
              given('h₀', 'to', bed.residue, 'length', 'break, or the line’s end'),
              given(
                'Q_in',
                'inflow meanwhile',
                a.siphons.some((x) => x.bed === id) ? bed.inflow : 0,
                'flow',
                'pump on or off',
              ),
            ],
            source: 'Water balance; full pipe flow by Darcy–Weisbach and Churchill (1977).',
            ...withRange(overVoids(s, id, (x) => x.beds.find((b) => b.id === id)!.drain)),
          }
        : null;
    case 'highest':
      return bed
        ? {
            title: 'Deepest flood',
            value: bed.highest,
            kind: 'length',
            formula: 'Q_out(h) = Q_in, or Q_out(h) = Q_start where a siphon starts before',
            given: [
              given('Q_in', 'inflow', bed.inflow, 'flow', 'duty point'),
              given(
                'C',
                'weir and orifice',
                0.6,
                'plain',
                'ring weir ⅔·C·√2g·πD·h^1.5, orifice C·A·√2gh',
              ),
            ],
            source: 'The least of ring weir, orifice and full pipe.',
          }
        : null;
    case 'start': {
      const p = s.paths.find((x): x is BellSiphon => x.id === id && x.kind === 'bell-siphon');
      if (!siphon || !p) return null;
      const d = measured(s, 'bore', id)?.bore ?? p.bore;
      const fr = START_FROUDE[startKind(p.mouth, d, p.waterLock)];
      return {
        title: 'Flow that starts the siphon',
        value: siphon.start.expected,
        kind: 'flow',
        formula: 'Q_start = Fr·A·√(g·d)',
        given: [
          given(
            'Fr',
            'starting Froude number',
            fr,
            'plain',
            measured(s, 'starting-flow', id) ? 'replaced by your measurement' : 'mouth and outlet',
          ),
          given('d', 'bore of the standpipe', d, 'bore', PIPE_SOURCE),
          given('A', 'its area', boreArea(d), 'area', 'π·d²/4'),
          given('g', 'gravity, m/s²', GRAVITY, 'plain', 'standard'),
        ],
        source: 'Two-phase flow in vertical pipes: Wallis (1969); Simpson (1969); Hills (1983).',
        range: [siphon.start.low, siphon.start.high],
      };
    }
    case 'stop': {
      const p = s.paths.find((x): x is BellSiphon => x.id === id && x.kind === 'bell-siphon');
      if (!siphon || !p) return null;
      const net = a.net.paths.find((x) => x.id === id);
      return {
        title: 'Flow at the break',
        value: siphon.flowAtBreak,
        kind: 'flow',
        formula: 'Q_s = η·A·√(2g·H/(1 + ΣK + f·L/d))',
        given: [
          given('η', 'air drawn in and fouling', p.efficiency, 'share', 'default 85 %'),
          given('H', 'water over the outlet at the break', p.breakHeight + p.drop, 'head', TYPED),
          given(
            'ΣK',
            'notches, turn over the mouth, elbows',
            net?.kind === 'drain' ? net.pipe.sumK : 0,
            'plain',
            'from its parts',
          ),
          given('A_n', 'notches', notchArea(p), 'area', TYPED),
          given('L', 'standpipe, drop and run', p.crest + p.drop + p.run, 'run', TYPED),
        ],
        source: `Full pipe flow. It is sure to stop where less than ${STOPS_SHARE * 100} % of this comes in (practice).`,
        range: [STOPS_SHARE * siphon.flowAtBreak, siphon.flowAtBreak],
      };
    }
    default:
      return null;
  }
}
