import { changesTo } from '../treatment/index.ts';
import { CHANGE_LIMITS, UNIONISED_LIMITS } from '../limits/index.ts';
import { KIT_SCALES, asNitrogen, tanAt, unionisedShare, type KitScale } from '../life/index.ts';
import { concentration, given, litres, say, share } from '../quantity/index.ts';
import { asked, defineSum, known, n, oneOf, waterOf } from './sum.ts';

const scales = (['n', 'nh4', 'nh3'] as const).map((id) => ({ id, name: KIT_SCALES[id].name }));

export const ammoniaSafety = defineSum({
  id: 'ammonia',
  title: 'Is this ammonia safe',
  concerns: 'fish',
  inputs: [
    oneOf('scale', 'The kit reads', scales),
    asked('low', 'It shows, at least', 'concentration', 0.5, [0, 50], 0.25),
    asked('high', 'and at most', 'concentration', 0.5, [0, 50], 0.25),
    asked('ph', 'pH', 'ph', 7.4, [4, 10], 0.1),
    asked('temperature', 'Water', 'temperature', 20, [1, 40], 1),
    asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
  ],
  fill: (c) =>
    known({
      scale: 'n',
      low: c.system.water.tan,
      high: c.system.water.tan,
      ph: c.system.water.ph,
      temperature: c.system.site.waterTemperature,
      volume: waterOf(c),
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
        ? say`Deadly for many: act at once.`
        : worst >= UNIONISED_LIMITS.act
          ? say`Act now.`
          : worst >= UNIONISED_LIMITS.caution
            ? say`Be careful.`
            : say`Safe at this pH and temperature.`;
    return {
      results: [
        {
          key: 'unionised',
          label: 'Un-ionised, as N, at most',
          value: worst,
          kind: 'concentration',
          main: true,
        },
        { key: 'unionised_low', label: 'and at least', value: low * part, kind: 'concentration' },
        { key: 'share', label: 'Of the whole', value: part, kind: 'share' },
        { key: 'tan', label: 'Total as N, at most', value: high, kind: 'concentration' },
        { key: 'safe', label: 'Safe up to, in all', value: safe, kind: 'concentration' },
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
              say`Stop feeding and aerate.`,
              change.times > 1
                ? say`Change ${litres(change.share * n(v, 'volume'))} (${share(change.share)}) now, treated and within 2 °C, and ${String(change.times - 1)} times more, 12 h apart.`
                : say`Change ${litres(change.share * n(v, 'volume'))} (${share(change.share)}) now, treated and within 2 °C.`,
              say`Do not raise the pH: the same ammonia would be more poisonous.`,
              say`Test again in 12 h.`,
            ]
          : [say`Test again tomorrow while the bed is young, else in a week.`]),
      ],
      wait: change ? 12 * 3600 : 86400,
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
  caution: `As nitrogen: caution at ${concentration(UNIONISED_LIMITS.caution).value} mg/L un-ionised, act at ${UNIONISED_LIMITS.act}. The same reading is harmless at pH 6.8 and deadly at 8.4.`,
  source: 'Emerson and others (1975), J. Fish. Res. Board Can. 32, 2379–2383.',
});
