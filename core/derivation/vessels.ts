import { MEDIA_SOURCE } from '../catalogue/index.ts';
import { RESERVE_DAYS, RESERVE_SHARE } from '../assess/waterBalance.ts';
import { bedsOfTank } from '../assess/assess.ts';
import { given, ORIGIN, type Derivation } from '../quantity/derivation.ts';
import { fishIn } from '../system/index.ts';
import { shapeArea, type ShapeKind } from '../water/shape.ts';
import { areaAt, wholeVolume } from '../water/vessel.ts';
import { overVoids, firstBed, withRange, type Subject } from './subject.ts';

/** Volume to the rim, shape by shape. */
const HOLDS: Record<ShapeKind, string> = {
  box: String.raw`V = L \cdot W \cdot H`,
  cylinder: String.raw`V = \frac{\pi D^2}{4} H`,
  'tapered-box': String.raw`V = \int_0^H L(z)\, W(z)\, dz`,
  'tapered-round': String.raw`V = \frac{\pi H}{12} \left(D_0^2 + D_0 D_1 + D_1^2\right)`,
  'half-barrel': String.raw`\begin{aligned} V = L \Big[&R^2 \arccos\tfrac{R - H}{R} \\ &- (R - H) \sqrt{2 R H - H^2}\Big] \end{aligned}`,
  pond: String.raw`V = k \cdot L \cdot W \cdot H`,
  measured: String.raw`V(h)\text{: monotone cubic through the poured litres}`,
};

/** Derivations of the water balance; nothing for a number of another subject. */
export function vesselsDerivation(what: string, { s, a, id, index }: Subject): Derivation | null {
  switch (what) {
    case 'holds': {
      const v = s.vessels[index];
      return v
        ? {
            title: 'Holds to the rim',
            value: wholeVolume(v),
            kind: 'volume',
            formula: v.count > 1 ? `${HOLDS[v.shape.kind]} \\cdot N` : HOLDS[v.shape.kind],
            given: [
              given('H', 'height to the rim', v.shape.height, 'length', ORIGIN.entered),
              given(
                'A',
                'area of its rim',
                shapeArea(v.shape, v.shape.height),
                'area',
                ORIGIN.entered,
              ),
              ...(v.count > 1
                ? [given('N', 'of them, joined as one', v.count, 'count', ORIGIN.entered)]
                : []),
            ],
            source: 'Geometry; stones are not taken off here.',
          }
        : null;
    }
    case 'at-rest':
    case 'deepest':
    case 'after-cut': {
      const account = {
        'at-rest': [a.balance.rest, 'Water at rest', 'as poured, and run off to where it stands'],
        deepest: [
          a.balance.deepest,
          'Water with the beds full',
          'less what the beds and lines hold',
        ],
        'after-cut': [
          a.balance.afterPowerCut,
          'Water after a power cut',
          'with all that runs back by itself',
        ],
      } as const;
      const [rows, title, from] = account[what];
      const row = rows[index];
      if (!row) return null;
      return {
        title,
        value: row.level,
        kind: 'length',
        formula: String.raw`V(h) = V, \quad V(h) = \int_0^h \varphi\,A(z)\, dz`,
        given: [
          given('V', from, row.volume, 'volume', ORIGIN.balance),
          given('H', 'height of the rim', s.vessels[index]!.shape.height, 'length', ORIGIN.entered),
          given(
            'A',
            'area at that level',
            areaAt(a.net.vessels[index]!.storage, row.level),
            'area',
            ORIGIN.shape,
          ),
        ],
        source: 'Water balance without time; shape and stones as entered or measured.',
      };
    }
    case 'reserve': {
      const r = a.balance.reserves.find((x) => x.vessel === id);
      const bedId = firstBed(s);
      return r
        ? {
            title: 'Reserve over the pump',
            value: r.volume,
            kind: 'volume',
            formula: String.raw`V_\mathrm{reserve} = V_\mathrm{rest} - V_\mathrm{swing} - V(h_\mathrm{intake} + 25\,\mathrm{mm})`,
            given: [
              given('V_\\mathrm{rest}', 'at rest', r.rest, 'volume', ORIGIN.entered),
              given(
                'V_\\mathrm{swing}',
                'taken by beds and pipes',
                r.swing,
                'volume',
                'deepest flood',
              ),
              given(
                'V_\\mathrm{wished}',
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
                    (x) => x.balance.reserves.find((y) => y.vessel === id)!.volume,
                  ),
                )
              : {}),
          }
        : null;
    }
    case 'days': {
      const r = a.balance.reserves.find((x) => x.vessel === id);
      return r
        ? {
            title: 'Lasts without topping up',
            value: (Math.max(0, r.volume) / Math.max(1e-9, a.balance.dailyWaterUse)) * 86400,
            kind: 'time',
            formula: String.raw`t = \frac{V_\mathrm{reserve}}{V_\mathrm{loss}} \cdot 24\,\mathrm{h}`,
            given: [
              given(
                'V_\\mathrm{reserve}',
                'over the pump, beds full',
                r.volume,
                'volume',
                ORIGIN.balance,
              ),
              given(
                'V_\\mathrm{loss}',
                'a day',
                a.balance.dailyWaterUse,
                'volume',
                'evaporation and plants',
              ),
            ],
            source: 'Water balance.',
          }
        : null;
    }
    case 'daily-water-use':
      return {
        title: 'Lost in a day',
        value: a.balance.dailyWaterUse,
        kind: 'volume',
        formula: String.raw`\begin{aligned} \dot m &= (25 + 19\,v)(x_s - x) \\ x &= \frac{0.622\,e}{p - e}, \quad e_s = 611.2 \exp\frac{17.62\,t}{243.12 + t} \end{aligned}`,
        given: [
          given('t', 'water', s.site.waterTemperature, 'temperature', ORIGIN.entered),
          given('t_\\mathrm{air}', 'air', s.site.airTemperature, 'temperature', ORIGIN.entered),
          given('\\varphi', 'humidity', s.site.humidity, 'share', ORIGIN.entered),
          given('v', 'air movement', s.site.airSpeed, 'velocity', ORIGIN.entered),
        ],
        source:
          'Over open water, a tenth of it under lids and over dry stones, plants 3 mm a day. Common pool formula; vapour pressure by Magnus (WMO constants); plants 2–4 mm a day.',
      };
    case 'bed-to-tank': {
      const fed = bedsOfTank(s, a, id);
      const water = a.balance.rest[index]?.volume ?? 0;
      const gross = fed.reduce((t, b) => t + b.gross, 0);
      return fed.length && water > 0
        ? {
            title: 'Bed to tank',
            value: gross / water,
            kind: 'ratio',
            formula: String.raw`\frac{V_\mathrm{bed}}{V}`,
            given: [
              given('V_\\mathrm{bed}', 'beds to the rim', gross, 'volume', ORIGIN.shape),
              given('V', 'water at rest', water, 'volume', ORIGIN.entered),
            ],
            source:
              'Practice: 1 : 1 to begin, up to 2 : 1 with a sump; another school compares the voids.',
          }
        : null;
    }
    case 'leg': {
      const w = a.weights.find((x) => x.vessel === id);
      return w && w.perLeg !== null
        ? {
            title: 'Weight on each leg',
            value: w.perLeg,
            kind: 'mass',
            formula: String.raw`\frac{m}{n}`,
            given: [
              given('m', 'all of it at the fullest', w.mass, 'mass', 'see its weight'),
              given('n', 'legs', s.vessels[index]!.legs, 'count', ORIGIN.entered),
            ],
            source:
              'Spread evenly; legs near the deep end carry more. A comparison, not a permission.',
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
            formula: String.raw`\begin{aligned} &\tfrac{m}{A}, \quad m = m_\mathrm{water} + m_\mathrm{vessel} \\ &\quad + m_\mathrm{media} + m_\mathrm{plants} + m_f \end{aligned}`,
            given: [
              given(
                'm',
                'all of it at the fullest',
                w.mass,
                'mass',
                'water 1 kg a litre, plants 10 kg/m²',
              ),
              given('m_f', 'of which fish', fishIn(s, id).mass, 'mass', ORIGIN.entered),
            ],
            source: `A comparison, not a permission. ${MEDIA_SOURCE}`,
          }
        : null;
    }
    default:
      return null;
  }
}
