import { turnoverExplained } from '../lift.ts';
import { given, TYPED } from '../subject.ts';
import { BALANCE, DUTY, type Explanations } from './types.ts';

/** Workings of the findings on pumps, lines and ways out. */
export const lift: Explanations = {
  'static-head': ({ a, f }) => {
    const d = a.duties.find((x) => x.id === f.about);
    return d
      ? {
          title: 'Lift against what the pump reaches',
          formula: String.raw`H_\mathrm{static} = z_\mathrm{end} - z_\mathrm{water} \le 0.75\,H_0`,
          given: [
            given(String.raw`H_\mathrm{static}`, 'lift', d.staticHead, 'head', BALANCE),
            given('H_0', 'greatest head', d.maxHead, 'head', 'the box'),
            ...(d.peakHead === null
              ? []
              : [given(String.raw`H_\mathrm{peak}`, 'to its peak', d.peakHead, 'head', TYPED)]),
          ],
        }
      : null;
  },
  'duty-range': ({ a, f }) => {
    const d = a.duties.find((x) => x.id === f.about);
    return d
      ? {
          title: 'Where on its curve the pump works',
          formula: String.raw`\frac{Q}{Q_0}`,
          given: [
            given('Q', 'flow', d.flow, 'flow', DUTY),
            given('Q_0', 'greatest flow, wear taken off', d.maxFlow, 'flow', 'the box'),
          ],
        }
      : null;
  },
  'hose-bore': ({ a, f }) => {
    const d = a.duties.find((x) => x.id === f.about);
    if (!d) return null;
    return f.kind === 'velocity'
      ? {
          title: 'Velocity in the line',
          formula: String.raw`v = \frac{Q}{\pi D^2 / 4}`,
          given: [
            given('Q', 'flow', d.flow, 'flow', DUTY),
            given('D', 'bore', d.bore, 'bore', TYPED),
          ],
        }
      : {
          title: 'Head lost in the line',
          formula: String.raw`h = \left(\frac{f\,L}{D} + \Sigma K\right) \frac{v^2}{2g} \le \frac{H_\mathrm{static}}{2}`,
          given: [
            given('L', 'length', d.length, 'run', TYPED),
            given('D', 'bore', d.bore, 'bore', TYPED),
            given(
              String.raw`\Sigma K`,
              'entrance, exit, fittings',
              d.sumK - d.tapK,
              'plain',
              TYPED,
            ),
            given('v', 'velocity', d.velocity, 'velocity', DUTY),
            given(String.raw`H_\mathrm{static}`, 'lift', d.staticHead, 'head', BALANCE),
          ],
          note: 'Friction factor f by Churchill (1977). At most 1 m, and under 0.1 m never worth a new hose.',
        };
  },
  turnover: ({ s, a, day, f }) => turnoverExplained(s, a, f.about, day?.metrics ?? null),
  'second-way-out': ({ a, f }) => {
    const b = a.beds.find((x) => x.id === f.about);
    return b
      ? {
          title: 'What gets out with the main drain shut',
          formula: String.raw`Q_\mathrm{other}(H - 10\,\mathrm{mm}) \ge 2\,Q_\mathrm{in}`,
          given: [
            given(
              String.raw`Q_\mathrm{other}`,
              'other drains, and a rim that leans to the tank',
              b.otherWays,
              'flow',
              'ring weir, orifice, full pipe',
            ),
            given(String.raw`Q_\mathrm{in}`, 'inflow', b.inflow, 'flow', DUTY),
          ],
        }
      : null;
  },
  'overflow-capacity': ({ s, a, f }) => {
    const p = s.paths.find((x) => x.id === f.about);
    const b = a.beds.find((x) => x.id === p?.from);
    if (!b || !p) return null;
    return f.kind === 'bore'
      ? {
          title: 'Bore that vents itself',
          formula: String.raw`d = \left(\frac{4\,Q}{0.3\,\pi \sqrt{g}}\right)^{0.4}`,
          given: [
            given('Q', 'inflow', b.inflow, 'flow', DUTY),
            given('d', 'bore that is there', f.measured, 'bore', TYPED),
          ],
        }
      : {
          title: 'What the overflow carries',
          formula: String.raw`\begin{aligned} Q = \min\Big(&\tfrac{2}{3} C \sqrt{2g}\, \pi D_c h^{1.5},\\ &C \tfrac{\pi d^2}{4} \sqrt{2 g h},\; Q_\mathrm{full}\Big) \end{aligned}`,
          given: [
            given('Q', '10 mm under the rim', b.allWays, 'flow', 'all ways out'),
            given(String.raw`Q_\mathrm{in}`, 'inflow', b.inflow, 'flow', DUTY),
          ],
          note: 'C = 0.6.',
        };
  },
};
