import type { EntryKind } from '../../../core/log';
import { useSystem } from '../../stores/system';

/** What is noted of the fish changes the fish of the design as well: feed, oxygen and stocking follow from them. */
export function useFishEdits() {
  const system = useSystem();
  function follow(id: string, kind: EntryKind, value: number) {
    const fish = system.document?.fish.find((f) => f.id === id);
    if (!fish || !(value > 0)) return;
    if (kind === 'fish-weighed') {
      system.commit([{ at: `fish.${id}.meanMass`, to: value }], 'Fish weighed');
      return;
    }
    const by =
      kind === 'fish-in' ? value : kind === 'fish-out' || kind === 'fish-dead' ? -value : 0;
    const count = Math.max(0, Math.round(fish.count + by));
    if (count !== fish.count)
      system.commit([{ at: `fish.${id}.count`, to: count }], `${count} fish`);
  }
  return { follow };
}
