import { heatLoss, warmUpTime } from '../life/index.ts';
import { given, power, say, temperature, time } from '../quantity/index.ts';
import { HEADROOM, asked, defineCalculator, known, n, choiceInput } from './calculator.ts';

export const heaterCalculator = defineCalculator({
  id: 'heater',
  title: 'Heater',
  question: 'Which heater do I need?',
  group: 'fish',
  words: 'temperature cold winter watts power cost insulate',
  concerns: 'both',
  inputs: [
    asked('volume', 'Water', 'volume', 0.5, [0.001, 50], 0.01),
    asked('walls', 'Walls and floor under water', 'area', 3, [0.01, 500], 0.1),
    asked('surface', 'Water surface', 'area', 0.8, [0.001, 200], 0.1),
    choiceInput('lid', 'Covered', [
      { id: 'yes', name: 'with a lid' },
      { id: 'no', name: 'open' },
    ]),
    choiceInput('walled', 'Walls', [
      { id: 'bare', name: 'bare plastic' },
      { id: 'foam', name: 'foam boards' },
    ]),
    asked('water', 'Water temperature wanted', 'temperature', 24, [1, 36], 1),
    asked('air', 'Air', 'temperature', 18, [-30, 40], 1),
    asked('humidity', 'Humidity', 'share', 0.6, [0.05, 1], 0.05),
    asked('power', 'Heater', 'power', 200, [1, 8000], 25),
    asked('price', 'Price of a kWh', 'ratio', 0.3, [0, 5], 0.05),
  ],
  fill: (c, water) =>
    known({
      volume: water,
      air: c.system.site.airTemperature,
      humidity: c.system.site.humidity,
      power: c.system.devices.find((d) => d.kind === 'heater')?.power,
    }),
  work: (v) => {
    const vessel = {
      walls: n(v, 'walls'),
      surface: n(v, 'surface'),
      lid: v.lid === 'yes',
      insulated: v.walled === 'foam',
    };
    const loss = heatLoss(vessel, n(v, 'water'), n(v, 'air'), n(v, 'humidity'), 0.1);
    const between = heatLoss(
      vessel,
      (n(v, 'water') + n(v, 'air')) / 2,
      n(v, 'air'),
      n(v, 'humidity'),
      0.1,
    );
    const warms = warmUpTime(
      1000 * n(v, 'volume'),
      n(v, 'air'),
      n(v, 'water'),
      n(v, 'power'),
      between,
    );
    const need = Math.max(0, loss);
    return {
      picture: {
        what: 'scale',
        label: 'Power of your heater',
        kind: 'power',
        from: 0,
        to: Math.max(need, n(v, 'power')) * HEADROOM,
        value: n(v, 'power'),
        zones: [
          { to: need, level: 'stop' },
          { to: Infinity, level: 'fine' },
        ],
      },
      results: [
        { key: 'power', label: 'Power needed', value: need, kind: 'power', main: true },
        { key: 'energy', label: 'Energy a day', value: need * 86400, kind: 'energy' },
        {
          key: 'cost',
          label: 'Cost a day, in your money',
          value: (need * 24 * n(v, 'price')) / 1000,
          kind: 'ratio',
        },
        {
          key: 'warm_up',
          label: 'Time to warm up from air temperature',
          value: warms,
          kind: 'time',
        },
      ],
      steps: [
        n(v, 'power') >= need
          ? say`${power(need)} keep the water at ${temperature(n(v, 'water'))}. The ${power(n(v, 'power'))} heater is enough.`
          : say`${power(need)} would keep the water at ${temperature(n(v, 'water'))}. The ${power(n(v, 'power'))} heater is too weak.`,
        Number.isFinite(warms)
          ? say`It warms up in ${time(warms)}.`
          : say`It never reaches this temperature.`,
        say`A lid prevents most of the evaporation, and foam most of the loss through the walls. Two small heaters are safer than one large one.`,
      ],
      explained: {
        title: 'Heat that leaves',
        formula: String.raw`P = U A (t - t_\mathrm{air}) + 0.68\,\tfrac{Wh}{g}\, \dot m`,
        given: [
          given(
            'U',
            'W/m²K',
            vessel.insulated ? 1 : 5.5,
            'plain',
            'bare plastic 5–6, 30 mm of foam 1',
          ),
          given('A', 'walls, floor and surface', vessel.walls + vessel.surface, 'area', 'entered'),
          given('t', 'water', n(v, 'water'), 'temperature', 'entered'),
          given(String.raw`t_\mathrm{air}`, 'air', n(v, 'air'), 'temperature', 'entered'),
        ],
      },
    };
  },
  caution:
    'Use a heater with a guard, behind a residual-current device, and never run it dry. Unplug it before the water level falls.',
  source: 'Heat through walls and lid, and evaporation at 0.68 Wh/g.',
});
