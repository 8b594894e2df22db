import { CROPS, LAMPS } from '../catalogue/index.ts';
import { lampLight } from '../life/index.ts';
import { given, light, power, say, time } from '../quantity/index.ts';
import { HEADROOM, asked, defineCalculator, known, n, choiceInput } from './calculator.ts';
import { siteArea } from '../system/index.ts';
import { cropKinds, lamps } from '../system/index.ts';

export const lampCalculator = defineCalculator({
  id: 'lamp',
  title: 'Lamp',
  question: 'Is this lamp bright enough?',
  group: 'plants',
  words: 'light grow LED DLI watts hours',
  concerns: 'both',
  inputs: [
    choiceInput(
      'crop',
      'Crop',
      CROPS.map((c) => ({ id: c.id, name: c.name })),
    ),
    asked('area', 'Area under the lamp', 'area', 0.7, [0.01, 50], 0.05),
    choiceInput(
      'lamp',
      'Lamp',
      LAMPS.map((l) => ({ id: l.id, name: l.name })),
    ),
    asked('power', 'Its power', 'power', 100, [1, 5000], 5),
    asked('time', 'On for', 'time', 50400, [3600, 86400], 1800),
    asked('sun', 'Sunlight in addition', 'light', 0, [0, 70], 1),
    asked('price', 'Price of a kWh', 'ratio', 0.3, [0, 5], 0.05),
  ],
  fill: (c) => {
    const lamp = c.system.devices.find((d) => d.kind === 'lamp');
    const v = c.system.vessels.find((x) => x.id === (lamp?.vessel ?? c.system.crops[0]?.vessel));
    return known({
      crop: c.system.crops[0]?.crop,
      area: v && siteArea(v),
      power: lamp?.power,
      time: c.system.site.lampTime,
    });
  },
  ownOf: (own) => ({ crop: own.crops, lamp: own.lamps }),
  work: (v, own) => {
    const crop = cropKinds({ own }).find((c) => c.id === v.crop)!;
    const lamp = lamps({ own }).find((l) => l.id === v.lamp)!;
    const now = n(v, 'sun') + lampLight(n(v, 'power'), lamp.efficacy, n(v, 'time'), n(v, 'area'));
    const [least, good] = crop.light;
    const per = lampLight(1, lamp.efficacy, n(v, 'time'), n(v, 'area'));
    const need = Math.max(0, (least - n(v, 'sun')) / per);
    return {
      picture: {
        what: 'scale',
        label: `Light of a day for ${crop.name}`,
        kind: 'light',
        from: 0,
        to: Math.max(good, now) * HEADROOM,
        value: now,
        zones: [
          { to: least, level: 'stop' },
          { to: good, level: 'watch' },
          { to: Infinity, level: 'fine' },
        ],
      },
      results: [
        { key: 'light', label: 'Light of the day', value: now, kind: 'light', main: true },
        { key: 'need', label: 'Power for a fair crop', value: need, kind: 'power' },
        {
          key: 'good',
          label: 'Power for the best crop',
          value: Math.max(0, (good - n(v, 'sun')) / per),
          kind: 'power',
        },
        {
          key: 'energy',
          label: 'Energy a day',
          value: n(v, 'power') * n(v, 'time'),
          kind: 'energy',
        },
        {
          key: 'cost',
          label: 'Cost a day, in your money',
          value: (n(v, 'power') * n(v, 'time') * n(v, 'price')) / 3.6e6,
          kind: 'ratio',
        },
      ],
      steps: [
        now >= least
          ? say`${crop.name} need ${light(least)} and get ${light(now)}.`
          : say`${crop.name} need ${light(least)} and get ${light(now)}. Use ${power(need)} of this lamp, or run it for longer than ${time(n(v, 'time'))}.`,
        say`${String(crop.dayLength[0])} to ${String(crop.dayLength[1])} hours of light suit this crop. With more or less it bolts or does not flower.`,
      ],
      explained: {
        title: 'Light of a lamp',
        formula: String.raw`\frac{0.8\, P\, \eta\, t}{A}`,
        given: [
          given('P', 'power', n(v, 'power'), 'power', 'entered'),
          given(String.raw`\eta`, 'light per power', lamp.efficacy, 'efficacy', lamp.source),
          given('t', 'on for', n(v, 'time'), 'time', 'entered'),
          given('A', 'ground', n(v, 'area'), 'area', 'entered'),
        ],
      },
    };
  },
  caution:
    'Over water use splash-proof lamps behind a residual-current device, and hang them so that they cannot fall in.',
  source: 'Efficacy by the kind of lamp; 80 % of its light lands on the plants.',
});
