import { bedsOfTank } from '../../assess/assess.ts';
import { volumeAt } from '../../water/vessel.ts';
import { given, TYPED, WATER_TABLE } from '../subject.ts';
import { BALANCE, type Explanations } from './types.ts';

/** Workings of the findings on the water accounts. */
export const water: Explanations = {
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
    const fed = bedsOfTank(s, a, f.about);
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
};
