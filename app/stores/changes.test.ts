import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { SHOWN_FOR, useChanges } from './changes';
import { useSystem } from './system';

const CREST = 'paths.siphon.crest';
const FILL = 'vessels.tank.fill';

describe('the places that the last step changed', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    setActivePinia(createPinia());
  });
  afterEach(() => vi.useRealTimers());
  async function opened() {
    const system = useSystem();
    system.document = bedOverTank.make('pair', 'Pair');
    const changes = useChanges();
    await nextTick();
    const shown = async (act: () => void) => {
      act();
      await nextTick();
      return [...changes.places];
    };
    return { system, changes, shown };
  }

  it('are shown for an edit, for undoing and for doing it again', async () => {
    const { system, shown } = await opened();
    expect(await shown(() => system.commit([{ at: CREST, to: 0.2 }], 'shorter'))).toEqual([CREST]);
    expect(await shown(() => system.commit([{ at: FILL, to: 0.5 }], 'less'))).toEqual([FILL]);
    expect(await shown(() => system.undo())).toEqual([FILL]);
    expect(await shown(() => system.undo())).toEqual([CREST]);
    expect(await shown(() => system.redo())).toEqual([CREST]);
  });

  it('go after a moment, and with the system', async () => {
    const { system, changes, shown } = await opened();
    await shown(() => system.commit([{ at: CREST, to: 0.2 }], 'shorter'));
    vi.advanceTimersByTime(SHOWN_FOR - 1);
    expect(changes.places.size).toBe(1);
    vi.advanceTimersByTime(2);
    expect(changes.places.size).toBe(0);
    await shown(() => system.commit([{ at: FILL, to: 0.5 }], 'less'));
    expect(await shown(() => (system.document = bedOverTank.make('other', 'Other')))).toEqual([]);
  });
});
