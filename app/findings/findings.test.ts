// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { fixesFor, judgeWhole, keyOf } from '../../core/findings';
import { applyEdits, readAt, type SystemDocument } from '../../core/system';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { freshStores, mountIt } from '../test/mountIt';
import FindingCard from './FindingCard.vue';
import FindingsList from './FindingsList.vue';
import LevelMark from './LevelMark.vue';
import WorstFinding from './WorstFinding.vue';

const low = applyEdits(bedOverTank.make('pair', 'Pair'), [
  { at: 'paths.lift.pump.intake', to: 0.1 },
]);

function card(system: SystemDocument, id: string) {
  const { findings } = judgeWhole(system);
  const finding = findings.find((f) => f.id === id)!;
  const fixes = fixesFor(system, finding, findings);
  useSystem().document = system;
  return { w: mountIt(FindingCard, { finding, fixes, looking: false }), fixes };
}

describe('a finding on the screen', () => {
  beforeEach(freshStores);

  it('says its sentence with level, number and limit', () => {
    const { w } = card(low, 'loose-delivery');
    expect(w.attributes('data-level')).toBe('watch');
    expect(w.text()).toContain('Warning');
    expect(w.text()).toContain('15.3 % of the water in “Fish tank” is left for the fish');
    expect(w.find('.numbers').text()).toBe('CalculationLimit 40 %why');
  });

  it('shows why and its source on request', async () => {
    const { w } = card(low, 'loose-delivery');
    expect(w.find('.reason').exists()).toBe(false);
    await w.find('.why').trigger('click');
    expect(w.find('.why').attributes('aria-expanded')).toBe('true');
    expect(w.find('.reason').text()).toContain('our own number');
  });

  it('says what a fix will change before it is pressed, and pressing is one edit that undoes', async () => {
    const { w, fixes } = card(low, 'loose-delivery');
    const button = w.find(`[data-fix="${fixes[0]!.id}"]`);
    expect(button.text()).toBe('Raise the pump by 170 mm, to 270 mm above the floor');
    const effect = w.find(`[id="${button.attributes('aria-describedby')}"]`);
    expect(effect.text()).toContain('Intake above the floor 100 mm → 270 mm');
    await button.trigger('click');
    const system = useSystem();
    expect(readAt(system.document!, 'paths.lift.pump.intake')).toBe(0.27);
    expect(system.past).toHaveLength(1);
    expect(system.past[0]!.label).toBe(button.text());
    system.undo();
    expect(readAt(system.document!, 'paths.lift.pump.intake')).toBe(0.1);
  });

  it('follows the reader’s units', async () => {
    const { w } = card(low, 'loose-delivery');
    useSettings().units = 'imperial';
    await w.vm.$nextTick();
    expect(w.text()).toContain('imp gal are on the floor');
    expect(w.find('.fix').text()).toBe('Raise the pump by 6.69 in, to 10.6 in above the floor');
  });

  it('tells levels by word and mark, not by colour alone', () => {
    for (const [level, word] of [
      ['stop', 'Problem'],
      ['watch', 'Warning'],
      ['fine', 'OK'],
    ] as const) {
      const w = mountIt(LevelMark, { level });
      expect(w.text()).toBe(word);
      expect(w.find('svg').attributes('aria-hidden')).toBe('true');
    }
  });
});

describe('the list of findings', () => {
  beforeEach(freshStores);

  it('counts, puts the urgent first and keeps what is fine behind a button', async () => {
    const system = useSystem();
    system.document = applyEdits(low, [{ at: 'paths.spare', to: undefined }]);
    const trace = useTrace();
    const line = mountIt(WorstFinding);
    expect(line.find('[role="status"]').text()).toMatch(/^1 problem, \d+ warnings?$/);
    expect(line.find('.line').text()).toContain('has no backup overflow');
    const w = mountIt(FindingsList);
    await w.vm.$nextTick();
    const shown = w.findAll('[data-finding]');
    expect(shown[0]!.attributes('data-finding')).toBe('second-outlet');
    expect(shown.every((c) => c.attributes('data-level') !== 'fine')).toBe(true);
    await w.find('.more').trigger('click');
    expect(w.findAll('[data-finding]')).toHaveLength(trace.findings.length);
    expect(new Set(trace.findings.map(keyOf)).size).toBe(trace.findings.length);
  });
});
