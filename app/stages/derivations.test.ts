// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, test } from 'vitest';
import { nextTick } from 'vue';
import { simulate } from '../../core/day';
import { summarise } from '../../core/findings';
import { LAYOUTS, type SystemDocument } from '../../core/system';
import SectionDrawing from '../section/SectionDrawing.vue';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { useDerivation } from '../stores/derivation';
import { allOrFew } from '../../core/test/cases';
import { freshStores, mountIt } from '../test/mountIt';
import DrainPanel from './drain/DrainPanel.vue';
import LiftPanel from './lift/LiftPanel.vue';
import VesselsPanel from './vessels/VesselsPanel.vue';

/** Every number that is dotted has a derivation behind it, wherever it stands. */

beforeEach(freshStores);

/** The system open, its day there. */
function open(doc: SystemDocument) {
  const system = useSystem();
  const trace = useTrace();
  system.document = doc;
  const a = system.assessment!;
  trace.solved = doc;
  trace.day = summarise(a, simulate(a.net));
  return a;
}

/** Presses every dotted number; those that open nothing. */
async function dead(w: ReturnType<typeof mountIt>): Promise<string[]> {
  const drawer = useDerivation();
  const out: string[] = [];
  for (const n of w.findAll('button.number, .lens-number')) {
    drawer.close();
    await n.trigger('click');
    if (!drawer.shown) out.push(drawer.key || n.text());
  }
  return out;
}

/** A siphon, a timer with a reservoir, joined beds, felt and an air lift show every kind of number by day. */
const SHOWN = LAYOUTS.filter((l) =>
  allOrFew(
    LAYOUTS.map((x) => x.id as string),
    ['bed-over-tank', 'tray-over-reservoir', 'felt-wall', 'air-lift'],
  ).includes(l.id),
);

describe('every dotted number opens its derivation', () => {
  test.each(SHOWN.map((l) => [l.id, l] as const))('%s', async (_, l) => {
    const doc = l.make('x', 'X');
    const a = open(doc);
    for (const panel of [VesselsPanel, LiftPanel, DrainPanel]) {
      const w = mountIt(panel);
      await nextTick();
      // Each vessel, line or way has its own tab.
      const tabs = w.findAll('.tabs button');
      for (let k = 0; k < Math.max(1, tabs.length); k++) {
        if (tabs[k]) await tabs[k]!.trigger('click');
        await nextTick();
        expect(await dead(w)).toEqual([]);
      }
      w.unmount();
    }
    for (const stage of ['vessels', 'lift', 'drain'] as const) {
      const levels = Object.fromEntries(a.balance.deepest.map((r) => [r.vessel, r.level]));
      const w = mountIt(SectionDrawing, {
        system: doc,
        assessment: a,
        levels,
        flows: {},
        stage,
        // As the design's view does it: the drawing itself only says which number was pressed.
        onDerive: useDerivation().open,
      });
      await nextTick();
      expect(await dead(w), stage).toEqual([]);
      w.unmount();
    }
  });
});
