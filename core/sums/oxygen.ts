import { hoursUntil, restingUse, saturation, surfaceExchange, FED_PEAK } from '../life/index.ts';
import { concentration, given, say, time } from '../quantity/index.ts';
import { fishIn, fishKindOf } from '../system/index.ts';
import { areaAt } from '../water/vessel.ts';
import { asked, defineSum, known, n } from './sum.ts';

const SOLIDS_IN_TANK = 0.6;

export const oxygenLeft = defineSum({
  id: 'oxygen',
  title: 'Oxygen, and minutes without power',
  concerns: 'fish',
  inputs: [
    asked('temperature', 'Water', 'temperature', 22, [1, 40], 1),
    asked('altitude', 'Above the sea', 'run', 0, [-400, 5000], 10),
    asked('volume', 'Water of the fish', 'volume', 0.5, [0.001, 50], 0.01),
    asked('surface', 'Its surface', 'area', 0.8, [0.001, 100], 0.05),
    asked('fish', 'Mass of the fish', 'mass', 3, [0.0001, 5000], 0.1),
    asked('start', 'Oxygen when the power fails', 'concentration', 7, [0, 20], 0.5),
    asked('stress', 'They are short of air at', 'concentration', 3, [0.5, 8], 0.5),
    asked('lethal', 'and die at', 'concentration', 1.5, [0.2, 5], 0.5),
  ],
  fill: (c) => {
    const home = c.system.fish[0];
    const i = c.system.vessels.findIndex((v) => v.id === home?.vessel);
    const rest = c.a.balance.rest[i];
    const kind = fishKindOf(c.system, home?.kind ?? null);
    return known({
      temperature: c.system.site.waterTemperature,
      altitude: c.system.site.altitude,
      volume: rest?.volume,
      surface: rest && areaAt(c.a.net.vessels[i]!.storage, rest.level),
      fish: home ? fishIn(c.system, home.vessel).mass : null,
      stress: kind?.oxygen.stress,
      lethal: kind?.oxygen.lethal,
    });
  },
  work: (v) => {
    const saturated = saturation(n(v, 'temperature'), n(v, 'altitude'));
    const use = restingUse(n(v, 'fish'), n(v, 'temperature')) * (FED_PEAK + SOLIDS_IN_TANK);
    const exchange = surfaceExchange(n(v, 'surface'), false);
    const until = (level: number) =>
      3600 *
      hoursUntil(
        level,
        Math.min(n(v, 'start'), saturated),
        n(v, 'volume'),
        exchange,
        use,
        saturated,
      );
    const stress = until(n(v, 'stress'));
    return {
      results: [
        { key: 'stress', label: 'Short of air after', value: stress, kind: 'time', main: true },
        { key: 'lethal', label: 'Dead after', value: until(n(v, 'lethal')), kind: 'time' },
        { key: 'saturation', label: 'Water can hold', value: saturated, kind: 'concentration' },
        { key: 'use', label: 'Fish and solids use, g/h', value: use, kind: 'ratio' },
      ],
      steps: [
        Number.isFinite(stress)
          ? say`Without pump and air the fish are short of air after ${time(stress)}.`
          : say`The surface alone gives them enough.`,
        say`Water at this temperature and altitude holds ${concentration(saturated)} at most; what is above it leaves by itself.`,
        say`In a cut: do not feed, pour water from a jug in and out of the tank, or run a stone from a battery.`,
      ],
      explained: {
        title: 'Oxygen after a power cut',
        formula: String.raw`C(t) = C_{eq} + (C_0 - C_{eq})\, e^{-kt}, \quad C_{eq} = C_s - \tfrac{D}{k_L A}`,
        given: [
          given('C_s', 'at saturation', saturated, 'concentration', 'Benson & Krause (1984)'),
          given('C_0', 'when the power fails', n(v, 'start'), 'concentration', 'entered'),
          given(
            'D',
            'use, g/h',
            use,
            'plain',
            '150 mg/kg·h at rest and 20 °C, doubled by 10 °C; fed and with solids twice that',
          ),
          given('A', 'surface', n(v, 'surface'), 'area', 'entered'),
          given('V', 'water', n(v, 'volume'), 'volume', 'entered'),
        ],
      },
    };
  },
  caution:
    'Gulping fish last longer; that is no plan. Try it only with a watch in hand and the plug beside you.',
  source: 'Benson & Krause (1984); still surface 0.3 m a day.',
});
