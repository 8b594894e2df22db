import { PH_STEP } from '../limits/index.ts';
import { GROWTH_STAGES, PROGRAMMES, type GrowthStage } from '../catalogue/index.ts';
import {
  afterTopUp,
  doseToTarget,
  solutionMix,
  mixedConductivity,
  solutionLasts,
} from '../life/index.ts';
import { conductivity, given, litres, ph, say, share, time } from '../quantity/index.ts';
import { programmes } from '../system/index.ts';
import { liquidMeasures } from './measures.ts';
import { asked, defineCalculator, known, n, choiceInput } from './calculator.ts';

const STAGE_NAMES: Record<GrowthStage, string> = {
  seedling: 'seedlings and cuttings',
  leaf: 'leaf',
  fruit: 'flower and fruit',
};
const SOURCE = 'Amounts by the label; the figures here are typical of their kind.';

export const nutrientMixCalculator = defineCalculator({
  id: 'nutrient-mix',
  title: 'Mixing a nutrient solution',
  question: 'How do I mix the nutrient solution?',
  group: 'solution',
  words: 'fertiliser parts A B EC strength hydroponic',
  concerns: 'solution',
  inputs: [
    choiceInput(
      'programme',
      'Programme',
      PROGRAMMES.map((p) => ({ id: p.id, name: p.name })),
    ),
    choiceInput(
      'stage',
      'For',
      GROWTH_STAGES.map((id) => ({ id, name: STAGE_NAMES[id] })).reverse(),
    ),
    asked('volume', 'Water in the system', 'volume', 0.1, [0.001, 50], 0.005),
    asked('strength', 'Strength', 'share', 1, [0.1, 1.5], 0.05),
    asked('tap', 'EC of the water', 'conductivity', 0.04, [0, 0.5], 0.005),
  ],
  ownOf: (own) => ({ programme: own.programmes }),
  fill: (c, water) =>
    known({
      programme: c.system.solution?.programme,
      volume: water,
      strength: c.system.solution?.strength,
      tap: c.system.site.tap.conductivity,
    }),
  work: (v, own) => {
    const programme = programmes({ own }).find((p) => p.id === v.programme)!;
    const stage = v.stage as GrowthStage;
    const parts = solutionMix(programme, stage, n(v, 'volume'), n(v, 'strength'));
    const ec = mixedConductivity(programme, stage, n(v, 'strength'), n(v, 'tap'));
    return {
      picture: {
        what: 'scale',
        label: 'EC of the mixed solution',
        kind: 'conductivity',
        from: 0,
        to: Math.max(ec, n(v, 'tap')) * 1.5,
        before: n(v, 'tap'),
        value: ec,
        zones: [],
      },
      entry: { kind: 'dose', what: programme.id, count: n(v, 'strength') },
      results: [
        ...parts.map((p, i) => ({
          key: `part_${i + 1}`,
          label: `${i + 1}. ${p.name}`,
          value: p.unit === 'mL' ? p.amount * 1e-6 : p.amount / 1000,
          kind: p.unit === 'mL' ? ('liquid' as const) : ('dose' as const),
          main: true,
          ...(p.unit === 'mL' ? { measures: liquidMeasures(p.amount * 1e-6) } : {}),
        })),
        { key: 'ec', label: 'EC afterwards, about', value: ec, kind: 'conductivity' as const },
      ],
      steps: [
        say`Let the pump run. Add one part at a time in this order and stir it in before the next. Never mix concentrates.`,
        say`${programme.note}`,
        say`After half an hour measure EC (about ${conductivity(ec)}) and pH. Correct the pH by at most ${ph(PH_STEP.noFish)} at a time.`,
      ],
      wait: 1800,
      explained: {
        title: 'Parts of a solution',
        formula: String.raw`v_i = a_i \cdot V \cdot s`,
        given: [
          given('V', 'water in the system', n(v, 'volume'), 'volume', 'entered'),
          given('s', 'strength', n(v, 'strength'), 'share', 'entered'),
          ...programme.parts.map((p, i) =>
            given(`a_{${i + 1}}`, `${p.name}, ${p.unit}/L`, p.perLitre[stage], 'plain', 'label'),
          ),
        ],
      },
    };
  },
  caution:
    'Wear gloves and eye protection with concentrates. Use half strength for seedlings and light feeders. Organic brews have an unknown strength: measure their EC first.',
  source: SOURCE,
});

export const topUpCalculator = defineCalculator({
  id: 'ec-top-up',
  title: 'EC after topping up',
  question: 'What is the EC after topping up?',
  group: 'solution',
  words: 'conductivity strength dose evaporate',
  concerns: 'solution',
  inputs: [
    asked('volume', 'Solution before', 'volume', 0.05, [0.001, 50], 0.005),
    asked('ec', 'Its EC', 'conductivity', 0.1, [0, 2], 0.01),
    asked('added', 'Topped up with', 'volume', 0.02, [0, 50], 0.005),
    asked('tap', 'EC of that water', 'conductivity', 0.05, [0, 0.5], 0.005),
    asked('target', 'EC wanted', 'conductivity', 0.12, [0, 2], 0.01),
    asked('response', 'A full dose raises it by', 'conductivity', 0.12, [0.005, 1], 0.01),
  ],
  fill: (c, water) =>
    known({
      volume: water,
      ec: c.system.water.conductivity,
      added: 7 * c.a.balance.dailyWaterUse,
      tap: c.system.site.tap.conductivity,
    }),
  work: (v) => {
    const ec = afterTopUp(n(v, 'ec'), n(v, 'volume'), n(v, 'tap'), n(v, 'added'));
    const part = doseToTarget(ec, n(v, 'target'), n(v, 'response'));
    return {
      picture: {
        what: 'scale',
        label: 'EC after topping up',
        kind: 'conductivity',
        from: 0,
        to: Math.max(ec, n(v, 'ec'), n(v, 'target')) * 1.25,
        before: n(v, 'ec'),
        value: ec,
        zones: [
          { to: n(v, 'target'), level: 'watch' },
          { to: Infinity, level: 'fine' },
        ],
      },
      entry: { kind: 'top-up', volume: n(v, 'added') },
      results: [
        { key: 'ec', label: 'EC afterwards', value: ec, kind: 'conductivity', main: true },
        { key: 'dose', label: 'Part of a full dose for the EC wanted', value: part, kind: 'share' },
      ],
      steps: [
        say`${litres(n(v, 'added'))} of water change the EC to ${conductivity(ec)}.`,
        part > 0
          ? say`Add ${share(part)} of a full dose of each part, one after the other. Stir, wait half an hour and measure.`
          : say`It is strong enough. Add plain water only.`,
        say`Log how much the dose raised the EC. Use that figure next time.`,
      ],
      wait: 1800,
      explained: {
        title: 'EC after topping up',
        formula: String.raw`\frac{EC \cdot V + EC_w\, \Delta V}{V + \Delta V}`,
        given: [
          given('EC', 'before', n(v, 'ec'), 'conductivity', 'entered'),
          given('V', 'before', n(v, 'volume'), 'volume', 'entered'),
          given(String.raw`\Delta V`, 'added', n(v, 'added'), 'volume', 'entered'),
          given(String.raw`EC_w`, 'of the added water', n(v, 'tap'), 'conductivity', 'entered'),
        ],
      },
    };
  },
  caution: 'A plain meter without temperature compensation reads too high in a warm solution.',
  source: 'Mass balance; response of the last dose.',
});

export const solutionChangeCalculator = defineCalculator({
  id: 'solution-change',
  title: 'When to change the solution',
  question: 'When do I change the solution?',
  group: 'solution',
  words: 'reservoir weeks salts old',
  concerns: 'solution',
  inputs: [
    asked('volume', 'Working volume', 'volume', 0.1, [0.001, 50], 0.005),
    asked('use', 'Water used a day', 'volume', 0.004, [1e-5, 5], 0.001),
  ],
  fill: (c, water) => known({ volume: water, use: c.a.balance.dailyWaterUse }),
  work: (v) => {
    const { byWeeks, byTopUps } = solutionLasts(n(v, 'volume'), n(v, 'use'));
    return {
      picture: {
        what: 'scale',
        label: 'Top-ups reach half of the volume',
        kind: 'time',
        from: 0,
        to: byTopUps[1] * 1.25,
        value: byTopUps[0],
        zones: [
          { to: byTopUps[0], level: 'fine' },
          { to: byTopUps[1], level: 'watch' },
          { to: Infinity, level: 'stop' },
        ],
      },
      entry: { kind: 'water-change', volume: n(v, 'volume') },
      results: [
        {
          key: 'half',
          label: 'Top-ups reach half of the volume after',
          value: byTopUps[0],
          kind: 'time',
          main: true,
        },
        { key: 'whole', label: 'and the whole volume after', value: byTopUps[1], kind: 'time' },
        { key: 'weeks_short', label: 'By weeks, earliest', value: byWeeks[0], kind: 'time' },
        { key: 'weeks_long', label: 'By weeks, latest', value: byWeeks[1], kind: 'time' },
      ],
      steps: [
        say`One rule goes by time: after ${time(byWeeks[0])} to ${time(byWeeks[1])}. Another goes by top-ups: when they reach half or all of the volume. A third goes by EC and pH: when they drift and topping up no longer helps.`,
        say`Use time for small reservoirs and top-ups for large ones. Pour the old solution onto garden beds, not into a pond.`,
      ],
      explained: {
        title: 'Time until top-ups reach one volume',
        formula: String.raw`t = \frac{V}{\dot V}`,
        given: [
          given('V', 'working volume', n(v, 'volume'), 'volume', 'entered'),
          given(String.raw`\dot V`, 'used a day', n(v, 'use'), 'volume', 'entered'),
        ],
      },
    };
  },
  caution: 'Salts that plants do not use build up. EC alone does not show which salts they are.',
  source: 'Schools of solution growers, side by side.',
});
