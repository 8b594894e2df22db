// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest';
import { assess } from '../../core/assess';
import { judge } from '../../core/findings';
import { applyEdits, flowOrder, type SystemDocument } from '../../core/system';
import { pair as pairOf } from '../../core/test/pair';
import { sumpLoop } from '../../core/system/layouts/sump-loop';
import { trayOverReservoir } from '../../core/system/layouts/tray-over-reservoir';
import { useSettings } from '../stores/settings';
import { freshStores, mountIt } from '../test/mountIt';
import SectionDrawing from './SectionDrawing.vue';
import SectionHandle from './SectionHandle.vue';
import type { Handle } from './handles';

const pair = pairOf('pair', 'Pair');

function draw(
  system: SystemDocument,
  stage?: 'vessels' | 'lift' | 'drain',
  flows: Record<string, number> = {},
) {
  const assessment = assess(system);
  const levels = Object.fromEntries(assessment.balance.deepest.map((r) => [r.vessel, r.level]));
  return mountIt(SectionDrawing, {
    system,
    assessment,
    levels,
    flows,
    ...(stage ? { stage } : {}),
  });
}

describe('the drawing of a system', () => {
  beforeEach(freshStores);

  it('says in words what it shows', () => {
    const text = draw(pair, 'vessels').find('.visually-hidden').text();
    expect(text).toContain('Fish tank, floor at 0 mm');
    expect(text).toContain('620 L at rest');
    expect(text).toContain('Bed, floor at 950 mm, water at 244 mm of 330 mm');
  });

  it('has a slider with name, value and range for everything that can be pulled', () => {
    const sliders = draw(pair, 'drain').findAll('[role="slider"]');
    const byName = new Map(sliders.map((s) => [s.attributes('aria-label'), s]));
    const crest = byName.get('Overflow height of Bell siphon')!;
    expect(crest.attributes()).toMatchObject({
      'aria-valuetext': '235 mm',
      'aria-valuenow': '0.235',
      'aria-valuemin': '0.05',
      'aria-valuemax': '0.33',
      'aria-orientation': 'vertical',
      tabindex: '0',
    });
    expect([...byName.keys()]).toEqual([
      'Top of the media in Bed',
      'Overflow height of Second overflow',
      'Overflow height of Bell siphon',
      'Height at which Bell siphon stops',
    ]);
  });

  it('shows other handles at other stages, and none on the shelf', () => {
    expect(
      draw(pair, 'lift')
        .findAll('[role="slider"]')
        .map((s) => s.attributes('aria-label')),
    ).toEqual(['End of Fill line', 'Bed, height above the ground', 'Pump’s intake in Fish tank']);
    expect(draw(pair).findAll('[role="slider"]')).toHaveLength(0);
    expect(draw(pair).find('svg').attributes('role')).toBe('img');
  });

  it('draws as many fish as there are, up to a few, and none where there are none', () => {
    const many = applyEdits(pair, [{ at: 'fish.fish.count', to: 200 }]);
    const seen = draw(many, 'vessels').findAll('.fish').length;
    expect(seen).toBeGreaterThanOrEqual(10);
    expect(seen).toBeLessThanOrEqual(24);
    const three = applyEdits(pair, [{ at: 'fish.fish.count', to: 3 }]);
    expect(draw(three, 'vessels').findAll('.fish')).toHaveLength(3);
    // Where hardly any water is left, few are seen, none over another.
    const low = applyEdits(many, [{ at: 'vessels.tank.fill', to: 0.03 }]);
    expect(draw(low, 'vessels').findAll('.fish').length).toBeLessThan(5);
    expect(draw(trayOverReservoir.make('t', 'T'), 'vessels').findAll('.fish')).toHaveLength(0);
  });

  it('lets water fall only where it flows', () => {
    expect(draw(pair, 'lift').findAll('.stream')).toHaveLength(0);
    expect(draw(pair, 'lift', { lift: 3e-4, siphon: 6e-4 }).findAll('.stream')).toHaveLength(2);
  });

  it('a trickle is thin in the standpipe, a running siphon fills it', () => {
    const trickle = draw(pair, 'drain', { siphon: 5e-5 });
    expect(trickle.findAll('.trickle')).toHaveLength(1);
    expect(trickle.findAll('.bore.full')).toHaveLength(0);
    const running = draw(pair, 'drain', { siphon: 8e-4 });
    expect(running.findAll('.trickle')).toHaveLength(0);
    expect(running.findAll('.drain .bore.full')).toHaveLength(1);
  });

  it('water stands no higher than the rim, however much was poured', () => {
    const brim = applyEdits(pair, [{ at: 'vessels.tank.fill', to: 5 }]);
    const w = draw(brim, 'vessels');
    const water = w
      .find('polygon.water')
      .attributes('points')!
      .split(' ')
      .map((p) => Number(p.split(',')[1]));
    const hollow = w
      .find('polygon.hollow')
      .attributes('points')!
      .split(' ')
      .map((p) => Number(p.split(',')[1]));
    expect(Math.min(...water)).toBeGreaterThanOrEqual(Math.min(...hollow) - 1e-6);
  });

  it('tells lengths in the reader’s units', async () => {
    const w = draw(pair, 'drain');
    useSettings().units = 'us';
    await w.vm.$nextTick();
    expect(
      w.find('[aria-label="Overflow height of Bell siphon"]').attributes('aria-valuetext'),
    ).toBe('9.25 in');
    expect(w.find('.ruler').text()).toContain('in');
  });
});

describe('what is chosen in the drawing', () => {
  beforeEach(freshStores);
  const s = sumpLoop.make('a', 'A');
  const order = flowOrder(s).map((p) => p.at);
  const drawn = (chosen: string) => {
    const assessment = assess(s);
    return mountIt(SectionDrawing, {
      system: s,
      assessment,
      levels: {},
      flows: {},
      stage: 'vessels',
      chosen,
      order,
      findings: judge(s),
    });
  };

  it('has its tags, and Tab comes to it alone', () => {
    const w = drawn('vessels.bed-1');
    const tabbed = (sel: string) => w.findAll(`${sel}[tabindex="0"]`);
    expect(tabbed('[data-part]').map((e) => e.attributes('data-part'))).toEqual(['vessels.bed-1']);
    expect(tabbed('[role="slider"]').map((e) => e.attributes('data-at'))).toEqual([
      'vessels.bed-1.shape.height',
      'vessels.bed-1.media.top',
      'vessels.bed-1.floor',
    ]);
    expect(w.findAll('.tag')).toHaveLength(3);
  });

  it('goes with the arrow keys along the water’s way, round to where it began', async () => {
    const w = drawn(order[0]!);
    await w.find(`[data-part="${order[0]}"]`).trigger('keydown', { key: 'ArrowRight' });
    await w.find(`[data-part="${order[0]}"]`).trigger('keydown', { key: 'ArrowUp' });
    expect(w.emitted('choose')).toEqual([[order[1]], [order[order.length - 1]]]);
    await w.find(`[data-part="${order[2]}"]`).trigger('keydown', { key: 'Enter' });
    expect(w.emitted('closer')).toEqual([[order[2]]]);
  });

  it('is chosen by a press; a mark opens its finding', async () => {
    const w = drawn('');
    await w.find('[data-part="paths.siphon-2"]').trigger('click');
    expect(w.emitted('choose')).toEqual([['paths.siphon-2']]);
    const mark = w.find('[data-mark]');
    await mark.trigger('click');
    const [key, about] = w.emitted('finding')![0] as [string, string];
    expect(about).toBe(mark.attributes('data-mark'));
    expect(key).toContain(`/${about}`);
  });
});

describe('a handle', () => {
  beforeEach(freshStores);

  const handle: Handle = {
    at: 'paths.siphon.crest',
    thing: 'paths.siphon',
    extra: false,
    role: '',
    part: pair.vessels[1]!,
    word: 'standpipe',
    name: 'Overflow height of Bell siphon',
    kind: 'length',
    value: 0.235,
    min: 0.05,
    max: 0.33,
    step: 0.005,
    x: 1,
    z: 1.185,
    valueAt: (z) => z - 0.95,
  };
  const make = (more: object = {}) =>
    mountIt(SectionHandle, {
      handle,
      anchorX: 100,
      anchorY: 100,
      laneX: 150,
      tagX: 160,
      tagY: 100,
      tagWidth: 120,
      tagged: true,
      mixed: false,
      hidden: false,
      right: 600,
      scale: 400,
      compact: false,
      ...more,
    });

  it('of what is not chosen is a dot that tells its tag when it is pointed at', async () => {
    const w = make({ tagged: false });
    expect(w.find('.tag').exists()).toBe(false);
    await w.find('.handle').trigger('pointerenter');
    expect(w.find('.tag').text()).toMatch(/^standpipe\s*235 mm$/);
    await w.find('.handle').trigger('pointerleave');
    expect(w.find('.tag').exists()).toBe(false);
    await w.find('.handle').trigger('focus');
    expect(w.find('.tag').exists()).toBe(true);
    expect(w.emitted('chosen')).toHaveLength(1);
  });

  it('of a vessel names it where tags of several things stand together', () => {
    const rim = { ...handle, thing: 'vessels.bed', role: 'bed', word: 'rim' };
    expect(make({ handle: rim, mixed: true }).find('.tag').text()).toMatch(/^bed rim\s*235 mm$/);
    expect(make({ handle: rim }).find('.tag').text()).toMatch(/^rim\s*235 mm$/);
  });

  it.each([
    ['ArrowUp', false, 0.24],
    ['ArrowRight', false, 0.24],
    ['ArrowDown', false, 0.23],
    ['ArrowUp', true, 0.285],
    ['ArrowDown', true, 0.185],
    ['PageDown', false, 0.185],
    ['Home', false, 0.05],
    ['End', false, 0.33],
  ])('%s (Shift %s) nudges to %f', async (key, shiftKey, to) => {
    const w = make();
    await w.find('[role="slider"]').trigger('keydown', { key, shiftKey });
    expect(w.emitted('nudge')![0]![0]).toBeCloseTo(to, 9);
  });

  it('leaves other keys alone', async () => {
    const w = make();
    await w.find('[role="slider"]').trigger('keydown', { key: 'Tab' });
    await w.find('[role="slider"]').trigger('keydown', { key: 'a' });
    expect(w.emitted('nudge')).toBeUndefined();
  });

  it('pulled by 20 px at 400 px a metre it moves 50 mm, on its step, and settles once', async () => {
    const w = make();
    const tag = w.find('.tag');
    (tag.element as Element).setPointerCapture = () => undefined;
    await tag.trigger('pointerdown', { button: 0, clientY: 100, pointerId: 1 });
    await tag.trigger('pointermove', { clientY: 109, pointerId: 1 });
    await tag.trigger('pointermove', { clientY: 120, pointerId: 1 });
    await new Promise((r) => setTimeout(r, 40));
    await tag.trigger('pointerup', { clientY: 120, pointerId: 1 });
    expect(w.emitted('taken')).toHaveLength(1);
    expect(w.emitted('pull')!.at(-1)![0]).toBeCloseTo(0.185, 9);
    expect(w.emitted('settle')).toHaveLength(1);
    expect(w.emitted('settle')![0]![0]).toBeCloseTo(0.185, 9);
  });

  it('Escape lets go of a pull without a change', async () => {
    const w = make();
    const tag = w.find('.tag');
    (tag.element as Element).setPointerCapture = () => undefined;
    await tag.trigger('pointerdown', { button: 0, clientY: 100, pointerId: 1 });
    await tag.trigger('pointermove', { clientY: 160, pointerId: 1 });
    await w.find('[role="slider"]').trigger('keydown', { key: 'Escape' });
    await tag.trigger('pointerup', { clientY: 160, pointerId: 1 });
    expect(w.emitted('release')).toHaveLength(1);
    expect(w.emitted('settle')).toBeUndefined();
  });

  it('only the main button pulls', async () => {
    const w = make();
    await w.find('.tag').trigger('pointerdown', { button: 2, clientY: 100, pointerId: 1 });
    expect(w.emitted('taken')).toBeUndefined();
  });
});
