import { DECHLORINATORS } from '../catalogue/index.ts';
import type { Entry, Moment } from '../entries/types.ts';
import { phWaitOf, unionisedShare } from '../life/index.ts';
import {
  CHANGE_LIMITS,
  CHANGE_WAIT,
  CHLORINE_WAIT,
  MEMORY,
  NITRIFIES_LIMITS,
  SALT_WAIT,
  SOLUTION_WAIT,
  UNIONISED_LIMITS,
} from '../limits/index.ts';
import { SALT, changedShare, movesPh, type Tended } from '../readings/index.ts';
import type { ReadingId } from '../system/index.ts';

/** What was done lately and has not been read since: each treatment is followed by its test at its own hour. */

export interface FollowUp {
  readonly done: Entry;
  readonly reads: readonly ReadingId[];
  /** When the test is due. */
  readonly at: Moment;
}

/** Last reading of something before a moment, its upper end; null where there is none. */
function before(t: Tended, id: 'tan' | 'nitrite' | 'ph' | 'chlorine', at: Moment): number | null {
  for (let i = t.entries.length - 1; i >= 0; i--) {
    const e = t.entries[i]!;
    const v = e.at < at ? e[id] : undefined;
    if (v !== undefined) return typeof v === 'number' ? v : v[1];
  }
  return null;
}

/** What a treatment is followed by: readings, and the wait before them. */
function testOf(t: Tended, e: Entry): { reads: ReadingId[]; wait: number } | null {
  if (e.kind === 'water-change') {
    if (t.isSolution) return { reads: ['conductivity', 'ph'], wait: SOLUTION_WAIT.mixed };
    const tan = before(t, 'tan', e.at) ?? 0;
    const nitrite = before(t, 'nitrite', e.at) ?? 0;
    const loaded = tan > NITRIFIES_LIMITS.tan || nitrite > NITRIFIES_LIMITS.nitrite;
    if (!loaded || changedShare(e, t.volume) < CHANGE_LIMITS.counts) return null;
    const warm = t.known.temperature?.best ?? t.system.site.waterTemperature;
    const grave =
      tan * unionisedShare(warm, before(t, 'ph', e.at) ?? t.life.ph) >= UNIONISED_LIMITS.act;
    return {
      reads: [
        ...(tan > NITRIFIES_LIMITS.tan ? (['tan', 'ph'] as const) : []),
        ...(nitrite > NITRIFIES_LIMITS.nitrite ? (['nitrite'] as const) : []),
      ],
      wait: grave ? CHANGE_WAIT.grave : CHANGE_WAIT.calm,
    };
  }
  if (e.kind !== 'dose') return null;
  if (e.what === SALT) return { reads: ['nitrite'], wait: SALT_WAIT.test };
  if (movesPh(e))
    return {
      reads: t.isSolution ? ['ph'] : ['ph', 'alkalinity'],
      wait: phWaitOf(t.hasFish),
    };
  if (DECHLORINATORS.some((d) => d.id === e.what) && (before(t, 'chlorine', e.at) ?? 0) > 0)
    return { reads: ['chlorine'], wait: CHLORINE_WAIT.test };
  if (e.what === t.system.solution?.programme)
    return { reads: ['conductivity', 'ph'], wait: SOLUTION_WAIT.mixed };
  return null;
}

/** Treatments of the last days whose tests have not been read since, the newest first. */
export function followUps(t: Tended): FollowUp[] {
  const out: FollowUp[] = [];
  const covered = new Set<ReadingId>();
  const oldest = t.now - MEMORY.deaths * 1000;
  for (let i = t.entries.length - 1; i >= 0 && t.entries[i]!.at >= oldest; i--) {
    const e = t.entries[i]!;
    const test = testOf(t, e);
    if (!test) continue;
    // A later treatment of the same kind has its own, later test.
    const open = test.reads.filter(
      (id) => !covered.has(id) && !((t.latest[id]?.at ?? -Infinity) > e.at),
    );
    test.reads.forEach((id) => covered.add(id));
    if (open.length) out.push({ done: e, reads: open, at: e.at + test.wait * 1000 });
  }
  return out;
}
