// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, h } from 'vue';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { useSystem } from '../stores/system';
import { freshStores, mountIt } from '../test/mountIt';
import { useDesignKeys } from './keys';

vi.mock('../workers/client', () => ({
  dayWorker: { ask: () => new Promise(() => undefined) },
  drillWorker: { ask: () => new Promise(() => undefined) },
}));

const Page = defineComponent(() => {
  useDesignKeys({ go: () => undefined, showKeys: () => undefined });
  return () => h('div', [h('input'), h('textarea'), h('button', 'Press'), h('p', 'Read')]);
});
const crest = () => {
  const p = useSystem().document!.paths.find((x) => x.id === 'siphon')!;
  return 'crest' in p ? p.crest : null;
};

describe('undo by key', () => {
  beforeEach(() => {
    freshStores();
    const system = useSystem();
    system.document = bedOverTank.make('pair', 'Pair');
    system.commit([{ at: 'paths.siphon.crest', to: 0.2 }], 'shorter');
  });

  it('while typing is the field’s own: nothing of the system is taken back, nor done again', async () => {
    const w = mountIt(Page);
    for (const field of ['input', 'textarea']) {
      for (const key of ['z', 'y']) {
        await w.find(field).trigger('keydown', { key, ctrlKey: true });
        expect(crest(), `${field} ${key}`).toBe(0.2);
      }
    }
    useSystem().undo();
    await w.find('input').trigger('keydown', { key: 'Z', ctrlKey: true, shiftKey: true });
    expect(crest()).toBe(0.235);
    w.unmount();
  });

  it('takes back and does again anywhere else, with Ctrl or Command', async () => {
    const w = mountIt(Page);
    await w.find('p').trigger('keydown', { key: 'z', ctrlKey: true });
    expect(crest()).toBe(0.235);
    await w.find('button').trigger('keydown', { key: 'Z', metaKey: true, shiftKey: true });
    expect(crest()).toBe(0.2);
    await w.find('p').trigger('keydown', { key: 'z', metaKey: true });
    await w.find('p').trigger('keydown', { key: 'y', ctrlKey: true });
    expect(crest()).toBe(0.2);
    await w.find('p').trigger('keydown', { key: 'z' });
    expect(crest()).toBe(0.2);
    w.unmount();
  });
});
