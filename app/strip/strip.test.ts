// @vitest-environment happy-dom
import { FaultTests, USUAL_SEVERITY } from '../../core/faultTests';
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { nextTick } from 'vue';
import { simulate } from '../../core/day';
import { summarise } from '../../core/findings';
import { assess } from '../../core/assess';
import type { SystemDocument } from '../../core/system';
import { pair as pairOf } from '../../core/test/pair';
import { feltWall } from '../../core/system/layouts/felt-wall';
import { trayOverReservoir } from '../../core/system/layouts/tray-over-reservoir';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { freshStores, mountIt } from '../test/mountIt';
import DayStrip from './DayStrip.vue';
import { levelLine } from './levelLine';
import { pumpRuns } from './pumpRuns';

/** The strip with a day that is already there. */
async function strip(document: SystemDocument) {
  const system = useSystem();
  const trace = useTrace();
  system.document = document;
  await nextTick();
  const a = assess(document);
  trace.solved = useSystem().document;
  trace.trace = simulate(a.net);
  trace.day = summarise(a, trace.trace);
  trace.busy = false;
  const w = mountIt(DayStrip);
  await nextTick();
  return { w, trace, slider: w.find('[role="slider"]') };
}

describe('a level line', () => {
  const frame = { from: 0, span: 86400, width: 400, top: 10, height: 100 };
  const net = assess(pairOf('a', 'A')).net;
  const day = simulate(net);
  const ys = (line: string) => line.split(' ').map((p) => Number(p.split(',')[1]));

  it('loses no peak and no trough, however narrow the box', () => {
    let high = 0;
    for (let r = 0; r < day.rows; r++) high = Math.max(high, day.levels[r * 2 + 1]!);
    for (const width of [40, 400, 2000]) {
      const line = ys(levelLine(day, 1, 0.33, { ...frame, width }));
      expect(Math.min(...line)).toBeCloseTo(10 + 100 * (1 - high / 0.33), 1);
      expect(Math.max(...line)).toBeCloseTo(110, 1);
    }
  });

  it('begins before its window and ends behind it, so that nothing is missing at the edges', () => {
    const line = levelLine(day, 0, 0.75, { ...frame, from: 7200, span: 3600 });
    const xs = line.split(' ').map((p) => Number(p.split(',')[0]));
    expect(xs[0]!).toBeLessThanOrEqual(0);
    expect(xs.at(-1)!).toBeGreaterThanOrEqual(400);
  });

  it('keeps a level over the rim inside its box', () => {
    for (const y of ys(levelLine(day, 0, 0.3, frame))) {
      expect(y).toBeGreaterThanOrEqual(10);
      expect(y).toBeLessThanOrEqual(110);
    }
  });
});

describe('the day strip', () => {
  beforeEach(freshStores);

  it('has a bar for every program, a line for every vessel, a tick for every event', async () => {
    const { w } = await strip(trayOverReservoir.make('t', 'T'));
    expect(w.findAll('rect.bar')).toHaveLength(8);
    expect(w.findAll('polyline.bed')).toHaveLength(1);
    expect(w.findAll('polyline.tank')).toHaveLength(1);
    expect(w.findAll('.event').length).toBeGreaterThanOrEqual(8);
    expect(w.find('.event title').text()).toMatch(/^06:00 pump on, Fill line/);
  });

  it('says the moment, what goes on and the levels', async () => {
    const { trace, slider } = await strip(pairOf('a', 'A'));
    const start = trace.day!.events.find((e) => e.kind === 'siphon-starts')!;
    trace.seek(start.t + 30);
    await nextTick();
    expect(slider.attributes('aria-valuetext')).toMatch(
      /^00:05:\d\d\. Bell siphon: siphon starts 30 s ago\. Fish tank \d+ mm · Bed \d+ mm$/,
    );
  });

  it('shows a run that is there before the day of its system is, and its pumps once that is', async () => {
    const document = pairOf('a', 'A');
    useSystem().document = document;
    const trace = useTrace();
    await nextTick();
    const w = mountIt(DayStrip);
    trace.playReplay({ trace: simulate(assess(document).net), start: 0, struck: 0, name: 'Run' });
    await nextTick();
    expect(w.findAll('rect.bar')).toHaveLength(0);
    trace.solved = useSystem().document;
    await nextTick();
    expect(w.findAll('rect.bar').length).toBeGreaterThan(0);
  });

  it('felt is told by what it holds, not by a level', async () => {
    const { slider } = await strip(feltWall.make('a', 'A'));
    expect(slider.attributes('aria-valuetext')).toMatch(/Trough \d+ mm · Felt wall [\d.]+ L$/);
  });

  it('moves by arrow keys, to events by up and down, to the ends', async () => {
    const { trace, slider } = await strip(trayOverReservoir.make('t', 'T'));
    trace.seek(0);
    await slider.trigger('keydown', { key: 'ArrowUp' });
    expect(trace.time).toBe(21600);
    await slider.trigger('keydown', { key: 'ArrowRight' });
    expect(trace.time).toBe(21600 + 360);
    await slider.trigger('keydown', { key: 'ArrowRight', shiftKey: true });
    expect(trace.time).toBe(21600 + 3960);
    await slider.trigger('keydown', { key: 'ArrowDown' });
    expect(trace.time).toBeCloseTo(21960, 6);
    await slider.trigger('keydown', { key: 'End' });
    expect(trace.time).toBe(86400);
    await slider.trigger('keydown', { key: 'Home' });
    expect(trace.time).toBe(0);
  });

  it('looks at a day, six hours or one', async () => {
    const { w, trace } = await strip(trayOverReservoir.make('t', 'T'));
    const buttons = w.findAll('.windows button');
    expect(buttons.map((b) => b.text())).toEqual(['24 h', '6 h', '1 h']);
    await buttons[2]!.trigger('click');
    expect(trace.span).toBe(3600);
    expect(buttons[2]!.attributes('aria-pressed')).toBe('true');
    expect(w.findAll('rect.bar').length).toBeLessThan(8);
  });

  it('in a fault test the bars are when the pump gave water: none while the power is cut', async () => {
    const s = pairOf('a', 'A');
    const { w, trace } = await strip(s);
    expect(w.findAll('rect.bar')).toHaveLength(1);
    const faultTests = new FaultTests(s);
    const cut = faultTests.faults.find((f) => f.id === 'power-cut/system')!;
    const day = faultTests.replay(cut, 7200);
    const runs = pumpRuns(day.trace, 'lift');
    expect(runs).toHaveLength(2);
    expect(runs[0]).toEqual([0, day.struck]);
    // The line fills before any arrives.
    const back = runs[1]![0] - day.struck - USUAL_SEVERITY.powerCut;
    expect(back).toBeGreaterThanOrEqual(0);
    expect(back).toBeLessThan(3);
    expect(pumpRuns(day.trace, 'gone')).toEqual([]);
    // A leak stops no pump: it runs from the first moment to the last.
    const leak = faultTests.replay(
      faultTests.faults.find((f) => f.kind === 'leak')!,
      7200,
    ).trace;
    expect(pumpRuns(leak, 'lift')).toEqual([[0, leak.end]]);
    trace.playReplay({ ...day, name: cut.name });
    trace.look(86400);
    await nextTick();
    expect(w.findAll('rect.bar')).toHaveLength(2);
    // Its ticks are those of the fault test, by the clock of when it strikes: off at two, on at ten.
    const ticks = w.findAll('.event title').map((t) => t.text());
    expect(ticks[0]).toMatch(/^01:[3-5]/);
    expect(ticks.some((t) => /^02:00 pump off, /.test(t))).toBe(true);
    expect(ticks.some((t) => /^10:00 pump on, /.test(t))).toBe(true);
    expect(ticks.filter((t) => /^0[3-9]:.* siphon/.test(t))).toEqual([]);
    trace.endReplay();
    await nextTick();
    expect(w.findAll('.event title').some((t) => /pump off/.test(t.text()))).toBe(false);
  });

  it('a long day of many cycles stays a short line', async () => {
    const { w, trace } = await strip(pairOf('a', 'A'));
    trace.look(86400);
    await nextTick();
    const points = w.find('polyline.bed').attributes('points')!.split(' ');
    expect(points.length).toBeGreaterThan(400);
    expect(points.length).toBeLessThan(8000);
  });
});
