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
  faultTestWorker: { ask: () => new Promise(() => undefined) },
}));

const camera = { nearer: vi.fn(), whole: vi.fn(), closer: vi.fn() };
const Page = defineComponent(() => {
  useDesignKeys({ go: () => undefined, showKeys: () => undefined, camera: () => camera });
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

describe('the camera by key', () => {
  it('acts on buttons and in the drawing, not while something is typed', async () => {
    freshStores();
    useSystem().document = bedOverTank.make('pair', 'Pair');
    const w = mountIt(Page);
    await w.find('button').trigger('keydown', { key: '0' });
    await w.find('p').trigger('keydown', { key: 'c' });
    await w.find('p').trigger('keydown', { key: '-' });
    for (const key of ['0', 'c', '+']) await w.find('input').trigger('keydown', { key });
    expect(camera.whole).toHaveBeenCalledTimes(1);
    expect(camera.closer).toHaveBeenCalledTimes(1);
    expect(camera.nearer.mock.calls).toEqual([[-1]]);
    w.unmount();
  });
});
