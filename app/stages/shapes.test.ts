// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, test } from 'vitest';
import { nextTick } from 'vue';
import { assess } from '../../core/assess';
import { applyEdits, readAt, type SystemDocument } from '../../core/system';
import { checkSystem } from '../../core/system/schema';
import { pair as pairOf } from '../../core/test/pair';
import { grossVolume } from '../../core/water/vessel';
import type { Shape, ShapeKind } from '../../core/water/shape';
import { useSystem } from '../stores/system';
import SectionDrawing from '../section/SectionDrawing.vue';
import { freshStores, mountIt } from '../test/mountIt';
import LiftPanel from './lift/LiftPanel.vue';
import VesselsPanel from './vessels/VesselsPanel.vue';

type Wrapper = ReturnType<typeof mountIt>;
const pair = pairOf('a', 'A');
function open(document: SystemDocument = pair) {
  const system = useSystem();
  system.document = document;
  return system;
}
const input = (w: Wrapper, label: string) =>
  w
    .findAll('.v-text-field')
    .find((f) => f.find('label').text() === label)!
    .find('input');
async function type(w: Wrapper, label: string, text: string) {
  await input(w, label).setValue(text);
  await input(w, label).trigger('keydown', { key: 'Enter' });
  await nextTick();
}
const choose = async (w: Wrapper, label: string, id: string) => {
  const select = w.findAllComponents({ name: 'VSelect' }).find((s) => s.props('label') === label)!;
  select.vm.$emit('update:modelValue', id);
  await nextTick();
};
const flip = async (w: Wrapper, label: string, on: boolean) => {
  const one = w.findAllComponents({ name: 'VSwitch' }).find((s) => s.props('label') === label)!;
  one.vm.$emit('update:modelValue', on);
  await nextTick();
};
const press = async (w: Wrapper, name: string) => {
  const button = w
    .findAll('button')
    .find((b) => b.attributes('aria-label') === name || b.text() === name)!;
  await button.trigger('click');
  await nextTick();
};
const shapeOf = (id: string) => readAt(useSystem().document!, `vessels.${id}.shape`) as Shape;

beforeEach(freshStores);

describe('shapes', () => {
  test.each<[ShapeKind, string[]]>([
    ['tapered-round', ['Diameter at the bottom', 'Diameter at the top']],
    ['half-barrel', ['Diameter', 'Length']],
    ['pond', ['Length', 'Width', 'Shape factor']],
    ['measured', ['Width', 'Level 1', 'Total poured in 1', 'Total poured in 4']],
  ])(
    '%s comes about the size of what was there, with its own fields, and is whole',
    async (kind, fields) => {
      const system = open();
      const w = mountIt(VesselsPanel);
      const before = grossVolume(shapeOf('tank'));
      await choose(w, 'Shape', kind);
      expect(shapeOf('tank').kind).toBe(kind);
      const size = grossVolume(shapeOf('tank')) / before;
      expect(size).toBeGreaterThan(0.45);
      expect(size).toBeLessThan(1.3);
      if (kind === 'measured') expect(size).toBeCloseTo(1, 6);
      for (const label of fields) expect(input(w, label).exists(), label).toBe(true);
      expect(checkSystem(system.document)).toMatchObject({ ok: true });
      expect(assess(system.document!).duties[0]!.flow).toBeGreaterThan(0);
    },
  );

  it('poured litres are typed, sorted, added and taken out; what does not rise is refused', async () => {
    open();
    const w = mountIt(VesselsPanel);
    await choose(w, 'Shape', 'measured');
    const points = () => (shapeOf('tank') as Extract<Shape, { kind: 'measured' }>).points;
    await type(w, 'Total poured in 1', '150 L');
    expect(points()[0]![1]).toBeCloseTo(0.15, 9);
    await type(w, 'Total poured in 2', '100 L');
    expect(w.find('.pairs .refused').text()).toContain(
      'Each measurement needs a higher level and more litres',
    );
    expect(points()[1]![1]).toBeGreaterThan(0.3);
    await press(w, 'Add a pair');
    expect(points()).toHaveLength(5);
    expect(points()[4]![0]).toBeGreaterThan(points()[3]![0]);
    await press(w, 'Remove pair 5');
    expect(points()).toHaveLength(4);
  });
});

describe('what stands in a bed', () => {
  const bed = async () => {
    const w = mountIt(VesselsPanel);
    await w.findAll('.tabs button')[1]!.trigger('click');
    return w;
  };

  it('layers are laid, told what they are, and taken out', async () => {
    const system = open();
    const w = await bed();
    const voids = () => assess(system.document!).balance.deepest[1]!.volume;
    const before = voids();
    await press(w, 'Add a layer below');
    expect(voids()).toBeLessThan(before);
    await type(w, 'Top of layer 1', '60 mm');
    const layers = () => readAt(system.document!, 'vessels.bed.media.layers') as { top: number }[];
    expect(layers()[0]!.top).toBeCloseTo(0.06, 9);
    await choose(w, 'Media of layer 1', 'coarse-sand');
    expect(layers()[0]).toMatchObject({ medium: 'coarse-sand', voids: null });
    await type(w, 'Top of layer 1', '400 mm');
    expect(layers()[0]!.top).toBeCloseTo(0.06, 9);
    await press(w, 'Remove layer 1');
    expect(layers()).toEqual([]);
  });

  it('pots take room, and legs share the weight', async () => {
    const system = open(applyEdits(pair, [{ at: 'vessels.bed.media', to: null }]));
    const w = await bed();
    const full = () => assess(system.document!).balance.deepest[1]!.volume;
    const before = full();
    await flip(w, 'Pots in this vessel', true);
    expect(full()).toBeLessThan(before);
    await type(w, 'Pots', '4');
    expect(readAt(system.document!, 'vessels.bed.pots.count')).toBe(4);
    await type(w, 'Legs', '4');
    const weight = assess(system.document!).weights[1]!;
    expect(weight.perLeg! * 4).toBeCloseTo(weight.mass, 9);
    expect(w.text()).toContain('Weight on each leg');
    await flip(w, 'Pots in this vessel', false);
    expect(full()).toBeCloseTo(before, 9);
  });
});

describe('the line', () => {
  it('a curve by points begins on the two figures and is held to fall', async () => {
    const system = open();
    const w = mountIt(LiftPanel);
    const flow = () => assess(system.document!).duties[0]!.flow;
    const before = flow();
    await flip(w, 'Curve read from the box, point by point', true);
    expect(Math.abs(flow() / before - 1)).toBeLessThan(0.02);
    await type(w, 'Head 2', '0.9 m');
    expect(flow()).toBeLessThan(before);
    await type(w, 'Head 2', '3 m');
    expect(w.find('.pairs .refused').text()).toContain('must fall');
    await flip(w, 'Curve read from the box, point by point', false);
    expect(flow()).toBeCloseTo(before, 12);
  });

  it('a peak costs lift once it is vented', async () => {
    const system = open();
    const w = mountIt(LiftPanel);
    const head = () => assess(system.document!).duties[0]!.staticHead;
    const before = head();
    await flip(w, 'Rises above its end', true);
    expect(head()).toBeCloseTo(before, 9);
    await flip(w, 'Vent at the highest point', true);
    expect(head() - before).toBeCloseTo(0.15, 9);
    await type(w, 'Highest point of the pipe', '400 mm');
    expect(head() - before).toBeCloseTo(0.08, 9);
  });

  it('fittings are counted by typing too', async () => {
    const system = open();
    const w = mountIt(LiftPanel);
    const elbows = w
      .findAllComponents({ name: 'VTextField' })
      .find((f) => f.props('label') === '90° elbow')!;
    const type = async (text: string) => {
      await elbows.find('input').setValue(text);
      await elbows.find('input').trigger('blur');
    };
    const counted = (count: number) =>
      expect(readAt(system.document!, 'paths.lift.fittings')).toContainEqual({
        fitting: 'elbow-90',
        count,
      });
    await type('5');
    counted(5);
    // More than a line takes is said, and not cut to the limit.
    await type('2400');
    counted(5);
    expect(elbows.text()).toContain('2400 is outside 0 to 50.');
  });
});

describe('the drawing of odd vessels', () => {
  const draw = (system: SystemDocument) => {
    const assessment = assess(system);
    const levels = Object.fromEntries(assessment.balance.rest.map((r) => [r.vessel, r.level]));
    return mountIt(SectionDrawing, { system, assessment, levels, flows: {}, stage: 'vessels' });
  };
  const points = (w: Wrapper, selector: string) =>
    w.findAll(selector).map((e) =>
      e
        .attributes('points')!
        .split(' ')
        .map((p) => p.split(',').map(Number)),
    );

  it('a half barrel is round below, a pond lies in the ground, layers and pots are seen', () => {
    const w = draw(
      applyEdits(pair, [
        {
          at: 'vessels.bed.shape',
          to: { kind: 'half-barrel', diameter: 0.7, length: 1, height: 0.35 },
        },
        {
          at: 'vessels.bed.media.layers',
          to: [{ id: 'g', medium: 'gravel', top: 0.05, voids: null }],
        },
        {
          at: 'vessels.tank.shape',
          to: { kind: 'pond', length: 2, width: 1, height: 0.8, factor: 0.8 },
        },
        { at: 'vessels.tank.floor', to: -0.7 },
        {
          at: 'vessels.bed.pots',
          to: { medium: 'coir', count: 3, diameter: 0.1, height: 0.1, voids: null },
        },
      ]),
    );
    const [pond, barrel] = points(w, 'polyline.wall');
    // Every wall point of the barrel lies on its circle.
    const xs = barrel!.map((p) => p[0]!);
    const centre = (Math.min(...xs) + Math.max(...xs)) / 2;
    const radius = (Math.max(...xs) - Math.min(...xs)) / 2;
    const top = Math.min(...barrel!.map((p) => p[1]!));
    for (const [x, y] of barrel!) expect(Math.hypot(x! - centre, y! - top)).toBeCloseTo(radius, 3);
    const ground = Number(w.find('.ground').attributes('y1'));
    expect(Math.max(...pond!.map((p) => p[1]!))).toBeGreaterThan(ground + 20);
    expect(w.find('.earth').exists()).toBe(true);
    expect(w.findAll('.ground').length).toBeGreaterThan(1);
    expect(w.findAll('.seam')).toHaveLength(1);
    expect(w.findAll('.pot')).toHaveLength(3);
  });
});
