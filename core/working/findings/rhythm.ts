import { fishIn } from '../../system/index.ts';
import { given, TYPED } from '../subject.ts';
import { BALANCE, DAY, type Explanations } from './types.ts';

/** Workings of the findings on rhythm, air, spills and weight. */
export const rhythm: Explanations = {
  'on-time': ({ a, f }) => {
    const d = a.duties.find((x) => x.id === f.about);
    const b = a.beds.find((x) => x.id === d?.to);
    return d && b
      ? {
          title: 'On-time against the fill',
          formula: String.raw`t_\mathrm{on} \ge 1.1\, t_\mathrm{fill}`,
          given: [
            given(String.raw`t_\mathrm{on}`, 'shortest on-time', d.shortestOn, 'time', 'timer'),
            given(String.raw`t_\mathrm{fill}`, 'to fill the bed', b.fill, 'time', BALANCE),
          ],
        }
      : null;
  },
  'off-time': ({ a, f }) => {
    const d = a.duties.find((x) => x.id === f.about);
    const b = a.beds.find((x) => x.id === d?.to);
    return d && b
      ? {
          title: 'Pause against the drain',
          formula: String.raw`t_\mathrm{off} \ge t_\mathrm{drain} + 15\,\mathrm{min}`,
          given: [
            given(String.raw`t_\mathrm{off}`, 'shortest pause', d.shortestOff, 'time', 'timer'),
            given(String.raw`t_\mathrm{drain}`, 'to drain the bed', b.drain, 'time', BALANCE),
          ],
        }
      : null;
  },
  'root-air': ({ day, f }) => {
    const b = day?.metrics.beds.find((x) => x.id === f.about);
    return b
      ? {
          title: 'Air for the roots',
          formula: String.raw`t_\mathrm{wet} \le 1\,\mathrm{h} \quad\text{or}\quad \frac{t_\mathrm{flooded}}{24\,\mathrm{h}} \le 50\,\%`,
          given: [
            given('n', 'floods', b.cyclesPerDay, 'count', DAY),
            given(
              String.raw`t_\mathrm{wet}`,
              'longest without draining',
              b.longestWet,
              'time',
              DAY,
            ),
            given(
              String.raw`t_\mathrm{flooded}`,
              'above half the flood depth',
              b.floodedShare * 86400,
              'time',
              DAY,
            ),
            given('V', 'air drawn in', b.airDrawn, 'volume', DAY),
          ],
        }
      : null;
  },
  'dry-run': ({ day, f }) => {
    const p = day?.metrics.pumps.find((x) => x.id === f.about);
    return p
      ? {
          title: 'Time that the pump runs dry',
          formula: String.raw`t_\mathrm{dry} = \text{switched on with its intake uncovered}`,
          given: [
            given(String.raw`t_\mathrm{dry}`, 'dry', p.dry, 'time', DAY),
            given(String.raw`t_\mathrm{on}`, 'delivering', p.running, 'time', DAY),
          ],
        }
      : null;
  },
  spill: ({ day }) =>
    day && {
      title: 'Water on the floor',
      formula: String.raw`\begin{aligned} V &= \int Q_\mathrm{rim}\, dt \\ Q_\mathrm{rim} &= \tfrac{2}{3} C \sqrt{2g}\, L\, h^{1.5} \end{aligned}`,
      given: [
        given('V', 'in the day', day.spilled, 'volume', DAY),
        given(
          'n',
          'times that water rose over a rim',
          day.events.filter((e) => e.kind === 'rim-over').length,
          'count',
          DAY,
        ),
      ],
    },
  'floor-load': ({ s, a, f }) => {
    const w = a.weights.find((x) => x.vessel === f.about);
    return w
      ? {
          title: 'Weight on its footprint',
          formula: String.raw`\begin{aligned} &\tfrac{m}{A}, \quad m = m_\mathrm{water} + m_\mathrm{vessel} \\ &\quad + m_\mathrm{media} + m_\mathrm{plants} + m_f \end{aligned}`,
          given: [
            given('m', 'all of it at the fullest', w.mass, 'mass', 'water 1 kg a litre'),
            given('A', 'footprint', w.mass / w.load, 'area', TYPED),
            given('m_f', 'of which fish', fishIn(s, f.about).mass, 'mass', TYPED),
          ],
        }
      : null;
  },
};
