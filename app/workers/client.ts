import { proxy, wrap, type Remote } from 'comlink';
import type { BuildWorker } from './build.worker';
import type { DayWorker } from './day.worker';
import type { FaultTestWorker } from './faultTest.worker';
import type { FilesWorker } from './files.worker';
import type { PracticeWorker } from './practice.worker';
import type { SeasonWorker } from './season.worker';
import type { ShelfWorker } from './shelf.worker';

/** A worker that has not answered after this is ended, ms. Its own work is limited and takes seconds. */
const DEADLINE = 120_000;

/**
 * A worker that can be lost: when it dies, cannot be understood or does not answer, what was asked of it fails,
 * and the next question goes to a new one.
 */
export class Mortal<T extends object> {
  private living: {
    worker: Worker;
    remote: Remote<T>;
    lost: Promise<never>;
    lose: () => void;
  } | null = null;

  constructor(
    private readonly make: () => Worker,
    private readonly deadline = DEADLINE,
  ) {}

  private get alive() {
    if (this.living) return this.living;
    const worker = this.make();
    let lose: () => void = () => undefined;
    const lost = new Promise<never>((_, reject) => {
      lose = () => {
        worker.terminate();
        if (this.living?.worker === worker) this.living = null;
        reject(new Error('The calculation stopped.'));
      };
    });
    lost.catch(() => undefined);
    worker.addEventListener('error', lose);
    worker.addEventListener('messageerror', lose);
    this.living = { worker, remote: wrap<T>(worker), lost, lose };
    return this.living;
  }

  /**
   * Asks something of it.
   *
   * @throws Error where it is lost meanwhile, or does not answer in time
   */
  async ask<R>(question: (remote: Remote<T>) => Promise<R>): Promise<R> {
    const { remote, lost, lose } = this.alive;
    const timer = setTimeout(lose, this.deadline);
    try {
      return await Promise.race([question(remote), lost]);
    } finally {
      clearTimeout(timer);
    }
  }

  /** Ends it, with whatever it is at. */
  end(): void {
    this.living?.lose();
  }
}

/**
 * Hears how far a worker is until it has answered: what it told and its answer come by different ways, and the last that was
 * told may come after the answer.
 */
export function hearing<A extends unknown[]>(
  told: (...args: A) => void,
): { readonly tell: (...args: A) => void; readonly end: () => void } {
  let open = true;
  return {
    tell: proxy((...args: A) => {
      if (open) told(...args);
    }),
    end: () => {
      open = false;
    },
  };
}

const module = { type: 'module' } as const;

/** Simulates days of the open system and tries fixes; started when first asked. */
export const dayWorker = new Mortal<DayWorker>(
  () => new Worker(new URL('./day.worker.ts', import.meta.url), module),
);
/** Runs fault tests and searches. */
export const faultTestWorker = new Mortal<FaultTestWorker>(
  () => new Worker(new URL('./faultTest.worker.ts', import.meta.url), module),
  600_000,
);
/** Works out what stands on the shelf, so that the open system never waits for it. */
export const shelfWorker = new Mortal<ShelfWorker>(
  () => new Worker(new URL('./shelf.worker.ts', import.meta.url), module),
  20_000,
);
/** Follows seasons and fits them to readings. */
export const seasonWorker = new Mortal<SeasonWorker>(
  () => new Worker(new URL('./season.worker.ts', import.meta.url), module),
);
/** Plans years; apart from the seasons, which stay at hand meanwhile. */
export const yearWorker = new Mortal<SeasonWorker>(
  () => new Worker(new URL('./season.worker.ts', import.meta.url), module),
  600_000,
);
/** Works out what is cut, drilled, bought and done. */
export const buildWorker = new Mortal<BuildWorker>(
  () => new Worker(new URL('./build.worker.ts', import.meta.url), module),
  30_000,
);
/** Plays runs of the practice bench, and tells what they came to. */
export const practiceWorker = new Mortal<PracticeWorker>(
  () => new Worker(new URL('./practice.worker.ts', import.meta.url), module),
  300_000,
);
/** Reads one file; a worker of its own for each. */
export const fileReader = (): Mortal<FilesWorker> =>
  new Mortal(() => new Worker(new URL('./files.worker.ts', import.meta.url), module));
