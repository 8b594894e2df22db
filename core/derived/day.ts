import type { BedDay, PumpDay } from '../day/metrics.ts';
import { DAY } from '../network/types.ts';
import { given, ORIGIN } from '../quantity/derivation.ts';
import { derived, type Figures } from './quantity.ts';

/** Quantities that only the simulated day can say. */

const SOURCE =
  'Counted in the simulated day, from rest at 00:00; times are means over complete cycles.';

const bedDay = (c: Figures, part: string): BedDay | undefined =>
  c.day?.metrics.beds.find((b) => b.id === part);
const pumpDay = (c: Figures, part: string): PumpDay | undefined =>
  c.day?.metrics.pumps.find((p) => p.id === part);

export const floodsADay = derived({
  id: 'cycles',
  title: 'Floods a day',
  kind: 'count',
  of: bedDay,
  value: (b) => b.cyclesPerDay,
  formula: String.raw`n = \text{floods in 24 h} \approx \frac{24\,\mathrm{h}}{t_\mathrm{fill} + t_\mathrm{drain}}`,
  given: (b) => [
    given(
      String.raw`t_\mathrm{fill}`,
      'from its lowest level to the flood',
      b.fill ?? 0,
      'time',
      ORIGIN.day,
    ),
    given(
      String.raw`t_\mathrm{drain}`,
      'from there until it stops',
      b.drain ?? 0,
      'time',
      ORIGIN.day,
    ),
    given('T', 'from low to low', b.period ?? 0, 'time', ORIGIN.day),
  ],
  source: SOURCE,
});

export const floodedShare = derived({
  id: 'flooded',
  title: 'Flooded share of the day',
  kind: 'share',
  of: bedDay,
  value: (b) => b.floodedShare,
  formula: String.raw`\text{share} = \frac{t}{24\,\mathrm{h}}`,
  given: (b) => [
    given('t', 'above half the flood depth', b.floodedShare * DAY, 'time', ORIGIN.day),
    given('h', 'highest level', b.highest, 'length', ORIGIN.day),
  ],
  source: SOURCE,
});

export const airDrawn = derived({
  id: 'air',
  title: 'Air drawn in per day',
  kind: 'volume',
  of: bedDay,
  value: (b) => b.airDrawn,
  formula: String.raw`V_\mathrm{air} = n \cdot V_\mathrm{swing}`,
  given: (b) => [
    given('n', 'floods', b.cyclesPerDay, 'count', ORIGIN.day),
    given(
      String.raw`V_\mathrm{swing}`,
      'water that falls after a flood, from the highest level to the next low',
      b.cyclesPerDay > 0 ? b.airDrawn / b.cyclesPerDay : 0,
      'volume',
      ORIGIN.day,
    ),
  ],
  source: `What drains out is replaced by air. ${SOURCE}`,
});

export const energyADay = derived({
  id: 'energy',
  title: 'Energy a day',
  kind: 'energy',
  of: pumpDay,
  value: (p) => p.energy,
  formula: String.raw`E = P \cdot t_\mathrm{on}`,
  given: (p) => [
    given('P', 'power', p.energy / Math.max(1, p.running + p.dry), 'power', 'the box'),
    given(String.raw`t_\mathrm{on}`, 'switched on', p.running + p.dry, 'time', ORIGIN.day),
    given(String.raw`t_\mathrm{dry}`, 'of which dry', p.dry, 'time', ORIGIN.day),
  ],
  source: SOURCE,
});
