// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick, type Component } from 'vue';
import { assess } from '../../../core/assess';
import { buildPlan, noteEdits, type BuildPlan } from '../../../core/construction';
import { entryWords } from '../../../core/log';
import { tell } from '../../../core/quantity';
import { applyEdits, measured, readAt, type Edit, type SystemDocument } from '../../../core/system';
import { demo } from '../../../core/test/demo';
import { useBuild } from './store';
import { useBuildBench } from './benchStore';
import { useLog } from '../../stores/log';
import { useSystem } from '../../stores/system';
import { freshStores, mountIt } from '../../test/mountIt';
import CostBench from './CostBench.vue';
import CutsBench from './CutsBench.vue';
import HolesBench from './HolesBench.vue';
import PartsBench from './PartsBench.vue';
import StandsGroup from './StandsGroup.vue';
import StepsBench from './StepsBench.vue';

/** The benches of the build: what is entered there is an edit, and what follows is shown. */

vi.mock('../../workers/client', () => {
  const plan = async (system: SystemDocument) =>
    buildPlan({ system, a: assess(system), day: null });
  return {
    buildWorker: {
      ask: async (question: (w: { plan: typeof plan }) => unknown) => question({ plan }),
    },
    dayWorker: { ask: () => new Promise(() => undefined) },
  };
});
vi.mock('vue-router', () => ({ useRouter: () => ({ push: vi.fn() }) }));

type Mounted = ReturnType<typeof mountIt>;
const planNow = (): BuildPlan => {
  const system = useSystem().document!;
  return buildPlan({ system, a: assess(system), day: null });
};
function open(name: string, ...edits: Edit[]) {
  const system = useSystem();
  system.document = applyEdits(demo(name), edits);
  return system;
}
async function show(bench: Component, props?: Record<string, unknown>): Promise<Mounted> {
  const build = useBuild();
  build.viewers = 1;
  await vi.waitFor(() => expect(build.plan).not.toBeNull());
  const w = mountIt(bench, props ?? { plan: build.plan! });
  await nextTick();
  return w;
}
/** The bench once the plan has followed the last edit. */
async function follow(w: Mounted) {
  await w.setProps({ plan: planNow() });
  await nextTick();
}
const button = (w: Mounted, text: string | RegExp) =>
  w
    .findAll('button')
    .find((b) => (typeof text === 'string' ? b.text().includes(text) : text.test(b.text())))!;
const field = (w: Mounted, label: string | RegExp) =>
  w
    .findAll('.v-text-field')
    .find((f) => {
      const own = f.find('label').text();
      return typeof label === 'string' ? own === label : label.test(own);
    })!
    .find('input');
async function type(input: ReturnType<typeof field>, text: string) {
  await input.setValue(text);
  await input.trigger('keydown', { key: 'Enter' });
  await nextTick();
}

beforeEach(freshStores);

describe('the cut list', () => {
  it('shows a piece with its why, and the fittings at its ends as they are measured', async () => {
    const system = open('potting-shed-pair');
    const w = await show(CutsBench);
    await button(w, /Drop pipe, Bell siphon/).trigger('click');
    expect(useBuildBench().piece).toBe('siphon-2');
    expect(w.text()).toContain('250 mm from centre to centre');
    expect(w.findAll('.bar .piece.chosen')).toHaveLength(1);
    await type(field(w, 'Socket depth'), '25 mm');
    expect(system.document!.build.fittings).toEqual([
      { id: 'bulkhead--sch40-1', socket: 0.025, face: null },
    ]);
    // 2.8 mm deeper into the bulkhead.
    expect(planNow().pieces.find((p) => p.id === 'siphon-2')!.cut).toBeCloseTo(0.2031, 4);
  });

  it('ticks alike pieces together, and says what an offcut saves', async () => {
    const system = open('bean-buckets');
    const w = await show(CutsBench);
    const row = w.findAll('.pieces li').find((x) => x.text().includes('7 ×'))!;
    await row.find('input[type=checkbox]').setValue(true);
    expect(system.document!.build.cut).toHaveLength(7);
    await follow(w);
    expect(w.findAll('.bar .piece.cut')).toHaveLength(7);
    await button(w, 'Add a piece that I have').trigger('click');
    await type(field(w, 'Its length'), '3.2 m');
    expect(readAt(system.document!, 'build.offcuts.own-1.length')).toBe(3.2);
    await follow(w);
    expect(w.text()).toContain('0 lengths of 3 m and 1 of your own');
  });

  it('says which cut pieces no longer fit, and sets one aside', async () => {
    const s = demo('potting-shed-pair');
    const cut = buildPlan({ system: s, a: assess(s), day: null })
      .pieces.filter((p) => p.about === 'siphon')
      .map((p) => ({ id: p.id, length: p.cut }));
    const system = open(
      'potting-shed-pair',
      { at: 'build.cut', to: cut },
      { at: 'paths.siphon.drop', to: 0.3 },
      { at: 'paths.siphon.guard', to: null },
    );
    const w = await show(CutsBench);
    const said = w.find('.misfits').text();
    expect(said).toContain(
      'Drop pipe of “Bell siphon” is 200 mm and should be 250 mm, so it is 50 mm too short',
    );
    expect(said).toContain('A piece of 310 mm is no longer needed');
    expect(w.text()).toContain('3 of 5 cut pieces still fit');
    await button(w, 'Remove').trigger('click');
    expect(system.document!.build.cut).toHaveLength(4);
  });

  it('offers what mends a way that turns more often than it counts', async () => {
    const system = open(
      'potting-shed-pair',
      { at: 'paths.lift.pipe', to: 'sch40-3/4' },
      { at: 'paths.lift.fittings', to: [] },
    );
    const w = await show(CutsBench);
    await button(w, 'Count two elbows').trigger('click');
    expect(readAt(system.document!, 'paths.lift.fittings')).toEqual([
      { fitting: 'elbow-90', count: 2 },
    ]);
  });
});

describe('what a vessel stands on', () => {
  it('is checked and chosen', async () => {
    const system = open('potting-shed-pair');
    const w = await show(StandsGroup, { stands: planNow().stands });
    expect(w.text()).toContain('Bearers of 45 × 95 mm softwood over 1280 mm use 87.7 %');
    const bearers = w
      .findAllComponents({ name: 'VSelect' })
      .find((x) => x.props('label') === 'Bearers')!;
    bearers.vm.$emit('update:modelValue', 'timber-45x145');
    await nextTick();
    expect(readAt(system.document!, 'build.vessels.bed.bearer')).toBe('timber-45x145');
    expect(planNow().stands[0]!.checks[0]!.use).toBeLessThan(0.4);
  });
});

describe('the holes', () => {
  it('ask for the maker’s figure and lead a drain elsewhere', async () => {
    const system = open('potting-shed-pair');
    const w = await show(HolesBench);
    await type(field(w, 'Which hole size does your seal need?'), '44.5 mm');
    expect(readAt(system.document!, 'build.holes.bulkhead--sch40-1.diameter')).toBe(0.0445);
    await follow(w);
    await button(w, /⌀ 44.5 mm/).trigger('click');
    await type(field(w, 'Distance from the wall'), '300 mm');
    expect(planNow().holes[0]).toMatchObject({ x: 0.3, y: 0.35 });
  });
});

describe('the parts and what they cost', () => {
  it('take price, source, and what is there already', async () => {
    const system = open('potting-shed-pair');
    const w = await show(PartsBench);
    await button(w, /Lava rock/).trigger('click');
    await type(field(w, 'Price per item'), '12.5');
    const source = field(w, 'Shop or note');
    await source.setValue('the quarry');
    await source.trigger('change');
    const note = system.document!.build.parts[0]!;
    expect(note).toMatchObject({ price: 12.5, have: false });
    await follow(w);
    expect(w.text()).toContain('62.50 still to spend');
    const row = w.findAll('.parts li').find((x) => x.text().includes('Lava rock'))!;
    await row.find('input[type=checkbox]').setValue(true);
    await follow(w);
    expect(w.text()).toContain('No prices yet.');
  });

  it('set the month against the harvest', async () => {
    open('potting-shed-pair', {
      at: 'build.running',
      to: { energy: null, feed: 4, water: 2, solution: null, fish: null, harvest: 1 },
    });
    const w = await show(CostBench);
    expect(w.text()).toContain('when the day is calculated');
    expect(w.text()).toContain('Enter prices and the value of a month’s harvest');
  });
});

describe('the steps', () => {
  it('fail a hold point with what it means, then pass it and go on', async () => {
    const system = open('potting-shed-pair');
    const w = await show(StepsBench);
    const passed = () => button(w, 'Passed');
    expect(passed().attributes('disabled')).toBeDefined();
    await button(w, /^No$/).trigger('click');
    expect(w.find('.card.failed').exists()).toBe(true);
    expect(w.text()).toContain('Continue only when this is yes.');
    for (const yes of w.findAll('button').filter((b) => b.text() === 'Yes'))
      await yes.trigger('click');
    await type(field(w, /Out of level/), '8 mm');
    await passed().trigger('click');
    expect(system.document!.build.steps[0]).toMatchObject({ id: 'place' });
    expect(system.document!.build.steps[0]!.done).not.toBeNull();
    expect(w.text()).toContain('Buy the parts');
  });

  it('note a passed hold point in the log, and take it out with the tick', async () => {
    const system = open('potting-shed-pair');
    useBuildBench().step = 'place';
    const log = useLog();
    await vi.waitFor(() => expect(log.loaded).toBe(system.document!.id));
    const w = await show(StepsBench);
    for (const yes of w.findAll('button').filter((b) => b.text() === 'Yes'))
      await yes.trigger('click');
    await type(field(w, /Out of level/), '8 mm');
    await button(w, 'Passed').trigger('click');
    const words = () => log.entries.map((e) => tell(entryWords(e, system.document!), 'metric'));
    await vi.waitFor(() =>
      expect(words()).toEqual([
        'Checkpoint passed: Agree on the place and its load; Out of level, from end to end 8 mm',
      ]),
    );
    useBuildBench().step = 'place';
    await nextTick();
    await button(w, 'Mark as not done').trigger('click');
    await vi.waitFor(() => expect(words()).toEqual([]));
  });

  it('keep a bucket test as a measurement of the system', async () => {
    const system = open('potting-shed-pair');
    useBuildBench().step = 'flow';
    const w = await show(StepsBench);
    await type(field(w, /Flow of “Fill line”/), '10 L in 30 s');
    expect(measured(system.document!, 'flow', 'lift')?.flow).toBeCloseTo(0.01 / 30, 9);
  });

  it('show a clock that runs, and let it be ended by hand', async () => {
    const now = Date.now();
    const s = demo('potting-shed-pair');
    const glued = noteEdits(s, 'glue', { started: now, done: now });
    const system = open('potting-shed-pair', ...glued);
    useBuildBench().step = 'glue';
    const w = await show(StepsBench);
    expect(w.find('.clock').text()).toBe('24 h to go');
    await button(w, 'The time has already passed').trigger('click');
    const record = system.document!.build.steps.find((x) => x.id === 'glue')!;
    expect(now - record.started!).toBeGreaterThan(86_300_000);
  });
});
