import { wrap, type Remote } from 'comlink';
import type { DayWorker } from './day.worker';
import type { DrillWorker } from './drill.worker';

let worker: Remote<DayWorker> | null = null;

/** The worker that simulates days and tries fixes; one for the whole application, started when first asked. */
export function dayWorker(): Remote<DayWorker> {
  worker ??= wrap<DayWorker>(
    new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

let drills: Remote<DrillWorker> | null = null;

/** The worker that runs drills; started when the first is asked for. */
export function drillWorker(): Remote<DrillWorker> {
  drills ??= wrap<DrillWorker>(
    new Worker(new URL('./drill.worker.ts', import.meta.url), { type: 'module' }),
  );
  return drills;
}
