import { changesTo } from '../treatment/index.ts';
import {
  CHANGE_LIMITS,
  CHANGE_WAIT,
  TEMPERATURE_LIMITS,
  UNIONISED_LIMITS,
} from '../limits/index.ts';
import { KIT_SCALES, asNitrogen, tanAt, unionisedShare, type KitScale } from '../life/index.ts';
import { concentration, degrees, given, litres, say, share, time } from '../quantity/index.ts';
import { HEADROOM, asked, defineCalculator, known, n, choiceInput } from './calculator.ts';

const scales = (['n', 'nh4', 'nh3'] as const).map((id) => ({ id, name: KIT_SCALES[id].name }));

export const ammoniaSafetyCalculator = defineCalculator({
  id: 'ammonia',
  title: 'Is this ammonia safe',
  question: 'Is this ammonia safe?',
  group: 'safe',
  words: 'TAN ammonium toxic test kit gasping',
  concerns: 'fish',
  inputs: [
    choiceInput('scale', 'The kit reads', scales),
    asked('low', 'It shows, at least', 'concentration', 0.5, [0, 50], 0.25),
    asked('high', 'and at most', 'concentration', 0.5, [0, 50], 0.25),
    asked('ph', 'pH', 'ph', 7.4, [4, 10], 0.1),
    asked('temperature', 'Water', 'temperature', 20, [1, 40], 1),
    asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
  ],
  fill: (c, water) =>
    known({
      scale: 'n',
      low: c.system.water.tan,
      high: c.system.water.tan,
      ph: c.system.water.ph,
      temperature: c.system.site.waterTemperature,
      volume: water,
    }),
  work: (v) => {
    const scale = v.scale as KitScale;
    const low = asNitrogen(n(v, 'low'), scale);
    const high = asNitrogen(Math.max(n(v, 'low'), n(v, 'high')), scale);
    const part = unionisedShare(n(v, 'temperature'), n(v, 'ph'));
    const safe = tanAt(UNIONISED_LIMITS.caution, n(v, 'temperature'), n(v, 'ph'));
    const worst = high * part;
    const change =
      worst > UNIONISED_LIMITS.caution ? changesTo(high, safe, 0, CHANGE_LIMITS.atOnce) : null;
    const word =
      worst >= UNIONISED_LIMITS.deadly
        ? say`Deadly for many fish: act at once.`
        : worst >= UNIONISED_LIMITS.act
          ? say`Act now.`
          : worst >= UNIONISED_LIMITS.caution
            ? say`Be careful.`
            : say`Safe at this pH and temperature.`;
    return {
      picture: {
        what: 'scale',
        label: 'Un-ionised ammonia, as N',
        kind: 'concentration',
        from: 0,
        to: Math.max(UNIONISED_LIMITS.deadly, worst) * HEADROOM,
        value: worst,
        zones: [
          { to: UNIONISED_LIMITS.caution, level: 'fine' },
          { to: UNIONISED_LIMITS.act, level: 'watch' },
          { to: Infinity, level: 'stop' },
        ],
      },
      ...(change
        ? { entry: { kind: 'water-change' as const, volume: change.share * n(v, 'volume') } }
        : {}),
      results: [
        {
          key: 'unionised',
          label: 'Un-ionised, as N, at most',
          value: worst,
          kind: 'concentration',
          main: true,
        },
        { key: 'unionised_low', label: 'and at least', value: low * part, kind: 'concentration' },
        { key: 'share', label: 'Share of the total', value: part, kind: 'share' },
        {
          key: 'tan',
          label: 'Total ammonia (TAN) as N, at most',
          value: high,
          kind: 'concentration',
        },
        { key: 'safe', label: 'Total ammonia is safe up to', value: safe, kind: 'concentration' },
        ...(change
          ? [
              {
                key: 'change',
                label: 'Change each time',
                value: change.share * n(v, 'volume'),
                kind: 'volume' as const,
              },
            ]
          : []),
      ],
      steps: [
        word,
        ...(change
          ? [
              say`Stop feeding. Treat the new water for chlorine and bring it within ${degrees(TEMPERATURE_LIMITS.within)}.`,
              change.times > 1
                ? say`Change ${litres(change.share * n(v, 'volume'))} (${share(change.share)}) now, and ${String(change.times - 1)} times more. Test ${time(CHANGE_WAIT.grave)} after each change.`
                : say`Change ${litres(change.share * n(v, 'volume'))} (${share(change.share)}) now.`,
              say`Do not raise the pH, because the same ammonia would be more toxic.`,
              say`Measure the pH of your tap water first. If it is higher than the tank’s, do not change water.`,
            ]
          : [say`Test again tomorrow in a new system, otherwise in a week.`]),
      ],
      wait: change ? CHANGE_WAIT.grave : CHANGE_WAIT.span,
      explained: {
        title: 'Un-ionised ammonia',
        formula: String.raw`\frac{TAN}{1 + 10^{\,pK_a - pH}}, \quad pK_a = 0.09018 + \tfrac{2729.92}{T}`,
        given: [
          given('TAN', 'total, as N', high, 'concentration', 'high end of the reading'),
          given('pH', 'acidity', n(v, 'ph'), 'ph', 'entered'),
          given('t', 'water', n(v, 'temperature'), 'temperature', 'entered'),
          given('x', 'un-ionised share', part, 'share', 'Emerson and others (1975)'),
        ],
      },
    };
  },
  treatments: ['change', 'stop-feeding', 'feed-less', 'base', 'wait'],
  planned: { change: 'change' },
  caution: say`Un-ionised, as nitrogen: be careful at ${concentration(UNIONISED_LIMITS.caution)}, act at ${concentration(UNIONISED_LIMITS.act)}. The same reading is harmless at low pH and deadly at high pH.`,
  source: 'Emerson and others (1975), J. Fish. Res. Board Can. 32, 2379–2383.',
});
