import {
  lifeOf,
  oxygenUse,
  peakUse,
  saturation,
  stoneExchange,
  timeWithoutPower,
  withoutPowerOf,
  type WithoutPower,
} from '../life/index.ts';
import { concentration, given, say, time } from '../quantity/index.ts';
import {
  HEADROOM,
  asked,
  defineCalculator,
  known,
  n,
  type CalculatorValues,
} from './calculator.ts';

/** The scale of time goes no farther: two days without power. */
const LONGEST_SHOWN = 2 * 86400;
/** Depth of a stone on a battery where none is in the design. */
const STONE_DEPTH = 0.4;

const ofValues = (v: CalculatorValues): WithoutPower => {
  const t = n(v, 'temperature');
  return {
    volume: n(v, 'volume'),
    area: n(v, 'surface'),
    use: oxygenUse(n(v, 'fish'), n(v, 'feed') * 1000, t),
    backup: stoneExchange(n(v, 'air'), n(v, 'depth'), t),
    from: n(v, 'start'),
    saturated: saturation(t, n(v, 'altitude')),
  };
};

export const oxygenLeftCalculator = defineCalculator({
  id: 'oxygen',
  title: 'Oxygen, and time without power',
  question: 'How long do my fish live without power?',
  group: 'fish',
  words: 'air outage battery cut gasping DO',
  concerns: 'fish',
  inputs: [
    asked('temperature', 'Water', 'temperature', 22, [1, 40], 1),
    asked('altitude', 'Height above the sea', 'run', 0, [-400, 5000], 10),
    asked('volume', 'Water of the fish', 'volume', 0.5, [0.001, 50], 0.01),
    asked('surface', 'Its surface', 'area', 0.8, [0.001, 100], 0.05),
    asked('fish', 'Mass of the fish', 'mass', 3, [0.0001, 5000], 0.1),
    asked('feed', 'Feed a day', 'feed', 0.045, [0, 100], 0.005),
    asked('start', 'Oxygen when the power fails', 'concentration', 7, [0, 20], 0.5),
    asked('stress', 'Under stress at', 'concentration', 3, [0.5, 8], 0.5),
    asked('lethal', 'Deadly at', 'concentration', 1.5, [0.2, 5], 0.5),
    asked('air', 'Air from a battery pump', 'flow', 0, [0, 0.01], 1e-5),
    asked('depth', 'Depth of its air stone', 'length', STONE_DEPTH, [0.02, 3], 0.05),
  ],
  // The group that is short of oxygen first, as the finding has it.
  fill: (c) => {
    const life = lifeOf(c);
    const t = c.system.site.waterTemperature;
    const cut = life.oxygen?.cuts.reduce<{ fish: string; toStress: number } | null>(
      (x, y) => (!x || y.toStress < x.toStress ? y : x),
      null,
    );
    const group = life.groups.find((g) => g.id === cut?.fish) ?? life.groups[0];
    const saturated = saturation(t, c.system.site.altitude);
    const from = life.oxygen?.lowest ?? null;
    const w = group && withoutPowerOf(c, life.groups, group, from ?? saturated, saturated, t);
    const together = life.groups.filter((g) => g.vessel === group?.vessel);
    const stones = c.system.devices.filter(
      (d) => d.kind === 'air-pump' && d.backup && d.vessel === group?.vessel,
    );
    const depth = stones.flatMap((d) => (d.kind === 'air-pump' ? [d.depth] : []));
    return known({
      temperature: t,
      altitude: c.system.site.altitude,
      volume: w?.volume,
      surface: w?.area,
      fish: w ? together.reduce((sum, g) => sum + g.mass, 0) : null,
      feed: w ? together.reduce((sum, g) => sum + g.feed, 0) / 1000 : null,
      start: from,
      stress: group?.kind.oxygen.stress,
      lethal: group?.kind.oxygen.lethal,
      air: stones.length
        ? stones.reduce((sum, d) => sum + (d.kind === 'air-pump' ? d.flow : 0), 0)
        : 0,
      depth: depth.length ? depth.reduce((sum, d) => sum + d, 0) / depth.length : STONE_DEPTH,
    });
  },
  work: (v) => {
    const w = ofValues(v);
    const stress = timeWithoutPower(w, n(v, 'stress'));
    const lethal = timeWithoutPower(w, n(v, 'lethal'));
    // Water that is deadly at once has a scale of an hour.
    const end = HEADROOM * (Number.isFinite(lethal) ? lethal : stress);
    const most = Math.min(LONGEST_SHOWN, Math.max(3600, end));
    return {
      picture: {
        what: 'scale',
        label: 'Time without power until stress',
        kind: 'time',
        from: 0,
        to: most,
        value: Math.min(most, stress),
        zones: [
          { to: Math.min(stress, lethal), level: 'fine' },
          { to: lethal, level: 'watch' },
          { to: Infinity, level: 'stop' },
        ],
      },
      results: [
        { key: 'stress', label: 'Under stress after', value: stress, kind: 'time', main: true },
        {
          key: 'lethal',
          label: 'Dead after',
          value: lethal,
          kind: 'time',
        },
        { key: 'saturation', label: 'Water can hold', value: w.saturated, kind: 'concentration' },
        { key: 'use', label: 'Fish and solids use, g/h', value: peakUse(w.use), kind: 'ratio' },
      ],
      steps: [
        Number.isFinite(stress)
          ? say`Without pump and air the fish are under stress after ${time(stress)}.`
          : say`The surface alone gives them enough.`,
        say`Water at this temperature and altitude holds at most ${concentration(w.saturated)}. More than that leaves by itself.`,
        say`In a power cut do not feed. Lift water with a jug and pour it back, or run an air stone from a battery.`,
      ],
      explained: {
        title: 'Oxygen after a power cut',
        formula: String.raw`C(t) = C_{eq} + (C_0 - C_{eq})\, e^{-kt}, \quad C_{eq} = C_s - \tfrac{D}{k_L A}`,
        given: [
          given('C_s', 'at saturation', w.saturated, 'concentration', 'Benson & Krause (1984)'),
          given('C_0', 'when the power fails', w.from, 'concentration', 'entered'),
          given(
            'D',
            'use, g/h',
            peakUse(w.use),
            'plain',
            'from their feed, at least the use at rest, just fed, with the solids',
          ),
          given('A', 'surface', w.area, 'area', 'entered'),
          given('V', 'water', w.volume, 'volume', 'entered'),
        ],
      },
    };
  },
  caution:
    'Fish that gulp air live longer. Do not rely on it. If you test this, watch the fish and stay beside the plug.',
  source: 'Benson & Krause (1984); still surface by common practice.',
});
