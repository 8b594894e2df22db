/** The working of computed numbers: formula, this system's values, source, range. */
import { MEDIA_SOURCE, FITTING_SOURCE, PIPE_SOURCE, mediumById } from '../catalogue/index.ts';
import { lineLength, notchArea } from '../network/compile.ts';
import { RESERVE_DAYS, RESERVE_SHARE } from '../network/accounts.ts';
import type { Assessment } from '../network/assess.ts';
import {
  applyEdits,
  fishIn,
  measured,
  vesselOf,
  type BellSiphon,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';
import { assess } from '../network/assess.ts';
import { START_FROUDE, STOPS_SHARE, startKind } from '../water/siphon.ts';
import { GRAVITY, boreArea } from '../water/constants.ts';
import { grossVolume } from '../water/vessel.ts';
import type { Given, Working } from './types.ts';

export type { Given, Working } from './types.ts';

const given = (
  symbol: string,
  meaning: string,
  value: number,
  kind: Given['kind'],
  from: string,
): Given => ({ symbol, meaning, value, kind, from });

const TYPED = 'as entered';
const WATER_TABLE = 'solved from the vessel’s shape';

/** A figure at the low and high end of a bed's voids, where they are not measured. */
function overVoids(
  s: SystemDocument,
  bed: string,
  figure: (a: Assessment) => number,
): readonly [number, number] | undefined {
  const v = vesselOf(s, bed);
  if (!v.media || v.media.voids !== null || measured(s, 'fill-time', bed)) return undefined;
  const medium = mediumById(v.media.medium);
  if (!medium) return undefined;
  const ends = [medium.voids[0], medium.voids[2]].map((voids) =>
    figure(assess(applyEdits(s, [{ at: `vessels.${bed}.media.voids`, to: voids }]))),
  );
  return [Math.min(...ends), Math.max(...ends)];
}

const firstBed = (s: SystemDocument): string | undefined =>
  s.vessels.find((v) => v.role === 'bed')?.id;

/**
 * Working of a number by its key: `flow/lift`, `static-head/lift`, `fill/bed`, `reserve/tank` …
 *
 * @returns nothing where this system has no such number
 */
export function workingOf(s: SystemDocument, a: Assessment, key: string): Working | null {
  const [what, id = ''] = key.split('/');
  const duty = a.duties.find((d) => d.id === id);
  const line = s.paths.find((p): p is PumpedLine => p.id === id && p.kind === 'pumped-line');
  const bed = a.beds.find((b) => b.id === id);
  const siphon = a.siphons.find((x) => x.id === id);
  const index = s.vessels.findIndex((v) => v.id === id);
  switch (what) {
    case 'static-head':
      return duty && line
        ? {
            title: 'Lift (static head)',
            value: duty.staticHead,
            kind: 'head',
            formula: 'H_static = z_end − z_water',
            given: [
              given(
                'z_end',
                'end of the delivery, above the ground',
                vesselOf(s, line.to).floor + line.end,
                'head',
                TYPED,
              ),
              given(
                'z_water',
                'water surface at rest',
                vesselOf(s, line.from).floor +
                  a.accounts.rest[s.vessels.findIndex((v) => v.id === line.from)]!.level,
                'head',
                WATER_TABLE,
              ),
            ],
            source: 'Definition. Where the end is under water, its surface counts instead.',
            note: 'It grows as the tank empties; the simulated day follows it.',
          }
        : null;
    case 'flow':
      return duty && line
        ? {
            title: 'Flow at the duty point',
            value: duty.flow,
            kind: 'flow',
            formula: 'H₀·(1 − (Q/Q₀)²) = H_static + (f·L/D + ΣK)·v²/2g',
            given: [
              given(
                'H₀',
                'greatest head',
                duty.maxHead,
                'head',
                measured(s, 'flow', id) ? 'fitted to your bucket test' : 'the box',
              ),
              given(
                'Q₀',
                'greatest flow, wear taken off',
                duty.maxFlow,
                'flow',
                measured(s, 'flow', id) ? 'fitted to your bucket test' : 'the box',
              ),
              given('H_static', 'lift', duty.staticHead, 'head', 'above'),
              given(
                'D',
                'bore',
                duty.bore,
                'bore',
                measured(s, 'bore', id) ? 'as measured' : PIPE_SOURCE,
              ),
              given('L', 'length: rise and level run', lineLength(s, line), 'run', TYPED),
              given('ΣK', 'entrance, exit, fittings, tap', duty.sumK, 'plain', FITTING_SOURCE),
              given('v', 'velocity that comes out', duty.velocity, 'velocity', 'solved'),
            ],
            source: 'Darcy–Weisbach; f by Churchill (1977), Chemical Engineering 84(24), 91–92.',
          }
        : null;
    case 'losses':
      return duty
        ? {
            title: 'Head lost in the line',
            value: duty.losses,
            kind: 'head',
            formula: 'h = (f·L/D + ΣK)·v²/2g',
            given: [
              given('D', 'bore', duty.bore, 'bore', PIPE_SOURCE),
              given('L', 'length', duty.length, 'run', TYPED),
              given('ΣK', 'entrance, exit, fittings, tap', duty.sumK, 'plain', FITTING_SOURCE),
              given('v', 'velocity', duty.velocity, 'velocity', 'from the duty point'),
            ],
            source: 'Darcy–Weisbach; f by Churchill (1977).',
          }
        : null;
    case 'velocity':
      return duty
        ? {
            title: 'Velocity in the line',
            value: duty.velocity,
            kind: 'velocity',
            formula: 'v = Q/(π·D²/4)',
            given: [
              given('Q', 'flow', duty.flow, 'flow', 'duty point'),
              given('D', 'bore', duty.bore, 'bore', PIPE_SOURCE),
            ],
            source: 'Continuity.',
          }
        : null;
    case 'turnover': {
      const lines = a.duties.filter((d) => d.from === id);
      const volume = a.accounts.rest[index]?.volume ?? 0;
      return lines.length && volume > 0
        ? {
            title: 'Turnover, over the day',
            value: lines.reduce((t, d) => t + d.flow * d.onShare, 0) / volume,
            kind: 'rate',
            formula: 'n = Q·(on ÷ 24 h)/V',
            given: [
              given(
                'Q',
                'flow at rest level',
                lines.reduce((t, d) => t + d.flow, 0),
                'flow',
                'duty point',
              ),
              given('on', 'share of the day', lines[0]!.onShare, 'share', 'timer'),
              given('V', 'tank at rest', volume, 'volume', TYPED),
            ],
            source:
              'One to two an hour with fish is practice; another school counts only while the pump runs.',
          }
        : null;
    }
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
    case 'reserve': {
      const r = a.accounts.reserves.find((x) => x.vessel === id);
      const bedId = firstBed(s);
      return r
        ? {
            title: 'Reserve over the pump',
            value: r.volume,
            kind: 'volume',
            formula: 'reserve = V_rest − swing − V(intake + 25 mm)',
            given: [
              given('V_rest', 'at rest', r.rest, 'volume', TYPED),
              given('swing', 'taken by beds and pipes', r.swing, 'volume', 'deepest flood'),
              given(
                'wished',
                `the greater of ${RESERVE_SHARE * 100} % and ${RESERVE_DAYS} days of losses`,
                r.wanted,
                'volume',
                'practice',
              ),
            ],
            source: 'Water balance.',
            ...(bedId
              ? withRange(
                  overVoids(
                    s,
                    bedId,
                    (x) => x.accounts.reserves.find((y) => y.vessel === id)!.volume,
                  ),
                )
              : {}),
          }
        : null;
    }
    case 'days': {
      const r = a.accounts.reserves.find((x) => x.vessel === id);
      return r
        ? {
            title: 'Lasts without topping up',
            value: (Math.max(0, r.volume) / Math.max(1e-9, a.accounts.dailyLoss)) * 86400,
            kind: 'time',
            formula: 'days = reserve ÷ daily loss',
            given: [
              given('reserve', 'over the pump, beds full', r.volume, 'volume', 'water balance'),
              given('loss', 'a day', a.accounts.dailyLoss, 'volume', 'evaporation and plants'),
            ],
            source: 'Water balance.',
          }
        : null;
    }
    case 'daily-loss':
      return {
        title: 'Lost in a day',
        value: a.accounts.dailyLoss,
        kind: 'volume',
        formula:
          '(25 + 19·v)·(x_s − x) over open water, a tenth of it under lids and dry stones, 3 mm a day by plants',
        given: [
          given('t', 'water', s.site.waterTemperature, 'temperature', TYPED),
          given('t_a', 'air', s.site.airTemperature, 'temperature', TYPED),
          given('RH', 'humidity', s.site.humidity, 'share', TYPED),
          given('v', 'air movement', s.site.airSpeed, 'velocity', TYPED),
        ],
        source:
          'Common pool formula; vapour pressure by Magnus (WMO constants); plants 2–4 mm a day.',
      };
    case 'bed-to-tank': {
      const fed = a.beds.filter((b) => a.duties.some((d) => d.to === b.id && d.from === id));
      const water = a.accounts.rest[index]?.volume ?? 0;
      const gross = fed.reduce((t, b) => t + b.gross, 0);
      return fed.length && water > 0
        ? {
            title: 'Bed to tank',
            value: gross / water,
            kind: 'ratio',
            formula: 'gross volume of the beds ÷ water at rest',
            given: [
              given('V_bed', 'beds to the rim', gross, 'volume', WATER_TABLE),
              given('V', 'water at rest', water, 'volume', TYPED),
            ],
            source:
              'Practice: 1 : 1 to begin, up to 2 : 1 with a sump; another school compares the voids.',
          }
        : null;
    }
    case 'weight': {
      const w = a.weights.find((x) => x.vessel === id);
      return w
        ? {
            title: 'Weight on its footprint',
            value: w.load,
            kind: 'load',
            formula: '(water + vessel + wet media + plants + fish)/footprint',
            given: [
              given(
                'm',
                'all of it at the fullest',
                w.mass,
                'mass',
                'water 1 kg a litre, plants 10 kg/m²',
              ),
              given('m_f', 'of which fish', fishIn(s, id).mass, 'mass', TYPED),
            ],
            source: `A comparison, not a permission. ${MEDIA_SOURCE}`,
          }
        : null;
    }
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

const withRange = (
  range: readonly [number, number] | undefined,
): { range?: readonly [number, number] } =>
  range && Number.isFinite(range[0]) && Number.isFinite(range[1]) ? { range } : {};
