import { notchArea, boreOf } from '../../network/pipes.ts';
import { type BellSiphon } from '../../system/index.ts';
import { boreArea } from '../../water/constants.ts';
import { given, TYPED } from '../subject.ts';
import { DUTY, RULE, type Explained, type Explanations } from './types.ts';

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
          given('A_s', 'open area of the slots', p.guard?.slotArea ?? 0, 'opening', TYPED),
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

/** Workings of the findings on siphons. */
export const siphon: Explanations = {
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
};
