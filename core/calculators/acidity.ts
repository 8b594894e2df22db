import { AQUAPONIC_PH, ALKALINITY_RANGE, CARBON_DIOXIDE_LIMITS } from '../limits/index.ts';
import { measuredLiquid, measuredWords } from '../treatment/index.ts';
import { ACIDS, BUFFERS } from '../catalogue/index.ts';
import {
  acidStrength,
  carbonateConstants,
  correction,
  freeCarbonDioxide,
  gramsFor,
  inorganicCarbon,
  millilitresFor,
  type Correction,
} from '../life/index.ts';
import type { Figures } from '../assess/figures.ts';
import {
  inSentence,
  concentration,
  dose,
  given,
  hardness,
  liquid,
  ph,
  say,
  time,
  type Phrase,
} from '../quantity/index.ts';
import { liquidMeasures, powder } from './measures.ts';
import {
  FISH_OR_NOT,
  asked,
  defineCalculator,
  hasFish,
  known,
  n,
  choiceInput,
  HEADROOM,
  type Answer,
  type AnswerPicture,
  type CalculatorResult,
  type CalculatorValues,
} from './calculator.ts';

const water = [
  asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
  asked('ph', 'pH now', 'ph', 6.4, [4, 10], 0.1),
  asked('alkalinity', 'Alkalinity now', 'hardness', 30, [0, 800], 5),
  asked('temperature', 'Water', 'temperature', 20, [1, 40], 1),
  choiceInput('fish', 'The system', FISH_OR_NOT),
];
const fill = (c: Figures, water: number): CalculatorValues =>
  known({
    volume: water,
    ph: c.system.water.ph,
    alkalinity: c.system.water.alkalinity ?? c.system.site.tap.alkalinity,
    temperature: c.system.site.waterTemperature,
    fish: hasFish(c),
  });
const beforeOf = (v: CalculatorValues) => ({
  ph: n(v, 'ph'),
  alkalinity: n(v, 'alkalinity'),
  temperature: n(v, 'temperature'),
});

const CAUTION =
  'Wear gloves and eye protection. Add the chemical to water, never water to the chemical, and never mix two. With fish, use small steps and measure before the next. Never use this calculator for hydrochloric or sulphuric acid.';
const SOURCE =
  'Plummer & Busenberg (1982), closed water; equivalent masses of the pure substance. Technical grades and old stock may be weaker.';

const explained = (
  v: CalculatorValues,
  c: Correction,
  perEquivalent: number,
): Answer['explained'] => {
  const before = beforeOf(v);
  const constants = carbonateConstants(before.temperature);
  return {
    title: 'Carbonate system, closed',
    formula: String.raw`\begin{aligned} Alk &= DIC\,(\alpha_1 + 2 \alpha_2) + OH^- - H^+ \\ \Delta DIC &= \beta\, \Delta Alk \end{aligned}`,
    given: [
      given('Alk', 'alkalinity now', before.alkalinity, 'hardness', 'entered'),
      given('pH', 'now', before.ph, 'ph', 'entered'),
      given(
        'DIC',
        'inorganic carbon, mmol/L',
        inorganicCarbon(before.ph, before.alkalinity, constants),
        'plain',
        'from both',
      ),
      given(String.raw`\Delta Alk`, 'in total', c.whole, 'hardness', 'solved'),
      given(
        String.raw`\beta`,
        'carbon per equivalent of the substance',
        perEquivalent,
        'plain',
        'its formula',
      ),
    ],
  };
};

/** pH before and after the first step, on the range that suits fish, plants and bacteria together. */
function phPicture(v: CalculatorValues, after: number): AnswerPicture {
  const [low, high] = AQUAPONIC_PH.good;
  return {
    what: 'scale',
    label: 'pH after this step',
    kind: 'ph',
    from: Math.min(5, n(v, 'ph'), after) - 0.5,
    to: Math.max(8.5, n(v, 'ph'), after) + 0.5,
    before: n(v, 'ph'),
    value: after,
    zones: [
      { to: low, level: 'watch' },
      { to: high, level: 'fine' },
      { to: Infinity, level: 'watch' },
    ],
  };
}
function alkalinityPicture(v: CalculatorValues, now: number): AnswerPicture {
  const after = n(v, 'alkalinity') + now;
  return {
    what: 'scale',
    label: 'Alkalinity after this step',
    kind: 'hardness',
    from: 0,
    to: Math.max(ALKALINITY_RANGE.high, after) * HEADROOM,
    before: n(v, 'alkalinity'),
    value: after,
    zones: [
      { to: ALKALINITY_RANGE.crash, level: 'stop' },
      { to: ALKALINITY_RANGE.low, level: 'watch' },
      { to: Infinity, level: 'fine' },
    ],
  };
}

/** What goes first: air, where the water is sour with carbon dioxide. */
function airFirst(v: CalculatorValues): Phrase[] {
  const b = beforeOf(v);
  const co2 = freeCarbonDioxide(b.ph, b.alkalinity, carbonateConstants(b.temperature));
  return co2 > CARBON_DIOXIDE_LIMITS.usual
    ? [
        say`The water holds ${concentration(co2)} of free carbon dioxide. Aerate it for a day first and measure again. The pH may rise by itself.`,
      ]
    : [];
}

const again = (c: Correction): Phrase[] =>
  c.steps > 1
    ? [
        say`Wait ${time(c.wait)}, measure pH and alkalinity, and calculate the next step. You need about ${String(c.steps)} steps.`,
      ]
    : [say`Wait ${time(c.wait)} and measure again.`];

function buffered(
  v: CalculatorValues,
  target: { ph: number } | { alkalinity: number },
): Answer | Phrase {
  const b = BUFFERS.find((x) => x.id === v.substance)!;
  const c = correction(beforeOf(v), target, b.carbonPerEquivalent, v.fish === 'yes');
  if (!c)
    return say`${b.name} cannot raise this water to that pH. Use a stronger buffer, in small steps.`;
  if (c.whole <= 0) return say`The value is reached already. A buffer can only raise it.`;
  const whole = gramsFor(b, c.whole, n(v, 'volume')) / 1000;
  const now = gramsFor(b, c.now, n(v, 'volume')) / 1000;
  const results: CalculatorResult[] = [
    {
      key: 'now',
      label: 'Now',
      value: now,
      kind: 'dose',
      measures: powder(now, b.gramsPerTeaspoon),
      main: true,
    },
    {
      key: 'whole',
      label: 'In total',
      value: whole,
      kind: 'dose',
      measures: powder(whole, b.gramsPerTeaspoon),
    },
    { key: 'ph', label: 'pH afterwards', value: c.phNow, kind: 'ph' },
    {
      key: 'alkalinity',
      label: 'Alkalinity at the end',
      value: n(v, 'alkalinity') + c.whole,
      kind: 'hardness',
    },
    { key: 'air', label: 'pH after aeration', value: c.phInAir, kind: 'ph' },
  ];
  return {
    picture: 'ph' in target ? phPicture(v, c.phNow) : alkalinityPicture(v, c.now),
    entry: { kind: 'dose', what: b.id, mass: now },
    results,
    steps: [
      ...airFirst(v),
      say`Dissolve ${dose(now)} of ${inSentence(b.name)} in a bucket of the system’s water and pour it in slowly where the water moves: pH ${ph(c.phNow)}.`,
      ...again(c),
      say`It adds ${b.brings}. ${b.note}`,
    ],
    wait: c.wait,
    explained: explained(v, c, b.carbonPerEquivalent),
  };
}

const substances = BUFFERS.map((b) => ({ id: b.id, name: b.name }));

export const phUpCalculator = defineCalculator({
  id: 'ph-up',
  title: 'pH up',
  question: 'How much buffer raises the pH?',
  group: 'correct',
  words: 'acidic low base bicarbonate baking soda potassium calcium dose',
  concerns: 'both',
  inputs: [
    ...water,
    asked('target', 'pH to reach', 'ph', 6.8, [4, 9], 0.1),
    choiceInput('substance', 'With', [substances[1]!, substances[0]!, ...substances.slice(2)]),
  ],
  fill,
  work: (v) =>
    n(v, 'target') <= n(v, 'ph')
      ? say`The pH is reached already.`
      : buffered(v, { ph: n(v, 'target') }),
  treatments: ['base', 'change', 'wait'],
  caution: CAUTION,
  source: SOURCE,
});

export const alkalinityUpCalculator = defineCalculator({
  id: 'alkalinity-up',
  title: 'Alkalinity up',
  question: 'How much buffer raises the alkalinity?',
  group: 'correct',
  words: 'KH carbonate hardness crash bicarbonate dose',
  concerns: 'both',
  inputs: [
    ...water,
    asked('target', 'Alkalinity to reach', 'hardness', 50, [0, 400], 5),
    choiceInput('substance', 'With', [substances[1]!, substances[0]!, ...substances.slice(2)]),
  ],
  fill,
  work: (v) => buffered(v, { alkalinity: n(v, 'target') }),
  treatments: ['base', 'change', 'wait'],
  caution: CAUTION,
  source: SOURCE,
});

export const phDownCalculator = defineCalculator({
  id: 'ph-down',
  title: 'pH or alkalinity down',
  question: 'How much acid lowers the pH?',
  group: 'correct',
  words: 'alkaline high phosphoric citric hard water drops',
  concerns: 'both',
  inputs: [
    ...water,
    asked('target', 'pH to reach', 'ph', 6.2, [4, 9], 0.1),
    choiceInput(
      'substance',
      'With',
      ACIDS.map((a) => ({ id: a.id, name: a.name })),
    ),
    asked('drops', 'Drops in a millilitre of this bottle', 'count', 20, [5, 60], 1),
  ],
  fill,
  work: (v) => {
    const acid = ACIDS.find((a) => a.id === v.substance)!;
    if (n(v, 'target') >= n(v, 'ph'))
      return say`The pH is reached already. An acid can only lower it.`;
    const c = correction(beforeOf(v), { ph: n(v, 'target') }, 0, v.fish === 'yes');
    if (!c) return say`This water cannot reach that value.`;
    const measure = (change: number, ph: number) =>
      millilitresFor(acid, change, n(v, 'volume'), ph) * 1e-6;
    const now = measure(c.now, c.phNow);
    const whole = measure(c.whole, n(v, 'target'));
    const left = n(v, 'alkalinity') + c.whole;
    return {
      picture: phPicture(v, c.phNow),
      entry: { kind: 'dose', what: acid.id, volume: now },
      results: [
        {
          key: 'now',
          label: 'Now',
          value: now,
          kind: 'liquid',
          measures: liquidMeasures(now, n(v, 'drops')),
          main: true,
        },
        {
          key: 'whole',
          label: 'In total',
          value: whole,
          kind: 'liquid',
          measures: liquidMeasures(whole, n(v, 'drops')),
        },
        { key: 'ph', label: 'pH afterwards', value: c.phNow, kind: 'ph' },
        { key: 'alkalinity', label: 'Alkalinity at the end', value: left, kind: 'hardness' },
        { key: 'air', label: 'pH after aeration', value: c.phInAir, kind: 'ph' },
        {
          key: 'strength',
          label: 'Strength of the acid, eq/L',
          value: acidStrength(acid, c.phNow),
          kind: 'ratio',
        },
      ],
      steps: [
        ...measuredWords(measuredLiquid(now, 1 / n(v, 'drops')), acid.name),
        measuredLiquid(now, 1 / n(v, 'drops')).weakerBy
          ? say`Stir ${liquid(measuredLiquid(now, 1 / n(v, 'drops')).volume)} of the weaker solution into a bucket of water and pour it in slowly: pH ${ph(c.phNow)}.`
          : say`Stir ${liquid(now)} of ${acid.name} into a bucket of water, acid into water, and pour it in slowly: pH ${ph(c.phNow)}.`,
        ...again(c),
        ...(left < ALKALINITY_RANGE.low && v.fish === 'yes'
          ? [
              say`That leaves ${hardness(left)} of alkalinity. Leave at least ${hardness(ALKALINITY_RANGE.low)} with fish, or the pH crashes.`,
            ]
          : []),
        say`${acid.note}`,
      ],
      wait: c.wait,
      explained: explained(v, c, 0),
    };
  },
  treatments: ['acid', 'look', 'wait'],
  caution: CAUTION,
  source: `${SOURCE} Acids by their strength; phosphoric by its second proton at pK 7.2.`,
});
