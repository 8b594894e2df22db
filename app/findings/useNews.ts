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
  let before: Map<string, Level> | null = null;
  let judged: { document: unknown; noted: unknown; loaded: string } | null = null;
  watch(
    () => [trace.findings, trace.busy, trace.solved?.id] as const,
    ([findings, busy, id], [, , old]) => {
      if (busy) return;
      const now = new Map(findings.map((f) => [keyOf(f), f.level]));
      const last = judged;
      judged = { document: system.document, noted: log.noted, loaded: log.loaded };
      const changed =
        last !== null &&
        last.loaded === id &&
        (last.document !== judged.document || last.noted !== judged.noted);
      if (before && id === old && changed) {
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
