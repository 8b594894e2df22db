import { MEDIA_SOURCE } from '../catalogue/index.ts';
import { RESERVE_DAYS, RESERVE_SHARE } from '../network/accounts.ts';
import { fishIn } from '../system/index.ts';
import { grossVolume, shapeArea } from '../water/vessel.ts';
import {
  given,
  TYPED,
  WATER_TABLE,
  overVoids,
  firstBed,
  withRange,
  type Subject,
} from './subject.ts';
import type { Working } from './types.ts';

/** Workings of the water accounts; nothing for a number of another subject. */
export function vesselsWorking(what: string, { s, a, id, index }: Subject): Working | null {
  switch (what) {
    case 'holds': {
      const v = s.vessels[index];
      return v
        ? {
            title: 'Holds to the rim',
            value: grossVolume(v.shape),
            kind: 'volume',
            formula: {
              box: 'V = L·W·H',
              cylinder: 'V = π·D²/4·H',
              'tapered-box': 'V = ∫ L(z)·W(z) dz, both changing evenly from floor to rim',
            }[v.shape.kind],
            given: [
              given('H', 'height to the rim', v.shape.height, 'length', TYPED),
              given('A', 'area of its rim', shapeArea(v.shape, v.shape.height), 'area', TYPED),
            ],
            source: 'Geometry; stones are not taken off here.',
          }
        : null;
    }
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
    default:
      return null;
  }
}
