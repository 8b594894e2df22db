import type { DaySummary, Finding } from '../findings/types.ts';
import type { Assessment } from '../network/assess.ts';
import { notchArea, boreOf } from '../network/compile.ts';
import { fishIn, type BellSiphon, type SystemDocument } from '../system/index.ts';
import { boreArea } from '../water/constants.ts';
import { volumeAt } from '../water/vessel.ts';
import { given, TYPED, WATER_TABLE } from './subject.ts';
import type { Given, Working } from './types.ts';

/** How the number of a finding came about, finding by finding; the limit stands beside it. */

interface Case {
  readonly s: SystemDocument;
  readonly a: Assessment;
  readonly day: DaySummary | null;
  readonly f: Finding;
}
type Explained = { title: string; formula: string; given: Given[]; note?: string };

const DAY = 'the simulated day';
const BALANCE = 'water balance';
const DUTY = 'duty point';
const RULE = 'practice';

/** Passages of a bell siphon, by the part that its finding is about. */
function passage(p: BellSiphon, d: number, part: string): Explained {
  const area = boreArea(d);
  const bore = given('d', 'bore of the standpipe', d, 'bore', TYPED);
  switch (part) {
    case 'ring':
      return {
        title: 'Bell around the mouth',
        formula: String.raw`D_b \ge \sqrt{d^2 + D_m^2}`,
        given: [bore, given('D_m', 'mouth, outside', p.mouthOutside, 'bore', TYPED)],
      };
    case 'notches':
      return {
        title: 'Notches against the bore',
        formula: String.raw`\frac{n \cdot b \cdot h}{\pi d^2 / 4}`,
        given: [
          given('n', 'notches', p.notches.count, 'count', TYPED),
          given('b', 'width of one', p.notches.width, 'length', TYPED),
          given('h', 'their height: the break', p.breakHeight, 'length', TYPED),
          bore,
          given('A_n', 'all notches', notchArea(p), 'area', 'product'),
        ],
      };
    case 'break':
      return {
        title: 'Break height',
        formula: String.raw`10\,\mathrm{mm} \le b \le 40\,\mathrm{mm}`,
        given: [given('b', 'top edge of the notches', p.breakHeight, 'length', TYPED)],
      };
    case 'drop':
      return {
        title: 'Drop of the pipe',
        formula: String.raw`z_\mathrm{floor} - z_\mathrm{outlet}`,
        given: [given('z', 'floor to the open end', p.drop, 'length', TYPED)],
      };
    case 'guard':
      return {
        title: 'Guard around the bell',
        formula: String.raw`\frac{D_g - D_b}{2} - 5\,\mathrm{mm}`,
        given: [
          given('D_g', 'guard', p.guard?.diameter ?? 0, 'length', TYPED),
          given('D_b', 'bore of the bell', p.bellBore, 'bore', TYPED),
        ],
        note: '5 mm stand for the bell’s wall.',
      };
    case 'slots':
      return {
        title: 'Slots of the guard against the bore',
        formula: String.raw`\frac{A_s}{\pi d^2 / 4}`,
        given: [
          given('A_s', 'open area of the slots', p.guard?.slotArea ?? 0, 'area', TYPED),
          given('A', 'area of the bore', area, 'area', String.raw`from its diameter`),
        ],
      };
    default:
      return {
        title: 'Gap over the mouth',
        formula: String.raw`\pi D_c\, g \ge \frac{\pi D_c^2}{4} \;\Rightarrow\; g \ge \frac{D_c}{4}`,
        given: [
          given('g', 'gap', p.gap, 'length', TYPED),
          given('D_c', 'mouth', p.mouth, 'bore', TYPED),
        ],
      };
  }
}

const EXPLAIN: Readonly<Record<string, (c: Case) => Explained | null>> = {
  reserve: ({ a, f }) => {
    const r = a.accounts.reserves.find((x) => x.vessel === f.about);
    return (
      (r && {
        title: 'Reserve over the pump',
        formula: String.raw`V_\mathrm{reserve} = V_\mathrm{rest} - V_\mathrm{swing} - V(h_\mathrm{intake} + 25\,\mathrm{mm})`,
        given: [
          given(String.raw`V_\mathrm{rest}`, 'at rest', r.rest, 'volume', TYPED),
          given(String.raw`V_\mathrm{swing}`, 'in beds and lines', r.swing, 'volume', BALANCE),
          given(
            'V(h)',
            'under the intake and 25 mm',
            r.rest - r.swing - r.volume,
            'volume',
            WATER_TABLE,
          ),
        ],
      }) ??
      null
    );
  },
  'backflow-room': ({ s, a, f }) => {
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const v = s.vessels[i];
    if (!v) return null;
    const { rest, afterPowerCut } = a.accounts;
    return {
      title: 'Room after a power cut',
      formula: String.raw`H - \max(h_\mathrm{rest}, h_\mathrm{cut})`,
      given: [
        given('H', 'height to the rim', v.shape.height, 'length', TYPED),
        given(String.raw`h_\mathrm{rest}`, 'at rest', rest[i]!.level, 'length', BALANCE),
        given(
          String.raw`h_\mathrm{cut}`,
          'once all that can has run back',
          afterPowerCut[i]!.level,
          'length',
          BALANCE,
        ),
      ],
    };
  },
  'dry-layer': ({ s, a, f }) => {
    const b = a.beds.find((x) => x.id === f.about);
    const media = s.vessels.find((v) => v.id === f.about)?.media;
    return b && media
      ? {
          title: 'Dry layer',
          formula: String.raw`h_\mathrm{media} - h_\mathrm{flood}`,
          given: [
            given(String.raw`h_\mathrm{media}`, 'top of the media', media.top, 'length', TYPED),
            given(
              String.raw`h_\mathrm{flood}`,
              'highest level, the head over the crest in it',
              b.highest,
              'length',
              'ring weir, orifice, full pipe',
            ),
          ],
        }
      : null;
  },
  'tank-swing': ({ s, a, f }) => {
    const r = a.accounts.reserves.find((x) => x.vessel === f.about);
    const i = s.vessels.findIndex((v) => v.id === f.about);
    if (!r) return null;
    return f.kind === 'length'
      ? {
          title: 'Water left for the fish',
          formula: String.raw`h(V_\mathrm{rest} - V_\mathrm{swing})`,
          given: [
            given(String.raw`V_\mathrm{rest}`, 'at rest', r.rest, 'volume', TYPED),
            given(String.raw`V_\mathrm{swing}`, 'in beds and lines', r.swing, 'volume', BALANCE),
            given('h', 'level then', a.accounts.deepest[i]!.level, 'length', WATER_TABLE),
          ],
        }
      : {
          title: 'Swing of the tank',
          formula: String.raw`\frac{V_\mathrm{swing}}{V_\mathrm{rest}}`,
          given: [
            given(String.raw`V_\mathrm{swing}`, 'in beds and lines', r.swing, 'volume', BALANCE),
            given(String.raw`V_\mathrm{rest}`, 'at rest', r.rest, 'volume', TYPED),
          ],
        };
  },
  'bed-to-tank': ({ s, a, f }) => {
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const fed = a.beds.filter((b) => a.duties.some((d) => d.to === b.id && d.from === f.about));
    const voids = fed.reduce((sum, b) => {
      const v = a.net.vessels.find((x) => x.id === b.id)!;
      return sum + volumeAt(v.room, Math.min(v.height, b.highest));
    }, 0);
    return {
      title: 'Bed to tank',
      formula: String.raw`\frac{V_\mathrm{bed}}{V}`,
      given: [
        given(
          String.raw`V_\mathrm{bed}`,
          'beds to the rim, stones not taken off',
          fed.reduce((sum, b) => sum + b.gross, 0),
          'volume',
          WATER_TABLE,
        ),
        given('V', 'water at rest', a.accounts.rest[i]!.volume, 'volume', TYPED),
        given(
          String.raw`V_\varphi`,
          'what another school compares: water in the flooded stones',
          voids,
          'volume',
          WATER_TABLE,
        ),
      ],
    };
  },
  'loose-delivery': ({ a, f }) => {
    const l = a.loose.find((x) => x.pump === f.about);
    return l
      ? {
          title: 'Left for the fish if the delivery comes off',
          formula: String.raw`\frac{V_\mathrm{left}}{V_\mathrm{left} + V_\mathrm{lost}}`,
          given: [
            given(String.raw`V_\mathrm{left}`, 'under the intake', l.left, 'volume', WATER_TABLE),
            given(String.raw`V_\mathrm{lost}`, 'on the floor', l.lost, 'volume', BALANCE),
            given('t', 'until it draws air', l.time, 'time', 'the pump’s flow as the tank falls'),
          ],
        }
      : null;
  },
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
            given(String.raw`\Sigma K`, 'entrance, exit, fittings, tap', d.sumK, 'plain', TYPED),
            given('v', 'velocity', d.velocity, 'velocity', DUTY),
            given(String.raw`H_\mathrm{static}`, 'lift', d.staticHead, 'head', BALANCE),
          ],
          note: 'Friction factor f by Churchill (1977). At most 1 m, and under 0.1 m never worth a new hose.',
        };
  },
  turnover: ({ s, a, day, f }) => {
    const lines = a.duties.filter((d) => d.from === f.about);
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const pumps = day?.metrics.pumps.filter((p) => lines.some((l) => l.id === p.id)) ?? [];
    const volume = given('V', 'tank at rest', a.accounts.rest[i]!.volume, 'volume', TYPED);
    return pumps.length
      ? {
          title: 'Turnover, over the day',
          formula: String.raw`n = \frac{V_\mathrm{day}}{24\,\mathrm{h} \cdot V}`,
          given: [
            given(
              String.raw`V_\mathrm{day}`,
              'delivered in the day',
              pumps.reduce((sum, p) => sum + p.delivered, 0),
              'volume',
              DAY,
            ),
            volume,
          ],
        }
      : {
          title: 'Turnover, over the day',
          formula: String.raw`n = \frac{Q \cdot s}{V}`,
          given: [
            given(
              'Q',
              'flow',
              lines.reduce((sum, d) => sum + d.flow, 0),
              'flow',
              DUTY,
            ),
            given('s', 'share of the day', lines[0]?.onShare ?? 0, 'share', 'timer'),
            volume,
          ],
        };
  },
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
  'siphon-start': ({ a, f }) => {
    const w = a.siphons.find((x) => x.id === f.about);
    return w
      ? {
          title: 'Flow that goes down the siphon before it runs',
          formula: String.raw`Q \ge Q_\mathrm{start} = \mathrm{Fr}\, A \sqrt{g\,d}`,
          given: [
            given('Q', 'inflow less what other ways take', w.reaches, 'flow', DUTY),
            given(String.raw`Q_\mathrm{in}`, 'inflow', w.inflow, 'flow', DUTY),
            given(String.raw`Q_0`, 'never starts below, Fr 0.3', w.start.low, 'flow', RULE),
            given(String.raw`Q_1`, 'expected', w.start.expected, 'flow', 'mouth and outlet'),
            given(String.raw`Q_2`, 'sure from', w.start.high, 'flow', RULE),
          ],
        }
      : null;
  },
  'siphon-stop': ({ a, f }) => {
    const w = a.siphons.find((x) => x.id === f.about);
    return w
      ? {
          title: 'Inflow while the siphon should stop',
          formula: String.raw`Q_\mathrm{in} < 0.6\, Q_s(b)`,
          given: [
            given(String.raw`Q_\mathrm{in}`, 'inflow at the break', w.inflowAtBreak, 'flow', DUTY),
            given('Q_s(b)', 'what it takes at its break', w.flowAtBreak, 'flow', 'full pipe'),
            given('0.6', 'sure to stop below this', w.stopsBelow, 'flow', RULE),
          ],
        }
      : null;
  },
  'siphon-geometry': ({ s, f }) => {
    const p = s.paths.find((x): x is BellSiphon => x.id === f.about && x.kind === 'bell-siphon');
    return p ? passage(p, boreOf(s, p), f.part ?? 'gap') : null;
  },
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

/**
 * Working of a finding's number: formula, this system's values, source.
 *
 * @returns nothing where the finding is not of this system
 */
export function workingOfFinding(
  s: SystemDocument,
  a: Assessment,
  day: DaySummary | null,
  f: Finding,
): Working | null {
  const e = EXPLAIN[f.id]?.({ s, a, day, f });
  return e
    ? {
        title: e.title,
        value: f.measured,
        kind: f.kind,
        formula: e.formula,
        given: e.given,
        limit: f.limit,
        source: f.source,
        ...(e.note ? { note: e.note } : {}),
      }
    : null;
}
