import { refAutoReset } from '@vueuse/core';
import { watch, type Ref } from 'vue';
import { keyOf, type Level } from '../../core/findings';
import { SHOWN_FOR } from '../stores/changes';
import { useTrace } from '../stores/trace';

const URGENCY: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };

/** What the last change mended and what it brought, for a moment; said once the day has caught up. */
export function useNews(): Ref<string> {
  const trace = useTrace();
  const news = refAutoReset('', SHOWN_FOR);
  let before: Map<string, Level> | null = null;
  watch(
    () => [trace.findings, trace.busy, trace.solved?.id] as const,
    ([findings, busy, id], [, , old]) => {
      if (busy) return;
      const now = new Map(findings.map((f) => [keyOf(f), f.level]));
      if (before && id === old) {
        let better = 0;
        let worse = 0;
        for (const key of new Set([...now.keys(), ...before.keys()])) {
          const change = URGENCY[now.get(key) ?? 'fine'] - URGENCY[before.get(key) ?? 'fine'];
          if (change < 0) better++;
          if (change > 0) worse++;
        }
        const parts = [
          ...(better ? [`${better} better`] : []),
          ...(worse ? [`${worse} worse`] : []),
        ];
        if (parts.length) news.value = parts.join(', ');
      }
      before = now;
    },
  );
  return news;
}
