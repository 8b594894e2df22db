import { bedsOfTank } from '../assess/assess.ts';
import { RESERVE_DAYS, RESERVE_SHARE, type VesselState } from '../assess/waterBalance.ts';
import { MEDIA_SOURCE } from '../catalogue/index.ts';
import { DAY } from '../network/types.ts';
import { given, ORIGIN } from '../quantity/derivation.ts';
import { fishIn } from '../system/index.ts';
import { footprint, shapeArea, type ShapeKind } from '../water/shape.ts';
import { areaAt, volumeAt, wholeVolume } from '../water/vessel.ts';
import { derived, firstBed, type Figures } from './quantity.ts';

/** Quantities of vessels and of the water balance without time. */

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

const vesselIn = ({ system }: Figures, part: string) => system.vessels.find((v) => v.id === part);
const reserveIn = ({ a }: Figures, part: string) =>
  a.balance.reserves.find((r) => r.vessel === part);
const weightIn = (c: Figures, part: string) => {
  const w = c.a.weights.find((x) => x.vessel === part);
  const v = vesselIn(c, part);
  return w && v ? { ...c, w, v } : null;
};

export const heldVolume = derived({
  id: 'holds',
  title: 'Holds to the rim',
  kind: 'volume',
  of: vesselIn,
  value: wholeVolume,
  formula: (v) => (v.count > 1 ? `${HOLDS[v.shape.kind]} \\cdot N` : HOLDS[v.shape.kind]),
  given: (v) => [
    given('H', 'height to the rim', v.shape.height, 'length', ORIGIN.entered),
    given('A', 'area of its rim', shapeArea(v.shape, v.shape.height), 'area', ORIGIN.entered),
    ...(v.count > 1
      ? [given('N', 'of them, joined as one', v.count, 'count', ORIGIN.entered)]
      : []),
  ],
  source: 'Geometry; stones are not taken off here.',
});

/** A level of the water balance: at rest, with the beds full, after a power cut. */
const standing = <const Id extends string>(
  id: Id,
  title: string,
  from: string,
  rows: (c: Figures) => readonly VesselState[],
) =>
  derived({
    id,
    title,
    kind: 'length',
    of: (c, part) => {
      const i = c.system.vessels.findIndex((v) => v.id === part);
      const row = rows(c)[i];
      return row && { row, rim: c.system.vessels[i]!.shape.height, net: c.a.net.vessels[i]! };
    },
    value: ({ row }) => row.level,
    formula: String.raw`V(h) = V, \quad V(h) = \int_0^h \varphi\,A(z)\, dz`,
    given: ({ row, rim, net }) => [
      given('V', from, row.volume, 'volume', ORIGIN.balance),
      given('H', 'height of the rim', rim, 'length', ORIGIN.entered),
      given('A', 'area at that level', areaAt(net.storage, row.level), 'area', ORIGIN.shape),
    ],
    source: 'Water balance without time; shape and stones as entered or measured.',
  });

export const levelAtRest = standing(
  'at-rest',
  'Water at rest',
  'as filled in, after it has run to its level',
  (c) => c.a.balance.rest,
);
export const levelDeepest = standing(
  'deepest',
  'Water with the beds full',
  'less the water in beds and pipes',
  (c) => c.a.balance.deepest,
);
export const levelAfterCut = standing(
  'after-cut',
  'Water after a power cut',
  'with all the water that drains back',
  (c) => c.a.balance.afterPowerCut,
);

export const reserveVolume = derived({
  id: 'reserve',
  title: 'Reserve above the pump intake',
  label: 'Reserve, beds full',
  kind: 'volume',
  of: reserveIn,
  value: (r) => r.volume,
  formula: String.raw`V_\mathrm{reserve} = V_\mathrm{rest} - V_\mathrm{swing} - V(h_\mathrm{intake} + 25\,\mathrm{mm})`,
  given: (r) => [
    given(String.raw`V_\mathrm{rest}`, 'at rest', r.rest, 'volume', ORIGIN.entered),
    given(
      String.raw`V_\mathrm{swing}`,
      'taken by beds and pipes',
      r.swing,
      'volume',
      'deepest flood',
    ),
    given(
      'V(h)',
      'below the intake, with the cover that it needs',
      r.rest - r.swing - r.volume,
      'volume',
      ORIGIN.shape,
    ),
    given(
      String.raw`V_\mathrm{wished}`,
      `the greater of ${RESERVE_SHARE * 100} % and ${RESERVE_DAYS} days of water use`,
      r.wanted,
      'volume',
      'practice',
    ),
  ],
  source: 'Water balance.',
  overVoidsOf: ({ system }) => firstBed(system),
});

export const daysWithoutTopUp = derived({
  id: 'days',
  title: 'Time without topping up',
  kind: 'time',
  of: (c, part) => {
    const r = reserveIn(c, part);
    return r && { volume: r.volume, use: c.a.balance.dailyWaterUse };
  },
  value: ({ volume, use }) => (Math.max(0, volume) / Math.max(1e-9, use)) * DAY,
  formula: String.raw`t = \frac{V_\mathrm{reserve}}{V_\mathrm{loss}} \cdot 24\,\mathrm{h}`,
  given: ({ volume, use }) => [
    given(
      String.raw`V_\mathrm{reserve}`,
      'above the pump, beds full',
      volume,
      'volume',
      ORIGIN.balance,
    ),
    given(String.raw`V_\mathrm{loss}`, 'a day', use, 'volume', 'evaporation and plants'),
  ],
  source: 'Water balance.',
});

/** Time that the water of a whole system lasts without topping up: of the vessel that is short first; Infinity where none is. */
export const lastsWithoutTopUp = (c: Figures): number =>
  Math.min(Infinity, ...c.system.vessels.flatMap((v) => daysWithoutTopUp.value(c, v.id) ?? []));

export const waterUseADay = derived({
  id: 'daily-water-use',
  title: 'Lost in a day',
  kind: 'volume',
  of: (c) => c,
  value: ({ a }) => a.balance.dailyWaterUse,
  formula: String.raw`\begin{aligned} \dot m &= (25 + 19\,v)(x_s - x) \\ x &= \frac{0.622\,e}{p - e}, \quad e_s = 611.2 \exp\frac{17.62\,t}{243.12 + t} \end{aligned}`,
  given: ({ system: { site } }) => [
    given('t', 'water', site.waterTemperature, 'temperature', ORIGIN.entered),
    given(String.raw`t_\mathrm{air}`, 'air', site.airTemperature, 'temperature', ORIGIN.entered),
    given(String.raw`\varphi`, 'humidity', site.humidity, 'share', ORIGIN.entered),
    given('v', 'air movement', site.airSpeed, 'velocity', ORIGIN.entered),
  ],
  source:
    'Over open water, a tenth of it under lids and over dry stones, plants 3 mm a day. Common pool formula; vapour pressure by Magnus (WMO constants); plants 2–4 mm a day.',
});

/** Beds of a tank and its water, by the school that compares to the rims and the one that compares the voids. */
function bedsAndWater(c: Figures, tank: string) {
  if (vesselIn(c, tank)?.role !== 'tank') return null;
  const water = c.a.balance.rest[c.system.vessels.findIndex((v) => v.id === tank)]?.volume ?? 0;
  const fed = bedsOfTank(c.system, c.a, tank);
  if (!fed.length || water <= 0) return null;
  const inVoids = fed.reduce((sum, b) => {
    const v = c.a.net.vessels.find((x) => x.id === b.id)!;
    return sum + volumeAt(v.storage, Math.min(v.height, b.highest));
  }, 0);
  return { water, gross: fed.reduce((sum, b) => sum + b.gross, 0), inVoids };
}

export const bedToTankRatio = derived({
  id: 'bed-to-tank',
  title: 'Bed to tank',
  kind: 'ratio',
  of: bedsAndWater,
  value: ({ gross, water }) => gross / water,
  formula: String.raw`\frac{V_\mathrm{bed}}{V}`,
  given: ({ gross, water, inVoids }) => [
    given(
      String.raw`V_\mathrm{bed}`,
      'beds to the rim, media not subtracted',
      gross,
      'volume',
      ORIGIN.shape,
    ),
    given('V', 'water at rest', water, 'volume', ORIGIN.entered),
    given(
      String.raw`V_\varphi`,
      'for another rule of thumb: water in the flooded media',
      inVoids,
      'volume',
      ORIGIN.shape,
    ),
  ],
  source: 'Practice: 1 : 1 to begin, up to 2 : 1 with a sump; another school compares the voids.',
});

export const voidsToTankRatio = derived({
  id: 'voids-to-tank',
  title: 'Water in the flooded media to tank',
  kind: 'ratio',
  of: bedsAndWater,
  value: ({ inVoids, water }) => inVoids / water,
  formula: String.raw`\frac{V_\varphi}{V}`,
  given: ({ water, inVoids }) => [
    given(String.raw`V_\varphi`, 'water in the flooded media', inVoids, 'volume', ORIGIN.shape),
    given('V', 'water at rest', water, 'volume', ORIGIN.entered),
  ],
  source: 'Practice: 0.3 : 1 to 1 : 1 of the school that compares the voids.',
});

export const loadOnFootprint = derived({
  id: 'weight',
  title: 'Weight on its footprint',
  kind: 'load',
  of: weightIn,
  value: ({ w }) => w.load,
  formula: String.raw`\begin{aligned} &\tfrac{m}{A}, \quad m = m_\mathrm{water} + m_\mathrm{vessel} \\ &\quad + m_\mathrm{media} + m_\mathrm{plants} + m_f \end{aligned}`,
  given: ({ system, w, v }) => [
    given('m', 'total weight when fullest', w.mass, 'mass', 'water 1 kg/L, plants 10 kg/m²'),
    given('A', 'footprint', v.count * footprint(v.shape), 'area', ORIGIN.entered),
    given('m_f', 'of which fish', fishIn(system, v.id).mass, 'mass', ORIGIN.entered),
  ],
  source: `A comparison, not a permission. ${MEDIA_SOURCE}`,
});

export const loadPerLeg = derived({
  id: 'leg',
  title: 'Weight on each leg',
  kind: 'mass',
  of: (c, part) => {
    const t = weightIn(c, part);
    return t && t.w.perLeg !== null ? { ...t, perLeg: t.w.perLeg } : null;
  },
  value: ({ perLeg }) => perLeg,
  formula: String.raw`\frac{m}{n}`,
  given: ({ w, v }) => [
    given('m', 'total weight when fullest', w.mass, 'mass', 'see its weight'),
    given('n', 'legs', v.legs, 'count', ORIGIN.entered),
  ],
  source: 'Spread evenly; legs near the deep end carry more. A comparison, not a permission.',
});
