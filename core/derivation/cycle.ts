import { PIPE_SOURCE, MEDIA_SOURCE } from '../catalogue/index.ts';
import { drainHead } from '../network/flow.ts';
import { notchArea } from '../network/pipes.ts';
import { atRest } from '../network/statics.ts';
import { given, ORIGIN, type Derivation } from '../quantity/derivation.ts';
import { isSiphon, measured, vesselOf, type Siphon } from '../system/index.ts';
import { GRAVITY, boreArea } from '../water/constants.ts';
import { START_FROUDE, STOPS_SHARE, startKind } from '../water/siphon.ts';
import { overVoids, withRange, type Subject } from './subject.ts';

/** Derivations of fill, drain and siphon; nothing for a number of another subject. */
export function cycleDerivation(
  what: string,
  { s, a, id, bed, siphon, index }: Subject,
): Derivation | null {
  switch (what) {
    case 'fill':
      return bed
        ? {
            title: 'Fill time',
            value: bed.fill,
            kind: 'time',
            formula: String.raw`t = \int_{h_0}^{h_1} \frac{\varphi\,A\,dh}{Q_\mathrm{in} - Q_\mathrm{out}(h)}`,
            given: [
              given(
                'Q_\\mathrm{in}',
                'inflow when full',
                bed.inflow,
                'flow',
                'duty point at that level',
              ),
              given('h_0', 'from', bed.residue, 'length', 'what stays in the bed'),
              given(
                'h_1',
                'to the flood mark',
                bed.flood,
                'length',
                'start of the siphon, or 95 % of the crest',
              ),
              given(
                '\\varphi',
                'voids now',
                a.net.vessels[index]!.voids,
                'share',
                measured(s, 'fill-time', id) ? 'fitted to your stopwatch' : MEDIA_SOURCE,
              ),
            ],
            source: 'Water balance, followed through a cycle by the day’s solver.',
            ...withRange(overVoids(s, id, (x) => x.beds.find((b) => b.id === id)!.fill)),
          }
        : null;
    case 'drain':
      return bed
        ? {
            title: 'Drain time',
            value: bed.drain,
            kind: 'time',
            formula: String.raw`t = \int_{h_0}^{h_1} \frac{\varphi\,A\,dh}{Q_\mathrm{drain}(h) - Q_\mathrm{in}}`,
            given: [
              given('h_1', 'from', bed.flood, 'length', 'flood mark'),
              given('h_0', 'to', bed.residue, 'length', 'break, or the line’s end'),
              given(
                'Q_\\mathrm{in}',
                'inflow meanwhile',
                a.siphons.some((x) => x.bed === id) ? bed.inflow : 0,
                'flow',
                'pump on or off',
              ),
            ],
            source:
              'Water balance, followed through a cycle by the day’s solver; full pipe flow by Darcy–Weisbach and Churchill (1977).',
            ...withRange(overVoids(s, id, (x) => x.beds.find((b) => b.id === id)!.drain)),
          }
        : null;
    case 'highest':
      return bed
        ? {
            title: 'Deepest flood',
            value: bed.highest,
            kind: 'length',
            formula: String.raw`Q_\mathrm{out}(h) = \min\left(Q_\mathrm{in},\, Q_\mathrm{start}\right)`,
            given: [
              given('Q_\\mathrm{in}', 'inflow', bed.inflow, 'flow', ORIGIN.duty),
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
    case 'dry': {
      const top = bed && vesselOf(s, id).media?.top;
      return bed && top !== undefined
        ? {
            title: 'Stones above the water',
            value: top - bed.highest,
            kind: 'length',
            formula: String.raw`h_\mathrm{dry} = h_\mathrm{media} - h_\mathrm{flood}`,
            given: [
              given('h_\\mathrm{media}', 'top of the media', top, 'length', ORIGIN.entered),
              given('h_\\mathrm{flood}', 'deepest flood', bed.highest, 'length', ORIGIN.balance),
            ],
            source: 'Difference of two heights.',
          }
        : null;
    }
    case 'start': {
      const p = s.paths.find((x): x is Siphon => x.id === id && isSiphon(x));
      if (!siphon || !p) return null;
      const d = measured(s, 'bore', id)?.bore ?? p.bore;
      const kind = p.kind === 'loop-siphon' ? 'loop' : startKind(p.mouth, d, p.waterLock);
      const fr = START_FROUDE[kind];
      return {
        title: 'Flow that starts the siphon',
        value: siphon.start.expected,
        kind: 'flow',
        formula: String.raw`Q_\mathrm{start} = \mathrm{Fr}\, A \sqrt{g\,d}`,
        given: [
          given(
            '\\mathrm{Fr}',
            'starting Froude number',
            fr,
            'plain',
            measured(s, 'starting-flow', id) ? 'replaced by your measurement' : 'mouth and outlet',
          ),
          given('d', 'bore of the pipe', d, 'bore', PIPE_SOURCE),
          given('A', 'its area', boreArea(d), 'area', 'π·d²/4'),
          given('g', 'gravity, m/s²', GRAVITY, 'plain', 'standard'),
        ],
        source: 'Two-phase flow in vertical pipes: Wallis (1969); Simpson (1969); Hills (1983).',
        range: [siphon.start.low, siphon.start.high],
      };
    }
    case 'stop': {
      const p = s.paths.find((x): x is Siphon => x.id === id && isSiphon(x));
      const net = a.net.paths.find((x) => x.id === id);
      if (!siphon || !p || net?.kind !== 'drain' || !net.prime) return null;
      const surface = a.net.vessels[net.from]!.floorZ + net.prime.breakLevel;
      const bell = p.kind === 'bell-siphon';
      return {
        title: 'Flow at the break',
        value: siphon.flowAtBreak,
        kind: 'flow',
        formula: String.raw`Q_s = \eta\, A \sqrt{\frac{2\,g\,H}{1 + \Sigma K + f\,L/d}}`,
        given: [
          given('\\eta', 'air drawn in and fouling', net.prime.efficiency, 'share', 'default 85 %'),
          given(
            'H',
            'water over the outlet, or over the water it ends under, at the break',
            drainHead(net, surface, atRest(a.net).at[net.to]!),
            'head',
            ORIGIN.balance,
          ),
          given(
            '\\Sigma K',
            bell ? 'notches, turn over the mouth, elbows' : 'inlet, the loop’s two turns, elbows',
            net.pipe.sumK,
            'plain',
            'from its parts',
          ),
          ...(bell ? [given('A_n', 'notches', notchArea(p), 'opening', ORIGIN.entered)] : []),
          given('L', 'its whole pipe', net.pipe.length, 'run', ORIGIN.entered),
        ],
        source: `Full pipe flow. It is sure to stop where less than ${STOPS_SHARE * 100} % of this comes in (practice).`,
        range: [STOPS_SHARE * siphon.flowAtBreak, siphon.flowAtBreak],
      };
    }
    default:
      return null;
  }
}
