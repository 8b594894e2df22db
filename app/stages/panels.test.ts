// @vitest-environment happy-dom
import FishBench from './life/FishBench.vue';
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { nextTick } from 'vue';
import { dutyCurve } from '../../core/assess';
import { applyEdits, readAt, type Control, type SystemDocument } from '../../core/system';
import { pair as pairOf } from '../../core/test/pair';
import { trayOverReservoir } from '../../core/system/layouts/tray-over-reservoir';
import ShownNumber from '../parts/ShownNumber.vue';
import DerivationSheet from '../parts/DerivationSheet.vue';
import { useSystem } from '../stores/system';
import { useDerivation } from '../stores/derivation';
import { freshStores, mountIt } from '../test/mountIt';
import DrainPanel from './drain/DrainPanel.vue';
import SiphonWindowBar from './drain/SiphonWindowBar.vue';
import TimerEditor from './drain/TimerEditor.vue';
import DutyCurve from './lift/DutyCurve.vue';
import { dutyChart } from './lift/dutyChart';
import LiftPanel from './lift/LiftPanel.vue';
import VesselsPanel from './vessels/VesselsPanel.vue';

function open(document: SystemDocument) {
  const system = useSystem();
  system.document = document;
  return system;
}
const field = (w: ReturnType<typeof mountIt>, label: string) =>
  w
    .findAll('.v-text-field')
    .find((f) => f.find('label').text() === label)!
    .find('input');

async function type(input: ReturnType<typeof field>, text: string) {
  await input.setValue(text);
  await input.trigger('keydown', { key: 'Enter' });
  await nextTick();
}

beforeEach(freshStores);

describe('the vessels panel', () => {
  it('types a size, and everything that hangs on it follows', async () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(VesselsPanel);
    expect(field(w, 'Diameter').element.value).toBe('1100 mm');
    await type(field(w, 'Diameter'), '4 ft');
    expect(readAt(system.document!, 'vessels.tank.shape.diameter')).toBeCloseTo(1.2192, 9);
    expect(w.text()).toContain('876');
  });

  it('changes vessel, media and shape', async () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(VesselsPanel);
    await w.findAll('.tabs button')[1]!.trigger('click');
    expect(field(w, 'Top of the media').element.value).toBe('280 mm');
    const selects = w.findAllComponents({ name: 'VSelect' });
    selects[0]!.vm.$emit('update:modelValue', 'tapered-box');
    await nextTick();
    expect(readAt(system.document!, 'vessels.bed.shape')).toMatchObject({
      kind: 'tapered-box',
      topLength: 1.2,
      height: 0.33,
    });
    selects[1]!.vm.$emit('update:modelValue', 'gravel');
    expect(readAt(system.document!, 'vessels.bed.media.medium')).toBe('gravel');
    system.undo();
    system.undo();
    expect(readAt(system.document!, 'vessels.bed.shape.kind')).toBe('box');
  });

  it('puts fish in where there were none', async () => {
    const doc = pairOf('a', 'A');
    const system = open({ ...doc, fish: [] });
    const w = mountIt(FishBench);
    await w
      .findAll('button')
      .find((b) => b.text() === 'Add fish')!
      .trigger('click');
    expect(system.document!.fish).toEqual([
      {
        id: 'fish',
        vessel: 'tank',
        kind: 'nile-tilapia',
        count: 6,
        meanMass: 0.05,
        ration: null,
        protein: null,
      },
    ]);
  });
});

describe('the lift panel', () => {
  it('counts fittings and takes a pipe with its bore', async () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(LiftPanel);
    await w.find('[aria-label="45° elbow: one more"]').trigger('click');
    await w.find('[aria-label="90° elbow: one less"]').trigger('click');
    expect(readAt(system.document!, 'paths.lift.fittings')).toEqual(
      expect.arrayContaining([
        { fitting: 'elbow-45', count: 1 },
        { fitting: 'elbow-90', count: 1 },
      ]),
    );
    w.findAllComponents({ name: 'VSelect' })
      .find((c) => c.props('label') === 'Hose or pipe')!
      .vm.$emit('update:modelValue', 'hose-25');
    expect(readAt(system.document!, 'paths.lift.bore')).toBe(0.025);
  });

  it('a bucket test is entered as it was done, and taken back by emptying the field', async () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(LiftPanel);
    await type(field(w, 'Bucket test'), '10 L in 40 s');
    expect(system.document!.measurements).toEqual([
      { id: 'flow-lift', kind: 'flow', path: 'lift', flow: 0.01 / 40 },
    ]);
    expect(system.assessment!.duties[0]!.flow).toBeCloseTo(0.01 / 40, 8);
    await type(field(w, 'Bucket test'), '');
    expect(system.document!.measurements).toEqual([]);
  });

  it('the curve says where the pump works', () => {
    const system = open(pairOf('a', 'A'));
    const duty = system.assessment!.duties[0]!;
    const w = mountIt(DutyCurve, { duty });
    expect(w.find('[role=img]').attributes('aria-label')).toMatch(
      /^The pump gives 1201 L\/h at 1\.05 m of its 1\.9 m/,
    );
    const points = dutyCurve(system.assessment!.net, duty.id);
    const ink = { text: 'a', rule: 'b', pump: 'c', line: 'd', good: 'e' };
    const { data, options } = dutyChart(duty, points, 'metric', ink);
    const [works, pump] = data.datasets;
    expect(works!.data[0]).toEqual({ x: expect.closeTo(1201, 0), y: expect.closeTo(1.05, 2) });
    expect(pump!.data[0]).toEqual({ x: 0, y: expect.closeTo(1.9, 6) });
    expect(pump!.data).toHaveLength(points.length);
    // What lies above the picture is not drawn.
    const steep = points.map((p) => ({ ...p, line: 2 * p.line }));
    const drawn = dutyChart(duty, steep, 'metric', ink).data.datasets[2]!.data;
    expect(drawn.length).toBeGreaterThan(5);
    expect(drawn.length).toBeLessThan(points.length);
    expect(JSON.stringify(options.scales)).toContain('flow, L/h');
    expect(JSON.stringify(dutyChart(duty, points, 'us', ink).options.scales)).toContain('gal/h');
  });
});

describe('the fill and drain panel', () => {
  it('shows cycle, window and parts of a siphon bed', () => {
    open(pairOf('a', 'A'));
    const w = mountIt(DrainPanel);
    expect(w.text()).toContain('Cycle of Bed');
    expect(w.text()).toContain('4 min 8 s');
    expect(w.text()).toContain('Bell siphon');
    expect(w.text()).toContain('Second overflow');
  });

  it('the window says where the inflow sits, and where there is none', () => {
    const system = open(pairOf('a', 'A'));
    const window = system.assessment!.siphons[0]!;
    expect(mountIt(SiphonWindowBar, { window }).find('svg').attributes('aria-label')).toBe(
      'Window of the siphon: 1154 L/h flow in. It always starts from 769 L/h and always stops below 1540 L/h.',
    );
    const crossed = mountIt(SiphonWindowBar, { window: { ...window, stopsBelow: 1e-4 } });
    expect(crossed.text()).toContain('no flow always starts and stops it');
  });
});

describe('the timer', () => {
  function timer(control: Control) {
    const doc = trayOverReservoir.make('t', 'T');
    const system = open({ ...doc, controls: [control] });
    const w = mountIt(TimerEditor, { control });
    const now = () => system.document!.controls[0]!;
    return { w, now, system };
  }
  const programs: Control = {
    id: 'timer',
    kind: 'programs',
    device: 'digital-8',
    rows: [
      { start: 8 * 3600, on: 600 },
      { start: 12 * 3600, on: 600 },
    ],
  };

  it('changes its kind', async () => {
    const { w, now } = timer(programs);
    w.findAllComponents({ name: 'VSelect' })[0]!.vm.$emit('update:modelValue', 'interval');
    expect(now()).toMatchObject({ kind: 'interval', on: 900, off: 2700 });
    w.findAllComponents({ name: 'VSelect' })[0]!.vm.$emit('update:modelValue', 'always-on');
    expect(now()).toEqual({ id: 'timer', kind: 'always-on' });
  });

  it('adds, times, sorts and takes out programs', async () => {
    const { w, now } = timer(programs);
    await w
      .findAll('button')
      .find((b) => b.text() === 'Add a program')!
      .trigger('click');
    expect(now()).toMatchObject({
      rows: [{ start: 28800 }, { start: 43200 }, { start: 50400, on: 600 }],
    });
    const start = field(w, 'Program 2 on at');
    start.element.value = '7:30 pm';
    start.element.dispatchEvent(new Event('change', { bubbles: true }));
    expect((now() as { rows: { start: number }[] }).rows.at(-1)!.start).toBe(19.5 * 3600);
    await w.find('[aria-label="Remove program 1"]').trigger('click');
    expect((now() as { rows: unknown[] }).rows).toHaveLength(1);
  });

  it('another device puts the programs on its steps, never shorter', () => {
    const { w, now } = timer({ ...programs, rows: [{ start: 8 * 3600 + 420, on: 600 }] });
    w.findAllComponents({ name: 'VSelect' })[1]!.vm.$emit('update:modelValue', 'dial-15');
    expect(now()).toMatchObject({ device: 'dial-15', rows: [{ start: 8 * 3600, on: 900 }] });
  });

  it('has no more programs than the device', () => {
    const rows = Array.from({ length: 8 }, (_, i) => ({ start: i * 7200, on: 300 }));
    const { w } = timer({ ...programs, rows });
    const add = w.findAll('button').find((b) => b.text() === 'This timer has only 8 programs')!;
    expect(add.attributes('disabled')).toBeDefined();
  });
});

describe('working', () => {
  it('a number opens its working, the sheet shows values and closes', async () => {
    open(pairOf('a', 'A'));
    const number = mountIt(ShownNumber, { of: 'flow/lift' });
    const sheet = mountIt(DerivationSheet);
    expect(number.attributes('aria-label')).toBe('Flow: 1201 L/h. Show the calculation');
    await number.trigger('click');
    expect(useDerivation().key).toBe('flow/lift');
    await nextTick();
    expect(sheet.text()).toContain('Flow at the duty point: 1201 L/h');
    expect(sheet.text()).toContain('Churchill (1977)');
    expect(sheet.findAll('dt .math').map((d) => d.attributes('data-tex'))).toEqual([
      'H_0',
      'Q_0',
      'H_\\mathrm{static}',
      'D',
      'L',
      '\\Sigma K',
      'v',
    ]);
    await sheet.find('[aria-label="Close the calculation"]').trigger('click');
    expect(useDerivation().key).toBe('');
    expect(sheet.find('section').exists()).toBe(false);
  });

  it('what never ends says so, and what the system has not is not there', () => {
    const weak = applyEdits(pairOf('a', 'A'), [{ at: 'paths.lift.pump.maxFlow', to: 1e-5 }]);
    open(weak);
    const fill = mountIt(ShownNumber, { of: 'fill/bed', label: 'Until it is flooded' });
    expect(fill.attributes('aria-label')).toBe('Until it is flooded: never. Show the calculation');
    expect(mountIt(ShownNumber, { of: 'fill/tank' }).find('button').exists()).toBe(false);
  });
});
