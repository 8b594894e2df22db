import { sharingsOf, spreadOf } from '../../findings/evenness.ts';
import { pumpedLines, vesselOf } from '../../system/index.ts';
import { boreArea } from '../../water/constants.ts';
import { given, TYPED, WATER_TABLE } from '../subject.ts';
import { BALANCE, DUTY, RULE, type Explanations } from './types.ts';

/** Workings of the findings on what beds share and on single devices. */
export const devices: Explanations = {
  service: () => ({
    title: 'Held for work',
    formula: String.raw`s = 1`,
    given: [given('s', 'beds held flooded or drained', 1, 'count', TYPED)],
  }),
  'runs-on': ({ s, a, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    if (!line) return null;
    const i = s.vessels.findIndex((v) => v.id === line.from);
    return {
      title: 'Water above the end of the line',
      formula: String.raw`h = z_\mathrm{water} - z_\mathrm{end}`,
      given: [
        given(
          String.raw`z_\mathrm{water}`,
          'water surface at rest',
          s.vessels[i]!.floor + a.accounts.rest[i]!.level,
          'length',
          WATER_TABLE,
        ),
        given(
          String.raw`z_\mathrm{end}`,
          'end of the line',
          vesselOf(s, line.to).floor + line.end,
          'length',
          TYPED,
        ),
      ],
    };
  },
  'joined-lag': ({ a, f }) => {
    const w = a.siphons.find((x) => x.id === f.about);
    return w
      ? {
          title: 'How far the furthest bed lags behind',
          formula: String.raw`\Delta h = \sum_i \left(1 + \Sigma K + \tfrac{f L}{d}\right) \frac{v_i^2}{2g}`,
          given: [
            given('Q_s', 'what the siphon takes at the crest', w.flowAtCrest, 'flow', DUTY),
            given(String.raw`Q_\mathrm{in}`, 'inflow', w.inflow, 'flow', DUTY),
          ],
          note: 'Every joining pipe on the way carries what the beds behind it give, in proportion to their surface, of Qₛ − Q in, and what is pumped into them.',
        }
      : null;
  },
  'row-filling': ({ s, a, f }) => {
    const p = s.paths.find((x) => x.id === f.about);
    const row = s.vessels.find((v) => v.count > 1 && (v.id === p?.to || v.id === p?.from));
    const bed = a.beds.find((b) => b.id === row?.id);
    return bed
      ? {
          title: 'Lag of the last bucket',
          formula: String.raw`\Delta h = \tfrac{1}{3} \left(1 + \Sigma K + \tfrac{f L}{d}\right) \frac{v^2}{2g}`,
          given: [given('Q', 'enters the manifold', bed.inflow, 'flow', DUTY)],
        }
      : null;
  },
  'even-split': ({ s, a, f }) => {
    const d = sharingsOf({ system: s, a }).find((x) => x.about === f.about);
    return d
      ? {
          title: 'Farthest from an even split',
          formula: String.raw`\max_i \left| \frac{Q_i}{Q / n} - 1 \right|`,
          given: [
            given('Q', 'of them all', spreadOf(d).mean * d.ends.length, 'flow', DUTY),
            given('n', 'ends', d.ends.length, 'count', TYPED),
            ...d.ends.map((b, i) =>
              given(
                `Q_${i + 1}`,
                `to “${vesselOf(s, b.to).name}”`,
                b.flow,
                'flow',
                'solved together',
              ),
            ),
          ],
        }
      : null;
  },
  'chain-supply': ({ a, f }) => {
    const out = a.duties.filter((d) => d.from === f.about);
    return {
      title: 'Average supply against average draw',
      formula: String.raw`\overline{Q}_\mathrm{in} = \sum s_i Q_i > \overline{Q}_\mathrm{out}`,
      given: [
        given(
          String.raw`\overline{Q}_\mathrm{out}`,
          'drawn, over the day',
          out.reduce((t, d) => t + d.onShare * d.flow, 0),
          'flow',
          DUTY,
        ),
      ],
    };
  },
  'supply-lasts': ({ s, a, f }) => {
    const p = s.paths.find((x) => x.kind === 'float-valve' && x.from === f.about);
    const from = a.accounts.rest.find((r) => r.vessel === f.about);
    const fed = a.net.vessels.find((v) => v.id === p?.to);
    return from && fed
      ? {
          title: 'How long the supply lasts',
          formula: String.raw`t = \frac{V}{\dot V}`,
          given: [
            given('V', 'in the supply', from.volume, 'volume', TYPED),
            given(
              String.raw`\dot V`,
              'drunk and evaporated in a day',
              fed.loss * 86400,
              'volume',
              BALANCE,
            ),
          ],
        }
      : null;
  },
  'pots-stand': ({ s, a, f }) => {
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const pots = s.vessels[i]?.pots;
    return pots
      ? {
          title: 'Weight of a pot against the water it pushes aside',
          formula: String.raw`\frac{\rho_b\,H}{\rho_w\,(1 - \varphi)\,h}`,
          given: [
            given('H', 'height of a pot', pots.height, 'length', TYPED),
            given('h', 'deepest water', a.accounts.deepest[i]!.level, 'length', BALANCE),
          ],
          note: 'Bulk density and voids of the medium from the media table; dry where the pots fall dry, soaked where they stand in water for good.',
        }
      : null;
  },
  venturi: ({ s, a, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    const d = a.duties.find((x) => x.id === f.about);
    return line?.venturi && d
      ? {
          title: 'Suction of the venturi',
          formula: String.raw`h_s = 0.8 \left(\frac{D^4}{d^4} - 1\right) \frac{v^2}{2g} - h_\mathrm{over}`,
          given: [
            given('D', 'bore of the line', d.bore, 'bore', TYPED),
            given('d', 'throat', line.venturi.throat, 'bore', TYPED),
            given('v', 'velocity', d.branches[0]!.flow / boreArea(d.bore), 'velocity', DUTY),
          ],
        }
      : null;
  },
  'air-lift': ({ s, a, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    if (!line) return null;
    const i = s.vessels.findIndex((v) => v.id === line.from);
    return {
      title: 'Share of the tube under water',
      formula: String.raw`\frac{h_u}{h_u + h_l}`,
      given: [
        given(
          'h_u',
          'under water',
          a.accounts.rest[i]!.level - line.pump.intake,
          'length',
          BALANCE,
        ),
      ],
    };
  },
  pinholes: ({ s, f }) => {
    for (const l of pumpedLines(s)) {
      for (const p of [l, ...l.branches]) {
        if (p.id !== f.about || !p.pinholes) continue;
        return {
          title: 'Holes beside the bore',
          formula: String.raw`\frac{n\,d^2}{D^2}`,
          given: [
            given('n', 'holes', p.pinholes.count, 'count', TYPED),
            given('d', 'diameter of a hole', p.pinholes.diameter, 'bore', TYPED),
            given('D', 'bore', p.bore, 'bore', TYPED),
          ],
        };
      }
    }
    return null;
  },
  filter: ({ s, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    return line?.filter
      ? {
          title: 'How far the filter is clogged',
          formula: String.raw`K = \frac{K_0}{(1 - c)^2}`,
          given: [
            given('K_0', 'clean', line.filter.k, 'heads', TYPED),
            given('c', 'clogged', line.filter.clogging, 'share', TYPED),
          ],
          note: `Beyond 60 % is ${RULE}.`,
        }
      : null;
  },
};
