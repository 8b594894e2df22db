import { expose } from 'comlink';
import { assess } from '../../core/assess';
import { buildPlan, type BuildPlan } from '../../core/construction';
import type { DayMetrics } from '../../core/day';
import type { SystemDocument } from '../../core/system';

const api = {
  /** Everything that is built of a system; its energy is told once its day is known. */
  plan(system: SystemDocument, metrics: DayMetrics | null): BuildPlan {
    return buildPlan({ system, a: assess(system), day: metrics && { metrics } });
  },
};

export type BuildWorker = typeof api;
expose(api);
