import { expose, transfer } from 'comlink';
import { assess } from '../../core/assess';
import type { DayMetrics } from '../../core/day';
import {
  fitSeason,
  runSeason,
  seasonGround,
  type Course,
  type Fit,
  type Season,
  type SeasonGround,
} from '../../core/season';
import type { Reading, SystemDocument } from '../../core/system';

/** What seasons of one system are worked out from, kept for as long as it stays the same. */
let made: { text: string; ground: SeasonGround } | null = null;

function groundOf(system: SystemDocument, metrics: DayMetrics): SeasonGround {
  const text = JSON.stringify([system, metrics.carried]);
  if (made?.text !== text) {
    made = { text, ground: seasonGround({ system, a: assess(system), day: { metrics } }) };
  }
  return made.ground;
}
const buffers = (s: Season) =>
  [
    s.t,
    s.tan,
    s.nitrite,
    s.nitrate,
    s.ammonia,
    s.ph,
    s.alkalinity,
    s.oxygen,
    s.fish,
    s.feed,
    s.plants,
  ].map((x) => x.buffer);

const api = {
  /** Seasons of a system on the same axis. */
  run(system: SystemDocument, metrics: DayMetrics, courses: readonly Course[]): Season[] {
    const ground = groundOf(system, metrics);
    const seasons = courses.map((c) => runSeason(ground, c));
    return transfer(seasons, seasons.flatMap(buffers));
  },
  /** A start fitted to readings; tells the share of the work that is done. */
  fit(
    system: SystemDocument,
    metrics: DayMetrics,
    course: Course,
    readings: readonly Reading[],
    onProgress: (done: number) => void,
  ): Fit | null {
    return fitSeason(groundOf(system, metrics), course, readings, (done) => {
      onProgress(done);
      return true;
    });
  },
};

export type SeasonWorker = typeof api;
expose(api);
