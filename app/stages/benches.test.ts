// @vitest-environment happy-dom
import {
  FaultTests,
  fixesForFaultTest,
  fixesForLifeFaultTest,
  type FaultTest,
  type Severity,
} from '../../core/faultTests';
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { simulate } from '../../core/day';
import {
  applyEdits,
  isSiphon,
  readAt,
  type Control,
  type Edit,
  type SystemDocument,
} from '../../core/system';
import { pair as pairOf } from '../../core/test/pair';
import { pumpChain } from '../../core/system/layouts/pump-chain';
import { joinedBeds } from '../../core/system/layouts/joined-beds';
import { wetTray } from '../../core/system/layouts/wet-tray';
import { trayOverReservoir } from '../../core/system/layouts/tray-over-reservoir';
import { stockChoices } from '../../core/workshop/stockSearch';
import { marginsOfWindow } from '../../core/workshop/window';
import { useBench } from './drain/benchStore';
import { useFaultTests } from './drain/faultTestsStore';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { freshStores, mountIt } from '../test/mountIt';
import FaultTestsBench from './drain/FaultTestsBench.vue';
import ReturnChoice from './drain/ReturnChoice.vue';
import ServiceGroup from './drain/ServiceGroup.vue';
import MeasurePanel from './drain/measure/MeasurePanel.vue';
import StopWatch from './drain/measure/StopWatch.vue';
import SiphonPanel from './drain/siphon/SiphonPanel.vue';
import TimerBench from './drain/timer/TimerBench.vue';
import TimerPanel from './drain/timer/TimerPanel.vue';
import MakeUpGroup from './vessels/MakeUpGroup.vue';

/** The drills' worker, working at once; it can break off after some. */
let breakAfter = Infinity;
vi.mock('../workers/client', () => {
  const day = {
    day: () => new Promise(() => undefined),
    fixes: async () => ({ fixes: {}, whole: true }),
    risks: async () => [],
  };
  const faultTests = {
    async all(
      _: number,
      s: SystemDocument,
      how: Severity,
      done: (d: FaultTest, n: number, of: number) => void,
    ): Promise<boolean> {
      const faultTests = new FaultTests(s, undefined, how);
      for (const [i, f] of faultTests.faults.entries()) {
        if (i >= breakAfter) throw new Error('gone');
        done(faultTests.run(f), i + 1, faultTests.faults.length);
      }
      return true;
    },
    stop: () => undefined,
    replay: async (s: SystemDocument, how: Severity, fault: string, at: number) => {
      const faultTests = new FaultTests(s, undefined, how);
      return faultTests.replay(
        faultTests.faults.find((f) => f.id === fault)!,
        at,
      );
    },
    fixes: async (s: SystemDocument, how: Severity, d: FaultTest) => fixesForFaultTest(s, d, how),
    lifeFixes: async (s: SystemDocument, how: Severity, id: string) =>
      fixesForLifeFaultTest(s, id, how),
    stock: async (s: SystemDocument, id: string) =>
      stockChoices(
        s,
        s.paths.filter(isSiphon).find((p) => p.id === id)!,
      ),
  };
  const of = <T>(worker: T) => ({ ask: async (question: (w: T) => unknown) => question(worker) });
  return { dayWorker: of(day), faultTestWorker: of(faultTests) };
});

function open(document: SystemDocument, ...edits: Edit[]) {
  const system = useSystem();
  system.document = applyEdits(document, edits);
  return system;
}
type Mounted = ReturnType<typeof mountIt>;
const button = (w: Mounted, text: string | RegExp) =>
  w
    .findAll('button')
    .find((b) => (typeof text === 'string' ? b.text().includes(text) : text.test(b.text())))!;
const field = (w: Mounted, label: string, nth = 0) =>
  w
    .findAll('.v-text-field')
    .filter((f) => f.find('label').text() === label)
    [nth]!.find('input');
const select = (w: Mounted, label: string) =>
  w.findAllComponents({ name: 'VSelect' }).find((x) => x.props('label') === label)!;
async function type(input: ReturnType<typeof field>, text: string) {
  await input.setValue(text);
  await input.trigger('keydown', { key: 'Enter' });
  await nextTick();
}

beforeEach(() => {
  freshStores();
  breakAfter = Infinity;
});

describe('the siphon workshop', () => {
  it('says how far the inflow is from either end of the window, in numbers of the core', () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(SiphonPanel);
    const m = marginsOfWindow(system.assessment!.siphons[0]!);
    const two = (x: number) => String(Math.round(x * 100) / 100);
    expect(w.text()).toContain(`${two(m.start)} × the flow that always starts it`);
    expect(w.text()).toContain(`up to ${two(m.stop)} × as much`);
  });

  it('a suggestion that is pressed is done, and gives what it promised', async () => {
    const system = open(pairOf('a', 'A'), { at: 'paths.lift.valve', to: 0.6 });
    const before = marginsOfWindow(system.assessment!.siphons[0]!).least;
    const w = mountIt(SiphonPanel);
    const fix = w.find('button.fix');
    const promised = /then ([\d.]+) × to start, ([\d.]+) × to stop/.exec(fix.text())!;
    await fix.trigger('click');
    const after = marginsOfWindow(system.assessment!.siphons[0]!);
    expect(after.least).toBeGreaterThan(before);
    expect(after.start).toBeCloseTo(Number(promised[1]), 1);
    expect(after.stop).toBeCloseTo(Number(promised[2]), 1);
  });

  it('lists stock sizes, the best first, and takes the one that is pressed', async () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(SiphonPanel);
    await button(w, 'Search pipes').trigger('click');
    await vi.waitFor(() => expect(w.findAll('ol.found li').length).toBeGreaterThan(3));
    const spare = w.findAll('ol.found b').map((b) => parseFloat(b.text()));
    expect(spare).toEqual([...spare].sort((a, b) => b - a));
    await w.find('ol.found li button').trigger('click');
    expect(marginsOfWindow(system.assessment!.siphons[0]!).least).toBeCloseTo(spare[0]!, 1);
    // What was found belongs to the system before: the list is gone.
    await nextTick();
    expect(w.find('ol.found').exists()).toBe(false);
  });

  it('where no flow does both it says so', () => {
    open(
      pairOf('a', 'A'),
      { at: 'paths.siphon.bore', to: 0.0525 },
      { at: 'paths.siphon.mouth', to: 0.0525 },
      { at: 'paths.siphon.drop', to: 0.02 },
    );
    expect(mountIt(SiphonPanel).text()).toContain('No flow always starts and stops this siphon');
  });
});

describe('the timer in hand', () => {
  it('shows every need, which one governs, and puts the settings on the timer', async () => {
    const system = open(trayOverReservoir.make('t', 'T'));
    const w = mountIt(TimerPanel);
    expect(w.findAll('.needs tr').length).toBeGreaterThan(2);
    expect(w.findAll('.needs .governs')).toHaveLength(1);
    select(w, 'Type of timer').vm.$emit('update:modelValue', 'dial-15');
    await nextTick();
    await button(w, 'Set the timer to these times').trigger('click');
    const set = readAt(system.document!, 'controls.timer') as Control & { kind: 'programs' };
    expect(set.device).toBe('dial-15');
    expect(set.rows.length).toBeGreaterThan(0);
    for (const r of set.rows) {
      expect(r.start % 900).toBe(0);
      expect(r.on % 900).toBe(0);
    }
  });

  it('the face of a dial has 96 pins, pressed where the timer is on', async () => {
    open(trayOverReservoir.make('t', 'T'));
    useBench().device = 'dial-15';
    const w = mountIt(TimerBench);
    expect(w.findAll('path.pin')).toHaveLength(96);
    const pressed = w.findAll('path.pin.on').length;
    expect(pressed).toBeGreaterThan(1);
    expect(pressed).toBeLessThan(60);
    useBench().device = 'dial-30';
    await nextTick();
    expect(w.findAll('path.pin')).toHaveLength(48);
  });

  it('one’s own timer is entered by its steps', async () => {
    open(
      applyEdits(trayOverReservoir.make('t', 'T'), [
        { at: 'site.lampTime', to: null },
        { at: 'crops', to: [] },
      ]),
    );
    const bench = useBench();
    const w = mountIt(TimerPanel);
    select(w, 'Type of timer').vm.$emit('update:modelValue', 'own');
    await nextTick();
    await type(field(w, 'Programs a day'), '3');
    expect(bench.own).toEqual({ step: 60, programs: 3 });
    expect(w.text()).toMatch(/3 floods of the \d+ that are\s+wanted/);
  });

  it('a fill time by stopwatch moves the on-time', async () => {
    const system = open(trayOverReservoir.make('t', 'T'));
    const w = mountIt(TimerPanel);
    const before = system.assessment!.beds[0]!.fill;
    await type(field(w, 'Fill time, measured'), '3 min');
    expect(system.assessment!.beds[0]!.fill).toBeCloseTo(180, 0);
    expect(before).not.toBeCloseTo(180, 0);
    await nextTick();
    // The hose, the fill, and a fifth
    expect(w.text()).toContain('3 min 38 s');
  });
});

describe('measuring', () => {
  it('a time by the stopwatch in the app is a measurement, with what it corrects', async () => {
    const system = open(pairOf('a', 'A'));
    const w = mountIt(MeasurePanel);
    expect(w.text()).toMatch(/Predicted .*, between .* and /);
    const time = Math.round(1.05 * system.assessment!.beds[0]!.fill);
    const watch = w.findAllComponents(StopWatch)[0]!;
    watch.vm.$emit('use', time);
    await nextTick();
    const m = system.document!.measurements.find((x) => x.kind === 'fill-time')!;
    expect(m).toMatchObject({ vessel: 'bed', time });
    await nextTick();
    expect(w.text()).toMatch(/The media have voids of \d+(\.\d)? % instead of/);
    // Once more replaces it.
    watch.vm.$emit('use', time + 5);
    await nextTick();
    expect(system.document!.measurements.filter((x) => x.kind === 'fill-time')).toHaveLength(1);
  });

  it('the stopwatch starts and stops with one button and hands over whole seconds', async () => {
    vi.useFakeTimers();
    const w = mountIt(StopWatch, { label: 'Fill of Bed' });
    const press = w.find('button.press');
    expect(press.attributes('aria-label')).toBe('Start the stopwatch: Fill of Bed');
    await press.trigger('click');
    vi.advanceTimersByTime(83_400);
    await nextTick();
    expect(press.text()).toContain('1 min 23 s');
    await press.trigger('click');
    vi.advanceTimersByTime(60_000);
    await button(w, 'Use').trigger('click');
    expect(w.emitted('use')).toEqual([[83]]);
    vi.useRealTimers();
  });
});

describe('fault tests', () => {
  it('all are run, the worst on top, and one is played with what would have stopped it', async () => {
    const system = open(pairOf('a', 'A'), { at: 'paths.spare', to: undefined });
    const faultTests = useFaultTests();
    const w = mountIt(FaultTestsBench);
    await button(w, 'Run all fault tests').trigger('click');
    await vi.waitFor(() => expect(faultTests.running).toBe(false), { timeout: 20_000 });
    await nextTick();
    const rows = w.findAll('tbody tr');
    expect(rows).toHaveLength(faultTests.of);
    expect(rows[0]!.classes()).toContain('failed');
    const failed = w.findAll('tbody tr.failed').length;
    expect(w.text()).toContain(`${failed} failed`);
    await w.find('[data-fault-test="drain-blocked/siphon"] button.name').trigger('click');
    await vi.waitFor(() => expect(faultTests.fixes).not.toBeNull(), { timeout: 20_000 });
    expect(useTrace().replay?.name).toBe('Fault test: “Bell siphon” is blocked');
    const fix = w.find('[data-fault-test="drain-blocked/siphon"] button.fix');
    await fix.trigger('click');
    expect(system.document!.paths.length).toBeGreaterThan(2);
    expect(useTrace().replay).toBeNull();
    await nextTick();
    expect(w.text()).toContain('The system has changed since');
  });

  it('strike as hard as they are told, and say when that was another time', async () => {
    open(pairOf('a', 'A'));
    const faultTests = useFaultTests();
    const w = mountIt(FaultTestsBench);
    expect(field(w, 'Power cut').element.value).toBe('8 h');
    await type(field(w, 'Power cut'), '30 h');
    await type(field(w, 'Leak'), '12 L/h');
    await faultTests.run();
    await nextTick();
    expect(w.text()).toContain('Power cut of 30 h');
    expect(w.text()).toContain('leaks 12 L an hour');
    expect(w.text()).not.toContain('These results are for the earlier');
    await type(field(w, 'Leak'), '2 L/h');
    expect(w.text()).toContain('These results are for the earlier');
  });

  it('that break off say so and keep what they had', async () => {
    open(pairOf('a', 'A'));
    breakAfter = 2;
    const faultTests = useFaultTests();
    const w = mountIt(FaultTestsBench);
    await faultTests.run();
    await nextTick();
    expect(w.findAll('[role="alert"]').map((x) => x.text())).toContainEqual(
      expect.stringContaining('could not be run'),
    );
    expect(w.findAll('tbody tr')).toHaveLength(2);
    expect(faultTests.running).toBe(false);
  });

  it('of another system are not kept', async () => {
    const system = open(wetTray.make('a', 'A'));
    const faultTests = useFaultTests();
    await faultTests.run();
    expect(faultTests.done.length).toBeGreaterThan(0);
    system.document = trayOverReservoir.make('b', 'B');
    await nextTick();
    expect(faultTests.done).toEqual([]);
  });
});

describe('make-up', () => {
  it('adds a bed, says why it cannot take the only tank away', async () => {
    const system = open(pumpChain.make('c', 'C'));
    const vessel = system.document!.vessels.find((v) => v.id === 'bed-1')!;
    const w = mountIt(MakeUpGroup, { vessel: vessel.id });
    await button(w, 'Add a bed').trigger('click');
    expect(system.document!.vessels.filter((v) => v.role === 'bed')).toHaveLength(4);
    system.undo();
    expect(system.document!.vessels.filter((v) => v.role === 'bed')).toHaveLength(3);
    w.unmount();
    const only = open(pairOf('a', 'A')).document!.vessels[0]!;
    const take = button(mountIt(MakeUpGroup, { vessel: only.id }), /^Remove Fish tank/);
    expect(take.attributes('disabled')).toBeDefined();
    expect(take.text().length).toBeGreaterThan('Remove Fish tank'.length);
  });

  it('a return is led elsewhere, to what it reaches only', async () => {
    const system = open(pumpChain.make('c', 'C'));
    const path = system.document!.paths.find((p) => p.id === 'over-1')!;
    const w = mountIt(ReturnChoice, { path });
    const offered = select(w, 'Flows into').props('items') as { id: string }[];
    expect(offered.map((x) => x.id)).toContain('tank');
    expect(offered.map((x) => x.id)).not.toContain('bed-1');
    const other = offered.find((x) => x.id !== path.to)!;
    select(w, 'Flows into').vm.$emit('update:modelValue', other.id);
    await nextTick();
    expect(system.document!.paths.find((p) => p.id === 'over-1')!.to).toBe(other.id);
  });

  it('service is switched on and off, and undone', async () => {
    const system = open(joinedBeds.make('j', 'J'));
    const w = mountIt(ServiceGroup);
    await button(w, 'Held drained').trigger('click');
    expect(system.document!.service).toBe('drained');
    expect(button(w, 'Held drained').attributes('aria-pressed')).toBe('true');
    const net = system.assessment!.net;
    expect(simulate(net, 3600).events.some((e) => e.kind === 'pump-on')).toBe(false);
    system.undo();
    expect(system.document!.service).toBeNull();
  });
});
