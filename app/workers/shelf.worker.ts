import { expose } from 'comlink';
import { assess, type Assessment } from '../../core/assess';
import { judgeWhole, type Level } from '../../core/findings';
import { LAYOUTS, type SystemDocument } from '../../core/system';

/** What a card on the shelf shows of a system. */
export interface Card {
  readonly assessment: Assessment;
  readonly stop: number;
  readonly watch: number;
}

const api = {
  /** A system assessed and judged, day and all. */
  card(system: SystemDocument): Card {
    const { a, findings } = judgeWhole(system);
    const at = (level: Level) => findings.filter((f) => f.level === level).length;
    return { assessment: a, stop: at('stop'), watch: at('watch') };
  },
  /** A layout as it starts, for its picture. */
  layout(id: string): { system: SystemDocument; assessment: Assessment } | null {
    const layout = LAYOUTS.find((l) => l.id === id);
    if (!layout) return null;
    const system = layout.make(layout.id, layout.name);
    return { system, assessment: assess(system) };
  },
};

export type ShelfWorker = typeof api;
expose(api);
