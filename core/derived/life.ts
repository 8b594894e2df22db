import {
  AREAL_RATE,
  CACO3_PER_EQUIVALENT,
  FED_PEAK,
  OXYGEN_PER_N,
  SOLIDS,
  STAYS_MOIST,
  bedTemperature,
  carbonateConstants,
  feedFor,
  freeCarbonDioxide,
  lifeOf,
  lightOn,
  nitrifyingOxygen,
  nitrifyingPh,
  nitrificationTemperatureFactor,
  proteinOf,
  saturation,
  tanFromFeedGuide,
  total,
  unionisedShare,
  type LifeBalance,
  type StockingRule,
} from '../life/index.ts';
import { given, ORIGIN, type Given } from '../quantity/derivation.ts';
import { fishIn, siteArea } from '../system/index.ts';
import { derived, type Figures } from './quantity.ts';

/** Quantities of the living side. Feed and nitrogen are in kg a day, as every mass. */

const KG = 1e-3;
const warmth = ({ system }: Figures) =>
  given('t', 'water', system.site.waterTemperature, 'temperature', ORIGIN.entered);

/** The living side of a system with fish. */
const withFish = (c: Figures) => {
  const life = lifeOf(c);
  return life.groups.length ? { c, life } : null;
};
/** And its oxygen, once the day is simulated. */
const withOxygen = (c: Figures) => {
  const life = lifeOf(c);
  return life.oxygen ? { c, life, oxygen: life.oxygen } : null;
};

export const feedADay = derived({
  id: 'feed',
  title: 'Feed of a day',
  kind: 'feed',
  of: withFish,
  value: ({ life }) => KG * life.feed,
  formula: String.raw`F = \sum m \cdot r(m_1, t)`,
  given: ({ c, life }) => [
    given(
      'm',
      'fish',
      total(life.groups, (g) => g.mass),
      'mass',
      ORIGIN.entered,
    ),
    given(
      'r',
      'of their mass a day',
      life.feed / Math.max(1e-9, 1000 * total(life.groups, (g) => g.mass)),
      'share',
      c.system.fish.some((f) => f.ration !== null) ? ORIGIN.entered : 'by mass and temperature',
    ),
    warmth(c),
  ],
  source:
    'Farming practice: fry 5–10 % of their mass a day, 5–50 g 3–5 %, over 50 g 1–2 %; less below the best range, none below the stop temperature.',
});

export const tanADay = derived({
  id: 'tan',
  title: 'Ammonia produced',
  label: 'Ammonia (TAN) produced',
  kind: 'feed',
  of: withFish,
  value: ({ life }) => KG * life.tan,
  formula: String.raw`0.092 \cdot p \cdot F`,
  given: ({ c, life }) => [
    given('F', 'feed of a day', KG * life.feed, 'feed', 'feed of a day'),
    given(
      'p',
      'protein',
      life.feed > 0
        ? life.tan / (0.092 * life.feed)
        : proteinOf(c.system.fish[0]!, life.groups[0]!.kind),
      'share',
      'as entered, or what the species needs',
    ),
    given(
      String.raw`T_2`,
      'by the calculation of the small-unit guide',
      KG * total(life.groups, (g) => tanFromFeedGuide(g.feed, g.protein)),
      'feed',
      'FAO 589',
    ),
  ],
  source:
    'Timmons & Ebeling, Recirculating Aquaculture, g N a day. FAO 589 counts NH₃: 0.16 · 0.61 · 1.2 · protein · feed, as N some 5 % more.',
});

export const mediaSurface = derived({
  id: 'media-surface',
  title: 'Wetted surface',
  label: 'Wetted surface for bacteria',
  kind: 'area',
  of: (c, part) => {
    const all = lifeOf(c).surfaces.filter((s) => part === '' || s.bed === part);
    return all.length ? all : null;
  },
  value: (all) => all.reduce((sum, s) => sum + s.range[1], 0),
  formula: String.raw`\sum a \cdot V_\mathrm{flooded} (1 - c) \cdot w`,
  given: (all) =>
    all.map((s, i) =>
      given(
        `A_{${i + 1}}`,
        `of “${s.bed}”, wet ${Math.round(s.wet * 100)} % of the day`,
        s.range[1],
        'area',
        ORIGIN.day,
      ),
    ),
  note: `Media stay moist for ${STAYS_MOIST / 60} min after the water has left them (practice). Clogged media are subtracted.`,
  source: 'True surface of the medium in the flooded zone, by its table, and walls under water.',
  range: (all) => [
    all.reduce((sum, s) => sum + s.range[0], 0),
    all.reduce((sum, s) => sum + s.range[2], 0),
  ],
});

export const bacteriaCapacity = derived({
  id: 'tan-capacity',
  title: 'Ammonia that the bacteria process',
  kind: 'feed',
  of: (c) => {
    const life = lifeOf(c);
    return life.capacity === null ? null : { c, life, capacity: life.capacity };
  },
  value: ({ capacity }) => KG * capacity,
  formula: String.raw`r \cdot A \cdot f_t \cdot f_\mathrm{pH} \cdot f_{O_2}`,
  given: ({ c, life }) => [
    given('r', 'g N/m² a day at good conditions', AREAL_RATE, 'plain', 'FAO 589: 0.57 g NH₃'),
    given('A', 'wetted surface', life.surface, 'area', ORIGIN.day),
    given(
      'f_t',
      'by temperature',
      nitrificationTemperatureFactor(c.system.site.waterTemperature),
      'share',
      '1.08 per °C below 25 °C',
    ),
    given(
      String.raw`f_\mathrm{pH}`,
      'by pH',
      nitrifyingPh(life.ph),
      'share',
      c.system.water.ph === null ? 'pH 7 assumed, not measured' : 'last reading',
    ),
    given(
      String.raw`f_{O_2}`,
      'by oxygen',
      nitrifyingOxygen(life.oxygen?.lowest ?? 5),
      'share',
      ORIGIN.day,
    ),
  ],
  note: 'For a cycled bed. A new bed has only a part of it.',
  source:
    'FAO 589: 0.2–2 g NH₃/m² a day, 0.57 as design figure; warmth, pH and oxygen by the cycling model.',
});

export const oxygenSaturation = derived({
  id: 'oxygen-saturation',
  title: 'Oxygen at saturation',
  kind: 'concentration',
  of: (c) => c.system.site,
  value: (site) => saturation(site.waterTemperature, site.altitude),
  formula: String.raw`\begin{aligned} \ln C &= -139.34411 + \tfrac{1.575701 \cdot 10^5}{T} - \tfrac{6.642308 \cdot 10^7}{T^2} \\ &\quad + \tfrac{1.2438 \cdot 10^{10}}{T^3} - \tfrac{8.621949 \cdot 10^{11}}{T^4} \end{aligned}`,
  given: (site) => [
    given('t', 'water', site.waterTemperature, 'temperature', ORIGIN.entered),
    given('z', 'above the sea', site.altitude, 'run', ORIGIN.entered),
  ],
  source: 'Benson & Krause (1984); less with the air’s pressure at altitude.',
});

const use = ({ oxygen }: { readonly oxygen: NonNullable<LifeBalance['oxygen']> }) =>
  given(
    'D',
    'greatest use, g/h',
    oxygen.demand,
    'plain',
    `fish ×${FED_PEAK} after feeding, solids ×${SOLIDS}, ${OXYGEN_PER_N} × the nitrogen`,
  );

export const oxygenLowest = derived({
  id: 'oxygen-lowest',
  title: 'Lowest oxygen of the day',
  kind: 'concentration',
  of: withOxygen,
  value: ({ oxygen }) => oxygen.lowest,
  formula: String.raw`V \frac{dC}{dt} = K (C_s - C) - D`,
  given: (x) => [
    given('C_s', 'at saturation', x.oxygen.saturation, 'concentration', 'Benson & Krause (1984)'),
    given(
      String.raw`K_\mathrm{falls}`,
      'exchange by falling water, m³/h',
      x.oxygen.byFalls,
      'plain',
      ORIGIN.day,
    ),
    given(
      String.raw`K_\mathrm{film}`,
      'by the film on drained media, m³/h',
      x.oxygen.byFilms,
      'plain',
      ORIGIN.day,
    ),
    given(
      String.raw`K_\mathrm{stones}`,
      'by air stones, m³/h',
      x.oxygen.byStones,
      'plain',
      ORIGIN.entered,
    ),
    given(
      String.raw`K_\mathrm{surface}`,
      'by the surface, m³/h',
      x.oxygen.bySurface,
      'plain',
      '0.6 m a day, stirred',
    ),
    use(x),
  ],
  source:
    'Falls after Gameson; stones 4 % of the oxygen per metre, 0.8 of it in fish water; fish 300 g oxygen per kg feed and no less than at rest.',
});

export const oxygenSupply = derived({
  id: 'oxygen-supply',
  title: 'Oxygen added at the comfortable level',
  label: 'Oxygen added',
  kind: 'feed',
  of: withOxygen,
  value: ({ oxygen }) => 24 * KG * oxygen.supply,
  formula: String.raw`K (C_s - C_\mathrm{ease})`,
  given: (x) => [
    given('C_s', 'at saturation', x.oxygen.saturation, 'concentration', 'Benson & Krause (1984)'),
    given(
      String.raw`C_\mathrm{ease}`,
      'comfortable level',
      x.oxygen.comfort,
      'concentration',
      'kinds',
    ),
    given('K', 'in the poorest hour, m³/h', Math.min(...x.oxygen.exchange), 'plain', ORIGIN.day),
    use(x),
  ],
  source: 'Supply of the poorest hour, spread over a day.',
});

/** A group of fish by its id, and what a power cut leaves it. */
const cutOf = (c: Figures, part: string) => {
  const life = lifeOf(c);
  const cut = life.oxygen?.cuts.find((x) => x.fish === part);
  const group = life.groups.find((g) => g.id === part);
  return cut && group && life.oxygen ? { c, cut, group, oxygen: life.oxygen } : null;
};
type Cut = NonNullable<ReturnType<typeof cutOf>>;
const cutGiven = ({ c, group, oxygen }: Cut, level: number, word: string): Given[] => [
  given(
    'C_0',
    'when the power fails, at the day’s lowest',
    oxygen.lowest,
    'concentration',
    ORIGIN.day,
  ),
  given('C', word, level, 'concentration', group.kind.name),
  given('m', 'fish', fishIn(c.system, group.vessel).mass, 'mass', ORIGIN.entered),
  given(
    'V',
    'their water',
    c.a.balance.afterPowerCut[c.system.vessels.findIndex((v) => v.id === group.vessel)]!.volume,
    'volume',
    ORIGIN.balance,
  ),
];
const AFTER_CUT = String.raw`\begin{aligned} C(t) &= C_{eq} + (C_0 - C_{eq})\, e^{-kt} \\ C_{eq} &= C_s - \tfrac{D}{k_L A}, \quad k = \tfrac{k_L A}{V} \end{aligned}`;
const CUT_SOURCE =
  'Still surface, 0.3 m a day, and air on a battery; use as after feeding. Fish that gulp air last longer; they are not excused.';

export const timeToStress = derived({
  id: 'time-to-stress',
  title: 'Time from a power cut until the fish run short of oxygen',
  label: 'After a cut, to stress',
  kind: 'time',
  of: cutOf,
  value: ({ cut }) => cut.toStress,
  formula: AFTER_CUT,
  given: (x) => cutGiven(x, x.group.kind.oxygen.stress, 'level of stress'),
  source: CUT_SOURCE,
});

export const timeToLethal = derived({
  id: 'time-to-lethal',
  title: 'Time from a power cut until the fish die',
  label: 'After a cut, to death',
  kind: 'time',
  of: cutOf,
  value: ({ cut }) => cut.toLethal,
  formula: AFTER_CUT,
  given: (x) => cutGiven(x, x.group.kind.oxygen.lethal, 'at which they die'),
  source: CUT_SOURCE,
});

export const stockingDensity = derived({
  id: 'stocking-density',
  title: 'Fish in their water',
  kind: 'stocking',
  of: (c, part) => {
    const i = c.system.vessels.findIndex((v) => v.id === part);
    const volume = c.a.balance.rest[i]?.volume ?? 0;
    const { mass } = fishIn(c.system, part);
    return mass > 0 && volume > 0 ? { mass, volume } : null;
  },
  value: ({ mass, volume }) => mass / volume,
  formula: String.raw`\frac{m}{V}`,
  given: ({ mass, volume }) => [
    given('m', 'fish', mass, 'mass', ORIGIN.entered),
    given('V', 'their water at rest', volume, 'volume', ORIGIN.entered),
  ],
  source:
    '10 kg/m³ to begin with, 20 the limit of FAO 589 for small units; more only with aeration on a battery.',
});

export const areaOfPlants = derived({
  id: 'planted',
  title: 'Planted area',
  kind: 'area',
  of: (c) => {
    const life = lifeOf(c);
    return life.plantedArea > 0 ? life : null;
  },
  value: (life) => life.plantedArea,
  formula: String.raw`\sum_i A_i, \quad A_i = n_i \cdot s_i^2`,
  given: (life) =>
    life.plantings.length
      ? life.plantings.map((x, i) =>
          given(
            `A_{${i + 1}}`,
            `${x.plants} × ${x.kind.name}`,
            x.area,
            'area',
            'spacing by the table',
          ),
        )
      : life.planting.map((x, i) =>
          given(
            `A_{${i + 1}}`,
            `“${x.vessel}”, counted as full of leaves`,
            x.leaf,
            'area',
            ORIGIN.shape,
          ),
        ),
  source: 'Ground of the fullest week of the year.',
});

export const feedOnPlanting = derived({
  id: 'feed-on-planting',
  title: 'Feed per planted area',
  kind: 'feeding',
  of: (c) => {
    const life = lifeOf(c);
    return life.groups.length && life.plantedArea > 0 ? { c, life } : null;
  },
  value: ({ life }) => (KG * life.feed) / life.plantedArea,
  formula: String.raw`\frac{F}{A}`,
  given: ({ c, life }) => {
    const [low, high] = feedFor(c.system, life.planting);
    return [
      given('F', 'feed of a day', KG * life.feed, 'feed', 'feed of a day'),
      given('A', 'planted area', life.plantedArea, 'area', ORIGIN.entered),
      given(
        String.raw`f_\mathrm{low}`,
        'the rule of thumb starts at',
        (KG * low) / life.plantedArea,
        'feeding',
        'UVI, FAO 589',
      ),
      given(
        String.raw`f_\mathrm{high}`,
        'and ends at',
        (KG * high) / life.plantedArea,
        'feeding',
        'UVI, FAO 589',
      ),
    ];
  },
  source:
    'Leaves 40–50 g of feed per m² a day, fruit 50–80, rafts and channels 60–100 (UVI, FAO 589).',
});

/** What a school's own measure is, in words. */
const SCHOOL_GIVEN: Record<StockingRule['id'], string> = {
  'feed-to-planting': 'feed that a square metre of plants can use',
  'mass-per-water': 'fish in a cubic metre of water',
  bacteria: 'wetted surface',
  oxygen: 'comfortable oxygen level',
  solids: 'fish per cubic metre of tank that beds alone can clean for',
  'fish-per-plant': 'fish for the plants there are',
};
const SCHOOL_FORMULA: Record<StockingRule['id'], string> = {
  'feed-to-planting': String.raw`m = \frac{f \cdot A}{r}`,
  'mass-per-water': String.raw`m = \rho \cdot V`,
  bacteria: String.raw`m = \frac{r_A \cdot A \cdot f_t f_\mathrm{pH} f_{O_2}}{0.092\, p\, r}`,
  oxygen: String.raw`m:\ \min_h C_h(m) = C_\mathrm{ease}`,
  solids: String.raw`m = \rho_s \cdot V`,
  'fish-per-plant': String.raw`m = \frac{n_\mathrm{plants}}{n} \cdot m_1`,
};
export const STOCKING_RULE_SOURCE: Record<StockingRule['id'], string> = {
  'feed-to-planting': 'UVI and FAO 589: feed to planting, feed to fish by their ration.',
  'mass-per-water':
    'FAO 589: 10 kg/m³ to begin with, 20 the limit of small units without aeration on a battery.',
  bacteria: 'FAO 589: 0.57 g NH₃ per m² a day at good conditions, of a bed that has run in.',
  oxygen:
    'Oxygen of the simulated day at the most demanding kind’s ease; after a cut its stress level at the longest cut you expect.',
  solids:
    'Practice: a media bed with worms keeps up to 15 kg of fish per m³ of tank clean; above that a filter.',
  'fish-per-plant': 'A habit of jars and counter tanks; the number is yours.',
};

export const stockingRuleMass = derived({
  id: 'school',
  title: 'Fish by this rule of thumb',
  kind: 'mass',
  of: (c, part) => lifeOf(c).schools.find((s) => s.id === part) ?? null,
  value: (s) => s.mass,
  formula: (s) => SCHOOL_FORMULA[s.id],
  given: (s) => [given('x', SCHOOL_GIVEN[s.id], s.answer, s.kind, 'this rule of thumb')],
  source: (s) => STOCKING_RULE_SOURCE[s.id],
  range: (s) => s.range,
});

export const unionisedAmmonia = derived({
  id: 'un-ionised',
  title: 'Un-ionised ammonia',
  kind: 'concentration',
  of: ({ system }) => {
    const { tan, ph } = system.water;
    return tan === null || ph === null ? null : { tan, ph, t: system.site.waterTemperature };
  },
  value: ({ tan, ph, t }) => tan * unionisedShare(t, ph),
  formula: String.raw`\frac{TAN}{1 + 10^{\,pK_a - pH}}, \quad pK_a = 0.09018 + \tfrac{2729.92}{T}`,
  given: ({ tan, ph, t }) => [
    given('TAN', 'total ammonia, as N', tan, 'concentration', 'last reading'),
    given('pH', 'acidity', ph, 'ph', 'last reading'),
    given('t', 'water', t, 'temperature', ORIGIN.entered),
  ],
  source:
    'Emerson and others (1975). Caution at 0.02 mg/L as N, act at 0.05, from 0.2 deadly for many.',
});

export const freeCO2 = derived({
  id: 'free-co2',
  title: 'Free carbon dioxide',
  kind: 'concentration',
  of: ({ system }) => {
    const { ph, alkalinity } = system.water;
    return ph === null || alkalinity === null
      ? null
      : { ph, alkalinity, t: system.site.waterTemperature };
  },
  value: ({ ph, alkalinity, t }) => freeCarbonDioxide(ph, alkalinity, carbonateConstants(t)),
  formula: String.raw`44 \cdot \frac{Alk}{50} \cdot 10^{\,pK_1 - pH}`,
  given: ({ ph, alkalinity, t }) => [
    given('Alk', 'alkalinity', alkalinity, 'hardness', 'last reading'),
    given('pH', 'acidity', ph, 'ph', 'last reading'),
    given(
      'pK_1',
      'at this temperature',
      -Math.log10(carbonateConstants(t).k1),
      'plain',
      'Plummer & Busenberg (1982)',
    ),
  ],
  note: `Alkalinity in mg/L as CaCO₃; ${CACO3_PER_EQUIVALENT} mg are one milliequivalent.`,
  source:
    'Plummer & Busenberg (1982). Aerate before the pH is touched where it is above 20 mg/L, 10 for trout.',
});

export const lightOfDay = derived({
  id: 'light',
  title: 'Light of a day',
  kind: 'light',
  of: (c, part) => {
    const v = c.system.vessels.find((x) => x.id === part);
    if (!v) return null;
    const light = lightOn(c.system, v, c.system.plan.begins);
    return light === null ? null : { c, v, light };
  },
  value: ({ light }) => light,
  formula: String.raw`H_0 \cdot k \cdot 0.45 \cdot 4.57\,\tfrac{\mu mol}{J} \cdot g (1 - s) + \frac{P\, \eta\, t}{A}`,
  given: ({ c, v }) => [
    ...(c.system.site.latitude === null
      ? []
      : [given(String.raw`\varphi`, 'latitude', c.system.site.latitude, 'angle', ORIGIN.entered)]),
    given('d', 'on', c.system.plan.begins, 'day', 'start of the plan'),
    given('g', 'share that glass lets through', c.system.site.sun.glazing, 'share', ORIGIN.entered),
    given('s', 'taken by shade', c.system.site.sun.shade, 'share', ORIGIN.entered),
    given('A', 'ground', siteArea(v), 'area', ORIGIN.shape),
  ],
  note: 'On average over a year half of the sunlight passes the air. A window sees 15 % of the sky.',
  source:
    'Duffie & Beckman, Solar Engineering; 4.57 µmol/J of sunlight that plants use. Lamps by their efficacy, 80 % on the plants.',
});

export const expectedBedTemperature = derived({
  id: 'bed-temperature',
  title: 'The bed is about',
  kind: 'temperature',
  of: (c, part) => {
    const v = c.system.vessels.find((x) => x.id === part);
    return v && v.media ? c.system.site : null;
  },
  value: (site) => bedTemperature(site.airTemperature, site.humidity)[1],
  formula: String.raw`\tfrac{1}{2} (t_\mathrm{wet} + t_\mathrm{air})`,
  given: (site) => [
    given(String.raw`t_\mathrm{air}`, 'air', site.airTemperature, 'temperature', ORIGIN.entered),
    given(
      String.raw`t_\mathrm{wet}`,
      'wet bulb',
      bedTemperature(site.airTemperature, site.humidity)[0],
      'temperature',
      'Stull (2011)',
    ),
  ],
  source: 'Wet stones lie between wet-bulb and air temperature; the middle is an estimate.',
  range: (site) => {
    const [low, , high] = bedTemperature(site.airTemperature, site.humidity);
    return [low, high];
  },
});

export const heaterPower = derived({
  id: 'heater',
  title: 'Heater for the coldest month',
  kind: 'power',
  of: (c) => lifeOf(c).heater,
  value: (h) => h.power,
  formula: String.raw`U A (t - t_\mathrm{air}) + 0.68\,\tfrac{Wh}{g}\, \dot m`,
  given: (h) => [
    given(
      't',
      'water temperature wanted',
      h.keeps,
      'temperature',
      'heater’s setting, or what the species needs',
    ),
    given(
      String.raw`t_\mathrm{air}`,
      'air of the coldest month',
      h.air,
      'temperature',
      ORIGIN.entered,
    ),
  ],
  source: 'Bare plastic 5.5 W/m²K, dug in or foamed 1; evaporation as for topping up.',
});

/** Nitrogen of the year in one part: what the fish give, what the plants take. */
export const nitrogenGiven = derived({
  id: 'nitrogen-in',
  title: 'Nitrogen from the fish, weekly average',
  label: 'Nitrogen in per week',
  kind: 'mass',
  of: withFish,
  value: ({ life }) => (KG * life.weeks.reduce((s, w) => s + w.fish, 0)) / life.weeks.length,
  formula: String.raw`7 \cdot TAN`,
  given: ({ life }) => [
    given('TAN', 'produced per day, now', KG * life.tan, 'feed', 'ammonia produced'),
  ],
  source: 'Fed what the water of each week allows.',
});

export const nitrogenTaken = derived({
  id: 'nitrogen-out',
  title: 'Nitrogen out, weekly average',
  label: 'Nitrogen out per week',
  kind: 'mass',
  of: (c) => {
    const life = lifeOf(c);
    return life.plantedArea > 0 ? life : null;
  },
  value: (life) =>
    (KG * life.weeks.reduce((s, w) => s + w.plants + w.denitrified, 0)) / life.weeks.length,
  formula: String.raw`7 \sum A\, u + \delta \cdot 7 \cdot TAN`,
  given: (life) => [
    given('A', 'planted area', life.plantedArea, 'area', ORIGIN.entered),
    given(
      'u',
      'taken up per week',
      (KG * life.weeks.reduce((s, w) => s + w.plants, 0)) / life.weeks.length,
      'mass',
      'crops by the table',
    ),
    given(
      String.raw`\delta`,
      'denitrified in the media per week',
      (KG * life.weeks.reduce((s, w) => s + w.denitrified, 0)) / life.weeks.length,
      'mass',
      'half of the nitrified nitrogen (20–60 %)',
    ),
  ],
  source:
    'Leaves 0.3–0.8, fruit 0.5–1.2 g N/m² a day; denitrification after Wongkiew (2017) and Hu (2015), cited from memory.',
});
