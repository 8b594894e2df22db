import type { DayMetrics } from '../day/metrics.ts';
import { given, ORIGIN, type Derivation } from '../quantity/derivation.ts';
import type { Subject } from './subject.ts';

const DAY_SOURCE =
  'Counted in the simulated day, from rest at 00:00; times are means over complete cycles.';

/** Derivations of what only the day in time can say; nothing without a day. */
export function dayDerivation(
  what: string,
  { id }: Subject,
  metrics: DayMetrics | null,
): Derivation | null {
  const bed = metrics?.beds.find((b) => b.id === id);
  const pump = metrics?.pumps.find((p) => p.id === id);
  switch (what) {
    case 'cycles':
      return bed
        ? {
            title: 'Floods a day',
            value: bed.cyclesPerDay,
            kind: 'count',
            formula: String.raw`n = \text{floods in 24 h} \approx \frac{24\,\mathrm{h}}{t_\mathrm{fill} + t_\mathrm{drain}}`,
            given: [
              given(
                't_\\mathrm{fill}',
                'from its lowest level to the flood',
                bed.fill ?? 0,
                'time',
                ORIGIN.day,
              ),
              given(
                't_\\mathrm{drain}',
                'from there to break or residue',
                bed.drain ?? 0,
                'time',
                ORIGIN.day,
              ),
              given('T', 'from low to low', bed.period ?? 0, 'time', ORIGIN.day),
            ],
            source: DAY_SOURCE,
          }
        : null;
    case 'flooded':
      return bed
        ? {
            title: 'Stands flooded',
            value: bed.floodedShare,
            kind: 'share',
            formula: String.raw`\text{share} = \frac{t}{24\,\mathrm{h}}`,
            given: [
              given(
                't',
                'above half the flood depth',
                bed.floodedShare * 86400,
                'time',
                ORIGIN.day,
              ),
              given('h', 'highest level', bed.highest, 'length', ORIGIN.day),
            ],
            source: DAY_SOURCE,
          }
        : null;
    case 'air':
      return bed
        ? {
            title: 'Air drawn in a day',
            value: bed.airDrawn,
            kind: 'volume',
            formula: String.raw`V_\mathrm{air} = n \cdot V_\mathrm{swing}`,
            given: [
              given('n', 'floods', bed.cyclesPerDay, 'count', ORIGIN.day),
              given(
                'V_\\mathrm{swing}',
                'water that falls after a flood, from the highest level to the next low',
                bed.cyclesPerDay > 0 ? bed.airDrawn / bed.cyclesPerDay : 0,
                'volume',
                ORIGIN.day,
              ),
            ],
            source: `What drains out is replaced by air. ${DAY_SOURCE}`,
          }
        : null;
    case 'energy':
      return pump
        ? {
            title: 'Energy a day',
            value: pump.energy,
            kind: 'energy',
            formula: String.raw`E = P \cdot t_\mathrm{on}`,
            given: [
              given(
                'P',
                'power',
                pump.energy / Math.max(1, pump.running + pump.dry),
                'power',
                'the box',
              ),
              given('t_\\mathrm{on}', 'switched on', pump.running + pump.dry, 'time', ORIGIN.day),
              given('t_\\mathrm{dry}', 'of which dry', pump.dry, 'time', ORIGIN.day),
            ],
            source: DAY_SOURCE,
          }
        : null;
    default:
      return null;
  }
}
