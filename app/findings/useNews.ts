import { refAutoReset } from '@vueuse/core';
import { watch, type Ref } from 'vue';
import { keyOf, type Level } from '../../core/findings';
import { SHOWN_FOR } from '../stores/changes';
import { useLog } from '../stores/log';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';

const URGENCY: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };

/**
 * What the person's last change mended and what it brought, for a moment; said once the day has caught up. A log or
 * weather that arrives after the system was opened is no change.
 */
export function useNews(): Ref<string> {
  const trace = useTrace();
  const system = useSystem();
  const log = useLog();
  const news = refAutoReset('', SHOWN_FOR);
  let before: {
    levels: Map<string, Level>;
    document: unknown;
    noted: unknown;
    loaded: string;
  } | null = null;
  watch(
    () => [trace.findings, trace.busy, trace.solved?.id] as const,
    ([findings, busy, id], [, , old]) => {
      if (busy) return;
      const last = before;
      const now = new Map(findings.map((f) => [keyOf(f), f.level]));
      before = { levels: now, document: system.document, noted: log.noted, loaded: log.loaded };
      const changed = last?.document !== before.document || last?.noted !== before.noted;
      if (last && id === old && last.loaded === id && changed) {
        let better = 0;
        let worse = 0;
        for (const key of new Set([...now.keys(), ...last.levels.keys()])) {
          const change = URGENCY[now.get(key) ?? 'fine'] - URGENCY[last.levels.get(key) ?? 'fine'];
          if (change < 0) better++;
          if (change > 0) worse++;
        }
        const parts = [
          ...(better ? [`${better} better`] : []),
          ...(worse ? [`${worse} worse`] : []),
        ];
        if (parts.length) news.value = parts.join(', ');
      }
    },
  );
  return news;
}
